//! What an element lets its machine do to the page: very little, and in few calls, for each call from here
//! into a page costs more than what is done there.

use wasm_bindgen::prelude::*;

#[wasm_bindgen]
extern "C" {
    /// An element with all that belongs to it, handed into each call of its machine.
    pub type Ports;

    /// Carries out operations, as [`Operations`] writes them.
    #[wasm_bindgen(method)]
    pub fn apply(this: &Ports, operations: &str);

    /// Dispatches an event of this type on the element; says whether it may go on.
    #[wasm_bindgen(method)]
    pub fn fire(this: &Ports, kind: &str);

    /// The words of the language of the element: see [`world`](crate::world).
    #[wasm_bindgen(method)]
    pub fn world(this: &Ports, language: &str) -> String;

    /// Whether somebody listens to turns.
    #[wasm_bindgen(method, getter, js_name = isWatched)]
    pub fn is_watched(this: &Ports) -> bool;

    /// Tells whoever listens what was tried and what came of it.
    #[wasm_bindgen(method)]
    pub fn turn(this: &Ports, intent: &str, outcome: &str, refused: bool);

    /// Tells the form that the element stands in that it took a turn.
    #[wasm_bindgen(method)]
    pub fn took(this: &Ports);

    /// Tells it that a program has changed the element.
    #[wasm_bindgen(method)]
    pub fn changed(this: &Ports);

    /// Tells the page that a value which a script gave had to be moved, and why.
    #[wasm_bindgen(method)]
    pub fn adjusted(this: &Ports, wanted: &str, why: &str);

    /// Tells the developer, on the console.
    #[wasm_bindgen(method)]
    pub fn note(this: &Ports, text: &str);
}

/// Between the fields of a record, and between records: characters that texts hardly ever hold. Where one
/// does, it is written as [`ESCAPE`] and a letter.
const FIELD: char = '\u{1f}';
const RECORD: char = '\u{1e}';
const ESCAPE: char = '\u{1b}';

/// Operations on a page, to be carried out in one call.
#[derive(Default)]
pub(crate) struct Operations(String);

impl Operations {
    /// Adds one: its name and what it is to be done with.
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

/// The records of a text from the page, each as its fields.
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
