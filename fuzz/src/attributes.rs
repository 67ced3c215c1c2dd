//! The attributes of an element: a tag, a line for each attribute, and, after an empty line, a line for
//! each option.

use crate::text;
use pin_notch::{Choice, Control, ControlKind};
use pin_notch_html::{Looks, control_of, definition_from, element_html, kind_of_tag, tag_of};

/// Each element with all of its attributes.
pub fn seeds() -> Vec<String> {
    let values =
        ["", "1", "0.5", "2026-05-14", "07:30", "a, b", "2026-05-14/2026-05-20", "2, 9", "any"];
    let seed = |kind: ControlKind| {
        values.map(|value| {
            let names = kind.attribute_names();
            let lines: Vec<String> = names.iter().map(|name| format!("{name}={value}")).collect();
            format!("{}\n{}\n\na=A\nb=B\n", tag_of(kind), lines.join("\n"))
        })
    };
    ControlKind::ALL.iter().copied().flat_map(seed).collect()
}

/// There always is a control. Its definition is written as attributes from which the same definition is
/// read.
pub fn hold(input: &[u8]) {
    let Some(text) = text(input) else { return };
    let (head, options) = text.split_once("\n\n").unwrap_or((text, ""));
    let mut lines = head.lines();
    let Some(kind) = lines.next().and_then(kind_of_tag) else { return };
    let pair = |line: &'_ str| {
        let (name, value) = line.split_once('=').unwrap_or((line, ""));
        (name.to_owned(), value.to_owned())
    };
    let given: Vec<(String, String)> = lines.map(pair).collect();
    let options: Vec<Choice> =
        options.lines().map(pair).map(|(value, text)| Choice::new(value, text)).collect();
    let find = |name: &str| given.iter().find(|(known, _)| known == name).map(|(_, v)| v.clone());
    let (mut control, _): (Control, _) =
        control_of(definition_from(kind, &options, find).definition);
    let definition = control.definition();
    let written = definition.attributes();
    let find =
        |name: &str| written.iter().find(|(known, _)| *known == name).map(|(_, v)| v.clone());
    let read = definition_from(kind, &definition.options(), find);
    assert_eq!(read.definition, definition, "{:?}", read.notes);
    assert!(read.notes.is_empty(), "{:?}", read.notes);
    assert!(element_html(&control, &[("name", "a")], &Looks::default()).starts_with("<notch-"));
    let _ = control.validity();
    control.reset();
}
