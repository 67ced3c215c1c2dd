//! Date patterns.

use crate::text;
use pin_notch::{Date, DatePattern, English};

/// Patterns of all kinds.
pub fn seeds() -> Vec<String> {
    let all =
        ["yyyy-MM-dd", "d. MMMM y", "dd/MM/yyyy", "EEEE, d MMM y", "d 'of' MMMM y", "MMMMd, y"];
    all.map(str::to_owned).to_vec()
}

/// A day written by the pattern is read by it.
pub fn hold(input: &[u8]) {
    let Some(Ok(pattern)) = text(input).map(str::parse::<DatePattern>) else { return };
    let again: DatePattern = pattern.to_string().parse().expect("what it writes is a pattern");
    assert_eq!(again, pattern);
    for day in ["0001-01-01", "2026-05-14", "2024-02-29", "1999-12-31", "9999-11-10"] {
        let day: Date = day.parse().expect("a day");
        let shown = pattern.show(&English, day);
        assert_eq!(pattern.read(&English, &shown), Ok(day), "{shown}");
    }
    let _ = pattern.blank(&English);
}
