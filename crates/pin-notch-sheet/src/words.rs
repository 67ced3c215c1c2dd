//! The keys of a sheet. Those of a field include the attributes of its control.

// Every match over the controls is exhaustive, so that the compiler reports each place that a new one
// concerns.
#![warn(clippy::wildcard_enum_match_arm)]

use pin_notch::{Attribute, AttributeKind, ControlKind};

/// The keys at the top level.
pub(crate) const TOP: [&str; 21] = [
    "title",
    "introduction",
    "closing",
    "action",
    "thanks",
    THANKS_PAGE,
    "lang",
    "send",
    "reset",
    "clear",
    "in-place",
    "keep",
    "options",
    "field",
    "fieldset",
    "link",
    "rule",
    "output",
    "preset",
    "part",
    "texts",
];

/// The address of the page shown after the form was accepted.
pub(crate) const THANKS_PAGE: &str = "thanks-page";

/// The keys of a field besides the attributes of its control.
pub(crate) const FIELD: [&str; 6] = ["name", "control", "label", DESCRIPTION, "unsent", ONLY_IF];

/// The value of `control` for rows.
pub(crate) const ROWS: &str = "rows";

/// The keys of rows.
pub(crate) const ROWS_WORDS: [&str; 9] =
    ["name", "control", "label", DESCRIPTION, ONLY_IF, "least", "most", ADD, "field"];

/// The text of the button that adds a row.
pub(crate) const ADD: &str = "add";

/// The keys of rows with texts for people.
pub(crate) const ROWS_TEXTS: [&str; 3] = ["label", DESCRIPTION, ADD];

/// The description of a field or a fieldset.
pub(crate) const DESCRIPTION: &str = "description";

/// The condition under which a field or a fieldset counts.
pub(crate) const ONLY_IF: &str = "only-if";

/// The name of a file with options.
pub(crate) const OPTIONS_FROM: &str = "options-from";

pub(crate) const FIELDSET: [&str; 6] =
    ["name", "legend", DESCRIPTION, "fields", "disabled", ONLY_IF];
/// The keys of a fieldset with texts for people.
pub(crate) const FIELDSET_TEXTS: [&str; 2] = ["legend", DESCRIPTION];
pub(crate) const LINK: [&str; 5] = ["from", "to", "from-range", "to-range", "one-way"];
pub(crate) const RULE: [&str; 4] = ["holds", "message", "field", "warns"];
pub(crate) const PART: [&str; 3] = ["name", "title", "fields"];
pub(crate) const PRESET: [&str; 3] = ["name", "label", "values"];
pub(crate) const OUTPUT: [&str; 3] = ["name", "label", "text"];
/// The keys of an output with texts for people.
pub(crate) const OUTPUT_TEXTS: [&str; 2] = ["label", "text"];
pub(crate) const TEXTS: [&str; 14] = [
    "title",
    "introduction",
    "closing",
    "thanks",
    "send",
    "reset",
    "clear",
    "options",
    "fields",
    "fieldsets",
    "outputs",
    "presets",
    "parts",
    "messages",
];
pub(crate) const OPTION: [&str; 5] = ["value", "text", "group", "disabled", ONLY_IF];

/// The keys of a field with this control.
pub(crate) fn field_words(kind: ControlKind) -> Vec<&'static str> {
    let attributes = kind.attributes().iter().map(|attribute| attribute.name);
    let attributes = attributes.filter(|name| *name != DESCRIPTION);
    let mut words: Vec<&str> = FIELD.into_iter().chain(attributes).collect();
    if kind.has_choices() {
        words.push(OPTIONS_FROM);
    }
    words
}

/// The keys of a field with any control.
pub(crate) fn any_field_words() -> Vec<&'static str> {
    let mut any: Vec<&str> = ControlKind::ALL.iter().copied().flat_map(field_words).collect();
    any.sort_unstable();
    any.dedup();
    any
}

/// The keys of a field with texts for people, which can be translated.
pub(crate) fn read_words(kind: ControlKind) -> Vec<&'static str> {
    let attributes = kind.attributes().iter().filter(|attribute| is_read(attribute));
    let own = attributes.map(|attribute| attribute.name).filter(|name| *name != DESCRIPTION);
    ["label", DESCRIPTION].into_iter().chain(own).collect()
}

/// Whether the description is an attribute of such a control.
pub(crate) fn has_description(kind: ControlKind) -> bool {
    kind.attribute_names().contains(&DESCRIPTION)
}

fn is_read(attribute: &Attribute) -> bool {
    match attribute.kind {
        AttributeKind::Text => {
            !["value", "icon", "pattern", "autocomplete"].contains(&attribute.name)
        }
        AttributeKind::Wording | AttributeKind::Names | AttributeKind::Options => true,
        AttributeKind::Number
        | AttributeKind::Count
        | AttributeKind::Step
        | AttributeKind::Flag
        | AttributeKind::Texts
        | AttributeKind::Token(_)
        | AttributeKind::DatePattern
        | AttributeKind::NumberPattern
        | AttributeKind::Date
        | AttributeKind::Month
        | AttributeKind::Week
        | AttributeKind::Time
        | AttributeKind::DateTime
        | AttributeKind::Span
        | AttributeKind::DateSpan
        | AttributeKind::Scale => false,
    }
}
