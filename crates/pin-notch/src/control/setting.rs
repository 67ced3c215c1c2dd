//! What a definition says of a control besides which it is, one thing at a time and in words that all
//! controls share: for whoever reads definitions, and does not know which control it has.

use super::{Blocked, Choice, ControlError, Direction, Value, ValueKind, Wording};
use crate::calendar::Weekday;
use crate::measure::{Bounds, Line};
use crate::notches::NotchesError;
use crate::refusal::Refusal;
use crate::world::DatePattern;
use core::fmt;
use rust_decimal::Decimal;

/// One thing that a definition says of a control. What it means, the method of the same sense of that
/// control says.
///
/// ```
/// use pin_notch::{Control, Label, Rating, Setting, SettingError, Value, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut temper = Control::from(Rating::new(5)?);
/// temper.put(&Setting::Start(Value::Number(dec!(3))))?;
/// temper.put(&Setting::Label(Label::Empty, "not looked at".into()))?;
/// assert_eq!(temper.default_value(), Value::Number(dec!(3)));
/// // What a control knows nothing of, it refuses; so it does what does not fit.
/// let unit = Setting::Label(Label::Unit, "kg".into());
/// assert_eq!(temper.put(&unit), Err(SettingError::NotForThis));
/// assert!(temper.put(&Setting::Start(Value::Number(dec!(9)))).is_err());
/// # Ok(()) }
/// ```
#[derive(Clone, Debug)]
#[non_exhaustive]
pub enum Setting {
    /// The value it starts with, and starts with again after a reset.
    Start(Value),
    /// The first and the last value there is, where they are not empty, and the step, where it is not the usual
    /// one of days, months, weeks or times.
    Within(Value, Value, Option<Decimal>),
    /// Where the fields of an empty control begin.
    Near(Value),
    /// A text.
    Label(Label, String),
    /// A number.
    Amount(Amount, Decimal),
    /// That it is of this manner.
    Is(Manner),
    /// The sentence in which the value is shown and spoken.
    Readout(Wording),
    /// The sentence for a value that is pointed at.
    Preview(Wording),
    /// How dates are written.
    Pattern(DatePattern),
    /// The day on which weeks begin.
    FirstDay(Weekday),
    /// Which way text runs around it.
    Direction(Direction),
    /// Values with a text each: the marks of a track.
    Marks(Vec<(Decimal, String)>),
    /// What it offers, or the names of its values.
    Options(Vec<Choice>),
    /// The days that cannot be chosen.
    Blocked(Vec<Blocked>),
}

/// What a text of a definition is. See [`Setting`].
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
#[non_exhaustive]
pub enum Label {
    /// The unit after numbers.
    Unit,
    /// What an empty field shows.
    Prompt,
    /// What is sent while it is on.
    Sent,
    /// A longer text beside it.
    Description,
    /// The text of the checkbox above a group.
    Parent,
    /// What is shown and spoken while there is no value.
    Empty,
    /// What is shown beside a switch that is on.
    On,
    /// What is shown beside a switch that is off.
    Off,
}

/// What a number of a definition is. See [`Setting`].
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
#[non_exhaustive]
pub enum Amount {
    /// The lowest value of a rating.
    Min,
    /// The step of a rating.
    Step,
    /// How far page keys go.
    Page,
    /// How many have to be chosen, how many days a span has to have, or how far its ends have to be apart.
    Least,
    /// How many, or how far, at most.
    Most,
}

/// What a control may be. See [`Setting`].
///
/// ```
/// use pin_notch::{Choice, Control, ItemStepper, Manner, Setting};
/// # fn main() -> Result<(), pin_notch::SettingError> {
/// let mut hive = Control::from(ItemStepper::new(vec![Choice::new("1", "Linden")]));
/// hive.put(&Setting::Is(Manner::Wrapping))?;
/// assert!(hive.put(&Setting::Is(Manner::Vertical)).is_err()); // it has no track
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
#[non_exhaustive]
pub enum Manner {
    /// The track stands upright.
    Vertical,
    /// The track runs the other way.
    Reversed,
    /// Equal ways on the track are equal factors.
    Logarithmic,
    /// Only the icon of the value is lit, and not those before it.
    OnlyOne,
    /// A thumb that meets the other pushes it along.
    Pushing,
    /// After the last comes the first.
    Wrapping,
    /// The list is searched by typing.
    Filtered,
    /// The calendar is part of the page.
    AlwaysOpen,
    /// Each end of the span has a field of its own.
    TwoFields,
    /// Spans may run across blocked days.
    AcrossBlocked,
}

/// Why a [`Setting`] is not taken; the control is then as it was.
///
/// ```
/// use pin_notch::{Amount, Control, Select, Setting, dec};
/// let mut treatments = Control::from(Select::many());
/// let error = treatments.put(&Setting::Amount(Amount::Most, dec!(1.5))).unwrap_err();
/// assert_eq!(error.to_string(), "it has to be a whole number");
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub enum SettingError {
    /// This control has no use for it.
    NotForThis,
    /// It has to be a whole number, not below 0.
    NotWhole,
    /// It cannot start with that value.
    Refused(Refusal),
    /// No such control is possible.
    Control(ControlError),
}

impl fmt::Display for SettingError {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::NotForThis => f.write_str("not for this control"),
            Self::NotWhole => f.write_str("it has to be a whole number"),
            Self::Refused(refusal) => refusal.fmt(f),
            Self::Control(error) => error.fmt(f),
        }
    }
}

impl std::error::Error for SettingError {}

impl From<Refusal> for SettingError {
    fn from(refusal: Refusal) -> Self {
        Self::Refused(refusal)
    }
}

impl From<NotchesError> for SettingError {
    fn from(error: NotchesError) -> Self {
        Self::Control(error.into())
    }
}

impl From<ControlError> for SettingError {
    fn from(error: ControlError) -> Self {
        match error {
            ControlError::Default { why, .. } => Self::Refused(why),
            error => Self::Control(error),
        }
    }
}

/// The notches on this line within values of this kind.
pub(super) fn within(
    (line, kind): (&Line, ValueKind),
    min: &Value,
    max: &Value,
    step: Option<Decimal>,
) -> Result<Bounds, SettingError> {
    Ok(Bounds::plain(line, min.place(kind)?, max.place(kind)?, step)?)
}

/// How many this is.
pub(super) fn whole(number: Decimal) -> Result<u32, SettingError> {
    let number = number.normalize();
    let whole = u32::try_from(number.mantissa()).ok().filter(|_| number.scale() == 0);
    whole.ok_or(SettingError::NotWhole)
}
