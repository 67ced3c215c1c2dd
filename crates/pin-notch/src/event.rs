//! What one intent did: the events in their order, or the reason why nothing happened.

use crate::calendar::Date;
use crate::intent::Thumb;
use crate::number::number_text;
use crate::refusal::Refusal;
use core::fmt;
use rust_decimal::Decimal;

/// What one [`Intent`](crate::Intent) did to a control with values of type `V`.
///
/// Its text is made for logs and tests: `input 0.3, change 0.3` or `refused: disabled`.
///
/// ```
/// use pin_notch::{Event, Intent, Key, Refusal, Switch};
/// let mut feeder = Switch::new();
/// let turn = feeder.handle(Intent::Flip);
/// assert_eq!(turn.events().collect::<Vec<_>>(), [Event::Input(true), Event::Change(true)]);
/// assert_eq!(turn.change(), Some(true));
/// let turn = feeder.handle(Intent::Key(Key::Home));
/// assert_eq!(turn.refusal(), Some(Refusal::NotForThis));
/// ```
///
/// Part by part:
///
/// ```
/// use pin_notch::{Event, Intent, Switch};
/// let turn = Switch::new().handle(Intent::Flip);
/// assert_eq!(turn.events().next(), Some(Event::Input(true)));
/// assert_eq!((turn.change(), turn.refusal()), (Some(true), None));
/// assert_eq!(turn.map(u8::from).change(), Some(1));
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
#[must_use = "a turn says what happened, or why nothing did"]
pub enum Turn<V> {
    /// These events happened.
    Done(Events<V>),
    /// Nothing happened, for this reason. The control is exactly as it was.
    Refused(Refusal),
}

/// One thing that happened to a control.
///
/// ```
/// use pin_notch::{Event, Intent, Place, Rating, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut temper = Rating::new(5)?;
/// let turn = temper.handle(Intent::Point(Place::across(0.7)));
/// let Some(Event::Preview(value)) = turn.events().next() else { panic!("a preview") };
/// assert_eq!(value, Some(dec!(4)));
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub enum Event<V> {
    /// The thumb was taken.
    Grabbed,
    /// The value moved to this one, and may move on.
    Input(V),
    /// The thumb was let go.
    Released,
    /// The gesture was taken back; the value is what it was before.
    Cancelled,
    /// The value has settled on this one, which differs from the one settled before.
    Change(V),
    /// Another value is shown while it is pointed at; the value itself is as it was.
    Preview(V),
    /// The preview is gone; the value itself is shown again.
    PreviewEnd,
    /// What is being typed changed. It cannot be read as an allowed value yet, so the value is as it was.
    Draft,
    /// Keys now mean this thumb of a span.
    Taken(Thumb),
    /// The list opened.
    Opened,
    /// The list closed.
    Closed,
    /// Keys are now on this row of an open list, or this part of a value, counted from 0.
    Active(usize),
    /// The view of an open list now holds the rows from this one on, counted from 0.
    Scrolled(usize),
    /// Keys are now on this day of an open month grid.
    ActiveDay(Date),
}

/// The events of one turn, in order: one to four, kept in place. All that have a value have the same one, so
/// it is there once.
///
/// ```
/// use pin_notch::{Intent, Switch, Turn};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let Turn::Done(events) = Switch::new().handle(Intent::Flip) else { panic!("it is free to flip") };
/// println!("{events:?}"); // input and change, and the value they share
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, PartialEq, Eq)]
pub struct Events<V> {
    kinds: Kinds,
    value: Option<V>,
}

/// Events without their value, in order.
#[derive(Clone, Copy, Default, PartialEq, Eq)]
struct Kinds([Option<Happening>; 4]);

impl Kinds {
    fn add(&mut self, kind: Happening) {
        if let Some(free) = self.0.iter_mut().find(|kind| kind.is_none()) {
            *free = Some(kind);
        }
    }
}

/// An event without its value.
#[derive(Clone, Copy, PartialEq, Eq)]
pub(crate) enum Happening {
    Grabbed,
    Input,
    Released,
    Cancelled,
    Change,
    Preview,
    PreviewEnd,
    Draft,
    Taken(Thumb),
    Opened,
    Closed,
    Active(usize),
    Scrolled(usize),
    ActiveDay(Date),
}

impl<V: Clone> Turn<V> {
    /// One event that has no value.
    pub(crate) fn one(kind: Happening) -> Self {
        let mut kinds = Kinds::default();
        kinds.add(kind);
        Self::Done(Events { kinds, value: None })
    }

    /// One event that has this value.
    pub(crate) fn with(kind: Happening, value: V) -> Self {
        let mut kinds = Kinds::default();
        kinds.add(kind);
        Self::Done(Events { kinds, value: Some(value) })
    }

    /// Moved and settled at once, as by a key or a click.
    pub(crate) fn settled(value: V) -> Self {
        Self::with(Happening::Input, value).and(Happening::Change)
    }

    /// What typing came to: the value moved, the value settled, both, or only the text is another.
    pub(crate) fn typed(value: V, moved: bool, settled: bool) -> Self {
        match (moved, settled) {
            (true, true) => Self::settled(value),
            (true, false) => Self::with(Happening::Input, value),
            (false, true) => Self::with(Happening::Change, value),
            (false, false) => Self::one(Happening::Draft),
        }
    }

    /// A gesture was taken back: the value, which was `before`, is its origin again.
    pub(crate) fn cancelled(origin: V, before: &V) -> Self
    where
        V: PartialEq,
    {
        match origin == *before {
            true => Self::one(Happening::Cancelled),
            false => Self::with(Happening::Input, origin).and(Happening::Cancelled),
        }
    }

    /// This turn and one more event: one without a value, or with the one that is there already.
    pub(crate) fn and(mut self, kind: Happening) -> Self {
        if let Self::Done(events) = &mut self {
            events.kinds.add(kind);
        }
        self
    }

    /// This turn and one more event, which has this value.
    pub(crate) fn and_with(mut self, kind: Happening, value: V) -> Self {
        if let Self::Done(events) = &mut self {
            events.kinds.add(kind);
            events.value = Some(value);
        }
        self
    }

    pub(crate) fn and_if(self, happened: bool, kind: Happening) -> Self {
        if happened { self.and(kind) } else { self }
    }

    /// This turn after a preview that it ends; what was typed is not told of.
    pub(crate) fn ending_preview(mut self) -> Self {
        if let Self::Done(events) = &mut self {
            let before = core::mem::take(&mut events.kinds);
            events.kinds.add(Happening::PreviewEnd);
            for kind in before.0.into_iter().flatten().filter(|kind| *kind != Happening::Draft) {
                events.kinds.add(kind);
            }
        }
        self
    }

    /// The events in order; none when it was refused.
    pub fn events(&self) -> impl Iterator<Item = Event<V>> {
        let (kinds, value) = match self {
            Self::Done(events) => (events.kinds, events.value.as_ref()),
            Self::Refused(_) => (Kinds::default(), None),
        };
        kinds.0.into_iter().flatten().filter_map(move |kind| Event::joined(kind, value.cloned()))
    }

    /// Why nothing happened, if nothing did.
    pub fn refusal(&self) -> Option<Refusal> {
        match self {
            Self::Done(_) => None,
            Self::Refused(refusal) => Some(*refusal),
        }
    }

    /// The value that settled in this turn, if one did.
    pub fn change(&self) -> Option<V> {
        self.events().find_map(|event| match event {
            Event::Change(value) => Some(value),
            _ => None,
        })
    }

    /// The same turn with its values in another form.
    pub fn map<W>(self, into: impl FnOnce(V) -> W) -> Turn<W> {
        match self {
            Self::Done(Events { kinds, value }) => {
                Turn::Done(Events { kinds, value: value.map(into) })
            }
            Self::Refused(refusal) => Turn::Refused(refusal),
        }
    }
}

impl<V> Event<V> {
    /// The event of this kind; none where it should have a value and there is none.
    fn joined(kind: Happening, value: Option<V>) -> Option<Self> {
        Some(match kind {
            Happening::Input => Self::Input(value?),
            Happening::Change => Self::Change(value?),
            Happening::Preview => Self::Preview(value?),
            Happening::Grabbed => Self::Grabbed,
            Happening::Released => Self::Released,
            Happening::Cancelled => Self::Cancelled,
            Happening::PreviewEnd => Self::PreviewEnd,
            Happening::Draft => Self::Draft,
            Happening::Taken(thumb) => Self::Taken(thumb),
            Happening::Opened => Self::Opened,
            Happening::Closed => Self::Closed,
            Happening::Active(row) => Self::Active(row),
            Happening::Scrolled(row) => Self::Scrolled(row),
            Happening::ActiveDay(day) => Self::ActiveDay(day),
        })
    }
}

impl<V: fmt::Debug> fmt::Debug for Events<V> {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        let kinds = self.kinds.0.iter().flatten();
        f.debug_list()
            .entries(kinds.filter_map(|kind| Event::joined(*kind, self.value.as_ref())))
            .finish()
    }
}

/// How a value of a control is written in a log: a number, `on` or `off`, or `empty`.
///
/// ```
/// use pin_notch::{Shown, dec};
/// assert_eq!(dec!(3.50).shown(), "3.5");
/// assert_eq!((true.shown(), None::<bool>.shown()), ("on".into(), "empty".into()));
/// ```
pub trait Shown {
    /// The text of this value.
    fn shown(&self) -> String;
}

impl Shown for Decimal {
    fn shown(&self) -> String {
        number_text(*self)
    }
}

impl Shown for bool {
    fn shown(&self) -> String {
        if *self { "on" } else { "off" }.into()
    }
}

impl Shown for usize {
    fn shown(&self) -> String {
        self.to_string()
    }
}

impl Shown for Vec<String> {
    fn shown(&self) -> String {
        if self.is_empty() { "none".into() } else { self.join(" + ") }
    }
}

impl<V: Shown> Shown for Option<V> {
    fn shown(&self) -> String {
        self.as_ref().map_or_else(|| "empty".into(), V::shown)
    }
}

impl<V: Shown + Clone> fmt::Display for Turn<V> {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        if let Some(refusal) = self.refusal() {
            return write!(f, "refused: {refusal}");
        }
        for (at, event) in self.events().enumerate() {
            let comma = if at > 0 { ", " } else { "" };
            write!(f, "{comma}{event}")?;
        }
        Ok(())
    }
}

impl<V: Shown> fmt::Display for Event<V> {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::Grabbed => f.write_str("grab"),
            Self::Input(value) => write!(f, "input {}", value.shown()),
            Self::Released => f.write_str("release"),
            Self::Cancelled => f.write_str("cancel"),
            Self::Change(value) => write!(f, "change {}", value.shown()),
            Self::Preview(value) => write!(f, "preview {}", value.shown()),
            Self::PreviewEnd => f.write_str("preview end"),
            Self::Draft => f.write_str("draft"),
            Self::Opened => f.write_str("open"),
            Self::Closed => f.write_str("close"),
            Self::Active(row) => write!(f, "active {row}"),
            Self::Scrolled(row) => write!(f, "scroll {row}"),
            Self::ActiveDay(day) => write!(f, "active {day}"),
            Self::Taken(Thumb::Low) => f.write_str("take low"),
            Self::Taken(Thumb::High) => f.write_str("take high"),
        }
    }
}
