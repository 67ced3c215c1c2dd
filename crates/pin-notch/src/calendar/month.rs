//! A month of a year.

use super::date::is_leap;
use super::{CalendarError, Date, LAST_YEAR, digits, part, year};
use core::fmt;
use core::str::FromStr;

/// A month of a year.
///
/// ```
/// use pin_notch::Month;
/// let swarming: Month = "2026-05".parse().unwrap();
/// assert_eq!(swarming.days(), 31);
/// assert_eq!(swarming.plus(8).unwrap().to_string(), "2027-01");
/// ```
///
/// Its parts, its days, and its month number counted from 1970:
///
/// ```
/// use pin_notch::Month;
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let swarming = Month::new(2026, 5)?;
/// assert_eq!((swarming.year(), swarming.number()), (2026, 5));
/// assert_eq!((swarming.first().day(), swarming.last().day()), (1, 31));
/// assert_eq!(Month::from_months(swarming.months()), Some(swarming));
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct Month {
    year: u16,
    month: u8,
}

impl Month {
    /// The given month (1 to 12) of the given year (1 to 9999).
    ///
    /// # Errors
    /// Names the part that is out of range.
    pub fn new(of: u16, month: u8) -> Result<Self, CalendarError> {
        year(of)?;
        part("month", month.into(), 1..=12, &"a year")?;
        Ok(Self { year: of, month })
    }

    /// The month that contains this date.
    pub(super) fn of(year: u16, month: u8) -> Self {
        Self { year, month }
    }

    /// The year, 1 to 9999.
    pub fn year(self) -> u16 {
        self.year
    }

    /// The month of the year, 1 to 12.
    pub fn number(self) -> u8 {
        self.month
    }

    /// The number of days in it.
    pub fn days(self) -> u8 {
        match self.month {
            2 => 28 + u8::from(is_leap(self.year)),
            4 | 6 | 9 | 11 => 30,
            _ => 31,
        }
    }

    /// Its first day.
    pub fn first(self) -> Date {
        self.day(1)
    }

    /// Its last day.
    pub fn last(self) -> Date {
        self.day(self.days())
    }

    /// A day already known to be in this month.
    pub(super) fn day(self, day: u8) -> Date {
        Date::known(self.year, self.month, day)
    }

    /// Months since 1970-01, which is 0.
    pub fn months(self) -> i32 {
        (i32::from(self.year) - 1970) * 12 + i32::from(self.month) - 1
    }

    /// The month that is this many months after 1970-01, if it is in the calendar.
    pub fn from_months(months: i32) -> Option<Self> {
        let year = u16::try_from(months.div_euclid(12).checked_add(1970)?).ok()?;
        let month = months.rem_euclid(12) as u8 + 1;
        (1..=LAST_YEAR).contains(&year).then_some(Self { year, month })
    }

    /// This many months later, or earlier when negative; `None` past the ends of the calendar.
    pub fn plus(self, months: i32) -> Option<Self> {
        Self::from_months(self.months().checked_add(months)?)
    }
}

impl fmt::Display for Month {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        write!(f, "{:04}-{:02}", self.year, self.month)
    }
}

/// Reads HTML's valid month string: `2026-05`.
impl FromStr for Month {
    type Err = CalendarError;

    fn from_str(text: &str) -> Result<Self, CalendarError> {
        let [year, month] = digits(text, "0000-00", "2026-05")?;
        Self::new(year as u16, month as u8)
    }
}
