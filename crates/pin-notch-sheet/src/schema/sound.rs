//! Removes from a generated sheet whatever `check` reports as an error.

use super::Loss;
use crate::finding::{Finding, Severity};
use crate::sheet::{Context, Sheet};
use crate::tree::{self, Format, Node, Table, to_toml};
use crate::words;
use std::collections::{BTreeMap, BTreeSet};

/// The sheet as TOML. What is wrong in it is removed and listed: only a default or a label if possible,
/// otherwise the whole field.
///
/// # Errors
/// The losses, if no field is left.
pub(super) fn without_errors(
    mut sheet: Table,
    mut fields: Vec<Node>,
    lost: &mut Vec<Loss>,
) -> Result<String, String> {
    loop {
        if fields.is_empty() {
            return Err(nothing(lost));
        }
        let text = to_toml(&sheet.clone().with("field", fields.clone()).into());
        let mut found = Sheet::read(&text, Format::Toml, &Context::default()).1;
        found.retain(|one| one.severity == Severity::Error);
        if found.is_empty() {
            return Ok(text);
        }
        let places = Places::of(&text);
        let mut out: BTreeMap<usize, BTreeSet<Option<&str>>> = BTreeMap::new();
        for error in &found {
            let Some((at, word)) = places.at(error) else {
                // An error without a place cannot be removed, so there is no sheet.
                if !sheet.has("title") {
                    return Err(error.to_string());
                }
                sheet.0.retain(|(key, _)| key.name != "title");
                let what = format!("its title: {error}");
                lost.push(Loss { name: String::new(), what, accepts: false });
                continue;
            };
            let word = spared(word);
            let (what, accepts) = match word {
                Some("label") => (format!("its title: {error}"), false),
                Some(words::ONLY_IF) => (format!("its condition: {error}"), true),
                Some(_) => (format!("its default: {error}"), false),
                None => (error.to_string(), true),
            };
            let is_new = out.entry(at).or_default().insert(word);
            let name = fields.get(at).and_then(|field| field.get("name")?.as_text());
            if is_new {
                lost.push(Loss { name: name.unwrap_or_default().to_owned(), what, accepts });
            }
        }
        for (at, words) in out.into_iter().rev() {
            match fields.get_mut(at).map(|field| &mut field.is) {
                Some(tree::Is::Table(members)) if !words.contains(&None) => {
                    members.retain(|(key, _)| !words.contains(&Some(key.name.as_str())));
                }
                _ => _ = fields.remove(at),
            }
        }
    }
}

/// Why there is no sheet, with the losses so far.
fn nothing(lost: &[Loss]) -> String {
    const LISTED: usize = 8;
    let lines: Vec<String> = lost.iter().take(LISTED).map(ToString::to_string).collect();
    let more = match lost.len().saturating_sub(LISTED) {
        0 => String::new(),
        more => format!("; and {more} more"),
    };
    match lost.is_empty() {
        true => "the schema has no property, so there is nothing to enter".to_owned(),
        false => format!("none of its properties has a control: {}{more}", lines.join("; ")),
    }
}

/// The places of the fields of a sheet and of their keys in its text.
struct Places(Node);

impl Places {
    fn of(text: &str) -> Self {
        Self(tree::read(text, Format::Toml, &mut Vec::new()))
    }

    /// The field concerned by an error, by index, and the key; `None` if the error is about the title.
    fn at(&self, error: &Finding) -> Option<(usize, &str)> {
        let start = error.span.start;
        if self.0.get("title").is_some_and(|title| title.span.contains(&start)) {
            return None;
        }
        let fields = self.0.get("field").and_then(Node::as_list)?;
        // What is missing in a field is reported at its header, which is before its first key.
        let ends = |field: &Node| field.members().last().map(|(_, node)| node.span.end);
        let at = fields.iter().position(|field| ends(field) > Some(start))?;
        let stands =
            |(key, node): &&(tree::Key, Node)| (key.span.start..node.span.end).contains(&start);
        let word = fields.get(at)?.members().iter().find(stands);
        Some((at, word.map_or("", |(key, _)| key.name.as_str())))
    }
}

/// The key, if the field can do without it.
fn spared(word: &str) -> Option<&str> {
    ["label", "value", "checked", words::ONLY_IF].contains(&word).then_some(word)
}
