//! Converting a form's values to a type of the program's own.
//!
//! Values are passed to serde directly and not through JSON: a `Decimal` receives every digit and a float
//! receives a float, regardless of a JSON library's features.

use super::Values;
use super::nested::{Member, nested};
use crate::number::number_text;
use crate::value::Value;
use rust_decimal::Decimal;
use serde::de::value::{Error, MapDeserializer, SeqDeserializer, StrDeserializer};
use serde::de::{DeserializeOwned, Deserializer, IntoDeserializer, Visitor};
use serde::forward_to_deserialize_any;

impl Values {
    /// Deserializes the values into the program's own type: a struct with a field for each name, or a map.
    ///
    /// ```
    /// use pin_notch::{Decimal, Form, Rating, dec};
    /// use std::collections::BTreeMap;
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let form = Form::new()
    ///     .with("temper", "Temper", Rating::builder().step(dec!(0.5)))?
    ///     .with("brood", "Brood", Rating::builder().max(10))?;
    /// let all: BTreeMap<String, Option<Decimal>> = form.read(b"temper=3.5")?.typed()?;
    /// assert_eq!((all["temper"], all["brood"]), (Some(dec!(3.5)), None));
    /// # Ok(()) }
    /// ```
    ///
    /// # Errors
    /// serde's error if the type does not fit the form.
    pub fn typed<T: DeserializeOwned>(&self) -> Result<T, Error> {
        let values: Vec<(&str, &Value)> = self.iter().collect();
        let members = nested(&values, &self.rows).into_iter().map(|member| match member {
            Member::Value(name, value) => (name, Data::Value(value)),
            Member::Rows(name, rows) => (name, Data::Rows(rows)),
        });
        T::deserialize(MapDeserializer::new(members))
    }
}

/// A row's fields and their values.
type Row<'a> = Vec<(&'a str, &'a Value)>;

/// The value passed to serde.
enum Data<'a> {
    Value(&'a Value),
    /// One end of a span.
    Number(Decimal),
    Rows(Vec<Row<'a>>),
    Row(Row<'a>),
}

impl Data<'_> {
    /// The digits, if it is a number.
    fn digits(&self) -> Option<String> {
        match self {
            Self::Number(number) | Self::Value(Value::Number(number)) => Some(number_text(*number)),
            Self::Value(_) | Self::Rows(_) | Self::Row(_) => None,
        }
    }
}

/// Passes on a number as a type that holds all of it.
fn visit_number<'de, V: Visitor<'de>>(digits: &str, visitor: V) -> Result<V::Value, Error> {
    match (digits.parse::<i64>(), digits.parse::<f64>()) {
        (Ok(whole), _) => visitor.visit_i64(whole),
        // The float that is displayed as exactly this text, if any.
        (Err(_), Ok(float)) if float.to_string() == digits => visitor.visit_f64(float),
        (Err(_), _) => visitor.visit_str(digits),
    }
}

impl<'de> IntoDeserializer<'de> for Data<'_> {
    type Deserializer = Self;

    fn into_deserializer(self) -> Self {
        self
    }
}

impl<'de> Deserializer<'de> for Data<'_> {
    type Error = Error;

    fn deserialize_any<V: Visitor<'de>>(self, visitor: V) -> Result<V::Value, Error> {
        let value = match self {
            Self::Rows(rows) => {
                return visitor.visit_seq(SeqDeserializer::new(rows.into_iter().map(Data::Row)));
            }
            Self::Row(row) => {
                let members = row.into_iter().map(|(name, value)| (name, Data::Value(value)));
                return visitor.visit_map(MapDeserializer::new(members));
            }
            Self::Number(number) => return visit_number(&number_text(number), visitor),
            Self::Value(value) => value,
        };
        match value {
            Value::Empty | Value::Mixed => visitor.visit_unit(),
            Value::Number(number) => visit_number(&number_text(*number), visitor),
            Value::On(on) => visitor.visit_bool(*on),
            Value::Text(text) => visitor.visit_str(text),
            Value::Texts(texts) => {
                visitor.visit_seq(SeqDeserializer::new(texts.iter().map(String::as_str)))
            }
            Value::Span(span) => {
                let ends = [span.low, span.high].map(Data::Number);
                visitor.visit_seq(SeqDeserializer::new(ends.into_iter()))
            }
            Value::Dates(span) => {
                let days = [span.first, span.last].map(|day| day.to_string());
                visitor.visit_seq(SeqDeserializer::new(days.into_iter()))
            }
            Value::Date(_)
            | Value::Month(_)
            | Value::Week(_)
            | Value::Time(_)
            | Value::DateTime(_) => visitor.visit_string(value.to_string()),
        }
    }

    fn deserialize_f64<V: Visitor<'de>>(self, visitor: V) -> Result<V::Value, Error> {
        match self.digits().and_then(|digits| digits.parse().ok()) {
            Some(float) => visitor.visit_f64(float),
            None => self.deserialize_any(visitor),
        }
    }

    fn deserialize_f32<V: Visitor<'de>>(self, visitor: V) -> Result<V::Value, Error> {
        self.deserialize_f64(visitor)
    }

    fn deserialize_string<V: Visitor<'de>>(self, visitor: V) -> Result<V::Value, Error> {
        match self.digits() {
            Some(digits) => visitor.visit_string(digits),
            None => self.deserialize_any(visitor),
        }
    }

    fn deserialize_str<V: Visitor<'de>>(self, visitor: V) -> Result<V::Value, Error> {
        self.deserialize_string(visitor)
    }

    fn deserialize_option<V: Visitor<'de>>(self, visitor: V) -> Result<V::Value, Error> {
        match self {
            Self::Value(Value::Empty | Value::Mixed) => visitor.visit_none(),
            Self::Value(_) | Self::Number(_) | Self::Rows(_) | Self::Row(_) => {
                visitor.visit_some(self)
            }
        }
    }

    fn deserialize_newtype_struct<V: Visitor<'de>>(
        self,
        _name: &'static str,
        visitor: V,
    ) -> Result<V::Value, Error> {
        visitor.visit_newtype_struct(self)
    }

    fn deserialize_enum<V: Visitor<'de>>(
        self,
        name: &'static str,
        variants: &'static [&'static str],
        visitor: V,
    ) -> Result<V::Value, Error> {
        match self {
            Self::Value(value) => {
                let text = value.to_string();
                let text: StrDeserializer<'_, Error> = text.as_str().into_deserializer();
                text.deserialize_enum(name, variants, visitor)
            }
            Self::Number(_) | Self::Rows(_) | Self::Row(_) => self.deserialize_any(visitor),
        }
    }

    forward_to_deserialize_any! {
        bool i8 i16 i32 i64 i128 u8 u16 u32 u64 u128 char bytes byte_buf unit unit_struct seq tuple
        tuple_struct map struct identifier ignored_any
    }
}
