//! Moves on the demo's form.

use crate::{sheet, text};
use pin_notch::{Form, Value};
use pin_notch_sheet::{Moves, Step};

/// The demo's moves, and pieces of them.
pub fn seeds() -> Vec<String> {
    let demo = include_str!("../../crates/pin-notch-cli/demo/inspection.moves");
    demo.split("\n\n").chain([demo]).map(str::to_owned).collect()
}

/// They are parsed and made. Afterwards, undoing everything leads to the initial state, and redoing
/// everything back again; and what can be sent is read.
pub fn hold(input: &[u8]) {
    let Some(text) = text(input) else { return };
    let repeats = |word: &str| word.strip_prefix('x').and_then(|times| times.parse::<u32>().ok());
    if text.split_whitespace().filter_map(repeats).any(|times| times > 50) {
        return;
    }
    sheet::with_demo(|_, form| holds(text, form));
}

fn holds(text: &str, mut form: Form) {
    let Ok(moves) = Moves::read(text, &form) else { return };
    let values = |form: &Form| -> Vec<(String, Value)> {
        form.fields().map(|field| (field.name.clone(), field.control.value())).collect()
    };
    let start = values(&form);
    let (mut begins_anew, mut goes_back) = (false, false);
    moves.run(&mut form, |_, step| match step {
        Step::Moved(moved) => {
            // The first two are not part of undo; after the third, more can be redone than was undone here.
            begins_anew |= moved.attempt == "reset" || moved.attempt == "clear";
            goes_back |= moved.attempt == "undo";
        }
        // Whether it is met depends on the text, which is arbitrary here.
        Step::Expected(_) => {}
    });
    sheet::sends_what_it_reads(&form);
    let _ = form.submit();
    let end = values(&form);
    while form.undo().is_some() {}
    if !begins_anew {
        assert_eq!(values(&form), start);
    }
    while form.redo().is_some() {}
    if !begins_anew && !goes_back {
        assert_eq!(values(&form), end);
    }
}
