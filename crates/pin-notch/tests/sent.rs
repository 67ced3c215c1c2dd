//! What any field sends is judged by its receivers as the field judges it itself.

#![cfg(all(feature = "text", feature = "json"))]

use pin_notch::{Form, Intent};
use pin_notch_any::{attempt_on, definition, fit_for_a_sheet, kind};
use proptest::prelude::*;

/// Encodes a text as in a form body.
fn encoded(text: &str) -> String {
    text.bytes().map(|byte| format!("%{byte:02x}")).collect()
}

#[test]
fn receivers_judge_any_field_as_it_judges_itself() {
    let cases = kind().prop_flat_map(|kind| {
        (definition(kind), proptest::collection::vec(attempt_on(kind), 0..12))
    });
    pin_notch_any::reached(8_000, 0.5, &cases, |(definition, attempts)| {
        let control = fit_for_a_sheet(definition).build().unwrap();
        let receiver = Form::new().with("it", "It", control).unwrap();
        let mut form = receiver.clone();
        for attempt in &attempts {
            let _ = form.handle("it", attempt.intent());
        }
        for end in [Intent::Leave, Intent::Release, Intent::Close, Intent::Settle] {
            let _ = form.handle("it", end);
        }
        let entries = form.entries().map(|(name, text)| format!("{name}={}", encoded(&text)));
        let body = entries.collect::<Vec<_>>().join("&");
        let (read, json) = (receiver.read(body.as_bytes()), form.to_json());
        let from_json = receiver.read_json(json.as_bytes());
        let sent = format!("{body} {json}");
        prop_assert_eq!(read.is_ok(), from_json.is_ok(), "{} {:?} {:?}", sent, read, from_json);
        let problems = form.problems();
        // A text that could not be read is not sent, but the value before it.
        let is_drafting = form.control("it").is_some_and(pin_notch::Control::is_drafting);
        if !is_drafting || problems.is_empty() {
            prop_assert_eq!(
                problems.is_empty(),
                read.is_ok(),
                "{} {:?} {:?}",
                sent,
                problems,
                read
            );
        }
        let (Ok(read), Ok(from_json)) = (read, from_json) else { return Ok(false) };
        prop_assert_eq!(&read, &from_json, "{}", sent);
        // Nothing is sent for a disabled field.
        if !is_drafting && json != "{}" {
            prop_assert_eq!(read.to_json(), json, "{}", sent);
        }
        Ok(true)
    });
}
