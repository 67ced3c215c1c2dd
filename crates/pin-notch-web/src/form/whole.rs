//! Changes of the whole form: undo and redo, presets, clearing and resetting.

use super::{State, named, native};
use crate::ports::Operations;
use pin_notch::{Control, Field, Message, Refusal};

/// The state of all fields before a change, to report what it changed besides values.
pub(super) struct Before {
    /// Which fields counted.
    counts: Vec<bool>,
    /// In which fields something was typed or half filled in.
    drafts: Vec<bool>,
}

impl State {
    pub(super) fn before(&self) -> Before {
        let fields = || self.form.fields();
        Before {
            counts: fields().map(Field::counts).collect(),
            drafts: fields().map(|field| field.control.is_drafting()).collect(),
        }
    }

    /// Updates the page after these fields got new values: the elements, those that started or stopped
    /// counting, and what depends on them. Elements discard drafts that the change ended.
    pub(super) fn update_since(
        &mut self,
        all: &mut Operations,
        before: &Before,
        mut names: Vec<String>,
    ) {
        self.drop_since(all, before);
        names.iter().for_each(|name| self.put_unless_typed(all, name));
        let fields = self.form.fields().zip(&before.counts);
        for (field, _) in fields.filter(|(field, counted)| field.counts() != **counted) {
            self.report_counting(all, &field.name);
            names.push(field.name.clone());
        }
        self.update(all, &names);
    }

    fn drop_since(&self, all: &mut Operations, before: &Before) {
        let fields = self.form.fields().zip(&before.drafts);
        let ended = fields.filter(|(field, drafted)| **drafted && !field.control.is_drafting());
        ended.for_each(|(field, _)| {
            all.add("draft", &[&field.name]);
            self.put(all, &field.name);
        });
    }

    /// Undoes or redoes the last change, and returns the names of the fields in a record.
    pub(super) fn undo_or_redo(&mut self, all: &mut Operations, is_undo: bool) -> String {
        let before = self.before();
        let changed = if is_undo { self.form.undo() } else { self.form.redo() };
        let changed: Option<Vec<String>> =
            changed.map(|names| names.into_iter().map(str::to_owned).collect());
        self.recorded.undo_or_redo(is_undo, changed.as_deref());
        let names = changed.unwrap_or_default();
        let record = named(&names);
        self.update_since(all, &before, names);
        record
    }

    /// Applies a preset, and returns the announcement.
    pub(super) fn preset(&mut self, all: &mut Operations, name: &str) -> String {
        let before = self.before();
        let Ok(changed) = self.form.apply(name) else { return String::new() };
        let names: Vec<String> = changed.into_iter().map(str::to_owned).collect();
        let outcome = match names.is_empty() {
            true => format!("refused: {}", Refusal::Unchanged),
            false => format!("moves {}", names.join(", ")),
        };
        self.recorded.attempt(&format!("apply {name}"), &outcome);
        self.update_since(all, &before, names);
        let label = self.form.preset(name).map(|preset| preset.label.clone());
        self.world.message(&Message::Applied { preset: label.unwrap_or_default() })
    }

    pub(super) fn clear(&mut self, all: &mut Operations) {
        let before = self.before();
        self.form.clear();
        self.recorded.attempt("clear", "cleared");
        self.drop_since(all, &before);
        self.everything(all);
    }

    /// Follows the page, which has reset its elements.
    pub(super) fn reset(&mut self, all: &mut Operations) {
        self.form.reset();
        self.is_entered = false;
        // What was sent before will be accepted without this form having it any more.
        self.sent = self.sent.take().map(|_| self.contents());
        self.recorded.attempt("reset", "reset");
        self.shown.forget(all);
        for (name, text) in &self.disallowed {
            // It may follow another field instead.
            if let Some(Control::Stepper(stepper)) = self.form.control_mut(name)
                && stepper.value().is_none()
            {
                native::set_number(stepper, text, true);
            }
        }
        self.everything(all);
        self.put_drafts(all);
    }

    /// Updates everything.
    pub(super) fn everything(&mut self, all: &mut Operations) {
        let names = self.names();
        for name in &names {
            self.put(all, name);
            self.report_counting(all, name);
        }
        self.update(all, &names);
    }
}
