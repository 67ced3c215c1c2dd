//! From a control's view to what it looks like.

mod rating;
mod slider;
mod switch;

use crate::attributes::Looks;
use crate::markup::Element;
use pin_notch::{Decimal, Semantics, View, number_text};

/// What a control looks like now.
#[derive(Clone, Debug, PartialEq)]
#[non_exhaustive]
pub struct Face {
    /// What stands in the shadow root, beside the style sheet.
    pub root: Element,
    /// The states it is in, for `:state()` in style sheets: `disabled`, `readonly`, `invalid`, `on`,
    /// `grabbed`, `preview`, `empty`.
    pub states: Vec<&'static str>,
    /// What assistive technology is told of the element itself, as ARIA attributes; `role` first.
    pub aria: Vec<(&'static str, String)>,
    /// Whether it can be reached by keyboard.
    pub focusable: bool,
}

impl Face {
    /// The face of this view. `reporting`: whether to show what is wrong with the value; a page does not
    /// before somebody has had a chance to give one.
    pub fn of(view: &View, looks: &Looks, reporting: bool) -> Self {
        let mut semantics = view.semantics().clone();
        semantics.invalid &= reporting;
        let mut states = common_states(&semantics);
        let (kind, body) = match view {
            View::Slider(view) => {
                states.extend(view.grabbed.then_some("grabbed"));
                ("slider", slider::body(view))
            }
            View::Rating(view) => {
                states.extend(view.previewed.then_some("preview"));
                states.extend(view.value.is_none().then_some("empty"));
                ("rating", rating::body(view, looks))
            }
            View::Switch(view) => {
                states.extend(view.on.then_some("on"));
                ("switch", switch::body(view))
            }
            _ => ("", Vec::new()),
        };
        let mut class = kind.to_owned();
        if let Some(orientation) = semantics.orientation {
            class = format!("{class} {}", orientation.token());
        }
        for state in &states {
            class = format!("{class} {state}");
        }
        Self {
            root: Element::new("div", "control").with("class", class).holding(body),
            states,
            aria: semantics.attributes(),
            focusable: !semantics.disabled,
        }
    }
}

fn common_states(semantics: &Semantics) -> Vec<&'static str> {
    let all = [
        ("disabled", semantics.disabled),
        ("readonly", semantics.read_only),
        ("invalid", semantics.invalid),
    ];
    all.into_iter().filter(|(_, on)| *on).map(|(state, _)| state).collect()
}

/// The readout beside a control. Hidden from assistive technology, which is told the value itself.
fn readout(text: &str) -> Element {
    Element::new("span", "readout").with("aria-hidden", "true").saying(text)
}

/// A fraction as a CSS percentage, to a hundredth of a percent: a fifth of a pixel on a wide screen.
fn percent(fraction: f64) -> String {
    // By way of a decimal, not of a float's own text: the code for that alone weighs more in the
    // browser than all our controls.
    let hundredths = (fraction * 10_000.0).round() as i64;
    format!("{}%", number_text(Decimal::new(hundredths, 2)))
}
