//! The geometry of a track, shared by all controls that have one: from places to positions on it, from
//! positions to where things are drawn, and from arrow keys to steps.

use crate::intent::{Key, Place};
use crate::semantics::Orientation;
use crate::world::Direction;

#[derive(Clone, Copy, Debug, Default, PartialEq)]
pub(super) struct Track {
    pub orientation: Orientation,
    pub direction: Direction,
    /// Minimum and maximum trade places.
    pub reversed: bool,
}

impl Track {
    /// Whether positions run from right to left (or, if vertical, from top to bottom).
    fn is_flipped(&self) -> bool {
        let right_to_left = self.direction == Direction::RightToLeft;
        self.reversed != (right_to_left && self.orientation == Orientation::Horizontal)
    }

    /// Converts a place to a position on the track, measured from the minimum.
    pub(super) fn along(&self, place: Place) -> f64 {
        let from_start = match self.orientation {
            Orientation::Horizontal => place.x,
            Orientation::Vertical => 1.0 - place.y,
        };
        if self.is_flipped() { 1.0 - from_start } else { from_start }
    }

    /// Whether drawing starts at the maximum: vertical tracks are drawn from the top, where the maximum is
    /// unless they are reversed.
    fn is_drawn_from_max(&self) -> bool {
        self.is_flipped() != (self.orientation == Orientation::Vertical)
    }

    /// A position as a fraction of the track from its left end, or from its top.
    pub(super) fn drawn(&self, position: f64) -> f64 {
        if self.is_drawn_from_max() { 1.0 - position } else { position }
    }

    /// The drawn part between two positions, the smaller fraction first.
    pub(super) fn drawn_between(&self, from: f64, to: f64) -> (f64, f64) {
        let (from, to) = (self.drawn(from), self.drawn(to));
        if from <= to { (from, to) } else { (to, from) }
    }

    /// The number of steps that a key moves, given the size of a page; `None` for a key that does not move.
    /// Home and End move by the greatest possible number of steps.
    pub(super) fn steps(&self, key: Key, page: i128) -> Option<i128> {
        let flip = |flipped: bool| if flipped { -1 } else { 1 };
        let (across, upward) = match self.orientation {
            Orientation::Horizontal => (flip(self.is_flipped()), 1),
            Orientation::Vertical => {
                (flip(self.direction == Direction::RightToLeft), flip(self.reversed))
            }
        };
        match key {
            Key::Right => Some(across),
            Key::Left => Some(-across),
            Key::Up => Some(upward),
            Key::Down => Some(-upward),
            Key::PageUp => Some(page),
            Key::PageDown => Some(-page),
            Key::Home => Some(-i128::MAX),
            Key::End => Some(i128::MAX),
            _ => None,
        }
    }
}
