//! The cost of a list of 100,000 options, compared with the plain loops of most pages: of setting the
//! options, and of a keystroke.

#![allow(missing_docs, reason = "criterion's macros write public items")]

use criterion::{Criterion, criterion_group, criterion_main};
use pin_notch::{Choice, Intent, Select};
use std::hint::black_box;

fn long_list(c: &mut Criterion) {
    let texts: Vec<String> = (0..100_000).map(|n| format!("Hive {n}, row {}", n % 97)).collect();
    let offered: Vec<Choice> = texts.iter().map(|text| Choice::new(text, text)).collect();
    let mut group = c.benchmark_group("100,000 options");
    group.sample_size(20);
    group.bench_function("baseline: lower-case and search each text", |b| {
        b.iter(|| {
            texts.iter().filter(|text| text.to_lowercase().contains(black_box("row 9"))).count()
        });
    });
    group.bench_function("baseline: clone the options and sort them by value", |b| {
        b.iter(|| {
            let mut sorted = black_box(&offered).clone();
            sorted.sort_by(|one, other| one.value.cmp(&other.value));
            sorted
        });
    });
    let mut select = Select::default();
    group.bench_function("set the options", |b| {
        b.iter(|| select.set_options(black_box(&offered).clone()));
    });
    for filter in ["h", "row 9", "99999", "nowhere"] {
        group.bench_function(format!("filter by {filter:?}, from none"), |b| {
            b.iter(|| {
                let _ = select.handle(Intent::Type(filter));
                let rows = select.rows();
                let _ = select.handle(Intent::Type(""));
                rows
            });
        });
    }
    let mut at = 0;
    group.bench_function("type-ahead to the last option's beginning", |b| {
        b.iter(|| {
            at += 10_000;
            select.handle(Intent::Find { typed: 'q', at })
        });
    });
    group.finish();
}

criterion_group!(benches, long_list);
criterion_main!(benches);
