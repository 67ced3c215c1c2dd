//! Two numbers as a value.

use crate::number::number_text;
use crate::shown::Shown;
use rust_decimal::Decimal;

/// Two values, the smaller one first.
///
/// ```
/// use pin_notch::{Shown, Span};
/// let flying = Span::new(10, 30);
/// assert_eq!(flying.shown(), "10,30");
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
#[cfg_attr(feature = "json", derive(serde::Serialize, serde::Deserialize))]
#[expect(missing_docs, reason = "its fields are their names")]
pub struct Span {
    pub low: Decimal,
    pub high: Decimal,
}

impl Span {
    /// The distance between the two.
    pub fn new(low: impl Into<Decimal>, high: impl Into<Decimal>) -> Self {
        Self { low: low.into(), high: high.into() }
    }
}

impl Shown for Span {
    fn shown(&self) -> String {
        format!("{},{}", number_text(self.low), number_text(self.high))
    }
}
