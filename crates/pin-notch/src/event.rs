//! The outcome of an intent: its events in order, or the reason why nothing happened.

use crate::calendar::Date;
use crate::intent::Thumb;
use crate::refusal::Refusal;
use crate::shown::Shown;
use core::fmt;

/// The outcome of one [`Intent`](crate::Intent) on a control with values of type `V`.
///
/// It is displayed for logs and tests as `input 0.3, change 0.3` or `refused: disabled`.
///
/// ```
/// use pin_notch::{Event, Intent, Key, Refusal, Switch};
/// let mut feeder = Switch::default();
/// let turn = feeder.handle(Intent::Flip);
/// assert!(turn.events().eq(&[Event::Input(true), Event::Change(true)]));
/// assert_eq!(turn.change(), Some(&true));
/// let turn = feeder.handle(Intent::Key(Key::Home));
/// assert_eq!(turn.refusal(), Some(Refusal::NotForThis));
/// ```
///
/// Part by part:
///
/// ```
/// use pin_notch::{Event, Intent, Switch};
/// let turn = Switch::default().handle(Intent::Flip);
/// assert_eq!(turn.events().next(), Some(&Event::Input(true)));
/// assert_eq!((turn.change(), turn.refusal()), (Some(&true), None));
/// assert_eq!(turn.map(u8::from).change(), Some(&1));
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
#[must_use = "a turn says what happened, or why nothing did"]
pub enum Turn<V> {
    /// These events happened.
    Done(Events<V>),
    /// Nothing happened, for this reason. The control is unchanged.
    Refused(Refusal),
}

/// One thing that happened to a control.
///
/// ```
/// use pin_notch::{Event, Intent, Place, Rating, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut temper = Rating::builder().build()?;
/// let turn = temper.handle(Intent::Point(Place::across(0.7)));
/// assert_eq!(turn.events().next(), Some(&Event::Preview(Some(dec!(4)))));
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Event<V> {
    /// The thumb was grabbed.
    Grabbed,
    /// The value changed to this one, and may change further.
    Input(V),
    /// The thumb was released.
    Released,
    /// The gesture was cancelled; the value is what it was before.
    Cancelled,
    /// The value settled on this one, which differs from the previously settled one.
    Change(V),
    /// This value is shown while it is pointed at; the value itself is unchanged.
    Preview(V),
    /// The preview ended; the value itself is shown again.
    PreviewEnd,
    /// The text being typed changed. It is not an allowed value yet, so the value is unchanged.
    Draft,
    /// This thumb of a span became active: keys now move it.
    Taken(Thumb),
    /// The list opened.
    Opened,
    /// The list closed.
    Closed,
    /// This row of an open list, or this part of a value, became active. CountChange from 0.
    Active(usize),
    /// The view of an open list now starts at this row, counted from 0.
    Scrolled(usize),
    /// This day of an open month grid became active.
    ActiveDay(Date),
}

/// The events of one turn, in order: one to four, stored inline.
///
/// ```
/// use pin_notch::{Intent, Switch, Turn};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let Turn::Done(events) = Switch::default().handle(Intent::Flip) else { panic!("it is free to flip") };
/// println!("{events:?}"); // input and change
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, PartialEq, Eq)]
pub struct Events<V>([Option<Event<V>>; 4]);

impl<V> Turn<V> {
    /// One event.
    pub(crate) fn one(event: Event<V>) -> Self {
        Self::Done(Events([Some(event), None, None, None]))
    }

    /// This turn with one more event.
    pub(crate) fn and(mut self, event: Event<V>) -> Self {
        if let Self::Done(Events(all)) = &mut self
            && let Some(free) = all.iter_mut().find(|one| one.is_none())
        {
            *free = Some(event);
        }
        self
    }

    /// This turn with one more event, if `condition` holds.
    pub(crate) fn and_if(self, happened: bool, event: Event<V>) -> Self {
        if happened { self.and(event) } else { self }
    }

    /// This turn, preceded by the end of a preview.
    pub(crate) fn ending_preview(self) -> Self {
        let Self::Done(Events(all)) = self else { return self };
        let lasting = all.into_iter().flatten().filter(|event| !matches!(event, Event::Draft));
        lasting.fold(Self::one(Event::PreviewEnd), Self::and)
    }

    /// The events in order; none if it was refused.
    pub fn events(&self) -> impl Iterator<Item = &Event<V>> {
        let all = match self {
            Self::Done(Events(all)) => all.as_slice(),
            Self::Refused(_) => &[],
        };
        all.iter().flatten()
    }

    /// Why it was refused, if it was.
    pub fn refusal(&self) -> Option<Refusal> {
        match self {
            Self::Done(_) => None,
            Self::Refused(refusal) => Some(*refusal),
        }
    }

    /// The value that settled in this turn, if any.
    pub fn change(&self) -> Option<&V> {
        self.events().find_map(|event| match event {
            Event::Change(value) => Some(value),
            Event::Input(_) | Event::Preview(_) => None,
            Event::Grabbed
            | Event::Released
            | Event::Cancelled
            | Event::PreviewEnd
            | Event::Draft
            | Event::Taken(_)
            | Event::Opened
            | Event::Closed
            | Event::Active(_)
            | Event::Scrolled(_)
            | Event::ActiveDay(_) => None,
        })
    }

    /// The same turn with its values converted.
    pub fn map<W>(self, mut into: impl FnMut(V) -> W) -> Turn<W> {
        match self {
            Self::Done(Events(all)) => {
                Turn::Done(Events(all.map(|event| event.map(|event| event.map(&mut into)))))
            }
            Self::Refused(refusal) => Turn::Refused(refusal),
        }
    }
}

impl<V: Clone> Turn<V> {
    /// Changed and settled at once, as by a key or a click.
    pub(crate) fn settled(value: V) -> Self {
        Self::one(Event::Input(value.clone())).and(Event::Change(value))
    }

    /// The outcome of typing: the value changed, settled, both, or only the text changed.
    ///
    /// ```
    /// use pin_notch::Turn;
    /// assert_eq!(Turn::typed("oa", true, true).change(), Some(&"oa"));
    /// assert_eq!(Turn::typed("o", false, false).events().count(), 1);
    /// ```
    pub fn typed(value: V, moved: bool, settled: bool) -> Self {
        match (moved, settled) {
            (true, true) => Self::settled(value),
            (true, false) => Self::one(Event::Input(value)),
            (false, true) => Self::one(Event::Change(value)),
            (false, false) => Self::one(Event::Draft),
        }
    }

    /// A gesture was cancelled: the value went from `before` back to the origin of the gesture.
    pub(crate) fn cancelled(origin: V, before: &V) -> Self
    where
        V: PartialEq,
    {
        match origin == *before {
            true => Self::one(Event::Cancelled),
            false => Self::one(Event::Input(origin)).and(Event::Cancelled),
        }
    }
}

impl<V> Event<V> {
    /// The same event with its value converted.
    fn map<W>(self, into: impl FnOnce(V) -> W) -> Event<W> {
        match self {
            Self::Input(value) => Event::Input(into(value)),
            Self::Change(value) => Event::Change(into(value)),
            Self::Preview(value) => Event::Preview(into(value)),
            Self::Grabbed => Event::Grabbed,
            Self::Released => Event::Released,
            Self::Cancelled => Event::Cancelled,
            Self::PreviewEnd => Event::PreviewEnd,
            Self::Draft => Event::Draft,
            Self::Taken(thumb) => Event::Taken(thumb),
            Self::Opened => Event::Opened,
            Self::Closed => Event::Closed,
            Self::Active(row) => Event::Active(row),
            Self::Scrolled(row) => Event::Scrolled(row),
            Self::ActiveDay(day) => Event::ActiveDay(day),
        }
    }
}

impl<V: fmt::Debug> fmt::Debug for Events<V> {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.debug_list().entries(self.0.iter().flatten()).finish()
    }
}

impl<V: Shown> fmt::Display for Turn<V> {
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
            Self::Input(value) => write!(f, "input {}", in_log(value)),
            Self::Released => f.write_str("release"),
            Self::Cancelled => f.write_str("cancel"),
            Self::Change(value) => write!(f, "change {}", in_log(value)),
            Self::Preview(value) => write!(f, "preview {}", in_log(value)),
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

/// A value in a log, in which an empty text is visible as well.
fn in_log(value: &impl Shown) -> String {
    match value.shown() {
        text if text.is_empty() => r#""""#.to_owned(),
        text => text,
    }
}
