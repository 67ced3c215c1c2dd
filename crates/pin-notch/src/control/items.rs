//! Back and next over a list of anything.

use super::conditions::condition_methods;
use super::setting::{Manner, Setting, SettingError};
use super::uniform::Uniform;
use super::{Choice, Conditions, Control, Direction, Value, ValueKind, View};
use crate::event::Turn;
use crate::intent::{Intent, Key};
use crate::quoted::Quoted;
use crate::refusal::Refusal;
use crate::semantics::{Range, Role, Semantics};
use crate::validity::{Invalid, in_words};
use core::cmp::Ordering;
use rust_decimal::Decimal;

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
///
/// Its definition, its place in the list and its conditions:
///
/// ```
/// use pin_notch::{Choice, ItemStepper};
/// let items = ["Willow", "Meadow"].map(Choice::from).to_vec();
/// let mut hives = ItemStepper::new(items).starting_at(1).wrapping();
/// assert!(hives.wraps() && !hives.at_first());
/// assert_eq!((hives.index(), hives.default_index(), hives.items().len()), (1, 1, 2));
/// hives.reset();
/// hives.set_required(true);
/// assert!(hives.conditions().required && hives.validity().is_empty());
/// hives.conditions_mut().required = false;
/// hives.set_read_only(true);
/// assert!(hives.view().semantics.read_only);
/// hives.set_disabled(true);
/// ```
#[derive(Clone, Debug)]
pub struct ItemStepper<T> {
    items: Vec<T>,
    index: usize,
    default: usize,
    wraps: bool,
    direction: Direction,
    conditions: Conditions,
}

/// All that a face needs to draw a stepper over a list.
///
/// ```
/// use pin_notch::{Choice, ItemStepper};
/// let hives = ItemStepper::new(["Willow", "Meadow"].map(Choice::from).to_vec());
/// let view = hives.view();
/// assert_eq!((view.text.as_str(), view.at_first, view.at_last), ("Willow", true, false));
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct ItemView {
    /// The text of the item it stands on; empty in an empty list.
    pub text: String,
    /// Whether there is nothing before it.
    pub at_first: bool,
    /// Whether there is nothing after it.
    pub at_last: bool,
    /// What assistive technology is told.
    pub semantics: Semantics,
    /// What is wrong, in words for the person; empty when nothing is.
    pub problem: String,
}

impl<T> ItemStepper<T> {
    /// A stepper over these items, on the first of them.
    pub fn new(items: Vec<T>) -> Self {
        let (direction, conditions) = Default::default();
        Self { items, index: 0, default: 0, wraps: false, direction, conditions }
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

    /// Lays it out this way. In right-to-left text, the left arrow key goes to the next item.
    ///
    /// ```
    /// use pin_notch::{Direction, Intent, ItemStepper, Key};
    /// let mut hives = ItemStepper::new(vec!["Willow", "Meadow"]).running(Direction::RightToLeft);
    /// assert_eq!(hives.handle(Intent::Key(Key::Left)).to_string(), "input 1, change 1");
    /// ```
    pub fn running(mut self, direction: Direction) -> Self {
        self.direction = direction;
        self
    }

    condition_methods!();

    /// Whether it goes on from the last item to the first.
    pub fn wraps(&self) -> bool {
        self.wraps
    }

    /// The index of the item it starts on.
    pub fn default_index(&self) -> usize {
        self.default
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
        if let Err(refusal) = self.conditions.admit() {
            return Turn::Refused(refusal);
        }
        let last = self.items.len().saturating_sub(1);
        let right = match self.direction {
            Direction::LeftToRight => 1,
            Direction::RightToLeft => -1,
        };
        let steps = match intent {
            Intent::Step(steps) => steps,
            Intent::Key(Key::Left) => -right,
            Intent::Key(Key::Right) => right,
            Intent::Key(Key::Up | Key::Home) => -1,
            Intent::Key(Key::Down | Key::End) => 1,
            _ => return Turn::Refused(Refusal::NotForThis),
        };
        let to = match intent {
            Intent::Key(Key::Home) => 0,
            Intent::Key(Key::End) => last,
            _ => self.stepped(steps),
        };
        match (to == self.index, steps.cmp(&0)) {
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

impl ItemStepper<Choice> {
    /// Why the item is not acceptable: only where there is none at all, or by the program's objection.
    pub fn validity(&self) -> Vec<Invalid> {
        self.conditions.validity(self.items.is_empty(), Vec::new())
    }

    /// All that a face needs to draw it.
    pub fn view(&self) -> ItemView {
        let problem = in_words(&self.validity());
        let text = self.item().map(|item| item.text.clone()).unwrap_or_default();
        let range = (!self.items.is_empty()).then(|| Range {
            now: Decimal::from(self.index as u64 + 1),
            min: Decimal::ONE,
            max: Decimal::from(self.items.len() as u64),
            text: text.clone(),
        });
        ItemView {
            text,
            at_first: self.at_first(),
            at_last: self.at_last(),
            semantics: Semantics { range, ..self.conditions.semantics(Role::SpinButton, &problem) },
            problem,
        }
    }

    fn value_at(&self, index: usize) -> Value {
        self.items.get(index).map(|item| item.value.clone()).into()
    }
}

impl From<ItemStepper<Choice>> for Control {
    fn from(items: ItemStepper<Choice>) -> Self {
        Self::Items(items)
    }
}

/// Its value in a form is what the item sends.
impl Uniform for ItemStepper<Choice> {
    fn kind(&self) -> ValueKind {
        ValueKind::Text
    }
    fn handle(&mut self, intent: Intent) -> Turn<Value> {
        let turn = ItemStepper::handle(self, intent);
        turn.map(|index| self.value_at(index))
    }
    fn view(&self) -> View {
        View::Items(ItemStepper::view(self))
    }
    fn value(&self) -> Value {
        self.value_at(self.index)
    }
    fn default_value(&self) -> Value {
        self.value_at(self.default)
    }
    fn set_value(&mut self, value: Value) -> Result<(), Refusal> {
        let text = match &value {
            Value::Text(text) => text,
            Value::Empty if self.items.is_empty() => return Ok(()),
            Value::Empty => return Err(Refusal::NeverEmpty),
            _ => return Err(Refusal::WrongKind),
        };
        let index = self.items.iter().position(|item| item.value == *text);
        self.index = index.ok_or(Refusal::NoMatch)?;
        Ok(())
    }
    fn put(&mut self, setting: &Setting) -> Result<(), SettingError> {
        match setting {
            Setting::Start(value) => {
                // Options may come later.
                if !self.items.is_empty() {
                    self.set_value(value.clone())?;
                    self.default = self.index;
                }
            }
            Setting::Direction(direction) => self.direction = *direction,
            Setting::Is(Manner::Wrapping) => self.wraps = true,
            _ => return Err(SettingError::NotForThis),
        }
        Ok(())
    }
    fn reset(&mut self) {
        ItemStepper::reset(self);
    }
    fn conditions(&self) -> &Conditions {
        &self.conditions
    }
    fn conditions_mut(&mut self) -> &mut Conditions {
        &mut self.conditions
    }
    fn validity(&self) -> Vec<Invalid> {
        ItemStepper::validity(self)
    }
    fn against(&self, value: &Value) -> Vec<Invalid> {
        let offered = |text| self.items.iter().any(|item| Some(item.value.as_str()) == text);
        match value.text() {
            text if offered(text) => Vec::new(),
            text => {
                let text = text.unwrap_or_default();
                vec![Invalid::BadInput(format!("{} is not offered.", Quoted(text)))]
            }
        }
    }
    fn never_empty(&self) -> bool {
        !self.items.is_empty()
    }
}
