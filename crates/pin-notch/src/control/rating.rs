//! A number shown as a row of icons, some of them lit. It may be empty, which is not zero.
//!
//! To assistive technology it is a slider (the ARIA practices' [rating slider][apg]), not a group of
//! radio buttons: a rating takes any step, and a radio button for each tenth of ten icons would be a
//! hundred stops to read through, while a slider is one value with one text.
//!
//! [apg]: https://www.w3.org/WAI/ARIA/apg/patterns/slider/examples/slider-rating/

mod view;

pub use view::RatingView;

use super::given::Given;
use super::machine::{conditions_of, machine_methods};
use super::taken::Taken;
use super::uniform::uniform;
use super::{Conditions, ControlError, admit_default};
use crate::definition::{definition, tokens};
use crate::event::{Event, Turn};
use crate::intent::{Intent, Key, Place};
use crate::notches::{Notches, Remark};
use crate::number::parse_number;
use crate::refusal::Refusal;
use crate::refusal::admit;
use crate::surroundings::Surroundings;
use crate::validity::{Invalid, violations};
use crate::value::{Choice, Value, ValueKind};
use crate::wording::Wording;
use crate::world::Direction;
use rust_decimal::Decimal;

/// The greatest number of icons of a rating, which bounds the work that a definition can ask for.
///
/// ```
/// use pin_notch::{MAX_ICONS, Rating};
/// assert!(Rating::builder().max(MAX_ICONS).build().is_ok());
/// assert!(Rating::builder().max(MAX_ICONS + 1).build().is_err());
/// ```
pub const MAX_ICONS: u32 = 1000;

/// Which icons a value lights.
///
/// ```
/// use pin_notch::{Lit, Rating, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let temper = Rating::builder().value(3).lit(Lit::Only).build()?;
/// assert_eq!((temper.view().fill(1), temper.view().fill(2)), (dec!(0), dec!(1)));
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum Lit {
    /// All icons up to the value, the last one partly if the value is not whole.
    #[default]
    UpTo,
    /// Only the icon that the value falls in, as for a row of faces.
    Only,
}

definition! {
    /// The definition of a [`Rating`].
    ///
    /// ```
    /// use pin_notch::{Rating, RatingDefinition, dec};
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let mut definition = RatingDefinition::default();
    /// definition.step = dec!(0.5);
    /// assert_eq!(Rating::new(definition)?.notches().count(), Some(10));
    /// # Ok(()) }
    /// ```
    RatingDefinition,
    /// Builds a [`Rating`]; made by [`Rating::builder`].
    ///
    /// ```
    /// use pin_notch::Rating;
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let temper = Rating::builder().max(3).options(["wild", "lively", "calm"]).value(2).build()?;
    /// assert_eq!(temper.view().readout, "lively");
    /// # Ok(()) }
    /// ```
    RatingBuilder => Rating {
        /// The number of icons.
        max: [count] = 5,
        /// The lowest value that can be chosen; without it, one step. With 0, zero is a value distinct from empty.
        min: [maybe number],
        /// The distance between two allowed values: 0.5 for halves.
        step: [number] = Decimal::ONE,
        /// The default value; without it, the rating starts empty.
        value: [maybe number],
        /// Which icons a value lights: all up to it, or only its own.
        lit: [one Lit],
        /// The icon, as text.
        icon: [text],
        /// The sentence in which the value is shown and spoken, instead of "3.5 of 5".
        wording: [maybe one Wording],
        /// The sentence for a value that is merely pointed at.
        preview_wording: [maybe one Wording],
        /// The text shown and spoken while nothing is chosen.
        empty_wording: [maybe text],
    }
    /// Names of values, shown and spoken instead of numbers: of the option's value or else of 1, 2, 3 and so on.
    options: Choice,
}

/// A rating.
///
/// ```
/// use pin_notch::{dec, Intent, Place, Rating};
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// let mut temper = Rating::builder().step(dec!(0.5)).build()?;
/// assert_eq!(temper.value(), None);
///
/// assert_eq!(temper.handle(Intent::Point(Place::across(0.69))).to_string(), "preview 3.5");
/// assert_eq!(temper.handle(Intent::Leave).to_string(), "preview end");
///
/// let turn = temper.handle(Intent::Press(Place::across(0.69)));
/// assert_eq!(turn.to_string(), "input 3.5, change 3.5");
/// assert_eq!(temper.view().fill(3), dec!(0.5)); // the fourth icon is lit by half
/// # Ok(()) }
/// ```
///
/// Everything it offers:
///
/// ```
/// use pin_notch::{Rating, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut temper = Rating::builder()
///     .max(3)
///     .min(0)
///     .value(2)
///     .options(["fierce", "lively", "calm"])
///     .wording("{name}".parse()?)
///     .preview_wording("{name}?".parse()?)
///     .empty_wording("not seen")
///     .build()?;
/// assert_eq!(temper.view().readout, "lively");
/// assert_eq!(temper.notches().count(), Some(4));
/// temper.set_value(None)?;
/// assert_eq!(temper.view().readout, "not seen");
/// assert_eq!(temper.set_nearest(Some(dec!(2.6))), Some(dec!(3)));
/// assert_ne!(temper.value(), temper.default_value());
/// temper.step_by(-1)?;
/// temper.reset();
/// assert!(temper.validity().is_empty() && temper.audit().is_empty());
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
pub struct Rating {
    definition: RatingDefinition,
    conditions: Conditions,
    surroundings: Surroundings,
    notches: Notches,
    names: Vec<(Decimal, String)>,
    /// The default value.
    start: Option<Decimal>,
    value: Option<Decimal>,
    given: Given<Option<Decimal>>,
    preview: Option<Decimal>,
    /// The value pressed last, while the pointer rests on it. Pointing at it previews nothing; otherwise a
    /// rating just cleared would look full until the pointer leaves.
    pressed: Option<Decimal>,
}

/// What a definition describes.
struct Checked {
    notches: Notches,
    names: Vec<(Decimal, String)>,
    start: Option<Decimal>,
}

fn checked(definition: &RatingDefinition) -> Result<Checked, ControlError> {
    let RatingDefinition { max: icons, min, step, .. } = *definition;
    if icons == 0 || icons > MAX_ICONS {
        return Err(ControlError::Icons { icons });
    }
    let most = Decimal::from(icons);
    if let Some(min) = min.filter(|min| *min < Decimal::ZERO || *min > most) {
        return Err(ControlError::RatingMin { min, icons });
    }
    let notches = Notches::builder().min(min.unwrap_or(step)).max(most).step(step);
    let notches = notches.step_base(Decimal::ZERO).build()?;
    let names = names(&definition.options)?;
    let named = |value: &Decimal| value.is_zero() || notches.contains(*value);
    if let Some((value, _)) = names.iter().find(|(value, _)| !named(value)) {
        return Err(ControlError::Name { value: *value });
    }
    let start = definition.value.map(|value| admit_default(&notches, value)).transpose()?;
    Ok(Checked { notches, names, start })
}

/// The names given by options: to the number in their value or, if they have no value of their own, to 1,
/// 2, 3 and so on by position.
fn names(options: &[Choice]) -> Result<Vec<(Decimal, String)>, ControlError> {
    let one = |(at, option): (usize, &Choice)| {
        let value = match option.value == option.text {
            true => Decimal::from(at as u64 + 1),
            false => parse_number(&option.value)
                .map_err(|_| ControlError::NotNamed { value: option.value.clone() })?,
        };
        Ok((value, option.text.clone()))
    };
    options.iter().enumerate().map(one).collect()
}

impl Rating {
    machine_methods!(RatingDefinition, RatingBuilder);

    fn made(definition: RatingDefinition) -> Result<Self, ControlError> {
        let Checked { notches, names, start } = checked(&definition)?;
        let conditions = conditions_of!(definition);
        Ok(Self {
            definition,
            conditions,
            surroundings: Surroundings::default(),
            notches,
            names,
            start,
            value: start,
            given: Given::Definition,
            preview: None,
            pressed: None,
        })
    }

    fn redefined(&mut self, definition: RatingDefinition) -> Result<(), ControlError> {
        let Checked { notches, names, start } = checked(&definition)?;
        let near = |value: &Option<Decimal>| notches.nearest_of(*value);
        self.value = self.given.under(start, &self.value, near);
        (self.preview, self.pressed) = (near(&self.preview), near(&self.pressed));
        self.conditions = conditions_of!(definition).after(&self.conditions);
        (self.definition, self.notches, self.names, self.start) =
            (definition, notches, names, start);
        Ok(())
    }

    /// The values it accepts, besides being empty.
    pub fn notches(&self) -> &Notches {
        &self.notches
    }

    /// The value, if any.
    pub fn value(&self) -> Option<Decimal> {
        self.value
    }

    /// The default value, if any.
    pub fn default_value(&self) -> Option<Decimal> {
        self.start
    }

    /// Sets the value, or makes it empty. This is a change made by the program, so it produces no event.
    ///
    /// # Errors
    /// Says why it cannot take exactly this value, and leaves it unchanged.
    pub fn set_value(&mut self, value: Option<Decimal>) -> Result<(), Refusal> {
        self.value = value.map(|value| admit(&self.notches, value)).transpose()?;
        self.given = Given::Program(value);
        Ok(())
    }

    /// Sets the value to the allowed one nearest to `value`, or makes it empty, and returns it. `value` is
    /// remembered: when the definition changes, the nearest value is found anew.
    pub fn set_nearest(&mut self, value: Option<Decimal>) -> Option<Decimal> {
        self.value = self.notches.nearest_of(value);
        self.given = Given::Program(value);
        self.value
    }

    /// Steps the value up, or down if the number is negative, like HTML's `stepUp()` and `stepDown()`,
    /// which treat an empty value as 0. This is a change made by the program, so it produces no event.
    ///
    /// # Errors
    /// Says why the value did not change.
    pub fn step_by(&mut self, steps: i32) -> Result<(), Refusal> {
        let steps = steps.into();
        let to = match self.value {
            Some(value) => self.notches.stepped(value, steps),
            None => self.notches.stepped_from_empty(steps),
        };
        self.set_value(Some(to.ok_or(Refusal::at_end(steps, &self.notches))?))
    }

    /// Restores the default value, which may be none. (To make it empty, set it to `None`.)
    pub fn reset(&mut self) {
        (self.value, self.given) = (self.start, Given::Definition);
        (self.preview, self.pressed) = (None, None);
    }

    /// Why the value, or its absence, is not acceptable; empty when it is.
    pub fn validity(&self) -> Vec<Invalid> {
        let found = self.value.map(|value| violations(&self.notches, value)).unwrap_or_default();
        self.conditions.validity(self.value.is_none(), found)
    }

    /// Remarks on what is legal in the definition but likely to surprise.
    pub fn audit(&self) -> Vec<Remark> {
        self.notches.audit_with(self.definition.value)
    }

    /// Carries out an intent. Allocates nothing.
    ///
    /// Pressing chooses the step at that place; pressing the chosen value again clears it, unless a value
    /// is required. Right and Up move one step up, Left and Down one step down (Left and Right are swapped
    /// if text runs right to left). Page keys move by a whole icon or a tenth of the notches, Home and End
    /// go to the ends, and Delete and Backspace clear. From empty, stepping up leads to the first value.
    pub fn handle(&mut self, intent: Intent) -> Turn<Option<Decimal>> {
        let turn = self.carry_out(intent).unwrap_or_else(Turn::Refused);
        if turn.change().is_some() {
            self.given = Given::Person;
        }
        turn
    }

    fn carry_out(&mut self, intent: Intent) -> Result<Turn<Option<Decimal>>, Refusal> {
        if intent == Intent::Leave {
            return self.leave();
        }
        self.conditions.admit()?;
        match intent {
            Intent::Point(place) => self.point(self.value_at(place)?),
            Intent::Press(place) => self.press(self.value_at(place)?),
            Intent::Choose(value) => match admit(&self.notches, value)? {
                value if self.value == Some(value) => Err(Refusal::Unchanged),
                value => Ok(self.settle(Some(value))),
            },
            Intent::Clear | Intent::Key(Key::Delete | Key::Backspace) => self.clear(),
            Intent::Key(key) => self.key(key),
            Intent::Step(0) => Err(Refusal::Unchanged),
            Intent::Step(steps) => self.step(steps.into(), None),
            _ => Err(Refusal::NotForThis),
        }
    }

    /// This is handled even if disabled, so that no preview outlives the pointer.
    fn leave(&mut self) -> Result<Turn<Option<Decimal>>, Refusal> {
        let (preview, pressed) = (self.preview.take(), self.pressed.take());
        preview.or(pressed).ok_or(Refusal::Unchanged)?;
        Ok(Turn::one(Event::PreviewEnd))
    }

    fn point(&mut self, value: Decimal) -> Result<Turn<Option<Decimal>>, Refusal> {
        if self.preview == Some(value) || self.pressed == Some(value) {
            return Err(Refusal::Unchanged);
        }
        (self.preview, self.pressed) = (Some(value), None);
        Ok(Turn::one(Event::Preview(Some(value))))
    }

    fn press(&mut self, value: Decimal) -> Result<Turn<Option<Decimal>>, Refusal> {
        let turn = match self.value == Some(value) {
            true => self.clear()?,
            false => self.settle(Some(value)),
        };
        self.pressed = Some(value);
        Ok(turn)
    }

    fn clear(&mut self) -> Result<Turn<Option<Decimal>>, Refusal> {
        match self.value {
            None => Err(Refusal::Empty),
            Some(_) if self.conditions.required => Err(Refusal::Required),
            Some(_) => Ok(self.settle(None)),
        }
    }

    fn settle(&mut self, value: Option<Decimal>) -> Turn<Option<Decimal>> {
        self.value = value;
        match self.preview.take() {
            None => Turn::settled(value),
            Some(_) => Turn::settled(value).ending_preview(),
        }
    }

    fn key(&mut self, key: Key) -> Result<Turn<Option<Decimal>>, Refusal> {
        let across = match self.surroundings.direction() {
            Direction::LeftToRight => 1,
            Direction::RightToLeft => -1,
        };
        let steps = match key {
            Key::Right => across,
            Key::Left => -across,
            Key::Up => 1,
            Key::Down => -1,
            Key::PageUp => self.page(),
            Key::PageDown => -self.page(),
            Key::Home => -i128::MAX,
            Key::End => i128::MAX,
            _ => return Err(Refusal::NotForThis),
        };
        self.step(steps, Some(key))
    }

    fn step(&mut self, steps: i128, key: Option<Key>) -> Result<Turn<Option<Decimal>>, Refusal> {
        let to = match self.value {
            Some(value) => self.notches.stepped(value, steps),
            None if key == Some(Key::End) => self.notches.last(),
            None if steps > 0 || key == Some(Key::Home) => self.notches.first(),
            None => None,
        };
        Ok(self.settle(Some(to.ok_or(Refusal::at_end(steps, &self.notches))?)))
    }

    /// The number of steps that a page key moves: one whole icon, or a tenth of the notches.
    fn page(&self) -> i128 {
        let icon = self.notches.strides_in(Decimal::ONE);
        if icon > 1 { icon } else { (self.notches.steps_across() / 10).max(1) }
    }

    fn value_at(&self, place: Place) -> Result<Decimal, Refusal> {
        let from_start = match self.surroundings.direction() {
            Direction::LeftToRight => place.x,
            Direction::RightToLeft => 1.0 - place.x,
        };
        if from_start.is_nan() {
            return Err(Refusal::NoPlace);
        }
        let amount = from_start * f64::from(self.definition.max);
        self.notches.reaching(amount).ok_or(Refusal::NoValue)
    }
}

tokens! {
    Lit, Lit {
        Self::UpTo => "up-to" = Self::UpTo,
        Self::Only => "only" = Self::Only,
    }
}

uniform! {
    Rating(Rating),
    fn kind(&self) -> ValueKind {
        ValueKind::Number
    }
    fn value_text(&self) -> String {
        Rating::view(self).semantics.range.map(|range| range.text).unwrap_or_default()
    }
    fn empty_text(&self) -> String {
        self.value_text()
    }
    fn notches(&self) -> Option<&Notches> {
        Some(Rating::notches(self))
    }
    fn set_value(&mut self, value: Value) -> Result<(), Refusal> {
        Rating::set_value(self, Taken::taken(value)?)
    }
    fn set_nearest(&mut self, value: Value) -> Result<(), Refusal> {
        Rating::set_nearest(self, Taken::taken(value)?);
        Ok(())
    }
    fn step_by(&mut self, steps: i32) -> Result<(), Refusal> {
        Rating::step_by(self, steps)
    }
    fn violations(&self, value: &Value) -> Vec<Invalid> {
        value.number().map(|number| violations(&self.notches, number)).unwrap_or_default()
    }
    fn audit(&self) -> Vec<Remark> {
        Rating::audit(self)
    }
}
