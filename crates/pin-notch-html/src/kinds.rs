//! What the elements of the controls are, one row per kind.

// Every match over the controls is exhaustive, so that the compiler reports each place that a new one
// concerns.
#![warn(clippy::wildcard_enum_match_arm)]

use crate::drawing::Drawable;
use crate::style::{BASE, CALENDAR, FIELD, ICONS, LIST, TOGGLES, TRACK};
use pin_notch::{ControlKind, View};

/// The element of a kind of control.
pub(crate) struct Element {
    pub tag: &'static str,
    /// Its style sheets, besides the one common to all.
    pub styles: &'static [&'static str],
    /// The native control in it, for pages without script.
    pub native: Native,
}

/// The closest native control that sends the same.
pub(crate) enum Native {
    /// An input of this type.
    Input(&'static str),
    /// Two inputs of this type.
    Inputs(&'static str),
    /// A checkbox.
    Checkbox,
    /// An input of this type for each option.
    Choices(&'static str),
    /// A text field of one or several lines.
    Text,
    Select,
}

pub(crate) const fn element(kind: ControlKind) -> Element {
    const fn row(tag: &'static str, styles: &'static [&'static str], native: Native) -> Element {
        Element { tag, styles, native }
    }
    use Native::{Checkbox, Choices, Input, Inputs, Select, Text};
    match kind {
        ControlKind::Slider => row("notch-slider", &[TRACK], Input("range")),
        ControlKind::SpanSlider => row("notch-span-slider", &[TRACK], Inputs("number")),
        ControlKind::Rating => row("notch-rating", &[ICONS], Input("number")),
        ControlKind::Switch => row("notch-switch", &[TOGGLES], Checkbox),
        ControlKind::Checkbox => row("notch-checkbox", &[TOGGLES], Checkbox),
        ControlKind::CheckboxGroup => row("notch-checkbox-group", &[TOGGLES], Choices("checkbox")),
        ControlKind::RadioGroup => row("notch-radio-group", &[TOGGLES], Choices("radio")),
        ControlKind::Text => row("notch-text", &[FIELD], Text),
        ControlKind::Stepper => row("notch-stepper", &[FIELD], Input("number")),
        ControlKind::ItemStepper => row("notch-item-stepper", &[FIELD], Select),
        ControlKind::Select => row("notch-select", &[FIELD, LIST], Select),
        ControlKind::Date => row("notch-date", &[FIELD, CALENDAR], Input("date")),
        ControlKind::DateSpan => row("notch-date-span", &[FIELD, CALENDAR], Inputs("date")),
        ControlKind::Month => row("notch-month", &[FIELD], Input("month")),
        ControlKind::Week => row("notch-week", &[FIELD], Input("week")),
        ControlKind::Time => row("notch-time", &[FIELD], Input("time")),
        ControlKind::DateTime => row("notch-date-time", &[FIELD], Input("datetime-local")),
    }
}

/// Each view as something to draw.
pub(crate) fn drawable(view: &View) -> &dyn Drawable {
    match view {
        View::Slider(view) => view,
        View::SpanSlider(view) => view,
        View::Rating(view) => view,
        View::Switch(view) => view,
        View::Checkbox(view) => view,
        View::CheckboxGroup(view) => view,
        View::RadioGroup(view) => view,
        View::Text(view) => view,
        View::Stepper(view) => view,
        View::ItemStepper(view) => view,
        View::Select(view) => view,
        View::Date(view) => view,
        View::DateSpan(view) => view,
        View::Month(view) | View::Week(view) | View::Time(view) | View::DateTime(view) => view,
    }
}

/// The name of a control's element.
///
/// ```
/// use pin_notch::ControlKind;
/// use pin_notch_html::tag_of;
/// assert_eq!(tag_of(ControlKind::SpanSlider), "notch-span-slider");
/// ```
pub fn tag_of(kind: ControlKind) -> &'static str {
    element(kind).tag
}

/// The kind of control of an element with this name, ignoring case.
pub fn kind_of_tag(tag: &str) -> Option<ControlKind> {
    ControlKind::ALL.iter().copied().find(|kind| tag_of(*kind).eq_ignore_ascii_case(tag))
}

/// Whether the element of such a control draws each choice on a line.
pub(crate) fn draws_choices(kind: ControlKind) -> bool {
    matches!(element(kind).native, Native::Choices(_))
}

/// The style sheet in the shadow root of the element of such a control.
pub fn style_of(kind: ControlKind) -> String {
    [BASE].iter().chain(element(kind).styles).copied().collect()
}
