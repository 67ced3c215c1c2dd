//! From a control's view to what it looks like.

mod calendar;
mod checks;
mod field;
mod fields;
mod rating;
mod select;
mod slider;
mod switch;

use crate::attributes::Looks;
use crate::markup::Element;
use pin_notch::{Control, Decimal, Semantics, View, number_text};

/// What a control looks like now.
#[derive(Clone, Debug, PartialEq)]
#[non_exhaustive]
pub struct Face {
    /// What stands in the shadow root, beside the style sheet.
    pub root: Element,
    /// The states it is in, for `:state()` in style sheets: `disabled`, `readonly`, `invalid`, `on`,
    /// `mixed`, `grabbed`, `preview`, `empty`, `open`.
    pub states: Vec<&'static str>,
    /// What assistive technology is told of the element itself, as ARIA attributes; `role` first. Empty
    /// where parts inside speak instead.
    pub aria: Vec<(&'static str, String)>,
    /// Whether the element itself can be reached by keyboard.
    pub focusable: bool,
}

/// What the parts of a face are told besides the view.
struct Told<'a> {
    looks: &'a Looks,
    /// What is wrong, as far as it is to be shown.
    problem: &'a str,
}

impl Told<'_> {
    /// The name, state and description of a part that takes the focus, as attributes.
    fn named(&self, semantics: &Semantics) -> Vec<(&'static str, String)> {
        let mut all = semantics.attributes();
        if !self.looks.label.is_empty() {
            all.push(("aria-label", self.looks.label.clone()));
        }
        if !self.problem.is_empty() {
            all.push(("aria-describedby", "problem".to_owned()));
        }
        all
    }

    /// The name of a part of the control.
    fn part(&self, what: &str) -> String {
        match self.looks.label.as_str() {
            "" => what.to_owned(),
            label => format!("{label}, {what}"),
        }
    }
}

impl Face {
    /// The face of this control. `reporting`: whether to show what is wrong with the value; a page does
    /// not before somebody has had a chance to give one.
    pub fn of(control: &Control, looks: &Looks, reporting: bool) -> Self {
        let view = control.view();
        let mut semantics = view.semantics().clone();
        semantics.invalid &= reporting;
        let told = Told { looks, problem: if reporting { view.problem() } else { "" } };
        let mut states = common_states(&semantics);
        let mut speaks = false;
        let (kind, body) = match &view {
            View::Slider(view) => {
                speaks = true;
                states.extend(view.grabbed.then_some("grabbed"));
                ("slider", slider::body(view))
            }
            View::SpanSlider(view) => {
                states.extend(view.grabbed.then_some("grabbed"));
                ("slider span", slider::span_body(view, &told))
            }
            View::Rating(view) => {
                speaks = true;
                states.extend(view.previewed.then_some("preview"));
                states.extend(view.value.is_none().then_some("empty"));
                ("rating", rating::body(view, looks))
            }
            View::Switch(view) => {
                speaks = true;
                states.extend(view.on.then_some("on"));
                ("switch", switch::body(view))
            }
            View::Checkbox(view) => {
                speaks = true;
                states.extend(checks::state(view.checked));
                ("checkbox", checks::body(view))
            }
            View::CheckGroup(view) => ("checks", checks::group_body(view, &told)),
            View::Stepper(view) => {
                states.extend(view.text.is_empty().then_some("empty"));
                ("stepper", field::stepper_body(view, &semantics, &told))
            }
            View::Items(view) => ("items", field::items_body(view, &semantics, &told)),
            View::Select(view) => {
                states.extend(view.open.then_some("open"));
                states.extend(view.prompting.then_some("empty"));
                ("select", select::body(view, &semantics, &told))
            }
            View::Date(view) => {
                states.extend((view.grid.is_some() && !view.always_open).then_some("open"));
                states.extend(view.text.is_empty().then_some("empty"));
                ("date", calendar::body(view, &semantics, &told))
            }
            View::Dates(view) => {
                states.extend((view.grid.is_some() && !view.always_open).then_some("open"));
                states.extend(view.value.is_none().then_some("empty"));
                states.extend(view.begun.then_some("begun"));
                ("date dates", calendar::span_body(view, &semantics, &told))
            }
            View::Month(view) | View::Week(view) | View::Time(view) | View::DateTime(view) => {
                states.extend(view.text.is_empty().then_some("empty"));
                ("fields", fields::body(view, &semantics, &told))
            }
            _ => ("", Vec::new()),
        };
        let mut class = kind.to_owned();
        if let Some(orientation) = orientation(&view) {
            class = format!("{class} {orientation}");
        }
        for state in &states {
            class = format!("{class} {state}");
        }
        let control = Element::new("div", "control").with("class", class).holding(body);
        let problem = Element::new("div", "problem")
            .with("id", "problem")
            .with("role", "status")
            .saying(told.problem);
        let mut aria = if speaks { semantics.attributes() } else { Vec::new() };
        if speaks && !told.problem.is_empty() {
            aria.push(("aria-description", told.problem.to_owned()));
        }
        Self {
            root: Element::new("div", "box").holding(vec![control, problem]),
            states,
            aria,
            focusable: speaks && !semantics.disabled,
        }
    }
}

fn orientation(view: &View) -> Option<&'static str> {
    match view {
        View::Slider(view) => Some(view.orientation.token()),
        View::SpanSlider(view) => Some(view.orientation.token()),
        _ => None,
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

/// A button inside a control. It is for pointers and for assistive technology; keys have their own way to do
/// what it does, so it takes no focus, which a label of the whole control is to give to the field.
fn button(part: &'static str, name: &str, icon: &'static str, disabled: bool) -> Element {
    Element::new("span", part)
        .with("role", "button")
        .with("aria-label", name.to_owned())
        .with("aria-disabled", if disabled { "true" } else { "false" })
        .fixed(icon)
}

/// A line drawn in a square of 16 by 16, as a browser writes it back.
macro_rules! icon {
    ($path:literal) => {
        concat!(
            r#"<svg viewBox="0 0 16 16" aria-hidden="true"><path d=""#,
            $path,
            r#""></path></svg>"#
        )
    };
}

const LESS: &str = icon!("M3 8h10");
const MORE: &str = icon!("M3 8h10M8 3v10");
const DOWN: &str = icon!("M3.5 6 8 10.5 12.5 6");
const BACK: &str = icon!("M10 3.5 5.5 8 10 12.5");
const NEXT: &str = icon!("M6 3.5 10.5 8 6 12.5");
const CROSS: &str = icon!("M4 4l8 8M12 4l-8 8");
const PAGE: &str = icon!("M2.5 3.5h11v10h-11zM2.5 6.5h11M5.5 1.5v3M10.5 1.5v3");

/// A fraction as a CSS percentage, to a hundredth of a percent: a fifth of a pixel on a wide screen.
fn percent(fraction: f64) -> String {
    // By way of a decimal, not of a float's own text: the code for that alone weighs more in the
    // browser than all our controls.
    let hundredths = (fraction * 10_000.0).round() as i64;
    format!("{}%", number_text(Decimal::new(hundredths, 2)))
}
