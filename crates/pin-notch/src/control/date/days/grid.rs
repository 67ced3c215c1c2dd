//! The month grid, on which days are picked, and its keys.

use super::Days;
use crate::calendar::{Date, Month, MonthGrid, Week, Weekday};
use crate::intent::Key;
use crate::message::Message;
use crate::refusal::Refusal;
use crate::world::{Direction, native};

/// An open month grid.
///
/// ```
/// use pin_notch::{DatePicker, Weekday};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut picker = DatePicker::builder().first_day(Weekday::Monday).always_open(true).build()?;
/// picker.set_today("2026-05-14".parse()?);
/// let grid = picker.view().grid.ok_or("always open")?;
/// assert_eq!(grid.heads[0].0, "Mon");
/// assert_eq!(grid.weeks.len(), 5);
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
#[non_exhaustive]
pub struct DateGrid {
    /// The month it shows.
    pub month: Month,
    /// The month and year as text.
    pub title: String,
    /// Short and full weekday names, in the order of the columns. The full ones are for assistive
    /// technology.
    pub heads: Vec<(String, String)>,
    /// The rows: the ISO week number and seven days each.
    pub weeks: Vec<(Option<Week>, Vec<GridDay>)>,
}

/// A cell of the grid.
///
/// ```
/// use pin_notch::{DatePicker, Weekday};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut picker = DatePicker::builder().first_day(Weekday::Monday).always_open(true).build()?;
/// picker.set_today("2026-05-14".parse()?);
/// let grid = picker.view().grid.ok_or("always open")?;
/// let day = &grid.weeks[2].1[3];
/// assert_eq!((day.number.as_str(), day.today, day.chosen), ("14", true, false));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
#[non_exhaustive]
pub struct GridDay {
    /// The day; `None` beyond the ends of the calendar.
    pub date: Option<Date>,
    /// The day's number as the world writes it.
    pub number: String,
    /// The full date for assistive technology, with the reason if it cannot be chosen.
    pub name: String,
    /// Whether it belongs to the month shown.
    pub inside: bool,
    /// Whether it is the value, or an end of it.
    pub chosen: bool,
    /// Whether it lies in the chosen or previewed span, including the ends.
    pub spanned: bool,
    /// Whether it is today.
    pub today: bool,
    /// Whether it is the active one, which keys act on.
    pub active: bool,
    /// Why it cannot be chosen; `None` if it can.
    pub why_not: Option<String>,
}

impl Days {
    fn rows_from(&self) -> Weekday {
        self.first_day.unwrap_or_else(|| self.world().first_day())
    }

    /// The day that a key moves to from a day of the grid.
    pub(in crate::control) fn go(&mut self, day: Date, key: Key) -> Result<Date, Refusal> {
        let right = match self.surroundings.direction() {
            Direction::LeftToRight => 1,
            Direction::RightToLeft => -1,
        };
        let past = i32::from(day.weekday().after(self.rows_from()));
        let (to, later) = match key {
            Key::Right => (day.plus_days(right), right > 0),
            Key::Left => (day.plus_days(-right), right < 0),
            Key::Down => (day.plus_days(7), true),
            Key::Up => (day.plus_days(-7), false),
            Key::Home => (day.plus_days(-past), false),
            Key::End => (day.plus_days(6 - past), true),
            Key::PageDown => (day.plus_months(1), true),
            Key::PageUp => (day.plus_months(-1), false),
            Key::ShiftPageDown => (day.plus_months(12), true),
            Key::ShiftPageUp => (day.plus_months(-12), false),
            Key::Space | Key::Enter | Key::Escape | Key::Delete | Key::Backspace => {
                return Err(Refusal::NotForThis);
            }
        };
        let (first, last) = match (self.notches.first(), self.notches.last()) {
            (Some(first), Some(last)) => (first, last),
            _ => return Err(Refusal::NoValue),
        };
        let to = to.unwrap_or(if later { last } else { first }).clamp(first, last);
        if to == day {
            return Err(if later { Refusal::AtLast } else { Refusal::AtFirst });
        }
        self.active = Some(to);
        Ok(to)
    }

    /// The open grid, with these ends and this span marked.
    pub(in crate::control) fn grid(
        &self,
        ends: [Option<Date>; 2],
        span: Option<(Date, Date)>,
    ) -> Option<DateGrid> {
        let active = self.active?;
        let month = active.month();
        let day = |date: Option<Date>| {
            let why_not = date.and_then(|day| self.refusal(day));
            GridDay {
                date,
                number: date.map(|day| self.number(day.day().into())).unwrap_or_default(),
                name: date.map(|day| self.name(day, why_not.clone())).unwrap_or_default(),
                inside: date.is_some_and(|day| day.month() == month),
                chosen: date.is_some() && ends.contains(&date),
                spanned: date.zip(span).is_some_and(|(day, (from, to))| (from..=to).contains(&day)),
                today: date.is_some() && date == self.surroundings.today,
                active: date == Some(active),
                why_not,
            }
        };
        let rows = MonthGrid::new(month, self.rows_from());
        let heads = rows.weekdays().into_iter().map(|day| {
            let world = self.world();
            (world.short_weekday_name(day), world.weekday_name(day))
        });
        let weeks =
            rows.weeks().map(|row| (row.week, row.days.iter().map(|date| day(*date)).collect()));
        Some(DateGrid {
            month,
            title: self.world().message(&Message::Month(month)),
            heads: heads.collect(),
            weeks: weeks.collect(),
        })
    }

    fn refusal(&self, day: Date) -> Option<String> {
        match self.admit(day) {
            Ok(_) => None,
            Err(Refusal::Closed) => self.why_not(day),
            Err(refusal) => Some(self.world().message(&refusal.into())),
        }
    }

    fn number(&self, number: u32) -> String {
        native(&**self.world(), &number.to_string())
    }

    fn name(&self, day: Date, why_not: Option<String>) -> String {
        self.world().message(&match why_not {
            Some(why) => Message::ClosedDay { day, why },
            None => Message::Day(day),
        })
    }
}
