//! The view of a span slider.

use super::SpanSlider;
use super::pair::Pair;
use crate::control::MarkView;
use crate::control::track_machine::Thumbs;
use crate::intent::Thumb;
use crate::message::{Message, in_words};
use crate::semantics::{Orientation, Range, Role, Semantics};
use crate::value::Span;
use crate::world::AnyWorld;

/// Everything a face needs to draw a span slider.
///
/// ```
/// use pin_notch::{Span, SpanSlider, Thumb};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let flying = SpanSlider::builder().max(40).value(Span::new(10, 30)).build()?;
/// let view = flying.view();
/// assert_eq!((view.thumbs, view.filled), ([0.25, 0.75], (0.25, 0.75)));
/// assert_eq!((view.readout.as_str(), view.active), ("10 to 30", Thumb::Low));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
#[non_exhaustive]
pub struct SpanSliderView {
    /// The two values.
    pub value: Span,
    /// Both values as text, with their unit.
    pub readout: String,
    /// The positions of the low and the high thumb: fractions of the track from its left end, or its top.
    pub thumbs: [f64; 2],
    /// The filled part between them, the smaller fraction first.
    pub filled: (f64, f64),
    /// The marks along the track, as on a slider's.
    pub marks: Vec<MarkView>,
    /// The active thumb, which keys move.
    pub active: Thumb,
    /// Whether a thumb is being dragged.
    pub grabbed: bool,
    /// Its orientation.
    pub orientation: Orientation,
    /// Role, name and states of the low and the high thumb for assistive technology. Each is a slider of
    /// its own, whose limits are those that the other thumb leaves it.
    pub thumb_semantics: [Semantics; 2],
    /// Role, name and states of both together.
    pub semantics: Semantics,
    /// The message about what is wrong; empty when nothing is.
    pub problem: String,
}

impl SpanSlider {
    /// Its surroundings, with numbers written by its own pattern.
    pub(crate) fn world(&self) -> AnyWorld {
        self.surroundings.world.with_numbers(self.definition.number_pattern)
    }

    /// The semantics of a thumb, including how far it can be moved.
    fn thumb(&self, thumb: Thumb, problem: &str) -> Semantics {
        let Span { low, high } = self.value();
        let first = self.notches().first().unwrap_or(low);
        let last = self.notches().last().unwrap_or(high);
        let now = Pair::end(self.value(), thumb);
        let pair = self.machine.thumbs;
        let end = |to| Pair::end(pair.moved(self.notches(), self.value(), thumb, to), thumb);
        let (places, unit) = (self.notches().places(), self.definition.unit.clone());
        let text = Message::Measured { value: now, places, unit };
        Semantics {
            range: Some(Range {
                now,
                min: end(first),
                max: end(last),
                text: self.world().message(&text),
            }),
            orientation: Some(self.definition.orientation),
            ..self.conditions.semantics(Role::Slider, problem)
        }
    }

    /// Everything a face needs to draw it.
    pub fn view(&self) -> SpanSliderView {
        let Span { low, high } = self.value();
        let rail = &self.machine.rail;
        let positions = [low, high].map(|value| rail.position(value));
        let world = &self.world();
        let problem = in_words(&self.validity(), world);
        let (places, unit) = (self.notches().places(), self.definition.unit.clone());
        SpanSliderView {
            value: self.value(),
            readout: world.message(&Message::Between { low, high, places, unit }),
            thumbs: positions.map(|position| rail.track.drawn(position)),
            filled: rail.track.drawn_between(positions[0], positions[1]),
            marks: rail.marks(|value| (low..=high).contains(&value)),
            active: self.machine.active,
            grabbed: self.is_grabbed(),
            orientation: self.definition.orientation,
            thumb_semantics: [Thumb::Low, Thumb::High].map(|end| self.thumb(end, &problem)),
            semantics: Semantics {
                required: false,
                ..self.conditions.semantics(Role::Group, &problem)
            },
            problem,
        }
    }
}
