//! Conditions and rules in JSON Schema, as far as they consist of claims about single fields.

use crate::sheet::Sheet;
use crate::tree::{Is, Node, Table};
use pin_notch::{Choice, Claim, Comparison, Definition, Expression, Field, Form, Value, ValueKind};
use std::collections::HashMap;

/// Translates the conditions and rules of a sheet.
pub(super) struct Claims<'a> {
    sheet: &'a Sheet,
    form: &'a Form,
    /// For fields that do not always count, whether the schema can express when they do.
    known: HashMap<String, bool>,
    /// When they count, by name.
    pub definitions: Table,
}

impl<'a> Claims<'a> {
    pub(super) fn new(sheet: &'a Sheet, form: &'a Form) -> Self {
        Self { sheet, form, known: HashMap::new(), definitions: Table::default() }
    }

    /// The schema for a field to count, in a list of one, or an empty list if it always does.
    pub(super) fn counts(&mut self, name: &str) -> Option<Vec<Node>> {
        let all = self.sheet.conditions_of(name);
        if all.is_empty() {
            return Some(Vec::new());
        }
        if !self.known.contains_key(name) {
            // Conditions are never circular.
            let schemas = all.into_iter().map(|condition| self.schema_of(&condition.claim()?));
            let schemas: Option<Vec<Node>> = schemas.collect();
            self.known.insert(name.to_owned(), schemas.is_some());
            if let Some(schemas) = schemas {
                self.definitions.put(name, every("allOf", schemas));
            }
        }
        let definition = format!("#/$defs/{}", in_pointer(name));
        self.known[name].then(|| vec![Table::default().with("$ref", definition).into()])
    }

    /// The schema of the documents that break a rule, if it can be expressed: those for which the rule is
    /// definitely false and all of its fields count.
    pub(super) fn broken(&mut self, rule: &Expression, fields: &[&str]) -> Option<Node> {
        let mut all = vec![self.schema_of(&rule.counterclaim()?)?];
        for name in fields {
            all.extend(self.counts(name)?);
        }
        Some(every("allOf", all))
    }

    fn schema_of(&mut self, claim: &Claim) -> Option<Node> {
        let form = self.form;
        let is_of =
            |name: &str, kind| form.field(name).is_some_and(|field| field.control.kind() == kind);
        let no = |schema: Table| Table::default().with("not", schema);
        match claim {
            Claim::All(claims) => Some(every("allOf", self.all(claims)?)),
            Claim::Any(claims) => Some(every("anyOf", self.all(claims)?)),
            // One end of a span, or a time that can be written in several ways, is not a single value in
            // the document.
            Claim::Number { field, .. } if !is_of(field, ValueKind::Number) => None,
            Claim::Text { field, .. } if !is_of(field, ValueKind::Text) => None,
            Claim::Number { field, is, than } => {
                let than = Node::from(*than);
                let (keyword, negated) = match is {
                    Comparison::Equal => ("const", false),
                    Comparison::Unequal => ("const", true),
                    Comparison::Less => ("exclusiveMaximum", false),
                    Comparison::LessOrEqual => ("maximum", false),
                    Comparison::Greater => ("exclusiveMinimum", false),
                    Comparison::GreaterOrEqual => ("minimum", false),
                };
                let compared = Table::default().with(keyword, than);
                let schema = if negated { no(compared) } else { compared };
                self.of(field, schema.with("type", "number"))
            }
            Claim::Text { field, equal, to } => {
                let same = Table::default().with("const", to.as_str());
                let schema = match (equal, to.as_str()) {
                    // An empty text means no text, which is equal to nothing, unless it is an option.
                    _ if self.has_empty_text(field) && *equal => same,
                    _ if self.has_empty_text(field) => no(same),
                    (true, "") => Table::default().with("not", true),
                    (true, _) => same,
                    (false, _) => {
                        no(Table::default().with("enum", vec![Node::from(to.as_str()), "".into()]))
                    }
                };
                self.of(field, schema.with("type", "string"))
            }
            // A missing member is off.
            Claim::On { field, on: true } => self.of(field, Table::default().with("const", true)),
            Claim::On { field, on: false } => {
                let mut all = self.counts(field)?;
                if !is_said(form.field(field)?) {
                    return None;
                }
                let on = Table::default().with("const", true);
                let properties = Table::default().with(field, no(on));
                all.push(Table::default().with("properties", properties).into());
                Some(every("allOf", all))
            }
            Claim::Empty { field, .. } if is_of(field, ValueKind::On) => None,
            Claim::Empty { field, empty } => {
                let mut nothing = vec![Node::from(Is::Nothing), Vec::<Node>::new().into()];
                if !self.has_empty_text(field) {
                    nothing.push("".into());
                }
                let some = self.of(field, no(Table::default().with("enum", nothing)))?;
                Some(if *empty { Table::default().with("not", some).into() } else { some })
            }
            Claim::Chosen { field, text, chosen } => {
                let contains = Table::default().with("const", text.as_str());
                let chosen_one = Table::default().with("contains", contains);
                if !*chosen {
                    // A missing list is empty, so that nothing is chosen, provided that the field counts.
                    let mut all = self.counts(field)?;
                    let some = self.of(field, chosen_one.with("type", "array"))?;
                    all.push(Table::default().with("not", some).into());
                    return Some(every("allOf", all));
                }
                self.of(field, chosen_one.with("type", "array"))
            }
        }
    }

    /// Whether the empty text is an ordinary value of fields of this kind, if they offer it.
    fn has_empty_text(&self, name: &str) -> bool {
        let Some(control) = self.form.control(name) else { return false };
        let mut definition = Definition::new(control.control_kind());
        let empty = || Value::Text(String::new());
        // Kinds without options are not asked about one.
        let offers = definition.set_options(&[Choice::from("")]).is_ok();
        offers
            && definition.build().is_ok_and(|control| control.check_value(empty()) == Ok(empty()))
    }

    fn all(&mut self, claims: &[Claim]) -> Option<Vec<Node>> {
        claims.iter().map(|claim| self.schema_of(claim)).collect()
    }

    /// The schema for a field that counts, is present and has such a value.
    fn of(&mut self, name: &str, schema: Table) -> Option<Node> {
        // The document does not contain fields for which nothing is received.
        self.form.field(name).filter(|field| is_said(field))?;
        let mut all = self.counts(name)?;
        let properties = Table::default().with(name, schema);
        let required = vec![Node::from(name)];
        all.push(Table::default().with("properties", properties).with("required", required).into());
        Some(every("allOf", all))
    }
}

/// Whether the document has it as a separate member.
fn is_said(field: &Field) -> bool {
    field.may_be_received() && field.row().is_none() && !field.counts_rows()
}

/// A name as a token of a pointer in the fragment of a URI (RFC 6901, section 6).
pub(super) fn in_pointer(name: &str) -> String {
    let token = name.replace('~', "~0").replace('/', "~1");
    let plain = |byte: &u8| byte.is_ascii_alphanumeric() || b"-._~".contains(byte);
    let encoded = token.bytes().map(|byte| match plain(&byte) {
        true => char::from(byte).to_string(),
        false => format!("%{byte:02X}"),
    });
    encoded.collect()
}

/// A single schema by itself, or several under a keyword.
pub(super) fn every(keyword: &str, mut schemas: Vec<Node>) -> Node {
    match schemas.len() {
        1 => schemas.remove(0),
        _ => Table::default().with(keyword, schemas).into(),
    }
}
