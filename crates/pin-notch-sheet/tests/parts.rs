//! The parts of a long form in a sheet.

mod sheet;

use pin_notch_sheet::{Format, Page, Severity};
use sheet::read;

fn with(parts: &str) -> String {
    let field =
        |name: &str| format!("[[field]]\nname = '{name}'\ncontrol = 'switch'\nlabel = '{name}'\n");
    let rows = "[[field]]\nname = 'r'\ncontrol = 'rows'\nlabel = 'R'\nmost = 2\n[[field.field]]\nname = 'x'\ncontrol = 'switch'\nlabel = 'X'\n";
    let set = "[[fieldset]]\nname = 's'\nlegend = 'S'\nfields = ['b']\n";
    [&field("a"), &field("b"), rows, set, parts].concat()
}

#[test]
fn each_part_is_a_section_of_the_page() {
    let text = with(
        "[[part]]\nname = 'one'\ntitle = 'First <'\nfields = ['a', 'r']\n[[part]]\nname = 'two'\nfields = ['s']\n[texts.de]\nparts = { one = 'Erst' }\n",
    );
    let (sheet, _) = read(&text, Format::Toml);
    let html = sheet.page(&sheet.form(), &Page::default());
    let parts: Vec<&str> = html.split("<section data-part>").skip(1).collect();
    assert_eq!(parts.len(), 2);
    assert!(
        parts[0].starts_with("<h2>First &lt;</h2>") && parts[1].starts_with("<fieldset><legend>S")
    );
    for (part, name) in [(0, "id=\"a\""), (0, "id=\"r\""), (1, "id=\"b\"")] {
        assert!(parts[part].contains(name), "{name}");
    }
    let german = sheet.in_language("de");
    assert!(german.page(&german.form(), &Page::default()).contains("<h2>Erst</h2>"));
}

#[test]
fn errors_in_parts_are_reported_with_their_places() {
    for (parts, code, message) in [
        ("[[part]]\nname = 'p'\nfields = ['a', 's']\n", "in-no-part", "\"r\" is not in any part"),
        (
            "[[part]]\nname = 'p'\nfields = ['a', 'b', 's', 'r']\n",
            "no-such-block",
            "nothing that can be in a part is named \"b\"",
        ),
        (
            "[[part]]\nname = 'p'\nfields = ['a', 'r', 's', 'a']\n",
            "in-two-parts",
            "\"a\" is already in the part \"p\"",
        ),
        ("[[part]]\nname = 'p'\n", "missing", "a part needs \"fields\""),
        (
            "[[part]]\nname = 'p'\nfields = 'a'\n",
            "wrong-kind",
            "fields must be a list of names, but this is a text",
        ),
        (
            "[[part]]\nname = 'p'\nfields = ['a', 'r', 's']\n[[part]]\nname = 'p'\nfields = []\n",
            "name-taken",
            "two parts are named \"p\"",
        ),
    ] {
        let (_, found) = read(&with(parts), Format::Toml);
        let errors: Vec<_> = found.iter().filter(|one| one.severity == Severity::Error).collect();
        assert!(
            errors.iter().any(|one| (one.code, one.message.as_str()) == (code, message)),
            "{parts} {errors:?}"
        );
    }
}
