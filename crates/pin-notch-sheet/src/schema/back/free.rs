//! Converting free texts.

use super::super::written::{LINES, ONE_LINE, TEXT_WORDS};
use super::{Property, named, text_of};
use crate::tree::{Node, Table};
use pin_notch::{ControlKind, Definition};

impl Property<'_> {
    /// A text field, whether the schema was written by us or not.
    pub(super) fn free(&mut self, schema: &Node) -> Option<(ControlKind, Table)> {
        let kind = ControlKind::Text;
        let mut words = Table::default();
        if named(schema, &[kind]).is_some() {
            for word in TEXT_WORDS {
                if let Some(text) = text_of(schema, &format!("x-{word}")) {
                    words.put(word, text);
                }
            }
            self.example(schema, &mut words);
            return Some((kind, self.sound(words)));
        }
        for (keyword, word) in [("minLength", "minlength"), ("maxLength", "maxlength")] {
            let Some(count) = schema.get(keyword) else { continue };
            match super::number::exact(count).filter(|count| count.is_integer()).map(u32::try_from)
            {
                Some(Ok(count)) => words.put(word, count),
                _ => self.lose(format!("the keyword {keyword}"), true),
            }
        }
        if words != Table::default() {
            self.lose("that characters beyond U+FFFF count as one", true);
        }
        match text_of(schema, "format") {
            None => {}
            Some("email") => {
                words.put("type", "email");
                self.lose("forms of e-mail addresses that HTML does not support", true);
            }
            Some("uri" | "iri") => {
                words.put("type", "url");
                self.lose(
                    "which URLs are valid by RFC 3986 but not in browsers, and vice versa",
                    true,
                );
            }
            Some(other) => self.lose(format!("the format {other}"), true),
        }
        match text_of(schema, "pattern").map(whole) {
            None => self.lose("that it may have line breaks", true),
            Some(pattern) => {
                let mut definition = Definition::new(kind);
                let is_sound = definition.set_attribute("pattern", Some(&pattern)).is_ok()
                    && definition.build().is_ok();
                if is_sound {
                    words.put("pattern", pattern);
                }
                self.lose(
                    if is_sound { "that it may have line breaks" } else { "the keyword pattern" },
                    true,
                );
            }
        }
        self.example(schema, &mut words);
        Some((kind, self.sound(words)))
    }

    fn example(&mut self, schema: &Node, words: &mut Table) {
        let Some(examples) = schema.get("examples") else { return };
        let first = examples.as_list().and_then(|all| all.first()).and_then(Node::as_text);
        match first {
            Some(example) => words.put("example", example),
            None => self.lose("its examples", false),
        }
    }

    /// The keys, without invalid ones.
    fn sound(&mut self, mut words: Table) -> Table {
        let mut definition = Definition::new(ControlKind::Text);
        let mut left_out = Vec::new();
        for (key, node) in &words.0 {
            let text = node.as_text().map(str::to_owned);
            let text = text.or_else(|| super::number::exact(node).map(|number| number.to_string()));
            if definition.set_attribute(&key.name, text.as_deref()).is_err() {
                left_out.push(key.name.clone());
            }
        }
        let (_, wrong) = definition.build_or_mend();
        left_out.extend(wrong.iter().map(|error| error.attribute().to_owned()));
        for name in left_out {
            words.0.retain(|(key, _)| key.name != name);
            self.lose(format!("its {name}"), true);
        }
        words
    }
}

/// A pattern that a text must match as a whole, equivalent to one that must match somewhere in it.
fn whole(pattern: &str) -> String {
    let pattern = [ONE_LINE, LINES]
        .iter()
        .fold(pattern, |rest, lines| rest.strip_prefix(lines).unwrap_or(rest));
    let inside = pattern.strip_prefix('^').and_then(|rest| rest.strip_suffix('$'));
    match inside.filter(|inside| !inside.contains('|') && !inside.ends_with('\\')) {
        Some(inside) => inside.to_owned(),
        None => format!(r"[\s\S]*(?:{pattern})[\s\S]*"),
    }
}
