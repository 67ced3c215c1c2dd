//! Why a value is not acceptable: the HTML standard's [validity states][states], each with a message.
//!
//! [states]: https://html.spec.whatwg.org/multipage/form-control-infrastructure.html#validity-states

use crate::calendar::{CalendarError, FieldName};
use crate::intent::Thumb;
use crate::limit::Limit;
use crate::message::Message;
use crate::notches::Notches;
use crate::number::NumberError;
use crate::refusal::Refusal;
use crate::value::{TextKind, ValueKind};
use crate::world::AnyWorld;
use rust_decimal::Decimal;

/// One reason why a value is not acceptable. It is displayed as a message for the person who entered it.
#[derive(Clone, Debug, PartialEq, Eq)]
pub enum Invalid {
    /// A value is required and there is none (`valueMissing`).
    ValueMissing,
    /// What was received or typed cannot be read as a value (`badInput`).
    BadInput(BadInput),
    /// The text is not of the required kind (`typeMismatch`).
    TypeMismatch {
        /// The kind.
        r#type: TextKind,
    },
    /// The text does not match the pattern (`patternMismatch`).
    PatternMismatch {
        /// An example; may be empty.
        example: String,
    },
    /// The text has too many characters (`tooLong`).
    TooLong {
        /// Its length.
        length: usize,
        /// The greatest allowed length.
        maxlength: u32,
    },
    /// The text has too few characters (`tooShort`).
    TooShort {
        /// Its length.
        length: usize,
        /// The least allowed length.
        minlength: u32,
    },
    /// The value is below the minimum (`rangeUnderflow`).
    RangeUnderflow {
        /// The smallest value allowed.
        min: Limit,
    },
    /// The value is above the maximum (`rangeOverflow`).
    RangeOverflow {
        /// The largest value allowed.
        max: Limit,
    },
    /// The value is not on a notch (`stepMismatch`).
    StepMismatch {
        /// The nearest notch below, if there is one.
        below: Option<Limit>,
        /// The nearest notch above, if there is one.
        above: Option<Limit>,
    },
    /// Too few are chosen. HTML has no state for this, so it is a `customError`.
    TooFew {
        /// The smallest number of chosen ones.
        least: u32,
    },
    /// Too many are chosen (also a `customError`).
    TooMany {
        /// The greatest number of chosen ones.
        most: u32,
    },
    /// There are too few rows (also a `customError`).
    TooFewRows {
        /// The smallest number of rows.
        least: u32,
    },
    /// There are too many rows (also a `customError`).
    TooManyRows {
        /// The greatest number of rows.
        most: u32,
    },
    /// The day is closed, for the reason given in the definition (a `customError`).
    Closed {
        /// The reason.
        why: String,
    },
    /// The two ends are acceptable separately but not together (a `customError`).
    Together(Refusal),
    /// The program's own objection (`customError`).
    CustomError(String),
}

/// Why what was received or typed cannot be read as a value.
///
/// ```
/// use pin_notch::{BadInput, Invalid};
/// let wrong = Invalid::from(BadInput::NotOffered("meadow".into()));
/// assert_eq!(wrong.to_string(), "\"meadow\" is not offered.");
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
pub enum BadInput {
    /// It is not a number as it is sent.
    Number(NumberError),
    /// What was typed is not a number.
    NotANumber {
        /// What was typed.
        text: String,
        /// An example of a number that would be accepted.
        like: String,
    },
    /// It is not a month, week or time, or not a date as it is sent.
    Calendar(CalendarError),
    /// What was typed is not a date.
    NotADate {
        /// What was typed.
        text: String,
        /// An example of the expected form.
        like: String,
    },
    /// It was sent more often than the control sends it.
    SentTooOften {
        /// How often it was sent.
        count: usize,
        /// How often the control sends it at most.
        most: usize,
    },
    /// Only one of two ends was sent.
    OneEnd,
    /// It is not the text that the control sends when it is on.
    NotOn {
        /// The text that the control sends.
        sent: String,
    },
    /// No option has this value.
    NotOffered(String),
    /// The option with this value is disabled.
    NotOpen(String),
    /// A text has line breaks, or white space at its ends, that such a field cannot contain.
    NotSanitized {
        /// Whether the field may contain line breaks, so that only carriage returns are wrong.
        lines: bool,
    },
    /// This value was sent twice.
    Twice(String),
    /// The control is read-only and has this value.
    Readonly(String),
    /// A part of the value has not been filled in.
    Missing(FieldName),
    /// One of two days was entered, but not this one.
    EndMissing(Thumb),
    /// It is JSON of the wrong type.
    NotJson(ValueKind),
    /// It is not a list of JSON objects.
    NotRows,
    /// What was sent is not a JSON object. Contains the JSON error.
    NotAnObject(String),
    /// More was sent than is accepted.
    TooLong {
        /// The number of bytes sent.
        length: usize,
        /// The number of bytes accepted.
        most: usize,
    },
}

impl Invalid {
    /// The message for the person who entered it, in the language of this world. In English it is also
    /// [displayed](std::fmt::Display).
    ///
    /// ```
    /// use pin_notch::{AnyWorld, Invalid};
    /// assert_eq!(Invalid::ValueMissing.message(&AnyWorld::default()), Invalid::ValueMissing.to_string());
    /// ```
    pub fn message(&self, world: &AnyWorld) -> String {
        world.message(&Message::Invalid(self.clone()))
    }

    /// The problems worth reporting: for a value that is out of bounds, the nearest steps are of no use.
    pub(crate) fn worth_reporting(mut all: Vec<Self>) -> Vec<Self> {
        let is_out =
            |one: &Self| matches!(one, Self::RangeUnderflow { .. } | Self::RangeOverflow { .. });
        if all.iter().any(is_out) {
            all.retain(|one| !matches!(one, Self::StepMismatch { .. }));
        }
        all
    }

    /// The same problem for a number of rows.
    pub(crate) fn of_rows(self) -> Self {
        let whole = |limit: Limit| {
            limit.number().and_then(|number| u32::try_from(number).ok()).unwrap_or_default()
        };
        match self {
            Self::RangeUnderflow { min } => Self::TooFewRows { least: whole(min) },
            Self::RangeOverflow { max } => Self::TooManyRows { most: whole(max) },
            other => other,
        }
    }

    /// Converts the limits that it mentions.
    pub(crate) fn convert_limits(&mut self, put: impl Fn(Limit) -> Limit) {
        match self {
            Self::RangeUnderflow { min: limit } | Self::RangeOverflow { max: limit } => {
                *limit = put(*limit);
            }
            Self::StepMismatch { below, above } => {
                *below = below.map(&put);
                *above = above.map(&put);
            }
            Self::ValueMissing
            | Self::BadInput(_)
            | Self::TypeMismatch { .. }
            | Self::PatternMismatch { .. }
            | Self::TooLong { .. }
            | Self::TooShort { .. }
            | Self::TooFew { .. }
            | Self::TooMany { .. }
            | Self::TooFewRows { .. }
            | Self::TooManyRows { .. }
            | Self::Closed { .. }
            | Self::Together(_)
            | Self::CustomError(_) => {}
        }
    }

    /// The name of this state in the HTML standard's `ValidityState` interface.
    ///
    /// ```
    /// assert_eq!(pin_notch::Invalid::ValueMissing.state(), "valueMissing");
    /// ```
    pub fn state(&self) -> &'static str {
        match self {
            Self::ValueMissing => "valueMissing",
            Self::BadInput(_) => "badInput",
            Self::TypeMismatch { .. } => "typeMismatch",
            Self::PatternMismatch { .. } => "patternMismatch",
            Self::TooLong { .. } => "tooLong",
            Self::TooShort { .. } => "tooShort",
            Self::RangeUnderflow { .. } => "rangeUnderflow",
            Self::RangeOverflow { .. } => "rangeOverflow",
            Self::StepMismatch { .. } => "stepMismatch",
            Self::TooFew { .. }
            | Self::TooMany { .. }
            | Self::TooFewRows { .. }
            | Self::TooManyRows { .. }
            | Self::Closed { .. }
            | Self::Together(_)
            | Self::CustomError(_) => "customError",
        }
    }
}

impl std::error::Error for Invalid {}

impl From<BadInput> for Invalid {
    fn from(why: BadInput) -> Self {
        Self::BadInput(why)
    }
}

impl From<NumberError> for BadInput {
    fn from(error: NumberError) -> Self {
        Self::Number(error)
    }
}

impl From<CalendarError> for BadInput {
    fn from(error: CalendarError) -> Self {
        Self::Calendar(error)
    }
}

/// All reasons why `value` does not meet the bounds and the step, in HTML's order.
pub(crate) fn violations(notches: &Notches, value: Decimal) -> Vec<Invalid> {
    let mut all = Vec::new();
    if let Some(min) = notches.min().filter(|min| value < *min) {
        all.push(Invalid::RangeUnderflow { min: min.into() });
    }
    if let Some(max) = notches.max().filter(|max| value > *max) {
        all.push(Invalid::RangeOverflow { max: max.into() });
    }
    if !notches.on_step(value) {
        let (below, above) = (notches.below(value), notches.above(value));
        let (below, above) = (below.map(Limit::from), above.map(Limit::from));
        all.push(Invalid::StepMismatch { below, above });
    }
    all
}

/// The problem with the number of choices, if any.
pub(crate) fn count_violations(count: usize, least: u32, most: Option<u32>) -> Vec<Invalid> {
    let mut all = Vec::new();
    if count < least as usize {
        all.push(Invalid::TooFew { least });
    }
    if let Some(most) = most.filter(|most| count > *most as usize) {
        all.push(Invalid::TooMany { most });
    }
    all
}
