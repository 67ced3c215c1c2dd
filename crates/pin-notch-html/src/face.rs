//! From a control's view to what it looks like.

mod calendar;
mod checks;
mod field;
mod fields;
mod rating;
mod select;
mod slider;
mod switch;

use crate::action::Action;
use crate::attributes::Looks;
use crate::markup::Markup;
use pin_notch::{Control, Decimal, Orientation, Semantics, View, number_text};
use std::fmt;

/// What a control looks like now.
#[derive(Clone, Debug, PartialEq)]
#[non_exhaustive]
pub struct Face {
    /// What stands in the shadow root, beside the style sheet.
    pub root: Markup,
    /// The states it is in, for `:state()` in style sheets: `disabled`, `readonly`, `invalid`, `on`,
    /// `mixed`, `grabbed`, `preview`, `empty`, `open`, `begun`.
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
    /// Whether its buttons do nothing.
    stuck: bool,
}

/// A button inside a control.
struct Button {
    part: &'static str,
    name: &'static str,
    icon: &'static str,
    /// What a press on it does, and with what.
    does: (Action, &'static str),
}

impl Told<'_> {
    /// The state of a part, as attributes.
    fn speak(&self, to: &mut Markup, semantics: &Semantics) {
        for (name, value) in semantics.attributes() {
            to.set(name, &value);
        }
    }

    /// The name, state and description of a part that takes the focus, as attributes.
    fn name(&self, to: &mut Markup, semantics: &Semantics) {
        self.name_part(to, semantics, "");
    }

    /// The same for one of several parts.
    fn name_part(&self, to: &mut Markup, semantics: &Semantics, what: &str) {
        self.speak(to, semantics);
        match (self.looks.label.as_str(), what) {
            ("", "") => {}
            (label, "") => to.set("aria-label", label),
            (_, what) => self.label(to, what),
        }
        if !self.problem.is_empty() {
            to.set("aria-describedby", "problem");
        }
    }

    /// The name of a part of the control.
    fn label(&self, to: &mut Markup, what: &str) {
        match self.looks.label.as_str() {
            "" => to.set("aria-label", what),
            label => to.put("aria-label", format_args!("{label}, {what}")),
        }
    }

    fn button(&self, to: &mut Markup, button: Button, disabled: bool) {
        to.open("span", button.part);
        self.label(to, button.name);
        press(to, button.icon, button.does, disabled);
    }
}

/// What makes a button of a part that has its name; ends it. It is for pointers and for assistive technology;
/// keys have their own way to do what it does, so it takes no focus, which a label of the whole control is to
/// give to the field.
fn press(to: &mut Markup, icon: &'static str, does: (Action, &str), disabled: bool) {
    to.set("role", "button");
    to.truth("aria-disabled", disabled);
    to.doing(does.0, does.1);
    to.draw(icon);
}

impl Face {
    /// The face of this control. `reporting`: whether to show what is wrong with the value; a page does
    /// not before somebody has had a chance to give one.
    pub fn of(control: &Control, looks: &Looks, reporting: bool) -> Self {
        let view = control.view();
        let mut semantics = view.semantics().clone();
        semantics.invalid &= reporting;
        let problem = if reporting { view.problem() } else { "" };
        let stuck = semantics.disabled || semantics.read_only;
        let told = Told { looks, problem, stuck };
        let (kind, own_states) = kind(&view);
        let common = [
            ("disabled", semantics.disabled),
            ("readonly", semantics.read_only),
            ("invalid", semantics.invalid),
        ];
        let states: Vec<_> = common.into_iter().chain(own_states).collect();

        let mut root = Markup::default();
        root.open("div", "box");
        root.open("div", "control");
        root.class(kind, &states);
        let speaks = body(&mut root, &view, &semantics, &told);
        root.close();
        root.open("div", "problem");
        root.set("id", "problem");
        root.set("role", "status");
        root.say(problem);
        root.close();

        let mut aria = if speaks { semantics.attributes() } else { Vec::new() };
        if speaks && !problem.is_empty() {
            aria.push(("aria-description", problem.to_owned()));
        }
        Self {
            root,
            states: states.iter().filter(|(_, on)| *on).map(|(state, _)| *state).collect(),
            aria,
            focusable: speaks && !semantics.disabled,
        }
    }
}

/// The class of a control of this kind, and the states that only such a control can be in.
fn kind(view: &View) -> (&'static str, Vec<(&'static str, bool)>) {
    let is_open = |semantics: &Semantics| ("open", semantics.expanded == Some(true));
    match view {
        View::Slider(view) => {
            let lies = match view.orientation {
                Orientation::Horizontal => "slider horizontal",
                Orientation::Vertical => "slider vertical",
            };
            (lies, vec![("grabbed", view.grabbed)])
        }
        View::SpanSlider(view) => {
            let lies = match view.orientation {
                Orientation::Horizontal => "slider span horizontal",
                Orientation::Vertical => "slider span vertical",
            };
            (lies, vec![("grabbed", view.grabbed)])
        }
        View::Rating(view) => {
            ("rating", vec![("preview", view.previewed), ("empty", view.value.is_none())])
        }
        View::Switch(view) => ("switch", vec![("on", view.on)]),
        View::Checkbox(view) => ("checkbox", checks::states(view.checked).to_vec()),
        View::CheckGroup(_) => ("checks", Vec::new()),
        View::Stepper(view) => ("stepper", vec![("empty", view.text.is_empty())]),
        View::Items(_) => ("items", Vec::new()),
        View::Select(view) => ("select", vec![("open", view.open), ("empty", view.prompting)]),
        View::Date(view) => {
            ("date", vec![is_open(&view.semantics), ("empty", view.text.is_empty())])
        }
        View::Dates(view) => {
            let empty = ("empty", view.value.is_none());
            ("date dates", vec![is_open(&view.semantics), empty, ("begun", view.begun)])
        }
        View::Month(view) | View::Week(view) | View::Time(view) | View::DateTime(view) => {
            ("fields", vec![("empty", view.text.is_empty())])
        }
        _ => ("", Vec::new()),
    }
}

/// Writes what stands inside a control; says whether the element itself speaks for it.
fn body(to: &mut Markup, view: &View, semantics: &Semantics, told: &Told) -> bool {
    match view {
        View::Slider(view) => slider::body(to, view),
        View::Rating(view) => rating::body(to, view, told.looks),
        View::Switch(view) => switch::body(to, view),
        View::Checkbox(view) => checks::body(to, view),
        _ => {
            parts(to, view, semantics, told);
            return false;
        }
    }
    true
}

/// The same for controls whose parts speak.
fn parts(to: &mut Markup, view: &View, semantics: &Semantics, told: &Told) {
    match view {
        View::SpanSlider(view) => slider::span_body(to, view, told),
        View::CheckGroup(view) => checks::group_body(to, view, told),
        View::Stepper(view) => field::stepper_body(to, view, semantics, told),
        View::Items(view) => field::items_body(to, view, semantics, told),
        View::Select(view) => select::body(to, view, semantics, told),
        View::Date(view) => calendar::body(to, view, semantics, told),
        View::Dates(view) => calendar::span_body(to, view, semantics, told),
        View::Month(view) | View::Week(view) | View::Time(view) | View::DateTime(view) => {
            fields::body(to, view, semantics, told);
        }
        _ => {}
    }
}

/// The readout beside a control. Hidden from assistive technology, which is told the value itself.
fn readout(to: &mut Markup, text: &str) {
    to.open("span", "readout");
    to.set("aria-hidden", "true");
    to.say(text);
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
struct Percent(f64);

impl fmt::Display for Percent {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        // By way of a decimal, not of a float's own text: the code for that alone weighs more in the
        // browser than all our controls.
        let hundredths = (self.0 * 10_000.0).round() as i64;
        write!(f, "{}%", number_text(Decimal::new(hundredths, 2)))
    }
}
