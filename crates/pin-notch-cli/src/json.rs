//! The command's output as JSON lines.

use crate::visible::is_plain;
use pin_notch::Value;
use serde::Serialize;
use serde_json::value::RawValue;

/// The line, with its end.
pub(crate) fn line(value: &impl Serialize) -> String {
    // It consists of texts, numbers and lists, which can always be written as JSON.
    let line = serde_json::to_string(value).unwrap_or_default();
    // Characters that JSON need not escape but that affect terminals are escaped as well. They only occur
    // in strings.
    let escaped = line.chars().fold(String::with_capacity(line.len() + 1), |mut all, c| {
        match is_plain(c) {
            true => all.push(c),
            false => all.push_str(&format!("\\u{:04x}", u32::from(c))),
        }
        all
    });
    escaped + "\n"
}

/// Values by name, in this order and with every digit.
pub(crate) fn values<'a>(all: impl Iterator<Item = (&'a str, Value)>) -> Option<Box<RawValue>> {
    let text = |name: &str| serde_json::to_string(name).unwrap_or_default();
    let members: Vec<String> =
        all.map(|(name, value)| format!("{}:{}", text(name), value.to_json())).collect();
    RawValue::from_string(format!("{{{}}}", members.join(","))).ok()
}
