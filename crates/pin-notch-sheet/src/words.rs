//! The words that a sheet may use. Those of a field are the attributes of its element.

use pin_notch_html::Tag;

/// What stands at the top.
pub(crate) const TOP: [&str; 9] =
    ["title", "lang", "send", "reset", "field", "fieldset", "link", "rule", "texts"];

/// What every field may have.
pub(crate) const FIELD: [&str; 9] =
    ["name", "control", "label", "value", "required", "disabled", "readonly", "unsent", "options"];

pub(crate) const FIELDSET: [&str; 4] = ["name", "legend", "fields", "disabled"];
pub(crate) const LINK: [&str; 5] = ["from", "to", "from-range", "to-range", "one-way"];
pub(crate) const RULE: [&str; 3] = ["holds", "message", "warns"];
pub(crate) const TEXTS: [&str; 6] = ["title", "send", "reset", "fields", "fieldsets", "messages"];
pub(crate) const OPTION: [&str; 4] = ["value", "text", "group", "disabled"];

/// Words of a field that are true or false.
pub(crate) const FLAGS: [&str; 14] = [
    "required",
    "disabled",
    "readonly",
    "unsent",
    "reversed",
    "checked",
    "indeterminate",
    "push",
    "wrap",
    "multiple",
    "filter",
    "always-open",
    "two-fields",
    "across-blocked",
];

/// Words of a field that people read, and that a language may have its own of.
pub(crate) const READ: [&str; 11] = [
    "label",
    "unit",
    "placeholder",
    "readout",
    "preview",
    "empty-text",
    "caption-on",
    "caption-off",
    "description",
    "parent",
    "options",
];

/// The name of a control in a sheet: its tag without what all tags begin with.
pub(crate) fn control_name(tag: Tag) -> &'static str {
    tag.name().trim_start_matches("notch-")
}

pub(crate) fn control_of(name: &str) -> Option<Tag> {
    Tag::all().find(|tag| control_name(*tag) == name)
}

/// What a field of this control may have besides.
pub(crate) fn own_words(tag: Tag) -> &'static [&'static str] {
    match tag {
        Tag::Slider => &[
            "min",
            "max",
            "step",
            "step-base",
            "unit",
            "orientation",
            "reversed",
            "scale",
            "page-step",
            "readout",
        ],
        Tag::SpanSlider => {
            &["min", "max", "step", "step-base", "unit", "orientation", "least", "most", "push"]
        }
        Tag::Rating => &["min", "max", "step", "readout", "preview", "empty-text", "lit", "icon"],
        Tag::Switch => &["checked", "caption-on", "caption-off"],
        Tag::Checkbox => &["checked", "indeterminate", "description"],
        Tag::CheckGroup => &["parent", "least", "most", "options-from"],
        Tag::Stepper => &["min", "max", "step", "step-base", "unit", "placeholder", "wrap"],
        Tag::ItemStepper => &["wrap", "options-from"],
        Tag::Select => &["multiple", "filter", "placeholder", "least", "most", "options-from"],
        Tag::Date => &["min", "max", "step", "placeholder", "pattern", "first-day", "always-open"],
        Tag::DateSpan => &[
            "min",
            "max",
            "step",
            "placeholder",
            "pattern",
            "first-day",
            "always-open",
            "two-fields",
            "across-blocked",
            "least",
            "most",
        ],
        _ => &["min", "max", "step", "near"],
    }
}

/// Whether the options of this control are what is chosen from, so that each may stand there once.
pub(crate) fn chooses(tag: Tag) -> bool {
    matches!(tag, Tag::CheckGroup | Tag::ItemStepper | Tag::Select)
}
