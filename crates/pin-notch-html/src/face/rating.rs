//! A rating: a row of icons, each drawn twice, the lit one clipped to its share.

use super::readout;
use crate::attributes::Looks;
use crate::markup::Element;
use pin_notch::{Direction, RatingView, number_text};

/// A cell of a comb, written as a browser writes it, so that what a server drew compares equal.
const CELL: &str = concat!(
    r#"<svg viewBox="2.55 1.25 18.9 21.5" aria-hidden="true">"#,
    r#"<path d="M12 2 20.7 7v10L12 22 3.3 17V7z"></path></svg>"#
);

pub(super) fn body(view: &RatingView, looks: &Looks) -> Vec<Element> {
    let icons = (0..view.icons).map(|icon| {
        let share = number_text(view.fill(icon));
        Element::new("span", "icon").holding(vec![
            glyph("icon-off", looks),
            glyph("icon-on", looks).with("style", format!("--share:{share}")),
        ])
    });
    let direction = match view.direction {
        Direction::LeftToRight => "ltr",
        Direction::RightToLeft => "rtl",
    };
    let row = Element::new("div", "icons")
        .with("dir", direction)
        .with("aria-hidden", "true")
        .with("data-place", "")
        .holding(icons.collect());
    vec![row, readout(&view.readout)]
}

fn glyph(part: &'static str, looks: &Looks) -> Element {
    let glyph = Element::new("span", part);
    match (looks.svg.as_str(), looks.icon.as_str()) {
        ("", "") => glyph.fixed(CELL),
        ("", icon) => glyph.saying(icon),
        (svg, _) => glyph.fixed(svg.to_owned()),
    }
}
