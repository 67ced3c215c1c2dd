//! Which keys a control handles, and which are left to the focused field.

use crate::kinds::{Input, Search, devices};
use pin_notch::{Control, Intent, Key};

/// The intent of a key pressed while this part of a control has the focus; `None` if the field handles the
/// key itself, like the arrows that move its caret.
pub(crate) fn intent(control: &Control, part: &str, key: &str, at: u64) -> Option<Intent<'static>> {
    let devices = devices(control);
    let finding = matches!(control, Control::Select(select) if key == " " && select.is_finding(at));
    if let Some(key) = Key::from_ui_events(key).filter(|_| !finding) {
        let handles = part != "input" || handles(devices.input, key);
        return handles.then_some(Intent::Key(key));
    }
    let mut typed = key.chars();
    let (Some(typed), None) = (typed.next(), typed.next()) else { return None };
    let finds = match devices.search {
        Search::No => false,
        Search::All => true,
        Search::NoLetters => !typed.is_ascii_alphabetic(),
    };
    finds.then_some(Intent::Find { typed, at })
}

fn handles(input: Input, key: Key) -> bool {
    use Key::{Backspace, Delete, Down, Enter, Escape, PageDown, PageUp, Up};
    let steps = matches!(key, Up | Down | PageUp | PageDown | Enter | Escape);
    match input {
        Input::None => true,
        Input::Line => key == Enter,
        Input::Lines => false,
        Input::Number => steps,
        Input::Filter { multiple, is_empty } => {
            let takes_back = key == Backspace || (key == Delete && !multiple);
            steps || (takes_back && is_empty)
        }
        Input::Day { always_open } => {
            matches!(key, Enter | Escape) || (key == Down && !always_open)
        }
    }
}
