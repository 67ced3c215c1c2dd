//! What a machine can do to the page through its element: very little and in few calls, because each call
//! from here to a page is expensive.

use wasm_bindgen::prelude::*;

#[wasm_bindgen]
extern "C" {
    /// An element, passed to each call of its machine.
    pub type Ports;

    /// Carries out operations encoded by [`Operations`].
    #[wasm_bindgen(method)]
    pub fn apply(this: &Ports, operations: &str);

    /// Dispatches an event of this type on the element. Returns `false` if it was cancelled.
    #[wasm_bindgen(method)]
    pub fn fire(this: &Ports, kind: &str);

    /// The locale data for the element's language: see [`world`](crate::world).
    #[wasm_bindgen(method)]
    pub fn world(this: &Ports, language: &str) -> String;

    /// Whether anybody listens to turns.
    #[wasm_bindgen(method, getter, js_name = isWatched)]
    pub fn is_watched(this: &Ports) -> bool;

    /// Reports an attempt and its outcome to listeners.
    #[wasm_bindgen(method)]
    pub fn turn(this: &Ports, intent: &str, outcome: &str, refused: bool);

    /// Reports a turn to the form that contains the element.
    #[wasm_bindgen(method)]
    pub fn took(this: &Ports);

    /// Reports a change by the program to the form that contains the element.
    #[wasm_bindgen(method)]
    pub fn changed(this: &Ports);

    /// Reports that a value set by a script is not allowed, and why, with a note for the developer.
    #[wasm_bindgen(method)]
    pub fn misfit(this: &Ports, wanted: &str, why: &str);

    /// Reports that a value set by a script had to be changed, and why.
    #[wasm_bindgen(method)]
    pub fn adjusted(this: &Ports, wanted: &str, why: &str);

    /// Writes a note for the developer to the console.
    #[wasm_bindgen(method)]
    pub fn note(this: &Ports, text: &str);
}

/// The separators of fields and of records: characters that hardly ever occur in texts. If one does, it is
/// written as [`ESCAPE`] and a letter.
const FIELD: char = '\u{1f}';
const RECORD: char = '\u{1e}';
const ESCAPE: char = '\u{1b}';

/// Operations on a page, to be carried out in a single call.
#[derive(Default)]
pub(crate) struct Operations(String);

impl Operations {
    /// Adds an operation: its name and its parameters.
    pub(crate) fn add(&mut self, name: &str, with: &[&str]) {
        if !self.0.is_empty() {
            self.0.push(RECORD);
        }
        self.push(name);
        for text in with {
            self.0.push(FIELD);
            self.push(text);
        }
    }

    fn push(&mut self, text: &str) {
        if !text.contains([FIELD, RECORD, ESCAPE]) {
            return self.0.push_str(text);
        }
        for c in text.chars() {
            match c {
                FIELD | RECORD | ESCAPE => {
                    self.0.push(ESCAPE);
                    self.0.push((c as u8 + 64) as char);
                }
                c => self.0.push(c),
            }
        }
    }

    pub(crate) fn text(&self) -> &str {
        &self.0
    }

    pub(crate) fn carry_out(self, ports: &Ports) {
        if !self.0.is_empty() {
            ports.apply(&self.0);
        }
    }
}

/// Decodes the records of a text from the page, each as its fields.
pub(crate) fn records(text: &str) -> impl Iterator<Item = Vec<String>> {
    let records = text.split(RECORD).filter(|record| !record.is_empty());
    records.map(|record| record.split(FIELD).map(unescaped).collect())
}

fn unescaped(text: &str) -> String {
    if !text.contains(ESCAPE) {
        return text.to_owned();
    }
    let (mut plain, mut chars) = (String::new(), text.chars());
    while let Some(c) = chars.next() {
        match c {
            ESCAPE => plain.extend(chars.next().map(|c| ((c as u8).wrapping_sub(64)) as char)),
            c => plain.push(c),
        }
    }
    plain
}
