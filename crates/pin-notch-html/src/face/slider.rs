//! A slider: a ruled track, thumbs on it, and the value as text.

use super::{Percent, readout};
use crate::drawing::{Context, Drawable};
use crate::markup::Markup;
use pin_notch::{MarkView, Orientation, Part, Semantics, SliderView, SpanSliderView, Thumb};

/// The sides at which values start and end.
fn sides(orientation: Orientation) -> (&'static str, &'static str) {
    match orientation {
        Orientation::Horizontal => ("left", "right"),
        Orientation::Vertical => ("top", "bottom"),
    }
}

/// Begins a track, with its filled part and its marks.
fn track(to: &mut Markup, marks: &[MarkView], filled: (f64, f64), orientation: Orientation) {
    let (start, end) = sides(orientation);
    to.open("div", "track");
    to.set("data-place", "");
    let labelled = marks.iter().any(|mark| !mark.label.is_empty());
    to.class(if marks.is_empty() { "" } else { "marked" }, &[("labelled", labelled)]);
    to.open("div", "fill");
    let (from, until) = (Percent(filled.0), Percent(1.0 - filled.1));
    to.put("style", format_args!("{start}:{from};{end}:{until}"));
    to.close();
    for mark in marks {
        to.open("i", if mark.lit { "mark mark-on" } else { "mark" });
        to.put("style", format_args!("{start}:{}", Percent(mark.at)));
        to.close_with(&mark.label);
    }
}

/// Begins a thumb.
fn thumb(to: &mut Markup, at: f64, orientation: Orientation) {
    to.open("div", "thumb");
    to.put("style", format_args!("{}:{}", sides(orientation).0, Percent(at)));
}

/// Writes the content of a thumb and closes it.
fn grip(to: &mut Markup, bubble: &str) {
    to.open("div", "grip");
    to.close();
    to.open("span", "bubble");
    to.set("aria-hidden", "true");
    to.close_with(bubble);
    to.close();
}

/// The class for this orientation.
fn by_orientation(
    orientation: Orientation,
    horizontal: &'static str,
    vertical: &'static str,
) -> &'static str {
    match orientation {
        Orientation::Horizontal => horizontal,
        Orientation::Vertical => vertical,
    }
}

impl Drawable for SliderView {
    fn class(&self) -> (&'static str, Vec<(&'static str, bool)>) {
        let class = by_orientation(self.orientation, "slider horizontal", "slider vertical");
        (class, vec![("grabbed", self.grabbed)])
    }

    fn draw(&self, to: &mut Markup, semantics: &Semantics, context: &Context) {
        context.whole(to, semantics);
        track(to, &self.marks, self.filled, self.orientation);
        thumb(to, self.thumb, self.orientation);
        grip(to, &self.readout);
        to.close();
        readout(to, &self.readout);
    }
}

impl Drawable for SpanSliderView {
    fn class(&self) -> (&'static str, Vec<(&'static str, bool)>) {
        let class =
            by_orientation(self.orientation, "slider span horizontal", "slider span vertical");
        (class, vec![("grabbed", self.grabbed)])
    }

    fn draw(&self, to: &mut Markup, _semantics: &Semantics, context: &Context) {
        track(to, &self.marks, self.filled, self.orientation);
        let names = [(Thumb::Low, "from", Part::From), (Thumb::High, "to", Part::To)];
        for (((which, name, part), at), semantics) in
            names.into_iter().zip(self.thumbs).zip(&self.thumb_semantics)
        {
            thumb(to, at, self.orientation);
            context.write_semantics(to, semantics);
            context.label(to, part);
            to.reachable(!semantics.disabled);
            to.set("data-end", name);
            to.flag("data-focus", self.active == which);
            grip(to, semantics.range.as_ref().map_or("", |range| &range.text));
        }
        to.close();
        readout(to, &self.readout);
    }
}
