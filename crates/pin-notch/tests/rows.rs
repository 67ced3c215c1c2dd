//! Fields in rows: added, removed, moved, undone, and equal in every format.

#![cfg(feature = "json")]

use pin_notch::{
    Control, DatePicker, Expression, ExpressionErrorKind, Form, FormError, Intent, Rule, Scope,
    Select, Stepper, Switch, Value, dec,
};
use proptest::prelude::*;
use std::collections::HashMap;

type Done = Result<(), Box<dyn std::error::Error>>;

/// A treatment: a substance, how much of it, on which day; formic acid also says how it was given.
fn treatment() -> Result<Form, FormError> {
    Form::new()
        .with("substance", "Substance", Select::builder().options(["oa", "fa"]).required(true))?
        .with("amount", "Amount", Stepper::builder().min(0).max(100).required(true))?
        .with("day", "Day", DatePicker::default())?
        .with("pad", "On a pad", Switch::default())?
        .only_if("pad", "substance = 'fa'")?
        .rule(
            Rule::new("substance != 'oa' or amount <= 50", "No more than 50 ml of that.")
                .at("amount"),
        )
}

fn form() -> Result<Form, FormError> {
    Form::new()
        .with("hive", "Hive", Stepper::builder().value(1))?
        .with_rows("treatment", "Treatment", 0..=4, &treatment()?)?
        .with("told", "Told", Switch::default())?
        .rule(
            Rule::new("sum(treatment.amount) <= 120", "No more than 120 ml in all.")
                .at("treatment"),
        )?
        .rule(Rule::new("different(treatment.day)", "One treatment a day."))
}

fn set(form: &mut Form, name: &str, value: Value) {
    let before = form.control(name).map(Control::value);
    if before.as_ref() != Some(&value) {
        form.control_mut(name).expect("it is there").set_value(value).expect("it fits");
        let _ = form.follow(name).expect("it is there");
    }
}

#[test]
fn rows_are_the_same_in_bodies_and_in_json() -> Done {
    let form = form()?;
    // What is sent, and the result: JSON, or the problems.
    let table = [
        ("hive=1", r#"{"hive":1,"treatment":[],"told":false}"#),
        ("treatment=0&treatment.1.amount=7", r#"{"hive":null,"treatment":[],"told":false}"#),
        (
            // The number of rows is not sent.
            "treatment.2.substance=fa&treatment.2.amount=7&treatment.2.pad=on&treatment.1.substance=oa&treatment.1.amount=3",
            r#"{"hive":null,"treatment":[{"substance":"oa","amount":3,"day":null},{"substance":"fa","amount":7,"day":null,"pad":true}],"told":false}"#,
        ),
        (
            "treatment=1",
            "Treatment 1, Substance: A value is required. / Treatment 1, Amount: A value is required.",
        ),
        (
            "treatment=1&treatment.1.substance=oa&treatment.1.amount=51",
            "Treatment 1, Amount: No more than 50 ml of that.",
        ),
        ("treatment=5", "Treatment: No more than 4 of these are allowed. (received \"5\")"),
        (
            "treatment=1.5",
            "Treatment: The value is between two steps: the nearest are 1 and 2. (received \"1.5\")",
        ),
    ];
    for (body, expected) in table {
        let found = match form.read(body.as_bytes()) {
            Ok(values) => {
                // What was accepted is also accepted as JSON.
                let again = form.read_json(values.to_json().as_bytes())?;
                assert_eq!(again.to_json(), values.to_json());
                values.to_json()
            }
            Err(problems) => problems.in_a_line(),
        };
        assert_eq!(found, expected, "{body}");
    }
    let row = r#"{"substance":"fa","amount":90,"day":"2026-05-14"}"#;
    let table = [
        (
            r#"{"treatment":7}"#.to_owned(),
            "Treatment: This must be a list of objects. (received \"7\")",
        ),
        (
            r#"{"treatment":[7]}"#.to_owned(),
            "Treatment: This must be a list of objects. (received \"[7]\")",
        ),
        (
            format!(r#"{{"treatment":[{row},{row}]}}"#),
            "Treatment: No more than 120 ml in all. / Treatment 1, Day: One treatment a day.",
        ),
        (
            format!(r#"{{"treatment":[{}]}}"#, [row; 7].join(",")),
            "Treatment: No more than 4 of these are allowed.",
        ),
        (
            r#"{"treatment":[{"substance":"fa","amount":"much"}]}"#.to_owned(),
            r#"Treatment 1, Amount: This must be a number or null. (received "\"much\"")"#,
        ),
    ];
    for (json, expected) in table {
        let problems = form.read_json(json.as_bytes()).expect_err("it is wrong");
        assert_eq!(problems.in_a_line(), expected, "{json}");
    }
    let problems = form.read_json(br#"{"treatment":[{"substance":"oa"}]}"#).expect_err("wrong");
    let details = problems.to_problem_details();
    assert!(details.contains(r##""pointer":"#/treatment/0/amount","name":"treatment.1.amount""##));
    let values = form.read_json(
        br#"{"treatment":[{"substance":"oa","amount":1,"dose":2}],"treatment.1.amount":9}"#,
    )?;
    assert_eq!(values.unknown(), ["treatment.1.dose", "treatment.1.amount"]);
    Ok(())
}

#[test]
fn values_in_rows_fill_a_struct_of_the_programs_own() -> Done {
    #[derive(Debug, PartialEq, serde::Deserialize)]
    struct Treatment {
        substance: String,
        amount: u32,
        pad: Option<bool>,
    }
    #[derive(Debug, PartialEq, serde::Deserialize)]
    struct Inspection {
        hive: Option<u32>,
        treatment: Vec<Treatment>,
    }
    let body = b"hive=3&treatment.1.substance=fa&treatment.1.amount=7&treatment.1.pad=on";
    let read: Inspection = form()?.read(body)?.typed()?;
    let own = Treatment { substance: "fa".into(), amount: 7, pad: Some(true) };
    assert_eq!(read, Inspection { hive: Some(3), treatment: vec![own] });
    Ok(())
}

#[test]
fn a_row_that_cannot_be_is_refused_with_the_reason() -> Done {
    let row = Form::new().with("amount", "Amount", Stepper::builder())?;
    let mut form = Form::new().with_rows("feed", "Feeding", 1..=2, &row)?;
    assert_eq!(
        form.remove_row("feed", 1)?.to_string(),
        "refused: at least one of these is required"
    );
    assert_eq!(form.add_row("feed")?.to_string(), "2 rows");
    assert_eq!(form.add_row("feed")?.to_string(), "refused: no more than 2 of these are allowed");
    assert_eq!(form.move_row("feed", 1, 3)?.to_string(), "refused: there are only rows 1 to 2");
    assert_eq!(form.move_row("feed", 2, 2)?.to_string(), "refused: nothing would change");
    assert_eq!(form.add_row("food"), Err(FormError::NoSuchField("food".into())));
    for (least, most) in [(2, 1), (0, 0), (0, 51)] {
        let made = Form::new().with_rows("feed", "Feeding", least..=most, &row);
        assert!(matches!(made, Err(FormError::Rows(name)) if name == "feed"));
    }
    let inner = Form::new().with_rows("feed", "Feeding", 0..=2, &row)?;
    assert!(Form::new().with_rows("day", "Day", 0..=2, &inner).is_err());
    Ok(())
}

#[test]
fn expressions_take_rows_together() -> Done {
    let mut form = form()?;
    let _ = form.add_row("treatment")?;
    let _ = form.add_row("treatment")?;
    let _ = form.add_row("treatment")?;
    set(&mut form, "treatment.1.amount", dec!(10).into());
    set(&mut form, "treatment.3.amount", dec!(4).into());
    // The fourth row does not count.
    set(&mut form, "treatment.4.amount", dec!(99).into());
    let scope = Scope::of(&form);
    let table = [
        ("count(treatment)", "3"),
        ("treatment", "3"),
        ("sum(treatment.amount)", "14"),
        ("count(treatment.amount)", "2"),
        ("count(treatment.pad)", "0"),
        ("min(treatment.amount)", "4"),
        ("max(treatment.amount, 50)", "50"),
        ("different(treatment.amount)", "on"),
        ("treatment.3.amount / 8", "0.5"),
        ("sum(treatment.day)", "this is a day, but a number is needed here"),
        ("sum(treatment.much)", "no field is named \"treatment.much\""),
        (
            "round(treatment.amount, 1)",
            "this is in each row of \"treatment\", of which there may be several",
        ),
        ("different(hive)", "different(…) takes a field of rows, but this is not one"),
    ];
    for (text, expected) in table {
        let found = match Expression::parse(text, &scope) {
            Ok(read) => read.value(&form).to_string(),
            Err(error) => error.to_string(),
        };
        assert_eq!(found, expected, "{text}");
    }
    let error = Expression::parse("treatment.amount + 1", &scope).expect_err("of which row?");
    assert_eq!(error.kind(), &ExpressionErrorKind::OfEachRow("treatment".into()));
    // An expression of one row, but with an aggregate over all of them.
    let share = "treatment.amount / sum(treatment.amount)";
    let read = Expression::parse(share, &scope.in_row("treatment", 3))?;
    assert_eq!(read.value(&form).to_string(), "0.2857142857");
    Ok(())
}

#[derive(Clone, Debug)]
enum Attempt {
    Add,
    Remove(usize),
    Move(usize, usize),
    Set(usize, i64),
    Undo,
    Redo,
    Clear,
    Reset,
}

fn attempt() -> impl Strategy<Value = Attempt> {
    prop_oneof![
        3 => Just(Attempt::Add),
        2 => (0_usize..6).prop_map(Attempt::Remove),
        2 => (0_usize..6, 0_usize..6).prop_map(|(row, to)| Attempt::Move(row, to)),
        4 => (1_usize..6, 0_i64..101).prop_map(|(row, amount)| Attempt::Set(row, amount)),
        2 => Just(Attempt::Undo),
        1 => Just(Attempt::Redo),
        1 => Just(Attempt::Clear),
        1 => Just(Attempt::Reset),
    ]
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(256))]

    /// The form behaves like a list of amounts with a history, and what it sends is read back unchanged.
    #[test]
    fn rows_do_what_a_list_does(attempts in prop::collection::vec(attempt(), 1..40)) {
        let row = Form::new().with("amount", "Amount", Stepper::builder().min(0).max(100)).unwrap();
        let mut form = Form::new().with_rows("feed", "Feeding", 1..=4, &row).unwrap();
        let mut model: Vec<Option<i64>> = vec![None];
        let (mut past, mut future) = (Vec::new(), Vec::new());
        for attempt in attempts {
            let before = model.clone();
            let is_done = match &attempt {
                Attempt::Add => {
                    let may = model.len() < 4;
                    if may { model.push(None); }
                    prop_assert_eq!(form.add_row("feed").unwrap().outcome.is_ok(), may);
                    may
                }
                Attempt::Remove(row) => {
                    let may = model.len() > 1 && (1..=model.len()).contains(row);
                    if may { model.remove(row - 1); }
                    prop_assert_eq!(form.remove_row("feed", *row).unwrap().outcome.is_ok(), may);
                    may
                }
                Attempt::Move(row, to) => {
                    let is_in = |row: &usize| (1..=model.len()).contains(row);
                    let may = is_in(row) && is_in(to) && row != to;
                    if may {
                        let moved = model.remove(row - 1);
                        model.insert(to - 1, moved);
                    }
                    prop_assert_eq!(form.move_row("feed", *row, *to).unwrap().outcome.is_ok(), may);
                    may
                }
                Attempt::Set(row, amount) => {
                    let name = format!("feed.{row}.amount");
                    match model.get_mut(row - 1) {
                        Some(own) => {
                            *own = Some(*amount);
                            let _ = form.handle(&name, Intent::Choose((*amount).into())).unwrap();
                            true
                        }
                        None => {
                            // Nothing can be entered in a row that does not exist.
                            let turn = form.handle(&name, Intent::Choose((*amount).into()));
                            prop_assert!(turn.is_err() || turn.unwrap().turn.refusal().is_some());
                            false
                        }
                    }
                }
                Attempt::Clear => {
                    model = vec![None];
                    form.clear();
                    true
                }
                Attempt::Undo => {
                    let last = past.pop();
                    prop_assert_eq!(form.undo().is_some(), last.is_some());
                    if let Some(last) = last {
                        future.push(std::mem::replace(&mut model, last));
                    }
                    continue;
                }
                Attempt::Redo => {
                    let next = future.pop();
                    prop_assert_eq!(form.redo().is_some(), next.is_some());
                    if let Some(next) = next {
                        past.push(std::mem::replace(&mut model, next));
                    }
                    continue;
                }
                Attempt::Reset => {
                    form.reset();
                    (model, past, future) = (vec![None], Vec::new(), Vec::new());
                    continue;
                }
            };
            // Moving rows with equal values changes nothing, so there is nothing to undo.
            if is_done && before != model {
                past.push(before);
                future.clear();
            }
            let values = form.values();
            let found: Vec<Option<i64>> = (1..=values.row_count("feed").unwrap())
                .map(|row| {
                    let amount = values.row("feed", row).and_then(|row| row.number("amount"));
                    amount.map(|amount| amount.to_string().parse().unwrap())
                })
                .collect();
            prop_assert_eq!(&found, &model, "{:?}", attempt);
            prop_assert_eq!(form.read(form.urlencoded().as_bytes()), Ok(values.clone()));
            prop_assert_eq!(form.read_json(form.to_json().as_bytes()), Ok(values));
            let sum = Expression::parse("sum(feed.amount)", &Scope::of(&form)).unwrap();
            let total: i64 = model.iter().flatten().sum();
            prop_assert_eq!(sum.value(&form), Value::Number(total.into()));
        }
    }
}

#[test]
fn the_state_of_a_row_moves_with_it() -> Done {
    let mut form = form()?;
    let _ = (form.add_row("treatment")?, form.add_row("treatment")?);
    let _ = form.handle("treatment.1.amount", Intent::Choose(dec!(5)))?;
    let _ = form.move_row("treatment", 1, 2)?;
    let touched: HashMap<&str, bool> =
        form.fields().map(|field| (field.name.as_str(), field.touched)).collect();
    assert_eq!((touched["treatment.1.amount"], touched["treatment.2.amount"]), (false, true));
    let _ = form.remove_row("treatment", 2)?;
    let _ = form.add_row("treatment")?;
    // A new row has its defaults.
    assert_eq!(form.control("treatment.2.amount").map(Control::value), Some(Value::Empty));
    assert!(form.is_dirty());
    form.reset();
    assert!(!form.is_dirty());
    Ok(())
}
