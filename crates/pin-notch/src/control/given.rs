//! Who gave a control its value: what becomes of it when the definition changes depends on that.

/// Who gave a value.
#[derive(Clone, Copy, Debug, PartialEq)]
pub(super) enum Given<V> {
    /// The definition: it is the default, and follows it.
    Definition,
    /// The program, which wished for this one. The control holds the allowed value nearest to it, so that it
    /// makes no difference whether the value or the bounds come first.
    Program(V),
    /// A person.
    Person,
}

impl<V: Clone> Given<V> {
    /// The value after a new definition, which begins with `start`; `now` is what is held.
    pub(super) fn under(&self, start: V, now: &V, nearest: impl FnOnce(&V) -> V) -> V {
        match self {
            Self::Definition => start,
            Self::Program(wish) => nearest(wish),
            Self::Person => nearest(now),
        }
    }
}
