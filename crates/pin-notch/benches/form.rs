//! A turn in forms of 10, 1,000 and 10,000 fields, whose cost must not grow with the form. The baseline is
//! the same turn on the control alone.

#![allow(missing_docs, reason = "criterion's macros write public items")]

use criterion::{BenchmarkId, Criterion, criterion_group, criterion_main};
use pin_notch::{Expression, Form, Intent, Key, Rule, Scope, Slider, dec};
use std::hint::black_box;

fn slider() -> Slider {
    Slider::builder().max(40).step(dec!(0.1)).build().expect("valid")
}

/// Each field with an even index is linked with the next one in both directions.
fn form(fields: usize) -> Form {
    let mut form = Form::new();
    for at in 0..fields {
        form = form.with(&format!("hive-{at}"), "Hive", slider()).expect("a name of its own");
    }
    for at in (0..fields).step_by(2) {
        let (one, other) = (format!("hive-{at}"), format!("hive-{}", at + 1));
        form = form.with_link(&one, &other, |value| value.clone()).expect("both are there");
        form = form.with_link(&other, &one, |value| value.clone()).expect("both are there");
    }
    form
}

fn turn(c: &mut Criterion) {
    let mut group = c.benchmark_group("a key, there and back");
    let mut alone = slider();
    group.bench_function("baseline: the control alone", |b| {
        b.iter(|| {
            let _ = black_box(alone.handle(Intent::Key(Key::Right)));
            black_box(alone.handle(Intent::Key(Key::Left)))
        });
    });
    for fields in [10, 1000, 10_000] {
        let mut form = form(fields);
        let name = format!("hive-{}", fields / 2);
        group.bench_with_input(
            BenchmarkId::new("linked, in a form of", fields),
            &name,
            |b, name| {
                b.iter(|| {
                    let _ = black_box(form.handle(name, Intent::Key(Key::Right)));
                    black_box(form.handle(name, Intent::Key(Key::Left)))
                });
            },
        );
    }
    group.finish();
}

/// A form with this many fields, and a rule and a link for every five, up to 200 of each.
fn with_rules(fields: usize) -> Form {
    let mut form = Form::new();
    for at in 0..fields {
        form = form.with(&format!("hive-{at}"), "Hive", slider()).expect("a name of its own");
    }
    let scope = Scope::of(&form);
    for at in (0..fields - 4).step_by(5) {
        let condition = format!("hive-{at} + hive-{} < 70", at + 1);
        let holds = Expression::condition(&condition, &scope).expect("a condition");
        form.add_rule(Rule::new(holds, "Too heavy.")).expect("its fields are there");
        let (one, other) = (format!("hive-{}", at + 2), format!("hive-{}", at + 3));
        form.add_link(&one, &other, None, false).expect("both are there");
    }
    form
}

/// A key press and what a page then needs from the form: consequences, findings of rules, and whether it is
/// dirty.
fn rules(c: &mut Criterion) {
    let mut group = c.benchmark_group("a key, there and back, with its rules");
    for (fields, what) in
        [(10, "baseline: in a form of 10"), (1000, "in one of 1,000 with 200 rules and links")]
    {
        let mut form = with_rules(fields);
        let name = format!("hive-{}", fields / 2);
        group.bench_function(what, |b| {
            b.iter(|| {
                let _ = black_box(form.handle(&name, Intent::Key(Key::Right)));
                let judged = form.rule_findings(&[&name]).len();
                let _ = black_box(form.handle(&name, Intent::Key(Key::Left)));
                (judged, form.field(&name).map(pin_notch::Field::is_dirty))
            });
        });
    }
    group.finish();
}

fn reading(c: &mut Criterion) {
    let form = form(10_000);
    let body: String =
        (0..10_000).map(|at| format!("hive-{at}=12.5&padding-{at}={}&", "x".repeat(70))).collect();
    let mut group = c.benchmark_group(format!("a body of {} bytes", body.len()));
    group.sample_size(20);
    group.bench_function("baseline: splitting and decoding alone", |b| {
        b.iter(|| {
            form_urlencoded::parse(black_box(body.as_bytes())).map(|(_, v)| v.len()).sum::<usize>()
        });
    });
    group.bench_function("read and checked by 10,000 controls", |b| {
        b.iter(|| form.read(black_box(body.as_bytes())).is_ok());
    });
    let members =
        (0..10_000).map(|at| format!("\"hive-{at}\":12.5,\"padding-{at}\":\"{}\"", "x".repeat(70)));
    let json = format!("{{{}}}", members.collect::<Vec<_>>().join(","));
    group.bench_function("baseline: the same as JSON, parsed alone", |b| {
        b.iter(|| serde_json::from_slice::<serde_json::Value>(black_box(json.as_bytes())).is_ok());
    });
    group.bench_function("the same as JSON, read and checked", |b| {
        b.iter(|| form.read_json(black_box(json.as_bytes())).is_ok());
    });
    group.finish();
}

criterion_group!(benches, turn, rules, reading);
criterion_main!(benches);
