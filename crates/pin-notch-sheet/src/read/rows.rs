//! Reading rows: the sheet defines one row, and each possible row gets fields of its own.

use super::Reader;
use crate::finding::Finding;
use crate::sheet::{FieldSheet, InRow, RowsSheet, Sheet};
use crate::tree::{Is, Node};
use crate::words;
use pin_notch::{MAX_ROWS, Quoted};
use std::ops::Range;

/// The greatest number of fields in all rows of a sheet together.
const MOST_FIELDS: usize = 1000;

impl Reader<'_> {
    pub(super) fn rows(&mut self, node: &Node, sheet: &mut Sheet) {
        self.words(node, "a list of rows", &words::ROWS_WORDS);
        let name = self.needed(node, "name", "a field");
        let [label, description, add] =
            words::ROWS_TEXTS.map(|word| self.text_of(node, word).unwrap_or_default());
        let times = self.times(node);
        let fields = self.row_of(node);
        let (Some((name, span)), Some((least, most))) = (name, times) else { return };
        if !self.is_free(&name, &span) || !self.is_word(&name, &span) {
            return;
        }
        if fields.is_empty() {
            let error =
                Finding::error("no-field", self.head(node), "there is no field in these rows");
            self.found
                .push(error.with_help("begin one with [[field.field]], a name and a control"));
            return;
        }
        let in_rows = sheet.fields.iter().filter(|field| field.row.is_some()).count();
        if in_rows + fields.len() * most > MOST_FIELDS {
            let message = format!("all rows together have more than {MOST_FIELDS} fields");
            self.error("rows", span, message);
            return;
        }
        self.in_rows.insert(name.clone());
        self.in_rows.extend(fields.iter().map(|field| format!("{name}.{}", field.name)));
        let rows = RowsSheet {
            label,
            description,
            least,
            most,
            start: least,
            add,
            fields: fields.iter().map(|field| field.name.clone()).collect(),
            only_if: None,
            span,
            name,
        };
        for row in 1..=most {
            for field in &fields {
                let place = InRow { rows: rows.name.clone(), row, field: field.name.clone() };
                let name = rows.name_in(row, &field.name);
                self.places.insert(name.clone(), sheet.fields.len());
                sheet.fields.push(FieldSheet { name, row: Some(place), ..field.clone() });
            }
        }
        sheet.rows.push(rows);
    }

    /// The fields of a row.
    fn row_of(&mut self, node: &Node) -> Vec<FieldSheet> {
        let mut fields: Vec<FieldSheet> = Vec::new();
        for inner in self.tables(node, "field") {
            if inner.get("control").and_then(Node::as_text) == Some(words::ROWS) {
                self.error("rows", self.head(inner), "rows cannot contain rows");
                continue;
            }
            let Some(field) = self.field(inner) else { continue };
            if fields.iter().any(|other| other.name == field.name) {
                let message = format!("two fields of these rows are named {}", Quoted(&field.name));
                self.error("name-taken", field.span, message);
                continue;
            }
            fields.push(field);
        }
        fields
    }

    /// The least and greatest number of rows.
    fn times(&mut self, node: &Node) -> Option<(usize, usize)> {
        let [least, most] = ["least", "most"].map(|word| self.count(node, word));
        let (least, most) = (least?, most?);
        let Some(most) = most else {
            let error = Finding::error("missing", self.head(node), "rows need \"most\"");
            let help = format!("give the greatest number of rows, 1 to {MAX_ROWS}");
            self.found.push(error.with_help(help));
            return None;
        };
        let least = least.unwrap_or(0);
        let span = |word: &str| node.get(word).map_or(0..0, |node| node.span.clone());
        if most == 0 || most > MAX_ROWS {
            let message = format!("most must be 1 to {MAX_ROWS}, but this is {most}");
            self.error("rows", span("most"), message);
            return None;
        }
        if least > most {
            let message = format!("least is {least}, which is above most, {most}");
            self.error("rows", span("least"), message);
            return None;
        }
        Some((least, most))
    }

    /// A number of rows: `Some(None)` if it is not given, and `None` if it cannot be read.
    fn count(&mut self, node: &Node, word: &str) -> Option<Option<usize>> {
        let Some(written) = node.get(word) else { return Some(None) };
        let count = match &written.is {
            Is::Number(text) => text.parse().ok(),
            Is::Nothing | Is::On(_) | Is::Text(_) | Is::List(_) | Is::Table(_) => None,
        };
        if count.is_none() {
            self.wrong_kind(written, word, "a whole number");
        }
        count.map(Some)
    }

    /// Whether expressions can refer to these rows by their name.
    fn is_word(&mut self, name: &str, span: &Range<usize>) -> bool {
        let is_part = |c: char| c.is_alphanumeric() || c == '_' || c == '-';
        let begins = name.starts_with(|c: char| c.is_alphabetic() || c == '_');
        let is_word = begins && name.chars().all(is_part) && !name.ends_with('-');
        if !is_word {
            let message = format!("{} cannot be the name of rows", Quoted(name));
            let error = Finding::error("rows", span.clone(), message);
            self.found.push(error.with_help("write a word of letters, digits, - and _"));
        }
        is_word
    }

    /// The ends of a link, one pair for each row if they are in rows; `None` if only one of them is, or if
    /// they are in different rows.
    pub(super) fn ends(sheet: &Sheet, from: &str, to: &str) -> Option<Vec<(String, String)>> {
        let of = |name: &str| {
            let field = sheet.fields.iter().find(|field| field.written_name() == name)?;
            field.row.clone()
        };
        match (of(from), of(to)) {
            (None, None) => Some(vec![(from.to_owned(), to.to_owned())]),
            (Some(one), Some(other)) if one.rows == other.rows => {
                let rows = sheet.rows.iter().find(|rows| rows.name == one.rows)?;
                let ends = |row| [&one, &other].map(|end| rows.name_in(row, &end.field)).into();
                Some((1..=rows.most).map(ends).collect())
            }
            _ => None,
        }
    }
}
