//! What was accepted as a table: comma-separated values as [RFC 4180][csv] has them.
//!
//! The first column is the number of the line; then come the fields that are sent, in the order of the sheet. A span has
//! two columns, its name with `-from` and `-to` behind it; what is on or off is `true` or `false`; several that are
//! chosen stand in one cell with commas between; a cell is empty where a field is, or does not count.
//!
//! [csv]: https://www.rfc-editor.org/rfc/rfc4180

use pin_notch::{Control, Form, Value, ValueKind, Values, joined_list};

/// The names of the columns.
pub(super) fn head(form: &Form) -> String {
    let mut names = vec!["line".to_owned()];
    for (name, control) in columns(form) {
        match control.kind() {
            ValueKind::Span | ValueKind::Dates => {
                names.extend(["from", "to"].map(|end| format!("{name}-{end}")));
            }
            ValueKind::Number
            | ValueKind::On
            | ValueKind::Text
            | ValueKind::Texts
            | ValueKind::Date
            | ValueKind::Month
            | ValueKind::Week
            | ValueKind::Time
            | ValueKind::DateTime => names.push(name.to_owned()),
        }
    }
    row(&names)
}

/// A line that was accepted.
pub(super) fn line(form: &Form, number: u64, values: &Values) -> String {
    let mut cells = vec![number.to_string()];
    for (name, control) in columns(form) {
        let value = values.get(name).unwrap_or(&Value::Empty);
        let ends = match control.kind() {
            ValueKind::Span | ValueKind::Dates => 2,
            _ => 1,
        };
        let mut own = match value {
            Value::On(on) => vec![on.to_string()],
            Value::Texts(texts) => vec![joined_list(texts)],
            Value::Empty
            | Value::Mixed
            | Value::Number(_)
            | Value::Text(_)
            | Value::Span(_)
            | Value::Date(_)
            | Value::Dates(_)
            | Value::Month(_)
            | Value::Week(_)
            | Value::Time(_)
            | Value::DateTime(_) => value.entries(),
        };
        own.resize(ends, String::new());
        cells.extend(own);
    }
    row(&cells)
}

fn columns(form: &Form) -> impl Iterator<Item = (&str, &Control)> {
    let sent = form.fields().filter(|field| !field.is_unsent());
    sent.map(|field| (field.name.as_str(), &field.control))
}

fn row(cells: &[String]) -> String {
    let mut writer =
        csv::WriterBuilder::new().terminator(csv::Terminator::CRLF).from_writer(Vec::new());
    // Nothing stands in the way of writing into memory.
    let _ = writer.write_record(cells);
    let bytes = writer.into_inner().unwrap_or_default();
    String::from_utf8_lossy(&bytes).into_owned()
}
