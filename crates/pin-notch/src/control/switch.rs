//! On or off, with immediate effect: the ARIA practices' [switch pattern][apg]. A form treats it as a
//! checkbox.
//!
//! [apg]: https://www.w3.org/WAI/ARIA/apg/patterns/switch/

use super::given::Given;
use super::machine::{conditions_of, machine_methods};
use super::uniform::{uniform, yes_or_no};
use super::{Conditions, ControlError};
use crate::definition::definition;
use crate::event::Turn;
use crate::intent::{Intent, Key};
use crate::message::in_words;
use crate::refusal::Refusal;
use crate::semantics::{Role, Semantics};
use crate::surroundings::Surroundings;
use crate::validity::Invalid;
use crate::value::{Value, ValueKind};

definition! {
    /// The definition of a [`Switch`].
    ///
    /// ```
    /// use pin_notch::{Switch, SwitchDefinition};
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let mut definition = SwitchDefinition::default();
    /// definition.checked = true;
    /// assert!(Switch::new(definition)?.is_on());
    /// # Ok(()) }
    /// ```
    SwitchDefinition,
    /// Builds a [`Switch`]; made by [`Switch::builder`].
    ///
    /// ```
    /// use pin_notch::Switch;
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let feeder = Switch::builder().when_on("fed").when_off("not fed").build()?;
    /// assert_eq!(feeder.view().caption, "not fed");
    /// # Ok(()) }
    /// ```
    SwitchBuilder => Switch {
        /// It starts on.
        checked: [flag],
        /// The value it sends when it is on.
        value: [text] = "on".to_owned(),
        /// The text shown beside it while it is on.
        when_on: [text],
        /// The text shown beside it while it is off.
        when_off: [text],
    }
}

/// A switch.
///
/// ```
/// use pin_notch::{Intent, Switch};
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// let mut feeder = Switch::builder().when_on("feeding").when_off("not feeding").build()?;
/// assert_eq!(feeder.handle(Intent::Flip).to_string(), "input on, change on");
/// assert_eq!(feeder.view().caption, "feeding");
/// feeder.set_value(false);
/// assert_eq!(feeder.value(), feeder.default_value());
/// feeder.set_required(true);
/// assert_eq!(feeder.validity().len(), 1); // it has to be on
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
pub struct Switch {
    definition: SwitchDefinition,
    conditions: Conditions,
    surroundings: Surroundings,
    on: bool,
    given: Given<bool>,
}

/// Everything a face needs to draw a switch.
///
/// ```
/// use pin_notch::Switch;
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// let view = Switch::builder().checked(true).when_on("fed").build()?.view();
/// assert_eq!((view.on, view.caption.as_str()), (true, "fed"));
/// assert_eq!(view.semantics.role.token(), "switch");
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct SwitchView {
    /// Whether it is on.
    pub on: bool,
    /// The text for its current state; may be empty.
    pub caption: String,
    /// Role, name and states for assistive technology.
    pub semantics: Semantics,
    /// The message about what is wrong with the state; empty when nothing is.
    pub problem: String,
}

impl Default for Switch {
    fn default() -> Self {
        Self::with(SwitchDefinition::default())
    }
}

impl Switch {
    machine_methods!(SwitchDefinition, SwitchBuilder);

    fn with(definition: SwitchDefinition) -> Self {
        let (on, conditions) = (definition.checked, conditions_of!(definition));
        let surroundings = Surroundings::default();
        Self { definition, conditions, surroundings, on, given: Given::Definition }
    }

    fn made(definition: SwitchDefinition) -> Result<Self, ControlError> {
        Ok(Self::with(definition))
    }

    fn redefined(&mut self, definition: SwitchDefinition) -> Result<(), ControlError> {
        self.on = self.given.under(definition.checked, &self.on, |on| *on);
        self.conditions = conditions_of!(definition).after(&self.conditions);
        self.definition = definition;
        Ok(())
    }

    /// Whether it is on.
    pub fn is_on(&self) -> bool {
        self.on
    }

    /// The current state; the same as [`is_on`](Self::is_on).
    pub fn value(&self) -> bool {
        self.on
    }

    /// Whether it starts on.
    pub fn default_value(&self) -> bool {
        self.definition.checked
    }

    /// Turns it on or off. This is a change made by the program, so it produces no event.
    pub fn set_value(&mut self, on: bool) {
        (self.on, self.given) = (on, Given::Program(on));
    }

    /// Restores the default state.
    pub fn reset(&mut self) {
        (self.on, self.given) = (self.definition.checked, Given::Definition);
    }

    /// Why the state is not acceptable; empty when it is. A required switch must be on, as a required
    /// checkbox must be checked.
    pub fn validity(&self) -> Vec<Invalid> {
        self.conditions.validity(!self.on, Vec::new())
    }

    /// Carries out an intent. A flip, a press, Space and Enter all toggle it. Allocates nothing.
    pub fn handle(&mut self, intent: Intent) -> Turn<bool> {
        let flips = matches!(
            intent,
            Intent::Flip | Intent::Press(_) | Intent::Key(Key::Space | Key::Enter)
        );
        match self.conditions.admit() {
            Err(refusal) => Turn::Refused(refusal),
            Ok(()) if !flips => Turn::Refused(Refusal::NotForThis),
            Ok(()) => {
                (self.on, self.given) = (!self.on, Given::Person);
                Turn::settled(self.on)
            }
        }
    }

    /// The text for the current state.
    fn caption(&self) -> &str {
        let SwitchDefinition { when_on, when_off, .. } = &self.definition;
        if self.on { when_on } else { when_off }
    }

    /// Everything a face needs to draw it.
    pub fn view(&self) -> SwitchView {
        let problem = in_words(&self.validity(), &self.surroundings.world);
        SwitchView {
            on: self.on,
            caption: self.caption().to_owned(),
            semantics: Semantics {
                checked: Some(self.on.into()),
                ..self.conditions.semantics(Role::Switch, &problem)
            },
            problem,
        }
    }
}

uniform! {
    Switch(Switch),
    fn kind(&self) -> ValueKind {
        ValueKind::On
    }
    fn value_text(&self) -> String {
        match self.caption() {
            "" => yes_or_no(self.on, &self.surroundings.world),
            caption => caption.to_owned(),
        }
    }
    fn set_value(&mut self, value: Value) -> Result<(), Refusal> {
        Switch::set_value(self, value.is_on().ok_or(Refusal::WrongKind)?);
        Ok(())
    }
    fn set_nearest(&mut self, value: Value) -> Result<(), Refusal> {
        crate::control::uniform::Uniform::set_value(self, value)
    }
    fn violations(&self, _value: &Value) -> Vec<Invalid> {
        Vec::new()
    }
    fn on_text(&self) -> &str {
        &self.definition.value
    }
}
