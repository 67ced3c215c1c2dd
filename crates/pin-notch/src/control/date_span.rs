//! Two days, typed in one field or two, or picked one after the other from a month grid.

mod allowed;
mod picked;
mod typed;
mod view;

pub use view::DateSpanView;

use crate::value::{DateSpan, Value, ValueKind};
use allowed::{admit, checked, nearest};

use super::date::days::days_definition;
use super::date::days::{ClosedWhen, Days, days_methods};
use super::given::Given;
use super::machine::{conditions_of, default_of, machine_methods};
use super::taken::Taken;
use super::uniform::uniform;
use super::{Closed, Conditions, ControlError};
use crate::calendar::{Date, Weekday};
use crate::event::{Event, Turn};
use crate::intent::{Intent, Key, Thumb};
use crate::refusal::Refusal;
use crate::surroundings::Surroundings;
use crate::validity::{BadInput, Invalid};
use crate::world::DatePattern;

days_definition! {
    /// The definition of a [`DateSpanPicker`].
    ///
    /// ```
    /// use pin_notch::{DateSpanDefinition, DateSpanPicker};
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let mut definition = DateSpanDefinition::default();
    /// (definition.least, definition.most) = (2, Some(21));
    /// assert_eq!(DateSpanPicker::new(definition)?.value(), None);
    /// # Ok(()) }
    /// ```
    DateSpanDefinition,
    /// Builds a [`DateSpanPicker`]; made by [`DateSpanPicker::builder`].
    ///
    /// ```
    /// use pin_notch::{DateSpan, DateSpanPicker};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let week = DateSpan::between("2026-05-14".parse()?, "2026-05-20".parse()?);
    /// let away = DateSpanPicker::builder().two_fields(true).value(week).build()?;
    /// assert_eq!(away.texts(), ["2026-05-14", "2026-05-20"]);
    /// # Ok(()) }
    /// ```
    DateSpanBuilder => DateSpanPicker {
        /// The default span; without it, the picker starts empty.
        value: [maybe one DateSpan],
        /// The fewest days of a span, counting both ends; or the fewest nights.
        least: [count] = 1,
        /// The most days, or nights, of a span.
        most: [maybe count],
        /// The length is counted in nights, instead of days.
        nights: [flag],
        /// Each of the two days has a field of its own.
        two_fields: [flag],
        /// A span may contain closed days. Its ends still must be open.
        across_closed: [flag],
        /// The first and the last day may be closed days.
        open_ends: [flag],
        /// The text shown in the fields while they are empty.
        placeholder: [text],
    }
}

/// A picker of two days.
///
/// The first day picked begins a span and the second ends it. In between the value does not change, and
/// pointing at a day previews the span. Both days are typed in one field (`2026-05-01 – 2026-05-14`), or
/// each in its own; then [`Take`](Intent::Take) selects the field.
///
/// ```
/// use pin_notch::{Closed, DateSpanPicker, Intent, Weekday};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut away = DateSpanPicker::builder()
///     .options([Closed::weekday(Weekday::Sunday, "The apiary rests on Sundays.")])
///     .build()?;
/// assert_eq!(away.handle(Intent::PickDay("2026-05-12".parse()?)).to_string(), "draft");
/// let turn = away.handle(Intent::PointDay("2026-05-15".parse()?));
/// assert_eq!(turn.to_string(), "preview 2026-05-12/2026-05-15");
/// let turn = away.handle(Intent::PickDay("2026-05-19".parse()?));
/// assert_eq!(turn.to_string(), "refused: 2026-05-17, which is closed, lies in between");
/// away.redefine(|definition| definition.across_closed = true)?;
/// let turn = away.handle(Intent::PickDay("2026-05-19".parse()?));
/// assert_eq!(turn.change().and_then(|span| *span).map(|span| span.days()), Some(8));
/// away.reset();
/// assert_eq!((away.value(), away.default_value()), (None, None));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
pub struct DateSpanPicker {
    definition: DateSpanDefinition,
    conditions: Conditions,
    surroundings: Surroundings,
    days: Days,
    value: Option<DateSpan>,
    given: Given<Option<DateSpan>>,
    /// The edit in progress, if any.
    draft: Option<Draft>,
    /// The day pointed at after the first end was picked.
    pointed: Option<Date>,
    /// The active field, if there are two.
    active: Thumb,
}

/// A span being entered.
#[derive(Clone, Debug, PartialEq, Eq)]
enum Draft {
    /// Its first end was picked.
    Begun(Date),
    /// The texts of its fields (the second is empty if there is one field), and the value when typing
    /// began.
    Typed([String; 2], Option<DateSpan>),
}

default_of!(DateSpanPicker);

impl DateSpanPicker {
    machine_methods!(DateSpanDefinition, DateSpanBuilder, surroundings_changed);

    fn surroundings_changed(&mut self) {
        self.days.surround(&self.surroundings, self.start());
    }

    fn made(definition: DateSpanDefinition) -> Result<Self, ControlError> {
        let (mut days, value) = (checked(&definition)?, definition.value);
        days.shut(value.map(|span| span.first));
        Ok(Self {
            conditions: conditions_of!(definition),
            definition,
            surroundings: Surroundings::default(),
            days,
            value,
            given: Given::Definition,
            draft: None,
            pointed: None,
            active: Thumb::Low,
        })
    }

    fn redefined(&mut self, definition: DateSpanDefinition) -> Result<(), ControlError> {
        let days = checked(&definition)?.in_place_of(&self.days);
        let (before, was_on) = (core::mem::replace(&mut self.days, days), self.start());
        let was_two = self.definition.two_fields;
        self.conditions = conditions_of!(definition).after(&self.conditions);
        self.definition = definition;
        let (definition, days) = (&self.definition, &self.days);
        let near = |span: &Option<DateSpan>| span.and_then(|span| nearest(definition, days, span));
        match &mut self.draft {
            Some(Draft::Typed(texts, origin)) => {
                *origin = self.given.under(definition.value, origin, near);
                self.value = near(&self.value);
                // Carries a draft over between one field and two.
                let texts = core::mem::take(texts);
                let kept = typed::between_fields(texts, was_two, definition.two_fields);
                self.draft = Some(Draft::Typed(kept, *origin));
            }
            Some(Draft::Begun(_)) | None => {
                self.value = self.given.under(definition.value, &self.value, near);
            }
        }
        let on = self.start();
        self.days.continue_from(&before, was_on, on);
        Ok(())
    }

    days_methods!();

    /// The day on which the grid opens, if there is a particular one.
    fn start(&self) -> Option<Date> {
        self.value.map(|span| span.first)
    }

    /// The value, if there is one.
    pub fn value(&self) -> Option<DateSpan> {
        self.value
    }

    /// The value it starts with, if any.
    pub fn default_value(&self) -> Option<DateSpan> {
        self.definition.value
    }

    /// The texts of the fields. With one field, only the first is used.
    pub fn texts(&self) -> [String; 2] {
        match (&self.draft, self.value) {
            (Some(Draft::Typed(texts, _)), _) => texts.clone(),
            (Some(Draft::Begun(day)), _) => [self.days.show(*day), String::new()],
            (None, None) => Default::default(),
            (None, Some(DateSpan { first, last })) => {
                let both = [first, last].map(|day| self.days.show(day));
                typed::between_fields(both, true, self.definition.two_fields)
            }
        }
    }

    /// Sets the value, or makes it empty. This is a change made by the program, so it produces no event.
    /// What is being typed or picked is kept.
    ///
    /// # Errors
    /// Says why that span cannot be chosen, and leaves the value unchanged.
    pub fn set_value(&mut self, span: Option<DateSpan>) -> Result<(), Refusal> {
        self.value = span.map(|span| self.admit(span)).transpose()?;
        self.given = Given::Program(span);
        Ok(())
    }

    /// Sets the value to an allowed span near this one, or makes it empty, and returns it. Each end moves
    /// to its nearest day; if the span is then too short or too long, the last day moves. `span` is
    /// remembered: when the definition changes, the nearest span is found anew.
    ///
    /// # Errors
    /// [`Refusal::NoValue`] if no span near it can be chosen.
    pub fn set_nearest(&mut self, span: Option<DateSpan>) -> Result<Option<DateSpan>, Refusal> {
        let near = |span| nearest(&self.definition, &self.days, span).ok_or(Refusal::NoValue);
        self.value = span.map(near).transpose()?;
        self.given = Given::Program(span);
        Ok(self.value)
    }

    /// Restores the default value and drops any edit in progress.
    pub fn reset(&mut self) {
        (self.value, self.given) = (self.definition.value, Given::Definition);
        (self.draft, self.pointed) = (None, None);
        self.days.shut(self.start());
    }

    fn admit(&self, span: DateSpan) -> Result<DateSpan, Refusal> {
        admit(&self.definition, &self.days, span)
    }

    fn violations(&self, span: DateSpan) -> Vec<Invalid> {
        let mut wrong = self.days.violations(span.first);
        if span.last != span.first {
            wrong.extend(self.days.violations(span.last));
        }
        if let (Err(why), true) = (self.admit(span), wrong.is_empty()) {
            wrong.push(Invalid::Together(why));
        }
        wrong
    }

    /// Why its content is not acceptable. An edit in progress is reported before the value.
    pub fn validity(&self) -> Vec<Invalid> {
        let texts = self.texts();
        let wrong = match (&self.draft, self.value) {
            (Some(Draft::Begun(_)), _) => {
                vec![BadInput::EndMissing(Thumb::High).into()]
            }
            (Some(Draft::Typed(..)), _) => match self.parts(&texts) {
                None => Vec::new(),
                Some([first, last]) => match (self.days.read(&first), self.days.read(&last)) {
                    (Some(first), Some(last)) => self.violations(DateSpan { first, last }),
                    (None, _) if first.trim().is_empty() => {
                        vec![BadInput::EndMissing(Thumb::Low).into()]
                    }
                    (None, _) => self.days.misread(first.trim()),
                    (_, None) if last.trim().is_empty() => {
                        vec![BadInput::EndMissing(Thumb::High).into()]
                    }
                    (_, None) => self.days.misread(last.trim()),
                },
            },
            (None, Some(span)) => self.violations(span),
            (None, None) => Vec::new(),
        };
        self.conditions.validity(self.value.is_none() && wrong.is_empty(), wrong)
    }

    /// Carries out an intent.
    ///
    /// The grid has the keys of a [`DatePicker`](super::DatePicker). Enter and Space pick the active day:
    /// the first pick begins a span and the second ends it, in either order. Escape first abandons a begun
    /// span, then closes the grid.
    pub fn handle(&mut self, intent: Intent) -> Turn<Option<DateSpan>> {
        self.carry_out(intent).unwrap_or_else(Turn::Refused)
    }

    fn carry_out(&mut self, intent: Intent) -> Result<Turn<Option<DateSpan>>, Refusal> {
        match intent {
            Intent::Leave => {
                self.pointed.take().ok_or(Refusal::Unchanged)?;
                return Ok(Turn::one(Event::PreviewEnd));
            }
            Intent::Close | Intent::Key(Key::Escape)
                if self.days.closes() && !matches!(self.draft, Some(Draft::Begun(_))) =>
            {
                self.days.active = None;
                return Ok(Turn::one(Event::Closed));
            }
            Intent::Close if self.days.closes() => {
                self.draft = None;
                self.days.active = None;
                let preview = self.pointed.take().is_some();
                let turn = if preview {
                    Turn::one(Event::PreviewEnd)
                } else {
                    Turn::one(Event::Cancelled)
                };
                return Ok(turn.and(Event::Closed));
            }
            _ => self.conditions.admit()?,
        }
        match (intent, self.days.active) {
            (Intent::Open, None) | (Intent::Key(Key::Down), None) => {
                let last = self.value.map(|span| span.last).filter(|_| self.is_at_last());
                self.days.open(last.or_else(|| self.first()).or_else(|| self.start()))?;
                Ok(Turn::one(Event::Opened))
            }
            (Intent::Open, Some(_)) | (Intent::Close, _) => Err(Refusal::Unchanged),
            (Intent::PickDay(day), _) => self.pick(day),
            (Intent::PointDay(day), _) => self.point(day),
            (Intent::Take(_), _) if !self.definition.two_fields => Err(Refusal::NotForThis),
            (Intent::Take(end), _) if self.active == end => Err(Refusal::Unchanged),
            (Intent::Take(end), _) => {
                self.active = end;
                Ok(Turn::one(Event::Taken(end)))
            }
            (Intent::Type(text), _) => self.type_text(text),
            (Intent::Settle, _) | (Intent::Key(Key::Enter), None) => self.settle_typed(),
            (Intent::Key(Key::Escape), _) => self.take_back(),
            (Intent::Clear, _) if self.value.is_none() && self.draft.is_none() => {
                Err(Refusal::Empty)
            }
            (Intent::Clear, _) if self.conditions.required => Err(Refusal::Required),
            (Intent::Clear, _) => Ok(self.take(None)),
            (Intent::Key(Key::Enter | Key::Space), Some(day)) => self.pick(day),
            (Intent::Key(key), Some(day)) => {
                let to = self.days.go(day, key)?;
                let turn = Turn::one(Event::ActiveDay(to));
                let Some(Draft::Begun(begun)) = self.draft else { return Ok(turn) };
                self.pointed = Some(to);
                Ok(turn.and(Event::Preview(Some(DateSpan::between(begun, to)))))
            }
            _ => Err(Refusal::NotForThis),
        }
    }

    /// Drops the edit in progress and restores the value it had changed.
    fn take_back(&mut self) -> Result<Turn<Option<DateSpan>>, Refusal> {
        let draft = self.draft.take().ok_or(Refusal::Unchanged)?;
        self.pointed = None;
        let Draft::Typed(_, origin) = draft else { return Ok(Turn::one(Event::Cancelled)) };
        let before = core::mem::replace(&mut self.value, origin);
        Ok(Turn::cancelled(origin, &before))
    }

    /// Takes a value at once. If typing has already changed the value to it, only the `change` event
    /// remains to be reported.
    fn take(&mut self, value: Option<DateSpan>) -> Turn<Option<DateSpan>> {
        let before = core::mem::replace(&mut self.value, value);
        self.pointed = None;
        let origin = match self.draft.take() {
            Some(Draft::Typed(_, origin)) => origin,
            _ => before,
        };
        if value != origin {
            self.given = Given::Person;
        }
        Turn::typed(value, value != before, value != origin)
    }
}

uniform! {
    DateSpan(DateSpanPicker),
    fn has_open_popup(&self) -> bool {
        self.is_open() && !self.definition.always_open
    }
    fn kind(&self) -> ValueKind {
        ValueKind::Dates
    }
    fn value_text(&self) -> String {
        let [first, last] = DateSpanPicker::view(self).texts;
        if last.is_empty() { first } else { format!("{first} – {last}") }
    }
    fn set_value(&mut self, value: Value) -> Result<(), Refusal> {
        DateSpanPicker::set_value(self, Taken::taken(value)?)
    }
    fn set_nearest(&mut self, value: Value) -> Result<(), Refusal> {
        DateSpanPicker::set_nearest(self, Taken::taken(value)?).map(|_| ())
    }
    fn day_text(&self, day: Date) -> Option<String> {
        Some(self.days.show(day))
    }
    fn why_closed(&self, intent: Intent) -> Option<String> {
        self.days.why_closed(intent)
    }
    fn violations(&self, value: &Value) -> Vec<Invalid> {
        value.dates().map(|span| DateSpanPicker::violations(self, span)).unwrap_or_default()
    }
    fn draft(&self) -> Option<Vec<String>> {
        let fields = if self.definition.two_fields { 2 } else { 1 };
        self.draft.as_ref().map(|_| self.texts().into_iter().take(fields).collect())
    }
    fn drop_draft(&mut self) {
        (self.draft, self.pointed) = (None, None);
    }
}
