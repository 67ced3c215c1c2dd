//! Checkboxes: a square with one notched corner, hollow, filled or half filled, alone or in a group. Radio buttons: a drop in a
//! ring.

use crate::action::Action;
use crate::drawing::{Context, Drawable};
use crate::markup::Markup;
use crate::shapes::outline;
use pin_notch::{CheckboxGroupView, CheckboxView, Checked, Orientation, RadioGroupView, Semantics};

/// The states of a checkbox, for style sheets.
fn states(checked: Checked) -> [(&'static str, bool); 2] {
    [("on", checked == Checked::On), ("mixed", checked == Checked::Mixed)]
}

/// The same for a checkbox in a group, which can be disabled separately.
fn states_of(checked: Checked, semantics: &Semantics) -> [(&'static str, bool); 3] {
    let [on, mixed] = states(checked);
    [on, mixed, ("disabled", semantics.disabled)]
}

const CELL: &str = concat!(
    r#"<svg viewBox="0 0 24 24" aria-hidden="true"><path class="cell" d=""#,
    outline!(checkbox),
    r#""></path><path class="tick" d=""#,
    outline!(tick),
    r#""></path><path class="bar" d=""#,
    outline!(bar),
    r#""></path></svg>"#
);

fn cell(to: &mut Markup) {
    to.open("span", "cell");
    to.draw(CELL);
}

impl Drawable for CheckboxView {
    fn class(&self) -> (&'static str, Vec<(&'static str, bool)>) {
        ("checkbox", states(self.checked).to_vec())
    }

    fn about(&self) -> &str {
        &self.description
    }

    fn draw(&self, to: &mut Markup, semantics: &Semantics, context: &Context) {
        context.whole(to, semantics);
        cell(to);
        to.open("span", "description");
        to.close_with(&self.description);
    }
}

impl Drawable for CheckboxGroupView {
    fn class(&self) -> (&'static str, Vec<(&'static str, bool)>) {
        ("checks", Vec::new())
    }

    fn draw(&self, to: &mut Markup, semantics: &Semantics, context: &Context) {
        to.open("div", "choices");
        context.name(to, semantics);
        if let Some(all) = &self.all {
            to.open_in("div", "all", &states_of(all.checked, &all.semantics));
            to.set_action(Action::Flip, "");
            one(to, &all.text, all.checked, &all.semantics, context);
        }
        for choice in &self.choices {
            let CheckboxView { checked, semantics, .. } = &choice.checkbox;
            to.open_in("div", "choice", &states_of(*checked, semantics));
            to.set_action(Action::Pick, &choice.value);
            one(to, &choice.text, *checked, semantics, context);
        }
        to.close();
    }
}

const RING: &str = concat!(
    r#"<svg viewBox="0 0 24 24" aria-hidden="true"><circle class="cell" cx="12" cy="12" r="9"></circle>"#,
    r#"<circle class="dot" cx="12" cy="12" r="4.5"></circle></svg>"#
);

impl Drawable for RadioGroupView {
    fn class(&self) -> (&'static str, Vec<(&'static str, bool)>) {
        let class = match self.orientation {
            Orientation::Horizontal => "radios row",
            Orientation::Vertical => "radios",
        };
        let chosen = self.radios.iter().any(|radio| radio.chosen);
        (class, vec![("empty", !chosen)])
    }

    fn draw(&self, to: &mut Markup, semantics: &Semantics, context: &Context) {
        to.open("div", "choices");
        context.name(to, semantics);
        for radio in &self.radios {
            let states = [("on", radio.chosen), ("disabled", radio.semantics.disabled)];
            to.open_in("div", "choice", &states);
            to.set_action(Action::Pick, &radio.value);
            to.class("check radio", &states);
            context.write_semantics(to, &radio.semantics);
            // Tab reaches only one of them; arrow keys move to the others.
            to.reachable(radio.active && !radio.semantics.disabled);
            to.flag("data-focus", radio.active);
            to.set("aria-label", &radio.text);
            to.open("span", "ring");
            to.draw(RING);
            to.open("span", "text");
            to.close_with(&radio.text);
            to.close();
        }
        to.close();
    }
}

/// Writes the content of a checkbox in a group and closes it.
fn one(to: &mut Markup, text: &str, checked: Checked, semantics: &Semantics, context: &Context) {
    to.class("check", &states_of(checked, semantics));
    context.write_semantics(to, semantics);
    to.reachable(!semantics.disabled);
    to.set("aria-label", text);
    cell(to);
    to.open("span", "text");
    to.close_with(text);
    to.close();
}
