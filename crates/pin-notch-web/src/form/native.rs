//! The browser's own controls as fields of a form.

use super::State;
use super::described::of;
use super::moves::in_words;
use crate::kinds::{Entered, NATIVES};
use crate::message::choice;
use crate::ports::{Operations, records};
use pin_notch::{
    Choice, Control, ControlKind, Definition, Intent, Step, Stepper, Turn, Value, ValueKind,
    joined_list, parse_number,
};
use pin_notch_html::definition_from;
use std::iter::Peekable;

/// A native control as described by the page.
pub(super) struct Described {
    kind: &'static str,
    attributes: Vec<(String, String)>,
    options: Vec<Choice>,
    values: Vec<String>,
}

impl Described {
    fn of(kind: &str) -> Self {
        let known = NATIVES.iter().find(|(known, ..)| *known == kind);
        let kind =
            known.map_or(if kind == "textarea" { "textarea" } else { "" }, |(kind, ..)| *kind);
        let (attributes, options, values) = Default::default();
        Self { kind, attributes, options, values }
    }

    /// Reads the records of its attributes, options and values, which come next.
    pub(super) fn read<'a>(
        kind: &str,
        records: &mut Peekable<impl Iterator<Item = &'a Vec<String>>>,
    ) -> Self {
        let mut own = Self::of(kind);
        while let Some(more) = records.next_if(|more| ["a", "o", "v"].contains(&more[0].as_str())) {
            match more[0].as_str() {
                "a" => own.attribute(of(more, 1), &more[2..]),
                "o" => own.options.push(choice(&more[1..])),
                _ => own.values = more[1..].to_vec(),
            }
        }
        own
    }

    fn kind(&self) -> ControlKind {
        let known = NATIVES.iter().find(|(known, ..)| *known == self.kind);
        known.map_or(ControlKind::Text, |(_, kind, _)| *kind)
    }

    /// Sets an attribute. The default value of a choice may have several texts.
    fn attribute(&mut self, name: &str, texts: &[String]) {
        let is_list = name == "value"
            && matches!(self.kind(), ControlKind::Select | ControlKind::CheckboxGroup);
        let text = match is_list {
            true => joined_list(texts),
            false => texts.first().cloned().unwrap_or_default(),
        };
        self.attributes.push((name.to_owned(), text));
    }

    /// A control with the same contents as the native one, and its initial text if that is a number that is
    /// not allowed. Such a number is a draft over the value that the control had before.
    pub(super) fn control(mut self, before: Option<&Control>) -> (Control, Option<String>) {
        let (mut control, wrong) = self.definition().build_or_mend();
        let mut disallowed = None;
        if self.kind == "number" && wrong.iter().any(|error| error.attribute() == "value") {
            if self.attribute_named("readonly").is_some() {
                // The browser does not check it.
                self.attributes.retain(|(name, _)| !["min", "max", "step"].contains(&&**name));
                self.attributes.push(("step".to_owned(), "any".to_owned()));
            } else {
                disallowed = self.attribute_named("value");
                self.attributes.retain(|(name, _)| name != "value");
                // https://html.spec.whatwg.org/multipage/input.html#attr-input-min (the step base)
                let step_base = self.attribute_named("min").or_else(|| disallowed.clone());
                self.attributes.extend(step_base.map(|text| ("step-base".to_owned(), text)));
            }
            (control, _) = self.definition().build_or_mend();
        }
        if let (Control::Stepper(now), Some(Control::Stepper(before))) = (&mut control, before) {
            let _ = now.set_value(before.value());
        }
        set_texts(&mut control, &self.values, true);
        (control, disallowed)
    }

    fn attribute_named(&self, name: &str) -> Option<String> {
        let found = self.attributes.iter().find(|(found, _)| found == name);
        found.map(|(_, value)| value.clone())
    }

    fn definition(&self) -> Definition {
        let read = definition_from(self.kind(), &self.options, |name| match name {
            "multiple" => (self.kind == "select-multiple").then(String::new),
            "rows" => (self.kind == "textarea").then(|| "2".to_owned()),
            _ => self.attribute_named(name),
        });
        read.definition
    }
}

/// Copies the contents of the native control.
fn set_texts(control: &mut Control, texts: &[String], is_settled: bool) {
    if let Control::Stepper(stepper) = control {
        set_number(stepper, texts.first().map_or("", String::as_str), is_settled);
    } else if let Ok(value) = control.read(texts) {
        let _ = control.set_nearest(value);
    }
}

/// The same for a number. One that is not allowed remains a draft, as it does there. The control may be
/// disabled or read-only, because scripts may change those as well.
pub(super) fn set_number(stepper: &mut Stepper, text: &str, is_settled: bool) {
    let before = stepper.conditions().clone();
    stepper.set_disabled(false);
    stepper.set_fieldset_disabled(false);
    stepper.set_readonly(false);
    let _ = stepper.handle(Intent::Type(text));
    if before.readonly && !stepper.validity().is_empty() {
        // The browser does not check it.
        let _ = stepper.redefine(|definition| {
            (definition.min, definition.max, definition.step) = (None, None, Step::Any);
        });
    }
    if is_settled && stepper.validity().is_empty() {
        let _ = stepper.handle(Intent::Settle);
    }
    stepper.set_disabled(before.disabled);
    stepper.set_fieldset_disabled(before.fieldset_disabled);
    stepper.set_readonly(before.readonly);
}

/// A number of rows that is missing or not allowed becomes the nearest that is.
pub(super) fn mend_count(control: &mut Control) {
    let wanted = match control.draft().first().filter(|_| control.is_drafting()) {
        Some(text) => parse_number(text).ok().map(Value::Number),
        None => Some(control.value()).filter(|value| !value.is_empty()),
    };
    control.drop_draft();
    let _ = control.set_nearest(wanted.unwrap_or_else(|| control.default_value()));
}

/// The same change as attempts on a control of this library: texts when they are settled, and the others
/// at once.
fn attempts(before: &Control, texts: &[String], is_settled: bool) -> Vec<String> {
    let first = texts.first().map_or("", String::as_str);
    let known = NATIVES.iter().find(|(_, kind, _)| *kind == before.control_kind());
    let intents = match known.map_or(Entered::Typed, |(.., entered)| *entered) {
        Entered::Typed if is_settled => vec![Intent::Type(first), Intent::Settle],
        Entered::Typed => Vec::new(),
        Entered::Chosen => {
            let number = parse_number(first).ok().filter(|_| !is_settled);
            number.map(Intent::Choose).into_iter().collect()
        }
        Entered::Flipped if before.entries() != texts => vec![Intent::Flip],
        Entered::Flipped => Vec::new(),
        Entered::Picked => return changed_choices(before, texts),
    };
    intents.into_iter().map(in_words).collect()
}

/// Picks what was not chosen before. What is no longer chosen is picked again if several can be chosen, and
/// otherwise cleared.
fn changed_choices(before: &Control, texts: &[String]) -> Vec<String> {
    let chosen = before.entries();
    let mut picked: Vec<Intent> =
        texts.iter().filter(|text| !chosen.contains(text)).map(|text| Intent::Pick(text)).collect();
    let is_several = matches!(before.kind(), ValueKind::Texts);
    if is_several {
        picked.extend(
            chosen.iter().filter(|text| !texts.contains(text)).map(|text| Intent::Pick(text)),
        );
    } else if texts.is_empty() && !chosen.is_empty() {
        picked.push(Intent::Clear);
    }
    picked.into_iter().map(in_words).collect()
}

impl State {
    /// The page has changed what a native control contains initially: its description.
    pub(super) fn redescribe(&mut self, all: &mut Operations, text: &str) {
        let described: Vec<Vec<String>> = records(text).collect();
        let mut described = described.iter().peekable();
        let Some(record) = described.next() else { return };
        let name = of(record, 1);
        let Some(before) = self.form.control(name) else { return };
        let (mut control, disallowed) =
            Described::read(of(record, 5), &mut described).control(Some(before));
        control.set_surroundings(before.surroundings());
        self.disallowed.retain(|(one, _)| one != name);
        self.disallowed.extend(disallowed.map(|text| (name.to_owned(), text)));
        self.changed(all, name, control);
    }

    /// A native control has changed: its name, `input`, `change`, or `set` if a script changed it, and its
    /// values, in a record.
    pub(super) fn native(&mut self, all: &mut Operations, text: &str) {
        let Some(record) = records(text).next().filter(|record| record.len() > 1) else { return };
        let (name, is_settled, is_set) = (&record[0], record[1] != "input", record[1] == "set");
        let Some(field) = self.form.field(name) else { return };
        let (mut control, counts_rows) = (field.control.clone(), field.counts_rows());
        let before = control.value();
        let attempts = attempts(&control, &record[2..], is_settled);
        set_texts(&mut control, &record[2..], is_settled);
        if counts_rows {
            mend_count(&mut control);
        }
        if is_set {
            self.changed(all, name, control);
            if counts_rows {
                self.put(all, name);
            }
            return;
        }
        if !self.is_secret(name) {
            attempts.iter().for_each(|attempt| self.recorded.native(name, attempt));
        }
        let value: Value = control.value();
        let moved = value != before;
        let turn = Turn::typed(value, moved, is_settled);
        self.took(all, name, control, (String::new(), turn));
    }
}
