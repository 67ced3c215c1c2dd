//! Reading presets.

use super::Reader;
use crate::sheet::{FieldSheet, PresetSheet, Sheet};
use crate::tree::{Is, Node};
use crate::words;
use pin_notch::{AnyWorld, Quoted, Value};

impl Reader<'_> {
    pub(super) fn presets(&mut self, tree: &Node, sheet: &mut Sheet) {
        for node in self.tables(tree, "preset") {
            self.words(node, "a preset", &words::PRESET);
            let Some((name, span)) = self.needed(node, "name", "a preset") else { continue };
            let label = self.text_of(node, "label").unwrap_or_else(|| name.clone());
            if sheet.presets.iter().any(|preset| preset.name == name) {
                self.error("name-taken", span, format!("two presets are named {}", Quoted(&name)));
                continue;
            }
            if node.get("values").is_none() {
                self.error("missing", self.head(node), "a preset needs \"values\"");
            }
            let mut values = Vec::new();
            for (key, value) in self.members(node, "values") {
                if !self.named(sheet, &key.name, key.span.clone()) {
                    continue;
                }
                let field = sheet.fields.iter().find(|field| field.name == key.name);
                let Some(field) = field else {
                    let message =
                        format!("{} is in rows, which presets cannot fill", Quoted(&key.name));
                    self.error("in-rows", key.span.clone(), message);
                    continue;
                };
                values
                    .extend(self.preset_value(field, value).map(|value| (key.name.clone(), value)));
            }
            sheet.presets.push(PresetSheet { name, label, values });
        }
    }

    /// A value, written like a field's default; true or false for something on or off.
    fn preset_value(&mut self, field: &FieldSheet, node: &Node) -> Option<Value> {
        let (control, _) = field.control(self.context.today, &AnyWorld::default());
        let value = match &node.is {
            Is::On(on) if control.empty_value() == Value::On(false) => Value::On(*on),
            _ if control.empty_value() == Value::On(false) => {
                self.wrong_kind(node, &field.name, "true or false");
                return None;
            }
            Is::Nothing => control.empty_value(),
            _ => {
                let mut kinds = field.definition.kind().attributes().iter();
                let kind = kinds.find(|attribute| attribute.name == "value").map(|one| one.kind)?;
                let text = self.attribute("value", kind, node)?;
                let mut definition = field.definition.clone();
                if let Err(error) = definition.set_attribute("value", Some(&text)) {
                    self.not_allowed(&field.name, node.span.clone(), &error);
                    return None;
                }
                let filled = FieldSheet { definition, ..field.clone() };
                let (control, notes) = filled.control(self.context.today, &AnyWorld::default());
                if let Some(note) = notes.iter().find(|note| note.attribute() == "value") {
                    let message = format!("{}: {}", field.name, note.why());
                    self.error("not-allowed", node.span.clone(), message);
                    return None;
                }
                control.default_value()
            }
        };
        match control.check_value(value) {
            Ok(value) => Some(value),
            Err(problems) => {
                let why = problems.first().map(ToString::to_string).unwrap_or_default();
                let message = format!("{}: {why}", field.name);
                self.error("not-allowed", node.span.clone(), message);
                None
            }
        }
    }
}
