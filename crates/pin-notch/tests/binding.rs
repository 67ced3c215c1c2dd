//! Values with several owners: each is notified once of every change, nothing loops, nothing drifts.

use pin_notch::{
    Conversion, Decimal, Intent, Key, Notches, Rating, Refusal, Shared, SharedError, Slider,
    Stepper, Turn, dec,
};
use proptest::prelude::*;
use std::cell::RefCell;
use std::rc::Rc;

/// A list in which a listener records its notifications.
fn notebook<V: Clone + PartialEq + 'static>(
    shared: &Shared<V>,
) -> (Rc<RefCell<Vec<V>>>, pin_notch::Subscription) {
    let heard = Rc::new(RefCell::new(Vec::new()));
    let hearing = shared.subscribe({
        let heard = heard.clone();
        move |value: &V| heard.borrow_mut().push(value.clone())
    });
    (heard, hearing)
}

#[test]
fn parent_and_child_each_hear_one_change_once() {
    let owner = Shared::new(1);
    let child = owner.clone();
    let (by_owner, _a) = notebook(&owner);
    let (by_child, b) = notebook(&child);
    assert_eq!(child.set(2), Ok(true));
    assert_eq!(owner.set(2), Ok(false), "the same again is no change");
    assert_eq!((by_owner.borrow().as_slice(), by_child.borrow().as_slice()), (&[2][..], &[2][..]));
    drop(b);
    owner.set(3).unwrap();
    assert_eq!(
        (by_owner.borrow().len(), by_child.borrow().len()),
        (2, 1),
        "who stopped hears no more"
    );
}

#[test]
fn a_listener_may_set_the_value_again() {
    let weight = Shared::new(0);
    let (before, _a) = notebook(&weight);
    // Limits the value to ten, from inside a change.
    let _hold = weight.subscribe({
        let weight = weight.clone();
        move |value| {
            if *value > 10 {
                weight.set(10).unwrap();
            }
        }
    });
    let (after, _b) = notebook(&weight);
    assert_eq!(weight.set(99), Ok(true));
    assert_eq!(
        (weight.get(), before.borrow().clone(), after.borrow().clone()),
        (10, vec![99, 10], vec![10])
    );
}

#[test]
fn listeners_that_never_settle_are_reported() {
    let value = Shared::new(0_u64);
    let up = value.clone();
    let quarrel = value.subscribe(move |now| {
        let _ = up.set(now + 1);
    });
    assert_eq!(value.set(1), Err(SharedError::Unsettled));
    drop(quarrel);
    assert_eq!(value.set(0), Ok(true), "and it works again");
}

#[test]
fn a_chain_that_settles_in_time_is_no_quarrel() {
    // Each change causes another one, a hundred times, which is the limit.
    for (last, settles) in [(100, true), (101, false)] {
        let value = Shared::new(0_u64);
        let up = value.clone();
        let _chain = value.subscribe(move |now| {
            if *now <= last {
                let _ = up.set(now + 1);
            }
        });
        assert_eq!(value.set(1).is_ok(), settles, "{last}");
    }
    assert_eq!(format!("{:?}", Shared::new(dec!(18.4))), "Shared(18.4)");
}

#[test]
fn values_that_cannot_be_set_report_it() {
    let feeder = Shared::fixed(true);
    assert_eq!(feeder.set(false), Err(SharedError::Fixed));
    let weight = Shared::new(dec!(20));
    let text = weight.shown_as(|weight| format!("{weight} kg"));
    assert_eq!(text.set("21 kg".into()), Err(SharedError::OneWay));
    assert!(text.audit().unwrap().to_string().contains("give the binding a conversion back"));
    weight.set(dec!(21)).unwrap();
    assert_eq!(text.get(), "21 kg");
    let strict = weight.linked(
        |w| *w,
        |w| if *w < dec!(0) { Err(Refusal::BelowMin { min: dec!(0).into() }) } else { Ok(*w) },
    );
    let refused = strict.set(dec!(-1)).unwrap_err();
    assert_eq!(refused.to_string(), "the value it follows does not take this: below the minimum 0");
    assert_eq!((weight.get(), strict.get()), (dec!(21), dec!(21)));
}

#[test]
fn a_slider_and_a_field_share_a_value_without_disturbing_typing() {
    let weight = Shared::new(Some(dec!(20)));
    let slider = Slider::builder().max(40).step(dec!(0.1)).value(20).build().unwrap();
    let field = Stepper::builder().min(0).max(40).step(dec!(0.1)).value(20).build().unwrap();
    let (slider, field) = (Rc::new(RefCell::new(slider)), Rc::new(RefCell::new(field)));
    let _a = weight.subscribe({
        let (slider, field) = (slider.clone(), field.clone());
        move |value| {
            if let Some(value) = value {
                slider.borrow_mut().set_value(*value).unwrap();
            }
            field.borrow_mut().set_value(*value).unwrap();
        }
    });
    let turn: Turn<Option<Decimal>> = slider.borrow_mut().handle(Intent::Key(Key::Right)).map(Some);
    weight.take(&turn).unwrap();
    assert_eq!(field.borrow().text(), "20.1");
    for typed in ["1", "1.", "1.5"] {
        let turn = field.borrow_mut().handle(Intent::Type(typed));
        weight.take(&turn).unwrap();
        assert_eq!(field.borrow().text(), typed, "no keystroke is lost");
    }
    assert_eq!(slider.borrow().value(), dec!(1.5));
}

proptest! {
    /// A percentage and a rating in halves: each follows the other, and nothing drifts.
    #[test]
    fn linked_controls_agree_and_never_drift(moves in proptest::collection::vec((any::<bool>(), 0_i64..=100), 1..50)) {
        let mut rating = Rating::builder().step(dec!(0.5)).min(0).build().unwrap();
        let mut slider = Slider::default();
        let halves = *rating.notches();
        let percent = Shared::new(slider.value());
        let rated = percent.linked(
            move |percent| Some(halves.snap(percent * dec!(0.05))),
            |rated| rated.map(|rated| rated * dec!(20)).ok_or(Refusal::NeverEmpty),
        );
        let (heard, _subscription) = notebook(&percent);
        for (by_slider, to) in moves {
            let before = percent.get();
            let to = if by_slider {
                let to = Decimal::from(to);
                percent.take(&slider.handle(Intent::Choose(to))).unwrap();
                to
            } else {
                let to = halves.snap(Decimal::new(to, 2) * dec!(5));
                rated.take(&rating.handle(Intent::Choose(to))).unwrap();
                // Choosing the current value is refused, so nothing changes.
                if rated.get() == Some(to) { percent.get() } else { to * dec!(20) }
            };
            slider.set_value(percent.get()).unwrap();
            rating.set_value(rated.get()).unwrap();
            prop_assert_eq!(percent.get(), to);
            prop_assert_eq!(rated.get(), Some(halves.snap(percent.get() * dec!(0.05))));
            let notified = heard.borrow_mut().drain(..).collect::<Vec<_>>();
            prop_assert_eq!(notified, if before == to { vec![] } else { vec![to] });
        }
    }

    /// Every notch of the finer side survives the round trip, and the ends correspond.
    #[test]
    fn a_conversion_leads_back_to_where_it_came_from(
        from in -500_i64..500, length in 1_i64..400, to in -500_i64..500, times in 1_i64..40, at in 0_i64..400,
        down: bool
    ) {
        let (low, high) = (Decimal::from(from), Decimal::from(from + length));
        let reach = Decimal::from(length * times * if down { -1 } else { 1 });
        let (start, end) = (Decimal::from(to), Decimal::from(to) + reach);
        let there = Conversion::between((low, high), (start, end)).unwrap();
        let here = Notches::new(low, high, dec!(1)).unwrap();
        let back = there.reversed().unwrap().onto(here);
        prop_assert_eq!((there.convert(low), there.convert(high)), (start, end));
        let value = Decimal::from(from + at % (length + 1));
        prop_assert_eq!(back.convert(there.convert(value)), value);
        prop_assert!(Conversion::between((low, low), (start, end)).is_err());
    }
}
