//! A sheet as read by tests: on a fixed day, with two files beside it.

use pin_notch_sheet::{Context, Finding, Format, Sheet};

pub fn read(text: &str, format: Format) -> (Sheet, Vec<Finding>) {
    let mut context = Context::default();
    context.files = &|name: &str| match name {
        "hives.txt" => Ok("w\tWillow\nm\tMeadow\n".to_owned()),
        "hives.json" => Ok(r#"["w", {"value": "m", "txt": "Meadow"}]"#.to_owned()),
        name => Err(format!("{name} is not there")),
    };
    context.today = "2026-05-14".parse().ok();
    Sheet::read(text, format, &context)
}

/// A field of this control with these further lines.
#[allow(dead_code, reason = "texts need whole sheets")]
pub fn field(control: &str, lines: &str) -> String {
    format!("[[field]]\nname = \"a\"\ncontrol = \"{control}\"\nlabel = \"A\"\n{lines}\n")
}
