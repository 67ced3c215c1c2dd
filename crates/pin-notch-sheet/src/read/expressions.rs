//! What of a sheet is written as an expression: rules, and under which conditions fields and fieldsets count.

use super::Reader;
use crate::finding::{Finding, meant};
use crate::sheet::{OutputSheet, Sheet};
use crate::tree::Node;
use crate::words;
use pin_notch::{Expression, ExpressionError, ExpressionErrorKind, Quoted, Rule, Scope, Sentence};
use std::ops::Range;

impl Reader<'_> {
    pub(super) fn rules(&mut self, tree: &Node, sheet: &mut Sheet) {
        let form = sheet.form();
        let scope = Scope::of(&form);
        for node in self.tables(tree, "rule") {
            self.words(node, "a rule", &words::RULE);
            let holds = self.needed(node, "holds", "a rule");
            let message = self.needed(node, "message", "a rule");
            let warns = self.flag_of(node, "warns");
            let field = self.text_of(node, "field").filter(|name| {
                let at = node.get("field").map_or(0..0, |node| node.span.clone());
                self.named(sheet, name, at)
            });
            let Some((text, span)) = holds else { continue };
            let condition = match Expression::condition(&text, &scope) {
                Ok(condition) => condition,
                Err(error) => {
                    self.unreadable(&error, &text, &span, &scope);
                    continue;
                }
            };
            let (can_hold, can_break) = condition.outlook(&scope);
            if !can_hold {
                let message = "this rule can never hold, whatever is entered";
                self.found.push(Finding::remark("rule-never-holds", span.clone(), message));
            } else if !can_break {
                let message = "this rule always holds, whatever is entered";
                self.found.push(Finding::remark("rule-always-holds", span.clone(), message));
            }
            let Some((message, _)) = message else { continue };
            let mut rule = Rule::new(condition, &message);
            (rule.field, rule.warns) = (field, warns);
            sheet.rules.push(rule);
        }
    }

    /// Under which conditions fields and fieldsets count.
    pub(super) fn conditions(&mut self, tree: &Node, sheet: &mut Sheet) {
        let mut form = sheet.form();
        let scope = Scope::of(&form);
        for list in ["field", "fieldset"] {
            // Entries that are no tables have been reported by whoever read them first.
            for node in tree.get(list).and_then(Node::as_list).unwrap_or_default() {
                let Some(at) = node.get(words::ONLY_IF).map(|node| node.span.clone()) else {
                    continue;
                };
                let name = node.get("name").and_then(Node::as_text).map(str::to_owned);
                let (Some(name), Some(text)) = (name, self.text_of(node, words::ONLY_IF)) else {
                    continue;
                };
                let condition = match Expression::condition(&text, &scope) {
                    Ok(condition) => condition,
                    Err(error) => {
                        self.unreadable(&error, &text, &at, &scope);
                        continue;
                    }
                };
                if let (false, _) = condition.outlook(&scope) {
                    let message = format!("{} never counts, whatever is entered", Quoted(&name));
                    self.found.push(Finding::remark("never-counts", at.clone(), message));
                }
                let only_if = match list {
                    "field" => {
                        let field = self.places.get(&name).and_then(|at| sheet.fields.get_mut(*at));
                        field.map(|field| &mut field.only_if)
                    }
                    _ => {
                        let set = sheet.fieldsets.iter_mut().find(|set| set.name == name);
                        set.map(|set| &mut set.only_if)
                    }
                };
                // A field or fieldset with an error of its own was left out.
                let Some(only_if) = only_if else { continue };
                let added = match list {
                    "field" => form.only_if(&name, condition.clone()),
                    _ => form.fieldset_only_if(&name, condition.clone()),
                };
                match added {
                    Ok(with) => form = with,
                    Err(error) => {
                        let help = "let it hang on other fields, of which none hangs on this one";
                        let error = Finding::error("only-if-circle", at, error.to_string());
                        self.found.push(error.with_help(help));
                        return;
                    }
                }
                *only_if = Some(condition);
            }
        }
    }

    /// What is computed from fields.
    pub(super) fn outputs(&mut self, tree: &Node, sheet: &mut Sheet) {
        let form = sheet.form();
        let scope = Scope::of(&form);
        for node in self.tables(tree, "output") {
            self.words(node, "an output", &words::OUTPUT);
            let name = self.needed(node, "name", "an output");
            let text = self.needed(node, "text", "an output");
            let label = self.text_of(node, "label").unwrap_or_default();
            let (Some((name, at)), Some((text, span))) = (name, text) else { continue };
            let is_taken = self.places.contains_key(&name)
                || sheet.outputs.iter().any(|output| output.name == name);
            if is_taken {
                let message = format!("something else is named {}", Quoted(&name));
                self.error("name-taken", at, message);
                continue;
            }
            match Sentence::parse(&text, &scope) {
                Ok(sentence) => sheet.outputs.push(OutputSheet { name, label, sentence }),
                Err(error) => self.unreadable(&error, &text, &span, &scope),
            }
        }
    }

    /// Tells of an expression that cannot be read, and what was meant by it, as far as one can tell.
    fn unreadable(
        &mut self,
        error: &ExpressionError,
        text: &str,
        span: &Range<usize>,
        scope: &Scope,
    ) {
        const WORDS: [&str; 8] = ["and", "or", "not", "is", "empty", "in", "true", "false"];
        let (code, meant) = match error.kind() {
            ExpressionErrorKind::Syntax(_) => ("expression-syntax", None),
            ExpressionErrorKind::Mismatch(_) => ("expression-type", None),
            ExpressionErrorKind::WithoutField => ("expression-without-field", None),
            ExpressionErrorKind::NoSuchField(name) => {
                ("no-such-field", meant(name, scope.names().chain(WORDS)))
            }
        };
        let span = self.inside(span, text, error.span());
        let finding = Finding::error(code, span, error.to_string());
        let meant = meant.map(|meant| format!("did you mean {}?", Quoted(meant)));
        self.found.push(match error.help().map(str::to_owned).or(meant) {
            Some(help) => finding.with_help(help),
            None => finding,
        });
    }

    /// Where a piece of a text stands in the sheet, if the text stands there as it is.
    fn inside(&self, span: &Range<usize>, text: &str, piece: Range<usize>) -> Range<usize> {
        match self.text.get(span.clone()).and_then(|written| written.find(text)) {
            Some(at) if piece.end > piece.start => {
                span.start + at + piece.start..span.start + at + piece.end
            }
            Some(at) => span.start + at + piece.start..span.start + at + piece.start,
            None => span.clone(),
        }
    }
}
