//! Invariants that hold for every control, whatever is attempted on it:
//!
//! - a refused attempt changes nothing;
//! - `input` reports every change of the value, and the last one reported is the value;
//! - `change` is reported only if the value settled on another one than before;
//! - every `input` that is not reverted is followed by its `change`;
//! - the value is empty or allowed, and the numbers in the view are in range.

use crate::attempts::Attempt;
use pin_notch::{Control, Event, Intent, Measure, NotchesOf, Semantics, Value, View};

/// Carries out an attempt and checks the invariants. Returns the value that the control has settled on.
///
/// # Panics
/// If an invariant is violated.
pub fn attempted(control: &mut Control, settled: Value, attempt: &Attempt) -> Value {
    let (before, mut settled) = (control.clone(), settled);
    let turn = control.handle(attempt.intent());
    if turn.refusal().is_some() {
        assert_eq!(*control, before, "{attempt:?} was refused");
        return settled;
    }
    assert!(turn.events().count() > 0, "{attempt:?} ended in nothing");
    let mut now = before.value();
    for event in turn.events() {
        match event {
            Event::Input(to) => {
                // A disabled option is not part of the value but can be removed, and two items may send the
                // same.
                let may_stay = matches!(control, Control::Select(_) | Control::ItemStepper(_));
                assert!(may_stay || now != *to, "{attempt:?} told a move that is none: {turn:?}");
                now = to.clone();
            }
            Event::Change(to) => {
                assert_eq!(now, *to, "{attempt:?} settled on what it did not move to: {turn:?}");
                settled = to.clone();
            }
            Event::Grabbed
            | Event::Released
            | Event::Cancelled
            | Event::Preview(_)
            | Event::PreviewEnd
            | Event::Draft
            | Event::Taken(_)
            | Event::Opened
            | Event::Closed
            | Event::Active(_)
            | Event::Scrolled(_)
            | Event::ActiveDay(_) => {}
        }
    }
    assert_eq!(now, control.value(), "{attempt:?} moved without a word: {turn:?}");
    settled
}

fn in_range(semantics: &Semantics) {
    if let Some(range) = &semantics.range {
        assert!((range.min..=range.max).contains(&range.now), "{semantics:?}");
    }
}

fn is_allowed<M: Measure>(notches: &NotchesOf<M>, value: Option<M>) -> bool {
    value.is_none_or(|value| notches.count() == 0 || notches.contains(value))
}

/// The invariants that hold at any time.
///
/// # Panics
/// If an invariant is violated.
pub fn check(control: &Control) {
    assert_eq!(
        control.definition().build().map(drop),
        Ok(()),
        "it has a definition that makes one"
    );
    let view = control.view();
    in_range(view.semantics());
    assert_eq!(view.problem().is_empty(), control.validity().is_empty());
    let fraction = |at: &f64| (0.0..=1.0).contains(at);
    match &view {
        View::Slider(view) => {
            assert!(fraction(&view.thumb) && view.filled.0 <= view.filled.1, "{view:?}");
            assert!(view.marks.iter().all(|mark| fraction(&mark.at)), "{view:?}");
        }
        View::SpanSlider(view) => {
            assert!(view.thumbs.iter().all(fraction) && view.filled.0 <= view.filled.1, "{view:?}");
            assert!(view.value.low <= view.value.high);
            view.thumb_semantics.iter().for_each(in_range);
        }
        View::Select(view) => {
            assert!(view.active.is_none_or(|row| row < view.row_count), "{view:?}");
            assert!(view.open || view.rows.is_empty());
        }
        View::Date(view) => {
            let active = view.grid.iter().flat_map(|grid| &grid.weeks).flat_map(|(_, days)| days);
            let active = active.filter(|day| day.active).count();
            assert_eq!(
                active,
                usize::from(view.grid.is_some()),
                "keys are on one day of an open grid"
            );
        }
        View::Month(view) | View::Week(view) | View::Time(view) | View::DateTime(view) => {
            assert_eq!(view.fields.iter().filter(|field| field.active).count(), 1);
            view.fields.iter().for_each(|field| in_range(&field.semantics));
        }
        View::Rating(view) => {
            assert!(view.value.is_none() || !view.readout.is_empty() || view.icons > 0)
        }
        View::CheckboxGroup(view) => {
            assert!(view.choices.iter().all(|one| one.checkbox.semantics.checked.is_some()));
        }
        View::RadioGroup(view) => {
            let active = view.radios.iter().filter(|radio| radio.active).count();
            let free = view.radios.iter().any(|radio| !radio.semantics.disabled);
            assert!(active <= 1 && (active == 1 || !free || view.semantics.disabled));
            assert!(view.radios.iter().filter(|radio| radio.chosen).count() <= 1);
        }
        View::Text(view) => assert_eq!(view.semantics.multiline, view.rows > 1),
        View::Switch(_)
        | View::Checkbox(_)
        | View::Stepper(_)
        | View::ItemStepper(_)
        | View::DateSpan(_) => {}
    }
    let allowed = match control {
        Control::Slider(_) | Control::SpanSlider(_) | Control::Rating(_) | Control::Stepper(_) => {
            let notches = control.notches().expect("it has numbers");
            let on = |value| notches.is_empty() || notches.contains(value);
            match control.value() {
                Value::Number(number) => on(number),
                Value::Span(span) => on(span.low) && on(span.high),
                _ => true,
            }
        }
        Control::Date(date) => is_allowed(date.notches(), date.value()),
        Control::DateSpan(span) => {
            let ends = span.value().map(|span| [span.first, span.last]).into_iter().flatten();
            ends.into_iter().all(|day| is_allowed(span.notches(), Some(day)))
        }
        Control::Month(month) => is_allowed(month.notches(), month.value()),
        Control::Week(week) => is_allowed(week.notches(), week.value()),
        Control::Time(time) => is_allowed(time.notches(), time.value()),
        Control::DateTime(moment) => is_allowed(moment.notches(), moment.value()),
        Control::Text(text) => {
            text.is_multiline() || !text.value().unwrap_or_default().contains('\n')
        }
        Control::Switch(_)
        | Control::Checkbox(_)
        | Control::CheckboxGroup(_)
        | Control::RadioGroup(_)
        | Control::ItemStepper(_)
        | Control::Select(_) => true,
    };
    assert!(allowed, "{:?} is not allowed by {:?}", control.value(), control.definition());
}

/// Ends whatever is in progress, so that everything has settled, and returns the settled value.
///
/// # Panics
/// The errors of [`attempted`].
pub fn end(control: &mut Control, settled: Value) -> Value {
    let ends = [Intent::Leave, Intent::Release, Intent::Close, Intent::Settle];
    ends.into_iter()
        .fold(settled, |settled, intent| attempted(control, settled, &Attempt::Plain(intent)))
}
