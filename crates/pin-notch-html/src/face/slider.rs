//! A slider: a ruled track, pins that stand on it, and the value as text.

use super::{Told, percent, readout};
use crate::markup::Element;
use pin_notch::{MarkView, Orientation, SliderView, SpanView, Thumb};

fn side(orientation: Orientation) -> &'static str {
    match orientation {
        Orientation::Horizontal => "left",
        Orientation::Vertical => "top",
    }
}

fn fill((from, to): (f64, f64), orientation: Orientation) -> Element {
    let (start, end) = match orientation {
        Orientation::Horizontal => ("left", "right"),
        Orientation::Vertical => ("top", "bottom"),
    };
    let style = format!("{start}:{};{end}:{}", percent(from), percent(1.0 - to));
    Element::new("div", "fill").with("style", style)
}

fn mark(mark: &MarkView, side: &str) -> Element {
    Element::new("i", if mark.lit { "mark mark-on" } else { "mark" })
        .with("style", format!("{side}:{}", percent(mark.at)))
        .saying(&mark.label)
}

fn thumb(at: f64, side: &str, bubble: &str) -> Element {
    let bubble = Element::new("span", "bubble").with("aria-hidden", "true").saying(bubble);
    Element::new("div", "thumb")
        .with("style", format!("{side}:{}", percent(at)))
        .holding(vec![Element::new("div", "pin"), bubble])
}

fn track(
    marks: &[MarkView],
    filled: (f64, f64),
    orientation: Orientation,
    thumbs: Vec<Element>,
) -> Element {
    let side = side(orientation);
    let marks = marks.iter().map(|one| mark(one, side));
    let marked = marks.len() > 0;
    let labelled = marks.clone().any(|mark| mark.content != crate::Content::Text(String::new()));
    let class = match (marked, labelled) {
        (_, true) => "marked labelled",
        (true, false) => "marked",
        (false, false) => "",
    };
    Element::new("div", "track")
        .with("data-place", "")
        .with("class", class)
        .holding([fill(filled, orientation)].into_iter().chain(marks).chain(thumbs).collect())
}

pub(super) fn body(view: &SliderView) -> Vec<Element> {
    let side = side(view.orientation);
    let thumbs = vec![thumb(view.thumb, side, &view.readout)];
    vec![track(&view.marks, view.filled, view.orientation, thumbs), readout(&view.readout)]
}

pub(super) fn span_body(view: &SpanView, told: &Told) -> Vec<Element> {
    let side = side(view.orientation);
    let names = [(Thumb::Low, "from"), (Thumb::High, "to")];
    let thumbs = names.iter().zip(view.thumbs).zip(&view.thumb_semantics).map(
        |(((which, name), at), semantics)| {
            let text =
                semantics.range.as_ref().map(|range| range.text.as_str()).unwrap_or_default();
            let mut attributes = semantics.attributes();
            attributes.push(("aria-label", told.part(name)));
            thumb(at, side, text)
                .with_all(attributes)
                .with("tabindex", if semantics.disabled { "-1" } else { "0" })
                .with("data-end", *name)
                .flag("data-focus", view.active == *which)
        },
    );
    vec![track(&[], view.filled, view.orientation, thumbs.collect()), readout(&view.readout)]
}
