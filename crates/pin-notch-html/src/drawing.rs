//! What every control is drawn with.

use crate::action::Action;
use crate::attributes::Looks;
use crate::markup::Markup;
use pin_notch::{AnyWorld, Message, Part, Role, Semantics};

/// What the parts of a face need besides the view.
pub(crate) struct Context<'a> {
    pub looks: &'a Looks,
    /// The problem, if it should be shown.
    pub problem: &'a str,
    /// The description of the focused part, if it is visible elsewhere or not at all.
    pub about: String,
    /// Whether to show the problem.
    pub reporting: bool,
    /// Whether none of its parts receives the focus.
    pub disabled: bool,
    /// Whether it is disabled or read-only.
    pub stuck: bool,
    /// The world that renders the names of its parts.
    pub world: &'a AnyWorld,
}

/// A view that can be drawn in an element.
pub(crate) trait Drawable {
    /// The class of the control, and the states specific to its kind, for style sheets.
    fn class(&self) -> (&'static str, Vec<(&'static str, bool)>);

    /// A text that describes it besides its name and its value.
    fn about(&self) -> &str {
        ""
    }

    /// Writes the content of the control.
    fn draw(&self, to: &mut Markup, semantics: &Semantics, context: &Context);
}

/// A button inside a control.
pub(crate) struct Button {
    pub part: &'static str,
    pub name: Part,
    pub icon: &'static str,
    /// The action of pressing it.
    pub does: (Action, &'static str),
}

impl Context<'_> {
    /// The semantics, without a problem that should not be shown yet.
    pub fn reported(&self, semantics: &Semantics) -> Semantics {
        let mut semantics = semantics.clone();
        semantics.invalid &= self.reporting;
        semantics.invalid |= !self.looks.problem.is_empty() && semantics.role != Role::Radio;
        semantics
    }

    /// The state of a part, as attributes.
    pub fn write_semantics(&self, to: &mut Markup, semantics: &Semantics) {
        for (name, value) in self.reported(semantics).attributes() {
            to.set(name, &value);
        }
    }

    /// The name, state and description of a focusable part, as attributes.
    pub fn name(&self, to: &mut Markup, semantics: &Semantics) {
        self.name_part(to, semantics, None);
    }

    /// Makes the open part the one that receives the focus, for a control that is used as a whole.
    pub fn whole(&self, to: &mut Markup, semantics: &Semantics) {
        self.name(to, semantics);
        if !semantics.disabled {
            to.reachable(true);
        }
        to.flag("data-focus", true);
    }

    /// The same as [`name`](Self::name) for one of several parts.
    pub fn name_part(&self, to: &mut Markup, semantics: &Semantics, part: Option<Part>) {
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
    pub fn label(&self, to: &mut Markup, part: Part) {
        let message = match self.looks.label.as_str() {
            "" => Message::Part(part),
            label => Message::PartOf { control: label.to_owned(), part },
        };
        to.set("aria-label", &self.world.message(&message));
    }

    /// A part's own name, where it is clear to which control it belongs.
    pub fn words(&self, part: Part) -> String {
        self.world.message(&Message::Part(part))
    }

    pub fn button(&self, to: &mut Markup, button: Button, disabled: bool) {
        to.open("span", button.part);
        self.label(to, button.name);
        press(to, button.icon, button.does, disabled);
    }
}

/// Turns the open part, which has its name, into a button and closes it. The button is for pointers and
/// assistive technology. It does not receive the focus, because keys do the same, and because a click on
/// the control's label should focus the field.
pub(crate) fn press(to: &mut Markup, icon: &'static str, does: (Action, &str), disabled: bool) {
    to.set("role", "button");
    to.set_bool("aria-disabled", disabled);
    to.set_action(does.0, does.1);
    to.draw(icon);
}
