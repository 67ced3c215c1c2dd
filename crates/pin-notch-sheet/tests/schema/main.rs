//! Conversion of sheets to schemas and back.

mod any;
mod any_definition;
mod back;
mod of_a_sheet;

use pin_notch_sheet::{Context, Format, Loss, Severity, Sheet};
use serde_json::Value as Json;

const DEMO: &str = include_str!("../../../pin-notch-cli/demo/inspection.toml");

fn read(text: &str) -> Sheet {
    let mut context = Context::default();
    context.files = &|_: &str| Ok(include_str!("../../../pin-notch-cli/demo/hives.txt").to_owned());
    context.today = "2026-05-14".parse().ok();
    let (sheet, found) = Sheet::read(text, Format::Toml, &context);
    let errors: Vec<_> = found.iter().filter(|one| one.severity == Severity::Error).collect();
    assert!(errors.is_empty(), "{errors:?}");
    sheet
}

/// The schema of a sheet, for a validator.
fn schema_of(sheet: &Sheet) -> (Json, Vec<Loss>) {
    let (text, lost) = sheet.to_schema();
    (serde_json::from_str(&text).unwrap(), lost)
}

/// A sheet whose acceptance can be expressed completely by a schema.
const EXACT: &str = include_str!("exact.toml");

fn accepted(sheet: &Sheet, document: &Json) -> bool {
    sheet.form().read_json(document.to_string().as_bytes()).is_ok()
}

fn validator(schema: &Json) -> jsonschema::Validator {
    jsonschema::options().should_validate_formats(true).build(schema).unwrap()
}
