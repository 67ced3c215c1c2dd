//! Two values on one track: the ARIA practices' [multi-thumb slider][apg].
//!
//! [apg]: https://www.w3.org/WAI/ARIA/apg/patterns/slider-multithumb/

mod moved;
mod view;

pub use view::SpanSliderView;

use super::given::Given;
use super::machine::{conditions_of, default_of, machine_methods};
use super::rail::rail_definition;
use super::rail::{Mark, Rail, ended, grabbed, rail_of};
use super::track::Drag;
use super::uniform::uniform;
use super::value::Taken;
use super::{Conditions, ControlError, Scale, Value, ValueKind, admit};
use crate::event::{Event, Shown, Turn};
use crate::intent::{Intent, Thumb};
use crate::notches::{Notches, Remark};
use crate::number::number_text;
use crate::refusal::Refusal;
use crate::semantics::Orientation;
use crate::surroundings::Surroundings;
use crate::validity::{Invalid, violations};
use crate::world::NumberPattern;
use moved::Spacing;
use rust_decimal::Decimal;

/// Two values, the smaller one first.
///
/// ```
/// use pin_notch::{Shown, Span};
/// let flying = Span::new(10, 30);
/// assert_eq!(flying.shown(), "10,30");
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
#[cfg_attr(feature = "json", derive(serde::Serialize, serde::Deserialize))]
#[expect(missing_docs, reason = "its fields are their names")]
pub struct Span {
    pub low: Decimal,
    pub high: Decimal,
}

impl Span {
    /// The distance between the two.
    pub fn new(low: impl Into<Decimal>, high: impl Into<Decimal>) -> Self {
        Self { low: low.into(), high: high.into() }
    }

    fn end(&self, thumb: Thumb) -> Decimal {
        match thumb {
            Thumb::Low => self.low,
            Thumb::High => self.high,
        }
    }
}

impl Shown for Span {
    fn shown(&self) -> String {
        format!("{},{}", number_text(self.low), number_text(self.high))
    }
}

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
    rail: Rail,
    /// The default values.
    start: Span,
    value: Span,
    given: Given<Span>,
    /// The active thumb, which keys move.
    active: Thumb,
    drag: Option<Drag<Span>>,
}

default_of!(SpanSlider);

/// The track and the initial values that a definition describes.
fn checked(definition: &SpanSliderDefinition) -> Result<(Rail, Span), ControlError> {
    let rail = rail_of!(definition)?;
    let (Some(low), Some(high)) = (rail.notches.first(), rail.notches.last()) else {
        return Err(ControlError::NoNotch);
    };
    let (least, most) = (definition.least, definition.most);
    if least < Decimal::ZERO {
        return Err(ControlError::Distance { least, most: None });
    }
    let spacing = Spacing { notches: &rail.notches, least, most, push: definition.push };
    let Some(widest) = spacing.nearest(Span { low, high }) else {
        return Err(ControlError::Distance { least, most });
    };
    let start = match definition.value {
        Some(value) => spacing
            .admit(value)
            .map_err(|why| ControlError::Default { value: value.into(), why })?,
        None => widest,
    };
    Ok((rail, start))
}

impl SpanSlider {
    machine_methods!(SpanSliderDefinition, SpanSliderBuilder, surroundings_changed);

    fn surroundings_changed(&mut self) {
        self.rail.place_in(&self.surroundings);
    }

    fn made(definition: SpanSliderDefinition) -> Result<Self, ControlError> {
        let (rail, start) = checked(&definition)?;
        let conditions = conditions_of!(definition);
        Ok(Self {
            definition,
            conditions,
            surroundings: Surroundings::default(),
            rail,
            start,
            value: start,
            given: Given::Definition,
            active: Thumb::default(),
            drag: None,
        })
    }

    fn redefined(&mut self, definition: SpanSliderDefinition) -> Result<(), ControlError> {
        let (mut rail, start) = checked(&definition)?;
        rail.place_in(&self.surroundings);
        self.conditions = conditions_of!(definition).after(&self.conditions);
        (self.definition, self.rail, self.start) = (definition, rail, start);
        let near = |value: &Span| self.spacing().nearest(*value).unwrap_or(start);
        let (value, origin) = match self.drag {
            Some(drag) => (near(&self.value), self.given.under(start, &drag.origin, near)),
            None => (self.given.under(start, &self.value, near), start),
        };
        self.value = value;
        if let Some(drag) = &mut self.drag {
            drag.origin = origin;
        }
        Ok(())
    }

    fn spacing(&self) -> Spacing<'_> {
        let SpanSliderDefinition { least, most, push, .. } = self.definition;
        Spacing { notches: &self.rail.notches, least, most, push }
    }

    /// The values that each thumb accepts.
    pub fn notches(&self) -> &Notches {
        &self.rail.notches
    }

    /// The two values.
    pub fn value(&self) -> Span {
        self.value
    }

    /// The default values.
    pub fn default_value(&self) -> Span {
        self.start
    }

    /// Whether a thumb is being dragged.
    pub fn is_grabbed(&self) -> bool {
        self.drag.is_some()
    }

    /// Sets both values. This is a change made by the program, so it produces no event.
    ///
    /// # Errors
    /// Says why it cannot take exactly these values, and leaves them unchanged.
    pub fn set_value(&mut self, value: Span) -> Result<(), Refusal> {
        self.value = self.spacing().admit(value)?;
        self.given = Given::Program(value);
        Ok(())
    }

    /// Sets both values to allowed ones near these, and returns them. Each end moves to its nearest notch;
    /// if they are then too close together or too far apart, the higher one moves. These values are
    /// remembered: when the definition changes, the nearest ones are found anew.
    pub fn set_nearest(&mut self, value: Span) -> Span {
        self.value = self.spacing().nearest(value).unwrap_or(self.value);
        self.given = Given::Program(value);
        self.value
    }

    /// Remarks on what is legal in the definition but likely to surprise.
    pub fn audit(&self) -> Vec<Remark> {
        self.notches().audit_with(None)
    }

    /// Restores the default values and abandons any drag.
    pub fn reset(&mut self) {
        (self.value, self.given, self.drag) = (self.start, Given::Definition, None);
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
        let turn = self.carry_out(intent).unwrap_or_else(Turn::Refused);
        if turn.change().is_some() {
            self.given = Given::Person;
        }
        turn
    }

    fn carry_out(&mut self, intent: Intent) -> Result<Turn<Span>, Refusal> {
        if let Some(ended) = ended(intent, &mut self.drag, &mut self.value) {
            return ended;
        }
        self.conditions.admit()?;
        match (intent, self.drag) {
            (Intent::Move(place), Some(drag)) => {
                let value = self.moved(self.rail.value_at(place, drag.offset)?);
                if value == self.value {
                    return Err(Refusal::Unchanged);
                }
                self.value = value;
                Ok(Turn::one(Event::Input(value)))
            }
            (Intent::Press(_) | Intent::Grab(_) | Intent::Key(_) | Intent::Choose(_), Some(_)) => {
                Err(Refusal::Grabbed)
            }
            (Intent::Press(place), None) => {
                let (origin, to) = (self.value, self.rail.value_at(place, 0.0)?);
                self.active = self.nearest_thumb(self.rail.along(place)?);
                self.value = self.moved(to);
                self.drag = Some(Drag { origin, offset: 0.0 });
                Ok(grabbed(origin, self.value))
            }
            (Intent::Grab(place), None) => {
                let along = self.rail.along(place)?;
                self.active = self.nearest_thumb(along);
                let offset = self.rail.position(self.value.end(self.active)) - along;
                self.drag = Some(Drag { origin: self.value, offset });
                Ok(Turn::one(Event::Grabbed))
            }
            (Intent::Take(thumb), None) => {
                if self.active == thumb {
                    return Err(Refusal::Unchanged);
                }
                self.active = thumb;
                Ok(Turn::one(Event::Taken(thumb)))
            }
            (Intent::Choose(value), None) => {
                let value = admit(self.notches(), value)?;
                let span = self.moved(value);
                if span.end(self.active) != value {
                    return Err(Refusal::OffNotches { nearest: span.end(self.active).into() });
                }
                self.settle(span, Refusal::Unchanged)
            }
            (Intent::Key(key), None) => {
                let from = self.value.end(self.active);
                let to = self.rail.keyed(key, from)?;
                let end = Refusal::at_end(if to < from { -1 } else { 1 }, self.notches());
                self.settle(self.moved(to), end)
            }
            (Intent::Step(steps), None) => self.step(steps.into()),
            _ => Err(Refusal::NotForThis),
        }
    }

    fn step(&mut self, steps: i128) -> Result<Turn<Span>, Refusal> {
        let end = Refusal::at_end(steps, self.notches());
        let to = self.notches().stepped(self.value.end(self.active), steps).ok_or(end)?;
        self.settle(self.moved(to), end)
    }

    fn settle(&mut self, value: Span, unchanged: Refusal) -> Result<Turn<Span>, Refusal> {
        if value == self.value {
            return Err(unchanged);
        }
        self.value = value;
        Ok(Turn::settled(value))
    }

    /// The span after moving the active thumb to this notch.
    fn moved(&self, to: Decimal) -> Span {
        self.spacing().moved(self.value, self.active, to)
    }

    /// The thumb that a press at this position applies to.
    fn nearest_thumb(&self, along: f64) -> Thumb {
        let [low, high] = [self.value.low, self.value.high].map(|end| self.rail.position(end));
        let (to_low, to_high) = ((along - low).abs(), (along - high).abs());
        let one_place = self.value.low == self.value.high;
        // Both are in the same place: at the end of the track only the low one has room.
        let low_has_room = along < low || Some(self.value.high) == self.notches().last();
        match one_place {
            true if low_has_room => Thumb::Low,
            true => Thumb::High,
            false if to_low <= to_high => Thumb::Low,
            false => Thumb::High,
        }
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
        if let (Err(why), true) = (self.spacing().admit(*span), wrong.is_empty()) {
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
