//! What was accepted as a table: comma-separated values as [RFC 4180][csv] has them.
//!
//! The first column is the number of the line; then come the fields that are sent, in the order of the sheet. A span has
//! two columns, its name with `-from` and `-to` behind it; what is on or off is `true` or `false`; several that are
//! chosen stand in one cell with commas between; a cell is empty where a field is, or does not count.
//!
//! [csv]: https://www.rfc-editor.org/rfc/rfc4180

use pin_notch::{Control, Form, Value, ValueKind, Values, joined_list};

/// What stands behind a field's name in the names of its columns, of which it has as many.
fn endings(kind: ValueKind) -> &'static [&'static str] {
    match kind {
        ValueKind::Span | ValueKind::Dates => &["-from", "-to"],
        ValueKind::Number
        | ValueKind::On
        | ValueKind::Text
        | ValueKind::Texts
        | ValueKind::Date
        | ValueKind::Month
        | ValueKind::Week
        | ValueKind::Time
        | ValueKind::DateTime => &[""],
    }
}

/// The names of the columns.
pub(super) fn head(form: &Form) -> String {
    let mut names = vec!["line".to_owned()];
    for (name, control) in columns(form) {
        names.extend(endings(control.kind()).iter().map(|ending| format!("{name}{ending}")));
    }
    row(&names)
}

/// A line that was accepted.
pub(super) fn line(form: &Form, number: u64, values: &Values) -> String {
    let mut cells = vec![number.to_string()];
    for (name, control) in columns(form) {
        let mut own = match values.get(name).unwrap_or(&Value::Empty) {
            Value::On(on) => vec![on.to_string()],
            Value::Texts(texts) => vec![joined_list(texts)],
            value => value.entries(),
        };
        own.resize(endings(control.kind()).len(), String::new());
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
