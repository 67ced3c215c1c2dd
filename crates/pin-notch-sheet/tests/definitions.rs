//! Any definition written in a sheet is read back unchanged.

use pin_notch_any::{as_field, definition, fit_for_a_sheet, kind};
use pin_notch_sheet::{Context, Format, Severity, Sheet};
use proptest::prelude::*;

proptest! {
    #![proptest_config(ProptestConfig::with_cases(1500))]

    #[test]
    fn a_definition_in_json_or_toml_comes_back(definition in kind().prop_flat_map(definition)) {
        let definition = fit_for_a_sheet(definition);
        let json = format!("{{\"field\":[{}]}}", as_field("it", "It", &definition));
        let (sheet, _) = Sheet::read(&json, Format::Json, &Context::default());
        let toml = sheet.to_toml();
        for (text, format) in [(&json, Format::Json), (&toml, Format::Toml)] {
            let (sheet, found) = Sheet::read(text, format, &Context::default());
            let form = sheet.form();
            let read = form.control("it").map(pin_notch::Control::definition);
            prop_assert_eq!(read, Some(definition.clone()), "{}", text);
            // Only a value that is not offered is reported: in a page its option may arrive later, but not
            // in a sheet.
            let errors = found.iter().filter(|one| one.severity == Severity::Error);
            let wrong: Vec<_> = errors.filter(|one| !one.message.contains("is not offered")
                && !one.message.contains("cannot be chosen")).collect();
            prop_assert!(wrong.is_empty(), "{:?} {}", wrong, text);
        }
    }
}
