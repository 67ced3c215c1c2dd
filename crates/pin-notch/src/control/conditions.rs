//! The conditions that apply to every control regardless of its value: disabled, read-only, required.

use crate::refusal::Refusal;
use crate::semantics::{Role, Semantics};
use crate::validity::Invalid;

/// Whether a control is disabled, read-only or required, and the program's own objection, if any.
///
/// ```
/// use pin_notch::{Intent, Switch};
/// let mut feeder = Switch::default();
/// feeder.set_custom_error("The feeder is broken.");
/// assert_eq!(feeder.validity()[0].to_string(), "The feeder is broken.");
/// feeder.set_readonly(true);
/// assert_eq!(feeder.handle(Intent::Flip).to_string(), "refused: read-only");
/// ```
///
/// A control can be disabled itself or by the fieldset it is in:
///
/// ```
/// use pin_notch::Switch;
/// let mut feeder = Switch::default();
/// feeder.set_fieldset_disabled(true);
/// assert!(feeder.conditions().is_disabled());
/// ```
#[derive(Clone, Debug, Default, PartialEq, Eq)]
#[non_exhaustive]
pub struct Conditions {
    /// It cannot be used, and it is neither sent with the form nor checked.
    pub disabled: bool,
    /// It is disabled by a fieldset around it.
    pub fieldset_disabled: bool,
    /// It shows and sends its value, but cannot be changed and is not checked.
    pub readonly: bool,
    /// The form cannot be sent while it is empty (or, for a switch, off).
    pub required: bool,
    /// The program's own objection to the value, as text: HTML's custom validity.
    pub custom_error: Option<String>,
}

impl Conditions {
    /// The conditions that a definition sets.
    pub(super) fn new(required: bool, readonly: bool, disabled: bool) -> Self {
        Self { required, readonly, disabled, ..Self::default() }
    }

    /// The definition's conditions, keeping those set from outside it.
    pub(super) fn after(self, before: &Self) -> Self {
        let (fieldset_disabled, custom_error) =
            (before.fieldset_disabled, before.custom_error.clone());
        Self { fieldset_disabled, custom_error, ..self }
    }

    /// Whether it is disabled, itself or by a fieldset around it.
    pub fn is_disabled(&self) -> bool {
        self.disabled || self.fieldset_disabled
    }

    /// Refuses to change the value of a disabled or read-only control.
    pub(super) fn admit(&self) -> Result<(), Refusal> {
        match (self.is_disabled(), self.readonly) {
            (true, _) => Err(Refusal::Disabled),
            (_, true) => Err(Refusal::Readonly),
            _ => Ok(()),
        }
    }

    /// `found`, preceded by `valueMissing` and followed by the program's objection, where they apply;
    /// nothing at all for a control that is barred from validation.
    pub(super) fn validity(&self, missing: bool, found: Vec<Invalid>) -> Vec<Invalid> {
        if self.is_disabled() || self.readonly {
            return Vec::new();
        }
        let mut all = found;
        if missing && self.required {
            all.insert(0, Invalid::ValueMissing);
        }
        if let Some(message) = &self.custom_error {
            all.push(Invalid::CustomError(message.clone()));
        }
        all
    }

    /// The semantics of a control with this role and this problem ("" for none). A slider always has a
    /// value, so ARIA does not define `aria-required` for it.
    pub(super) fn semantics(&self, role: Role, problem: &str) -> Semantics {
        Semantics {
            disabled: self.is_disabled(),
            readonly: self.readonly,
            required: self.required,
            invalid: !problem.is_empty(),
            ..Semantics::new(role)
        }
    }
}
