//! A whole element for a server to send, finished before any script comes.

use crate::attributes::{Looks, Tag, attributes_of};
use crate::face::Face;
use crate::markup::escaped;
use pin_notch::Control;
use std::fmt::Write;

/// The style sheet that stands in every control's shadow root.
pub const STYLE: &str = include_str!("style.css");

/// The element for this control as HTML: its attributes, after the `own` ones (`name`, `id`, …), and a
/// declarative shadow root that shows it as it is. The live element adopts that root when its script
/// comes.
///
/// The ARIA attributes on the element hold until then; the live element takes them away and speaks for
/// itself.
pub fn element_html(control: &Control, own: &[(&str, &str)], looks: &Looks) -> String {
    let face = Face::of(&control.view(), looks, false);
    let tag = Tag::of(control).name();
    let mut html = format!("<{tag}");
    let mut put = |name: &str, value: &str| {
        let _ = match value {
            "" => write!(html, " {name}"),
            value => write!(html, " {name}=\"{}\"", escaped(value)),
        };
    };
    own.iter().for_each(|(name, value)| put(name, value));
    attributes_of(control, looks).iter().for_each(|(name, value)| put(name, value));
    face.aria.iter().for_each(|(name, value)| put(name, value));
    let root = face.root.to_html();
    let _ = write!(
        html,
        "><template shadowrootmode=\"open\"><style>{STYLE}</style>{root}</template></{tag}>"
    );
    html
}
