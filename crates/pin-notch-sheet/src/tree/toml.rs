//! Trees from TOML and as TOML.

use super::{Is, Key, Node};
use crate::finding::Finding;
use toml::de::{DeTable, DeValue};

pub(super) fn from_toml(text: &str, found: &mut Vec<Finding>) -> Node {
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
