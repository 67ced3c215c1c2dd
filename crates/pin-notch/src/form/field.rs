//! Queries on a field.

use super::{Field, Problem, RowPlace};
use crate::message::Message;
use crate::validity::Invalid;
use crate::world::AnyWorld;

impl Field {
    /// Whether it is sent: disabled and excluded fields are not.
    pub(super) fn is_read(&self) -> bool {
        !self.unsent && !self.control.conditions().is_disabled()
    }

    /// Whether a value for it is accepted in what is received, provided that its conditions hold: not for
    /// disabled or excluded fields.
    pub fn may_be_received(&self) -> bool {
        !self.unsent && !self.control.conditions().disabled && !self.fieldset_disabled
    }

    /// Whether receivers accept only its initial value or one that results from a link: it is read-only,
    /// disabled or not sent.
    pub(super) fn is_kept(&self) -> bool {
        self.control.conditions().readonly || !self.may_be_received()
    }

    /// The row it is in, if any.
    pub fn row(&self) -> Option<&RowPlace> {
        self.row.as_ref()
    }

    /// Whether it holds the number of [`Rows`](super::Rows).
    pub fn counts_rows(&self) -> bool {
        self.counts_rows
    }

    /// Its label outside the context of its row: the label together with the row.
    pub fn called(&self, world: &AnyWorld) -> String {
        match &self.row {
            None => self.label.clone(),
            Some(RowPlace { label: rows, row, .. }) => {
                let (rows, label) = (rows.clone(), self.label.clone());
                world.message(&Message::InRow { rows, row: *row, label })
            }
        }
    }

    /// Whether it is excluded from sending.
    pub fn is_unsent(&self) -> bool {
        self.unsent
    }

    /// The problems of its value by itself, without the form's rules.
    pub fn problems(&self) -> Vec<Problem> {
        let found = self.control.validity().into_iter();
        let found = Invalid::worth_reporting(found.collect()).into_iter();
        found.map(|invalid| Problem::of(self, None, invalid)).collect()
    }

    /// Whether its value differs from its initial value: from its default or, if it has none and follows
    /// another field, from the value that the link gives it. Once the receiver has
    /// [accepted](super::Form::mark_accepted) a value, or a program has said so for
    /// [one of its own](super::Form::compare_with_current), it is compared with that one.
    pub fn is_dirty(&self) -> bool {
        self.control.value() != *self.compared.as_ref().unwrap_or(&self.start)
    }

    /// Whether its value differs from its initial value, whatever was accepted since.
    pub(super) fn is_entered(&self) -> bool {
        self.control.value() != self.start
    }

    /// Compares it with its current value from now on.
    pub(super) fn compare_with_current(&mut self) {
        self.compared = Some(self.control.value()).filter(|value| *value != self.start);
    }

    /// Sets its initial value to its control's default.
    pub(super) fn start_at_default(&mut self) {
        (self.start, self.compared) = (self.control.default_value(), None);
    }
}
