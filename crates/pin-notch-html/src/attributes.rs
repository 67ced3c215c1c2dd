//! Controls from the attributes and options of their elements, and the way back.
//!
//! Which attributes there are, the definitions of the core say; their texts are the same here.

// A new control has to be thought of wherever controls are told apart.
#![warn(clippy::wildcard_enum_match_arm)]

use pin_notch::{AttributeError, Choice, Control, ControlError, ControlKind, Definition, Intent};
use std::fmt;

/// The name of a control's element.
///
/// ```
/// use pin_notch::ControlKind;
/// use pin_notch_html::tag_of;
/// assert_eq!(tag_of(ControlKind::SpanSlider), "notch-span-slider");
/// ```
pub fn tag_of(kind: ControlKind) -> &'static str {
    match kind {
        ControlKind::Slider => "notch-slider",
        ControlKind::SpanSlider => "notch-span-slider",
        ControlKind::Rating => "notch-rating",
        ControlKind::Switch => "notch-switch",
        ControlKind::Checkbox => "notch-checkbox",
        ControlKind::CheckboxGroup => "notch-checkbox-group",
        ControlKind::RadioGroup => "notch-radio-group",
        ControlKind::Text => "notch-text",
        ControlKind::Stepper => "notch-stepper",
        ControlKind::ItemStepper => "notch-item-stepper",
        ControlKind::Select => "notch-select",
        ControlKind::Date => "notch-date",
        ControlKind::DateSpan => "notch-date-span",
        ControlKind::Month => "notch-month",
        ControlKind::Week => "notch-week",
        ControlKind::Time => "notch-time",
        ControlKind::DateTime => "notch-date-time",
    }
}

/// The kind of control that an element of this name is, in any case of letters.
pub fn kind_of_tag(tag: &str) -> Option<ControlKind> {
    ControlKind::ALL.iter().copied().find(|kind| tag_of(*kind).eq_ignore_ascii_case(tag))
}

/// Whether the element of such a control takes the focus itself, and speaks for itself. In others, parts inside
/// do.
pub fn is_focusable(kind: ControlKind) -> bool {
    match kind {
        ControlKind::Slider | ControlKind::Rating | ControlKind::Switch | ControlKind::Checkbox => {
            true
        }
        ControlKind::SpanSlider
        | ControlKind::CheckboxGroup
        | ControlKind::RadioGroup
        | ControlKind::Text
        | ControlKind::Stepper
        | ControlKind::ItemStepper
        | ControlKind::Select
        | ControlKind::Date
        | ControlKind::DateSpan
        | ControlKind::Month
        | ControlKind::Week
        | ControlKind::Time
        | ControlKind::DateTime => false,
    }
}

/// What the core knows nothing of: looks, names and descriptions, and what the page has to say besides.
#[derive(Clone, Debug, Default, PartialEq, Eq)]
#[non_exhaustive]
pub struct Looks {
    /// The icon of a rating as SVG markup, which is trusted as the page itself is.
    pub svg: String,
    /// The accessible name, for parts that take the focus in the element's stead.
    pub label: String,
    /// What explains it beside its name, for those parts.
    pub description: String,
    /// What is to be said now: why something was refused.
    pub said: String,
    /// What was wrong with what was sent, shown until somebody changes the value; it keeps nobody from sending again.
    pub problem: String,
    /// What was entered and sent, as [`Value::attribute_text`](pin_notch::Value::attribute_text) or as it was typed: the
    /// element holds it from the first moment, and goes back to its definition when it is reset. `None` where it is as
    /// its definition has it.
    pub entered: Option<String>,
}

impl Looks {
    /// The attributes that carry to the page what was wrong with what was sent.
    pub const REFUSED: [&str; 2] = ["problem", "entered"];

    /// Has the control hold what was entered: as its value, as the text in its field where that cannot be taken, or as the
    /// value nearest to it where nothing is typed.
    pub fn enter(&self, control: &mut Control) {
        let Some(entered) = &self.entered else { return };
        let value = control.parse(entered);
        let taken = value.as_ref().is_ok_and(|value| control.set_value(value.clone()).is_ok());
        if taken || control.handle(Intent::Type(entered)).refusal().is_none() {
            return;
        }
        if let Ok(value) = value {
            // What it cannot hold, it does not.
            let _ = control.set_nearest(value);
        }
    }
}

/// A definition as it is read from an element, and what could not be used of it.
#[derive(Clone, Debug, PartialEq)]
#[non_exhaustive]
pub struct Read {
    /// The definition. It may still make no control: see [`Definition::build_or_mend`].
    pub definition: Definition,
    /// Attributes and options that could not be read.
    pub notes: Vec<Note>,
}

/// Something that could not be used as it is, and what holds instead.
#[derive(Clone, Debug, PartialEq, Eq)]
pub enum Note {
    /// An attribute, or the options, could not be read and are left out.
    Misread {
        /// What is left out, as it was given.
        text: String,
        /// What was wrong with it.
        error: AttributeError,
    },
    /// An attribute does not fit the others. It is left out; a value is moved to the nearest that fits.
    Misfit {
        /// As it was given, if it was.
        text: Option<String>,
        /// What was wrong with it.
        error: ControlError,
    },
}

impl Note {
    /// The attribute that it speaks of; `options` for the options.
    pub fn attribute(&self) -> &str {
        match self {
            Self::Misread { error: AttributeError::Unknown { name }, .. } => name,
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
            Some(text) => write!(f, "{name}=\"{}\" is left out: {why}", short(text)),
            None => write!(f, "something is left out: {why}"),
        }
    }
}

/// The beginning of a text, for a note.
fn short(text: &str) -> String {
    text.chars().take(40).collect()
}

/// Reads the definition of a control from its element's attributes and options. As with HTML's own controls there
/// always is one: what cannot be read is left out, and a note says so.
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
///     r#"max="4o" is left out: "4o" is not a number; write it like 12, -0.5 or 2.5e3"#
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

/// The control that a definition makes once what does not fit is left out, with a note for each such thing and
/// one for each remark.
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
