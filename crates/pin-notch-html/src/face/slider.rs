//! A slider: a ruled track, a pin that stands on it, and the value as text.

use super::{percent, readout};
use crate::markup::Element;
use pin_notch::{Orientation, SliderView};

pub(super) fn body(view: &SliderView) -> Vec<Element> {
    let side = match view.orientation {
        Orientation::Horizontal => "left",
        Orientation::Vertical => "top",
    };
    let (from, to) = view.filled;
    let marks = view.marks.iter().map(|mark| {
        Element::new("i", if mark.lit { "mark mark-on" } else { "mark" })
            .with("style", format!("{side}:{}", percent(mark.at)))
            .saying(&mark.label)
    });
    let fill = Element::new("div", "fill")
        .with("style", format!("--from:{};--to:{}", percent(from), percent(1.0 - to)));
    let bubble = Element::new("span", "bubble").with("aria-hidden", "true").saying(&view.readout);
    let thumb = Element::new("div", "thumb")
        .with("style", format!("{side}:{}", percent(view.thumb)))
        .holding(vec![Element::new("div", "pin"), bubble]);
    let track = Element::new("div", "track")
        .with("data-place", "")
        .holding([fill].into_iter().chain(marks).chain([thumb]).collect());
    vec![track, readout(&view.readout)]
}
