//! Two values on one track: the ARIA practices' [multi-thumb slider][apg].
//!
//! [apg]: https://www.w3.org/WAI/ARIA/apg/patterns/slider-multithumb/

mod moved;
mod pair;
mod view;

pub use view::SpanSliderView;

use super::machine::{default_of, machine_methods};
use super::rail::{Mark, rail_definition, rail_of};
use super::taken::Taken;
use super::track_machine::{Thumbs, TrackMachine, track_methods};
use super::uniform::uniform;
use super::{Conditions, ControlError, Scale};
use crate::event::Turn;
use crate::intent::Intent;
use crate::notches::{Notches, Remark};
use crate::refusal::Refusal;
use crate::semantics::Orientation;
use crate::surroundings::Surroundings;
use crate::validity::{Invalid, violations};
use crate::value::{Span, Value, ValueKind};
use crate::world::{AnyWorld, NumberPattern};
use pair::Pair;
use rust_decimal::Decimal;

rail_definition! {
    /// The definition of a [`SpanSlider`].
    ///
    /// ```
    /// use pin_notch::{Span, SpanSlider, SpanSliderDefinition, dec};
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let mut definition = SpanSliderDefinition::default();
    /// (definition.least, definition.most) = (dec!(20), Some(dec!(50)));
    /// assert_eq!(SpanSlider::new(definition)?.value(), Span::new(0, 50));
    /// # Ok(()) }
    /// ```
    SpanSliderDefinition,
    /// Builds a [`SpanSlider`]; made by [`SpanSlider::builder`].
    ///
    /// ```
    /// use pin_notch::{Span, SpanSlider};
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let flying = SpanSlider::builder().max(40).value(Span::new(10, 30)).unit("°C").build()?;
    /// assert_eq!(flying.view().readout, "10 to 30 °C");
    /// # Ok(()) }
    /// ```
    SpanSliderBuilder => SpanSlider {
        /// The default values; without them, as far apart as allowed.
        value: [maybe one Span],
        /// The least distance between the two values.
        least: [number],
        /// The greatest distance between them.
        most: [maybe number],
        /// A thumb that reaches the other pushes it along instead of stopping.
        push: [flag],
    } and then {
    }
}

/// A span slider.
///
/// ```
/// use pin_notch::{dec, Intent, Key, Place, Span, SpanSlider, Thumb};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut flying = SpanSlider::builder()
///     .min(-20)
///     .max(40)
///     .step(dec!(0.5))
///     .value(Span::new(10, 30))
///     .least(5)
///     .build()?;
///
/// // The nearer thumb answers a press.
/// assert_eq!(flying.handle(Intent::Press(Place::across(0.6))).to_string(), "grab, input 16,30");
/// assert_eq!(flying.handle(Intent::Move(Place::across(0.9))).to_string(), "input 25,30");
/// assert_eq!(flying.handle(Intent::Release).to_string(), "release, change 25,30");
///
/// let _ = flying.handle(Intent::Take(Thumb::High));
/// assert_eq!(flying.handle(Intent::Key(Key::Left)).to_string(), "refused: already at the lowest value");
/// flying.redefine(|definition| definition.push = true)?;
/// assert_eq!(flying.handle(Intent::Key(Key::Left)).to_string(), "input 24.5,29.5, change 24.5,29.5");
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
pub struct SpanSlider {
    definition: SpanSliderDefinition,
    conditions: Conditions,
    surroundings: Surroundings,
    machine: TrackMachine<Pair>,
}

default_of!(SpanSlider);

/// The thumbs on their track, at their initial values.
fn checked(definition: &SpanSliderDefinition) -> Result<TrackMachine<Pair>, ControlError> {
    let rail = rail_of!(definition)?;
    let (Some(low), Some(high)) = (rail.notches.first(), rail.notches.last()) else {
        return Err(ControlError::NoNotch);
    };
    let (least, most) = (definition.least, definition.most);
    if least < Decimal::ZERO {
        return Err(ControlError::Distance { least, most: None });
    }
    let pair = Pair { least, most, push: definition.push };
    let Some(widest) = pair.nearest(&rail.notches, Span { low, high }) else {
        return Err(ControlError::Distance { least, most });
    };
    let start = match definition.value {
        Some(value) => pair
            .admit(&rail.notches, value)
            .map_err(|why| ControlError::Default { value: value.into(), why })?,
        None => widest,
    };
    Ok(TrackMachine::new(rail, pair, start))
}

impl SpanSlider {
    machine_methods!(SpanSliderDefinition, SpanSliderBuilder, surroundings_changed);
    track_methods!(SpanSliderDefinition, Span);

    /// Sets both values. This is a change made by the program, so it produces no event.
    ///
    /// # Errors
    /// Says why it cannot take exactly these values, and leaves them unchanged.
    pub fn set_value(&mut self, value: Span) -> Result<(), Refusal> {
        self.machine.set(value)
    }

    /// Sets both values to allowed ones near these, and returns them. Each end moves to its nearest notch;
    /// if they are then too close together or too far apart, the higher one moves. These values are
    /// remembered: when the definition changes, the nearest ones are found anew.
    pub fn set_nearest(&mut self, value: Span) -> Span {
        self.machine.set_nearest(value)
    }

    /// Remarks on what is legal in the definition but likely to surprise.
    pub fn audit(&self) -> Vec<Remark> {
        self.notches().audit_with(None)
    }

    /// Why the values are not acceptable. The only possible reason is the program's objection.
    pub fn validity(&self) -> Vec<Invalid> {
        self.conditions.validity(false, Vec::new())
    }

    /// Carries out an intent. Allocates nothing.
    ///
    /// A press or grab applies to the nearer thumb; if both are in the same place, to the one with room on
    /// that side. Keys move the thumb used last, like those of a slider.
    pub fn handle(&mut self, intent: Intent) -> Turn<Span> {
        self.machine.handle(intent, self.conditions.admit())
    }
}

uniform! {
    SpanSlider(SpanSlider),
    fn is_grabbed(&self) -> bool {
        SpanSlider::is_grabbed(self)
    }
    fn kind(&self) -> ValueKind {
        ValueKind::Span
    }
    fn value_text(&self) -> String {
        SpanSlider::view(self).readout
    }
    fn notches(&self) -> Option<&Notches> {
        Some(SpanSlider::notches(self))
    }
    fn world(&self) -> AnyWorld {
        SpanSlider::world(self)
    }
    fn set_value(&mut self, value: Value) -> Result<(), Refusal> {
        SpanSlider::set_value(self, Taken::taken_always(value)?)
    }
    fn set_nearest(&mut self, value: Value) -> Result<(), Refusal> {
        SpanSlider::set_nearest(self, Taken::taken_always(value)?);
        Ok(())
    }
    fn violations(&self, value: &Value) -> Vec<Invalid> {
        let Value::Span(span) = value else { return Vec::new() };
        let mut wrong = violations(self.notches(), span.low);
        if span.high != span.low {
            wrong.extend(violations(self.notches(), span.high));
        }
        if let (Err(why), true) = (self.machine.thumbs.admit(self.notches(), *span), wrong.is_empty()) {
            wrong.push(Invalid::Together(why));
        }
        wrong
    }
    fn audit(&self) -> Vec<Remark> {
        SpanSlider::audit(self)
    }
    fn never_empty(&self) -> bool {
        true
    }
}
