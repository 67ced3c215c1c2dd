//! Properties of all definitions and values, checked on generated ones including extremes.

use pin_notch::{
    Decimal, Intent, Key, Notches, Place, Rating, Slider, SliderDefinition, Step, number_text,
    parse_number,
};
use pin_notch_any::reached;
use proptest::prelude::*;

/// Any number: up to 28 digits and up to 28 decimal places.
fn any_number() -> BoxedStrategy<Decimal> {
    let digits = prop_oneof![
        -1000_i128..1000,
        any::<i64>().prop_map(i128::from),
        -(10_i128.pow(25))..10_i128.pow(25),
        Just((1 << 96) - 1),
        Just(-((1 << 96) - 1)),
    ];
    (digits, 0_u32..=28)
        .prop_map(|(digits, scale)| Decimal::from_i128_with_scale(digits, scale))
        .boxed()
}

/// A number of the size that people use.
fn tame_number() -> BoxedStrategy<Decimal> {
    (-5000_i64..5000, 0_u32..=3).prop_map(|(digits, scale)| Decimal::new(digits, scale)).boxed()
}

fn definition(number: BoxedStrategy<Decimal>) -> impl Strategy<Value = Option<Notches>> {
    let maybe = proptest::option::weighted(0.9, number.clone());
    let step = proptest::option::weighted(0.9, number.clone().prop_map(|step| step.abs()));
    let ways = proptest::bool::weighted(0.9);
    (maybe.clone(), maybe, step, proptest::option::weighted(0.2, number), ways).prop_map(
        |(min, max, step, base, is_right_way)| {
            let (min, max) = match (min, max) {
                (Some(min), Some(max)) if is_right_way => (Some(min.min(max)), Some(min.max(max))),
                both => both,
            };
            let mut builder = Notches::builder();
            builder = min.map_or(builder, |min| builder.min(min));
            builder = max.map_or(builder, |max| builder.max(max));
            builder = step.map_or(builder.step(Step::Any), |step| builder.step(step));
            builder = base.map_or(builder, |base| builder.step_base(base));
            builder.build().ok()
        },
    )
}

/// Notches of ordinary size with both bounds in the right order.
fn ladder() -> impl Strategy<Value = Notches> {
    (tame_number(), 0_i64..3000, 0_u32..=2, 1_i64..700, 0_u32..=3).prop_map(
        |(min, range, range_scale, step, step_scale)| {
            let max = min + Decimal::new(range, range_scale);
            Notches::new(min, max, Decimal::new(step, step_scale)).expect("a valid definition")
        },
    )
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(2000))]

    /// Snapping compared with its definition: the nearest of all notches, and the upper one in a tie.
    #[test]
    fn snap_finds_the_nearest_notch_and_the_upper_of_two(
        notches in ladder(), value in tame_number()
    ) {
        let (min, max, step) = (notches.min().unwrap(), notches.max().unwrap(), notches.step().unwrap());
        prop_assume!((max - min) / step < Decimal::from(3000));
        let all: Vec<Decimal> = (0..).map(|k| min + step * Decimal::from(k)).take_while(|n| *n <= max).collect();
        let nearest = all.iter().rev().min_by_key(|n| (**n - value).abs()).unwrap();
        prop_assert_eq!(notches.snap(value), *nearest);
        prop_assert_eq!(notches.iter().collect::<Vec<_>>(), all.clone());
        prop_assert_eq!(notches.above(value), all.iter().find(|n| **n > value).copied());
        prop_assert_eq!(notches.below(value), all.iter().rfind(|n| **n < value).copied());
    }




    /// Several steps at once have the same result as single steps.
    #[test]
    fn stepping_by_many_is_stepping_often(notches in ladder(), value in tame_number(), steps in 1_i128..20) {
        let start = notches.snap(value);
        let mut one_by_one = start;
        for _ in 0..steps {
            one_by_one = notches.above(one_by_one).unwrap_or(one_by_one);
        }
        prop_assert_eq!(notches.stepped(start, steps).unwrap_or(start), one_by_one);
    }


    #[test]
    fn a_number_reads_back_from_its_text(value in any_number()) {
        prop_assert_eq!(parse_number(&number_text(value)), Ok(value));
        prop_assert_eq!(number_text(value), value.normalize().to_string());
        prop_assert_eq!(parse_number(&value.to_string()), Ok(value));
    }


    /// Icon i, from 0, is filled by clamp(value − i, 0, 1), so that all fills add up to the value.
    #[test]
    fn the_icons_of_a_rating_add_up_to_its_value(
        icons in 1_u32..20, step in 1_i64..30, at in 0.0_f64..=1.0
    ) {
        let mut rating = Rating::builder().max(icons).step(Decimal::new(step, 1)).build().unwrap();
        let _ = rating.handle(Intent::Press(Place::across(at)));
        let view = rating.view();
        let sum: Decimal = (0..icons).map(|icon| view.fill(icon)).sum();
        prop_assert_eq!(sum, rating.value().unwrap_or_default());
    }
}

#[test]
fn a_snapped_value_is_a_notch_and_stays_put() {
    reached(
        2000,
        0.6,
        &(prop_oneof![3 => definition(tame_number()), 2 => definition(any_number())], any_number()),
        |(notches, value)| {
            let Some(notches) = notches else { return Ok(false) };
            let snapped = notches.snap(value);
            prop_assert_eq!(notches.snap(snapped), snapped);
            if !notches.is_empty() {
                prop_assert!(notches.contains(snapped), "{} of {:?}", snapped, notches);
            }
            Ok(true)
        },
    );
}

#[test]
fn above_and_below_undo_each_other_on_notches() {
    reached(
        2000,
        0.45,
        &(prop_oneof![3 => definition(tame_number()), 2 => definition(any_number())], any_number()),
        |(notches, value)| {
            let Some(notches) = notches.filter(|n| n.step().is_some() && !n.is_empty()) else {
                return Ok(false);
            };
            let notch = notches.snap(value);
            if let Some(above) = notches.above(notch) {
                prop_assert!(above > notch);
                prop_assert_eq!(notches.below(above), Some(notch));
            }
            if let Some(below) = notches.below(notch) {
                prop_assert!(below < notch);
                prop_assert_eq!(notches.above(below), Some(notch));
            }
            Ok(true)
        },
    );
}

#[test]
fn position_and_index_lead_back_to_their_notch() {
    reached(
        2000,
        0.35,
        &(prop_oneof![3 => definition(tame_number()), 2 => definition(any_number())], any_number()),
        |(notches, value)| {
            let Some(notches) = notches else { return Ok(false) };
            let Some(count) = notches.count().filter(|count| *count > 0) else { return Ok(false) };
            let notch = notches.snap(value);
            let index = notches.index_of(notch).expect("a notch has an index");
            prop_assert!(index < count);
            prop_assert_eq!(notches.nth(index), Some(notch));
            prop_assert_eq!(notches.nth(count), None);
            let position = notches.position(notch);
            prop_assert!((0.0..=1.0).contains(&position));
            if count < 1 << 50 {
                prop_assert_eq!(notches.at_position(position), Some(notch));
            }
            Ok(true)
        },
    );
}

#[test]
fn nothing_panics() {
    reached(
        2000,
        0.4,
        &(
            prop_oneof![definition(tame_number()), definition(any_number())],
            any_number(),
            any::<f64>(),
            any::<i128>(),
        ),
        |(notches, value, position, steps)| {
            let Some(notches) = notches else { return Ok(false) };
            let _ = (
                notches.at_position(position),
                notches.position(value),
                notches.stepped(value, steps),
            );
            let _ = (notches.audit(), notches.fixed_text(value), notches.iter().take(3).count());
            for remark in notches.audit() {
                prop_assert!(!remark.to_string().is_empty());
            }
            let mut definition = SliderDefinition::default();
            definition.min = notches.min().unwrap_or(definition.min);
            definition.max = notches.max().unwrap_or(definition.max);
            definition.step = notches.step().map_or(Step::Any, Step::Every);
            definition.step_base = Some(notches.step_base());
            if let Ok(mut slider) = Slider::new(definition) {
                for key in Key::all() {
                    let _ = slider.handle(Intent::Key(key));
                }
                let _ = slider.handle(Intent::Press(Place::new(position, position)));
                let _ = slider.handle(Intent::Move(Place::new(-position, -position)));
                let view = slider.view();
                prop_assert!((0.0..=1.0).contains(&view.thumb), "thumb at {}", view.thumb);
            }
            Ok(true)
        },
    );
}

#[test]
fn no_text_upsets_the_number_parser() {
    let written = "[-+]?[0-9]{1,12}(\\.[0-9]{1,9})?([eE][-+]?[0-9])?";
    let text = prop_oneof![1 => "[-+0-9.eE _]{0,60}", 2 => written];
    reached(2000, 0.4, &text, |text| {
        let Ok(number) = parse_number(&text) else { return Ok(false) };
        prop_assert_eq!(parse_number(&number_text(number)), Ok(number));
        let float: f64 = text.parse().expect("whatever we read, Rust's own parser reads too");
        let ours: f64 = number.to_string().parse().unwrap();
        prop_assert!((float - ours).abs() <= float.abs() * 1e-12 + 1e-12);
        Ok(true)
    });
}
