//! Moves: their syntax, their expectations, and the day on which they are made.

mod sheet;

use pin_notch::{English, Weekday, World};
use pin_notch_sheet::{Context, Format, Moves, Sheet, Step, run_moves};
use sheet::{field, read};

#[test]
fn failed_moves_are_reported_readably() {
    let folder = std::path::Path::new(env!("CARGO_TARGET_TMPDIR"));
    let [sheet, moves] = ["moves.toml", "some.moves"].map(|name| folder.join(name));
    std::fs::write(&sheet, field("slider", "")).unwrap();
    let run = |text: &str| {
        std::fs::write(&moves, text).unwrap();
        let error = run_moves(&sheet, &moves).unwrap_err();
        assert_eq!(format!("{error:?}"), format!("\n{error}"));
        error.to_string().replace(&format!("{}/", folder.display()), "")
    };
    assert_eq!(
        run("a: choose 7\n> input 7, change 7\na = 8\na: choose 9\na: choose 9\n> change 9\n"),
        "some.moves:3: after line 1: a: choose 7\n  expected  a = 8\n  found     a = 7\n\
         some.moves:6: after line 5: a: choose 9\n  expected  change 9\n  found     refused: nothing would change\n"
    );
    assert!(run("b: choose 7\n").starts_with("some.moves:1: no field is named \"b\""));
    std::fs::write(&sheet, "[[field]]\nname = 'a'\n").unwrap();
    assert!(run("send\n").starts_with("moves.toml:1:"));
    assert!(
        run_moves(folder.join("none.toml"), &moves).unwrap_err().to_string().contains("none.toml")
    );
}

#[test]
fn moves_tell_what_outputs_say() {
    let text = field("slider", "max = 40") + "[[output]]\nname = \"half\"\ntext = \"{a / 2} kg\"\n";
    let mut form = read(&text, Format::Toml).0.form();
    let moves = Moves::read("a: choose 7\nhalf = 3.5 kg\nhalf = 3 kg\n", &form).unwrap();
    let mut met = Vec::new();
    moves.run(&mut form, |_, step| {
        if let Step::Expected(one) = step {
            met.push((one.is_met(), one.found));
        }
    });
    let found = "half = 3.5 kg".to_owned();
    assert_eq!(met, [(true, found.clone()), (false, found)]);
    let wrong = Moves::read("half: choose 7\n", &form).unwrap_err();
    assert_eq!(
        wrong[0].to_string(),
        "line 1: \"half\" is an output; it can only be expected: half = …"
    );
}

/// Makes these moves on the form of a sheet, whose expectations have to be met, and counts them.
fn expectations_met(sheet: &str, lines: &str) -> usize {
    let mut form = read(sheet, Format::Toml).0.form();
    let (mut met, moves) = (0, Moves::read(lines, &form).unwrap());
    moves.run(&mut form, |_, step| {
        if let Step::Expected(one) = step {
            assert!(one.is_met(), "{one}");
            met += 1;
        }
    });
    met
}

#[test]
fn a_reload_keeps_what_was_entered_and_nothing_else() {
    let text = field("slider", "max = 40") + "[[field]]\nname='b'\ncontrol='stepper'\nlabel='B'\n";
    let lines = "a: choose 7\nb: type 1x\n> draft\nreload\n> reloaded\na = 7\nb =\nundo\n> refused: there is nothing to undo\n\
                 b: key Escape\n> cancel\na: choose 8\nundo\n> moves a\na = 7\nreset\na = 20\n";
    assert_eq!(expectations_met(&text, lines), 9);
}

#[test]
fn weeks_begin_on_the_day_of_the_moves_unless_the_sheet_defines_it() {
    let date = |name: &str, own: &str| {
        format!("[[field]]\nname='{name}'\ncontrol='date'\nlabel='D'\nvalue='2026-05-14'\n{own}")
    };
    let text = date("a", "") + &date("b", "first-day='saturday'\n");
    let last_days = |first_day: &str| {
        let mut form = read(&text, Format::Toml).0.form();
        let lines = format!("{first_day}a: open\na: key End\nb: open\nb: key End\n");
        let (mut last, moves) = (Vec::new(), Moves::read(&lines, &form)?);
        moves.run(&mut form, |_, step| {
            if let Step::Moved(moved) = step {
                last.push(moved.outcome);
            }
        });
        Ok(last.join(" "))
    };
    let until = |day: &str| Ok(format!("open active 2026-05-{day} open active 2026-05-15"));
    assert_eq!(last_days(""), until("17"));
    assert_eq!(last_days("first-day sunday\n"), until("16"));
    // A page writes the English names.
    for day in Weekday::ALL.map(|day| English.weekday_name(day).to_ascii_lowercase()) {
        assert!(last_days(&format!("first-day {day}\n")).is_ok(), "{day}");
    }
    let wrong: Result<String, Vec<pin_notch_sheet::MoveError>> = last_days("\nfirst-day today\n");
    let wrong = wrong.unwrap_err();
    assert_eq!((wrong.len(), wrong[0].line), (1, 2));
    assert!(wrong[0].why.starts_with("first-day: write one of: monday"), "{}", wrong[0].why);
}

#[test]
fn a_field_may_be_called_like_a_word_of_moves() {
    let names = ["today", "first-day", "apply", "undo", "reload"];
    let text =
        names.map(|name| field("slider", "").replace("\"a\"", &format!("'{name}'"))).concat();
    let lines = names.map(|name| format!("{name}: choose 7\n{name} = 7\n")).concat();
    assert_eq!(expectations_met(&text, &lines), names.len());
}

#[test]
fn a_step_tells_in_parts_what_it_did() {
    let text = format!(
        "{}[[field]]\nname='b'\ncontrol='slider'\nlabel='B'\n[[link]]\nfrom='a'\nto='b'\n",
        field("slider", "")
    );
    let mut form = read(&text, Format::Toml).0.form();
    let moves = Moves::read("a: choose 7\na: choose 900\nundo\nundo\n> nothing\n", &form).unwrap();
    let (mut parts, mut unmet) = (Vec::new(), String::new());
    moves.run(&mut form, |_, step| match step {
        Step::Moved(one) => parts.push((one.line, one.field, one.events, one.follows, one.refusal)),
        Step::Expected(one) => unmet = one.to_string(),
    });
    let owned = |texts: &[&str]| texts.iter().map(|text| (*text).to_owned()).collect::<Vec<_>>();
    let none = owned(&[]);
    let a = || "a".to_owned();
    assert_eq!(
        parts,
        [
            (1, a(), owned(&["input 7", "change 7"]), owned(&["b follows: 7"]), None),
            (2, a(), none.clone(), none.clone(), Some("above the maximum 100".to_owned())),
            (3, String::new(), owned(&["moves a, b"]), none.clone(), None),
            (4, String::new(), none.clone(), none, Some("there is nothing to undo".to_owned())),
        ]
    );
    let found = "refused: there is nothing to undo";
    assert_eq!(unmet, format!("line 5: expected \"nothing\", found \"{found}\""));
}

#[test]
fn a_span_is_pointed_at_by_value() {
    let (sheet, _) = read(&field("span-slider", "max = 40\nvalue = [10, 30]\n"), Format::Toml);
    let moves = "a: press 16\n> grab, input 16,30\na: move 17\na: release\na = 17,30\n";
    let mut form = sheet.form();
    let moves = pin_notch_sheet::Moves::read(moves, &form).unwrap();
    moves.run(&mut form, |_, step| {
        if let pin_notch_sheet::Step::Expected(one) = step {
            assert!(one.is_met(), "{one}");
        }
    });
}

#[test]
fn moves_are_explicit_and_expectations_can_be_partial() {
    let text = r#"
[[field]]
name = "note"
control = "text"
label = "Note"
rows = 3
[[field]]
name = "day"
control = "date"
label = "Day"
required = true
options = [{ value = "sunday", text = "The apiary rests." }]
[[field]]
name = "given"
control = "select"
label = "Given"
required = true
options = ["oa"]
[[field]]
name = "away"
control = "date-span"
label = "Away"
two-fields = true
"#;
    let (sheet, found) = read(text, Format::Toml);
    assert!(found.is_empty(), "{found:?}");
    let moves = r#"
note: type "two\nlines, \"quoted\" \u{41}\\"
note = two lines, "quoted" A\
note: type "plain" text
note = plain" text
day: pick 2026-05-17
> refused
> refused: that day is closed
> refused: that day is closed (The apiary rests.)
given: choose 3
> refused: does not apply to this control; pick an option instead, by its value
send
> refused
> refused: Day: A value
> refused: Given: A value is required.
away: type 2026-05-11
away: take high
away: type 2026-05-14
away: settle
away = 2026-05-11/2026-05-14
"#;
    let mut form = sheet.form();
    let read = Moves::read(moves, &form).expect("moves");
    let mut unmet = Vec::new();
    read.run(&mut form, |_, step| {
        if let Step::Expected(one) = step {
            unmet.extend((!one.is_met()).then(|| one.to_string()));
        }
    });
    assert_eq!(unmet, [""; 0]);
    let mut form = sheet.form();
    let wrong = Moves::read("send\n> refused: Note\n> accepted\n", &form).expect("moves");
    let mut met = Vec::new();
    wrong.run(&mut form, |_, step| {
        if let Step::Expected(one) = step {
            met.push(one.is_met());
        }
    });
    assert_eq!(met, [false, false]);
}

#[test]
fn days_are_relative_to_the_given_date() {
    let text = r#"
[[field]]
name = "next"
control = "date"
label = "Next visit"
min = "today"
max = "today + 14"
value = "today+7"
[[field]]
name = "away"
control = "date-span"
label = "Away"
min = "today - 1"
value = ["today", "today + 2"]
"#;
    let (sheet, found) = read(text, Format::Toml);
    assert!(found.is_empty(), "{found:?}");
    let form = sheet.form();
    assert_eq!(form.urlencoded(), "next=2026-05-21&away=2026-05-14&away=2026-05-16");
    assert!(form.read(b"next=2026-05-28&away=&away=").is_ok());
    assert!(form.read(b"next=2026-05-29&away=&away=").is_err());
    let (_, lost) = sheet.to_schema();
    let losses: Vec<String> = lost.iter().map(ToString::to_string).collect();
    assert!(losses.contains(&"next: that it moves with the day".to_owned()), "{losses:?}");
    // The text is kept as written.
    assert!(sheet.to_toml().contains("max = \"today + 14\""));
    let wrong = |day: &str| {
        let (_, found) = read(&text.replace("today+7", day), Format::Toml);
        found.iter().map(ToString::to_string).collect::<Vec<_>>().join("; ")
    };
    let like = "is not a day; write today, today + 14, today - 7 or next monday";
    for day in [
        "today + x",
        "today +",
        "todays",
        "today + 99999999999",
        "today + +7",
        "next day",
        "next monday 7",
    ] {
        assert_eq!(wrong(day), format!("value: \"{day}\" {like}"));
    }
    // It is a Thursday.
    for (day, expected) in [
        ("next friday", "2026-05-15"),
        ("next Thursday", "2026-05-21"),
        ("next wednesday", "2026-05-20"),
        ("next monday + 7", "2026-05-25"),
        ("next monday - 1", "2026-05-17"),
    ] {
        let (sheet, found) = read(&text.replace("today+7", day), Format::Toml);
        assert_eq!(found, [], "{day}");
        assert!(sheet.form().urlencoded().starts_with(&format!("next={expected}&")), "{day}");
    }
    assert!(wrong("today + 15").contains("after the last day"), "{}", wrong("today + 15"));
    let (_, found) = Sheet::read(text, Format::Toml, &Context::default());
    assert!(found.iter().all(|one| one.code == "no-today") && found.len() == 5, "{found:?}");
    // Moves in a test specify the date.
    let folder = std::env::temp_dir().join(format!("pin-notch-days-{}", std::process::id()));
    std::fs::create_dir_all(&folder).expect("a folder");
    let [sheet, moves] = ["days.toml", "days.moves"].map(|name| folder.join(name));
    std::fs::write(&sheet, text).expect("a sheet");
    let lines = "today 2024-02-28\nnext = 2024-03-06\nnext: type 2024-03-14\nnext: settle\n> refused: after the last day";
    std::fs::write(&moves, lines).expect("moves");
    run_moves(&sheet, &moves).expect("all as expected");
    let _ = std::fs::remove_dir_all(folder);
}
