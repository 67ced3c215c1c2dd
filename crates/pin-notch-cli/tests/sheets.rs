//! The commands for sheets. Their output is compared with the texts in `tests/printed` (PIN_NOTCH_PRINT=1
//! rewrites them, for review before they are committed).

use serde_json::Value as Json;
use std::io::{Read, Write};
use std::path::{Path, PathBuf};
use std::process::{Child, Command, Output, Stdio};

/// The command, run where the project's own folders have short names.
fn command(arguments: &str) -> Command {
    let mut command = Command::new(env!("CARGO_BIN_EXE_pin-notch"));
    command.args(arguments.split_whitespace()).current_dir(root()).env("NO_COLOR", "1");
    command
}

fn root() -> PathBuf {
    PathBuf::from(env!("CARGO_MANIFEST_DIR"))
}

fn start(arguments: &str) -> Child {
    let mut command = command(arguments);
    command.stdin(Stdio::piped()).stdout(Stdio::piped()).stderr(Stdio::piped());
    command.spawn().expect("the command runs")
}

/// Its output and errors for this input.
fn with_input(arguments: &str, input: &[u8]) -> Output {
    let mut child = start(arguments);
    let mut stdin = child.stdin.take().expect("a piped input");
    let input = input.to_vec();
    // It may end before reading everything.
    let writing = std::thread::spawn(move || stdin.write_all(&input).is_ok());
    let output = child.wait_with_output().expect("the command ends");
    let _ = writing.join();
    output
}

/// The whole result: output, errors and exit code.
fn all(output: &Output) -> String {
    let text = |bytes: &[u8]| String::from_utf8_lossy(bytes).into_owned();
    let code = output.status.code().expect("an exit code");
    format!("{}--- errors\n{}--- exit code {code}\n", text(&output.stdout), text(&output.stderr))
}

fn compare(name: &str, found: &str) {
    let path = Path::new(env!("CARGO_MANIFEST_DIR")).join("tests/printed").join(name);
    if std::env::var_os("PIN_NOTCH_PRINT").is_some() {
        std::fs::write(&path, found).expect("a written text");
    }
    let expected = std::fs::read_to_string(&path).unwrap_or_default();
    assert_eq!(found, expected, "{}", path.display());
}

fn scratch(name: &str, text: &str) -> PathBuf {
    let folder = std::env::temp_dir().join(format!("pin-notch-sheets-{}", std::process::id()));
    std::fs::create_dir_all(&folder).expect("a folder");
    let path = folder.join(name);
    std::fs::write(&path, text).expect("a written file");
    path
}

#[test]
fn each_command_prints_the_reviewed_output() {
    for (name, arguments) in [
        ("check.txt", "check demo/inspection.toml"),
        ("check-wrong.txt", "check tests/wrong.toml"),
        ("check-wrong.jsonl", "check --json tests/wrong.toml"),
        ("trace.txt", "trace demo/inspection.toml demo/inspection.moves"),
        ("accept.txt", "accept demo/inspection.toml demo/bodies.txt"),
        ("accept.jsonl", "accept --json demo/inspection.toml demo/bodies.txt"),
        ("schema.json", "schema demo/inspection.toml"),
        (
            "draw.txt",
            "draw demo/inspection.toml --lang de --values weight=31.5&temper=3.5&seen=eggs&stores=2",
        ),
        (
            "draw.svg",
            "draw demo/inspection.toml --as svg --values weight=31.5&temper=3.5&seen=eggs&stores=2",
        ),
    ] {
        compare(name, &all(&command(arguments).output().expect("the command runs")));
    }
}

#[test]
fn exit_codes_distinguish_success_remarks_and_errors() {
    let surprising = scratch(
        "surprising.toml",
        "[[field]]\nname='a'\ncontrol='slider'\nlabel='A'\nmax=10\nstep=3\n",
    );
    let surprising = surprising.to_str().expect("a name");
    let code = |arguments: &str| command(arguments).output().expect("it runs").status.code();
    assert_eq!(code(&format!("check {surprising}")), Some(0));
    assert_eq!(code(&format!("check --strict {surprising}")), Some(1));
    assert_eq!(code("check tests/wrong.toml"), Some(2));
    assert_eq!(code("check nowhere.toml"), Some(2));
    assert_eq!(code("check crates/pin-notch-cli/dist/pin-notch.wasm"), Some(2), "not UTF-8");
    // What cannot be read does not keep the others from being checked.
    let both = command(&format!("check nowhere.toml {surprising}")).output().expect("it runs");
    let printed = String::from_utf8_lossy(&both.stderr).into_owned();
    assert!(both.stdout.starts_with(b"remark: "), "{}", all(&both));
    assert!(printed.starts_with("pin-notch: nowhere.toml: "), "{printed}");
    assert!(printed.ends_with("pin-notch: 1 error, 1 remark\n"), "{printed}");
    let missed =
        with_input("trace demo/inspection.toml -", b"feeder: flip\nfeeder = off\n> input off\n");
    assert_eq!(missed.status.code(), Some(1));
    let printed = String::from_utf8_lossy(&missed.stdout).into_owned();
    assert!(
        printed.contains(
            "-:2: expectation not met\n  expected  feeder = off\n  found     feeder = on\n"
        ),
        "{printed}"
    );
    let unread = with_input(
        "trace demo/inspection.toml -",
        b"feeder flip\nfeder: flip\nfeeder: flop\nweight: key up x0\n",
    );
    let printed = String::from_utf8_lossy(&unread.stderr).into_owned();
    assert_eq!((unread.status.code(), printed.lines().count()), (Some(2), 5), "{printed}");
}

#[test]
fn a_turn_is_a_line_of_json_with_all_values() {
    let output = with_input(
        "trace --json demo/inspection.toml -",
        b"weight: key right x2\nmites: choose 3\nmites: choose 301\nstores-percent: choose 70\n",
    );
    let lines: Vec<Json> = String::from_utf8_lossy(&output.stdout)
        .lines()
        .map(|line| serde_json::from_str(line).expect("JSON"))
        .collect();
    assert_eq!(lines[0]["events"], serde_json::json!(["input 18.6", "change 18.6"]));
    assert_eq!(lines[0]["refusal"], Json::Null);
    assert_eq!(lines[1]["intent"], "mites: choose 3");
    assert_eq!(lines[1]["values"]["weight"].to_string(), "18.6");
    assert_eq!(lines[2]["refusal"], "above the maximum 300");
    assert_eq!(lines[3]["follows"], serde_json::json!(["stores follows: 3.5"]));
}

#[test]
fn data_of_any_kind_is_answered_line_by_line() {
    let mut data = Vec::new();
    data.extend_from_slice(
        b"visited=2026-05-14&weight=1&outside=0&temper=1&stores=0&feeder=on\r\n",
    );
    data.extend_from_slice(b"\n   \n"); // nothing
    data.extend_from_slice(b"{\"visited\": \"2026-05-14\", \"weight\"\n"); // cut off
    data.extend_from_slice(b"visited=%ff%fe&weight=\xff\xfe&temper=1\n"); // of another encoding
    data.extend_from_slice(
        "visited=2026-05-14&weight=1&outside=0&temper=%3Cscript%3E\u{202e}&stores=0\n".as_bytes(),
    );
    data.extend_from_slice(&[b'a'; 9 << 20]); // far too long
    data.extend_from_slice(b"\nvisited=2026-05-14&weight=2&outside=0&temper=1&stores=0&feeder=on"); // no line break
    let output = with_input("accept demo/inspection.toml", &data);
    compare("accept-any.txt", &all(&output));
}

#[test]
fn memory_does_not_grow_with_the_data() {
    let mut child = start("accept --only refused demo/inspection.toml -");
    let mut stdin = child.stdin.take().expect("a piped input");
    let mut line =
        b"visited=2026-05-14&weight=1&outside=0&temper=1&stores=0&feeder=on&odd=".to_vec();
    line.extend_from_slice(&[b'x'; 20_000]);
    line.push(b'\n');
    for _ in 0..(100 << 20) / line.len() {
        stdin.write_all(&line).expect("it reads on");
    }
    let status = std::fs::read_to_string(format!("/proc/{}/status", child.id())).expect("Linux");
    let most = status.lines().find_map(|line| line.strip_prefix("VmHWM:"));
    let most: u64 =
        most.and_then(|most| most.trim().trim_end_matches(" kB").parse().ok()).expect("a figure");
    drop(stdin);
    let output = child.wait_with_output().expect("it ends");
    assert_eq!(output.status.code(), Some(0), "{}", String::from_utf8_lossy(&output.stderr));
    assert!(most < 64 << 10, "{most} kB after 100 MB of lines");
}

#[test]
fn nobody_has_to_read_to_the_end() {
    for arguments in [
        "accept demo/inspection.toml",
        "draw demo/inspection.toml --as html",
        "schema demo/inspection.toml",
    ] {
        let mut child = start(arguments);
        let mut stdin = child.stdin.take().expect("a piped input");
        let mut out = child.stdout.take().expect("a piped output");
        let mut first = [0];
        let feeding = std::thread::spawn(move || {
            for _ in 0..20_000 {
                if stdin.write_all(b"weight=1\n").is_err() {
                    break;
                }
            }
        });
        out.read_exact(&mut first).expect("something comes");
        drop(out);
        let output = child.wait_with_output().expect("it ends");
        let _ = feeding.join();
        let errors = String::from_utf8_lossy(&output.stderr).into_owned();
        assert!(!errors.contains("panicked"), "{arguments}: {errors}");
    }
}

/// What other browsers know without a prefix, or in a shorter form.
#[test]
fn the_styles_of_a_page_are_written_as_safari_requires_it() {
    let page = command("draw demo/inspection.toml --as html").output().expect("it runs");
    let page = String::from_utf8(page.stdout).expect("a page");
    let values = |property: &str| -> Vec<&str> {
        let rest = page.split(property).skip(1);
        rest.map(|rest| rest.split([';', '}']).next().unwrap_or_default()).collect()
    };
    assert_eq!(values(";-webkit-user-select:"), values(";user-select:"));
    assert!(values("text-decoration:").iter().all(|value| !value.trim().contains(' ')));
    assert!(values("text-decoration-style:").len() > 1 && !values(";user-select:").is_empty());
}

#[test]
fn pictures_and_pages_are_whole() {
    let png = scratch("form.png", "");
    let name = png.to_str().expect("a name");
    let drawn =
        command(&format!("draw demo/inspection.toml --output {name}")).output().expect("it runs");
    assert!(drawn.status.success(), "{}", all(&drawn));
    let bytes = std::fs::read(&png).expect("a picture");
    assert!(bytes.starts_with(b"\x89PNG") && bytes.len() > 3_000, "{} bytes", bytes.len());
    let html =
        command("draw demo/inspection.toml --as html --theme dark").output().expect("it runs");
    let html = String::from_utf8(html.stdout).expect("UTF-8");
    assert!(html.contains("<meta name=\"color-scheme\" content=\"dark\">"));
    assert!(
        html.contains("data:application/wasm;base64,") && !html.contains("src=\""),
        "no other file"
    );
    let is_allowed = |char: char| !char.is_control() || char == '\n';
    assert!(html.chars().all(is_allowed), "HTML allows no control characters");
    let completions = command("completions bash").output().expect("it runs");
    assert!(String::from_utf8_lossy(&completions.stdout).contains("--only"));
    for name in ["check", "trace", "accept", "draw", "schema", "demo", "notches"] {
        let help = command(&format!("{name} --help")).output().expect("it runs");
        let help = String::from_utf8_lossy(&help.stdout).into_owned();
        assert!(help.contains("Example"), "{name}: {help}");
    }
}

#[test]
fn accepted_answers_become_a_table_and_refused_ones_are_reported() {
    let sheet = r#"[[field]]
name = "away"
control = "date-span"
label = "Away"
[[field]]
name = "note"
control = "text"
label = "Note"
rows = 2
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
name = "told"
control = "switch"
label = "Told"
unsent = true
"#;
    let path = std::env::temp_dir().join(format!("pin-notch-table-{}.toml", std::process::id()));
    std::fs::write(&path, sheet).expect("a written sheet");
    let data = "away=2026-05-11&away=2026-05-14&note=%22calm%22%2C%0D%0Ano+queen&seen=eggs&seen=a%2Cb&calm=on\n\
                away=&away=&note=&seen=drones\n{\"away\":null,\"note\":\"=1\"}\n";
    let output = with_input(&format!("accept --csv {}", path.display()), data.as_bytes());
    let expected = "line,away-from,away-to,note,seen,calm\r\n\
                    1,2026-05-11,2026-05-14,\"\"\"calm\"\",\nno queen\",\"eggs,\"\"a,b\"\"\",true\r\n\
                    3,,,=1,,false\r\n";
    assert_eq!(String::from_utf8_lossy(&output.stdout), expected);
    let printed = String::from_utf8_lossy(&output.stderr).into_owned();
    assert!(printed.starts_with("2 refused   Seen: \"drones\" is not offered."), "{printed}");
    let both = with_input(&format!("accept --csv --json {}", path.display()), b"");
    assert_eq!(both.status.code(), Some(2));
    let other = with_input(&format!("accept --lang fr {}", path.display()), b"");
    let printed = String::from_utf8_lossy(&other.stderr).into_owned();
    assert!(printed.contains("--lang: there are no texts in \"fr\"; there are en"), "{printed}");
    let _ = std::fs::remove_file(path);
}

#[test]
fn each_row_can_be_a_line_of_the_table() {
    let data = "day=2026-06-10&sting=2&sting.1.where=neck&sting.1.swelling=1&sting.2.where=face&sting.2.swelling=7&taken=cold&taken=pill\n\
                {\"day\":\"2026-06-10\",\"sting\":[]}\n\
                {\"day\":\"2026-06-09\",\"sting\":[{\"where\":\"leg\",\"swelling\":3}]}\n";
    let accept = "accept --csv --today 2026-06-11 --rows";
    let output = with_input(&format!("{accept} sting demo/stings.toml"), data.as_bytes());
    assert_eq!(
        String::from_utf8_lossy(&output.stdout),
        "line,day,sting,sting.time,sting.where,sting.pain,sting.swelling,sting.eye,taken,breath,called,note\r\n\
         1,2026-06-10,1,,neck,,1,,\"cold,pill\",false,,\r\n\
         1,2026-06-10,2,,face,,7,false,\"cold,pill\",false,,\r\n\
         3,2026-06-09,1,,leg,,3,,,false,,\r\n"
    );
    assert!(
        String::from_utf8_lossy(&output.stderr)
            .contains("2 refused   Sting: At least one of these is required.")
    );
    let output = with_input(&format!("{accept} bite demo/stings.toml"), data.as_bytes());
    assert!(String::from_utf8_lossy(&output.stderr).contains("there are sting"));
}

#[test]
#[cfg(feature = "sqlite")]
fn accepted_answers_are_stored_in_a_database() {
    let path = std::env::temp_dir().join(format!("pin-notch-kept-{}.sqlite", std::process::id()));
    let _ = std::fs::remove_file(&path);
    let data = "day=2026-06-10&sting.1.where=neck&sting.1.swelling=1&sting.2.where=face&sting.2.swelling=7\n\
                day=2026-06-10&sting.1.where=tail\n";
    for _ in 0..2 {
        let output = with_input(
            &format!("accept --today 2026-06-11 --sqlite {} demo/stings.toml", path.display()),
            data.as_bytes(),
        );
        assert_eq!(output.status.code(), Some(1), "one was refused");
        let kept = std::fs::read(&path).expect("a database");
        assert!(kept.starts_with(b"SQLite format 3\0"));
    }
    std::fs::write(&path, "no database ".repeat(200)).expect("written");
    let output = with_input(
        &format!("accept --sqlite {} demo/stings.toml", path.display()),
        data.as_bytes(),
    );
    assert_eq!(output.status.code(), Some(2));
    let printed = String::from_utf8_lossy(&output.stderr).into_owned();
    assert!(printed.contains("file is not a database"), "{printed}");
    let _ = std::fs::remove_file(path);
}
