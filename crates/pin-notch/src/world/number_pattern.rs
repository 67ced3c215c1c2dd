//! Number patterns in the syntax of the [CLDR][cldr], limited to what loses no digits: grouping, leading
//! zeros, decimal places and exponents.
//!
//! [cldr]: https://unicode.org/reports/tr35/tr35-numbers.html#Number_Format_Patterns

use super::{World, native};
use crate::number::number_text;
use crate::quoted::Quoted;
use core::fmt;
use core::str::FromStr;
use rust_decimal::Decimal;

/// The greatest number of zeros in one part of a pattern.
const MOST: u32 = 28;

/// How a number is written: `#,##0` with grouping, `0` without, `0.00` with at least two decimal places,
/// `0000` with at least four integer digits, `0.0E0` with an exponent. Numbers are always written with all
/// of their digits, even where the CLDR would round.
///
/// ```
/// use pin_notch::{NumberPattern, World, dec};
/// struct Here;
/// impl World for Here {
///     fn group_separator(&self) -> Option<char> { Some(',') }
/// }
/// # fn main() -> Result<(), pin_notch::NumberPatternError> {
/// let shown = |pattern: &str, value| Ok::<_, pin_notch::NumberPatternError>(pattern.parse::<NumberPattern>()?.show(&Here, value, 0));
/// assert_eq!(shown("#,##0", dec!(40017))?, "40,017");
/// assert_eq!(shown("0", dec!(40017))?, "40017");
/// assert_eq!(shown("#,##0.00", dec!(2026.5))?, "2,026.50");
/// assert_eq!(shown("0.0E0", dec!(602214000))?, "6.02214E8");
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct NumberPattern {
    groups: bool,
    /// The least number of digits before the point.
    whole: u32,
    /// The least number of digits after the point.
    places: u32,
    /// The least number of digits of the exponent, if there is one.
    exponent: Option<u32>,
}

impl Default for NumberPattern {
    fn default() -> Self {
        Self { groups: true, whole: 1, places: 0, exponent: None }
    }
}

/// Why a number pattern is invalid.
///
/// ```
/// use pin_notch::NumberPattern;
/// let error = "1,000".parse::<NumberPattern>().unwrap_err();
/// assert_eq!(error.to_string(), "\"1,000\" is not a number pattern; write one like #,##0.00, 0000 or 0.0E0");
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct NumberPatternError(String);

impl fmt::Display for NumberPatternError {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        let text = Quoted(&self.0);
        write!(f, "{text} is not a number pattern; write one like #,##0.00, 0000 or 0.0E0")
    }
}

impl std::error::Error for NumberPatternError {}

impl FromStr for NumberPattern {
    type Err = NumberPatternError;

    fn from_str(text: &str) -> Result<Self, Self::Err> {
        let read = || {
            let (mantissa, exponent) = match text.split_once('E') {
                Some((mantissa, exponent)) => (mantissa, Some(zeros(exponent)?)),
                None => (text, None),
            };
            let (whole, fraction) = mantissa.split_once('.').unwrap_or((mantissa, ""));
            let groups = whole.contains(',');
            let whole = match whole.split_once(',') {
                // The digits of the last group of three that are always shown.
                Some(("#", group)) if group.len() == 3 => zeros(group.trim_start_matches('#'))?,
                Some(_) => return None,
                None => zeros(whole.trim_start_matches('#'))?,
            };
            let places = match fraction.trim_end_matches('#') {
                "" => 0,
                fraction => zeros(fraction)?,
            };
            let is_plain = whole == 1 && !groups;
            let pattern = Self { groups, whole, places, exponent };
            (exponent.is_none() || is_plain).then_some(pattern)
        };
        read().ok_or_else(|| NumberPatternError(text.chars().take(40).collect()))
    }
}

/// The number of zeros, if the text consists only of zeros.
fn zeros(text: &str) -> Option<u32> {
    let count = u32::try_from(text.len()).ok().filter(|count| (1..=MOST).contains(count))?;
    text.bytes().all(|byte| byte == b'0').then_some(count)
}

/// The text of the pattern.
impl fmt::Display for NumberPattern {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        let zeros = |count: u32| "0".repeat(count as usize);
        match self.groups {
            true => write!(f, "#,{:#>3}", zeros(self.whole))?,
            false => f.write_str(&zeros(self.whole))?,
        }
        if self.places > 0 {
            write!(f, ".{}", zeros(self.places))?;
        }
        match self.exponent {
            Some(count) => write!(f, "E{}", zeros(count)),
            None => Ok(()),
        }
    }
}

impl NumberPattern {
    /// A number as this world writes it, with at least this many decimal places.
    pub fn show(&self, world: &dyn World, value: Decimal, places: u32) -> String {
        let text = number_text(value);
        let (sign, text) = match text.strip_prefix('-') {
            Some(rest) => (Some(world.minus()), rest),
            None => (None, text.as_str()),
        };
        let mut shown: String = sign.into_iter().collect();
        let (whole, fraction) = text.split_once('.').unwrap_or((text, ""));
        let Some(least) = self.exponent else {
            self.put(&mut shown, world, whole, fraction, places);
            return shown;
        };
        // The first non-zero digit goes before the point.
        let digits = format!("{whole}{fraction}");
        let first = digits.find(|digit| digit != '0').unwrap_or(whole.len() - 1);
        let rest = digits[first + 1..].trim_end_matches('0');
        self.put(&mut shown, world, &digits[first..=first], rest, 0);
        shown.push('E');
        let exponent = whole.len() as i64 - 1 - first as i64;
        shown.extend((exponent < 0).then(|| world.minus()));
        let exponent = format!("{:0>1$}", exponent.abs(), least as usize);
        shown.push_str(&native(world, &exponent));
        shown
    }

    fn put(&self, shown: &mut String, world: &dyn World, whole: &str, fraction: &str, places: u32) {
        let whole = format!("{whole:0>least$}", least = self.whole as usize);
        let digits = world.digits();
        let digit = |c: char| c.to_digit(10).map_or(c, |digit| digits[digit as usize]);
        for (at, c) in whole.chars().enumerate() {
            let group = self.groups && at > 0 && (whole.len() - at).is_multiple_of(3);
            shown.extend(world.group_separator().filter(|_| group));
            shown.push(digit(c));
        }
        let missing = (places.max(self.places) as usize).saturating_sub(fraction.len());
        if fraction.len() + missing > 0 {
            shown.push(world.decimal_separator());
            shown.extend(fraction.chars().chain(std::iter::repeat_n('0', missing)).map(digit));
        }
    }
}
