//! Conversion between values and whole units.

use super::Notches;
use crate::number::REACH;
use rust_decimal::Decimal;

/// The notch at or below a value, in units, ignoring the bounds.
pub(super) struct Place {
    pub(super) notch: i128,
    /// Whether the value is exactly on that notch.
    pub(super) on: bool,
}

impl Notches {
    /// This many units as a number, without trailing zeros: 1, not 1.0.
    #[inline]
    pub(super) fn decimal(&self, units: i128) -> Decimal {
        match i64::try_from(units) {
            Ok(mut units) => {
                let mut scale = self.scale;
                while scale > 0 && units % 10 == 0 {
                    (units, scale) = (units / 10, scale - 1);
                }
                Decimal::new(units, scale)
            }
            // If a bound is missing, the outermost notches are beyond the limits of a number.
            Err(_) => {
                Decimal::from_i128_with_scale(units.clamp(-REACH, REACH), self.scale).normalize()
            }
        }
    }

    /// `value` in whole units, rounded down, and the rest. A value beyond any possible bound is returned as
    /// some number beyond the bounds.
    #[inline]
    pub(super) fn units(&self, value: Decimal) -> (i128, Rest) {
        let (digits, scale) = (value.mantissa(), value.scale());
        if scale == self.scale {
            return (digits, Rest::NONE);
        }
        if scale < self.scale {
            let beyond = i128::MAX / 4 * digits.signum();
            let units = digits.checked_mul(POWERS[(self.scale - scale) as usize]);
            return (units.map_or(beyond, |units| units.clamp(-FAR, FAR)), Rest::NONE);
        }
        let unit = POWERS[(scale - self.scale) as usize];
        let (units, over) = match (i64::try_from(digits), i64::try_from(unit)) {
            (Ok(digits), Ok(unit)) => {
                let units = digits.div_euclid(unit);
                // The product may be just below the range of 64 bits, but the difference never is.
                let over = digits.wrapping_sub(units.wrapping_mul(unit));
                (i128::from(units), i128::from(over))
            }
            _ => (digits.div_euclid(unit), digits.rem_euclid(unit)),
        };
        (units, Rest { over, unit })
    }

    pub(super) fn place(&self, value: Decimal) -> Place {
        let (units, rest) = self.units(value);
        let over = remainder(units - self.base, self.step);
        Place { notch: units - over, on: over == 0 && rest.over == 0 }
    }
}

/// Beyond any notch or bound, but small enough that the sum of a few fits an `i128`.
const FAR: i128 = i128::MAX / 4;

/// Powers of ten up to the greatest number of decimal places.
const POWERS: [i128; 29] = {
    let mut powers = [1; 29];
    let mut at = 1;
    while at < powers.len() {
        powers[at] = 10 * powers[at - 1];
        at += 1;
    }
    powers
};

/// The part of a value below one unit: `over / unit`, at least 0 and less than 1.
pub(super) struct Rest {
    pub(super) over: i128,
    pub(super) unit: i128,
}

impl Rest {
    const NONE: Self = Self { over: 0, unit: 1 };

    pub(super) fn is_half(&self) -> bool {
        2 * self.over >= self.unit
    }

    pub(super) fn as_fraction(&self) -> f64 {
        self.over as f64 / self.unit as f64
    }
}

/// The remainder of a division that rounds down, for a positive divisor. Nearly all values fit 64 bits,
/// where division is much cheaper than in 128.
#[inline]
pub(super) fn remainder(dividend: i128, divisor: i128) -> i128 {
    match (i64::try_from(dividend), i64::try_from(divisor)) {
        (Ok(a), Ok(b)) => a.rem_euclid(b).into(),
        _ => dividend.rem_euclid(divisor),
    }
}
