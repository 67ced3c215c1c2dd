//! The style sheets of the controls.

use crate::kinds::{draws_choices, tag_of};
use pin_notch::ControlKind;

/// A style sheet as minified by `build.rs`.
macro_rules! style {
    ($name:literal) => {
        include_str!(concat!(env!("OUT_DIR"), "/", $name, ".css"))
    };
}

/// The styles common to all controls.
pub(crate) const BASE: &str = style!("base");
pub(crate) const TRACK: &str = style!("track");
pub(crate) const ICONS: &str = style!("icons");
pub(crate) const TOGGLES: &str = style!("toggles");
pub(crate) const FIELD: &str = style!("field");
pub(crate) const LIST: &str = style!("list");
pub(crate) const CALENDAR: &str = style!("calendar");

/// The style sheet for the page itself, in which the names of elements are still to be filled in.
const PAGE: &str = style!("page");

/// A style sheet for the page itself, which reserves room for elements before their script is loaded, so
/// that nothing moves when it is. It is `pin-notch.css` among the web files.
///
/// ```
/// let style = pin_notch_html::page_style();
/// assert!(style.contains("notch-slider") && !style.contains("EVERY"));
/// ```
pub fn page_style() -> String {
    let tags = |is_wanted: fn(ControlKind) -> bool| {
        let wanted = ControlKind::ALL.iter().copied().filter(|kind| is_wanted(*kind));
        wanted.map(tag_of).collect::<Vec<_>>().join(",")
    };
    PAGE.replace("EVERY", &tags(|_| true))
        .replace("CHOICES", &tags(draws_choices))
        .replace("SINGLE", &tags(|kind| !draws_choices(kind)))
}
