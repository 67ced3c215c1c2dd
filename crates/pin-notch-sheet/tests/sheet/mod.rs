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

/// With many mites a treatment counts, and with a treatment its day.
#[allow(dead_code, reason = "only sheets and findings need it")]
pub const CONDITIONS: &str = r#"
[[field]]
name = "mites"
control = "stepper"
label = "Mites"
min = 0
[[field]]
name = "given"
control = "select"
label = "Given"
required = true
options = ["oa", "fa"]
only-if = "mites > 9"
[[field]]
name = "again"
control = "date"
label = "Again on"
[[fieldset]]
name = "later"
legend = "Later"
fields = ["again"]
only-if = "given is not empty"
"#;
