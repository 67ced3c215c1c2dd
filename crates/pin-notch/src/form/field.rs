//! What a field can be asked.

use super::{Field, Problem, RowPlace};
use crate::message::Message;
use crate::validity::Invalid;
use crate::world::AnyWorld;

impl Field {
    /// Whether it is sent: nothing is for what is disabled or unsent.
    pub(super) fn is_read(&self) -> bool {
        !self.unsent && !self.control.conditions().is_disabled()
    }

    /// Whether something may be received for it, if it counts by what was received for others: nothing is looked for
    /// that is disabled or never sent.
    pub fn may_be_received(&self) -> bool {
        !self.unsent && !self.control.conditions().disabled && !self.fieldset_disabled
    }

    /// The row it stands in, if it stands in one.
    pub fn row(&self) -> Option<&RowPlace> {
        self.row.as_ref()
    }

    /// Whether it says how many [`Rows`](super::Rows) there are.
    pub fn counts_rows(&self) -> bool {
        self.counts_rows
    }

    /// What it is called where it does not stand in its row: its label, and of which row it is.
    pub fn called(&self, world: &AnyWorld) -> String {
        match &self.row {
            None => self.label.clone(),
            Some(RowPlace { label: rows, row, .. }) => {
                let (rows, label) = (rows.clone(), self.label.clone());
                world.message(&Message::InRow { rows, row: *row, label })
            }
        }
    }

    /// Whether it is never sent.
    pub fn is_unsent(&self) -> bool {
        self.unsent
    }

    /// What is wrong with its value by itself, without the form's rules.
    pub fn problems(&self) -> Vec<Problem> {
        let found = self.control.validity().into_iter();
        let found = Invalid::told(found.collect()).into_iter();
        found.map(|invalid| Problem::of(self, None, invalid)).collect()
    }

    /// Whether its value is another than at the start: than its default or, where it has none and follows another
    /// field, than what it follows to.
    pub fn is_dirty(&self) -> bool {
        self.control.value() != self.start
    }
}
