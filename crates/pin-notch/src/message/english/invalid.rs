//! Why a value is not acceptable.

use super::definition::number_error;
use super::refusal::refusal;
use super::{characters, nouns, part};
use crate::intent::Thumb;
use crate::limit::Limit;
use crate::message::Part;
use crate::number::NumberError;
use crate::quoted::Quoted;
use crate::refusal::Refusal;
use crate::validity::{BadInput, Invalid};
use crate::value::{TextKind, ValueKind};
use crate::world::{World, show_number};

pub(super) fn invalid(invalid: &Invalid, world: &dyn World) -> String {
    let limit = |one: &Limit| super::limit(one, world);
    match invalid {
        Invalid::ValueMissing => "A value is required.".to_owned(),
        Invalid::BadInput(why) => bad_input(why, world),
        Invalid::TypeMismatch { r#type } => match r#type {
            TextKind::Text | TextKind::Tel => "This is not a valid text.",
            TextKind::Email => "This is not an e-mail address; write one like name@apiary.example.",
            TextKind::Url => "This is not a web address; write one like https://apiary.example.",
        }
        .to_owned(),
        Invalid::PatternMismatch { example } => match example.as_str() {
            "" => "This does not have the required form.".to_owned(),
            example => format!("This does not have the required form; write it like {example}."),
        },
        Invalid::TooLong { length, maxlength } => format!(
            "Write at most {}; this has {}.",
            characters((*maxlength).into(), world),
            show_number(world, (*length as u64).into(), 0)
        ),
        Invalid::TooShort { length, minlength } => {
            let length = show_number(world, (*length as u64).into(), 0);
            let least = characters((*minlength).into(), world);
            format!("Write at least {least}; this has {length}.")
        }
        Invalid::RangeUnderflow { min } => {
            let way = if min.is_number() { "more" } else { "later" };
            format!("The {} must be {} or {way}.", nouns(min).0, limit(min))
        }
        Invalid::RangeOverflow { max } => {
            let way = if max.is_number() { "less" } else { "earlier" };
            format!("The {} must be {} or {way}.", nouns(max).0, limit(max))
        }
        Invalid::StepMismatch { below: Some(below), above: Some(above) } => format!(
            "The {} is between two steps: the nearest are {} and {}.",
            nouns(below).0,
            limit(below),
            limit(above)
        ),
        Invalid::StepMismatch { below: Some(one), above: None }
        | Invalid::StepMismatch { below: None, above: Some(one) } => {
            format!("The {} is not on a step: the nearest is {}.", nouns(one).0, limit(one))
        }
        Invalid::StepMismatch { below: None, above: None } => {
            "The value is not on a step.".to_owned()
        }
        Invalid::TooFew { least } => format!("Choose at least {least}."),
        Invalid::TooMany { most } => format!("Choose no more than {most}."),
        Invalid::TooFewRows { least: 1 } => "At least one of these is required.".to_owned(),
        Invalid::TooFewRows { least } => format!("At least {least} of these are required."),
        Invalid::TooManyRows { most } => format!("No more than {most} of these are allowed."),
        Invalid::Closed { why } if why.is_empty() => "That day is closed.".to_owned(),
        Invalid::Closed { why } => why.clone(),
        Invalid::Together(Refusal::TooShort { least: 2, nights: false }) => {
            "Choose at least two days.".to_owned()
        }
        Invalid::Together(why) => {
            format!("These cannot be chosen together: {}.", refusal(why, world))
        }
        Invalid::CustomError(message) => message.clone(),
    }
}

fn bad_input(why: &BadInput, world: &dyn World) -> String {
    match why {
        BadInput::Number(NumberError::NotANumber(text)) => {
            format!("{} is not a number; write it like 12 or -0.5.", Quoted(text))
        }
        BadInput::Number(error @ NumberError::TooManyDigits(_)) => {
            format!("{}.", number_error(error))
        }
        BadInput::NotANumber { text, like } => {
            format!("{} is not a number; write it like {like}.", Quoted(text))
        }
        BadInput::Calendar(error) => format!("{error}."),
        BadInput::NotADate { text, like } => {
            format!("{} is not a date; write it like {like}.", Quoted(text))
        }
        BadInput::SentTooOften { count, most } => {
            let times = match most {
                1 => "once".to_owned(),
                2 => "twice".to_owned(),
                most => format!("at most {most} times"),
            };
            format!("This was sent {count} times; send it {times}.")
        }
        BadInput::OneEnd => "This must be sent twice, once for each end.".to_owned(),
        BadInput::NotOn { sent } => {
            format!("This sends {} when it is on, or nothing.", Quoted(sent))
        }
        BadInput::NotOffered(text) => format!("{} is not offered.", Quoted(text)),
        BadInput::NotOpen(text) => format!("{} cannot be chosen.", Quoted(text)),
        BadInput::NotSanitized { lines: true } => {
            "Lines must end with line feeds only; send no carriage returns.".to_owned()
        }
        BadInput::NotSanitized { lines: false } => {
            "This is a single line of text; send no line breaks, and no spaces around it."
                .to_owned()
        }
        BadInput::Twice(text) => format!("{} was sent twice; send it once.", Quoted(text)),
        BadInput::Readonly(value) => format!("The value is read-only and must stay {value}."),
        BadInput::Missing(field) => {
            format!("The {} is missing.", part(&Part::Field(*field), world))
        }
        BadInput::EndMissing(Thumb::Low) => "The first day is missing.".to_owned(),
        BadInput::EndMissing(Thumb::High) => "The last day is missing.".to_owned(),
        BadInput::NotJson(kind) => format!("This must be {} or null.", expected(*kind)),
        BadInput::NotRows => "This must be a list of objects.".to_owned(),
        BadInput::NotAnObject(error) => format!("What was sent is not a JSON object: {error}."),
        BadInput::TooLong { length, most } => {
            format!("What was sent has {length} bytes; at most {most} are accepted.")
        }
    }
}

fn expected(kind: ValueKind) -> &'static str {
    match kind {
        ValueKind::Number => "a number",
        ValueKind::On => "true or false",
        ValueKind::Text => "a string",
        ValueKind::Texts => "an array of strings",
        ValueKind::Span => "an array of two numbers",
        ValueKind::Date => "a date like \"2026-05-14\"",
        ValueKind::Dates => "an array of two dates like \"2026-05-14\"",
        ValueKind::Month => "a month like \"2026-05\"",
        ValueKind::Week => "a week like \"2026-W20\"",
        ValueKind::Time => "a time like \"07:30\"",
        ValueKind::DateTime => "a date and time like \"2026-05-14T07:30\"",
    }
}
