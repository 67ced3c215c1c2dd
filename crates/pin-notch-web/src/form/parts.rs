//! Long forms in parts, each of which is checked when somebody continues.

use super::{State, flag};
use crate::ports::{Operations, records};

/// Shown in place of a password, however long it is.
const HIDDEN: &str = "••••••";

impl State {
    /// Somebody wants to continue past these fields, so their problems are shown.
    pub(super) fn part(&mut self, all: &mut Operations, text: &str) -> String {
        let names = records(text).next().unwrap_or_default();
        for name in &names {
            self.form.leave(name);
        }
        self.shown.ask(&|name| names.iter().any(|own| own == name));
        self.update(all, &names);
        let is_wrong = self.form.problems().iter().any(|problem| names.contains(&problem.name));
        flag(!is_wrong).to_owned()
    }

    /// Everything that would be sent, as text for people.
    pub(super) fn review(&self) -> String {
        let mut all = Operations::default();
        let sent = |field: &&pin_notch::Field| {
            !field.is_unsent() && !field.counts_rows() && !field.control.conditions().is_disabled()
        };
        for field in self.form.fields().filter(sent) {
            let row = field.row().map(|place| self.world.message(&place.title()));
            let row = row.unwrap_or_default();
            let text = match field.control.text() {
                text if text.is_empty() || !self.secrets.contains(&field.name) => text,
                _ => HIDDEN.to_owned(),
            };
            all.add(&field.name, &[&field.label, &text, &row]);
        }
        all.text().to_owned()
    }
}
