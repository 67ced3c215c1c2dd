//! The cost of sheets compared with merely parsing the same text: checking one with 1,000 fields, and
//! accepting lines of JSON.

use criterion::{Criterion, Throughput, criterion_group, criterion_main};
use pin_notch_sheet::{Context, Format, Sheet};
use std::hint::black_box;

fn checking(criterion: &mut Criterion) {
    let mut text = String::new();
    for at in 0..1000 {
        let control = ["slider", "stepper", "switch", "date"][at % 4];
        text.push_str(&format!(
            "[[field]]\nname = 'field-{at}'\ncontrol = '{control}'\nlabel = 'Field {at}'\n\n"
        ));
    }
    for at in 0..100 {
        let (one, other) = (at * 4, at * 4 + 1);
        text.push_str(&format!(
            "[[rule]]\nholds = 'field-{one} < 100 or field-{other} > 3'\nmessage = 'Rule {at}'\n"
        ));
    }
    let mut group = criterion.benchmark_group("a sheet of 1,000 fields");
    group.sample_size(10);
    group.bench_function("baseline: its TOML alone", |bench| {
        bench.iter(|| toml::from_str::<toml::Table>(black_box(&text)));
    });
    group.bench_function("checked", |bench| {
        bench.iter(|| Sheet::read(black_box(&text), Format::Toml, &Context::default()));
    });
    group.finish();
}

fn accepting(criterion: &mut Criterion) {
    let text = include_str!("../../pin-notch-cli/demo/inspection.toml");
    let mut context = Context::default();
    context.files = &|_: &str| Ok(include_str!("../../pin-notch-cli/demo/hives.txt").to_owned());
    let form = Sheet::read(text, Format::Toml, &context).0.form();
    // A thousand lines, repeated a thousand times: a million are processed, but only these are in memory.
    let lines: Vec<String> = (0..1000)
        .map(|at| {
            format!(
                r#"{{"visited":"2026-05-14","weight":{}.{},"outside":-3,"temper":3.5,"mites":{},"stores":1}}"#,
                10 + at % 30,
                at % 10,
                at % 9
            )
        })
        .collect();
    let million = || (0..1000).flat_map(|_| &lines);
    let mut group = criterion.benchmark_group("a million lines of data");
    group.sample_size(10).throughput(Throughput::Elements(1_000_000));
    group.bench_function("baseline: their JSON alone", |bench| {
        bench.iter(|| {
            million().filter(|line| serde_json::from_str::<serde_json::Value>(line).is_ok()).count()
        });
    });
    group.bench_function("accepted", |bench| {
        bench.iter(|| million().filter(|line| form.read_json(line.as_bytes()).is_ok()).count());
    });
    group.finish();
}

criterion_group!(benches, checking, accepting);
criterion_main!(benches);
