//! What a span slider looks like, as plain data.

use super::{Span, SpanSlider};
use crate::intent::Thumb;
use crate::semantics::{Orientation, Range, Role, Semantics};
use crate::validity::in_words;

/// All that a face needs to draw a span slider.
///
/// ```
/// use pin_notch::{Notches, SpanSlider, Thumb, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let flying = SpanSlider::new(Notches::new(dec!(0), dec!(40), dec!(1))?)?.starting_at(dec!(10), dec!(30))?;
/// let view = flying.view();
/// assert_eq!((view.thumbs, view.filled), ([0.25, 0.75], (0.25, 0.75)));
/// assert_eq!((view.readout.as_str(), view.active), ("10 to 30", Thumb::Low));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
#[non_exhaustive]
pub struct SpanView {
    /// The two values.
    pub value: Span,
    /// Both as text, with their unit.
    pub readout: String,
    /// Where the low and the high thumb stand: fractions of the track from its left end, or its top.
    pub thumbs: [f64; 2],
    /// The part between them, the smaller fraction first.
    pub filled: (f64, f64),
    /// Which thumb keys move.
    pub active: Thumb,
    /// Whether a thumb is in somebody's hand.
    pub grabbed: bool,
    /// Which way it lies.
    pub orientation: Orientation,
    /// What assistive technology is told of the low and the high thumb, each a slider of its own. Their
    /// limits are those that the other thumb leaves them.
    pub thumb_semantics: [Semantics; 2],
    /// What it is told of both together.
    pub semantics: Semantics,
    /// What is wrong, in words for the person; empty when nothing is.
    pub problem: String,
}

impl SpanSlider {
    /// What assistive technology is told of a thumb: how far it can be moved, too.
    fn thumb(&self, thumb: Thumb, problem: &str) -> Semantics {
        let Span { low, high } = self.value;
        let (first, last) =
            (self.notches.first().unwrap_or(low), self.notches.last().unwrap_or(high));
        let now = self.value.end(thumb);
        Semantics {
            range: Some(Range {
                now,
                min: self.moved(thumb, first).end(thumb),
                max: self.moved(thumb, last).end(thumb),
                text: self.words.measured(now, self.notches.places()),
            }),
            orientation: Some(self.track.orientation),
            ..self.conditions.semantics(Role::Slider, problem)
        }
    }

    /// All that a face needs to draw it.
    pub fn view(&self) -> SpanView {
        let Span { low, high } = self.value;
        let positions = [self.notches.position(low), self.notches.position(high)];
        let places = self.notches.places();
        let problem = in_words(&self.validity());
        let readout =
            format!("{} to {}", self.words.number(low, places), self.words.measured(high, places));
        SpanView {
            value: self.value,
            readout,
            thumbs: [self.track.drawn(positions[0]), self.track.drawn(positions[1])],
            filled: self.track.drawn_between(positions[0], positions[1]),
            active: self.active,
            grabbed: self.drag.is_some(),
            orientation: self.track.orientation,
            thumb_semantics: [Thumb::Low, Thumb::High].map(|end| self.thumb(end, &problem)),
            semantics: Semantics {
                required: false,
                ..self.conditions.semantics(Role::Group, &problem)
            },
            problem,
        }
    }
}
