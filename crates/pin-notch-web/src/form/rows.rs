//! Adding, removing and moving rows.

use super::State;
use crate::ports::{Operations, records};
use pin_notch::{Message, RowsChange};
use pin_notch_html::RowButton;

impl State {
    /// Changes rows as a button requests, given their name and its value. The answer is a record of the
    /// announcement and the row to focus.
    pub(super) fn rows(&mut self, all: &mut Operations, text: &str) -> String {
        let record = records(text).next().unwrap_or_default();
        let [name, value] = [0, 1].map(|at| record.get(at).cloned().unwrap_or_default());
        let (Some(rows), Some(button)) = (self.form.rows(&name), RowButton::read(&value)) else {
            return String::new();
        };
        let change = button.change(self.form.row_count(rows));
        let label = rows.label.clone();
        let before = self.before();
        let Ok(turn) = self.form.change_rows(&name, change) else { return String::new() };
        self.recorded.attempt(&format!("{name}: {change}"), &turn.to_string());
        self.update_since(all, &before, turn.changed);
        let to = match change {
            RowsChange::Remove { row } => row.min(*turn.outcome.as_ref().unwrap_or(&row)),
            RowsChange::Move { row, .. } if turn.outcome.is_err() => row,
            RowsChange::Add { row } | RowsChange::Move { to: row, .. } => row,
        };
        let announcement = match turn.outcome {
            Ok(_) => Message::RowsChanged { rows: label, change },
            Err(refusal) => Message::Refusal(refusal),
        };
        let mut answer = Operations::default();
        answer.add(&self.world.message(&announcement), &[&to.to_string()]);
        answer.text().to_owned()
    }

    /// Reports which of the buttons that change these rows can be pressed.
    pub(super) fn offer_rows(&self, all: &mut Operations, name: &str) {
        let Some(rows) = self.form.rows(name) else { return };
        let buttons = RowButton::possible(rows, self.form.row_count(rows));
        let values: Vec<String> = buttons.iter().map(RowButton::to_string).collect();
        let mut parameters = vec![name];
        parameters.extend(values.iter().map(String::as_str));
        all.add("offer", &parameters);
    }
}
