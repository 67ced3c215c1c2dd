//! A switch: a slot with a cell at one end, and a caption.

use crate::drawing::{Context, Drawable};
use crate::markup::Markup;
use pin_notch::{Semantics, SwitchView};

impl Drawable for SwitchView {
    fn class(&self) -> (&'static str, Vec<(&'static str, bool)>) {
        ("switch", vec![("on", self.on)])
    }

    fn about(&self) -> &str {
        &self.caption
    }

    fn draw(&self, to: &mut Markup, semantics: &Semantics, context: &Context) {
        context.whole(to, semantics);
        to.open("div", "track");
        to.set("data-place", "");
        to.open("div", "thumb");
        to.close();
        to.close();
        to.open("span", "caption");
        to.close_with(&self.caption);
    }
}
