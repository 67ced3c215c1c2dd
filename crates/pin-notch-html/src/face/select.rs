//! A select: a field with the choice, and a list that opens below it.

use super::field::input;
use super::{CROSS, DOWN};
use crate::action::Action;
use crate::drawing::{Button, Context, Drawable, press};
use crate::markup::Markup;
use pin_notch::{Part, RowView, SelectView, Semantics};

impl Drawable for SelectView {
    fn class(&self) -> (&'static str, Vec<(&'static str, bool)>) {
        ("select", vec![("open", self.open), ("empty", self.prompting)])
    }

    fn about(&self) -> &str {
        &self.chosen
    }

    fn draw(&self, to: &mut Markup, semantics: &Semantics, context: &Context) {
        to.open("div", "field");
        to.open("span", "tokens");
        for token in self.tokens.iter().filter(|_| self.multiple) {
            to.open("span", if token.pending { "token token-pending" } else { "token" });
            to.open("span", "token-text");
            to.close_with(&token.text);
            to.open("span", "remove");
            to.set("aria-label", &context.words(Part::Remove { text: token.text.clone() }));
            press(to, CROSS, (Action::Remove, &token.value), context.stuck);
            to.close();
        }
        to.close();
        let mut semantics = semantics.clone();
        semantics.expanded = Some(self.open);
        // Tokens show the choice; the field also has it, for assistive technology.
        let spoken = self.multiple && !self.prompting;
        if self.filtering {
            // The field shows the choice while the list is closed, and the filter while it is open.
            let searched = self.open || self.multiple;
            let text = match (searched, self.prompting) {
                (true, _) => &self.filter,
                (false, true) => "",
                (false, false) => &self.readout,
            };
            let prompts = (self.prompting || self.open) && !spoken;
            input(to, text, if prompts { &self.readout } else { "" }, &semantics);
        } else {
            to.open("div", "input");
            to.reachable(!semantics.disabled);
            to.set("class", if spoken { "spoken" } else { "" });
        }
        context.name(to, &semantics);
        to.set("aria-controls", "list");
        to.set("aria-haspopup", "listbox");
        if let Some(active) = self.active.filter(|_| self.open) {
            to.put("aria-activedescendant", format_args!("row-{active}"));
        }
        if self.filtering {
            to.set("aria-autocomplete", "list");
        }
        to.flag("data-focus", true);
        if self.filtering {
            to.close();
        } else {
            to.close_with(&self.readout);
        }
        let toggle =
            Button { part: "toggle", name: Part::OpenList, icon: DOWN, does: (Action::Toggle, "") };
        context.button(to, toggle, context.stuck);
        to.close();
        popup(to, self, context);
    }
}

fn popup(to: &mut Markup, view: &SelectView, context: &Context) {
    to.open("div", "popup");
    to.set("popover", "manual");
    to.flag("data-open", view.open);
    to.open("div", "status");
    to.close_with(&view.status);
    to.open("div", "scroll");
    to.set("id", "list");
    to.set("role", "listbox");
    context.label(to, Part::Options);
    to.set_bool("aria-multiselectable", view.multiple);
    to.open("div", "list");
    to.set("class", if view.multiple { "many" } else { "" });
    to.set("role", "presentation");
    // Space is reserved for the rows above and below those in the view.
    to.put("style", format_args!("--rows:{};--first:{}", view.row_count, view.first_row));
    to.put("data-first", format_args!("{}", view.first_row));
    for (at, one) in view.rows.iter().enumerate() {
        row(to, one, view.first_row + at, view);
    }
    to.close();
    to.close();
    to.close();
}

fn row(to: &mut Markup, row: &RowView, at: usize, view: &SelectView) {
    let states = [("chosen", row.chosen), ("active", row.active), ("disabled", row.disabled)];
    to.open_in("div", "option", &states);
    to.put("id", format_args!("row-{at}"));
    to.set("role", "option");
    to.set_bool("aria-selected", row.chosen);
    if let Some(name) = &row.name {
        to.set("aria-label", name);
    }
    to.set_bool("aria-disabled", row.disabled);
    to.put("aria-posinset", format_args!("{}", at + 1));
    to.put("aria-setsize", format_args!("{}", view.row_count));
    to.set_action(Action::Pick, &row.value);
    to.open("span", "tick");
    to.set("aria-hidden", "true");
    to.close();
    text(to, &row.text);
    to.open("span", "group");
    // Drawable by the style sheet: it is visible at the first option of the group, and part of the accessible
    // name of each.
    to.set("data-group", row.group.as_deref().unwrap_or_default());
    to.close();
    to.close();
}

/// How many characters at the end of a long text are always visible.
const TAIL: usize = 16;

/// The text of an option. If there is not enough room, it is shortened in the middle, because long options
/// often differ only at the end.
fn text(to: &mut Markup, text: &str) {
    to.open("span", "text");
    let count = text.chars().count();
    if count <= 2 * TAIL {
        return to.close_with(text);
    }
    let tail = text.char_indices().nth(count - TAIL).map_or(text.len(), |(at, _)| at);
    for (class, half) in [("head", &text[..tail]), ("tail", &text[tail..])] {
        to.open_plain("span");
        to.set("class", class);
        to.close_with(half);
    }
    to.close();
}
