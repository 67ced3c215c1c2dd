//! The page and all receivers judge the same values alike: random sheets, filled in by random moves in a
//! real browser.

use crate::form::serve;
use crate::support::{Page, with_page};
use pin_notch::{Definition, Form, ValueKind};
use pin_notch_any::{as_field, definition, fit_for_a_sheet, kind};
use pin_notch_sheet::{Context, Format, Moves, Page as Drawn, Severity, Sheet, Step};
use proptest::prelude::*;
use proptest::sample::select;
use proptest::strategy::ValueTree;
use proptest::test_runner::TestRunner;
use serde_json::{Value as Json, json};
use std::process::Command;

/// The number of sheets filled in. In about one of ten, nothing changes.
const SHEETS: usize = 400;

const KEYS: [&str; 12] = [
    "ArrowUp",
    "ArrowRight",
    "ArrowLeft",
    "ArrowDown",
    "Home",
    "End",
    "PageUp",
    "Enter",
    " ",
    "Delete",
    "Escape",
    "o",
];
const TYPED: [&str; 8] = ["7", "12.5", "-3", "2026-05-14", "x", "", "2026-05", "08:30"];

/// A sheet, and what is done in its page: the number of a visible field and `key` or `type` with which one,
/// or the number of a button and `click`.
type Case = (String, Vec<(usize, &'static str, &'static str)>);

/// A condition on a field.
fn term(name: &str, definition: &Definition) -> String {
    match definition.clone().build_or_mend().0.kind() {
        ValueKind::Number => format!("{name} > 3"),
        ValueKind::On => name.to_owned(),
        ValueKind::Texts => format!("count({name}) > 0"),
        ValueKind::Text
        | ValueKind::Span
        | ValueKind::Date
        | ValueKind::Dates
        | ValueKind::Month
        | ValueKind::Week
        | ValueKind::Time
        | ValueKind::DateTime => format!("{name} is not empty"),
    }
}

fn sheet(definitions: &[Definition], words: &[bool; 5]) -> String {
    let definitions: Vec<Definition> = definitions.iter().cloned().map(fit_for_a_sheet).collect();
    let name = |at: usize| format!("f{at}");
    let last = definitions.len() - 1;
    let mut fields: Vec<String> = definitions
        .iter()
        .enumerate()
        .map(|(at, definition)| as_field(&name(at), &format!("Field {at}"), definition))
        .collect();
    let [is_conditional, has_rule, warns, has_link, has_rows] = *words;
    if is_conditional {
        let condition = format!(",\"only-if\":\"{}\"}}", term(&name(0), &definitions[0]));
        fields[last] = fields[last].trim_end_matches('}').to_owned() + &condition;
    }
    if has_rows {
        let inner = [("x", &definitions[0]), ("y", &definitions[last])]
            .map(|(name, definition)| as_field(name, name, definition));
        let least = u8::from(warns);
        fields.push(format!(
            "{{\"name\":\"r\",\"control\":\"rows\",\"label\":\"Row\",\"least\":{least},\"most\":3,\"field\":[{}]}}",
            inner.join(",")
        ));
    }
    let (one, other) = (term(&name(0), &definitions[0]), term(&name(1), &definitions[1]));
    let rule = format!(
        "{{\"holds\":\"{one} or {other}\",\"message\":\"One of both.\",\"warns\":{warns}}}"
    );
    let of_rows =
        format!("{{\"holds\":\"{}\",\"message\":\"In each row.\"}}", term("r.x", &definitions[0]));
    let rules = [(has_rule, rule), (has_rows && is_conditional, of_rows)];
    let rules: Vec<String> =
        rules.into_iter().filter(|(is_in, _)| *is_in).map(|(_, rule)| rule).collect();
    let rules = rules.join(",");
    let kinds = [0, 1].map(|at| definitions[at].clone().build_or_mend().0.kind());
    let links = match has_link && kinds[0] == kinds[1] {
        true => "{\"from\":\"f0\",\"to\":\"f1\"}",
        false => "",
    };
    let output = "{\"name\":\"out\",\"text\":\"{f0 is empty}\"}";
    format!(
        "{{\"field\":[{}],\"rule\":[{rules}],\"link\":[{links}],\"output\":[{output}]}}",
        fields.join(",")
    )
}

/// The sheet, if it has no errors.
fn read(text: &str, today: &str) -> Option<Sheet> {
    let mut context = Context::default();
    context.today = today.parse().ok();
    let (sheet, found) = Sheet::read(text, Format::Json, &context);
    found.iter().all(|one| one.severity != Severity::Error).then_some(sheet)
}

fn case() -> impl Strategy<Value = Case> {
    let definitions = prop::collection::vec(kind().prop_flat_map(definition), 2..5);
    let move_ = prop_oneof![
        3 => (0..9_usize, select(&KEYS[..])).prop_map(|(at, key)| (at, "key", key)),
        1 => (0..9_usize, select(&TYPED[..])).prop_map(|(at, text)| (at, "type", text)),
        1 => (0..12_usize).prop_map(|at| (at, "click", "")),
    ];
    (definitions, any::<[bool; 5]>(), prop::collection::vec(move_, 2..16))
        .prop_map(|(definitions, words, moves)| (sheet(&definitions, &words), moves))
}

/// The result of a page after these actions.
struct Said {
    json: String,
    body: String,
    problems: Vec<(String, String)>,
    moves: String,
}

/// The script that fills in a form, with placeholders for its arguments: HTML, MOVES and RETURNS.
const FILLED: &str = include_str!("agree.js");

/// Fills in a form in this way, and checks that nothing of it is lost.
async fn filled(page: &Page, html: &str, moves: &Json, returns: bool) -> Said {
    let html = json!(html.replace("<notch-form", "<notch-form keep")).to_string();
    let script = FILLED
        .replace("MOVES", &moves.to_string())
        .replace("RETURNS", &returns.to_string())
        .replace("Unsafe(HTML)", &format!("Unsafe({html})"));
    let in_page = page.run(&script).await;
    let filled = &in_page["filled"];
    let about = format!("{}\n{html}", filled[3].as_str().expect("moves"));
    if returns {
        for at in [0, 1, 2, 4] {
            assert_eq!(filled[at], in_page["back"][at], "{about}");
        }
    } else {
        assert_eq!(in_page["undone"], in_page["start"], "{about}");
        assert_eq!(in_page["redone"], filled[0], "{about}");
    }
    let text = |at: usize| filled[at].as_str().expect("a text").to_owned();
    let problems = serde_json::from_value(filled[2].clone()).expect("names and texts");
    Said { json: text(0), body: text(1), problems, moves: text(3) }
}

/// The form, filled in by the same moves, which must have the same outcomes as in the page.
fn replayed(mut form: Form, moves: &str, sheet: &str) -> Form {
    let read = Moves::read(moves, &form).unwrap_or_else(|wrong| panic!("{wrong:?}\n{moves}"));
    read.run(&mut form, |_, step| match step {
        Step::Moved(_) => {}
        Step::Expected(one) => assert!(one.is_met(), "{one}\n{moves}\n{sheet}"),
    });
    form
}

/// What the command reports about these lines.
fn accepts(sheet: &str, lines: &[&str], at: usize) -> Vec<bool> {
    let folder = std::path::Path::new(env!("CARGO_TARGET_TMPDIR"));
    let [path, data] = ["json", "txt"].map(|ending| folder.join(format!("agree-{at}.{ending}")));
    std::fs::write(&path, sheet).expect("a sheet");
    std::fs::write(&data, lines.join("\n") + "\n").expect("lines");
    let run =
        Command::new(env!("CARGO_BIN_EXE_pin-notch")).arg("accept").args([&path, &data]).output();
    let printed = String::from_utf8_lossy(&run.expect("it runs").stdout).into_owned();
    let is_accepted =
        |number: usize| printed.lines().any(|line| line.starts_with(&format!("{number} accepted")));
    (1..=lines.len()).map(is_accepted).collect()
}

#[test]
fn the_page_and_all_who_receive_it_say_the_same() {
    with_page(async |page| {
        let html = "<!doctype html><html lang=en-GB><title>Any</title><script type=module src=/pin-notch-form.js></script><body>";
        let (server, url) = serve(html).await;
        page.client.goto(&url).await.expect("the page");
        page.run("await (await import('/pin-notch-form.js')).ready").await;
        let mut runner = TestRunner::deterministic();
        let cases: Vec<Case> =
            (0..SHEETS).map(|_| case().new_tree(&mut runner).expect("a case").current()).collect();
        let [mut sound, mut right, mut unread, mut by_schema] = [0; 4];
        for (at, (text, moves)) in cases.into_iter().enumerate() {
            // Midnight may come between two cases.
            let today = page.get("new Date(Date.now() - new Date().getTimezoneOffset() * 60000).toISOString().slice(0, 10)").await;
            let Some(sheet) = read(&text, &today) else { continue };
            sound += 1;
            let drawn = sheet.page(&sheet.form(), &Drawn::default());
            let main = drawn.split_once("<main>").and_then(|(_, rest)| rest.split_once("</main>"));
            let in_page =
                filled(&page, main.expect("the page's main").0, &json!(moves), at % 2 == 0).await;
            // The page and `trace`.
            let mut form = replayed(sheet.form(), &in_page.moves, &text);
            // The page and the form itself.
            assert_eq!(in_page.json, form.to_json(), "{}\n{text}", in_page.moves);
            // A script's URLSearchParams does not normalize line breaks.
            let sent = form.urlencoded().replace("%0D%0A", "%0A");
            assert_eq!(in_page.body, sent, "{}\n{text}", in_page.moves);
            let problems = form.problems().into_iter();
            let problems: Vec<_> =
                problems.map(|one| (one.name, one.invalid.to_string())).collect();
            assert_eq!(in_page.problems, problems, "{}\n{text}", in_page.moves);
            let sent = form.submit();
            assert_eq!(sent.is_ok(), in_page.problems.is_empty());
            // The receivers. A draft that cannot be read is not sent, so only the page knows about it.
            let drafts = form.fields().any(|field| field.control.is_drafting());
            if drafts {
                unread += 1;
                continue;
            }
            let received = sheet.form().read(in_page.body.as_bytes());
            let as_json = sheet.form().read_json(in_page.json.as_bytes());
            assert_eq!(sent.is_ok(), received.is_ok(), "{} {received:?}\n{text}", in_page.body);
            assert_eq!(received.is_ok(), as_json.is_ok(), "{} {as_json:?}\n{text}", in_page.json);
            if let (Ok(sent), Ok(received), Ok(as_json)) = (&sent, &received, &as_json) {
                assert_eq!(received, as_json, "{text}");
                // A field that is not sent may have followed one that has since returned to its initial
                // value.
                let of = |values: &pin_notch::Values| -> Vec<_> {
                    let is_sent = |(name, _): &(&str, _)| {
                        form.field(name).is_some_and(pin_notch::Field::may_be_received)
                    };
                    let all = values.iter().filter(is_sent);
                    all.map(|(name, value)| (name.to_owned(), value.clone())).collect()
                };
                assert_eq!(of(sent), of(received), "{text}");
                right += 1;
            }
            let lines = [in_page.body.as_str(), in_page.json.as_str()];
            // An empty line does not count as received.
            if !in_page.body.is_empty() {
                let accepted = accepts(&text, &lines, at);
                assert_eq!(accepted, [received.is_ok(); 2], "{lines:?}\n{text}");
            }
            let (schema, lost) = sheet.to_schema();
            if lost.iter().all(|loss| !loss.accepts) {
                by_schema += 1;
                let schema: Json = serde_json::from_str(&schema).expect("JSON");
                let options = jsonschema::options().should_validate_formats(true).build(&schema);
                let document: Json = serde_json::from_str(&in_page.json).expect("JSON");
                assert_eq!(
                    options.expect("a schema").is_valid(&document),
                    as_json.is_ok(),
                    "{document}\n{schema}\n{text}"
                );
            }
        }
        println!(
            "of {sound} sheets {right} were right in the end, {by_schema} checked by a schema, {unread} with a draft"
        );
        assert!(
            sound > SHEETS / 2 && right > SHEETS / 4 && by_schema > SHEETS / 10,
            "{sound} {right} {by_schema}"
        );
        drop(server);
    });
}
