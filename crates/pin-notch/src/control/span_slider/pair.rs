//! Two thumbs on one track.

use super::moved::Spacing;
use crate::control::rail::Rail;
use crate::control::track_machine::Thumbs;
use crate::event::{Event, Turn};
use crate::intent::Thumb;
use crate::notches::Notches;
use crate::refusal::Refusal;
use crate::value::Span;
use rust_decimal::Decimal;

/// Two thumbs, and the distances allowed between them.
#[derive(Clone, Copy, Debug, PartialEq)]
pub(super) struct Pair {
    pub least: Decimal,
    pub most: Option<Decimal>,
    /// A thumb that reaches the least or greatest distance from the other moves it along.
    pub push: bool,
}

impl Pair {
    pub(super) fn on(self, notches: &Notches) -> Spacing<'_> {
        let Self { least, most, push } = self;
        Spacing { notches, least, most, push }
    }
}

impl Thumbs for Pair {
    type Value = Span;

    fn end(value: Span, thumb: Thumb) -> Decimal {
        match thumb {
            Thumb::Low => value.low,
            Thumb::High => value.high,
        }
    }

    /// The nearer one. If both are in the same place, the one with room on that side: at the end of the
    /// track, only the low one has any.
    fn pressed(rail: &Rail, value: Span, along: f64) -> Thumb {
        let [low, high] = [value.low, value.high].map(|end| rail.position(end));
        let (to_low, to_high) = ((along - low).abs(), (along - high).abs());
        let low_has_room = along < low || Some(value.high) == rail.notches.last();
        match value.low == value.high {
            true if low_has_room => Thumb::Low,
            true => Thumb::High,
            false if to_low <= to_high => Thumb::Low,
            false => Thumb::High,
        }
    }

    fn take(active: &mut Thumb, thumb: Thumb) -> Result<Turn<Span>, Refusal> {
        if *active == thumb {
            return Err(Refusal::Unchanged);
        }
        *active = thumb;
        Ok(Turn::one(Event::Taken(thumb)))
    }

    fn admit(&self, notches: &Notches, value: Span) -> Result<Span, Refusal> {
        self.on(notches).admit(value)
    }

    fn nearest(&self, notches: &Notches, value: Span) -> Option<Span> {
        self.on(notches).nearest(value)
    }

    fn moved(&self, notches: &Notches, from: Span, thumb: Thumb, to: Decimal) -> Span {
        self.on(notches).moved(from, thumb, to)
    }
}
