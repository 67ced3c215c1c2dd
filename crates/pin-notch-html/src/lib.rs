//! Pin Notch controls as HTML.
//!
//! A [`Face`] is the current appearance of a control: a small tree of elements, with their semantics for
//! assistive technology, and the states for style sheets. It depends only on the control's view.
//! [`element_html`] writes it for a server, inside a declarative shadow root. In the browser the same tree
//! is built, and [`changes`] computes the differences from one turn to the next. No markup is therefore
//! written twice.
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
mod drawing;
mod element;
mod face;
mod kinds;
mod markup;
mod parts;
mod rows;
pub mod shapes;
mod style;

pub use action::Action;
pub use attributes::{Looks, Note, Read, control_of, definition_from};
pub use changes::{Change, changes};
pub use element::element_html;
pub use face::Face;
pub use kinds::{kind_of_tag, style_of, tag_of};
pub use markup::{Markup, escaped};
pub use parts::{PARTS, PartName};
pub use rows::RowButton;
pub use style::page_style;
