//! The controls. Each is a machine that turns intents into turns, and has a view that a face draws.
//!
//! The types in this folder are what a program uses when it knows which control it has. [`Control`] is
//! any of them, for what does not: a form, or a face that builds controls from markup.

mod checkbox;
mod conditions;
mod date;
mod draft;
mod items;
mod rating;
mod select;
mod slider;
mod span;
mod stepper;
mod switch;
mod track;

pub use checkbox::{CheckGroup, Checkbox, CheckboxView};
pub use conditions::Conditions;
pub use date::{Blocked, DateGrid, DatePicker, DateView, GridDay};
pub use items::ItemStepper;
pub use rating::{Lit, MAX_ICONS, Rating, RatingView};
pub use select::{Choice, Listing, Row, Select, Token};
pub use slider::{Slider, SliderView};
pub use span::{Meeting, Span, SpanSlider, SpanView};
pub use stepper::{Stepper, StepperView, steps_held};
pub use switch::{Switch, SwitchView};

use crate::event::{Refusal, Shown, Turn};
use crate::intent::Intent;
use crate::notches::{Notches, NotchesError, Remark};
use crate::number::{number_text, parse_number};
use crate::semantics::Semantics;
use crate::validity::{Invalid, against};
use core::fmt;
use rust_decimal::Decimal;

/// Which way a line of text runs; a control beside it runs the same way.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum Direction {
    /// Left to right.
    #[default]
    LeftToRight,
    /// Right to left.
    RightToLeft,
}

/// The value of any control.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub enum Value {
    /// Nothing is chosen. This is neither zero nor the minimum.
    Empty,
    /// A number.
    Number(Decimal),
    /// On or off.
    On(bool),
}

impl From<Decimal> for Value {
    fn from(value: Decimal) -> Self {
        Self::Number(value)
    }
}

impl From<Option<Decimal>> for Value {
    fn from(value: Option<Decimal>) -> Self {
        value.map_or(Self::Empty, Self::Number)
    }
}

impl From<bool> for Value {
    fn from(value: bool) -> Self {
        Self::On(value)
    }
}

impl Shown for Value {
    fn shown(&self) -> String {
        match self {
            Self::Empty => None::<bool>.shown(),
            Self::Number(value) => value.shown(),
            Self::On(value) => value.shown(),
        }
    }
}

impl fmt::Display for Value {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(&self.shown())
    }
}

/// Why a control cannot be built.
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub enum ControlError {
    /// The notches make no sense.
    Notches(NotchesError),
    /// A slider's track has to begin and end somewhere.
    Unbounded {
        /// The bound that is missing: `min` or `max`.
        missing: &'static str,
    },
    /// The default value is not acceptable.
    Default {
        /// The default value that was given.
        value: Decimal,
        /// What is wrong with it.
        why: Refusal,
    },
    /// No notch lies between the bounds, so there is no value to start with.
    NoNotch,
    /// The distances that a span has to keep make no sense, or no span of notches keeps them.
    Distance {
        /// The least distance of the two values.
        least: Decimal,
        /// The greatest.
        greatest: Decimal,
    },
    /// A rating has no icons, or more than [`MAX_ICONS`].
    Icons {
        /// The number that was given.
        icons: u32,
    },
    /// A rating's minimum is negative or above its number of icons.
    RatingMin {
        /// The minimum that was given.
        min: Decimal,
        /// The number of icons.
        icons: u32,
    },
}

impl fmt::Display for ControlError {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::Notches(error) => error.fmt(f),
            Self::Unbounded { missing } => {
                write!(f, "{missing} is missing: a slider needs both ends of its track")
            }
            Self::Default { value, why } => {
                write!(f, "default value {} is not allowed: {why}", number_text(*value))
            }
            Self::NoNotch => f.write_str("no value is allowed: no notch lies between the bounds"),
            Self::Distance { least, greatest } => write!(
                f,
                "a distance from {} to {} is not possible: it has to lie between 0 and the range",
                number_text(*least),
                number_text(*greatest)
            ),
            Self::Icons { icons } => {
                write!(f, "{icons} icons are not allowed: a rating has 1 to {MAX_ICONS}")
            }
            Self::RatingMin { min, icons } => write!(
                f,
                "min {} is not allowed: the minimum of a rating with {icons} icons lies from 0 to {icons}",
                number_text(*min)
            ),
        }
    }
}

impl std::error::Error for ControlError {}

impl From<NotchesError> for ControlError {
    fn from(error: NotchesError) -> Self {
        Self::Notches(error)
    }
}

/// Any control.
#[derive(Clone, Debug)]
#[non_exhaustive]
pub enum Control {
    /// A number on a track.
    Slider(Slider),
    /// A number shown as a row of icons; may be empty.
    Rating(Rating),
    /// On or off.
    Switch(Switch),
}

/// The view of any control: all that a face needs to draw it.
#[derive(Clone, Debug, PartialEq)]
#[non_exhaustive]
pub enum View {
    /// See [`SliderView`].
    Slider(SliderView),
    /// See [`RatingView`].
    Rating(RatingView),
    /// See [`SwitchView`].
    Switch(SwitchView),
}

impl View {
    /// What assistive technology is told.
    pub fn semantics(&self) -> &Semantics {
        match self {
            Self::Slider(view) => &view.semantics,
            Self::Rating(view) => &view.semantics,
            Self::Switch(view) => &view.semantics,
        }
    }
}

impl From<Slider> for Control {
    fn from(slider: Slider) -> Self {
        Self::Slider(slider)
    }
}

impl From<Rating> for Control {
    fn from(rating: Rating) -> Self {
        Self::Rating(rating)
    }
}

impl From<Switch> for Control {
    fn from(switch: Switch) -> Self {
        Self::Switch(switch)
    }
}

impl Control {
    /// Carries out an intent.
    pub fn handle(&mut self, intent: Intent) -> Turn<Value> {
        match self {
            Self::Slider(slider) => slider.handle(intent).map(Value::from),
            Self::Rating(rating) => rating.handle(intent).map(Value::from),
            Self::Switch(switch) => switch.handle(intent).map(Value::from),
        }
    }

    /// All that a face needs to draw it.
    pub fn view(&self) -> View {
        match self {
            Self::Slider(slider) => View::Slider(slider.view()),
            Self::Rating(rating) => View::Rating(rating.view()),
            Self::Switch(switch) => View::Switch(switch.view()),
        }
    }

    /// The value now.
    pub fn value(&self) -> Value {
        match self {
            Self::Slider(slider) => slider.value().into(),
            Self::Rating(rating) => rating.value().into(),
            Self::Switch(switch) => switch.is_on().into(),
        }
    }

    /// The value it starts with.
    pub fn default_value(&self) -> Value {
        match self {
            Self::Slider(slider) => slider.default_value().into(),
            Self::Rating(rating) => rating.default_value().into(),
            Self::Switch(switch) => switch.default_on().into(),
        }
    }

    /// Sets the value. The program does this, so no event comes of it.
    ///
    /// # Errors
    /// Why it cannot take this very value; it is then as it was. A value of another kind, such as a number
    /// for a switch, is refused with [`Refusal::WrongKind`].
    pub fn set_value(&mut self, value: Value) -> Result<(), Refusal> {
        match (self, value) {
            (Self::Slider(slider), Value::Number(number)) => slider.set_value(number),
            (Self::Slider(_), Value::Empty) => Err(Refusal::NeverEmpty),
            (Self::Rating(rating), Value::Number(number)) => rating.set_value(Some(number)),
            (Self::Rating(rating), Value::Empty) => rating.set_value(None),
            (Self::Switch(switch), Value::On(on)) => {
                switch.set_on(on);
                Ok(())
            }
            _ => Err(Refusal::WrongKind),
        }
    }

    /// Puts the value back to the default and drops whatever gesture is under way. The program does
    /// this, so no event comes of it.
    pub fn reset(&mut self) {
        match self {
            Self::Slider(slider) => slider.reset(),
            Self::Rating(rating) => rating.reset(),
            Self::Switch(switch) => switch.reset(),
        }
    }

    /// Whether it is disabled, read-only, required, or objected to by the program.
    pub fn conditions(&self) -> &Conditions {
        match self {
            Self::Slider(slider) => slider.conditions(),
            Self::Rating(rating) => rating.conditions(),
            Self::Switch(switch) => switch.conditions(),
        }
    }

    /// The same, to be changed.
    pub fn conditions_mut(&mut self) -> &mut Conditions {
        match self {
            Self::Slider(slider) => slider.conditions_mut(),
            Self::Rating(rating) => rating.conditions_mut(),
            Self::Switch(switch) => switch.conditions_mut(),
        }
    }

    /// Why the value is not acceptable; empty when it is. A disabled or read-only control is not
    /// checked ("barred from constraint validation" in HTML).
    pub fn validity(&self) -> Vec<Invalid> {
        match self {
            Self::Slider(slider) => slider.validity(),
            Self::Rating(rating) => rating.validity(),
            Self::Switch(switch) => switch.validity(),
        }
    }

    /// What is legal in the definition and will surprise somebody.
    pub fn audit(&self) -> Vec<Remark> {
        match self {
            Self::Slider(slider) => slider.audit(),
            Self::Rating(rating) => rating.audit(),
            Self::Switch(_) => Vec::new(),
        }
    }

    /// The value that a form sends for it; `None` when it sends nothing, as for a rating without a
    /// value or a switch that is off.
    pub fn submission_value(&self) -> Option<String> {
        match self {
            Self::Slider(slider) => Some(number_text(slider.value())),
            Self::Rating(rating) => rating.value().map(number_text),
            Self::Switch(switch) => switch.is_on().then(|| switch.submission_value().to_owned()),
        }
    }

    /// What somebody claims this control's value to be (`None`: the form did not send it), re-checked
    /// by the control's own rules. Nothing is changed.
    ///
    /// # Errors
    /// All that is wrong with it. A read-only control accepts only the value it has.
    pub fn check(&self, sent: Option<&str>) -> Result<Value, Vec<Invalid>> {
        let value = match self {
            Self::Slider(slider) => {
                let text = sent.ok_or_else(|| vec![Invalid::ValueMissing])?;
                number_within(slider.notches(), text)?.into()
            }
            Self::Rating(rating) => match sent {
                None | Some("") if rating.conditions().required => {
                    return Err(vec![Invalid::ValueMissing]);
                }
                None | Some("") => Value::Empty,
                Some(text) => number_within(rating.notches(), text)?.into(),
            },
            Self::Switch(switch) => match sent {
                None if switch.conditions().required => return Err(vec![Invalid::ValueMissing]),
                None => Value::On(false),
                Some(text) if text == switch.submission_value() => Value::On(true),
                Some(_) => {
                    let right = switch.submission_value();
                    let message = format!("A switch sends {right:?} when it is on, or nothing.");
                    return Err(vec![Invalid::BadInput(message)]);
                }
            },
        };
        if self.conditions().read_only && value != self.value() {
            let message = format!("The value is read-only and has to stay {}.", self.value());
            return Err(vec![Invalid::BadInput(message)]);
        }
        Ok(value)
    }
}

fn number_within(notches: &Notches, text: &str) -> Result<Decimal, Vec<Invalid>> {
    let value = parse_number(text).map_err(|error| vec![Invalid::BadInput(format!("{error}."))])?;
    match against(notches, value) {
        invalid if invalid.is_empty() => Ok(value),
        invalid => Err(invalid),
    }
}

/// Whether the notches hold this very value, or why not.
fn admit(notches: &Notches, value: Decimal) -> Result<Decimal, Refusal> {
    match (notches.min(), notches.max()) {
        (Some(min), _) if value < min => Err(Refusal::BelowMin { min }),
        (_, Some(max)) if value > max => Err(Refusal::AboveMax { max }),
        _ if notches.is_empty() => Err(Refusal::NoValue),
        _ if !notches.contains(value) => Err(Refusal::OffNotches { nearest: notches.snap(value) }),
        _ => Ok(value),
    }
}

/// The value a control starts with when this default is given: snapped if it is off the notches, which
/// the audit reports, but never brought in from outside the bounds.
fn admit_default(notches: &Notches, value: Decimal) -> Result<Decimal, ControlError> {
    match admit(notches, value) {
        Ok(value) => Ok(value),
        Err(Refusal::OffNotches { nearest }) => Ok(nearest),
        Err(why) => Err(ControlError::Default { value, why }),
    }
}
