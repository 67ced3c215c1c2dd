//! Arbitrary attempts on controls.

use crate::definitions::{day, month, number, pair, time, word};
use pin_notch::{ControlKind, Intent, Key, Place, Thumb};
use proptest::prelude::*;
use proptest::sample::select;

/// An attempt that owns its text, so that lists of attempts can be generated.
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

/// An attempt on a control of this kind. Three in four are typical for the kind; the rest are arbitrary.
pub fn attempt_on(kind: ControlKind) -> BoxedStrategy<Attempt> {
    prop_oneof![3 => fitting(kind), 1 => attempt()].boxed()
}

fn plain(intents: impl Strategy<Value = Intent<'static>> + 'static) -> BoxedStrategy<Attempt> {
    intents.prop_map(Attempt::Plain).boxed()
}

/// Typical attempts on a control of this kind.
fn fitting(kind: ControlKind) -> BoxedStrategy<Attempt> {
    let place = || (-0.1_f64..1.1).prop_map(Place::across);
    let key = || plain(select(Key::all().collect::<Vec<_>>()).prop_map(Intent::Key));
    let step = || plain((-3_i32..=3).prop_map(Intent::Step));
    let choose = || plain(number().prop_map(|n| Intent::Choose(n.parse().unwrap())));
    let drag = || {
        plain(prop_oneof![
            2 => place().prop_map(Intent::Press),
            3 => place().prop_map(Intent::Move),
            2 => Just(Intent::Release),
            1 => place().prop_map(Intent::Point),
            1 => select(vec![Intent::Cancel, Intent::Leave]),
        ])
    };
    let pick = || word().prop_map(Attempt::Pick).boxed();
    let typed = |text: BoxedStrategy<String>| {
        let ends = select(vec![Intent::Settle, Intent::Leave, Intent::Cancel, Intent::Clear]);
        prop_oneof![3 => text.prop_map(Attempt::Type), 2 => plain(ends)].boxed()
    };
    let flip = || plain(select(vec![Intent::Flip, Intent::Key(Key::Space)]));
    let list = || plain(select(vec![Intent::Open, Intent::Close, Intent::Clear]));
    let day_of = || {
        let on = (20_540_i32..20_660).prop_map(|days| pin_notch::Date::from_days(days).unwrap());
        plain(
            prop_oneof![3 => on.clone().prop_map(Intent::PickDay), 1 => on.prop_map(Intent::PointDay)],
        )
    };
    match kind {
        ControlKind::Slider | ControlKind::Rating => {
            prop_oneof![3 => drag(), 1 => key(), 1 => step(), 1 => choose()].boxed()
        }
        ControlKind::SpanSlider => {
            let take = plain(select(vec![Intent::Take(Thumb::Low), Intent::Take(Thumb::High)]));
            prop_oneof![3 => drag(), 1 => key(), 1 => step(), 1 => choose(), 1 => take].boxed()
        }
        ControlKind::Switch => prop_oneof![3 => flip(), 2 => drag()].boxed(),
        ControlKind::Checkbox => flip(),
        ControlKind::CheckboxGroup => prop_oneof![4 => pick(), 1 => flip()].boxed(),
        ControlKind::RadioGroup => prop_oneof![2 => pick(), 2 => key(), 1 => step()].boxed(),
        ControlKind::ItemStepper => prop_oneof![2 => step(), 1 => key()].boxed(),
        ControlKind::Text => {
            let text = prop_oneof![3 => word(), 1 => "[a-f]{1,3}@[a-f]{0,2} ?", 1 => "[a-f]{0,9}(\r\n|\n)?"];
            prop_oneof![4 => typed(text.boxed()), 1 => key()].boxed()
        }
        ControlKind::Stepper => {
            prop_oneof![3 => typed(number()), 2 => step(), 1 => key(), 1 => choose()].boxed()
        }
        ControlKind::Select => {
            let find = ("[a-f]", 0_u64..3000)
                .prop_map(|(typed, at)| Intent::Find { typed: typed.chars().next().unwrap(), at });
            let remove = word().prop_map(Attempt::Remove);
            prop_oneof![
                2 => list(), 3 => key(), 6 => pick(), 1 => plain(find), 1 => remove,
                2 => typed("[a-f]?".boxed()),
            ]
            .boxed()
        }
        ControlKind::Date => {
            prop_oneof![2 => list(), 2 => key(), 2 => day_of(), 3 => typed(day()), 1 => step()]
                .boxed()
        }
        ControlKind::DateSpan => {
            let both = pair(day(), " – ");
            prop_oneof![2 => list(), 2 => key(), 3 => day_of(), 3 => typed(both)].boxed()
        }
        ControlKind::Month | ControlKind::Week | ControlKind::Time | ControlKind::DateTime => {
            let field = plain((0_usize..5).prop_map(Intent::Field));
            let text = match kind {
                ControlKind::Month => month(),
                ControlKind::Time => time(),
                _ => "[0-9]{1,2}".boxed(),
            };
            prop_oneof![2 => field, 3 => step(), 3 => key(), 3 => typed(text)].boxed()
        }
    }
}
