//! A form's values as a type of the program's own.
//!
//! Values go straight to serde, not by way of JSON: a `Decimal` gets every digit, a float a float, and neither
//! depends on how a JSON library is built.

use super::Values;
use super::nested::{Member, nested};
use crate::control::Value;
use crate::number::number_text;
use rust_decimal::Decimal;
use serde::de::value::{Error, MapDeserializer, SeqDeserializer, StrDeserializer};
use serde::de::{DeserializeOwned, Deserializer, IntoDeserializer, Visitor};
use serde::forward_to_deserialize_any;

impl Values {
    /// The values as a type of the program's own, by serde: a struct with a field for each name, or a map.
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
    /// serde's, where the type does not fit the form.
    pub fn typed<T: DeserializeOwned>(&self) -> Result<T, Error> {
        let values: Vec<(&str, &Value)> = self.iter().collect();
        let members = nested(&values, &self.rows).into_iter().map(|member| match member {
            Member::Value(name, value) => (name, OneOrRows::One(Typed(value))),
            Member::Rows(name, rows) => (name, OneOrRows::Rows(rows)),
        });
        T::deserialize(MapDeserializer::new(members))
    }
}

/// A row's fields and their values.
type Row<'a> = Vec<(&'a str, &'a Value)>;

/// A value, or rows of values as a list of maps.
enum OneOrRows<'a> {
    One(Typed<'a>),
    Rows(Vec<Row<'a>>),
}

impl<'de> IntoDeserializer<'de> for OneOrRows<'_> {
    type Deserializer = Self;

    fn into_deserializer(self) -> Self {
        self
    }
}

/// A row, for serde.
struct TypedRow<'a>(Row<'a>);

impl<'de> IntoDeserializer<'de> for TypedRow<'_> {
    type Deserializer = Self;

    fn into_deserializer(self) -> Self {
        self
    }
}

impl<'de> Deserializer<'de> for TypedRow<'_> {
    type Error = Error;

    fn deserialize_any<V: Visitor<'de>>(self, visitor: V) -> Result<V::Value, Error> {
        let members = self.0.into_iter().map(|(name, value)| (name, Typed(value)));
        visitor.visit_map(MapDeserializer::new(members))
    }

    forward_to_deserialize_any! {
        bool i8 i16 i32 i64 i128 u8 u16 u32 u64 u128 f32 f64 char str string bytes byte_buf unit
        unit_struct seq tuple tuple_struct map struct enum identifier ignored_any option newtype_struct
    }
}

impl OneOrRows<'_> {
    fn visit_rows<'de, V: Visitor<'de>>(rows: Vec<Row<'_>>, visitor: V) -> Result<V::Value, Error> {
        visitor.visit_seq(SeqDeserializer::new(rows.into_iter().map(TypedRow)))
    }
}

/// Hands a value on to [`Typed`], and has rows be a list.
macro_rules! one_or_rows {
    ($($method:ident),+) => {
        $(fn $method<V: Visitor<'de>>(self, visitor: V) -> Result<V::Value, Error> {
            match self {
                Self::One(one) => one.$method(visitor),
                Self::Rows(rows) => Self::visit_rows(rows, visitor),
            }
        })+
    };
}

impl<'de> Deserializer<'de> for OneOrRows<'_> {
    type Error = Error;

    one_or_rows!(
        deserialize_any,
        deserialize_f64,
        deserialize_f32,
        deserialize_str,
        deserialize_string
    );

    fn deserialize_option<V: Visitor<'de>>(self, visitor: V) -> Result<V::Value, Error> {
        match self {
            Self::One(one) => one.deserialize_option(visitor),
            Self::Rows(_) => visitor.visit_some(self),
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
            Self::One(one) => one.deserialize_enum(name, variants, visitor),
            Self::Rows(rows) => Self::visit_rows(rows, visitor),
        }
    }

    forward_to_deserialize_any! {
        bool i8 i16 i32 i64 i128 u8 u16 u32 u64 u128 char bytes byte_buf unit unit_struct seq tuple
        tuple_struct map struct identifier ignored_any
    }
}

/// A value, for serde.
struct Typed<'a>(&'a Value);

impl<'de> IntoDeserializer<'de> for Typed<'_> {
    type Deserializer = Self;

    fn into_deserializer(self) -> Self {
        self
    }
}

/// A number, as whatever holds all of it.
struct Exact(Decimal);

impl Exact {
    fn visit<'de, V: Visitor<'de>>(&self, visitor: V) -> Result<V::Value, Error> {
        let text = number_text(self.0);
        let float = text.parse::<f64>();
        match (text.parse::<i64>(), float) {
            (Ok(whole), _) => visitor.visit_i64(whole),
            // A float whose own text is this one.
            (Err(_), Ok(float)) if float.to_string() == text => visitor.visit_f64(float),
            (Err(_), _) => visitor.visit_str(&text),
        }
    }
}

impl<'de> IntoDeserializer<'de> for Exact {
    type Deserializer = Self;

    fn into_deserializer(self) -> Self {
        self
    }
}

impl<'de> Deserializer<'de> for Exact {
    type Error = Error;

    fn deserialize_any<V: Visitor<'de>>(self, visitor: V) -> Result<V::Value, Error> {
        self.visit(visitor)
    }

    fn deserialize_f64<V: Visitor<'de>>(self, visitor: V) -> Result<V::Value, Error> {
        match number_text(self.0).parse() {
            Ok(float) => visitor.visit_f64(float),
            Err(_) => self.visit(visitor),
        }
    }

    fn deserialize_f32<V: Visitor<'de>>(self, visitor: V) -> Result<V::Value, Error> {
        self.deserialize_f64(visitor)
    }

    fn deserialize_str<V: Visitor<'de>>(self, visitor: V) -> Result<V::Value, Error> {
        visitor.visit_string(number_text(self.0))
    }

    fn deserialize_string<V: Visitor<'de>>(self, visitor: V) -> Result<V::Value, Error> {
        self.deserialize_str(visitor)
    }

    fn deserialize_option<V: Visitor<'de>>(self, visitor: V) -> Result<V::Value, Error> {
        visitor.visit_some(self)
    }

    fn deserialize_newtype_struct<V: Visitor<'de>>(
        self,
        _name: &'static str,
        visitor: V,
    ) -> Result<V::Value, Error> {
        visitor.visit_newtype_struct(self)
    }

    forward_to_deserialize_any! {
        bool i8 i16 i32 i64 i128 u8 u16 u32 u64 u128 char bytes byte_buf unit unit_struct seq tuple
        tuple_struct map struct enum identifier ignored_any
    }
}

/// Hands a number on to [`Exact`], and all else to what [`Typed`] does with anything.
macro_rules! numbers_exactly {
    ($($method:ident),+) => {
        $(fn $method<V: Visitor<'de>>(self, visitor: V) -> Result<V::Value, Error> {
            match self.0 {
                Value::Number(number) => Exact(*number).$method(visitor),
                _ => self.deserialize_any(visitor),
            }
        })+
    };
}

impl<'de> Deserializer<'de> for Typed<'_> {
    type Error = Error;

    fn deserialize_any<V: Visitor<'de>>(self, visitor: V) -> Result<V::Value, Error> {
        match self.0 {
            Value::Empty | Value::Mixed => visitor.visit_unit(),
            Value::Number(number) => Exact(*number).visit(visitor),
            Value::On(on) => visitor.visit_bool(*on),
            Value::Text(text) => visitor.visit_str(text),
            Value::Texts(texts) => {
                visitor.visit_seq(SeqDeserializer::new(texts.iter().map(String::as_str)))
            }
            Value::Span(span) => visitor
                .visit_seq(SeqDeserializer::new([span.low, span.high].map(Exact).into_iter())),
            Value::Dates(span) => {
                let days = [span.first, span.last].map(|day| day.to_string());
                visitor.visit_seq(SeqDeserializer::new(days.into_iter()))
            }
            Value::Date(_)
            | Value::Month(_)
            | Value::Week(_)
            | Value::Time(_)
            | Value::DateTime(_) => visitor.visit_string(self.0.to_string()),
        }
    }

    numbers_exactly!(deserialize_f64, deserialize_f32, deserialize_str, deserialize_string);

    fn deserialize_option<V: Visitor<'de>>(self, visitor: V) -> Result<V::Value, Error> {
        match self.0 {
            Value::Empty | Value::Mixed => visitor.visit_none(),
            _ => visitor.visit_some(self),
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
        let text = self.0.to_string();
        let text: StrDeserializer<'_, Error> = text.as_str().into_deserializer();
        text.deserialize_enum(name, variants, visitor)
    }

    forward_to_deserialize_any! {
        bool i8 i16 i32 i64 i128 u8 u16 u32 u64 u128 char bytes byte_buf unit unit_struct seq tuple
        tuple_struct map struct identifier ignored_any
    }
}
