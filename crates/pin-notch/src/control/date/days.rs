//! The days that a picker offers, and the month grid on which they are shown: one for all date pickers.

use super::Blocked;
use crate::calendar::{Date, Month, MonthGrid, Week, Weekday};
use crate::control::setting::within;
use crate::control::{Direction, Manner, Setting, SettingError, ValueKind};
use crate::intent::Key;
use crate::measure::NotchesOf;
use crate::quoted::Quoted;
use crate::refusal::Refusal;
use crate::validity::Invalid;
use crate::world::{AnyWorld, DatePattern, native};

/// Which days there are, how they are written, and where keys are on the grid.
#[derive(Clone, Debug)]
pub(super) struct Days {
    pub notches: NotchesOf<Date>,
    pub blocked: Vec<Blocked>,
    pub pattern: DatePattern,
    pub world: AnyWorld,
    pub first_day: Option<Weekday>,
    /// Which way text runs, where that is not as the world has it.
    pub direction: Option<Direction>,
    pub today: Date,
    /// The day that keys are on while the grid is open.
    pub active: Option<Date>,
    pub always_open: bool,
}

/// An open month grid.
///
/// ```
/// use pin_notch::{DatePicker, Weekday};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let picker = DatePicker::new("2026-05-14".parse()?).weeks_from(Weekday::Monday).always_open();
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
    /// Month and year in words.
    pub title: String,
    /// Short names of the days, and long ones for those who hear them, in the order of the columns.
    pub heads: Vec<(String, String)>,
    /// The rows: number of the ISO week, and seven days.
    pub weeks: Vec<(Option<Week>, Vec<GridDay>)>,
}

/// A day on a grid.
///
/// ```
/// use pin_notch::{DatePicker, Weekday};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let picker = DatePicker::new("2026-05-14".parse()?).weeks_from(Weekday::Monday).always_open();
/// let grid = picker.view().grid.ok_or("always open")?;
/// let day = &grid.weeks[2].1[3];
/// assert_eq!((day.number.as_str(), day.today, day.chosen), ("14", true, false));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
#[non_exhaustive]
pub struct GridDay {
    /// The day; none where the calendar ends.
    pub date: Option<Date>,
    /// The number that stands in its cell, as the world writes it.
    pub number: String,
    /// The day in full, for those who hear it.
    pub name: String,
    /// Whether it belongs to the month of the grid.
    pub inside: bool,
    /// Whether it is the value, or an end of it.
    pub chosen: bool,
    /// Whether it lies in the span that is chosen or previewed, its ends among it.
    pub spanned: bool,
    /// Whether it is today.
    pub today: bool,
    /// Whether keys are on it.
    pub active: bool,
    /// Why it cannot be chosen; none when it can.
    pub why_not: Option<String>,
}

impl Days {
    pub(super) fn new(today: Date) -> Self {
        Self {
            notches: NotchesOf::all(),
            blocked: Vec::new(),
            pattern: DatePattern::default(),
            world: AnyWorld::default(),
            first_day: None,
            direction: None,
            today,
            active: None,
            always_open: false,
        }
    }

    /// What a definition says of the days; they go back to this one where the grid is open.
    pub(super) fn put(&mut self, setting: &Setting, on: Option<Date>) -> Result<(), SettingError> {
        match setting {
            Setting::Within(min, max, step) => {
                let line = (NotchesOf::<Date>::LINE, ValueKind::Date);
                self.notches = within(line, min, max, *step)?.into();
                self.shut(on);
            }
            Setting::Blocked(blocked) => self.blocked.clone_from(blocked),
            Setting::Pattern(pattern) => self.pattern.clone_from(pattern),
            Setting::FirstDay(day) => self.first_day = Some(*day),
            Setting::Direction(direction) => self.direction = Some(*direction),
            Setting::Is(Manner::AlwaysOpen) => {
                self.always_open = true;
                self.shut(on);
            }
            _ => return Err(SettingError::NotForThis),
        }
        Ok(())
    }

    pub(super) fn why_not(&self, day: Date) -> Option<&str> {
        self.blocked.iter().find(|blocked| blocked.holds(day)).map(Blocked::why)
    }

    pub(super) fn admit(&self, day: Date) -> Result<Date, Refusal> {
        let day = self.notches.admit(day)?;
        if self.why_not(day).is_some() { Err(Refusal::Blocked) } else { Ok(day) }
    }

    /// All that is wrong with a day.
    pub(super) fn against(&self, day: Date) -> Vec<Invalid> {
        let mut all = self.notches.against(day);
        if let Some(why) = self.why_not(day) {
            all.push(Invalid::CustomError(why.to_owned()));
        }
        all
    }

    pub(super) fn show(&self, day: Date) -> String {
        self.pattern.show(&*self.world, day)
    }

    /// The day that a text stands for: ISO 8601 always, and the pattern.
    pub(super) fn read(&self, text: &str) -> Option<Date> {
        let text = text.trim();
        text.parse().ok().or_else(|| self.pattern.read(&*self.world, text).ok())
    }

    /// What is wrong with a text in the place of a day.
    pub(super) fn misread(&self, text: &str) -> Vec<Invalid> {
        match self.read(text) {
            None => {
                let like = self.show(self.today);
                vec![Invalid::BadInput(format!(
                    "{} is no date; write it like {like}.",
                    Quoted(text)
                ))]
            }
            Some(day) => self.against(day),
        }
    }

    pub(super) fn is_open(&self) -> bool {
        self.active.is_some()
    }

    /// Whether choosing closes the grid.
    pub(super) fn closes(&self) -> bool {
        self.is_open() && !self.always_open
    }

    /// Opens the grid on this day, else on today, or on the nearest there is.
    pub(super) fn open(&mut self, on: Option<Date>) -> Result<(), Refusal> {
        self.notches.first().ok_or(Refusal::NoValue)?;
        self.active = Some(self.start(on));
        Ok(())
    }

    pub(super) fn start(&self, on: Option<Date>) -> Date {
        self.notches.snap(on.unwrap_or(self.today))
    }

    /// Closes the grid, unless it is always open; then it goes back to this day.
    pub(super) fn shut(&mut self, on: Option<Date>) {
        self.active = self.always_open.then(|| self.start(on));
    }

    pub(super) fn rows_from(&self) -> Weekday {
        self.first_day.unwrap_or_else(|| self.world.first_day())
    }

    /// Where a key leads from a day of the grid.
    pub(super) fn go(&mut self, day: Date, key: Key) -> Result<Date, Refusal> {
        let right = match self.direction.unwrap_or_else(|| self.world.direction()) {
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
            _ => return Err(Refusal::NotForThis),
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

    /// The open grid, with these days as ends and as the span between them.
    pub(super) fn grid(
        &self,
        ends: [Option<Date>; 2],
        span: Option<(Date, Date)>,
    ) -> Option<DateGrid> {
        let active = self.active?;
        let month = active.month();
        let day = |date: Option<Date>| GridDay {
            date,
            number: date.map(|day| self.number(day.day().into())).unwrap_or_default(),
            name: date.map(|day| self.name(day)).unwrap_or_default(),
            inside: date.is_some_and(|day| day.month() == month),
            chosen: date.is_some() && ends.contains(&date),
            spanned: date.zip(span).is_some_and(|(day, (from, to))| (from..=to).contains(&day)),
            today: date == Some(self.today),
            active: date == Some(active),
            why_not: date.and_then(|day| self.refusal(day)),
        };
        let rows = MonthGrid::new(month, self.rows_from());
        let mut heads = Vec::new();
        for day in rows.weekdays() {
            heads.push((self.world.short_weekday_name(day), self.world.weekday_name(day)));
        }
        let mut weeks = Vec::new();
        for row in rows.weeks() {
            weeks.push((row.week, row.days.iter().map(|date| day(*date)).collect()));
        }
        Some(DateGrid {
            month,
            title: format!(
                "{} {}",
                self.world.month_name(month.number()),
                self.number(month.year().into())
            ),
            heads,
            weeks,
        })
    }

    fn refusal(&self, day: Date) -> Option<String> {
        match self.admit(day) {
            Ok(_) => None,
            Err(Refusal::Blocked) => self.why_not(day).map(str::to_owned),
            Err(refusal) => Some(refusal.to_string()),
        }
    }

    fn number(&self, number: u32) -> String {
        native(&*self.world, &number.to_string())
    }

    /// A day in full: `Thursday 14 May 2026`.
    fn name(&self, day: Date) -> String {
        let (world, month) = (&self.world, day.month());
        format!(
            "{} {} {} {}",
            world.weekday_name(day.weekday()),
            self.number(day.day().into()),
            world.month_name(month.number()),
            self.number(month.year().into())
        )
    }
}

/// The methods by which every date picker is told which days there are and how they are written.
macro_rules! days_methods {
    () => {
        /// Writes names and digits as this world does.
        pub fn in_world(mut self, world: impl Into<AnyWorld>) -> Self {
            self.days.world = world.into();
            self
        }

        /// Takes only these days: bounds, and a step for every so many days.
        pub fn within(mut self, notches: NotchesOf<Date>) -> Self {
            self.days.notches = notches;
            self.days.shut(self.start());
            self
        }

        /// Lets none of these days be chosen.
        pub fn blocking(mut self, blocked: impl IntoIterator<Item = Blocked>) -> Self {
            self.days.blocked.extend(blocked);
            self
        }

        /// Writes dates by this pattern.
        pub fn written(mut self, pattern: DatePattern) -> Self {
            self.days.pattern = pattern;
            self
        }

        /// Begins the rows of the grid on this day, whatever the world says.
        pub fn weeks_from(mut self, first_day: Weekday) -> Self {
            self.days.first_day = Some(first_day);
            self
        }

        /// Lays the days out this way, whatever the world says. In right-to-left text, the left arrow key
        /// goes to the day after.
        pub fn running(mut self, direction: Direction) -> Self {
            self.days.direction = Some(direction);
            self
        }

        /// Keeps the grid open, as part of the page.
        pub fn always_open(mut self) -> Self {
            self.days.always_open = true;
            self.days.shut(self.start());
            self
        }

        condition_methods!();

        /// The days it can take, blocked ones left aside.
        pub fn notches(&self) -> &NotchesOf<Date> {
            &self.days.notches
        }

        /// The rules by which days are blocked.
        pub fn blocked(&self) -> &[Blocked] {
            &self.days.blocked
        }

        /// How dates are written.
        pub fn pattern(&self) -> &DatePattern {
            &self.days.pattern
        }

        /// Whether the grid is part of the page.
        pub fn is_always_open(&self) -> bool {
            self.days.always_open
        }

        /// Tells which day is today. It is marked, and where an empty picker's grid opens.
        pub fn set_today(&mut self, today: Date) {
            self.days.today = today;
        }

        /// Whether the grid is open.
        pub fn is_open(&self) -> bool {
            self.days.is_open()
        }

        /// The day that keys are on while the grid is open.
        pub fn active_day(&self) -> Option<Date> {
            self.days.active
        }

        /// Why a day is blocked, if it is.
        pub fn why_not(&self, day: Date) -> Option<&str> {
            self.days.why_not(day)
        }
    };
}
pub(super) use days_methods;
