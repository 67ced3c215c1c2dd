//! A whole element for a server to send, finished before any script comes.

use crate::attributes::{Looks, Tag, attributes_of, options_of};
use crate::face::Face;
use crate::markup::escaped;
use pin_notch::{Choice, Control};
use std::fmt::Write;

/// A style sheet as `build.rs` leaves it.
macro_rules! style {
    ($name:literal) => {
        include_str!(concat!(env!("OUT_DIR"), "/", $name, ".css"))
    };
}

/// What every control looks like, whatever it is.
const BASE: &str = style!("base");
const TRACK: &str = style!("track");
const ICONS: &str = style!("icons");
const TOGGLES: &str = style!("toggles");
const FIELD: &str = style!("field");
const LIST: &str = style!("list");
const CALENDAR: &str = style!("calendar");

/// The style sheet that stands in the shadow root of this element.
pub fn style_of(tag: Tag) -> String {
    let own: &[&str] = match tag {
        Tag::Slider | Tag::SpanSlider => &[TRACK],
        Tag::Rating => &[ICONS],
        Tag::Switch | Tag::Checkbox | Tag::CheckGroup => &[TOGGLES],
        Tag::Select => &[FIELD, LIST],
        Tag::Date | Tag::DateSpan => &[FIELD, CALENDAR],
        _ => &[FIELD],
    };
    [BASE].iter().chain(own).copied().collect()
}

/// The element for this control as HTML: its attributes, after the `own` ones (`name`, `id`, …), a
/// declarative shadow root that shows it as it is, and inside it a native control, for browsers that run no
/// script; its options are the element's options. The live element adopts that root when its script comes.
///
/// The ARIA attributes on the element hold until then; the live element takes them away and speaks for
/// itself.
pub fn element_html(control: &Control, own: &[(&str, &str)], looks: &Looks) -> String {
    let face = Face::of(control, looks, false);
    let tag = Tag::of(control);
    let mut html = format!("<{}", tag.name());
    own.iter().for_each(|(name, value)| put(&mut html, name, value));
    attributes_of(control, looks).iter().for_each(|(name, value)| put(&mut html, name, value));
    face.aria.iter().for_each(|(name, value)| put(&mut html, name, value));
    if !looks.label.is_empty() && !own.iter().any(|(name, _)| *name == "id") {
        put(&mut html, "aria-label", &looks.label);
    }
    let delegates = if tag.is_focusable() { "" } else { " shadowrootdelegatesfocus" };
    let _ = write!(
        html,
        "><template shadowrootmode=\"open\"{delegates}><style>{}</style>{}<slot></slot></template>",
        style_of(tag),
        face.root.to_html()
    );
    let name = own.iter().find(|(name, _)| *name == "name").map_or("", |(_, value)| *value);
    native(&mut html, tag, control, name, looks);
    let _ = write!(html, "</{}>", tag.name());
    html
}

fn put(html: &mut String, name: &str, value: &str) {
    let _ = match value {
        "" => write!(html, " {name}"),
        value => write!(html, " {name}=\"{}\"", escaped(value)),
    };
}

/// A native control that sends the same, as far as HTML has one.
fn native(html: &mut String, tag: Tag, control: &Control, name: &str, looks: &Looks) {
    let attributes = attributes_of(control, looks);
    let choices = options_of(control);
    let entries = control.entries();
    let label = if looks.label.is_empty() { name } else { &looks.label };
    let input = |html: &mut String, kind: &str, value: Option<&str>, shared: &[&str]| {
        let _ = write!(html, "<input type=\"{kind}\"");
        put(html, "name", name);
        put(html, "aria-label", label);
        for (name, value) in attributes.iter().filter(|(name, _)| shared.contains(name)) {
            put(html, name, value);
        }
        if let Some(value) = value.filter(|value| !value.is_empty()) {
            put(html, "value", value);
        }
        html.push('>');
    };
    const LIMITS: [&str; 6] = ["min", "max", "step", "required", "disabled", "readonly"];
    const ON: [&str; 3] = ["checked", "required", "disabled"];
    let first = entries.first().map(String::as_str);
    let kind = match tag {
        Tag::Slider => "range",
        Tag::Rating | Tag::Stepper | Tag::SpanSlider => "number",
        Tag::Date | Tag::DateSpan => "date",
        Tag::Month => "month",
        Tag::Week => "week",
        Tag::Time => "time",
        Tag::DateTime => "datetime-local",
        _ => "",
    };
    match tag {
        Tag::Switch | Tag::Checkbox => {
            input(html, "checkbox", Some(control.on_text()), &ON);
        }
        Tag::CheckGroup => {
            for choice in &choices {
                let _ = write!(html, "<label><input type=\"checkbox\"");
                put(html, "name", name);
                put(html, "value", &choice.value);
                if entries.contains(&choice.value) {
                    put(html, "checked", "");
                }
                let _ = write!(html, ">{}</label>", escaped(&choice.text));
            }
            options(html, "datalist", &choices, &[]);
        }
        Tag::Select | Tag::ItemStepper => {
            let mut open = String::from("select");
            put(&mut open, "name", name);
            put(&mut open, "aria-label", label);
            for (name, value) in attributes
                .iter()
                .filter(|(name, _)| ["multiple", "required", "disabled"].contains(name))
            {
                put(&mut open, name, value);
            }
            options(html, &open, &choices, &entries);
        }
        Tag::SpanSlider | Tag::DateSpan => {
            input(html, kind, first, &LIMITS);
            input(html, kind, entries.get(1).map(String::as_str), &LIMITS);
            options(html, "datalist", &choices, &[]);
        }
        _ => {
            input(html, kind, first, &LIMITS);
            options(html, "datalist", &choices, &[]);
        }
    }
}

/// The options, inside an element that begins with these words.
fn options(html: &mut String, open: &str, choices: &[Choice], chosen: &[String]) {
    let is_list = open == "datalist";
    if choices.is_empty() && is_list {
        return;
    }
    let _ = write!(html, "<{open}>");
    if !is_list && chosen.is_empty() {
        html.push_str("<option value=\"\"></option>");
    }
    let mut group: Option<&str> = None;
    for choice in choices {
        if choice.group.as_deref() != group {
            if group.is_some() {
                html.push_str("</optgroup>");
            }
            group = choice.group.as_deref();
            if let Some(group) = group {
                html.push_str("<optgroup");
                put(html, "label", group);
                html.push('>');
            }
        }
        html.push_str("<option");
        let _ = write!(html, " value=\"{}\"", escaped(&choice.value));
        if choice.disabled {
            put(html, "disabled", "");
        }
        if chosen.contains(&choice.value) {
            put(html, "selected", "");
        }
        let _ = write!(html, ">{}</option>", escaped(&choice.text));
    }
    if group.is_some() {
        html.push_str("</optgroup>");
    }
    let tag = open.split(' ').next().unwrap_or("datalist");
    let _ = write!(html, "</{tag}>");
}
