//! A sheet's text as a tree in which every node knows its place, common to TOML and JSON.

mod json;
mod toml;

use crate::finding::Finding;
use pin_notch::{Decimal, number_text};
use std::ops::Range;

pub(crate) use json::to_json;
pub(crate) use toml::to_toml;

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
        Format::Toml => toml::from_toml(text, found),
        Format::Json => json::from_json(text, found),
    }
}
