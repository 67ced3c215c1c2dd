//! Settled changes, to be undone and done again.

use crate::control::Value;

/// How many changes are kept.
const KEPT: usize = 1000;

/// One settled change: a field, and those that followed it.
#[derive(Clone, Debug, PartialEq, Eq)]
pub(super) struct Change {
    /// Place, value before and value after.
    pub fields: Vec<(usize, Value, Value)>,
}

#[derive(Clone, Debug, Default)]
pub(super) struct History {
    done: Vec<Change>,
    undone: Vec<Change>,
}

impl History {
    pub(super) fn push(&mut self, change: Change) {
        self.undone.clear();
        if self.done.len() == KEPT {
            self.done.remove(0);
        }
        self.done.push(change);
    }

    pub(super) fn undo(&mut self) -> Option<&Change> {
        self.undone.push(self.done.pop()?);
        self.undone.last()
    }

    pub(super) fn redo(&mut self) -> Option<&Change> {
        self.done.push(self.undone.pop()?);
        self.done.last()
    }

    pub(super) fn forget(&mut self) {
        *self = Self::default();
    }
}
