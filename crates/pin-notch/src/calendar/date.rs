//! A day of the calendar.

use super::{CalendarError, LAST_YEAR, Month, Week, digits, part, year};
use core::fmt;
use core::str::FromStr;

/// A day: year, month and day of the proleptic Gregorian calendar.
///
/// ```
/// use pin_notch::{Date, Weekday};
/// # fn main() -> Result<(), pin_notch::CalendarError> {
/// let inspected: Date = "2026-05-14".parse()?;
/// assert_eq!(inspected.weekday(), Weekday::Thursday);
/// assert_eq!(inspected.plus_days(18).map(|day| day.to_string()), Some("2026-06-01".into()));
/// # Ok(()) }
/// ```
///
/// Its parts, its position in the year, and its day number counted from 1970:
///
/// ```
/// use pin_notch::{Date, Weekday};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let day = Date::new(2026, 5, 14)?;
/// assert_eq!((day.year(), day.month().number(), day.day()), (2026, 5, 14));
/// assert_eq!((day.week().to_string(), day.day_of_year()), ("2026-W20".into(), 134));
/// assert_eq!(Date::from_days(day.days()), Some(day));
/// assert_eq!(day.start_of_week(Weekday::Sunday), Date::new(2026, 5, 10).ok());
/// assert_eq!((Date::FIRST.plus_days(-1), Date::LAST.plus_days(1)), (None, None));
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct Date {
    year: u16,
    month: u8,
    day: u8,
}

/// A day of the week, in the order of ISO 8601.
///
/// ```
/// use pin_notch::{Date, Weekday};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let visit: Date = "2026-05-14".parse()?;
/// assert_eq!(visit.weekday(), Weekday::Thursday);
/// assert_eq!(Weekday::ALL[0], Weekday::Monday);
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, PartialOrd, Ord, Hash)]
#[expect(missing_docs, reason = "a weekday is its name")]
pub enum Weekday {
    #[default]
    Monday,
    Tuesday,
    Wednesday,
    Thursday,
    Friday,
    Saturday,
    Sunday,
}

impl Weekday {
    /// All seven days, starting with Monday.
    pub const ALL: [Self; 7] = [
        Self::Monday,
        Self::Tuesday,
        Self::Wednesday,
        Self::Thursday,
        Self::Friday,
        Self::Saturday,
        Self::Sunday,
    ];

    /// The number of days from `first` to this one, 0 to 6.
    ///
    /// ```
    /// use pin_notch::Weekday::{Monday, Sunday};
    /// assert_eq!((Monday.after(Sunday), Sunday.after(Monday)), (1, 6));
    /// ```
    pub fn after(self, first: Self) -> u8 {
        (self as u8 + 7 - first as u8) % 7
    }
}

/// The number of days before each month in a non-leap year.
const BEFORE: [u16; 12] = [0, 31, 59, 90, 120, 151, 181, 212, 243, 273, 304, 334];

/// The number of days from 0001-01-01 to 1970-01-01.
const EPOCH: i32 = 719_162;

impl Date {
    /// The first supported day: 0001-01-01.
    pub const FIRST: Self = Self { year: 1, month: 1, day: 1 };
    /// The last supported day: 9999-12-31.
    pub const LAST: Self = Self { year: LAST_YEAR, month: 12, day: 31 };

    /// The date with this year (1 to 9999), month (1 to 12) and day of the month.
    ///
    /// # Errors
    /// Names the part that is out of range, and its range.
    pub fn new(year: u16, month: u8, day: u8) -> Result<Self, CalendarError> {
        let of = Month::new(year, month)?;
        part("day", day.into(), 1..=of.days().into(), &of)?;
        Ok(Self { year, month, day })
    }

    /// The year, 1 to 9999.
    pub fn year(self) -> u16 {
        self.year
    }

    /// The day of the month, from 1.
    pub fn day(self) -> u8 {
        self.day
    }

    /// The month it is in.
    pub fn month(self) -> Month {
        Month::of(self.year, self.month)
    }

    /// The ISO week it is in.
    pub fn week(self) -> Week {
        Week::of(self)
    }

    /// The day of the week.
    pub fn weekday(self) -> Weekday {
        // 0001-01-01 is a Monday.
        Weekday::ALL[(self.since_first() % 7) as usize]
    }

    /// The day of the year, 1 to 366.
    pub fn day_of_year(self) -> u16 {
        let leap = u16::from(self.month > 2 && is_leap(self.year));
        BEFORE[usize::from(self.month) - 1] + leap + u16::from(self.day)
    }

    fn since_first(self) -> u32 {
        days_before(self.year) + u32::from(self.day_of_year()) - 1
    }

    /// Days since 1970-01-01, which is 0.
    pub fn days(self) -> i32 {
        self.since_first() as i32 - EPOCH
    }

    /// The day that is this many days after 1970-01-01, if it is in the calendar.
    pub fn from_days(days: i32) -> Option<Self> {
        let since = u32::try_from(days.checked_add(EPOCH)?).ok()?;
        // 400 years have 146,097 days. This first guess at the year is right or one too low.
        let guess = u64::from(since) * 400 / 146_097 + 1;
        let year = u16::try_from(guess).ok().filter(|year| *year <= LAST_YEAR)?;
        let (year, rest) = match since - days_before(year) {
            rest if rest >= days_in(year) => (year + 1, rest - days_in(year)),
            rest => (year, rest),
        };
        if year > LAST_YEAR {
            return None;
        }
        let leap = u32::from(is_leap(year));
        let before = |month: usize| u32::from(BEFORE[month]) + if month > 1 { leap } else { 0 };
        let month = (0..12).rev().find(|month| before(*month) <= rest)?;
        Some(Self { year, month: month as u8 + 1, day: (rest - before(month)) as u8 + 1 })
    }

    /// This many days later, or earlier when negative; `None` past the ends of the calendar.
    pub fn plus_days(self, days: i32) -> Option<Self> {
        Self::from_days(self.days().checked_add(days)?)
    }

    /// The same day of the month, this many months later; where that month is too short, its last day.
    ///
    /// ```
    /// # use pin_notch::Date;
    /// let end: Date = "2026-01-31".parse().unwrap();
    /// assert_eq!(end.plus_months(1).unwrap().to_string(), "2026-02-28");
    /// ```
    pub fn plus_months(self, months: i32) -> Option<Self> {
        let month = self.month().plus(months)?;
        Some(month.day(self.day.min(month.days())))
    }

    /// The last day at or before this one that is a `first`: where its row of a month grid begins.
    pub fn start_of_week(self, first: Weekday) -> Option<Self> {
        self.plus_days(-i32::from(self.weekday().after(first)))
    }

    /// A date already known to be within the calendar.
    pub(super) fn known(year: u16, month: u8, day: u8) -> Self {
        Self { year, month, day }
    }
}

pub(super) fn is_leap(year: u16) -> bool {
    year.is_multiple_of(4) && (!year.is_multiple_of(100) || year.is_multiple_of(400))
}

fn days_in(year: u16) -> u32 {
    365 + u32::from(is_leap(year))
}

/// The number of days from 0001-01-01 to the first day of this year.
fn days_before(year: u16) -> u32 {
    let past = u32::from(year) - 1;
    past * 365 + past / 4 - past / 100 + past / 400
}

impl fmt::Display for Date {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        write!(f, "{:04}-{:02}-{:02}", self.year, self.month, self.day)
    }
}

/// Reads HTML's valid date string: `2026-05-14`.
impl FromStr for Date {
    type Err = CalendarError;

    fn from_str(text: &str) -> Result<Self, CalendarError> {
        let [y, month, day] = digits(text, "0000-00-00", "2026-05-14")?;
        year(y as u16)?;
        Self::new(y as u16, month as u8, day as u8)
    }
}
