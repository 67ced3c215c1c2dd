//! Errors and remarks in sheets: each with its place and what would be right.

mod sheet;

use pin_notch_sheet::{Finding, Format, place};
use sheet::{CONDITIONS, field, read};

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
        ("[[field]]\nname = 'a'".into(), &["1:1 error missing: a field needs \"control\""]),
        (
            "[[field]]\nnme = 'a'\ncontrol = 'ratng'\npage-bi = 2".into(),
            &[
                "1:1 error missing: a field needs \"name\"",
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
            &["5:16 error options-from: no.txt is not there"],
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
            field(
                "switch",
                "only-if = \"b\"\n[[field]]\nname = \"b\"\nlabel = \"B\"\ncontrol = \"switch\"",
            ) + "disabled = true\n[[link]]\nfrom = \"a\"\nto = \"b\"\n",
            &[
                "2:8 remark never-back: a: it counts depending on b, which is disabled and follows it, so that it never counts again once it has stopped; enable b, or use another field",
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

#[test]
fn missing_parts_of_an_expression_are_reported_at_their_places() {
    let text = field("slider", "[[rule]]\nmessage = 'No.'\nholds = 'a > '\n");
    let (_, found) = read(&text, Format::Toml);
    let [one] = found.as_slice() else { panic!("{found:?}") };
    let end = text.rfind("'").expect("the end of the rule");
    assert!(one.span.start > end - 3 && one.span.end <= end, "{one:?} {end}");
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
