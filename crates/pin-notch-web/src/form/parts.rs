//! Long forms in parts, each of which is checked when somebody continues.

use super::{State, flag};
use crate::ports::{Operations, records};

/// Shown in place of a password, however long it is.
const HIDDEN: &str = "••••••";

impl State {
    /// Somebody wants to continue past these fields, so their problems are shown. Rules that also check fields
    /// of later parts have to wait, because what they ask for may be entered there.
    pub(super) fn part(&mut self, all: &mut Operations, text: &str) -> String {
        let mut parts = records(text).map(|record| record[1..].to_vec());
        let [names, later] = [parts.next(), parts.next()].map(Option::unwrap_or_default);
        for name in &names {
            self.form.leave(name);
        }
        self.shown.ask(&|name| names.iter().any(|own| own == name));
        self.update(all, &names);
        let mut own = names.iter().filter_map(|name| self.form.field(name));
        let is_wrong =
            own.any(|field| !field.problems().is_empty()) || self.breaks_rules(&names, &later);
        flag(!is_wrong).to_owned()
    }

    /// Whether the values of some fields break a rule that does not check any of the later ones.
    fn breaks_rules(&self, names: &[String], later: &[String]) -> bool {
        let [mut found, later] = [names, later].map(|names| {
            let names: Vec<&str> = names.iter().map(String::as_str).collect();
            self.form.rule_findings(&names)
        });
        found.retain(|one| !later.iter().any(|other| other.rule == one.rule));
        found.iter().any(|one| one.is_due && !one.warns && one.problem.is_some())
    }

    /// Everything that would be sent, as text for people.
    pub(super) fn review(&mut self) -> String {
        self.is_reviewed = true;
        let mut all = Operations::default();
        let sent = |field: &&pin_notch::Field| {
            !field.is_unsent() && !field.counts_rows() && !field.control.conditions().is_disabled()
        };
        for field in self.form.fields().filter(sent) {
            let row = field.row().map(|place| self.world.message(&place.title()));
            let row = row.unwrap_or_default();
            let text = match field.control.text() {
                text if text.is_empty() || !self.is_secret(&field.name) => text,
                _ => HIDDEN.to_owned(),
            };
            all.add(&field.name, &[&field.label, &text, &row]);
        }
        all.text().to_owned()
    }
}
