//! The schema of text fields.
//!
//! JSON Schema counts code points, whereas HTML counts UTF-16 code units, of which a code point has one or
//! two. The schema's keywords express what holds for both; the field's own keys are preserved beside them.

use super::field::Writer;
use crate::tree::{Node, Table};
use pin_notch::{TextDefinition, TextField, TextKind};

/// The keys of a text field that a schema preserves for conversion back, each with the prefix `x-`.
pub(super) const TEXT_WORDS: [&str; 5] = ["type", "rows", "minlength", "maxlength", "pattern"];

/// HTML's [valid e-mail address](https://html.spec.whatwg.org/multipage/input.html#valid-e-mail-address).
const EMAIL: &str = r"[a-zA-Z0-9.!#$%&'*+\/=?^_`{|}~\-]+@[a-zA-Z0-9](?:[a-zA-Z0-9\-]{0,61}[a-zA-Z0-9])?(?:\.[a-zA-Z0-9](?:[a-zA-Z0-9\-]{0,61}[a-zA-Z0-9])?)*";

/// A lookahead: a field has no line breaks, or only line feeds.
pub(super) const ONE_LINE: &str = r"^(?=[^\n\r]*$)";
pub(super) const LINES: &str = r"^(?=[^\r]*$)";

impl Writer<'_> {
    pub(super) fn written(&mut self, field: &TextField) -> Table {
        let TextDefinition { r#type, minlength, maxlength, pattern, example, .. } =
            field.definition();
        let mut own = Table::default();
        for (word, text) in self.defined.definition.attributes() {
            if TEXT_WORDS.contains(&word) {
                own.put(&format!("x-{word}"), text);
            }
        }
        if !example.is_empty() {
            own.put("examples", vec![Node::from(example.as_str())]);
        }
        let mut limits = Table::default();
        let required = self.control.conditions().required;
        // A code point counts as at most two code units, so there are at least half as many.
        let least = minlength.map_or(0, |least| least.div_ceil(2)).max(required.into());
        if least > 0 {
            limits.put("minLength", least);
        }
        if let Some(most) = maxlength {
            limits.put("maxLength", *most);
        }
        if minlength.is_some_and(|least| least > 1) || maxlength.is_some() {
            self.lose("that a character beyond U+FFFF counts as two", true);
        }
        let lines = if field.is_multiline() { LINES } else { ONE_LINE };
        let mut patterns = vec![format!("{lines}{}", if pattern.is_none() { "" } else { "(?:" })];
        match pattern {
            Some(pattern) if has_sets(pattern) => {
                self.lose("the pattern, which JSON Schema cannot express", true);
                patterns = vec![lines.to_owned()];
            }
            Some(pattern) => patterns[0].push_str(&format!("{pattern})$")),
            None => {}
        }
        match r#type {
            TextKind::Email => patterns.push(format!("^{EMAIL}$")),
            TextKind::Url => self.lose("whether it is a URL", true),
            TextKind::Text | TextKind::Tel => {}
        }
        match patterns.len() {
            1 => limits.put("pattern", patterns.remove(0)),
            _ => {
                let one = |pattern: String| Node::from(Table::default().with("pattern", pattern));
                limits.put("allOf", patterns.into_iter().map(one).collect::<Vec<_>>());
            }
        }
        // An empty text means no text, which is not checked.
        let is_empty_fine =
            !required && (least > 0 || pattern.is_some() || *r#type == TextKind::Email);
        if is_empty_fine {
            let empty = Table::default().with("maxLength", 0_u32);
            own.put("anyOf", vec![Node::from(empty), limits.into()]);
        } else {
            own.0.extend(limits.0);
        }
        own
    }
}

/// Whether a pattern has nested character classes, which JSON Schema does not support.
fn has_sets(pattern: &str) -> bool {
    let (mut inside, mut escaped) = (false, false);
    pattern.chars().any(|c| {
        let is_set = inside && !escaped && c == '[';
        match (escaped, c) {
            (false, '[') => inside = true,
            (false, ']') => inside = false,
            _ => {}
        }
        escaped = !escaped && c == '\\';
        is_set
    })
}
