//! Dates, months, ISO weeks and times of day: exact, without a clock and without a time zone.
//!
//! The calendar is the proleptic Gregorian one, years 1 to 9999, as HTML's [dates and times][html] have it.
//! Each type reads and writes the standard's own text (`2026-05-14`, `2026-05`, `2026-W20`, `07:30`,
//! `2026-05-14T07:30`) and maps to a line of whole units, which is what [`NotchesOf`](crate::NotchesOf)
//! counts in.
//!
//! It is our own because browsers have to load it: a date library with parsing and formatting adds about 50
//! KB compressed, while all of this takes about 5. The tests compare every day of every year with such a
//! library.
//!
//! [html]: https://html.spec.whatwg.org/multipage/common-microsyntaxes.html#dates-and-times

mod date;
mod field_name;
mod grid;
mod month;
mod time;
mod week;

pub use date::{Date, Weekday};
pub use field_name::FieldName;
pub use grid::{GridWeek, MonthGrid};
pub use month::Month;
pub use time::{DateTime, Time};
pub use week::Week;

use crate::quoted::Quoted;
use core::fmt;

/// The last supported year; the first is 1.
///
/// ```
/// use pin_notch::{Date, LAST_YEAR};
/// assert_eq!(Date::LAST.year(), LAST_YEAR);
/// assert!(Date::new(LAST_YEAR + 1, 1, 1).is_err());
/// ```
pub const LAST_YEAR: u16 = 9999;

/// The fewest digits of a year that is typed or pasted, so that 26 is not taken for a year of the first century.
pub(crate) const SHORTEST_YEAR: usize = 3;

/// Why something is not a valid date, month, week or time.
///
/// ```
/// use pin_notch::Date;
/// let error = "2026-02-30".parse::<Date>().unwrap_err();
/// assert_eq!(error.to_string(), "day 30 is out of range: 2026-02 has days 1 to 28");
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub enum CalendarError {
    /// The text does not have the expected form.
    Form {
        /// The beginning of the text.
        text: String,
        /// An example of the expected form, such as `2026-05-14`.
        like: &'static str,
    },
    /// A part is out of range.
    Part {
        /// Which: `year`, `month`, `week`, `day`, `hour`, `minute`, `second` or `millisecond`.
        part: &'static str,
        /// The value of that part.
        value: u32,
        /// The allowed range, in words.
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

/// Checks that a part lies within its bounds.
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

/// Reads a fixed-width text: a digit wherever the pattern has `0`, and otherwise exactly the pattern's
/// character.
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

/// Implements serde in terms of the standard's text form.
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
