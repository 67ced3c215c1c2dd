//! Days that cannot be chosen, and why.

use crate::calendar::{Date, Weekday};
use core::fmt;
use std::sync::Arc;

/// A rule by which days cannot be chosen, with the reason that people are told.
///
/// ```
/// use pin_notch::{Blocked, Weekday};
/// let rests = Blocked::weekday(Weekday::Sunday, "The apiary rests on Sundays.");
/// assert!(rests.holds("2026-05-17".parse().unwrap()));
/// let odd = Blocked::when(|day| day.day() % 2 == 1, "Only on even days.");
/// assert!(!odd.holds("2026-05-14".parse().unwrap()));
/// ```
///
/// It can say which days those are, unless a rule decides, and why:
///
/// ```
/// use pin_notch::{Blocked, Date};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let (first, last): (Date, Date) = ("2026-06-01".parse()?, "2026-06-07".parse()?);
/// let away = Blocked::days(first, last, "The keeper is away.");
/// assert_eq!(away.days_text().as_deref(), Some("2026-06-01/2026-06-07"));
/// assert_eq!(away.why(), "The keeper is away.");
/// # Ok(()) }
/// ```
#[derive(Clone, Debug)]
pub struct Blocked {
    rule: Rule,
    why: String,
}

#[derive(Clone)]
enum Rule {
    Weekday(Weekday),
    Days(Date, Date),
    When(Arc<dyn Fn(Date) -> bool + Send + Sync>),
}

impl fmt::Debug for Rule {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::Weekday(day) => write!(f, "{day:?}"),
            Self::Days(first, last) => write!(f, "{first} to {last}"),
            Self::When(_) => f.write_str("a rule"),
        }
    }
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

    /// Every day of which this is true. It is asked for each day that is shown.
    pub fn when(
        rule: impl Fn(Date) -> bool + Send + Sync + 'static,
        why: impl Into<String>,
    ) -> Self {
        Self { rule: Rule::When(Arc::new(rule)), why: why.into() }
    }

    /// Whether the rule holds this day.
    pub fn holds(&self, day: Date) -> bool {
        match &self.rule {
            Rule::Weekday(weekday) => day.weekday() == *weekday,
            Rule::Days(first, last) => (*first..=*last).contains(&day),
            Rule::When(rule) => rule(day),
        }
    }

    /// The days as text: `2026-06-01/2026-06-03`, or `sunday`; `None` for a rule of the developer's own.
    pub fn days_text(&self) -> Option<String> {
        match &self.rule {
            Rule::Weekday(day) => Some(format!("{day:?}").to_ascii_lowercase()),
            Rule::Days(first, last) if first == last => Some(first.to_string()),
            Rule::Days(first, last) => Some(format!("{first}/{last}")),
            Rule::When(_) => None,
        }
    }

    /// The reason.
    pub fn why(&self) -> &str {
        &self.why
    }

    /// The first day from `first` to `last` that any of these rules holds, for spans that must not run
    /// across one. Ranges and weekdays are found without looking at each day.
    pub(super) fn first_between(rules: &[Self], first: Date, last: Date) -> Option<Date> {
        let found = rules.iter().filter_map(|blocked| match &blocked.rule {
            Rule::Weekday(weekday) => first.plus_days(weekday.after(first.weekday()).into()),
            Rule::Days(from, to) => Some(first.max(*from)).filter(|day| day <= to),
            Rule::When(rule) => {
                (first.days()..=last.days()).filter_map(Date::from_days).find(|day| rule(*day))
            }
        });
        found.filter(|day| *day <= last).min()
    }
}
