//! The style sheets of the controls.

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

/// A style sheet for the page itself, which reserves room for elements before their script is loaded, so
/// that nothing moves when it is. It is `pin-notch.css` among the web files.
pub const PAGE_STYLE: &str = style!("page");
