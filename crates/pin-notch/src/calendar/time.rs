//! A time of day to the millisecond, and a day with a time.

use super::{CalendarError, Date, digits, part};
use core::fmt;
use core::str::FromStr;

const DAY: i64 = 86_400_000;

/// A time of day, to the millisecond, without a time zone.
///
/// ```
/// use pin_notch::Time;
/// let seen: Time = "07:30:05.5".parse().unwrap();
/// assert_eq!(seen.milliseconds(), 27_005_500);
/// assert_eq!(seen.to_string(), "07:30:05.5"); // the shortest text, as HTML has it
/// ```
///
/// Its parts, and its milliseconds since midnight:
///
/// ```
/// use pin_notch::Time;
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let opened = Time::new(7, 30, 0, 0)?;
/// assert_eq!(opened.parts(), (7, 30, 0, 0));
/// assert_eq!(Time::from_milliseconds(27_000_000), Some(opened));
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct Time {
    milliseconds: u32,
}

impl Time {
    /// The time with this hour (0 to 23), minute and second (0 to 59) and millisecond (0 to 999).
    ///
    /// # Errors
    /// Names the part that is out of range.
    pub fn new(hour: u8, minute: u8, second: u8, millisecond: u16) -> Result<Self, CalendarError> {
        part("hour", hour.into(), 0..=23, &"a day")?;
        part("minute", minute.into(), 0..=59, &"an hour")?;
        part("second", second.into(), 0..=59, &"a minute")?;
        part("millisecond", millisecond.into(), 0..=999, &"a second")?;
        let seconds = (u32::from(hour) * 60 + u32::from(minute)) * 60 + u32::from(second);
        Ok(Self { milliseconds: seconds * 1000 + u32::from(millisecond) })
    }

    /// Milliseconds since midnight.
    pub fn milliseconds(self) -> u32 {
        self.milliseconds
    }

    /// The time this many milliseconds after midnight, or `None` beyond the end of the day.
    pub fn from_milliseconds(milliseconds: i64) -> Option<Self> {
        let inside = (0..DAY).contains(&milliseconds);
        inside.then_some(Self { milliseconds: milliseconds as u32 })
    }

    /// Hour, minute, second and millisecond.
    pub fn parts(self) -> (u8, u8, u8, u16) {
        let seconds = self.milliseconds / 1000;
        let (hour, minute) = (seconds / 3600, seconds / 60 % 60);
        (hour as u8, minute as u8, (seconds % 60) as u8, (self.milliseconds % 1000) as u16)
    }
}

impl fmt::Display for Time {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        let (hour, minute, second, millisecond) = self.parts();
        write!(f, "{hour:02}:{minute:02}")?;
        if second > 0 || millisecond > 0 {
            write!(f, ":{second:02}")?;
        }
        if millisecond > 0 {
            let fraction = format!("{millisecond:03}");
            write!(f, ".{}", fraction.trim_end_matches('0'))?;
        }
        Ok(())
    }
}

/// Reads HTML's valid time string: `07:30`, `07:30:05` or `07:30:05.125`.
impl FromStr for Time {
    type Err = CalendarError;

    fn from_str(text: &str) -> Result<Self, CalendarError> {
        let like = "07:30 or 07:30:05.125";
        let [hour, minute, second, fraction] = match text.len() {
            5 => digits::<4>(text, "00:00", like)?,
            8 => digits(text, "00:00:00", like)?,
            10 => digits(text, "00:00:00.0", like)?,
            11 => digits(text, "00:00:00.00", like)?,
            _ => digits(text, "00:00:00.000", like)?,
        };
        let millisecond = fraction * [1000, 100, 10, 1][text.len().saturating_sub(9).min(3)];
        Self::new(hour as u8, minute as u8, second as u8, (millisecond % 1000) as u16)
    }
}

/// A date and a time of day: HTML's local date and time.
///
/// ```
/// use pin_notch::DateTime;
/// let opened: DateTime = "2026-05-14 07:30".parse().unwrap();
/// assert_eq!(opened.to_string(), "2026-05-14T07:30");
/// ```
///
/// Its milliseconds since the start of 1970:
///
/// ```
/// use pin_notch::DateTime;
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let opened: DateTime = "1970-01-02T00:00:01".parse()?;
/// assert_eq!(opened.milliseconds(), 86_401_000);
/// assert_eq!(DateTime::from_milliseconds(86_401_000), Some(opened));
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct DateTime {
    /// The day.
    pub date: Date,
    /// The time on that day.
    pub time: Time,
}

impl DateTime {
    /// Milliseconds since 1970-01-01T00:00, which is 0.
    pub fn milliseconds(self) -> i64 {
        i64::from(self.date.days()) * DAY + i64::from(self.time.milliseconds)
    }

    /// The date and time this many milliseconds after 1970-01-01T00:00, if it is in the calendar.
    pub fn from_milliseconds(milliseconds: i64) -> Option<Self> {
        let days = i32::try_from(milliseconds.div_euclid(DAY)).ok()?;
        let time = Time::from_milliseconds(milliseconds.rem_euclid(DAY))?;
        Some(Self { date: Date::from_days(days)?, time })
    }
}

impl fmt::Display for DateTime {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        write!(f, "{}T{}", self.date, self.time)
    }
}

/// Reads HTML's valid local date and time string: a date, `T` or a space, and a time.
impl FromStr for DateTime {
    type Err = CalendarError;

    fn from_str(text: &str) -> Result<Self, CalendarError> {
        match text.split_once(['T', ' ']) {
            Some((date, time)) => Ok(Self { date: date.parse()?, time: time.parse()? }),
            None => Err(CalendarError::Form {
                text: text.chars().take(40).collect(),
                like: "2026-05-14T07:30",
            }),
        }
    }
}
