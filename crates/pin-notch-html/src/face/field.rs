//! Controls with a field: texts, and numbers and list items with a button on either side.

use super::{BACK, LESS, MORE, NEXT};
use crate::action::Action;
use crate::drawing::{Button, Context, Drawable};
use crate::markup::Markup;
use pin_notch::{ItemStepperView, Part, Semantics, StepperView, TextKind, TextView};

/// Begins a text field.
pub(super) fn input(to: &mut Markup, text: &str, placeholder: &str, semantics: &Semantics) {
    to.open("input", "input");
    to.set("type", "text");
    to.set("autocomplete", "off");
    to.set("spellcheck", "false");
    to.set("placeholder", placeholder);
    to.flag("disabled", semantics.disabled);
    to.flag("readonly", semantics.readonly);
    to.set("value", text);
}

impl Drawable for TextView {
    fn class(&self) -> (&'static str, Vec<(&'static str, bool)>) {
        let class = if self.semantics.multiline { "text lines" } else { "text" };
        (class, vec![("empty", self.text.is_empty())])
    }

    fn draw(&self, to: &mut Markup, semantics: &Semantics, context: &Context) {
        to.open("div", "field");
        if semantics.multiline {
            to.open("textarea", "input");
            to.set("rows", &self.rows.to_string());
        } else {
            to.open("input", "input");
            to.set("type", "text");
        }
        match self.kind {
            TextKind::Text => {}
            kind @ (TextKind::Email | TextKind::Url | TextKind::Tel) => {
                to.set("inputmode", kind.name());
                to.set("spellcheck", "false");
                to.set("autocapitalize", "off");
            }
        }
        if !self.autocomplete.is_empty() {
            to.set("autocomplete", &self.autocomplete);
        }
        to.set("placeholder", &self.placeholder);
        to.flag("disabled", semantics.disabled);
        to.flag("readonly", semantics.readonly);
        to.flag("data-focus", true);
        context.name(to, semantics);
        to.set("value", &self.text);
        to.close();
        to.close();
        to.open("span", "counter");
        to.set("aria-hidden", "true");
        to.close_with(&self.counter);
    }
}

const LESS_BUTTON: Button =
    Button { part: "less", name: Part::Less, icon: LESS, does: (Action::Step, "-1") };
const MORE_BUTTON: Button =
    Button { part: "more", name: Part::More, icon: MORE, does: (Action::Step, "1") };
const BACK_BUTTON: Button =
    Button { part: "back", name: Part::Back, icon: BACK, does: (Action::Step, "-1") };
const NEXT_BUTTON: Button =
    Button { part: "next", name: Part::Next, icon: NEXT, does: (Action::Step, "1") };

impl Drawable for StepperView {
    fn class(&self) -> (&'static str, Vec<(&'static str, bool)>) {
        ("stepper", vec![("empty", self.text.is_empty())])
    }

    fn draw(&self, to: &mut Markup, semantics: &Semantics, context: &Context) {
        context.button(to, LESS_BUTTON, context.stuck || self.at_first);
        to.open("div", "field");
        input(to, &self.text, &self.placeholder, semantics);
        // Not all keyboards for decimals have a minus sign.
        to.set("inputmode", if self.signed { "text" } else { "decimal" });
        to.flag("data-focus", true);
        context.name(to, semantics);
        to.close();
        to.open("span", "unit");
        to.set("aria-hidden", "true");
        to.close_with(&self.unit);
        to.close();
        context.button(to, MORE_BUTTON, context.stuck || self.at_last);
    }
}

impl Drawable for ItemStepperView {
    fn class(&self) -> (&'static str, Vec<(&'static str, bool)>) {
        ("items", Vec::new())
    }

    fn draw(&self, to: &mut Markup, semantics: &Semantics, context: &Context) {
        context.button(to, BACK_BUTTON, context.stuck || self.at_first);
        to.open("div", "item");
        context.name(to, semantics);
        to.reachable(!semantics.disabled);
        to.flag("data-focus", true);
        to.close_with(&self.text);
        context.button(to, NEXT_BUTTON, context.stuck || self.at_last);
    }
}
