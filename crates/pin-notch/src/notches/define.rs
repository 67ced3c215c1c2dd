//! Building [`Notches`] from their parts, or reporting why the parts do not fit together.

use super::Notches;
use super::Step;
use super::units::remainder;
use crate::number::{MAX_DIGITS, Plain, REACH, in_units};
use core::fmt;
use rust_decimal::Decimal;

/// Builds [`Notches`]; made by [`Notches::builder`].
///
/// ```
/// use pin_notch::{Notches, Step, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let brood =
///     Notches::builder().min(0).max(11).step(dec!(0.25)).step_base(0).default_value(4).build()?;
/// assert_eq!(brood.count(), Some(45));
/// assert_eq!(Notches::builder().step(Step::Any).build()?.step(), None);
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, Debug, Default)]
#[must_use = "notches are only built by `build`"]
pub struct NotchesBuilder {
    pub(crate) min: Option<Decimal>,
    pub(crate) max: Option<Decimal>,
    pub(crate) step: Step,
    pub(crate) step_base: Option<Decimal>,
    pub(crate) default_value: Option<Decimal>,
}

/// Why a definition is invalid. It names the part, its value and what would be right.
///
/// ```
/// use pin_notch::{dec, Notches, NotchesError};
/// let error = Notches::new(dec!(0), dec!(40), dec!(-1)).unwrap_err();
/// assert_eq!(error, NotchesError::StepNotPositive { step: dec!(-1) });
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub enum NotchesError {
    /// The step is zero or negative.
    StepNotPositive {
        /// The step that was given.
        step: Decimal,
    },
    /// A bound or the base cannot be counted in the units that the other parts need, because together they
    /// take more digits than a number can hold.
    TooManyDigits {
        /// Which part: `min`, `max`, `step` or `step-base`.
        part: &'static str,
        /// Its value.
        value: Decimal,
        /// The decimal places needed by the finest part.
        places: u32,
    },
}

impl fmt::Display for NotchesError {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match *self {
            Self::StepNotPositive { step } => {
                write!(f, "step {} is not allowed: it must be above 0, or \"any\"", Plain(step))
            }
            Self::TooManyDigits { part, value, places } => write!(
                f,
                "{part} {} cannot be counted to {places} decimal places, which another part needs: \
                 a number can hold {MAX_DIGITS} digits in all; give fewer digits before or after the point",
                Plain(value)
            ),
        }
    }
}

impl std::error::Error for NotchesError {}

impl NotchesError {
    /// The name of the attribute at fault.
    pub(crate) fn attribute(&self) -> &'static str {
        match self {
            Self::StepNotPositive { .. } => "step",
            Self::TooManyDigits { part, .. } => part,
        }
    }
}

impl NotchesBuilder {
    /// The smallest value allowed. Without it there is no lower bound.
    pub fn min(mut self, min: impl Into<Decimal>) -> Self {
        self.min = Some(min.into());
        self
    }

    /// The largest value allowed. Without it there is no upper bound.
    pub fn max(mut self, max: impl Into<Decimal>) -> Self {
        self.max = Some(max.into());
        self
    }

    /// The distance between two notches, which must be positive, or [`Step::Any`], which allows every value
    /// within the bounds. Without it, 1.
    pub fn step(mut self, step: impl Into<Step>) -> Self {
        self.step = step.into();
        self
    }

    /// The value from which notches are counted. Without it, the minimum, else the default value, else 0.
    pub fn step_base(mut self, base: impl Into<Decimal>) -> Self {
        self.step_base = Some(base.into());
        self
    }

    /// The default value of a control. It is the step base if there is no other.
    pub fn default_value(mut self, value: impl Into<Decimal>) -> Self {
        self.default_value = Some(value.into());
        self
    }

    /// Builds the notches.
    ///
    /// # Errors
    /// [`NotchesError::StepNotPositive`] for a step of zero or below; [`NotchesError::TooManyDigits`] if a
    /// notch could need more digits than a number can hold.
    pub fn build(self) -> Result<Notches, NotchesError> {
        let (any, step) = match (self.step, self.min, self.max) {
            (Step::Every(step), ..) => (false, step),
            (Step::Any, Some(min), Some(max)) => (true, stride(min, max)),
            (Step::Any, ..) => (true, Decimal::ONE),
        };
        if step <= Decimal::ZERO {
            return Err(NotchesError::StepNotPositive { step });
        }
        let base = self.step_base.or(self.min).or(self.default_value);
        let scale = [self.min, self.max, Some(step), base]
            .into_iter()
            .flatten()
            .map(|part| part.normalize().scale())
            .max()
            .unwrap_or(0);
        let units = |part, value: Decimal| {
            in_units(value, scale).ok_or(NotchesError::TooManyDigits { part, value, places: scale })
        };
        let (low, high) = (
            self.min.map_or(Ok(-REACH), |min| units("min", min))?,
            self.max.map_or(Ok(REACH), |max| units("max", max))?,
        );
        let (step, base) = (units("step", step)?, units("step-base", base.unwrap_or_default())?);
        // The smallest notch at or above the minimum, and the largest at or below the maximum. With step
        // "any" these are the bounds themselves.
        let first = if any { low } else { low + remainder(base - low, step) };
        let last = if any { high } else { high - remainder(high - base, step) };
        Ok(Notches {
            scale,
            low,
            high,
            has_min: self.min.is_some(),
            has_max: self.max.is_some(),
            step,
            any,
            base,
            first,
            last,
            default: self.default_value,
        })
    }
}

/// The largest power of ten of which a thousand fit between the bounds, limited by the precision of
/// numbers.
fn stride(min: Decimal, max: Decimal) -> Decimal {
    let scale = min.normalize().scale().max(max.normalize().scale());
    match (in_units(min, scale), in_units(max, scale)) {
        (Some(low), Some(high)) if low < high => {
            power_of_ten((high - low).ilog10() as i32 - 3 - scale as i32)
        }
        _ => Decimal::ONE,
    }
}

fn power_of_ten(power: i32) -> Decimal {
    match power {
        0.. => Decimal::from_i128_with_scale(10_i128.pow(power as u32), 0),
        _ => Decimal::from_i128_with_scale(1, power.unsigned_abs().min(MAX_DIGITS)),
    }
}
