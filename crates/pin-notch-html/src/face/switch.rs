//! A switch: a slot with a cell at one end, and a caption.

use crate::markup::Markup;
use pin_notch::SwitchView;

pub(super) fn body(to: &mut Markup, view: &SwitchView) {
    to.open("div", "track");
    to.set("data-place", "");
    to.open("div", "thumb");
    to.close();
    to.close();
    to.open("span", "caption");
    to.close_with(&view.caption);
}
