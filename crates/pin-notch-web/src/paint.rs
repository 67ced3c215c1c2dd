//! Updates the page to a face by applying only the differences from the previous one.

use crate::ports::Operations;
use pin_notch::{Control, Message, Value};
use pin_notch_html::{Change, Face, changes};

/// The state of the page after the last update.
#[derive(Default)]
pub(crate) struct Drawn {
    face: Option<Face>,
    sent: Option<Vec<String>>,
    /// Its validity states, and the message of the first.
    validity: (Vec<&'static str>, String),
    open: bool,
}

impl Drawn {
    /// The operations that update the page to this face of this control.
    pub(crate) fn operations(&mut self, face: Face, control: &Control, counts: bool) -> Operations {
        let mut all = Operations::default();
        let before = self.face.take();
        match &before {
            Some(before) => {
                changes(&before.root, &face.root).iter().for_each(|change| add(&mut all, change));
            }
            None => all.add("draw", &[&face.root.to_html()]),
        }
        tell_states(&mut all, before.as_ref(), &face);
        let open = control.has_open_popup();
        if open != self.open {
            self.open = open;
            all.add("popup", &[if open { "1" } else { "" }]);
        }
        if before.is_some_and(|before| before.root.to_focus() != face.root.to_focus()) {
            all.add("focus", &[]);
        }
        self.face = Some(face);
        self.send(&mut all, control, counts);
        self.validate(&mut all, control);
        all
    }

    /// What the page's own field should contain, so that nothing typed bypasses the control.
    pub(crate) fn text(&self, end: &str) -> Option<String> {
        self.face.as_ref()?.root.field_text(end).map(str::to_owned)
    }

    fn send(&mut self, all: &mut Operations, control: &Control, counts: bool) {
        let value = control.value();
        let states = [(Value::On(true), "1"), (Value::Mixed, "mixed")];
        let checked = states.iter().find(|(state, _)| *state == value);
        let checked = checked.map_or("", |(_, written)| written);
        let empty = if value.is_empty() { "1" } else { "" };
        let sends = if counts { "1" } else { "" };
        let texts = [checked, &control.text(), &value.attribute_text(), empty, sends];
        let mut sent = texts.map(str::to_owned).to_vec();
        sent.extend(control.entries());
        if self.sent.as_ref() != Some(&sent) {
            let texts: Vec<&str> = sent.iter().map(String::as_str).collect();
            all.add("submit", &texts);
            self.sent = Some(sent);
        }
    }

    fn validate(&mut self, all: &mut Operations, control: &Control) {
        let found = control.validity();
        let states = found.iter().map(|invalid| invalid.state()).collect();
        let first = found.first().map(|one| control.message(&Message::Invalid(one.clone())));
        let message = first.unwrap_or_default();
        let validity = (states, message);
        if self.validity != validity {
            let mut parameters = vec![validity.1.as_str()];
            parameters.extend(&validity.0);
            all.add("validity", &parameters);
            self.validity = validity;
        }
    }
}

fn tell_states(all: &mut Operations, before: Option<&Face>, face: &Face) {
    let states = before.map_or(&[][..], |before| before.states.as_slice());
    for state in face.states.iter().filter(|state| !states.contains(state)) {
        all.add("state", &[state, "1"]);
    }
    for state in states.iter().filter(|state| !face.states.contains(state)) {
        all.add("state", &[state, ""]);
    }
}

fn add(all: &mut Operations, change: &Change<'_>) {
    match change {
        Change::Set { path, name, value } => all.add("set", &[&written(path), name, value]),
        Change::Unset { path, name } => all.add("unset", &[&written(path), name]),
        Change::Text { path, text } => all.add("text", &[&written(path), text]),
        Change::Replace { path, html } => all.add("replace", &[&written(path), html]),
    }
}

/// A path in the form read by the page: one character for each step, which suffices because elements have
/// few children.
fn written(path: &[usize]) -> String {
    path.iter().filter_map(|at| char::from_u32(*at as u32 + 32)).collect()
}
