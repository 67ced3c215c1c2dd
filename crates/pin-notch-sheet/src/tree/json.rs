//! Trees from JSON and as JSON.

use super::{Is, Key, Node};
use crate::finding::Finding;
use pin_notch::Quoted;
use serde::Deserialize;
use serde::de::{Deserializer, MapAccess, Visitor};
use serde_json::value::RawValue;
use std::collections::HashSet;
use std::fmt;

/// The members of a JSON object in order, with each value as source text.
struct Members<'a>(Vec<(String, &'a RawValue)>);

impl<'de: 'a, 'a> Deserialize<'de> for Members<'a> {
    fn deserialize<D: Deserializer<'de>>(deserializer: D) -> Result<Self, D::Error> {
        struct All;
        impl<'de> Visitor<'de> for All {
            type Value = Members<'de>;
            fn expecting(&self, f: &mut fmt::Formatter) -> fmt::Result {
                f.write_str("an object")
            }
            fn visit_map<A: MapAccess<'de>>(self, mut map: A) -> Result<Self::Value, A::Error> {
                let mut all = Vec::new();
                while let Some(member) = map.next_entry()? {
                    all.push(member);
                }
                Ok(Members(all))
            }
        }
        deserializer.deserialize_map(All)
    }
}

pub(super) fn from_json(text: &str, found: &mut Vec<Finding>) -> Node {
    match serde_json::from_str::<&RawValue>(text) {
        Ok(raw) => json_node(text, raw, DEEPEST, found),
        Err(error) => {
            let before: usize =
                text.split_inclusive('\n').take(error.line().max(1) - 1).map(str::len).sum();
            let at = (before + error.column().saturating_sub(1)).min(text.len());
            let at = (0..=at).rev().find(|at| text.is_char_boundary(*at)).unwrap_or(0);
            let message = error.to_string();
            let message = message.split(" at line ").next().unwrap_or_default();
            let next = text[at..].chars().next().map_or(0, char::len_utf8);
            found.push(Finding::error(
                "not-json",
                at..at + next,
                format!("this is not JSON: {message}"),
            ));
            Node { span: 0..0, is: Is::Table(Vec::new()) }
        }
    }
}

/// The maximum nesting depth, because trees are walked recursively.
const DEEPEST: usize = 64;

/// A valid JSON value. It is a slice of `text`, from which its place is known.
fn json_node(text: &str, raw: &RawValue, deepest: usize, found: &mut Vec<Finding>) -> Node {
    let value = raw.get();
    let start = value.as_ptr() as usize - text.as_ptr() as usize;
    let span = start..start + value.len();
    let is = match value.as_bytes().first() {
        Some(b'{' | b'[') if deepest == 0 => {
            let message = format!("this is nested more than {DEEPEST} levels deep");
            found.push(Finding::error("too-deep", start..start + 1, message));
            Is::Nothing
        }
        Some(b'{') => {
            let Members(members) = serde_json::from_str(value).unwrap_or(Members(Vec::new()));
            let mut before = start + 1;
            let mut names = HashSet::new();
            let keyed = members.into_iter().filter_map(|(name, raw)| {
                let node = json_node(text, raw, deepest - 1, found);
                // Between the previous value and this one, there are only the key and separators.
                let from = text[before..].find('"').map_or(before, |at| before + at);
                let to = text[from..node.span.start].rfind('"').map_or(from, |at| from + at + 1);
                before = node.span.end;
                if !names.insert(name.clone()) {
                    let message = format!("{} is given twice", Quoted(&name));
                    found.push(Finding::error("key-twice", from..to, message));
                    return None;
                }
                Some((Key { span: from..to, name }, node))
            });
            Is::Table(keyed.collect())
        }
        Some(b'[') => {
            let items: Vec<&RawValue> = serde_json::from_str(value).unwrap_or_default();
            Is::List(
                items.into_iter().map(|raw| json_node(text, raw, deepest - 1, found)).collect(),
            )
        }
        Some(b'"') => Is::Text(serde_json::from_str(value).unwrap_or_default()),
        Some(b't') => Is::On(true),
        Some(b'f') => Is::On(false),
        Some(b'n') => Is::Nothing,
        _ => Is::Number(value.to_owned()),
    };
    Node { span, is }
}

/// The tree as JSON text, indented by two spaces for each level, with every digit of numbers.
pub(crate) fn to_json(node: &Node) -> String {
    let mut text = String::new();
    write_json(&mut text, &node.is, 0);
    text
}

fn write_json(text: &mut String, is: &Is, level: usize) {
    match is {
        Is::Nothing => text.push_str("null"),
        Is::On(on) => text.push_str(if *on { "true" } else { "false" }),
        // TOML's infinite numbers and NaN have no equivalent in JSON.
        Is::Number(number) => match serde_json::from_str::<&RawValue>(number) {
            Ok(_) => text.push_str(number),
            Err(_) => text.push_str(&json_text(number)),
        },
        Is::Text(value) => text.push_str(&json_text(value)),
        Is::List(items) => {
            let items = items.iter().map(|item| ("".to_owned(), &item.is));
            write_members(text, '[', items, ']', level);
        }
        Is::Table(members) => {
            let members = members.iter().map(|(key, node)| (json_text(&key.name) + ": ", &node.is));
            write_members(text, '{', members, '}', level);
        }
    }
}

fn write_members<'a>(
    text: &mut String,
    open: char,
    members: impl Iterator<Item = (String, &'a Is)>,
    close: char,
    level: usize,
) {
    let new_line = |text: &mut String, level: usize| {
        text.push('\n');
        text.push_str(&"  ".repeat(level));
    };
    text.push(open);
    let mut is_empty = true;
    for (key, is) in members {
        if !is_empty {
            text.push(',');
        }
        is_empty = false;
        new_line(text, level + 1);
        text.push_str(&key);
        write_json(text, is, level + 1);
    }
    if !is_empty {
        new_line(text, level);
    }
    text.push(close);
}

fn json_text(text: &str) -> String {
    // A text can always be written as JSON.
    serde_json::to_string(text).unwrap_or_default()
}
