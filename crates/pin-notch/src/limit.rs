//! A bound or a nearest allowed value of any ordered kind, as mentioned in refusals and problems.

use crate::calendar::{Date, DateTime, Month, Time, Week};
use crate::number::number_text;
use core::fmt;
use rust_decimal::Decimal;

/// A value of an ordered kind. It is displayed like the value itself: `40`, or `2026-05-14`.
///
/// ```
/// use pin_notch::{Date, Invalid, Limit};
/// let first: Date = "2026-03-01".parse().unwrap();
/// let early = Invalid::RangeUnderflow { min: Limit::from(first) };
/// assert_eq!(early.to_string(), "The day must be 2026-03-01 or later.");
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
#[expect(missing_docs, reason = "each is its name")]
pub enum Limit {
    Number(Decimal),
    Date(Date),
    Month(Month),
    Week(Week),
    Time(Time),
    DateTime(DateTime),
}

impl Limit {
    pub(crate) fn is_number(self) -> bool {
        matches!(self, Self::Number(_))
    }

    pub(crate) fn number(self) -> Option<Decimal> {
        match self {
            Self::Number(number) => Some(number),
            Self::Date(_) | Self::Month(_) | Self::Week(_) | Self::Time(_) | Self::DateTime(_) => {
                None
            }
        }
    }
}

impl fmt::Display for Limit {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::Number(number) => f.write_str(&number_text(*number)),
            Self::Date(date) => date.fmt(f),
            Self::Month(month) => month.fmt(f),
            Self::Week(week) => week.fmt(f),
            Self::Time(time) => time.fmt(f),
            Self::DateTime(moment) => moment.fmt(f),
        }
    }
}

macro_rules! limits {
    ($($kind:ident($value:ty)),+) => {
        $(impl From<$value> for Limit {
            fn from(value: $value) -> Self {
                Self::$kind(value)
            }
        })+
    };
}
limits!(Number(Decimal), Date(Date), Month(Month), Week(Week), Time(Time), DateTime(DateTime));
