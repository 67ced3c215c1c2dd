//! Values in whole units, and back.

use super::Notches;
use crate::number::REACH;
use rust_decimal::Decimal;

/// A value against the notches, bounds left aside: the notch at or below it, in units.
pub(super) struct Place {
    pub(super) notch: i128,
    /// Whether the value stands exactly on that notch.
    pub(super) on: bool,
}

impl Notches {
    /// So many units as a number, without zeros at its end: 1, not 1.0.
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
            // Where a bound is missing, the outermost notches lie past the reach of a number.
            Err(_) => {
                Decimal::from_i128_with_scale(units.clamp(-REACH, REACH), self.scale).normalize()
            }
        }
    }

    /// `value` in whole units, rounded down, and the rest. A value past anything the bounds can hold
    /// comes back as some number past them.
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
                // The product may lie just below what 64 bits hold; the difference never does.
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

/// Farther than any notch or bound, near enough that sums of a few stay within an `i128`.
const FAR: i128 = i128::MAX / 4;

/// Powers of ten up to the most decimal places that a number has.
const POWERS: [i128; 29] = {
    let mut powers = [1; 29];
    let mut at = 1;
    while at < powers.len() {
        powers[at] = 10 * powers[at - 1];
        at += 1;
    }
    powers
};

/// What is left of a value below one unit: `over / unit`, from 0 up to but not 1.
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

/// What a division that rounds down leaves, for a positive divisor. Nearly every value in use fits 64
/// bits, where a division costs a fraction of one in 128.
#[inline]
pub(super) fn remainder(dividend: i128, divisor: i128) -> i128 {
    match (i64::try_from(dividend), i64::try_from(divisor)) {
        (Ok(a), Ok(b)) => a.rem_euclid(b).into(),
        _ => dividend.rem_euclid(divisor),
    }
}
