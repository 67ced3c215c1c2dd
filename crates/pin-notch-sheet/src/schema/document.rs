//! The schema of a whole document: its fields, the constraints between them, and the keys it preserves.

use super::claims::{Claims, every, in_pointer};
use super::{Loss, ONLY_IF, SHEET_WORDS};
use crate::sheet::Sheet;
use crate::tree::{Node, Table};
use pin_notch::{Field, Form, Rule};

/// A schema being written.
pub(super) struct Document<'a> {
    sheet: &'a Sheet,
    form: &'a Form,
    claims: Claims<'a>,
    properties: Table,
    required: Vec<String>,
    /// The constraints between fields.
    conditions: Vec<Node>,
    lost: Vec<Loss>,
}

impl<'a> Document<'a> {
    /// The schema of this sheet's documents, and what it cannot express.
    pub(super) fn of(sheet: &'a Sheet, form: &'a Form) -> (Table, Vec<Loss>) {
        let mut document = Self {
            sheet,
            form,
            claims: Claims::new(sheet, form),
            properties: Table::default(),
            required: Vec::new(),
            conditions: Vec::new(),
            lost: Vec::new(),
        };
        // Fields in rows are part of the schema of the rows.
        form.fields().filter(|field| field.row().is_none()).for_each(|field| document.field(field));
        // A rule that applies in each row is only reported once.
        let once = sheet.rules.iter().filter(|rule| rule.row.is_none_or(|row| row == 1));
        once.filter(|rule| !rule.warns).for_each(|rule| document.rule(rule));
        document.lose_the_rest();
        document.whole()
    }

    fn lose(&mut self, name: &str, what: &str, accepts: bool) {
        self.lost.push(Loss { name: name.to_owned(), what: what.to_owned(), accepts });
    }

    fn field(&mut self, field: &Field) {
        if !field.may_be_received() {
            let what = "the whole field, because nothing received for it is checked";
            return self.lose(&field.name, what, false);
        }
        let rows = self.form.rows(&field.name);
        let schema = match rows {
            Some(rows) => Some(self.sheet.rows_schema(self.form, rows, &mut self.lost)),
            None => {
                let writer = self.sheet.writer(self.form, field, &mut self.lost);
                writer.map(|mut writer| writer.schema(&field.label))
            }
        };
        let Some(mut schema) = schema else { return };
        let has_to_be = match rows {
            Some(rows) => rows.least > 0,
            None => field.control.check_value(field.control.empty_value()).is_err(),
        };
        if let Some(condition) = self.only_if(&field.name) {
            self.condition(&field.name, has_to_be);
            let either: Vec<Node> = vec![schema.into(), true.into()];
            schema = Table::default().with(ONLY_IF, condition).with("anyOf", either);
        } else if has_to_be {
            self.required.push(field.name.clone());
        }
        self.properties.put(&field.name, schema);
    }

    /// The condition under which a field counts, as a single expression.
    fn only_if(&self, name: &str) -> Option<String> {
        let all = self.sheet.conditions_of(name);
        let texts: Vec<String> = all.into_iter().map(ToString::to_string).collect();
        match texts.as_slice() {
            [] => None,
            [one] => Some(one.clone()),
            several => Some(format!("({})", several.join(") and ("))),
        }
    }

    /// The constraint that a field is checked only if it counts; otherwise, whatever is received for it is
    /// ignored.
    fn condition(&mut self, name: &str, has_to_be: bool) {
        let Some(counts) = self.claims.counts(name) else {
            return self.lose(name, "that it is checked only if it counts", true);
        };
        let own = format!("#/properties/{}/anyOf/0", in_pointer(name));
        let own = Table::default().with("$ref", own);
        let mut then = Table::default().with("properties", Table::default().with(name, own));
        if has_to_be {
            then.put("required", vec![Node::from(name)]);
        }
        let counts = every("allOf", counts);
        self.conditions.push(Table::default().with("if", counts).with("then", then).into());
    }

    fn rule(&mut self, rule: &Rule) {
        let mut fields = rule.holds.fields();
        fields.extend(rule.field.as_deref());
        let received = |name: &&str| self.form.field(name).is_some_and(Field::may_be_received);
        let all_received = fields.iter().all(received);
        let broken = self.claims.broken(&rule.holds, &fields);
        match broken.filter(|_| all_received) {
            Some(broken) => {
                let rule = Table::default().with("$comment", rule.message.as_str());
                self.conditions.push(rule.with("not", broken).into());
            }
            None => self.lose("", &format!("the rule \"{}\"", rule.message), true),
        }
    }

    /// What a schema cannot express.
    fn lose_the_rest(&mut self) {
        let sheet = self.sheet;
        let apart = [
            ("outputs", sheet.outputs.is_empty()),
            ("presets", sheet.presets.is_empty()),
            ("parts", sheet.parts.is_empty()),
            ("links", sheet.links.is_empty()),
            ("warnings", sheet.rules.iter().all(|rule| !rule.warns)),
            ("fieldsets", sheet.fieldsets.is_empty()),
            ("texts of other languages", sheet.texts.is_empty()),
        ];
        let there = apart.into_iter().filter(|(_, none)| !none);
        there.for_each(|(what, _)| self.lose("", what, false));
    }

    fn whole(self) -> (Table, Vec<Loss>) {
        let sheet = self.sheet;
        let mut schema =
            Table::default().with("$schema", "https://json-schema.org/draft/2020-12/schema");
        let texts = [("title", &sheet.title), ("description", &sheet.introduction)];
        for (word, text) in texts.into_iter().filter(|(_, text)| !text.is_empty()) {
            schema.put(word, text.as_str());
        }
        for word in SHEET_WORDS {
            if let Some(value) = sheet.tree.get(word) {
                schema.put(&format!("x-{word}"), value.clone());
            }
        }
        schema.put("type", "object");
        schema.put("properties", self.properties);
        if !self.required.is_empty() {
            schema.put("required", self.required);
        }
        if !self.conditions.is_empty() {
            if !self.claims.definitions.0.is_empty() {
                schema.put("$defs", self.claims.definitions);
            }
            schema.put("allOf", self.conditions);
        }
        (schema, self.lost)
    }
}
