//! Definitions: the description of a control as plain data.
//!
//! Each control has a struct whose fields are its *attributes*: each with a name, a kind of value, and a
//! line that explains it. [`definition!`] declares all of that at once. This is the only table of
//! attributes: the reader and the writer, the attributes that a page observes, the keys of a sheet, the
//! properties of an element and the tables in the documentation are all generated from it.

mod attribute;
mod values;

pub use attribute::{Attribute, AttributeError, AttributeKind, Misread};

pub(crate) use attribute::{AttributeType, AttributeValue, OptionValue};
pub(crate) use values::{parsed, tokens};

use crate::value::Choice;

/// A definition of any kind, attribute by attribute.
pub(crate) trait Defined {
    /// Its attributes in order, with those common to all controls last.
    #[cfg(feature = "json")]
    fn attributes(&self) -> &'static [Attribute];

    /// The names of its attributes.
    fn names(&self) -> &'static [&'static str];

    /// The default definition of this kind.
    fn standard(&self) -> Box<dyn Defined>;

    /// The field of the attribute at this index among the names.
    fn field(&self, place: usize) -> Option<&dyn AttributeValue>;

    /// The same, mutably.
    fn field_mut(&mut self, place: usize) -> Option<&mut dyn AttributeValue>;

    /// The options inside the element of this control.
    fn options(&self) -> Vec<Choice> {
        Vec::new()
    }

    /// Sets the options inside the element of this control.
    fn set_options(&mut self, _options: &[Choice]) -> Result<(), AttributeError> {
        Ok(())
    }
}

impl dyn Defined + '_ {
    fn place(&self, name: &str) -> Option<usize> {
        self.names().iter().position(|known| *known == name)
    }

    /// Sets an attribute from its text. `None` restores its default.
    pub(crate) fn set(&mut self, name: &str, text: Option<&str>) -> Result<(), AttributeError> {
        let names = self.names();
        let unknown = || AttributeError::Unknown { name: name.to_owned(), names };
        let place = self.place(name).ok_or_else(unknown)?;
        let attribute = names[place];
        let standard = self.standard();
        let field = self.field_mut(place).ok_or_else(unknown)?;
        if let Some(text) = text
            && field.read(text).map_err(|why| AttributeError::Misread { attribute, why })?
        {
            return Ok(());
        }
        match standard.field(place).and_then(|field| field.write()) {
            // The text was written by the same field, so that reading it cannot fail.
            Some(text) => drop(field.read(&text)),
            None => field.clear(),
        }
        Ok(())
    }

    /// The text of an attribute; `None` if it is at its default or does not belong to this kind.
    pub(crate) fn get(&self, name: &str) -> Option<String> {
        let place = self.place(name)?;
        let text = self.field(place)?.write();
        let standard = self.standard();
        text.filter(|text| {
            standard.field(place).and_then(|field| field.write()).as_ref() != Some(text)
        })
    }
}

/// Converts an identifier from snake case to kebab case and removes the prefix of a raw identifier.
macro_rules! kebab {
    ($name:ident) => {{
        const NAME: &str = stringify!($name);
        const SKIP: usize = $crate::definition::raw_mark(NAME);
        const BYTES: [u8; NAME.len() - SKIP] = $crate::definition::kebab_bytes(NAME, SKIP);
        match core::str::from_utf8(&BYTES) {
            Ok(name) => name,
            Err(_) => panic!("an attribute's name is ASCII"),
        }
    }};
}
pub(crate) use kebab;

/// The length of the prefix of a raw identifier, if this is one.
pub(crate) const fn raw_mark(name: &str) -> usize {
    let name = name.as_bytes();
    if name.len() > 2 && name[0] == b'r' && name[1] == b'#' { 2 } else { 0 }
}

pub(crate) const fn kebab_bytes<const N: usize>(name: &str, skip: usize) -> [u8; N] {
    let name = name.as_bytes();
    let mut bytes = [0; N];
    let mut at = 0;
    while at < N {
        bytes[at] = if name[at + skip] == b'_' { b'-' } else { name[at + skip] };
        at += 1;
    }
    bytes
}

/// Declares a definition, its builder, and the rows of the table of attributes.
///
/// A field is `name: [kind] = default,` after one line of documentation. The kinds:
///
/// | kind | type of the field | accepted by the builder |
/// |---|---|---|
/// | `number`, `maybe number` | `Decimal`, `Option<Decimal>` | anything convertible to a `Decimal` |
/// | `count`, `maybe count` | `u32`, `Option<u32>` | `u32` |
/// | `step` | [`Step`] | anything convertible to a `Step` |
/// | `flag` | `bool` | `bool` |
/// | `text`, `maybe text` | `String`, `Option<String>` | anything convertible to a `String` |
/// | `texts` | `Vec<String>` | texts |
/// | `one T`, `maybe one T` | `T`, `Option<T>` | `T` |
/// | `names` | `Vec<(Decimal, String)>` | numbers with their names |
macro_rules! definition {
    (
        $(#[$doc:meta])*
        $name:ident $(<$m:ident: $bound:path>)?, $(#[$builder_doc:meta])* $builder:ident => $control:ty {
            $(#[doc = $about:literal] $field:ident: [$($kind:tt)+] $(= $default:expr)?,)*
        }
        $(#[doc = $options_about:literal] options: $option:ty,)?
    ) => {
        $(#[$doc])*
        #[non_exhaustive]
        pub struct $name $(<$m: $bound>)? {
            $(#[doc = $about] pub $field: $crate::definition::definition!(@type $($kind)+),)*
            $(#[doc = $options_about] pub options: Vec<$option>,)?
            /// The form cannot be sent without a value.
            pub required: bool,
            /// The value is shown and sent, and cannot be changed.
            pub readonly: bool,
            /// It cannot be used, and is neither sent nor checked.
            pub disabled: bool,
        }

        // Traits cannot be derived here, because the types contain macro invocations.
        impl $(<$m: $bound>)? Clone for $name $(<$m>)? {
            fn clone(&self) -> Self {
                Self {
                    $($field: self.$field.clone(),)*
                    $(options: <Vec<$option>>::clone(&self.options),)?
                    required: self.required,
                    readonly: self.readonly,
                    disabled: self.disabled,
                }
            }
        }

        impl $(<$m: $bound>)? PartialEq for $name $(<$m>)? {
            fn eq(&self, other: &Self) -> bool {
                let same = (self.required, self.readonly, self.disabled)
                    == (other.required, other.readonly, other.disabled);
                $(let same = same && self.$field == other.$field;)*
                $(let same = same && <Vec<$option>>::eq(&self.options, &other.options);)?
                same
            }
        }

        impl $(<$m: $bound>)? core::fmt::Debug for $name $(<$m>)? {
            fn fmt(&self, f: &mut core::fmt::Formatter<'_>) -> core::fmt::Result {
                let mut all = f.debug_struct(stringify!($name));
                $(all.field(stringify!($field), &self.$field);)*
                $(all.field("options", {
                    let options: &Vec<$option> = &self.options;
                    options
                });)?
                all.field("required", &self.required)
                    .field("readonly", &self.readonly)
                    .field("disabled", &self.disabled)
                    .finish()
            }
        }

        impl $(<$m: $bound>)? Default for $name $(<$m>)? {
            fn default() -> Self {
                Self {
                    $($field: $crate::definition::definition!(@default $($default)?),)*
                    $(options: Vec::<$option>::new(),)?
                    required: false,
                    readonly: false,
                    disabled: false,
                }
            }
        }

        impl $(<$m: $bound>)? $name $(<$m>)? {
            /// Its attributes, in order.
            pub(crate) const ATTRIBUTES: &'static [$crate::definition::Attribute] = &[
                $($crate::definition::Attribute::new(
                    $crate::definition::kebab!($field),
                    <$crate::definition::definition!(@type $($kind)+) as $crate::definition::AttributeType>::KIND,
                    $about,
                ),)*
                $($crate::definition::Attribute::new(
                    "options",
                    $crate::definition::AttributeKind::Options,
                    $options_about,
                ),)?
                $crate::definition::Attribute::REQUIRED,
                $crate::definition::Attribute::READONLY,
                $crate::definition::Attribute::DISABLED,
            ];

            /// Only the names of its attributes, for pages that need nothing else.
            pub(crate) const NAMES: &'static [&'static str] = &[
                $($crate::definition::kebab!($field),)*
                "required",
                "readonly",
                "disabled",
            ];
        }

        impl $(<$m: $bound>)? $crate::definition::Defined for $name $(<$m>)? {
            #[cfg(feature = "json")]
            fn attributes(&self) -> &'static [$crate::definition::Attribute] {
                Self::ATTRIBUTES
            }

            fn names(&self) -> &'static [&'static str] {
                Self::NAMES
            }

            fn standard(&self) -> Box<dyn $crate::definition::Defined> {
                Box::new(Self::default())
            }

            // The indices are constants, so that this compiles to a jump table.
            fn field(&self, place: usize) -> Option<&dyn $crate::definition::AttributeValue> {
                let mut at = 0;
                $(if place == at {
                    return Some(&self.$field);
                }
                at += 1;)*
                let conditions = [&self.required, &self.readonly, &self.disabled];
                Some(*conditions.get(place - at)?)
            }

            fn field_mut(
                &mut self,
                place: usize,
            ) -> Option<&mut dyn $crate::definition::AttributeValue> {
                let mut at = 0;
                $(if place == at {
                    return Some(&mut self.$field);
                }
                at += 1;)*
                match place - at {
                    0 => Some(&mut self.required),
                    1 => Some(&mut self.readonly),
                    2 => Some(&mut self.disabled),
                    _ => None,
                }
            }

            $(
            fn options(&self) -> Vec<$crate::Choice> {
                let all: &Vec<$option> = &self.options;
                all.iter().map($crate::definition::OptionValue::to_choice).collect()
            }

            fn set_options(
                &mut self,
                options: &[$crate::Choice],
            ) -> Result<(), $crate::definition::AttributeError> {
                let mut all: Vec<$option> = Vec::with_capacity(options.len());
                for option in options {
                    all.extend($crate::definition::OptionValue::from_choice(option)?);
                }
                self.options = all;
                Ok(())
            }
            )?
        }

        $crate::definition::definition!(@json $name $(<$m: $bound>)?);

        impl $(<$m: $bound>)? TryFrom<$builder $(<$m>)?> for $crate::Control
        where
            $crate::Control: From<$control>,
        {
            type Error = $crate::ControlError;

            fn try_from(builder: $builder $(<$m>)?) -> Result<Self, $crate::ControlError> {
                builder.build().map(Self::from)
            }
        }

        $(#[$builder_doc])*
        #[derive(Clone, Debug, PartialEq)]
        #[must_use = "a definition does nothing until it is built"]
        pub struct $builder $(<$m: $bound>)? {
            definition: $name $(<$m>)?,
        }

        impl $(<$m: $bound>)? Default for $builder $(<$m>)? {
            fn default() -> Self {
                Self { definition: Default::default() }
            }
        }

        impl $(<$m: $bound>)? $builder $(<$m>)? {
            $($crate::definition::definition!(@method #[doc = $about] $field $($kind)+);)*

            $(
            #[doc = $options_about]
            pub fn options<T: Into<$option>>(mut self, options: impl IntoIterator<Item = T>) -> Self {
                self.definition.options = options.into_iter().map(Into::into).collect();
                self
            }
            )?

            /// The form cannot be sent without a value.
            pub fn required(mut self, required: bool) -> Self {
                self.definition.required = required;
                self
            }

            /// The value is shown and sent, and cannot be changed.
            pub fn readonly(mut self, readonly: bool) -> Self {
                self.definition.readonly = readonly;
                self
            }

            /// It cannot be used, and is neither sent nor checked.
            pub fn disabled(mut self, disabled: bool) -> Self {
                self.definition.disabled = disabled;
                self
            }

            /// The definition so far, unchecked.
            pub fn definition(&self) -> &$name $(<$m>)? {
                &self.definition
            }

            /// Validates the whole definition and builds the control.
            ///
            /// # Errors
            /// Names the attribute that is wrong and what would be right.
            pub fn build(self) -> Result<$control, $crate::ControlError> {
                <$control>::new(self.definition)
            }
        }
    };

    (@json $name:ident $(<$m:ident: $bound:path>)?) => {
        #[cfg(feature = "json")]
        impl $(<$m: $bound>)? serde::Serialize for $name $(<$m>)? {
            fn serialize<S: serde::Serializer>(&self, serializer: S) -> Result<S::Ok, S::Error> {
                $crate::control::definition_json::serialize(None, self, serializer)
            }
        }

        #[cfg(feature = "json")]
        impl<'de $(, $m: $bound)?> serde::Deserialize<'de> for $name $(<$m>)? {
            fn deserialize<D: serde::Deserializer<'de>>(deserializer: D) -> Result<Self, D::Error> {
                $crate::control::definition_json::deserialize_one(deserializer)
            }
        }
    };

    (@default $default:expr) => { $default };
    (@default) => { Default::default() };

    (@type number) => { rust_decimal::Decimal };
    (@type maybe number) => { Option<rust_decimal::Decimal> };
    (@type count) => { u32 };
    (@type maybe count) => { Option<u32> };
    (@type step) => { $crate::Step };
    (@type flag) => { bool };
    (@type text) => { String };
    (@type maybe text) => { Option<String> };
    (@type texts) => { Vec<String> };
    (@type one $type:ty) => { $type };
    (@type maybe one $type:ty) => { Option<$type> };
    (@type names) => { Vec<(rust_decimal::Decimal, String)> };

    (@method #[$about:meta] $field:ident number) => {
        #[$about]
        pub fn $field(mut self, $field: impl Into<rust_decimal::Decimal>) -> Self {
            self.definition.$field = $field.into();
            self
        }
    };
    (@method #[$about:meta] $field:ident maybe number) => {
        #[$about]
        pub fn $field(mut self, $field: impl Into<rust_decimal::Decimal>) -> Self {
            self.definition.$field = Some($field.into());
            self
        }
    };
    (@method #[$about:meta] $field:ident step) => {
        #[$about]
        pub fn $field(mut self, $field: impl Into<$crate::Step>) -> Self {
            self.definition.$field = $field.into();
            self
        }
    };
    (@method #[$about:meta] $field:ident text) => {
        #[$about]
        pub fn $field(mut self, $field: impl Into<String>) -> Self {
            self.definition.$field = $field.into();
            self
        }
    };
    (@method #[$about:meta] $field:ident maybe text) => {
        #[$about]
        pub fn $field(mut self, $field: impl Into<String>) -> Self {
            self.definition.$field = Some($field.into());
            self
        }
    };
    (@method #[$about:meta] $field:ident texts) => {
        #[$about]
        pub fn $field<T: Into<String>>(mut self, $field: impl IntoIterator<Item = T>) -> Self {
            self.definition.$field = $field.into_iter().map(Into::into).collect();
            self
        }
    };
    (@method #[$about:meta] $field:ident names) => {
        #[$about]
        pub fn $field<N: Into<rust_decimal::Decimal>, T: Into<String>>(
            mut self,
            $field: impl IntoIterator<Item = (N, T)>,
        ) -> Self {
            let named = $field.into_iter().map(|(number, name)| (number.into(), name.into()));
            self.definition.$field = named.collect();
            self
        }
    };
    (@method #[$about:meta] $field:ident maybe one $type:ty) => {
        #[$about]
        pub fn $field(mut self, $field: $type) -> Self {
            self.definition.$field = Some($field);
            self
        }
    };
    (@method #[$about:meta] $field:ident maybe count) => {
        #[$about]
        pub fn $field(mut self, $field: u32) -> Self {
            self.definition.$field = Some($field);
            self
        }
    };
    (@method #[$about:meta] $field:ident $($kind:tt)+) => {
        #[$about]
        pub fn $field(mut self, $field: $crate::definition::definition!(@type $($kind)+)) -> Self {
            self.definition.$field = $field;
            self
        }
    };
}
pub(crate) use definition;
