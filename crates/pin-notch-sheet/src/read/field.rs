//! Reading a field: its keys, its options, and the control they define.

use super::{Reader, day};
use crate::finding::{Finding, meant};
use crate::sheet::FieldSheet;
use crate::tree::{Format, Is, Node};
use crate::{tree, words};
use pin_notch::{
    AnyWorld, AttributeError, AttributeKind, Choice, ControlKind, Definition, Quoted, joined_list,
};
use std::collections::HashSet;
use std::ops::Range;

/// The greatest number of options read from a file.
const MOST_OPTIONS: usize = 1_000_000;

impl Reader<'_> {
    pub(super) fn field(&mut self, node: &Node) -> Option<FieldSheet> {
        let name = self.needed(node, "name", "a field");
        let control = self.needed(node, "control", "a field");
        let kind = control.and_then(|(control, span)| {
            let kind = ControlKind::from_name(&control);
            if kind.is_none() {
                let message = format!("no control is called {}", Quoted(&control));
                let all = || ControlKind::ALL.iter().map(|kind| kind.name()).chain([words::ROWS]);
                let help = match meant(&control, all()) {
                    Some(meant) => format!("did you mean {}?", Quoted(meant)),
                    None => format!("there are {}", all().collect::<Vec<_>>().join(", ")),
                };
                self.found.push(Finding::error("no-such-control", span, message).with_help(help));
            }
            kind
        });
        let Some(kind) = kind else {
            // Keys of any control may be meant.
            self.words(node, "a field", &words::any_field_words());
            return None;
        };
        self.words(node, &format!("a {}", kind.name()), &words::field_words(kind));
        let (name, span) = name?;
        let label = self.text_of(node, "label").unwrap_or_default();
        let description = match words::has_description(kind) {
            true => String::new(),
            false => self.text_of(node, words::DESCRIPTION).unwrap_or_default(),
        };
        let unsent = self.flag_of(node, "unsent");
        let (mut definition, mut follows_today) = (Definition::new(kind), false);
        for attribute in kind.attributes() {
            let Some(value) = node.get(attribute.name) else { continue };
            let mut text = match attribute.kind {
                AttributeKind::Options => None,
                AttributeKind::Flag => self.flag_of(node, attribute.name).then(String::new),
                other => self.attribute(attribute.name, other, value),
            };
            if let (AttributeKind::Date | AttributeKind::DateSpan, Some(written)) =
                (attribute.kind, &text)
                && day::is_counted(written)
            {
                follows_today = true;
                text = self.days(attribute.name, written, value);
            }
            if let Some(text) = text
                && let Err(error) = definition.set_attribute(attribute.name, Some(&text))
            {
                self.not_allowed(attribute.name, value.span.clone(), &error);
            }
        }
        let list = self.all_options(node, &mut definition);
        let field = FieldSheet {
            name,
            label,
            description,
            definition,
            list,
            unsent,
            only_if: None,
            options_if: Vec::new(),
            row: None,
            span,
            filed: node.get(words::OPTIONS_FROM).is_some(),
            follows_today,
        };
        self.control(node, &field);
        Some(field)
    }

    pub(super) fn not_allowed(&mut self, word: &str, span: Range<usize>, error: &AttributeError) {
        let why = match error {
            AttributeError::Misread { why, .. } => why.to_string(),
            AttributeError::Unknown { .. } => error.to_string(),
        };
        self.error("not-allowed", span, format!("{word}: {why}"));
    }

    /// A value in the form of its attribute: lists are separated by commas, days by a slash.
    pub(super) fn attribute(
        &mut self,
        word: &str,
        kind: AttributeKind,
        node: &Node,
    ) -> Option<String> {
        match &node.is {
            Is::Text(text) | Is::Number(text) => Some(text.clone()),
            Is::Nothing => None,
            Is::List(items) if word == "value" => {
                let mut texts = Vec::new();
                for item in items {
                    match &item.is {
                        Is::Text(text) | Is::Number(text) => texts.push(text.clone()),
                        Is::Nothing | Is::On(_) | Is::List(_) | Is::Table(_) => {
                            self.wrong_kind(item, "one of the values", "a text or a number");
                        }
                    }
                }
                Some(if kind == AttributeKind::DateSpan {
                    texts.join("/")
                } else {
                    joined_list(&texts)
                })
            }
            Is::On(_) | Is::List(_) | Is::Table(_) => {
                self.wrong_kind(node, word, "a number or a text");
                None
            }
        }
    }

    /// Reads the options of a field, from the sheet itself and from a file. Returns the name of the list
    /// that they are from, if it is a named one.
    fn all_options(&mut self, node: &Node, definition: &mut Definition) -> Option<String> {
        let (mut options, mut name) = (Vec::new(), None);
        let found = self.found.len();
        let (listed, file) = (node.get("options"), node.get(words::OPTIONS_FROM));
        if let Some(list) = listed {
            match &list.is {
                Is::Text(list_name) => {
                    self.listed(list_name, list, &mut options);
                    name = Some(list_name.clone());
                }
                _ => self.options(list, &mut options),
            }
        }
        if let Some(at) = file
            && let Some(name) = self.text_of(node, words::OPTIONS_FROM)
        {
            self.options_from(&name, at, &mut options);
        }
        let span = listed.or(file).map_or_else(|| self.head(node), |node| node.span.clone());
        if definition.kind().has_choices() {
            // If options could not be read, that has been reported.
            if options.is_empty() && self.found.len() == found {
                let message = "there is nothing to choose from";
                self.found.push(Finding::remark("no-options", self.head(node), message));
            }
            self.twice(&span, &mut options);
        }
        if let Err(error) = definition.set_options(&options) {
            self.not_allowed("options", span, &error);
        }
        name
    }

    pub(super) fn options(&mut self, list: &Node, options: &mut Vec<Choice>) {
        let Is::List(items) = &list.is else {
            return self.wrong_kind(list, "options", "a list, or the name of one");
        };
        for item in items {
            match &item.is {
                Is::Text(text) | Is::Number(text) => options.push(Choice::from(text.as_str())),
                Is::Table(_) => {
                    self.words(item, "an option", &words::OPTION);
                    let value = match item.get("value").map(|value| (value, &value.is)) {
                        Some((_, Is::Text(text) | Is::Number(text))) => text.clone(),
                        Some((value, _)) => {
                            self.wrong_kind(value, "an option's value", "a text or a number");
                            continue;
                        }
                        None => {
                            self.error("missing", self.head(item), "an option needs \"value\"");
                            continue;
                        }
                    };
                    let text = self.text_of(item, "text").unwrap_or_else(|| value.clone());
                    let mut option = Choice::new(value, text);
                    option.group = self.text_of(item, "group");
                    option.disabled = self.flag_of(item, "disabled");
                    options.push(option);
                }
                _ => self.wrong_kind(item, "an option", "a text, or a table with value and text"),
            }
        }
    }

    /// Options from a file. JSON contains a list as in a sheet; any other file has a line for each, with
    /// the value and, after a tab, its text.
    fn options_from(&mut self, name: &str, at: &Node, options: &mut Vec<Choice>) {
        let text = match (self.context.files)(name) {
            Ok(text) => text,
            Err(why) => return self.error("options-from", at.span.clone(), why),
        };
        if Format::of(name) == Format::Json {
            let mut found = Vec::new();
            let list = tree::read(&text, Format::Json, &mut found);
            let (places, in_rows, lists) = Default::default();
            let context = self.context;
            let mut reader =
                Reader { text: &text, context, found: &mut found, places, in_rows, lists };
            reader.options(&list, options);
            if let Some(first) = found.first() {
                let (line, column) = crate::finding::place(&text, first.span.start);
                let message = format!("{name}:{line}:{column}: {first}");
                self.error("options-from", at.span.clone(), message);
            }
            return;
        }
        for line in text.lines().filter(|line| !line.trim().is_empty()).take(MOST_OPTIONS) {
            let (value, text) = line.split_once('\t').unwrap_or((line, line));
            options.push(Choice::new(value.trim(), text.trim()));
        }
    }

    /// Reports duplicate options, and removes the later ones.
    fn twice(&mut self, span: &Range<usize>, options: &mut Vec<Choice>) {
        let mut seen = HashSet::new();
        let mut twice = None;
        options.retain(|option| {
            let is_first = seen.insert(option.value.clone());
            if !is_first {
                twice.get_or_insert_with(|| option.value.clone());
            }
            is_first
        });
        if let Some(value) = twice {
            let message = format!("the option {} occurs twice", Quoted(&value));
            let help = "received values could not be told apart; give each its own value";
            let error = Finding::error("option-twice", span.clone(), message);
            self.found.push(error.with_help(help));
        }
    }

    /// Reports what cannot be used in a field, and remarks about its control.
    fn control(&mut self, node: &Node, field: &FieldSheet) {
        let (control, notes) = field.control(self.context.today, &AnyWorld::default());
        for note in &notes {
            let word = note.attribute();
            let span = node.get(word).map_or_else(|| field.span.clone(), |node| node.span.clone());
            self.error("not-allowed", span, format!("{word}: {}", note.why()));
        }
        for remark in control.audit() {
            let code = remark.code();
            let words = ["max", "min", "value", "step"];
            let about = |word: &&str| {
                let about_default = *word == "value" && code.contains("default");
                code.contains(*word) || about_default
            };
            let at = words.into_iter().find(about).and_then(|word| node.get(word));
            let span = at.map_or_else(|| field.span.clone(), |node| node.span.clone());
            self.found.push(Finding::remark(code, span, remark.to_string()));
        }
        // A value that is not offered. Since the list of options is complete, it cannot be added later.
        if control.control_kind().has_choices()
            && let Some(value) = node.get("value")
            && let Err(wrong) = control.check_value(control.default_value())
        {
            for invalid in wrong.iter().filter(|invalid| invalid.state() == "badInput") {
                self.error("not-allowed", value.span.clone(), format!("value: {invalid}"));
            }
        }
    }
}
