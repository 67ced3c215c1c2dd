//! Every built-in text for people, in English.

use super::{Message, Part};
use crate::calendar::FieldName;
use crate::definition::Misread;
use crate::intent::Thumb;
use crate::limit::Limit;
use crate::notches::Remark;
use crate::number::{MAX_DIGITS, NumberError};
use crate::quoted::Quoted;
use crate::refusal::Refusal;
use crate::rows_change::RowsChange;
use crate::validity::{BadInput, Invalid};
use crate::value::{TextKind, ValueKind};
use crate::world::{World, native, show_number};
use rust_decimal::Decimal;

pub(super) fn text(message: &Message, world: &dyn World) -> String {
    let number = |value: Decimal, places| show_number(world, value, places);
    match message {
        Message::Invalid(invalid) => self::invalid(invalid, world),
        Message::Refusal(refusal) => self::refusal(refusal, world),
        Message::Remark(remark) => self::remark(remark, world),
        Message::Misread(misread) => self::misread(misread),
        Message::Part(part) => self::part(part, world),
        Message::PartOf { control, part } => format!("{control}, {}", self::part(part, world)),
        Message::Day(day) => {
            let (month, weekday) = (day.month(), world.weekday_name(day.weekday()));
            let day = digits(world, day.day().into());
            let (name, year) = (world.month_name(month.number()), month.year());
            format!("{weekday} {day} {name} {}", digits(world, year.into()))
        }
        Message::ClosedDay { day, why } => {
            let why = if why.is_empty() { "closed" } else { why };
            format!("{}, {why}", text(&Message::Day(*day), world))
        }
        Message::Month(month) => {
            let name = world.month_name(month.number());
            format!("{name} {}", digits(world, month.year().into()))
        }
        Message::Measured { value, places, unit } => measured(number(*value, *places), unit),
        Message::Between { low, high, places, unit } => {
            let high = measured(number(*high, *places), unit);
            format!("{} to {high}", number(*low, *places))
        }
        Message::OutOf { value, max } => format!("{} of {}", number(*value, 0), number(*max, 0)),
        Message::Yes => "yes".to_owned(),
        Message::No => "no".to_owned(),
        Message::NotRated => "not rated".to_owned(),
        Message::Unfilled => "empty".to_owned(),
        Message::Blank(field) => blank(*field).to_owned(),
        Message::List(texts) => texts.join(", "),
        Message::Described(texts) => described(texts),
        Message::Required => "required".to_owned(),
        Message::Readonly => "read-only".to_owned(),
        Message::ProblemOf { control, problem } => format!("{control}: {problem}"),
        Message::InGroup { text, group } => format!("{text}, {group}"),
        Message::Chosen(texts) => format!("chosen: {}", texts.join(", ")),
        Message::OptionCount(1) => "1 option".to_owned(),
        Message::OptionCount(count) => {
            format!("{} options", number(Decimal::from(*count as u64), 0))
        }
        Message::Characters(count) => characters(*count as u64, world),
        Message::CharactersLeft(0) => "No characters are left.".to_owned(),
        Message::CharactersLeft(count) => format!("{} left.", characters(*count, world)),
        Message::Loading => "Loading the options …".to_owned(),
        Message::LoadingFailed { why } => format!("The options could not be loaded: {why}"),
        Message::NoOptions => "There are no options.".to_owned(),
        Message::NoMatch => "No option matches.".to_owned(),
        Message::OtherEnd => "Now pick the other end.".to_owned(),
        Message::BroughtBack { without } if without.is_empty() => {
            "What you entered earlier has been restored.".to_owned()
        }
        Message::BroughtBack { without } => format!(
            "What you entered earlier has been restored. Choose these files again: {}.",
            without.join(", ")
        ),
        Message::Sending => "Sending …".to_owned(),
        Message::Sent => "It has been sent.".to_owned(),
        Message::Saved => {
            "What you entered has been saved to a file in your downloads. It has not been sent."
                .to_owned()
        }
        Message::Unreachable => {
            "It could not be sent: there is no connection. Nothing is lost; send it again later."
                .to_owned()
        }
        Message::NotTaken { why } => format!("It could not be sent: {why}. Nothing is lost."),
        Message::FormPart { at, of, title } => {
            let [at, of] = [at, of].map(|part| number(Decimal::from(*part as u64), 0));
            format!("{at} of {of}: {title}")
        }
        Message::NextPart => "Next".to_owned(),
        Message::PreviousPart => "Back".to_owned(),
        Message::Review => "Review".to_owned(),
        Message::Applied { preset } => format!("The values of {preset} have been entered."),
        Message::Row { rows, row } => named_row(rows, *row, world),
        Message::InRow { rows, row, label } => format!("{}, {label}", named_row(rows, *row, world)),
        Message::AddRow => "Add".to_owned(),
        Message::RemoveRow => "Remove".to_owned(),
        Message::RowUp => "Move up".to_owned(),
        Message::RowDown => "Move down".to_owned(),
        Message::RowsChanged { rows, change } => rows_changed(rows, *change, world),
        Message::ToMend(1) => "One problem has to be fixed before this can be sent.".to_owned(),
        Message::ToMend(count) => {
            let count = number(Decimal::from(*count as u64), 0);
            format!("{count} problems have to be fixed before this can be sent.")
        }
    }
}

/// One letter for each digit of the part.
fn blank(field: FieldName) -> &'static str {
    match field {
        FieldName::Year => "yyyy",
        FieldName::Month | FieldName::Minute => "mm",
        FieldName::Week => "ww",
        FieldName::Day => "dd",
        FieldName::Hour => "hh",
        FieldName::Second => "ss",
        FieldName::Millisecond => "sss",
    }
}

fn digits(world: &dyn World, number: u32) -> String {
    native(world, &number.to_string())
}

fn measured(number: String, unit: &str) -> String {
    if unit.is_empty() { number } else { format!("{number} {unit}") }
}

fn characters(count: u64, world: &dyn World) -> String {
    match count {
        1 => "1 character".to_owned(),
        count => format!("{} characters", show_number(world, count.into(), 0)),
    }
}

/// A bound, or an allowed value.
fn limit(limit: &Limit, world: &dyn World) -> String {
    match limit {
        Limit::Number(number) => show_number(world, *number, 0),
        Limit::Date(_) | Limit::Month(_) | Limit::Week(_) | Limit::Time(_) | Limit::DateTime(_) => {
            limit.to_string()
        }
    }
}

/// The name of such values, singular and plural.
fn nouns(limit: &Limit) -> (&'static str, &'static str) {
    match limit {
        Limit::Number(_) => ("value", "values"),
        Limit::Date(_) => ("day", "days"),
        Limit::Month(_) => ("month", "months"),
        Limit::Week(_) => ("week", "weeks"),
        Limit::Time(_) => ("time", "times"),
        Limit::DateTime(_) => ("date and time", "dates and times"),
    }
}

fn part(part: &Part, world: &dyn World) -> String {
    match part {
        Part::Less => "less",
        Part::More => "more",
        Part::Back => "back",
        Part::Next => "next",
        Part::Clear => "clear",
        Part::OpenList => "open",
        Part::Options => "options",
        Part::Remove { text } => return format!("remove {text}"),
        Part::OpenCalendar => "open the calendar",
        Part::Calendar => "calendar",
        Part::PreviousMonth => "previous month",
        Part::NextMonth => "next month",
        Part::Days(month) => return text(&Message::Month(*month), world),
        Part::Today => "Today",
        Part::From => "from",
        Part::To => "to",
        Part::Field(FieldName::Year) => "year",
        Part::Field(FieldName::Month) => "month",
        Part::Field(FieldName::Week) => "week",
        Part::Field(FieldName::Day) => "day",
        Part::Field(FieldName::Hour) => "hour",
        Part::Field(FieldName::Minute) => "minute",
        Part::Field(FieldName::Second) => "second",
        Part::Field(FieldName::Millisecond) => "millisecond",
    }
    .to_owned()
}

fn invalid(invalid: &Invalid, world: &dyn World) -> String {
    let limit = |one: &Limit| self::limit(one, world);
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
            let like = show_number(world, Decimal::new(-5, 1), 1);
            format!("{} is not a number; write it like 12 or {like}.", Quoted(text))
        }
        BadInput::Number(error @ NumberError::TooManyDigits(_)) => {
            format!("{}.", number_error(error))
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

fn number_error(error: &NumberError) -> String {
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

fn misread(misread: &Misread) -> String {
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

fn refusal(refusal: &Refusal, world: &dyn World) -> String {
    let limit = |one: &Limit| self::limit(one, world);
    let number = |value: &Decimal| show_number(world, *value, 0);
    match refusal {
        Refusal::Disabled => "disabled",
        Refusal::Readonly => "read-only",
        Refusal::AtFirst => "already at the lowest value",
        Refusal::AtLast => "already at the highest value",
        Refusal::Unchanged => "nothing would change",
        Refusal::Required => "a value is required, so it cannot be cleared",
        Refusal::Empty => "already empty",
        Refusal::NeverEmpty => "this control is never empty",
        Refusal::BelowMin { min } if min.is_number() => {
            return format!("below the minimum {}", limit(min));
        }
        Refusal::BelowMin { min } => {
            return format!("before the first {}, {}", nouns(min).0, limit(min));
        }
        Refusal::AboveMax { max } if max.is_number() => {
            return format!("above the maximum {}", limit(max));
        }
        Refusal::AboveMax { max } => {
            return format!("after the last {}, {}", nouns(max).0, limit(max));
        }
        Refusal::OffNotches { nearest } if nearest.is_number() => {
            return format!("not on a notch; the nearest is {}", limit(nearest));
        }
        Refusal::OffNotches { nearest } => {
            let things = nouns(nearest).1;
            return format!("not one of the {things} to choose; the nearest is {}", limit(nearest));
        }
        Refusal::NoValue => "no value is allowed",
        Refusal::NoPlace => "the place is not a number",
        Refusal::Grabbed => "being dragged",
        Refusal::NotGrabbed => "not being dragged",
        Refusal::NotANumber => "not a number",
        Refusal::NotADate => "not a date",
        Refusal::Closed => "that day is closed",
        Refusal::AcrossClosed { day } => return format!("{day}, which is closed, lies in between"),
        Refusal::TooFar { least, most: None } if least.is_zero() => "the second is below the first",
        Refusal::TooFar { least, most: None } => {
            return format!("not at least {} apart", number(least));
        }
        Refusal::TooFar { least, most: Some(most) } => {
            return format!("not {} to {} apart", number(least), number(most));
        }
        Refusal::TooShort { least: 1, nights: true } => "without a night between",
        Refusal::TooShort { least, nights } => {
            return format!("fewer than {least} {}", if *nights { "nights" } else { "days" });
        }
        Refusal::TooLong { most: 1, nights: true } => "more than one night",
        Refusal::TooLong { most, nights } => {
            return format!("more than {most} {}", if *nights { "nights" } else { "days" });
        }
        Refusal::WrongOrder => "the last day is before the first",
        Refusal::Incomplete => "only part of it is filled in",
        Refusal::Misread { like } => return format!("not written like {like}"),
        Refusal::TooMany { most } => return format!("no more than {most} can be chosen"),
        Refusal::RowsFull { most: 1 } => "no more than one of these is allowed",
        Refusal::RowsFull { most } => return format!("no more than {most} of these are allowed"),
        Refusal::RowsFew { least: 1 } => "at least one of these is required",
        Refusal::RowsFew { least } => return format!("at least {least} of these are required"),
        Refusal::NoSuchRow { count: 0 } => "there are no rows",
        Refusal::NoSuchRow { count: 1 } => "there is only row 1",
        Refusal::NoSuchRow { count } => return format!("there are only rows 1 to {count}"),
        Refusal::WrongKind => "not a value of this control's kind",
        Refusal::NoMatch => "there is no such option",
        Refusal::NotForThis => "does not apply to this control",
    }
    .to_owned()
}

fn named_row(rows: &str, row: usize, world: &dyn World) -> String {
    format!("{rows} {}", show_number(world, Decimal::from(row as u64), 0)).trim_start().to_owned()
}

fn rows_changed(rows: &str, change: RowsChange, world: &dyn World) -> String {
    let named = |row: usize| named_row(rows, row, world);
    match change {
        RowsChange::Add { row } => format!("{} has been added.", named(row)),
        RowsChange::Remove { row } => format!("{} has been removed.", named(row)),
        RowsChange::Move { row, to } => format!("{} is {} now.", named(row), named(to)),
    }
}

fn remark(remark: &Remark, world: &dyn World) -> String {
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

/// Phrases are followed by a comma; complete sentences are not.
fn described(texts: &[String]) -> String {
    let mut all = String::new();
    for text in texts {
        if !all.is_empty() {
            all.push_str(if all.ends_with(['.', '!', '?']) { " " } else { ", " });
        }
        all.push_str(text);
    }
    all
}
