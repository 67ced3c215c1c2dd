//! Reading the expressions of a sheet: rules, conditions and outputs.

use super::Reader;
use crate::finding::{Finding, meant};
use crate::sheet::{InRow, OutputSheet, Sheet};
use crate::tree::{Is, Node};
use crate::words;
use pin_notch::{
    Expression, ExpressionError, ExpressionErrorKind, Form, Quoted, Rule, Scope, Sentence,
};
use std::ops::Range;

impl Reader<'_> {
    /// The scope of expressions: the fields, and today's date if it is given.
    fn scope(&self, form: &Form) -> Scope {
        let scope = Scope::of(form);
        match self.context.today {
            Some(today) => scope.on(today),
            None => scope,
        }
    }

    pub(super) fn rules(&mut self, tree: &Node, sheet: &mut Sheet) {
        let form = sheet.form();
        let scope = self.scope(&form);
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
            let (wording, _) = message.clone().unwrap_or_default();
            let rules = match Rule::read(&text, &scope, &wording, field.as_deref()) {
                Ok(rules) => rules,
                Err(error) => {
                    self.unreadable(&error, &text, &span, &scope);
                    continue;
                }
            };
            let outlooks: Vec<_> = rules.iter().map(|rule| rule.holds.outlook(&scope)).collect();
            if outlooks.iter().all(|(can_hold, _)| !can_hold) {
                let message = "this rule can never hold, whatever is entered";
                self.found.push(Finding::remark("rule-never-holds", span.clone(), message));
            } else if outlooks.iter().all(|(_, can_break)| !can_break) {
                let message = "this rule always holds, whatever is entered";
                self.found.push(Finding::remark("rule-always-holds", span.clone(), message));
            }
            sheet.counts_from_today |= rules.iter().any(|rule| rule.holds.to_string() != text);
            if message.is_some() {
                let rules = rules.into_iter();
                sheet.rules.extend(rules.map(|rule| if warns { rule.warning() } else { rule }));
            }
        }
    }

    /// The conditions under which fields and fieldsets count.
    pub(super) fn conditions(&mut self, tree: &Node, sheet: &mut Sheet) {
        let mut form = sheet.form();
        let scope = self.scope(&form);
        for (node, whose) in conditional(tree, sheet) {
            let Some(at) = node.get(words::ONLY_IF).map(|node| node.span.clone()) else { continue };
            let Some(text) = self.text_of(node, words::ONLY_IF) else { continue };
            let mut never = true;
            for whose in whose {
                let scope = match &whose {
                    Whose::Field(_, Some(place)) => scope.in_row(&place.rows, place.row),
                    Whose::Field(_, None) | Whose::Rows(_) | Whose::Fieldset(_) => scope.clone(),
                };
                let condition = match Expression::condition(&text, &scope) {
                    Ok(condition) => condition,
                    Err(error) => {
                        self.unreadable(&error, &text, &at, &scope);
                        never = false;
                        break;
                    }
                };
                never &= !condition.outlook(&scope).0;
                let (only_if, added) = match &whose {
                    // A field or fieldset with an error of its own was omitted.
                    Whose::Field(name, _) => {
                        let Some(place) = self.places.get(name) else { continue };
                        let added = form.add_condition(&[name], condition.clone());
                        (&mut sheet.fields[*place].only_if, added)
                    }
                    Whose::Rows(at) => {
                        let names = sheet.rows[*at].all_names();
                        let names: Vec<&str> = names.iter().map(String::as_str).collect();
                        let added = form.add_condition(&names, condition.clone());
                        (&mut sheet.rows[*at].only_if, added)
                    }
                    Whose::Fieldset(at) => {
                        let set = &mut sheet.fieldsets[*at];
                        let added = form
                            .clone()
                            .fieldset_only_if(&set.name, condition.clone())
                            .map(|with| form = with);
                        (&mut set.only_if, added)
                    }
                };
                if let Err(error) = added {
                    let help = "make it depend on other fields that do not depend on this one";
                    let error = Finding::error("only-if-circle", at, error.to_string());
                    self.found.push(error.with_help(help));
                    return;
                }
                sheet.counts_from_today |= condition.to_string() != text;
                *only_if = Some(condition);
            }
            if never {
                let name = node.get("name").and_then(Node::as_text).unwrap_or_default();
                let message = format!("{} never counts, whatever is entered", Quoted(name));
                self.found.push(Finding::remark("never-counts", at, message));
            }
        }
    }

    /// The conditions under which options can be chosen.
    pub(super) fn conditions_of_options(&mut self, tree: &Node, sheet: &mut Sheet) {
        let mut form = sheet.form();
        let scope = self.scope(&form);
        for (node, whose) in conditional(tree, sheet) {
            let options = node.get("options").and_then(Node::as_list).unwrap_or_default();
            for option in options {
                let Some(at) = option.get(words::ONLY_IF).map(|node| node.span.clone()) else {
                    continue;
                };
                let Some(text) = self.text_of(option, words::ONLY_IF) else { continue };
                let value = option.get("value").map(|value| match &value.is {
                    Is::Text(text) | Is::Number(text) => text.clone(),
                    Is::Nothing | Is::On(_) | Is::List(_) | Is::Table(_) => String::new(),
                });
                let Some(value) = value else { continue };
                for whose in &whose {
                    let Whose::Field(name, place) = whose else { continue };
                    let Some(field) = self.places.get(name).copied() else { continue };
                    let scope = match place {
                        Some(place) => scope.in_row(&place.rows, place.row),
                        None => scope.clone(),
                    };
                    let condition = match Expression::condition(&text, &scope) {
                        Ok(condition) => condition,
                        Err(error) => {
                            self.unreadable(&error, &text, &at, &scope);
                            break;
                        }
                    };
                    match form.clone().option_only_if(name, &value, condition.clone()) {
                        Ok(with) => form = with,
                        Err(error) => {
                            self.error("not-allowed", at, error.to_string());
                            return;
                        }
                    }
                    sheet.counts_from_today |= condition.to_string() != text;
                    sheet.fields[field].options_if.push((value.clone(), condition));
                }
            }
        }
    }

    /// The outputs.
    pub(super) fn outputs(&mut self, tree: &Node, sheet: &mut Sheet) {
        let form = sheet.form();
        let scope = self.scope(&form);
        for node in self.tables(tree, "output") {
            self.words(node, "an output", &words::OUTPUT);
            let name = self.needed(node, "name", "an output");
            let text = self.needed(node, "text", "an output");
            let label = self.text_of(node, "label").unwrap_or_default();
            let (Some((name, at)), Some((text, span))) = (name, text) else { continue };
            let is_taken = self.places.contains_key(&name)
                || self.in_rows.contains(&name)
                || sheet.outputs.iter().any(|output| output.name == name);
            if is_taken {
                let message = format!("something else is named {}", Quoted(&name));
                self.error("name-taken", at, message);
                continue;
            }
            match Sentence::parse(&text, &scope) {
                Ok(sentence) => {
                    sheet.counts_from_today |= sentence.to_string() != text;
                    sheet.outputs.push(OutputSheet { name, label, sentence });
                }
                Err(error) => self.unreadable(&error, &text, &span, &scope),
            }
        }
    }

    /// A sentence over the fields of the sheet.
    pub(super) fn sentence(
        &mut self,
        text: &str,
        span: &Range<usize>,
        sheet: &Sheet,
    ) -> Option<Sentence> {
        let form = sheet.form();
        let scope = self.scope(&form);
        let read = Sentence::parse(text, &scope);
        read.map_err(|error| self.unreadable(&error, text, span, &scope)).ok()
    }

    /// Reports an expression that cannot be parsed, with a guess at what was meant.
    fn unreadable(
        &mut self,
        error: &ExpressionError,
        text: &str,
        span: &Range<usize>,
        scope: &Scope,
    ) {
        const WORDS: [&str; 8] = ["and", "or", "not", "is", "empty", "in", "true", "false"];
        let in_rows: Vec<String> = scope.names_in_rows().collect();
        let (code, meant) = match error.kind() {
            ExpressionErrorKind::Syntax(_) => ("expression-syntax", None),
            ExpressionErrorKind::Mismatch(_) => ("expression-type", None),
            ExpressionErrorKind::WithoutField => ("expression-without-field", None),
            ExpressionErrorKind::OfEachRow(_) => ("of-each-row", None),
            ExpressionErrorKind::NoSuchField(name) => {
                let known = scope.names().chain(WORDS).chain(in_rows.iter().map(String::as_str));
                ("no-such-field", meant(name, known))
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

    /// The place of a part of a text in the sheet, if the text is written there without escapes.
    fn inside(&self, span: &Range<usize>, text: &str, piece: Range<usize>) -> Range<usize> {
        match self.text.get(span.clone()).and_then(|written| written.find(text)) {
            Some(at) => {
                let start = span.start + at;
                start + piece.start..start + piece.end
            }
            None => span.clone(),
        }
    }
}

/// Something that counts only under a condition.
enum Whose {
    /// A field, by name, and its row.
    Field(String, Option<InRow>),
    /// Rows, by index.
    Rows(usize),
    /// A fieldset, by index.
    Fieldset(usize),
}

/// All tables of fields, rows and fieldsets, with what they define: a field of rows defines one in each
/// row. (Entries that are not tables have already been reported.)
fn conditional<'n>(tree: &'n Node, sheet: &Sheet) -> Vec<(&'n Node, Vec<Whose>)> {
    let name = |node: &Node| node.get("name").and_then(Node::as_text).map(str::to_owned);
    let list =
        |node: &'n Node, name: &str| node.get(name).and_then(Node::as_list).unwrap_or_default();
    let mut all = Vec::new();
    for node in list(tree, "field") {
        let Some(own) = name(node) else { continue };
        let Some(at) = sheet.rows.iter().position(|rows| rows.name == own) else {
            all.push((node, vec![Whose::Field(own, None)]));
            continue;
        };
        all.push((node, vec![Whose::Rows(at)]));
        let rows = &sheet.rows[at];
        for inner in list(node, "field") {
            let Some(field) = name(inner) else { continue };
            let in_row = |row| {
                let place = InRow { rows: own.clone(), row, field: field.clone() };
                Whose::Field(rows.name_in(row, &field), Some(place))
            };
            all.push((inner, (1..=rows.most).map(in_row).collect()));
        }
    }
    for node in list(tree, "fieldset") {
        let at = sheet.fieldsets.iter().position(|set| Some(&set.name) == name(node).as_ref());
        all.extend(at.map(|at| (node, vec![Whose::Fieldset(at)])));
    }
    all
}
