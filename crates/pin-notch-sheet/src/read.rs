//! Reading a sheet from a parsed tree, with all findings.

mod day;
mod expressions;
mod field;
mod links;
mod lists;
mod missing;
mod parts;
mod presets;
mod rows;
mod texts;

pub(crate) use parts::name_of;

use crate::finding::{Finding, meant, meant_key};
use crate::sheet::{Context, FieldSheet, FieldsetSheet, Sheet};
use crate::tree::{self, Format, Is, Node};
use crate::words;
use pin_notch::{Choice, Quoted};
use std::collections::{HashMap, HashSet};
use std::ops::Range;

/// A table of the sheet with its name, and the collector of findings.
pub(super) struct Reader<'a> {
    text: &'a str,
    context: &'a Context<'a>,
    found: &'a mut Vec<Finding>,
    /// The places of the fields read so far, by name.
    places: HashMap<String, usize>,
    /// Rows, and the fields in them without row numbers.
    in_rows: HashSet<String>,
    /// The named lists of options.
    lists: HashMap<String, Vec<Choice>>,
}

impl Sheet {
    /// Reads a sheet. All errors and remarks are found in one run, in the order of the text; everything
    /// without errors is included in the sheet nevertheless. Nothing is ignored silently.
    pub fn read(text: &str, format: Format, context: &Context) -> (Self, Vec<Finding>) {
        let mut found = Vec::new();
        let tree = tree::read(text, format, &mut found);
        let sheet = sheet(text, tree, context, &mut found);
        found.sort_by_key(|finding| (finding.span.start, finding.severity));
        (sheet, found)
    }
}

fn sheet(text: &str, tree: Node, context: &Context, found: &mut Vec<Finding>) -> Sheet {
    let (places, in_rows, lists) = Default::default();
    let mut reader = Reader { text, context, found, places, in_rows, lists };
    let mut sheet = Sheet {
        title: String::new(),
        introduction: String::new(),
        closing: String::new(),
        action: String::new(),
        thanks: String::new(),
        thanks_page: String::new(),
        lang: "en".to_owned(),
        send: "Send".to_owned(),
        reset: "Reset".to_owned(),
        clear: String::new(),
        in_place: false,
        keep: false,
        fields: Vec::new(),
        fieldsets: Vec::new(),
        rows: Vec::new(),
        links: Vec::new(),
        rules: Vec::new(),
        outputs: Vec::new(),
        presets: Vec::new(),
        parts: Vec::new(),
        texts: Default::default(),
        today: context.today,
        counts_from_today: false,
        tree: tree.clone(),
    };
    reader.words(&tree, "a sheet", &words::TOP);
    sheet.title = reader.text_of(&tree, "title").unwrap_or_default();
    sheet.introduction = reader.text_of(&tree, "introduction").unwrap_or_default();
    sheet.closing = reader.text_of(&tree, "closing").unwrap_or_default();
    sheet.action = reader.address_of(&tree, "action");
    sheet.thanks = reader.text_of(&tree, "thanks").unwrap_or_default();
    sheet.thanks_page = reader.address_of(&tree, words::THANKS_PAGE);
    sheet.lang = reader.text_of(&tree, "lang").unwrap_or(sheet.lang);
    sheet.send = reader.text_of(&tree, "send").unwrap_or(sheet.send);
    sheet.reset = reader.text_of(&tree, "reset").unwrap_or(sheet.reset);
    sheet.clear = reader.text_of(&tree, "clear").unwrap_or_default();
    sheet.in_place = reader.flag_of(&tree, "in-place");
    sheet.keep = reader.flag_of(&tree, "keep");
    reader.lists(&tree);
    for node in reader.tables(&tree, "field") {
        if node.get("control").and_then(Node::as_text) == Some(words::ROWS) {
            reader.rows(node, &mut sheet);
            continue;
        }
        if let Some(field) = reader.field(node)
            && reader.is_free(&field.name, &field.span)
        {
            reader.places.insert(field.name.clone(), sheet.fields.len());
            sheet.fields.push(field);
        }
    }
    if sheet.fields.is_empty() && reader.found.is_empty() {
        let span = tree.span.start..tree.span.start;
        let error = Finding::error("no-field", span, "there is no field in this sheet");
        reader.found.push(error.with_help("begin one with [[field]], a name and a control"));
    }
    reader.fieldsets(&tree, &mut sheet);
    reader.links(&tree, &mut sheet);
    crate::fill::follow_from_the_start(&mut sheet);
    reader.rules(&tree, &mut sheet);
    reader.conditions(&tree, &mut sheet);
    reader.conditions_of_options(&tree, &mut sheet);
    reader.outputs(&tree, &mut sheet);
    reader.presets(&tree, &mut sheet);
    reader.parts(&tree, &mut sheet);
    reader.texts(&tree, &mut sheet);
    reader.unused_lists(&tree, &sheet);
    reader.audit(&tree, &sheet);
    sheet
}

impl Reader<'_> {
    fn error(&mut self, code: &'static str, span: Range<usize>, message: impl Into<String>) {
        self.found.push(Finding::error(code, span, message));
    }

    /// Reports keys that are unknown in this table.
    fn words(&mut self, node: &Node, what: &str, words: &[&str]) {
        let Is::Table(members) = &node.is else { return };
        for (key, _) in members {
            if words.contains(&key.name.as_str()) {
                continue;
            }
            let message = format!("{what} has no {}", Quoted(&key.name));
            let mut error = Finding::error("unknown-key", key.span.clone(), message);
            error = match meant_key(&key.name, words) {
                Some(meant) => error.with_help(format!("did you mean {}?", Quoted(meant))),
                None => error.with_help(format!("it may have {}", words.join(", "))),
            };
            self.found.push(error);
        }
    }

    fn wrong_kind(&mut self, node: &Node, name: &str, right: &str) {
        let message = format!("{name} must be {right}, but this is {}", node.kind());
        self.error("wrong-kind", node.span.clone(), message);
    }

    /// A text, or a number as its text.
    fn text_of(&mut self, table: &Node, name: &str) -> Option<String> {
        let node = table.get(name)?;
        match &node.is {
            Is::Text(text) => Some(text.clone()),
            Is::Nothing => None,
            _ => {
                self.wrong_kind(node, name, "a text");
                None
            }
        }
    }

    /// A web address: absolute, or relative to the site of the form.
    fn address_of(&mut self, table: &Node, name: &str) -> String {
        let Some(text) = self.text_of(table, name) else { return String::new() };
        let scheme = text.split_once(':').map_or("", |(scheme, _)| scheme);
        let is_scheme = !scheme.is_empty() && !scheme.contains(['/', '?', '#']);
        let is_web = ["http", "https"].iter().any(|web| scheme.eq_ignore_ascii_case(web));
        if (is_scheme && !is_web) || text.contains(char::is_whitespace) {
            let span = table.get(name).map_or(0..0, |node| node.span.clone());
            let message = format!("{} is not a web address", Quoted(&text));
            let help = "write one like https://apiary.example/answers, or a path like /answers";
            self.found.push(Finding::error("no-address", span, message).with_help(help));
            return String::new();
        }
        text
    }

    fn flag_of(&mut self, table: &Node, name: &str) -> bool {
        match table.get(name).map(|node| (node, &node.is)) {
            Some((_, Is::On(on))) => *on,
            None | Some((_, Is::Nothing)) => false,
            Some((node, _)) => {
                self.wrong_kind(node, name, "true or false");
                false
            }
        }
    }

    /// The tables of a list of them, such as `[[field]]`.
    fn tables<'n>(&mut self, table: &'n Node, name: &str) -> Vec<&'n Node> {
        let Some(node) = table.get(name) else { return Vec::new() };
        let Is::List(items) = &node.is else {
            let message = format!("{name} must be a list of tables, but this is {}", node.kind());
            let error = Finding::error("wrong-kind", node.span.clone(), message);
            self.found.push(error.with_help(format!("write [[{name}]] before each")));
            return Vec::new();
        };
        let mut tables = Vec::new();
        for item in items {
            match item.is {
                Is::Table(_) => tables.push(item),
                _ => self.wrong_kind(item, name, "a table"),
            }
        }
        tables
    }

    /// A mandatory text.
    fn needed(&mut self, table: &Node, name: &str, what: &str) -> Option<(String, Range<usize>)> {
        match table.get(name) {
            Some(node) => {
                let text = self.text_of(table, name)?;
                if text.is_empty() {
                    self.error(
                        "missing",
                        node.span.clone(),
                        format!("{what} has an empty {}", Quoted(name)),
                    );
                    return None;
                }
                Some((text, node.span.clone()))
            }
            None => {
                let span = self.head(table);
                self.error("missing", span, format!("{what} needs {}", Quoted(name)));
                None
            }
        }
    }

    /// The beginning of a table, within one line.
    fn head(&self, table: &Node) -> Range<usize> {
        let start = table.span.start;
        let line = self.text[start..].find('\n').map_or(self.text.len(), |at| start + at);
        start..line.min(table.span.end.max(start))
    }

    /// Whether no field has this name yet; otherwise reports the field that does.
    fn is_free(&mut self, name: &str, span: &Range<usize>) -> bool {
        let is_free = !self.places.contains_key(name) && !self.in_rows.contains(name);
        if !is_free {
            let message = format!("two fields are named {}", Quoted(name));
            let help = "received values could not be told apart; give each its own name";
            let error = Finding::error("name-taken", span.clone(), message);
            self.found.push(error.with_help(help));
        }
        is_free
    }

    /// A name of a field of this sheet.
    fn named(&mut self, sheet: &Sheet, name: &str, span: Range<usize>) -> bool {
        if self.places.contains_key(name) || self.in_rows.contains(name) {
            return true;
        }
        let message = format!("no field is named {}", Quoted(name));
        let mut error = Finding::error("no-such-field", span, message);
        let known: Vec<String> = sheet.fields.iter().map(FieldSheet::written_name).collect();
        if let Some(meant) = meant(name, known.iter().map(String::as_str)) {
            error = error.with_help(format!("did you mean {}?", Quoted(meant)));
        }
        self.found.push(error);
        false
    }

    fn fieldsets(&mut self, tree: &Node, sheet: &mut Sheet) {
        let mut names = HashSet::new();
        let mut taken: HashMap<String, String> = HashMap::new();
        for node in self.tables(tree, "fieldset") {
            self.words(node, "a fieldset", &words::FIELDSET);
            let Some((name, span)) = self.needed(node, "name", "a fieldset") else { continue };
            if !names.insert(name.clone()) {
                self.error(
                    "name-taken",
                    span,
                    format!("two fieldsets are named {}", Quoted(&name)),
                );
                continue;
            }
            let [legend, description] =
                words::FIELDSET_TEXTS.map(|word| self.text_of(node, word).unwrap_or_default());
            let disabled = self.flag_of(node, "disabled");
            let mut fields = Vec::new();
            match node.get("fields").map(|list| (list, &list.is)) {
                Some((_, Is::List(items))) => {
                    for item in items {
                        match &item.is {
                            Is::Text(field) if self.in_rows.contains(field) => {
                                let message = format!("{} is in rows", Quoted(field));
                                self.error("in-rows", item.span.clone(), message);
                            }
                            Is::Text(field) if self.named(sheet, field, item.span.clone()) => {
                                match taken.insert(field.clone(), name.clone()) {
                                    None => fields.push(field.clone()),
                                    Some(other) => {
                                        let [field, other] =
                                            [field, &other].map(|text| Quoted(text));
                                        let message =
                                            format!("{field} is already in the fieldset {other}");
                                        self.error("in-two-fieldsets", item.span.clone(), message);
                                    }
                                }
                            }
                            Is::Text(_) => {}
                            _ => self.wrong_kind(item, "a field's name", "a text"),
                        }
                    }
                }
                Some((list, _)) => self.wrong_kind(list, "fields", "a list of names"),
                None => self.error("missing", self.head(node), "a fieldset needs \"fields\""),
            }
            sheet.fieldsets.push(FieldsetSheet {
                name,
                legend,
                description,
                fields,
                disabled,
                only_if: None,
            });
        }
    }

    /// Adds remarks about the form as a whole. (Those about controls were added with their fields.)
    fn audit(&mut self, tree: &Node, sheet: &Sheet) {
        for remark in sheet.form().audit() {
            if matches!(remark, pin_notch::FormRemark::Control { .. }) {
                continue;
            }
            let field = self.places.get(remark.name()).and_then(|at| sheet.fields.get(*at));
            if field.is_some_and(|field| !field.is_first()) {
                continue;
            }
            let rows = sheet.rows.iter().find(|rows| rows.name == remark.name());
            let span = field.map(|field| &field.span).or(rows.map(|rows| &rows.span));
            let span = span.cloned().unwrap_or(tree.span.start..tree.span.start);
            self.found.push(Finding::remark(remark.code(), span, remark.to_string()));
        }
    }
}
