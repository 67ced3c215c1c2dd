//! Building [`Notches`] from their parts, or reporting why the parts do not fit together.

use super::Notches;
use super::units::remainder;
use crate::definition::Step;
use crate::number::{MAX_DIGITS, Plain, REACH, in_units};
use core::fmt;
use rust_decimal::Decimal;

/// Builds [`Notches`]; made by [`Notches::builder`].
///
/// ```
/// use pin_notch::{dec, Notches};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let brood = Notches::builder()
///     .min(dec!(0))
///     .max(dec!(11))
///     .step(dec!(0.25))
///     .step_base(dec!(0))
///     .default_value(dec!(4))
///     .build()?;
/// assert_eq!(brood.count(), Some(45));
/// assert_eq!(Notches::builder().step_any().build()?.step(), None);
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, Debug, Default)]
pub struct NotchesBuilder {
    min: Option<Decimal>,
    max: Option<Decimal>,
    step: Option<Decimal>,
    any: bool,
    base: Option<Decimal>,
    default: Option<Decimal>,
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
    pub fn min(mut self, min: impl Into<Option<Decimal>>) -> Self {
        self.min = min.into();
        self
    }

    /// The largest value allowed. Without it there is no upper bound.
    pub fn max(mut self, max: impl Into<Option<Decimal>>) -> Self {
        self.max = max.into();
        self
    }

    /// The distance between two notches, which must be positive. Without it, 1.
    pub fn step(mut self, step: impl Into<Option<Decimal>>) -> Self {
        (self.step, self.any) = (step.into(), false);
        self
    }

    /// Allows every value within the bounds: HTML's step "any".
    pub fn step_any(mut self) -> Self {
        (self.step, self.any) = (None, true);
        self
    }

    /// The step as given in a definition.
    pub(crate) fn step_of(self, step: Step) -> Self {
        match step {
            Step::Every(step) => self.step(step),
            Step::Any => self.step_any(),
        }
    }

    /// The value from which notches are counted. Without it, the minimum, else the default value, else 0.
    pub fn step_base(mut self, base: impl Into<Option<Decimal>>) -> Self {
        self.base = base.into();
        self
    }

    /// The default value of a control. It is the step base if there is no other.
    pub fn default_value(mut self, value: impl Into<Option<Decimal>>) -> Self {
        self.default = value.into();
        self
    }

    /// Builds the notches.
    ///
    /// # Errors
    /// [`NotchesError::StepNotPositive`] for a step of zero or below; [`NotchesError::TooManyDigits`] if a
    /// notch could need more digits than a number can hold.
    pub fn build(self) -> Result<Notches, NotchesError> {
        let step = self.step.unwrap_or(Decimal::ONE);
        if step <= Decimal::ZERO {
            return Err(NotchesError::StepNotPositive { step });
        }
        let base = self.base.or(self.min).or(self.default);
        let mut scale = [self.min, self.max, self.step, base]
            .into_iter()
            .flatten()
            .map(|part| part.normalize().scale())
            .max()
            .unwrap_or(0);
        let mut step = step;
        if let (true, Some(min), Some(max)) = (self.any, self.min, self.max) {
            step = stride(min, max);
            scale = scale.max(step.scale());
        }
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
        let first = if self.any { low } else { low + remainder(base - low, step) };
        let last = if self.any { high } else { high - remainder(high - base, step) };
        Ok(Notches {
            scale,
            low,
            high,
            has_min: self.min.is_some(),
            has_max: self.max.is_some(),
            step,
            any: self.any,
            base,
            first,
            last,
            default: self.default,
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
