//! The sheets of the demo: each meets the expectations of its moves, is completely translated, and judges
//! answers alike in every format.

mod answers;

use answers::{ANSWERS, answers, body, nested};
use pin_notch_sheet::{Context, Format, Sheet, run_moves};
use serde_json::Value as Json;
use std::path::{Path, PathBuf};

fn folder() -> PathBuf {
    Path::new(env!("CARGO_MANIFEST_DIR")).join("../pin-notch-cli/demo")
}

/// The sheets, by their paths.
fn sheets() -> Vec<PathBuf> {
    let all =
        std::fs::read_dir(folder()).expect("the demo").map(|entry| entry.expect("a file").path());
    let mut all: Vec<PathBuf> =
        all.filter(|path| path.extension().is_some_and(|end| end == "toml")).collect();
    all.sort();
    assert!(all.len() >= 5, "{all:?}");
    all
}

fn read(path: &Path) -> Sheet {
    let text = std::fs::read_to_string(path).expect("a sheet");
    let files =
        |name: &str| std::fs::read_to_string(folder().join(name)).map_err(|why| why.to_string());
    let mut context = Context::default();
    (context.files, context.today) = (&files, "2026-05-14".parse().ok());
    let (sheet, found) = Sheet::read(&text, Format::Toml, &context);
    assert_eq!(found, [], "{}", path.display());
    sheet
}

#[test]
fn each_meets_the_expectations_of_its_moves() -> Result<(), pin_notch_sheet::MovesError> {
    sheets().iter().try_for_each(|path| run_moves(path, path.with_extension("moves")))
}

#[test]
fn answers_are_judged_alike_as_bodies_as_json_and_by_the_schema() {
    for path in sheets() {
        let sheet = read(&path);
        let form = sheet.form();
        let (schema, _) = sheet.to_schema();
        let schema: Json = serde_json::from_str(&schema).expect("JSON");
        let schema =
            jsonschema::options().should_validate_formats(true).build(&schema).expect("a schema");
        let [mut right, mut by_schema] = [0; 2];
        for document in answers(&form) {
            let text = nested(&form, &document).to_string();
            let as_json = form.read_json(text.as_bytes());
            if let Some(body) = body(&form, &document) {
                let as_body = form.read(body.as_bytes());
                // A text that ends with a space is never trimmed.
                assert_eq!(
                    as_body.is_ok(),
                    as_json.is_ok(),
                    "{body}\n{text}\n{as_body:?}\n{as_json:?}"
                );
            }
            // It accepts what it cannot express.
            let is_valid = schema.is_valid(&nested(&form, &document));
            assert!(is_valid || as_json.is_err(), "{} {text}", path.display());
            right += usize::from(as_json.is_ok());
            by_schema += usize::from(as_json.is_err() && !is_valid);
        }
        println!("{}: {right} right, {by_schema} refused by the schema as well", path.display());
        assert!(by_schema > ANSWERS / 5, "{}: {by_schema}", path.display());
        assert!(right > ANSWERS / 5, "{}: {right}", path.display());
    }
}

#[test]
fn the_sheets_that_the_readme_shows_are_sound() {
    let readme = include_str!("../README.md");
    let shown = readme.split("```toml\n").skip(1).filter_map(|rest| rest.split("```").next());
    let mut count = 0;
    for text in shown {
        let (sheet, found) = Sheet::read(text, Format::Toml, &Context::default());
        assert_eq!(found, [], "{text}");
        assert!(sheet.form().fields().next().is_some(), "{text}");
        count += 1;
    }
    assert!(count >= 2, "{count} sheets");
}
