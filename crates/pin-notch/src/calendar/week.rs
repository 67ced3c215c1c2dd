//! A week of ISO 8601: it begins on Monday and belongs to the year that holds its Thursday.

use super::{CalendarError, Date, Weekday, digits, part, year};
use core::fmt;
use core::str::FromStr;

/// A week of a week-numbering year.
///
/// ```
/// use pin_notch::Week;
/// let week: Week = "2026-W53".parse().unwrap();
/// assert_eq!(week.monday().to_string(), "2026-12-28");
/// assert!("2025-W53".parse::<Week>().is_err()); // 2025 has 52
/// ```
///
/// Its parts, and its week number counted from 1970:
///
/// ```
/// use pin_notch::Week;
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let week = Week::new(2026, 20)?;
/// assert_eq!((week.year(), week.number()), (2026, 20));
/// assert_eq!(Week::from_weeks(week.weeks()), Some(week));
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct Week {
    year: u16,
    week: u8,
}

impl Week {
    /// The given week (1 to 52 or 53) of the given week-numbering year (1 to 9999).
    ///
    /// # Errors
    /// Names the part that is out of range.
    pub fn new(of: u16, week: u8) -> Result<Self, CalendarError> {
        year(of)?;
        part("week", week.into(), 1..=weeks_in(of).into(), &of)?;
        Ok(Self { year: of, week })
    }

    /// The week that contains this day.
    pub(super) fn of(date: Date) -> Self {
        // The day of the year on which the week's Thursday falls, which may be outside the year.
        let thursday = i32::from(date.day_of_year()) + 3 - i32::from(date.weekday() as u8);
        let (year, week) = match (thursday + 6).div_euclid(7) {
            0 => (date.year() - 1, weeks_in(date.year() - 1)),
            week if week as u8 > weeks_in(date.year()) => (date.year() + 1, 1),
            week => (date.year(), week as u8),
        };
        Self { year, week }
    }

    /// The week-numbering year, 1 to 9999.
    pub fn year(self) -> u16 {
        self.year
    }

    /// The number of the week in its year, 1 to 53.
    pub fn number(self) -> u8 {
        self.week
    }

    /// Its first day. (This is always within the calendar, because 0001-01-01 is a Monday.)
    pub fn monday(self) -> Date {
        let january = Date::known(self.year, 1, 4); // always in week 1
        let first = january.days() - i32::from(january.weekday() as u8);
        let monday = first + 7 * (i32::from(self.week) - 1);
        Date::from_days(monday).unwrap_or(Date::FIRST)
    }

    /// Weeks since 1970-W01, which is 0. (It begins on 29 December 1969: HTML's step base of weeks.)
    pub fn weeks(self) -> i32 {
        (self.monday().days() + 3).div_euclid(7)
    }

    /// The week that is this many weeks after 1970-W01, if it is in the calendar.
    pub fn from_weeks(weeks: i32) -> Option<Self> {
        Some(Self::of(Date::from_days(weeks.checked_mul(7)?.checked_sub(3)?)?))
    }
}

/// The number of weeks in a week-numbering year: 53 if it begins or ends on a Thursday, otherwise 52.
fn weeks_in(year: u16) -> u8 {
    let falls = |month, day, on| Date::known(year, month, day).weekday() == on;
    let long = falls(1, 1, Weekday::Thursday) || falls(12, 31, Weekday::Thursday);
    52 + u8::from(long)
}

impl fmt::Display for Week {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        write!(f, "{:04}-W{:02}", self.year, self.week)
    }
}

/// Reads HTML's valid week string: `2026-W20`.
impl FromStr for Week {
    type Err = CalendarError;

    fn from_str(text: &str) -> Result<Self, CalendarError> {
        let [year, week] = digits(text, "0000-W00", "2026-W20")?;
        Self::new(year as u16, week as u8)
    }
}
