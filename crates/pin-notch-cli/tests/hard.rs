//! Unusual conditions: very long texts, full disks, byte order marks.

use std::fs::{File, OpenOptions};
use std::io::{BufRead, BufReader, Write};
use std::path::PathBuf;
use std::process::{Command, Output, Stdio};

fn command(arguments: &[&str]) -> Command {
    let mut command = Command::new(env!("CARGO_BIN_EXE_pin-notch"));
    command.current_dir(env!("CARGO_MANIFEST_DIR")).env("NO_COLOR", "1").args(arguments);
    command
}

fn run(arguments: &[&str]) -> Output {
    command(arguments).output().expect("the command runs")
}

fn error(output: &Output) -> String {
    String::from_utf8_lossy(&output.stderr).into_owned()
}

/// A file for this test.
fn scratch(name: &str, text: &[u8]) -> PathBuf {
    let folder = PathBuf::from(env!("CARGO_TARGET_TMPDIR")).join("hard");
    std::fs::create_dir_all(&folder).expect("a folder");
    let path = folder.join(name);
    File::create(&path).and_then(|mut file| file.write_all(text)).expect("a file");
    path
}

fn checked(name: &str, text: &str) -> (Option<i32>, String) {
    let path = scratch(name, text.as_bytes());
    let output = run(&["check", path.to_str().expect("a path")]);
    (output.status.code(), String::from_utf8_lossy(&output.stdout).into_owned())
}

#[test]
fn a_full_disk_is_an_error_for_every_command() {
    for arguments in [
        "check demo/inspection.toml",
        "draw demo/inspection.toml",
        "draw demo/inspection.toml --as svg",
        "draw demo/inspection.toml --as png",
        "draw demo/inspection.toml --as html",
        "trace demo/inspection.toml demo/inspection.moves",
        "accept demo/inspection.toml demo/bodies.txt",
        "schema demo/inspection.toml",
        "completions bash",
        "notches --min 0 --max 100 --step 20",
        "demo --port 0",
        "--help",
        "--version",
        "check --help",
    ] {
        let arguments: Vec<&str> = arguments.split(' ').collect();
        let full = OpenOptions::new().write(true).open("/dev/full").expect("a full disk");
        let output = command(&arguments).stdout(full).stderr(Stdio::piped()).output();
        let output = output.expect("the command runs");
        assert_eq!(output.status.code(), Some(1), "{arguments:?}");
        assert!(error(&output).contains("No space left"), "{arguments:?}: {}", error(&output));
    }
}

const FIELD: &str = "[[field]]\nname = 'a'\ncontrol = 'slider'\nlabel = 'A'\n";

#[test]
fn very_long_and_deep_sheets_are_handled() {
    let rule =
        |condition: &str| format!("{FIELD}[[rule]]\nholds = '{condition}'\nmessage = 'no'\n");
    let chains = [" + 1", " - 1", " * 1", " and a < 1", " or a < 1"];
    for chain in chains {
        for times in [400, 5_000, 200_000] {
            let (code, printed) =
                checked("chain.toml", &rule(&format!("a < 1{}", chain.repeat(times))));
            match times {
                400 if chain.len() < 5 => assert_ne!(code, Some(2), "{chain}: {printed}"),
                _ => {
                    assert!(
                        printed.contains("more than 1000 words"),
                        "{chain} {times}: {code:?} {printed}"
                    )
                }
            }
        }
    }
    for (open, close) in [("(", ")"), ("not ", ""), ("-", "")] {
        let deep = format!("{}a{} < 1", open.repeat(900), close.repeat(900));
        let (code, _) = checked("deep.toml", &rule(&deep));
        assert!(code.is_some(), "{open}: it came to an end by itself");
    }
    // A finding far to the right of a line, or in a very long line.
    for width in [70_000, 1_000_000] {
        let wide = format!("{FIELD}{}labl = 'é'{}\n", " ".repeat(width), " ".repeat(width));
        let (code, printed) = checked("wide.toml", &wide);
        assert_eq!(code, Some(2));
        assert!(
            printed.contains("a slider has no \"labl\"") && printed.len() < 10_000,
            "{}",
            printed.len()
        );
    }
    let (_, printed) = checked("on.toml", &rule("a = on"));
    assert!(
        printed.contains("write true or false") && !printed.contains("did you mean"),
        "{printed}"
    );
}

#[test]
fn a_byte_order_mark_is_read_over() {
    let bodies = scratch("marked.txt", "\u{feff}{\"weight\": 12, \"outside\": 10}\n".as_bytes());
    let printed = run(&["accept", "demo/inspection.toml", bodies.to_str().expect("a path")]);
    let printed = String::from_utf8_lossy(&printed.stdout).into_owned();
    assert!(
        !printed.contains("JSON object") && printed.contains("Visited: A value is required"),
        "{printed}"
    );
    let moves = scratch("marked.moves", "\u{feff}weight: key right x3\n".as_bytes());
    let printed = run(&["trace", "demo/inspection.toml", moves.to_str().expect("a path")]);
    assert!(printed.status.success(), "{}", error(&printed));
    let sheet = scratch("marked.toml", format!("\u{feff}{FIELD}").as_bytes());
    assert!(run(&["check", sheet.to_str().expect("a path")]).status.success());
}

#[test]
fn values_that_do_not_fit_are_reported_and_links_are_followed() {
    let drawn = run(&["draw", "demo/inspection.toml", "--values", "stores=2"]);
    let text = String::from_utf8_lossy(&drawn.stdout).into_owned();
    assert!(text.contains("2 of 5") && text.contains("40 %"), "{text}");
    assert_eq!(error(&drawn), "");
    // What is given explicitly is unchanged.
    let drawn = run(&["draw", "demo/inspection.toml", "--values", "stores=2&stores-percent=60"]);
    assert!(String::from_utf8_lossy(&drawn.stdout).contains("60 %") || error(&drawn).is_empty());
    let drawn = run(&["draw", "demo/inspection.toml", "--values", "weight=99&temper=abc"]);
    let printed = error(&drawn);
    assert!(drawn.status.success());
    assert!(
        printed.contains("must be 40 or less") && printed.contains("\"abc\" is not a number"),
        "{printed}"
    );
    let drawn = run(&["draw", "demo/inspection.toml", "--values", "wight=9"]);
    assert!(error(&drawn).contains("no field is named \"wight\""), "{}", error(&drawn));
    let drawn = run(&["draw", "demo/inspection.toml", "--values", "{\"weight\":"]);
    assert_eq!(drawn.status.code(), Some(2));
    assert!(error(&drawn).contains("not a JSON object"), "{}", error(&drawn));
}

#[test]
fn foreign_texts_cannot_affect_a_terminal() {
    let evil = "\\u001B]0;owned\\u0007\\u202E";
    let sheet = format!(
        "title = \"{evil}\"\n[[field]]\nname = 'a'\ncontrol = 'stepper'\nlabel = \"{evil}\"\nplaceholder = \"{evil}\"\nunit = \"{evil}\"\n\
         [[rule]]\nholds = 'a < 5'\nmessage = \"{evil}\"\n"
    );
    let sheet = scratch("evil.toml", sheet.as_bytes());
    let raw = scratch(
        "raw.toml",
        "[[field]]\nname = 'a\u{1b}[2J'\ncontrol = 'slidr\u{1b}[2J'\n".as_bytes(),
    );
    let bodies = scratch("evil.txt", b"a=9\na=%1B%5B2J\n%1B=1\n{\"a\":\"\\u001b[2J\"}\n");
    let moves = scratch("evil.moves", "a: choose 9\nsend\na: type \u{1b}[2J\n".as_bytes());
    let [sheet, raw, bodies, moves] =
        [&sheet, &raw, &bodies, &moves].map(|path| path.to_str().expect("a path"));
    for arguments in [
        vec!["check", sheet],
        vec!["check", raw],
        vec!["draw", sheet],
        vec!["draw", sheet, "--as", "svg"],
        vec!["draw", sheet, "--values", "a=\u{1b}[2J&\u{1b}=1"],
        vec!["trace", sheet, moves],
        vec!["trace", sheet, moves, "--json"],
        vec!["trace", sheet, raw],
        vec!["accept", sheet, bodies],
        vec!["accept", sheet, bodies, "--json"],
        vec!["schema", sheet],
        vec!["check", "no\u{1b}[2Jsuch.toml"],
        vec!["no\u{1b}[2Jsuch"],
    ] {
        let output = run(&arguments);
        for text in [&output.stdout, &output.stderr] {
            let text = String::from_utf8_lossy(text);
            let bad = text.chars().find(|c| matches!(c, '\u{1b}' | '\u{7}' | '\u{202e}'));
            // An SVG may contain characters that change the direction of text, because their effect is
            // limited to its own text.
            let bad = bad.filter(|c| !(arguments.contains(&"svg") && *c == '\u{202e}'));
            assert_eq!(bad, None, "{arguments:?}: {text:?}");
            if arguments.contains(&"--json") {
                let all_json = text
                    .lines()
                    .filter(|line| line.starts_with('{'))
                    .all(|line| serde_json::from_str::<serde_json::Value>(line).is_ok());
                assert!(all_json, "{text}");
            }
        }
    }
}

#[test]
fn results_are_printed_before_more_lines_arrive_and_input_can_stop() {
    let mut accept = command(&["accept", "--json", "demo/inspection.toml", "-"])
        .stdin(Stdio::piped())
        .stdout(Stdio::piped())
        .stderr(Stdio::piped())
        .spawn()
        .expect("the command runs");
    let mut input = accept.stdin.take().expect("its input");
    let mut lines = BufReader::new(accept.stdout.take().expect("its output")).lines();
    for number in 1..=2 {
        input.write_all(b"temper=99\n").expect("a line");
        // The test would hang here if the line were buffered.
        let line = lines.next().expect("a line").expect("a text");
        assert!(line.starts_with(&format!("{{\"line\":{number},\"accepted\":false")), "{line}");
    }
    let kill = Command::new("kill").args(["-INT", &accept.id().to_string()]).status();
    assert!(kill.expect("a signal").success());
    let output = accept.wait_with_output().expect("it ends");
    drop(input);
    assert_eq!(output.status.code(), Some(130));
    assert!(error(&output).starts_with("0 accepted, 2 refused\n"), "{}", error(&output));
}

#[test]
fn an_unusable_schema_is_refused_with_the_reasons() {
    let path = scratch(
        "free.json",
        br#"{"properties":{"note":{"type":"object"},"odd":{"enum":[1,2,4]}}}"#,
    );
    let output = run(&["schema", "--from", path.to_str().expect("a path")]);
    assert_eq!((output.status.code(), output.stdout.len()), (Some(2), 0));
    let printed = error(&output);
    assert!(
        printed.contains(
            "note: no control holds \"object\"; odd: its listed numbers are not evenly spaced"
        ),
        "{printed}"
    );
    assert_eq!(printed.lines().count(), 1, "{printed}");
}
