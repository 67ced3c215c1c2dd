//! Days that cannot be chosen, and why.

use crate::calendar::{Date, Weekday};
use crate::definition::{AttributeError, AttributeValue, Misread, OptionValue};
use crate::value::Choice;

/// Days that cannot be chosen, with the reason shown to people.
///
/// ```
/// use pin_notch::{Closed, Date, Weekday};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let rests = Closed::weekday(Weekday::Sunday, "The apiary rests on Sundays.");
/// assert!(rests.holds("2026-05-17".parse()?));
/// let (first, last): (Date, Date) = ("2026-06-01".parse()?, "2026-06-07".parse()?);
/// let away = Closed::days(first, last, "The keeper is away.");
/// assert_eq!((away.days_text().as_str(), away.why()), ("2026-06-01/2026-06-07", "The keeper is away."));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Closed {
    days: Days,
    why: String,
}

#[derive(Clone, Copy, Debug, PartialEq, Eq)]
enum Days {
    Weekday(Weekday),
    Between(Date, Date),
}

impl Closed {
    /// Every occurrence of this weekday.
    pub fn weekday(day: Weekday, why: impl Into<String>) -> Self {
        Self { days: Days::Weekday(day), why: why.into() }
    }

    /// This one day.
    pub fn day(day: Date, why: impl Into<String>) -> Self {
        Self::days(day, day, why)
    }

    /// All days from the first to the last, inclusive.
    pub fn days(first: Date, last: Date, why: impl Into<String>) -> Self {
        Self { days: Days::Between(first, last), why: why.into() }
    }

    /// Whether this day is one of them.
    pub fn holds(&self, day: Date) -> bool {
        match self.days {
            Days::Weekday(weekday) => day.weekday() == weekday,
            Days::Between(first, last) => (first..=last).contains(&day),
        }
    }

    /// The days as text: `2026-06-01/2026-06-03`, or `sunday`.
    pub fn days_text(&self) -> String {
        match self.days {
            Days::Weekday(day) => Some(day).write().unwrap_or_default(),
            Days::Between(first, last) if first == last => first.to_string(),
            Days::Between(first, last) => format!("{first}/{last}"),
        }
    }

    /// The reason; empty if there is none.
    pub fn why(&self) -> &str {
        &self.why
    }

    /// The first of these days from `first` to `last`, computed without iterating over the range.
    pub(in crate::control) fn first_between(&self, first: Date, last: Date) -> Option<Date> {
        let day = match self.days {
            Days::Weekday(weekday) => first.plus_days(weekday.after(first.weekday()).into()),
            Days::Between(from, to) => Some(first.max(from)).filter(|day| *day <= to),
        };
        day.filter(|day| *day <= last)
    }
}

/// The option that stands for this in markup: its value names the days and its text is the reason.
impl OptionValue for Closed {
    fn from_choice(choice: &Choice) -> Result<Option<Self>, AttributeError> {
        let text = choice.value.trim();
        // An option without a text of its own has its value as text, which is not a reason.
        let why = if choice.text.trim() == text { "" } else { choice.text.as_str() };
        let mut weekday = None::<Weekday>;
        let is_weekday = weekday.read(text).unwrap_or(false);
        if let Some(day) = weekday.filter(|_| is_weekday) {
            return Ok(Some(Self::weekday(day, why)));
        }
        let (first, last) = text.split_once('/').unwrap_or((text, text));
        match (first.parse(), last.parse()) {
            (Ok(first), Ok(last)) => Ok(Some(Self::days(first, last, why))),
            _ => Err(AttributeError::Misread {
                attribute: "options",
                why: Misread::NotDays(text.to_owned()),
            }),
        }
    }

    fn to_choice(&self) -> Choice {
        Choice::new(self.days_text(), &self.why)
    }
}
