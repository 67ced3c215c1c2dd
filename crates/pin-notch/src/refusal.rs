//! Why an intent changed nothing.

use crate::calendar::Date;
use crate::limit::Limit;
use crate::notches::Notches;
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
    /// The value is already the lowest one.
    AtFirst,
    /// The value is already the highest one.
    AtLast,
    /// The control already has exactly this value.
    Unchanged,
    /// A value is required, so it cannot be made empty.
    Required,
    /// The control is already empty.
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
    /// The value is not on a notch.
    OffNotches {
        /// The nearest value allowed.
        nearest: Limit,
    },
    /// The definition allows no value at all.
    NoValue,
    /// The place is not a number.
    NoPlace,
    /// This is not possible while the thumb is being dragged.
    Grabbed,
    /// The thumb is not being dragged, so it can be neither moved nor released.
    NotGrabbed,
    /// What was typed is not a number.
    NotANumber,
    /// What was typed is not a date.
    NotADate,
    /// The day is closed; the control has the reason.
    Closed,
    /// A closed day lies between the two chosen ones.
    AcrossClosed {
        /// The first such day.
        day: Date,
    },
    /// The two values are too close together, too far apart, or in the wrong order.
    TooFar {
        /// The least allowed distance.
        least: Decimal,
        /// The greatest allowed distance, if there is one.
        most: Option<Decimal>,
    },
    /// The span has too few days, or nights.
    TooShort {
        /// The fewest allowed.
        least: u32,
        /// Whether nights are counted.
        nights: bool,
    },
    /// The span has too many days, or nights.
    TooLong {
        /// The most allowed.
        most: u32,
        /// Whether nights are counted.
        nights: bool,
    },
    /// The last day is before the first.
    WrongOrder,
    /// Only part of the value has been filled in.
    Incomplete,
    /// What was typed is not a value of this kind.
    Misread {
        /// An example of such a value.
        like: &'static str,
    },
    /// The greatest allowed number is already chosen.
    TooMany {
        /// The greatest number of chosen ones.
        most: u32,
    },
    /// There is already the greatest number of rows.
    RowsFull {
        /// The greatest number of rows.
        most: u32,
    },
    /// There is already the smallest number of rows.
    RowsFew {
        /// The smallest number of rows.
        least: u32,
    },
    /// There is no row with this number.
    NoSuchRow {
        /// The number of rows.
        count: u32,
    },
    /// The control cannot hold values of this kind.
    WrongKind,
    /// Nothing on offer, or chosen, matches.
    NoMatch,
    /// This intent or key does not apply to this control.
    NotForThis,
}

impl Refusal {
    /// Why this many steps are not possible on these notches.
    pub(crate) fn at_end(steps: i128, notches: &Notches) -> Self {
        if notches.is_empty() { Self::NoValue } else { Self::no_step(steps) }
    }

    /// Why this many steps are not possible.
    pub(crate) fn no_step(steps: i128) -> Self {
        match steps {
            0 => Self::Unchanged,
            1.. => Self::AtLast,
            _ => Self::AtFirst,
        }
    }
}

impl std::error::Error for Refusal {}

/// Checks that the notches contain exactly this value.
pub(crate) fn admit(notches: &Notches, value: Decimal) -> Result<Decimal, Refusal> {
    match (notches.min(), notches.max()) {
        (Some(min), _) if value < min => Err(Refusal::BelowMin { min: min.into() }),
        (_, Some(max)) if value > max => Err(Refusal::AboveMax { max: max.into() }),
        _ if notches.is_empty() => Err(Refusal::NoValue),
        _ if !notches.contains(value) => {
            Err(Refusal::OffNotches { nearest: notches.snap(value).into() })
        }
        _ => Ok(value),
    }
}
