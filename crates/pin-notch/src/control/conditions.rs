//! The conditions that every control can be under, whatever its value.

use crate::refusal::Refusal;
use crate::semantics::{Role, Semantics};
use crate::validity::Invalid;

/// Whether a control is disabled, read-only, required, or objected to by the program.
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
/// A control is disabled by itself or by the fieldset it stands in:
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
    /// It cannot be used, is not sent with a form and not checked.
    pub disabled: bool,
    /// It is the same because a fieldset it stands in is disabled.
    pub fieldset_disabled: bool,
    /// It shows and sends its value but does not let it be changed, and is not checked.
    pub readonly: bool,
    /// A form cannot be sent while it is empty (or, for a switch, off).
    pub required: bool,
    /// The program's own objection to the value, in words: HTML's custom validity.
    pub custom_error: Option<String>,
}

impl Conditions {
    /// Those that a definition sets.
    pub(super) fn new(required: bool, readonly: bool, disabled: bool) -> Self {
        Self { required, readonly, disabled, ..Self::default() }
    }

    /// These, with what comes from outside as it was before.
    pub(super) fn after(self, before: &Self) -> Self {
        let (fieldset_disabled, custom_error) =
            (before.fieldset_disabled, before.custom_error.clone());
        Self { fieldset_disabled, custom_error, ..self }
    }

    /// Whether it is disabled, by itself or by a fieldset it stands in.
    pub fn is_disabled(&self) -> bool {
        self.disabled || self.fieldset_disabled
    }

    /// Refuses whatever would change the value while it must not be changed.
    pub(super) fn admit(&self) -> Result<(), Refusal> {
        match (self.is_disabled(), self.readonly) {
            (true, _) => Err(Refusal::Disabled),
            (_, true) => Err(Refusal::Readonly),
            _ => Ok(()),
        }
    }

    /// `found`, with `valueMissing` before it and the program's objection after it; nothing at all for
    /// a control that is barred from being checked.
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

    /// What assistive technology is told of a control in this role that has this problem, or "". A slider
    /// always has a value, and ARIA knows no required ones.
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
