//! The history of settled changes, for undo and redo.

use super::{Form, links};
use crate::control::Control;
use crate::value::Value;

/// The number of changes kept.
const KEPT: usize = 1000;

/// One settled change: a field and those that followed it.
#[derive(Clone, Debug, PartialEq, Eq)]
pub(super) struct Change {
    /// Field index, and the value before the change; once it is undone, the value that redoing it restores.
    pub fields: Vec<(usize, Value)>,
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

    /// The same history with new field indices. Changes that involve a removed field are dropped.
    pub(super) fn moved(&self, place: impl Fn(usize) -> Option<usize>) -> Self {
        let moved = |changes: &[Change]| -> Vec<Change> {
            let one = |change: &Change| {
                let fields = change.fields.iter();
                let fields = fields.map(|(at, value)| Some((place(*at)?, value.clone())));
                Some(Change { fields: fields.collect::<Option<_>>()? })
            };
            changes.iter().filter_map(one).collect()
        };
        Self { done: moved(&self.done), undone: moved(&self.undone) }
    }

    pub(super) fn forget(&mut self) {
        *self = Self::default();
    }
}

impl Form {
    /// Records a settled change: the field at this index and the fields that changed with it.
    pub(super) fn record(&mut self, at: usize) {
        let mut changed = Vec::new();
        for place in links::reachable(&self.links, at) {
            let field = &mut self.fields[place];
            let now = field.control.value();
            if place != at && !field.moving {
                continue;
            }
            field.moving = false;
            let is_changed = now != field.settled;
            let before = core::mem::replace(&mut field.settled, now);
            if is_changed {
                changed.push((place, before));
            }
        }
        if !changed.is_empty() {
            self.history.push(Change { fields: changed });
        }
    }

    /// Records changes in progress, so that they can be undone by themselves.
    pub(super) fn record_all(&mut self) {
        // Fields changed by a person come first: the fields that followed are part of their change.
        let mut moving: Vec<usize> =
            (0..self.fields.len()).filter(|at| self.fields[*at].moving).collect();
        let leads = |control: &Control| control.is_drafting() || control.is_grabbed();
        moving.sort_by_cached_key(|at| !leads(&self.fields[*at].control));
        for at in moving {
            if self.fields[at].moving {
                self.record(at);
            }
        }
    }

    /// Undoes the last change with its consequences, and returns the names of the fields that changed;
    /// `None` if there is nothing to undo. Typing or dragging in progress is such a change.
    ///
    /// ```
    /// # use pin_notch::{Form, Intent, Switch, Value};
    /// # fn main() -> Result<(), pin_notch::FormError> {
    /// let mut form = Form::new().with("feeder", "Feeder", Switch::default())?;
    /// let _ = form.handle("feeder", Intent::Flip)?;
    /// assert_eq!(form.undo(), Some(vec!["feeder"]));
    /// assert_eq!(form.control("feeder").unwrap().value(), Value::On(false));
    /// assert_eq!(form.redo(), Some(vec!["feeder"]));
    /// # Ok(()) }
    /// ```
    pub fn undo(&mut self) -> Option<Vec<&str>> {
        self.record_all();
        let mut change = self.history.done.pop()?;
        let places = self.exchange(&mut change);
        self.history.undone.push(change);
        Some(self.names_of(places))
    }

    /// Redoes what was undone last, which leads back to the values at that time.
    pub fn redo(&mut self) -> Option<Vec<&str>> {
        self.record_all();
        let mut change = self.history.undone.pop()?;
        let places = self.exchange(&mut change);
        self.history.done.push(change);
        Some(self.names_of(places))
    }

    /// Restores the values of a change, in exchange for the current ones, which a program may have set since.
    fn exchange(&mut self, change: &mut Change) -> Vec<usize> {
        let mut places = Vec::new();
        for (place, value) in &mut change.fields {
            let field = &mut self.fields[*place];
            let other = core::mem::replace(value, field.control.value());
            // A field accepts a value it has held before, unless the program has changed the definition. In
            // that case it keeps its current value.
            if field.control.restore(other.clone()).is_ok() {
                (field.settled, field.moving) = (other, false);
                places.push(*place);
            }
        }
        let _ = self.update_counting(places.iter().copied());
        places
    }

    fn names_of(&self, places: Vec<usize>) -> Vec<&str> {
        places.into_iter().map(|place| self.fields[place].name.as_str()).collect()
    }
}
