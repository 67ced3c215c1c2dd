//! The style sheets of the controls.

#![warn(clippy::wildcard_enum_match_arm)]

use pin_notch::ControlKind;

/// A style sheet as minified by `build.rs`.
macro_rules! style {
    ($name:literal) => {
        include_str!(concat!(env!("OUT_DIR"), "/", $name, ".css"))
    };
}

/// The styles common to all controls.
pub(crate) const BASE: &str = style!("base");
const TRACK: &str = style!("track");
const ICONS: &str = style!("icons");
const TOGGLES: &str = style!("toggles");
const FIELD: &str = style!("field");
const LIST: &str = style!("list");
const CALENDAR: &str = style!("calendar");

/// A style sheet for the page itself, which reserves room for elements before their script is loaded, so
/// that nothing moves when it is. It is `pin-notch.css` among the web files.
pub const PAGE_STYLE: &str = style!("page");

/// The style sheet in the shadow root of the element of such a control.
pub fn style_of(kind: ControlKind) -> String {
    let own: &[&str] = match kind {
        ControlKind::Slider | ControlKind::SpanSlider => &[TRACK],
        ControlKind::Rating => &[ICONS],
        ControlKind::Switch
        | ControlKind::Checkbox
        | ControlKind::CheckboxGroup
        | ControlKind::RadioGroup => &[TOGGLES],
        ControlKind::Select => &[FIELD, LIST],
        ControlKind::Date | ControlKind::DateSpan => &[FIELD, CALENDAR],
        ControlKind::Text
        | ControlKind::Stepper
        | ControlKind::ItemStepper
        | ControlKind::Month
        | ControlKind::Week
        | ControlKind::Time
        | ControlKind::DateTime => &[FIELD],
    };
    [BASE].iter().chain(own).copied().collect()
}
