//! The form of the demo: what a beekeeper records at a hive.

use crate::sheets::today;
use pin_notch::Form;
use pin_notch_sheet::{Context, Format, Sheet};

/// The form of the built-in demo sheet.
pub(super) fn form() -> Form {
    let mut context = Context::default();
    context.today = Some(today());
    context.files = &|_: &str| Ok(include_str!("../../demo/hives.txt").to_owned());
    let text = include_str!("../../demo/inspection.toml");
    // A test ensures that it has no errors.
    Sheet::read(text, Format::Toml, &context).0.form()
}
