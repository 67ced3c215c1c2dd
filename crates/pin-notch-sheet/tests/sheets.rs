//! Sheets: errors are reported with their places, and correct ones result in a form.

mod sheet;

use pin_notch_sheet::{Finding, Format, Moves, Page, Severity, Step, Theme, from_schema, place};
use proptest::prelude::*;
use sheet::{field, read};

/// The findings, one per line.
fn found(text: &str, format: Format) -> Vec<String> {
    let one = |finding: &Finding| {
        let (line, column) = place(text, finding.span.start);
        let help = finding.help.as_deref().map(|help| format!(" [{help}]")).unwrap_or_default();
        let (word, code) = (finding.severity.word(), finding.code);
        format!("{line}:{column} {word} {code}: {finding}{help}")
    };
    // Missing translations have a test of their own.
    let found = read(text, format).1.into_iter().filter(|one| one.code != "texts-missing");
    found.map(|finding| one(&finding)).collect()
}

#[test]
fn errors_are_reported_with_their_places_and_what_would_be_right() {
    let slider = |lines: &str| field("slider", lines);
    let rule = |holds: &str| {
        format!("{}[[rule]]\nholds = \"{holds}\"\nmessage = \"m\"\n", slider("max = 9"))
    };
    let table: Vec<(String, &[&str])> = vec![
        (
            String::new(),
            &[
                "1:1 error no-field: there is no field in this sheet [begin one with [[field]], a name and a control]",
            ],
        ),
        (
            "field = 3".into(),
            &[
                "1:9 error wrong-kind: field must be a list of tables, but this is a number [write [[field]] before each]",
            ],
        ),
        (
            "titel = 'x'\n".to_owned() + &slider(""),
            &["1:1 error unknown-key: a sheet has no \"titel\" [did you mean \"title\"?]"],
        ),
        ("[[field]]\nname = 'a'".into(), &["1:1 error missing: a field has no control"]),
        (
            "[[field]]\nnme = 'a'\ncontrol = 'ratng'\npage-bi = 2".into(),
            &[
                "1:1 error missing: a field has no name",
                "2:1 error unknown-key: a field has no \"nme\" [did you mean \"name\"?]",
                "3:11 error no-such-control: no control is called \"ratng\" [did you mean \"rating\"?]",
                "4:1 error unknown-key: a field has no \"page-bi\" [did you mean \"page-by\"?]",
            ],
        ),
        (
            slider("maxx = 1"),
            &["5:1 error unknown-key: a slider has no \"maxx\" [did you mean \"max\"?]"],
        ),
        (
            slider("reqiuerd = true"),
            &["5:1 error unknown-key: a slider has no \"reqiuerd\" [did you mean \"required\"?]"],
        ),
        (
            slider("max = '4o'"),
            &[
                "5:7 error not-allowed: max: \"4o\" is not a number; write it like 12, -0.5 or 2.5e3",
            ],
        ),
        (
            slider("max = nan"),
            &[
                "5:7 error not-allowed: max: \"nan\" is not a number; write it like 12, -0.5 or 2.5e3",
            ],
        ),
        (
            slider("max = 10\nstep = 3"),
            &[
                "5:7 remark max-not-reached: the maximum 10 is never reached: counted from 0 by 3, the last notch is 9",
            ],
        ),
        (
            slider("step = 10\nvalue = 4"),
            &[
                "6:9 remark default-off-notches: the default 4 is not on a notch: a control starts at 0",
            ],
        ),
        (
            slider("reversed = 1"),
            &["5:12 error wrong-kind: reversed must be true or false, but this is a number"],
        ),
        (
            field("rating", "max = 0"),
            &["5:7 error not-allowed: max: 0 icons are not allowed: a rating has 1 to 1000"],
        ),
        (
            field("date", "min = '2026-02-30'"),
            &["5:7 error not-allowed: min: day 30 is out of range: 2026-02 has days 1 to 28"],
        ),
        (
            field("date", "options = ['someday']"),
            &[
                "5:11 error not-allowed: options: \"someday\" is not a day; write one like 2026-06-01, two of them with a slash between, or a weekday like sunday",
            ],
        ),
        (
            field("select", "options = ['x', 'x']"),
            &[
                "5:11 error option-twice: the option \"x\" occurs twice [received values could not be told apart; give each its own value]",
            ],
        ),
        (
            field("select", "options = ['x']\nvalue = 'y'"),
            &["6:9 error not-allowed: value: \"y\" is not offered."],
        ),
        (field("select", ""), &["1:1 remark no-options: there is nothing to choose from"]),
        (
            field("select", "options-from = 'no.txt'"),
            &[
                "1:1 remark no-options: there is nothing to choose from",
                "5:16 error options-from: no.txt is not there",
            ],
        ),
        (
            field("select", "options-from = 'hives.json'"),
            &["5:16 error options-from: hives.json:1:22: an option has no \"txt\""],
        ),
        (
            slider("") + &field("switch", ""),
            &[
                "7:8 error name-taken: two fields are named \"a\" [received values could not be told apart; give each its own name]",
            ],
        ),
        (
            "[[field]]\nname = 'a'\ncontrol = 'switch'".into(),
            &["2:8 remark unlabelled: a: there is no label to tell people what it is"],
        ),
        (
            slider("") + "[[fieldset]]\nname = 'f'\nfields = ['b']",
            &["8:11 error no-such-field: no field is named \"b\""],
        ),
        (
            slider("") + "[[link]]\nfrom = 'a'\nto = 'a'",
            &["8:6 error link-to-itself: a field cannot follow itself"],
        ),
        (
            CONDITIONS.replace("only-if = \"mites > 9\"", "only-if = \"again = '2026'\""),
            &["13:20 error expression-type: \"2026\" is not a day [write one like '2026-05-14']"],
        ),
        (
            CONDITIONS.replace("mites > 9", "again is empty"),
            &[
                "22:11 error only-if-circle: whether \"given\" counts depends on its own value [make it depend on other fields that do not depend on this one]",
            ],
        ),
        (
            CONDITIONS.replace("mites > 9", "mites < 0"),
            &["13:11 remark never-counts: \"given\" never counts, whatever is entered"],
        ),
        (
            field("slider", "") + "[[output]]\nname = \"a\"\ntext = \"{a}\"\n",
            &["7:8 error name-taken: something else is named \"a\""],
        ),
        (
            field("slider", "") + "[[output]]\nname = \"b\"\ntext = \"{a} and {c + 1}\"\n",
            &["8:18 error no-such-field: no field is named \"c\""],
        ),
        (
            field("slider", "") + "[[output]]\nname = \"b\"\ntext = \"{a\"\nlabl = \"B\"\n",
            &[
                "8:9 error expression-syntax: this brace is not closed [put } at its end]",
                "9:1 error unknown-key: an output has no \"labl\" [did you mean \"label\"?]",
            ],
        ),
        (
            rule("a < 'x'"),
            &["7:14 error expression-type: this is a text, but a number is needed here"],
        ),
        (rule("b < 3"), &["7:10 error no-such-field: no field is named \"b\""]),
        (
            rule("a + 1"),
            &["7:10 error expression-type: a condition is needed, but this is a number"],
        ),
        (
            rule("a < "),
            &[
                "7:14 error expression-syntax: the text ends here, where a field, a number, a text or a bracket should be",
            ],
        ),
        (
            rule("a < 3 $"),
            &[
                "7:16 error expression-syntax: \"$\" has no meaning here [write =, !=, <, <=, >, >=, +, -, *, /, and, or, not, in, is empty, count(…)]",
            ],
        ),
        (
            rule("a > 9"),
            &["7:9 remark rule-never-holds: this rule can never hold, whatever is entered"],
        ),
        (
            rule("not (a > 9 or a < 0)"),
            &["7:9 remark rule-always-holds: this rule always holds, whatever is entered"],
        ),
        (
            rule("1 < 2"),
            &[
                "7:10 error expression-without-field: a condition must refer to at least one field, but this refers to none",
            ],
        ),
        (
            slider("") + "[texts.de.fields.b]\nlabel = 'B'",
            &["6:18 error no-such-field: no field is named \"b\""],
        ),
        (
            slider("") + "[texts.de.messages]\n'm' = 'n'",
            &["7:1 error no-such-text: no rule says \"m\""],
        ),
        (
            slider("") + "[texts]\nde = 'x'",
            &["7:6 error wrong-kind: de must be a table of texts, but this is a text"],
        ),
        (
            slider("") + "[texts.de.fieldsets]\nf = 'F'",
            &["7:1 error no-such-text: no fieldset is named \"f\""],
        ),
        (
            field("select", "options = ['x']") + "[texts.de.fields.a]\noptions = { y = 'Y' }",
            &["7:13 error no-such-text: a has no option \"y\""],
        ),
        ("a = [".into(), &["1:6 error not-toml: this is not TOML: unclosed array, expected `]`"]),
    ];
    let mut wrong = String::new();
    for (text, expected) in &table {
        let findings = found(text, Format::Toml);
        if expected[0].contains("not-toml") {
            assert_eq!(
                findings.iter().filter(|line| line.contains("not-toml")).count(),
                1,
                "{findings:?}"
            );
            continue;
        }
        if findings != *expected {
            wrong.push_str(&format!("{text}\n{findings:#?}\n{expected:#?}\n"));
        }
    }
    assert_eq!(wrong, "");
    let json = r#"{"field": [{"name": "a", "control": "slider", "label": "A", "mx": 4, "mx": 5}]}"#;
    assert_eq!(
        found(json, Format::Json),
        [
            "1:61 error unknown-key: a slider has no \"mx\" [did you mean \"max\"?]",
            "1:70 error key-twice: \"mx\" is given twice",
        ]
    );
    let deep = format!("{{\"field\": {}{}}}", "[".repeat(50_000), "]".repeat(50_000));
    assert_eq!(
        found(&deep, Format::Json),
        [
            "1:12 error wrong-kind: field must be a table, but this is a list",
            "1:74 error too-deep: this is nested more than 64 levels deep",
        ]
    );
    assert_eq!(
        found("{\"a\": tru}", Format::Json),
        ["1:10 error not-json: this is not JSON: expected ident"]
    );
}

#[test]
fn links_that_lose_digits_are_remarked() {
    let text = field("slider", "")
        + "[[field]]\nname = 'b'\ncontrol = 'rating'\nlabel = 'B'\nmin = 0\nvalue = 2\n[[link]]\nfrom = 'a'\nto = 'b'\nfrom-range = [0, 100]\nto-range = [0, 5]\n";
    assert_eq!(
        found(&text, Format::Toml).last().unwrap(),
        "12:1 remark link-loses-digits: digits are lost: a 1 makes b 0, which leads back to 0"
    );
}

/// Whether a body is accepted by a form with this rule.
fn obeys(rule: &str, body: &str) -> bool {
    let text = format!(
        "[[field]]\nname='n'\ncontrol='stepper'\nlabel='N'\nstep='any'\n[[field]]\nname='m'\ncontrol='stepper'\nlabel='M'\nstep='any'\n\
         [[field]]\nname='on'\ncontrol='switch'\nlabel='On'\n\
         [[field]]\nname='one'\ncontrol='select'\nlabel='One'\noptions=['x','y']\n\
         [[field]]\nname='all'\ncontrol='select'\nmultiple=true\nlabel='All'\noptions=['x','y']\n\
         [[field]]\nname='day'\ncontrol='date'\nlabel='Day'\n[[field]]\nname='then'\ncontrol='date'\nlabel='Then'\n\
         [[field]]\nname='span'\ncontrol='date-span'\nlabel='Span'\n[[field]]\nname='at'\ncontrol='time'\nlabel='At'\n\
         [[rule]]\nholds=\"{rule}\"\nmessage='broken'\n"
    );
    let (sheet, found) = read(&text, Format::Toml);
    assert_eq!(found, [], "{rule}");
    sheet.form().read(body.as_bytes()).is_ok()
}

#[test]
fn rules_say_what_they_are_read_as() {
    let table = [
        ("n < 3", "n=2.9", true),
        ("n < 3", "n=3", false),
        ("n < 3", "", true), // nothing entered breaks nothing
        ("n is not empty", "", false),
        ("n + m * 2 >= 7", "n=1&m=3", true),
        ("(n + m) * 2 >= 9", "n=1&m=3", false),
        ("n - m = 0.1", "n=0.3&m=0.2", true), // exactly
        ("-n > 1", "n=-2", true),
        ("not on", "on=on", false),
        ("n > 1 or on", "on=on", true),
        ("n > 1 or on", "n=0", false),
        ("n > 1 and on", "on=on", true), // neither yes nor no
        ("n > 1 and on", "n=2", false),
        ("one = 'x'", "one=y", false),
        ("'x' in all", "all=y&all=x", true),
        ("'x' not in all", "all=y&all=x", false),
        ("count(all) < 2", "all=y&all=x", false),
        ("all is empty or on", "all=y", false),
        ("then > day + 6", "day=2026-05-14&then=2026-05-20", false),
        ("then - day >= 6", "day=2026-05-14&then=2026-05-20", true),
        ("day >= '2026-05-14'", "day=2026-05-13", false),
        ("span.last < then", "span=2026-05-01&span=2026-05-04&then=2026-05-04", false),
        ("at < '12:00'", "at=12:01", false),
        ("not not not on", "on=on", false),
        // An undecided condition breaks no rule, so each must be able to be false.
        ("not (n > 1 and on)", "n=2&on=on", false),
        ("not (n > 1 or on)", "n=2", false),
        ("then - day >= 7", "day=2026-05-14&then=2026-05-20", false),
        ("day + 6 = then", "day=2026-05-14&then=2026-05-21", false),
        ("day - 1 = '2026-05-14'", "day=2026-05-14", false),
        ("n - m = 0.1", "n=0.3&m=0.1", false),
        ("n * m = 6", "n=2&m=4", false),
        ("n != 2", "n=2", false),
        ("n <= 2", "n=3", false),
        ("count(all) = 2", "all=y&all=x", true),
        ("count(all) = 0", "all=y", false),
        ("day is empty", "day=2026-05-14", false),
        ("day is not empty", "day=2026-05-14", true),
        ("span.first > '2026-05-01'", "span=2026-05-01&span=2026-05-04", false),
        ("(n > 1) = on", "n=0&on=on", false),
        ("on", "", false),
    ];
    for (rule, body, holds) in table {
        assert_eq!(obeys(rule, body), holds, "{rule} with {body:?}");
    }
}

#[test]
fn every_control_can_be_written_with_all_of_its_keys() {
    let options = "options = [{ value = 'x', text = 'X', group = 'G' }, 'y']";
    let all = [
        (
            "slider",
            "min = 1\nmax = 1000\nstep = 0.5\nstep-base = 0\nvalue = 2.5\nunit = 'kg'\norientation = 'vertical'\nreversed = true\nscale = 'logarithmic'\npage-by = 5\nwording = '{value}'\noptions = [{ value = 10, text = 'ten' }]",
            "a=2.5",
        ),
        (
            "span-slider",
            "min = -5\nmax = 5\nstep = 0.5\nvalue = [-1, 2.5]\nleast = 1\nmost = 6\npush = true\nunit = 'C'",
            "a=-1&a=2.5",
        ),
        (
            "rating",
            "min = 0\nmax = 4\nstep = 0.5\nvalue = 3.5\nwording = '{name}'\npreview-wording = '{value}?'\nempty-wording = 'none'\nlit = 'only'\nicon = '*'\noptions = ['a', 'b', 'c', 'd']",
            "a=3.5",
        ),
        ("switch", "checked = true\nwhen-on = 'on'\nwhen-off = 'off'", "a=on"),
        ("checkbox", "checked = true\ndescription = 'Yes'", "a=on"),
        (
            "checkbox-group",
            &format!("{options}\nvalue = ['x', 'y']\nall = 'All'\nleast = 1\nmost = 2"),
            "a=x&a=y",
        ),
        ("radio-group", &format!("{options}\nvalue = 'y'\norientation = 'horizontal'"), "a=y"),
        (
            "stepper",
            "min = 0\nmax = 9\nvalue = 7\nunit = 'frames'\nplaceholder = 'how many'\nloop = true",
            "a=7",
        ),
        ("item-stepper", &format!("{options}\nvalue = 'y'\nloop = true"), "a=y"),
        ("select", &format!("{options}\nvalue = 'y'\nfilter = true\nplaceholder = 'which'"), "a=y"),
        (
            "select",
            &format!("{options}\nmultiple = true\nvalue = ['y', 'x']\nleast = 1\nmost = 2"),
            "a=x&a=y",
        ),
        ("select", "options-from = 'hives.txt'\nvalue = 'm'", "a=m"),
        (
            "date",
            "min = 2026-05-01\nmax = 2026-06-30\nvalue = 2026-05-14\nplaceholder = 'day'\ndate-pattern = 'd. MMM y'\nfirst-day = 'sunday'\nalways-open = true\noptions = [{ value = 'sunday', text = 'no' }]",
            "a=2026-05-14",
        ),
        (
            "date-span",
            "value = '2026-05-12/2026-05-14'\ntwo-fields = true\nacross-closed = true\nleast = 2\nmost = 9",
            "a=2026-05-12&a=2026-05-14",
        ),
        ("month", "value = '2026-05'\nmin = '2026-01'", "a=2026-05"),
        ("week", "value = '2026-W20'", "a=2026-W20"),
        ("time", "value = 07:30:00\nstep = 900\nmin = '06:00'", "a=07%3A30"),
        (
            "date-time",
            "value = 2026-05-14T07:30:00\nnear = 2026-05-01T00:00:00",
            "a=2026-05-14T07%3A30",
        ),
    ];
    for (control, words, sent) in all {
        let (sheet, found) = read(&field(control, words), Format::Toml);
        let form = sheet.form();
        assert_eq!(found, [], "{control}");
        assert_eq!(form.urlencoded(), sent, "{control}");
        assert!(form.read(sent.as_bytes()).is_ok(), "{control} reads back what it sends");
        let tag = format!("<notch-{control} id=\"a\" name=\"a\"");
        assert!(sheet.page(&form, &Page::default()).contains(&tag), "{control} in a page");
        assert!(sheet.to_text(&form).trim().len() > 5, "{control} as text");
        assert!(sheet.to_svg(&form, Theme::Dark).lines().count() > 6, "{control} as a picture");
        let (schema, _) = sheet.to_schema();
        let schema: serde_json::Value = serde_json::from_str(&schema).unwrap();
        assert_eq!(schema["properties"]["a"]["x-control"], control);
        let (json, _) = read(&sheet.to_json(), Format::Json);
        assert_eq!(json.form().urlencoded(), sent, "{control} in JSON");
    }
}

/// A JSON value that may occur in a sheet.
fn piece() -> impl Strategy<Value = serde_json::Value> {
    let leaf = prop_oneof![
        any::<bool>().prop_map(serde_json::Value::from),
        "-?[1-9][0-9]{0,20}(\\.[0-9]{1,20})?".prop_map(|text| serde_json::from_str(&text).unwrap()),
        "\\PC{0,8}".prop_map(serde_json::Value::from),
    ];
    leaf.prop_recursive(4, 40, 5, |inner| {
        prop_oneof![
            prop::collection::vec(inner.clone(), 0..5).prop_map(serde_json::Value::from),
            prop::collection::btree_map("[a-z\\-é \"]{0,6}", inner, 0..5)
                .prop_map(|map| map.into_iter().collect::<serde_json::Map<_, _>>().into()),
        ]
    })
}

proptest! {
    #[test]
    fn toml_and_json_hold_the_same(members in prop::collection::btree_map("[a-z]{1,6}", piece(), 0..6)) {
        let json = serde_json::Value::from(members.into_iter().collect::<serde_json::Map<_, _>>());
        let (sheet, _) = read(&json.to_string(), Format::Json);
        let (again, found) = read(&sheet.to_toml(), Format::Toml);
        prop_assert!(!found.iter().any(|one| one.code == "not-toml"), "{:?}\n{}", found, sheet.to_toml());
        let read = |text: String| serde_json::from_str::<serde_json::Value>(&text).unwrap();
        // Tables follow plain values in TOML, so the order of members may differ.
        prop_assert_eq!(read(again.to_json()), read(sheet.to_json()), "{}", sheet.to_toml());
    }

    #[test]
    fn no_text_upsets_a_sheet(text in "\\PC{0,80}", rule in "[ a-z0-9<>=!()'+*.,\\-]{0,40}") {
        for format in [Format::Toml, Format::Json] {
            let (sheet, _) = read(&text, format);
            let _ = (sheet.form(), sheet.to_schema(), sheet.to_toml());
        }
        let text = format!("{}[[rule]]\nholds = \"{rule}\"\nmessage = \"m\"\n", field("slider", ""));
        let (sheet, _) = read(&text, Format::Toml);
        let _ = sheet.form().read(b"a=3");
    }
}

/// With many mites a treatment counts, and with a treatment its day.
const CONDITIONS: &str = r#"
[[field]]
name = "mites"
control = "stepper"
label = "Mites"
min = 0
[[field]]
name = "given"
control = "select"
label = "Given"
required = true
options = ["oa", "fa"]
only-if = "mites > 9"
[[field]]
name = "again"
control = "date"
label = "Again on"
[[fieldset]]
name = "later"
legend = "Later"
fields = ["again"]
only-if = "given is not empty"
"#;

#[test]
fn fields_count_only_if_their_condition_holds() {
    let (sheet, found) = read(CONDITIONS, Format::Toml);
    assert_eq!(found, []);
    let form = sheet.form();
    assert!(form.read(b"mites=3").is_ok() && form.read(b"mites=12").is_err());
    assert_eq!(form.read(b"mites=3&given=oa").unwrap().unknown(), ["given"]);
    // Only fields that count are drawn. A page without script contains all of them, but does not require
    // those that may not count.
    let shown = |values: &[u8]| sheet.to_text(&sheet.form_with(values));
    assert_eq!(shown(b"mites=3"), "  Mites     [3         ]\n");
    assert_eq!(shown(b"mites=12").lines().count(), 2);
    assert!(shown(b"mites=12&given=oa").contains("Later\n  Again on"));
    assert!(!sheet.to_svg(&form, Theme::Light).contains("Given"));
    let page = sheet.page(&form, &Page::default());
    let given = page.split("<notch-select id=\"given\"").nth(1).unwrap();
    let (head, rest) = given.split_once('>').unwrap();
    let native = rest.split_once("</template>").unwrap().1.split("</notch-select>").next().unwrap();
    assert!(
        !format!("{head}{native}").contains("disabled") && !head.contains(" required"),
        "{head}"
    );
    // The live form decides this in the page.
    assert!(head.contains(" data-required") && page.contains("<div class=\"row\" data-only-if="));
    // A trace reports which fields start and stop counting.
    let mut outcomes = Vec::new();
    let mut form = sheet.form();
    let moves = Moves::read("mites: choose 12\ngiven: pick oa\nmites: choose 2\n", &form).unwrap();
    moves.run(&mut form, |_, step| {
        if let Step::Moved(moved) = step {
            outcomes.push(moved.outcome);
        }
    });
    assert_eq!(
        outcomes,
        [
            "input 12, change 12; given counts",
            "input oa, change oa; again counts",
            "input 2, change 2; given does not count; again does not count",
        ]
    );
}

#[test]
fn a_schema_accepts_anything_for_a_field_that_does_not_count() {
    let (sheet, _) = read(CONDITIONS, Format::Toml);
    let (schema, lost) = sheet.to_schema();
    let losses: Vec<String> = lost.iter().map(ToString::to_string).collect();
    assert_eq!(losses, ["fieldsets"], "the conditions are said");
    let (toml, lost) = from_schema(&schema).unwrap();
    assert_eq!(lost, []);
    let (again, found) = read(&toml, Format::Toml);
    assert_eq!(found.iter().filter(|one| one.severity == Severity::Error).count(), 0, "{found:?}");
    for body in ["mites=3", "mites=12", "mites=12&given=oa", "mites=3&given=x", "mites=12&given=x"]
    {
        let verdicts = [&sheet, &again].map(|sheet| sheet.form().read(body.as_bytes()).is_ok());
        assert_eq!(verdicts[0], verdicts[1], "{body}: {toml}");
    }
}

#[test]
fn links_apply_from_the_beginning() {
    let degrees = |celsius: &str, fahrenheit: &str| {
        let field = |name: &str, value: &str| {
            format!(
                "[[field]]\nname='{name}'\ncontrol='stepper'\nlabel='{name}'\nstep='any'\n{value}\n"
            )
        };
        let link = "[[link]]\nfrom='c'\nto='f'\nfrom-range=[0,100]\nto-range=[32,212]\n";
        let (sheet, found) =
            read(&(field("c", celsius) + &field("f", fahrenheit) + link), Format::Toml);
        assert!(found.iter().all(|one| one.severity == Severity::Remark), "{found:?}");
        let mut form = sheet.form();
        let first = form.urlencoded();
        form.reset();
        assert_eq!(form.urlencoded(), first, "and on reset");
        first
    };
    assert_eq!(degrees("value=180", ""), "c=180&f=356");
    assert_eq!(degrees("", "value=212"), "c=100&f=212");
    assert_eq!(degrees("", ""), "c=&f=");
    // Both keep what the sheet says about both.
    assert_eq!(degrees("value=10", "value=11"), "c=10&f=11");
}

#[test]
fn a_rule_is_reported_at_its_field() {
    let text = |field: &str| {
        let switch =
            |name: &str| format!("[[field]]\nname='{name}'\ncontrol='switch'\nlabel='{name}'\n");
        let fields: String = ["a", "b", "c"].into_iter().map(switch).collect();
        format!("{fields}[[rule]]\nholds='a or b'\nmessage='One of both.'\n{field}\n")
    };
    for (field, first) in [("", "a"), ("field='b'", "b"), ("field='c'", "c")] {
        let (sheet, found) = read(&text(field), Format::Toml);
        assert_eq!(found, []);
        assert_eq!(sheet.form().read(b"").unwrap_err().first(), Some(first));
    }
    let wrong = found(&text("field='d'"), Format::Toml);
    assert!(wrong[0].contains("no field is named \"d\""), "{wrong:?}");
}

#[test]
fn links_from_given_values_take_precedence() {
    let field = |name: &str, control: &str, line: &str| {
        format!("[[field]]\nname='{name}'\ncontrol='{control}'\nlabel='{name}'\n{line}\n")
    };
    let link = |from: &str, to: &str| {
        format!(
            "[[link]]\nfrom='{from}'\nto='{to}'\nfrom-range=[0,100]\nto-range=[0,100]\none-way=true\n"
        )
    };
    let free =
        field("a", "slider", "") + &field("b", "stepper", "") + &field("c", "slider", "value=7");
    let body = |text: String| read(&text, Format::Toml).0.form().urlencoded();
    assert_eq!(body(free.clone() + &link("a", "b")), "a=50&b=50&c=7");
    assert_eq!(body(free + &link("a", "b") + &link("c", "b")), "a=50&b=7&c=7");
}

#[test]
fn missing_parts_of_an_expression_are_reported_at_their_places() {
    let text = field("slider", "[[rule]]\nmessage = 'No.'\nholds = 'a > '\n");
    let (_, found) = read(&text, Format::Toml);
    let [one] = found.as_slice() else { panic!("{found:?}") };
    let end = text.rfind("'").expect("the end of the rule");
    assert!(one.span.start > end - 3 && one.span.end <= end, "{one:?} {end}");
}
