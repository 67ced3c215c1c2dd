//! Any definition, written down in a sheet, comes back as it was.

use pin_notch::{Choice, Definition};
use pin_notch_any::{definition, kind, mended};
use pin_notch_sheet::{Context, Format, Severity, Sheet};
use proptest::prelude::*;
use std::collections::HashSet;

fn text(text: &str) -> String {
    serde_json::to_string(text).unwrap()
}

/// The sheet of one field, as JSON.
fn written(definition: &Definition) -> String {
    let flags = |name: &str| {
        let kind = definition.kind().attributes().iter().find(|one| one.name == name);
        kind.is_some_and(|one| one.kind == pin_notch::AttributeKind::Flag)
    };
    let mut members = vec![format!(
        "\"name\":\"it\",\"label\":\"It\",\"control\":{}",
        text(definition.kind().name())
    )];
    for (name, value) in definition.attributes() {
        let value = if flags(name) { "true".to_owned() } else { text(&value) };
        members.push(format!("\"{name}\":{value}"));
    }
    let option = |option: &Choice| {
        let group = option.group.as_ref().map(|group| format!(",\"group\":{}", text(group)));
        let disabled = if option.disabled { ",\"disabled\":true" } else { "" };
        let (value, shown) = (text(&option.value), text(&option.text));
        format!("{{\"value\":{value},\"text\":{shown}{}{disabled}}}", group.unwrap_or_default())
    };
    let options: Vec<String> = definition.options().iter().map(option).collect();
    if !options.is_empty() {
        members.push(format!("\"options\":[{}]", options.join(",")));
    }
    format!("{{\"field\":[{{{}}}]}}", members.join(","))
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(1500))]

    #[test]
    fn a_definition_in_json_or_toml_comes_back(definition in kind().prop_flat_map(definition)) {
        let mut definition = mended(definition).definition();
        // What is chosen from has each value once.
        let mut seen = HashSet::new();
        let once = |one: &Choice| seen.insert(one.value.clone());
        let options: Vec<Choice> = definition.options().into_iter().filter(once).collect();
        definition.set_options(&options).unwrap();
        let definition = mended(definition).definition();

        let json = written(&definition);
        let (sheet, _) = Sheet::read(&json, Format::Json, &Context::default());
        let toml = sheet.to_toml();
        for (text, format) in [(&json, Format::Json), (&toml, Format::Toml)] {
            let (sheet, found) = Sheet::read(text, format, &Context::default());
            let form = sheet.form();
            let read = form.control("it").map(pin_notch::Control::definition);
            prop_assert_eq!(read, Some(definition.clone()), "{}", text);
            // Only a value that is not offered is told: it may come later in a page, and not in a sheet.
            let errors = found.iter().filter(|one| one.severity == Severity::Error);
            let wrong: Vec<_> = errors.filter(|one| !one.message.contains("is not offered")
                && !one.message.contains("cannot be chosen")).collect();
            prop_assert!(wrong.is_empty(), "{:?} {}", wrong, text);
        }
    }
}
