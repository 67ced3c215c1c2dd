//! JSON for the demo's form.

use crate::sheet;
use pin_notch::Form;

/// The demo's lines of JSON.
pub fn seeds() -> Vec<String> {
    let lines = include_str!("../../crates/pin-notch-cli/demo/bodies.txt").lines();
    lines.filter(|line| line.starts_with('{')).map(str::to_owned).collect()
}

/// It is read or refused. What is accepted is accepted again.
pub fn hold(input: &[u8]) {
    sheet::with_demo(|_, form| holds(input, &form));
}

fn holds(input: &[u8], form: &Form) {
    match form.read_json(input) {
        Ok(values) => {
            let again = form.read_json(values.to_json().as_bytes());
            let again =
                again.unwrap_or_else(|why| panic!("{} is refused: {why}", values.to_json()));
            assert!(values.iter().eq(again.iter()));
        }
        Err(problems) => assert!(!problems.0.is_empty() && !problems.to_string().is_empty()),
    }
}
