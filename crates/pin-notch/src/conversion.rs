//! From one range of numbers to another, along a straight line, exactly.

use crate::notches::Notches;
use core::fmt;
use rust_decimal::Decimal;

/// A straight line between two ranges: percent to a rating, kilograms to grams, degrees to degrees.
///
/// The result is exact as long as it has 28 digits; one that never ends is cut to those. Onto notches, it
/// goes to the nearest, of two as near to the upper one.
///
/// ```
/// use pin_notch::{Conversion, Notches, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let halves = Notches::new(0, 5, dec!(0.5))?;
/// let percent = Notches::new(0, 100, 1)?;
/// let there = Conversion::between((dec!(0), dec!(100)), (dec!(0), dec!(5)))?;
/// let back = there.reversed()?.onto(percent);
/// let there = there.onto(halves);
/// assert_eq!(there.convert(dec!(70)), dec!(3.5));
/// assert_eq!(there.convert(dec!(72)), dec!(3.5));
/// assert_eq!(back.convert(dec!(3.5)), dec!(70));
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Conversion {
    from: (Decimal, Decimal),
    to: (Decimal, Decimal),
    onto: Option<Notches>,
}

/// A conversion's range has no length, so there is no way from it.
///
/// ```
/// use pin_notch::{Conversion, dec};
/// let error = Conversion::between((dec!(4), dec!(4)), (dec!(0), dec!(1))).unwrap_err();
/// assert_eq!(error.at, dec!(4));
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct NoRange {
    /// Where the range begins and ends.
    pub at: Decimal,
}

impl fmt::Display for NoRange {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        let at = self.at.normalize();
        write!(f, "a range from {at} to {at} cannot be converted: give it two different ends")
    }
}

impl std::error::Error for NoRange {}

impl Conversion {
    /// The line that leads from the ends of one range to the ends of the other, and on beyond them.
    ///
    /// # Errors
    /// [`NoRange`] when the first range begins where it ends.
    pub fn between(from: (Decimal, Decimal), to: (Decimal, Decimal)) -> Result<Self, NoRange> {
        match from.0 == from.1 {
            true => Err(NoRange { at: from.0 }),
            false => Ok(Self { from, to, onto: None }),
        }
    }

    /// Leads to the nearest of these notches.
    pub fn onto(mut self, notches: Notches) -> Self {
        self.onto = Some(notches);
        self
    }

    /// The way back, not yet onto any notches.
    ///
    /// # Errors
    /// [`NoRange`] when the second range begins where it ends.
    pub fn reversed(&self) -> Result<Self, NoRange> {
        Self::between(self.to, self.from)
    }

    /// What `value` is in the other range. Where a number cannot hold it, it is the end of the range that
    /// lies in that direction.
    pub fn convert(&self, value: Decimal) -> Decimal {
        let ((from, from_end), (to, to_end)) = (self.from, self.to);
        let along = || {
            let way = value.checked_sub(from)?;
            let (across, length) = (to_end.checked_sub(to)?, from_end.checked_sub(from)?);
            // First times and then by keeps what divides evenly exact; the other order fits more numbers.
            let times = way.checked_mul(across).and_then(|product| product.checked_div(length));
            let along = times.or_else(|| way.checked_div(length)?.checked_mul(across))?;
            to.checked_add(along)
        };
        let beyond = if (value > from) == (from_end > from) { to_end } else { to };
        let exact = along().unwrap_or(beyond).normalize();
        self.onto.map_or(exact, |notches| notches.snap(exact))
    }
}
