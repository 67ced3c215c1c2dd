//! Filling a form with given values, as far as they fit.

use crate::sheet::{FieldSheet, Sheet};
use pin_notch::{AttributeKind, Decimal, Form, Value, joined_list};
use serde_json::value::RawValue;
use std::collections::{HashMap, HashSet};

impl Sheet {
    /// The form, starting with these values, from an urlencoded body or a JSON object, as far as it can
    /// hold them. A value that does not fit becomes the default or the nearest that fits, so that a refused
    /// form can be shown again with what was entered. Fields linked with a given value follow it, unless
    /// they are given themselves.
    ///
    /// ```
    /// use pin_notch_sheet::{Format, Sheet, Context};
    /// let text = "[[field]]\nname = 'weight'\ncontrol = 'slider'\nlabel = 'Weight'\nmax = 40\n";
    /// let (sheet, _) = Sheet::read(text, Format::Toml, &Context::default());
    /// assert_eq!(sheet.form_with(b"weight=12").urlencoded(), "weight=12");
    /// assert_eq!(sheet.form_with(br#"{"weight":99,"more":1}"#).urlencoded(), "weight=40");
    /// ```
    pub fn form_with(&self, values: &[u8]) -> Form {
        let shape = self.form();
        let is_json = values.iter().find(|byte| !byte.is_ascii_whitespace()) == Some(&b'{');
        let given = if is_json { from_json(&shape, values) } else { from_body(&shape, values) };
        let fill = |form: &mut Form| {
            for (name, value) in &given.values {
                if let Some(control) = form.control_mut(name) {
                    // What it cannot hold is ignored.
                    let _ = control.set_nearest(value.clone());
                }
            }
        };
        let mut filled = shape;
        fill(&mut filled);
        // In field order, as somebody would have entered them.
        for field in self.fields.iter().filter(|field| given.named.contains(&field.name)) {
            let _ = filled.follow(&field.name);
        }
        fill(&mut filled);
        let mut sheet = self.clone();
        for rows in &mut sheet.rows {
            let start = filled.rows(&rows.name).map(|own| filled.row_count(own));
            rows.start = start.unwrap_or(rows.start);
        }
        for field in &mut sheet.fields {
            if let Some(control) = filled.control(&field.name) {
                hold(field, &control.value());
            }
        }
        sheet.form()
    }
}

/// Sets the initial value of each field that follows another one to the value that the link gives it. A
/// field with a value of its own in the sheet keeps that.
pub(crate) fn follow_from_the_start(sheet: &mut Sheet) {
    if sheet.links.is_empty() {
        return;
    }
    let mut form = sheet.form();
    let names: Vec<String> = form.follow_from_the_start().into_iter().map(str::to_owned).collect();
    for field in sheet.fields.iter_mut().filter(|field| names.contains(&field.name)) {
        if let Some(control) = form.control(&field.name) {
            hold(field, &control.value());
        }
    }
}

/// The given values.
struct Given {
    /// The value of each field that was given one; in a body, what is not sent is off or empty.
    values: HashMap<String, Value>,
    /// The fields that were named.
    named: HashSet<String>,
}

fn from_json(shape: &Form, text: &[u8]) -> Given {
    let mut members: HashMap<String, &RawValue> = serde_json::from_slice(text).unwrap_or_default();
    let mut counted = HashMap::new();
    for rows in shape.all_rows() {
        let list = members.remove(&rows.name).map(RawValue::get);
        let items: Option<Vec<HashMap<String, &RawValue>>> =
            list.and_then(|list| serde_json::from_str(list).ok());
        let Some(items) = items else { continue };
        counted.insert(rows.name.clone(), Value::Number(Decimal::from(items.len() as u64)));
        for (row, fields) in (1..=rows.most).zip(items) {
            members
                .extend(fields.into_iter().map(|(field, json)| (rows.name_in(row, &field), json)));
        }
    }
    let read = members.into_iter().filter_map(|(name, json)| {
        let value = Value::from_json(shape.control(&name)?.kind(), json.get()).ok()?;
        Some((name, value))
    });
    let mut values: HashMap<String, Value> = read.collect();
    values.extend(counted);
    Given { named: values.keys().cloned().collect(), values }
}

fn from_body(shape: &Form, body: &[u8]) -> Given {
    let mut sent: HashMap<String, Vec<String>> = HashMap::new();
    for (name, text) in form_urlencoded::parse(body) {
        if shape.control(&name).is_some() {
            sent.entry(name.into_owned()).or_default().push(text.into_owned());
        }
    }
    let named: HashSet<String> = sent.keys().cloned().collect();
    // Nothing is sent for rows that are not in use: they keep their initial values.
    let mut apart = HashSet::new();
    for rows in shape.all_rows() {
        let is_sent =
            |row: &usize| rows.fields().any(|field| named.contains(&rows.name_in(*row, field)));
        let last = (1..=rows.most).rev().find(is_sent).unwrap_or(0);
        let count = sent.entry(rows.name.clone()).or_insert_with(|| vec![last.to_string()]);
        let count = count.first().and_then(|text| text.parse().ok()).unwrap_or(last);
        let behind = (count + 1..=rows.most)
            .flat_map(|row| rows.fields().map(move |field| rows.name_in(row, field)));
        apart.extend(behind);
    }
    // What was not sent was off or empty.
    let read = shape.fields().filter(|field| !field.is_unsent()).filter_map(|field| {
        let texts = sent.remove(&field.name).unwrap_or_default();
        Some((field.name.clone(), field.control.read(&texts).ok()?))
    });
    let mut values: HashMap<String, Value> = read.collect();
    // A linked field need not be sent with the field it follows.
    values.retain(|name, _| {
        !apart.contains(name) && (named.contains(name) || !shape.is_follower(name))
    });
    Given { values, named }
}

/// Makes the field start with this value, so that its element has it from the beginning.
fn hold(field: &mut FieldSheet, value: &Value) {
    // The attribute may be a list even if the value is a single text, as for a select of which one can be
    // chosen.
    let mut attributes = field.definition.kind().attributes().iter();
    let is_list = attributes.any(|one| one.name == "value" && one.kind == AttributeKind::Texts);
    let text = if is_list { joined_list(&value.entries()) } else { value.attribute_text() };
    let own = ["checked", "indeterminate", "value"];
    let starts = match value {
        Value::On(on) => [on.then_some(""), None, None],
        Value::Mixed => [None, Some(""), None],
        Value::Empty => [None, None, None],
        Value::Number(_)
        | Value::Text(_)
        | Value::Texts(_)
        | Value::Span(_)
        | Value::Date(_)
        | Value::Dates(_)
        | Value::Month(_)
        | Value::Week(_)
        | Value::Time(_)
        | Value::DateTime(_) => [None, None, Some(text.as_str())],
    };
    let is_toggle = matches!(value, Value::On(_) | Value::Mixed);
    for (name, start) in own.into_iter().zip(starts) {
        // The `value` of something on or off is the text it sends, which does not change. A control without
        // such an attribute does not need it.
        if is_toggle != (name == "value") {
            let _ = field.definition.set_attribute(name, start);
        }
    }
}
