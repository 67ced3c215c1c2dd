//! A number that is typed or stepped: the ARIA practices' [spinbutton pattern][apg].
//!
//! What is being typed is a *draft*, kept apart from the value. "-" or "1." destroys nothing, and the
//! value never overwrites what somebody is in the middle of typing.
//!
//! [apg]: https://www.w3.org/WAI/ARIA/apg/patterns/spinbutton/

use super::conditions::condition_methods;
use super::draft::Typed;
use super::setting::{Label, Manner, Setting, SettingError};
use super::uniform::uniform;
use super::value::Taken;
use super::{Conditions, ControlError, Value, ValueKind, admit, admit_default};
use crate::event::Turn;
use crate::intent::{Intent, Key};
use crate::notches::{Notches, Remark};
use crate::refusal::Refusal;
use crate::semantics::{Range, Role, Semantics};
use crate::validity::{Invalid, against, in_words};
use crate::world::{AnyWorld, read_number, show_number};
use rust_decimal::Decimal;

/// A number stepper.
///
/// ```
/// use pin_notch::{dec, Intent, Notches, Stepper};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mites = Notches::builder().min(dec!(0)).max(dec!(60)).build()?;
/// let mut mites = Stepper::new(mites)?;
/// assert_eq!(mites.handle(Intent::Type("1")).to_string(), "input 1");
/// assert_eq!(mites.handle(Intent::Type("1.")).to_string(), "draft");
/// assert_eq!((mites.value(), mites.text().as_str()), (Some(dec!(1)), "1."));
/// assert_eq!(mites.handle(Intent::Type("12")).to_string(), "input 12");
/// assert_eq!(mites.handle(Intent::Settle).to_string(), "change 12");
/// # Ok(()) }
/// ```
///
/// Its definition, its value and its conditions:
///
/// ```
/// use pin_notch::{Notches, Stepper, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut mites = Stepper::new(Notches::new(dec!(0), dec!(300), dec!(1))?)?
///     .starting_at(dec!(9))?
///     .in_unit("per 300 bees")
///     .prompting("mites")
///     .wrapping();
/// assert_eq!((mites.unit(), mites.prompt(), mites.wraps()), ("per 300 bees", "mites", true));
/// assert_eq!(mites.view().text, "9");
/// assert_eq!(mites.notches().count(), Some(301));
/// mites.set_value(Some(dec!(12)))?;
/// assert_ne!(mites.value(), mites.default_value());
/// mites.reset();
/// mites.set_required(true);
/// assert!(mites.conditions().required && mites.validity().is_empty() && mites.audit().is_empty());
/// mites.conditions_mut().required = false;
/// mites.set_read_only(true);
/// mites.set_disabled(true);
/// # Ok(()) }
/// ```
#[derive(Clone, Debug)]
pub struct Stepper {
    notches: Notches,
    held: Typed<Decimal>,
    default: Option<Decimal>,
    given_default: Option<Decimal>,
    conditions: Conditions,
    unit: String,
    prompt: String,
    wraps: bool,
    world: AnyWorld,
}

/// All that a face needs to draw a stepper.
///
/// ```
/// use pin_notch::{Notches, Stepper, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mites = Stepper::new(Notches::new(dec!(0), dec!(300), dec!(1))?)?.starting_at(dec!(300))?;
/// let view = mites.view();
/// assert_eq!((view.text.as_str(), view.at_first, view.at_last), ("300", false, true));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
#[non_exhaustive]
pub struct StepperView {
    /// The value.
    pub value: Option<Decimal>,
    /// What stands in the field: the draft, else the value; empty when there is neither.
    pub text: String,
    /// What stands there faintly while it is empty.
    pub prompt: String,
    /// What stands behind the field; empty when the value has no unit.
    pub unit: String,
    /// Whether there is nothing below the value, so that a button for it can be disabled.
    pub at_first: bool,
    /// Whether there is nothing above it.
    pub at_last: bool,
    /// What assistive technology is told.
    pub semantics: Semantics,
    /// What is wrong, in words for the person; empty when nothing is.
    pub problem: String,
}

impl Stepper {
    /// A stepper over these notches, with or without bounds. It starts on their default value, or empty.
    ///
    /// # Errors
    /// [`ControlError::Default`] when the default value is out of bounds.
    pub fn new(notches: Notches) -> Result<Self, ControlError> {
        let stepper = Self {
            notches,
            held: Typed::new(None),
            default: None,
            given_default: None,
            conditions: Conditions::default(),
            unit: String::new(),
            prompt: String::new(),
            wraps: false,
            world: AnyWorld::default(),
        };
        match notches.default_value() {
            Some(value) => stepper.starting_at(value),
            None => Ok(stepper),
        }
    }

    /// Writes and reads numbers as this world does.
    ///
    /// ```
    /// use pin_notch::{dec, Intent, Notches, Stepper, World};
    /// struct Comma;
    /// impl World for Comma {
    ///     fn decimal_separator(&self) -> char { ',' }
    /// }
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let frames = Notches::new(dec!(0), dec!(11), dec!(0.25))?;
    /// let mut brood = Stepper::new(frames)?.in_world(Comma);
    /// assert_eq!(brood.handle(Intent::Type("1,5")).to_string(), "input 1.5");
    /// let _ = brood.handle(Intent::Settle);
    /// assert_eq!(brood.text(), "1,50");
    /// # Ok(()) }
    /// ```
    pub fn in_world(mut self, world: impl Into<AnyWorld>) -> Self {
        self.world = world.into();
        self
    }

    /// Starts, and after a reset starts again, on this value. One that is off the notches is snapped to
    /// the nearest, and [`audit`](Self::audit) says so.
    ///
    /// # Errors
    /// [`ControlError::Default`] when the value is out of bounds.
    pub fn starting_at(mut self, value: Decimal) -> Result<Self, ControlError> {
        self.start(value)?;
        Ok(self)
    }

    fn start(&mut self, value: Decimal) -> Result<(), ControlError> {
        self.default = Some(admit_default(&self.notches, value)?);
        self.held = Typed::new(self.default);
        self.given_default = Some(value);
        Ok(())
    }

    /// Shows and speaks this unit after the value.
    pub fn in_unit(mut self, unit: impl Into<String>) -> Self {
        self.unit = unit.into();
        self
    }

    /// Shows this in the field while it is empty.
    pub fn prompting(mut self, prompt: impl Into<String>) -> Self {
        self.prompt = prompt.into();
        self
    }

    /// What is shown while it is empty.
    pub fn prompt(&self) -> &str {
        &self.prompt
    }

    /// Steps from the last notch to the first and back, as hours do.
    pub fn wrapping(mut self) -> Self {
        self.wraps = true;
        self
    }

    condition_methods!();

    /// The values it can take, besides being empty.
    pub fn notches(&self) -> &Notches {
        &self.notches
    }

    /// The value, if there is one.
    pub fn value(&self) -> Option<Decimal> {
        self.held.value
    }

    /// The value it starts with, if any.
    pub fn default_value(&self) -> Option<Decimal> {
        self.default
    }

    /// The unit shown and spoken after the value; empty when there is none.
    pub fn unit(&self) -> &str {
        &self.unit
    }

    /// Whether it steps from the last notch to the first.
    pub fn wraps(&self) -> bool {
        self.wraps
    }

    /// What stands in the field: the draft, else the value with all its decimal places.
    pub fn text(&self) -> String {
        match (self.held.draft(), self.held.value) {
            (Some(draft), _) => draft.to_owned(),
            (None, Some(value)) => show_number(&*self.world, value, self.notches.places()),
            (None, None) => String::new(),
        }
    }

    /// Sets the value, or makes it empty. The program does this, so no event comes of it, and it does not
    /// touch what somebody is typing: a value that comes back from a listener is no reason to lose a
    /// keystroke.
    ///
    /// # Errors
    /// Why it cannot take this very value; it is then as it was.
    pub fn set_value(&mut self, value: Option<Decimal>) -> Result<(), Refusal> {
        self.held.value = value.map(|value| admit(&self.notches, value)).transpose()?;
        Ok(())
    }

    /// Back to the default value, which may be none; a draft is dropped.
    pub fn reset(&mut self) {
        self.held.reset(self.default);
    }

    /// Why what it holds is not acceptable: a draft that cannot be taken counts before the value.
    pub fn validity(&self) -> Vec<Invalid> {
        let drafted = self.held.drafted();
        let found = match (drafted.map(|text| read_number(&*self.world, text)), self.held.value) {
            (Some(Err(error)), _) => vec![Invalid::BadInput(format!("{error}."))],
            (Some(Ok(number)), _) => against(&self.notches, number),
            (None, Some(value)) => against(&self.notches, value),
            (None, None) => Vec::new(),
        };
        self.conditions.validity(drafted.is_none() && self.held.value.is_none(), found)
    }

    /// What is legal in the definition and will surprise somebody.
    pub fn audit(&self) -> Vec<Remark> {
        self.notches.audit_with(self.given_default)
    }

    /// Carries out an intent.
    ///
    /// Typing moves the value whenever the text is an allowed number, and empties it with the field;
    /// any other text is a draft, and the value stays. Settling (leaving the field, or Enter) takes the
    /// draft, or refuses with what is wrong and keeps it for mending; Escape drops it and goes back. Up
    /// and Down step once, page keys by ten, Home and End go to the ends, where there are any.
    pub fn handle(&mut self, intent: Intent) -> Turn<Option<Decimal>> {
        self.carry_out(intent).unwrap_or_else(Turn::Refused)
    }

    fn carry_out(&mut self, intent: Intent) -> Result<Turn<Option<Decimal>>, Refusal> {
        self.conditions.admit()?;
        match intent {
            Intent::Type(text) => self.type_text(text),
            Intent::Settle | Intent::Key(Key::Enter) => self.settle_draft(),
            Intent::Key(Key::Escape) => self.held.cancel(),
            Intent::Choose(value) => {
                let value = admit(&self.notches, value)?;
                self.take(Some(value))
            }
            Intent::Clear if self.held.is_empty() => Err(Refusal::Empty),
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
        let (notches, world) = (&self.notches, &*self.world);
        let read = |text: &str| read_number(world, text).ok().filter(|n| notches.contains(*n));
        Ok(self.held.type_text(text, read))
    }

    fn settle_draft(&mut self) -> Result<Turn<Option<Decimal>>, Refusal> {
        let (notches, world) = (&self.notches, &*self.world);
        let read = |text: &str| read_number(world, text).map_err(|_| Refusal::NotANumber);
        self.held.settle(|text| admit(notches, read(text)?))
    }

    /// Takes a value at once, unless that changes nothing; a draft is over.
    fn take(&mut self, value: Option<Decimal>) -> Result<Turn<Option<Decimal>>, Refusal> {
        match value == self.held.value && self.held.draft().is_none() {
            true => Err(Refusal::Unchanged),
            false => Ok(self.held.take(value)),
        }
    }

    fn step(&mut self, steps: i128) -> Result<Turn<Option<Decimal>>, Refusal> {
        if self.notches.is_empty() {
            return Err(Refusal::NoValue);
        }
        let to = match self.held.value {
            Some(value) => self.notches.stepped(value, steps).or_else(|| self.around(steps)),
            // From empty, as from HTML's 0: to the nearest end, else to the step base.
            None if steps > 0 => self.notches.first().or(Some(self.notches.snap(Decimal::ZERO))),
            None => self.notches.last().or(Some(self.notches.snap(Decimal::ZERO))),
        };
        let end = match steps {
            0 => Refusal::Unchanged,
            1.. => Refusal::AtLast,
            _ => Refusal::AtFirst,
        };
        self.take(Some(to.ok_or(end)?))
    }

    /// The other end, where steps wrap.
    fn around(&self, steps: i128) -> Option<Decimal> {
        let other = if steps > 0 { self.notches.first() } else { self.notches.last() };
        other.filter(|_| self.wraps && steps != 0)
    }

    /// All that a face needs to draw it.
    pub fn view(&self) -> StepperView {
        let problem = in_words(&self.validity());
        let stuck = |steps| {
            let none = |value| self.notches.stepped(value, steps).is_none();
            self.held.value.is_some_and(none) && self.around(steps).is_none()
        };
        let number = |value: Decimal| match self.unit.as_str() {
            "" => show_number(&*self.world, value, 0),
            unit => format!("{} {unit}", show_number(&*self.world, value, 0)),
        };
        let range = self.held.value.map(|now| Range {
            now,
            min: self.notches.min().unwrap_or(Decimal::MIN),
            max: self.notches.max().unwrap_or(Decimal::MAX),
            text: number(now),
        });
        StepperView {
            value: self.held.value,
            text: self.text(),
            prompt: self.prompt.clone(),
            unit: self.unit.clone(),
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
    fn value(&self) -> Value {
        self.held.value.into()
    }
    fn default_value(&self) -> Value {
        self.default.into()
    }
    fn set_value(&mut self, value: Value) -> Result<(), Refusal> {
        Stepper::set_value(self, Taken::taken(value)?)
    }
    fn put(&mut self, setting: &Setting) -> Result<(), SettingError> {
        match setting {
            Setting::Start(value) => self.start(Taken::taken_always(value.clone())?)?,
            Setting::Label(Label::Unit, unit) => self.unit.clone_from(unit),
            Setting::Label(Label::Prompt, prompt) => self.prompt.clone_from(prompt),
            Setting::Is(Manner::Wrapping) => self.wraps = true,
            _ => return Err(SettingError::NotForThis),
        }
        Ok(())
    }
    fn against(&self, value: &Value) -> Vec<Invalid> {
        value.number().map(|number| against(&self.notches, number)).unwrap_or_default()
    }
    fn nearest(&self, value: Value) -> Value {
        value.number().map_or(value, |number| self.notches.snap(number).into())
    }
    fn audit(&self) -> Vec<Remark> {
        Stepper::audit(self)
    }
    fn is_drafting(&self) -> bool {
        self.held.draft().is_some()
    }
    fn set_world(&mut self, world: &AnyWorld) {
        self.world = world.clone();
    }
}

/// How many steps a button has made that was pressed so many milliseconds ago and is still held: one at
/// once, and from 400 ms on one every 80 ms, each of ten steps after 2 s and of a hundred after 5 s.
///
/// A pure function of the time, so that a face that misses a frame loses no step: it asks for the
/// difference to what it asked for before.
///
/// ```
/// use pin_notch::steps_held;
/// assert_eq!((steps_held(0), steps_held(399), steps_held(400)), (1, 1, 2));
/// assert_eq!(steps_held(2080) - steps_held(2000), 10);
/// ```
pub fn steps_held(milliseconds: u32) -> u32 {
    const WAIT: u32 = 400;
    const EVERY: u32 = 80;
    let ticks = |until: u32| match milliseconds.min(until).checked_sub(WAIT) {
        Some(time) => time / EVERY + 1,
        None => 0,
    };
    let (slow, faster, all) = (ticks(2000), ticks(5000), ticks(u32::MAX));
    (1 + slow + 10 * (faster - slow)).saturating_add((all - faster).saturating_mul(100))
}
