//! A control's semantics for assistive technology: [WAI-ARIA][aria] as plain data, for any face.
//!
//! [aria]: https://www.w3.org/TR/wai-aria-1.2/

use crate::definition::tokens;
use crate::message::Message;
use crate::number::number_text;
use rust_decimal::Decimal;

/// A control's role, states and properties. The accessible name is not included, because it comes from the
/// label.
///
/// ```
/// use pin_notch::{Intent, Switch};
/// let mut feeder = Switch::default();
/// let _ = feeder.handle(Intent::Flip);
/// let semantics = feeder.view().semantics;
/// assert!(semantics.attributes().contains(&("aria-checked", "true".into())));
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct Semantics {
    /// The role.
    pub role: Role,
    /// The value and its limits, for roles that have a range.
    pub range: Option<Range>,
    /// Whether it is on, for roles that can be on.
    pub checked: Option<Checked>,
    /// Its orientation, for roles that have one.
    pub orientation: Option<Orientation>,
    /// Whether its popup is open, for roles that have one.
    pub expanded: Option<bool>,
    /// Whether the text may have several lines, for text fields.
    pub multiline: bool,
    /// Whether it is disabled.
    pub disabled: bool,
    /// Whether it can be read and focused but not changed.
    pub readonly: bool,
    /// Whether a value is required. Only set for roles that support it.
    pub required: bool,
    /// Whether its value is not acceptable.
    pub invalid: bool,
}

/// The values of a role with a range.
///
/// ```
/// use pin_notch::{dec, Notches, Slider};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let weight = Slider::builder().max(40).step(dec!(0.1)).unit("kg").build()?;
/// let range = weight.view().semantics.range.ok_or("a slider has one")?;
/// assert_eq!((range.min, range.now, range.max), (dec!(0), dec!(20), dec!(40)));
/// assert_eq!(range.text, "20.0 kg");
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct Range {
    /// The current value.
    pub now: Decimal,
    /// The smallest possible value.
    pub min: Decimal,
    /// The largest possible value.
    pub max: Decimal,
    /// The value as text, which is read instead of the number.
    pub text: String,
}

/// The roles of our controls.
///
/// ```
/// assert_eq!(pin_notch::Role::SpinButton.token(), "spinbutton");
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub enum Role {
    /// A value on a range, moved by arrow keys.
    Slider,
    /// On or off.
    Switch,
    /// On, off or mixed.
    Checkbox,
    /// A number, typed or stepped.
    SpinButton,
    /// A field with a list or calendar as its popup.
    Combobox,
    /// A plain text field.
    TextBox,
    /// Several controls that form one value.
    Group,
    /// Radio buttons, of which one can be on.
    RadioGroup,
    /// One radio button of a group.
    Radio,
}

impl Role {
    /// Whether ARIA 1.2 has [`aria-required`](https://www.w3.org/TR/wai-aria-1.2/#aria-required) for it.
    fn has_required(self) -> bool {
        self.has_conditions() && self != Self::Slider
    }

    /// Whether ARIA 1.2 has [`aria-readonly`](https://www.w3.org/TR/wai-aria-1.2/#aria-readonly) for it.
    fn has_conditions(self) -> bool {
        match self {
            Self::Slider
            | Self::Switch
            | Self::Checkbox
            | Self::SpinButton
            | Self::Combobox
            | Self::TextBox
            | Self::RadioGroup => true,
            Self::Group | Self::Radio => false,
        }
    }
}

/// The state of something that can be on or off.
///
/// ```
/// use pin_notch::Checked;
/// assert_eq!(Checked::Mixed.token(), "mixed");
/// assert_eq!(Checked::from(true), Checked::On);
/// ```
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum Checked {
    /// Off.
    #[default]
    Off,
    /// On.
    On,
    /// Neither: it represents several states that differ.
    Mixed,
}

impl Checked {
    /// The token of `aria-checked`.
    pub fn token(self) -> &'static str {
        match self {
            Self::Off => "false",
            Self::On => "true",
            Self::Mixed => "mixed",
        }
    }
}

impl From<bool> for Checked {
    fn from(on: bool) -> Self {
        if on { Self::On } else { Self::Off }
    }
}

/// The orientation of a control.
///
/// ```
/// assert_eq!(pin_notch::Orientation::Vertical.token(), "vertical");
/// ```
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum Orientation {
    /// Left to right, or right to left.
    #[default]
    Horizontal,
    /// Bottom to top, or top to bottom.
    Vertical,
}

impl Role {
    /// The role's token in ARIA.
    pub fn token(self) -> &'static str {
        match self {
            Self::Slider => "slider",
            Self::Switch => "switch",
            Self::Checkbox => "checkbox",
            Self::SpinButton => "spinbutton",
            Self::Combobox => "combobox",
            Self::TextBox => "textbox",
            Self::Group => "group",
            Self::RadioGroup => "radiogroup",
            Self::Radio => "radio",
        }
    }
}

impl Orientation {
    /// The token of `aria-orientation`.
    pub fn token(self) -> &'static str {
        match self {
            Self::Horizontal => "horizontal",
            Self::Vertical => "vertical",
        }
    }
}

impl Semantics {
    pub(crate) fn new(role: Role) -> Self {
        Self {
            role,
            range: None,
            checked: None,
            orientation: None,
            expanded: None,
            multiline: false,
            disabled: false,
            readonly: false,
            required: false,
            invalid: false,
        }
    }

    /// States for which ARIA has no attribute in this role and which must be given as text: that a group is
    /// read-only, or that a slider is required.
    pub fn states_as_text(&self) -> Vec<Message> {
        let mut all = Vec::new();
        if self.required && !self.role.has_required() {
            all.push(Message::Required);
        }
        if self.readonly && !self.role.has_conditions() {
            all.push(Message::Readonly);
        }
        all
    }

    /// The semantics as ARIA attributes, `role` first. Attributes that do not apply are omitted.
    pub fn attributes(&self) -> Vec<(&'static str, String)> {
        let mut all = vec![("role", self.role.token().to_owned())];
        if let Some(range) = &self.range {
            all.push(("aria-valuenow", number_text(range.now)));
            // A missing bound is omitted.
            if range.min > Decimal::MIN {
                all.push(("aria-valuemin", number_text(range.min)));
            }
            if range.max < Decimal::MAX {
                all.push(("aria-valuemax", number_text(range.max)));
            }
            all.push(("aria-valuetext", range.text.clone()));
        }
        if let Some(checked) = self.checked {
            all.push(("aria-checked", checked.token().to_owned()));
        }
        if let Some(orientation) = self.orientation {
            all.push(("aria-orientation", orientation.token().to_owned()));
        }
        if let Some(expanded) = self.expanded {
            all.push(("aria-expanded", expanded.to_string()));
        }
        let flags = [
            ("aria-multiline", self.multiline),
            ("aria-disabled", self.disabled),
            ("aria-readonly", self.readonly && self.role.has_conditions()),
            ("aria-required", self.required && self.role.has_required()),
            ("aria-invalid", self.invalid),
        ];
        all.extend(flags.iter().filter(|(_, on)| *on).map(|(name, _)| (*name, "true".to_owned())));
        all
    }
}

tokens! {
    Orientation, Orientation {
        Self::Horizontal => "horizontal" = Self::Horizontal,
        Self::Vertical => "vertical" = Self::Vertical,
    }
}
