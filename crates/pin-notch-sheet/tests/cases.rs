//! Reviewed results of many small inputs: each file of `golden` that is named here contains inputs, each
//! followed by a line of dashes and its result. `PIN_NOTCH_PRINT=1` rewrites the results, for another
//! review.

mod sheet;

use pin_notch_sheet::{Finding, Format, Loss, Moves, Step, from_schema, place};
use sheet::read;
use std::path::Path;

const BETWEEN: &str = "=====\n";
const BEHIND: &str = "-----\n";

/// Compares the result of each input in this file with the one written after it.
fn compare(name: &str, what_comes_of: impl Fn(&str) -> String) {
    let path = Path::new(env!("CARGO_MANIFEST_DIR")).join("tests/golden").join(name);
    let written = std::fs::read_to_string(&path).expect("a file of inputs");
    let case = |case: &str| {
        let input = case.split(BEHIND).next().unwrap_or_default();
        let mut output = what_comes_of(input);
        if !output.ends_with('\n') {
            output.push('\n');
        }
        format!("{input}{BEHIND}{output}")
    };
    let found: Vec<String> = written.split(BETWEEN).map(case).collect();
    if std::env::var_os("PIN_NOTCH_PRINT").is_some() {
        std::fs::write(&path, found.join(BETWEEN)).expect("a written file");
        return;
    }
    let written: Vec<&str> = written.split(BETWEEN).collect();
    for (found, written) in found.iter().zip(written) {
        assert_eq!(found, written, "{}", path.display());
    }
}

/// A finding, with its place and the text concerned.
fn described(text: &str, finding: &Finding) -> String {
    let (line, column) = place(text, finding.span.start);
    let about = text[finding.span.clone()].lines().next().unwrap_or_default();
    let (word, code) = (finding.severity.word(), finding.code);
    let help = finding.help.as_deref().map(|help| format!("    {help}\n")).unwrap_or_default();
    format!("{line}:{column} {word} {code}: {finding}\n    at {about}\n{help}")
}

#[test]
fn errors_in_a_sheet_are_reported_with_their_places() {
    compare("wrong.txt", |text| {
        let format = if text.starts_with('{') { Format::Json } else { Format::Toml };
        read(text, format).1.iter().map(|finding| described(text, finding)).collect()
    });
}

#[test]
fn a_schema_makes_a_sheet_and_tells_what_is_lost() {
    compare("back.txt", |text| match from_schema(text) {
        Err(why) => why,
        Ok((sheet, lost)) => {
            let described = |loss: &Loss| format!("# {loss} ({})\n", loss.accepts);
            lost.iter().map(described).collect::<String>() + &sheet
        }
    });
}

/// The sheet of all kinds, with rows, an output and a preset added.
const SHEET: &str = concat!(
    include_str!("golden/all.toml"),
    r#"
[[field]]
name = "sting"
control = "rows"
label = "Stings"
least = 1
most = 3
[[field.field]]
name = "where"
control = "select"
label = "Where"
options = ["hand", "face"]
[[output]]
name = "total"
text = "{count(sting.where)} times"
[[preset]]
name = "calm"
values = { weight = 20, feeder = false }
"#
);

#[test]
fn moves_do_what_they_say() {
    compare("moves.txt", |text| {
        let mut form = read(SHEET, Format::Toml).0.form();
        let moves = match Moves::read(text, &form) {
            Ok(moves) => moves,
            Err(wrong) => {
                return wrong.iter().map(|one| format!("{}: {}\n", one.line, one.why)).collect();
            }
        };
        let mut text = String::new();
        moves.run(&mut form, |_, step| match step {
            Step::Moved(one) => {
                let all = [one.events, one.follows, one.problems].concat().join(", ");
                text += &format!("{}: {}: {} ({all})\n", one.line, one.attempt, one.outcome);
            }
            Step::Expected(one) => text += &format!("{}: {one}\n", one.is_met()),
        });
        text + &form.urlencoded()
    });
}
