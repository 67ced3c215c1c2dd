//! A sheet as JSON Schema (draft 2020-12): which JSON documents its form accepts.

mod back;
mod claims;
mod document;
mod field;
mod line;
mod patterns;
mod rows;
mod sound;
mod written;

pub use back::from_schema;

use crate::sheet::Sheet;
use crate::tree::to_json;
use document::Document;
use pin_notch::Expression;

/// The greatest number of values that are listed individually if no keyword describes them.
const MOST_LISTED: u128 = 400;

/// The keyword that preserves the name of the control. JSON Schema ignores unknown keywords.
const CONTROL: &str = "x-control";

/// The keyword that preserves the condition under which a field counts.
const ONLY_IF: &str = "x-only-if";

/// The keys of the whole sheet that a schema preserves for conversion back, each with the prefix `x-`.
const SHEET_WORDS: [&str; 10] = [
    "lang",
    "closing",
    "action",
    "thanks",
    "thanks-page",
    "send",
    "reset",
    "clear",
    "in-place",
    "keep",
];

/// Something that a schema cannot express about a sheet, or a sheet about a schema: the field (none for the
/// whole), and what is lost.
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct Loss {
    /// The name of the field; empty for the form.
    pub name: String,
    /// What is lost.
    pub what: String,
    /// Whether it changes which documents are accepted, and not only how they are entered.
    pub accepts: bool,
}

impl std::fmt::Display for Loss {
    fn fmt(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        match self.name.as_str() {
            "" => f.write_str(&self.what),
            name => write!(f, "{name}: {}", self.what),
        }
    }
}

impl Sheet {
    /// The schema of the documents that the form accepts by [`read_json`](pin_notch::Form::read_json), and
    /// what it cannot express. The schema accepts whatever the form accepts. The converse also holds,
    /// except for losses marked by [`accepts`](Loss::accepts).
    ///
    /// The schema is JSON text, in which every number has all its digits.
    ///
    /// Keywords are those of <https://json-schema.org/draft/2020-12>; validators should assert `format`.
    ///
    /// ```
    /// use pin_notch_sheet::{Format, Sheet, Context};
    /// let text = "[[field]]\nname = 'temper'\ncontrol = 'rating'\nlabel = 'Temper'\nstep = 0.5\n";
    /// let (schema, lost) = Sheet::read(text, Format::Toml, &Context::default()).0.to_schema();
    /// let schema: serde_json::Value = serde_json::from_str(&schema)?;
    /// let temper = &schema["properties"]["temper"];
    /// assert_eq!(temper["multipleOf"], 0.5);
    /// assert_eq!(temper["type"], serde_json::json!(["number", "null"]));
    /// assert!(lost.is_empty());
    /// # Ok::<(), serde_json::Error>(())
    /// ```
    pub fn to_schema(&self) -> (String, Vec<Loss>) {
        let form = self.form();
        let (schema, lost) = Document::of(self, &form);
        (to_json(&schema.into()) + "\n", lost)
    }

    /// The conditions under which a field counts: its own, that of its rows, and those of its fieldsets.
    fn conditions_of(&self, name: &str) -> Vec<&Expression> {
        let own = self.fields.iter().filter(|field| field.name == name);
        let rows = self.rows.iter().filter(|rows| rows.name == name);
        let sets = self.fieldsets.iter().filter(|set| set.fields.iter().any(|field| field == name));
        own.filter_map(|field| field.only_if.as_ref())
            .chain(rows.filter_map(|rows| rows.only_if.as_ref()))
            .chain(sets.filter_map(|set| set.only_if.as_ref()))
            .collect()
    }
}
