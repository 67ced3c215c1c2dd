//! Anything that somebody may try.

use crate::definitions::{day, month, number, pair, time, word};
use pin_notch::{Intent, Key, Place, Thumb};
use proptest::prelude::*;
use proptest::sample::select;

/// An attempt that owns its text, so that a list of them can be made up.
#[derive(Clone, Debug)]
#[expect(missing_docs, reason = "they are intents")]
pub enum Attempt {
    Plain(Intent<'static>),
    Type(String),
    Pick(String),
    Remove(String),
}

impl Attempt {
    /// The attempt as an intent.
    pub fn intent(&self) -> Intent<'_> {
        match self {
            Self::Plain(intent) => *intent,
            Self::Type(text) => Intent::Type(text),
            Self::Pick(value) => Intent::Pick(value),
            Self::Remove(value) => Intent::Remove(value),
        }
    }
}

/// Any attempt.
pub fn attempt() -> BoxedStrategy<Attempt> {
    let place = (-0.3_f64..1.3, -0.3_f64..1.3).prop_map(|(x, y)| Place::new(x, y));
    let on_day = (20_540_i32..20_660).prop_map(|days| pin_notch::Date::from_days(days).unwrap());
    let plain = prop_oneof![
        4 => select(Key::all().collect::<Vec<_>>()).prop_map(Intent::Key),
        2 => place.clone().prop_map(Intent::Press),
        1 => place.clone().prop_map(Intent::Grab),
        4 => place.clone().prop_map(Intent::Move),
        2 => place.prop_map(Intent::Point),
        2 => Just(Intent::Release),
        2 => select(vec![
            Intent::Cancel, Intent::Leave, Intent::Flip, Intent::Clear, Intent::Settle, Intent::Open,
            Intent::Close, Intent::Take(Thumb::Low), Intent::Take(Thumb::High), Intent::Field(0),
            Intent::Field(1), Intent::Scroll(3), Intent::Move(Place::across(f64::NAN)),
        ]),
        2 => (-12_i32..12).prop_map(Intent::Step),
        2 => number().prop_map(|n| Intent::Choose(n.parse().unwrap())),
        2 => on_day.clone().prop_map(Intent::PickDay),
        1 => on_day.prop_map(Intent::PointDay),
        2 => ("[a-f0-9]", 0_u64..3000)
            .prop_map(|(typed, at)| Intent::Find { typed: typed.chars().next().unwrap(), at }),
    ];
    let typed = prop_oneof![
        2 => number(),
        1 => "[-.e,x 0-9]{0,4}",
        1 => "[a-f]",
        1 => day(),
        1 => pair(day(), " – "),
        1 => month(),
        1 => time(),
    ];
    prop_oneof![
        8 => plain.prop_map(Attempt::Plain),
        3 => typed.prop_map(Attempt::Type),
        2 => word().prop_map(Attempt::Pick),
        1 => word().prop_map(Attempt::Remove),
    ]
    .boxed()
}
