//! Converting lists of objects to rows.

use super::keywords::{resolved, types};
use super::number::exact;
use super::{CONTROL, ONLY_IF, Property, text_of};
use crate::schema::Loss;
use crate::tree::{Is, Key, Node, Table};
use crate::words;
use pin_notch::{Decimal, MAX_ROWS};
use std::collections::BTreeSet;

/// The greatest number of fields in all rows of a list together.
const MOST_FIELDS: usize = 500;

/// The field of a property. If it counts only under a condition, its schema is one alternative beside one
/// that accepts anything.
pub(super) fn field_of(
    root: &Node,
    name: &str,
    property: &Node,
    is_required: bool,
    lost: &mut Vec<Loss>,
) -> Option<Node> {
    let mut reader = Property { name, lost };
    // A field that counts only under a condition has its schema beside one that accepts anything.
    let condition = text_of(property, ONLY_IF);
    let own = property.get("anyOf").and_then(Node::as_list).and_then(<[Node]>::first);
    let (property, condition) = match (condition, own) {
        (Some(condition), Some(own)) => (own, Some(condition)),
        _ => (property, None),
    };
    let rows = objects(root, property).filter(|_| condition.is_none());
    let mut field = match rows {
        Some((list, items)) => reader.rows(root, list, items, is_required),
        // Whether it is required when it counts is only known from its own schema.
        None if condition.is_some() => {
            reader.field(root, property, !types(property).contains(&"null"))
        }
        None => reader.field(root, property, is_required),
    };
    if let (Some(Is::Table(field)), Some(condition)) =
        (field.as_mut().map(|field| &mut field.is), condition)
    {
        let key = Key { span: 0..0, name: words::ONLY_IF.to_owned() };
        field.push((key, condition.into()));
    }
    field
}

/// A list of objects with properties, and the schema of these objects.
fn objects<'s>(root: &'s Node, property: &'s Node) -> Option<(&'s Node, &'s Node)> {
    let list = resolved(root, property)?;
    let items = list.get("items").and_then(|items| resolved(root, items))?;
    let has_properties = items.get("properties").is_some_and(|all| !all.members().is_empty());
    let is_list = types(list).contains(&"array") && types(list).len() < 3;
    (is_list && text_of(items, "type") == Some("object") && has_properties).then_some((list, items))
}

impl Property<'_> {
    fn rows(&mut self, root: &Node, list: &Node, items: &Node, is_required: bool) -> Option<Node> {
        let properties = items.get("properties")?;
        let mut fields = Vec::new();
        let required = items.get("required").and_then(Node::as_list).unwrap_or_default();
        let required: BTreeSet<&str> = required.iter().filter_map(Node::as_text).collect();
        for (key, property) in properties.members() {
            let (name, mut lost) = (key.name.as_str(), Vec::new());
            if objects(root, property).is_some() {
                self.lose(format!("{name}, because rows cannot contain rows"), true);
                continue;
            }
            fields.extend(field_of(root, name, property, required.contains(name), &mut lost));
            let within = |one: Loss| Loss { name: format!("{}.{}", self.name, one.name), ..one };
            self.lost.extend(lost.into_iter().map(within));
        }
        if fields.is_empty() {
            self.lose("nothing in the list has a control", true);
            return None;
        }
        let known = |name: &&str| properties.get(name).is_none();
        if required.iter().any(known) {
            self.lose("what is required in each item of the list, but has no schema", true);
        }
        let mut count = |name: &str| {
            let node = list.get(name)?;
            let count = exact(node).filter(Decimal::is_integer).map(usize::try_from);
            if !matches!(count, Some(Ok(_))) {
                self.lose(format!("{name}, which is not a valid number of items"), true);
            }
            count?.ok()
        };
        let (least, most) = (count("minItems").unwrap_or(0), count("maxItems"));
        let can = (MOST_FIELDS / fields.len()).clamp(1, MAX_ROWS);
        if most.is_none_or(|most| most > can) {
            self.lose(format!("that there may be more than {can}"), true);
        }
        let most = most.unwrap_or(can).min(can);
        if most == 0 || least > most {
            self.lose("so many of them, of which there can be none", true);
            return None;
        }
        if types(list).contains(&"null") {
            self.lose("that it may be null", true);
        }
        match (is_required, least > 0) {
            (true, false) => self.lose("that it must be present, at least empty", true),
            (false, true) => self.lose("that it may be left out", true),
            (true, true) | (false, false) => {}
        }
        let mut field = Table::default().with("name", self.name).with("control", words::ROWS);
        let add = format!("x-{}", words::ADD);
        for (keyword, word) in
            [("title", "label"), ("description", words::DESCRIPTION), (add.as_str(), words::ADD)]
        {
            match list.get(keyword).map(|node| &node.is) {
                None => {}
                Some(Is::Text(text)) => field.put(word, text.as_str()),
                Some(_) => self.lose(format!("its {keyword}, which is not a text"), false),
            }
        }
        if least > 0 {
            field.put("least", u32::try_from(least).ok()?);
        }
        field.put("most", u32::try_from(most).ok()?);
        field.put("field", fields);
        let own =
            ["type", "items", "minItems", "maxItems", "title", "description", "$comment", CONTROL];
        for (key, _) in list.members() {
            if !own.contains(&key.name.as_str()) && key.name != add {
                self.lose(format!("the keyword {}", key.name), true);
            }
        }
        let own = ["type", "properties", "required", "title", "description", "$comment"];
        for (key, _) in items.members().iter().filter(|(key, _)| !own.contains(&key.name.as_str()))
        {
            self.lose(format!("the keyword {} of each", key.name), true);
        }
        Some(field.into())
    }
}
