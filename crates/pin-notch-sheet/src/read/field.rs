//! A field: its words, its options, and the control they make.

use super::Reader;
use crate::finding::{Finding, meant};
use crate::sheet::FieldSheet;
use crate::tree::{Format, Is, Node};
use crate::{tree, words};
use pin_notch::{AnyWorld, Choice, Quoted};
use pin_notch_html::Tag;

/// The most options that are read from a file.
const MOST_OPTIONS: usize = 1_000_000;

impl Reader<'_> {
    pub(super) fn field(&mut self, node: &Node) -> Option<FieldSheet> {
        let name = self.needed(node, "name", "a field");
        let control = self.needed(node, "control", "a field");
        let tag = control.and_then(|(control, span)| {
            let tag = words::control_of(&control);
            if tag.is_none() {
                let message = format!("no control is called {}", Quoted(&control));
                let all = || Tag::all().map(words::control_name);
                let help = match meant(&control, all()) {
                    Some(meant) => format!("did you mean {}?", Quoted(meant)),
                    None => format!("there are {}", all().collect::<Vec<_>>().join(", ")),
                };
                self.found.push(Finding::error("no-such-control", span, message).with_help(help));
            }
            tag
        });
        let Some(tag) = tag else {
            // Any control's words may be meant.
            let own = Tag::all().flat_map(words::own_words).copied();
            let mut any: Vec<_> = words::FIELD.into_iter().chain(own).collect();
            any.sort_unstable();
            any.dedup();
            self.words(node, "a field", &any);
            return None;
        };
        let allowed = [&words::FIELD[..], words::own_words(tag)].concat();
        self.words(node, &format!("a {}", words::control_name(tag)), &allowed);
        let (name, span) = name?;
        let label = self.text_of(node, "label").unwrap_or_default();
        let unsent = self.flag_of(node, "unsent");
        let Is::Table(members) = &node.is else { return None };
        let mut attributes = Vec::new();
        for (key, value) in members {
            let word = key.name.as_str();
            let is_ours = ["name", "control", "label", "unsent", "options", "options-from"];
            if is_ours.contains(&word) || !allowed.contains(&word) {
                continue;
            }
            if words::FLAGS.contains(&word) {
                if self.flag_of(node, word) {
                    attributes.push((word.to_owned(), String::new()));
                }
            } else if let Some(text) = self.attribute(tag, word, value) {
                attributes.push((word.to_owned(), text));
            }
        }
        let mut options = Vec::new();
        if let Some(list) = node.get("options") {
            self.options(list, &mut options);
        }
        if let Some(list) = node.get("options-from")
            && let Some(name) = self.text_of(node, "options-from")
        {
            self.options_from(&name, list, &mut options);
        }
        self.twice(node, tag, &options);
        let field = FieldSheet { name, label, tag, attributes, options, unsent, span };
        self.control(node, &field);
        Some(field)
    }

    /// A value as its attribute: lists of values with commas between them, of days with a slash.
    fn attribute(&mut self, tag: Tag, word: &str, node: &Node) -> Option<String> {
        match &node.is {
            Is::Text(text) | Is::Number(text) => Some(text.clone()),
            Is::Nothing => None,
            Is::List(items) if word == "value" => {
                let mut texts = Vec::new();
                for item in items {
                    match &item.is {
                        Is::Text(text) | Is::Number(text) => texts.push(text.as_str()),
                        _ => self.wrong_kind(item, "one of the values", "a text or a number"),
                    }
                }
                Some(texts.join(if tag == Tag::DateSpan { "/" } else { "," }))
            }
            _ => {
                self.wrong_kind(node, word, "a number or a text");
                None
            }
        }
    }

    fn options(&mut self, list: &Node, options: &mut Vec<Choice>) {
        let Is::List(items) = &list.is else {
            return self.wrong_kind(list, "options", "a list");
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
                            self.error("missing", self.head(item), "an option has no value");
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

    /// Options from a file: of JSON, a list as it stands in a sheet; else a line for each, the value and, after
    /// a tab, its text.
    fn options_from(&mut self, name: &str, at: &Node, options: &mut Vec<Choice>) {
        let text = match (self.around.files)(name) {
            Ok(text) => text,
            Err(why) => return self.error("options-from", at.span.clone(), why),
        };
        if Format::of(name) == Format::Json {
            let mut found = Vec::new();
            let list = tree::read(&text, Format::Json, &mut found);
            let mut reader = Reader { text: &text, around: self.around, found: &mut found };
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

    fn twice(&mut self, node: &Node, tag: Tag, options: &[Choice]) {
        if !words::chooses(tag) {
            return;
        }
        let span = node.get("options").or_else(|| node.get("options-from"));
        let span = span.map_or_else(|| self.head(node), |node| node.span.clone());
        let mut values: Vec<&str> = options.iter().map(|option| option.value.as_str()).collect();
        values.sort_unstable();
        if let Some(pair) = values.windows(2).find(|pair| pair[0] == pair[1]) {
            let message = format!("the option {} is there twice", Quoted(pair[0]));
            let help = "what comes back could not be told apart; give each its own value";
            self.found.push(Finding::error("option-twice", span, message).with_help(help));
        } else if values.is_empty() {
            let message = "there is nothing to choose from";
            self.found.push(Finding::remark("no-options", self.head(node), message));
        }
    }

    /// Tells what of a field cannot be used, and what is surprising about its control.
    fn control(&mut self, node: &Node, field: &FieldSheet) {
        let read = field.control(self.around.today, &AnyWorld::default());
        for note in &read.notes {
            let Some(word) = note.left_out() else { continue };
            let word = if word == "option" { "options" } else { word };
            let span = node.get(word).map_or_else(|| field.span.clone(), |node| node.span.clone());
            self.error("not-allowed", span, format!("{word}: {}", note.why()));
        }
        for remark in read.control.audit() {
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
        // A value that is not offered: a list of options that is there cannot have it later.
        if matches!(field.tag, Tag::Select | Tag::CheckGroup)
            && let Some(value) = node.get("value")
            && let Err(wrong) = read.control.check_value(read.control.default_value())
        {
            for invalid in wrong.iter().filter(|invalid| invalid.state() == "badInput") {
                self.error("not-allowed", value.span.clone(), format!("value: {invalid}"));
            }
        }
    }
}
