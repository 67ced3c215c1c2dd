//! A month laid out as rows of weeks, for drawing a calendar page.

use super::{Date, Month, Week, Weekday};

/// A month laid out in weeks that begin on a given day.
///
/// ```
/// use pin_notch::{MonthGrid, Weekday};
/// let may = MonthGrid::new("2026-05".parse().unwrap(), Weekday::Monday);
/// let first = may.weeks().next().unwrap();
/// assert_eq!(first.week.unwrap().to_string(), "2026-W18");
/// assert_eq!(first.days[0].unwrap().to_string(), "2026-04-27"); // a day of the month before
/// assert_eq!(may.weeks().count(), 5);
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct MonthGrid {
    month: Month,
    first_day: Weekday,
}

/// A row of a month grid.
///
/// ```
/// use pin_notch::{MonthGrid, Weekday};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let may = MonthGrid::new("2026-05".parse()?, Weekday::Monday);
/// let row = may.weeks().last().ok_or("a month has weeks")?;
/// assert_eq!(row.week.map(|week| week.number()), Some(22));
/// assert_eq!(row.days[6].map(|day| day.to_string()), Some("2026-05-31".into()));
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct GridWeek {
    /// The ISO week that contains the row's Thursday, and so most of its days. `None` if that Thursday is
    /// outside the calendar.
    pub week: Option<Week>,
    /// Its seven days, including those of the adjoining months. `None` outside the calendar.
    pub days: [Option<Date>; 7],
}

impl MonthGrid {
    /// The grid of this month, with rows that begin on `first_day`.
    pub fn new(month: Month, first_day: Weekday) -> Self {
        Self { month, first_day }
    }

    /// The month.
    pub fn month(&self) -> Month {
        self.month
    }

    /// The day on which a row begins.
    ///
    /// ```
    /// use pin_notch::{MonthGrid, Weekday};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let may = MonthGrid::new("2026-05".parse()?, Weekday::Sunday);
    /// assert_eq!((may.month().number(), may.first_day()), (5, Weekday::Sunday));
    /// assert_eq!(may.weekdays()[6], Weekday::Saturday);
    /// # Ok(()) }
    /// ```
    pub fn first_day(&self) -> Weekday {
        self.first_day
    }

    /// The weekdays in the order of the columns.
    pub fn weekdays(&self) -> [Weekday; 7] {
        let start = self.first_day as usize;
        core::array::from_fn(|column| Weekday::ALL[(start + column) % 7])
    }

    /// The rows that hold a day of the month: four to six.
    pub fn weeks(&self) -> impl Iterator<Item = GridWeek> + use<> {
        let first = self.month.first();
        let start = first.days() - i32::from(first.weekday().after(self.first_day));
        let last = self.month.last().days();
        let thursday = i32::from(Weekday::Thursday.after(self.first_day));
        (start..=last).step_by(7).map(move |row| GridWeek {
            week: Date::from_days(row + thursday).map(Date::week),
            days: core::array::from_fn(|column| Date::from_days(row + column as i32)),
        })
    }
}
