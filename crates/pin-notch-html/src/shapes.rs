//! The shapes and colours of the controls, for both pages and pictures.

use crate::style::BASE;

/// Shapes as paths of SVG, in a square of 24 by 24.
macro_rules! outline {
    // A square with one notched corner, so that a checkbox does not look like the icon of a rating.
    (checkbox) => {
        "M4 4h11l5 5v11H4z"
    };
    (tick) => {
        "M7.5 12.7 10.7 16 17 9.5"
    };
    (bar) => {
        "M8 12.5h8"
    };
    // A honeycomb cell.
    (cell) => {
        "M12 2 20.7 7v10L12 22 3.3 17V7z"
    };
}
pub(crate) use outline;

/// The outline of a checkbox.
pub const CHECKBOX: &str = outline!(checkbox);
/// The mark in a checkbox that is on.
pub const TICK: &str = outline!(tick);
/// The mark in a checkbox that is mixed.
pub const BAR: &str = outline!(bar);
/// An icon of a rating, and the knob of a switch.
pub const CELL: &str = outline!(cell);

/// A colour of the controls by its name in their style sheet, such as `accent`, for a light or a dark
/// background; `None` if there is none with that name.
///
/// ```
/// use pin_notch_html::shapes::colour;
/// assert_eq!(colour("accent", false), Some("#7a4b06"));
/// assert_eq!(colour("accent", true), Some("#e3ae4f"));
/// assert_eq!(colour("mood", true), None);
/// ```
pub fn colour(name: &str, dark: bool) -> Option<&'static str> {
    let (_, rest) = BASE.split_once(&format!("--{name}:"))?;
    let (_, rest) = rest.split_once("light-dark(")?;
    let (light, rest) = rest.split_once(',')?;
    let (on_dark, _) = rest.split_once(')')?;
    Some(if dark { on_dark } else { light })
}
