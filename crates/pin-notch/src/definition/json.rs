//! Definitions in JSON, or any other format of serde: an object with a member for each attribute that is
//! not at its default. Numbers are written as strings, so that no format loses a digit.

use super::{AttributeKind, Defined, joined_list};
use crate::control::Choice;
use core::fmt;
use serde::de::{Deserialize, Deserializer, Error as _, MapAccess, SeqAccess, Visitor};
use serde::ser::{SerializeMap, Serializer};

/// Serializes a definition, beginning with its kind if one is given.
pub(crate) fn serialize<S: Serializer>(
    kind: Option<&str>,
    definition: &dyn Defined,
    serializer: S,
) -> Result<S::Ok, S::Error> {
    let mut map = serializer.serialize_map(None)?;
    if let Some(kind) = kind {
        map.serialize_entry("control", kind)?;
    }
    for attribute in definition.attributes() {
        match (attribute.kind, definition.get(attribute.name)) {
            (AttributeKind::Options, _) => {
                let options = definition.options();
                if !options.is_empty() {
                    map.serialize_entry("options", &options)?;
                }
            }
            (AttributeKind::Flag, Some(_)) => map.serialize_entry(attribute.name, &true)?,
            (AttributeKind::Texts, Some(text)) => {
                map.serialize_entry(attribute.name, &super::split_list(&text))?;
            }
            (_, Some(text)) => map.serialize_entry(attribute.name, &text)?,
            (_, None) => {}
        }
    }
    map.end()
}

/// Deserializes a definition. `begin` creates one of the kind named by the object's first member.
pub(crate) fn deserialize<'de, T: Defined + 'static, D: Deserializer<'de>>(
    deserializer: D,
    begin: impl Fn(Option<&str>) -> Option<T>,
) -> Result<T, D::Error> {
    struct Read<F>(F);

    impl<'de, T: Defined + 'static, F: Fn(Option<&str>) -> Option<T>> Visitor<'de> for Read<F> {
        type Value = T;

        fn expecting(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
            f.write_str("an object with a member for each attribute")
        }

        fn visit_map<A: MapAccess<'de>>(self, mut map: A) -> Result<T, A::Error> {
            let (mut control, mut members, mut options) = (None, Vec::new(), None);
            while let Some(name) = map.next_key::<String>()? {
                match name.as_str() {
                    "control" => control = Some(map.next_value::<String>()?),
                    "options" => options = Some(map.next_value::<Vec<Choice>>()?),
                    _ => members.push((name, map.next_value::<Attributed>()?.0)),
                }
            }
            let no_kind = || A::Error::custom("\"control\" has to name a kind of control");
            let mut definition = (self.0)(control.as_deref()).ok_or_else(no_kind)?;
            let defined: &mut dyn Defined = &mut definition;
            for (name, text) in members {
                defined.set(&name, text.as_deref()).map_err(A::Error::custom)?;
            }
            if let Some(options) = options {
                defined.set_options(&options).map_err(A::Error::custom)?;
            }
            Ok(definition)
        }
    }

    deserializer.deserialize_map(Read(begin))
}

/// The text of an attribute, from any type that it may be written as.
struct Attributed(Option<String>);

impl<'de> Deserialize<'de> for Attributed {
    fn deserialize<D: Deserializer<'de>>(deserializer: D) -> Result<Self, D::Error> {
        struct Read;

        impl<'de> Visitor<'de> for Read {
            type Value = Attributed;

            fn expecting(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
                f.write_str("a text, a number, true or false, or a list of texts")
            }

            fn visit_unit<E>(self) -> Result<Attributed, E> {
                Ok(Attributed(None))
            }

            fn visit_bool<E>(self, on: bool) -> Result<Attributed, E> {
                Ok(Attributed(on.then(String::new)))
            }

            fn visit_i64<E>(self, number: i64) -> Result<Attributed, E> {
                Ok(Attributed(Some(number.to_string())))
            }

            fn visit_u64<E>(self, number: u64) -> Result<Attributed, E> {
                Ok(Attributed(Some(number.to_string())))
            }

            fn visit_f64<E>(self, number: f64) -> Result<Attributed, E> {
                Ok(Attributed(Some(number.to_string())))
            }

            fn visit_str<E>(self, text: &str) -> Result<Attributed, E> {
                Ok(Attributed(Some(text.to_owned())))
            }

            fn visit_seq<A: SeqAccess<'de>>(self, mut list: A) -> Result<Attributed, A::Error> {
                let mut texts = Vec::new();
                while let Some(text) = list.next_element::<String>()? {
                    texts.push(text);
                }
                Ok(Attributed(Some(joined_list(&texts))))
            }
        }

        deserializer.deserialize_any(Read)
    }
}
