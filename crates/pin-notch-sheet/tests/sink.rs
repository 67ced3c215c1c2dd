//! Answers in a database: each is stored once, even if the sheet changes.

mod sheet;

use pin_notch_sheet::{Format, Sheet, Sink};
use rusqlite::Connection;
use sheet::read;
use std::path::{Path, PathBuf};

type Done = Result<(), Box<dyn std::error::Error>>;

const SHEET: &str = r#"
[[field]]
name = "hive"
control = "text"
label = "Hive"
[[field]]
name = "weight"
control = "stepper"
label = "Weight"
step = "any"
[[field]]
name = "away"
control = "date-span"
label = "Away"
[[field]]
name = "seen"
control = "checkbox-group"
label = "Seen"
options = ["eggs", "a,b"]
[[field]]
name = "calm"
control = "switch"
label = "Calm"
[[field]]
name = "id"
control = "text"
label = "Id"
[[field]]
name = "treatment"
control = "rows"
label = "Treatment"
most = 3
[[field.field]]
name = "row"
control = "stepper"
label = "Row"
[[field.field]]
name = "day"
control = "date"
label = "Day"
"#;

fn sheet(text: &str) -> Sheet {
    let (sheet, _) = read(text, Format::Toml);
    sheet
}

fn path(name: &str) -> PathBuf {
    let path = std::env::temp_dir().join(format!("pin-notch-{name}-{}.sqlite", std::process::id()));
    let _ = std::fs::remove_file(&path);
    path
}

fn keep(path: &Path, sheet: &Sheet, received: &[&str]) -> Done {
    let (mut sink, form) = (Sink::open(path, sheet)?, sheet.form());
    for text in received {
        let values = match text.starts_with('{') {
            true => form.read_json(text.as_bytes())?,
            false => form.read(text.as_bytes())?,
        };
        sink.keep(text, &values)?;
    }
    Ok(sink.finish()?)
}

/// The result of a query, one line per row.
fn all(path: &Path, query: &str) -> Result<Vec<String>, rusqlite::Error> {
    let database = Connection::open(path)?;
    let mut asked = database.prepare(query)?;
    let count = asked.column_count();
    let rows = asked.query_map([], |row| {
        let cells = (0..count).map(|at| {
            Ok(match row.get::<_, rusqlite::types::Value>(at)? {
                rusqlite::types::Value::Null => "-".to_owned(),
                rusqlite::types::Value::Integer(whole) => whole.to_string(),
                rusqlite::types::Value::Real(real) => format!("{real}r"),
                rusqlite::types::Value::Text(text) => format!("'{text}'"),
                rusqlite::types::Value::Blob(_) => "?".to_owned(),
            })
        });
        Ok(cells.collect::<Result<Vec<_>, rusqlite::Error>>()?.join(" "))
    })?;
    rows.collect()
}

#[test]
fn each_answer_is_stored_once_with_all_of_its_digits() -> Done {
    let (path, sheet) = (path("once"), sheet(SHEET));
    let received = [
        "hive=O%27Hara%22&weight=12.5&away=2026-05-11&away=2026-05-14&seen=eggs&seen=a%2Cb&calm=on&id=7\
         &treatment.1.row=3&treatment.1.day=2026-05-14&treatment.2.row=&treatment.2.day=",
        r#"{"weight":12345678901234567890.12345678}"#,
        "weight=3",
        "weight=3",
    ];
    for _ in 0..3 {
        keep(&path, &sheet, &received)?;
        let query = "SELECT hive, weight, \"away-from\", \"away-to\", seen, calm, \"id-field\", treatment FROM answers ORDER BY id";
        assert_eq!(
            all(&path, query)?,
            [
                r#"'O'Hara"' 12.5r '2026-05-11' '2026-05-14' '["eggs","a,b"]' 1 '7' 2"#,
                "- '12345678901234567890.12345678' - - '[]' 0 - 0",
                "- 3 - - '[]' 0 - 0",
                "- 3 - - '[]' 0 - 0",
            ]
        );
        let query = "SELECT answer, row, \"row-field\", day FROM treatment ORDER BY answer, row";
        assert_eq!(all(&path, query)?, ["1 1 3 '2026-05-14'", "1 2 - -"]);
    }
    std::fs::remove_file(path)?;
    Ok(())
}

#[test]
fn a_later_sheet_adds_columns_and_removes_none() -> Done {
    let path = path("later");
    keep(&path, &sheet(SHEET), &["hive=A&weight=1&treatment.1.day=2026-05-14"])?;
    let later = SHEET.replace("name = \"weight\"", "name = \"mass\"")
        + "[[field]]\nname = \"visit\"\ncontrol = \"rows\"\nlabel = \"Visit\"\nmost = 2\n[[field.field]]\nname = \"by\"\ncontrol = \"text\"\nlabel = \"By\"\n";
    let later = sheet(&later);
    // An answer imported again under the later sheet is the same answer.
    let received = ["hive=A&weight=1&treatment.1.day=2026-05-14", "hive=B&mass=2&visit.1.by=Ida"];
    keep(&path, &later, &received)?;
    assert_eq!(
        all(&path, "SELECT hive, weight, mass FROM answers ORDER BY id")?,
        ["'A' 1 -", "'B' - 2"]
    );
    assert_eq!(all(&path, "SELECT answer, row, by FROM visit")?, ["2 1 'Ida'"]);
    assert_eq!(all(&path, "SELECT answer FROM treatment")?, ["1"]);
    std::fs::remove_file(path)?;
    Ok(())
}

#[test]
fn stored_answers_are_visible_to_others_before_the_end() -> Done {
    let path = path("many");
    let sheet = sheet(SHEET);
    let form = sheet.form();
    let mut sink = Sink::open(&path, &sheet)?;
    for at in 0..1200 {
        let text = format!("hive=A&weight={at}&treatment.1.day=2026-05-14");
        sink.keep(&text, &form.read(text.as_bytes())?)?;
    }
    // They are committed in batches of a thousand, and these have not been committed yet.
    assert_eq!(all(&path, "SELECT count(*) FROM answers")?, ["1000"]);
    sink.finish()?;
    assert_eq!(all(&path, "SELECT count(*) FROM answers")?, ["1200"]);
    drop(sink);
    std::fs::remove_file(path)?;
    Ok(())
}

#[test]
fn a_file_that_is_not_a_database_is_reported() {
    let path = path("none");
    std::fs::write(
        &path,
        "This is a letter, and a long one at that; it is not a database.".repeat(20),
    )
    .expect("written");
    let error = Sink::open(&path, &sheet(SHEET)).expect_err("it is none");
    assert_eq!(error.to_string(), "the database refused it: file is not a database");
    let source = std::error::Error::source(&error).map(ToString::to_string);
    assert_eq!(source.as_deref(), Some("file is not a database"));
    let _ = std::fs::remove_file(path);
}
