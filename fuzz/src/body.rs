//! A body for the demo's form.

use crate::sheet;
use pin_notch::Form;
use pin_notch_sheet::{Page, Sheet};

/// The demo's bodies.
pub fn seeds() -> Vec<String> {
    let lines = include_str!("../../crates/pin-notch-cli/demo/bodies.txt").lines();
    lines.filter(|line| !line.starts_with('{')).map(str::to_owned).collect()
}

/// It is read or refused. What is accepted is also accepted as JSON, and sent again by a form with these
/// values.
pub fn hold(input: &[u8]) {
    sheet::with_demo(|sheet, form| holds(input, sheet, &form));
}

fn holds(input: &[u8], sheet: &Sheet, form: &Form) {
    let filled = sheet.form_with(input);
    match form.read(input) {
        Ok(values) => {
            let json = form.read_json(values.to_json().as_bytes());
            let json = json.unwrap_or_else(|why| panic!("{} is refused: {why}", values.to_json()));
            assert!(values.iter().eq(json.iter()));
            assert!(!sheet.answer(form, &values, &Page::default()).is_empty());
        }
        Err(problems) => {
            assert!(!problems.0.is_empty());
            let mut page = Page::default();
            page.problems = Some(&problems);
            assert!(!sheet.page(&filled, &page).is_empty());
        }
    }
    sheet::sends_what_it_reads(&filled);
}
