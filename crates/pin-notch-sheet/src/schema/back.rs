//! A sheet from JSON Schema: a control for each property that one can be made of.

use super::{CONTROL, LINE_WORDS, Loss, MOST_LISTED, ONLY_IF, sound};
use crate::tree::{self, Format, Is, Node, Table};
use crate::words;
use pin_notch::{
    ControlKind, Date, DateTime, Decimal, Measure, Month, Quoted, Time, Week, parse_number,
};
use std::collections::BTreeSet;

/// The sheet, as TOML, whose form accepts what this schema accepts, and what could not be carried over.
///
/// # Errors
/// Why a sheet cannot be made at all: it is not JSON, not the schema of an object with properties, or none of
/// the properties has a control.
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
    match schema.get("type").map(|node| &node.is) {
        None => {}
        Some(Is::Text(object)) if object == "object" => {}
        Some(_) => return Err("the schema is not one of objects alone, as a form is".to_owned()),
    }
    let mut lost = Vec::new();
    let mut lose = |name: &str, what: String| {
        lost.push(Loss { name: name.to_owned(), what, accepts: true });
    };
    let known = ["$schema", "$id", "$defs", "title", "type", "properties", "required", "$comment"];
    for (key, _) in schema.members().iter().filter(|(key, _)| !known.contains(&key.name.as_str())) {
        lose("", format!("the keyword {}", key.name));
    }
    let required = schema.get("required").map_or(Some(&[][..]), Node::as_list);
    let required: Option<BTreeSet<&str>> =
        required.and_then(|all| all.iter().map(Node::as_text).collect());
    let required = required.unwrap_or_else(|| {
        lose("", "required, which is not a list of names".to_owned());
        BTreeSet::new()
    });
    let names: BTreeSet<&str> =
        properties.members().iter().map(|(key, _)| key.name.as_str()).collect();
    for name in required.difference(&names) {
        lose(name, "it is required, and nothing says what it is".to_owned());
    }
    let mut fields = Vec::new();
    for (key, property) in properties.members() {
        let name = key.name.as_str();
        let mut reader = Property { name, lost: &mut lost };
        // A field that counts only under a condition has its schema beside one that takes anything.
        let condition = text_of(property, ONLY_IF);
        let own = property.get("anyOf").and_then(Node::as_list).and_then(<[Node]>::first);
        let (property, condition) = match (condition, own) {
            (Some(condition), Some(own)) => (own, Some(condition)),
            _ => (property, None),
        };
        // Whether it has to be there once it counts, its own schema says alone.
        let is_required = match condition {
            Some(_) => !types(property).contains(&"null"),
            None => required.contains(name),
        };
        let mut field = reader.field(&schema, property, is_required);
        if let (Some(Is::Table(field)), Some(condition)) =
            (field.as_mut().map(|field| &mut field.is), condition)
        {
            let key = tree::Key { span: 0..0, name: words::ONLY_IF.to_owned() };
            field.push((key, condition.into()));
        }
        fields.extend(field);
    }
    let mut sheet = Table::default();
    match schema.get("title").map(|node| &node.is) {
        None => {}
        Some(Is::Text(title)) => sheet.put("title", title.as_str()),
        Some(_) => {
            let what = "its title, which is no text".to_owned();
            lost.push(Loss { name: String::new(), what, accepts: false });
        }
    }
    let text = sound::without_errors(sheet, fields, &mut lost)?;
    Ok((text, lost))
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
        "number" | "integer" => &[
            "minimum",
            "maximum",
            "exclusiveMinimum",
            "exclusiveMaximum",
            "multipleOf",
            "enum",
            "const",
        ],
        "string" => &["enum", "const", "oneOf", "format", "pattern"],
        "array" => &["items", "uniqueItems", "minItems", "maxItems"],
        "boolean" => &["const", "enum"],
        _ => &[],
    }
}

impl Property<'_> {
    fn lose(&mut self, what: impl Into<String>, accepts: bool) {
        self.lost.push(Loss { name: self.name.to_owned(), what: what.into(), accepts });
    }

    fn field(&mut self, root: &Node, property: &Node, required: bool) -> Option<Node> {
        if !matches!(property.is, Is::Table(_)) {
            self.lose("nothing says what it holds", true);
            return None;
        }
        let Some(schema) = resolved(root, property) else {
            self.lose("what it is cannot be found in the document", true);
            return None;
        };
        let types = types(schema);
        let may_be_null = types.contains(&"null") && lists_null(schema);
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
        // What stands beside a reference goes before what it leads to.
        let is_reference = property.get("$ref").is_some();
        let beside = |name| property.get(name).or(schema.get(name));
        match beside("title").map(|node| &node.is) {
            None => {}
            Some(Is::Text(title)) => field.put("label", title.as_str()),
            Some(_) => self.lose("its title, which is no text", false),
        }
        field.0.extend(own.0);
        use ControlKind::{ItemStepper, Slider, SpanSlider};
        let is_never_empty = [Slider, SpanSlider, ItemStepper].contains(&kind);
        if let Some(default) = beside("default") {
            match default_of(kind, default) {
                Some(_) if default.is == Is::Nothing && is_never_empty => {
                    self.lose("its default, for it is never empty", false);
                }
                Some((word, value)) if value != Is::Nothing => field.put(word, Node::from(value)),
                Some(_) => {}
                None => self.lose("its default, which is of another type", false),
            }
        }
        // Where the empty value is one of the type's own, and is sent as such.
        let has_own_empty = ["boolean", "array"].contains(&value_type);
        if required && !may_be_null && !is_never_empty && !has_own_empty {
            field.put("required", true);
        }
        let least = field.get("least").and_then(exact);
        let has_to_be = is_never_empty
            || field.has("required")
            || least.is_some_and(|least| least > Decimal::ZERO);
        match (required, has_to_be) {
            (true, false) => self.lose("that it is there, if only as null", true),
            (false, true) => self.lose("that it may be left out", true),
            (true, true) | (false, false) => {}
        }
        match (may_be_null, has_to_be) {
            (true, true) => self.lose("that it may be null", true),
            (false, false) => self.lose("that it is not null", true),
            (true, false) | (false, true) => {}
        }
        self.keywords_lost(schema, Some(value_type));
        if is_reference {
            self.keywords_lost(property, None);
        }
        Some(field.into())
    }

    /// Lists the keywords that nothing has been made of, for a type of value or for what stands beside a
    /// reference.
    fn keywords_lost(&mut self, schema: &Node, value_type: Option<&str>) {
        let known = ["title", "default", "$comment", "$ref"];
        let own = ["type", CONTROL, "x-min", "x-max", "x-step"];
        let notes = ["description", "examples", "deprecated", "readOnly", "writeOnly"];
        for (key, _) in schema.members() {
            let name = key.name.as_str();
            let is_carried =
                value_type.is_some_and(|kind| own.contains(&name) || carried(kind).contains(&name));
            if !known.contains(&name) && !is_carried {
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
        let among =
            |on| listed(schema).is_none_or(|all| all.iter().any(|one| one.is == Is::On(on)));
        match (among(true), among(false)) {
            (true, true) => {}
            (true, false) => words.put("required", true),
            (false, _) => self.lose("that it is never on", true),
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
        let step = self.step(schema, whole);
        let (mut min, mut max) = (self.exact(schema, "minimum"), self.exact(schema, "maximum"));
        for (name, up) in [("exclusiveMinimum", true), ("exclusiveMaximum", false)] {
            let Some(end) = self.exact(schema, name) else { continue };
            match step.and_then(|step| beyond(end, step, up)) {
                None => self.lose(format!("{name}, without a step to the next value"), true),
                Some(next) if up => min = Some(min.map_or(next, |min| min.max(next))),
                Some(next) => max = Some(max.map_or(next, |max| max.min(next))),
            }
        }
        if let Some(all) = listed(schema) {
            let fits = |number: &Decimal| {
                min.is_none_or(|min| *number >= min)
                    && max.is_none_or(|max| *number <= max)
                    && step.is_none_or(|step| (number % step).is_zero())
            };
            return self.listed(&all, fits, may_be_null);
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
        } else if kind != ControlKind::Rating && (min.is_some() || schema.get("default").is_some())
        {
            words.put("step-base", Decimal::ZERO);
        }
        Some((kind, words))
    }

    /// What every value is a multiple of.
    fn step(&mut self, schema: &Node, whole: bool) -> Option<Decimal> {
        let step = self.exact(schema, "multipleOf");
        if step.is_some_and(|step| step <= Decimal::ZERO) {
            self.lose("multipleOf, which is not above 0", true);
            return whole.then_some(Decimal::ONE);
        }
        match step {
            Some(step) if whole && (Decimal::ONE % step).is_zero() => Some(Decimal::ONE),
            Some(step) if whole && !step.is_integer() => {
                self.lose("that it is a whole number", true);
                Some(step)
            }
            Some(step) => Some(step),
            None => whole.then_some(Decimal::ONE),
        }
    }

    /// Numbers listed one by one: notches, if they lie evenly.
    fn listed(
        &mut self,
        all: &[&Node],
        fits: impl Fn(&Decimal) -> bool,
        may_be_null: bool,
    ) -> Option<(ControlKind, Table)> {
        let mut numbers = BTreeSet::new();
        for node in all.iter().filter(|node| node.as_number().is_some()) {
            match exact(node) {
                Some(number) if fits(&number) => _ = numbers.insert(number),
                Some(_) => {}
                None => {
                    self.lose("a listed number that has more than 28 digits", true);
                    return None;
                }
            }
        }
        let numbers: Vec<Decimal> = numbers.into_iter().collect();
        let (Some(first), Some(last)) = (numbers.first(), numbers.last()) else {
            self.lose("no listed number fits its other keywords", true);
            return None;
        };
        let gaps = numbers.windows(2).map(|pair| pair[1].checked_sub(pair[0]));
        let gaps: Option<Vec<Decimal>> = gaps.collect();
        let step = gaps.as_deref().and_then(|gaps| match gaps {
            [] => Some(Decimal::ONE),
            [step, rest @ ..] => rest.iter().all(|gap| gap == step).then_some(*step),
        });
        let Some(step) = step else {
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
        let all = options(schema);
        if let Some(kind) = by_pattern.or(by_format).or(self.named(schema, &kinds)) {
            if let Some(all) = all {
                return Some((kind, self.on_a_line(kind, &all)?));
            }
            let mut words = Table::default();
            for word in LINE_WORDS {
                if let Some(text) = text_of(schema, &format!("x-{word}")) {
                    words.put(word, text);
                }
            }
            let is_own = self.named(schema, &kinds).is_some();
            // A pattern of ours that lists the values has the words for them beside it.
            let is_by_words = pattern.is_some() && is_own && words != Table::default();
            if by_pattern.or(by_format).is_none() && !is_by_words {
                self.lose(format!("texts that are no {}", kind.name()), true);
            }
            if words != Table::default() || is_own {
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
        let is_free = listed(schema).is_none() && schema.get("oneOf").is_none();
        let Some(all) = all else {
            self.lose(
                match (is_free, schema.get("format").is_some() || pattern.is_some()) {
                    (true, true) => "its format or pattern has no control",
                    (true, false) => "free text has no control",
                    (false, _) => "not all of its listed values are texts",
                },
                true,
            );
            return None;
        };
        for name in ["format", "pattern"].iter().filter(|name| schema.get(name).is_some()) {
            self.lose(format!("the keyword {name}"), true);
        }
        let named = self.named(schema, &[ControlKind::ItemStepper, ControlKind::RadioGroup]);
        let kind = match named {
            Some(ControlKind::ItemStepper) if may_be_null => ControlKind::Select,
            named => named.unwrap_or(ControlKind::Select),
        };
        Some((kind, Table::default().with("options", written(&all))))
    }

    /// The words for values that are listed one by one: bounds, their step where they lie evenly, and for days
    /// those between that are not there.
    fn on_a_line(&mut self, kind: ControlKind, all: &[(String, String)]) -> Option<Table> {
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
        let mut lying: Vec<(i64, &str)> =
            places.iter().copied().zip(all.iter().map(|(value, _)| value.as_str())).collect();
        lying.sort_unstable();
        lying.dedup_by_key(|(place, _)| *place);
        let (Some(first), Some(last), true) =
            (lying.first(), lying.last(), places.len() == all.len())
        else {
            self.lose("not all of its listed values are of one kind", true);
            return None;
        };
        let mut words = Table::default().with("min", first.1).with("max", last.1);
        let gaps: Vec<i64> = lying.windows(2).map(|pair| pair[1].0 - pair[0].0).collect();
        let step = gaps.iter().copied().min().unwrap_or(1);
        words.put("step", Decimal::from(step) / Decimal::from(units));
        if gaps.iter().all(|gap| *gap == step) {
            return Some(words);
        }
        let missing: u128 = gaps.iter().map(|gap| gap.unsigned_abs() as u128 - 1).sum();
        if kind == ControlKind::Date && step == 1 && missing <= MOST_LISTED {
            let missing = lying.windows(2).flat_map(|pair| pair[0].0 + 1..pair[1].0);
            let one = |place: i64| {
                let day = Date::from_line(place).map(|day| day.to_string()).unwrap_or_default();
                let text = "This day is not among those that can be chosen.";
                Table::default().with("value", day).with("text", text)
            };
            words.put("options", missing.map(one).collect::<Vec<_>>());
        } else {
            self.lose("its listed values are taken for all from the first to the last", true);
        }
        Some(words)
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
        let mut count = |name: &str| {
            let node = schema.get(name)?;
            let count = exact(node).filter(Decimal::is_integer).map(u32::try_from);
            if !matches!(count, Some(Ok(_))) {
                self.lose(format!("{name}, which is no such number of items"), true);
            }
            count?.ok()
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
}

/// The word and the value for a default, if the control holds such values.
fn default_of(kind: ControlKind, default: &Node) -> Option<(&'static str, Is)> {
    let is_text = |node: &Node| node.as_text().is_some();
    let is_number = |node: &Node| node.as_number().is_some();
    let fits = match kind {
        ControlKind::Switch | ControlKind::Checkbox => match default.is {
            Is::On(true) => return Some(("checked", Is::On(true))),
            Is::On(false) => return Some(("checked", Is::Nothing)),
            Is::Nothing | Is::Number(_) | Is::Text(_) | Is::List(_) | Is::Table(_) => false,
        },
        ControlKind::Slider | ControlKind::Rating | ControlKind::Stepper => is_number(default),
        ControlKind::SpanSlider => default.as_list()?.iter().all(is_number),
        ControlKind::CheckboxGroup | ControlKind::DateSpan => {
            default.as_list()?.iter().all(is_text)
        }
        ControlKind::Select => is_text(default) || default.as_list()?.iter().all(is_text),
        ControlKind::RadioGroup
        | ControlKind::ItemStepper
        | ControlKind::Date
        | ControlKind::Month
        | ControlKind::Week
        | ControlKind::Time
        | ControlKind::DateTime => is_text(default),
    };
    (fits || default.is == Is::Nothing).then(|| ("value", default.is.clone()))
}

/// The types of what the schema accepts, as far as it tells.
fn types(schema: &Node) -> Vec<&str> {
    match schema.get("type").map(|node| &node.is) {
        Some(Is::Text(one)) => vec![one],
        Some(Is::List(types)) => types.iter().filter_map(Node::as_text).collect(),
        Some(_) => Vec::new(),
        None => {
            let one_of = schema.get("oneOf").and_then(Node::as_list).unwrap_or_default();
            let all = listed(schema)
                .unwrap_or_else(|| one_of.iter().filter_map(|one| one.get("const")).collect());
            let named = all.iter().map(|node| match node.is {
                Is::Nothing => "null",
                Is::On(_) => "boolean",
                Is::Number(_) => "number",
                Is::Text(_) => "string",
                Is::List(_) => "array",
                Is::Table(_) => "object",
            });
            named.collect::<BTreeSet<_>>().into_iter().collect()
        }
    }
}

/// The values that the schema lists one by one, if it does.
fn listed(schema: &Node) -> Option<Vec<&Node>> {
    match (schema.get("enum").and_then(Node::as_list), schema.get("const")) {
        (Some(all), None) => Some(all.iter().collect()),
        (Some(all), Some(one)) => Some(all.iter().filter(|other| other.is == one.is).collect()),
        (None, one) => one.map(|one| vec![one]),
    }
}

/// Whether null is among what is listed, if anything is.
fn lists_null(schema: &Node) -> bool {
    let is_null = |one: &Node| {
        text_of(one, "type") == Some("null")
            || one.get("const").is_some_and(|one| one.is == Is::Nothing)
    };
    let one_of = schema.get("oneOf").and_then(Node::as_list);
    listed(schema).is_none_or(|all| all.iter().any(|one| one.is == Is::Nothing))
        && one_of.is_none_or(|all| all.iter().any(is_null))
}

/// The next multiple of the step beyond this end.
fn beyond(end: Decimal, step: Decimal, up: bool) -> Option<Decimal> {
    let rest = end % step;
    let at = end.checked_sub(rest)?;
    match (up, rest.is_zero() || rest.is_sign_negative() != up) {
        (true, true) => at.checked_add(step),
        (false, true) => at.checked_sub(step),
        (_, false) => Some(at),
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
    if let Some(all) = listed(schema) {
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
