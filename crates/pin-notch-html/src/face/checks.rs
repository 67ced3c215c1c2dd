//! Checkboxes: a cell of a comb, hollow, filled or half filled, alone or in a group.

use super::Told;
use crate::action::Action;
use crate::markup::Element;
use pin_notch::{CheckGroupView, Checkbox, CheckboxView, Checked};

/// The state of a checkbox, for style sheets.
pub(super) fn state(checked: Checked) -> Option<&'static str> {
    match checked {
        Checked::Off => None,
        Checked::On => Some("on"),
        Checked::Mixed => Some("mixed"),
    }
}

const CELL: &str = concat!(
    r#"<svg viewBox="0 0 24 24" aria-hidden="true"><path class="cell" d="M12 2 20.7 7v10L12 22 3.3 17V7z">"#,
    r#"</path><path class="tick" d="M7.5 12.2 11 15.5l6-7"></path><path class="bar" d="M7.5 12h9"></path></svg>"#
);

fn cell() -> Element {
    Element::new("span", "cell").fixed(CELL)
}

pub(super) fn body(view: &CheckboxView) -> Vec<Element> {
    let description = Element::new("span", "description").saying(&view.description);
    vec![cell(), description]
}

pub(super) fn group_body(view: &CheckGroupView, told: &Told) -> Vec<Element> {
    let parent = view.parent.iter().map(|(text, checked)| {
        // The parent stands for its children: it can be used when they can.
        let mut parent = Checkbox::new().starting(*checked).view();
        parent.semantics.disabled = view.semantics.disabled;
        parent.semantics.read_only = view.semantics.read_only;
        one(text, &parent).with("part", "parent").doing(Action::Flip, "")
    });
    let boxes = view.boxes.iter().map(|(value, text, view)| {
        one(text, view).with("part", "choice").doing(Action::Pick, value.clone())
    });
    let list = Element::new("div", "choices")
        .with_all(told.named(&view.semantics))
        .holding(parent.chain(boxes).collect());
    vec![list]
}

fn one(text: &str, view: &CheckboxView) -> Element {
    let class = format!("check {}", state(view.checked).unwrap_or_default());
    let class = if view.semantics.disabled { format!("{class} disabled") } else { class };
    Element::plain("div")
        .with("class", class)
        .with_all(view.semantics.attributes())
        .with("tabindex", if view.semantics.disabled { "-1" } else { "0" })
        .with("aria-label", text.to_owned())
        .holding(vec![cell(), Element::new("span", "text").saying(text)])
}
