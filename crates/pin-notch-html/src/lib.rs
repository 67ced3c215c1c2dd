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
//! let feeder = Switch::new().captioned("feeding", "not feeding").starting(true).into();
//! let html = element_html(&feeder, &[("name", "feeder")], &Looks::default());
//! assert!(html.starts_with(r#"<notch-switch name="feeder" checked"#));
//! assert!(html.contains(r#"<span part="caption">feeding</span>"#));
//! ```

#![forbid(unsafe_code)]
#![deny(clippy::unwrap_used)]

mod action;
mod attributes;
mod changes;
mod element;
mod face;
mod markup;

pub use action::{Action, is_open};
pub use attributes::{
    Attributed, Looks, Note, OBSERVED, Surroundings, Tag, attributes_of, control_from, entries_of,
    options_of,
};
pub use changes::{Change, changes};
pub use element::{element_html, style_of};
pub use face::Face;
pub use markup::{Markup, escaped};
