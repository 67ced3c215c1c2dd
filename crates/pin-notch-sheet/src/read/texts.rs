//! Reading the texts of other languages.

use super::Reader;
use crate::sheet::{RowsSheet, Sheet, Texts};
use crate::tree::{Is, Key, Node};
use crate::words;
use pin_notch::Quoted;

impl Reader<'_> {
    pub(super) fn texts(&mut self, tree: &Node, sheet: &mut Sheet) {
        for (language, node) in self.members(tree, "texts") {
            if !matches!(node.is, Is::Table(_)) {
                self.wrong_kind(node, &language.name, "a table of texts");
                continue;
            }
            self.words(node, "a language", &words::TEXTS);
            let mut texts = Texts {
                title: self.text_of(node, "title"),
                introduction: self.text_of(node, "introduction"),
                closing: self.text_of(node, "closing"),
                thanks: self.text_of(node, "thanks"),
                send: self.text_of(node, "send"),
                reset: self.text_of(node, "reset"),
                clear: self.text_of(node, "clear"),
                ..Texts::default()
            };
            for (key, words) in self.members(node, "options") {
                let Some(list) = self.lists.get(&key.name).cloned() else {
                    let missing = format!("no list of options is named {}", Quoted(&key.name));
                    self.error("no-such-text", key.span.clone(), missing);
                    continue;
                };
                for (value, _) in self.members(node.get("options").unwrap_or(node), &key.name) {
                    let known = list.iter().any(|option| option.value == value.name);
                    let missing = format!("{} has no option {}", key.name, Quoted(&value.name));
                    if !known {
                        self.error("no-such-text", value.span.clone(), missing);
                    } else if let Some(text) = self.text_of(words, &value.name) {
                        let options = texts.lists.entry(key.name.clone()).or_default();
                        options.insert(value.name.clone(), text);
                    }
                }
            }
            for (key, words) in self.members(node, "fields") {
                if let Some(rows) = sheet.rows.iter().find(|rows| rows.name == key.name) {
                    self.rows_texts(rows, words, &mut texts);
                } else if self.named(sheet, &key.name, key.span.clone()) {
                    self.field_texts(&key.name, words, sheet, &mut texts);
                }
            }
            for (key, words) in self.members(node, "fieldsets") {
                if !sheet.fieldsets.iter().any(|set| set.name == key.name) {
                    let missing = format!("no fieldset is named {}", Quoted(&key.name));
                    self.error("no-such-text", key.span.clone(), missing);
                    continue;
                }
                // A text by itself is the legend.
                let own = match &words.is {
                    Is::Table(_) => {
                        self.words(words, "the text of a fieldset", &words::FIELDSET_TEXTS);
                        words::FIELDSET_TEXTS.map(|word| self.text_of(words, word))
                    }
                    Is::Text(legend) => [Some(legend.clone()), None],
                    Is::Nothing | Is::On(_) | Is::Number(_) | Is::List(_) => {
                        self.wrong_kind(words, &key.name, "a legend, or a table of texts");
                        continue;
                    }
                };
                texts.fieldsets.insert(key.name.clone(), own);
            }
            for (key, words) in self.members(node, "outputs") {
                self.output_texts(key, words, sheet, &mut texts);
            }
            for (key, _) in self.members(node, "parts") {
                let known = sheet.parts.iter().any(|part| part.name == key.name);
                let missing = format!("no part is named {}", Quoted(&key.name));
                if let Some(text) = self.known(node, "parts", key, known, missing) {
                    texts.parts.insert(key.name.clone(), text);
                }
            }
            for (key, _) in self.members(node, "presets") {
                let known = sheet.presets.iter().any(|preset| preset.name == key.name);
                let missing = format!("no preset is named {}", Quoted(&key.name));
                if let Some(text) = self.known(node, "presets", key, known, missing) {
                    texts.presets.insert(key.name.clone(), text);
                }
            }
            for (key, _) in self.members(node, "messages") {
                let known = sheet.rules.iter().any(|rule| rule.message == key.name);
                let missing = format!("no rule says {}", Quoted(&key.name));
                if let Some(text) = self.known(node, "messages", key, known, missing) {
                    texts.messages.insert(key.name.clone(), text);
                }
            }
            self.missing(&language.name, language.span.clone(), &texts, sheet);
            sheet.texts.insert(language.name.clone(), texts);
        }
    }

    /// The members of the table under this name; none if there is no such table.
    pub(super) fn members<'n>(&mut self, node: &'n Node, name: &str) -> &'n [(Key, Node)] {
        match node.get(name).map(|table| (table, &table.is)) {
            Some((_, Is::Table(members))) => members,
            Some((table, _)) => {
                self.wrong_kind(table, name, "a table");
                &[]
            }
            None => &[],
        }
    }

    /// A text for something that must be in the sheet.
    fn known(
        &mut self,
        node: &Node,
        table: &str,
        key: &Key,
        known: bool,
        missing: String,
    ) -> Option<String> {
        if !known {
            self.error("no-such-text", key.span.clone(), missing);
            return None;
        }
        self.text_of(node.get(table)?, &key.name)
    }

    /// A text by itself is the label.
    fn output_texts(&mut self, key: &Key, node: &Node, sheet: &Sheet, texts: &mut Texts) {
        if !sheet.outputs.iter().any(|output| output.name == key.name) {
            let missing = format!("no output is named {}", Quoted(&key.name));
            return self.error("no-such-text", key.span.clone(), missing);
        }
        let own = match &node.is {
            Is::Text(label) => (Some(label.clone()), None),
            Is::Table(_) => {
                self.words(node, "the text of an output", &words::OUTPUT_TEXTS);
                let [label, text] = words::OUTPUT_TEXTS.map(|word| self.text_of(node, word));
                let span = node.get("text").map_or(0..0, |node| node.span.clone());
                (label, text.and_then(|text| self.sentence(&text, &span, sheet)))
            }
            Is::Nothing | Is::On(_) | Is::Number(_) | Is::List(_) => {
                return self.wrong_kind(node, &key.name, "a label, or a table of texts");
            }
        };
        texts.outputs.insert(key.name.clone(), own);
    }

    fn rows_texts(&mut self, rows: &RowsSheet, node: &Node, texts: &mut Texts) {
        if !matches!(node.is, Is::Table(_)) {
            return self.wrong_kind(node, &rows.name, "a table of texts");
        }
        self.words(node, "the text of rows", &words::ROWS_TEXTS);
        for word in words::ROWS_TEXTS {
            if let Some(text) = self.text_of(node, word) {
                let own = texts.fields.entry(rows.name.clone()).or_default();
                own.push((word.to_owned(), text));
            }
        }
    }

    fn field_texts(&mut self, name: &str, node: &Node, sheet: &Sheet, texts: &mut Texts) {
        let Is::Table(words) = &node.is else {
            return self.wrong_kind(node, name, "a table of texts");
        };
        let field = sheet.fields.iter().find(|field| field.written_name() == name);
        let Some(field) = field else { return };
        let allowed = words::read_words(field.definition.kind());
        self.words(node, "the text of a field", &allowed);
        for (key, text) in words.iter().filter(|(key, _)| key.name != "options") {
            let word = key.name.as_str();
            let Some(read) = self.text_of(node, word) else { continue };
            if !allowed.contains(&word) {
                continue;
            }
            let is_attribute = field.definition.kind().attribute_names().contains(&word);
            if is_attribute
                && let Err(error) = field.definition.clone().set_attribute(word, Some(&read))
            {
                self.not_allowed(word, text.span.clone(), &error);
                continue;
            }
            let words = texts.fields.entry(name.to_owned()).or_default();
            words.push((word.to_owned(), read));
        }
        let options = field.definition.options();
        for (key, _) in self.members(node, "options") {
            let known = options.iter().any(|option| option.value == key.name);
            let missing = format!("{name} has no option {}", Quoted(&key.name));
            if let Some(text) = self.known(node, "options", key, known, missing) {
                let options = texts.options.entry(name.to_owned()).or_default();
                options.insert(key.name.clone(), text);
            }
        }
    }
}
