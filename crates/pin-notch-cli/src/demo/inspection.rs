//! The form of the demo: what a beekeeper writes down at a hive.

use crate::sheets::today;
use pin_notch::Form;
use pin_notch_sheet::{Context, Format, Sheet};

/// The form of the demo's sheet, as it is shipped.
pub(super) fn form() -> Form {
    let mut context = Context::default();
    context.today = Some(today());
    context.files = &|_: &str| Ok(include_str!("../../demo/hives.txt").to_owned());
    let text = include_str!("../../demo/inspection.toml");
    // Tested to be without errors.
    Sheet::read(text, Format::Toml, &context).0.form()
}
