//! A sheet as JSON.

use crate::{sheet, text};
use pin_notch_sheet::Format;

/// The demo's sheet, and each of its tables separately.
pub fn seeds() -> Vec<String> {
    let sound = |text: String| sheet::read(&text, Format::Toml).map(|sheet| sheet.to_json());
    crate::sheet_toml::seeds().into_iter().filter_map(sound).collect()
}

/// It is read. If there is no error, all derived representations agree.
pub fn hold(input: &[u8]) {
    if let Some(sheet) = text(input).and_then(|text| sheet::read(text, Format::Json)) {
        sheet::holds(&sheet);
    }
}
