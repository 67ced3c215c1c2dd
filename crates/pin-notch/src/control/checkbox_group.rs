//! A group of checkboxes, optionally under one that stands for all of them and is mixed while they differ:
//! the ARIA practices' [mixed-state checkbox][apg].
//!
//! [apg]: https://www.w3.org/WAI/ARIA/apg/patterns/checkbox/examples/checkbox-mixed/

use super::by_value::ByValue;
use super::error::check_counts;
use super::given::Given;
use super::machine::{conditions_of, machine_methods};
use super::uniform::uniform;
use super::{CheckboxView, Conditions, ControlError};
use crate::definition::definition;
use crate::event::Turn;
use crate::intent::{Intent, Key};
use crate::message::{Message, in_words};
use crate::refusal::Refusal;
use crate::semantics::{Checked, Role, Semantics};
use crate::surroundings::Surroundings;
use crate::validity::{BadInput, Invalid, count_violations};
use crate::value::{Choice, Value, ValueKind};

definition! {
    /// The definition of a [`CheckboxGroup`].
    ///
    /// ```
    /// use pin_notch::{CheckboxGroup, CheckboxGroupDefinition};
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let mut definition = CheckboxGroupDefinition::default();
    /// (definition.least, definition.most) = (3, Some(2));
    /// assert_eq!(CheckboxGroup::new(definition).unwrap_err().attribute(), "most");
    /// # Ok(()) }
    /// ```
    CheckboxGroupDefinition,
    /// Builds a [`CheckboxGroup`]; made by [`CheckboxGroup::builder`].
    ///
    /// ```
    /// use pin_notch::CheckboxGroup;
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let treatments = CheckboxGroup::builder().options(["oxalic acid", "thymol"]).all("All").build()?;
    /// assert_eq!(treatments.view().choices.len(), 2);
    /// # Ok(()) }
    /// ```
    CheckboxGroupBuilder => CheckboxGroup {
        /// The values of the checkboxes that start checked.
        value: [texts],
        /// The label of a checkbox above the others that checks and unchecks all of them.
        all: [maybe text],
        /// The fewest that must be checked before the form can be sent.
        least: [count],
        /// The most that can be checked.
        most: [maybe count],
    }
    /// The checkboxes.
    options: Choice,
}

/// A group of checkboxes.
///
/// Its value is the list of the checked ones' values, in the group's order. A disabled checkbox keeps its
/// state and sends nothing.
///
/// ```
/// use pin_notch::{CheckboxGroup, Checked, Intent};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut treatments = CheckboxGroup::builder()
///     .options(["formic acid", "oxalic acid", "thymol"])
///     .most(2)
///     .build()?;
/// let turn = treatments.handle(Intent::Pick("oxalic acid"));
/// assert_eq!(turn.to_string(), "input oxalic acid, change oxalic acid");
/// assert_eq!(treatments.all(), Checked::Mixed);
/// let _ = treatments.handle(Intent::Pick("formic acid"));
/// let turn = treatments.handle(Intent::Pick("thymol"));
/// assert_eq!(turn.to_string(), "refused: no more than 2 can be chosen");
/// assert_eq!(treatments.value(), ["formic acid", "oxalic acid"]);
/// treatments.set_value(&["thymol"])?;
/// assert_ne!(treatments.value(), treatments.default_value());
/// treatments.reset();
/// assert!(treatments.validity().is_empty());
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
pub struct CheckboxGroup {
    definition: CheckboxGroupDefinition,
    conditions: Conditions,
    surroundings: Surroundings,
    by_value: ByValue,
    /// Which of the options are checked, in order.
    on: Vec<bool>,
    given: Given<Vec<String>>,
}

/// Everything a face needs to draw a group of checkboxes.
///
/// ```
/// use pin_notch::{CheckboxGroup, Checked};
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// let group = CheckboxGroup::builder().options(["thymol"]).all("All").value(["thymol"]);
/// let view = group.build()?.view();
/// assert_eq!(view.all.map(|all| all.checked), Some(Checked::On));
/// assert_eq!(view.choices[0].text, "thymol");
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct CheckboxGroupView {
    /// The checkbox for all, if the group has one.
    pub all: Option<AllView>,
    /// The checkboxes, in order.
    pub choices: Vec<ChoiceView>,
    /// Role, name and states of the group for assistive technology.
    pub semantics: Semantics,
    /// The message about what is wrong with the choice; empty when nothing is.
    pub problem: String,
}

/// A checkbox of a group: see [`CheckboxGroupView`].
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct ChoiceView {
    /// The value it sends.
    pub value: String,
    /// Its label.
    pub text: String,
    /// The checkbox itself.
    pub checkbox: CheckboxView,
}

/// The checkbox that stands for a whole group: see [`CheckboxGroupView`].
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct AllView {
    /// Its label.
    pub text: String,
    /// Whether all are on, none, or some.
    pub checked: Checked,
    /// Its role, name and states for assistive technology.
    pub semantics: Semantics,
}

impl Default for CheckboxGroup {
    fn default() -> Self {
        Self::with(CheckboxGroupDefinition::default())
    }
}

impl CheckboxGroup {
    machine_methods!(CheckboxGroupDefinition, CheckboxGroupBuilder);

    fn with(definition: CheckboxGroupDefinition) -> Self {
        let conditions = conditions_of!(definition);
        let by_value = ByValue::of(&definition.options);
        let (surroundings, on, given) = (Surroundings::default(), Vec::new(), Given::Definition);
        let mut group = Self { definition, conditions, surroundings, by_value, on, given };
        group.on = group.checked_by(&group.definition.value);
        group
    }

    fn made(definition: CheckboxGroupDefinition) -> Result<Self, ControlError> {
        check_counts(definition.least, definition.most)?;
        Ok(Self::with(definition))
    }

    fn redefined(&mut self, definition: CheckboxGroupDefinition) -> Result<(), ControlError> {
        check_counts(definition.least, definition.most)?;
        let now = self.texts_of(&self.on);
        let are_others = definition.options != self.definition.options;
        self.conditions = conditions_of!(definition).after(&self.conditions);
        self.definition = definition;
        if are_others {
            self.by_value = ByValue::of(&self.definition.options);
            self.on = self.checked_by(&now);
        }
        match &self.given {
            Given::Definition => self.on = self.checked_by(&self.definition.value),
            Given::Program(wish) => self.on = self.told_by(wish),
            Given::Person => {}
        }
        Ok(())
    }

    /// Which checkboxes these values check. Values that no checkbox sends are ignored.
    fn checked_by<T: AsRef<str>>(&self, values: &[T]) -> Vec<bool> {
        let options = &self.definition.options;
        let mut on = vec![false; options.len()];
        for value in values {
            self.by_value.places(options, value.as_ref()).for_each(|at| on[at] = true);
        }
        on
    }

    /// The values of the checkboxes that are on in `checked`, including disabled ones.
    fn texts_of(&self, on: &[bool]) -> Vec<String> {
        let all = self.definition.options.iter().zip(on);
        all.filter(|(_, on)| **on).map(|(option, _)| option.value.clone()).collect()
    }

    /// Those of these values that the group offers, at most as many as can be checked.
    fn fitting(&self, values: &[String]) -> Vec<String> {
        let offered = |value: &&String| self.option(value).is_some();
        let most = self.definition.most.map_or(usize::MAX, |most| most as usize);
        values.iter().filter(offered).take(most).cloned().collect()
    }

    fn option(&self, value: &str) -> Option<&Choice> {
        self.definition.options.get(self.by_value.place(&self.definition.options, value)?)
    }

    /// The values of the checked ones.
    pub fn value(&self) -> Vec<String> {
        self.sent(&self.on)
    }

    /// The default: the values of those that start checked.
    pub fn default_value(&self) -> Vec<String> {
        self.sent(&self.checked_by(&self.definition.value))
    }

    /// The values of those that are on; a disabled one sends nothing, as in HTML.
    fn sent(&self, on: &[bool]) -> Vec<String> {
        let all = self.definition.options.iter().zip(on);
        let sends = all.filter(|(option, on)| **on && !option.disabled);
        sends.map(|(option, _)| option.value.clone()).collect()
    }

    /// Checks exactly these. Disabled checkboxes that are not named keep their state. This is a change made
    /// by the program, so it produces no event.
    ///
    /// # Errors
    /// [`Refusal::NoMatch`] for a value that no checkbox sends; [`Refusal::TooMany`].
    pub fn set_value<T: AsRef<str>>(&mut self, values: &[T]) -> Result<(), Refusal> {
        if values.iter().any(|value| self.option(value.as_ref()).is_none()) {
            return Err(Refusal::NoMatch);
        }
        let on = self.on_with_disabled(values);
        self.admit_count(&on)?;
        self.put(on, values);
        Ok(())
    }

    /// Which checkboxes a program means by these values. If they are the ones that the group has, nothing
    /// changes, as they do not say which of several checkboxes with the same value is checked.
    fn told_by(&self, values: &[String]) -> Vec<bool> {
        match values == self.value() {
            true => self.on.clone(),
            false => self.on_with_disabled(&self.fitting(values)),
        }
    }

    fn on_with_disabled<T: AsRef<str>>(&self, values: &[T]) -> Vec<bool> {
        let mut on = self.checked_by(values);
        for (at, option) in self.definition.options.iter().enumerate() {
            on[at] |= option.disabled && self.on[at];
        }
        on
    }

    fn put<T: AsRef<str>>(&mut self, on: Vec<bool>, wish: &[T]) {
        let wish = wish.iter().map(|value| value.as_ref().to_owned()).collect();
        (self.on, self.given) = (on, Given::Program(wish));
    }

    /// Refuses more than can be checked. As in the validity, only what would be sent counts.
    fn admit_count(&self, on: &[bool]) -> Result<(), Refusal> {
        match self.definition.most {
            Some(most) if self.sent(on).len() > most as usize => Err(Refusal::TooMany { most }),
            _ => Ok(()),
        }
    }

    /// The state of the checkbox for all: on or off when all agree, else mixed.
    pub fn all(&self) -> Checked {
        match count(&self.on) {
            0 => Checked::Off,
            count if count == self.on.len() => Checked::On,
            _ => Checked::Mixed,
        }
    }

    /// Restores the default states.
    pub fn reset(&mut self) {
        (self.on, self.given) = (self.checked_by(&self.definition.value), Given::Definition);
    }

    /// Why the choice is not acceptable; empty when it is. Only what would be sent is checked.
    pub fn validity(&self) -> Vec<Invalid> {
        let (least, most) = (self.definition.least, self.definition.most);
        let sent = self.value().len();
        self.conditions.validity(sent == 0, count_violations(sent, least, most))
    }

    /// Carries out an intent on the group: picking a value flips the checkbox that sends it, a flip acts on
    /// the checkbox for all, and clearing unchecks all that are enabled.
    pub fn handle(&mut self, intent: Intent) -> Turn<Vec<String>> {
        self.carry_out(intent).unwrap_or_else(Turn::Refused)
    }

    fn carry_out(&mut self, intent: Intent) -> Result<Turn<Vec<String>>, Refusal> {
        self.conditions.admit()?;
        match intent {
            Intent::Pick(value) => self.flip(value),
            Intent::Clear => self.set_all(false),
            Intent::Flip | Intent::Press(_) | Intent::Key(Key::Space) => {
                let mut free = self.enabled();
                let all = free.all(|at| self.on[at]);
                drop(free);
                self.set_all(!all)
            }
            _ => Err(Refusal::NotForThis),
        }
    }

    /// The indices of the checkboxes that are not disabled.
    fn enabled(&self) -> impl Iterator<Item = usize> {
        let options = self.definition.options.iter().enumerate();
        options.filter(|(_, option)| !option.disabled).map(|(at, _)| at)
    }

    fn flip(&mut self, value: &str) -> Result<Turn<Vec<String>>, Refusal> {
        let place = self.by_value.place(&self.definition.options, value).ok_or(Refusal::NoMatch)?;
        if self.definition.options[place].disabled {
            return Err(Refusal::Disabled);
        }
        let mut on = self.on.clone();
        on[place] = !on[place];
        if on[place] {
            self.admit_count(&on)?;
        }
        Ok(self.settle(on))
    }

    /// Checks or unchecks all that are enabled.
    fn set_all(&mut self, to: bool) -> Result<Turn<Vec<String>>, Refusal> {
        let mut on = self.on.clone();
        self.enabled().for_each(|at| on[at] = to);
        if on == self.on {
            return Err(if count(&on) == 0 { Refusal::Empty } else { Refusal::Unchanged });
        }
        if to {
            self.admit_count(&on)?;
        }
        Ok(self.settle(on))
    }

    fn settle(&mut self, on: Vec<bool>) -> Turn<Vec<String>> {
        (self.on, self.given) = (on, Given::Person);
        Turn::settled(self.value())
    }

    /// Everything a face needs to draw it.
    pub fn view(&self) -> CheckboxGroupView {
        let problem = in_words(&self.validity(), &self.surroundings.world);
        let semantics = self.conditions.semantics(Role::Group, &problem);
        let checkbox = |checked: Checked, disabled: bool| Semantics {
            checked: Some(checked),
            disabled: semantics.disabled || disabled,
            readonly: semantics.readonly,
            ..Semantics::new(Role::Checkbox)
        };
        let choice = |(option, on): (&Choice, &bool)| ChoiceView {
            value: option.value.clone(),
            text: option.text.clone(),
            checkbox: CheckboxView {
                checked: (*on).into(),
                description: String::new(),
                semantics: checkbox((*on).into(), option.disabled),
                problem: String::new(),
            },
        };
        CheckboxGroupView {
            all: self.definition.all.clone().map(|text| AllView {
                text,
                checked: self.all(),
                semantics: checkbox(self.all(), false),
            }),
            choices: self.definition.options.iter().zip(&self.on).map(choice).collect(),
            semantics,
            problem,
        }
    }
}

fn count(on: &[bool]) -> usize {
    on.iter().filter(|on| **on).count()
}

uniform! {
    CheckboxGroup(CheckboxGroup),
    fn kind(&self) -> ValueKind {
        ValueKind::Texts
    }
    fn value_text(&self) -> String {
        let chosen = self.definition.options.iter().zip(&self.on).filter(|(_, on)| **on);
        let texts = chosen.map(|(option, _)| option.text.clone()).collect();
        self.surroundings.world.message(&Message::List(texts))
    }
    fn set_value(&mut self, value: Value) -> Result<(), Refusal> {
        CheckboxGroup::set_value(self, value.chosen()?)
    }
    fn set_nearest(&mut self, value: Value) -> Result<(), Refusal> {
        let wish = value.chosen()?;
        self.put(self.told_by(wish), wish);
        Ok(())
    }
    fn restore(&mut self, value: Value) -> Result<(), Refusal> {
        let values = value.chosen()?;
        self.put(self.on_with_disabled(values), values);
        Ok(())
    }
    fn violations(&self, value: &Value) -> Vec<Invalid> {
        let texts = value.texts();
        let mut wrong = super::select::duplicates(texts);
        for text in texts {
            match self.option(text) {
                None => wrong.push(BadInput::NotOffered(text.clone()).into()),
                Some(option) if option.disabled => {
                    wrong.push(BadInput::NotOpen(text.clone()).into());
                }
                Some(_) => {}
            }
        }
        wrong.extend(count_violations(texts.len(), self.definition.least, self.definition.most));
        wrong
    }
    fn offered(&self, sent: &str) -> Option<&str> {
        let options = &self.definition.options;
        Some(&options.get(self.by_value.offered(options, sent)?)?.value)
    }
    fn max_entries(&self) -> usize {
        self.definition.options.len()
    }
}
