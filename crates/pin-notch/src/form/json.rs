//! Reading and writing values as JSON without losing a digit.
//!
//! | value | in JSON |
//! |---|---|
//! | number | a number, with every digit |
//! | on or off | `true`, `false` |
//! | one of a list | a string |
//! | several of a list | an array of strings |
//! | date, month, week, time | a string as in HTML: `"2026-05-14"` |
//! | two numbers, two days | an array of two |
//! | rows | an array of objects |
//! | empty, mixed | `null` |
//!
//! JSON is written directly as text, and numbers are read from their source text, because the number types
//! of JSON libraries are floats.

use super::nested::{Member, nested};
use super::send::{Received, beginning, too_long};
use super::{Field, Form, MAX_BODY, MAX_REPORTED, Problem, Problems, Rows, Values};
use crate::control::uniform::one_of;
use crate::number::{number_text, parse_number};
use crate::validity::{BadInput, Invalid};
use crate::value::{DateSpan, Span, Value, ValueKind};
use rust_decimal::Decimal;
use serde::Deserializer;
use serde::de::{MapAccess, SeqAccess, Visitor};
use serde_json::value::RawValue;
use std::borrow::Cow;
use std::collections::HashMap;

impl Value {
    /// The value as JSON text.
    ///
    /// ```
    /// use pin_notch::{Value, dec};
    /// let weight = Value::from(dec!(12345678901234567890.12345678));
    /// assert_eq!(weight.to_json(), "12345678901234567890.12345678");
    /// assert_eq!(Value::Texts(vec!["oa".into(), "ty".into()]).to_json(), r#"["oa","ty"]"#);
    /// ```
    pub fn to_json(&self) -> String {
        let list = |parts: Vec<String>| format!("[{}]", parts.join(","));
        match self {
            Self::Empty | Self::Mixed => "null".to_owned(),
            Self::Number(number) => number_text(*number),
            Self::On(on) => on.to_string(),
            Self::Texts(texts) => list(texts.iter().map(|text| json_text(text)).collect()),
            Self::Span(Span { low, high }) => list([*low, *high].map(number_text).to_vec()),
            Self::Dates(DateSpan { first, last }) => {
                list([first, last].map(|day| json_text(&day.to_string())).to_vec())
            }
            Self::Text(_)
            | Self::Date(_)
            | Self::Month(_)
            | Self::Week(_)
            | Self::Time(_)
            | Self::DateTime(_) => json_text(&self.to_string()),
        }
    }

    /// Reads a value of this kind from JSON; `null` is empty.
    ///
    /// # Errors
    /// Says what is wrong and what is expected.
    ///
    /// ```
    /// use pin_notch::{Value, ValueKind, dec};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// assert_eq!(Value::from_json(ValueKind::Number, "3.50")?, Value::Number(dec!(3.5)));
    /// assert!(Value::from_json(ValueKind::Number, "\"3.50\"").is_err());
    /// # Ok(()) }
    /// ```
    pub fn from_json(kind: ValueKind, json: &str) -> Result<Self, Invalid> {
        let raw: &RawValue =
            serde_json::from_str(json).map_err(|_| Invalid::from(BadInput::NotJson(kind)))?;
        Self::from_raw(kind, raw, usize::MAX)
    }

    /// The same, keeping at most this many texts.
    fn from_raw(kind: ValueKind, raw: &RawValue, most: usize) -> Result<Self, Invalid> {
        let json = raw.get();
        if json == "null" {
            return Ok(Self::Empty);
        }
        let wrong = || Invalid::from(BadInput::NotJson(kind));
        let text = |json: &str| serde_json::from_str::<String>(json).map_err(|_| wrong());
        let items = |most| first_items(json, most).map_err(|_| wrong());
        Ok(match kind {
            ValueKind::Number => Self::Number(number(json).ok_or_else(wrong)??),
            ValueKind::On => Self::On(serde_json::from_str(json).map_err(|_| wrong())?),
            ValueKind::Texts => {
                let texts = items(most)?.into_iter().map(|item| text(item.get()));
                Self::Texts(texts.collect::<Result<_, _>>()?)
            }
            ValueKind::Span => match items(3)?.as_slice() {
                [low, high] => {
                    let end = |raw: &RawValue| number(raw.get()).ok_or_else(wrong)?;
                    Self::Span(Span { low: end(low)?, high: end(high)? })
                }
                _ => return Err(wrong()),
            },
            ValueKind::Dates => match items(3)?.as_slice() {
                [first, last] => {
                    let day = |raw: &RawValue| one_of(ValueKind::Date, &text(raw.get())?);
                    match (day(first)?, day(last)?) {
                        (Self::Date(first), Self::Date(last)) => {
                            Self::Dates(DateSpan { first, last })
                        }
                        _ => return Err(wrong()),
                    }
                }
                _ => return Err(wrong()),
            },
            ValueKind::Text
            | ValueKind::Date
            | ValueKind::Month
            | ValueKind::Week
            | ValueKind::Time
            | ValueKind::DateTime => one_of(kind, &text(json)?)?,
        })
    }
}

pub(super) fn json_text(text: &str) -> String {
    serde_json::Value::from(text).to_string()
}

/// Reads a JSON number; `None` if this is not a number.
fn number(json: &str) -> Option<Result<Decimal, Invalid>> {
    let is_number = json.starts_with(|c: char| c == '-' || c.is_ascii_digit());
    is_number.then(|| parse_number(json).map_err(|error| BadInput::from(error).into()))
}

/// An object with these members, where rows are lists.
fn document(values: &[(&str, &Value)], rows: &[Rows]) -> String {
    let members = nested(values, rows).into_iter().map(|member| match member {
        Member::Value(name, value) => format!("{}:{}", json_text(name), value.to_json()),
        Member::Rows(name, rows) => {
            let rows: Vec<String> = rows.into_iter().map(|row| object(row.into_iter())).collect();
            format!("{}:[{}]", json_text(name), rows.join(","))
        }
    });
    format!("{{{}}}", members.collect::<Vec<_>>().join(","))
}

/// An object with these members.
fn object<'a>(members: impl Iterator<Item = (&'a str, &'a Value)>) -> String {
    let members = members.map(|(name, value)| format!("{}:{}", json_text(name), value.to_json()));
    format!("{{{}}}", members.collect::<Vec<_>>().join(","))
}

impl Values {
    /// The values as a JSON object, in field order.
    ///
    /// ```
    /// # use pin_notch::{Form, Rating, Switch};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let form = Form::new()
    ///     .with("temper", "Temper", Rating::builder().value(4))?
    ///     .with("feeder", "Feeder", Switch::default())?;
    /// assert_eq!(form.values().to_json(), r#"{"temper":4,"feeder":false}"#);
    /// # Ok(()) }
    /// ```
    pub fn to_json(&self) -> String {
        document(&self.iter().collect::<Vec<_>>(), &self.rows)
    }
}

impl Form {
    /// The values that the form would send, as a JSON object. Disabled and [unsent](Self::unsent) fields
    /// are left out. Typed text that cannot be read is not included; see [`problems`](Self::problems).
    ///
    /// ```
    /// # use pin_notch::{Form, Rating, Switch};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let form = Form::new()
    ///     .with("temper", "Temper", Rating::builder().value(4))?
    ///     .with("feeder", "Feeder", Switch::default())?;
    /// assert_eq!(form.to_json(), r#"{"temper":4,"feeder":false}"#);
    /// # Ok(()) }
    /// ```
    pub fn to_json(&self) -> String {
        let sent = self.fields.iter().filter(|field| field.is_read());
        let all: Vec<(&str, Value)> =
            sent.map(|field| (field.name.as_str(), field.control.sent_value())).collect();
        let all: Vec<(&str, &Value)> = all.iter().map(|(name, value)| (*name, value)).collect();
        document(&all, &self.rows)
    }

    /// Reads a JSON object and lets every control check its own value, like [`read`](Self::read) for an
    /// urlencoded body. Unknown names are ignored, missing ones mean off or empty where that is possible,
    /// and duplicate names are problems.
    ///
    /// # Errors
    /// Every problem, in field order. A text that is not a JSON object is a problem of the form itself,
    /// without a name.
    ///
    /// ```
    /// # use pin_notch::{dec, Form, Rating};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let form = Form::new().with("temper", "Temper", Rating::builder())?;
    /// assert_eq!(form.read_json(br#"{"temper":4}"#)?.number("temper"), Some(dec!(4)));
    /// let problems = form.read_json(br#"{"temper":"calm"}"#).unwrap_err();
    /// assert_eq!(
    ///     problems.to_string(),
    ///     r#"Temper: This must be a number or null. (received "\"calm\"")"#
    /// );
    /// # Ok(()) }
    /// ```
    pub fn read_json(&self, text: &[u8]) -> Result<Values, Problems> {
        if text.len() > MAX_BODY {
            return Err(too_long(text.len()));
        }
        let mut members = Members::of(self);
        each_member(text, |name, json| members.take(&name, json)).map_err(|error| {
            Problems(vec![Problem::of_form(BadInput::NotAnObject(error.to_string()))])
        })?;
        let Members { sent, unknown, .. } = members;
        self.received(unknown, |at, field| match sent.get(&at) {
            None if field.counts_rows() => (field.control.check(&["0".to_owned()]), None),
            None => (field.control.check(&[]), None),
            Some((Sent::Json(json), 1)) => taken(field, json),
            Some((Sent::Rows(count), 1)) => (field.control.check(&[count.to_string()]), None),
            Some((Sent::NoRows(text), 1)) => {
                (Err(vec![BadInput::NotRows.into()]), Some(beginning(text)))
            }
            Some((Sent::Json(json), count)) => {
                (Err(vec![too_often(*count)]), Some(beginning(json.get())))
            }
            Some((Sent::Rows(_) | Sent::NoRows(_), count)) => (Err(vec![too_often(*count)]), None),
        })
    }
}

fn too_often(count: usize) -> Invalid {
    BadInput::SentTooOften { count, most: 1 }.into()
}

/// What was received for a field.
enum Sent<'a> {
    Json(&'a RawValue),
    /// This number of rows.
    Rows(usize),
    /// Something other than rows.
    NoRows(&'a str),
}

/// The members of an object being read. For each field, the first one and their number are kept; of unknown
/// names, only the beginning.
struct Members<'a> {
    form: &'a Form,
    sent: HashMap<usize, (Sent<'a>, usize)>,
    unknown: Vec<String>,
}

impl<'a> Members<'a> {
    fn of(form: &'a Form) -> Self {
        Self { form, sent: HashMap::new(), unknown: Vec::new() }
    }

    fn take(&mut self, name: &str, json: &'a RawValue) {
        match self.form.index_of(name) {
            // Fields in rows have no members at the top level.
            Some(at) if self.form.fields[at].row().is_some() => self.unknown(name),
            Some(at) if !self.form.fields[at].may_be_received() => self.unknown(name),
            Some(at) => {
                let rows = self.form.all_rows().find(|rows| rows.count == at);
                let is_first = !self.sent.contains_key(&at);
                let sent = match rows.filter(|_| is_first) {
                    Some(rows) => self.rows(rows, json),
                    None => Sent::Json(json),
                };
                self.sent.entry(at).or_insert((sent, 0)).1 += 1;
            }
            None => self.unknown(name),
        }
    }

    fn unknown(&mut self, name: &str) {
        if self.unknown.len() < MAX_REPORTED {
            self.unknown.push(beginning(name));
        }
    }

    /// Reads the members of the rows. Rows beyond the maximum are only counted.
    fn rows(&mut self, rows: &Rows, json: &'a RawValue) -> Sent<'a> {
        let Ok(items) = first_items(json.get(), rows.most + 1) else {
            return Sent::NoRows(json.get());
        };
        for (row, item) in (1..).zip(&items) {
            if row > rows.most {
                break;
            }
            let taken = each_member(item.get().as_bytes(), |name, json| {
                let whole = rows.name_in(row, &name);
                let field = rows.fields().any(|field| field == name);
                match self.form.index_of(&whole).filter(|_| field) {
                    Some(at) if self.form.fields[at].may_be_received() => {
                        self.sent.entry(at).or_insert((Sent::Json(json), 0)).1 += 1;
                    }
                    _ => self.unknown(&whole),
                }
            });
            if taken.is_err() {
                return Sent::NoRows(json.get());
            }
        }
        Sent::Rows(items.len())
    }
}

fn taken(field: &Field, json: &RawValue) -> Received {
    let control = &field.control;
    // One text more than the control could send is enough to refuse it.
    let most = control.max_entries() + 1;
    let checked = Value::from_raw(control.kind(), json, most).map_err(|wrong| vec![wrong]);
    // `null` means "nothing", which each control represents in its own way.
    let value =
        checked.map(|value| if value == Value::Empty { control.empty_value() } else { value });
    // As in a body, off or empty is equivalent to not being sent.
    let is_empty = value.as_ref().is_ok_and(|value| *value == control.empty_value());
    let checked = value.and_then(|value| control.check_value(value));
    (checked, (!is_empty).then(|| beginning(json.get())))
}

/// Visits the members of an object, including duplicates, with each value as source text.
fn each_member<'de>(
    text: &'de [u8],
    take: impl FnMut(Cow<'de, str>, &'de RawValue),
) -> serde_json::Result<()> {
    struct Members<F>(F);
    impl<'de, F: FnMut(Cow<'de, str>, &'de RawValue)> Visitor<'de> for Members<F> {
        type Value = ();

        fn expecting(&self, f: &mut core::fmt::Formatter<'_>) -> core::fmt::Result {
            f.write_str("an object")
        }

        fn visit_map<A: MapAccess<'de>>(mut self, mut map: A) -> Result<(), A::Error> {
            while let Some((name, json)) = map.next_entry()? {
                (self.0)(name, json);
            }
            Ok(())
        }
    }
    let mut json = serde_json::Deserializer::from_slice(text);
    json.deserialize_map(Members(take))?;
    json.end()
}

/// The first items of an array, at most this many.
fn first_items(json: &str, most: usize) -> serde_json::Result<Vec<&RawValue>> {
    struct Items(usize);
    impl<'de> Visitor<'de> for Items {
        type Value = Vec<&'de RawValue>;

        fn expecting(&self, f: &mut core::fmt::Formatter<'_>) -> core::fmt::Result {
            f.write_str("an array")
        }

        fn visit_seq<A: SeqAccess<'de>>(self, mut seq: A) -> Result<Self::Value, A::Error> {
            let mut items = Vec::new();
            while let Some(item) = seq.next_element()? {
                if items.len() < self.0 {
                    items.push(item);
                }
            }
            Ok(items)
        }
    }
    let mut json = serde_json::Deserializer::from_str(json);
    let items = json.deserialize_seq(Items(most))?;
    json.end().map(|()| items)
}
