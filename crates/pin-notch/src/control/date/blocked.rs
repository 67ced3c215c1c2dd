//! Days that cannot be chosen, and why.

use crate::calendar::{Date, Weekday};

/// A rule by which days cannot be chosen, with the reason that people are told.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Blocked {
    rule: Rule,
    why: String,
}

#[derive(Clone, Debug, PartialEq, Eq)]
enum Rule {
    Weekday(Weekday),
    Days(Date, Date),
}

impl Blocked {
    /// Every such day of the week.
    pub fn weekday(day: Weekday, why: impl Into<String>) -> Self {
        Self { rule: Rule::Weekday(day), why: why.into() }
    }

    /// This one day.
    pub fn day(day: Date, why: impl Into<String>) -> Self {
        Self::days(day, day, why)
    }

    /// All days from the first to the last, both among them.
    pub fn days(first: Date, last: Date, why: impl Into<String>) -> Self {
        Self { rule: Rule::Days(first, last), why: why.into() }
    }

    /// Whether the rule holds this day.
    pub fn holds(&self, day: Date) -> bool {
        match self.rule {
            Rule::Weekday(weekday) => day.weekday() == weekday,
            Rule::Days(first, last) => (first..=last).contains(&day),
        }
    }

    /// The reason.
    pub fn why(&self) -> &str {
        &self.why
    }
}
