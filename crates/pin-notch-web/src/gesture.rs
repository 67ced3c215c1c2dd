//! From what a pointer did to what somebody tried.

use pin_notch::{Control, Intent, Place, View};

/// Something a pointer did.
pub(crate) struct Gesture<'a> {
    /// `down`, `move`, `up`, `cancel`, `leave` or `click`.
    pub what: &'a str,
    /// The part it did it on.
    pub part: &'a str,
    pub x: f64,
    pub y: f64,
}

impl Gesture<'_> {
    /// What this means to the control; `None` when it means nothing, as a pointer that passes over a
    /// slider.
    pub(crate) fn intent(&self, control: &Control) -> Option<Intent<'static>> {
        let place = Place::new(self.x, self.y);
        match (control, self.what, self.part) {
            (Control::Slider(_), "down", "thumb") => Some(Intent::Grab(place)),
            (Control::Slider(_), "down", "track") => Some(Intent::Press(place)),
            (Control::Slider(_), "move", _) => is_grabbed(control).then_some(Intent::Move(place)),
            (Control::Slider(_), "up", _) => is_grabbed(control).then_some(Intent::Release),
            (Control::Slider(_), "cancel", _) => is_grabbed(control).then_some(Intent::Cancel),
            (Control::Rating(_), "move" | "down", "icons") => Some(Intent::Point(place)),
            (Control::Rating(_), "up", "icons") => Some(Intent::Press(place)),
            (Control::Rating(_), "leave" | "cancel" | "move", _) => {
                is_pointed_at(control).then_some(Intent::Leave)
            }
            (Control::Switch(_), "click", _) => Some(Intent::Flip),
            _ => None,
        }
    }
}

pub(crate) fn is_grabbed(control: &Control) -> bool {
    matches!(control.view(), View::Slider(view) if view.grabbed)
}

fn is_pointed_at(control: &Control) -> bool {
    matches!(control.view(), View::Rating(view) if view.pointed)
}
