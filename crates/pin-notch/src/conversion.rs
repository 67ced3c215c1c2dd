//! Exact linear conversion from one range of numbers to another.

use crate::notches::Notches;
use core::fmt;
use rust_decimal::Decimal;

/// A linear conversion between two ranges: percent to a rating, kilograms to grams, Celsius to Fahrenheit.
///
/// The result is exact to 28 digits, and longer results are rounded to those. With notches, it moves to the
/// nearest one; of two equally near, to the upper one.
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

/// The source range of a conversion has no length.
///
/// ```
/// use pin_notch::{Conversion, dec};
/// let error = Conversion::between((dec!(4), dec!(4)), (dec!(0), dec!(1))).unwrap_err();
/// assert_eq!(error.at, dec!(4));
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct NoRange {
    /// The value at which the range begins and ends.
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
    /// The conversion that maps the ends of one range to the ends of the other. It continues beyond them.
    ///
    /// # Errors
    /// [`NoRange`] if the first range begins where it ends.
    pub fn between(from: (Decimal, Decimal), to: (Decimal, Decimal)) -> Result<Self, NoRange> {
        match from.0 == from.1 {
            true => Err(NoRange { at: from.0 }),
            false => Ok(Self { from, to, onto: None }),
        }
    }

    /// Rounds results to the nearest of these notches.
    #[must_use]
    pub fn onto(mut self, notches: Notches) -> Self {
        self.onto = Some(notches);
        self
    }

    /// The inverse conversion, without notches.
    ///
    /// # Errors
    /// [`NoRange`] if the second range begins where it ends.
    pub fn reversed(&self) -> Result<Self, NoRange> {
        Self::between(self.to, self.from)
    }

    /// Converts `value` to the other range. A result too large for a number becomes the end of the range in
    /// that direction.
    pub fn convert(&self, value: Decimal) -> Decimal {
        let ((from, from_end), (to, to_end)) = (self.from, self.to);
        let along = || {
            let way = value.checked_sub(from)?;
            let (across, length) = (to_end.checked_sub(to)?, from_end.checked_sub(from)?);
            // Multiplying first keeps results exact that divide evenly; dividing first overflows less
            // easily.
            let times = way.checked_mul(across).and_then(|product| product.checked_div(length));
            let along = times.or_else(|| way.checked_div(length)?.checked_mul(across))?;
            to.checked_add(along)
        };
        let beyond = if (value > from) == (from_end > from) { to_end } else { to };
        let exact = along().unwrap_or(beyond).normalize();
        self.onto.map_or(exact, |notches| notches.snap(exact))
    }
}
