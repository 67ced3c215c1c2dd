//! Thousands of random attempts on every control, with definitions that change in between, and the
//! invariants after each of them (see `keeps.rs` in `pin-notch-any`).

use pin_notch::{Control, ControlKind, Event, Value, View};
use pin_notch_any::{
    Attempt, Setting, attempt_on, attempted, check, definition, end, kind, mended, setting,
};
use proptest::prelude::*;
use proptest::strategy::ValueTree;

#[derive(Clone, Debug)]
enum Move {
    Attempt(Attempt),
    Say(Setting),
}

fn moves(kind: ControlKind, redefines: bool) -> BoxedStrategy<Vec<Move>> {
    let say = setting(kind).prop_map(Move::Say);
    let attempt = attempt_on(kind).prop_map(Move::Attempt);
    let one = match redefines {
        true => prop_oneof![8 => attempt, 1 => say].boxed(),
        false => attempt.boxed(),
    };
    proptest::collection::vec(one, 1..60).boxed()
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(1500))]

    #[test]
    fn a_control_keeps_its_word(
        (definition, moves) in kind().prop_flat_map(|kind| (definition(kind), moves(kind, false)))
    ) {
        let mut control = mended(definition);
        check(&control);
        let mut settled = control.value();
        for one in &moves {
            if let Move::Attempt(attempt) = one {
                settled = attempted(&mut control, settled, attempt);
                check(&control);
            }
        }
        if !control.conditions().is_disabled() && !control.conditions().readonly {
            settled = end(&mut control, settled);
            prop_assert_eq!(settled, control.value(), "an input has stayed without its change");
        }
    }

    #[test]
    fn a_control_that_is_redefined_keeps_its_word(
        (definition, moves) in kind().prop_flat_map(|kind| (definition(kind), moves(kind, true)))
    ) {
        let mut control = mended(definition);
        for one in &moves {
            match one {
                Move::Attempt(attempt) => {
                    let _ = attempted(&mut control, Value::Empty, attempt);
                }
                Move::Say(setting) => {
                    let before = control.clone();
                    let mut definition = control.definition();
                    setting.apply_to(&mut definition);
                    match control.set_definition(definition.clone()) {
                        Ok(()) => prop_assert_eq!(control.definition(), definition),
                        Err(_) => prop_assert_eq!(&control, &before, "refused, yet changed"),
                    }
                    prop_assert_eq!(control.is_drafting() && !before.is_drafting(), false);
                }
            }
            check(&control);
        }
    }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(1500))]

    /// A program that keeps the value itself writes back what it is told. Whatever a person is doing goes
    /// on as if it had not.
    #[test]
    fn a_value_that_is_written_back_changes_nothing(
        (definition, moves) in kind().prop_flat_map(|kind| (definition(kind), moves(kind, false)))
    ) {
        let mut control = mended(definition);
        let mut alone = control.clone();
        for one in &moves {
            let Move::Attempt(attempt) = one else { continue };
            let turn = control.handle(attempt.intent());
            prop_assert_eq!(&turn, &alone.handle(attempt.intent()), "{:?}", attempt);
            if turn.events().any(|event| matches!(event, Event::Input(_) | Event::Change(_))) {
                let value = control.value();
                prop_assert_eq!(control.set_nearest(value.clone()), Ok(value));
            }
            prop_assert_eq!(control.view(), alone.view(), "{:?}", attempt);
            let views = [&control, &alone].map(|one| {
                let mut disabled = one.definition();
                disabled.set_attribute("disabled", Some("")).unwrap();
                let mut later = one.clone();
                later.set_definition(disabled).unwrap();
                later.view()
            });
            prop_assert_eq!(&views[0], &views[1], "{:?}, then disabled", attempt);
        }
    }
}

/// The controls in which something can be half typed.
const TYPED: &[ControlKind] = &[
    ControlKind::Stepper,
    ControlKind::Date,
    ControlKind::DateSpan,
    ControlKind::Month,
    ControlKind::Week,
    ControlKind::Time,
    ControlKind::DateTime,
];

/// The texts of their fields.
fn shown(control: &Control) -> Vec<String> {
    match control.view() {
        View::Stepper(view) => vec![view.text],
        View::Date(view) => vec![view.text],
        View::DateSpan(view) => view.texts.into(),
        View::Month(view) | View::Week(view) | View::Time(view) | View::DateTime(view) => {
            view.fields.into_iter().map(|field| field.text).collect()
        }
        other => panic!("nothing is typed in {other:?}"),
    }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(1000))]

    /// The value and the draft are all that another control needs to continue.
    #[test]
    fn a_draft_can_be_continued_elsewhere(
        (definition, moves) in proptest::sample::select(TYPED)
            .prop_flat_map(|kind| (definition(kind), moves(kind, false)))
    ) {
        let mut control = mended(definition);
        let mut other = control.clone();
        for one in &moves {
            let Move::Attempt(attempt) = one else { continue };
            let _ = control.handle(attempt.intent());
            if other.value() != control.value() {
                prop_assert_eq!(other.set_nearest(control.value()), Ok(control.value()));
            }
            other.set_draft(&control.draft());
            prop_assert_eq!(shown(&control), shown(&other), "{:?}", attempt);
            prop_assert_eq!(control.value(), other.value(), "{:?}", attempt);
            prop_assert_eq!(control.validity(), other.validity(), "{:?}", attempt);
        }
    }
}

/// The attempts are effective: for each kind, enough result in events and enough in refusals.
#[test]
fn attempts_reach_every_control() {
    let mut runner = proptest::test_runner::TestRunner::deterministic();
    for kind in ControlKind::ALL {
        let (mut done, mut refused, mut changed) = (0, 0, 0);
        for _ in 0..150 {
            let value = (definition(*kind), moves(*kind, false)).new_tree(&mut runner).unwrap();
            let (definition, moves) = value.current();
            let mut control = mended(definition);
            control.set_disabled(false);
            control.set_readonly(false);
            for one in moves {
                let Move::Attempt(attempt) = one else { continue };
                let turn = control.handle(attempt.intent());
                match turn.refusal() {
                    Some(_) => refused += 1,
                    None => done += 1,
                }
                changed += u32::from(turn.change().is_some());
            }
        }
        assert!(
            done > 150 && refused > 200 && changed > 100,
            "{kind:?}: {done} done, {refused} refused, {changed} changed"
        );
    }
}
