//! What is wrong with a definition, or surprising in it.

use crate::definition::Misread;
use crate::notches::Remark;
use crate::number::{MAX_DIGITS, NumberError};
use crate::quoted::Quoted;
use crate::world::{World, show_number};
use rust_decimal::Decimal;

pub(super) fn misread(misread: &Misread) -> String {
    match misread {
        Misread::Number(error) => number_error(error),
        Misread::Calendar(error) => error.to_string(),
        Misread::Wording(error) => error.to_string(),
        Misread::DatePattern(error) => error.to_string(),
        Misread::NumberPattern(error) => error.to_string(),
        Misread::NotWhole => "it must be a whole number".to_owned(),
        Misread::Like(like) => format!("write it like {like}"),
        Misread::OneOf(words) => {
            let words: Vec<&str> = words.iter().copied().filter(|word| !word.is_empty()).collect();
            format!("write one of: {}", words.join(", "))
        }
        Misread::NotDays(text) => format!(
            "{} is not a day; write one like 2026-06-01, two of them with a slash between, or a weekday \
             like sunday",
            Quoted(text)
        ),
    }
}

pub(super) fn number_error(error: &NumberError) -> String {
    match error {
        NumberError::NotANumber(text) => {
            format!("{} is not a number; write it like 12, -0.5 or 2.5e3", Quoted(text))
        }
        NumberError::TooManyDigits(text) => format!(
            "{} has more digits than a number can hold; give at most {MAX_DIGITS}",
            Quoted(text)
        ),
    }
}

pub(super) fn remark(remark: &Remark, world: &dyn World) -> String {
    let n = |value: Decimal| show_number(world, value, 0);
    match *remark {
        Remark::MaxBelowMin { min, max } => format!(
            "the maximum {} is below the minimum {}: no value is acceptable, and a control that is never \
             empty shows the minimum",
            n(max),
            n(min)
        ),
        Remark::NoNotch { min, max, base } => format!(
            "no notch counted from {} lies between {} and {}: no value is acceptable",
            n(base),
            n(min),
            n(max)
        ),
        Remark::MinNotReached { min, first, base } => format!(
            "the minimum {} is never reached: counted from {}, the first notch is {}",
            n(min),
            n(base),
            n(first)
        ),
        Remark::MaxNotReached { max, last, base, step } => format!(
            "the maximum {} is never reached: counted from {} by {}, the last notch is {}",
            n(max),
            n(base),
            n(step),
            n(last)
        ),
        Remark::StepWiderThanRange { step, range } => {
            format!("the step {} is wider than the range, which spans {}", n(step), n(range))
        }
        Remark::OneValue { only } => {
            format!("there is nothing to choose: {} is the only value", n(only))
        }
        Remark::DefaultOffNotches { default, taken } => {
            format!(
                "the default {} is not on a notch: a control starts at {}",
                n(default),
                n(taken)
            )
        }
        Remark::DefaultInvalid { state } => {
            format!("the default is not acceptable ({state}): it has to be changed before sending")
        }
        Remark::DefaultOutOfBounds { default, nearest } => format!(
            "the default {} is out of bounds: the nearest value is {}",
            n(default),
            n(nearest)
        ),
    }
}
