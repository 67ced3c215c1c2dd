//! On or off, at once: the ARIA practices' [switch pattern][apg], and a checkbox to a form.
//!
//! [apg]: https://www.w3.org/WAI/ARIA/apg/patterns/switch/

use super::conditions::condition_methods;
use super::setting::{Label, Setting, SettingError};
use super::uniform::uniform;
use super::{Conditions, Value, ValueKind};
use crate::event::Turn;
use crate::intent::{Intent, Key};
use crate::refusal::Refusal;
use crate::semantics::{Role, Semantics};
use crate::validity::{Invalid, in_words};

/// A switch.
///
/// ```
/// use pin_notch::{Intent, Switch};
/// let mut feeder = Switch::new().captioned("feeding", "not feeding");
/// assert_eq!(feeder.handle(Intent::Flip).to_string(), "input on, change on");
/// assert_eq!(feeder.view().caption, "feeding");
/// ```
///
/// Its definition, its value and its conditions:
///
/// ```
/// use pin_notch::Switch;
/// let mut feeder = Switch::new().starting(true).sending("fed").captioned("fed", "not fed");
/// assert_eq!((feeder.submission_value(), feeder.captions()), ("fed", ["fed", "not fed"]));
/// feeder.set_on(false);
/// assert_eq!(feeder.view().caption, "not fed");
/// assert_ne!(feeder.is_on(), feeder.default_on());
/// feeder.reset();
/// feeder.set_required(true);
/// assert!(feeder.conditions().required && feeder.validity().is_empty());
/// feeder.conditions_mut().required = false;
/// feeder.set_read_only(true);
/// feeder.set_disabled(true);
/// ```
#[derive(Clone, Debug)]
pub struct Switch {
    on: bool,
    default: bool,
    value: String,
    captions: [String; 2],
    conditions: Conditions,
}

/// All that a face needs to draw a switch.
///
/// ```
/// use pin_notch::Switch;
/// let view = Switch::new().starting(true).captioned("fed", "not fed").view();
/// assert_eq!((view.on, view.caption.as_str()), (true, "fed"));
/// assert_eq!(view.semantics.role.token(), "switch");
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct SwitchView {
    /// Whether it is on.
    pub on: bool,
    /// The words for the state it is in; empty when there are none.
    pub caption: String,
    /// What assistive technology is told.
    pub semantics: Semantics,
    /// What is wrong with the state, in words for the person; empty when nothing is.
    pub problem: String,
}

impl Default for Switch {
    fn default() -> Self {
        Self::new()
    }
}

impl Switch {
    /// A switch that starts off and sends "on" when it is on.
    pub fn new() -> Self {
        Self {
            on: false,
            default: false,
            value: "on".to_owned(),
            captions: Default::default(),
            conditions: Conditions::default(),
        }
    }

    /// Starts, and after a reset starts again, on or off.
    pub fn starting(mut self, on: bool) -> Self {
        (self.on, self.default) = (on, on);
        self
    }

    /// Sends this value, instead of "on", when it is on.
    pub fn sending(mut self, value: impl Into<String>) -> Self {
        self.value = value.into();
        self
    }

    /// Shows these words beside it while it is on, and those while it is off.
    pub fn captioned(mut self, on: impl Into<String>, off: impl Into<String>) -> Self {
        self.captions = [off.into(), on.into()];
        self
    }

    condition_methods!();

    /// Whether it is on.
    pub fn is_on(&self) -> bool {
        self.on
    }

    /// Whether it starts on.
    pub fn default_on(&self) -> bool {
        self.default
    }

    /// What it sends when it is on.
    pub fn submission_value(&self) -> &str {
        &self.value
    }

    /// The words for on and off; empty when there are none.
    pub fn captions(&self) -> [&str; 2] {
        [&self.captions[1], &self.captions[0]]
    }

    /// Turns it on or off. The program does this, so no event comes of it.
    pub fn set_on(&mut self, on: bool) {
        self.on = on;
    }

    /// Back to the state it started in.
    pub fn reset(&mut self) {
        self.on = self.default;
    }

    /// Why the state is not acceptable; empty when it is. A required switch must be on, as a required
    /// checkbox must be checked.
    pub fn validity(&self) -> Vec<Invalid> {
        self.conditions.validity(!self.on, Vec::new())
    }

    /// Carries out an intent. A flip, a press, Space and Enter all switch it. Allocates nothing.
    pub fn handle(&mut self, intent: Intent) -> Turn<bool> {
        let flips = matches!(
            intent,
            Intent::Flip | Intent::Press(_) | Intent::Key(Key::Space | Key::Enter)
        );
        match self.conditions.admit() {
            Err(refusal) => Turn::Refused(refusal),
            Ok(()) if !flips => Turn::Refused(Refusal::NotForThis),
            Ok(()) => {
                self.on = !self.on;
                Turn::settled(self.on)
            }
        }
    }

    /// All that a face needs to draw it.
    pub fn view(&self) -> SwitchView {
        let problem = in_words(&self.validity());
        SwitchView {
            on: self.on,
            caption: self.captions[usize::from(self.on)].clone(),
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
    fn value(&self) -> Value {
        self.on.into()
    }
    fn default_value(&self) -> Value {
        self.default.into()
    }
    fn set_value(&mut self, value: Value) -> Result<(), Refusal> {
        self.on = value.is_on().ok_or(Refusal::WrongKind)?;
        Ok(())
    }
    fn put(&mut self, setting: &Setting) -> Result<(), SettingError> {
        match setting {
            Setting::Start(value) => {
                self.set_value(value.clone())?;
                self.default = self.on;
            }
            Setting::Label(Label::Sent, text) => self.value.clone_from(text),
            Setting::Label(Label::On, text) => self.captions[1].clone_from(text),
            Setting::Label(Label::Off, text) => self.captions[0].clone_from(text),
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
