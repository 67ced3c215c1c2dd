//! Arbitrary definitions of controls and attempts on them, for property tests.
//!
//! Definitions are generated from the table of attributes, so that a new control is included automatically.

#![forbid(unsafe_code)]

mod attempts;
mod definitions;
mod keeps;
mod patterns;
mod reached;

pub use attempts::{Attempt, attempt, attempt_on};
pub use definitions::{
    Setting, as_field, definition, fit_for_a_sheet, kind, mended, options, setting,
};
pub use keeps::{attempted, check, end};
pub use patterns::{NO_PATTERNS, PATTERNS};
pub use reached::{Looked, reached};
