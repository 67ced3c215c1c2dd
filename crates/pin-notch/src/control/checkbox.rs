//! On, off or mixed: the ARIA practices' [checkbox pattern][apg], two-state and mixed-state.
//!
//! [apg]: https://www.w3.org/WAI/ARIA/apg/patterns/checkbox/

use super::given::Given;
use super::machine::{conditions_of, machine_methods};
use super::uniform::{uniform, yes_or_no};
use super::{Conditions, ControlError};
use crate::definition::definition;
use crate::event::Turn;
use crate::intent::{Intent, Key};
use crate::message::in_words;
use crate::refusal::Refusal;
use crate::semantics::{Checked, Role, Semantics};
use crate::shown::Shown;
use crate::surroundings::Surroundings;
use crate::validity::Invalid;
use crate::value::{Value, ValueKind};

definition! {
    /// The definition of a [`Checkbox`].
    ///
    /// ```
    /// use pin_notch::{Checkbox, CheckboxDefinition, Checked};
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let mut definition = CheckboxDefinition::default();
    /// (definition.checked, definition.indeterminate) = (true, true);
    /// assert_eq!(Checkbox::new(definition)?.value(), Checked::Mixed);
    /// # Ok(()) }
    /// ```
    CheckboxDefinition,
    /// Builds a [`Checkbox`]; made by [`Checkbox::builder`].
    ///
    /// ```
    /// use pin_notch::Checkbox;
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let treated = Checkbox::builder().description("in the last six weeks").build()?;
    /// assert_eq!(treated.view().description, "in the last six weeks");
    /// # Ok(()) }
    /// ```
    CheckboxBuilder => Checkbox {
        /// It starts checked.
        checked: [flag],
        /// It starts as mixed: neither on nor off.
        indeterminate: [flag],
        /// The value it sends when it is on.
        value: [text] = "on".to_owned(),
        /// A text that explains it, shown below its label.
        description: [text],
    }
}

/// A checkbox.
///
/// Flipping turns off or mixed into on, and on into off. A person cannot make it mixed; only the program
/// can (HTML's `indeterminate`).
///
/// ```
/// use pin_notch::{Checkbox, Checked, Intent};
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// let mut treated = Checkbox::builder().indeterminate(true).build()?;
/// assert_eq!(treated.handle(Intent::Flip).to_string(), "input on, change on");
/// treated.set_value(Checked::Off);
/// assert_ne!(treated.value(), treated.default_value());
/// treated.set_required(true);
/// assert_eq!(treated.validity().len(), 1); // it has to be on
/// treated.reset();
/// assert_eq!(treated.value(), Checked::Mixed);
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
pub struct Checkbox {
    definition: CheckboxDefinition,
    conditions: Conditions,
    surroundings: Surroundings,
    checked: Checked,
    given: Given<Checked>,
}

/// Everything a face needs to draw a checkbox.
///
/// ```
/// use pin_notch::{Checkbox, Checked};
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// let view = Checkbox::builder().indeterminate(true).build()?.view();
/// assert_eq!(view.checked.token(), "mixed");
/// assert_eq!(view.semantics.role.token(), "checkbox");
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct CheckboxView {
    /// Whether it is on.
    pub checked: Checked,
    /// The text below its label that explains it; empty if there is none.
    pub description: String,
    /// Role, name and states for assistive technology.
    pub semantics: Semantics,
    /// The message about what is wrong with the state; empty when nothing is.
    pub problem: String,
}

impl Default for Checkbox {
    fn default() -> Self {
        Self::with(CheckboxDefinition::default())
    }
}

impl Shown for Checked {
    fn shown(&self) -> String {
        match self {
            Self::Off => "off",
            Self::On => "on",
            Self::Mixed => "mixed",
        }
        .to_owned()
    }
}

fn start(definition: &CheckboxDefinition) -> Checked {
    if definition.indeterminate { Checked::Mixed } else { definition.checked.into() }
}

impl Checkbox {
    machine_methods!(CheckboxDefinition, CheckboxBuilder);

    fn with(definition: CheckboxDefinition) -> Self {
        let (checked, conditions) = (start(&definition), conditions_of!(definition));
        let surroundings = Surroundings::default();
        Self { definition, conditions, surroundings, checked, given: Given::Definition }
    }

    fn made(definition: CheckboxDefinition) -> Result<Self, ControlError> {
        Ok(Self::with(definition))
    }

    fn redefined(&mut self, definition: CheckboxDefinition) -> Result<(), ControlError> {
        self.checked = self.given.under(start(&definition), &self.checked, |state| *state);
        self.conditions = conditions_of!(definition).after(&self.conditions);
        self.definition = definition;
        Ok(())
    }

    /// The state.
    pub fn value(&self) -> Checked {
        self.checked
    }

    /// The default state.
    pub fn default_value(&self) -> Checked {
        start(&self.definition)
    }

    /// Sets the state. This is a change made by the program, so it produces no event.
    pub fn set_value(&mut self, checked: Checked) {
        (self.checked, self.given) = (checked, Given::Program(checked));
    }

    /// Restores the default state.
    pub fn reset(&mut self) {
        (self.checked, self.given) = (self.default_value(), Given::Definition);
    }

    /// Why the state is not acceptable; a required checkbox must be on.
    pub fn validity(&self) -> Vec<Invalid> {
        self.conditions.validity(self.checked != Checked::On, Vec::new())
    }

    /// Carries out an intent. A flip, a press and Space check or uncheck it; Enter does not, as in HTML,
    /// where it sends the form. Allocates nothing.
    pub fn handle(&mut self, intent: Intent) -> Turn<Checked> {
        let flips = matches!(intent, Intent::Flip | Intent::Press(_) | Intent::Key(Key::Space));
        match self.conditions.admit() {
            Err(refusal) => Turn::Refused(refusal),
            Ok(()) if !flips => Turn::Refused(Refusal::NotForThis),
            Ok(()) => {
                self.checked = (self.checked != Checked::On).into();
                self.given = Given::Person;
                Turn::settled(self.checked)
            }
        }
    }

    /// Everything a face needs to draw it.
    pub fn view(&self) -> CheckboxView {
        let problem = in_words(&self.validity(), &self.surroundings.world);
        CheckboxView {
            checked: self.checked,
            description: self.definition.description.clone(),
            semantics: Semantics {
                checked: Some(self.checked),
                ..self.conditions.semantics(Role::Checkbox, &problem)
            },
            problem,
        }
    }
}

uniform! {
    Checkbox(Checkbox),
    fn kind(&self) -> ValueKind {
        ValueKind::On
    }
    fn value_text(&self) -> String {
        yes_or_no(self.checked == Checked::On, &self.surroundings.world)
    }
    fn set_value(&mut self, value: Value) -> Result<(), Refusal> {
        Checkbox::set_value(self, match value {
            Value::On(on) => on.into(),
            Value::Mixed => Checked::Mixed,
            _ => return Err(Refusal::WrongKind),
        });
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

impl From<Checked> for Value {
    fn from(checked: Checked) -> Self {
        match checked {
            Checked::Off => Self::On(false),
            Checked::On => Self::On(true),
            Checked::Mixed => Self::Mixed,
        }
    }
}
