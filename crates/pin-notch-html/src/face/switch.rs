//! A switch: a slot with a cell that sits at one end of it, and a caption.

use crate::markup::Element;
use pin_notch::SwitchView;

pub(super) fn body(view: &SwitchView) -> Vec<Element> {
    let track = Element::new("div", "track")
        .with("data-place", "")
        .holding(vec![Element::new("div", "thumb")]);
    vec![track, Element::new("span", "caption").saying(&view.caption)]
}
