//! Converting JSON Schema to a sheet, with a control for each property for which there is one.

mod free;
mod keywords;
mod number;
mod rows;
mod text;

use super::written::TEXT_WORDS;
use super::{CONTROL, Loss, ONLY_IF, SHEET_WORDS, sound};
use crate::tree::{self, Format, Is, Node, Table};
use keywords::{carried, default_of, listed, lists_null, resolved, types};
use number::exact;
use pin_notch::{ControlKind, Decimal, Quoted};
use std::collections::BTreeSet;
use text::{options, written};

/// The TOML of a sheet whose form accepts what this schema accepts, and what could not be converted.
///
/// # Errors
/// Why there is no sheet: this is not JSON, not the schema of an object with properties, or there is no
/// control for any of the properties.
///
/// ```
/// let schema = r#"{
///     "type": "object",
///     "properties": {
///         "mites": { "type": "integer", "minimum": 0, "title": "Mites per 300 bees" },
///         "note": { "type": "object" }
///     },
///     "required": ["mites"]
/// }"#;
/// let (sheet, lost) = pin_notch_sheet::from_schema(schema)?;
/// assert!(sheet.contains("control = \"stepper\"") && sheet.contains("required = true"));
/// assert_eq!(lost[0].to_string(), "note: no control holds \"object\"");
/// # Ok::<(), String>(())
/// ```
pub fn from_schema(schema: &str) -> Result<(String, Vec<Loss>), String> {
    let mut found = Vec::new();
    let schema = tree::read(schema, Format::Json, &mut found);
    if let Some(wrong) = found.first() {
        return Err(wrong.to_string());
    }
    if !matches!(schema.is, Is::Table(_)) {
        return Err("a schema is an object, and this is not".to_owned());
    }
    let properties = schema.get("properties").filter(|node| matches!(node.is, Is::Table(_)));
    let Some(properties) = properties else {
        return Err("the schema has no properties, so there is nothing to enter".to_owned());
    };
    match schema.get("type").map(|node| &node.is) {
        None => {}
        Some(Is::Text(object)) if object == "object" => {}
        Some(_) => return Err("the schema accepts more than objects, unlike a form".to_owned()),
    }
    let mut lost = Vec::new();
    let mut lose = |name: &str, what: String| {
        lost.push(Loss { name: name.to_owned(), what, accepts: true });
    };
    let known = [
        "$schema",
        "$id",
        "$defs",
        "title",
        "description",
        "type",
        "properties",
        "required",
        "$comment",
    ];
    let own = |name: &str| name.strip_prefix("x-").is_some_and(|word| SHEET_WORDS.contains(&word));
    for (key, node) in schema.members() {
        let is_known = match key.name.as_str() {
            "allOf" => says_when_they_count(node, properties),
            name => known.contains(&name) || own(name),
        };
        if !is_known {
            lose("", format!("the keyword {}", key.name));
        }
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
        lose(name, "it is required, but its schema is not given".to_owned());
    }
    let mut fields = Vec::new();
    for (key, property) in properties.members() {
        let name = key.name.as_str();
        let is_required = required.contains(name);
        fields.extend(rows::field_of(&schema, name, property, is_required, &mut lost));
    }
    let mut sheet = Table::default();
    match schema.get("title").map(|node| &node.is) {
        None => {}
        Some(Is::Text(title)) => sheet.put("title", title.as_str()),
        Some(_) => {
            let what = "its title, which is not a text".to_owned();
            lost.push(Loss { name: String::new(), what, accepts: false });
        }
    }
    match schema.get("description").map(|node| &node.is) {
        None => {}
        Some(Is::Text(text)) => sheet.put("introduction", text.as_str()),
        Some(_) => {
            let what = "its description, which is not a text".to_owned();
            lost.push(Loss { name: String::new(), what, accepts: false });
        }
    }
    for word in SHEET_WORDS {
        match schema.get(&format!("x-{word}")).map(|node| &node.is) {
            Some(Is::Text(text)) => sheet.put(word, text.as_str()),
            Some(Is::On(true)) => sheet.put(word, true),
            _ => {}
        }
    }
    let text = sound::without_errors(sheet, fields, &mut lost)?;
    Ok((text, lost))
}

/// Whether these schemas express only the conditions that are already preserved with the properties.
fn says_when_they_count(all: &Node, properties: &Node) -> bool {
    let says = |one: &Node| {
        let is_condition =
            one.members().iter().all(|(key, _)| ["if", "then"].contains(&key.name.as_str()));
        let then = one.get("then").and_then(|then| then.get("properties"));
        let names = then.map(Node::members).unwrap_or_default();
        let carries =
            |name: &str| properties.get(name).is_some_and(|own| own.get(ONLY_IF).is_some());
        is_condition && !names.is_empty() && names.iter().all(|(key, _)| carries(&key.name))
    };
    all.as_list().is_some_and(|all| all.iter().all(says))
}

fn text_of<'s>(schema: &'s Node, name: &str) -> Option<&'s str> {
    schema.get(name).and_then(Node::as_text)
}

/// The control named by the schema, if it is one of these.
fn named(schema: &Node, of: &[ControlKind]) -> Option<ControlKind> {
    let kind = text_of(schema, CONTROL).and_then(ControlKind::from_name)?;
    of.contains(&kind).then_some(kind)
}

struct Property<'a> {
    name: &'a str,
    lost: &'a mut Vec<Loss>,
}

impl Property<'_> {
    fn lose(&mut self, what: impl Into<String>, accepts: bool) {
        self.lost.push(Loss { name: self.name.to_owned(), what: what.into(), accepts });
    }

    fn field(&mut self, root: &Node, property: &Node, required: bool) -> Option<Node> {
        if !matches!(property.is, Is::Table(_)) {
            self.lose("its type is not given", true);
            return None;
        }
        let Some(schema) = resolved(root, property) else {
            self.lose("its reference cannot be resolved in the document", true);
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
        // Keywords beside a reference take precedence over those of its target.
        let is_reference = property.get("$ref").is_some();
        let beside = |name| property.get(name).or(schema.get(name));
        match beside("title").map(|node| &node.is) {
            None => {}
            Some(Is::Text(title)) => field.put("label", title.as_str()),
            Some(_) => self.lose("its title, which is not a text", false),
        }
        match beside("description").map(|node| &node.is) {
            None => {}
            Some(Is::Text(text)) => field.put("description", text.as_str()),
            Some(_) => self.lose("its description, which is not a text", false),
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
        // If the empty value is a value of the type itself, and is sent as such.
        let is_list = [ControlKind::CheckboxGroup, ControlKind::Select].contains(&kind);
        let has_own_empty = value_type == "boolean" || (value_type == "array" && is_list);
        // The keys for which there is no keyword.
        if named(schema, &[kind]).is_some() {
            // Those of a text have already been read, and some of them dropped.
            let is_read = |word: &str| kind == ControlKind::Text && TEXT_WORDS.contains(&word);
            let words = kind.attribute_names().iter();
            for word in words.filter(|word| **word != "value" && !is_read(word)) {
                let kept = schema.get(&format!("x-{word}")).map(|node| &node.is);
                if let Some(kept @ (Is::Text(_) | Is::On(true))) = kept.filter(|_| !field.has(word))
                {
                    field.put(word, Node::from(kept.clone()));
                }
            }
        }
        if required && !may_be_null && !is_never_empty && !has_own_empty {
            field.put("required", true);
        }
        let least = field.get("least").and_then(exact);
        let has_to_be = is_never_empty
            || field.has("required")
            || least.is_some_and(|least| least > Decimal::ZERO);
        match (required, has_to_be) {
            (true, false) => self.lose("that it must be present, at least as null", true),
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

    /// Lists the keywords that were not used, for a type of value or beside a reference.
    fn keywords_lost(&mut self, schema: &Node, value_type: Option<&str>) {
        let known = ["title", "description", "default", "$comment", "$ref"];
        let own = ["type", CONTROL];
        let control = text_of(schema, CONTROL).and_then(ControlKind::from_name);
        let kept = |name: &str| {
            let word = name.strip_prefix("x-");
            word.is_some_and(|word| {
                control.is_some_and(|kind| kind.attribute_names().contains(&word))
            })
        };
        let notes = ["examples", "deprecated", "readOnly", "writeOnly"];
        for (key, _) in schema.members() {
            let name = key.name.as_str();
            let is_carried =
                value_type.is_some_and(|kind| own.contains(&name) || carried(kind).contains(&name));
            if !known.contains(&name) && !is_carried && !kept(name) {
                self.lose(format!("the keyword {name}"), !notes.contains(&name));
            }
        }
    }

    fn toggle(&mut self, schema: &Node) -> Option<(ControlKind, Table)> {
        let kind = named(schema, &[ControlKind::Checkbox]).unwrap_or(ControlKind::Switch);
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

    fn list(
        &mut self,
        root: &Node,
        schema: &Node,
        may_be_null: bool,
    ) -> Option<(ControlKind, Table)> {
        let items = schema.get("items").and_then(|items| resolved(root, items));
        let Some(items) = items else {
            self.lose("the type of its items is not given", true);
            return None;
        };
        let mut count = |name: &str| {
            let node = schema.get(name)?;
            let count = exact(node).filter(Decimal::is_integer).map(u32::try_from);
            if !matches!(count, Some(Ok(_))) {
                self.lose(format!("{name}, which is not a valid number of items"), true);
            }
            count?.ok()
        };
        let (least, most) = (count("minItems"), count("maxItems"));
        if let Some(all) = options(items).filter(|_| items.get("format").is_none()) {
            let is_days = named(schema, &[ControlKind::DateSpan]).is_some();
            if !is_days {
                if schema.get("uniqueItems").map(|node| &node.is) != Some(&Is::On(true)) {
                    self.lose("that items may be repeated", true);
                }
                let kind =
                    named(schema, &[ControlKind::CheckboxGroup]).unwrap_or(ControlKind::Select);
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
