//! On, off or mixed: the ARIA practices' [checkbox pattern][apg], two-state and mixed-state.
//!
//! [apg]: https://www.w3.org/WAI/ARIA/apg/patterns/checkbox/

use super::conditions::condition_methods;
use super::setting::{Label, Setting, SettingError};
use super::uniform::uniform;
use super::{Conditions, Value, ValueKind};
use crate::event::{Shown, Turn};
use crate::intent::{Intent, Key};
use crate::refusal::Refusal;
use crate::semantics::{Checked, Role, Semantics};
use crate::validity::{Invalid, in_words};

/// A checkbox.
///
/// A flip leads from off or mixed to on, and from on to off; nobody can flip one to mixed, only the
/// program can set it so (HTML's `indeterminate`).
///
/// ```
/// use pin_notch::{Checkbox, Checked, Intent};
/// let mut treated = Checkbox::new().starting(Checked::Mixed);
/// assert_eq!(treated.handle(Intent::Flip).to_string(), "input on, change on");
/// ```
///
/// Its definition, its value and its conditions:
///
/// ```
/// use pin_notch::{Checkbox, Checked};
/// let mut treated = Checkbox::new()
///     .starting(Checked::Mixed)
///     .sending("treated")
///     .described("in the last six weeks");
/// assert_eq!(treated.submission_value(), "treated");
/// assert_eq!(treated.description(), "in the last six weeks");
/// treated.set_checked(Checked::On);
/// assert_ne!(treated.checked(), treated.default_checked());
/// treated.reset();
/// treated.set_required(true);
/// assert_eq!(treated.validity().len(), 1); // it has to be on
/// treated.conditions_mut().required = false;
/// treated.set_read_only(true);
/// assert!(treated.view().semantics.read_only);
/// treated.set_disabled(true);
/// assert!(treated.conditions().is_disabled());
/// ```
#[derive(Clone, Debug)]
pub struct Checkbox {
    checked: Checked,
    default: Checked,
    value: String,
    description: String,
    conditions: Conditions,
}

/// All that a face needs to draw a checkbox.
///
/// ```
/// use pin_notch::{Checkbox, Checked};
/// let view = Checkbox::new().starting(Checked::Mixed).view();
/// assert_eq!(view.checked.token(), "mixed");
/// assert_eq!(view.semantics.role.token(), "checkbox");
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct CheckboxView {
    /// Whether it is on.
    pub checked: Checked,
    /// What stands below its label to explain it; empty when nothing does.
    pub description: String,
    /// What assistive technology is told.
    pub semantics: Semantics,
    /// What is wrong with the state, in words for the person; empty when nothing is.
    pub problem: String,
}

impl Default for Checkbox {
    fn default() -> Self {
        Self::new()
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

impl Checkbox {
    /// A checkbox that starts off and sends "on" when it is on.
    pub fn new() -> Self {
        Self {
            checked: Checked::Off,
            default: Checked::Off,
            value: "on".to_owned(),
            description: String::new(),
            conditions: Conditions::default(),
        }
    }

    /// Starts, and after a reset starts again, in this state.
    pub fn starting(mut self, checked: Checked) -> Self {
        self.start(checked);
        self
    }

    pub(super) fn start(&mut self, checked: Checked) {
        (self.checked, self.default) = (checked, checked);
    }

    /// Sends this value, instead of "on", when it is on.
    pub fn sending(mut self, value: impl Into<String>) -> Self {
        self.value = value.into();
        self
    }

    /// Explains it below its label.
    pub fn described(mut self, description: impl Into<String>) -> Self {
        self.description = description.into();
        self
    }

    condition_methods!();

    /// What stands below its label to explain it.
    pub fn description(&self) -> &str {
        &self.description
    }

    /// The state.
    pub fn checked(&self) -> Checked {
        self.checked
    }

    /// The state it starts in.
    pub fn default_checked(&self) -> Checked {
        self.default
    }

    /// What it sends when it is on.
    pub fn submission_value(&self) -> &str {
        &self.value
    }

    /// Sets the state. The program does this, so no event comes of it.
    pub fn set_checked(&mut self, checked: Checked) {
        self.checked = checked;
    }

    /// Back to the state it started in.
    pub fn reset(&mut self) {
        self.checked = self.default;
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
                Turn::settled(self.checked)
            }
        }
    }

    /// All that a face needs to draw it.
    pub fn view(&self) -> CheckboxView {
        let problem = in_words(&self.validity());
        CheckboxView {
            checked: self.checked,
            description: self.description.clone(),
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
    fn value(&self) -> Value {
        self.checked.into()
    }
    fn default_value(&self) -> Value {
        self.default.into()
    }
    fn set_value(&mut self, value: Value) -> Result<(), Refusal> {
        self.checked = match value {
            Value::On(on) => on.into(),
            Value::Mixed => Checked::Mixed,
            _ => return Err(Refusal::WrongKind),
        };
        Ok(())
    }
    fn put(&mut self, setting: &Setting) -> Result<(), SettingError> {
        match setting {
            Setting::Start(value) => {
                self.set_value(value.clone())?;
                self.default = self.checked;
            }
            Setting::Label(Label::Sent, text) => self.value.clone_from(text),
            Setting::Label(Label::Description, text) => self.description.clone_from(text),
            _ => return Err(SettingError::NotForThis),
        }
        Ok(())
    }
    fn against(&self, _value: &Value) -> Vec<Invalid> {
        Vec::new()
    }
    fn on_text(&self) -> &str {
        &self.value
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
