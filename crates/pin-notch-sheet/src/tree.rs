//! A sheet's text as a tree in which every node knows its place, common to TOML and JSON.

use crate::finding::Finding;
use pin_notch::{Decimal, Quoted, number_text};
use serde::Deserialize;
use serde::de::{Deserializer, MapAccess, Visitor};
use serde_json::value::RawValue;
use std::collections::HashSet;
use std::fmt;
use std::ops::Range;
use toml::de::{DeTable, DeValue};

/// The two formats of a sheet, with the same content.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Format {
    /// TOML, for files whose name ends in `.toml`.
    Toml,
    /// JSON, for files whose name ends in `.json`.
    Json,
}

impl Format {
    /// The format of a file with this name: TOML unless it ends in `.json`.
    ///
    /// ```
    /// use pin_notch_sheet::Format;
    /// assert_eq!(Format::of("inspection.json"), Format::Json);
    /// ```
    pub fn of(name: &str) -> Self {
        if name.to_ascii_lowercase().ends_with(".json") { Self::Json } else { Self::Toml }
    }
}

/// A node of a sheet, and its byte range in the text.
#[derive(Clone, Debug, PartialEq)]
pub(crate) struct Node {
    pub span: Range<usize>,
    pub is: Is,
}

#[derive(Clone, Debug, PartialEq)]
pub(crate) enum Is {
    Nothing,
    On(bool),
    /// With every digit as written.
    Number(String),
    Text(String),
    List(Vec<Node>),
    Table(Vec<(Key, Node)>),
}

#[derive(Clone, Debug, PartialEq)]
pub(crate) struct Key {
    pub span: Range<usize>,
    pub name: String,
}

impl Node {
    pub(crate) fn get(&self, name: &str) -> Option<&Node> {
        match &self.is {
            Is::Table(members) => {
                members.iter().find(|(key, _)| key.name == name).map(|(_, node)| node)
            }
            _ => None,
        }
    }

    /// The members of a table; none for anything else.
    pub(crate) fn members(&self) -> &[(Key, Node)] {
        match &self.is {
            Is::Table(members) => members,
            _ => &[],
        }
    }

    pub(crate) fn as_text(&self) -> Option<&str> {
        match &self.is {
            Is::Text(text) => Some(text),
            _ => None,
        }
    }

    pub(crate) fn as_number(&self) -> Option<&str> {
        match &self.is {
            Is::Number(number) => Some(number),
            _ => None,
        }
    }

    pub(crate) fn as_list(&self) -> Option<&[Node]> {
        match &self.is {
            Is::List(items) => Some(items),
            _ => None,
        }
    }

    /// Its type, in words.
    pub(crate) fn kind(&self) -> &'static str {
        match self.is {
            Is::Nothing => "null",
            Is::On(_) => "true or false",
            Is::Number(_) => "a number",
            Is::Text(_) => "a text",
            Is::List(_) => "a list",
            Is::Table(_) => "a table",
        }
    }
}

/// A generated node has no place in a text.
impl<T: Into<Is>> From<T> for Node {
    fn from(is: T) -> Self {
        Self { span: 0..0, is: is.into() }
    }
}

impl From<bool> for Is {
    fn from(on: bool) -> Self {
        Self::On(on)
    }
}

impl From<u32> for Is {
    fn from(count: u32) -> Self {
        Self::Number(count.to_string())
    }
}

impl From<Decimal> for Is {
    fn from(number: Decimal) -> Self {
        Self::Number(number_text(number))
    }
}

impl From<&str> for Is {
    fn from(text: &str) -> Self {
        Self::Text(text.to_owned())
    }
}

impl From<String> for Is {
    fn from(text: String) -> Self {
        Self::Text(text)
    }
}

impl<T: Into<Node>> From<Vec<T>> for Is {
    fn from(items: Vec<T>) -> Self {
        Self::List(items.into_iter().map(Into::into).collect())
    }
}

/// A table being built, member by member.
#[derive(Clone, Debug, Default, PartialEq)]
pub(crate) struct Table(pub Vec<(Key, Node)>);

impl Table {
    pub(crate) fn with(mut self, name: &str, node: impl Into<Node>) -> Self {
        self.put(name, node);
        self
    }

    /// Adds a member, or replaces the one with this name.
    pub(crate) fn put(&mut self, name: &str, node: impl Into<Node>) {
        let node = node.into();
        match self.0.iter_mut().find(|(key, _)| key.name == name) {
            Some((_, old)) => *old = node,
            None => self.0.push((Key { span: 0..0, name: name.to_owned() }, node)),
        }
    }

    pub(crate) fn get(&self, name: &str) -> Option<&Node> {
        self.0.iter().find(|(key, _)| key.name == name).map(|(_, node)| node)
    }

    pub(crate) fn has(&self, name: &str) -> bool {
        self.get(name).is_some()
    }
}

impl From<Table> for Is {
    fn from(table: Table) -> Self {
        Self::Table(table.0)
    }
}

/// Parses a text. Errors are reported, and whatever could be read is included nevertheless.
pub(crate) fn read(text: &str, format: Format, found: &mut Vec<Finding>) -> Node {
    match format {
        Format::Toml => from_toml(text, found),
        Format::Json => from_json(text, found),
    }
}

fn from_toml(text: &str, found: &mut Vec<Finding>) -> Node {
    let (table, errors) = DeTable::parse_recoverable(text);
    for error in errors {
        let span = error.span().unwrap_or(0..0);
        found.push(Finding::error(
            "not-toml",
            span,
            format!("this is not TOML: {}", error.message()),
        ));
    }
    let span = table.span();
    Node { span, is: table_of(table.into_inner()) }
}

fn table_of(table: DeTable<'_>) -> Is {
    let members = table.into_iter().map(|(key, value)| {
        let key = Key { span: key.span(), name: key.into_inner().into_owned() };
        let span = value.span();
        (key, Node { span, is: value_of(value.into_inner()) })
    });
    Is::Table(members.collect())
}

fn value_of(value: DeValue<'_>) -> Is {
    match value {
        DeValue::String(text) => Is::Text(text.into_owned()),
        DeValue::Integer(number) if number.radix() != 10 => {
            let whole = i128::from_str_radix(number.as_str(), number.radix());
            Is::Number(whole.map_or_else(|_| number.as_str().to_owned(), |whole| whole.to_string()))
        }
        DeValue::Integer(number) => Is::Number(plain(number.as_str())),
        DeValue::Float(number) => Is::Number(plain(number.as_str())),
        DeValue::Boolean(on) => Is::On(on),
        // A date is a text without quotes.
        DeValue::Datetime(date) => Is::Text(date.to_string()),
        DeValue::Array(items) => Is::List(
            items
                .into_iter()
                .map(|item| Node { span: item.span(), is: value_of(item.into_inner()) })
                .collect(),
        ),
        DeValue::Table(table) => table_of(table),
    }
}

/// A number without the syntax that only TOML allows.
fn plain(number: &str) -> String {
    number.trim_start_matches('+').replace('_', "")
}

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

fn from_json(text: &str, found: &mut Vec<Finding>) -> Node {
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

/// The tree as TOML, with lists of tables as `[[…]]` and anything deeper inline.
pub(crate) fn to_toml(node: &Node) -> String {
    let mut text = String::new();
    if let Is::Table(members) = &node.is {
        write_table(&mut text, "", members);
    }
    text
}

fn is_tables(node: &Node) -> bool {
    matches!(&node.is, Is::List(items) if !items.is_empty() && items.iter().all(|item| matches!(item.is, Is::Table(_))))
}

/// A table's own values come first, as required by TOML, followed by the tables in it.
fn write_table(text: &mut String, path: &str, members: &[(Key, Node)]) {
    let is_apart =
        |node: &Node| matches!(node.is, Is::Table(_)) || (path.is_empty() && is_tables(node));
    for (key, node) in members.iter().filter(|(_, node)| !is_apart(node) && node.is != Is::Nothing)
    {
        text.push_str(&format!("{} = {}\n", toml_key(&key.name), toml_value(node)));
    }
    for (key, node) in members.iter().filter(|(_, node)| is_apart(node)) {
        let path = match path {
            "" => toml_key(&key.name),
            path => format!("{path}.{}", toml_key(&key.name)),
        };
        match &node.is {
            Is::Table(members) => {
                text.push_str(&format!("\n[{path}]\n"));
                write_table(text, &path, members);
            }
            Is::List(items) => write_tables(text, &path, items),
            _ => {}
        }
    }
}

/// A list of tables. Lists of tables inside follow the table they belong to; other tables are written
/// inline.
fn write_tables(text: &mut String, path: &str, items: &[Node]) {
    for item in items {
        text.push_str(&format!("\n[[{path}]]\n"));
        let Is::Table(members) = &item.is else { continue };
        for (key, node) in members.iter().filter(|(_, node)| node.is != Is::Nothing) {
            if !is_nested(key, node) {
                text.push_str(&format!("{} = {}\n", toml_key(&key.name), toml_value(node)));
            }
        }
        for (key, node) in members.iter().filter(|(key, node)| is_nested(key, node)) {
            let items = node.as_list().unwrap_or_default();
            write_tables(text, &format!("{path}.{}", toml_key(&key.name)), items);
        }
    }
}

/// Whether it is a list of fields in rows.
fn is_nested(key: &Key, node: &Node) -> bool {
    key.name == "field" && is_tables(node)
}

fn toml_key(name: &str) -> String {
    let is_bare = |c: char| c.is_ascii_alphanumeric() || c == '-' || c == '_';
    match !name.is_empty() && name.chars().all(is_bare) {
        true => name.to_owned(),
        false => toml_text(name),
    }
}

fn toml_text(text: &str) -> String {
    toml::Value::String(text.to_owned()).to_string()
}

fn toml_value(node: &Node) -> String {
    match &node.is {
        Is::Nothing => "\"\"".to_owned(),
        Is::On(on) => on.to_string(),
        Is::Number(number) => number.clone(),
        Is::Text(text) => toml_text(text),
        Is::List(items) => {
            format!("[{}]", items.iter().map(toml_value).collect::<Vec<_>>().join(", "))
        }
        Is::Table(members) => {
            let members = members.iter().filter(|(_, node)| node.is != Is::Nothing);
            let all = members
                .map(|(key, node)| format!("{} = {}", toml_key(&key.name), toml_value(node)));
            format!("{{ {} }}", all.collect::<Vec<_>>().join(", "))
        }
    }
}
