//! Valid and invalid answers to a form, as a document and as sent by a form without script.

use pin_notch::{Control, Date, Field, Form, Rows, Value, ValueKind};
use proptest::prelude::*;
use proptest::sample::select;
use proptest::strategy::ValueTree;
use proptest::test_runner::TestRunner;
use serde_json::{Map, Value as Json, json};

/// The number of answers generated for each sheet.
pub const ANSWERS: usize = 200;

/// How often invalid fields of an answer are regenerated.
const TRIES: usize = 60;

/// Answers to a form by field name, about half of them valid, with the number of rows.
pub fn answers(form: &Form) -> Vec<Map<String, Json>> {
    let mut runner = TestRunner::deterministic();
    let fields: Vec<_> = form.fields().filter(|field| !field.is_unsent()).collect();
    let each = fields.iter().map(|field| match form.rows(&field.name) {
        Some(rows) => (0..=rows.most + 1).prop_map(Json::from).boxed(),
        None => answer(&field.control),
    });
    let each: Vec<_> = each.collect();
    let place = |name: &str| form.field(name).and_then(|field| field.row().cloned());
    let mut all = Vec::new();
    for _ in 0..ANSWERS {
        let values = each.clone().new_tree(&mut runner).expect("an answer").current();
        let names = fields.iter().map(|field| field.name.clone());
        let mut document: Map<String, Json> = names.zip(values).collect();
        // Most answers would be invalid, so invalid fields are regenerated half of the time.
        let is_mended = any::<bool>().new_tree(&mut runner).expect("a coin").current();
        for _ in 0..if is_mended { TRIES } else { 0 } {
            let text = nested(form, &document).to_string();
            let Err(problems) = form.read_json(text.as_bytes()) else { break };
            for (field, answers) in fields.iter().zip(&each) {
                // A rule over rows is reported at one of them.
                let is_wrong = problems.0.iter().any(|problem| {
                    let same = problem.row.as_ref().zip(place(&field.name));
                    problem.name == field.name
                        || same.is_some_and(|(one, other)| one.field == other.field)
                });
                if is_wrong {
                    let again = answers.new_tree(&mut runner).expect("an answer").current();
                    document.insert(field.name.clone(), again);
                }
            }
        }
        all.push(document);
    }
    all
}

/// A text that may be sent for this control, possibly invalid.
fn text(control: &Control) -> BoxedStrategy<String> {
    let options: Vec<String> =
        control.definition().options().into_iter().map(|option| option.value).collect();
    match options.is_empty() {
        true => prop_oneof![
            2 => select(&["Ida", "ida@apiary.example", "HX40017", "", "a\nb", " x "][..]).prop_map(str::to_owned),
            1 => "[a-z ]{0,90}",
        ]
        .boxed(),
        false => prop_oneof![9 => select(options), 1 => Just("drones".to_owned())].boxed(),
    }
}

fn day() -> BoxedStrategy<String> {
    let day = |days: i32| Date::from_days(20_587 + days).expect("a day").to_string();
    (-70_i32..200).prop_map(day).boxed()
}

/// JSON for a control, possibly invalid.
fn answer(control: &Control) -> BoxedStrategy<Json> {
    let number = prop_oneof![
        3 => (0_i32..50).prop_map(|n| json!(n)),
        1 => (-5_i32..700).prop_map(|n| json!(n)),
        1 => (0_i32..20).prop_map(|n| json!(f64::from(n) / 2.0)),
    ];
    let own = match control.kind() {
        ValueKind::Number => number.boxed(),
        ValueKind::On => any::<bool>().prop_map(Json::from).boxed(),
        ValueKind::Text => text(control).prop_map(Json::from).boxed(),
        ValueKind::Texts => prop::collection::vec(text(control), 0..4).prop_map(Json::from).boxed(),
        ValueKind::Span => {
            (15_i32..46, 15_i32..46).prop_map(|(low, high)| json!([low, high])).boxed()
        }
        ValueKind::Date => day().prop_map(Json::from).boxed(),
        ValueKind::Dates => (day(), day()).prop_map(|(first, last)| json!([first, last])).boxed(),
        ValueKind::Time => select(&["07:30", "07:31", "22:00"][..]).prop_map(Json::from).boxed(),
        ValueKind::Month | ValueKind::Week | ValueKind::DateTime => Just(Json::Null).boxed(),
    };
    prop_oneof![5 => own, 1 => Just(Json::Null)].boxed()
}

/// The answer as a document, with rows as lists.
pub fn nested(form: &Form, flat: &Map<String, Json>) -> Json {
    let mut document = Map::new();
    for field in form.fields().filter(|field| field.row().is_none()) {
        let Some(own) = flat.get(&field.name) else { continue };
        let rows = form.rows(&field.name).zip(own.as_u64());
        let row = |rows: &Rows, row| -> Json {
            let own = rows.fields().map(|name| (name, flat.get(&rows.name_in(row, name))));
            own.filter_map(|(name, own)| Some((name.to_owned(), own?.clone()))).collect()
        };
        let own = match rows {
            // One too many is as wrong as many too many.
            Some((rows, count)) => {
                let count = (count as usize).min(rows.most + 1);
                (1..=count).map(|at| row(rows, at)).collect()
            }
            None => own.clone(),
        };
        document.insert(field.name.clone(), own);
    }
    document.into()
}

/// The answer as sent by a form without script.
pub fn body(form: &Form, document: &Map<String, Json>) -> Option<String> {
    let mut pairs = form_urlencoded::Serializer::new(String::new());
    let count = |rows: &str| document.get(rows).and_then(Json::as_u64).unwrap_or(0);
    let is_there =
        |field: &&Field| field.row().is_none_or(|place| place.row as u64 <= count(&place.rows));
    for field in form.fields().filter(|field| !field.is_unsent()).filter(is_there) {
        if field.counts_rows() {
            pairs.append_pair(&field.name, &count(&field.name).to_string());
            continue;
        }
        let json = document.get(&field.name)?.to_string();
        let value = Value::from_json(field.control.kind(), &json).ok()?;
        let entries = match (field.control.kind(), &value) {
            (_, Value::On(true)) => vec![field.control.on_text().to_owned()],
            (ValueKind::On | ValueKind::Texts, Value::Empty) => Vec::new(),
            (ValueKind::Span | ValueKind::Dates, Value::Empty) => vec![String::new(); 2],
            (_, Value::Empty) => vec![String::new()],
            _ => value.entries(),
        };
        for entry in entries {
            pairs.append_pair(&field.name, &entry.replace('\n', "\r\n"));
        }
    }
    Some(pairs.finish())
}
