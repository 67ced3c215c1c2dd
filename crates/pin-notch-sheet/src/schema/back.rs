//! A sheet from JSON Schema: a control for each property that one can be made of.

use super::{CONTROL, LINE_WORDS, Loss};
use crate::tree::{self, Format, Is, Node, Table, to_toml};
use pin_notch::{
    ControlKind, Date, DateTime, Decimal, Measure, Month, Quoted, Time, Week, parse_number,
};

/// The sheet, as TOML, whose form accepts what this schema accepts, and what could not be carried over.
///
/// # Errors
/// Why a sheet cannot be made at all: it is not JSON, or not the schema of an object with properties.
///
/// ```
/// let schema = r#"{
///     "type": "object",
///     "properties": {
///         "mites": { "type": "integer", "minimum": 0, "title": "Mites per 300 bees" },
///         "note": { "type": "string" }
///     },
///     "required": ["mites"]
/// }"#;
/// let (sheet, lost) = pin_notch_sheet::from_schema(schema)?;
/// assert!(sheet.contains("control = \"stepper\"") && sheet.contains("required = true"));
/// assert_eq!(lost[0].to_string(), "note: free text has no control");
/// # Ok::<(), String>(())
/// ```
pub fn from_schema(schema: &str) -> Result<(String, Vec<Loss>), String> {
    let mut found = Vec::new();
    let schema = tree::read(schema, Format::Json, &mut found);
    if let Some(wrong) = found.first() {
        return Err(wrong.to_string());
    }
    if !matches!(schema.is, Is::Table(_)) {
        return Err("a schema is an object; this is none".to_owned());
    }
    let properties = schema.get("properties").filter(|node| matches!(node.is, Is::Table(_)));
    let Some(properties) = properties else {
        return Err("the schema has no properties, so there is nothing to enter".to_owned());
    };
    let mut lost = Vec::new();
    let known = ["$schema", "$id", "$defs", "title", "type", "properties", "required", "$comment"];
    for (key, _) in schema.members().iter().filter(|(key, _)| !known.contains(&key.name.as_str())) {
        let what = format!("the keyword {}", key.name);
        lost.push(Loss { name: String::new(), what, accepts: true });
    }
    let required = schema.get("required").and_then(Node::as_list).unwrap_or_default();
    let required: Vec<&str> = required.iter().filter_map(Node::as_text).collect();
    for name in required.iter().filter(|name| properties.get(name).is_none()) {
        let what = "it is required, and nothing says what it is".to_owned();
        lost.push(Loss { name: (*name).to_owned(), what, accepts: true });
    }
    let mut fields = Vec::new();
    for (key, property) in properties.members() {
        let name = key.name.as_str();
        let mut reader = Property { name, lost: &mut lost };
        if let Some(field) = reader.field(&schema, property, required.contains(&name)) {
            fields.push(field);
        }
    }
    let mut sheet = Table::default();
    if let Some(title) = text_of(&schema, "title") {
        sheet.put("title", title);
    }
    sheet.put("field", fields);
    Ok((to_toml(&sheet.into()), lost))
}

fn text_of<'s>(schema: &'s Node, name: &str) -> Option<&'s str> {
    schema.get(name).and_then(Node::as_text)
}

struct Property<'a> {
    name: &'a str,
    lost: &'a mut Vec<Loss>,
}

/// How far references are followed.
const DEEPEST: usize = 16;

/// The schema itself, or the one that its reference within the document leads to.
fn resolved<'s>(root: &'s Node, mut schema: &'s Node) -> Option<&'s Node> {
    for _ in 0..DEEPEST {
        match text_of(schema, "$ref") {
            None => return matches!(schema.is, Is::Table(_)).then_some(schema),
            Some(to) => schema = pointed_at(root, to.strip_prefix('#')?)?,
        }
    }
    None
}

/// What a JSON pointer (RFC 6901) leads to.
fn pointed_at<'s>(root: &'s Node, pointer: &str) -> Option<&'s Node> {
    let mut tokens = pointer.split('/');
    if tokens.next() != Some("") {
        return None;
    }
    tokens.try_fold(root, |node, token| {
        let name = token.replace("~1", "/").replace("~0", "~");
        match node.as_list() {
            Some(items) => items.get(name.parse::<usize>().ok()?),
            None => node.get(&name),
        }
    })
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

    fn field(&mut self, root: &Node, property: &Node, required: bool) -> Option<Node> {
        let Some(schema) = resolved(root, property) else {
            self.lose("what it is cannot be found in the document", true);
            return None;
        };
        let types: Vec<&str> = match schema.get("type").map(|node| &node.is) {
            Some(Is::Text(one)) => vec![one],
            Some(Is::List(types)) => types.iter().filter_map(Node::as_text).collect(),
            _ if schema.get("enum").or(schema.get("oneOf")).is_some() => vec!["string"],
            _ => Vec::new(),
        };
        let may_be_null = types.contains(&"null");
        let mut other = types.iter().filter(|one| **one != "null");
        let (Some(&value_type), None) = (other.next(), other.next()) else {
            self.lose("it is not of one type", true);
            return None;
        };
        let (kind, own) = match value_type {
            "boolean" => self.toggle(schema),
            "number" | "integer" => self.number(schema, value_type == "integer", may_be_null),
            "string" => self.text(schema, may_be_null),
            "array" => self.list(root, schema, may_be_null),
            other => {
                self.lose(format!("no control holds {}", Quoted(other)), true);
                None
            }
        }?;
        let mut field = Table::default().with("name", self.name).with("control", kind.name());
        if let Some(title) = text_of(schema, "title") {
            field.put("label", title);
        }
        field.0.extend(own.0);
        if let Some(default) = schema.get("default") {
            self.default(kind, default, &mut field);
        }
        use ControlKind::{ItemStepper, Slider, SpanSlider};
        let is_never_empty = [Slider, SpanSlider, ItemStepper].contains(&kind);
        if required
            && !may_be_null
            && !is_never_empty
            && !["boolean", "array"].contains(&value_type)
        {
            field.put("required", true);
        } else if required && may_be_null {
            self.lose("that it is there, if only as null", true);
        } else if required && value_type == "boolean" && !field.has("required") {
            self.lose("that it is there, if only as false", true);
        } else if !required && is_never_empty {
            self.lose("that it may be left out", true);
        }
        self.keywords_lost(schema, value_type);
        Some(field.into())
    }

    fn keywords_lost(&mut self, schema: &Node, value_type: &str) {
        let known = ["type", "title", "default", "$comment", CONTROL, "x-min", "x-max", "x-step"];
        let notes = ["description", "examples", "deprecated", "readOnly", "writeOnly", "$ref"];
        for (key, _) in schema.members() {
            let name = key.name.as_str();
            if !known.contains(&name) && !carried(value_type).contains(&name) {
                self.lose(format!("the keyword {name}"), !notes.contains(&name));
            }
        }
    }

    /// The control that the schema names, if it is one of these.
    fn named(&self, schema: &Node, of: &[ControlKind]) -> Option<ControlKind> {
        let kind = text_of(schema, CONTROL).and_then(ControlKind::from_name)?;
        of.contains(&kind).then_some(kind)
    }

    fn toggle(&mut self, schema: &Node) -> Option<(ControlKind, Table)> {
        let kind = self.named(schema, &[ControlKind::Checkbox]).unwrap_or(ControlKind::Switch);
        let mut words = Table::default();
        match schema.get("const").map(|node| &node.is) {
            None => {}
            Some(Is::On(true)) => words.put("required", true),
            Some(_) => self.lose("that it has to be off", true),
        }
        Some((kind, words))
    }

    /// A keyword's number, with every digit.
    fn exact(&mut self, schema: &Node, name: &str) -> Option<Decimal> {
        let node = schema.get(name)?;
        let number = exact(node);
        if number.is_none() {
            let text = node.as_number().unwrap_or(node.kind());
            self.lose(format!("{name}: {text} is no number of at most 28 digits"), true);
        }
        number
    }

    fn number(
        &mut self,
        schema: &Node,
        whole: bool,
        may_be_null: bool,
    ) -> Option<(ControlKind, Table)> {
        let step = self
            .exact(schema, "multipleOf")
            .or(whole.then_some(Decimal::ONE))
            .filter(|step| !step.is_zero());
        let (mut min, mut max) = (self.exact(schema, "minimum"), self.exact(schema, "maximum"));
        for (name, up) in [("exclusiveMinimum", true), ("exclusiveMaximum", false)] {
            let (Some(end), Some(step)) = (self.exact(schema, name), step) else {
                if schema.get(name).is_some() {
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
        if let Some(all) = schema.get("enum").and_then(Node::as_list) {
            return self.listed(all, may_be_null);
        }
        let kinds = [ControlKind::Slider, ControlKind::Rating, ControlKind::Stepper];
        let guess = if min.is_some() && max.is_some() && !may_be_null {
            ControlKind::Slider
        } else {
            ControlKind::Stepper
        };
        let mut kind = self.named(schema, &kinds).unwrap_or(guess);
        if kind == ControlKind::Slider && (min.is_none() || max.is_none() || may_be_null) {
            kind = ControlKind::Stepper;
        }
        let mut words = Table::default();
        for (name, value) in [("min", min), ("max", max), ("step", step)] {
            if let Some(value) = value {
                words.put(name, value);
            }
        }
        if step.is_none() {
            words.put("step", "any");
        } else if kind != ControlKind::Rating && min.is_some() {
            words.put("step-base", Decimal::ZERO);
        }
        Some((kind, words))
    }

    /// Numbers listed one by one: notches, if they lie evenly.
    fn listed(&mut self, all: &[Node], may_be_null: bool) -> Option<(ControlKind, Table)> {
        let mut numbers: Vec<Decimal> = all.iter().filter_map(exact).collect();
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
        let kind = if may_be_null { ControlKind::Stepper } else { ControlKind::Slider };
        Some((kind, Table::default().with("min", *first).with("max", *last).with("step", step)))
    }

    fn text(&mut self, schema: &Node, may_be_null: bool) -> Option<(ControlKind, Table)> {
        let lines = [
            (super::DAY, "date", ControlKind::Date),
            (super::MONTH, "month", ControlKind::Month),
            (super::WEEK, "week", ControlKind::Week),
            (super::MINUTES, "time", ControlKind::Time),
            (super::DATE_MINUTES, "", ControlKind::DateTime),
            (super::TIME, "time", ControlKind::Time),
            (super::DATE_TIME, "", ControlKind::DateTime),
        ];
        let kinds = lines.map(|(_, _, kind)| kind);
        let pattern = text_of(schema, "pattern");
        let by_pattern =
            lines.iter().find(|(known, ..)| pattern == Some(*known)).map(|line| line.2);
        let by_format = match text_of(schema, "format") {
            Some("date") => Some(ControlKind::Date),
            _ => None,
        };
        let listed = options(schema);
        if let Some(kind) = by_pattern.or(by_format).or(self.named(schema, &kinds)) {
            if let Some(all) = listed {
                return Some((kind, self.on_a_line(kind, &all)));
            }
            let mut words = Table::default();
            for word in LINE_WORDS {
                if let Some(text) = text_of(schema, &format!("x-{word}")) {
                    words.put(word, text);
                }
            }
            if words != Table::default() || self.named(schema, &kinds).is_some() {
                return Some((kind, words));
            }
            if by_pattern.is_none() && pattern.is_some() {
                self.lose("the keyword pattern", true);
            }
            // A step of a minute is the default of times; the pattern allows milliseconds.
            if pattern == Some(super::TIME) || pattern == Some(super::DATE_TIME) {
                words.put("step", Decimal::new(1, 3));
            }
            return Some((kind, words));
        }
        if schema.get("format").is_some() || pattern.is_some() {
            self.lose("its format or pattern has no control", true);
            return None;
        }
        let Some(all) = listed else {
            self.lose("free text has no control", true);
            return None;
        };
        let named = self.named(schema, &[ControlKind::ItemStepper, ControlKind::RadioGroup]);
        let kind = match named {
            Some(ControlKind::ItemStepper) if may_be_null => ControlKind::Select,
            named => named.unwrap_or(ControlKind::Select),
        };
        Some((kind, Table::default().with("options", written(&all))))
    }

    /// The words for values that are listed one by one: bounds, their step where they lie evenly, and for days
    /// those between that are not there.
    fn on_a_line(&mut self, kind: ControlKind, all: &[(String, String)]) -> Table {
        let (places, units) = match kind {
            ControlKind::Date => places::<Date>(all),
            ControlKind::Month => places::<Month>(all),
            ControlKind::Week => places::<Week>(all),
            ControlKind::Time => places::<Time>(all),
            ControlKind::DateTime => places::<DateTime>(all),
            ControlKind::Slider
            | ControlKind::SpanSlider
            | ControlKind::Rating
            | ControlKind::Switch
            | ControlKind::Checkbox
            | ControlKind::CheckboxGroup
            | ControlKind::RadioGroup
            | ControlKind::Stepper
            | ControlKind::ItemStepper
            | ControlKind::Select
            | ControlKind::DateSpan => (Vec::new(), 1),
        };
        let (Some(first), Some(last), true) = (all.first(), all.last(), places.len() == all.len())
        else {
            self.lose("its listed values are not all of one kind", true);
            return Table::default();
        };
        let mut words = Table::default().with("min", first.0.as_str()).with("max", last.0.as_str());
        let gaps: Vec<i64> = places.windows(2).map(|pair| pair[1] - pair[0]).collect();
        let step = gaps.iter().copied().min().unwrap_or(1).max(1);
        words.put("step", Decimal::from(step) / Decimal::from(units));
        let even = gaps.iter().all(|gap| *gap == step);
        let gaps_of_days =
            kind == ControlKind::Date && step == 1 && gaps.iter().all(|gap| *gap > 0);
        if gaps_of_days && !even {
            let missing = places.windows(2).flat_map(|pair| pair[0] + 1..pair[1]);
            let one = |place: i64| {
                let day = Date::from_line(place).map(|day| day.to_string()).unwrap_or_default();
                let text = "This day is not among those that can be chosen.";
                Table::default().with("value", day).with("text", text)
            };
            words.put("options", missing.map(one).collect::<Vec<_>>());
        } else if !even {
            self.lose("its listed values are taken for all from the first to the last", true);
        }
        words
    }

    fn list(
        &mut self,
        root: &Node,
        schema: &Node,
        may_be_null: bool,
    ) -> Option<(ControlKind, Table)> {
        let items = schema.get("items").and_then(|items| resolved(root, items));
        let Some(items) = items else {
            self.lose("nothing says what is in the list", true);
            return None;
        };
        let count = |name: &str| {
            let count = schema.get(name).and_then(exact)?;
            u32::try_from(count).ok().filter(|_| count.is_integer())
        };
        let (least, most) = (count("minItems"), count("maxItems"));
        if let Some(all) = options(items).filter(|_| items.get("format").is_none()) {
            let is_days = self.named(schema, &[ControlKind::DateSpan]).is_some();
            if !is_days {
                if schema.get("uniqueItems").map(|node| &node.is) != Some(&Is::On(true)) {
                    self.lose("that something may be there twice", true);
                }
                let kind = self
                    .named(schema, &[ControlKind::CheckboxGroup])
                    .unwrap_or(ControlKind::Select);
                let mut words = Table::default();
                if kind == ControlKind::Select {
                    words.put("multiple", true);
                }
                for (name, limit) in [("least", least), ("most", most)] {
                    if let Some(limit) = limit {
                        words.put(name, limit);
                    }
                }
                words.put("options", written(&all));
                return Some((kind, words));
            }
        }
        let is_two = (least, most) == (Some(2), Some(2));
        match text_of(items, "type") {
            Some(number @ ("number" | "integer")) if is_two => {
                let (_, words) = self.number(items, number == "integer", false)?;
                if !words.has("min") || !words.has("max") || may_be_null {
                    self.lose("two numbers need bounds, and are never empty", true);
                    return None;
                }
                self.lose("that the second may be below the first", true);
                Some((ControlKind::SpanSlider, words))
            }
            Some("string") if is_two => {
                let (kind, words) = self.text(items, true)?;
                if kind != ControlKind::Date {
                    self.lose("two texts have no control", true);
                    return None;
                }
                self.lose("that the second may be before the first", true);
                Some((ControlKind::DateSpan, words))
            }
            _ => {
                self.lose("a list of such things has no control", true);
                None
            }
        }
    }

    fn default(&mut self, kind: ControlKind, default: &Node, words: &mut Table) {
        let is_one = |node: &Node| matches!(node.is, Is::Text(_) | Is::Number(_));
        match &default.is {
            Is::Nothing => {}
            Is::On(on) if [ControlKind::Switch, ControlKind::Checkbox].contains(&kind) => {
                if *on {
                    words.put("checked", true);
                }
            }
            Is::Number(_) | Is::Text(_) => words.put("value", default.clone()),
            Is::List(items) if items.iter().all(is_one) => words.put("value", default.clone()),
            Is::On(_) | Is::List(_) | Is::Table(_) => {
                self.lose("its default is of another type", false);
            }
        }
    }
}

/// A node's number, with every digit.
fn exact(node: &Node) -> Option<Decimal> {
    parse_number(node.as_number()?).ok()
}

/// Where values lie on their line, as far as they are such values, and how many of its units a step counts.
fn places<M: Measure>(all: &[(String, String)]) -> (Vec<i64>, u32) {
    let read = all.iter().filter_map(|(text, _)| text.parse::<M>().ok());
    (read.map(Measure::to_line).collect(), M::UNITS)
}

/// The texts that are listed, each with what people read.
fn options(schema: &Node) -> Option<Vec<(String, String)>> {
    if let Some(all) = schema.get("enum").and_then(Node::as_list) {
        let texts = all.iter().filter(|one| one.is != Is::Nothing);
        return texts
            .map(|one| one.as_text().map(|text| (text.to_owned(), text.to_owned())))
            .collect();
    }
    let all = schema.get("oneOf").and_then(Node::as_list)?;
    let one = |one: &Node| {
        let value = text_of(one, "const")?;
        Some((value.to_owned(), text_of(one, "title").unwrap_or(value).to_owned()))
    };
    all.iter().filter(|one| text_of(one, "type") != Some("null")).map(one).collect()
}

fn written(options: &[(String, String)]) -> Vec<Node> {
    let one = |(value, text): &(String, String)| match value == text {
        true => value.as_str().into(),
        false => Table::default().with("value", value.as_str()).with("text", text.as_str()).into(),
    };
    options.iter().map(one).collect()
}
