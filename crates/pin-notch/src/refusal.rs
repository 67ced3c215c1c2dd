//! Why an intent changed nothing.

use crate::calendar::Date;
use crate::limit::Limit;
use crate::message::Message;
use crate::notches::Notches;
use core::fmt;
use rust_decimal::Decimal;

/// Why an intent changed nothing.
///
/// ```
/// use pin_notch::{Intent, Refusal, Stepper, dec};
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// let mut mites = Stepper::builder().min(0).max(300).build()?;
/// let turn = mites.handle(Intent::Choose(dec!(301)));
/// assert_eq!(turn.refusal(), Some(Refusal::AboveMax { max: dec!(300).into() }));
/// assert_eq!(turn.to_string(), "refused: above the maximum 300");
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Refusal {
    /// The control is disabled.
    Disabled,
    /// The control is read-only.
    Readonly,
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
    /// The day is closed; the control knows why.
    Closed,
    /// A closed day lies between the two that were chosen.
    AcrossClosed {
        /// The first such day.
        day: Date,
    },
    /// The two values are too near to each other, too far apart, or the wrong way round.
    TooFar {
        /// The least distance.
        least: Decimal,
        /// The greatest, if there is one.
        most: Option<Decimal>,
    },
    /// The span has too few days, or nights.
    TooShort {
        /// The fewest it may have.
        least: u32,
        /// Whether nights are counted.
        nights: bool,
    },
    /// The span has too many days, or nights.
    TooLong {
        /// The most it may have.
        most: u32,
        /// Whether nights are counted.
        nights: bool,
    },
    /// The last day is before the first.
    WrongOrder,
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
        most: u32,
    },
    /// There are as many rows as there may be.
    RowsFull {
        /// The largest number of rows.
        most: u32,
    },
    /// There are as few rows as there may be.
    RowsFew {
        /// The smallest number of rows.
        least: u32,
    },
    /// There is no row of this number.
    NoSuchRow {
        /// How many there are.
        count: u32,
    },
    /// The value is of a kind that this control does not hold.
    WrongKind,
    /// Nothing that is offered, or chosen, is like that.
    NoMatch,
    /// This control has no use for such an intent or such a key.
    NotForThis,
}

impl Refusal {
    /// Why so many steps lead nowhere on these notches.
    pub(crate) fn at_end(steps: i128, notches: &Notches) -> Self {
        if notches.is_empty() { Self::NoValue } else { Self::no_step(steps) }
    }

    /// Why so many steps lead nowhere.
    pub(crate) fn no_step(steps: i128) -> Self {
        match steps {
            0 => Self::Unchanged,
            1.. => Self::AtLast,
            _ => Self::AtFirst,
        }
    }
}

/// In English; a [`World`](crate::World) says it in its own words.
impl fmt::Display for Refusal {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        Message::Refusal(*self).fmt(f)
    }
}

impl std::error::Error for Refusal {}
