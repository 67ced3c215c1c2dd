//! Errors in using a form.

use super::MAX_ROWS;
use crate::control::ControlError;
use crate::expression::ExpressionError;
use crate::quoted::Quoted;
use crate::validity::Invalid;
use core::fmt;

/// Errors in using a form.
///
/// ```
/// use pin_notch::{Form, FormError, Switch};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let form = Form::new().with("feeder", "Feeder", Switch::default())?;
/// let error = form.with("feeder", "Feeder again", Switch::default()).unwrap_err();
/// assert_eq!(error, FormError::NameTaken("feeder".into()));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub enum FormError {
    /// A field has no option with this value.
    NoSuchOption(String),
    /// There is no preset with this name.
    NoSuchPreset(String),
    /// A preset has a value that its field does not accept.
    Preset {
        /// The field's name.
        field: String,
        /// Why not.
        why: Invalid,
    },
    /// The maximum number of rows must be 1 to [`MAX_ROWS`], the minimum must not exceed it, and rows
    /// cannot contain fieldsets, outputs or other rows.
    Rows(String),
    /// Two controls have the same name, so that what is received could not be assigned to them.
    NameTaken(String),
    /// A control has no name. HTML does not send such a control.
    Unnamed,
    /// There is no control with this name.
    NoSuchField(String),
    /// A control's definition is invalid.
    Control(ControlError),
    /// A field cannot follow another one, because their values are of different kinds.
    OtherKind {
        /// The name of the field to be followed.
        from: String,
        /// The name of the field that was to follow it.
        to: String,
    },
    /// A field has no numbers, or a conversion has no inverse.
    NotNumbers(String),
    /// There is no fieldset with this name.
    NoSuchFieldset(String),
    /// A rule has no field at which to report its problem.
    RuleWithoutField,
    /// The condition under which this field counts depends on the field itself.
    Circle(String),
    /// A condition or a sentence that was given as a text is wrong.
    Expression {
        /// The whole text.
        text: String,
        /// What is wrong in it, and where.
        error: ExpressionError,
    },
}

impl fmt::Display for FormError {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::NameTaken(name) => {
                write!(f, "the name {} is taken: give each control its own", Quoted(name))
            }
            Self::NoSuchOption(value) => write!(f, "there is no option {}", Quoted(value)),
            Self::NoSuchPreset(name) => write!(f, "no preset is named {}", Quoted(name)),
            Self::Preset { field, why } => write!(f, "{}: {why}", Quoted(field)),
            Self::Rows(name) => write!(
                f,
                "the rows {} must have a maximum of 1 to {MAX_ROWS}, a minimum not above it, and only fields in them",
                Quoted(name)
            ),
            Self::Control(error) => error.fmt(f),
            Self::Unnamed => f.write_str("a control has no name: it would never be sent"),
            Self::RuleWithoutField => f.write_str("a rule checks no field: name at least one"),
            Self::NotNumbers(name) => {
                write!(
                    f,
                    "{} cannot be converted: it has no numbers, or the conversion cannot be inverted",
                    Quoted(name)
                )
            }
            Self::OtherKind { from, to } => write!(
                f,
                "{} cannot follow {}: they hold values of different kinds",
                Quoted(to),
                Quoted(from)
            ),
            Self::Circle(name) => {
                write!(f, "whether {} counts depends on its own value", Quoted(name))
            }
            Self::NoSuchFieldset(name) => write!(f, "no fieldset is named {}", Quoted(name)),
            Self::NoSuchField(name) => write!(f, "no control is named {}", Quoted(name)),
            Self::Expression { text, error } => {
                write!(f, "{}: {error}", Quoted(text))?;
                error.help().map_or(Ok(()), |help| write!(f, "; {help}"))
            }
        }
    }
}

impl std::error::Error for FormError {
    fn source(&self) -> Option<&(dyn std::error::Error + 'static)> {
        match self {
            Self::Control(error) => Some(error),
            Self::Preset { why, .. } => Some(why),
            Self::Expression { error, .. } => Some(error),
            Self::NoSuchOption(_)
            | Self::NoSuchPreset(_)
            | Self::Rows(_)
            | Self::NameTaken(_)
            | Self::Unnamed
            | Self::NoSuchField(_)
            | Self::OtherKind { .. }
            | Self::NotNumbers(_)
            | Self::NoSuchFieldset(_)
            | Self::RuleWithoutField
            | Self::Circle(_) => None,
        }
    }
}

impl From<ControlError> for FormError {
    fn from(error: ControlError) -> Self {
        Self::Control(error)
    }
}

impl From<core::convert::Infallible> for FormError {
    fn from(never: core::convert::Infallible) -> Self {
        match never {}
    }
}
