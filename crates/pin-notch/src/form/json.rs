//! Values as JSON, in and out, without the loss of a digit.
//!
//! | value | in JSON |
//! |---|---|
//! | number | a number, every digit of it |
//! | on or off | `true`, `false` |
//! | one of a list | a string |
//! | several of a list | an array of strings |
//! | date, month, week, time | a string as HTML writes it: `"2026-05-14"` |
//! | two numbers, two days | an array of two |
//! | empty, mixed | `null` |

use super::send::{Received, too_long};
use super::{Field, Form, MAX_BODY, MAX_REPORTED, Problem, Problems, Values};
use crate::control::uniform::one_of;
use crate::control::{DateSpan, Span, Value, ValueKind};
use crate::number::{number_text, parse_number};
use crate::validity::Invalid;
use rust_decimal::Decimal;
use serde::de::{DeserializeOwned, MapAccess, Visitor};
use serde::{Deserialize, Deserializer, Serialize, Serializer};
use serde_json::Value as Json;
use std::collections::HashMap;

impl Value {
    /// The value as JSON.
    ///
    /// ```
    /// use pin_notch::{Value, dec};
    /// let weight = Value::from(dec!(12345678901234567890.12345678));
    /// assert_eq!(weight.to_json().to_string(), "12345678901234567890.12345678");
    /// ```
    pub fn to_json(&self) -> Json {
        match self {
            Self::Empty | Self::Mixed => Json::Null,
            Self::Number(number) => number_json(*number),
            Self::On(on) => Json::Bool(*on),
            Self::Texts(texts) => texts.iter().cloned().map(Json::String).collect(),
            Self::Span(span) => [span.low, span.high].map(number_json).into_iter().collect(),
            Self::Dates(span) => [span.first, span.last]
                .map(|day| Json::String(day.to_string()))
                .into_iter()
                .collect(),
            other => Json::String(other.to_string()),
        }
    }

    /// The value of this kind that a piece of JSON stands for; `null` is empty.
    ///
    /// # Errors
    /// What is wrong, and what it should be.
    ///
    /// ```
    /// use pin_notch::{Value, ValueKind, dec};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let sent = serde_json::from_str("3.50")?;
    /// assert_eq!(Value::from_json(ValueKind::Number, &sent)?, Value::Number(dec!(3.5)));
    /// # Ok(()) }
    /// ```
    pub fn from_json(kind: ValueKind, json: &Json) -> Result<Self, Invalid> {
        let wrong = || Invalid::BadInput(format!("This has to be {}, or null.", expected(kind)));
        Ok(match (kind, json) {
            (_, Json::Null) => Self::Empty,
            (ValueKind::Number, Json::Number(number)) => Self::Number(decimal(number)?),
            (ValueKind::On, Json::Bool(on)) => Self::On(*on),
            (ValueKind::Texts, Json::Array(items)) => {
                let texts = items.iter().map(|item| item.as_str().map(str::to_owned));
                Self::Texts(texts.collect::<Option<_>>().ok_or_else(wrong)?)
            }
            (ValueKind::Span, Json::Array(items)) => match items.as_slice() {
                [Json::Number(low), Json::Number(high)] => {
                    Self::Span(Span { low: decimal(low)?, high: decimal(high)? })
                }
                _ => return Err(wrong()),
            },
            (ValueKind::Dates, Json::Array(items)) => match items.as_slice() {
                [Json::String(first), Json::String(last)] => {
                    let day = |text: &str| one_of(ValueKind::Date, text);
                    match (day(first)?, day(last)?) {
                        (Self::Date(first), Self::Date(last)) => {
                            Self::Dates(DateSpan { first, last })
                        }
                        _ => return Err(wrong()),
                    }
                }
                _ => return Err(wrong()),
            },
            (ValueKind::Number | ValueKind::On | ValueKind::Texts, _) => return Err(wrong()),
            (ValueKind::Span | ValueKind::Dates, _) => return Err(wrong()),
            (_, Json::String(text)) => one_of(kind, text)?,
            _ => return Err(wrong()),
        })
    }
}

fn expected(kind: ValueKind) -> &'static str {
    match kind {
        ValueKind::Number => "a number",
        ValueKind::On => "true or false",
        ValueKind::Text => "a string",
        ValueKind::Texts => "an array of strings",
        ValueKind::Span => "an array of two numbers",
        ValueKind::Date => "a date like \"2026-05-14\"",
        ValueKind::Dates => "an array of two dates like \"2026-05-14\"",
        ValueKind::Month => "a month like \"2026-05\"",
        ValueKind::Week => "a week like \"2026-W20\"",
        ValueKind::Time => "a time like \"07:30\"",
        ValueKind::DateTime => "a date and time like \"2026-05-14T07:30\"",
    }
}

fn number_json(number: Decimal) -> Json {
    // The text of a number is a number in JSON, too.
    number_text(number).parse::<serde_json::Number>().map_or(Json::Null, Json::Number)
}

fn decimal(number: &serde_json::Number) -> Result<Decimal, Invalid> {
    parse_number(number.as_str()).map_err(|error| Invalid::BadInput(format!("{error}.")))
}

/// As [`Value::to_json`]; meant for `serde_json`, which alone keeps every digit of a number.
impl Serialize for Value {
    fn serialize<S: Serializer>(&self, serializer: S) -> Result<S::Ok, S::Error> {
        self.to_json().serialize(serializer)
    }
}

/// An object with a member for each field, in field order.
impl Serialize for Values {
    fn serialize<S: Serializer>(&self, serializer: S) -> Result<S::Ok, S::Error> {
        serializer.collect_map(self.iter())
    }
}

impl Values {
    /// The values as a JSON object.
    ///
    /// ```
    /// # use pin_notch::{Form, Rating, Switch, dec};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let form = Form::new()
    ///     .with("temper", "Temper", Rating::new(5)?.starting_at(dec!(4))?)?
    ///     .with("feeder", "Feeder", Switch::new())?;
    /// assert_eq!(form.values().to_json().to_string(), r#"{"temper":4,"feeder":false}"#);
    /// # Ok(()) }
    /// ```
    pub fn to_json(&self) -> Json {
        let members = self.iter().map(|(name, value)| (name.to_owned(), value.to_json()));
        Json::Object(members.collect())
    }

    /// The values as a type of the program's own, by serde: a field for each name.
    ///
    /// ```
    /// # use pin_notch::{dec, Form, Notches, Rating, Slider, Switch};
    /// #[derive(serde::Deserialize)]
    /// struct Inspection {
    ///     temper: Option<pin_notch::Decimal>,
    ///     feeder: bool,
    /// }
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let form = Form::new()
    ///     .with("temper", "Temper", Rating::new(5)?.by(dec!(0.5))?)?
    ///     .with("feeder", "Feeder", Switch::new())?;
    /// let inspection: Inspection = form.read(b"temper=3.5&feeder=on")?.typed()?;
    /// assert_eq!(inspection.temper, Some(dec!(3.5)));
    /// assert!(inspection.feeder);
    /// # Ok(()) }
    /// ```
    ///
    /// # Errors
    /// serde's, where the type does not fit the form.
    pub fn typed<T: DeserializeOwned>(&self) -> Result<T, serde_json::Error> {
        serde_json::from_value(self.to_json())
    }
}

impl Form {
    /// The values that the form would send, as a JSON object: those of disabled and
    /// [unsent](Self::unsent) fields are left out. What is typed and cannot be read is not in it;
    /// [`problems`](Self::problems) tells.
    ///
    /// ```
    /// # use pin_notch::{Form, Rating, Switch, dec};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let form = Form::new()
    ///     .with("temper", "Temper", Rating::new(5)?.starting_at(dec!(4))?)?
    ///     .with("feeder", "Feeder", Switch::new())?;
    /// assert_eq!(form.to_json().to_string(), r#"{"temper":4,"feeder":false}"#);
    /// # Ok(()) }
    /// ```
    pub fn to_json(&self) -> Json {
        let sent = self.fields.iter().filter(|field| field.is_read());
        let members = sent.map(|field| (field.name.clone(), field.control.value().to_json()));
        Json::Object(members.collect())
    }

    /// Reads a JSON object and has every control re-check its own value, as [`read`](Self::read) does an
    /// urlencoded body: unknown names are left aside, missing ones stand for off or empty where that is
    /// possible, a name that is there twice is a problem.
    ///
    /// # Errors
    /// Everything that is wrong, in field order; a text that is no JSON object is a problem of the form
    /// itself, without a name.
    ///
    /// ```
    /// # use pin_notch::{dec, Form, Rating};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let form = Form::new().with("temper", "Temper", Rating::new(5)?)?;
    /// assert_eq!(form.read_json(br#"{"temper":4}"#)?.number("temper"), Some(dec!(4)));
    /// let problems = form.read_json(br#"{"temper":"calm"}"#).unwrap_err();
    /// assert_eq!(
    ///     problems.to_string(),
    ///     r#"Temper: This has to be a number, or null. (received "\"calm\"")"#
    /// );
    /// # Ok(()) }
    /// ```
    pub fn read_json(&self, text: &[u8]) -> Result<Values, Problems> {
        if text.len() > MAX_BODY {
            return Err(too_long(text.len()));
        }
        let Members(members) = serde_json::from_slice(text).map_err(|error| {
            let message = format!("What was sent is not a JSON object: {error}.");
            Problems(vec![Problem::of_form(message)])
        })?;
        let (mut sent, mut unknown) = (HashMap::<usize, Vec<Json>>::new(), Vec::new());
        for (name, json) in members {
            match self.place(&name) {
                Some(at) if self.fields[at].is_read() => sent.entry(at).or_default().push(json),
                _ if unknown.len() < MAX_REPORTED => unknown.push(name),
                _ => {}
            }
        }
        self.received(unknown, |at, field| match sent.get(&at).map(Vec::as_slice) {
            None => (field.control.check(&[]), None),
            Some([json]) => taken(field, json),
            Some(many) => {
                let message = format!("This was sent {} times; send it once.", many.len());
                (Err(vec![Invalid::BadInput(message)]), many.first().map(Json::to_string))
            }
        })
    }
}

fn taken(field: &Field, json: &Json) -> Received {
    let control = &field.control;
    let checked = Value::from_json(control.kind(), json).map_err(|wrong| vec![wrong]);
    // Nothing is written as null; each control has its own way to be nothing.
    let value =
        checked.map(|value| if value == Value::Empty { control.empty_value() } else { value });
    let checked = value.and_then(|value| control.check_value(value));
    (checked, (!json.is_null()).then(|| json.to_string()))
}

/// The members of an object, repeated ones and all.
struct Members(Vec<(String, Json)>);

impl<'de> Deserialize<'de> for Members {
    fn deserialize<D: Deserializer<'de>>(deserializer: D) -> Result<Self, D::Error> {
        struct ReadMembers;
        impl<'de> Visitor<'de> for ReadMembers {
            type Value = Members;

            fn expecting(&self, f: &mut core::fmt::Formatter<'_>) -> core::fmt::Result {
                f.write_str("an object")
            }

            fn visit_map<A: MapAccess<'de>>(self, mut map: A) -> Result<Members, A::Error> {
                let mut members = Vec::new();
                while let Some(member) = map.next_entry()? {
                    members.push(member);
                }
                Ok(Members(members))
            }
        }
        deserializer.deserialize_map(ReadMembers)
    }
}
