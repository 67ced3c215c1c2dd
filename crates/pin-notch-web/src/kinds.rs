//! What the browser has for each control, one row per control: what pointers and keys do to it, and its own
//! controls with the same values.

// Every match over the controls is exhaustive, so that the compiler reports each place that a new one
// concerns.
#![warn(clippy::wildcard_enum_match_arm)]

use pin_notch::Control;
#[cfg(feature = "form")]
use pin_notch::ControlKind;

/// What pointers and keys do to a control.
pub(crate) struct Devices {
    pub pointer: Pointed,
    pub input: Input,
    pub search: Search,
}

/// What a pointer does.
#[derive(Clone, Copy)]
pub(crate) enum Pointed {
    /// It presses a track, and drags a thumb along it.
    Track,
    /// It previews a value among icons, and chooses it.
    Icons,
    /// A click flips the whole control.
    Whole,
    /// Its buttons and options are pressed, each on its own.
    Parts,
}

/// Which keys a control handles while its `input` part has the focus. The others belong to the text in it.
#[derive(Clone, Copy)]
pub(crate) enum Input {
    /// All: there is no text.
    None,
    /// A text of one line.
    Line,
    /// A text of several lines.
    Lines,
    /// A number, which steps.
    Number,
    /// A filter above a list. If it is empty, Backspace, and Delete in a list with one choice, take the
    /// choice back.
    Filter { multiple: bool, is_empty: bool },
    /// A day, with a calendar that opens unless it is always open.
    Day { always_open: bool },
}

/// Which characters are searched for, or fill a field, rather than being typed into a text.
#[derive(Clone, Copy)]
pub(crate) enum Search {
    No,
    All,
    /// All but letters, which may be a shortcut of the page's.
    NoLetters,
}

pub(crate) fn devices(control: &Control) -> Devices {
    let (pointer, input, search) = match control {
        Control::Slider(_) | Control::SpanSlider(_) => (Pointed::Track, Input::None, Search::No),
        Control::Rating(_) => (Pointed::Icons, Input::None, Search::No),
        Control::Switch(_) | Control::Checkbox(_) => (Pointed::Whole, Input::None, Search::No),
        Control::CheckboxGroup(_) | Control::RadioGroup(_) | Control::ItemStepper(_) => {
            (Pointed::Parts, Input::None, Search::No)
        }
        Control::Text(text) => {
            let input = if text.is_multiline() { Input::Lines } else { Input::Line };
            (Pointed::Parts, input, Search::No)
        }
        Control::Stepper(_) => (Pointed::Parts, Input::Number, Search::No),
        Control::Select(select) if select.definition().filter => {
            let multiple = select.definition().multiple;
            let is_empty = select.filter().is_empty();
            (Pointed::Parts, Input::Filter { multiple, is_empty }, Search::No)
        }
        Control::Select(_) => (Pointed::Parts, Input::None, Search::All),
        Control::Date(date) => {
            let always_open = date.definition().always_open;
            (Pointed::Parts, Input::Day { always_open }, Search::No)
        }
        Control::DateSpan(dates) => {
            let always_open = dates.definition().always_open;
            (Pointed::Parts, Input::Day { always_open }, Search::No)
        }
        Control::Month(_) | Control::Week(_) | Control::Time(_) | Control::DateTime(_) => {
            (Pointed::Parts, Input::None, Search::NoLetters)
        }
    };
    Devices { pointer, input, search }
}

/// The browser's own controls that take part in a form, by HTML's input types: the kind of control that has
/// the same values, and how these are entered. All other types contain texts, which the browser checks itself.
#[cfg(feature = "form")]
pub(crate) const NATIVES: [(&str, ControlKind, Entered); 12] = [
    ("number", ControlKind::Stepper, Entered::Typed),
    ("range", ControlKind::Slider, Entered::Chosen),
    ("checkbox", ControlKind::Checkbox, Entered::Flipped),
    // Several checkboxes with the same name.
    ("checkboxes", ControlKind::CheckboxGroup, Entered::Picked),
    ("radio", ControlKind::RadioGroup, Entered::Picked),
    ("select-one", ControlKind::Select, Entered::Picked),
    ("select-multiple", ControlKind::Select, Entered::Picked),
    ("date", ControlKind::Date, Entered::Typed),
    ("month", ControlKind::Month, Entered::Typed),
    ("week", ControlKind::Week, Entered::Typed),
    ("time", ControlKind::Time, Entered::Typed),
    ("datetime-local", ControlKind::DateTime, Entered::Typed),
];

/// How a value is entered.
#[cfg(feature = "form")]
#[derive(Clone, Copy)]
pub(crate) enum Entered {
    /// As a text, which counts when it is settled.
    Typed,
    /// By dragging a thumb.
    Chosen,
    /// From one state to the other.
    Flipped,
    /// Option by option.
    Picked,
}
