//! A sheet from JSON Schema: a control for each property that one can be made of.

use super::{CONTROL, LINE_WORDS, Loss, plain};
use crate::tree::{Is, Key, Node, to_toml};
use crate::words;
use pin_notch::{
    Date, DateTime, Decimal, Measure, Month, Quoted, Time, Week, number_text, parse_number,
};
use pin_notch_html::Tag;
use serde_json::{Map, Value as Json};

/// The sheet, as TOML, whose form accepts what this schema accepts, and what could not be carried over.
///
/// # Errors
/// Why a sheet cannot be made at all: the schema is not one of an object with properties.
///
/// ```
/// let schema = serde_json::json!({
///     "type": "object",
///     "properties": {
///         "mites": { "type": "integer", "minimum": 0, "title": "Mites per 300 bees" },
///         "note": { "type": "string" },
///     },
///     "required": ["mites"],
/// });
/// let (sheet, lost) = pin_notch_sheet::from_schema(&schema)?;
/// assert!(sheet.contains("control = \"stepper\"") && sheet.contains("required = true"));
/// assert_eq!(lost[0].to_string(), "note: free text has no control");
/// # Ok::<(), String>(())
/// ```
pub fn from_schema(schema: &Json) -> Result<(String, Vec<Loss>), String> {
    let Json::Object(top) = schema else {
        return Err("a schema is an object; this is none".to_owned());
    };
    let Some(Json::Object(properties)) = top.get("properties") else {
        return Err("the schema has no properties, so there is nothing to enter".to_owned());
    };
    let mut lost = Vec::new();
    let known = ["$schema", "$id", "$defs", "title", "type", "properties", "required", "$comment"];
    for key in top.keys().filter(|key| !known.contains(&key.as_str())) {
        lost.push(Loss { name: String::new(), what: format!("the keyword {key}"), accepts: true });
    }
    let required: Vec<&str> = top
        .get("required")
        .and_then(Json::as_array)
        .into_iter()
        .flatten()
        .filter_map(Json::as_str)
        .collect();
    for name in required.iter().filter(|name| !properties.contains_key(**name)) {
        let what = "it is required, and nothing says what it is".to_owned();
        lost.push(Loss { name: (*name).to_owned(), what, accepts: true });
    }
    let mut fields = Vec::new();
    for (name, property) in properties {
        let mut reader = Property { name, lost: &mut lost };
        if let Some(field) = reader.field(schema, property, required.contains(&name.as_str())) {
            fields.push(field);
        }
    }
    let mut members = Vec::new();
    if let Some(Json::String(title)) = top.get("title") {
        members.push(member("title", plain(title)));
    }
    members.push(member("field", Is::List(fields)));
    Ok((to_toml(&node(Is::Table(members))), lost))
}

fn node(is: Is) -> Node {
    Node { span: 0..0, is }
}

fn member(name: &str, is: Is) -> (Key, Node) {
    (Key { span: 0..0, name: name.to_owned() }, node(is))
}

struct Property<'a> {
    name: &'a str,
    lost: &'a mut Vec<Loss>,
}

/// How far references are followed.
const DEEPEST: usize = 16;

/// The schema itself, or the one that its reference within the document leads to.
fn resolved<'s>(root: &'s Json, mut schema: &'s Json) -> Option<&'s Map<String, Json>> {
    for _ in 0..DEEPEST {
        match schema.get("$ref").and_then(Json::as_str) {
            None => return schema.as_object(),
            Some(to) => schema = root.pointer(to.strip_prefix('#')?)?,
        }
    }
    None
}

/// Keywords that a kind of value has a place for, besides those that all have.
fn carried(kind: &str) -> &'static [&'static str] {
    match kind {
        "number" | "integer" => {
            &["minimum", "maximum", "exclusiveMinimum", "exclusiveMaximum", "multipleOf", "enum"]
        }
        "string" => &["enum", "oneOf", "format", "pattern"],
        "array" => &["items", "uniqueItems", "minItems", "maxItems"],
        "boolean" => &["const"],
        _ => &[],
    }
}

impl Property<'_> {
    fn lose(&mut self, what: impl Into<String>, accepts: bool) {
        self.lost.push(Loss { name: self.name.to_owned(), what: what.into(), accepts });
    }

    fn field(&mut self, root: &Json, property: &Json, required: bool) -> Option<Node> {
        let Some(schema) = resolved(root, property) else {
            self.lose("what it is cannot be found in the document", true);
            return None;
        };
        let kinds: Vec<&str> = match schema.get("type") {
            Some(Json::String(kind)) => vec![kind],
            Some(Json::Array(kinds)) => kinds.iter().filter_map(Json::as_str).collect(),
            _ if schema.contains_key("enum") || schema.contains_key("oneOf") => vec!["string"],
            _ => Vec::new(),
        };
        let may_be_null = kinds.contains(&"null");
        let mut other = kinds.iter().filter(|kind| **kind != "null");
        let (Some(kind), None) = (other.next(), other.next()) else {
            self.lose("it is not of one type", true);
            return None;
        };
        let mut words = vec![member("name", plain(self.name))];
        let own = match *kind {
            "boolean" => self.toggle(schema),
            "number" | "integer" => self.number(schema, *kind == "integer", may_be_null),
            "string" => self.text(schema, may_be_null),
            "array" => self.list(root, schema, may_be_null),
            kind => {
                self.lose(format!("no control holds {}", Quoted(kind)), true);
                None
            }
        };
        let (tag, own) = own?;
        words.push(member("control", plain(words::control_name(tag))));
        if let Some(Json::String(title)) = schema.get("title") {
            words.push(member("label", plain(title)));
        }
        words.extend(own);
        if let Some(default) = schema.get("default") {
            self.default(tag, default, &mut words);
        }
        let is_never_empty = matches!(tag, Tag::Slider | Tag::SpanSlider | Tag::ItemStepper);
        let has_required = words.iter().any(|(key, _)| key.name == "required");
        if required && !may_be_null && !is_never_empty && *kind != "boolean" && *kind != "array" {
            words.push(member("required", Is::On(true)));
        } else if required && may_be_null {
            self.lose("that it is there, if only as null", true);
        } else if required && *kind == "boolean" && !has_required {
            self.lose("that it is there, if only as false", true);
        } else if !required && is_never_empty {
            self.lose("that it may be left out", true);
        }
        let known = ["type", "title", "default", "$comment", CONTROL, "x-min", "x-max", "x-step"];
        for key in schema
            .keys()
            .filter(|key| !known.contains(&key.as_str()) && !carried(kind).contains(&key.as_str()))
        {
            let is_note =
                ["description", "examples", "deprecated", "readOnly", "writeOnly", "$ref"];
            self.lose(format!("the keyword {key}"), !is_note.contains(&key.as_str()));
        }
        Some(node(Is::Table(words)))
    }

    /// The control that the schema names, if it is one of these.
    fn named(&self, schema: &Map<String, Json>, of: &[Tag]) -> Option<Tag> {
        let tag = schema.get(CONTROL).and_then(Json::as_str).and_then(words::control_of)?;
        of.contains(&tag).then_some(tag)
    }

    fn toggle(&mut self, schema: &Map<String, Json>) -> Option<(Tag, Vec<(Key, Node)>)> {
        let tag = self.named(schema, &[Tag::Checkbox]).unwrap_or(Tag::Switch);
        let words = match schema.get("const") {
            None => Vec::new(),
            Some(Json::Bool(true)) => vec![member("required", Is::On(true))],
            Some(_) => {
                self.lose("that it has to be off", true);
                Vec::new()
            }
        };
        Some((tag, words))
    }

    /// A keyword's number, with every digit.
    fn exact(&mut self, schema: &Map<String, Json>, name: &str) -> Option<Decimal> {
        let text = schema.get(name)?.to_string();
        let number = parse_number(&text).ok();
        if number.is_none() {
            self.lose(format!("{name}: {text} is no number of at most 28 digits"), true);
        }
        number
    }

    fn number(
        &mut self,
        schema: &Map<String, Json>,
        whole: bool,
        may_be_null: bool,
    ) -> Option<(Tag, Vec<(Key, Node)>)> {
        let step = self
            .exact(schema, "multipleOf")
            .or(whole.then_some(Decimal::ONE))
            .filter(|step| !step.is_zero());
        let (mut min, mut max) = (self.exact(schema, "minimum"), self.exact(schema, "maximum"));
        for (name, up) in [("exclusiveMinimum", true), ("exclusiveMaximum", false)] {
            let (Some(end), Some(step)) = (self.exact(schema, name), step) else {
                if schema.contains_key(name) {
                    self.lose(format!("{name}, without a step to the next value"), true);
                }
                continue;
            };
            // The next multiple of the step beyond it.
            let rest = end % step;
            let within = match (up, rest.is_zero()) {
                (true, true) => end + step,
                (true, false) if rest.is_sign_negative() => end - rest,
                (true, false) => end - rest + step,
                (false, true) => end - step,
                (false, false) if rest.is_sign_negative() => end - rest - step,
                (false, false) => end - rest,
            };
            match up {
                true => min = Some(min.map_or(within, |min| min.max(within))),
                false => max = Some(max.map_or(within, |max| max.min(within))),
            }
        }
        if let Some(Json::Array(all)) = schema.get("enum") {
            return self.listed(all, may_be_null);
        }
        let tags = [Tag::Slider, Tag::Rating, Tag::Stepper];
        let guess =
            if min.is_some() && max.is_some() && !may_be_null { Tag::Slider } else { Tag::Stepper };
        let mut tag = self.named(schema, &tags).unwrap_or(guess);
        if tag == Tag::Slider && (min.is_none() || max.is_none() || may_be_null) {
            tag = Tag::Stepper;
        }
        let mut words = Vec::new();
        let mut number = |name: &str, value: Option<Decimal>| {
            if let Some(value) = value {
                words.push(member(name, Is::Number(number_text(value))));
            }
        };
        number("min", min);
        number("max", max);
        number("step", step);
        if step.is_none() {
            words.push(member("step", plain("any")));
        } else if tag != Tag::Rating && min.is_some() {
            words.push(member("step-base", Is::Number("0".to_owned())));
        }
        Some((tag, words))
    }

    /// Numbers listed one by one: notches, if they lie evenly.
    fn listed(&mut self, all: &[Json], may_be_null: bool) -> Option<(Tag, Vec<(Key, Node)>)> {
        let mut numbers: Vec<Decimal> =
            all.iter().filter_map(|one| parse_number(&one.to_string()).ok()).collect();
        numbers.sort();
        let step = match numbers.as_slice() {
            [one, other, ..] => *other - *one,
            _ => Decimal::ONE,
        };
        let is_even = numbers.windows(2).all(|pair| pair[1] - pair[0] == step);
        let (Some(first), Some(last), true) = (numbers.first(), numbers.last(), is_even) else {
            self.lose("its listed numbers do not lie evenly", true);
            return None;
        };
        let tag = if may_be_null { Tag::Stepper } else { Tag::Slider };
        let words = [("min", *first), ("max", *last), ("step", step)];
        let words = words.map(|(name, value)| member(name, Is::Number(number_text(value))));
        Some((tag, words.to_vec()))
    }

    fn text(
        &mut self,
        schema: &Map<String, Json>,
        may_be_null: bool,
    ) -> Option<(Tag, Vec<(Key, Node)>)> {
        let lines = [
            (super::DAY, "date", Tag::Date),
            (super::MONTH, "month", Tag::Month),
            (super::WEEK, "week", Tag::Week),
            (super::MINUTES, "time", Tag::Time),
            (super::DATE_MINUTES, "", Tag::DateTime),
            (super::TIME, "time", Tag::Time),
            (super::DATE_TIME, "", Tag::DateTime),
        ];
        let tags = lines.map(|(_, _, tag)| tag);
        let pattern = schema.get("pattern").and_then(Json::as_str);
        let by_pattern =
            lines.iter().find(|(known, ..)| pattern == Some(*known)).map(|line| line.2);
        let by_format = match schema.get("format").and_then(Json::as_str) {
            Some("date") => Some(Tag::Date),
            _ => None,
        };
        let listed = options(schema);
        if let Some(tag) = by_pattern.or(by_format).or(self.named(schema, &tags)) {
            if let Some(all) = listed {
                return Some((tag, self.on_a_line(tag, &all)));
            }
            let kept = LINE_WORDS.iter().filter_map(|word| {
                let text = schema.get(&format!("x-{word}"))?.as_str()?;
                Some(member(word, plain(text)))
            });
            let kept: Vec<_> = kept.collect();
            if !kept.is_empty() || self.named(schema, &tags).is_some() {
                return Some((tag, kept));
            }
            if by_pattern.is_none() && pattern.is_some() {
                self.lose("the keyword pattern", true);
            }
            // A step of a minute is the default of times; the pattern allows milliseconds.
            let finest = pattern == Some(super::TIME) || pattern == Some(super::DATE_TIME);
            let words = finest.then(|| member("step", Is::Number("0.001".to_owned())));
            return Some((tag, words.into_iter().collect()));
        }
        if schema.contains_key("format") || pattern.is_some() {
            self.lose("its format or pattern has no control", true);
            return None;
        }
        let Some(all) = listed else {
            self.lose("free text has no control", true);
            return None;
        };
        let tag = match self.named(schema, &[Tag::ItemStepper]) {
            Some(tag) if !may_be_null => tag,
            _ => Tag::Select,
        };
        Some((tag, vec![member("options", written(&all))]))
    }

    /// The words for values that are listed one by one: bounds, their step where they lie evenly, and for days
    /// those between that are not there.
    fn on_a_line(&mut self, tag: Tag, all: &[(String, String)]) -> Vec<(Key, Node)> {
        let (places, units) = match tag {
            Tag::Date => places::<Date>(all),
            Tag::Month => places::<Month>(all),
            Tag::Week => places::<Week>(all),
            Tag::Time => places::<Time>(all),
            _ => places::<DateTime>(all),
        };
        let (Some(first), Some(last), true) = (all.first(), all.last(), places.len() == all.len())
        else {
            self.lose("its listed values are not all of one kind", true);
            return Vec::new();
        };
        let mut words = vec![member("min", plain(&first.0)), member("max", plain(&last.0))];
        let gaps: Vec<i64> = places.windows(2).map(|pair| pair[1] - pair[0]).collect();
        let step = gaps.iter().copied().min().unwrap_or(1).max(1);
        let step_word = Decimal::from(step) / Decimal::from(units);
        words.push(member("step", Is::Number(number_text(step_word))));
        let even = gaps.iter().all(|gap| *gap == step);
        let gaps_of_days = tag == Tag::Date && step == 1 && gaps.iter().all(|gap| *gap > 0);
        if gaps_of_days && !even {
            let missing = places.windows(2).flat_map(|pair| pair[0] + 1..pair[1]);
            let one = |place: i64| {
                let day = Date::from_line(place).map(|day| day.to_string()).unwrap_or_default();
                let text = plain("This day is not among those that can be chosen.");
                node(Is::Table(vec![member("value", plain(&day)), member("text", text)]))
            };
            words.push(member("options", Is::List(missing.map(one).collect())));
        } else if !even {
            self.lose("its listed values are taken for all from the first to the last", true);
        }
        words
    }

    fn list(
        &mut self,
        root: &Json,
        schema: &Map<String, Json>,
        may_be_null: bool,
    ) -> Option<(Tag, Vec<(Key, Node)>)> {
        let items = schema.get("items").and_then(|items| resolved(root, items));
        let Some(items) = items else {
            self.lose("nothing says what is in the list", true);
            return None;
        };
        let count = |name: &str| schema.get(name).and_then(Json::as_u64);
        let (least, most) = (count("minItems"), count("maxItems"));
        if let Some(all) = options(items).filter(|_| items.get("format").is_none()) {
            let is_days = self.named(schema, &[Tag::DateSpan]).is_some();
            if !is_days {
                if schema.get("uniqueItems") != Some(&Json::Bool(true)) {
                    self.lose("that something may be there twice", true);
                }
                let tag = self.named(schema, &[Tag::CheckGroup]).unwrap_or(Tag::Select);
                let mut words = Vec::new();
                if tag == Tag::Select {
                    words.push(member("multiple", Is::On(true)));
                }
                let limits = [("least", least), ("most", most)];
                for (name, limit) in
                    limits.into_iter().filter_map(|(name, limit)| Some((name, limit?)))
                {
                    words.push(member(name, Is::Number(limit.to_string())));
                }
                words.push(member("options", written(&all)));
                return Some((tag, words));
            }
        }
        let is_two = (least, most) == (Some(2), Some(2));
        let kind = items.get("type").and_then(Json::as_str);
        match kind {
            Some(kind @ ("number" | "integer")) if is_two => {
                let (_, words) = self.number(items, kind == "integer", false)?;
                let has = |name: &str| words.iter().any(|(key, _)| key.name == name);
                if !has("min") || !has("max") || may_be_null {
                    self.lose("two numbers need bounds, and are never empty", true);
                    return None;
                }
                self.lose("that the second may be below the first", true);
                Some((Tag::SpanSlider, words))
            }
            Some("string") if is_two => {
                let (tag, words) = self.text(items, true)?;
                if tag != Tag::Date {
                    self.lose("two texts have no control", true);
                    return None;
                }
                self.lose("that the second may be before the first", true);
                Some((Tag::DateSpan, words))
            }
            _ => {
                self.lose("a list of such things has no control", true);
                None
            }
        }
    }

    fn default(&mut self, tag: Tag, default: &Json, words: &mut Vec<(Key, Node)>) {
        let is = match default {
            Json::Null => return,
            Json::Bool(on) if matches!(tag, Tag::Switch | Tag::Checkbox) => {
                return words.extend(on.then(|| member("checked", Is::On(true))));
            }
            Json::Number(number) => Is::Number(number.to_string()),
            Json::String(text) => plain(text),
            Json::Array(items) if items.iter().all(|item| item.is_string() || item.is_number()) => {
                let one = |item: &Json| match item {
                    Json::String(text) => node(plain(text)),
                    other => node(Is::Number(other.to_string())),
                };
                Is::List(items.iter().map(one).collect())
            }
            _ => return self.lose("its default is of another type", false),
        };
        words.push(member("value", is));
    }
}

/// Where values lie on their line, as far as they are such values, and how many of its units a step counts.
fn places<M: Measure>(all: &[(String, String)]) -> (Vec<i64>, u32) {
    let read = all.iter().filter_map(|(text, _)| text.parse::<M>().ok());
    (read.map(Measure::to_line).collect(), M::UNITS)
}

/// The texts that are listed, each with what people read.
fn options(schema: &Map<String, Json>) -> Option<Vec<(String, String)>> {
    if let Some(Json::Array(all)) = schema.get("enum") {
        let texts = all.iter().filter(|one| !one.is_null());
        return texts
            .map(|one| one.as_str().map(|text| (text.to_owned(), text.to_owned())))
            .collect();
    }
    let all = schema.get("oneOf")?.as_array()?;
    let is_null = |one: &&Json| one.get("type").and_then(Json::as_str) == Some("null");
    let one = |one: &Json| {
        let value = one.get("const")?.as_str()?;
        let text = one.get("title").and_then(Json::as_str).unwrap_or(value);
        Some((value.to_owned(), text.to_owned()))
    };
    all.iter().filter(|one| !is_null(one)).map(one).collect()
}

fn written(options: &[(String, String)]) -> Is {
    let one = |(value, text): &(String, String)| match value == text {
        true => node(plain(value)),
        false => node(Is::Table(vec![member("value", plain(value)), member("text", plain(text))])),
    };
    Is::List(options.iter().map(one).collect())
}
