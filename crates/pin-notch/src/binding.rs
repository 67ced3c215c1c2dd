//! A value shared by several owners, each of which is notified once of every change.
//!
//! Controls are plain values and know nothing about this. A program that wants two of them to agree gives
//! both the same [`Shared`] value, writes the outcome of each turn to it, and subscribes to its changes.

use crate::event::{Event, Turn};
use crate::refusal::Refusal;
use core::cell::{Cell, RefCell};
use core::fmt;
use std::rc::{Rc, Weak};

/// How often listeners may set the value again in response to one change before the update fails as
/// unsettled.
const PATIENCE: usize = 100;

/// A value with listeners. Clones share the same value.
///
/// ```
/// use pin_notch::{dec, Decimal, Intent, Notches, Shared, Slider};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let weight = Shared::new(dec!(20));
/// let readout = std::rc::Rc::new(std::cell::RefCell::new(String::new()));
/// let hearing = weight.subscribe({
///     let readout = readout.clone();
///     move |value: &Decimal| *readout.borrow_mut() = format!("{value} kg")
/// });
///
/// let mut slider = Slider::builder().max(40).step(dec!(0.1)).build()?;
/// weight.take(&slider.handle(Intent::Choose(dec!(18.4))))?;
/// assert_eq!(readout.borrow().as_str(), "18.4 kg");
/// # drop(hearing);
/// # Ok(()) }
/// ```
pub struct Shared<V> {
    inner: Rc<Inner<V>>,
}

struct Inner<V> {
    value: RefCell<V>,
    version: Cell<u64>,
    listeners: RefCell<Vec<Listener<V>>>,
    next_id: Cell<u64>,
    telling: Cell<bool>,
    source: Source<V>,
}

/// A listener's callback. It is reference-counted, so that the list of listeners may change while it runs.
type Callback<V> = Rc<RefCell<dyn FnMut(&V)>>;

struct Listener<V> {
    id: u64,
    /// The version it was last notified of.
    version: u64,
    callback: Callback<V>,
}

/// Where a change to this value is written.
enum Source<V> {
    /// It owns its value.
    Own,
    /// The value is constant.
    Fixed,
    /// The value is derived from another one and is read-only.
    OneWay(#[expect(dead_code, reason = "keeps it hearing")] Box<dyn Keep>),
    /// The value is derived from another one, and setting it sets that one.
    TwoWay(Box<dyn Upstream<V>>),
}

/// Keeps its contents alive.
trait Keep {}

impl<T> Keep for T {}

trait Upstream<V> {
    fn set(&self, value: &V) -> Result<bool, SharedError>;
}

/// A subscription, which ends when this is dropped.
///
/// ```
/// use pin_notch::Shared;
/// use std::{cell::Cell, rc::Rc};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let (feeder, changes) = (Shared::new(false), Rc::new(Cell::new(0)));
/// let hearing = feeder.subscribe({
///     let changes = changes.clone();
///     move |_| changes.set(changes.get() + 1)
/// });
/// feeder.set(true)?;
/// drop(hearing);
/// feeder.set(false)?;
/// assert_eq!(changes.get(), 1);
/// # Ok(()) }
/// ```
#[must_use = "dropping it ends the subscription"]
pub struct Subscription(#[expect(dead_code, reason = "dropping it is its use")] Box<dyn Keep>);

/// Removes the listener.
struct Ending<V> {
    inner: Weak<Inner<V>>,
    id: u64,
}

impl<V> Drop for Ending<V> {
    fn drop(&mut self) {
        if let Some(inner) = self.inner.upgrade() {
            inner.listeners.borrow_mut().retain(|listener| listener.id != self.id);
        }
    }
}

/// Why a shared value was not set.
///
/// ```
/// use pin_notch::{SharedError, Shared};
/// let rack = Shared::fixed(4);
/// assert_eq!(rack.set(5), Err(SharedError::Fixed));
/// println!("{}", SharedError::OneWay); // what to do about it
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub enum SharedError {
    /// The value is constant.
    Fixed,
    /// The value is derived from another one and is read-only.
    OneWay,
    /// The value it is derived from does not accept this.
    Refused(Refusal),
    /// The listeners kept setting it and never settled. It keeps the value that was set last.
    Unsettled,
}

impl fmt::Display for SharedError {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::Fixed => f.write_str("nobody may change this value"),
            Self::OneWay => f.write_str(
                "the value only follows another one: give the binding a conversion back to change it",
            ),
            Self::Refused(refusal) => write!(f, "the value it follows does not take this: {refusal}"),
            Self::Unsettled => {
                f.write_str("the listeners set the value again and again and never agree")
            }
        }
    }
}

impl std::error::Error for SharedError {}

impl From<Refusal> for SharedError {
    fn from(refusal: Refusal) -> Self {
        Self::Refused(refusal)
    }
}

impl<V> Clone for Shared<V> {
    fn clone(&self) -> Self {
        Self { inner: self.inner.clone() }
    }
}

impl<V: fmt::Debug> fmt::Debug for Shared<V> {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.debug_tuple("Shared").field(&self.inner.value.borrow()).finish()
    }
}

impl<V: Clone + PartialEq + 'static> Shared<V> {
    /// A value to share.
    pub fn new(value: V) -> Self {
        Self::with_source(value, Source::Own)
    }

    /// A constant value, for a control that is bound to nothing.
    pub fn fixed(value: V) -> Self {
        Self::with_source(value, Source::Fixed)
    }

    fn with_source(value: V, source: Source<V>) -> Self {
        let inner = Inner {
            value: RefCell::new(value),
            version: Cell::new(0),
            listeners: RefCell::new(Vec::new()),
            next_id: Cell::new(0),
            telling: Cell::new(false),
            source,
        };
        Self { inner: Rc::new(inner) }
    }

    /// The current value.
    pub fn get(&self) -> V {
        self.inner.value.borrow().clone()
    }

    /// Sets the value and, if it differs, notifies all listeners. Returns whether it differed.
    ///
    /// A listener may set it again. Every listener then receives the latest value once; those not yet
    /// notified of the earlier value skip it, and no callback is entered while it is running.
    ///
    /// # Errors
    /// [`SharedError`]: why the value stays as it was, or, if the listeners do not agree, that it does
    /// not settle.
    pub fn set(&self, value: V) -> Result<bool, SharedError> {
        match &self.inner.source {
            Source::Own => self.inner.put(value),
            Source::Fixed => Err(SharedError::Fixed),
            Source::OneWay(_) => Err(SharedError::OneWay),
            Source::TwoWay(upstream) => upstream.set(&value),
        }
    }

    /// Sets the value to the one that a control's turn reports. A turn that changed no value changes
    /// nothing here.
    ///
    /// # Errors
    /// As [`set`](Self::set).
    pub fn take(&self, turn: &Turn<V>) -> Result<bool, SharedError> {
        let last = turn.events().filter_map(|event| match event {
            Event::Input(value) | Event::Change(value) => Some(value),
            _ => None,
        });
        last.last().map_or(Ok(false), |value| self.set(value.clone()))
    }

    /// Calls `callback` with the new value after every change, once, until the returned subscription is
    /// dropped.
    pub fn subscribe(&self, callback: impl FnMut(&V) + 'static) -> Subscription {
        let id = self.inner.next_id.replace(self.inner.next_id.get() + 1);
        let version = self.inner.version.get();
        let callback: Callback<V> = Rc::new(RefCell::new(callback));
        self.inner.listeners.borrow_mut().push(Listener { id, version, callback });
        Subscription(Box::new(Ending { inner: Rc::downgrade(&self.inner), id }))
    }

    /// Another view of the same value: `to` converts it for the view, and `back` converts what the view is
    /// set to, or says why it cannot.
    ///
    /// The view changes when this value does. Setting the view sets this value, and the view shows what
    /// `to` makes of that. A conversion that rounds therefore never drifts: nothing is written back unless
    /// somebody set it.
    ///
    /// ```
    /// use pin_notch::{dec, Notches, Shared};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// // A percentage, and the same as a rating of 0 to 5 in halves.
    /// let halves = Notches::new(0, 5, dec!(0.5))?;
    /// let percent = Shared::new(dec!(70));
    /// let rating = percent.linked(
    ///     move |percent| halves.snap(percent * dec!(0.05)),
    ///     |rating| Ok(rating * dec!(20)),
    /// );
    /// assert_eq!(rating.get(), dec!(3.5));
    /// percent.set(dec!(72))?;
    /// assert_eq!((percent.get(), rating.get()), (dec!(72), dec!(3.5)));
    /// rating.set(dec!(4))?;
    /// assert_eq!(percent.get(), dec!(80));
    /// # Ok(()) }
    /// ```
    pub fn linked<W: Clone + PartialEq + 'static>(
        &self,
        to: impl Fn(&V) -> W + 'static,
        back: impl Fn(&W) -> Result<V, Refusal> + 'static,
    ) -> Shared<W> {
        let parent = self.clone();
        self.following(to, move |hearing| {
            Source::TwoWay(Box::new(Link { parent, back, _hearing: hearing }))
        })
    }

    /// Another view of the same value that cannot be set.
    ///
    /// ```
    /// use pin_notch::{dec, SharedError, Shared};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let weight = Shared::new(dec!(18.4));
    /// let line = weight.shown_as(|weight| format!("{weight} kg"));
    /// weight.set(dec!(19))?;
    /// assert_eq!(line.get(), "19 kg");
    /// assert_eq!(line.set("20 kg".into()), Err(SharedError::OneWay));
    /// # Ok(()) }
    /// ```
    pub fn shown_as<W: Clone + PartialEq + 'static>(
        &self,
        to: impl Fn(&V) -> W + 'static,
    ) -> Shared<W> {
        let parent = self.clone();
        self.following(to, move |hearing| Source::OneWay(Box::new((parent, hearing))))
    }

    fn following<W: Clone + PartialEq + 'static>(
        &self,
        to: impl Fn(&V) -> W + 'static,
        source: impl FnOnce(Subscription) -> Source<W>,
    ) -> Shared<W> {
        let value = to(&self.inner.value.borrow());
        // The listener needs the view, and the view keeps the listener alive: hence the cell that is filled
        // in afterwards.
        let view: Rc<RefCell<Weak<Inner<W>>>> = Rc::default();
        let hearing = self.subscribe({
            let view = view.clone();
            move |value| {
                if let Some(inner) = view.borrow().upgrade() {
                    // If the view's own listeners never settle, that is their affair: the value itself has
                    // changed.
                    let _ = inner.put(to(value));
                }
            }
        });
        let shared = Shared::with_source(value, source(hearing));
        *view.borrow_mut() = Rc::downgrade(&shared.inner);
        shared
    }

    /// Reports a control that would appear frozen: one bound to a value that cannot be set.
    ///
    /// ```
    /// use pin_notch::Shared;
    /// let feeder = Shared::fixed(true);
    /// assert_eq!(feeder.audit().unwrap().to_string(), "nobody may change this value");
    /// assert_eq!(Shared::new(true).audit(), None);
    /// ```
    pub fn audit(&self) -> Option<SharedError> {
        match self.inner.source {
            Source::Own | Source::TwoWay(_) => None,
            Source::Fixed => Some(SharedError::Fixed),
            Source::OneWay(_) => Some(SharedError::OneWay),
        }
    }
}

impl<V: Clone + PartialEq> Inner<V> {
    fn put(&self, value: V) -> Result<bool, SharedError> {
        if *self.value.borrow() == value {
            return Ok(false);
        }
        *self.value.borrow_mut() = value;
        self.version.set(self.version.get() + 1);
        // It was set by a listener: the notification that called the listener continues with the new value.
        if self.telling.replace(true) {
            return Ok(true);
        }
        let _done = Telling(&self.telling);
        let start = self.version.get();
        while let Some(callback) = self.next() {
            if self.version.get() - start > PATIENCE as u64 {
                return Err(SharedError::Unsettled);
            }
            let value = self.value.borrow().clone();
            callback.borrow_mut()(&value);
        }
        Ok(true)
    }

    /// The next listener that has not seen the current version, marked as having seen it.
    fn next(&self) -> Option<Callback<V>> {
        let version = self.version.get();
        let mut listeners = self.listeners.borrow_mut();
        let next = listeners.iter_mut().find(|listener| listener.version < version)?;
        next.version = version;
        Some(next.callback.clone())
    }
}

/// Clears the "notifying" flag, even if a listener panics.
struct Telling<'a>(&'a Cell<bool>);

impl Drop for Telling<'_> {
    fn drop(&mut self) {
        self.0.set(false);
    }
}

struct Link<V, B> {
    parent: Shared<V>,
    back: B,
    _hearing: Subscription,
}

impl<V, W, B> Upstream<W> for Link<V, B>
where
    V: Clone + PartialEq + 'static,
    B: Fn(&W) -> Result<V, Refusal>,
{
    fn set(&self, value: &W) -> Result<bool, SharedError> {
        self.parent.set((self.back)(value)?)
    }
}
