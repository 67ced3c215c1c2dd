//! Back and next over a list of anything.

use crate::event::{Refusal, Turn};
use crate::intent::{Intent, Key};
use core::cmp::Ordering;

/// A stepper over a list of items: texts, records, whatever they are.
///
/// Its value is the index of the item it stands on. At either end it goes no further, unless it wraps.
///
/// ```
/// use pin_notch::{Intent, ItemStepper};
/// let mut hives = ItemStepper::new(vec!["Linden", "Orchard", "Heath"]).starting_at(1);
/// assert_eq!(hives.handle(Intent::Step(1)).to_string(), "input 2, change 2");
/// assert_eq!(hives.item(), Some(&"Heath"));
/// assert!(hives.at_last());
/// assert_eq!(hives.handle(Intent::Step(1)).to_string(), "refused: already at the highest value");
/// ```
#[derive(Clone, Debug)]
pub struct ItemStepper<T> {
    items: Vec<T>,
    index: usize,
    default: usize,
    wraps: bool,
}

impl<T> ItemStepper<T> {
    /// A stepper over these items, on the first of them.
    pub fn new(items: Vec<T>) -> Self {
        Self { items, index: 0, default: 0, wraps: false }
    }

    /// Starts, and after a reset starts again, on the item with this index; on the last, if there are
    /// fewer.
    pub fn starting_at(mut self, index: usize) -> Self {
        self.index = index.min(self.items.len().saturating_sub(1));
        self.default = self.index;
        self
    }

    /// Goes on from the last to the first, and from the first to the last.
    pub fn wrapping(mut self) -> Self {
        self.wraps = true;
        self
    }

    /// The items.
    pub fn items(&self) -> &[T] {
        &self.items
    }

    /// The item it stands on; none in an empty list.
    pub fn item(&self) -> Option<&T> {
        self.items.get(self.index)
    }

    /// The index of that item.
    pub fn index(&self) -> usize {
        self.index
    }

    /// Whether there is nothing before it: a back button can be disabled.
    pub fn at_first(&self) -> bool {
        !self.wraps && self.index == 0
    }

    /// Whether there is nothing after it: a next button can be disabled.
    pub fn at_last(&self) -> bool {
        !self.wraps && self.index + 1 >= self.items.len()
    }

    /// Back to the item it started on.
    pub fn reset(&mut self) {
        self.index = self.default;
    }

    /// Carries out an intent: steps, Left and Up for back, Right and Down for next, Home and End.
    /// Allocates nothing.
    pub fn handle(&mut self, intent: Intent) -> Turn<usize> {
        let last = self.items.len().saturating_sub(1);
        let to = match intent {
            Intent::Step(steps) => self.stepped(steps),
            Intent::Key(Key::Left | Key::Up) => self.stepped(-1),
            Intent::Key(Key::Right | Key::Down) => self.stepped(1),
            Intent::Key(Key::Home) => 0,
            Intent::Key(Key::End) => last,
            _ => return Turn::Refused(Refusal::NotForThis),
        };
        let steps = match intent {
            Intent::Step(steps) => steps.cmp(&0),
            Intent::Key(Key::Left | Key::Up | Key::Home) => Ordering::Less,
            _ => Ordering::Greater,
        };
        match (to == self.index, steps) {
            (true, Ordering::Less) => Turn::Refused(Refusal::AtFirst),
            (true, Ordering::Greater) => Turn::Refused(Refusal::AtLast),
            (true, Ordering::Equal) => Turn::Refused(Refusal::Unchanged),
            (false, _) => {
                self.index = to;
                Turn::settled(to)
            }
        }
    }

    fn stepped(&self, steps: i32) -> usize {
        let count = self.items.len() as i64;
        let to = self.index as i64 + i64::from(steps);
        match self.wraps && count > 0 {
            true => to.rem_euclid(count) as usize,
            false => to.clamp(0, (count - 1).max(0)) as usize,
        }
    }
}
