//! What a slider looks like, as plain data.

use super::Slider;
use crate::semantics::{Orientation, Range, Role, Semantics};
use crate::validity::in_words;
use rust_decimal::Decimal;

/// The most notches that a view marks on the track; more would run together.
const MAX_MARKED: u128 = 25;

/// All that a face needs to draw a slider.
///
/// ```
/// use pin_notch::{Notches, Slider, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let weight = Slider::new(Notches::new(dec!(0), dec!(40), dec!(0.1))?)?.starting_at(dec!(10))?;
/// let view = weight.view();
/// assert_eq!((view.thumb, view.filled), (0.25, (0.0, 0.25)));
/// assert_eq!((view.value, view.readout.as_str()), (dec!(10), "10.0"));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
#[non_exhaustive]
pub struct SliderView {
    /// The value.
    pub value: Decimal,
    /// The value as text, always with the same number of decimal places, and its unit.
    pub readout: String,
    /// Where the thumb stands: a fraction of the track from its left end, or from its top when the
    /// slider is vertical.
    pub thumb: f64,
    /// The part of the track that the value fills, as fractions like `thumb`; the smaller one first.
    pub filled: (f64, f64),
    /// What is marked along the track: the developer's own marks, else the notches, unless there are too
    /// many to draw.
    pub marks: Vec<MarkView>,
    /// Which way it lies.
    pub orientation: Orientation,
    /// Whether the thumb is in somebody's hand.
    pub grabbed: bool,
    /// What assistive technology is told.
    pub semantics: Semantics,
    /// What is wrong with the value, in words for the person; empty when nothing is.
    pub problem: String,
}

/// A mark along a track.
///
/// ```
/// use pin_notch::{Notches, Slider, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let weight = Slider::new(Notches::new(dec!(0), dec!(40), dec!(0.1))?)?
///     .starting_at(dec!(18))?
///     .marking([(dec!(10), "feed"), (dec!(30), "add a box")])?;
/// let marks = weight.view().marks;
/// assert_eq!((marks[0].at, marks[0].label.as_str(), marks[0].lit), (0.25, "feed", true));
/// assert!(!marks[1].lit);
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
#[non_exhaustive]
pub struct MarkView {
    /// Where it lies: a fraction of the track, as the view's `thumb`.
    pub at: f64,
    /// Its text; empty when it has none.
    pub label: String,
    /// Whether it lies in the part that the value fills.
    pub lit: bool,
}

impl Slider {
    /// All that a face needs to draw it.
    pub fn view(&self) -> SliderView {
        let position = self.position(self.value);
        let (min, max) = self.ends();
        let places = self.notches.places();
        let readout = self.words.say(self.words.wording.as_ref(), self.value, places, [min, max]);
        let problem = in_words(&self.validity());
        let semantics = Semantics {
            range: Some(Range { now: self.value, min, max, text: readout.clone() }),
            orientation: Some(self.track.orientation),
            ..self.conditions.semantics(Role::Slider, &problem)
        };
        SliderView {
            value: self.value,
            readout,
            thumb: self.track.drawn(position),
            filled: self.track.drawn_between(0.0, position),
            marks: self.drawn_marks(),
            orientation: self.track.orientation,
            grabbed: self.drag.is_some(),
            semantics,
            problem,
        }
    }

    fn drawn_marks(&self) -> Vec<MarkView> {
        let countable = self.notches.count().is_some_and(|count| (2..=MAX_MARKED).contains(&count));
        let mark = |value: Decimal, label: &str| MarkView {
            at: self.track.drawn(self.position(value)),
            label: label.to_owned(),
            lit: value <= self.value,
        };
        match self.marks.is_empty() {
            false => self.marks.iter().map(|(value, label)| mark(*value, label)).collect(),
            true if countable => self.notches.iter().map(|value| mark(value, "")).collect(),
            true => Vec::new(),
        }
    }
}
