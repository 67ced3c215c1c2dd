//! Keywords that apply to every type of value.

use super::text_of;
use crate::tree::{Is, Node};
use pin_notch::{ControlKind, Definition, ValueKind};
use std::collections::BTreeSet;

/// The greatest number of references followed.
const DEEPEST: usize = 16;

/// The schema itself, or the target of its reference within the document.
pub(super) fn resolved<'s>(root: &'s Node, mut schema: &'s Node) -> Option<&'s Node> {
    for _ in 0..DEEPEST {
        match text_of(schema, "$ref") {
            None => return matches!(schema.is, Is::Table(_)).then_some(schema),
            Some(to) => schema = pointed_at(root, to.strip_prefix('#')?)?,
        }
    }
    None
}

/// The target of a JSON pointer (RFC 6901).
fn pointed_at<'s>(root: &'s Node, pointer: &str) -> Option<&'s Node> {
    let mut tokens = pointer.split('/');
    if tokens.next() != Some("") {
        return None;
    }
    tokens.try_fold(root, |node, token| {
        let name = token.replace("~1", "/").replace("~0", "~");
        match node.as_list() {
            Some(items) => items.get(name.parse::<usize>().ok()?),
            None => node.get(&name),
        }
    })
}

/// Keywords supported for a kind of value, besides those supported for all.
pub(super) fn carried(kind: &str) -> &'static [&'static str] {
    match kind {
        "number" | "integer" => &[
            "minimum",
            "maximum",
            "exclusiveMinimum",
            "exclusiveMaximum",
            "multipleOf",
            "enum",
            "const",
        ],
        "string" => &[
            "enum",
            "const",
            "oneOf",
            "format",
            "pattern",
            "minLength",
            "maxLength",
            "examples",
            "anyOf",
            "allOf",
        ],
        "array" => &["items", "uniqueItems", "minItems", "maxItems"],
        "boolean" => &["const", "enum"],
        _ => &[],
    }
}

/// The types that the schema accepts, as far as it says.
pub(super) fn types(schema: &Node) -> Vec<&str> {
    match schema.get("type").map(|node| &node.is) {
        Some(Is::Text(one)) => vec![one],
        Some(Is::List(types)) => types.iter().filter_map(Node::as_text).collect(),
        Some(_) => Vec::new(),
        None => {
            let one_of = schema.get("oneOf").and_then(Node::as_list).unwrap_or_default();
            let all = listed(schema)
                .unwrap_or_else(|| one_of.iter().filter_map(|one| one.get("const")).collect());
            let named = all.iter().map(|node| match node.is {
                Is::Nothing => "null",
                Is::On(_) => "boolean",
                Is::Number(_) => "number",
                Is::Text(_) => "string",
                Is::List(_) => "array",
                Is::Table(_) => "object",
            });
            named.collect::<BTreeSet<_>>().into_iter().collect()
        }
    }
}

/// The values listed by the schema, if it lists any.
pub(super) fn listed(schema: &Node) -> Option<Vec<&Node>> {
    match (schema.get("enum").and_then(Node::as_list), schema.get("const")) {
        (Some(all), None) => Some(all.iter().collect()),
        (Some(all), Some(one)) => Some(all.iter().filter(|other| other.is == one.is).collect()),
        (None, one) => one.map(|one| vec![one]),
    }
}

/// Whether this schema only accepts null.
pub(super) fn is_null(schema: &Node) -> bool {
    text_of(schema, "type") == Some("null")
        || schema.get("const").is_some_and(|one| one.is == Is::Nothing)
}

/// Whether null is among the listed values, if any.
pub(super) fn lists_null(schema: &Node) -> bool {
    let one_of = schema.get("oneOf").and_then(Node::as_list);
    listed(schema).is_none_or(|all| all.iter().any(|one| one.is == Is::Nothing))
        && one_of.is_none_or(|all| all.iter().any(is_null))
}

/// The kind of values of a control with the default definition of this kind. (A select of several has
/// lists of texts instead.)
pub(super) fn value_kind(kind: ControlKind) -> Option<ValueKind> {
    Definition::new(kind).build().ok().map(|control| control.kind())
}

/// The key and the value for a default, if the control can hold it.
pub(super) fn default_of(kind: ControlKind, default: &Node) -> Option<(&'static str, Is)> {
    let is_text = |node: &Node| node.as_text().is_some();
    let is_number = |node: &Node| node.as_number().is_some();
    let are_texts = || default.as_list().is_some_and(|all| all.iter().all(is_text));
    let fits = match value_kind(kind)? {
        ValueKind::On => match default.is {
            Is::On(true) => return Some(("checked", Is::On(true))),
            Is::On(false) => return Some(("checked", Is::Nothing)),
            Is::Nothing | Is::Number(_) | Is::Text(_) | Is::List(_) | Is::Table(_) => false,
        },
        ValueKind::Number => is_number(default),
        ValueKind::Span => default.as_list()?.iter().all(is_number),
        ValueKind::Texts | ValueKind::Dates => are_texts(),
        ValueKind::Text => is_text(default) || (kind == ControlKind::Select && are_texts()),
        ValueKind::Date
        | ValueKind::Month
        | ValueKind::Week
        | ValueKind::Time
        | ValueKind::DateTime => is_text(default),
    };
    (fits || default.is == Is::Nothing).then(|| ("value", default.is.clone()))
}
