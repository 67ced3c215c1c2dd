//! Errors in a control's definition.

use super::{ControlKind, MAX_ICONS, TextPatternError};
use crate::notches::NotchesError;
use crate::number::Plain;
use crate::quoted::Quoted;
use crate::refusal::Refusal;
use crate::value::{TextKind, Value};
use core::fmt;
use rust_decimal::Decimal;

/// Why no control can be built from a definition. [`attribute`](Self::attribute) names the attribute at
/// fault.
///
/// ```
/// use pin_notch::{ControlError, Rating, Slider, dec};
/// let error = Rating::builder().max(0).build().unwrap_err();
/// assert!(matches!(error, ControlError::Icons { .. }));
/// let error = Slider::builder().value(500).build().unwrap_err();
/// assert_eq!(error.to_string(), "value 500 is not allowed: above the maximum 100");
/// assert_eq!(error.attribute(), "value");
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub enum ControlError {
    /// Bounds, step and step base do not fit together.
    Notches(NotchesError),
    /// The default value is not acceptable.
    Default {
        /// The default value that was given.
        value: Value,
        /// What is wrong with it.
        why: Refusal,
    },
    /// No notch lies between the bounds, so there is no value to start with.
    NoNotch,
    /// No two notches are within these distances of each other.
    Distance {
        /// The least distance between the two values.
        least: Decimal,
        /// The greatest distance, if there is one.
        most: Option<Decimal>,
    },
    /// More must be chosen than may be chosen.
    LeastAboveMost {
        /// The least that must be chosen.
        least: u32,
        /// The most.
        most: u32,
    },
    /// A mark lies outside the bounds.
    Mark {
        /// The mark's value.
        value: Decimal,
    },
    /// A name is given to a number that is not a value of the control.
    Name {
        /// What the name is given to.
        value: Decimal,
    },
    /// A name is given to a text that is not a number.
    NotNamed {
        /// What the name is given to.
        value: String,
    },
    /// A track's scale does not fit its bounds. Holds what is wrong and what would be right.
    Scale(&'static str),
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
    /// The minimum length of a text exceeds its maximum length.
    Lengths {
        /// The fewest characters.
        minlength: u32,
        /// The most.
        maxlength: u32,
    },
    /// A text field has no visible line.
    NoRows,
    /// Texts of this kind have a single line.
    OneLine {
        /// The kind.
        r#type: TextKind,
    },
    /// The pattern of a text field cannot be used.
    Pattern(TextPatternError),
    /// The definition is for another kind of control.
    Kind {
        /// The kind of the definition.
        kind: ControlKind,
    },
}

impl ControlError {
    /// The name of the attribute at fault: the one to change or leave out.
    pub fn attribute(&self) -> &'static str {
        match self {
            Self::Notches(error) => error.attribute(),
            Self::Default { .. } => "value",
            Self::NoNotch | Self::RatingMin { .. } => "min",
            Self::Distance { most: None, .. } => "least",
            Self::Distance { most: Some(_), .. } | Self::LeastAboveMost { .. } => "most",
            Self::Mark { .. } | Self::Name { .. } | Self::NotNamed { .. } => "options",
            Self::Scale(_) => "scale",
            Self::Icons { .. } => "max",
            Self::Lengths { .. } => "maxlength",
            Self::NoRows | Self::OneLine { .. } => "rows",
            Self::Pattern(_) => "pattern",
            Self::Kind { .. } => "control",
        }
    }
}

impl fmt::Display for ControlError {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::Notches(error) => error.fmt(f),
            Self::Default { value, why } => write!(f, "value {value} is not allowed: {why}"),
            Self::NoNotch => f.write_str("no value is allowed: no notch lies between the bounds"),
            Self::Distance { least, .. } if *least < Decimal::ZERO => {
                write!(f, "least {} is not possible: a distance is 0 or more", Plain(*least))
            }
            Self::Distance { least, most: None } => {
                write!(f, "least {} is not possible: no two values are so far apart", Plain(*least))
            }
            Self::Distance { least, most: Some(most) } => write!(
                f,
                "a distance from {} to {} is not possible: no two values are so far apart",
                Plain(*least),
                Plain(*most)
            ),
            Self::LeastAboveMost { least, most } => {
                write!(f, "most {most} is not possible: at least {least} must be chosen")
            }
            Self::Mark { value } => {
                write!(f, "a mark at {} is outside the bounds", Plain(*value))
            }
            Self::Name { value } => {
                write!(f, "{} has a name but is not a value that can be chosen", Plain(*value))
            }
            Self::NotNamed { value } => write!(
                f,
                "{} has a name but is not a number; give the name a number as its value",
                Quoted(value)
            ),
            Self::Scale(what) => f.write_str(what),
            Self::Icons { icons } => {
                write!(f, "{icons} icons are not allowed: a rating has 1 to {MAX_ICONS}")
            }
            Self::RatingMin { min, icons } => write!(
                f,
                "min {} is not allowed: the minimum of a rating with {icons} icons lies from 0 to {icons}",
                Plain(*min)
            ),
            Self::Lengths { minlength, maxlength } => write!(
                f,
                "maxlength {maxlength} is not possible: a text has at least {minlength} characters"
            ),
            Self::NoRows => f.write_str("rows 0 is not allowed: at least one line must be visible"),
            Self::OneLine { r#type } => {
                write!(f, "more than one row is not possible for the type {}", r#type.name())
            }
            Self::Pattern(why) => write!(f, "pattern is not allowed: {why}"),
            Self::Kind { kind } => {
                write!(f, "a definition of a {} is for another kind of control", kind.name())
            }
        }
    }
}

impl std::error::Error for ControlError {
    fn source(&self) -> Option<&(dyn std::error::Error + 'static)> {
        match self {
            Self::Notches(error) => Some(error),
            Self::Default { why, .. } => Some(why),
            Self::Pattern(why) => Some(why),
            Self::NoNotch
            | Self::Distance { .. }
            | Self::LeastAboveMost { .. }
            | Self::Mark { .. }
            | Self::Name { .. }
            | Self::NotNamed { .. }
            | Self::Scale(_)
            | Self::Icons { .. }
            | Self::RatingMin { .. }
            | Self::Lengths { .. }
            | Self::NoRows
            | Self::OneLine { .. }
            | Self::Kind { .. } => None,
        }
    }
}

impl From<NotchesError> for ControlError {
    fn from(error: NotchesError) -> Self {
        Self::Notches(error)
    }
}

/// Fails if more must be chosen than may be chosen.
pub(super) fn check_counts(least: u32, most: Option<u32>) -> Result<(), ControlError> {
    match most {
        Some(most) if least > most => Err(ControlError::LeastAboveMost { least, most }),
        _ => Ok(()),
    }
}
