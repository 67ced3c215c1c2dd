//! A number that is typed or stepped: the ARIA practices' [spinbutton pattern][apg].
//!
//! What is being typed is a *draft*, kept apart from the value. Typing "-" or "1." loses nothing, and a new
//! value never overwrites what somebody is typing.
//!
//! [apg]: https://www.w3.org/WAI/ARIA/apg/patterns/spinbutton/

use super::draft::Typed;
use super::machine::{conditions_of, default_of, machine_methods};
use super::taken::Taken;
use super::uniform::uniform;
use super::{Conditions, ControlError, admit_default};
use crate::definition::definition;
use crate::event::Turn;
use crate::intent::{Intent, Key};
use crate::message::{Message, in_words};
use crate::notches::{Notches, NotchesBuilder, Remark};
use crate::number::NumberError;
use crate::refusal::Refusal;
use crate::refusal::admit;
use crate::semantics::{Range, Role, Semantics};
use crate::surroundings::Surroundings;
use crate::validity::{BadInput, Invalid, violations};
use crate::value::{Value, ValueKind};
use crate::world::{AnyWorld, NumberPattern, read_number, show_number};
use rust_decimal::Decimal;

definition! {
    /// The definition of a [`Stepper`].
    ///
    /// ```
    /// use pin_notch::{Stepper, StepperDefinition, dec};
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let mut definition = StepperDefinition::default();
    /// definition.min = Some(dec!(0));
    /// assert_eq!(Stepper::new(definition)?.notches().first(), Some(dec!(0)));
    /// # Ok(()) }
    /// ```
    StepperDefinition,
    /// Builds a [`Stepper`]; made by [`Stepper::builder`].
    ///
    /// ```
    /// use pin_notch::Stepper;
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let mites = Stepper::builder().min(0).max(300).value(9).unit("per 300 bees").build()?;
    /// assert_eq!(mites.view().text, "9");
    /// # Ok(()) }
    /// ```
    StepperBuilder => Stepper {
        /// The smallest value.
        min: [maybe number],
        /// The largest value.
        max: [maybe number],
        /// The distance between two allowed values, or `any`.
        step: [step],
        /// The value from which steps are counted; without it, `min`, or otherwise the default value.
        step_base: [maybe number],
        /// The default value; without it, it starts empty.
        value: [maybe number],
        /// The unit, shown and spoken after the value.
        unit: [text],
        /// How its numbers are written, in the pattern syntax of the CLDR.
        number_pattern: [maybe one NumberPattern],
        /// The text shown in the field while it is empty.
        placeholder: [text],
        /// Stepping wraps around from the largest value to the smallest, and back.
        r#loop: [flag],
    }
}

/// A number stepper.
///
/// ```
/// use pin_notch::{dec, Intent, Stepper};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut mites = Stepper::builder().min(0).max(60).build()?;
/// assert_eq!(mites.handle(Intent::Type("1")).to_string(), "input 1");
/// assert_eq!(mites.handle(Intent::Type("1.")).to_string(), "draft");
/// assert_eq!((mites.value(), mites.text().as_str()), (Some(dec!(1)), "1."));
/// assert_eq!(mites.handle(Intent::Type("12")).to_string(), "input 12");
/// mites.redefine(|definition| definition.required = true)?; // what is typed stays
/// assert_eq!(mites.handle(Intent::Settle).to_string(), "change 12");
/// # Ok(()) }
/// ```
///
/// Everything it offers:
///
/// ```
/// use pin_notch::{Stepper, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut mites = Stepper::builder().min(0).max(300).value(9).build()?;
/// mites.set_value(Some(dec!(12)))?;
/// assert_ne!(mites.value(), mites.default_value());
/// assert_eq!(mites.set_nearest(Some(dec!(500))), Some(dec!(300)));
/// mites.step_by(-10)?;
/// assert_eq!(mites.value(), Some(dec!(290)));
/// mites.reset();
/// assert!(mites.validity().is_empty() && mites.audit().is_empty());
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
pub struct Stepper {
    definition: StepperDefinition,
    conditions: Conditions,
    surroundings: Surroundings,
    notches: Notches,
    /// The default value.
    start: Option<Decimal>,
    typed: Typed<Decimal>,
}

/// Everything a face needs to draw a stepper.
///
/// ```
/// use pin_notch::Stepper;
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mites = Stepper::builder().min(0).max(300).value(300).build()?;
/// let view = mites.view();
/// assert_eq!((view.text.as_str(), view.at_first, view.at_last), ("300", false, true));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
#[non_exhaustive]
pub struct StepperView {
    /// The value.
    pub value: Option<Decimal>,
    /// The field's text: the draft, or else the value; empty if there is neither.
    pub text: String,
    /// The placeholder shown while the field is empty.
    pub placeholder: String,
    /// The unit shown after the field; may be empty.
    pub unit: String,
    /// Whether values below zero are allowed, for which a keyboard needs a minus sign.
    pub signed: bool,
    /// Whether no step down is possible, so that its button can be disabled.
    pub at_first: bool,
    /// Whether no step up is possible.
    pub at_last: bool,
    /// Role, name and states for assistive technology.
    pub semantics: Semantics,
    /// The message about what is wrong; empty when nothing is.
    pub problem: String,
}

default_of!(Stepper);

/// The notches and the initial value that a definition describes.
fn checked(definition: &StepperDefinition) -> Result<(Notches, Option<Decimal>), ControlError> {
    let StepperDefinition { min, max, step, step_base, value, .. } = *definition;
    let notches = NotchesBuilder { min, max, step, step_base, default_value: value }.build()?;
    let start = value.map(|value| admit_default(&notches, value)).transpose()?;
    Ok((notches, start))
}

impl Stepper {
    machine_methods!(StepperDefinition, StepperBuilder);

    fn made(definition: StepperDefinition) -> Result<Self, ControlError> {
        let (notches, start) = checked(&definition)?;
        let conditions = conditions_of!(definition);
        let surroundings = Surroundings::default();
        let typed = Typed::new(start);
        Ok(Self { definition, conditions, surroundings, notches, start, typed })
    }

    fn redefined(&mut self, definition: StepperDefinition) -> Result<(), ControlError> {
        let (notches, start) = checked(&definition)?;
        self.typed.redefined(start, |value| notches.nearest_of(Some(value)));
        self.conditions = conditions_of!(definition).after(&self.conditions);
        (self.definition, self.notches, self.start) = (definition, notches, start);
        Ok(())
    }

    /// The values it accepts, besides being empty.
    pub fn notches(&self) -> &Notches {
        &self.notches
    }

    /// The value, if any.
    pub fn value(&self) -> Option<Decimal> {
        self.typed.value
    }

    /// The default value, if any.
    pub fn default_value(&self) -> Option<Decimal> {
        self.start
    }

    /// Its surroundings, with numbers written by its own pattern.
    pub(crate) fn world(&self) -> AnyWorld {
        self.surroundings.world.with_numbers(self.definition.number_pattern)
    }

    /// The field's text: the draft, or else the value with all its decimal places.
    pub fn text(&self) -> String {
        match (self.typed.draft(), self.typed.value) {
            (Some(draft), _) => draft.to_owned(),
            (None, Some(value)) => self.shown(value),
            (None, None) => String::new(),
        }
    }

    fn shown(&self, value: Decimal) -> String {
        show_number(&*self.world(), value, self.notches.places())
    }

    /// Why a text is not a number, with an example that would be accepted.
    fn misread(&self, error: NumberError) -> BadInput {
        match error {
            NumberError::NotANumber(text) => {
                let like = self.shown(self.notches.snap(Decimal::new(1225, 2)));
                BadInput::NotANumber { text, like }
            }
            NumberError::TooManyDigits(_) => error.into(),
        }
    }

    /// Sets the value, or makes it empty. This is a change made by the program, so it produces no event. A
    /// text being typed is kept, so that a value echoed by a listener never costs a keystroke.
    ///
    /// # Errors
    /// Says why it cannot take exactly this value, and leaves it unchanged.
    pub fn set_value(&mut self, value: Option<Decimal>) -> Result<(), Refusal> {
        let taken = value.map(|value| admit(&self.notches, value)).transpose()?;
        self.typed.set(taken, value);
        Ok(())
    }

    /// Sets the value to the allowed one nearest to `value`, or makes it empty, and returns it. `value` is
    /// remembered: when the definition changes, the nearest value is found anew.
    pub fn set_nearest(&mut self, value: Option<Decimal>) -> Option<Decimal> {
        let taken = self.notches.nearest_of(value);
        self.typed.set(taken, value);
        taken
    }

    /// Steps up, or down if the number is negative, from what is typed or otherwise from the value, like
    /// HTML's `stepUp()` and `stepDown()`, which treat an empty value as 0. This is a change made by the
    /// program, so it produces no event, and it ends typing.
    ///
    /// # Errors
    /// Says why the value did not change.
    pub fn step_by(&mut self, steps: i32) -> Result<(), Refusal> {
        self.typed.step_to(self.stepped(steps.into())?);
        Ok(())
    }

    /// Restores the default value, which may be none, and discards any draft.
    pub fn reset(&mut self) {
        self.typed.reset(self.start);
    }

    /// Why its content is not acceptable. A draft that cannot be accepted is reported before the value.
    pub fn validity(&self) -> Vec<Invalid> {
        let drafted = self.typed.drafted();
        let read = drafted.map(|text| read(&self.surroundings.world, &self.definition.unit, text));
        let found = match (read, self.typed.value) {
            (Some(Err(error)), _) => vec![self.misread(error).into()],
            (Some(Ok(number)), _) => violations(&self.notches, number),
            (None, Some(value)) => violations(&self.notches, value),
            (None, None) => Vec::new(),
        };
        // What is sent is the value, even if the program has emptied it while somebody is typing.
        self.conditions.validity(self.typed.value.is_none() && found.is_empty(), found)
    }

    /// Remarks on what is legal in the definition but likely to surprise.
    pub fn audit(&self) -> Vec<Remark> {
        self.notches.audit_with(self.definition.value)
    }

    /// Carries out an intent.
    ///
    /// Typing changes the value whenever the text is an allowed number, with or without the unit after it,
    /// and makes it empty when the field is emptied. Any other text is only a draft, and the value stays.
    /// Settling (leaving the field, or Enter) takes the draft, or refuses it with the reason and keeps it
    /// for correction; Escape discards it. Up and Down move by one step, page keys by ten; Home and End go
    /// to the ends, if there are any. Steps start at what is typed, or at 0 in an empty field, as HTML's
    /// `stepUp()` does.
    pub fn handle(&mut self, intent: Intent) -> Turn<Option<Decimal>> {
        self.carry_out(intent).unwrap_or_else(Turn::Refused)
    }

    fn carry_out(&mut self, intent: Intent) -> Result<Turn<Option<Decimal>>, Refusal> {
        self.conditions.admit()?;
        match intent {
            Intent::Type(text) => self.type_text(text),
            Intent::Settle | Intent::Key(Key::Enter) => self.settle_draft(),
            Intent::Key(Key::Escape) => self.typed.cancel(),
            Intent::Choose(value) => {
                let value = admit(&self.notches, value)?;
                self.take(Some(value))
            }
            Intent::Clear if self.typed.is_empty() => Err(Refusal::Empty),
            Intent::Clear if self.conditions.required => Err(Refusal::Required),
            Intent::Clear => self.take(None),
            Intent::Step(steps) => self.step(steps.into()),
            Intent::Key(Key::Up) => self.step(1),
            Intent::Key(Key::Down) => self.step(-1),
            Intent::Key(Key::PageUp) => self.step(10),
            Intent::Key(Key::PageDown) => self.step(-10),
            Intent::Key(Key::Home) => {
                self.take(Some(self.notches.first().ok_or(Refusal::NotForThis)?))
            }
            Intent::Key(Key::End) => {
                self.take(Some(self.notches.last().ok_or(Refusal::NotForThis)?))
            }
            _ => Err(Refusal::NotForThis),
        }
    }

    fn type_text(&mut self, text: &str) -> Result<Turn<Option<Decimal>>, Refusal> {
        if self.text() == text {
            return Err(Refusal::Unchanged);
        }
        let (notches, world, unit) =
            (&self.notches, &self.surroundings.world, &self.definition.unit);
        let read = |text: &str| read(world, unit, text).ok().filter(|n| notches.contains(*n));
        Ok(self.typed.type_text(text, read))
    }

    fn settle_draft(&mut self) -> Result<Turn<Option<Decimal>>, Refusal> {
        let (notches, world, unit) =
            (&self.notches, &self.surroundings.world, &self.definition.unit);
        let read = |text: &str| read(world, unit, text).map_err(|_| Refusal::NotANumber);
        self.typed.settle(|text| admit(notches, read(text)?))
    }

    /// Takes a value at once, unless that changes nothing, and ends typing.
    fn take(&mut self, value: Option<Decimal>) -> Result<Turn<Option<Decimal>>, Refusal> {
        match value == self.typed.value && self.typed.draft().is_none() {
            true => Err(Refusal::Unchanged),
            false => Ok(self.typed.take(value)),
        }
    }

    fn step(&mut self, steps: i128) -> Result<Turn<Option<Decimal>>, Refusal> {
        let to = self.stepped(steps)?;
        self.take(Some(to))
    }

    fn stepped(&self, steps: i128) -> Result<Decimal, Refusal> {
        let (world, unit) = (&self.surroundings.world, &self.definition.unit);
        let read = |text: &str| read(world, unit, text).ok();
        let to = match self.typed.step_from(read) {
            Some(value) => self.notches.stepped(value, steps).or_else(|| self.around(steps)),
            None => self.notches.stepped_from_empty(steps),
        };
        to.ok_or(Refusal::at_end(steps, &self.notches))
    }

    /// The opposite end, if stepping wraps around.
    fn around(&self, steps: i128) -> Option<Decimal> {
        let other = if steps > 0 { self.notches.first() } else { self.notches.last() };
        other.filter(|_| self.definition.r#loop && steps != 0)
    }

    /// Everything a face needs to draw it.
    pub fn view(&self) -> StepperView {
        let world = &self.world();
        let problem = in_words(&self.validity(), world);
        let stuck = |steps| {
            let none = |value| self.notches.stepped(value, steps).is_none();
            self.typed.value.is_some_and(none) && self.around(steps).is_none()
        };
        let (placeholder, unit) = (&self.definition.placeholder, &self.definition.unit);
        let range = self.typed.value.map(|now| {
            let min = self.notches.min().unwrap_or(Decimal::MIN);
            let max = self.notches.max().unwrap_or(Decimal::MAX).max(min);
            let text = Message::Measured { value: now, places: 0, unit: unit.clone() };
            Range { now, min, max, text: world.message(&text) }
        });
        StepperView {
            value: self.typed.value,
            text: self.text(),
            placeholder: placeholder.clone(),
            unit: unit.clone(),
            signed: self.notches.min().is_none_or(|min| min.is_sign_negative()),
            at_first: stuck(-1),
            at_last: stuck(1),
            semantics: Semantics { range, ..self.conditions.semantics(Role::SpinButton, &problem) },
            problem,
        }
    }
}

uniform! {
    Stepper(Stepper),
    fn kind(&self) -> ValueKind {
        ValueKind::Number
    }
    fn value_text(&self) -> String {
        Stepper::view(self).semantics.range.map(|range| range.text).unwrap_or_default()
    }
    fn notches(&self) -> Option<&Notches> {
        Some(Stepper::notches(self))
    }
    fn world(&self) -> AnyWorld {
        Stepper::world(self)
    }
    fn set_value(&mut self, value: Value) -> Result<(), Refusal> {
        Stepper::set_value(self, Taken::taken(value)?)
    }
    fn set_nearest(&mut self, value: Value) -> Result<(), Refusal> {
        Stepper::set_nearest(self, Taken::taken(value)?);
        Ok(())
    }
    fn step_by(&mut self, steps: i32) -> Result<(), Refusal> {
        Stepper::step_by(self, steps)
    }
    fn violations(&self, value: &Value) -> Vec<Invalid> {
        value.number().map(|number| violations(&self.notches, number)).unwrap_or_default()
    }
    fn audit(&self) -> Vec<Remark> {
        Stepper::audit(self)
    }
    fn draft(&self) -> Option<Vec<String>> {
        self.typed.draft().map(|text| vec![text.to_owned()])
    }
    fn drop_draft(&mut self) {
        self.typed.drop_draft();
    }
}

/// Reads what is typed: a number, with or without the unit after it, as in a text that was copied.
fn read(world: &AnyWorld, unit: &str, text: &str) -> Result<Decimal, NumberError> {
    let text = text.trim_end();
    read_number(&**world, text.strip_suffix(unit).unwrap_or(text))
}
