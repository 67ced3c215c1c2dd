//! Sheets: errors are reported with their places, and correct ones result in a form.

mod sheet;

use pin_notch_sheet::{Format, Moves, Page, Severity, Step, Theme, from_schema};
use proptest::prelude::*;
use sheet::{CONDITIONS, field, read};

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
