//! Brings the page up to date with a face, by no more than what differs from the one before.

use crate::ports::Ports;
use pin_notch::{Control, Value};
use pin_notch_html::{Change, Element, Face, changes};
use wasm_bindgen::UnwrapThrowExt;
use web_sys::Element as Node;

/// What the page was told last.
#[derive(Default)]
pub(crate) struct Drawn {
    face: Option<Face>,
    sent: Option<(Option<String>, String)>,
    validity: Option<(String, String)>,
}

impl Drawn {
    pub(crate) fn show(&mut self, ports: &Ports, face: Face, control: &Control) {
        let before = self.face.take();
        match &before {
            Some(before) => {
                changes(&before.root, &face.root).iter().for_each(|change| carry_out(ports, change))
            }
            None => ports.draw(&face.root.to_html()),
        }
        tell_assistive_technology(ports, before.as_ref(), &face);
        self.face = Some(face);
        self.send(ports, control);
        self.validate(ports, control);
    }

    fn send(&mut self, ports: &Ports, control: &Control) {
        let value = control.entries().into_iter().next();
        let kept = match control.value() {
            Value::On(on) => if on { "on" } else { "off" }.to_owned(),
            _ => value.clone().unwrap_or_default(),
        };
        let sent = Some((value, kept));
        if self.sent != sent
            && let Some((value, kept)) = &sent
        {
            ports.submit(value.as_deref(), kept);
        }
        self.sent = sent;
    }

    fn validate(&mut self, ports: &Ports, control: &Control) {
        let found = control.validity();
        let states: Vec<_> = found.iter().map(|invalid| invalid.state()).collect();
        let message = found.first().map(ToString::to_string).unwrap_or_default();
        let validity = Some((states.join(" "), message));
        if self.validity != validity
            && let Some((states, message)) = &validity
        {
            ports.validity(states, message);
        }
        self.validity = validity;
    }
}

fn tell_assistive_technology(ports: &Ports, before: Option<&Face>, face: &Face) {
    let (aria, states) = match before {
        Some(before) => (before.aria.as_slice(), before.states.as_slice()),
        None => (&[][..], &[][..]),
    };
    for (name, value) in face.aria.iter().filter(|new| !aria.contains(new)) {
        ports.aria(name, Some(value));
    }
    for (name, _) in aria.iter().filter(|(old, _)| !face.aria.iter().any(|(new, _)| new == old)) {
        ports.aria(name, None);
    }
    for state in face.states.iter().filter(|state| !states.contains(state)) {
        ports.state(state, true);
    }
    for state in states.iter().filter(|state| !face.states.contains(state)) {
        ports.state(state, false);
    }
    if before.is_none_or(|before| before.focusable != face.focusable) {
        ports.focusable(face.focusable);
    }
}

fn carry_out(ports: &Ports, change: &Change<'_>) {
    match change {
        Change::Set { path, name: "style", value } => {
            let _ = at(ports, path).map(|node| ports.style(&node, value));
        }
        Change::Set { path, name, value } => {
            let set = at(ports, path).map(|node| node.set_attribute(name, value));
            set.transpose().expect_throw("our attribute names are names");
        }
        Change::Unset { path, name } => {
            let unset = at(ports, path).map(|node| node.remove_attribute(name));
            unset.transpose().expect_throw("our attribute names are names");
        }
        Change::Text { path, text } => {
            if let Some(node) = at(ports, path) {
                node.set_text_content(Some(text));
            }
        }
        Change::Replace { path, with } => {
            if let Some(node) = at(ports, path) {
                node.set_outer_html(&Element::to_html(with));
            }
        }
        _ => {}
    }
}

/// The live element at the end of this path; none when a script has meddled with our shadow root.
fn at(ports: &Ports, path: &[usize]) -> Option<Node> {
    path.iter()
        .try_fold(ports.root()?, |node, index| node.children().item(u32::try_from(*index).ok()?))
}
