//! Which keys a control handles, and which are left to the focused field.

// Every match over the controls is exhaustive, so that the compiler reports each place that a new one
// concerns.
#![warn(clippy::wildcard_enum_match_arm)]

use pin_notch::{Control, Intent, Key};

/// The intent of a key pressed while this part of a control has the focus; `None` if the field handles the
/// key itself, like the arrows that move its caret.
pub(crate) fn intent(control: &Control, part: &str, key: &str, at: u64) -> Option<Intent<'static>> {
    let finding = matches!(control, Control::Select(select) if key == " " && select.is_finding(at));
    if let Some(key) = Key::from_ui_events(key).filter(|_| !finding) {
        return belongs(control, part, key).then_some(Intent::Key(key));
    }
    let mut typed = key.chars();
    let (Some(typed), None) = (typed.next(), typed.next()) else { return None };
    let finds = match control {
        Control::Select(select) => !select.definition().filter,
        Control::Month(_) | Control::Week(_) | Control::Time(_) | Control::DateTime(_) => {
            !typed.is_ascii_alphabetic()
        }
        Control::Slider(_)
        | Control::SpanSlider(_)
        | Control::Rating(_)
        | Control::Switch(_)
        | Control::Checkbox(_)
        | Control::CheckboxGroup(_)
        | Control::RadioGroup(_)
        | Control::Text(_)
        | Control::Stepper(_)
        | Control::ItemStepper(_)
        | Control::Date(_)
        | Control::DateSpan(_) => false,
    };
    finds.then_some(Intent::Find { typed, at })
}

fn belongs(control: &Control, part: &str, key: Key) -> bool {
    use Key::{Backspace, Delete, Down, Enter, Escape, PageDown, PageUp, Up};
    if part != "input" {
        return true;
    }
    match control {
        Control::Text(text) => key == Enter && !text.is_multiline(),
        Control::Stepper(_) => matches!(key, Up | Down | PageUp | PageDown | Enter | Escape),
        Control::Select(select) if select.definition().filter => {
            let takes_back = key == Backspace || (key == Delete && !select.definition().multiple);
            matches!(key, Up | Down | PageUp | PageDown | Enter | Escape)
                || (takes_back && select.filter().is_empty())
        }
        Control::Date(date) => in_date(date.definition().always_open, key),
        Control::DateSpan(dates) => in_date(dates.definition().always_open, key),
        Control::Slider(_)
        | Control::SpanSlider(_)
        | Control::Rating(_)
        | Control::Switch(_)
        | Control::Checkbox(_)
        | Control::CheckboxGroup(_)
        | Control::RadioGroup(_)
        | Control::ItemStepper(_)
        | Control::Select(_)
        | Control::Month(_)
        | Control::Week(_)
        | Control::Time(_)
        | Control::DateTime(_) => true,
    }
}

fn in_date(always_open: bool, key: Key) -> bool {
    matches!(key, Key::Enter | Key::Escape) || (key == Key::Down && !always_open)
}
