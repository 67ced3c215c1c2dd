//! The meaning of pointer and focus events for a control.

use crate::kinds::{Pointed, devices};
use pin_notch::{Control, Intent, Place};

/// What a pointer did.
#[derive(Clone, Copy, PartialEq, Eq)]
pub(crate) enum Pointer {
    Down,
    Move,
    Up,
    Cancel,
    Out,
    Click,
}

impl Pointer {
    #[cfg(test)]
    pub(crate) const WORDS: [&'static str; 6] = ["down", "move", "up", "cancel", "out", "click"];

    /// The pointer event with this name in the script.
    pub(crate) fn read(word: &str) -> Option<Self> {
        Some(match word {
            "down" => Self::Down,
            "move" => Self::Move,
            "up" => Self::Up,
            "cancel" => Self::Cancel,
            "out" => Self::Out,
            "click" => Self::Click,
            _ => return None,
        })
    }
}

/// The intent of a pointer event on a part; `None` if it means nothing, like a pointer passing over a
/// slider.
pub(crate) fn intent(
    control: &Control,
    pointer: Pointer,
    part: &str,
    place: Place,
) -> Option<Intent<'static>> {
    match devices(control).pointer {
        Pointed::Track => on_track(control.is_grabbed(), pointer, part, place),
        Pointed::Icons => match pointer {
            Pointer::Down | Pointer::Move if part == "icons" => Some(Intent::Point(place)),
            Pointer::Up => (part == "icons").then_some(Intent::Press(place)),
            Pointer::Move | Pointer::Cancel | Pointer::Out => {
                is_pointed(control).then_some(Intent::Leave)
            }
            Pointer::Down | Pointer::Click => None,
        },
        Pointed::Whole => (pointer == Pointer::Click).then_some(Intent::Flip),
        Pointed::Parts => None,
    }
}

/// Whether a pointer is over a rating.
fn is_pointed(control: &Control) -> bool {
    matches!(control, Control::Rating(rating) if rating.view().pointed)
}

fn on_track(
    is_grabbed: bool,
    pointer: Pointer,
    part: &str,
    place: Place,
) -> Option<Intent<'static>> {
    match pointer {
        Pointer::Down if part == "thumb" => Some(Intent::Grab(place)),
        Pointer::Down => (part == "track").then_some(Intent::Press(place)),
        Pointer::Move => is_grabbed.then_some(Intent::Move(place)),
        Pointer::Up => is_grabbed.then_some(Intent::Release),
        Pointer::Cancel => is_grabbed.then_some(Intent::Cancel),
        Pointer::Out | Pointer::Click => None,
    }
}

/// Whether this end or field is already active, so that its focus changes nothing.
pub(crate) fn is_taken(control: &Control, intent: Intent) -> bool {
    if let Intent::Field(field) = intent {
        return control.active_field() == Some(field);
    }
    let Intent::Take(thumb) = intent else { return false };
    if let Control::SpanSlider(span) = control {
        return span.view().active == thumb;
    }
    if let Control::DateSpan(dates) = control {
        return !dates.definition().two_fields || dates.view().active == thumb;
    }
    false
}

/// Whether one of two days has been picked and the other has not.
pub(crate) fn has_begun(control: &Control) -> bool {
    matches!(control, Control::DateSpan(dates) if dates.view().begun)
}
