//! Adding, removing and moving rows.

use super::State;
use crate::ports::{Operations, records};
use pin_notch::{FormError, Message, RowsChange, RowsTurn};

impl State {
    /// Changes rows as requested. The answer is a record of the announcement and the row to focus.
    pub(super) fn rows(&mut self, all: &mut Operations, text: &str) -> String {
        let record = records(text).next().unwrap_or_default();
        let [name, word, row] = [0, 1, 2].map(|at| record.get(at).cloned().unwrap_or_default());
        let row: usize = row.parse().unwrap_or_default();
        let drafting = self.drafting();
        let Ok((attempt, change, turn)) = self.changed_rows(&name, &word, row) else {
            return String::new();
        };
        self.recorded.whole(&format!("{name}: {attempt}"), &turn.to_string());
        let label = self.form.rows(&name).map(|rows| rows.label.clone()).unwrap_or_default();
        let mut names = turn.changed;
        self.drop_since(all, &drafting);
        names.iter().for_each(|name| self.put(all, name));
        for counted in &turn.counted {
            self.tell_counts(all, &counted.name);
            names.push(counted.name.clone());
        }
        self.update(all, &names);
        let (said, to) = match (turn.outcome, change) {
            (Ok(_), RowsChange::Added { row } | RowsChange::Moved { to: row, .. }) => {
                (Message::RowsChanged { rows: label, change }, row)
            }
            (Ok(count), RowsChange::Removed { row }) => {
                (Message::RowsChanged { rows: label, change }, row.min(count))
            }
            (Err(refusal), _) => (Message::Refusal(refusal), row),
        };
        let mut answer = Operations::default();
        answer.add(&self.world.message(&said), &[&to.to_string()]);
        answer.text().to_owned()
    }

    /// Its form in moves, the announcement, and the outcome.
    fn changed_rows(
        &mut self,
        name: &str,
        word: &str,
        row: usize,
    ) -> Result<(String, RowsChange, RowsTurn), FormError> {
        Ok(match word {
            "remove" => {
                let turn = self.form.remove_row(name, row)?;
                (format!("remove {row}"), RowsChange::Removed { row }, turn)
            }
            "up" | "down" => {
                let to = if word == "up" { row.saturating_sub(1) } else { row + 1 };
                let turn = self.form.move_row(name, row, to)?;
                (format!("move {row} to {to}"), RowsChange::Moved { row, to }, turn)
            }
            _ => {
                let turn = self.form.add_row(name)?;
                let row = turn.outcome.unwrap_or(row);
                ("add".to_owned(), RowsChange::Added { row }, turn)
            }
        })
    }
}
