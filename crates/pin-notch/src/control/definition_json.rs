//! Definitions in JSON, or any other format of serde: an object with a member for each attribute that is
//! not at its default. Numbers are written as strings, so that no format loses a digit.

use super::{ControlKind, Definition};
use crate::definition::{Attribute, AttributeError, AttributeKind, Defined};
use crate::list::{joined_list, split_list};
use crate::quoted::Quoted;
use crate::value::Choice;
use core::fmt;
use serde::de::value::MapAccessDeserializer;
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
                map.serialize_entry(attribute.name, &split_list(&text))?;
            }
            (_, Some(text)) => map.serialize_entry(attribute.name, &text)?,
            (_, None) => {}
        }
    }
    map.end()
}

/// Deserializes a definition. `begin` creates one of the kind that the member `control` names, or says why
/// it cannot.
pub(crate) fn deserialize<'de, T: Defined + 'static, D: Deserializer<'de>>(
    deserializer: D,
    begin: impl Fn(Option<&str>) -> Result<T, String>,
) -> Result<T, D::Error> {
    struct Read<F>(F);

    impl<'de, T: Defined + 'static, F: Fn(Option<&str>) -> Result<T, String>> Visitor<'de> for Read<F> {
        type Value = T;

        fn expecting(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
            f.write_str("an object with a member for each attribute")
        }

        fn visit_map<A: MapAccess<'de>>(self, mut map: A) -> Result<T, A::Error> {
            let (mut control, mut members, mut options) = (None, Vec::new(), None);
            let mut names = Vec::new();
            while let Some(name) = map.next_key::<String>()? {
                if names.contains(&name) {
                    return Err(A::Error::custom(format!("{name}: it is given twice")));
                }
                match name.as_str() {
                    "control" => control = Some(map.next_value::<String>()?),
                    "options" => options = Some(map.next_value::<Vec<Choice>>()?),
                    _ => members.push((name.clone(), map.next_value::<Given>()?)),
                }
                names.push(name);
            }
            let mut definition = (self.0)(control.as_deref()).map_err(A::Error::custom)?;
            let defined: &mut dyn Defined = &mut definition;
            for (name, given) in members {
                let known = defined.attributes().iter().find(|known| known.name == name);
                let text = match known {
                    Some(known) => given.text_for(known).map_err(A::Error::custom)?,
                    None => None,
                };
                defined.set(&name, text.as_deref()).map_err(A::Error::custom)?;
            }
            if let Some(options) = options {
                let has_options = defined.attributes().iter().any(|known| known.name == "options");
                let (name, names) = ("options".to_owned(), defined.names());
                let set = match has_options {
                    true => defined.set_options(&options),
                    false => Err(AttributeError::Unknown { name, names }),
                };
                set.map_err(A::Error::custom)?;
            }
            Ok(definition)
        }
    }

    deserializer.deserialize_map(Read(begin))
}

/// Deserializes a definition of one kind. It need not name its kind, but may not name another one.
pub(crate) fn deserialize_one<'de, T: Defined + Default + 'static, D: Deserializer<'de>>(
    deserializer: D,
) -> Result<T, D::Error> {
    deserialize(deserializer, |name| match (name, ControlKind::of_definition::<T>()) {
        (Some(name), Some(own)) if name != own.name() => {
            Err(format!("control: it has to be \"{}\" here, not {}", own.name(), Quoted(name)))
        }
        _ => Ok(T::default()),
    })
}

/// Deserializes a definition of the kind that it names.
pub(crate) fn deserialize_any<'de, D: Deserializer<'de>>(
    deserializer: D,
) -> Result<Definition, D::Error> {
    let kinds = || {
        let names: Vec<&str> = ControlKind::ALL.iter().map(|kind| kind.name()).collect();
        names.join(", ")
    };
    deserialize(deserializer, |name| match name {
        None => Err(format!("control: it has to name the kind of control, one of: {}", kinds())),
        Some(name) => ControlKind::from_name(name).map(Definition::new).ok_or_else(|| {
            format!("control: {} is no kind of control; the kinds are: {}", Quoted(name), kinds())
        }),
    })
}

/// An option may also be given as a text that it both sends and shows.
impl<'de> Deserialize<'de> for Choice {
    fn deserialize<D: Deserializer<'de>>(deserializer: D) -> Result<Self, D::Error> {
        #[derive(serde::Deserialize)]
        #[serde(deny_unknown_fields)]
        struct Members {
            value: String,
            text: String,
            group: Option<String>,
            #[serde(default)]
            disabled: bool,
        }

        struct Read;

        impl<'de> Visitor<'de> for Read {
            type Value = Choice;

            fn expecting(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
                f.write_str("an option: a text, or an object with \"value\" and \"text\"")
            }

            fn visit_str<E>(self, text: &str) -> Result<Choice, E> {
                Ok(text.into())
            }

            fn visit_map<A: MapAccess<'de>>(self, map: A) -> Result<Choice, A::Error> {
                let Members { value, text, group, disabled } =
                    Members::deserialize(MapAccessDeserializer::new(map))?;
                Ok(Choice { value, text, group, disabled })
            }
        }

        deserializer.deserialize_any(Read)
    }
}

/// What is given for an attribute.
enum Given {
    Nothing,
    Flag(bool),
    Text(String),
    List(Vec<String>),
}

impl Given {
    /// The same as the text of this attribute; `None` for its default.
    fn text_for(self, attribute: &Attribute) -> Result<Option<String>, String> {
        use AttributeKind::*;
        let name = attribute.name;
        Ok(match (self, attribute.kind) {
            (Self::Nothing, _) => None,
            (Self::Flag(on), Flag) => on.then(String::new),
            (Self::Text(_) | Self::List(_), Flag) => {
                return Err(format!("{name}: write true or false"));
            }
            (Self::Text(text), _) => Some(text),
            (Self::List(texts), Texts | Span) => Some(joined_list(&texts)),
            (Self::List(texts), DateSpan) => Some(texts.join("/")),
            (Self::Flag(_) | Self::List(_), kind) => {
                return Err(format!("{name}: write it like {}", Quoted(kind.like())));
            }
        })
    }
}

impl<'de> Deserialize<'de> for Given {
    fn deserialize<D: Deserializer<'de>>(deserializer: D) -> Result<Self, D::Error> {
        struct Read;

        impl<'de> Visitor<'de> for Read {
            type Value = Given;

            fn expecting(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
                f.write_str("a text, a number, true or false, or a list of texts or numbers")
            }

            fn visit_unit<E>(self) -> Result<Given, E> {
                Ok(Given::Nothing)
            }

            fn visit_bool<E>(self, on: bool) -> Result<Given, E> {
                Ok(Given::Flag(on))
            }

            fn visit_i64<E>(self, number: i64) -> Result<Given, E> {
                Ok(Given::Text(number.to_string()))
            }

            fn visit_u64<E>(self, number: u64) -> Result<Given, E> {
                Ok(Given::Text(number.to_string()))
            }

            fn visit_f64<E>(self, number: f64) -> Result<Given, E> {
                Ok(Given::Text(number.to_string()))
            }

            fn visit_str<E>(self, text: &str) -> Result<Given, E> {
                Ok(Given::Text(text.to_owned()))
            }

            fn visit_seq<A: SeqAccess<'de>>(self, mut list: A) -> Result<Given, A::Error> {
                let mut texts = Vec::new();
                while let Some(given) = list.next_element::<Given>()? {
                    match given {
                        Given::Text(text) => texts.push(text),
                        Given::Nothing | Given::Flag(_) | Given::List(_) => {
                            return Err(A::Error::custom("a list consists of texts or numbers"));
                        }
                    }
                }
                Ok(Given::List(texts))
            }
        }

        deserializer.deserialize_any(Read)
    }
}
