//! Reading controls from the attributes and options of their elements, and writing them.
//!
//! The attributes and their text forms are those of the core's definitions.

use pin_notch::{AttributeError, Choice, Control, ControlError, ControlKind, Definition, Intent};
use std::fmt;

/// What the core does not know: appearance, names and descriptions, and what the page adds.
#[derive(Clone, Debug, Default, PartialEq, Eq)]
#[non_exhaustive]
pub struct Looks {
    /// The icon of a rating as SVG markup, which must be as trusted as the page itself.
    pub svg: String,
    /// The accessible name, for parts that receive the focus instead of the element.
    pub label: String,
    /// The accessible description, for the same parts.
    pub description: String,
    /// The current announcement: why something was refused.
    pub announcement: String,
    /// The problem that the receiver reported, shown until somebody changes the value. It does not prevent
    /// sending again.
    pub problem: String,
    /// What was entered and sent, as [`Value::attribute_text`](pin_notch::Value::attribute_text) or as it
    /// was typed. The element starts with it, but returns to its definition's default when reset. `None` if
    /// it has the default.
    pub entered: Option<String>,
    /// Whether it is hidden at first, like a row that does not count yet. A server then writes it without a
    /// shadow root, which is most of an element's markup; the live element makes its own.
    pub hidden: bool,
}

impl Looks {
    /// The attributes that tell the page what was wrong with what was sent.
    pub const REFUSED: [&str; 2] = ["problem", "entered"];

    /// Puts what was entered into the control: as its value, else as the text in its field, or else, for
    /// controls without a field, as the nearest value.
    pub fn enter(&self, control: &mut Control) {
        let Some(entered) = &self.entered else { return };
        let value = control.parse(entered);
        let taken = value.as_ref().is_ok_and(|value| control.set_value(value.clone()).is_ok());
        if taken || control.handle(Intent::Type(entered)).refusal().is_none() {
            return;
        }
        if let Ok(value) = value {
            // What it cannot hold is ignored.
            let _ = control.set_nearest(value);
        }
    }
}

/// A definition read from an element, and what could not be used.
#[derive(Clone, Debug, PartialEq)]
#[non_exhaustive]
pub struct Read {
    /// The definition. It may still be invalid: see [`Definition::build_or_mend`].
    pub definition: Definition,
    /// Attributes and options that could not be read.
    pub notes: Vec<Note>,
}

/// Something that could not be used as given, and what applies instead.
#[derive(Clone, Debug, PartialEq, Eq)]
pub enum Note {
    /// An attribute, or the options, could not be read and are ignored.
    Misread {
        /// What is ignored, as it was given.
        text: String,
        /// What is wrong with it.
        error: AttributeError,
    },
    /// An attribute does not fit the others and is ignored; a value is moved to the nearest that fits.
    Misfit {
        /// As it was given, if it was.
        text: Option<String>,
        /// What is wrong with it.
        error: ControlError,
    },
}

impl Note {
    /// The attribute concerned; `options` for the options.
    pub fn attribute(&self) -> &str {
        match self {
            Self::Misread { error: AttributeError::Unknown { name, .. }, .. } => name,
            Self::Misread { error: AttributeError::Misread { attribute, .. }, .. } => attribute,
            Self::Misfit { error, .. } => error.attribute(),
        }
    }

    /// Why it could not be used.
    pub fn why(&self) -> String {
        match self {
            Self::Misread { error: AttributeError::Misread { why, .. }, .. } => why.to_string(),
            Self::Misread { error: error @ AttributeError::Unknown { .. }, .. } => {
                error.to_string()
            }
            Self::Misfit { error: ControlError::Default { why, .. }, .. } => why.to_string(),
            Self::Misfit { error, .. } => error.to_string(),
        }
    }
}

impl fmt::Display for Note {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        let (name, why) = (self.attribute(), self.why());
        let text = match self {
            Self::Misread { text, .. } => Some(text),
            Self::Misfit { text, .. } => text.as_ref(),
        };
        match text {
            _ if name == "options" => write!(f, "the options are left out: {why}"),
            Some(text) if matches!(self, Self::Misfit { .. }) && name == "value" => {
                write!(f, "value=\"{}\" becomes the nearest value: {why}", short(text))
            }
            Some(text) => write!(f, "{name}=\"{}\" is ignored: {why}", short(text)),
            None => write!(f, "something is ignored: {why}"),
        }
    }
}

/// The beginning of a text, for a note.
fn short(text: &str) -> String {
    text.chars().take(40).collect()
}

/// Reads the definition of a control from its element's attributes and options. As for HTML's own controls,
/// there always is one: what cannot be read is ignored, with a note.
///
/// ```
/// use pin_notch::ControlKind;
/// use pin_notch_html::definition_from;
/// let read = definition_from(ControlKind::Slider, &[], |name| match name {
///     "max" => Some("4o".into()),
///     _ => None,
/// });
/// assert_eq!(
///     read.notes[0].to_string(),
///     r#"max="4o" is ignored: "4o" is not a number; write it like 12, -0.5 or 2.5e3"#
/// );
/// ```
pub fn definition_from(
    kind: ControlKind,
    options: &[Choice],
    attribute: impl Fn(&str) -> Option<String>,
) -> Read {
    let (mut definition, mut notes) = (Definition::new(kind), Vec::new());
    for name in kind.attribute_names() {
        let Some(text) = attribute(name) else { continue };
        if let Err(error) = definition.set_attribute(name, Some(&text)) {
            notes.push(Note::Misread { text, error });
        }
    }
    if let Err(error) = definition.set_options(options) {
        notes.push(Note::Misread { text: String::new(), error });
    }
    Read { definition, notes }
}

/// Builds the control after leaving out what does not fit, with a note for everything left out and for each
/// remark.
///
/// ```
/// use pin_notch::{Definition, Slider, Value, dec};
/// use pin_notch_html::control_of;
/// let weight = Slider::builder().max(40).value(dec!(40.5));
/// let (control, notes) = control_of(weight.definition().clone().into());
/// assert_eq!(control.value(), Value::Number(dec!(40)));
/// assert_eq!(
///     notes[0].to_string(),
///     r#"value="40.5" becomes the nearest value: above the maximum 40"#
/// );
/// ```
pub fn control_of(definition: Definition) -> (Control, Vec<Note>) {
    let text = |error: &ControlError| definition.attribute(error.attribute());
    let (control, wrong) = definition.clone().build_or_mend();
    let notes = wrong.into_iter().map(|error| Note::Misfit { text: text(&error), error }).collect();
    (control, notes)
}
