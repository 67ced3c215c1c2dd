//! Presets in sheets: errors in them, and how they work without script.

mod sheet;

use pin_notch::{Value, dec};
use pin_notch_sheet::{Format, Page, Severity};
use sheet::read;

const SHEET: &str = r#"
[[field]]
name = "hive"
control = "select"
label = "Hive"
options = ["Willow", "Meadow"]

[[field]]
name = "celsius"
control = "slider"
label = "In °C"

[[field]]
name = "fahrenheit"
control = "slider"
label = "In °F"
min = 32
max = 212

[[field]]
name = "given"
control = "checkbox-group"
label = "Given"
options = ["oa", "fa"]

[[field]]
name = "feeder"
control = "switch"
label = "Feeder"
checked = true

[[field]]
name = "away"
control = "date-span"
label = "Away"

[[field]]
name = "note"
control = "text"
label = "Note"

[[link]]
from = "celsius"
to = "fahrenheit"
from-range = [0, 100]
to-range = [32, 212]

[[preset]]
name = "winter"
label = "In winter"
[preset.values]
hive = "Meadow"
celsius = 5
given = ["oa"]
feeder = false
away = "2026-12-01/2027-01-31"

[texts.de]
presets = { winter = "Im Winter" }
"#;

#[test]
fn a_preset_is_one_step_and_what_follows_follows() -> Result<(), Box<dyn std::error::Error>> {
    let (sheet, found) = read(SHEET, Format::Toml);
    assert!(found.iter().all(|one| one.code == "texts-missing"), "{found:?}");
    let mut form = sheet.form();
    let before = form.values();
    let changed = ["hive", "celsius", "fahrenheit", "given", "feeder", "away"];
    assert_eq!(form.apply("winter")?, changed);
    assert_eq!(form.values().number("fahrenheit"), Some(dec!(41)));
    assert_eq!(form.values().get("feeder"), Some(&Value::On(false)));
    assert_eq!(form.apply("winter")?, [""; 0]);
    assert_eq!(form.undo(), Some(changed.to_vec()));
    assert_eq!(form.values(), before);
    assert_eq!(form.redo().map(|names| names.len()), Some(6));
    let german = sheet.in_language("de");
    let html = german.page(&german.form(), &Page::default());
    assert!(html.contains(">Im Winter</button>"), "{html}");
    let values = "hive=Meadow&amp;celsius=5&amp;given=oa&amp;feeder=&amp;away=2026-12-01&amp;away=2027-01-31";
    assert!(html.contains(&format!("data-preset=\"{values}\"")), "{html}");
    Ok(())
}

#[test]
fn without_script_the_receiver_enters_the_values() {
    let (sheet, _) = read(SHEET, Format::Toml);
    let body = b"hive=Willow&celsius=30&fahrenheit=86&feeder=on&given=fa&away=&away=soon&note=calm&form.preset=winter";
    let media = "application/x-www-form-urlencoded";
    let reply = sheet.reply(body, media, "text/html", &Page::default());
    assert_eq!(reply.status, 200);
    for drawn in [
        "value=\"Meadow\" selected",
        "value=\"2026-12-01/2027-01-31\"",
        "id=\"celsius\" name=\"celsius\" value=\"5\"",
        "name=\"note\" aria-label=\"Note\" value=\"calm\"",
    ] {
        assert!(reply.body.contains(drawn), "{drawn} in {}", reply.body);
    }
    let feeder = reply.body.split_once("name=\"feeder\"").expect("the switch").1;
    let switch = feeder.split_once("role=\"switch\"").expect("its role").1;
    assert!(switch.starts_with(" aria-checked=\"false\""), "{switch}");
    assert!(
        reply
            .body
            .contains("id=\"fahrenheit\" name=\"fahrenheit\" min=\"32\" max=\"212\" value=\"41\"")
    );
    // There is no such preset, so the form is sent as usual.
    let reply = sheet.reply(
        b"celsius=1&fahrenheit=34&form.preset=summer",
        media,
        "text/html",
        &Page::default(),
    );
    assert!(reply.body.contains("<table>"), "{}", reply.body);
}

#[test]
fn errors_in_a_preset_are_reported_with_their_places() {
    let with = |values: &str| {
        format!(
            "[[field]]\nname = 'a'\ncontrol = 'stepper'\nlabel = 'A'\nmax = 5\n[[field]]\nname = 'b'\ncontrol = 'switch'\nlabel = 'B'\n\
             [[field]]\nname = 'r'\ncontrol = 'rows'\nlabel = 'R'\nmost = 2\n[[field.field]]\nname = 'c'\ncontrol = 'switch'\nlabel = 'C'\n\
             [[preset]]\nname = 'p'\nlabel = 'P'\n{values}\n"
        )
    };
    for (values, code, message) in [
        ("", "missing", "a preset needs \"values\""),
        ("values = 3", "wrong-kind", "values must be a table, but this is a number"),
        ("values = { c = 1 }", "no-such-field", "no field is named \"c\""),
        ("values = { a = 6 }", "not-allowed", "a: above the maximum 5"),
        (
            "values = { a = 1.5 }",
            "not-allowed",
            "a: The value is between two steps: the nearest are 1 and 2.",
        ),
        (
            "values = { a = 'much' }",
            "not-allowed",
            "a: \"much\" is not a number; write it like 12, -0.5 or 2.5e3",
        ),
        ("values = { b = 1 }", "wrong-kind", "b must be true or false, but this is a number"),
        ("values = { r = 2 }", "in-rows", "\"r\" is in rows, which presets cannot fill"),
        ("value = 2\nvalues = {}", "unknown-key", "a preset has no \"value\""),
    ] {
        let (_, found) = read(&with(values), Format::Toml);
        let error = found
            .iter()
            .find(|one| one.severity == Severity::Error)
            .map(|one| (one.code, one.message.as_str()));
        assert_eq!(error, Some((code, message)), "{values}");
    }
    let (_, found) =
        read(&(with("values = {}") + "[[preset]]\nname = 'p'\nvalues = {}\n"), Format::Toml);
    assert_eq!(found[0].message, "two presets are named \"p\"");
}
