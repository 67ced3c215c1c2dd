//! A day, typed or picked from a month grid: the ARIA practices' [date picker dialog][apg].
//!
//! Today is told from outside; the core has no clock. How a date is written is the developer's pattern,
//! in the world it is given; ISO 8601 is read everywhere.
//!
//! [apg]: https://www.w3.org/WAI/ARIA/apg/patterns/dialog-modal/examples/datepicker-dialog/

mod blocked;

pub use blocked::Blocked;

use super::conditions::condition_methods;
use super::draft::Typed;
use super::{Conditions, Direction};
use crate::calendar::{Date, Month, MonthGrid, Week, Weekday};
use crate::event::{Event, Refusal, Shown, Turn};
use crate::intent::{Intent, Key};
use crate::measure::NotchesOf;
use crate::validity::Invalid;
use crate::world::{DatePattern, English, World};

/// A date picker.
///
/// ```
/// use pin_notch::{Blocked, Date, DatePicker, Intent, Key, Weekday};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let today: Date = "2026-05-14".parse()?;
/// let mut visit = DatePicker::new(today)
///     .blocking([Blocked::weekday(Weekday::Sunday, "The apiary rests on Sundays.")]);
/// let _ = visit.handle(Intent::Open); // on today, a Thursday
/// let _ = visit.handle(Intent::Key(Key::End)); // to Sunday
/// assert_eq!(visit.handle(Intent::Key(Key::Enter)).to_string(), "refused: that day is blocked");
/// assert_eq!(visit.why_not("2026-05-17".parse()?), Some("The apiary rests on Sundays."));
///
/// let _ = visit.handle(Intent::Key(Key::Left));
/// let turn = visit.handle(Intent::Key(Key::Enter));
/// assert_eq!(turn.to_string(), "input 2026-05-16, change 2026-05-16, close");
/// # Ok(()) }
/// ```
#[derive(Clone, Debug)]
pub struct DatePicker<W = English> {
    notches: NotchesOf<Date>,
    blocked: Vec<Blocked>,
    held: Typed<Date>,
    default: Option<Date>,
    pattern: DatePattern,
    world: W,
    first_day: Option<Weekday>,
    today: Date,
    /// The day that keys are on while the grid is open.
    active: Option<Date>,
    always_open: bool,
    conditions: Conditions,
}

/// All that a face needs to draw a date picker.
#[derive(Clone, Debug, PartialEq)]
#[non_exhaustive]
pub struct DateView {
    /// The value.
    pub value: Option<Date>,
    /// What stands in the field: the draft, else the value by the pattern.
    pub text: String,
    /// The open grid; none while it is closed.
    pub grid: Option<DateGrid>,
    /// What is wrong, in words for the person; empty when nothing is.
    pub problem: String,
}

/// An open month grid.
#[derive(Clone, Debug, PartialEq)]
#[non_exhaustive]
pub struct DateGrid {
    /// Month and year in words.
    pub title: String,
    /// Short names of the days, and long ones for those who hear them, in the order of the columns.
    pub heads: Vec<(String, String)>,
    /// The rows: number of the ISO week, and seven days.
    pub weeks: Vec<(Option<Week>, Vec<GridDay>)>,
}

/// A day on a grid.
#[derive(Clone, Debug, PartialEq)]
#[non_exhaustive]
pub struct GridDay {
    /// The day; none where the calendar ends.
    pub date: Option<Date>,
    /// Whether it belongs to the month of the grid.
    pub inside: bool,
    /// Whether it is the value.
    pub chosen: bool,
    /// Whether it is today.
    pub today: bool,
    /// Whether keys are on it.
    pub active: bool,
    /// Why it cannot be chosen; none when it can.
    pub why_not: Option<String>,
}

impl Shown for Date {
    fn shown(&self) -> String {
        self.to_string()
    }
}

impl DatePicker {
    /// A picker of any day of the calendar, empty at the start. `today` is marked, and where an empty
    /// picker's grid opens.
    pub fn new(today: Date) -> Self {
        Self {
            notches: NotchesOf::all(),
            blocked: Vec::new(),
            held: Typed::new(None),
            default: None,
            pattern: DatePattern::default(),
            world: English,
            first_day: None,
            today,
            active: None,
            always_open: false,
            conditions: Conditions::default(),
        }
    }
}

impl<W: World> DatePicker<W> {
    /// Writes names and digits as this world does.
    pub fn in_world<V: World>(self, world: V) -> DatePicker<V> {
        DatePicker {
            notches: self.notches,
            blocked: self.blocked,
            held: self.held,
            default: self.default,
            pattern: self.pattern,
            world,
            first_day: self.first_day,
            today: self.today,
            active: self.active,
            always_open: self.always_open,
            conditions: self.conditions,
        }
    }

    /// Takes only these days: bounds, and a step for every so many days.
    pub fn within(mut self, notches: NotchesOf<Date>) -> Self {
        self.notches = notches;
        self.active = self.active.map(|_| self.start_day());
        self
    }

    /// Lets none of these days be chosen.
    pub fn blocking(mut self, blocked: impl IntoIterator<Item = Blocked>) -> Self {
        self.blocked = blocked.into_iter().collect();
        self
    }

    /// Starts, and after a reset starts again, on this day, or empty. Given after [`within`](Self::within)
    /// and [`blocking`](Self::blocking).
    ///
    /// # Errors
    /// Why that day cannot be chosen.
    pub fn starting_at(mut self, day: Option<Date>) -> Result<Self, Refusal> {
        self.set_value(day)?;
        self.default = day;
        self.active = self.active.map(|_| self.start_day());
        Ok(self)
    }

    /// Writes dates by this pattern.
    pub fn written(mut self, pattern: DatePattern) -> Self {
        self.pattern = pattern;
        self
    }

    /// Begins the rows of the grid on this day, whatever the world says.
    pub fn weeks_from(mut self, first_day: Weekday) -> Self {
        self.first_day = Some(first_day);
        self
    }

    /// Keeps the grid open, as part of the page.
    pub fn always_open(mut self) -> Self {
        self.always_open = true;
        self.active = Some(self.start_day());
        self
    }

    condition_methods!();

    /// The days it can take, blocked ones left aside.
    pub fn notches(&self) -> &NotchesOf<Date> {
        &self.notches
    }

    /// The value, if there is one.
    pub fn value(&self) -> Option<Date> {
        self.held.value
    }

    /// Whether the grid is open.
    pub fn is_open(&self) -> bool {
        self.active.is_some()
    }

    /// The day that keys are on while the grid is open.
    pub fn active_day(&self) -> Option<Date> {
        self.active
    }

    /// What stands in the field.
    pub fn text(&self) -> String {
        match (self.held.draft(), self.held.value) {
            (Some(draft), _) => draft.to_owned(),
            (None, Some(day)) => self.pattern.show(&self.world, day),
            (None, None) => String::new(),
        }
    }

    /// Why a day is blocked, if it is.
    pub fn why_not(&self, day: Date) -> Option<&str> {
        self.blocked.iter().find(|blocked| blocked.holds(day)).map(Blocked::why)
    }

    fn admit(&self, day: Date) -> Result<Date, Refusal> {
        match (self.notches.first(), self.notches.last()) {
            (Some(first), _) if day < first => Err(Refusal::TooEarly { first }),
            (_, Some(last)) if day > last => Err(Refusal::TooLate { last }),
            (None, _) | (_, None) => Err(Refusal::NoValue),
            _ if !self.notches.contains(day) => {
                Err(Refusal::OffDays { nearest: self.notches.snap(day) })
            }
            _ if self.why_not(day).is_some() => Err(Refusal::Blocked),
            _ => Ok(day),
        }
    }

    /// Sets the value, or makes it empty. The program does this, so no event comes of it, and what is
    /// being typed is left alone.
    ///
    /// # Errors
    /// Why that day cannot be chosen; the value is then as it was.
    pub fn set_value(&mut self, day: Option<Date>) -> Result<(), Refusal> {
        self.held.value = day.map(|day| self.admit(day)).transpose()?;
        Ok(())
    }

    /// Back to the default value; a draft is dropped, and the grid closes unless it is always open.
    pub fn reset(&mut self) {
        self.held.reset(self.default);
        self.active = self.always_open.then(|| self.start_day());
    }

    /// Why what it holds is not acceptable: a draft that cannot be taken counts before the value.
    pub fn validity(&self) -> Vec<Invalid> {
        let drafted = self.held.drafted();
        let wrong = drafted.and_then(|text| match self.read(text) {
            None => {
                let like = self.pattern.show(&self.world, self.today);
                Some(Invalid::BadInput(format!("{text:?} is no date; write it like {like}.")))
            }
            Some(day) => self.admit(day).err().map(|refusal| match self.why_not(day) {
                Some(why) if refusal == Refusal::Blocked => Invalid::CustomError(why.to_owned()),
                _ => Invalid::BadInput(format!("This day cannot be chosen: {refusal}.")),
            }),
        });
        let missing = drafted.is_none() && self.held.value.is_none();
        self.conditions.validity(missing, wrong.into_iter().collect())
    }

    fn read(&self, text: &str) -> Option<Date> {
        text.parse().ok().or_else(|| self.pattern.read(&self.world, text).ok())
    }

    /// Carries out an intent.
    ///
    /// Typing and settling are as in a [`Stepper`](super::Stepper). While the grid is open, arrows go by
    /// days and weeks, Home and End to the ends of the week, page keys by months, with Shift by years;
    /// never past the outermost days. Enter and Space choose the day they are on, and close the grid;
    /// Escape closes it and chooses nothing.
    pub fn handle(&mut self, intent: Intent) -> Turn<Option<Date>> {
        self.carry_out(intent).unwrap_or_else(Turn::Refused)
    }

    fn carry_out(&mut self, intent: Intent) -> Result<Turn<Option<Date>>, Refusal> {
        if matches!(intent, Intent::Close | Intent::Key(Key::Escape))
            && self.is_open()
            && !self.always_open
        {
            self.active = None;
            return Ok(Turn::one(Event::Closed));
        }
        self.conditions.admit()?;
        match (intent, self.active) {
            (Intent::Open, None) | (Intent::Key(Key::Down), None) => {
                self.notches.first().ok_or(Refusal::NoValue)?;
                self.active = Some(self.start_day());
                Ok(Turn::one(Event::Opened))
            }
            (Intent::Open, Some(_)) => Err(Refusal::Unchanged),
            (Intent::Close, _) => Err(Refusal::Unchanged),
            (Intent::PickDay(day), _) => self.choose(day),
            (Intent::Type(text), _) => self.type_text(text),
            (Intent::Settle, _) | (Intent::Key(Key::Enter), None) => self.settle_draft(),
            (Intent::Key(Key::Escape), _) => self.held.cancel(),
            (Intent::Clear, _) if self.held.is_empty() => Err(Refusal::Empty),
            (Intent::Clear, _) if self.conditions.required => Err(Refusal::Required),
            (Intent::Clear, _) => Ok(self.held.take(None)),
            (Intent::Key(Key::Enter | Key::Space), Some(day)) => self.choose(day),
            (Intent::Key(key), Some(day)) => self.go(day, key),
            _ => Err(Refusal::NotForThis),
        }
    }

    /// Where a grid opens: on the value, else on today, else on the nearest day there is.
    fn start_day(&self) -> Date {
        self.notches.snap(self.held.value.unwrap_or(self.today))
    }

    fn go(&mut self, day: Date, key: Key) -> Result<Turn<Option<Date>>, Refusal> {
        let right = match self.world.direction() {
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
        Ok(Turn::one(Event::ActiveDay(to)))
    }

    fn choose(&mut self, day: Date) -> Result<Turn<Option<Date>>, Refusal> {
        let day = self.admit(day)?;
        let closes = self.is_open() && !self.always_open;
        if self.held.value == Some(day) && self.held.draft().is_none() && !closes {
            return Err(Refusal::Unchanged);
        }
        if closes {
            self.active = None;
        } else if self.is_open() {
            self.active = Some(day);
        }
        if self.held.value == Some(day) && self.held.draft().is_none() {
            return Ok(Turn::one(Event::Closed));
        }
        Ok(self.held.take(Some(day)).and_if(closes, Event::Closed))
    }

    fn type_text(&mut self, text: &str) -> Result<Turn<Option<Date>>, Refusal> {
        if self.text() == text {
            return Err(Refusal::Unchanged);
        }
        let read = self.read(text.trim()).filter(|day| self.admit(*day).is_ok());
        Ok(self.held.type_text(text, |_| read))
    }

    fn settle_draft(&mut self) -> Result<Turn<Option<Date>>, Refusal> {
        let read = |text| self.admit(self.read(text).ok_or(Refusal::NotADate)?);
        let read = self.held.drafted().map_or(Err(Refusal::NotADate), read);
        self.held.settle(|_| read)
    }

    fn rows_from(&self) -> Weekday {
        self.first_day.unwrap_or_else(|| self.world.first_day())
    }

    /// All that a face needs to draw it.
    pub fn view(&self) -> DateView {
        DateView {
            value: self.held.value,
            text: self.text(),
            grid: self.active.map(|active| self.grid(active)),
            problem: self.validity().first().map(ToString::to_string).unwrap_or_default(),
        }
    }

    fn grid(&self, active: Date) -> DateGrid {
        let month = active.month();
        let rows = MonthGrid::new(month, self.rows_from());
        let head = |day| (self.world.short_weekday_name(day), self.world.weekday_name(day));
        let row = |week: crate::calendar::GridWeek| {
            (week.week, week.days.map(|date| self.grid_day(month, active, date)).into())
        };
        DateGrid {
            title: format!("{} {}", self.world.month_name(month.number()), month.year()),
            heads: rows.weekdays().map(head).into(),
            weeks: rows.weeks().map(row).collect(),
        }
    }

    fn grid_day(&self, month: Month, active: Date, date: Option<Date>) -> GridDay {
        let refusal = |day| match self.admit(day) {
            Ok(_) => None,
            Err(Refusal::Blocked) => self.why_not(day).map(str::to_owned),
            Err(refusal) => Some(refusal.to_string()),
        };
        GridDay {
            date,
            inside: date.is_some_and(|day| day.month() == month),
            chosen: date.is_some() && date == self.held.value,
            today: date == Some(self.today),
            active: date == Some(active),
            why_not: date.and_then(refusal),
        }
    }
}
