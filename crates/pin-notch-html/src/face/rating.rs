//! A rating: a row of icons, each drawn twice, with the lit one clipped to its fraction.

use super::{NONE, readout};
use crate::action::Action;
use crate::attributes::Looks;
use crate::drawing::{Context, Drawable};
use crate::markup::Markup;
use crate::shapes::outline;
use pin_notch::{Decimal, Direction, RatingView, Semantics, number_text};

/// A honeycomb cell, in the form in which a browser serializes it, so that it compares equal to what a
/// server drew.
const CELL: &str = concat!(
    r#"<svg viewBox="2.55 1.25 18.9 21.5" aria-hidden="true">"#,
    r#"<path d=""#,
    outline!(cell),
    r#""></path></svg>"#
);

impl Drawable for RatingView {
    fn class(&self) -> (&'static str, Vec<(&'static str, bool)>) {
        ("rating", vec![("preview", self.previewed), ("empty", self.value.is_none())])
    }

    fn draw(&self, to: &mut Markup, semantics: &Semantics, context: &Context) {
        context.whole(to, semantics);
        let looks = context.looks;
        if self.zero {
            to.open_in("span", "zero", &[("on", self.shown == Some(Decimal::ZERO))]);
            to.set("aria-hidden", "true");
            to.set_action(Action::Choose, "0");
            to.draw(NONE);
        }
        to.open("div", "icons");
        to.set("dir", if self.direction == Direction::RightToLeft { "rtl" } else { "ltr" });
        to.set("aria-hidden", "true");
        to.set("data-place", "");
        for icon in 0..self.icons {
            to.open("span", "icon");
            to.open("span", "icon-off");
            glyph(to, looks, &self.icon);
            to.open("span", "icon-on");
            to.put("style", format_args!("--share:{}", number_text(self.fill(icon))));
            glyph(to, looks, &self.icon);
            to.close();
        }
        to.close();
        readout(to, &self.readout);
    }
}

fn glyph(to: &mut Markup, looks: &Looks, icon: &str) {
    match (looks.svg.as_str(), icon) {
        ("", "") => to.draw(CELL),
        ("", icon) => to.close_with(icon),
        (svg, _) => to.draw_given(svg),
    }
}
