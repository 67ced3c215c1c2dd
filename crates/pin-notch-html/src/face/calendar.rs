//! Date pickers: one or two fields, and a month grid that opens below or is part of the page.

use super::field::input;
use super::{BACK, CROSS, NEXT, PAGE};
use crate::action::Action;
use crate::drawing::{Button, Context, Drawable, press};
use crate::markup::Markup;
use pin_notch::{DateGrid, DateSpanView, DateView, GridDay, Part, Role, Semantics, Thumb};

/// Whether the calendar is open, as a state.
fn is_open(semantics: &Semantics) -> (&'static str, bool) {
    ("open", semantics.expanded == Some(true))
}

impl Drawable for DateView {
    fn class(&self) -> (&'static str, Vec<(&'static str, bool)>) {
        ("date", vec![is_open(&self.semantics), ("empty", self.text.is_empty())])
    }

    fn draw(&self, to: &mut Markup, semantics: &Semantics, context: &Context) {
        let popup = Popup::new(self.grid.as_ref(), self.always_open, semantics);
        to.open("div", "field");
        input(to, &self.text, &self.placeholder, semantics);
        to.put("size", format_args!("{}", width(&[&self.text, &self.placeholder])));
        popup.name_field(to, semantics, context, None);
        to.flag("data-focus", !popup.open);
        to.close();
        popup.close_field(to, semantics, context, self.value.is_some());
        popup.write(to, context, |to| {
            let Some((today, free)) = self.today else { return };
            to.open("button", "today");
            to.set("type", "button");
            to.flag("disabled", context.stuck || !free);
            to.set_action(Action::Day, &today.to_string());
            to.close_with(&context.words(Part::Today));
        });
    }
}

impl Drawable for DateSpanView {
    fn class(&self) -> (&'static str, Vec<(&'static str, bool)>) {
        let empty = ("empty", self.value.is_none());
        ("date dates", vec![is_open(&self.semantics), empty, ("begun", self.begun)])
    }

    fn draw(&self, to: &mut Markup, semantics: &Semantics, context: &Context) {
        let popup = Popup::new(self.grid.as_ref(), self.always_open, semantics);
        to.open("div", "field");
        let ends = [("from", Thumb::Low, Part::From), ("to", Thumb::High, Part::To)];
        let count = if self.two_fields { 2 } else { 1 };
        for ((name, end, part), text) in ends.into_iter().zip(&self.texts).take(count) {
            if end == Thumb::High {
                to.open("span", "between");
                to.set("aria-hidden", "true");
                to.close_with("–");
            }
            input(to, text, &self.placeholder, semantics);
            to.put("size", format_args!("{}", width(&[text, &self.placeholder])));
            popup.name_field(to, semantics, context, self.two_fields.then_some(part));
            to.set("data-end", name);
            let active = !self.two_fields || self.active == end;
            to.flag("data-focus", !popup.open && active);
            to.close();
        }
        popup.close_field(to, semantics, context, self.value.is_some());
        popup.write(to, context, |to| {
            to.open("span", "status");
            to.close_with(&self.status);
        });
    }
}

/// The width of a date field in characters: enough for each of these texts and for an ISO 8601 date.
fn width(texts: &[&str]) -> usize {
    texts.iter().map(|text| text.chars().count()).fold(10, usize::max)
}

/// A calendar that opens from a field, or is shown beside it.
struct Popup<'a> {
    grid: Option<&'a DateGrid>,
    always_open: bool,
    /// Whether it is a popup, and whether it is open.
    open: bool,
}

impl<'a> Popup<'a> {
    fn new(grid: Option<&'a DateGrid>, always_open: bool, semantics: &Semantics) -> Self {
        Self { grid, always_open, open: semantics.expanded == Some(true) }
    }

    /// A field with a calendar as its popup is a combobox; one beside a calendar is a plain text field.
    /// `end` names one of two fields.
    fn name_field(
        &self,
        to: &mut Markup,
        semantics: &Semantics,
        context: &Context,
        end: Option<Part>,
    ) {
        let mut semantics = semantics.clone();
        semantics.role = if self.always_open { Role::TextBox } else { Role::Combobox };
        context.name_part(to, &semantics, end);
        if !self.always_open {
            to.set("aria-controls", "calendar");
            to.set("aria-haspopup", "dialog");
        }
    }

    /// Writes the buttons after the fields and closes their container.
    fn close_field(&self, to: &mut Markup, semantics: &Semantics, context: &Context, filled: bool) {
        let clear =
            Button { part: "clear", name: Part::Clear, icon: CROSS, does: (Action::Clear, "") };
        context.button(to, clear, context.stuck || semantics.required || !filled);
        to.open("span", "toggle");
        to.flag("hidden", self.always_open);
        context.label(to, Part::OpenCalendar);
        press(to, PAGE, (Action::Toggle, ""), context.stuck);
        to.close();
    }

    fn write(&self, to: &mut Markup, context: &Context, foot: impl FnOnce(&mut Markup)) {
        if self.always_open {
            to.open("div", "page");
        } else {
            to.open("div", "popup");
            to.set("id", "calendar");
            to.set("popover", "manual");
            to.set("role", "dialog");
            context.label(to, Part::Calendar);
            to.flag("data-open", self.open);
        }
        to.open("div", "calendar");
        if let Some(grid) = self.grid {
            head(to, grid, context);
            table(to, grid, self.open, context);
            to.open("div", "foot");
            foot(to);
            to.close();
        }
        to.close();
        to.close();
    }
}

fn head(to: &mut Markup, grid: &DateGrid, context: &Context) {
    to.open("div", "head");
    to.open("span", "back");
    to.set("aria-label", &context.words(Part::PreviousMonth));
    press(to, BACK, (Action::Key, "PageUp"), false);
    to.open("div", "title");
    to.set("aria-live", "polite");
    to.close_with(&grid.title);
    to.open("span", "next");
    to.set("aria-label", &context.words(Part::NextMonth));
    press(to, NEXT, (Action::Key, "PageDown"), false);
    to.close();
}

fn table(to: &mut Markup, grid: &DateGrid, takes_focus: bool, context: &Context) {
    to.open("table", "grid");
    to.set("role", "grid");
    to.reachable(!context.disabled);
    context.label(to, Part::Days(grid.month));
    let mut days = grid.weeks.iter().flat_map(|(_, days)| days);
    match days.find(|day| day.active).and_then(|day| day.date) {
        Some(date) => to.put("aria-activedescendant", format_args!("day-{date}")),
        None => to.set("aria-activedescendant", ""),
    }
    to.flag("data-focus", takes_focus);
    to.open_plain("thead");
    to.open_plain("tr");
    to.set("role", "row");
    to.open("td", "corner");
    to.close_with("");
    for (short, long) in &grid.heads {
        to.open("th", "weekday");
        to.set("scope", "col");
        to.set("aria-label", long);
        to.close_with(short);
    }
    to.close();
    to.close();
    to.open_plain("tbody");
    for (week, days) in &grid.weeks {
        to.open_plain("tr");
        to.set("role", "row");
        to.open("th", "week");
        to.set("scope", "row");
        to.close_with(&week.map(|week| week.number().to_string()).unwrap_or_default());
        days.iter().for_each(|one| day(to, one));
        to.close();
    }
    to.close();
    to.close();
}

fn day(to: &mut Markup, day: &GridDay) {
    let Some(date) = day.date else {
        to.open_plain("td");
        return to.close_with("");
    };
    let closed = day.why_not.is_some();
    let states = [
        ("outside", !day.inside),
        ("chosen", day.chosen),
        ("spanned", day.spanned),
        ("today", day.today),
        ("active", day.active),
        ("closed", closed),
    ];
    to.open_in("td", "day", &states);
    to.put("id", format_args!("day-{date}"));
    to.set("role", "gridcell");
    to.set_bool("aria-selected", day.chosen || day.spanned);
    to.set_bool("aria-disabled", closed);
    to.set("aria-label", &day.name);
    if let Some(why) = &day.why_not {
        to.set("title", why);
    }
    to.set_action(Action::Day, &date.to_string());
    if day.today {
        to.set("aria-current", "date");
    }
    to.close_with(&day.number);
}
