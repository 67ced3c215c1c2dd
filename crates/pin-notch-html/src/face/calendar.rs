//! Date pickers: a field or two, and a month grid, which opens below or stands in the page.

use super::field::input;
use super::{BACK, CROSS, NEXT, PAGE, Told, button};
use crate::action::Action;
use crate::markup::Element;
use pin_notch::{DateGrid, DateSpanView, DateView, GridDay, Role, Semantics, Thumb};

pub(super) fn body(view: &DateView, semantics: &Semantics, told: &Told) -> Vec<Element> {
    let open = view.grid.is_some() && !view.always_open;
    let field = input(&view.text, &view.prompt, semantics)
        .with_all(told.named(&as_field(semantics, view.always_open)))
        .with_all(opening(view.always_open))
        .flag("data-focus", !open);
    let (today, free) = view.today;
    let today = Element::new("button", "today")
        .with("type", "button")
        .flag("disabled", semantics.disabled || semantics.read_only || !free)
        .doing(Action::Day, today.to_string())
        .saying("Today");
    vec![
        field_box(vec![field], semantics, told, view.value.is_some(), view.always_open),
        popup(view.grid.as_ref(), view.always_open, open, today, told),
    ]
}

pub(super) fn span_body(view: &DateSpanView, semantics: &Semantics, told: &Told) -> Vec<Element> {
    let open = view.grid.is_some() && !view.always_open;
    let ends = [("from", Thumb::Low), ("to", Thumb::High)];
    let shown = if view.two_fields { &ends[..] } else { &ends[..1] };
    let mut fields = Vec::new();
    for ((name, end), text) in shown.iter().zip(&view.texts) {
        if !fields.is_empty() {
            fields.push(Element::new("span", "between").with("aria-hidden", "true").saying("–"));
        }
        let mut told_as = told.named(&as_field(semantics, view.always_open));
        if view.two_fields {
            told_as.retain(|(attribute, _)| *attribute != "aria-label");
            told_as.push(("aria-label", told.part(name)));
        }
        let active = !view.two_fields || view.active == *end;
        fields.push(
            input(text, &view.prompt, semantics)
                .with_all(told_as)
                .with_all(opening(view.always_open))
                .with("data-end", *name)
                .flag("data-focus", !open && active),
        );
    }
    let status = Element::new("span", "status").with("role", "status").saying(&view.status);
    vec![
        field_box(fields, semantics, told, view.value.is_some(), view.always_open),
        popup(view.grid.as_ref(), view.always_open, open, status, told),
    ]
}

/// A field with a calendar that opens from it is a combobox; one beside an open calendar is a plain field.
fn as_field(semantics: &Semantics, always_open: bool) -> Semantics {
    let mut told = semantics.clone();
    told.role = if always_open { Role::TextBox } else { Role::Combobox };
    told
}

/// What opens from a field.
fn opening(always_open: bool) -> Vec<(&'static str, String)> {
    match always_open {
        true => Vec::new(),
        false => {
            vec![("aria-controls", "calendar".to_owned()), ("aria-haspopup", "dialog".to_owned())]
        }
    }
}

fn field_box(
    fields: Vec<Element>,
    semantics: &Semantics,
    told: &Told,
    filled: bool,
    always_open: bool,
) -> Element {
    let stuck = semantics.disabled || semantics.read_only;
    let clear = button("clear", &told.part("clear"), CROSS, stuck || semantics.required || !filled);
    let toggle = button("toggle", &told.part("open the calendar"), PAGE, stuck);
    let toggle = toggle.flag("hidden", always_open);
    let mut all = fields;
    all.push(clear.doing(Action::Clear, ""));
    all.push(toggle.doing(Action::Toggle, ""));
    Element::new("div", "field").holding(all)
}

fn popup(
    grid: Option<&DateGrid>,
    always_open: bool,
    open: bool,
    foot: Element,
    told: &Told,
) -> Element {
    let content = grid.map(|grid| calendar(grid, open, foot, told)).unwrap_or_default();
    let popup = Element::new("div", if always_open { "page" } else { "popup" });
    let popup = match always_open {
        true => popup,
        false => popup
            .with("id", "calendar")
            .with("popover", "manual")
            .with("role", "dialog")
            .with("aria-label", told.part("calendar"))
            .flag("data-open", open),
    };
    popup.holding(vec![Element::new("div", "calendar").holding(content)])
}

fn calendar(grid: &DateGrid, takes_focus: bool, foot: Element, told: &Told) -> Vec<Element> {
    let turn = |part, name: &str, icon, key: &'static str| {
        button(part, name, icon, false).doing(Action::Key, key)
    };
    let head = Element::new("div", "head").holding(vec![
        turn("back", "previous month", BACK, "PageUp"),
        Element::new("div", "title").with("aria-live", "polite").saying(&grid.title),
        turn("next", "next month", NEXT, "PageDown"),
    ]);
    let names = grid.heads.iter().map(|(short, long)| {
        Element::new("th", "weekday")
            .with("scope", "col")
            .with("aria-label", long.clone())
            .saying(short)
    });
    let corner = Element::new("td", "corner").saying("");
    let head_row = Element::plain("tr")
        .with("role", "row")
        .holding([corner].into_iter().chain(names).collect());
    let rows = grid.weeks.iter().map(|(week, days)| {
        let number = week.map(|week| week.number().to_string()).unwrap_or_default();
        let number = Element::new("th", "week").with("scope", "row").saying(number);
        let days = days.iter().map(day);
        Element::plain("tr").with("role", "row").holding([number].into_iter().chain(days).collect())
    });
    let active = grid.weeks.iter().flat_map(|(_, days)| days).find(|day| day.active);
    let active = active.and_then(|day| day.date).map(|date| format!("day-{date}"));
    let table = Element::new("table", "grid")
        .with("role", "grid")
        .with("tabindex", "0")
        .with("aria-label", told.part(&grid.title))
        .with("aria-activedescendant", active.unwrap_or_default())
        .flag("data-focus", takes_focus)
        .holding(vec![
            Element::plain("thead").holding(vec![head_row]),
            Element::plain("tbody").holding(rows.collect()),
        ]);
    vec![head, table, Element::new("div", "foot").holding(vec![foot])]
}

fn day(day: &GridDay) -> Element {
    let mut class = "day".to_owned();
    for (name, on) in [
        ("outside", !day.inside),
        ("chosen", day.chosen),
        ("spanned", day.spanned),
        ("today", day.today),
        ("active", day.active),
        ("blocked", day.why_not.is_some()),
    ] {
        if on {
            class = format!("{class} {name}");
        }
    }
    let Some(date) = day.date else {
        return Element::plain("td").with("class", "day outside").saying("");
    };
    let name = match &day.why_not {
        Some(why) => format!("{}, {why}", day.name),
        None => day.name.clone(),
    };
    let cell = Element::new("td", "day")
        .with("id", format!("day-{date}"))
        .with("role", "gridcell")
        .with("class", class)
        .with("aria-selected", if day.chosen { "true" } else { "false" })
        .with("aria-disabled", if day.why_not.is_some() { "true" } else { "false" })
        .with("aria-label", name)
        .doing(Action::Day, date.to_string());
    let cell = if day.today { cell.with("aria-current", "date") } else { cell };
    let cell = match &day.why_not {
        Some(why) => cell.with("title", why.clone()),
        None => cell,
    };
    cell.saying(&day.number)
}
