//! A number, as written in a sheet and as written by people.

use crate::text;
use pin_notch::{English, number_text, parse_number, read_number, show_number};

/// Numbers of all kinds.
pub fn seeds() -> Vec<String> {
    let all =
        ["0", "-1.50", "2.5e3", "1,234,567.5", "79228162514264337593543950335", "1e-28", "-0"];
    all.map(str::to_owned).to_vec()
}

/// A number that can be read is written and read again unchanged.
pub fn hold(input: &[u8]) {
    let Some(text) = text(input) else { return };
    if let Ok(number) = parse_number(text) {
        let written = number_text(number);
        assert_eq!(parse_number(&written), Ok(number), "{written}");
    }
    if let Ok(number) = read_number(&English, text) {
        let shown = show_number(&English, number, number.scale());
        assert_eq!(read_number(&English, &shown).ok(), Some(number), "{shown}");
    }
}
