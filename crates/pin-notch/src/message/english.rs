//! Every built-in text for people, in English.

mod definition;
mod invalid;
mod refusal;

use super::{Message, Part};
use crate::calendar::FieldName;
use crate::limit::Limit;
use crate::rows_change::RowsChange;
use crate::world::{World, native, show_number};
use rust_decimal::Decimal;

pub(super) fn text(message: &Message, world: &dyn World) -> String {
    let number = |value: Decimal, places| show_number(world, value, places);
    match message {
        Message::Invalid(invalid) => invalid::invalid(invalid, world),
        Message::Refusal(refusal) => refusal::refusal(refusal, world),
        Message::Remark(remark) => definition::remark(remark, world),
        Message::Misread(misread) => definition::misread(misread),
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
            match title.is_empty() {
                true => format!("{at} of {of}"),
                false => format!("{at} of {of}: {title}"),
            }
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
