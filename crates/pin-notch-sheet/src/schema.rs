//! A sheet as JSON Schema (draft 2020-12): which JSON documents its form accepts.

// A new control has to be thought of wherever controls are told apart.
#![warn(clippy::wildcard_enum_match_arm)]

mod back;
mod claims;
mod rows;
mod sound;
mod written;

pub use back::from_schema;

use crate::sheet::{FieldSheet, Sheet};
use crate::tree::{Is, Node, Table, to_json};
use pin_notch::{
    AnyWorld, Choice, Control, ControlKind, Decimal, Measure, Notches, NotchesOf, Value, ValueKind,
};

/// Up to so many values are listed one by one where no keyword says which they are.
const MOST_LISTED: u128 = 400;

/// The keyword that keeps the name of the control. JSON Schema leaves unknown keywords aside.
const CONTROL: &str = "x-control";

/// The keyword that keeps the condition under which a field counts.
const ONLY_IF: &str = "x-only-if";

/// The words of a sheet as a whole that a schema keeps for the way back, each behind `x-`.
const SHEET_WORDS: [&str; 10] = [
    "lang",
    "closing",
    "action",
    "thanks",
    "thanks-page",
    "send",
    "reset",
    "clear",
    "in-place",
    "keep",
];

/// What a schema cannot say of a sheet, or a sheet of a schema: which field (none for the whole), and what.
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct Loss {
    /// The field's name; empty for the form.
    pub name: String,
    /// What is lost.
    pub what: String,
    /// Whether it changes which documents are accepted, not only how they are entered.
    pub accepts: bool,
}

impl std::fmt::Display for Loss {
    fn fmt(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        match self.name.as_str() {
            "" => f.write_str(&self.what),
            name => write!(f, "{name}: {}", self.what),
        }
    }
}

impl Sheet {
    /// The schema of the documents that the form accepts by [`read_json`](pin_notch::Form::read_json), and
    /// what it cannot say. Whatever the form accepts, the schema accepts; the other way round too, but for
    /// the losses that [`accepts`](Loss::accepts) marks.
    ///
    /// The schema is JSON text, in which every number has all its digits.
    ///
    /// Keywords are those of <https://json-schema.org/draft/2020-12>; `format` is to be asserted.
    ///
    /// ```
    /// use pin_notch_sheet::{Format, Sheet, Context};
    /// let text = "[[field]]\nname = 'temper'\ncontrol = 'rating'\nlabel = 'Temper'\nstep = 0.5\n";
    /// let (schema, lost) = Sheet::read(text, Format::Toml, &Context::default()).0.to_schema();
    /// let schema: serde_json::Value = serde_json::from_str(&schema)?;
    /// let temper = &schema["properties"]["temper"];
    /// assert_eq!(temper["multipleOf"], 0.5);
    /// assert_eq!(temper["type"], serde_json::json!(["number", "null"]));
    /// assert!(lost.is_empty());
    /// # Ok::<(), serde_json::Error>(())
    /// ```
    pub fn to_schema(&self) -> (String, Vec<Loss>) {
        let form = self.form();
        let mut lost = Vec::new();
        let (mut properties, mut required) = (Table::default(), Vec::new());
        let mut conditions: Vec<Node> = Vec::new();
        let mut claims = claims::Claims::new(self, &form);
        for field in form.fields() {
            if field.row().is_some() {
                continue;
            }
            let rows = form.rows(&field.name);
            if !field.may_be_received() {
                let what = "the whole field, because nothing received for it is checked";
                lost.push(Loss { name: field.name.clone(), what: what.to_owned(), accepts: false });
                continue;
            }
            let mut schema = match rows {
                Some(rows) => self.rows_schema(&form, rows, &mut lost),
                None => {
                    let defined = self.fields.iter().find(|other| other.name == field.name);
                    let Some(defined) = defined else { continue };
                    let follows = form.is_follower(&field.name);
                    // As the sheet defines it, with all of its options open.
                    let (own, _) = defined.control(self.today, &AnyWorld::default());
                    let control = if defined.options_if.is_empty() { &field.control } else { &own };
                    Writer { defined, control, follows, lost: &mut lost }.schema(&field.label)
                }
            };
            let has_to_be = match rows {
                Some(rows) => rows.least > 0,
                None => field.control.check_value(field.control.empty_value()).is_err(),
            };
            if let Some(condition) = self.only_if(&field.name) {
                // What is received for a field that does not count is not checked at all.
                match claims.counts(&field.name) {
                    Some(counts) => {
                        let own =
                            format!("#/properties/{}/anyOf/0", claims::in_pointer(&field.name));
                        let own = Table::default().with("$ref", own);
                        let properties = Table::default().with(&field.name, own);
                        let mut then = Table::default().with("properties", properties);
                        if has_to_be {
                            then.put("required", vec![Node::from(field.name.as_str())]);
                        }
                        let counts = claims::every("allOf", counts);
                        conditions
                            .push(Table::default().with("if", counts).with("then", then).into());
                    }
                    None => {
                        let (name, what) =
                            (field.name.clone(), "that it is checked only if it counts");
                        lost.push(Loss { name, what: what.to_owned(), accepts: true });
                    }
                }
                let anything = Node::from(true);
                let own = Node::from(schema);
                schema =
                    Table::default().with(ONLY_IF, condition).with("anyOf", vec![own, anything]);
            } else if has_to_be {
                required.push(field.name.clone());
            }
            properties.put(&field.name, schema);
        }
        // Of a rule that holds in each row, one stands for all.
        let once = self.rules.iter().filter(|rule| rule.row.is_none_or(|row| row == 1));
        for rule in once.filter(|rule| !rule.warns) {
            let mut fields = rule.holds.fields();
            fields.extend(rule.field.as_deref());
            let sent =
                |name: &&str| form.field(name).is_some_and(pin_notch::Field::may_be_received);
            let broken = claims.broken(&rule.holds, &fields);
            if let Some(broken) = broken.filter(|_| fields.iter().all(sent)) {
                let rule = Table::default().with("$comment", rule.message.as_str());
                conditions.push(rule.with("not", broken).into());
                continue;
            }
            let what = format!("the rule \"{}\"", rule.message);
            lost.push(Loss { name: String::new(), what, accepts: true });
        }
        let apart = [
            ("outputs", self.outputs.is_empty()),
            ("presets", self.presets.is_empty()),
            ("parts", self.parts.is_empty()),
            ("links", self.links.is_empty()),
            ("warnings", self.rules.iter().all(|rule| !rule.warns)),
            ("fieldsets", self.fieldsets.is_empty()),
            ("texts of other languages", self.texts.is_empty()),
        ];
        for (what, none) in apart {
            if !none {
                lost.push(Loss { name: String::new(), what: what.to_owned(), accepts: false });
            }
        }
        let mut schema =
            Table::default().with("$schema", "https://json-schema.org/draft/2020-12/schema");
        if !self.title.is_empty() {
            schema.put("title", self.title.as_str());
        }
        if !self.introduction.is_empty() {
            schema.put("description", self.introduction.as_str());
        }
        for word in SHEET_WORDS {
            if let Some(said) = self.tree.get(word) {
                schema.put(&format!("x-{word}"), said.clone());
            }
        }
        schema.put("type", "object");
        schema.put("properties", properties);
        if !required.is_empty() {
            schema.put("required", required);
        }
        if !conditions.is_empty() {
            if !claims.definitions.0.is_empty() {
                schema.put("$defs", claims.definitions);
            }
            schema.put("allOf", conditions);
        }
        (to_json(&schema.into()) + "\n", lost)
    }
}

impl Sheet {
    /// The condition under which a field counts: its own, and those of its fieldsets.
    fn only_if(&self, name: &str) -> Option<String> {
        let own = self.fields.iter().filter(|field| field.name == name);
        let own = own.filter_map(|field| field.only_if.as_ref());
        let rows = self.rows.iter().filter(|rows| rows.name == name);
        let own = own.chain(rows.filter_map(|rows| rows.only_if.as_ref()));
        let sets = self.fieldsets.iter().filter(|set| set.fields.iter().any(|field| field == name));
        let all = own.chain(sets.filter_map(|set| set.only_if.as_ref()));
        let texts: Vec<String> = all.map(ToString::to_string).collect();
        match texts.as_slice() {
            [] => None,
            [one] => Some((*one).to_owned()),
            several => Some(format!("({})", several.join(") and ("))),
        }
    }
}

struct Writer<'a> {
    defined: &'a FieldSheet,
    control: &'a Control,
    /// Whether it follows another field.
    follows: bool,
    lost: &'a mut Vec<Loss>,
}

impl Writer<'_> {
    fn lose(&mut self, what: impl Into<String>, accepts: bool) {
        let name = self.defined.written_name();
        self.lost.push(Loss { name, what: what.into(), accepts });
    }

    fn schema(&mut self, label: &str) -> Table {
        let mut schema = Table::default();
        if !label.is_empty() {
            schema.put("title", label);
        }
        // Of a checkbox it is an attribute.
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
            // What lists its values has to list null as well.
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

    /// What is read-only can only stay as it is.
    fn kept(&mut self) -> Table {
        if self.follows {
            self.lose("that it is what it follows to", true);
            return Table::default();
        }
        match self.control.value() {
            Value::Number(number) => Table::default().with("const", number),
            Value::Text(text) => Table::default().with("enum", vec![Node::from(text.as_str())]),
            Value::On(true) => Table::default().with("const", true),
            // The control is empty or off, and null is among its types.
            Value::On(false) | Value::Mixed => {
                Table::default().with("enum", vec![Node::from(false)])
            }
            Value::Empty => Table::default().with("enum", Vec::<Node>::new()),
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

    /// Keeps the words that a schema has no keyword for, for the way back.
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
        // Steps that count from 0 need no base.
        let items = schema.get("items").unwrap_or(&Node::from(true)).get("multipleOf").is_some();
        let counts_from_0 = schema.has("multipleOf") || items;
        // Of a span they are a distance, and no number of items.
        let is_span = [ControlKind::SpanSlider, ControlKind::DateSpan]
            .contains(&self.defined.definition.kind());
        for (word, text) in self.defined.definition.attributes() {
            let key = format!("x-{word}");
            match word {
                "least" | "most" if is_span => schema.put(&key, text),
                "step-base" if counts_from_0 => {}
                // What is read-only or disabled is said by what it accepts.
                "readonly" | "disabled" => self.lose(format!("the word {word}"), false),
                _ if carried.contains(&word) || schema.has(&key) => {}
                _ if text.is_empty() => schema.put(&key, true),
                _ => schema.put(&key, text),
            }
        }
        let options = self.defined.definition.options();
        match self.defined.definition.kind() {
            _ if options.is_empty() => {}
            ControlKind::Slider => self.lose("its marks", false),
            ControlKind::Rating => self.lose("the names of its icons", false),
            ControlKind::CheckboxGroup
            | ControlKind::RadioGroup
            | ControlKind::ItemStepper
            | ControlKind::Select => {
                if options.iter().any(|option| option.group.is_some()) {
                    self.lose("the groups of its options", false);
                }
            }
            // Closed days are told of with the days; the others have no options.
            ControlKind::Date
            | ControlKind::DateSpan
            | ControlKind::SpanSlider
            | ControlKind::Switch
            | ControlKind::Checkbox
            | ControlKind::Text
            | ControlKind::Stepper
            | ControlKind::Month
            | ControlKind::Week
            | ControlKind::Time
            | ControlKind::DateTime => {}
        }
    }

    fn own(&mut self) -> Table {
        match self.control {
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
                let open = open(&definition.options);
                match definition.multiple {
                    true => self.several(&open, (definition.least, definition.most)),
                    false => one_of(&open),
                }
            }
            Control::Text(field) => self.written(field),
            Control::RadioGroup(group) => one_of(&open(&group.definition().options)),
            Control::ItemStepper(items) => one_of(&items.definition().options),
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
            Control::DateTime(times) => {
                self.lose("whether the day of a date and time exists", true);
                self.line(times.notches(), DATE_TIME, None)
            }
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

    /// Values on a line: listed where they are few, else as texts of a pattern.
    fn line<M: Measure>(
        &mut self,
        notches: &NotchesOf<M>,
        pattern: &str,
        format: Option<&str>,
    ) -> Table {
        let mut own = Table::default();
        // What no keyword says is kept beside, for the way back.
        for (word, text) in self.defined.definition.attributes() {
            if LINE_WORDS.contains(&word) {
                own.put(&format!("x-{word}"), text);
            }
        }
        if notches.count() <= MOST_LISTED {
            let all = (0..notches.count()).filter_map(|at| notches.nth(at));
            if pattern == TIME || pattern == DATE_TIME {
                let all: Vec<String> = all.map(|value| every_way(&value.to_string())).collect();
                own.put("pattern", format!("^({})$", all.join("|")));
                return own;
            }
            let open = all.map(|value| value.to_string()).filter(|text| {
                let value = self.control.read(std::slice::from_ref(text));
                // Of two days, each is checked alone.
                matches!(self.control.kind(), ValueKind::Dates)
                    || value.is_ok_and(|value| self.control.check_value(value).is_ok())
            });
            own.put("enum", open.collect::<Vec<_>>());
            return own;
        }
        // The step of times where none is given: whole minutes, which a pattern can say.
        let minutes = notches.step() == Decimal::from(M::DEFAULT_STEP)
            && (notches.step_base().to_line() % (60 * i64::from(M::UNITS))) == 0;
        let (pattern, is_every) = match pattern {
            TIME if minutes => (MINUTES, true),
            DATE_TIME if minutes => (DATE_MINUTES, true),
            pattern => (pattern, notches.step() == Decimal::ONE && M::UNITS == 1),
        };
        own.put("pattern", pattern);
        if let Some(format) = format {
            own.put("format", format);
        }
        if notches.min().is_some() || notches.max().is_some() {
            let end = |end: Option<M>| end.map_or("no end".to_owned(), |end| end.to_string());
            let what = format!("the bounds {} and {}", end(notches.min()), end(notches.max()));
            self.lose(what, true);
        }
        if !is_every {
            self.lose(format!("the step of {} {}", notches.step(), M::STEP_UNIT), true);
        }
        if pattern == WEEK {
            self.lose("which years have a week 53", true);
        }
        own
    }

    fn several(&mut self, open: &[Choice], (least, most): (u32, Option<u32>)) -> Table {
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

const DAY: &str = "^(?!0000)[0-9]{4}-(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$";
const MONTH: &str = "^(?!0000)[0-9]{4}-(0[1-9]|1[0-2])$";
const WEEK: &str = "^(?!0000)[0-9]{4}-W(0[1-9]|[1-4][0-9]|5[0-3])$";
const TIME: &str = r"^([01][0-9]|2[0-3]):[0-5][0-9](:[0-5][0-9](\.[0-9]{1,3})?)?$";
const MINUTES: &str = r"^([01][0-9]|2[0-3]):[0-5][0-9](:00(\.0{1,3})?)?$";
const DATE_MINUTES: &str = r"^(?!0000)[0-9]{4}-(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])[T ]([01][0-9]|2[0-3]):[0-5][0-9](:00(\.0{1,3})?)?$";
const DATE_TIME: &str = r"^(?!0000)[0-9]{4}-(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])[T ]([01][0-9]|2[0-3]):[0-5][0-9](:[0-5][0-9](\.[0-9]{1,3})?)?$";

/// The words of a line that a schema keeps for the way back.
const LINE_WORDS: [&str; 3] = ["min", "max", "step"];

/// A pattern of all the ways to write a time: seconds and their fractions may be left out where they are 0.
fn every_way(text: &str) -> String {
    let text = text.replace('T', "[T ]");
    let time = text.rsplit(']').next().unwrap_or(&text);
    let places = time.split_once('.').map_or(0, |(_, fraction)| fraction.len());
    match (time.matches(':').count(), places) {
        (1, _) => format!(r"{text}(:00(\.0{{1,3}})?)?"),
        (_, 0) => format!(r"{text}(\.0{{1,3}})?"),
        (_, places) => {
            format!("{}0{{0,{}}}", text.replace('.', r"\."), 3_usize.saturating_sub(places))
        }
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

/// Those that can be chosen.
fn open(options: &[Choice]) -> Vec<Choice> {
    options.iter().filter(|one| !one.disabled).cloned().collect()
}

/// One of these options: as `enum` where each says what it is, else with its text as a title.
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

/// A default as the schema tells it; none where it starts empty or off.
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
