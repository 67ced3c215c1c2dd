//! Any definition of any control, and anything that somebody may try on it: what properties are tested with.
//!
//! Definitions are made from the table of attributes, so a control that is new is among them at once.

#![forbid(unsafe_code)]

mod attempts;
mod definitions;
mod keeps;
mod patterns;
mod reached;

pub use attempts::{Attempt, attempt, attempt_on};
pub use definitions::{Said, as_field, definition, fit_for_a_sheet, kind, mended, options, said};
pub use keeps::{attempted, check, end};
pub use patterns::{NO_PATTERNS, PATTERNS};
pub use reached::{Looked, reached};
