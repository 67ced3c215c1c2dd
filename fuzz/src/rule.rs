//! The condition of a rule, over a field for each kind of value.

use crate::{sheet, text};
use pin_notch_sheet::Format;

const FIELDS: &str = r#"
[[field]]
name = "weight"
control = "slider"
label = "Weight"
step = 0.1
[[field]]
name = "outside"
control = "span-slider"
label = "Outside"
[[field]]
name = "feeder"
control = "switch"
label = "Feeder"
[[field]]
name = "hive"
control = "select"
label = "Hive"
options = ["linden", "heath"]
value = "heath"
[[field]]
name = "seen"
control = "checkbox-group"
label = "Seen"
options = ["eggs", "larvae"]
value = ["eggs"]
[[field]]
name = "visited"
control = "date"
label = "Visited"
value = 2026-05-14
[[field]]
name = "away"
control = "date-span"
label = "Away"
value = [2026-05-14, 2026-05-20]
[[field]]
name = "opened"
control = "time"
label = "Opened"
value = "07:30"
"#;

/// A condition of each kind.
pub fn seeds() -> Vec<String> {
    let all = [
        "weight > 9.5 and not feeder",
        "outside.high - outside.low >= weight * 2 + 1",
        "hive = 'heath' or hive is empty",
        "'eggs' in seen and 'larvae' not in seen",
        "count(seen) < 2",
        "visited <= '2026-06-01' and away.last - away.first <= 7",
        "(away.first + 3 != visited) = true",
        "weight is not empty",
        "feeder",
    ];
    all.map(str::to_owned).to_vec()
}

/// A sheet with it is read. If there is no error, all derived representations agree.
pub fn hold(input: &[u8]) {
    let Some(text) = text(input) else { return };
    let quoted: String = text.chars().map(|c| format!("\\U{:08x}", u32::from(c))).collect();
    let rule = format!("{FIELDS}[[rule]]\nholds = \"{quoted}\"\nmessage = \"no\"\n");
    if let Some(sheet) = sheet::read(&rule, Format::Toml) {
        sheet::holds(&sheet);
    }
}
