//! One of a few options, all visible: the ARIA practices' [radio group][apg].
//!
//! [apg]: https://www.w3.org/WAI/ARIA/apg/patterns/radio/

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
use crate::semantics::{Orientation, Role, Semantics};
use crate::surroundings::Surroundings;
use crate::validity::{BadInput, Invalid};
use crate::value::{Choice, Value, ValueKind};
use crate::world::Direction;

definition! {
    /// The definition of a [`RadioGroup`].
    ///
    /// ```
    /// use pin_notch::{RadioGroup, RadioGroupDefinition};
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let mut definition = RadioGroupDefinition::default();
    /// definition.options = vec!["calm".into(), "nervous".into()];
    /// assert_eq!(RadioGroup::new(definition)?.value(), None);
    /// # Ok(()) }
    /// ```
    RadioGroupDefinition,
    /// Builds a [`RadioGroup`]; made by [`RadioGroup::builder`].
    ///
    /// ```
    /// use pin_notch::RadioGroup;
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let queen = RadioGroup::builder().options(["seen", "not seen"]).value("seen").build()?;
    /// assert_eq!(queen.value(), Some("seen"));
    /// # Ok(()) }
    /// ```
    RadioGroupBuilder => RadioGroup {
        /// The value of the option chosen by default; without it, none is.
        value: [maybe text],
        /// Whether the options are laid out in a column or in a row.
        orientation: [one Orientation] = Orientation::Vertical,
    }
    /// The options to choose from.
    options: Choice,
}

/// One of a few options. It may start with none chosen. A person can choose another one, and can clear the
/// choice unless one is required. Disabled options are skipped; one that is chosen nevertheless is not
/// sent.
///
/// ```
/// use pin_notch::{Intent, Key, RadioGroup};
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// let mut queen = RadioGroup::builder().options(["seen", "not seen", "gone"]).required(true).build()?;
/// assert_eq!(queen.validity().len(), 1);
/// assert_eq!(queen.handle(Intent::Key(Key::Space)).to_string(), "input seen, change seen");
/// assert_eq!(queen.handle(Intent::Key(Key::Up)).to_string(), "input gone, change gone");
/// assert_eq!(queen.handle(Intent::Pick("not seen")).to_string(), "input not seen, change not seen");
/// assert!(queen.validity().is_empty());
/// queen.reset();
/// assert_eq!(queen.value(), queen.default_value());
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
pub struct RadioGroup {
    definition: RadioGroupDefinition,
    conditions: Conditions,
    surroundings: Surroundings,
    /// The index of the chosen option.
    chosen: Option<usize>,
    given: Given<Option<String>>,
}

/// Everything a face needs to draw a group of radio buttons.
///
/// ```
/// use pin_notch::RadioGroup;
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// let view = RadioGroup::builder().options(["seen", "not seen"]).value("not seen").build()?.view();
/// assert!(view.radios[1].chosen && view.radios[1].active);
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct RadioGroupView {
    /// The radio buttons, in order.
    pub radios: Vec<RadioView>,
    /// Whether they are laid out in a column or in a row.
    pub orientation: Orientation,
    /// Role, name and states of the group for assistive technology.
    pub semantics: Semantics,
    /// The message about what is wrong with the choice; empty when nothing is.
    pub problem: String,
}

/// A radio button of a group: see [`RadioGroupView`].
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct RadioView {
    /// The value of its option.
    pub value: String,
    /// Its label.
    pub text: String,
    /// Whether it is chosen.
    pub chosen: bool,
    /// Whether it receives the focus when the group does: the chosen one, or else the first that can be
    /// chosen.
    pub active: bool,
    /// Its role, name and states for assistive technology.
    pub semantics: Semantics,
}

impl Default for RadioGroup {
    fn default() -> Self {
        Self::with(RadioGroupDefinition::default())
    }
}

impl RadioGroup {
    machine_methods!(RadioGroupDefinition, RadioGroupBuilder);

    fn with(definition: RadioGroupDefinition) -> Self {
        let conditions = conditions_of!(definition);
        let (surroundings, given) = (Surroundings::default(), Given::Definition);
        let mut group = Self { definition, conditions, surroundings, chosen: None, given };
        group.chosen = group.start();
        group
    }

    fn made(definition: RadioGroupDefinition) -> Result<Self, ControlError> {
        Ok(Self::with(definition))
    }

    fn redefined(&mut self, definition: RadioGroupDefinition) -> Result<(), ControlError> {
        let now = self.option().map(|option| option.value.clone());
        self.conditions = conditions_of!(definition).after(&self.conditions);
        self.definition = definition;
        let wanted = match &self.given {
            Given::Definition => self.definition.value.clone(),
            Given::Program(wish) => wish.clone(),
            Given::Person => now,
        };
        self.chosen = wanted.and_then(|value| self.place(&value));
        Ok(())
    }

    /// The index of the option with this value; of several, the first that can be chosen.
    fn place(&self, value: &str) -> Option<usize> {
        place_among(&self.definition.options, value)
    }

    fn start(&self) -> Option<usize> {
        self.place(self.definition.value.as_deref()?)
    }

    /// The chosen option, disabled or not.
    pub fn option(&self) -> Option<&Choice> {
        self.definition.options.get(self.chosen?)
    }

    /// The value of the chosen option; `None` if that option is disabled and so sends nothing.
    pub fn value(&self) -> Option<&str> {
        self.sent(self.chosen)
    }

    /// The default value.
    pub fn default_value(&self) -> Option<&str> {
        self.sent(self.start())
    }

    fn sent(&self, place: Option<usize>) -> Option<&str> {
        let option = self.definition.options.get(place?)?;
        (!option.disabled).then_some(option.value.as_str())
    }

    /// Chooses the option with this value, or none. This is a change made by the program, so it produces no
    /// event.
    ///
    /// # Errors
    /// [`Refusal::NoMatch`] if no option has it.
    pub fn set_value(&mut self, value: Option<&str>) -> Result<(), Refusal> {
        // A later option with the same value stays if its value is written back.
        if value.is_none() || value != self.value() {
            let place = |value| self.place(value).ok_or(Refusal::NoMatch);
            self.chosen = value.map(place).transpose()?;
        }
        self.given = Given::Program(value.map(str::to_owned));
        Ok(())
    }

    /// Restores the default choice.
    pub fn reset(&mut self) {
        (self.chosen, self.given) = (self.start(), Given::Definition);
    }

    /// Why the choice is not acceptable; empty when it is.
    pub fn validity(&self) -> Vec<Invalid> {
        self.conditions.validity(self.value().is_none(), Vec::new())
    }

    /// Carries out an intent. Down and Right choose the next option, Up and Left the previous one (Left and
    /// Right are swapped if text runs right to left), wrapping around at the ends. Space chooses the
    /// focused option.
    pub fn handle(&mut self, intent: Intent) -> Turn<Option<String>> {
        self.carry_out(intent).unwrap_or_else(Turn::Refused)
    }

    fn carry_out(&mut self, intent: Intent) -> Result<Turn<Option<String>>, Refusal> {
        self.conditions.admit()?;
        let right_to_left = self.surroundings.direction() == Direction::RightToLeft;
        let to = match intent {
            Intent::Pick(value) => {
                let place = self.place(value).ok_or(Refusal::NoMatch)?;
                if self.definition.options[place].disabled {
                    return Err(Refusal::Disabled);
                }
                Some(place)
            }
            Intent::Key(Key::Down) => self.next_enabled(true)?,
            Intent::Key(Key::Up) => self.next_enabled(false)?,
            Intent::Key(Key::Right) => self.next_enabled(!right_to_left)?,
            Intent::Key(Key::Left) => self.next_enabled(right_to_left)?,
            Intent::Key(Key::Space) => Some(self.active().ok_or(Refusal::NoMatch)?),
            Intent::Clear if self.value().is_none() => return Err(Refusal::Empty),
            Intent::Clear if self.conditions.required => return Err(Refusal::Required),
            Intent::Clear => None,
            _ => return Err(Refusal::NotForThis),
        };
        if to == self.chosen {
            return Err(Refusal::Unchanged);
        }
        (self.chosen, self.given) = (to, Given::Person);
        Ok(Turn::settled(self.value().map(str::to_owned)))
    }

    /// The indices of the options that can be chosen; of several with the same value, the first.
    fn enabled(&self) -> impl Iterator<Item = usize> + Clone {
        let options = self.definition.options.iter().enumerate();
        let is_free = |(at, option): &(usize, &Choice)| {
            !option.disabled && self.place(&option.value) == Some(*at)
        };
        options.filter(is_free).map(|(at, _)| at)
    }

    /// The next or previous option that can be chosen, wrapping around at the ends. If none is chosen,
    /// counting starts at the focused option.
    fn next_enabled(&self, forwards: bool) -> Result<Option<usize>, Refusal> {
        let from = self.chosen.or(self.active()).ok_or(Refusal::NoMatch)?;
        let free = self.enabled();
        let to = match forwards {
            true => free.clone().find(|at| *at > from).or(free.clone().next()),
            false => free.clone().filter(|at| *at < from).last().or(free.last()),
        };
        to.map(Some).ok_or(Refusal::NoMatch)
    }

    /// The index of the option that receives the focus when the group does.
    fn active(&self) -> Option<usize> {
        let chosen = self.chosen.filter(|at| !self.definition.options[*at].disabled);
        chosen.or_else(|| self.enabled().next())
    }

    /// Everything a face needs to draw it.
    pub fn view(&self) -> RadioGroupView {
        let problem = in_words(&self.validity(), &self.surroundings.world);
        let semantics = self.conditions.semantics(Role::RadioGroup, &problem);
        let active = self.active();
        let radio = |(at, option): (usize, &Choice)| {
            let chosen = self.chosen == Some(at);
            RadioView {
                value: option.value.clone(),
                text: option.text.clone(),
                chosen,
                active: active == Some(at),
                semantics: Semantics {
                    checked: Some(chosen.into()),
                    disabled: semantics.disabled || option.disabled,
                    ..Semantics::new(Role::Radio)
                },
            }
        };
        RadioGroupView {
            radios: self.definition.options.iter().enumerate().map(radio).collect(),
            orientation: self.definition.orientation,
            semantics,
            problem,
        }
    }
}

uniform! {
    RadioGroup(RadioGroup),
    fn kind(&self) -> ValueKind {
        ValueKind::Text
    }
    fn value_text(&self) -> String {
        let chosen = self.chosen.and_then(|at| self.definition.options.get(at));
        chosen.map(|option| option.text.clone()).unwrap_or_default()
    }
    fn set_value(&mut self, value: Value) -> Result<(), Refusal> {
        let value: Option<String> = Taken::taken(value)?;
        RadioGroup::set_value(self, value.as_deref())
    }
    fn set_nearest(&mut self, value: Value) -> Result<(), Refusal> {
        let wish: Option<String> = Taken::taken(value)?;
        let known = RadioGroup::set_value(self, wish.as_deref());
        // Its options may arrive later.
        self.given = Given::Program(wish);
        if self.definition.options.is_empty() { Ok(()) } else { known }
    }
    fn violations(&self, value: &Value) -> Vec<Invalid> {
        let Some(text) = value.text() else { return Vec::new() };
        match self.place(text).map(|at| &self.definition.options[at]) {
            None => vec![BadInput::NotOffered(text.to_owned()).into()],
            Some(option) if option.disabled => vec![BadInput::NotOpen(text.to_owned()).into()],
            Some(_) => Vec::new(),
        }
    }
    fn offered(&self, sent: &str) -> Option<&str> {
        let mut values = self.definition.options.iter().map(|option| option.value.as_str());
        values.find(|value| sent_alike(value, sent))
    }
    fn entries(&self) -> Vec<String> {
        // HTML sends nothing if none is chosen.
        RadioGroup::value(self).map(str::to_owned).into_iter().collect()
    }
}
