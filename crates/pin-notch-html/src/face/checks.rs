//! Checkboxes: a cell of a comb, hollow, filled or half filled, alone or in a group.

use super::Told;
use crate::action::Action;
use crate::markup::Markup;
use pin_notch::{CheckGroupView, Checkbox, CheckboxView, Checked};

/// The states of a checkbox, for style sheets.
pub(super) fn states(checked: Checked) -> [(&'static str, bool); 2] {
    [("on", checked == Checked::On), ("mixed", checked == Checked::Mixed)]
}

const CELL: &str = concat!(
    r#"<svg viewBox="0 0 24 24" aria-hidden="true"><path class="cell" d="M12 2 20.7 7v10L12 22 3.3 17V7z">"#,
    r#"</path><path class="tick" d="M7.5 12.2 11 15.5l6-7"></path><path class="bar" d="M7.5 12h9"></path></svg>"#
);

fn cell(to: &mut Markup) {
    to.open("span", "cell");
    to.draw(CELL);
}

pub(super) fn body(to: &mut Markup, view: &CheckboxView) {
    cell(to);
    to.open("span", "description");
    to.say(&view.description);
}

pub(super) fn group_body(to: &mut Markup, view: &CheckGroupView, told: &Told) {
    to.open("div", "choices");
    told.name(to, &view.semantics);
    if let Some((text, checked)) = &view.parent {
        // The parent stands for its children: it can be used when they can.
        let mut parent = Checkbox::new().starting(*checked).view();
        parent.semantics.disabled = view.semantics.disabled;
        parent.semantics.read_only = view.semantics.read_only;
        to.open("div", "parent");
        to.doing(Action::Flip, "");
        one(to, text, &parent, told);
    }
    for (value, text, view) in &view.boxes {
        to.open("div", "choice");
        to.doing(Action::Pick, value);
        one(to, text, view, told);
    }
    to.close();
}

/// What stands inside a box of a group; ends it.
fn one(to: &mut Markup, text: &str, view: &CheckboxView, told: &Told) {
    let disabled = view.semantics.disabled;
    let [on, mixed] = states(view.checked);
    to.class("check", &[on, mixed, ("disabled", disabled)]);
    told.speak(to, &view.semantics);
    to.reachable(!disabled);
    to.set("aria-label", text);
    cell(to);
    to.open("span", "text");
    to.say(text);
    to.close();
}
