//! Why a control cannot be built.

use super::MAX_ICONS;
use crate::notches::NotchesError;
use crate::number::Plain;
use crate::refusal::Refusal;
use core::fmt;
use rust_decimal::Decimal;

/// Why a control cannot be built.
///
/// ```
/// use pin_notch::{ControlError, Notches, Rating, Slider, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let error = Rating::new(0).unwrap_err();
/// assert!(matches!(error, ControlError::Icons { .. }));
/// let open = Notches::builder().min(dec!(0)).build()?;
/// println!("{}", Slider::new(open).unwrap_err()); // a track has two ends
/// # Ok(()) }
/// ```
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
    /// A mark stands outside the bounds.
    Mark {
        /// The value it was given.
        value: Decimal,
    },
    /// A track's scale does not fit its bounds; holds what is wrong, and what would be right.
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
}

impl fmt::Display for ControlError {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::Notches(error) => error.fmt(f),
            Self::Unbounded { missing } => {
                write!(f, "{missing} is missing: a slider needs both ends of its track")
            }
            Self::Default { value, why } => {
                write!(f, "default value {} is not allowed: {why}", Plain(*value))
            }
            Self::NoNotch => f.write_str("no value is allowed: no notch lies between the bounds"),
            Self::Distance { least, greatest } => write!(
                f,
                "a distance from {} to {} is not possible: it has to lie between 0 and the range",
                Plain(*least),
                Plain(*greatest)
            ),
            Self::Mark { value } => {
                write!(f, "a mark at {} stands outside the bounds", Plain(*value))
            }
            Self::Scale(what) => f.write_str(what),
            Self::Icons { icons } => {
                write!(f, "{icons} icons are not allowed: a rating has 1 to {MAX_ICONS}")
            }
            Self::RatingMin { min, icons } => write!(
                f,
                "min {} is not allowed: the minimum of a rating with {icons} icons lies from 0 to {icons}",
                Plain(*min)
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
