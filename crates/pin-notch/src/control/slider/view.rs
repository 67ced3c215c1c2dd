//! The view of a slider.

use super::Slider;
use crate::control::words::Words;
use crate::message::in_words;
use crate::semantics::{Orientation, Range, Role, Semantics};
use crate::world::AnyWorld;
use rust_decimal::Decimal;

/// Everything a face needs to draw a slider.
///
/// ```
/// use pin_notch::{Slider, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let weight = Slider::builder().max(40).step(dec!(0.1)).value(10).build()?;
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
    /// The value as text, always with the same number of decimal places, and with its unit.
    pub readout: String,
    /// The position of the thumb: a fraction of the track from its left end, or from its top if the slider
    /// is vertical.
    pub thumb: f64,
    /// The filled part of the track, as fractions like `thumb`, the smaller one first.
    pub filled: (f64, f64),
    /// The marks along the track: the developer's own, or else the notches unless there are too many to
    /// draw.
    pub marks: Vec<MarkView>,
    /// Its orientation.
    pub orientation: Orientation,
    /// Whether the thumb is being dragged.
    pub grabbed: bool,
    /// Role, name and states for assistive technology.
    pub semantics: Semantics,
    /// The message about what is wrong with the value; empty when nothing is.
    pub problem: String,
}

/// A mark along a track.
///
/// ```
/// use pin_notch::Slider;
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let weight = Slider::builder()
///     .max(40)
///     .value(18)
///     .options([(10, "feed"), (30, "add a box")])
///     .build()?;
/// let marks = weight.view().marks;
/// assert_eq!((marks[0].at, marks[0].label.as_str(), marks[0].lit), (0.25, "feed", true));
/// assert!(!marks[1].lit);
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
#[non_exhaustive]
pub struct MarkView {
    /// Its position: a fraction of the track, like the view's `thumb`.
    pub at: f64,
    /// Its label; may be empty.
    pub label: String,
    /// Whether it lies in the filled part.
    pub lit: bool,
}

impl Slider {
    /// Its surroundings, with numbers written by its own pattern.
    pub(crate) fn world(&self) -> AnyWorld {
        self.surroundings.world.with_numbers(self.definition.number_pattern)
    }

    /// Everything a face needs to draw it.
    pub fn view(&self) -> SliderView {
        let (rail, value) = (&self.machine.rail, self.value());
        let position = rail.position(value);
        let (min, max) = rail.ends(value);
        let world = self.world();
        let words = Words {
            world: &world,
            names: &self.definition.names,
            unit: &self.definition.unit,
            places: self.notches().places(),
            bounds: [min, max],
        };
        let wording = self.definition.wording.as_ref();
        let readout = words.sentence_or(wording, value, || words.measured(value));
        let problem = in_words(&self.validity(), &world);
        let orientation = self.definition.orientation;
        let semantics = Semantics {
            range: Some(Range { now: value, min, max, text: readout.clone() }),
            orientation: Some(orientation),
            ..self.conditions.semantics(Role::Slider, &problem)
        };
        SliderView {
            value,
            readout,
            thumb: rail.track.drawn(position),
            filled: rail.track.drawn_between(0.0, position),
            marks: rail.marks(|mark| mark <= value),
            orientation,
            grabbed: self.is_grabbed(),
            semantics,
            problem,
        }
    }
}
