//! One thumb on a track.

use crate::control::rail::Rail;
use crate::control::track_machine::Thumbs;
use crate::event::Turn;
use crate::intent::Thumb;
use crate::notches::Notches;
use crate::refusal::Refusal;
use crate::refusal::admit;
use rust_decimal::Decimal;

/// A single thumb, which moves to any notch.
#[derive(Clone, Copy, Debug, PartialEq)]
pub(super) struct Single;

impl Thumbs for Single {
    type Value = Decimal;

    fn end(value: Decimal, _thumb: Thumb) -> Decimal {
        value
    }

    fn pressed(_rail: &Rail, _value: Decimal, _along: f64) -> Thumb {
        Thumb::default()
    }

    fn take(_active: &mut Thumb, _thumb: Thumb) -> Result<Turn<Decimal>, Refusal> {
        Err(Refusal::NotForThis)
    }

    fn admit(&self, notches: &Notches, value: Decimal) -> Result<Decimal, Refusal> {
        admit(notches, value)
    }

    fn nearest(&self, notches: &Notches, value: Decimal) -> Option<Decimal> {
        Some(notches.snap(value))
    }

    fn moved(&self, _notches: &Notches, _from: Decimal, _thumb: Thumb, to: Decimal) -> Decimal {
        to
    }
}
