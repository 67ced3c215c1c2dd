//! Controls with a field and a button on either side: numbers, and items of a list.

use super::{BACK, LESS, MORE, NEXT, Told, button};
use crate::action::Action;
use crate::markup::Element;
use pin_notch::{ItemView, Semantics, StepperView};

/// A field to type into.
pub(super) fn input(text: &str, prompt: &str, semantics: &Semantics) -> Element {
    Element::new("input", "input")
        .with("type", "text")
        .with("autocomplete", "off")
        .with("spellcheck", "false")
        .with("placeholder", prompt.to_owned())
        .flag("disabled", semantics.disabled)
        .flag("readonly", semantics.read_only)
        .with("value", text.to_owned())
}

pub(super) fn stepper_body(view: &StepperView, semantics: &Semantics, told: &Told) -> Vec<Element> {
    let stuck = semantics.disabled || semantics.read_only;
    let field = input(&view.text, &view.prompt, semantics)
        .with("inputmode", "decimal")
        .flag("data-focus", true)
        .with_all(told.named(semantics));
    let unit = Element::new("span", "unit").with("aria-hidden", "true").saying(&view.unit);
    vec![
        button("less", &told.part("less"), LESS, stuck || view.at_first).doing(Action::Step, "-1"),
        Element::new("div", "field").holding(vec![field, unit]),
        button("more", &told.part("more"), MORE, stuck || view.at_last).doing(Action::Step, "1"),
    ]
}

pub(super) fn items_body(view: &ItemView, semantics: &Semantics, told: &Told) -> Vec<Element> {
    let stuck = semantics.disabled || semantics.read_only;
    let item = Element::new("div", "item")
        .with_all(told.named(semantics))
        .with("tabindex", if semantics.disabled { "-1" } else { "0" })
        .flag("data-focus", true)
        .saying(&view.text);
    vec![
        button("back", &told.part("back"), BACK, stuck || view.at_first).doing(Action::Step, "-1"),
        item,
        button("next", &told.part("next"), NEXT, stuck || view.at_last).doing(Action::Step, "1"),
    ]
}
