//! A select: a field with what is chosen, and a list that opens below it.

use super::field::input;
use super::{CROSS, DOWN, Told, button};
use crate::action::Action;
use crate::markup::Element;
use pin_notch::{RowView, SelectView, Semantics};

pub(super) fn body(view: &SelectView, semantics: &Semantics, told: &Told) -> Vec<Element> {
    let stuck = semantics.disabled || semantics.read_only;
    let tokens = view.tokens.iter().filter(|_| view.multiple).map(|token| {
        let name = format!("remove {}", token.text);
        let remove = button("remove", &name, CROSS, stuck);
        Element::new("span", if token.pending { "token token-pending" } else { "token" }).holding(
            vec![
                Element::new("span", "token-text").saying(&token.text),
                remove.doing(Action::Remove, token.value.clone()),
            ],
        )
    });
    let tokens = Element::new("span", "tokens").holding(tokens.collect());
    let mut semantics = semantics.clone();
    semantics.expanded = Some(view.open);
    let mut attributes = told.named(&semantics);
    attributes.push(("aria-controls", "list".to_owned()));
    attributes.push(("aria-haspopup", "listbox".to_owned()));
    if let Some(active) = view.active.filter(|_| view.open) {
        attributes.push(("aria-activedescendant", format!("row-{active}")));
    }
    // Tokens show what is chosen; the field says it all the same, to those who do not see them.
    let spoken = view.multiple && !view.prompting;
    let field = match view.filtering {
        true => {
            // While the list is closed the field shows the choice; while it is open, what is searched.
            let text = if view.open || view.multiple { &view.filter } else { shown_text(view) };
            let prompt = if view.prompting || view.open { view.readout.as_str() } else { "" };
            attributes.push(("aria-autocomplete", "list".to_owned()));
            input(text, if view.multiple && !view.prompting { "" } else { prompt }, &semantics)
        }
        false => {
            let class = if spoken { "spoken" } else { "" };
            Element::new("div", "input")
                .with("tabindex", if semantics.disabled { "-1" } else { "0" })
                .with("class", class)
                .saying(&view.readout)
        }
    };
    let toggle = button("toggle", &told.part("open"), DOWN, stuck);
    vec![
        Element::new("div", "field").holding(vec![
            tokens,
            field.with_all(attributes).flag("data-focus", true),
            toggle.doing(Action::Toggle, ""),
        ]),
        popup(view, told),
    ]
}

fn shown_text(view: &SelectView) -> &str {
    if view.prompting { "" } else { &view.readout }
}

fn popup(view: &SelectView, told: &Told) -> Element {
    let rows = view.rows.iter().enumerate().map(|(at, one)| row(one, view.first_row + at, view));
    let list = Element::new("div", "list")
        .with("role", "presentation")
        // What is above and below the rows that are there takes the room that it would need.
        .with("style", format!("--rows:{};--first:{}", view.row_count, view.first_row))
        .with("data-first", view.first_row.to_string())
        .holding(rows.collect());
    let status = Element::new("div", "status").with("role", "status").saying(&view.status);
    let scroll = Element::new("div", "scroll")
        .with("id", "list")
        .with("role", "listbox")
        .with("aria-label", told.part("options"))
        .with("aria-multiselectable", if view.multiple { "true" } else { "false" })
        .holding(vec![list]);
    Element::new("div", "popup")
        .with("popover", "manual")
        .flag("data-open", view.open)
        .holding(vec![status, scroll])
}

fn row(row: &RowView, at: usize, view: &SelectView) -> Element {
    let group = row.group.clone().unwrap_or_default();
    let mut class = "option".to_owned();
    for (name, on) in [
        ("chosen", row.chosen),
        ("active", row.active),
        ("disabled", row.disabled),
        ("many", view.multiple),
    ] {
        if on {
            class = format!("{class} {name}");
        }
    }
    Element::new("div", "option")
        .with("id", format!("row-{at}"))
        .with("role", "option")
        .with("class", class)
        .with("aria-selected", if row.chosen { "true" } else { "false" })
        .with("aria-disabled", if row.disabled { "true" } else { "false" })
        .with("aria-posinset", (at + 1).to_string())
        .with("aria-setsize", view.row_count.to_string())
        .doing(Action::Pick, row.value.clone())
        .holding(vec![
            Element::new("span", "tick").with("aria-hidden", "true"),
            Element::new("span", "text").saying(&row.text),
            Element::new("span", "group").saying(group),
        ])
}
