//! Field steppers: a value by its parts, each in a small field of its own.

use crate::action::Action;
use crate::drawing::{Context, Drawable};
use crate::markup::Markup;
use pin_notch::{FieldsView, Part, Semantics};

impl Drawable for FieldsView {
    fn class(&self) -> (&'static str, Vec<(&'static str, bool)>) {
        ("fields", vec![("empty", self.text.is_empty())])
    }

    fn draw(&self, to: &mut Markup, semantics: &Semantics, context: &Context) {
        to.open("div", "field");
        context.name(to, semantics);
        for (at, field) in self.fields.iter().enumerate() {
            if !field.before.is_empty() {
                to.open("span", "before");
                to.set("aria-hidden", "true");
                to.close_with(field.before);
            }
            to.open("span", if field.filled { "number" } else { "number unfilled" });
            context.write_semantics(to, &field.semantics);
            context.label(to, Part::Field(field.name));
            to.reachable(!semantics.disabled);
            to.set_action(Action::Field, &at.to_string());
            // Without this, there would be no virtual keyboard. What is entered is handled like keys.
            if !context.stuck {
                to.set("contenteditable", "true");
                to.set("inputmode", "numeric");
            }
            to.flag("data-focus", field.active);
            to.close_with(&field.text);
        }
        to.close();
    }
}
