//! Dates, months, ISO weeks and times of day: exact, without a clock and without a time zone.
//!
//! The calendar is the proleptic Gregorian one, years 1 to 9999, as HTML's [dates and times][html] have
//! it. Each type reads and writes the standard's own text (`2026-05-14`, `2026-05`, `2026-W20`,
//! `07:30`, `2026-05-14T07:30`) and stands on a line of whole units, by which
//! [`NotchesOf`](crate::NotchesOf) counts.
//!
//! It is small and our own because a browser has to load it: a date library with parsing and printing adds
//! about 50 KB compressed there, all of this about 5. The tests compare every day of every year with such a
//! library.
//!
//! [html]: https://html.spec.whatwg.org/multipage/common-microsyntaxes.html#dates-and-times

mod date;
mod grid;
mod month;
mod time;
mod week;

pub use date::{Date, Weekday};
pub use grid::{GridWeek, MonthGrid};
pub use month::Month;
pub use time::{DateTime, Time};
pub use week::Week;

use crate::quoted::Quoted;
use core::fmt;

/// The last year there is; the first is 1.
///
/// ```
/// use pin_notch::{Date, LAST_YEAR};
/// assert_eq!(Date::LAST.year(), LAST_YEAR);
/// assert!(Date::new(LAST_YEAR + 1, 1, 1).is_err());
/// ```
pub const LAST_YEAR: u16 = 9999;

/// Why something is not a date, a month, a week or a time.
///
/// ```
/// use pin_notch::Date;
/// let error = "2026-02-30".parse::<Date>().unwrap_err();
/// assert_eq!(error.to_string(), "day 30 is out of range: 2026-02 has days 1 to 28");
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub enum CalendarError {
    /// The text is not written as it has to be.
    Form {
        /// The start of the text.
        text: String,
        /// What it should look like, such as `2026-05-14`.
        like: &'static str,
    },
    /// A part is out of range.
    Part {
        /// Which: `year`, `month`, `week`, `day`, `hour`, `minute`, `second` or `millisecond`.
        part: &'static str,
        /// Its value.
        value: u32,
        /// The range it has to be in, in words.
        range: String,
    },
}

impl fmt::Display for CalendarError {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::Form { text, like } => write!(f, "{} is not written like {like}", Quoted(text)),
            Self::Part { part, value, range } => {
                write!(f, "{part} {value} is out of range: {range}")
            }
        }
    }
}

impl std::error::Error for CalendarError {}

/// A part that has to lie within bounds.
fn part(
    part: &'static str,
    value: u32,
    range: core::ops::RangeInclusive<u32>,
    whose: &dyn fmt::Display,
) -> Result<(), CalendarError> {
    if range.contains(&value) {
        return Ok(());
    }
    let range = format!("{whose} has {part}s {} to {}", range.start(), range.end());
    Err(CalendarError::Part { part, value, range })
}

fn year(year: u16) -> Result<(), CalendarError> {
    part("year", year.into(), 1..=LAST_YEAR.into(), &"the calendar")
}

/// Reads a text of fixed places: digits where the pattern has `0`, else the very character.
fn digits<const N: usize>(
    text: &str,
    pattern: &'static str,
    like: &'static str,
) -> Result<[u32; N], CalendarError> {
    let wrong = || CalendarError::Form { text: text.chars().take(40).collect(), like };
    if text.len() != pattern.len() {
        return Err(wrong());
    }
    let (mut parts, mut at, mut inside) = ([0; N], 0, false);
    for (c, p) in text.bytes().zip(pattern.bytes()) {
        match (p, c) {
            (b'0', b'0'..=b'9') => {
                parts[at] = parts[at] * 10 + u32::from(c - b'0');
                inside = true;
            }
            (p, c) if p == c && p != b'0' => {
                at += usize::from(inside);
                inside = false;
            }
            _ => return Err(wrong()),
        }
    }
    Ok(parts)
}

/// Serde reads and writes the standard's own text.
#[cfg(feature = "json")]
macro_rules! as_text {
    ($($type:ty),+) => {
        $(impl serde::Serialize for $type {
            fn serialize<S: serde::Serializer>(&self, serializer: S) -> Result<S::Ok, S::Error> {
                serializer.collect_str(self)
            }
        }

        impl<'de> serde::Deserialize<'de> for $type {
            fn deserialize<D: serde::Deserializer<'de>>(deserializer: D) -> Result<Self, D::Error> {
                let text = String::deserialize(deserializer)?;
                text.parse().map_err(serde::de::Error::custom)
            }
        })+
    };
}
#[cfg(feature = "json")]
as_text!(Date, Month, Week, Time, DateTime);
