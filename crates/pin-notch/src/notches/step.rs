//! The distance between two notches.

use rust_decimal::Decimal;

/// The distance between two notches, or HTML's `any`, which allows every value within the bounds.
///
/// ```
/// use pin_notch::{Step, dec};
/// assert_eq!(Step::from(dec!(0.5)), Step::Every(dec!(0.5)));
/// assert_eq!(Step::default(), Step::from(1));
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Step {
    /// This distance, in days, months, weeks or seconds for values of those kinds.
    Every(Decimal),
    /// Every value.
    Any,
}

impl Default for Step {
    fn default() -> Self {
        Self::Every(Decimal::ONE)
    }
}

impl<N: Into<Decimal>> From<N> for Step {
    fn from(step: N) -> Self {
        Self::Every(step.into())
    }
}
