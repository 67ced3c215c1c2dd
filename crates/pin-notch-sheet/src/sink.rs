//! Storing answers in an SQLite database: a table for the sheet, and one for each of its rows.
//!
//! The tables are created from the sheet. Columns of a later version of the sheet are added, and none is
//! ever removed. An answer is stored only once, however often it is imported: it is identified by the exact
//! text that was received, and by its number among equal ones.

use crate::columns::column_endings;
use crate::sheet::Sheet;
use pin_notch::{Field, Form, Value, Values, number_text};
use rusqlite::types::Value as Cell;
use rusqlite::{Connection, OptionalExtension, params, params_from_iter};
use std::path::Path;

/// The table of answers.
const ANSWERS: &str = "answers";

/// A database for answers.
///
/// A whole number is an integer; any other number is a real number if that has all of its digits, and
/// otherwise a text. Something on or off is 1 or 0, several choices are a JSON array, a span has two
/// columns, `NAME-from` and `NAME-to`, and a field that is empty or does not count is null. Rows are in a
/// table with their name, with the `answer` they belong to and their number in `row`.
///
/// ```
/// use pin_notch_sheet::{Context, Format, Sheet, Sink};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let text = "[[field]]\nname = 'weight'\ncontrol = 'slider'\nlabel = 'Weight'\nmax = 40\nstep = 0.5\n";
/// let (sheet, _) = Sheet::read(text, Format::Toml, &Context::default());
/// let path = std::env::temp_dir().join(format!("pin-notch-doc-{}.sqlite", std::process::id()));
/// let mut sink = Sink::open(&path, &sheet)?;
/// sink.keep("weight=12.5", &sheet.form().read(b"weight=12.5")?)?;
/// sink.finish()?;
/// # std::fs::remove_file(path)?;
/// # Ok(()) }
/// ```
#[derive(Debug)]
pub struct Sink {
    database: Connection,
    form: Form,
    /// The number of answers stored since the last commit.
    waiting: usize,
}

/// Why answers cannot be stored.
#[derive(Debug)]
pub struct SinkError(rusqlite::Error);

impl std::fmt::Display for SinkError {
    fn fmt(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        write!(f, "the database refused it: {}", self.0)
    }
}

impl std::error::Error for SinkError {
    fn source(&self) -> Option<&(dyn std::error::Error + 'static)> {
        Some(&self.0)
    }
}

impl From<rusqlite::Error> for SinkError {
    fn from(error: rusqlite::Error) -> Self {
        Self(error)
    }
}

/// The number of answers after which they are committed.
const AT_ONCE: usize = 1000;

impl Sink {
    /// Opens or creates a database, with the tables and columns for the sheet.
    ///
    /// # Errors
    /// If there cannot be a database here, if the file is not one, or if it has other tables with these
    /// names.
    pub fn open(path: &Path, sheet: &Sheet) -> Result<Self, SinkError> {
        let database = Connection::open(path)?;
        let form = sheet.form();
        let own = "id INTEGER PRIMARY KEY, received TEXT NOT NULL, copy INTEGER NOT NULL, UNIQUE (received, copy)";
        database.execute_batch(&format!(
            "CREATE TABLE IF NOT EXISTS {} ({own});
             CREATE TEMP TABLE seen (received TEXT PRIMARY KEY, copies INTEGER NOT NULL);",
            quoted(ANSWERS)
        ))?;
        let alone = form.fields().filter(|field| field.row().is_none() && !field.is_unsent());
        let columns: Vec<String> = alone.flat_map(|field| columns_of(&field.name, field)).collect();
        add_columns(&database, ANSWERS, &columns)?;
        for rows in form.all_rows() {
            database.execute_batch(&format!(
                "CREATE TABLE IF NOT EXISTS {} (answer INTEGER NOT NULL REFERENCES {} (id), \"row\" INTEGER NOT NULL, \
                 PRIMARY KEY (answer, \"row\"));",
                quoted(&table(&rows.name)),
                quoted(ANSWERS)
            ))?;
            let columns: Vec<String> = sent_in_row(&form, rows)
                .flat_map(|(name, field)| columns_of(name, field))
                .collect();
            add_columns(&database, &table(&rows.name), &columns)?;
        }
        database.execute_batch("BEGIN")?;
        Ok(Self { database, form, waiting: 0 })
    }

    /// Stores an accepted answer, with the text that was received. An existing answer is updated.
    ///
    /// # Errors
    /// If the database refuses it.
    pub fn keep(&mut self, received: &str, values: &Values) -> Result<(), SinkError> {
        let copy: i64 = self.database.query_row(
            "INSERT INTO seen VALUES (?1, 0) ON CONFLICT DO UPDATE SET copies = copies + 1 RETURNING copies",
            [received],
            |row| row.get(0),
        )?;
        let known = "SELECT id FROM answers WHERE received = ?1 AND copy = ?2";
        let known: Option<i64> =
            self.database.query_row(known, params![received, copy], |row| row.get(0)).optional()?;
        let id = match known {
            Some(id) => id,
            None => {
                let insert = "INSERT INTO answers (received, copy) VALUES (?1, ?2)";
                self.database.execute(insert, params![received, copy])?;
                self.database.last_insert_rowid()
            }
        };
        let alone = self.form.fields().filter(|field| field.row().is_none() && !field.is_unsent());
        let cells = alone.flat_map(|field| cells_of(&field.name, field, values.get(&field.name)));
        self.put(ANSWERS, "id = ?1", id, None, cells.collect())?;
        for rows in self.form.all_rows() {
            let name = table(&rows.name);
            self.database
                .execute(&format!("DELETE FROM {} WHERE answer = ?1", quoted(&name)), [id])?;
            for row in 1..=values.row_count(&rows.name).unwrap_or(0) {
                self.database.execute(
                    &format!("INSERT INTO {} (answer, \"row\") VALUES (?1, ?2)", quoted(&name)),
                    params![id, row as i64],
                )?;
                let cells = sent_in_row(&self.form, rows).flat_map(|(field, own)| {
                    cells_of(field, own, values.get(&rows.name_in(row, field)))
                });
                self.put(&name, "answer = ?1 AND \"row\" = ?2", id, Some(row), cells.collect())?;
            }
        }
        self.waiting += 1;
        if self.waiting == AT_ONCE {
            self.waiting = 0;
            self.database.execute_batch("COMMIT; BEGIN")?;
        }
        Ok(())
    }

    /// Commits what has been stored so far.
    ///
    /// # Errors
    /// If the database refuses it.
    pub fn finish(&mut self) -> Result<(), SinkError> {
        self.waiting = 0;
        Ok(self.database.execute_batch("COMMIT; BEGIN")?)
    }

    fn put(
        &self,
        table: &str,
        which: &str,
        id: i64,
        row: Option<usize>,
        cells: Vec<(String, Cell)>,
    ) -> Result<(), SinkError> {
        if cells.is_empty() {
            return Ok(());
        }
        let keys = [Some(Cell::Integer(id)), row.map(|row| Cell::Integer(row as i64))];
        let keys: Vec<Cell> = keys.into_iter().flatten().collect();
        let set: Vec<String> = (keys.len() + 1..)
            .zip(&cells)
            .map(|(at, (name, _))| format!("{} = ?{at}", quoted(name)))
            .collect();
        let update = format!("UPDATE {} SET {} WHERE {which}", quoted(table), set.join(", "));
        let all = keys.into_iter().chain(cells.into_iter().map(|(_, cell)| cell));
        self.database.prepare_cached(&update)?.execute(params_from_iter(all))?;
        Ok(())
    }
}

/// The fields of a row that are sent, by their names within the row.
fn sent_in_row<'a>(
    form: &'a Form,
    rows: &'a pin_notch::Rows,
) -> impl Iterator<Item = (&'a str, &'a Field)> {
    rows.fields().zip(form.fields_in_row(rows, 1)).filter(|(_, field)| !field.is_unsent())
}

/// The name of a table of rows: that of the rows, unless it is the name of the table of answers.
fn table(rows: &str) -> String {
    if rows.eq_ignore_ascii_case(ANSWERS) { format!("{rows}-rows") } else { rows.to_owned() }
}

/// The names of a field's columns, which differ from those of our own columns.
fn columns_of(name: &str, field: &Field) -> Vec<String> {
    let own = ["id", "received", "copy", "answer", "row"];
    let name = match own.iter().any(|own| own.eq_ignore_ascii_case(name)) {
        true => format!("{name}-field"),
        false => name.to_owned(),
    };
    column_endings(field.control.kind()).iter().map(|ending| format!("{name}{ending}")).collect()
}

fn add_columns(database: &Connection, table: &str, columns: &[String]) -> Result<(), SinkError> {
    let mut known = Vec::new();
    let mut asked = database.prepare("SELECT name FROM pragma_table_info(?1)")?;
    for name in asked.query_map([table], |row| row.get::<_, String>(0))? {
        known.push(name?.to_lowercase());
    }
    for column in columns {
        // SQLite ignores the case of column names.
        if !known.contains(&column.to_lowercase()) {
            let (table, name) = (quoted(table), quoted(column));
            database.execute(&format!("ALTER TABLE {table} ADD COLUMN {name}"), [])?;
            known.push(column.to_lowercase());
        }
    }
    Ok(())
}

/// A field's cells.
fn cells_of(name: &str, field: &Field, value: Option<&Value>) -> Vec<(String, Cell)> {
    let mut cells = match value {
        None | Some(Value::Empty | Value::Mixed) => Vec::new(),
        Some(Value::Number(number)) => vec![exact(*number)],
        Some(Value::Span(span)) => vec![exact(span.low), exact(span.high)],
        Some(Value::On(on)) => vec![Cell::Integer((*on).into())],
        Some(value @ Value::Texts(_)) => vec![Cell::Text(value.to_json())],
        Some(Value::Dates(span)) => {
            [span.first, span.last].map(|day| Cell::Text(day.to_string())).to_vec()
        }
        Some(
            value @ (Value::Text(_)
            | Value::Date(_)
            | Value::Month(_)
            | Value::Week(_)
            | Value::Time(_)
            | Value::DateTime(_)),
        ) => vec![Cell::Text(value.attribute_text())],
    };
    let names = columns_of(name, field);
    cells.resize(names.len(), Cell::Null);
    names.into_iter().zip(cells).collect()
}

/// A number with all of its digits.
fn exact(number: pin_notch::Decimal) -> Cell {
    let text = number_text(number);
    match (text.parse::<i64>(), text.parse::<f64>()) {
        (Ok(whole), _) => Cell::Integer(whole),
        (Err(_), Ok(real)) if real.to_string() == text => Cell::Real(real),
        (Err(_), _) => Cell::Text(text),
    }
}

/// A name quoted for SQL.
fn quoted(name: &str) -> String {
    format!("\"{}\"", name.replace('"', "\"\"").replace('\0', ""))
}
