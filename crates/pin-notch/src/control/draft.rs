//! What is being typed, kept apart from the value.

use crate::event::{Event, Turn};

/// A text that somebody is typing.
#[derive(Clone, Debug)]
pub(super) struct Draft<V> {
    pub text: String,
    /// The value when typing began: what Escape goes back to, and what a change is told against.
    pub origin: V,
}

/// The turn in which typing is over and the value, which was `before`, is `now`.
///
/// Typing may have moved the value already; then only the change is left to tell. What ends where it
/// began changes nothing, and only the draft is gone.
pub(super) fn settled<V: Clone + PartialEq>(origin: &V, before: &V, now: V) -> Turn<V> {
    match (now != *before, now != *origin) {
        (true, true) => Turn::settled(now),
        (true, false) => Turn::one(Event::Input(now)),
        (false, true) => Turn::one(Event::Change(now)),
        (false, false) => Turn::one(Event::Draft),
    }
}

/// The turn in which typing is taken back and the value, which was `before`, is the origin again.
pub(super) fn cancelled<V: Clone + PartialEq>(origin: V, before: &V) -> Turn<V> {
    match origin == *before {
        true => Turn::one(Event::Cancelled),
        false => Turn::one(Event::Input(origin)).and(Event::Cancelled),
    }
}
