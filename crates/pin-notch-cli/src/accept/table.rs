//! Accepted answers as a table of comma-separated values ([RFC 4180][csv]).
//!
//! The first column is the line number, followed by the fields that are sent, in the order of the sheet. A
//! span has two columns, whose names end in `-from` and `-to`. Something on or off is `true` or `false`.
//! Several choices are in one cell, separated by commas. The cell of a field that is empty or does not
//! count is empty. Rows have columns for their greatest number. Alternatively, the rows of one name are
//! lines of their own, together with the rest of the answer, and the column for the number of rows has the
//! number of the row.
//!
//! [csv]: https://www.rfc-editor.org/rfc/rfc4180

use crate::Failure;
use pin_notch::{Field, Form, Quoted, Rows, Value, Values, joined_list};
use pin_notch_sheet::column_endings;

/// The columns of a table.
pub(super) struct Table<'a> {
    form: &'a Form,
    /// The rows that have a line each.
    rows: Option<&'a Rows>,
}

impl<'a> Table<'a> {
    /// The table of a form's answers, with a line for each of the rows with this name if one is given.
    pub(super) fn of(form: &'a Form, rows: Option<&str>) -> Result<Self, Failure> {
        let Some(name) = rows else { return Ok(Self { form, rows: None }) };
        let found = form.rows(name).ok_or_else(|| {
            let all: Vec<&str> = form.all_rows().map(|rows| rows.name.as_str()).collect();
            let help = match all.is_empty() {
                true => "the sheet has none".to_owned(),
                false => format!("there are {}", all.join(", ")),
            };
            Failure::usage(format!("no rows are named {}; {help}", Quoted(name)))
        })?;
        Ok(Self { form, rows: Some(found) })
    }

    /// The names of the columns.
    pub(super) fn head(&self) -> String {
        let mut names = vec!["line".to_owned()];
        for field in self.columns() {
            let name = match field.row().filter(|place| self.is_apart(&place.rows)) {
                Some(place) => format!("{}.{}", place.rows, place.field),
                None => field.name.clone(),
            };
            let endings = column_endings(field.control.kind()).iter();
            names.extend(endings.map(|ending| format!("{name}{ending}")));
        }
        row(&names)
    }

    /// The lines of an accepted answer: one, or one for each of the rows.
    pub(super) fn lines(&self, number: u64, values: &Values) -> String {
        let Some(rows) = self.rows else { return self.line(number, values, 0) };
        let count = values.row_count(&rows.name).unwrap_or(0);
        (1..=count).map(|row| self.line(number, values, row)).collect()
    }

    fn line(&self, number: u64, values: &Values, of_row: usize) -> String {
        let mut cells = vec![number.to_string()];
        for field in self.columns() {
            let apart = self.rows.filter(|rows| rows.name == field.name);
            let place = field.row().filter(|place| self.is_apart(&place.rows));
            let name = match (place, self.rows) {
                (Some(place), Some(rows)) => rows.name_in(of_row, &place.field),
                _ => field.name.clone(),
            };
            let mut own = match values.get(&name).unwrap_or(&Value::Empty) {
                // The number of the row, if rows have lines of their own.
                _ if apart.is_some() => vec![of_row.to_string()],
                Value::On(on) => vec![on.to_string()],
                Value::Texts(texts) => vec![joined_list(texts)],
                value => value.entries(),
            };
            own.resize(column_endings(field.control.kind()).len(), String::new());
            cells.extend(own);
        }
        row(&cells)
    }

    fn is_apart(&self, rows: &str) -> bool {
        self.rows.is_some_and(|own| own.name == rows)
    }

    /// The fields that have columns. For rows with lines of their own, only the fields of one row.
    fn columns(&self) -> impl Iterator<Item = &'a Field> {
        let apart = self.rows.map(|rows| rows.name.as_str());
        self.form.fields().filter(move |field| {
            let place = field.row().filter(|place| Some(place.rows.as_str()) == apart);
            !field.is_unsent() && place.is_none_or(|place| place.row == 1)
        })
    }
}

fn row(cells: &[String]) -> String {
    let mut writer =
        csv::WriterBuilder::new().terminator(csv::Terminator::CRLF).from_writer(Vec::new());
    // Writing to memory cannot fail.
    let _ = writer.write_record(cells);
    let bytes = writer.into_inner().unwrap_or_default();
    String::from_utf8_lossy(&bytes).into_owned()
}
