//! Stepping back and forth through a list.

use super::by_value::place_among;
use super::given::Given;
use super::machine::{conditions_of, machine_methods};
use super::taken::Taken;
use super::uniform::{sent_alike, uniform};
use super::{Conditions, ControlError};
use crate::definition::definition;
use crate::event::Turn;
use crate::intent::{Intent, Key};
use crate::message::in_words;
use crate::refusal::Refusal;
use crate::semantics::{Range, Role, Semantics};
use crate::surroundings::Surroundings;
use crate::validity::{BadInput, Invalid};
use crate::value::{Choice, Value, ValueKind};
use crate::world::Direction;
use rust_decimal::Decimal;

definition! {
    /// The definition of a [`ItemStepper`].
    ///
    /// ```
    /// use pin_notch::{ItemStepper, ItemStepperDefinition};
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let mut definition = ItemStepperDefinition::default();
    /// definition.options = vec!["Linden".into(), "Orchard".into()];
    /// assert_eq!(ItemStepper::new(definition)?.value(), Some("Linden"));
    /// # Ok(()) }
    /// ```
    ItemStepperDefinition,
    /// Builds a [`ItemStepper`]; made by [`ItemStepper::builder`].
    ///
    /// ```
    /// use pin_notch::ItemStepper;
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let hives = ItemStepper::builder().options(["Linden", "Orchard"]).value("Orchard").build()?;
    /// assert!(hives.is_at_last());
    /// # Ok(()) }
    /// ```
    ItemStepperBuilder => ItemStepper {
        /// The value of the default item; without it, or if no item has that value, the first item.
        value: [maybe text],
        /// Stepping wraps around from the last item to the first, and from the first to the last.
        r#loop: [flag],
    }
    /// The items.
    options: Choice,
}

/// Steps through the items of a list. It stops at either end unless it loops, and skips disabled items.
///
/// A program that keeps more about each item than its value and text can look it up by
/// [`index`](Self::index).
///
/// ```
/// use pin_notch::{Intent, ItemStepper};
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// let mut hives =
///     ItemStepper::builder().options(["Linden", "Orchard", "Heath"]).value("Orchard").build()?;
/// assert_eq!(hives.handle(Intent::Step(1)).to_string(), "input Heath, change Heath");
/// assert_eq!((hives.value(), hives.index()), (Some("Heath"), Some(2)));
/// assert!(hives.is_at_last() && !hives.is_at_first());
/// assert_eq!(hives.handle(Intent::Step(1)).to_string(), "refused: already at the highest value");
/// hives.reset();
/// assert_eq!(hives.value(), hives.default_value());
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
pub struct ItemStepper {
    definition: ItemStepperDefinition,
    conditions: Conditions,
    surroundings: Surroundings,
    index: usize,
    given: Given<String>,
}

/// Everything a face needs to draw a stepper over a list.
///
/// ```
/// use pin_notch::ItemStepper;
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// let hives = ItemStepper::builder().options(["Willow", "Meadow"]).build()?;
/// let view = hives.view();
/// assert_eq!((view.text.as_str(), view.at_first, view.at_last), ("Willow", true, false));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct ItemStepperView {
    /// The text of the current item; empty if the list is empty.
    pub text: String,
    /// Whether no item before it can be reached.
    pub at_first: bool,
    /// Whether no item after it can be reached.
    pub at_last: bool,
    /// Role, name and states for assistive technology.
    pub semantics: Semantics,
    /// The message about what is wrong; empty when nothing is.
    pub problem: String,
}

impl Default for ItemStepper {
    fn default() -> Self {
        Self::with(ItemStepperDefinition::default())
    }
}

/// The index of the default item.
fn start(definition: &ItemStepperDefinition) -> usize {
    let options = &definition.options;
    let place = |value: &String| place_among(options, value);
    let wanted = definition.value.as_ref().and_then(place);
    let free = || options.iter().position(|item| !item.disabled);
    wanted.or_else(free).unwrap_or(0)
}

impl ItemStepper {
    machine_methods!(ItemStepperDefinition, ItemStepperBuilder);

    fn with(definition: ItemStepperDefinition) -> Self {
        let (index, conditions) = (start(&definition), conditions_of!(definition));
        let surroundings = Surroundings::default();
        Self { definition, conditions, surroundings, index, given: Given::Definition }
    }

    fn made(definition: ItemStepperDefinition) -> Result<Self, ControlError> {
        Ok(Self::with(definition))
    }

    fn redefined(&mut self, definition: ItemStepperDefinition) -> Result<(), ControlError> {
        let now = self.value().map(str::to_owned);
        let wanted = match &self.given {
            Given::Definition => None,
            Given::Program(wish) => Some(wish.clone()),
            Given::Person => now,
        };
        self.conditions = conditions_of!(definition).after(&self.conditions);
        self.definition = definition;
        let place = wanted.and_then(|value| self.place(&value));
        self.index = place.unwrap_or_else(|| start(&self.definition));
        Ok(())
    }

    fn place(&self, value: &str) -> Option<usize> {
        place_among(&self.definition.options, value)
    }

    /// The current item; `None` if the list is empty.
    pub fn item(&self) -> Option<&Choice> {
        self.definition.options.get(self.index)
    }

    /// The index of that item in the list.
    pub fn index(&self) -> Option<usize> {
        self.item().map(|_| self.index)
    }

    /// The value of the current item.
    pub fn value(&self) -> Option<&str> {
        self.item().map(|item| item.value.as_str())
    }

    /// The value of the default item.
    pub fn default_value(&self) -> Option<&str> {
        self.definition.options.get(start(&self.definition)).map(|item| item.value.as_str())
    }

    /// Moves to the item with this value. This is a change made by the program, so it produces no event.
    ///
    /// # Errors
    /// [`Refusal::NoMatch`] if no item has it.
    pub fn set_value(&mut self, value: &str) -> Result<(), Refusal> {
        // A later item with the same value stays if its value is written back.
        if self.value() != Some(value) {
            self.index = self.place(value).ok_or(Refusal::NoMatch)?;
        }
        self.given = Given::Program(value.to_owned());
        Ok(())
    }

    /// Whether no item before it can be reached, so that a back button can be disabled.
    pub fn is_at_first(&self) -> bool {
        self.stepped(-1) == self.index
    }

    /// Whether no item after it can be reached, so that a next button can be disabled.
    pub fn is_at_last(&self) -> bool {
        self.stepped(1) == self.index
    }

    /// Returns to the default item.
    pub fn reset(&mut self) {
        (self.index, self.given) = (start(&self.definition), Given::Definition);
    }

    /// Why the item is not acceptable: it is disabled while another is not, nothing is sent although a
    /// value is required, or the program objects.
    pub fn validity(&self) -> Vec<Invalid> {
        let sent = self.item().filter(|item| !item.disabled);
        let closed = self.item().filter(|item| item.disabled && self.enabled().next().is_some());
        let wrong = closed.map(|item| BadInput::NotOpen(item.value.clone()).into());
        let wrong: Vec<Invalid> = wrong.into_iter().collect();
        self.conditions.validity(sent.is_none() && wrong.is_empty(), wrong)
    }

    /// Carries out an intent. Left and Up step back, Right and Down step forward (Left and Right are
    /// swapped if text runs right to left); Home and End go to the first and last item.
    pub fn handle(&mut self, intent: Intent) -> Turn<Option<String>> {
        self.carry_out(intent).unwrap_or_else(Turn::Refused)
    }

    fn carry_out(&mut self, intent: Intent) -> Result<Turn<Option<String>>, Refusal> {
        self.conditions.admit()?;
        let right = match self.surroundings.direction() {
            Direction::LeftToRight => 1,
            Direction::RightToLeft => -1,
        };
        let steps = match intent {
            Intent::Step(steps) => steps,
            Intent::Key(Key::Left) => -right,
            Intent::Key(Key::Right) => right,
            Intent::Key(Key::Up | Key::Home) => -1,
            Intent::Key(Key::Down | Key::End) => 1,
            _ => return Err(Refusal::NotForThis),
        };
        let mut free = self.enabled();
        let to = match intent {
            Intent::Key(Key::Home) => free.next(),
            Intent::Key(Key::End) => free.next_back(),
            _ => Some(self.stepped(steps)),
        };
        drop(free);
        match to.filter(|to| *to != self.index) {
            Some(to) => {
                (self.index, self.given) = (to, Given::Person);
                Ok(Turn::settled(self.value().map(str::to_owned)))
            }
            None => Err(Refusal::no_step(steps.into())),
        }
    }

    /// The indices of the items that can be reached.
    fn enabled(&self) -> impl DoubleEndedIterator<Item = usize> {
        let items = self.definition.options.iter().enumerate();
        items.filter(|(_, item)| !item.disabled).map(|(at, _)| at)
    }

    /// The index that this many steps lead to.
    fn stepped(&self, steps: i32) -> usize {
        let free: Vec<usize> = self.enabled().collect();
        let count = free.len() as i64;
        if count == 0 || steps == 0 {
            return self.index;
        }
        // From a disabled item, the first step leads to the next enabled one.
        let before = free.partition_point(|at| *at < self.index) as i64;
        let stands = free.get(before as usize) == Some(&self.index);
        let from = if stands || steps < 0 { before } else { before - 1 };
        let to = from + i64::from(steps);
        let to = match self.definition.r#loop {
            true => to.rem_euclid(count),
            false if !(0..count).contains(&to) && !stands => return self.index,
            false => to.clamp(0, count - 1),
        };
        free[to as usize]
    }

    /// Everything a face needs to draw it.
    pub fn view(&self) -> ItemStepperView {
        let problem = in_words(&self.validity(), &self.surroundings.world);
        let text = self.item().map(|item| item.text.clone()).unwrap_or_default();
        let count = self.definition.options.len();
        let range = (count > 0).then(|| Range {
            now: Decimal::from(self.index as u64 + 1),
            min: Decimal::ONE,
            max: Decimal::from(count as u64),
            text: text.clone(),
        });
        ItemStepperView {
            text,
            at_first: self.is_at_first(),
            at_last: self.is_at_last(),
            semantics: Semantics { range, ..self.conditions.semantics(Role::SpinButton, &problem) },
            problem,
        }
    }
}

uniform! {
    ItemStepper(ItemStepper),
    fn kind(&self) -> ValueKind {
        ValueKind::Text
    }
    fn value_text(&self) -> String {
        self.item().map(|item| item.text.clone()).unwrap_or_default()
    }
    fn set_value(&mut self, value: Value) -> Result<(), Refusal> {
        match Taken::taken(value)? {
            Some(text) => ItemStepper::set_value(self, String::as_str(&text)),
            None if self.definition.options.is_empty() => Ok(()),
            None => Err(Refusal::NeverEmpty),
        }
    }
    fn set_nearest(&mut self, value: Value) -> Result<(), Refusal> {
        let Some(wish) = Taken::taken(value)? else { return Err(Refusal::NeverEmpty) };
        let known = ItemStepper::set_value(self, String::as_str(&wish));
        // Its options may arrive later.
        self.given = Given::Program(wish);
        if self.definition.options.is_empty() { Ok(()) } else { known }
    }
    fn step_by(&mut self, steps: i32) -> Result<(), Refusal> {
        let to = self.stepped(steps);
        let value = self.definition.options.get(to).map(|item| item.value.clone());
        match value.filter(|_| to != self.index) {
            Some(value) => ItemStepper::set_value(self, &value),
            None => Err(Refusal::no_step(steps.into())),
        }
    }
    fn violations(&self, value: &Value) -> Vec<Invalid> {
        let text = value.text().unwrap_or_default();
        match self.place(text) {
            None => vec![BadInput::NotOffered(text.to_owned()).into()],
            Some(at) if self.definition.options[at].disabled => vec![BadInput::NotOpen(text.to_owned()).into()],
            Some(_) => Vec::new(),
        }
    }
    fn offered(&self, sent: &str) -> Option<&str> {
        let mut values = self.definition.options.iter().map(|item| item.value.as_str());
        values.find(|value| sent_alike(value, sent))
    }
    fn never_empty(&self) -> bool {
        self.enabled().next().is_some()
    }
    fn entries(&self) -> Vec<String> {
        let sent = self.item().filter(|item| !item.disabled);
        sent.map(|item| item.value.clone()).into_iter().collect()
    }
}
