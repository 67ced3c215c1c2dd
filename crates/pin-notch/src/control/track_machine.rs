//! The machine of a control with a track: what keys, presses and drags do to the values of its thumbs. A
//! slider has one thumb, a span slider two; how they depend on each other is all that differs.

use super::given::Given;
use super::rail::Rail;
use crate::event::{Event, Turn};
use crate::intent::{Intent, Key, Thumb};
use crate::notches::Notches;
use crate::refusal::{Refusal, admit};
use rust_decimal::Decimal;
use std::cmp::Ordering;

/// How many thumbs there are, and how they depend on each other.
pub(super) trait Thumbs {
    /// The value of a single thumb, or the values of both.
    type Value: Copy + PartialEq;

    /// The value of this thumb.
    fn end(value: Self::Value, thumb: Thumb) -> Decimal;

    /// The thumb that a press at this position applies to.
    fn pressed(rail: &Rail, value: Self::Value, along: f64) -> Thumb;

    /// Makes a thumb active.
    fn take(active: &mut Thumb, thumb: Thumb) -> Result<Turn<Self::Value>, Refusal>;

    /// Checks that exactly this value is allowed.
    fn admit(&self, notches: &Notches, value: Self::Value) -> Result<Self::Value, Refusal>;

    /// The allowed value nearest to this one.
    fn nearest(&self, notches: &Notches, value: Self::Value) -> Option<Self::Value>;

    /// The value after moving this thumb to this notch, or as near to it as the other thumb allows.
    fn moved(&self, notches: &Notches, from: Self::Value, thumb: Thumb, to: Decimal)
    -> Self::Value;
}

/// Where the thumbs of a track stand.
#[derive(Clone, Debug, PartialEq)]
pub(super) struct TrackMachine<T: Thumbs> {
    pub rail: Rail,
    pub thumbs: T,
    /// The default value.
    pub start: T::Value,
    pub value: T::Value,
    /// The active thumb, which keys move.
    pub active: Thumb,
    given: Given<T::Value>,
    drag: Option<Drag<T::Value>>,
}

/// A drag in progress.
#[derive(Clone, Copy, Debug, PartialEq)]
struct Drag<V> {
    /// The value to restore if the gesture is cancelled, and to compare with when it ends.
    origin: V,
    /// The distance from the thumb's center at which it was grabbed, so that it does not jump under the
    /// pointer.
    offset: f64,
}

impl<T: Thumbs> TrackMachine<T> {
    pub(super) fn new(rail: Rail, thumbs: T, start: T::Value) -> Self {
        let (value, active) = (start, Thumb::default());
        Self { rail, thumbs, start, value, active, given: Given::Definition, drag: None }
    }

    /// Adopts the track, the rules and the default of this machine. A drag in progress continues.
    pub(super) fn redefine(&mut self, mut defined: Self) {
        defined.rail.track.direction = self.rail.track.direction;
        let Self { rail, thumbs, start, .. } = defined;
        let near = |value: &T::Value| thumbs.nearest(&rail.notches, *value).unwrap_or(start);
        match &mut self.drag {
            Some(drag) => {
                drag.origin = self.given.under(start, &drag.origin, near);
                self.value = near(&self.value);
            }
            None => self.value = self.given.under(start, &self.value, near),
        }
        (self.rail, self.thumbs, self.start) = (rail, thumbs, start);
    }

    pub(super) fn is_grabbed(&self) -> bool {
        self.drag.is_some()
    }

    /// Takes exactly this value from the program.
    pub(super) fn set(&mut self, value: T::Value) -> Result<(), Refusal> {
        self.value = self.thumbs.admit(&self.rail.notches, value)?;
        self.given = Given::Program(value);
        Ok(())
    }

    /// Takes the allowed value nearest to this one from the program.
    pub(super) fn set_nearest(&mut self, value: T::Value) -> T::Value {
        self.value = self.thumbs.nearest(&self.rail.notches, value).unwrap_or(self.value);
        self.given = Given::Program(value);
        self.value
    }

    pub(super) fn reset(&mut self) {
        (self.value, self.given, self.drag) = (self.start, Given::Definition, None);
    }

    /// Carries out an intent, if `admitted` says that the control may be changed. Intents that end a drag
    /// are carried out in any case: no gesture remains open when a control is disabled during a drag.
    pub(super) fn handle(
        &mut self,
        intent: Intent,
        admitted: Result<(), Refusal>,
    ) -> Turn<T::Value> {
        let turn = self.carry_out(intent, admitted).unwrap_or_else(Turn::Refused);
        if turn.change().is_some() {
            self.given = Given::Person;
        }
        turn
    }

    #[warn(clippy::wildcard_enum_match_arm)]
    fn carry_out(
        &mut self,
        intent: Intent,
        admitted: Result<(), Refusal>,
    ) -> Result<Turn<T::Value>, Refusal> {
        let drag = match (intent, self.drag) {
            (Intent::Release, Some(drag)) => return Ok(self.release(drag)),
            (Intent::Cancel | Intent::Key(Key::Escape), Some(drag)) => return Ok(self.cancel(drag)),
            (Intent::Release | Intent::Cancel | Intent::Move(_), None) => {
                return Err(Refusal::NotGrabbed);
            }
            (_, drag) => drag,
        };
        admitted?;
        let ready = if drag.is_some() { Err(Refusal::Grabbed) } else { Ok(()) };
        match intent {
            Intent::Move(place) => {
                let offset = drag.map_or(0.0, |drag| drag.offset);
                let value = self.moved(self.rail.value_at(place, offset)?);
                if value == self.value {
                    return Err(Refusal::Unchanged);
                }
                self.value = value;
                Ok(Turn::one(Event::Input(value)))
            }
            Intent::Press(place) => {
                ready?;
                let (origin, to) = (self.value, self.rail.value_at(place, 0.0)?);
                self.active = T::pressed(&self.rail, origin, self.rail.along(place)?);
                self.value = self.moved(to);
                self.drag = Some(Drag { origin, offset: 0.0 });
                let grabbed = Turn::one(Event::Grabbed);
                Ok(grabbed.and_if(self.value != origin, Event::Input(self.value)))
            }
            Intent::Grab(place) => {
                ready?;
                let along = self.rail.along(place)?;
                self.active = T::pressed(&self.rail, self.value, along);
                let offset = self.rail.position(self.active_value()) - along;
                self.drag = Some(Drag { origin: self.value, offset });
                Ok(Turn::one(Event::Grabbed))
            }
            Intent::Take(thumb) => {
                ready?;
                T::take(&mut self.active, thumb)
            }
            Intent::Choose(to) => {
                ready?;
                let to = admit(&self.rail.notches, to)?;
                let value = self.moved(to);
                let reached = T::end(value, self.active);
                if reached != to {
                    return Err(Refusal::OffNotches { nearest: reached.into() });
                }
                self.settle(value, Refusal::Unchanged)
            }
            Intent::Key(key) => {
                ready?;
                self.settle_at(self.rail.keyed(key, self.active_value())?)
            }
            Intent::Step(steps) => {
                ready?;
                self.settle_at(self.stepped(steps.into())?)
            }
            Intent::Clear => Err(Refusal::NeverEmpty),
            Intent::Point(_)
            | Intent::Leave
            | Intent::Release
            | Intent::Cancel
            | Intent::Flip
            | Intent::Type(_)
            | Intent::Settle
            | Intent::Field(_)
            | Intent::Open
            | Intent::Close
            | Intent::Pick(_)
            | Intent::PickDay(_)
            | Intent::PointDay(_)
            | Intent::Scroll(_)
            | Intent::Remove(_)
            | Intent::Find { .. } => Err(Refusal::NotForThis),
        }
    }

    fn release(&mut self, drag: Drag<T::Value>) -> Turn<T::Value> {
        self.drag = None;
        Turn::one(Event::Released).and_if(self.value != drag.origin, Event::Change(self.value))
    }

    fn cancel(&mut self, drag: Drag<T::Value>) -> Turn<T::Value> {
        self.drag = None;
        let before = core::mem::replace(&mut self.value, drag.origin);
        Turn::cancelled(drag.origin, &before)
    }

    /// Moves the active thumb to this notch, or as near to it as the other thumb allows.
    fn settle_at(&mut self, to: Decimal) -> Result<Turn<T::Value>, Refusal> {
        let held_back = match to.cmp(&self.active_value()) {
            Ordering::Less => Refusal::at_end(-1, &self.rail.notches),
            Ordering::Equal => Refusal::Unchanged,
            Ordering::Greater => Refusal::at_end(1, &self.rail.notches),
        };
        self.settle(self.moved(to), held_back)
    }

    fn settle(&mut self, value: T::Value, unchanged: Refusal) -> Result<Turn<T::Value>, Refusal> {
        if value == self.value {
            return Err(unchanged);
        }
        self.value = value;
        Ok(Turn::settled(value))
    }

    /// The value of the active thumb.
    fn active_value(&self) -> Decimal {
        T::end(self.value, self.active)
    }

    /// The value after moving the active thumb to this notch.
    fn moved(&self, to: Decimal) -> T::Value {
        self.thumbs.moved(&self.rail.notches, self.value, self.active, to)
    }

    /// The notch this many steps from the active thumb.
    pub(super) fn stepped(&self, steps: i128) -> Result<Decimal, Refusal> {
        let notches = &self.rail.notches;
        notches.stepped(self.active_value(), steps).ok_or(Refusal::at_end(steps, notches))
    }
}

/// The methods of a control whose `machine` is a [`TrackMachine`], besides those of every control. Its
/// module has a function `checked`, which builds the machine that a definition describes.
macro_rules! track_methods {
    ($definition:ty, $value:ty) => {
        fn made(definition: $definition) -> Result<Self, $crate::ControlError> {
            let machine = checked(&definition)?;
            let conditions = $crate::control::machine::conditions_of!(definition);
            Ok(Self { definition, conditions, surroundings: Default::default(), machine })
        }

        fn redefined(&mut self, definition: $definition) -> Result<(), $crate::ControlError> {
            self.machine.redefine(checked(&definition)?);
            self.conditions =
                $crate::control::machine::conditions_of!(definition).after(&self.conditions);
            self.definition = definition;
            Ok(())
        }

        fn surroundings_changed(&mut self) {
            self.machine.rail.place_in(&self.surroundings);
        }

        /// The values that a thumb accepts.
        pub fn notches(&self) -> &$crate::Notches {
            &self.machine.rail.notches
        }

        /// The value.
        pub fn value(&self) -> $value {
            self.machine.value
        }

        /// The default value.
        pub fn default_value(&self) -> $value {
            self.machine.start
        }

        /// Whether a thumb is being dragged.
        pub fn is_grabbed(&self) -> bool {
            self.machine.is_grabbed()
        }

        /// Restores the default value and abandons any drag.
        pub fn reset(&mut self) {
            self.machine.reset();
        }
    };
}
pub(super) use track_methods;
