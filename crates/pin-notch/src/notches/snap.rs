//! Moving any value to a notch.

use super::units::remainder;
use super::{Notches, Rounding};
use rust_decimal::Decimal;

impl Notches {
    /// The notch nearest to `value`; of two equally near, the upper one. A value outside the bounds moves
    /// to the nearest notch inside.
    ///
    /// This is the rounding of HTML's range state ("… rounded to the nearest number …, ties toward positive
    /// infinity"). If no notch lies within the bounds, the result is only limited to the bounds; if the
    /// maximum is below the minimum, the minimum wins.
    ///
    /// ```
    /// use pin_notch::{dec, Notches};
    /// # fn main() -> Result<(), pin_notch::NotchesError> {
    /// let notches = Notches::new(1, 100, 20)?;
    /// assert_eq!(notches.snap(dec!(31)), dec!(41)); // a tie
    /// assert_eq!(notches.snap(dec!(100)), dec!(81)); // 101 is out of bounds
    /// # Ok(()) }
    /// ```
    #[inline]
    pub fn snap(&self, value: Decimal) -> Decimal {
        self.snap_by(value, Rounding::Nearest)
    }

    /// The same with another rounding mode.
    ///
    /// ```
    /// use pin_notch::{dec, Notches, Rounding};
    /// # fn main() -> Result<(), pin_notch::NotchesError> {
    /// let quarters = Notches::new(0, 11, dec!(0.25))?;
    /// assert_eq!(quarters.snap_by(dec!(1.2), Rounding::Down), dec!(1));
    /// assert_eq!(quarters.snap_by(dec!(1.1), Rounding::Up), dec!(1.25));
    /// assert_eq!(quarters.snap_by(dec!(1.125), Rounding::HalfToEven), dec!(1));
    /// # Ok(()) }
    /// ```
    #[inline]
    pub fn snap_by(&self, value: Decimal, rounding: Rounding) -> Decimal {
        if self.is_reversed() && !self.any {
            // By the rules of the range state, only the minimum and the step apply here.
            return self.decimal(self.first);
        }
        if self.any || self.is_empty() {
            return self.clamped(value);
        }
        let (units, rest) = self.units(value);
        if units < self.first {
            return self.decimal(self.first);
        }
        if units >= self.last {
            return self.decimal(self.last);
        }
        let over = remainder(units - self.first, self.step);
        // The value is past halfway if 2 × (over + rest) ≥ step. Everything except the rest is whole, so
        // the floor of twice the rest (0 or 1) can be used instead of the rest.
        let twice = 2 * over + i128::from(rest.is_half());
        let up = match rounding {
            Rounding::Nearest => twice >= self.step,
            Rounding::Down => false,
            Rounding::Up => over > 0 || rest.over > 0,
            Rounding::HalfToEven => {
                let is_half = twice == self.step && (2 * rest.over) % rest.unit == 0;
                let is_odd = (units - over - self.base) / self.step % 2 != 0;
                twice >= self.step && (!is_half || is_odd)
            }
        };
        self.decimal(units - over + if up { self.step } else { 0 })
    }

    /// The allowed value nearest to this one, for a control that may be empty; `None` if no value is
    /// allowed.
    pub(crate) fn nearest_of(&self, value: Option<Decimal>) -> Option<Decimal> {
        value.filter(|_| !self.is_empty()).map(|value| self.snap(value))
    }

    /// Limits a value to the bounds if there is no notch to snap it to.
    fn clamped(&self, value: Decimal) -> Decimal {
        match (self.min(), self.max()) {
            (Some(min), _) if value < min || self.is_reversed() => min,
            (_, Some(max)) if value > max => max,
            _ => value,
        }
    }
}
