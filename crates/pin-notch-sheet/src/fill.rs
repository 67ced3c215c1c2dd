//! A form with values that somebody gave, as far as they fit.

use crate::sheet::{FieldSheet, Sheet};
use pin_notch::{Form, Value};
use serde_json::Value as Json;
use std::collections::HashMap;

impl Sheet {
    /// The form, starting with whatever of these values it can hold: an urlencoded body, or a JSON object. What does not
    /// fit is left at its default or at the nearest that does, so that a refused form can be shown again
    /// with what was entered.
    ///
    /// ```
    /// use pin_notch_sheet::{Format, Sheet, Surroundings};
    /// let text = "[[field]]\nname = 'weight'\ncontrol = 'slider'\nlabel = 'Weight'\nmax = 40\n";
    /// let (sheet, _) = Sheet::read(text, Format::Toml, &Surroundings::default());
    /// assert_eq!(sheet.form_with(b"weight=12").urlencoded(), "weight=12");
    /// assert_eq!(sheet.form_with(br#"{"weight":99,"more":1}"#).urlencoded(), "weight=40");
    /// ```
    pub fn form_with(&self, values: &[u8]) -> Form {
        let shape = self.form();
        let is_json = values.iter().find(|byte| !byte.is_ascii_whitespace()) == Some(&b'{');
        let given = if is_json { from_json(&shape, values) } else { from_body(&shape, values) };
        let mut sheet = self.clone();
        for field in &mut sheet.fields {
            let Some(value) = given.get(&field.name) else { continue };
            let Some(control) = shape.control(&field.name) else { continue };
            let mut control = control.clone();
            // What it cannot hold, it does not.
            let _ = control.set_nearest(value.clone());
            hold(field, &control.value());
        }
        sheet.form()
    }
}

fn from_json(shape: &Form, text: &[u8]) -> HashMap<String, Value> {
    let members: serde_json::Map<String, Json> = serde_json::from_slice(text).unwrap_or_default();
    let read = members.into_iter().filter_map(|(name, json)| {
        let value = Value::from_json(shape.control(&name)?.kind(), &json).ok()?;
        Some((name, value))
    });
    read.collect()
}

fn from_body(shape: &Form, body: &[u8]) -> HashMap<String, Value> {
    let mut sent: HashMap<String, Vec<String>> = HashMap::new();
    for (name, text) in form_urlencoded::parse(body) {
        if shape.control(&name).is_some() {
            sent.entry(name.into_owned()).or_default().push(text.into_owned());
        }
    }
    // What was not sent was off or empty.
    let read = shape.fields().filter(|field| !field.is_unsent()).filter_map(|field| {
        let texts = sent.remove(&field.name).unwrap_or_default();
        Some((field.name.clone(), field.control.read(&texts).ok()?))
    });
    read.collect()
}

/// Has the field start with this value, so that its element holds it from the first moment.
fn hold(field: &mut FieldSheet, value: &Value) {
    let starts = ["value", "checked", "indeterminate"];
    field.attributes.retain(|(word, _)| !starts.contains(&word.as_str()));
    let start = match value {
        Value::Empty | Value::On(false) => return,
        Value::On(true) => ("checked", String::new()),
        Value::Mixed => ("indeterminate", String::new()),
        Value::Dates(_) => ("value", value.entries().join("/")),
        value => ("value", value.entries().join(",")),
    };
    field.attributes.push((start.0.to_owned(), start.1));
}
