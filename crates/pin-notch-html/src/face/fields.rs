//! A value by its fields, each a small field of its own.

use super::Told;
use crate::action::Action;
use crate::markup::Element;
use pin_notch::{FieldsView, Semantics};

pub(super) fn body(view: &FieldsView, semantics: &Semantics, told: &Told) -> Vec<Element> {
    let mut parts = Vec::new();
    for (at, field) in view.fields.iter().enumerate() {
        if !field.before.is_empty() {
            let before = Element::new("span", "before").with("aria-hidden", "true");
            parts.push(before.saying(field.before));
        }
        let one = Element::new("span", if field.filled { "number" } else { "number unfilled" })
            .with_all(field.semantics.attributes())
            .with("aria-label", told.part(field.name))
            .with("tabindex", if semantics.disabled { "-1" } else { "0" })
            .doing(Action::Field, at.to_string())
            .flag("data-focus", field.active)
            .saying(&field.text);
        parts.push(one);
    }
    vec![Element::new("div", "field").with_all(told.named(semantics)).holding(parts)]
}
