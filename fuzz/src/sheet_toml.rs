//! A sheet as TOML.

use crate::{sheet, text};
use pin_notch_sheet::Format;

/// The demo's sheet, and each of its tables separately.
pub fn seeds() -> Vec<String> {
    let tables = sheet::DEMO.split("\n\n").map(str::to_owned);
    tables.chain([sheet::DEMO.to_owned()]).collect()
}

/// It is read. If there is no error, all derived representations agree.
pub fn hold(input: &[u8]) {
    if let Some(sheet) = text(input).and_then(|text| sheet::read(text, Format::Toml)) {
        sheet::holds(&sheet);
    }
}
