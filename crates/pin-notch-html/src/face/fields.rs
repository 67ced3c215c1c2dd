//! Field steppers: a value by its parts, each in a small field of its own.

use super::Told;
use crate::action::Action;
use crate::markup::Markup;
use pin_notch::{FieldsView, Part, Semantics};

pub(super) fn body(to: &mut Markup, view: &FieldsView, semantics: &Semantics, told: &Told) {
    to.open("div", "field");
    told.name(to, semantics);
    for (at, field) in view.fields.iter().enumerate() {
        if !field.before.is_empty() {
            to.open("span", "before");
            to.set("aria-hidden", "true");
            to.say(field.before);
        }
        to.open("span", if field.filled { "number" } else { "number unfilled" });
        told.speak(to, &field.semantics);
        told.label(to, Part::Field(field.name));
        to.reachable(!semantics.disabled);
        to.doing(Action::Field, &at.to_string());
        to.flag("data-focus", field.active);
        to.say(&field.text);
    }
    to.close();
}
