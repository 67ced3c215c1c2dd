//! The texts of a sheet: its own, translations, and that they are never interpreted as markup.

mod sheet;

use pin_notch_sheet::{Context, Format, Page, Severity, Sheet, Theme, from_schema};
use sheet::read;

#[test]
fn texts_of_anybody_stay_texts() {
    let hostile = "</title><script>alert(1)</script>\\\" onload=x '";
    let text = format!(
        "title = \"{hostile}\"\n[[field]]\nname = \"{hostile}\"\ncontrol = \"select\"\nlabel = \"{hostile}\"\nplaceholder = \"{hostile}\"\n\
         options = [{{ value = \"{hostile}\", text = \"{hostile}\", group = \"{hostile}\" }}]\n\
         [[field]]\nname = \"r\"\ncontrol = \"rating\"\nlabel = \"R\"\nicon = \"<b>\"\nvalue = 2\n\
         [[fieldset]]\nname = \"f\"\nlegend = \"{hostile}\"\nfields = [\"r\"]\n"
    );
    let (sheet, found) = read(&text, Format::Toml);
    assert_eq!(found, []);
    let form = sheet.form();
    let problems = form.read(b"r=%3Cscript%3E").unwrap_err();
    let mut page = Page::default();
    page.problems = Some(&problems);
    let html = sheet.page(&form, &page);
    let answer = sheet.answer(&form, &form.values(), &Page::default());
    for drawn in [html, answer, sheet.to_svg(&form, Theme::Light)] {
        assert!(!drawn.contains("<script>alert") && !drawn.contains("<b>"), "{drawn}");
    }
}

#[test]
fn a_translation_replaces_texts_and_nothing_else() {
    let text = include_str!("../../pin-notch-cli/demo/inspection.toml");
    let mut context = Context::default();
    context.files = &|_: &str| Ok("linden\tLinden\n".to_owned());
    let (sheet, found) = Sheet::read(text, Format::Toml, &context);
    assert_eq!(found, []);
    let german = sheet.clone().in_language("de-CH").form();
    let label =
        |name: &str| german.fields().find(|field| field.name == name).unwrap().label.clone();
    assert_eq!((label("weight"), label("outside")), ("Gewicht".into(), "Draußen".into()));
    assert_eq!(german.outputs().next().map(|one| one.label.as_str()), Some("Gewicht je Wabe"));
    let warned = german.read(b"visited=2026-05-14&weight=8&outside=1&temper=3&stores=0").unwrap();
    assert_eq!(warned.warnings()[0].to_string(), "Gewicht: Ein so leichtes Volk wird gefüttert.");
    let page = sheet.clone().in_language("de").page(&german, &Page::default());
    assert!(page.contains("<html lang=\"de\">") && page.contains("<button>Absenden</button>"));
    assert_eq!(sheet.clone().in_language("fr").to_text(&german), sheet.to_text(&german));
}

#[test]
fn descriptions_are_shown_in_every_output() {
    let text = r#"
introduction = "One sheet for each hive."
closing = "Thank you.\n\nHang it up."
[[field]]
name = "mites"
control = "stepper"
label = "Mites"
description = "Half a cup of <bees>."
[[field]]
name = "clipped"
control = "checkbox"
label = "Clipped"
description = "so that she stays"
[[fieldset]]
name = "kept"
legend = "Kept"
description = "For next year."
fields = ["clipped"]
[texts.de]
introduction = "Ein Blatt für jedes Volk."
fields.mites.description = "Eine halbe Tasse Bienen."
fields.clipped.description = "damit sie bleibt"
fieldsets.kept.description = "Fürs nächste Jahr."
"#;
    let (sheet, found) = Sheet::read(text, Format::Toml, &Context::default());
    assert!(found.iter().all(|one| one.code == "texts-missing"), "{found:?}");
    let claims = [
        "One sheet for each hive.",
        "Half a cup of",
        "so that she stays",
        "For next year.",
        "Hang it up.",
    ];
    let (schema, _) = sheet.to_schema();
    let (toml, _) = from_schema(&schema).expect("a sheet");
    let page = sheet.page(&sheet.form(), &Page::default());
    let svg = sheet.to_svg(&sheet.form(), Theme::Light);
    for text in claims {
        assert!(page.contains(text) && svg.contains(text), "{text}");
        assert!(sheet.to_text(&sheet.form()).contains(text), "{text}");
        // A schema has no fieldsets.
        assert_eq!(toml.contains(text), text != "For next year.", "{text} {toml}");
    }
    assert!(page.contains("data-description=\"Half a cup of &lt;bees&gt;.\""), "{page}");
    assert!(page.contains("aria-description=\"Half a cup of &lt;bees&gt;.\""), "without script");
    let german = sheet.clone().in_language("de");
    let page = german.to_text(&german.form());
    for text in ["Ein Blatt", "Eine halbe Tasse", "damit sie bleibt", "Fürs nächste Jahr."] {
        assert!(page.contains(text), "{text}: {page}");
    }
    assert!(!page.contains("so that she stays"), "{page}");
}

#[test]
fn a_list_with_a_name_serves_many_fields() {
    let text = r#"
[options]
acids = ["oa", { value = "fa", text = "Formic acid" }]
odd = ["a"]
[options.agreement]
no = "I disagree"
yes = "I agree"
[[field]]
name = "calm"
control = "radio-group"
label = "They were calm"
options = "agreement"
[[field]]
name = "strong"
control = "select"
label = "They were strong"
options = "agreement"
[[field]]
name = "given"
control = "checkbox-group"
label = "Given"
options = "acids"
[[field]]
name = "temper"
control = "rating"
label = "Temper"
options = "agremeent"
[texts.de.options.agreement]
yes = "Ich stimme zu"
maybe = "Vielleicht"
[texts.de.fields.strong.options]
yes = "Stark"
"#;
    let (sheet, mut found) = read(text, Format::Toml);
    found.retain(|one| one.code != "texts-missing");
    let findings: Vec<String> = found.iter().map(ToString::to_string).collect();
    let expected = [
        "no field has the options \"odd\"",
        "no list of options is named \"agremeent\"",
        "agreement has no option \"maybe\"",
    ];
    assert_eq!(findings, expected);
    assert_eq!(found[1].help.as_deref(), Some("did you mean \"agreement\"?"));
    let german = sheet.in_language("de");
    let shown = german.to_text(&german.form());
    assert!(shown.contains("( ) Ich stimme zu") && shown.contains("( ) I disagree"), "{shown}");
    assert!(german.form().read(b"calm=yes&strong=no&given=fa").is_ok());
    let page = german.page(&german.form(), &Page::default());
    assert!(page.contains(">Stark</option>"), "a field's own text counts before that of its list");
}

#[test]
fn missing_texts_of_a_translation_are_reported() {
    let text = r#"
title = "Hive"
[options.acids]
oa = "Oxalic"
[[field]]
name = "weight"
control = "slider"
label = "Weight"
unit = "kg"
[[field]]
name = "given"
control = "select"
label = "Given"
options = "acids"
[[field]]
name = "calm"
control = "radio-group"
label = "Calm"
options = [{ value = "y", text = "Yes" }, "n"]
[[rule]]
holds = "weight > 3"
message = "Too light."
[texts.de]
title = "Volk"
fields.weight.label = "Gewicht"
options.acids.oa = "Oxalsäure"
"#;
    let (_, found) = read(text, Format::Toml);
    let findings: Vec<String> = found.iter().map(ToString::to_string).collect();
    let lacks = "de has no text for send, reset, fields.weight.unit, fields.given.label, fields.calm.label, \
                 fields.calm.options, messages.\"Too light.\"";
    assert_eq!(findings, [lacks]);
    assert_eq!((found[0].severity, &text[found[0].span.clone()]), (Severity::Remark, "de"));
}

#[test]
fn thanks_are_shown_in_the_page_in_the_answer_or_by_a_redirect() {
    let sheet = |more: &str| {
        let field = "[[field]]\nname = 'a'\ncontrol = 'switch'\nlabel = 'A'\n";
        read(&format!("{more}\n{field}[texts.de]\nthanks = 'Danke.'\n"), Format::Toml)
    };
    let reply = |sheet: &Sheet, accept: &str| {
        sheet.reply(b"a=on", "application/x-www-form-urlencoded", accept, &Page::default())
    };
    let (thankful, _) =
        sheet("action = 'https://apiary.example/answers?a=1&b'\nthanks = 'Thank <you>.'");
    let page = thankful.page(&thankful.form(), &Page::default());
    assert!(page.contains("action=\"https://apiary.example/answers?a=1&amp;b\""), "{page}");
    assert!(page.contains("data-thanks=\"Thank &lt;you&gt;.\""), "{page}");
    let mut own = Page::default();
    own.action = "/here";
    assert!(thankful.page(&thankful.form(), &own).contains("action=\"/here\""));
    let answer = reply(&thankful, "text/html");
    assert!(answer.body.contains("<p class=\"text\">Thank &lt;you&gt;.</p>"), "{}", answer.body);
    assert!(reply(&thankful.in_language("de"), "text/html").body.contains(">Danke.</p>"));
    let (led, _) = sheet("thanks-page = '/thanks'");
    let answer = reply(&led, "text/html");
    assert_eq!((answer.status, answer.location.as_deref()), (303, Some("/thanks")));
    // A script is not redirected; the page follows the address itself.
    assert_eq!(reply(&led, "application/json").status, 200);
    for address in ["javascript:alert(1)", "data:text/html,x", "mailto:a@apiary.example", "/a b"] {
        let (_, found) = sheet(&format!("action = '{address}'"));
        assert_eq!(found[0].code, "no-address", "{address}");
    }
}
