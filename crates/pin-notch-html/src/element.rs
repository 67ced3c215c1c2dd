//! A complete element for a server to send, which works before any script is loaded.

use crate::attributes::Looks;
use crate::face::Face;
use crate::kinds::{Element, Native, element, style_of};
use crate::markup::{escaped, push_lines};
use pin_notch::{Choice, Control, ControlKind, Definition, Message, Value, number_text};
use std::fmt::Write;

/// The element for this control as HTML: the `own` attributes (`name`, `id`, …) followed by those of its
/// definition, a declarative shadow root that shows its current state, and a native control for browsers
/// without script, whose options are the element's options. When its script is loaded, the live element
/// adopts that shadow root. If [`Looks::hidden`] is set, there is none.
pub fn element_html(control: &Control, own: &[(&str, &str)], looks: &Looks) -> String {
    let entered = &mut control.clone();
    looks.enter(entered);
    let face = Face::of(entered, looks, false);
    let (kind, definition) = (control.control_kind(), control.definition());
    let Element { tag, .. } = element(kind);
    let mut html = format!("<{tag}");
    own.iter().for_each(|(name, value)| put(&mut html, name, value));
    definition.attributes().iter().for_each(|(name, value)| put(&mut html, name, value));
    let problem = Some(looks.problem.as_str()).filter(|text| !text.is_empty());
    for (name, text) in Looks::REFUSED.into_iter().zip([problem, looks.entered.as_deref()]) {
        if let Some(text) = text {
            put(&mut html, name, text);
        }
    }
    put_text(&mut html, "data-description", &looks.description);
    if !looks.label.is_empty() && !own.iter().any(|(name, _)| *name == "id") {
        put(&mut html, "aria-label", &looks.label);
    }
    html.push('>');
    if !looks.hidden {
        let _ = write!(
            html,
            "<template shadowrootmode=\"open\" shadowrootdelegatesfocus><style>{}</style>{}<slot></slot></template>",
            style_of(kind),
            face.root.to_html()
        );
    }
    let name = own.iter().find(|(name, _)| *name == "name").map_or("", |(_, value)| *value);
    let label = if looks.label.is_empty() { name } else { &looks.label };
    Fallback { control: entered, definition: &definition, name, label, looks }.write(&mut html);
    let _ = write!(html, "</{tag}>");
    html
}

fn put(html: &mut String, name: &str, value: &str) {
    let _ = match value {
        "" => write!(html, " {name}"),
        value => write!(html, " {name}=\"{}\"", escaped(value)),
    };
}

/// Attributes that HTML does not allow to be empty.
fn put_text(html: &mut String, name: &str, value: &str) {
    if !value.is_empty() {
        put(html, name, value);
    }
}

/// What the native control in an element is written from.
struct Fallback<'a> {
    control: &'a Control,
    definition: &'a Definition,
    name: &'a str,
    label: &'a str,
    looks: &'a Looks,
}

impl Fallback<'_> {
    fn write(&self, html: &mut String) {
        let options = self.definition.options();
        let entries = self.control.entries();
        let [first, second] = [0, 1].map(|at| entries.get(at).map(String::as_str));
        match element(self.control.control_kind()).native {
            Native::Input(kind) => self.input(html, kind, first, &options),
            Native::Inputs(kind) => {
                self.input(html, kind, first, &[]);
                self.input(html, kind, second, &options);
            }
            Native::Checkbox => {
                self.input(html, "checkbox", Some(self.control.on_text()), &[]);
            }
            Native::Choices(kind) => {
                self.choices(html, kind, &options);
                datalist(html, &options);
            }
            Native::Text => self.text(html),
            Native::Select => self.select(html, &options),
        }
    }

    /// An input, with the options for the live element beside it.
    fn input(&self, html: &mut String, kind: &str, value: Option<&str>, options: &[Choice]) {
        let _ = write!(html, "<input type=\"{kind}\"");
        self.named(html);
        for (name, value) in self.limits() {
            put(html, name, &value);
        }
        // Text that cannot be accepted is shown in the field as it was typed.
        let typed = self.looks.entered.as_deref().filter(|_| self.control.is_drafting());
        // Without a value, a checkbox would send "on".
        let is_said = |value: &&str| !value.is_empty() || kind == "checkbox";
        if let Some(value) = typed.or(value).filter(is_said) {
            put(html, "value", value);
        }
        self.tie(html);
        html.push('>');
        datalist(html, options);
    }

    /// A field for text, of one line or several.
    fn text(&self, html: &mut String) {
        let of = |name| self.definition.attribute(name);
        let rows = of("rows");
        let tag = if rows.is_some() { "textarea" } else { "input" };
        let _ = write!(html, "<{tag}");
        self.named(html);
        let (one_line, several) = (["type", "pattern"], ["rows"]);
        let own = if rows.is_some() { several.as_slice() } else { one_line.as_slice() };
        let shared = [
            "minlength",
            "maxlength",
            "placeholder",
            "autocomplete",
            "required",
            "disabled",
            "readonly",
        ];
        for name in own.iter().chain(&shared) {
            if let Some(value) = of(name) {
                put(html, name, &value);
            }
        }
        // HTML's own way to describe what a pattern requires.
        if let Some(example) = of("example") {
            put(html, "title", &example);
        }
        let Control::Text(field) = self.control else { return };
        let text = field.text();
        if rows.is_none() && !text.is_empty() {
            put(html, "value", text);
        }
        self.tie(html);
        html.push('>');
        if rows.is_some() {
            push_lines(html, text);
            html.push_str("</textarea>");
        }
    }

    /// The name under which it sends its value, if it sends any, and its label.
    fn named(&self, html: &mut String) {
        put_text(html, "name", self.name);
        put_text(html, "aria-label", self.label);
    }

    /// Connects the native control with its description and with the problem of what was sent.
    fn tie(&self, html: &mut String) {
        if !self.looks.problem.is_empty() {
            put(html, "aria-invalid", "true");
        }
        let described = [&self.looks.description, &self.looks.problem];
        let described: Vec<String> =
            described.into_iter().filter(|text| !text.is_empty()).cloned().collect();
        if !described.is_empty() {
            let world = &self.control.surroundings().world;
            put(html, "aria-description", &world.message(&Message::Described(described)));
        }
    }

    /// The part of a definition that its native input supports.
    fn limits(&self) -> Vec<(&'static str, String)> {
        // https://html.spec.whatwg.org/multipage/input.html#input-type-attr-summary
        let supported = match self.control.control_kind() {
            ControlKind::Switch | ControlKind::Checkbox => ["required", "disabled"].as_slice(),
            ControlKind::Slider => &["min", "max", "step", "disabled"],
            ControlKind::SpanSlider
            | ControlKind::Rating
            | ControlKind::Stepper
            | ControlKind::Date
            | ControlKind::DateSpan
            | ControlKind::Month
            | ControlKind::Week
            | ControlKind::Time
            | ControlKind::DateTime => &["min", "max", "step", "required", "disabled", "readonly"],
            // These have no such input.
            ControlKind::CheckboxGroup
            | ControlKind::RadioGroup
            | ControlKind::Text
            | ControlKind::ItemStepper
            | ControlKind::Select => &[],
        };
        let given = self.definition.attributes().into_iter();
        let mut limits: Vec<_> = given.filter(|(name, _)| supported.contains(name)).collect();
        // A mixed checkbox sends nothing.
        if self.control.value() == Value::On(true) {
            limits.insert(0, ("checked", String::new()));
        }
        // HTML counts steps only from the minimum.
        if self.definition.attribute("step-base").is_some() {
            limits.retain(|(name, _)| *name != "step");
            limits.push(("step", "any".to_owned()));
            // If nothing is acceptable, it shows its least value, which may differ from the minimum.
            if let Control::Slider(slider) = self.control
                && slider.notches().is_empty()
            {
                limits.retain(|(name, _)| *name != "min");
                limits.push(("min", number_text(slider.value())));
            }
        }
        if let Control::Rating(rating) = self.control {
            limits.retain(|(name, _)| !["min", "max"].contains(name));
            let min = rating.notches().min().map(number_text).unwrap_or_default();
            limits.extend([("min", min), ("max", rating.definition().max.to_string())]);
        }
        limits
    }

    /// Checkboxes or radio buttons, each with its label.
    fn choices(&self, html: &mut String, kind: &str, options: &[Choice]) {
        let mut entries = self.control.entries();
        let conditions = self.control.conditions();
        for option in options {
            let _ = write!(html, "<label><input type=\"{kind}\"");
            put_text(html, "name", self.name);
            let _ = write!(html, " value=\"{}\"", escaped(&option.value));
            let at = entries.iter().position(|value| *value == option.value);
            if let Some(at) = at.filter(|_| !option.disabled) {
                put(html, "checked", "");
                // Of several with the same value, only the first.
                entries.remove(at);
            }
            if option.disabled || conditions.disabled {
                put(html, "disabled", "");
            }
            if kind == "radio" && conditions.required {
                put(html, "required", "");
            }
            self.tie(html);
            let _ = write!(html, ">{}</label>", escaped(&option.text));
        }
    }

    fn select(&self, html: &mut String, options: &[Choice]) {
        let (mut multiple, mut chosen) = (false, self.control.entries());
        if let Control::Select(select) = self.control {
            (multiple, chosen) = (select.definition().multiple, select.chosen().to_vec());
        }
        // A disabled item is not sent, but it is the current one.
        if let Control::ItemStepper(items) = self.control {
            chosen = items.value().map(str::to_owned).into_iter().collect();
        }
        html.push_str("<select");
        self.named(html);
        for name in ["multiple", "required", "disabled"] {
            if self.definition.attribute(name).is_some() {
                put(html, name, "");
            }
        }
        self.tie(html);
        html.push('>');
        // In a single choice, nothing can be chosen as well. If it is required, browsers only take the first
        // option for nothing.
        if matches!(self.control, Control::Select(_)) && !multiple {
            let is_required = self.control.conditions().required;
            let is_none = |option: &Choice| option.value.is_empty() && !option.disabled;
            if is_required {
                chosen.retain(|value| !value.is_empty());
            }
            if chosen != [""] || !options.iter().any(is_none) {
                // HTML wants every option to have a label.
                html.push_str("<option data-native value=\"\" label=\" \"></option>");
            }
        }
        write_options(html, options, &chosen);
        // What is chosen is sent, even if it is not offered yet, after the others.
        let is_there = |value: &String| {
            (value.is_empty() && !multiple) || options.iter().any(|option| option.value == *value)
        };
        for value in chosen.iter().filter(|value| !is_there(value)) {
            let value = escaped(value);
            let _ = write!(html, "<option data-native value=\"{value}\" selected>{value}</option>");
        }
        html.push_str("</select>");
    }
}

/// Options for the live element, which are not shown without script.
fn datalist(html: &mut String, options: &[Choice]) {
    if !options.is_empty() {
        html.push_str("<datalist>");
        write_options(html, options, &[]);
        html.push_str("</datalist>");
    }
}

fn write_options(html: &mut String, options: &[Choice], chosen: &[String]) {
    let mut group: Option<&str> = None;
    let mut chosen: Vec<&String> = chosen.iter().collect();
    for option in options {
        if option.group.as_deref() != group {
            if group.is_some() {
                html.push_str("</optgroup>");
            }
            group = option.group.as_deref();
            if let Some(group) = group {
                let _ = write!(html, "<optgroup label=\"{}\">", escaped(group));
            }
        }
        let _ = write!(html, "<option value=\"{}\"", escaped(&option.value));
        if option.disabled {
            put(html, "disabled", "");
        }
        let is_free = |other: &Choice| other.value == option.value && !other.disabled;
        let is_meant = !option.disabled || !options.iter().any(is_free);
        let at = chosen.iter().position(|value| **value == option.value);
        if let Some(at) = at.filter(|_| is_meant) {
            put(html, "selected", "");
            // Of several with the same value, only the first.
            chosen.remove(at);
        }
        let _ = write!(html, ">{}</option>", escaped(&option.text));
    }
    if group.is_some() {
        html.push_str("</optgroup>");
    }
}
