//! A sheet as JSON Schema (draft 2020-12): which JSON documents its form accepts.

mod back;

pub use back::from_schema;

use crate::sheet::{FieldSheet, Sheet};
use crate::tree::Is;
use crate::words;
use pin_notch::{Choice, Control, Decimal, Measure, Notches, NotchesOf, Value, ValueKind};
use pin_notch_html::Tag;
use serde_json::{Map, Value as Json, json};

/// Up to so many values are listed one by one where no keyword says which they are.
const MOST_LISTED: u128 = 400;

/// The keyword that keeps the name of the control. JSON Schema leaves unknown keywords aside.
const CONTROL: &str = "x-control";

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
    /// Keywords are those of <https://json-schema.org/draft/2020-12>; `format` is to be asserted.
    ///
    /// ```
    /// use pin_notch_sheet::{Format, Sheet, Surroundings};
    /// let text = "[[field]]\nname = 'temper'\ncontrol = 'rating'\nlabel = 'Temper'\nstep = 0.5\n";
    /// let (schema, lost) = Sheet::read(text, Format::Toml, &Surroundings::default()).0.to_schema();
    /// let temper = &schema["properties"]["temper"];
    /// assert_eq!(temper["multipleOf"].to_string(), "0.5");
    /// assert_eq!(temper["type"], serde_json::json!(["number", "null"]));
    /// assert!(lost.is_empty());
    /// ```
    pub fn to_schema(&self) -> (Json, Vec<Loss>) {
        let form = self.form();
        let mut lost = Vec::new();
        let (mut properties, mut required) = (Map::new(), Vec::new());
        for field in form.fields() {
            let Some(defined) = self.fields.iter().find(|other| other.name == field.name) else {
                continue;
            };
            let is_left_aside = field.is_unsent() || field.control.conditions().is_disabled();
            if is_left_aside {
                let what = "the whole field, for nothing that comes in for it is looked at";
                lost.push(Loss { name: field.name.clone(), what: what.to_owned(), accepts: false });
                continue;
            }
            let mut one = Writer { defined, control: &field.control, lost: &mut lost };
            let schema = one.schema(&field.label);
            if field.control.check_value(field.control.empty_value()).is_err() {
                required.push(Json::String(field.name.clone()));
            }
            properties.insert(field.name.clone(), schema);
        }
        for rule in self.rules.iter().filter(|rule| !rule.warns) {
            let what = format!("the rule \"{}\"", rule.message);
            lost.push(Loss { name: String::new(), what, accepts: true });
        }
        let apart = [
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
        let mut schema = Map::new();
        schema.insert("$schema".into(), "https://json-schema.org/draft/2020-12/schema".into());
        if !self.title.is_empty() {
            schema.insert("title".into(), self.title.clone().into());
        }
        schema.insert("type".into(), "object".into());
        schema.insert("properties".into(), Json::Object(properties));
        if !required.is_empty() {
            schema.insert("required".into(), Json::Array(required));
        }
        (Json::Object(schema), lost)
    }
}

struct Writer<'a> {
    defined: &'a FieldSheet,
    control: &'a Control,
    lost: &'a mut Vec<Loss>,
}

/// A number as JSON, with every digit.
fn number(value: Decimal) -> Json {
    Value::Number(value).to_json()
}

impl Writer<'_> {
    fn lose(&mut self, what: impl Into<String>, accepts: bool) {
        self.lost.push(Loss { name: self.defined.name.clone(), what: what.into(), accepts });
    }

    fn schema(&mut self, label: &str) -> Json {
        let mut schema = Map::new();
        if !label.is_empty() {
            schema.insert("title".into(), label.into());
        }
        schema.insert(CONTROL.into(), words::control_name(self.defined.tag).into());
        let may_be_null = self.control.check_value(self.control.empty_value()).is_ok();
        let kind = match self.control.kind() {
            ValueKind::Number => "number",
            ValueKind::On => "boolean",
            ValueKind::Texts | ValueKind::Span | ValueKind::Dates => "array",
            _ => "string",
        };
        let kinds = if may_be_null { json!([kind, "null"]) } else { json!(kind) };
        schema.insert("type".into(), kinds);
        let own = self.own();
        // What lists its values has to list null as well.
        for (key, value) in own {
            let value = match (key.as_str(), value, may_be_null) {
                ("enum", Json::Array(mut all), true) => {
                    all.push(Json::Null);
                    Json::Array(all)
                }
                ("oneOf", Json::Array(mut all), true) => {
                    all.push(json!({ "type": "null" }));
                    Json::Array(all)
                }
                (_, value, _) => value,
            };
            schema.insert(key, value);
        }
        let default = self.control.default_value();
        if !default.is_empty() && default != Value::On(false) && default != Value::Mixed {
            schema.insert("default".into(), default.to_json());
        }
        self.words_lost();
        Json::Object(schema)
    }

    /// Words of the sheet that a schema has none for.
    fn words_lost(&mut self) {
        let carried = [
            "min", "max", "step", "value", "required", "checked", "multiple", "least", "most",
            "wrap",
        ];
        let words: Vec<String> = (self.defined.attributes.iter())
            .map(|(word, _)| word.clone())
            .filter(|word| !carried.contains(&word.as_str()) || word == "wrap")
            .collect();
        for word in words {
            self.lose(format!("the word {word}"), false);
        }
        let has_texts = !self.defined.options.is_empty();
        match self.defined.tag {
            Tag::Slider if has_texts => self.lose("its marks", false),
            Tag::Rating if has_texts => self.lose("the names of its icons", false),
            _ if self.defined.options.iter().any(|option| option.group.is_some()) => {
                self.lose("the groups of its options", false);
            }
            _ => {}
        }
    }

    fn own(&mut self) -> Map<String, Json> {
        match self.control {
            Control::SpanSlider(span) => {
                let items = self.numbers(*span.notches());
                let lost = "that the second is not below the first, and how far they are apart";
                self.lose(lost, true);
                two(items)
            }
            Control::Dates(dates) => {
                let notches = *dates.notches();
                self.lose(
                    "the order of the two days, their number, and days that are blocked",
                    true,
                );
                let mut items = self.line(&notches, DAY, Some("date"));
                items.insert("type".into(), "string".into());
                two(items)
            }
            Control::Switch(_) | Control::Checkbox(_) => {
                let has_to_be_on = self.control.conditions().required;
                let mut own = Map::new();
                if has_to_be_on {
                    own.insert("const".into(), true.into());
                }
                own
            }
            Control::CheckGroup(group) => {
                let limits = group.limits();
                let free: Vec<bool> =
                    group.boxes().iter().map(|one| !one.conditions().is_disabled()).collect();
                let options = self.defined.options.clone();
                let open: Vec<Choice> = options
                    .into_iter()
                    .zip(free)
                    .filter(|(_, free)| *free)
                    .map(|(one, _)| one)
                    .collect();
                self.several(&open, limits)
            }
            Control::Select(select) => {
                let open: Vec<Choice> =
                    select.choices().iter().filter(|one| !one.disabled).cloned().collect();
                let limits = select.limits();
                match select.is_multiple() {
                    true => self.several(&open, limits),
                    false => one_of(&open),
                }
            }
            Control::Items(items) => one_of(items.items()),
            Control::Date(date) => {
                let notches = *date.notches();
                let days = self.line(&notches, DAY, Some("date"));
                if !date.blocked().is_empty() && !days.contains_key("enum") {
                    self.lose("days that are blocked", true);
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
            control => match control.notches() {
                Some(notches) => self.numbers(*notches),
                None => Map::new(),
            },
        }
    }

    fn numbers(&mut self, notches: Notches) -> Map<String, Json> {
        let mut own = Map::new();
        let Some(step) = notches.step() else {
            bounds(&mut own, &notches);
            return own;
        };
        // multipleOf counts from 0.
        if (notches.step_base() % step).is_zero() {
            bounds(&mut own, &notches);
            own.insert("multipleOf".into(), number(step));
        } else if notches.count().is_some_and(|count| count <= MOST_LISTED) {
            own.insert("enum".into(), notches.iter().map(number).collect());
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
    ) -> Map<String, Json> {
        let mut own = Map::new();
        // What no keyword says is kept beside, for the way back.
        for (word, text) in &self.defined.attributes {
            if LINE_WORDS.contains(&word.as_str()) {
                own.insert(format!("x-{word}"), text.clone().into());
            }
        }
        if notches.count() <= MOST_LISTED {
            let all = (0..notches.count()).filter_map(|at| notches.nth(at));
            if pattern == TIME || pattern == DATE_TIME {
                let all: Vec<String> = all.map(|value| every_way(&value.to_string())).collect();
                own.insert("pattern".into(), format!("^({})$", all.join("|")).into());
                return own;
            }
            let open = all.map(|value| value.to_string()).filter(|text| {
                let value = self.control.read(std::slice::from_ref(text));
                // Of two days, each is looked at alone.
                matches!(self.control.kind(), ValueKind::Dates)
                    || value.is_ok_and(|value| self.control.check_value(value).is_ok())
            });
            own.insert("enum".into(), open.map(Json::String).collect());
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
        own.insert("pattern".into(), pattern.into());
        if let Some(format) = format {
            own.insert("format".into(), format.into());
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

    fn several(&mut self, open: &[Choice], (least, most): (usize, usize)) -> Map<String, Json> {
        let mut own = Map::new();
        let mut items = one_of(open);
        items.insert("type".into(), "string".into());
        own.insert("items".into(), Json::Object(items));
        own.insert("uniqueItems".into(), true.into());
        let least = if self.control.conditions().required { least.max(1) } else { least };
        if least > 0 {
            own.insert("minItems".into(), least.into());
        }
        if most < usize::MAX {
            own.insert("maxItems".into(), most.into());
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

fn bounds(own: &mut Map<String, Json>, notches: &Notches) {
    if let Some(min) = notches.min() {
        own.insert("minimum".into(), number(min));
    }
    if let Some(max) = notches.max() {
        own.insert("maximum".into(), number(max));
    }
}

/// A list of exactly two of these.
fn two(items: Map<String, Json>) -> Map<String, Json> {
    let mut own = Map::new();
    let mut items = items;
    items.entry("type").or_insert_with(|| "number".into());
    own.insert("items".into(), Json::Object(items));
    own.insert("minItems".into(), 2.into());
    own.insert("maxItems".into(), 2.into());
    own
}

/// One of these options: as `enum` where each says what it is, else with its text as a title.
fn one_of(open: &[Choice]) -> Map<String, Json> {
    let mut own = Map::new();
    if open.is_empty() {
        own.insert("enum".into(), json!([]));
    } else if open.iter().all(|one| one.value == one.text) {
        own.insert("enum".into(), open.iter().map(|one| Json::String(one.value.clone())).collect());
    } else {
        let all = open.iter().map(|one| json!({ "const": one.value, "title": one.text }));
        own.insert("oneOf".into(), all.collect());
    }
    own
}

/// What stands in a sheet's tree for a plain text or number.
fn plain(text: &str) -> Is {
    Is::Text(text.to_owned())
}
