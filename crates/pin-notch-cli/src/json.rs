//! What the command says as JSON, a line for each thing.

use pin_notch::Value;
use serde::Serialize;
use serde_json::value::RawValue;

/// The line, with its end.
pub(crate) fn line(told: &impl Serialize) -> String {
    // It is made of texts, numbers and lists of them, which always have their JSON.
    serde_json::to_string(told).unwrap_or_default() + "\n"
}

/// Values by their names, in this order and with every digit.
pub(crate) fn values<'a>(all: impl Iterator<Item = (&'a str, Value)>) -> Option<Box<RawValue>> {
    let text = |name: &str| serde_json::to_string(name).unwrap_or_default();
    let members: Vec<String> =
        all.map(|(name, value)| format!("{}:{}", text(name), value.to_json())).collect();
    RawValue::from_string(format!("{{{}}}", members.join(","))).ok()
}
