//! Two days as a value.

use crate::calendar::Date;
use crate::shown::Shown;

/// Two days, the earlier one first. Both belong to the span.
///
/// ```
/// use pin_notch::{DateSpan, Shown};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let away = DateSpan::between("2026-06-07".parse()?, "2026-06-01".parse()?);
/// assert_eq!(away.shown(), "2026-06-01/2026-06-07");
/// assert_eq!(away.days(), 7);
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
#[cfg_attr(feature = "json", derive(serde::Serialize, serde::Deserialize))]
pub struct DateSpan {
    /// The first day.
    pub first: Date,
    /// The last day; equal to the first if the span is one day.
    pub last: Date,
}

impl DateSpan {
    /// The span between two days, given in either order.
    ///
    /// ```
    /// use pin_notch::DateSpan;
    /// let (one, other) = ("2026-05-14".parse().unwrap(), "2026-05-01".parse().unwrap());
    /// assert_eq!(DateSpan::between(one, other).days(), 14);
    /// ```
    pub fn between(one: Date, other: Date) -> Self {
        Self { first: one.min(other), last: one.max(other) }
    }

    /// The number of days, counting both ends.
    pub fn days(&self) -> u32 {
        self.last.days().abs_diff(self.first.days()) + 1
    }
}

impl Shown for DateSpan {
    fn shown(&self) -> String {
        format!("{}/{}", self.first, self.last)
    }
}
