//! Thousands of random attempts on every control, and what has to hold after each of them:
//!
//! - a refused attempt changed nothing at all;
//! - `input` tells every move of the value, and the last one told is the value;
//! - `change` comes only when the value has settled on another than it had settled on before;
//! - the value is empty or allowed, and the view's figures are in range.

use pin_notch::{
    Blocked, CheckGroup, Checkbox, Checked, Choice, Date, DatePicker, DateSpanPicker, DateTime,
    Decimal, Event, FieldStepper, Intent, ItemStepper, Key, Lit, Meeting, Notches, NotchesOf,
    Place, Rating, Scale, Select, Semantics, Slider, Span, SpanSlider, Stepper, Switch, Thumb,
    Time, Turn, Weekday, dec,
};
use proptest::prelude::*;
use std::fmt::Debug;

/// An attempt that owns its text, so that a list of them can be made up.
#[derive(Clone, Debug)]
enum Attempt {
    Plain(Intent<'static>),
    Type(String),
    Pick(String),
    Remove(String),
}

fn attempts() -> impl Strategy<Value = Vec<Attempt>> {
    let place = (-0.3_f64..1.3, -0.3_f64..1.3).prop_map(|(x, y)| Place::new(x, y));
    let plain = prop_oneof![
        4 => proptest::sample::select(Key::all().collect::<Vec<_>>()).prop_map(Intent::Key),
        2 => place.clone().prop_map(Intent::Press),
        1 => place.clone().prop_map(Intent::Grab),
        4 => place.clone().prop_map(Intent::Move),
        2 => place.prop_map(Intent::Point),
        2 => Just(Intent::Release),
        1 => proptest::sample::select(vec![
            Intent::Cancel, Intent::Leave, Intent::Flip, Intent::Clear, Intent::Settle,
            Intent::Open, Intent::Close, Intent::Take(Thumb::Low), Intent::Take(Thumb::High), Intent::Move(Place::across(f64::NAN)),
        ]),
        2 => (-12_i32..12).prop_map(Intent::Step),
        2 => (-300_i64..900, 0_u32..3).prop_map(|(n, scale)| Intent::Choose(Decimal::new(n, scale))),
    ];
    let typed = prop_oneof!["-?[0-9]{0,3}(\\.[0-9]{0,2})?", "[-.e,x ]{0,3}"];
    let find = ("[a-d]", 0_u64..3000)
        .prop_map(|(typed, at)| Intent::Find { typed: typed.chars().next().unwrap(), at });
    let attempt = prop_oneof![
        6 => plain.prop_map(Attempt::Plain),
        1 => find.prop_map(Attempt::Plain),
        2 => typed.prop_map(Attempt::Type),
        1 => "[a-d]".prop_map(Attempt::Type),
        2 => "[a-f]".prop_map(Attempt::Pick),
        1 => "[a-f]".prop_map(Attempt::Remove),
    ];
    proptest::collection::vec(attempt, 1..60)
}

/// Plays the attempts and checks what holds for every control; `check` adds what holds for this one.
fn play<C: Clone + Debug, V: Clone + PartialEq + Debug>(
    mut control: C,
    attempts: &[Attempt],
    handle: impl Fn(&mut C, Intent) -> Turn<V>,
    value: impl Fn(&C) -> V,
    check: impl Fn(&C),
) {
    let mut settled = value(&control);
    for attempt in attempts {
        let before = control.clone();
        let turn = match attempt {
            Attempt::Plain(intent) => handle(&mut control, *intent),
            Attempt::Type(text) => handle(&mut control, Intent::Type(text)),
            Attempt::Pick(value) => handle(&mut control, Intent::Pick(value)),
            Attempt::Remove(value) => handle(&mut control, Intent::Remove(value)),
        };
        if turn.refusal().is_some() {
            assert_eq!(format!("{control:?}"), format!("{before:?}"), "{attempt:?} was refused");
            continue;
        }
        assert!(turn.events().count() > 0, "{attempt:?} ended in nothing");
        let mut now = value(&before);
        for event in turn.events() {
            match event {
                Event::Input(to) => {
                    assert_ne!(now, to, "{attempt:?} told a move that is none: {turn:?}");
                    now = to;
                }
                Event::Change(to) => {
                    assert_eq!(now, to, "{attempt:?} settled on what it did not move to: {turn:?}");
                    assert_ne!(
                        settled, to,
                        "{attempt:?} settled on what it had settled on: {turn:?}"
                    );
                    settled = to;
                }
                _ => {}
            }
        }
        assert_eq!(now, value(&control), "{attempt:?} moved without a word: {turn:?}");
        check(&control);
    }
}

fn in_range(semantics: &Semantics) {
    if let Some(range) = &semantics.range {
        assert!((range.min..=range.max).contains(&range.now), "{semantics:?}");
    }
}

fn ladder() -> impl Strategy<Value = Notches> {
    (-500_i64..500, 1_i64..800, 1_i64..90, 0_u32..3, any::<bool>()).prop_map(
        |(min, range, step, scale, any)| {
            let builder = Notches::builder()
                .min(Decimal::new(min, scale))
                .max(Decimal::new(min + range, scale));
            let builder =
                if any { builder.step_any() } else { builder.step(Decimal::new(step, scale)) };
            builder.build().expect("a valid definition")
        },
    )
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(1500))]

    #[test]
    fn a_slider_keeps_its_word(
        notches in ladder(), reversed: bool, bend in 0.01_f64..0.99, bent: bool, attempts in attempts()
    ) {
        let slider = Slider::new(notches).unwrap().reversed(reversed);
        let (low, high) = (notches.min().unwrap(), notches.max().unwrap());
        let middle = notches.snap((low + high) / dec!(2));
        let scale = match low > dec!(0) {
            true => Scale::Logarithmic,
            false if middle > low && middle < high => Scale::Piecewise(vec![(middle, bend)]),
            false => Scale::Even,
        };
        let slider = if bent { slider.scaled(scale).unwrap() } else { slider };
        play(slider, &attempts, Slider::handle, Slider::value, |slider| {
            assert!(slider.notches().contains(slider.value()));
            let view = slider.view();
            assert!((0.0..=1.0).contains(&view.thumb) && view.filled.0 <= view.filled.1);
            in_range(&view.semantics);
        });
    }

    #[test]
    fn a_rating_keeps_its_word(
        icons in 1_u32..12, quarters in 1_i64..9, required: bool, only: bool, attempts in attempts()
    ) {
        let mut rating = Rating::new(icons).unwrap().by(Decimal::new(quarters * 25, 2)).unwrap();
        rating.set_required(required);
        let rating = rating.lighting(if only { Lit::Only } else { Lit::UpTo });
        play(rating, &attempts, Rating::handle, Rating::value, |rating| {
            assert!(rating.value().is_none_or(|value| rating.notches().contains(value)));
            let view = rating.view();
            assert!((0..icons).all(|icon| (dec!(0)..=dec!(1)).contains(&view.fill(icon))));
            in_range(&view.semantics);
        });
    }

    #[test]
    fn switch_and_checkbox_keep_their_word(mixed: bool, attempts in attempts()) {
        play(Switch::new(), &attempts, Switch::handle, Switch::is_on, |_| {});
        let start = if mixed { Checked::Mixed } else { Checked::Off };
        play(Checkbox::new().starting(start), &attempts, Checkbox::handle, Checkbox::checked, |_| {});
    }

    #[test]
    fn a_check_group_keeps_its_word(
        count in 0_usize..6, most in 0_usize..6, locked: bool,
        attempts in attempts(), whom in proptest::collection::vec(0_usize..8, 60)
    ) {
        let mut group = CheckGroup::new((0..count).map(|n| n.to_string())).at_most(most);
        if let (true, Some(first)) = (locked, group.boxes_mut().first_mut()) {
            first.set_disabled(true);
        }
        let turns = std::cell::Cell::new(0);
        let handle = |group: &mut CheckGroup, intent: Intent| {
            let whom = whom[turns.replace(turns.get() + 1) % whom.len()];
            if whom == 7 { group.handle(intent) } else { group.handle_box(whom, intent) }
        };
        play(group, &attempts, handle, CheckGroup::value, |group| {
            let value = group.value();
            assert!(value.len() <= most);
            let parent = match value.len() {
                0 => Checked::Off,
                all if all == count => Checked::On,
                _ => Checked::Mixed,
            };
            assert_eq!(group.parent(), parent);
        });
    }

    #[test]
    fn a_stepper_keeps_its_word_and_its_draft(
        notches in ladder(), bounded: bool, required: bool, wraps: bool, attempts in attempts()
    ) {
        let notches = match (bounded, notches.step()) {
            (false, Some(step)) => Notches::builder().step(step).build().unwrap(),
            _ => notches,
        };
        let mut stepper = Stepper::new(notches).unwrap();
        stepper.set_required(required);
        let stepper = if wraps { stepper.wrapping() } else { stepper };
        let handle = |stepper: &mut Stepper, intent: Intent| {
            let turn = stepper.handle(intent);
            if let (Intent::Type(text), None) = (intent, turn.refusal()) {
                assert_eq!(stepper.text(), text, "what is typed stands as it was typed");
            }
            turn
        };
        play(stepper, &attempts, handle, Stepper::value, |stepper| {
            assert!(stepper.value().is_none_or(|value| stepper.notches().contains(value)));
            let view = stepper.view();
            in_range(&view.semantics);
            // Whatever is shown as wrong has words, and only what is wrong has.
            assert_eq!(view.problem.is_empty(), stepper.validity().is_empty());
        });
    }

    #[test]
    fn an_item_stepper_keeps_its_word(count in 0_usize..5, wraps: bool, attempts in attempts()) {
        let items = ItemStepper::new((0..count).collect());
        let items = if wraps { items.wrapping() } else { items };
        play(items, &attempts, ItemStepper::handle, ItemStepper::index, |items| {
            assert_eq!(items.item(), (count > 0).then(|| items.index()).as_ref());
            assert_eq!(items.at_first(), !wraps && items.index() == 0);
            assert_eq!(items.at_last(), !wraps && items.index() + 1 == count);
        });
    }

    #[test]
    fn a_span_slider_keeps_its_distances(
        notches in ladder(), push: bool, attempts in attempts(), least in 0_u128..4, more in 0_u128..6
    ) {
        let Some(count) = notches.count().filter(|count| *count > least + more) else { return Ok(()) };
        let step = notches.step().unwrap();
        let (least, greatest) = (step * Decimal::from(least), step * Decimal::from(least + more));
        let start = notches.nth(count / 2).unwrap();
        let end = notches.nth((count / 2 + (least / step).mantissa() as u128).min(count - 1)).unwrap();
        prop_assume!(end - start >= least);
        let meeting = if push { Meeting::Push } else { Meeting::Stop };
        let slider = SpanSlider::new(notches).unwrap()
            .starting_at(start, end).unwrap()
            .apart(least, greatest).unwrap()
            .meeting(meeting);
        play(slider, &attempts, SpanSlider::handle, SpanSlider::value, |slider| {
            let Span { low, high } = slider.value();
            assert!(notches.contains(low) && notches.contains(high), "{low} to {high}");
            assert!((least..=greatest).contains(&(high - low)), "{low} to {high}");
            let view = slider.view();
            assert!(view.thumbs.iter().all(|at| (0.0..=1.0).contains(at)));
            assert!(view.filled.0 <= view.filled.1);
            view.thumb_semantics.iter().for_each(in_range);
        });
    }

    #[test]
    fn a_select_keeps_its_word(
        multiple: bool, required: bool, most in 0_usize..4, start in "[a-f]{0,2}",
        texts in proptest::collection::vec("[a-d]{1,2}", 0..6), attempts in attempts()
    ) {
        let choice = |(value, text): (char, &String)| match value {
            'c' => Choice::new(value, text).disabled(),
            _ => Choice::new(value, text).in_group(&text[..1]),
        };
        let offered: Vec<Choice> = ('a'..='e').zip(&texts).map(choice).collect();
        let start: Vec<String> = start.chars().map(String::from).collect();
        let select = if multiple { Select::many().at_most(most.max(start.len())) } else { Select::single() };
        let mut select = select.offering(offered.clone()).starting_with(start.clone());
        select.set_required(required);
        play(select, &attempts, Select::handle, |select| select.value().to_vec(), |select| {
            let value = select.value();
            assert!(value.iter().all(|v| start.contains(v) || offered.iter().any(|o| o.value == *v && !o.disabled)));
            assert!(value.len() <= if multiple { most.max(start.len()) } else { 1 });
            assert!(select.active_row().is_none_or(|row| select.is_open() && row < select.rows()));
            assert!((0..select.rows()).all(|row| select.row(row).is_some()));
            assert!(select.is_open() || select.filter().is_empty());
        });
    }

    #[test]
    fn a_date_picker_keeps_its_word(
        from in 0_i32..400, length in 0_i32..90, every in 1_u32..9, today in 0_i32..500,
        bounded: bool, always_open: bool, required: bool, attempts in attempts(),
        picks in proptest::collection::vec(0_i32..500, 8), typed in "2026-0[1-9]-[0-2][0-9]"
    ) {
        let start = Date::from_days(20_454).unwrap(); // 2026-01-01
        let day = |days| start.plus_days(days).unwrap();
        let notches = match bounded {
            true => NotchesOf::new(Some(day(from)), Some(day(from + length)), every).unwrap(),
            false => NotchesOf::all(),
        };
        let picker = DatePicker::new(day(today)).within(notches).blocking([
            Blocked::weekday(Weekday::Sunday, "closed"),
            Blocked::days(day(from + 3), day(from + 5), "away"),
        ]);
        let mut picker = if always_open { picker.always_open() } else { picker };
        picker.set_required(required);
        let turns = std::cell::Cell::new(0);
        // Among the attempts that know nothing of dates, some that do.
        let handle = |picker: &mut DatePicker, intent: Intent| {
            let turn = turns.replace(turns.get() + 1);
            match intent {
                Intent::Choose(_) => picker.handle(Intent::PickDay(day(picks[turn % picks.len()]))),
                Intent::Pick(_) => picker.handle(Intent::Type(&typed)),
                other => picker.handle(other),
            }
        };
        play(picker, &attempts, handle, DatePicker::value, |picker| {
            if let Some(value) = picker.value() {
                assert!(picker.notches().contains(value) && picker.why_not(value).is_none(), "{value}");
            }
            assert!(!always_open || picker.is_open());
            let view = picker.view();
            if let (Some(grid), Some(active)) = (&view.grid, picker.active_day()) {
                let days = || grid.weeks.iter().flat_map(|(_, days)| days);
                assert_eq!(days().filter(|day| day.active).count(), 1);
                assert!(days().any(|day| day.date == Some(active) && day.inside));
            }
            assert_eq!(view.problem.is_empty(), picker.validity().is_empty());
        });
    }

    #[test]
    fn a_span_of_days_keeps_its_word(
        length in 5_i32..90, across: bool, two: bool, always_open: bool, required: bool, most in 1_u32..30,
        attempts in attempts(), picks in proptest::collection::vec(0_i32..100, 8)
    ) {
        let start = Date::from_days(20_454).unwrap(); // 2026-01-01
        let day = |days| start.plus_days(days).unwrap();
        let picker = DateSpanPicker::new(day(20))
            .within(NotchesOf::new(Some(day(2)), Some(day(2 + length)), 1).unwrap())
            .blocking([Blocked::weekday(Weekday::Sunday, "closed"), Blocked::day(day(9), "away")])
            .lasting(1..=most);
        let picker = if across { picker.across_blocked() } else { picker };
        let picker = if two { picker.in_two_fields() } else { picker };
        let mut picker = if always_open { picker.always_open() } else { picker };
        picker.set_required(required);
        let turns = std::cell::Cell::new(0);
        // Among the attempts that know nothing of dates, some that do.
        let handle = |picker: &mut DateSpanPicker, intent: Intent| {
            let turn = turns.replace(turns.get() + 1);
            let (one, other) = (day(picks[turn % 8]), day(picks[(turn + 3) % 8]));
            match intent {
                Intent::Choose(_) | Intent::Press(_) => picker.handle(Intent::PickDay(one)),
                Intent::Point(_) => picker.handle(Intent::PointDay(one)),
                Intent::Pick(_) if two => picker.handle(Intent::Type(&one.to_string())),
                Intent::Pick(_) => picker.handle(Intent::Type(&format!("{one} – {other}"))),
                other => picker.handle(other),
            }
        };
        play(picker, &attempts, handle, DateSpanPicker::value, |picker| {
            if let Some(span) = picker.value() {
                assert!(span.first <= span.last && span.days() <= most, "{span:?}");
                let days = (span.first.days()..=span.last.days()).filter_map(Date::from_days);
                let blocked = days.filter(|day| picker.why_not(*day).is_some()).count();
                assert!(across || blocked == 0, "{span:?}");
                assert!([span.first, span.last].iter().all(|day| picker.notches().contains(*day)));
            }
            assert!(!always_open || picker.is_open());
            let view = picker.view();
            assert_eq!(view.problem.is_empty(), picker.validity().is_empty());
            assert!(view.grid.is_some() == picker.is_open());
        });
    }

    #[test]
    fn steppers_of_fields_keep_their_word(
        from in 0_i64..86_000, length in 0_i64..86_000, step in 1_u32..5000, bounded: bool, required: bool,
        attempts in attempts(), digits in "[0-9]{8}", field in 0_usize..5
    ) {
        let time = |seconds: i64| Time::from_milliseconds((seconds * 1000).min(86_399_000)).unwrap();
        let times = match bounded {
            true => NotchesOf::new(Some(time(from)), Some(time(from + length)), step).unwrap(),
            false => NotchesOf::all(),
        };
        let mut stepper = FieldStepper::new(times);
        stepper.set_required(required);
        let moments = NotchesOf::<DateTime>::new(None, Some("2026-05-14T12:00".parse().unwrap()), step);
        let moments = FieldStepper::new(moments.unwrap()).near("2024-02-29T23:59".parse().unwrap());
        let turns = std::cell::Cell::new(0);
        let digits: Vec<char> = digits.chars().collect();
        let typed = || {
            let turn = turns.replace(turns.get() + 1);
            Intent::Find { typed: digits[turn % digits.len()], at: 0 }
        };
        let handle = |stepper: &mut FieldStepper<Time>, intent: Intent| match intent {
            Intent::Find { .. } | Intent::Press(_) | Intent::Choose(_) => stepper.handle(typed()),
            Intent::Point(_) => stepper.handle(Intent::Field(field)),
            other => stepper.handle(other),
        };
        play(stepper, &attempts, handle, FieldStepper::value, |stepper| {
            assert!(stepper.value().is_none_or(|value| stepper.notches().contains(value)));
            let view = stepper.view();
            assert_eq!(view.fields.iter().filter(|field| field.active).count(), 1);
            view.fields.iter().for_each(|field| in_range(&field.semantics));
            assert_eq!(view.problem.is_empty(), stepper.validity().is_empty());
        });
        let handle = |stepper: &mut FieldStepper<DateTime>, intent: Intent| match intent {
            Intent::Find { .. } | Intent::Press(_) | Intent::Choose(_) => stepper.handle(typed()),
            Intent::Point(_) => stepper.handle(Intent::Field(field)),
            other => stepper.handle(other),
        };
        play(moments, &attempts, handle, FieldStepper::value, |stepper| {
            assert!(stepper.value().is_none_or(|value| stepper.notches().contains(value)));
        });
    }
}
