//! Reading and writing numbers as decimal text, never through binary floating point.
//!
//! A value enters as text (an attribute, a posted form, a command-line argument) or as a literal through
//! [`dec!`](crate::dec), is kept as a [`Decimal`], and leaves as text. The grammar is the HTML standard's
//! [valid floating-point number][html]; unlike browsers, we keep every digit.
//!
//! [html]: https://html.spec.whatwg.org/multipage/common-microsyntaxes.html#valid-floating-point-number

use core::fmt;
use rust_decimal::Decimal;

/// The number of decimal digits that always fit a number (some 29-digit numbers fit as well).
pub(crate) const MAX_DIGITS: u32 = 28;

/// The largest integer of a [`Decimal`]: 2⁹⁶ − 1.
pub(crate) const REACH: i128 = (1 << 96) - 1;

/// Why a text is not a number. Contains the text, shortened if it is long.
///
/// ```
/// use pin_notch::parse_number;
/// let error = parse_number("12,5").unwrap_err();
/// assert_eq!(error.to_string(), r#""12,5" is not a number; write it like 12, -0.5 or 2.5e3"#);
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub enum NumberError {
    /// The text does not match the grammar.
    NotANumber(String),
    /// The text is a number with more digits than can be kept exactly.
    TooManyDigits(String),
}

impl std::error::Error for NumberError {}

/// Reads a number by the grammar of the HTML standard: an optional minus sign, digits with at most one
/// point, and an optional exponent. As in the standard, white space, a leading plus sign and a trailing
/// point are errors.
///
/// # Errors
/// [`NumberError::NotANumber`] if the text does not match the grammar; [`NumberError::TooManyDigits`] if
/// the number cannot be kept without losing digits (more than 28 digits, or a magnitude above 7.9 × 10²⁸).
///
/// ```
/// use pin_notch::{dec, parse_number};
/// assert_eq!(parse_number("-0.50"), Ok(dec!(-0.5)));
/// assert_eq!(parse_number("2.5e3"), Ok(dec!(2500)));
/// assert!(parse_number("1.").is_err());
/// ```
pub fn parse_number(text: &str) -> Result<Decimal, NumberError> {
    let shortened = || text.chars().take(40).collect();
    match read(text.as_bytes(), false) {
        Ok(number) => Ok(number),
        Err(Flaw::Grammar) => Err(NumberError::NotANumber(shortened())),
        Err(Flaw::Digits) => Err(NumberError::TooManyDigits(shortened())),
    }
}

/// A number in a message.
pub(crate) struct Plain(pub Decimal);

impl fmt::Display for Plain {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(&number_text(self.0))
    }
}

/// The shortest text of a number: no trailing zeros, no exponent, never "-0". It is what forms send.
///
/// ```
/// use pin_notch::{dec, number_text};
/// assert_eq!(number_text(dec!(12.50)), "12.5");
/// ```
pub fn number_text(value: Decimal) -> String {
    // This avoids the number's own formatter, whose unused options for width and sign would add to what
    // browsers load.
    let value = value.normalize();
    let (mut left, places) = (value.mantissa().unsigned_abs(), value.scale());
    // Written from the last digit to the first.
    let mut turned = String::new();
    for count in 1.. {
        turned.push(char::from(b'0' + (left % 10) as u8));
        left /= 10;
        if left == 0 && count > places {
            break;
        }
        if count == places {
            turned.push('.');
        }
    }
    if value.mantissa() < 0 {
        turned.push('-');
    }
    turned.chars().rev().collect()
}

/// An exact number, checked at compile time: `dec!(0.1)` is one tenth.
///
/// ```
/// use pin_notch::dec;
/// assert_eq!(dec!(0.1) + dec!(0.2), dec!(0.3));
/// assert_eq!(dec!(-1_000), dec!(-1e3));
/// ```
#[macro_export]
macro_rules! dec {
    ($($number:tt)+) => {
        const { $crate::number::literal(stringify!($($number)+)) }
    };
}

/// The implementation of [`dec!`](crate::dec); use that instead.
#[doc(hidden)]
pub const fn literal(text: &str) -> Decimal {
    match read(text.as_bytes(), true) {
        Ok(number) => number,
        Err(Flaw::Grammar) => panic!("dec! takes one number such as 12, -0.5 or 2.5e3"),
        Err(Flaw::Digits) => panic!("dec! takes a number of at most 28 digits"),
    }
}

enum Flaw {
    Grammar,
    Digits,
}

/// Reads `-digits.digits e digits` into the significant digits as an integer and the position of the point
/// as a power of ten, so that no amount of leading or trailing zeros can overflow. Underscores between
/// digits are allowed only if `in_source`, that is, in a literal of `dec!`.
const fn read(text: &[u8], in_source: bool) -> Result<Decimal, Flaw> {
    let mut at = 0;
    let negative = !text.is_empty() && text[0] == b'-';
    if negative {
        at = 1;
    }
    let (mut digits, mut power, mut zeros) = (0_i128, 0_i64, 0_i64);
    let (mut any, mut after_point, mut too_long) = (false, false, false);
    while at < text.len() {
        match text[at] {
            digit @ b'0'..=b'9' => {
                any = true;
                if after_point {
                    power -= 1;
                }
                if digit == b'0' {
                    zeros += 1;
                } else {
                    match shifted(digits, zeros + 1) {
                        Some(more) => digits = more + (digit - b'0') as i128,
                        None => too_long = true,
                    }
                    zeros = 0;
                }
            }
            b'.' if !after_point && at + 1 < text.len() && text[at + 1].is_ascii_digit() => {
                after_point = true;
            }
            b'_' if in_source && any => {}
            _ => break,
        }
        at += 1;
    }
    if !any {
        return Err(Flaw::Grammar);
    }
    if at < text.len() {
        match exponent(text, at) {
            Some(more) => power = power.saturating_add(more),
            None => return Err(Flaw::Grammar),
        }
    }
    if digits == 0 && !too_long {
        return Ok(Decimal::ZERO);
    }
    // Zeros not yet included are trailing, and so part of the power.
    power = power.saturating_add(zeros);
    if too_long || power < -(MAX_DIGITS as i64) {
        return Err(Flaw::Digits);
    }
    let (whole, scale) =
        if power > 0 { (shifted(digits, power), 0) } else { (Some(digits), (-power) as u32) };
    match whole {
        Some(whole) if whole <= REACH => Ok(Decimal::from_parts(
            whole as u32,
            (whole >> 32) as u32,
            (whole >> 64) as u32,
            negative,
            scale,
        )),
        _ => Err(Flaw::Digits),
    }
}

/// Reads `e`, an optional sign, and digits up to the end of the text.
const fn exponent(text: &[u8], mut at: usize) -> Option<i64> {
    if text[at] != b'e' && text[at] != b'E' {
        return None;
    }
    at += 1;
    let negative = at < text.len() && text[at] == b'-';
    if at < text.len() && (text[at] == b'-' || text[at] == b'+') {
        at += 1;
    }
    if at == text.len() {
        return None;
    }
    let mut value = 0_i64;
    while at < text.len() {
        if !text[at].is_ascii_digit() {
            return None;
        }
        value = value.saturating_mul(10).saturating_add((text[at] - b'0') as i64);
        at += 1;
    }
    Some(if negative { -value } else { value })
}

/// `whole` × 10^`places`, if it fits.
const fn shifted(whole: i128, places: i64) -> Option<i128> {
    if whole == 0 {
        return Some(0);
    }
    if places > 38 {
        return None;
    }
    match whole.checked_mul(10_i128.pow(places as u32)) {
        Some(more) if more <= REACH => Some(more),
        _ => None,
    }
}

/// `value` × 10^`scale`, if it is an integer and fits.
pub(crate) fn in_units(value: Decimal, scale: u32) -> Option<i128> {
    let value = value.normalize();
    let more = 10_i128.checked_pow(scale.checked_sub(value.scale())?)?;
    let units = value.mantissa().checked_mul(more)?;
    (units.abs() <= REACH).then_some(units)
}

/// The sum, if a number can hold all of its digits.
pub(crate) fn exact_sum(one: Decimal, other: Decimal) -> Option<Decimal> {
    let scale = one.normalize().scale().max(other.normalize().scale());
    let units = in_units(one, scale)? + in_units(other, scale)?;
    (units.abs() <= REACH).then(|| Decimal::from_i128_with_scale(units, scale))
}
