//! From a control's view to its appearance.

// Every match over the controls is exhaustive, so that the compiler reports each place that a new one
// concerns.
#![warn(clippy::wildcard_enum_match_arm)]

mod calendar;
mod checks;
mod field;
mod fields;
mod rating;
mod select;
mod slider;
mod switch;

use crate::action::Action;
use crate::attributes::{Looks, is_focusable};
use crate::markup::Markup;
use pin_notch::{
    AnyWorld, Control, Decimal, Message, Orientation, Part, Role, Semantics, View, number_text,
};
use std::fmt;

/// The current appearance of a control.
#[derive(Clone, Debug, PartialEq)]
#[non_exhaustive]
pub struct Face {
    /// The content of the shadow root, without the style sheet.
    pub root: Markup,
    /// Its states, for `:state()` in style sheets: `disabled`, `readonly`, `invalid`, `on`, `mixed`,
    /// `grabbed`, `preview`, `empty`, `open`, `begun`.
    pub states: Vec<&'static str>,
    /// The ARIA attributes of the element itself, `role` first. Empty if its parts have the semantics
    /// instead.
    pub aria: Vec<(&'static str, String)>,
    /// Whether the element itself is focusable by keyboard.
    pub focusable: bool,
}

/// What the parts of a face need besides the view.
struct Context<'a> {
    looks: &'a Looks,
    /// The problem, if it should be shown.
    problem: &'a str,
    /// The description of the focused part, if it is visible elsewhere or not at all.
    about: String,
    /// Whether to show the problem.
    reporting: bool,
    /// Whether none of its parts receives the focus.
    disabled: bool,
    /// Whether its buttons are inactive.
    stuck: bool,
    /// The world that renders the names of its parts.
    world: &'a AnyWorld,
}

/// A button inside a control.
struct Button {
    part: &'static str,
    name: Part,
    icon: &'static str,
    /// The action of pressing it.
    does: (Action, &'static str),
}

impl Context<'_> {
    /// The semantics, without a problem that should not be shown yet.
    fn reported(&self, semantics: &Semantics) -> Semantics {
        let mut semantics = semantics.clone();
        semantics.invalid &= self.reporting;
        semantics.invalid |= !self.looks.problem.is_empty() && semantics.role != Role::Radio;
        semantics
    }

    /// The state of a part, as attributes.
    fn write_semantics(&self, to: &mut Markup, semantics: &Semantics) {
        for (name, value) in self.reported(semantics).attributes() {
            to.set(name, &value);
        }
    }

    /// The name, state and description of a focusable part, as attributes.
    fn name(&self, to: &mut Markup, semantics: &Semantics) {
        self.name_part(to, semantics, None);
    }

    /// The same for one of several parts.
    fn name_part(&self, to: &mut Markup, semantics: &Semantics, part: Option<Part>) {
        self.write_semantics(to, semantics);
        match (self.looks.label.as_str(), part) {
            (_, Some(part)) => self.label(to, part),
            ("", None) => {}
            (label, None) => to.set("aria-label", label),
        }
        let descriptions = [("about", self.about.as_str()), ("problem", self.problem)];
        let ids: Vec<&str> =
            descriptions.iter().filter(|(_, text)| !text.is_empty()).map(|(id, _)| *id).collect();
        if !ids.is_empty() {
            to.set("aria-describedby", &ids.join(" "));
        }
    }

    /// The name of a part of the control.
    fn label(&self, to: &mut Markup, part: Part) {
        let message = match self.looks.label.as_str() {
            "" => Message::Part(part),
            label => Message::PartOf { control: label.to_owned(), part },
        };
        to.set("aria-label", &self.world.message(&message));
    }

    /// A part's own name, where it is clear to which control it belongs.
    fn words(&self, part: Part) -> String {
        self.world.message(&Message::Part(part))
    }

    fn button(&self, to: &mut Markup, button: Button, disabled: bool) {
        to.open("span", button.part);
        self.label(to, button.name);
        press(to, button.icon, button.does, disabled);
    }
}

/// Turns the open part, which has its name, into a button and closes it. The button is for pointers and
/// assistive technology. It does not receive the focus, because keys do the same, and because a click on
/// the control's label should focus the field.
fn press(to: &mut Markup, icon: &'static str, does: (Action, &str), disabled: bool) {
    to.set("role", "button");
    to.set_bool("aria-disabled", disabled);
    to.set_action(does.0, does.1);
    to.draw(icon);
}

impl Face {
    /// The face of this control. `reporting` says whether to show problems with the value; a page does not
    /// do so before somebody has had a chance to enter one.
    pub fn of(control: &Control, looks: &Looks, reporting: bool) -> Self {
        let view = control.view();
        let mut semantics = view.semantics().clone();
        let reporting = reporting || !looks.problem.is_empty();
        semantics.invalid &= reporting;
        semantics.invalid |= !looks.problem.is_empty();
        let problem = match looks.problem.as_str() {
            "" if reporting => view.problem(),
            sent => sent,
        };
        let stuck = semantics.disabled || semantics.readonly;
        let world = &control.surroundings().world;
        let about = about(&view, &semantics, looks, world);
        let disabled = semantics.disabled;
        let context = Context { looks, problem, about, reporting, disabled, stuck, world };
        let (kind, own_states) = kind(&view);
        let common = [
            ("disabled", semantics.disabled),
            ("readonly", semantics.readonly),
            ("invalid", semantics.invalid),
        ];
        let states: Vec<_> = common.into_iter().chain(own_states).collect();

        let mut root = Markup::default();
        root.open("div", "box");
        root.open("div", "control");
        root.class(kind, &states);
        body(&mut root, &view, &semantics, &context);
        // Whether the element itself has the control's semantics, or its parts do.
        let speaks = is_focusable(control.control_kind());
        root.close();
        root.open("div", "problem");
        root.set("id", "problem");
        root.close_with(problem);
        // This exists from the beginning, so that later content is announced.
        root.open("div", "announcement");
        // A refusal is shown to everybody; other announcements repeat what is already visible.
        if !looks.announcement.is_empty() {
            root.set("class", "refused");
        }
        root.set("role", "status");
        root.close_with(&announcement(&view, &context));
        // This also exists from the beginning, so that nothing else is redrawn when it gets content.
        if !speaks {
            root.open_plain("div");
            root.set("id", "about");
            root.set("hidden", "");
            root.close_with(&context.about);
        }
        root.close();

        let mut aria = if speaks { semantics.attributes() } else { Vec::new() };
        let mut described = vec![context.about.clone(), problem.to_owned()];
        described.retain(|text| speaks && !text.is_empty());
        if !described.is_empty() {
            aria.push(("aria-description", world.message(&Message::Described(described))));
        }
        Self {
            root,
            states: states.iter().filter(|(_, on)| *on).map(|(state, _)| *state).collect(),
            aria,
            focusable: speaks && !semantics.disabled,
        }
    }
}

/// The current announcement: why something was refused, the problem and its control, or a result.
fn announcement(view: &View, context: &Context) -> String {
    match (context.looks.announcement.as_str(), context.problem, context.looks.label.as_str()) {
        ("", "", _) => view.status().to_owned(),
        ("", problem, "") => problem.to_owned(),
        ("", problem, control) => {
            let (control, problem) = (control.to_owned(), problem.to_owned());
            context.world.message(&Message::ProblemOf { control, problem })
        }
        (refused, ..) => refused.to_owned(),
    }
}

/// The description of a control apart from problems: the page's own description, a text beside the control
/// or the choice if that is not its name or value, and states that its role cannot express.
fn about(view: &View, semantics: &Semantics, looks: &Looks, world: &AnyWorld) -> String {
    let own = match view {
        View::Switch(view) => &view.caption,
        View::Checkbox(view) => &view.description,
        View::Select(view) => &view.chosen,
        View::Slider(_)
        | View::Rating(_)
        | View::SpanSlider(_)
        | View::CheckboxGroup(_)
        | View::RadioGroup(_)
        | View::Text(_)
        | View::Stepper(_)
        | View::ItemStepper(_)
        | View::Date(_)
        | View::DateSpan(_)
        | View::Month(_)
        | View::Week(_)
        | View::Time(_)
        | View::DateTime(_) => "",
    };
    let mut all = vec![looks.description.clone(), own.to_owned()];
    all.extend(semantics.states_as_text().iter().map(|message| world.message(message)));
    all.retain(|text| !text.is_empty());
    world.message(&Message::Described(all))
}

/// The class of a control of this kind, and the states specific to the kind.
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
        View::CheckboxGroup(_) => ("checks", Vec::new()),
        View::RadioGroup(view) => {
            let stands = match view.orientation {
                Orientation::Horizontal => "radios row",
                Orientation::Vertical => "radios",
            };
            let chosen = view.radios.iter().any(|radio| radio.chosen);
            (stands, vec![("empty", !chosen)])
        }
        View::Text(view) => {
            let lines = if view.semantics.multiline { "text lines" } else { "text" };
            (lines, vec![("empty", view.text.is_empty())])
        }
        View::Stepper(view) => ("stepper", vec![("empty", view.text.is_empty())]),
        View::ItemStepper(_) => ("items", Vec::new()),
        View::Select(view) => ("select", vec![("open", view.open), ("empty", view.prompting)]),
        View::Date(view) => {
            ("date", vec![is_open(&view.semantics), ("empty", view.text.is_empty())])
        }
        View::DateSpan(view) => {
            let empty = ("empty", view.value.is_none());
            ("date dates", vec![is_open(&view.semantics), empty, ("begun", view.begun)])
        }
        View::Month(view) | View::Week(view) | View::Time(view) | View::DateTime(view) => {
            ("fields", vec![("empty", view.text.is_empty())])
        }
    }
}

/// Writes the content of a control.
fn body(to: &mut Markup, view: &View, semantics: &Semantics, context: &Context) {
    match view {
        View::Slider(view) => slider::body(to, view),
        View::Rating(view) => rating::body(to, view, context.looks),
        View::Switch(view) => switch::body(to, view),
        View::Checkbox(view) => checks::body(to, view),
        View::SpanSlider(view) => slider::span_body(to, view, context),
        View::CheckboxGroup(view) => checks::group_body(to, view, semantics, context),
        View::RadioGroup(view) => checks::radios_body(to, view, semantics, context),
        View::Text(view) => field::text_body(to, view, semantics, context),
        View::Stepper(view) => field::stepper_body(to, view, semantics, context),
        View::ItemStepper(view) => field::items_body(to, view, semantics, context),
        View::Select(view) => select::body(to, view, semantics, context),
        View::Date(view) => calendar::body(to, view, semantics, context),
        View::DateSpan(view) => calendar::span_body(to, view, semantics, context),
        View::Month(view) | View::Week(view) | View::Time(view) | View::DateTime(view) => {
            fields::body(to, view, semantics, context);
        }
    }
}

/// The readout beside a control. It is hidden from assistive technology, which gets the value itself.
fn readout(to: &mut Markup, text: &str) {
    to.open("span", "output");
    to.set("aria-hidden", "true");
    to.close_with(text);
}

/// A line drawn in a square of 16 by 16, in the form in which a browser serializes it.
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
const NONE: &str = icon!("M8 3.5a4.5 4.5 0 1 0 0 9a4.5 4.5 0 0 0 0-9M4.5 11.5l7-7");
const PAGE: &str = icon!("M2.5 3.5h11v10h-11zM2.5 6.5h11M5.5 1.5v3M10.5 1.5v3");

/// A fraction as a CSS percentage, to a hundredth of a percent: a fifth of a pixel on a wide screen.
struct Percent(f64);

impl fmt::Display for Percent {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        // This goes through a decimal instead of formatting the float, because that code alone would be a
        // large part of what browsers load.
        let hundredths = (self.0 * 10_000.0).round() as i64;
        write!(f, "{}%", number_text(Decimal::new(hundredths, 2)))
    }
}
