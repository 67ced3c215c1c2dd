//! Who gave a control its value, which decides what happens to the value when the definition changes.

/// Who gave a value.
#[derive(Clone, Copy, Debug, PartialEq)]
pub(super) enum Given<V> {
    /// The definition. The value is the default, and follows it.
    Definition,
    /// The program, which asked for this value. The control holds the allowed value nearest to it, so that
    /// value and bounds can be set in either order.
    Program(V),
    /// A person.
    Person,
}

impl<V: Clone> Given<V> {
    /// The value under a new definition with the default `start`, when the control holds `now`.
    pub(super) fn under(&self, start: V, now: &V, nearest: impl FnOnce(&V) -> V) -> V {
        match self {
            Self::Definition => start,
            Self::Program(wish) => nearest(wish),
            Self::Person => nearest(now),
        }
    }
}
