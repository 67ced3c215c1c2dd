//! From a control to attributes and options: the inverse of reading it.

use super::Looks;
use pin_notch::{
    Choice, Control, DatePattern, FieldStepper, Fielded, Lit, Measure, Meeting, Notches, NotchesOf,
    Orientation, Scale, Shown, number_text,
};

type Attributes = Vec<(&'static str, String)>;

/// The attributes that make this control: the inverse of [`control_from`](crate::control_from). An empty
/// value stands for an attribute that is only there or not.
pub fn attributes_of(control: &Control, looks: &Looks) -> Attributes {
    let mut all = Writer(Vec::new());
    match control {
        Control::Slider(slider) => {
            all.notches(slider.notches());
            all.put("value", Some(number_text(slider.default_value())));
            all.text("unit", slider.unit());
            all.vertical(slider.orientation());
            all.flag("reversed", slider.is_reversed());
            let logarithmic = *slider.scale() == Scale::Logarithmic;
            all.put("scale", logarithmic.then(|| "logarithmic".to_owned()));
            all.put("page-step", slider.page_step().map(number_text));
            all.put("readout", slider.wording().map(ToString::to_string));
        }
        Control::SpanSlider(span) => {
            all.notches(span.notches());
            let value = span.default_value();
            all.put("value", Some([value.low, value.high].map(number_text).join(",")));
            let (least, most) = span.distances();
            all.put("least", (!least.is_zero()).then(|| number_text(least)));
            let bounded = most.filter(|most| *most < pin_notch::Decimal::MAX);
            all.put("most", bounded.map(number_text));
            all.flag("push", span.meets() == Meeting::Push);
            all.text("unit", span.unit());
            all.vertical(span.orientation());
        }
        Control::Rating(rating) => {
            all.put("max", Some(rating.icons().to_string()));
            let (min, step) = (rating.notches().min(), rating.notches().step());
            all.put("min", min.filter(|_| min != step).map(number_text));
            all.put("step", step.map(number_text));
            all.put("value", rating.default_value().map(number_text));
            all.put("lit", (rating.lit() == Lit::Only).then(|| "only".to_owned()));
            all.put("readout", rating.own_wording().map(ToString::to_string));
            all.put("preview", rating.preview_wording().map(ToString::to_string));
            all.put(
                "empty-text",
                Some(rating.text_if_empty().to_owned()).filter(|t| t != "not rated"),
            );
        }
        Control::Switch(switch) => {
            all.flag("checked", switch.default_on());
            all.text("value", Some(switch.submission_value()).filter(|v| *v != "on").unwrap_or(""));
            let [on, off] = switch.captions();
            all.text("caption-on", on);
            all.text("caption-off", off);
        }
        Control::Checkbox(checkbox) => {
            let state = checkbox.default_checked();
            all.flag("checked", state == pin_notch::Checked::On);
            all.flag("indeterminate", state == pin_notch::Checked::Mixed);
            let value = checkbox.submission_value();
            all.text("value", if value == "on" { "" } else { value });
            all.text("description", checkbox.description());
        }
        Control::CheckGroup(group) => {
            all.text("value", &group.default_value().join(","));
            all.put("parent", group.parent_text().map(str::to_owned));
            all.limits(group.limits());
        }
        Control::Stepper(stepper) => {
            all.notches(stepper.notches());
            all.put("value", stepper.default_value().map(number_text));
            all.text("unit", stepper.unit());
            all.text("placeholder", stepper.prompt());
            all.flag("wrap", stepper.wraps());
        }
        Control::Items(items) => {
            let default = items.items().get(items.default_index());
            all.put("value", default.map(|item| item.value.clone()));
            all.flag("wrap", items.wraps());
        }
        Control::Select(select) => {
            all.text("value", &select.default_value().join(","));
            all.flag("multiple", select.is_multiple());
            all.flag("filter", select.is_filtering());
            all.text("placeholder", select.prompt());
            let (least, most) = select.limits();
            all.limits((least, if select.is_multiple() { most } else { usize::MAX }));
        }
        Control::Date(date) => {
            all.line(date.notches());
            all.put("value", date.default_value().map(|day| day.to_string()));
            all.text("placeholder", date.prompt());
            all.pattern(date.pattern());
            all.flag("always-open", date.is_always_open());
        }
        Control::Dates(dates) => {
            all.line(dates.notches());
            let text = |span: pin_notch::DateSpan| format!("{}/{}", span.first, span.last);
            all.put("value", dates.default_value().map(text));
            all.text("placeholder", dates.prompt());
            all.pattern(dates.pattern());
            all.flag("two-fields", dates.has_two_fields());
            all.flag("across-blocked", dates.runs_across_blocked());
            let (least, most) = dates.lengths();
            all.put("least", (least > 1).then(|| least.to_string()));
            all.put("most", most.filter(|most| *most < u32::MAX).map(|most| most.to_string()));
            all.flag("always-open", dates.is_always_open());
        }
        Control::Month(fields) => all.fields(fields),
        Control::Week(fields) => all.fields(fields),
        Control::Time(fields) => all.fields(fields),
        Control::DateTime(fields) => all.fields(fields),
        _ => {}
    }
    all.text("icon", &looks.icon);
    let conditions = control.conditions();
    all.flag("disabled", conditions.disabled);
    all.flag("readonly", conditions.read_only);
    all.flag("required", conditions.required);
    all.0
}

/// The options that stand inside the element of this control. (Rules of days that are no list of days are
/// not among them: a page cannot be told.)
pub fn options_of(control: &Control) -> Vec<Choice> {
    match control {
        Control::Slider(slider) => {
            slider.marks().iter().map(|(at, label)| Choice::new(number_text(*at), label)).collect()
        }
        Control::Rating(rating) => rating.names().map(Choice::from).collect(),
        Control::CheckGroup(group) => {
            let boxes = group.boxes().iter().zip(group.texts());
            let choice = |(one, text): (&pin_notch::Checkbox, &String)| {
                let choice = Choice::new(one.submission_value(), text);
                if one.conditions().disabled { choice.disabled() } else { choice }
            };
            boxes.map(choice).collect()
        }
        Control::Items(items) => items.items().to_vec(),
        Control::Select(select) => select.choices().to_vec(),
        Control::Date(date) => date.blocked().iter().filter_map(blocked).collect(),
        Control::Dates(dates) => dates.blocked().iter().filter_map(blocked).collect(),
        _ => Vec::new(),
    }
}

fn blocked(blocked: &pin_notch::Blocked) -> Option<Choice> {
    Some(Choice::new(blocked.days_text()?, blocked.why()))
}

struct Writer(Attributes);

impl Writer {
    fn put(&mut self, name: &'static str, value: Option<String>) {
        self.0.extend(value.map(|value| (name, value)));
    }

    fn text(&mut self, name: &'static str, text: &str) {
        self.put(name, Some(text.to_owned()).filter(|text| !text.is_empty()));
    }

    fn flag(&mut self, name: &'static str, on: bool) {
        self.put(name, on.then(String::new));
    }

    fn vertical(&mut self, orientation: Orientation) {
        let vertical = orientation == Orientation::Vertical;
        self.put("orientation", vertical.then(|| "vertical".to_owned()));
    }

    fn limits(&mut self, (least, most): (usize, usize)) {
        self.put("least", (least > 0).then(|| least.to_string()));
        self.put("most", (most < usize::MAX).then(|| most.to_string()));
    }

    fn notches(&mut self, notches: &Notches) {
        self.put("min", notches.min().map(number_text));
        self.put("max", notches.max().map(number_text));
        self.put("step", Some(notches.step().map_or("any".into(), number_text)));
        let zero = notches.min().unwrap_or_default();
        let base = Some(notches.step_base()).filter(|base| *base != zero);
        self.put("step-base", base.map(number_text));
    }

    fn line<M: Measure>(&mut self, notches: &NotchesOf<M>) {
        self.put("min", notches.min().map(|min| min.to_string()));
        self.put("max", notches.max().map(|max| max.to_string()));
        let step = Some(notches.step()).filter(|step| *step != M::DEFAULT_STEP.into());
        self.put("step", step.map(number_text));
    }

    fn pattern(&mut self, pattern: &DatePattern) {
        let own = *pattern != DatePattern::default();
        self.put("pattern", own.then(|| pattern.to_string()));
    }

    fn fields<M: Fielded + Shown>(&mut self, fields: &FieldStepper<M>) {
        self.line(fields.notches());
        self.put("value", fields.default_value().map(|value| value.to_string()));
        self.put("near", fields.starts_near().map(|near| near.to_string()));
    }
}
