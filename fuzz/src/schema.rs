//! A JSON Schema.

use crate::{sheet, text};
use pin_notch_sheet::{Format, from_schema};

/// The demo's schema, and those of each of its fields.
pub fn seeds() -> Vec<String> {
    let sheets = crate::sheet_toml::seeds();
    sheets.iter().filter_map(|text| Some(sheet::read(text, Format::Toml)?.to_schema().0)).collect()
}

/// It is converted to a sheet without errors, or the reason why there is none is reported.
pub fn hold(input: &[u8]) {
    let Some(text) = text(input) else { return };
    match from_schema(text) {
        Ok((toml, _)) => {
            let sheet = sheet::read(&toml, Format::Toml);
            sheet::holds(&sheet.unwrap_or_else(|| panic!("there are errors in {toml}")));
        }
        Err(why) => assert!(!why.is_empty()),
    }
}
