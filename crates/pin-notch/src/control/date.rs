//! A day, typed or picked from a month grid: the ARIA practices' [date picker dialog][apg].
//!
//! Today is told from outside; the core has no clock. How a date is written is the developer's pattern,
//! in the world it is given; ISO 8601 is read everywhere.
//!
//! [apg]: https://www.w3.org/WAI/ARIA/apg/patterns/dialog-modal/examples/datepicker-dialog/

mod blocked;
mod days;
mod span;

pub use blocked::Blocked;
pub use days::{DateGrid, GridDay};
pub use span::{DateSpan, DateSpanPicker, DateSpanView};

use super::conditions::condition_methods;
use super::draft::Typed;
use super::setting::{Label, Setting, SettingError};
use super::uniform::uniform;
use super::value::Taken;
use super::{Conditions, Direction, Value, ValueKind};
use crate::calendar::{Date, Weekday};
use crate::event::{Happening, Shown, Turn};
use crate::intent::{Intent, Key};
use crate::measure::NotchesOf;
use crate::refusal::Refusal;
use crate::semantics::{Role, Semantics};
use crate::validity::{Invalid, in_words};
use crate::world::{AnyWorld, DatePattern};
use days::{Days, days_methods};

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
///
/// Its definition, its value and its conditions:
///
/// ```
/// use pin_notch::{Date, DatePicker, Direction, English, NotchesOf, Weekday, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let (today, last): (Date, Date) = ("2026-05-14".parse()?, "2026-09-30".parse()?);
/// let mut visit = DatePicker::new(today)
///     .within(NotchesOf::new(Some(today), Some(last), dec!(1))?)
///     .written("dd.MM.y".parse()?)
///     .in_world(English)
///     .weeks_from(Weekday::Sunday)
///     .running(Direction::LeftToRight)
///     .prompting("next visit")
///     .always_open()
///     .starting_at(Some(today))?;
/// assert_eq!((visit.text().as_str(), visit.prompt()), ("14.05.2026", "next visit"));
/// assert!(visit.is_always_open() && visit.is_open());
/// assert_eq!(visit.active_day(), Some(today));
/// assert_eq!(visit.notches().max(), Some(last));
/// assert_eq!(visit.pattern().show(&English, last), "30.09.2026");
/// visit.set_value(None)?;
/// assert_eq!((visit.value(), visit.default_value()), (None, Some(today)));
/// visit.reset();
/// visit.set_today(last);
/// visit.set_required(true);
/// assert!(visit.conditions().required && visit.validity().is_empty());
/// visit.conditions_mut().required = false;
/// visit.set_read_only(true);
/// assert!(visit.view().semantics.read_only);
/// visit.set_disabled(true);
/// # Ok(()) }
/// ```
#[derive(Clone, Debug)]
pub struct DatePicker {
    days: Days,
    held: Typed<Date>,
    default: Option<Date>,
    prompt: String,
    conditions: Conditions,
}

/// All that a face needs to draw a date picker.
///
/// ```
/// use pin_notch::{Date, DatePicker, Intent};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let today: Date = "2026-05-14".parse()?;
/// let mut visit = DatePicker::new(today);
/// assert!(visit.view().grid.is_none()); // closed
/// let _ = visit.handle(Intent::Open);
/// let grid = visit.view().grid.ok_or("open")?;
/// assert_eq!(grid.title, "May 2026");
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
#[non_exhaustive]
pub struct DateView {
    /// The value.
    pub value: Option<Date>,
    /// What stands in the field: the draft, else the value by the pattern.
    pub text: String,
    /// What stands there faintly while it is empty.
    pub prompt: String,
    /// The open grid; none while it is closed.
    pub grid: Option<DateGrid>,
    /// Whether the grid is part of the page, so that nothing opens.
    pub always_open: bool,
    /// Which day is today, and whether it can be chosen.
    pub today: (Date, bool),
    /// What assistive technology is told.
    pub semantics: Semantics,
    /// What is wrong, in words for the person; empty when nothing is.
    pub problem: String,
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
            days: Days::new(today),
            held: Typed::new(None),
            default: None,
            prompt: String::new(),
            conditions: Conditions::default(),
        }
    }

    /// Starts, and after a reset starts again, on this day, or empty. Given after
    /// [`within`](Self::within) and [`blocking`](Self::blocking).
    ///
    /// # Errors
    /// Why that day cannot be chosen.
    pub fn starting_at(mut self, day: Option<Date>) -> Result<Self, Refusal> {
        self.set_value(day)?;
        self.default = day;
        self.days.shut(day);
        Ok(self)
    }

    /// Shows this in the field while it is empty.
    pub fn prompting(mut self, prompt: impl Into<String>) -> Self {
        self.prompt = prompt.into();
        self
    }

    days_methods!();

    /// Where the grid opens, if anywhere special.
    fn start(&self) -> Option<Date> {
        self.held.value
    }

    /// The value, if there is one.
    pub fn value(&self) -> Option<Date> {
        self.held.value
    }

    /// The value it starts with, if any.
    pub fn default_value(&self) -> Option<Date> {
        self.default
    }

    /// What is shown while it is empty.
    pub fn prompt(&self) -> &str {
        &self.prompt
    }

    /// What stands in the field.
    pub fn text(&self) -> String {
        match (self.held.draft(), self.held.value) {
            (Some(draft), _) => draft.to_owned(),
            (None, Some(day)) => self.days.show(day),
            (None, None) => String::new(),
        }
    }

    /// Sets the value, or makes it empty. The program does this, so no event comes of it, and what is
    /// being typed is left alone.
    ///
    /// # Errors
    /// Why that day cannot be chosen; the value is then as it was.
    pub fn set_value(&mut self, day: Option<Date>) -> Result<(), Refusal> {
        self.held.value = day.map(|day| self.days.admit(day)).transpose()?;
        Ok(())
    }

    /// Back to the default value; a draft is dropped, and the grid closes unless it is always open.
    pub fn reset(&mut self) {
        self.held.reset(self.default);
        self.days.shut(self.default);
    }

    /// Why what it holds is not acceptable: a draft that cannot be taken counts before the value.
    pub fn validity(&self) -> Vec<Invalid> {
        let drafted = self.held.drafted();
        let wrong = match (drafted, self.held.value) {
            (Some(text), _) => self.days.misread(text),
            (None, Some(day)) => self.days.against(day),
            (None, None) => Vec::new(),
        };
        self.conditions.validity(drafted.is_none() && self.held.value.is_none(), wrong)
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
        if matches!(intent, Intent::Close | Intent::Key(Key::Escape)) && self.days.closes() {
            self.days.active = None;
            return Ok(Turn::one(Happening::Closed));
        }
        self.conditions.admit()?;
        match (intent, self.days.active) {
            (Intent::Open, None) | (Intent::Key(Key::Down), None) => {
                self.days.open(self.held.value)?;
                Ok(Turn::one(Happening::Opened))
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
            (Intent::Key(key), Some(day)) => {
                self.days.go(day, key).map(|to| Turn::one(Happening::ActiveDay(to)))
            }
            _ => Err(Refusal::NotForThis),
        }
    }

    fn choose(&mut self, day: Date) -> Result<Turn<Option<Date>>, Refusal> {
        let day = self.days.admit(day)?;
        let closes = self.days.closes();
        let same = self.held.value == Some(day) && self.held.draft().is_none();
        if same && !closes {
            return Err(Refusal::Unchanged);
        }
        self.days.shut(Some(day));
        if same {
            return Ok(Turn::one(Happening::Closed));
        }
        Ok(self.held.take(Some(day)).and_if(closes, Happening::Closed))
    }

    fn type_text(&mut self, text: &str) -> Result<Turn<Option<Date>>, Refusal> {
        if self.text() == text {
            return Err(Refusal::Unchanged);
        }
        let read = self.days.read(text).filter(|day| self.days.admit(*day).is_ok());
        Ok(self.held.type_text(text, |_| read))
    }

    fn settle_draft(&mut self) -> Result<Turn<Option<Date>>, Refusal> {
        let read = |text| self.days.admit(self.days.read(text).ok_or(Refusal::NotADate)?);
        let read = self.held.drafted().map_or(Err(Refusal::NotADate), read);
        self.held.settle(|_| read)
    }

    /// All that a face needs to draw it.
    pub fn view(&self) -> DateView {
        let problem = in_words(&self.validity());
        DateView {
            value: self.held.value,
            text: self.text(),
            prompt: self.prompt.clone(),
            grid: self.days.grid([self.held.value, None], None),
            always_open: self.days.always_open,
            today: (self.days.today, self.days.admit(self.days.today).is_ok()),
            semantics: Semantics {
                expanded: (!self.days.always_open).then_some(self.days.is_open()),
                ..self.conditions.semantics(Role::Combobox, &problem)
            },
            problem,
        }
    }
}

uniform! {
    Date(DatePicker),
    fn kind(&self) -> ValueKind {
        ValueKind::Date
    }
    fn value(&self) -> Value {
        self.held.value.into()
    }
    fn default_value(&self) -> Value {
        self.default.into()
    }
    fn set_value(&mut self, value: Value) -> Result<(), Refusal> {
        DatePicker::set_value(self, Taken::taken(value)?)
    }
    fn put(&mut self, setting: &Setting) -> Result<(), SettingError> {
        match setting {
            Setting::Start(value) => {
                DatePicker::set_value(self, Taken::taken(value.clone())?)?;
                self.default = self.held.value;
                self.days.shut(self.default);
            }
            Setting::Label(Label::Prompt, prompt) => self.prompt.clone_from(prompt),
            _ => self.days.put(setting, self.held.value)?,
        }
        Ok(())
    }
    fn against(&self, value: &Value) -> Vec<Invalid> {
        value.date().map(|day| self.days.against(day)).unwrap_or_default()
    }
    fn nearest(&self, value: Value) -> Value {
        value.date().map_or(value, |day| self.days.notches.snap(day).into())
    }
    fn is_drafting(&self) -> bool {
        self.held.draft().is_some()
    }
    fn set_world(&mut self, world: &AnyWorld) {
        self.days.world = world.clone();
    }
}
