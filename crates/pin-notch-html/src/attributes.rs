//! Controls from attributes and options, and the way back.
//!
//! The names are HTML's where HTML has one. The others stand, with what they mean, in the README of
//! `pin-notch-web`.

mod read;
mod write;

pub use write::{attributes_of, options_of};

use pin_notch::{AnyWorld, Choice, Control, Date, Direction};
use std::fmt;

/// The elements.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
#[non_exhaustive]
#[expect(missing_docs, reason = "each is the element of a control")]
pub enum Tag {
    Slider,
    SpanSlider,
    Rating,
    Switch,
    Checkbox,
    CheckGroup,
    Stepper,
    ItemStepper,
    Select,
    Date,
    DateSpan,
    Month,
    Week,
    Time,
    DateTime,
}

const NAMES: [(Tag, &str); 15] = [
    (Tag::Slider, "notch-slider"),
    (Tag::SpanSlider, "notch-span-slider"),
    (Tag::Rating, "notch-rating"),
    (Tag::Switch, "notch-switch"),
    (Tag::Checkbox, "notch-checkbox"),
    (Tag::CheckGroup, "notch-check-group"),
    (Tag::Stepper, "notch-stepper"),
    (Tag::ItemStepper, "notch-item-stepper"),
    (Tag::Select, "notch-select"),
    (Tag::Date, "notch-date"),
    (Tag::DateSpan, "notch-date-span"),
    (Tag::Month, "notch-month"),
    (Tag::Week, "notch-week"),
    (Tag::Time, "notch-time"),
    (Tag::DateTime, "notch-date-time"),
];

impl Tag {
    /// All elements.
    pub fn all() -> impl Iterator<Item = Self> {
        NAMES.iter().map(|(tag, _)| *tag)
    }

    /// The tag's name.
    pub fn name(self) -> &'static str {
        NAMES.iter().find(|(tag, _)| *tag == self).map_or("", |(_, name)| name)
    }

    /// The tag of this name, in any case.
    pub fn from_name(name: &str) -> Option<Self> {
        NAMES.iter().find(|(_, known)| known.eq_ignore_ascii_case(name)).map(|(tag, _)| *tag)
    }

    /// The tag under which this control is written.
    pub fn of(control: &Control) -> Self {
        match control {
            Control::SpanSlider(_) => Self::SpanSlider,
            Control::Rating(_) => Self::Rating,
            Control::Switch(_) => Self::Switch,
            Control::Checkbox(_) => Self::Checkbox,
            Control::CheckGroup(_) => Self::CheckGroup,
            Control::Stepper(_) => Self::Stepper,
            Control::Items(_) => Self::ItemStepper,
            Control::Select(_) => Self::Select,
            Control::Date(_) => Self::Date,
            Control::Dates(_) => Self::DateSpan,
            Control::Month(_) => Self::Month,
            Control::Week(_) => Self::Week,
            Control::Time(_) => Self::Time,
            Control::DateTime(_) => Self::DateTime,
            _ => Self::Slider,
        }
    }

    /// Whether the element itself takes the focus, and speaks for itself. In others, parts inside do.
    pub fn is_focusable(self) -> bool {
        matches!(self, Self::Slider | Self::Rating | Self::Switch | Self::Checkbox)
    }
}

/// The attributes whose change makes another control of an element. (`disabled` comes to it another way:
/// a fieldset can disable it too.)
pub const OBSERVED: [&str; 39] = [
    "min",
    "max",
    "step",
    "step-base",
    "value",
    "unit",
    "orientation",
    "reversed",
    "scale",
    "page-step",
    "readout",
    "preview",
    "empty-text",
    "lit",
    "icon",
    "checked",
    "indeterminate",
    "description",
    "caption-on",
    "caption-off",
    "parent",
    "least",
    "most",
    "push",
    "wrap",
    "multiple",
    "filter",
    "placeholder",
    "pattern",
    "first-day",
    "always-open",
    "two-fields",
    "across-blocked",
    "near",
    "readonly",
    "required",
    "aria-label",
    "lang",
    "dir",
];

/// What the core knows nothing of, because it changes nothing but looks and names.
#[derive(Clone, Debug, Default, PartialEq, Eq)]
#[non_exhaustive]
pub struct Looks {
    /// The icon of a rating, as text; a cell of a comb when it is empty.
    pub icon: String,
    /// The icon of a rating as SVG markup, which is trusted as the page itself is.
    pub svg: String,
    /// The accessible name, for parts that take the focus in the element's stead.
    pub label: String,
}

/// What stands around an element: all that a control depends on besides its attributes.
#[derive(Clone, Debug)]
#[non_exhaustive]
pub struct Surroundings {
    /// Which way text runs there.
    pub direction: Direction,
    /// How numbers and dates are written there.
    pub world: AnyWorld,
    /// Which day it is.
    pub today: Date,
    /// The options inside the element.
    pub options: Vec<Choice>,
    /// The accessible name that it was given.
    pub label: String,
    /// SVG markup inside the element, for an icon.
    pub svg: String,
}

impl Default for Surroundings {
    fn default() -> Self {
        let (options, label, svg) = Default::default();
        let (direction, world) = Default::default();
        Self { direction, world, today: Date::FIRST, options, label, svg }
    }
}

/// A control as read from attributes.
#[derive(Clone, Debug)]
#[non_exhaustive]
pub struct Attributed {
    /// The control.
    pub control: Control,
    /// Its looks.
    pub looks: Looks,
    /// Attributes that could not be used as they are, and what was done instead.
    pub notes: Vec<Note>,
}

/// An attribute that could not be used as it is: what was wrong, and what holds instead. Or a remark on what
/// is legal but surprising.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Note {
    /// The attribute that is left out, and the beginning of its value.
    left_out: Option<(&'static str, String)>,
    why: String,
}

impl Note {
    /// The attribute that is left out; `option` stands for the options. `None` where nothing is left out.
    pub fn left_out(&self) -> Option<&'static str> {
        self.left_out.as_ref().map(|(name, _)| *name)
    }

    /// Why it is left out, or the remark.
    pub fn why(&self) -> &str {
        &self.why
    }
}

impl fmt::Display for Note {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match &self.left_out {
            Some((read::OPTIONS, _)) => write!(f, "the options are left out: {}", self.why),
            Some((name, value)) => write!(f, "{name}=\"{value}\" is left out: {}", self.why),
            None => f.write_str(&self.why),
        }
    }
}

/// Reads a control from its element's attributes and options. As with HTML's own controls there is always
/// one: an attribute that cannot be used is left out, and a note says so. What is legal but surprising is
/// noted as well.
///
/// ```
/// use pin_notch_html::{Surroundings, Tag, control_from};
/// let read = control_from(Tag::Slider, &Surroundings::default(), |name| match name {
///     "max" => Some("4o".into()),
///     _ => None,
/// });
/// assert_eq!(
///     read.notes[0].to_string(),
///     r#"max="4o" is left out: "4o" is not a number; write it like 12, -0.5 or 2.5e3"#
/// );
/// ```
pub fn control_from(
    tag: Tag,
    around: &Surroundings,
    attribute: impl Fn(&str) -> Option<String>,
) -> Attributed {
    read::read(tag, around, &attribute)
}

/// A text as a script, an autofill or an attribute gives it, taken apart where the control sends several.
///
/// ```
/// use pin_notch_html::entries_of;
/// let treatments = pin_notch::Control::from(pin_notch::Select::many());
/// assert_eq!(entries_of(&treatments, vec!["oa, fa".into()]), ["oa", "fa"]);
/// ```
pub fn entries_of(control: &Control, texts: Vec<String>) -> Vec<String> {
    let [one] = texts.as_slice() else { return texts };
    let between = match control {
        Control::CheckGroup(_) | Control::SpanSlider(_) => ',',
        Control::Select(select) if select.is_multiple() => ',',
        Control::Dates(_) => '/',
        _ => return texts,
    };
    one.split(between).map(|part| part.trim().to_owned()).filter(|part| !part.is_empty()).collect()
}
