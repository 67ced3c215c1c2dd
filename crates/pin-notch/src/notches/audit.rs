//! Remarks on what is legal in a definition but likely to surprise its author.

use super::Notches;
use rust_decimal::Decimal;

/// Something legal but surprising in a definition. It is displayed as a sentence that says what will
/// happen; [`code`](Self::code) is for programs.
///
/// ```
/// use pin_notch::{dec, Notches};
/// # fn main() -> Result<(), pin_notch::NotchesError> {
/// let remarks = Notches::new(dec!(1), dec!(100), dec!(20))?.audit();
/// assert_eq!(
///     remarks[0].to_string(),
///     "the maximum 100 is never reached: counted from 1 by 20, the last notch is 81"
/// );
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Remark {
    /// The maximum is below the minimum, so no value is acceptable.
    MaxBelowMin {
        /// The minimum.
        min: Decimal,
        /// The maximum.
        max: Decimal,
    },
    /// No notch lies between the bounds, so no value is acceptable.
    NoNotch {
        /// The minimum.
        min: Decimal,
        /// The maximum.
        max: Decimal,
        /// The step base, from which all notches are counted.
        base: Decimal,
    },
    /// The minimum is not a notch, because notches are counted from another base.
    MinNotReached {
        /// The minimum.
        min: Decimal,
        /// The first notch above it.
        first: Decimal,
        /// The step base.
        base: Decimal,
    },
    /// The maximum is not a notch.
    MaxNotReached {
        /// The maximum.
        max: Decimal,
        /// The last notch below it.
        last: Decimal,
        /// The step base.
        base: Decimal,
        /// The step.
        step: Decimal,
    },
    /// One step is larger than the whole range.
    StepWiderThanRange {
        /// The step.
        step: Decimal,
        /// The distance from minimum to maximum.
        range: Decimal,
    },
    /// There is exactly one allowed value.
    OneValue {
        /// The value.
        only: Decimal,
    },
    /// The default value is within the bounds but not on a notch.
    DefaultOffNotches {
        /// The default value as it was given.
        default: Decimal,
        /// The notch at which a control starts instead.
        taken: Decimal,
    },
    /// The default text of a field is not acceptable.
    DefaultInvalid {
        /// HTML's name for the problem.
        state: &'static str,
    },
    /// The default value is outside the bounds.
    DefaultOutOfBounds {
        /// The default value as it was given.
        default: Decimal,
        /// The notch nearest to it.
        nearest: Decimal,
    },
}

impl Remark {
    /// A short fixed name for programs, such as `max-not-reached`.
    ///
    /// ```
    /// use pin_notch::{dec, Notches};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let remarks = Notches::new(dec!(0), dec!(10), dec!(3))?.audit();
    /// assert_eq!(remarks[0].code(), "max-not-reached");
    /// # Ok(()) }
    /// ```
    pub fn code(&self) -> &'static str {
        match self {
            Self::MaxBelowMin { .. } => "max-below-min",
            Self::NoNotch { .. } => "no-notch",
            Self::MinNotReached { .. } => "min-not-reached",
            Self::MaxNotReached { .. } => "max-not-reached",
            Self::StepWiderThanRange { .. } => "step-wider-than-range",
            Self::OneValue { .. } => "one-value",
            Self::DefaultOffNotches { .. } => "default-off-notches",
            Self::DefaultInvalid { .. } => "default-invalid",
            Self::DefaultOutOfBounds { .. } => "default-out-of-bounds",
        }
    }
}

pub(super) fn remarks(notches: &Notches, default: Option<Decimal>) -> Vec<Remark> {
    let mut remarks = Vec::new();
    let base = notches.step_base();
    if let (Some(min), Some(max)) = (notches.min(), notches.max()) {
        if max < min {
            remarks.push(Remark::MaxBelowMin { min, max });
            return remarks;
        }
        let range = notches.high - notches.low;
        if let (Some(step), true) = (notches.step(), (1..notches.step).contains(&range)) {
            remarks.push(Remark::StepWiderThanRange { step, range: notches.decimal(range) });
        }
        if notches.is_empty() {
            remarks.push(Remark::NoNotch { min, max, base });
            return remarks;
        }
    }
    if let (Some(min), Some(first)) = (notches.min(), notches.first())
        && first != min
        && notches.step().is_some()
    {
        remarks.push(Remark::MinNotReached { min, first, base });
    }
    if let (Some(max), Some(last), Some(step)) = (notches.max(), notches.last(), notches.step())
        && last != max
    {
        remarks.push(Remark::MaxNotReached { max, last, base, step });
    }
    if let (Some(only), true) = (notches.first(), notches.first() == notches.last()) {
        remarks.push(Remark::OneValue { only });
    }
    if let Some(default) = default.filter(|d| !notches.contains(*d)) {
        let taken = notches.snap(default);
        let out = notches.min().is_some_and(|min| default < min)
            || notches.max().is_some_and(|max| default > max);
        remarks.push(match out {
            false => Remark::DefaultOffNotches { default, taken },
            true => Remark::DefaultOutOfBounds { default, nearest: taken },
        });
    }
    remarks
}
