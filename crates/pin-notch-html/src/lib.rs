//! Pin Notch controls as HTML.
//!
//! A [`Face`] is what a control looks like now: a small tree of elements, the states that style sheets
//! may ask for, and what assistive technology is told. It is made from the control's view and nothing
//! else. [`element_html`] writes it out for a server, inside a declarative shadow root; the browser
//! face builds the same tree and then [`changes`] tells what differs from one turn to the next. So no
//! markup is written twice.
//!
//! ```
//! use pin_notch::Switch;
//! use pin_notch_html::{Looks, element_html};
//! # fn main() -> Result<(), pin_notch::ControlError> {
//! let feeder = Switch::builder().when_on("feeding").checked(true).build()?.into();
//! let html = element_html(&feeder, &[("name", "feeder")], &Looks::default());
//! assert!(html.starts_with(r#"<notch-switch name="feeder" checked"#));
//! assert!(html.contains(r#"<span part="caption">feeding</span>"#));
//! # Ok(()) }
//! ```

#![forbid(unsafe_code)]
#![deny(clippy::unwrap_used)]

mod action;
mod attributes;
mod changes;
mod element;
mod face;
mod markup;
mod parts;
pub mod shapes;

pub use action::Action;
pub use attributes::{
    Looks, Note, Read, control_of, definition_from, is_focusable, kind_of_tag, tag_of,
};
pub use changes::{Change, changes};
pub use element::{PAGE_STYLE, element_html, style_of};
pub use face::Face;
pub use markup::{Markup, escaped};
pub use parts::{PARTS, PartName};
