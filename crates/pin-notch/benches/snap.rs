//! The cost of exactness: `Notches::snap` compared with the usual recipe in binary floating point.
//!
//! The recipe is what most pages do: divide by the step, round, multiply back. It is the named baseline;
//! it gives 0.30000000000000004 where `snap` gives 0.3. A second baseline repairs that by rounding the
//! result to the step's decimal places, as careful pages do.

#![allow(missing_docs, reason = "criterion's macros write public items")]

use criterion::measurement::WallTime;
use criterion::{BenchmarkGroup, BenchmarkId, Criterion, criterion_group, criterion_main};
use pin_notch::{
    Closed, Date, DatePicker, DateTime, Decimal, Intent, Measure, Month, MonthGrid, Notches,
    NotchesOf, Place, Slider, Time, Week, Weekday, dec,
};
use std::hint::black_box;

fn float_recipe(value: f64, min: f64, max: f64, step: f64) -> f64 {
    (((value - min) / step).round() * step + min).clamp(min, max)
}

fn float_recipe_repaired(value: f64, min: f64, max: f64, step: f64, places: i32) -> f64 {
    let ten = 10_f64.powi(places);
    (float_recipe(value, min, max, step) * ten).round() / ten
}

fn snap(c: &mut Criterion) {
    let weight = Notches::new(0, 40, dec!(0.1)).expect("a valid definition");
    let fine = Notches::new(dec!(0), dec!(1e12), dec!(1e-9)).expect("a valid definition");
    let mut group = c.benchmark_group("snap");
    let floats: Vec<f64> = (0..1000).map(|n| f64::from(n) * 0.0401).collect();
    let decimals: Vec<Decimal> = (0..1000).map(|n| Decimal::new(n * 401, 4)).collect();
    group.bench_function("baseline: float recipe x1000", |b| {
        b.iter(|| {
            for value in &floats {
                black_box(float_recipe(black_box(*value), 0.0, 40.0, 0.1));
            }
        });
    });
    group.bench_function("baseline: float recipe, repaired x1000", |b| {
        b.iter(|| {
            for value in &floats {
                black_box(float_recipe_repaired(black_box(*value), 0.0, 40.0, 0.1, black_box(1)));
            }
        });
    });
    let on_grid: Vec<Decimal> = (0..1000).map(|n| Decimal::new(n * 4, 1)).collect();
    for (what, notches, values) in [
        ("0..40 by 0.1, values of one place", weight, &on_grid),
        ("0..40 by 0.1, values of four places", weight, &decimals),
        ("0..1e12 by 1e-9", fine, &decimals),
    ] {
        group.bench_with_input(BenchmarkId::new("exact x1000", what), values, |b, values| {
            b.iter(|| {
                for value in values {
                    black_box(black_box(&notches).snap(black_box(*value)));
                }
            });
        });
    }
    group.finish();
}

/// The same quantizer for dates, months, weeks and times, compared with plain numbers with as many notches.
fn measures(c: &mut Criterion) {
    fn snaps<M: Measure>(c: &mut BenchmarkGroup<'_, WallTime>, notches: &NotchesOf<M>) {
        let count = notches.count() as i64;
        let values: Vec<M> = (0..1000)
            .filter_map(|n| M::from_line(M::FIRST + n * (M::LAST - M::FIRST) / 1000))
            .collect();
        let what = format!("{} ({count} notches) x{}", M::STEP_UNIT, values.len());
        c.bench_with_input(BenchmarkId::new("snap", what), &values, |b, values| {
            b.iter(|| {
                for value in values {
                    black_box(black_box(notches).snap(black_box(*value)));
                }
            });
        });
    }
    let mut group = c.benchmark_group("snap per measure");
    let numbers = Notches::new(-719162, 2932896, 7).expect("a valid definition");
    let values: Vec<Decimal> = (0..1000).map(|n| Decimal::from(n * 3652 - 719_162)).collect();
    group.bench_function("baseline: numbers x1000", |b| {
        b.iter(|| {
            for value in &values {
                black_box(black_box(&numbers).snap(black_box(*value)));
            }
        });
    });
    snaps(&mut group, &NotchesOf::<Date>::new(None, None, 7).expect("valid"));
    snaps(&mut group, &NotchesOf::<Month>::new(None, None, 3).expect("valid"));
    snaps(&mut group, &NotchesOf::<Week>::new(None, None, 2).expect("valid"));
    snaps(&mut group, &NotchesOf::<Time>::new(None, None, 900).expect("valid"));
    snaps(&mut group, &NotchesOf::<DateTime>::new(None, None, 900).expect("valid"));
    group.finish();
}

/// Laying out a month, and a picker's whole view of it, compared with computing one day from its number.
fn month_grid(c: &mut Criterion) {
    let mut group = c.benchmark_group("month grid");
    let days: Vec<i32> = (20_454..20_496).collect();
    group.bench_function("baseline: 42 days from their numbers", |b| {
        b.iter(|| {
            days.iter().filter_map(|day| Date::from_days(black_box(*day))).map(Date::day).max()
        });
    });
    let month = "2026-05".parse().expect("a month");
    group.bench_function("the grid with its weeks", |b| {
        b.iter(|| MonthGrid::new(black_box(month), Weekday::Monday).weeks().count());
    });
    let mut picker = DatePicker::builder()
        .options([Closed::weekday(Weekday::Sunday, "closed")])
        .build()
        .expect("valid");
    picker.set_today("2026-05-14".parse().expect("a day"));
    let _ = picker.handle(Intent::Open);
    group.bench_function("a picker's view, with names and reasons", |b| b.iter(|| picker.view()));
    group.finish();
}

fn drag(c: &mut Criterion) {
    let slider = Slider::builder().max(40).step(dec!(0.1)).build();
    let mut slider = slider.expect("a valid definition");
    let _ = slider.handle(Intent::Press(Place::across(0.0)));
    let mut at = 0;
    c.bench_function("one drag move through handle", |b| {
        b.iter(|| {
            at = (at + 37) % 1000;
            black_box(slider.handle(Intent::Move(Place::across(f64::from(at) / 1000.0))))
        });
    });
}

criterion_group!(benches, snap, measures, month_grid, drag);
criterion_main!(benches);
