//! The schema of a field: the type of its values, and which of them it accepts.

// Every match over the controls is exhaustive, so that the compiler reports each place that a new one
// concerns.
#![warn(clippy::wildcard_enum_match_arm)]

use super::patterns::{DATE_TIME, DAY, MONTH, TIME, WEEK};
use super::{CONTROL, Loss, MOST_LISTED};
use crate::sheet::{FieldSheet, Sheet};
use crate::tree::{Is, Node, Table};
use pin_notch::{AnyWorld, Choice, Control, Field, Form, Notches, OptionKind, Value, ValueKind};
use std::borrow::Cow;

impl Sheet {
    /// Writes the schema of a field as the sheet defines it, with all of its options enabled.
    pub(super) fn writer<'a>(
        &'a self,
        form: &Form,
        field: &'a Field,
        lost: &'a mut Vec<Loss>,
    ) -> Option<Writer<'a>> {
        let defined = self.fields.iter().find(|other| other.name == field.name)?;
        let control = match defined.options_if.is_empty() {
            true => Cow::Borrowed(&field.control),
            false => Cow::Owned(defined.control(self.today, &AnyWorld::default()).0),
        };
        Some(Writer { defined, control, follows: form.is_follower(&field.name), lost })
    }
}

/// A field whose schema is being written.
pub(super) struct Writer<'a> {
    pub(super) defined: &'a FieldSheet,
    pub(super) control: Cow<'a, Control>,
    /// Whether it follows another field.
    follows: bool,
    lost: &'a mut Vec<Loss>,
}

impl Writer<'_> {
    pub(super) fn lose(&mut self, what: impl Into<String>, accepts: bool) {
        let name = self.defined.written_name();
        self.lost.push(Loss { name, what: what.into(), accepts });
    }

    pub(super) fn schema(&mut self, label: &str) -> Table {
        let mut schema = Table::default();
        if !label.is_empty() {
            schema.put("title", label);
        }
        // For a checkbox it is an attribute.
        let own = self.defined.definition.attribute("description");
        let description = own.unwrap_or_else(|| self.defined.description.clone());
        if !description.is_empty() {
            schema.put("description", description);
        }
        schema.put(CONTROL, self.control.control_kind().name());
        let may_be_null = self.control.check_value(self.control.empty_value()).is_ok();
        let kind = match self.control.kind() {
            ValueKind::Number => "number",
            ValueKind::On => "boolean",
            ValueKind::Texts | ValueKind::Span | ValueKind::Dates => "array",
            ValueKind::Text
            | ValueKind::Date
            | ValueKind::Month
            | ValueKind::Week
            | ValueKind::Time
            | ValueKind::DateTime => "string",
        };
        match may_be_null {
            true => schema.put("type", vec![kind, "null"]),
            false => schema.put("type", kind),
        }
        let own = if self.control.conditions().readonly { self.kept() } else { self.own() };
        for (key, mut node) in own.0 {
            // A list of values must include null as well.
            if let (Is::List(all), true) = (&mut node.is, may_be_null) {
                match key.name.as_str() {
                    "enum" => all.push(Is::Nothing.into()),
                    "oneOf" => all.push(Table::default().with("type", "null").into()),
                    _ => {}
                }
            }
            schema.put(&key.name, node);
        }
        if let Some(default) = default_of(&self.control.default_value()) {
            schema.put("default", default);
        }
        if !self.defined.options_if.is_empty() {
            self.lose("under which conditions its options can be chosen", true);
        }
        if self.defined.follows_today {
            self.lose("that it moves with the day", true);
        }
        self.keep_words(&mut schema);
        schema
    }

    /// A read-only field cannot change.
    fn kept(&mut self) -> Table {
        if self.follows {
            self.lose("that it equals what it follows", true);
            return Table::default();
        }
        match self.control.value() {
            Value::Number(number) => Table::default().with("const", number),
            Value::Text(text) => Table::default().with("enum", vec![Node::from(text.as_str())]),
            Value::On(true) => Table::default().with("const", true),
            // The control is empty or off, so that null is one of its types.
            Value::On(false) | Value::Mixed => {
                Table::default().with("enum", vec![Node::from(false)])
            }
            // For texts, and where an option without a value is offered, an empty text means the same.
            Value::Empty => {
                let empty = Some("").filter(|text| {
                    self.control.check_value(Value::Text((*text).to_owned())).is_ok()
                });
                Table::default().with("enum", empty.map(Node::from).into_iter().collect::<Vec<_>>())
            }
            Value::Texts(_)
            | Value::Span(_)
            | Value::Date(_)
            | Value::Dates(_)
            | Value::Month(_)
            | Value::Week(_)
            | Value::Time(_)
            | Value::DateTime(_) => {
                self.lose("that it is read-only", true);
                Table::default()
            }
        }
    }

    /// Preserves the keys for which JSON Schema has no keyword, for conversion back.
    fn keep_words(&mut self, schema: &mut Table) {
        let carried = [
            "min",
            "max",
            "step",
            "value",
            "required",
            "checked",
            "multiple",
            "least",
            "most",
            "example",
            "description",
        ];
        // Steps counted from 0 need no base.
        let items = schema.get("items").unwrap_or(&Node::from(true)).get("multipleOf").is_some();
        let counts_from_0 = schema.has("multipleOf") || items;
        // For a span they are a distance, and not a number of items.
        let is_span = matches!(self.control.kind(), ValueKind::Span | ValueKind::Dates);
        for (word, text) in self.defined.definition.attributes() {
            let key = format!("x-{word}");
            match word {
                "least" | "most" if is_span => schema.put(&key, text),
                "step-base" if counts_from_0 => {}
                // Read-only and disabled are expressed by the accepted values.
                "readonly" | "disabled" => self.lose(format!("the word {word}"), false),
                _ if carried.contains(&word) || schema.has(&key) => {}
                _ if text.is_empty() => schema.put(&key, true),
                _ => schema.put(&key, text),
            }
        }
        let options = self.defined.definition.options();
        if options.is_empty() {
            return;
        }
        match self.defined.definition.kind().options() {
            Some(OptionKind::Mark) => self.lose("its marks", false),
            Some(OptionKind::Name) => self.lose("the names of its icons", false),
            Some(OptionKind::Choice) => {
                if options.iter().any(|option| option.group.is_some()) {
                    self.lose("the groups of its options", false);
                }
            }
            // Closed days are reported with the days.
            Some(OptionKind::ClosedDay) | None => {}
        }
    }

    fn own(&mut self) -> Table {
        let control = self.control.clone();
        match &*control {
            Control::SpanSlider(span) => {
                let items = self.numbers(*span.notches());
                let lost = "that the second is not below the first, and how far they are apart";
                self.lose(lost, true);
                two(items)
            }
            Control::DateSpan(dates) => {
                let notches = *dates.notches();
                self.lose(
                    "the order of the two days, their number, and days that are closed",
                    true,
                );
                let mut items = self.line(&notches, DAY, Some("date"));
                items.put("type", "string");
                two(items)
            }
            Control::Switch(_) | Control::Checkbox(_) => {
                let has_to_be_on = self.control.conditions().required;
                let mut own = Table::default();
                if has_to_be_on {
                    own.put("const", true);
                }
                own
            }
            Control::CheckboxGroup(group) => {
                let definition = group.definition();
                self.several(&open(&definition.options), (definition.least, definition.most))
            }
            Control::Select(select) => {
                let definition = select.definition();
                match definition.multiple {
                    true => {
                        let open = open(&definition.options);
                        self.several(&open, (definition.least, definition.most))
                    }
                    false => self.one_accepted(&definition.options),
                }
            }
            Control::Text(field) => self.written(field),
            Control::RadioGroup(group) => self.one_accepted(&group.definition().options),
            Control::ItemStepper(items) => self.one_accepted(&items.definition().options),
            Control::Date(date) => {
                let notches = *date.notches();
                let days = self.line(&notches, DAY, Some("date"));
                if !date.definition().options.is_empty() && !days.has("enum") {
                    self.lose("days that are closed", true);
                }
                days
            }
            Control::Month(months) => self.line(months.notches(), MONTH, None),
            Control::Week(weeks) => self.line(weeks.notches(), WEEK, None),
            Control::Time(times) => self.line(times.notches(), TIME, None),
            Control::DateTime(times) => self.line(times.notches(), DATE_TIME, None),
            Control::Slider(slider) => self.numbers(*slider.notches()),
            Control::Rating(rating) => self.numbers(*rating.notches()),
            Control::Stepper(stepper) => self.numbers(*stepper.notches()),
        }
    }

    fn numbers(&mut self, notches: Notches) -> Table {
        let mut own = Table::default();
        let Some(step) = notches.step() else {
            bounds(&mut own, &notches);
            return own;
        };
        // multipleOf counts from 0.
        if (notches.step_base() % step).is_zero() {
            bounds(&mut own, &notches);
            own.put("multipleOf", step);
        } else if notches.count().is_some_and(|count| count <= MOST_LISTED) {
            own.put("enum", notches.iter().collect::<Vec<_>>());
        } else {
            bounds(&mut own, &notches);
            self.lose(format!("the step {step}, which is not counted from 0"), true);
        }
        own
    }

    /// One of the options that are accepted: not a disabled one, nor an empty one where a value is required.
    fn one_accepted(&self, options: &[Choice]) -> Table {
        let is_accepted =
            |one: &&Choice| self.control.check_value(Value::Text(one.value.clone())).is_ok();
        one_of(&options.iter().filter(is_accepted).cloned().collect::<Vec<_>>())
    }

    fn several(&self, open: &[Choice], (least, most): (u32, Option<u32>)) -> Table {
        let mut own = Table::default();
        let mut items = one_of(open);
        items.put("type", "string");
        own.put("items", items);
        own.put("uniqueItems", true);
        let least = if self.control.conditions().required { least.max(1) } else { least };
        if least > 0 {
            own.put("minItems", least);
        }
        if let Some(most) = most {
            own.put("maxItems", most);
        }
        own
    }
}

fn bounds(own: &mut Table, notches: &Notches) {
    if let Some(min) = notches.min() {
        own.put("minimum", min);
    }
    if let Some(max) = notches.max() {
        own.put("maximum", max);
    }
}

/// A list of exactly two of these.
fn two(mut items: Table) -> Table {
    if !items.has("type") {
        items.put("type", "number");
    }
    Table::default().with("items", items).with("minItems", 2).with("maxItems", 2)
}

/// The enabled options.
fn open(options: &[Choice]) -> Vec<Choice> {
    options.iter().filter(|one| !one.disabled).cloned().collect()
}

/// One of these options: as `enum` if each text equals its value, otherwise with its text as a title.
fn one_of(open: &[Choice]) -> Table {
    if open.iter().all(|one| one.value == one.text) {
        let all: Vec<&str> = open.iter().map(|one| one.value.as_str()).collect();
        return Table::default().with("enum", all);
    }
    let one = |one: &Choice| {
        Table::default().with("const", one.value.as_str()).with("title", one.text.as_str())
    };
    Table::default().with("oneOf", open.iter().map(one).collect::<Vec<_>>())
}

/// The default in the schema; none if it starts empty or off.
fn default_of(value: &Value) -> Option<Node> {
    let texts = |texts: Vec<String>| Some(texts.into());
    match value {
        Value::Empty | Value::Mixed | Value::On(false) => None,
        Value::On(true) => Some(true.into()),
        Value::Number(number) => Some((*number).into()),
        Value::Span(span) => Some(vec![span.low, span.high].into()),
        Value::Texts(all) if all.is_empty() => None,
        Value::Texts(_) | Value::Dates(_) => texts(value.entries()),
        Value::Text(_)
        | Value::Date(_)
        | Value::Month(_)
        | Value::Week(_)
        | Value::Time(_)
        | Value::DateTime(_) => Some(value.attribute_text().into()),
    }
}
