//! Two days, typed in one field or two, or picked one after the other from a month grid.

mod typed;
mod view;

pub use view::DateSpanView;

use super::days::{Days, days_methods};
use super::{Blocked, condition_methods};
use crate::calendar::{Date, Weekday};
use crate::control::setting::{Amount, Label, Manner, Setting, SettingError, whole};
use crate::control::uniform::uniform;
use crate::control::value::Taken;
use crate::control::{Conditions, Direction, Value, ValueKind};
use crate::event::{Happening, Shown, Turn};
use crate::intent::{Intent, Key, Thumb};
use crate::measure::NotchesOf;
use crate::refusal::Refusal;
use crate::validity::Invalid;
use crate::world::{AnyWorld, DatePattern};

/// Two days, the earlier one first; both belong to the span.
///
/// ```
/// use pin_notch::{DateSpan, Shown};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let away = DateSpan::between("2026-06-07".parse()?, "2026-06-01".parse()?);
/// assert_eq!(away.shown(), "2026-06-01 to 2026-06-07");
/// assert_eq!(away.days(), 7);
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub struct DateSpan {
    /// The first day.
    pub first: Date,
    /// The last day; the same as the first where the span is one day.
    pub last: Date,
}

impl DateSpan {
    /// The span from one day to the other, whichever is the earlier.
    ///
    /// ```
    /// use pin_notch::DateSpan;
    /// let (one, other) = ("2026-05-14".parse().unwrap(), "2026-05-01".parse().unwrap());
    /// assert_eq!(DateSpan::between(one, other).days(), 14);
    /// ```
    pub fn between(one: Date, other: Date) -> Self {
        Self { first: one.min(other), last: one.max(other) }
    }

    /// How many days it has, both ends counted.
    pub fn days(&self) -> u32 {
        self.last.days().abs_diff(self.first.days()) + 1
    }
}

impl Shown for DateSpan {
    fn shown(&self) -> String {
        format!("{} to {}", self.first, self.last)
    }
}

/// What stands between the two days of a span in one field.
const BETWEEN: &str = " – ";

/// A picker of two days.
///
/// The first day that is picked begins a span, the second ends it; until then the value stays as it was,
/// and pointing at a day previews the span. Typed, both days stand in one field (`2026-05-01 –
/// 2026-05-14`), or, [in two fields](Self::in_two_fields), each in its own, and an intent
/// [`Take`](Intent::Take) says which is meant.
///
/// ```
/// use pin_notch::{Blocked, DateSpanPicker, Intent, Weekday};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut away = DateSpanPicker::new("2026-05-14".parse()?)
///     .blocking([Blocked::weekday(Weekday::Sunday, "The apiary rests on Sundays.")]);
/// assert_eq!(away.handle(Intent::PickDay("2026-05-12".parse()?)).to_string(), "draft");
/// let turn = away.handle(Intent::PointDay("2026-05-15".parse()?));
/// assert_eq!(turn.to_string(), "preview 2026-05-12 to 2026-05-15");
/// let turn = away.handle(Intent::PickDay("2026-05-19".parse()?));
/// assert_eq!(turn.to_string(), "refused: 2026-05-17 lies between and is blocked");
/// let turn = away.handle(Intent::PickDay("2026-05-15".parse()?));
/// assert_eq!(turn.change().flatten().unwrap().days(), 4);
/// # Ok(()) }
/// ```
///
/// Its definition, its value and its conditions:
///
/// ```
/// use pin_notch::{
///     Blocked, Date, DateSpan, DateSpanPicker, Direction, English, NotchesOf, Weekday, dec,
/// };
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let (today, last): (Date, Date) = ("2026-05-14".parse()?, "2026-09-30".parse()?);
/// let week = DateSpan::between(today, "2026-05-20".parse()?);
/// let mut away = DateSpanPicker::new(today)
///     .within(NotchesOf::new(Some(today), Some(last), dec!(1))?)
///     .blocking([Blocked::weekday(Weekday::Sunday, "The apiary rests.")])
///     .across_blocked()
///     .lasting(2..=21)
///     .in_two_fields()
///     .written("dd.MM.y".parse()?)
///     .in_world(English)
///     .weeks_from(Weekday::Sunday)
///     .running(Direction::LeftToRight)
///     .prompting("first and last day")
///     .always_open()
///     .starting_at(Some(week))?;
/// assert_eq!(away.texts(), ["14.05.2026", "20.05.2026"]);
/// assert!(away.has_two_fields() && away.runs_across_blocked());
/// assert_eq!((away.lengths(), away.prompt()), ((2, Some(21)), "first and last day"));
/// assert!(away.is_always_open() && away.is_open() && away.active_day().is_some());
/// assert_eq!((away.notches().max(), away.blocked().len()), (Some(last), 1));
/// assert_eq!(away.pattern().show(&English, last), "30.09.2026");
/// assert_eq!(away.why_not("2026-05-17".parse()?), Some("The apiary rests."));
/// away.set_value(None)?;
/// assert_eq!((away.value(), away.default_value()), (None, Some(week)));
/// away.reset();
/// away.set_today(last);
/// away.set_required(true);
/// assert!(away.conditions().required && away.validity().is_empty());
/// away.conditions_mut().required = false;
/// away.set_read_only(true);
/// assert!(away.view().semantics.read_only);
/// away.set_disabled(true);
/// # Ok(()) }
/// ```
#[derive(Clone, Debug)]
pub struct DateSpanPicker {
    days: Days,
    value: Option<DateSpan>,
    default: Option<DateSpan>,
    /// What is under way in the value's place.
    draft: Option<Draft>,
    /// The day that is pointed at while a span is begun.
    pointed: Option<Date>,
    /// The field that typing goes to, where there are two.
    active: Thumb,
    two_fields: bool,
    across: bool,
    least: u32,
    most: Option<u32>,
    prompt: String,
    conditions: Conditions,
}

/// A span that is not there yet.
#[derive(Clone, Debug, PartialEq, Eq)]
enum Draft {
    /// Its first end was picked.
    Begun(Date),
    /// These are the texts of its fields; with one field the second is empty. With them, the value when
    /// typing began.
    Typed([String; 2], Option<DateSpan>),
}

impl DateSpanPicker {
    /// A picker of any two days, empty at the start. `today` is marked, and where an empty picker's grid
    /// opens.
    pub fn new(today: Date) -> Self {
        Self {
            days: Days::new(today),
            value: None,
            default: None,
            draft: None,
            pointed: None,
            active: Thumb::Low,
            two_fields: false,
            across: false,
            least: 1,
            most: None,
            prompt: String::new(),
            conditions: Conditions::default(),
        }
    }

    /// Starts, and after a reset starts again, with this span, or empty. Given after whatever says which
    /// spans are allowed.
    ///
    /// # Errors
    /// Why that span cannot be chosen.
    pub fn starting_at(mut self, span: Option<DateSpan>) -> Result<Self, Refusal> {
        self.set_value(span)?;
        self.default = span;
        self.days.shut(self.start());
        Ok(self)
    }

    /// Gives each of the two days a field of its own.
    pub fn in_two_fields(mut self) -> Self {
        self.two_fields = true;
        self
    }

    /// Lets spans run across blocked days. Their ends still cannot be blocked.
    pub fn across_blocked(mut self) -> Self {
        self.across = true;
        self
    }

    /// Takes only spans of so many days, both ends counted.
    pub fn lasting(mut self, days: core::ops::RangeInclusive<u32>) -> Self {
        (self.least, self.most) = (*days.start(), Some(*days.end()));
        self
    }

    /// Shows this in the field while it is empty.
    pub fn prompting(mut self, prompt: impl Into<String>) -> Self {
        self.prompt = prompt.into();
        self
    }

    days_methods!();

    fn start(&self) -> Option<Date> {
        self.value.map(|span| span.first)
    }

    /// The value, if there is one.
    pub fn value(&self) -> Option<DateSpan> {
        self.value
    }

    /// The value it starts with, if any.
    pub fn default_value(&self) -> Option<DateSpan> {
        self.default
    }

    /// How many days a span has to have, and may have.
    pub fn lengths(&self) -> (u32, Option<u32>) {
        (self.least, self.most)
    }

    /// Whether spans may run across blocked days.
    pub fn runs_across_blocked(&self) -> bool {
        self.across
    }

    /// Whether each day has a field of its own.
    pub fn has_two_fields(&self) -> bool {
        self.two_fields
    }

    /// What is shown while it is empty.
    pub fn prompt(&self) -> &str {
        &self.prompt
    }

    /// What stands in the fields; with one field, only the first is used.
    pub fn texts(&self) -> [String; 2] {
        match (&self.draft, self.value) {
            (Some(Draft::Typed(texts, _)), _) => texts.clone(),
            (Some(Draft::Begun(day)), _) => [self.days.show(*day), String::new()],
            (None, None) => Default::default(),
            (None, Some(DateSpan { first, last })) => {
                let [first, last] = [first, last].map(|day| self.days.show(day));
                match self.two_fields {
                    true => [first, last],
                    false => [format!("{first}{BETWEEN}{last}"), String::new()],
                }
            }
        }
    }

    /// Sets the value, or makes it empty. The program does this, so no event comes of it, and what is
    /// being typed or picked is left alone.
    ///
    /// # Errors
    /// Why that span cannot be chosen; the value is then as it was.
    pub fn set_value(&mut self, span: Option<DateSpan>) -> Result<(), Refusal> {
        self.value = span.map(|span| self.admit(span)).transpose()?;
        Ok(())
    }

    /// Back to the default value; whatever is under way is dropped.
    pub fn reset(&mut self) {
        (self.value, self.draft, self.pointed) = (self.default, None, None);
        self.days.shut(self.start());
    }

    fn admit(&self, span: DateSpan) -> Result<DateSpan, Refusal> {
        let DateSpan { first, last } = span;
        self.days.admit(first)?;
        self.days.admit(last)?;
        if last < first {
            return Err(Refusal::TooShort { least: self.least.max(1) });
        }
        match (span.days(), self.most) {
            (days, _) if days < self.least => return Err(Refusal::TooShort { least: self.least }),
            (days, Some(most)) if days > most => return Err(Refusal::TooLong { most }),
            _ => {}
        }
        match Blocked::first_between(&self.days.blocked, first, last).filter(|_| !self.across) {
            Some(day) => Err(Refusal::AcrossBlocked { day }),
            None => Ok(span),
        }
    }

    fn against(&self, span: DateSpan) -> Vec<Invalid> {
        let mut wrong = self.days.against(span.first);
        if span.last != span.first {
            wrong.extend(self.days.against(span.last));
        }
        if let (Err(why), true) = (self.admit(span), wrong.is_empty()) {
            let message = format!("These days cannot be chosen together: {why}.");
            wrong.push(Invalid::CustomError(message));
        }
        wrong
    }

    /// Why what it holds is not acceptable: what is under way counts before the value.
    pub fn validity(&self) -> Vec<Invalid> {
        let texts = self.texts();
        let wrong = match (&self.draft, self.value) {
            (Some(Draft::Begun(_)), _) => {
                vec![Invalid::BadInput("The last day is missing.".to_owned())]
            }
            (Some(Draft::Typed(..)), _) => match self.parts(&texts) {
                None => Vec::new(),
                Some([first, last]) => match (self.days.read(&first), self.days.read(&last)) {
                    (Some(first), Some(last)) => self.against(DateSpan { first, last }),
                    (None, _) => self.days.misread(first.trim()),
                    (_, None) => self.days.misread(last.trim()),
                },
            },
            (None, Some(span)) => self.against(span),
            (None, None) => Vec::new(),
        };
        let missing = match self.draft {
            Some(Draft::Begun(_)) => false,
            Some(Draft::Typed(..)) => self.parts(&texts).is_none(),
            None => self.value.is_none(),
        };
        self.conditions.validity(missing, wrong)
    }

    /// Carries out an intent.
    ///
    /// The grid's keys are those of a [`DatePicker`](super::DatePicker); Enter and Space pick the day they
    /// are on: the first pick begins a span, the second ends it, whichever is the earlier. Escape first
    /// takes back what is begun, then closes the grid.
    pub fn handle(&mut self, intent: Intent) -> Turn<Option<DateSpan>> {
        self.carry_out(intent).unwrap_or_else(Turn::Refused)
    }

    fn carry_out(&mut self, intent: Intent) -> Result<Turn<Option<DateSpan>>, Refusal> {
        match intent {
            Intent::Leave => {
                self.pointed.take().ok_or(Refusal::Unchanged)?;
                return Ok(Turn::one(Happening::PreviewEnd));
            }
            Intent::Close | Intent::Key(Key::Escape)
                if self.days.closes() && !matches!(self.draft, Some(Draft::Begun(_))) =>
            {
                self.days.active = None;
                return Ok(Turn::one(Happening::Closed));
            }
            Intent::Close if self.days.closes() => {
                self.draft = None;
                self.days.active = None;
                let preview = self.pointed.take().is_some();
                let turn = if preview {
                    Turn::one(Happening::PreviewEnd)
                } else {
                    Turn::one(Happening::Cancelled)
                };
                return Ok(turn.and(Happening::Closed));
            }
            _ => self.conditions.admit()?,
        }
        match (intent, self.days.active) {
            (Intent::Open, None) | (Intent::Key(Key::Down), None) => {
                self.days.open(self.start())?;
                Ok(Turn::one(Happening::Opened))
            }
            (Intent::Open, Some(_)) | (Intent::Close, _) => Err(Refusal::Unchanged),
            (Intent::PickDay(day), _) => self.pick(day),
            (Intent::PointDay(day), _) => self.point(day),
            (Intent::Take(_), _) if !self.two_fields => Err(Refusal::NotForThis),
            (Intent::Take(end), _) if self.active == end => Err(Refusal::Unchanged),
            (Intent::Take(end), _) => {
                self.active = end;
                Ok(Turn::one(Happening::Taken(end)))
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
                let turn = Turn::one(Happening::ActiveDay(to));
                let Some(Draft::Begun(begun)) = self.draft else { return Ok(turn) };
                self.pointed = Some(to);
                Ok(turn.and_with(Happening::Preview, Some(DateSpan::between(begun, to))))
            }
            _ => Err(Refusal::NotForThis),
        }
    }

    fn pick(&mut self, day: Date) -> Result<Turn<Option<DateSpan>>, Refusal> {
        let Some(Draft::Begun(begun)) = self.draft else {
            let day = self.days.admit(day)?;
            // What typing had moved goes back: picking starts anew.
            let turn = match self.draft.take() {
                Some(Draft::Typed(_, origin)) if origin != self.value => {
                    self.value = origin;
                    Turn::with(Happening::Input, origin).and(Happening::Draft)
                }
                _ => Turn::one(Happening::Draft),
            };
            self.draft = Some(Draft::Begun(day));
            if self.days.is_open() {
                self.days.active = Some(day);
            }
            return Ok(turn);
        };
        let span = self.admit(DateSpan::between(begun, day))?;
        let closes = self.days.closes();
        let previewed = self.pointed.take().is_some();
        let taken = self.take(Some(span));
        let turn = if previewed { taken.ending_preview() } else { taken };
        self.days.shut(Some(day));
        Ok(turn.and_if(closes, Happening::Closed))
    }

    fn point(&mut self, day: Date) -> Result<Turn<Option<DateSpan>>, Refusal> {
        let Some(Draft::Begun(begun)) = self.draft else { return Err(Refusal::Unchanged) };
        if self.pointed == Some(day) {
            return Err(Refusal::Unchanged);
        }
        self.pointed = Some(day);
        Ok(Turn::with(Happening::Preview, Some(DateSpan::between(begun, day))))
    }

    /// Drops what is under way, and whatever it moved.
    fn take_back(&mut self) -> Result<Turn<Option<DateSpan>>, Refusal> {
        let draft = self.draft.take().ok_or(Refusal::Unchanged)?;
        self.pointed = None;
        let Draft::Typed(_, origin) = draft else { return Ok(Turn::one(Happening::Cancelled)) };
        let before = core::mem::replace(&mut self.value, origin);
        Ok(Turn::cancelled(origin, &before))
    }

    /// Takes a value at once. Typing may have moved it already: then only the change is left to tell.
    fn take(&mut self, value: Option<DateSpan>) -> Turn<Option<DateSpan>> {
        let before = core::mem::replace(&mut self.value, value);
        self.pointed = None;
        let origin = match self.draft.take() {
            Some(Draft::Typed(_, origin)) => origin,
            _ => before,
        };
        Turn::typed(value, value != before, value != origin)
    }
}

uniform! {
    Dates(DateSpanPicker),
    fn kind(&self) -> ValueKind {
        ValueKind::Dates
    }
    fn value(&self) -> Value {
        self.value.into()
    }
    fn default_value(&self) -> Value {
        self.default.into()
    }
    fn set_value(&mut self, value: Value) -> Result<(), Refusal> {
        DateSpanPicker::set_value(self, Taken::taken(value)?)
    }
    fn put(&mut self, setting: &Setting) -> Result<(), SettingError> {
        match setting {
            Setting::Start(value) => {
                DateSpanPicker::set_value(self, Taken::taken(value.clone())?)?;
                self.default = self.value;
                self.days.shut(self.start());
            }
            Setting::Label(Label::Prompt, prompt) => self.prompt.clone_from(prompt),
            Setting::Is(Manner::TwoFields) => self.two_fields = true,
            Setting::Is(Manner::AcrossBlocked) => self.across = true,
            Setting::Amount(Amount::Least, least) => self.least = whole(*least)?,
            Setting::Amount(Amount::Most, most) => self.most = Some(whole(*most)?),
            _ => self.days.put(setting, self.start())?,
        }
        Ok(())
    }
    fn against(&self, value: &Value) -> Vec<Invalid> {
        value.dates().map(|span| DateSpanPicker::against(self, span)).unwrap_or_default()
    }
    fn is_drafting(&self) -> bool {
        self.draft.is_some()
    }
    fn set_world(&mut self, world: &AnyWorld) {
        self.days.world = world.clone();
    }
}
