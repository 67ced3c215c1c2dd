//! What assistive technology is told about a control: [WAI-ARIA][aria] in plain data, for any face.
//!
//! [aria]: https://www.w3.org/TR/wai-aria-1.2/

use crate::message::Message;
use crate::number::number_text;
use rust_decimal::Decimal;

/// A control's role, states and properties. The accessible name is not here: it comes from the label.
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
    /// Whether it is on, for roles that can be.
    pub checked: Option<Checked>,
    /// Which way it lies, where that matters.
    pub orientation: Option<Orientation>,
    /// Whether what opens from it is open, for roles that have such.
    pub expanded: Option<bool>,
    /// A text may have several lines, for fields of text.
    pub multiline: bool,
    /// It cannot be used now.
    pub disabled: bool,
    /// It can be read and focused but not changed.
    pub readonly: bool,
    /// A value must be given. Only said for roles that support it.
    pub required: bool,
    /// Its value is not acceptable.
    pub invalid: bool,
}

/// The figures of a role with a range.
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
    /// The value now.
    pub now: Decimal,
    /// The smallest it can be.
    pub min: Decimal,
    /// The largest it can be.
    pub max: Decimal,
    /// The value in words, which is read instead of the number.
    pub text: String,
}

/// The roles that our controls have.
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
    /// A field with a list or a calendar that opens from it.
    Combobox,
    /// A plain field to type into.
    TextBox,
    /// Several controls that are one value together.
    Group,
    /// Radio buttons, of which one can be on.
    RadioGroup,
    /// One of them.
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

/// Whether something is on.
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
    /// Neither: what it stands for is on in part.
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

/// Which way a control lies.
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

    /// What ARIA has no attribute for in this role, to be said in words: that a group is read-only, that a slider is
    /// required.
    pub fn unsaid(&self) -> Vec<Message> {
        let mut all = Vec::new();
        if self.required && !self.role.has_required() {
            all.push(Message::Required);
        }
        if self.readonly && !self.role.has_conditions() {
            all.push(Message::Readonly);
        }
        all
    }

    /// The same as ARIA attributes, `role` first. An attribute that does not apply is absent.
    pub fn attributes(&self) -> Vec<(&'static str, String)> {
        let mut all = vec![("role", self.role.token().to_owned())];
        if let Some(range) = &self.range {
            all.push(("aria-valuenow", number_text(range.now)));
            // What has no bound has none to tell.
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
