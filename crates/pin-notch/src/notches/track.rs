//! Positions on a track, and the notches there.

use super::Notches;
use rust_decimal::Decimal;

impl Notches {
    /// The position of `value` on a track that runs from the minimum (0.0) to the maximum (1.0), for
    /// drawing. 0.0 if a bound is missing or both are equal.
    pub fn position(&self, value: Decimal) -> f64 {
        if !self.is_bounded() || self.high <= self.low {
            return 0.0;
        }
        let (units, rest) = self.units(value);
        let along = (units - self.low) as f64 + rest.as_fraction();
        (along / (self.high - self.low) as f64).clamp(0.0, 1.0)
    }

    /// The notch nearest to a position on the track. `None` if a bound is missing, if no notch lies between
    /// the bounds, or if the position is not a number.
    ///
    /// The position only decides which notch is meant; the value is then computed exactly. A notch's own
    /// [`position`](Self::position) leads back to it if there are fewer than 2⁵⁰ notches; beyond that, a
    /// position does not have enough digits to distinguish them.
    ///
    /// ```
    /// use pin_notch::{dec, Notches};
    /// # fn main() -> Result<(), pin_notch::NotchesError> {
    /// let weight = Notches::new(0, 40, dec!(0.1))?;
    /// assert_eq!(weight.at_position(0.5), Some(dec!(20)));
    /// assert_eq!(weight.at_position(0.00749), Some(dec!(0.3)));
    /// # Ok(()) }
    /// ```
    pub fn at_position(&self, position: f64) -> Option<Decimal> {
        if position.is_nan() || !self.is_bounded() || self.is_empty() {
            return None;
        }
        if self.any && position >= 1.0 {
            return self.last();
        }
        // CountChange from the first notch instead of the base, which may be so far away that a float could not
        // distinguish two notches.
        let start = (self.first - self.low) as f64;
        let along = position.clamp(0.0, 1.0) * (self.high - self.low) as f64;
        Some(self.at_index(((along - start) / self.step as f64 + 0.5).floor()))
    }

    /// The smallest notch at or above `amount`, limited to the first and last: the step that a pointer is
    /// in. A tiny distance past a notch still counts as that notch, because pointers and floats are not
    /// exact.
    pub(crate) fn reaching(&self, amount: f64) -> Option<Decimal> {
        if self.is_empty() || amount.is_nan() {
            return None;
        }
        let units = amount * 10_f64.powi(self.scale as i32) - self.first as f64;
        Some(self.at_index((units / self.step as f64 - 1e-9).ceil()))
    }

    /// The notch nearest to `amount`, limited to the first and last, for non-linear tracks.
    pub(crate) fn nearest(&self, amount: f64) -> Option<Decimal> {
        if self.is_empty() || amount.is_nan() {
            return None;
        }
        let units = amount * 10_f64.powi(self.scale as i32) - self.first as f64;
        Some(self.at_index((units / self.step as f64 + 0.5).floor()))
    }

    /// The notch with this index, limited to the first and last. This is the only conversion from a float
    /// to a value.
    fn at_index(&self, index: f64) -> Decimal {
        let way = (index.max(0.0) as i128).saturating_mul(self.step);
        self.decimal(self.first.saturating_add(way).min(self.last))
    }

    /// The notch nearest to the middle of the bounds, which is the default of HTML's range state.
    pub(crate) fn middle(&self) -> Decimal {
        // Half of the sum needs one more decimal place, if the number type has one left.
        let sum = self.low + self.high;
        let exact = Decimal::try_from_i128_with_scale(5 * sum, self.scale + 1);
        self.snap(exact.unwrap_or_else(|_| self.decimal(sum.div_euclid(2))))
    }
}
