//! Why an intent changed nothing.

use crate::calendar::Date;
use crate::limit::Limit;
use crate::number::Plain;
use core::fmt;
use rust_decimal::Decimal;

/// Why an intent changed nothing.
///
/// ```
/// use pin_notch::{Intent, Refusal, Stepper, Notches, dec};
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// let mut mites = Stepper::new(Notches::new(dec!(0), dec!(300), dec!(1))?)?;
/// let turn = mites.handle(Intent::Choose(dec!(301)));
/// assert_eq!(turn.refusal(), Some(Refusal::AboveMax { max: dec!(300).into() }));
/// assert_eq!(turn.to_string(), "refused: above the maximum 300");
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub enum Refusal {
    /// The control is disabled.
    Disabled,
    /// The control is read-only.
    ReadOnly,
    /// The value is already the lowest there is.
    AtFirst,
    /// The value is already the highest there is.
    AtLast,
    /// The control shows that very value already.
    Unchanged,
    /// A value is required, so it cannot be made empty.
    Required,
    /// There is nothing to clear.
    Empty,
    /// This kind of control is never empty.
    NeverEmpty,
    /// The value is below the minimum.
    BelowMin {
        /// The smallest value allowed.
        min: Limit,
    },
    /// The value is above the maximum.
    AboveMax {
        /// The largest value allowed.
        max: Limit,
    },
    /// The value is on no notch.
    OffNotches {
        /// The nearest value allowed.
        nearest: Limit,
    },
    /// The definition allows no value at all.
    NoValue,
    /// The place is not a number.
    NoPlace,
    /// The thumb is being dragged; this has to wait until it is let go.
    Grabbed,
    /// The thumb is not being dragged, so it can be neither moved nor let go.
    NotGrabbed,
    /// What was typed is not a number.
    NotANumber,
    /// What was typed is not a date.
    NotADate,
    /// The day is blocked; the control knows why.
    Blocked,
    /// A blocked day lies between the two that were chosen.
    AcrossBlocked {
        /// The first such day.
        day: Date,
    },
    /// The two values are too near to each other, too far apart, or the wrong way round.
    TooFar {
        /// The least distance.
        least: Decimal,
        /// The greatest.
        greatest: Decimal,
    },
    /// The span has too few days.
    TooShort {
        /// The fewest days it may have.
        least: u32,
    },
    /// The span has too many days.
    TooLong {
        /// The most days it may have.
        most: u32,
    },
    /// Only a part of the value is there.
    Incomplete,
    /// What was typed is not such a value.
    Misread {
        /// What one is written like.
        like: &'static str,
    },
    /// As many are chosen as may be.
    TooMany {
        /// The largest number of chosen ones.
        max: usize,
    },
    /// The value is of a kind that this control does not hold.
    WrongKind,
    /// Nothing that is offered, or chosen, is like that.
    NoMatch,
    /// This control has no use for such an intent or such a key.
    NotForThis,
}

impl fmt::Display for Refusal {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(match self {
            Self::Disabled => "disabled",
            Self::ReadOnly => "read-only",
            Self::AtFirst => "already at the lowest value",
            Self::AtLast => "already at the highest value",
            Self::Unchanged => "nothing would change",
            Self::Required => "a value is required, so it cannot be cleared",
            Self::Empty => "already empty",
            Self::NeverEmpty => "this control is never empty",
            Self::BelowMin { min: min @ Limit::Number(_) } => {
                return write!(f, "below the minimum {min}");
            }
            Self::AboveMax { max: max @ Limit::Number(_) } => {
                return write!(f, "above the maximum {max}");
            }
            Self::OffNotches { nearest: nearest @ Limit::Number(_) } => {
                return write!(f, "on no notch; the nearest is {nearest}");
            }
            Self::BelowMin { min } => {
                return write!(f, "before the first {}, {min}", min.nouns().0);
            }
            Self::AboveMax { max } => return write!(f, "after the last {}, {max}", max.nouns().0),
            Self::OffNotches { nearest } => {
                let things = nearest.nouns().1;
                return write!(f, "not one of the {things} to choose; the nearest is {nearest}");
            }
            Self::NoValue => "no value is allowed",
            Self::NoPlace => "the place is not a number",
            Self::Grabbed => "being dragged",
            Self::NotGrabbed => "not being dragged",
            Self::NotANumber => "not a number",
            Self::NotADate => "not a date",
            Self::Blocked => "that day is blocked",
            Self::AcrossBlocked { day } => return write!(f, "{day} lies between and is blocked"),
            Self::TooFar { least, greatest } => {
                let least = Plain(*least);
                return match *greatest == Decimal::MAX {
                    true => write!(f, "not at least {least} apart"),
                    false => write!(f, "not {least} to {} apart", Plain(*greatest)),
                };
            }
            Self::TooShort { least } => return write!(f, "fewer than {least} days"),
            Self::TooLong { most } => return write!(f, "more than {most} days"),
            Self::Incomplete => "only a part of it is there",
            Self::Misread { like } => return write!(f, "not written like {like}"),
            Self::TooMany { max } => return write!(f, "no more than {max} can be chosen"),
            Self::WrongKind => "not a value of this control's kind",
            Self::NoMatch => "there is no such option",
            Self::NotForThis => "not for this control",
        })
    }
}

impl std::error::Error for Refusal {}
