//! A day, typed or picked from a month grid: the ARIA practices' [date picker dialog][apg].
//!
//! The core has no clock: the program says which day is today. Dates are written by the developer's
//! pattern, in the picker's world; ISO 8601 is always accepted.
//!
//! [apg]: https://www.w3.org/WAI/ARIA/apg/patterns/dialog-modal/examples/datepicker-dialog/

mod closed;
pub(super) mod days;

pub use closed::Closed;
pub use days::{DateGrid, GridDay};

use super::draft::Typed;
use super::machine::{conditions_of, default_of, machine_methods};
use super::taken::Taken;
use super::uniform::uniform;
use super::{Conditions, ControlError};
use crate::calendar::{Date, Weekday};
use crate::event::{Event, Turn};
use crate::intent::{Intent, Key};
use crate::message::in_words;
use crate::refusal::Refusal;
use crate::semantics::{Role, Semantics};
use crate::shown::Shown;
use crate::surroundings::Surroundings;
use crate::validity::Invalid;
use crate::value::{Value, ValueKind};
use crate::world::DatePattern;
use days::days_definition;
use days::{ClosedWhen, Days, DaysDefinition, days_methods};

days_definition! {
    /// The definition of a [`DatePicker`].
    ///
    /// ```
    /// use pin_notch::{DateDefinition, DatePicker};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let mut definition = DateDefinition::default();
    /// definition.value = Some("2026-05-14".parse()?);
    /// definition.date_pattern = "dd.MM.y".parse()?;
    /// assert_eq!(DatePicker::new(definition)?.text(), "14.05.2026");
    /// # Ok(()) }
    /// ```
    DateDefinition,
    /// Builds a [`DatePicker`]; made by [`DatePicker::builder`].
    ///
    /// ```
    /// use pin_notch::{Closed, DatePicker, Weekday};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let visit = DatePicker::builder()
    ///     .min("2026-03-01".parse()?)
    ///     .options([Closed::weekday(Weekday::Sunday, "The apiary rests.")])
    ///     .build()?;
    /// assert_eq!(visit.why_not("2026-05-17".parse()?).as_deref(), Some("The apiary rests."));
    /// # Ok(()) }
    /// ```
    DateBuilder => DatePicker {
        /// The default day; without it, the picker starts empty.
        value: [maybe one Date],
        /// The text shown in the field while it is empty.
        placeholder: [text],
    }
}

/// A date picker.
///
/// ```
/// use pin_notch::{Closed, DatePicker, Intent, Key, Weekday};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut visit = DatePicker::builder()
///     .options([Closed::weekday(Weekday::Sunday, "The apiary rests on Sundays.")])
///     .build()?;
/// visit.set_today("2026-05-14".parse()?); // a Thursday
/// let _ = visit.handle(Intent::Open);
/// let _ = visit.handle(Intent::Key(Key::End)); // to Sunday
/// assert_eq!(visit.handle(Intent::Key(Key::Enter)).to_string(), "refused: that day is closed");
///
/// let _ = visit.handle(Intent::Key(Key::Left));
/// let turn = visit.handle(Intent::Key(Key::Enter));
/// assert_eq!(turn.to_string(), "input 2026-05-16, change 2026-05-16, close");
/// # Ok(()) }
/// ```
///
/// Everything it offers:
///
/// ```
/// use pin_notch::{Date, DatePicker};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let (day, last): (Date, Date) = ("2026-05-14".parse()?, "2026-09-30".parse()?);
/// let mut visit = DatePicker::builder().max(last).value(day).always_open(true).build()?;
/// assert!(visit.is_open() && visit.active_day() == Some(day));
/// visit.set_value(None)?;
/// assert_eq!((visit.value(), visit.default_value()), (None, Some(day)));
/// visit.set_closed_when(|day| (day.day() % 2 == 1).then(|| "Only on even days.".into()));
/// assert_eq!(visit.set_nearest(Some("2026-10-05".parse()?))?, Some(last));
/// visit.step_by(-2)?;
/// assert_eq!(visit.value().map(|day| day.day()), Some(28));
/// visit.reset();
/// assert!(visit.validity().is_empty());
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
pub struct DatePicker {
    definition: DateDefinition,
    conditions: Conditions,
    surroundings: Surroundings,
    days: Days,
    typed: Typed<Date>,
}

/// Everything a face needs to draw a date picker.
///
/// ```
/// use pin_notch::{DatePicker, Intent};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut visit = DatePicker::default();
/// visit.set_today("2026-05-14".parse()?);
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
    /// The field's text: the draft if there is one, otherwise the value written by the pattern.
    pub text: String,
    /// The placeholder shown while the field is empty.
    pub placeholder: String,
    /// The grid, while it is open.
    pub grid: Option<DateGrid>,
    /// Whether the grid is permanently part of the page instead of a popup.
    pub always_open: bool,
    /// Today, and whether it can be chosen; `None` if the program has not said which day it is.
    pub today: Option<(Date, bool)>,
    /// Role, name and states for assistive technology.
    pub semantics: Semantics,
    /// The message about what is wrong; empty when nothing is.
    pub problem: String,
}

impl Shown for Date {
    fn shown(&self) -> String {
        self.to_string()
    }
}

default_of!(DatePicker);

/// The days and the initial day that a definition describes.
fn checked(definition: &DateDefinition) -> Result<(Days, Option<Date>), ControlError> {
    let days = Days::new(DaysDefinition {
        min: definition.min,
        max: definition.max,
        step: definition.step,
        step_base: definition.step_base,
        start: definition.value,
        date_pattern: &definition.date_pattern,
        first_day: definition.first_day,
        always_open: definition.always_open,
        closed: &definition.options,
        open_ends: false,
    })?;
    let start = definition
        .value
        .map(|day| days.admit(day).map_err(|why| ControlError::Default { value: day.into(), why }));
    Ok((days, start.transpose()?))
}

impl DatePicker {
    machine_methods!(DateDefinition, DateBuilder, surroundings_changed);

    fn surroundings_changed(&mut self) {
        self.days.surround(&self.surroundings, self.typed.value);
    }

    fn made(definition: DateDefinition) -> Result<Self, ControlError> {
        let (mut days, start) = checked(&definition)?;
        days.shut(start);
        let conditions = conditions_of!(definition);
        let surroundings = Surroundings::default();
        Ok(Self { definition, conditions, surroundings, days, typed: Typed::new(start) })
    }

    fn redefined(&mut self, definition: DateDefinition) -> Result<(), ControlError> {
        let (days, start) = checked(&definition)?;
        let mut days = days.in_place_of(&self.days);
        let was_on = self.typed.value;
        self.typed.redefined(start, |day| days.nearest(day));
        days.continue_from(&self.days, was_on, self.typed.value);
        self.days = days;
        self.conditions = conditions_of!(definition).after(&self.conditions);
        self.definition = definition;
        Ok(())
    }

    days_methods!();

    /// The value, if any.
    pub fn value(&self) -> Option<Date> {
        self.typed.value
    }

    /// The default value, if any.
    pub fn default_value(&self) -> Option<Date> {
        self.definition.value
    }

    /// The field's text.
    pub fn text(&self) -> String {
        match (self.typed.draft(), self.typed.value) {
            (Some(draft), _) => draft.to_owned(),
            (None, Some(day)) => self.days.show(day),
            (None, None) => String::new(),
        }
    }

    /// Sets the value, or makes it empty. This is a change made by the program, so it produces no event. A
    /// text being typed is kept.
    ///
    /// # Errors
    /// Says why that day cannot be chosen, and leaves the value unchanged.
    pub fn set_value(&mut self, day: Option<Date>) -> Result<(), Refusal> {
        let taken = day.map(|day| self.days.admit(day)).transpose()?;
        self.typed.set(taken, day);
        Ok(())
    }

    /// Sets the value to the nearest day to `day` that can be chosen, or makes it empty, and returns it.
    /// `day` is remembered: when the definition changes, the nearest day is found anew.
    ///
    /// # Errors
    /// [`Refusal::NoValue`] if no day near it can be chosen.
    pub fn set_nearest(&mut self, day: Option<Date>) -> Result<Option<Date>, Refusal> {
        let taken = day.map(|day| self.days.nearest(day).ok_or(Refusal::NoValue)).transpose()?;
        self.typed.set(taken, day);
        Ok(taken)
    }

    /// Steps forward, or back if the number is negative, from what is typed or otherwise from the value,
    /// like HTML's `stepUp()` and `stepDown()`, which treat an empty value as 1970-01-01. A step that lands
    /// on a closed day continues to the next open one. This is a change made by the program, so it produces
    /// no event, and it ends typing.
    ///
    /// # Errors
    /// Says why the value did not change.
    pub fn step_by(&mut self, steps: i32) -> Result<(), Refusal> {
        let from = self.typed.step_from(|text| self.days.read(text));
        self.typed.step_to(self.days.stepped(from, steps)?);
        Ok(())
    }

    /// Restores the default value, drops any draft, and closes the grid unless it is always open.
    pub fn reset(&mut self) {
        self.typed.reset(self.definition.value);
        self.days.shut(self.definition.value);
    }

    /// Why its content is not acceptable. A draft that cannot be accepted is reported before the value.
    pub fn validity(&self) -> Vec<Invalid> {
        let wrong = match (self.typed.drafted(), self.typed.value) {
            (Some(text), _) => self.days.misread(text),
            (None, Some(day)) => self.days.violations(day),
            (None, None) => Vec::new(),
        };
        // What is sent is the value, even if the program has emptied it while somebody is typing.
        self.conditions.validity(self.typed.value.is_none() && wrong.is_empty(), wrong)
    }

    /// Carries out an intent.
    ///
    /// Typing and settling work as in a [`Stepper`](super::Stepper). While the grid is open, the arrow keys
    /// move by days and weeks, Home and End to the ends of the week, and the page keys by months, or by
    /// years with Shift, never beyond the first and last day. Enter and Space choose the active day and
    /// close the grid; Escape closes it without choosing.
    pub fn handle(&mut self, intent: Intent) -> Turn<Option<Date>> {
        self.carry_out(intent).unwrap_or_else(Turn::Refused)
    }

    fn carry_out(&mut self, intent: Intent) -> Result<Turn<Option<Date>>, Refusal> {
        if matches!(intent, Intent::Close | Intent::Key(Key::Escape)) && self.days.closes() {
            self.days.active = None;
            return Ok(Turn::one(Event::Closed));
        }
        self.conditions.admit()?;
        match (intent, self.days.active) {
            (Intent::Open, None) | (Intent::Key(Key::Down), None) => {
                self.days.open(self.typed.value)?;
                Ok(Turn::one(Event::Opened))
            }
            (Intent::Open, Some(_)) => Err(Refusal::Unchanged),
            (Intent::Close, _) => Err(Refusal::Unchanged),
            (Intent::PickDay(day), _) => self.choose(day),
            (Intent::Type(text), _) => self.type_text(text),
            (Intent::Settle, _) | (Intent::Key(Key::Enter), None) => self.settle_draft(),
            (Intent::Key(Key::Escape), _) => self.typed.cancel(),
            (Intent::Clear, _) if self.typed.is_empty() => Err(Refusal::Empty),
            (Intent::Clear, _) if self.conditions.required => Err(Refusal::Required),
            (Intent::Clear, _) => Ok(self.typed.take(None)),
            (Intent::Key(Key::Enter | Key::Space), Some(day)) => self.choose(day),
            (Intent::Key(key), Some(day)) => {
                self.days.go(day, key).map(|to| Turn::one(Event::ActiveDay(to)))
            }
            _ => Err(Refusal::NotForThis),
        }
    }

    fn choose(&mut self, day: Date) -> Result<Turn<Option<Date>>, Refusal> {
        let day = self.days.admit(day)?;
        let closes = self.days.closes();
        let same = self.typed.value == Some(day) && self.typed.draft().is_none();
        if same && !closes {
            return Err(Refusal::Unchanged);
        }
        self.days.shut(Some(day));
        if same {
            return Ok(Turn::one(Event::Closed));
        }
        Ok(self.typed.take(Some(day)).and_if(closes, Event::Closed))
    }

    fn type_text(&mut self, text: &str) -> Result<Turn<Option<Date>>, Refusal> {
        if self.text() == text {
            return Err(Refusal::Unchanged);
        }
        let read = self.days.read(text).filter(|day| self.days.admit(*day).is_ok());
        Ok(self.typed.type_text(text, |_| read))
    }

    fn settle_draft(&mut self) -> Result<Turn<Option<Date>>, Refusal> {
        let days = &self.days;
        self.typed.settle(|text| days.admit(days.read(text).ok_or(Refusal::NotADate)?))
    }

    /// Everything a face needs to draw it.
    pub fn view(&self) -> DateView {
        let problem = in_words(&self.validity(), &self.surroundings.world);
        let today = self.surroundings.today;
        DateView {
            value: self.typed.value,
            text: self.text(),
            placeholder: self.days.placeholder(&self.definition.placeholder),
            grid: self.days.grid([self.typed.value, None], None),
            always_open: self.days.always_open,
            today: today.map(|today| (today, self.days.admit(today).is_ok())),
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
    fn has_open_popup(&self) -> bool {
        self.is_open() && !self.definition.always_open
    }
    fn kind(&self) -> ValueKind {
        ValueKind::Date
    }
    fn value_text(&self) -> String {
        DatePicker::view(self).text
    }
    fn set_value(&mut self, value: Value) -> Result<(), Refusal> {
        DatePicker::set_value(self, Taken::taken(value)?)
    }
    fn set_nearest(&mut self, value: Value) -> Result<(), Refusal> {
        DatePicker::set_nearest(self, Taken::taken(value)?).map(|_| ())
    }
    fn step_by(&mut self, steps: i32) -> Result<(), Refusal> {
        DatePicker::step_by(self, steps)
    }
    fn day_text(&self, day: Date) -> Option<String> {
        Some(self.days.show(day))
    }
    fn why_closed(&self, intent: Intent) -> Option<String> {
        self.days.why_closed(intent)
    }
    fn violations(&self, value: &Value) -> Vec<Invalid> {
        value.date().map(|day| self.days.violations(day)).unwrap_or_default()
    }
    fn draft(&self) -> Option<Vec<String>> {
        self.typed.draft().map(|text| vec![text.to_owned()])
    }
    fn drop_draft(&mut self) {
        self.typed.drop_draft();
    }
}
