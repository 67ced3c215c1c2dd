//! What has been entered, for storage or output.

use super::State;
use crate::ports::{Operations, records};
use pin_notch::{Control, Field, Value, ValueKind, number_text};

/// Marks the record of a draft with what is being typed.
const TYPED: &str = "typed";

/// Whether a value is on, for scripts: `1`, `mixed` or an empty text.
pub(super) fn checked(value: &Value) -> &'static str {
    if *value == Value::On(true) {
        "1"
    } else if *value == Value::Mixed {
        "mixed"
    } else {
        ""
    }
}

/// The JSON type of a value as a letter: `n`, a number; `b`, a boolean; `t`, a string; `l`, strings; `p`,
/// two numbers; `d`, two strings.
fn letter(kind: ValueKind) -> &'static str {
    match kind {
        ValueKind::Number => "n",
        ValueKind::On => "b",
        ValueKind::Texts => "l",
        ValueKind::Span => "p",
        ValueKind::Dates => "d",
        ValueKind::Text
        | ValueKind::Date
        | ValueKind::Month
        | ValueKind::Week
        | ValueKind::Time
        | ValueKind::DateTime => "t",
    }
}

/// A value as one text for each of its parts, as accepted by [`Control::read`].
pub(super) fn texts(control: &Control, value: Value) -> Vec<String> {
    match value {
        Value::Empty | Value::Mixed | Value::On(false) => Vec::new(),
        Value::On(true) => control.entries(),
        Value::Texts(texts) => texts,
        Value::Span(span) => vec![number_text(span.low), number_text(span.high)],
        Value::Dates(span) => vec![span.first.to_string(), span.last.to_string()],
        value @ (Value::Number(_)
        | Value::Text(_)
        | Value::Date(_)
        | Value::Month(_)
        | Value::Week(_)
        | Value::Time(_)
        | Value::DateTime(_)) => vec![value.attribute_text()],
    }
}

/// Adds a record of a name, a text and further texts.
fn add(all: &mut Operations, name: &str, first: &str, texts: &[String]) {
    let record: Vec<&str> = [first].into_iter().chain(texts.iter().map(String::as_str)).collect();
    all.add(name, &record);
}

impl State {
    /// The fields that differ from their initial values or in which something is being typed, except for
    /// secret ones: a record for each with its name and value, and one with its name, `typed` and the texts.
    pub(super) fn draft(&self) -> String {
        let mut all = Operations::default();
        let is_kept = |field: &&Field| !self.is_secret(&field.name);
        for field in self.form.fields().filter(is_kept) {
            let (name, control) = (&field.name, &field.control);
            let is_drafting = control.is_drafting();
            // Its initial number is not allowed, and not its value.
            let is_disallowed = !is_drafting && self.disallowed.iter().any(|(one, _)| one == name);
            if field.is_dirty() || is_disallowed {
                let value = control.value();
                add(&mut all, name, checked(&value), &texts(control, value));
            }
            if is_drafting {
                add(&mut all, name, TYPED, &control.draft());
            }
        }
        all.text().to_owned()
    }

    /// Restores what such records contain. Linked fields do not follow, because their values are restored
    /// as well.
    pub(super) fn bring_back(&mut self, all: &mut Operations, text: &str) {
        self.is_entered = true;
        for record in records(text).filter(|record| record.len() > 1) {
            let (name, texts) = (&record[0], &record[2..]);
            let Some(control) = self.form.control_mut(name) else { continue };
            let value = match record[1].as_str() {
                TYPED => {
                    control.set_draft(texts);
                    continue;
                }
                "mixed" => Value::Mixed,
                _ => match control.read(texts) {
                    Ok(value) => value,
                    Err(_) => continue,
                },
            };
            let _ = self.form.restore(name, value);
        }
        self.everything(all);
        self.put_drafts(all);
    }

    /// Shows in the elements what is being typed.
    pub(super) fn put_drafts(&self, all: &mut Operations) {
        for field in self.form.fields().filter(|field| field.control.is_drafting()) {
            add(all, "draft", &field.name, &field.control.draft());
        }
    }

    /// The values that would be sent: a record for each field, with its name, JSON type and texts.
    pub(super) fn values(&self) -> String {
        let mut all = Operations::default();
        let sent = |field: &&pin_notch::Field| {
            !field.is_unsent() && !field.control.conditions().is_disabled()
        };
        for field in self.form.fields().filter(sent) {
            let value = field.control.sent_value();
            let mut record = vec![letter(field.control.kind()).to_owned()];
            match value.is_on() {
                Some(on) => record.push(super::flag(on).to_owned()),
                None => record.extend(texts(&field.control, value)),
            }
            all.add(&field.name, &record.iter().map(String::as_str).collect::<Vec<_>>());
        }
        all.text().to_owned()
    }

    /// All problems, or all warnings: a record for each, with the field's name, its label and the text.
    pub(super) fn problems(&self, warnings: bool) -> String {
        let found = if warnings { self.form.warnings() } else { self.form.problems() };
        let mut all = Operations::default();
        for problem in &found {
            let text = problem.invalid.message(&self.world);
            all.add(&problem.name, &[&problem.label, &text]);
        }
        all.text().to_owned()
    }
}
