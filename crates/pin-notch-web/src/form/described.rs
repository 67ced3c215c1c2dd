//! A form as described by the page.

use super::native;
use crate::ports::records;
use pin_notch::{
    Control, Conversion, Date, Decimal, Expression, ExpressionError, Form, Quoted, Rule, Scope,
    Sentence, parse_number,
};
use std::collections::HashMap;

/// The records of a form, in the order of the page: `w`, its language and today's date; `f`, name, label,
/// `1` if it is never sent and `1` if it is secret for an element; `n`, the same and the kind for a native
/// control, followed by `a`, name and values for each of its attributes, `o` for its options and `v` for
/// its values; `c`, a condition and the names of the fields that it applies to; `r`, condition, message,
/// field and `1` if it is only a warning for a rule; `l`, two fields, two ranges and `1` if it is one-way
/// for a link; `u`, the sentence of an output; `g`, name, label, minimum, maximum and the fields' names in
/// a row for rows; `p`, name and label of a preset, followed by `q`, a field's name and its texts for each
/// of its values.
#[derive(Default)]
pub(super) struct Described {
    pub language: String,
    today: Option<Date>,
    records: Vec<Vec<String>>,
}

/// The controls of elements by field name, and whether they are disabled from outside.
pub(super) type Given = HashMap<String, (Control, bool)>;

/// The result of a description.
pub(super) struct Made {
    pub form: Form,
    /// The conditions of content that is shown only if they hold; `None` if one cannot be used.
    pub containers: Vec<Option<Expression>>,
    /// The sentences of outputs.
    pub outputs: Vec<Option<Sentence>>,
    /// The secret fields, which are neither stored nor recorded.
    pub secrets: Vec<String>,
    /// The native controls whose initial number is not allowed, with that number as a text.
    pub disallowed: Vec<(String, String)>,
    /// Errors, for the developer.
    pub notes: Vec<String>,
}

impl Described {
    pub(super) fn read(text: &str) -> Self {
        let records: Vec<Vec<String>> = records(text).collect();
        let page = records.iter().find(|record| record[0] == "w");
        let [language, today] = [1, 2].map(|at| page.map_or("", |record| of(record, at)));
        Self { language: language.to_owned(), today: today.parse().ok(), records }
    }

    /// Builds the form from the controls of its elements, keeping the state of the previous form.
    pub(super) fn form(self, mut given: Given, before: &Form) -> Made {
        let (mut form, mut notes) = (Form::new(), Vec::new());
        let (mut disabled, mut secrets, mut disallowed) = (Vec::new(), Vec::new(), Vec::new());
        let mut records = self.records.iter().peekable();
        while let Some(record) = records.next() {
            let [name, label] = [1, 2].map(|at| of(record, at));
            let control = match record[0].as_str() {
                "f" => given.remove(name).map(|(mut control, is_disabled)| {
                    if is_disabled {
                        disabled.push(name);
                    }
                    // It may have depended on a condition before.
                    control.set_fieldset_disabled(false);
                    control
                }),
                "n" => {
                    let own = native::Described::read(of(record, 5), &mut records);
                    let (mut control, text) = own.control(before.control(name));
                    disallowed.extend(text.map(|text| (name.to_owned(), text)));
                    if records.peek().is_some_and(|next| next[0] == "g") {
                        native::mend_count(&mut control);
                    }
                    Some(control)
                }
                _ => continue,
            };
            let Some(control) = control else { continue };
            if let Err(error) = form.add(name, label, control) {
                notes.push(error.to_string());
                continue;
            }
            // The number of rows has no default apart from what the page was loaded with.
            if records.peek().is_none_or(|next| next[0] != "g") {
                form.start_at_default(name);
            }
            if of(record, 3) == "1" {
                let _ = form.set_unsent(name);
            }
            if of(record, 4) == "1" {
                secrets.push(name.to_owned());
            }
        }
        for record in self.records.iter().filter(|record| record[0] == "g") {
            notes.extend(rows(&mut form, record).err());
        }
        notes.extend(presets(&mut form, &self.records));
        let mut scope = Scope::of(&form);
        if let Some(today) = self.today {
            scope = scope.on(today);
        }
        let (mut containers, mut outputs) = (Vec::new(), Vec::new());
        for record in &self.records {
            let text = of(record, 1);
            let unreadable = |error: ExpressionError| {
                let help = error.help().map(|help| format!("; {help}")).unwrap_or_default();
                format!("{}: {error}{help}", Quoted(text))
            };
            // Conditions inside a row refer to that row.
            let row = record.get(2).and_then(|name| form.field(name)?.row());
            let own = row.map(|place| scope.in_row(&place.rows, place.row));
            let scope = own.as_ref().unwrap_or(&scope);
            let condition = || Expression::condition(text, scope).map_err(unreadable);
            let done = match record[0].as_str() {
                "c" => {
                    let fields: Vec<&str> = record[2..].iter().map(String::as_str).collect();
                    let added = condition().and_then(|condition| {
                        let done = form.add_condition(&fields, condition.clone());
                        done.map(|()| condition).map_err(|error| error.to_string())
                    });
                    containers.push(added.as_ref().ok().cloned());
                    added.map(drop)
                }
                "u" => {
                    let read = Sentence::parse(text, scope).map_err(unreadable);
                    outputs.push(read.as_ref().ok().cloned());
                    read.map(drop)
                }
                "r" => {
                    let field = Some(of(record, 3)).filter(|field| !field.is_empty());
                    let rules = Rule::read(text, scope, of(record, 2), field).map_err(unreadable);
                    rules.and_then(|rules| {
                        rules.into_iter().try_for_each(|mut rule| {
                            rule.warns = of(record, 4) == "1";
                            form.add_rule(rule).map_err(|error| error.to_string())
                        })
                    })
                }
                "l" => linked(&mut form, record),
                _ => continue,
            };
            notes.extend(done.err());
        }
        disabled.into_iter().for_each(|name| form.set_disabled_outside(name, true));
        form.take_over(before);
        Made { form, containers, outputs, secrets, disallowed, notes }
    }
}

pub(super) fn of(record: &[String], at: usize) -> &str {
    record.get(at).map(String::as_str).unwrap_or_default()
}

/// Adds the presets, and returns the errors in them.
fn presets(form: &mut Form, records: &[Vec<String>]) -> Vec<String> {
    let mut notes = Vec::new();
    for (at, record) in records.iter().enumerate().filter(|(_, record)| record[0] == "p") {
        let own = records[at + 1..].iter().take_while(|record| record[0] == "q");
        let mut values = Vec::new();
        for value in own {
            let read = form.control(of(value, 1)).map(|control| control.read(&value[2..]));
            match read {
                Some(Ok(read)) => values.push((of(value, 1), read)),
                Some(Err(wrong)) => notes.push(wrong.to_string()),
                None => notes.push(format!("a preset names no field: {}", Quoted(of(value, 1)))),
            }
        }
        let added = form.add_preset(of(record, 1), of(record, 2), &values);
        notes.extend(added.err().map(|error| error.to_string()));
    }
    notes
}

/// Rows of existing fields.
fn rows(form: &mut Form, record: &[String]) -> Result<(), String> {
    let [least, most] = [3, 4].map(|at| of(record, at).parse().unwrap_or_default());
    let fields: Vec<&str> = record[5..].iter().map(String::as_str).collect();
    let added = form.add_rows(of(record, 1), of(record, 2), least..=most, &fields);
    added.map_err(|error| error.to_string())
}

fn linked(form: &mut Form, record: &[String]) -> Result<(), String> {
    let [from, to] = [1, 2].map(|at| of(record, at));
    let mut link = || {
        let conversion = match [3, 4].map(|at| of(record, at)) {
            ["", ""] => None,
            [here, there] => {
                let conversion = Conversion::between(range(here)?, range(there)?);
                Some(conversion.map_err(|error| error.to_string())?)
            }
        };
        let one_way = of(record, 5) == "1";
        form.add_link(from, to, conversion, one_way).map_err(|error| error.to_string())
    };
    link().map_err(|why| format!("a link from {} to {}: {why}", Quoted(from), Quoted(to)))
}

/// Two numbers separated by a comma.
fn range(text: &str) -> Result<(Decimal, Decimal), String> {
    let Some((low, high)) = text.split_once(',') else {
        return Err(format!("{} is not a range; write it like 0,100", Quoted(text)));
    };
    let end = |text: &str| parse_number(text.trim()).map_err(|error| error.to_string());
    Ok((end(low)?, end(high)?))
}
