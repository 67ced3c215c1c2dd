//! Rows in sheets: errors in them, other formats, and a page without script.

mod sheet;

use pin_notch_sheet::{Format, Page, Severity, Theme, from_schema};
use sheet::read;

const SHEET: &str = r#"
[[field]]
name = "hive"
control = "stepper"
label = "Hive"

[[field]]
name = "treatment"
control = "rows"
label = "Treatment"
description = "The newest first."
least = 1
most = 3
add = "One more"

[[field.field]]
name = "substance"
control = "select"
label = "Substance"
options = ["oa", "fa"]
required = true

[[field.field]]
name = "amount"
control = "stepper"
label = "Amount"
min = 0
max = 100

[[field.field]]
name = "ounces"
control = "stepper"
label = "In ounces"
min = 0
max = 3.53
step = 0.01

[[field.field]]
name = "pad"
control = "switch"
label = "On a pad"
only-if = "treatment.substance = 'fa'"

[[field]]
name = "note"
control = "text"
label = "Note"

[[link]]
from = "treatment.amount"
to = "treatment.ounces"
from-range = [0, 100]
to-range = [0, 3.53]

[[rule]]
holds = "treatment.substance != 'oa' or treatment.amount <= hive * 10"
message = "Too much for so many hives."
field = "treatment.amount"

[texts.de]
send = "Absenden"
reset = "Zurück"
[texts.de.fields]
hive.label = "Volk"
note.label = "Notiz"
treatment = { label = "Behandlung", description = "Die neueste zuerst.", add = "Noch eine" }
"treatment.substance".label = "Mittel"
"treatment.amount".label = "Menge"
"treatment.ounces".label = "In Unzen"
"treatment.pad".label = "Auf einem Kissen"
[texts.de.messages]
"Too much for so many hives." = "Zu viel für so wenige Völker."
"#;

#[test]
fn every_number_of_rows_is_before_its_rows() {
    let rows = |name: &str| {
        format!(
            "[[field]]\nname = '{name}'\ncontrol = 'rows'\nlabel = 'Rows'\nmost = 1\n[[field.field]]\nname = 'kilos'\n\
             control = 'stepper'\nlabel = 'Kilos'\n"
        )
    };
    let form = read(&(rows("feed") + &rows("honey")), Format::Toml).0.form();
    let names: Vec<&str> = form.fields().map(|field| field.name.as_str()).collect();
    assert_eq!(names, ["feed", "feed.1.kilos", "honey", "honey.1.kilos"]);
}

#[test]
fn errors_in_rows_are_reported_with_what_would_be_right() {
    let rows = |lines: &str| {
        format!(
            "[[field]]\nname = 'a'\ncontrol = 'stepper'\nlabel = 'A'\n[[field]]\nname = 'feed'\ncontrol = 'rows'\nlabel = 'Feed'\n\
             {lines}\n[[field.field]]\nname = 'kilos'\ncontrol = 'stepper'\nlabel = 'Kilos'\n"
        )
    };
    let with = |lines: &str| rows("most = 3") + lines;
    // The findings in a sheet: code, text and help.
    let table = [
        (rows(""), "missing: rows need \"most\"; give the greatest number of rows, 1 to 50"),
        (rows("most = 51"), "rows: most must be 1 to 50, but this is 51"),
        (rows("most = 2\nleast = 3"), "rows: least is 3, which is above most, 2"),
        (rows("most = 'many'"), "wrong-kind: most must be a whole number, but this is a text"),
        (
            rows("most = 2\nmin = 1"),
            "unknown-key: a list of rows has no \"min\"; it may have name, control, label, description, only-if, least, most, add, field",
        ),
        (
            rows("most = 2").replace("'feed'", "'to feed'"),
            "rows: \"to feed\" cannot be the name of rows; write a word of letters, digits, - and _",
        ),
        (
            rows("most = 2").replace("'feed'", "'a'"),
            "name-taken: two fields are named \"a\"; received values could not be told apart; give each its own name",
        ),
        (
            "[[field]]\nname = 'feed'\ncontrol = 'rows'\nlabel = 'Feed'\nmost = 2\n".to_owned(),
            "no-field: there is no field in these rows; begin one with [[field.field]], a name and a control",
        ),
        (
            with("[[rule]]\nholds = 'feed.kilo > 0'\nmessage = 'x'\n"),
            "no-such-field: no field is named \"feed.kilo\"; did you mean \"feed.kilos\"?",
        ),
        (
            with("[[output]]\nname = 'o'\nlabel = 'O'\ntext = '{feed.kilos} kg'\n"),
            "of-each-row: this is in each row of \"feed\", of which there may be several; take them together by sum(…), count(…), min(…), max(…) or different(…)",
        ),
        (
            with("[[link]]\nfrom = 'a'\nto = 'feed.kilos'\n"),
            "link: a field in rows can only be linked with fields of the same row",
        ),
        (
            with("[[fieldset]]\nname = 'f'\nlegend = 'F'\nfields = ['feed.kilos']\n"),
            "in-rows: \"feed.kilos\" is in rows",
        ),
        (
            with("[[field.field]]\nname = 'kilos'\ncontrol = 'switch'\nlabel = 'K'\n"),
            "name-taken: two fields of these rows are named \"kilos\"",
        ),
        (
            with("[[field.field]]\nname = 'more'\ncontrol = 'rows'\nlabel = 'K'\nmost = 2\n"),
            "rows: rows cannot contain rows",
        ),
        (
            with("only-if = 'feed.kilos > 1'\n"),
            "only-if-circle: whether \"feed.1.kilos\" counts depends on its own value; make it depend on other fields that do not depend on this one",
        ),
    ];
    for (text, expected) in table {
        let (sheet, found) = read(&text, Format::Toml);
        let errors = found.iter().filter(|one| one.severity == Severity::Error).map(|one| {
            let help = one.help.as_ref().map(|help| format!("; {help}"));
            format!("{}: {}{}", one.code, one.message, help.unwrap_or_default())
        });
        assert_eq!(errors.collect::<Vec<_>>(), [expected], "{text}");
        // What is correct is included nevertheless.
        assert!(sheet.form().field("a").is_some() || !text.contains("'a'"));
    }
}

#[test]
fn rows_are_restored_from_json_toml_and_schema() -> Result<(), Box<dyn std::error::Error>> {
    let (sheet, found) = read(SHEET, Format::Toml);
    assert_eq!(found, []);
    for again in [read(&sheet.to_json(), Format::Json), read(&sheet.to_toml(), Format::Toml)] {
        assert_eq!((again.0.to_json(), again.1), (sheet.to_json(), Vec::new()));
    }
    let (schema, lost) = sheet.to_schema();
    let lost: Vec<String> = lost.iter().map(ToString::to_string).collect();
    assert_eq!(
        lost,
        [
            "treatment.pad: that it is checked only if it counts",
            "the rule \"Too much for so many hives.\"",
            "links",
            "texts of other languages",
        ]
    );
    let (back, lost) = from_schema(&schema)?;
    assert_eq!(lost, []);
    let (back, found) = read(&back, Format::Toml);
    assert_eq!(found, []);
    let own = |form: pin_notch::Form| -> Vec<String> {
        form.fields().map(|field| format!("{} {:?}", field.name, field.label)).collect()
    };
    assert_eq!(own(back.form()), own(sheet.form()));
    assert_eq!(back.to_schema().0, schema);
    Ok(())
}

#[test]
fn a_list_of_objects_from_anywhere_becomes_rows() -> Result<(), String> {
    let schema = r##"{
        "type": "object",
        "$defs": { "visit": { "type": "object", "required": ["day"], "properties": {
            "day": { "type": "string", "format": "date" }, "by": { "type": "object" }
        }, "additionalProperties": false } },
        "properties": {
            "visits": { "type": ["array", "null"], "items": { "$ref": "#/$defs/visit" }, "uniqueItems": true },
            "none": { "type": "array", "maxItems": 0, "items": { "$ref": "#/$defs/visit" } }
        }
    }"##;
    let (sheet, lost) = from_schema(schema)?;
    let lost: Vec<String> = lost.iter().map(ToString::to_string).collect();
    assert_eq!(
        lost,
        [
            "visits.by: no control holds \"object\"",
            "visits: that there may be more than 50",
            "visits: that it may be null",
            "visits: the keyword uniqueItems",
            "visits: the keyword additionalProperties of each",
            "none.by: no control holds \"object\"",
            "none: so many of them, of which there can be none",
        ]
    );
    let form = read(&sheet, Format::Toml).0.form();
    assert!(form.read_json(br#"{"visits":[{"day":"2026-05-14"},{"day":"2026-05-14"}]}"#).is_ok());
    assert!(form.read_json(br#"{"visits":[{}]}"#).is_err());
    Ok(())
}

#[test]
fn without_script_a_button_asks_for_other_rows() {
    let (sheet, _) = read(SHEET, Format::Toml);
    let ask = |body: &str| {
        let media = "application/x-www-form-urlencoded";
        sheet.reply(body.as_bytes(), media, "text/html", &Page::default())
    };
    // What was entered, the button, and the entries of the fields that are then visible.
    let two =
        "treatment=2&treatment.1.substance=oa&treatment.1.amount=much&treatment.2.amount=7&note=so";
    let table = [
        ("add", "3: oa much,  7,  "),
        ("remove 1", "1:  7"),
        ("up 2", "2:  7, oa much"),
        ("down 1", "2:  7, oa much"),
        ("up 1", "2: oa much,  7"),
        ("down 9", "2: oa much,  7"),
    ];
    for (button, expected) in table {
        let reply = ask(&format!("{two}&treatment.rows={}", button.replace(' ', "+")));
        assert_eq!(reply.status, 200);
        let html = &reply.body;
        let count = html.split("data-least").next().and_then(|text| text.rsplit('"').nth(1));
        let count: usize = count.and_then(|text| text.trim().parse().ok()).unwrap_or_default();
        let of = |name: String| {
            let element = html.split(&format!("id=\"{name}\"")).nth(1).expect("it is drawn");
            let tag = element.split("</notch-").next().unwrap_or_default();
            let entered = tag.split(" data-entered=\"").nth(1).or(tag.split(" value=\"").nth(1));
            entered.and_then(|text| text.split('"').next()).unwrap_or_default().to_owned()
        };
        let substance = |row: usize| {
            let chosen = html.split(&format!("id=\"treatment.{row}.substance\"")).nth(1);
            let element =
                chosen.and_then(|text| text.split("</notch-select>").next()).unwrap_or_default();
            if element.contains("value=\"oa\" selected") { "oa" } else { "" }
        };
        let row = |row| format!("{} {}", substance(row), of(format!("treatment.{row}.amount")));
        let rows: Vec<String> = (1..=count).map(row).collect();
        assert_eq!(format!("{count}: {}", rows.join(", ")), expected, "{button}");
        // Problems are not shown before it is sent.
        assert!(!html.contains("class=\"wrong\"") && !html.contains("role=\"alert\""), "{button}");
        assert_eq!(html.matches("<fieldset class=\"one-row\"").count(), 3);
        assert_eq!(html.matches(" hidden><legend>").count(), 3 - count);
        // Rows that do not count are not drawn: they would be most of the page.
        assert_eq!(html.matches("<template").count(), 2 + 4 * count);
    }
    let refused = ask("hive=1&treatment=4&treatment.1.substance=oa&treatment.1.amount=70");
    assert_eq!(refused.status, 422);
    assert!(
        refused.body.contains("href=\"#treatment\">Treatment: No more than 3 of these are"),
        "{}",
        refused.body
    );
    let accepted = ask("hive=7&treatment=1&treatment.1.substance=oa&treatment.1.amount=70");
    let row = accepted.body.split(">Treatment 1</th></tr>").nth(1).unwrap_or_default();
    assert!(row.contains("Amount</th><td>70</td>"), "{}", accepted.body);
}

#[test]
fn another_language_has_words_for_rows() {
    let (sheet, _) = read(SHEET, Format::Toml);
    let german = sheet.in_language("de");
    let form = german.form();
    let problems = form.read(b"hive=1&treatment.1.substance=oa&treatment.1.amount=70").unwrap_err();
    assert_eq!(problems.in_a_line(), "Behandlung 1, Menge: Zu viel für so wenige Völker.");
    let html = german.page(&form, &Page::default());
    for text in ["<legend>Behandlung</legend>", ">Noch eine</button>", "Die neueste zuerst."] {
        assert!(html.contains(text), "{text}");
    }
    assert_eq!(html.matches("<notch-rule").count(), 1);
    let mut shown = german.form();
    let _ = shown.add_row("treatment");
    let text = german.to_text(&shown);
    assert!(text.contains("Behandlung 2\n  Mittel *"), "{text}");
}

#[test]
fn a_button_does_not_remove_a_required_row() {
    let text = "[[field]]\nname = 'feed'\ncontrol = 'rows'\nlabel = 'Feed'\nleast = 1\nmost = 2\n\
                [[field.field]]\nname = 'kind'\ncontrol = 'text'\nlabel = 'Kind'\n";
    let (sheet, _) = read(text, Format::Toml);
    let media = "application/x-www-form-urlencoded";
    for (body, count) in [
        ("feed=1&feed.1.kind=a&feed.rows=remove+1", 1),
        ("feed=2&feed.1.kind=a&feed.2.kind=b&feed.rows=remove+1", 1),
        ("feed=2&feed.1.kind=a&feed.2.kind=b&feed.rows=add", 2),
        ("feed=9&feed.rows=add", 2),
        ("feed=0&feed.rows=add", 2),
    ] {
        let reply = sheet.reply(body.as_bytes(), media, "text/html", &Page::default());
        let drawn = format!("name=\"feed\" value=\"{count}\"");
        assert!(reply.body.contains(&drawn), "{body}: {drawn}");
    }
}

#[test]
fn rows_without_any_are_drawn_under_their_label() {
    let text = "[[field]]\nname = 'feed'\ncontrol = 'rows'\nlabel = 'Feed'\ndescription = 'What was given.'\nmost = 2\n\
                [[field.field]]\nname = 'kind'\ncontrol = 'text'\nlabel = 'Kind'\n";
    let (sheet, _) = read(text, Format::Toml);
    let mut form = sheet.form();
    assert_eq!(sheet.to_text(&form), "Feed\n  What was given.\n  –\n");
    assert!(sheet.to_svg(&form, Theme::Light).contains(">–</text>"));
    let _ = form.add_row("feed");
    assert_eq!(sheet.to_text(&form), "Feed 1\n  What was given.\n  Kind    [          ]\n");
}
