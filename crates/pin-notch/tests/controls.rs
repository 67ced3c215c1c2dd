//! What the reviewed outcomes of attempts (`attempts.rs`) do not show of the controls.

use pin_notch::{
    CheckboxGroup, Checked, Choice, Control, ControlError, Direction, Intent, ItemStepper, Key,
    Lit, Orientation, Place, Rating, Scale, Slider, Span, SpanSlider, SpanSliderBuilder,
    SpanSliderDefinition, Stepper, Surroundings, Switch, Thumb, dec, steps_held,
};

fn across(x: f64) -> Place {
    Place::across(x)
}

fn weight() -> Slider {
    Slider::builder().max(40).step(dec!(0.1)).value(20).build().unwrap()
}

/// During a drag, what moves a thumb is refused because of the drag, and what never applies, because it
/// does not; both kinds of slider give the same reasons.
#[test]
fn both_sliders_refuse_alike_during_a_drag() {
    let grabbed = "refused: being dragged";
    let never = "refused: does not apply to this control";
    let table = [
        (Intent::Key(Key::Right), grabbed),
        (Intent::Step(1), grabbed),
        (Intent::Press(across(0.1)), grabbed),
        (Intent::Grab(across(0.1)), grabbed),
        (Intent::Choose(dec!(12.5)), grabbed),
        (Intent::Move(across(f64::NAN)), "refused: the place is not a number"),
        (Intent::Clear, "refused: this control is never empty"),
        (Intent::Flip, never),
        (Intent::Type("12"), never),
        (Intent::Open, never),
    ];
    let span = SpanSlider::builder().max(40).build().unwrap();
    for mut control in [weight().into(), Control::from(span)] {
        let _ = control.handle(Intent::Grab(across(0.5)));
        for (intent, refusal) in table {
            let before = control.clone();
            assert_eq!(control.handle(intent).to_string(), refusal, "{intent}");
            assert_eq!(control, before, "{intent}");
        }
    }
}

/// The effects of Right, Up and a press near the top left corner, for every orientation of a slider.
#[test]
fn arrows_and_places_follow_the_orientation_of_the_track() {
    use Direction::*;
    use Orientation::*;
    let table = [
        // orientation, direction, reversed → Right, Up, press at (0.25, 0.25), thumb of 25
        (Horizontal, LeftToRight, false, "51", "51", "25", 0.25),
        (Horizontal, RightToLeft, false, "49", "51", "75", 0.75),
        (Horizontal, LeftToRight, true, "49", "51", "75", 0.75),
        (Horizontal, RightToLeft, true, "51", "51", "25", 0.25),
        (Vertical, LeftToRight, false, "51", "51", "75", 0.75),
        (Vertical, LeftToRight, true, "51", "49", "25", 0.25),
        (Vertical, RightToLeft, false, "49", "51", "75", 0.75),
    ];
    for (orientation, direction, reversed, right, up, pressed, thumb) in table {
        let mut around = Surroundings::default();
        around.direction = Some(direction);
        let mut slider =
            Slider::builder().orientation(orientation).reversed(reversed).build().unwrap();
        slider.set_surroundings(&around);
        let after = |intent| {
            let mut slider = slider.clone();
            let _ = slider.handle(intent);
            slider.value().to_string()
        };
        let lies = format!("{orientation:?} {direction:?} reversed {reversed}");
        assert_eq!(after(Intent::Key(Key::Right)), right, "Right, {lies}");
        assert_eq!(after(Intent::Key(Key::Up)), up, "Up, {lies}");
        assert_eq!(after(Intent::Press(Place::new(0.25, 0.25))), pressed, "press, {lies}");
        slider.set_value(dec!(25)).unwrap();
        let view = slider.view();
        assert_eq!(view.thumb, thumb, "thumb, {lies}");
        assert!(
            (view.filled.1 - view.filled.0 - 0.25).abs() < 1e-12,
            "a quarter is filled, {lies}"
        );
    }
}

#[test]
fn disabled_and_read_only_refuse_with_their_reason() {
    let attempts = [
        Intent::Key(Key::Right),
        Intent::Press(across(0.1)),
        Intent::Grab(across(0.5)),
        Intent::Point(across(0.3)),
        Intent::Choose(dec!(1)),
        Intent::Flip,
        Intent::Clear,
    ];
    let controls: [Control; 3] =
        [weight().into(), Rating::builder().build().unwrap().into(), Switch::default().into()];
    for control in controls {
        for intent in attempts {
            let mut disabled = control.clone();
            disabled.set_disabled(true);
            assert_eq!(disabled.handle(intent).to_string(), "refused: disabled");
            let mut read_only = control.clone();
            read_only.set_readonly(true);
            assert_eq!(read_only.handle(intent).to_string(), "refused: read-only");
        }
    }
    // Disabled in the middle of a drag: no further move, but the gesture can end.
    let mut slider = weight();
    let _ = slider.handle(Intent::Press(across(0.1)));
    slider.set_disabled(true);
    assert_eq!(slider.handle(Intent::Move(across(0.9))).to_string(), "refused: disabled");
    assert_eq!(slider.handle(Intent::Release).to_string(), "release, change 4");
}

#[test]
fn a_slider_starts_at_its_default_or_in_the_middle() {
    let start =
        |min, max, step| Slider::builder().min(min).max(max).step(step).build().unwrap().value();
    assert_eq!(start(dec!(0), dec!(100), dec!(1)), dec!(50));
    assert_eq!(start(dec!(0), dec!(5), dec!(1)), dec!(3)); // 2.5 is a tie
    assert_eq!(start(dec!(10), dec!(0), dec!(1)), dec!(10));
    assert_eq!(start(dec!(-20), dec!(40), dec!(0.5)), dec!(10));
    let scale = || Slider::builder().max(40).step(dec!(0.1));
    let off = scale().value(dec!(1.05)).build().unwrap();
    assert_eq!(off.value(), dec!(1.1));
    assert_eq!(
        off.audit()[0].to_string(),
        "the default 1.05 is not on a notch: a control starts at 1.1"
    );
    let out = scale().value(50).build().unwrap_err();
    assert_eq!(out.to_string(), "value 50 is not allowed: above the maximum 40");
    // This is legal in HTML, although no value is acceptable: the form reports it.
    let reversed = Slider::builder().min(10).max(0).build().unwrap();
    assert_eq!(reversed.validity()[0].to_string(), "The value must be 0 or less.");
}

#[test]
fn a_rating_has_a_minimum_a_default_and_part_filled_icons() {
    let mut rating = Rating::builder().step(dec!(0.25)).min(2).build().unwrap();
    assert_eq!(rating.value(), None, "a minimum is not a start");
    assert_eq!(rating.handle(Intent::Press(across(0.01))).to_string(), "input 2, change 2");
    let _ = rating.handle(Intent::Clear);
    assert_eq!(rating.value(), None, "cleared, not set to the minimum");

    rating.redefine(|definition| definition.value = Some(dec!(3.25))).unwrap();
    assert_eq!(rating.value(), None, "what somebody chose stays");
    rating.reset();
    let fills = |rating: &Rating| {
        let view = rating.view();
        (0..5).map(|icon| view.fill(icon).to_string()).collect::<Vec<_>>().join(" ")
    };
    assert_eq!(fills(&rating), "1 1 1 0.25 0");
    assert_eq!(rating.view().readout, "3.25 of 5");
    let _ = rating.handle(Intent::Point(across(1.0)));
    assert_eq!((fills(&rating).as_str(), rating.value()), ("1 1 1 1 1", Some(dec!(3.25))));
    assert_eq!(rating.view().semantics.range.unwrap().text, "3.25 of 5", "a preview is not spoken");
    let _ = rating.handle(Intent::Leave);

    rating.redefine(|definition| definition.lit = Lit::Only).unwrap();
    assert_eq!(fills(&rating), "0 0 0 0.25 0");
    rating.set_value(Some(dec!(4))).unwrap();
    assert_eq!(fills(&rating), "0 0 0 1 0");

    let zero = Rating::builder().min(0).value(0).build().unwrap();
    assert_eq!((zero.view().readout.as_str(), zero.value()), ("0 of 5", Some(dec!(0))));
    assert_eq!(Rating::builder().build().unwrap().view().readout, "not rated");

    let message = |error: ControlError| error.to_string();
    assert_eq!(
        message(Rating::builder().max(0).build().unwrap_err()),
        "0 icons are not allowed: a rating has 1 to 1000"
    );
    assert_eq!(
        message(Rating::builder().min(6).build().unwrap_err()),
        "min 6 is not allowed: the minimum of a rating with 5 icons lies from 0 to 5"
    );
    let short = Rating::builder().step(dec!(0.3)).build().unwrap();
    assert_eq!(short.audit()[0].code(), "max-not-reached");
}

#[test]
fn steppers_know_their_ends() {
    let mut mites = Stepper::builder().min(0).max(1).value(0).build().unwrap();
    let ends = |stepper: &Stepper| (stepper.view().at_first, stepper.view().at_last);
    assert_eq!(ends(&mites), (true, false));
    let _ = mites.handle(Intent::Key(Key::Up));
    assert_eq!(ends(&mites), (false, true));
    mites.redefine(|definition| definition.r#loop = true).unwrap();
    assert_eq!(ends(&mites), (false, false));

    let closed = |text: &str| Choice::from(text).disabled();
    let items = [closed("a"), "b".into(), closed("c"), "d".into(), closed("e")];
    let mut hives = ItemStepper::builder().options(items).build().unwrap();
    assert_eq!((hives.is_at_first(), hives.is_at_last(), hives.index()), (true, false, Some(1)));
    let _ = hives.handle(Intent::Step(1));
    assert_eq!((hives.is_at_first(), hives.is_at_last(), hives.index()), (false, true, Some(3)));
    let none = ItemStepper::default();
    assert_eq!((none.item(), none.is_at_first(), none.is_at_last()), (None, true, true));
}

#[test]
fn a_group_as_a_whole_is_on_off_or_mixed() {
    let options = ["queen".into(), Choice::from("eggs").disabled(), "brood".into()];
    let mut group = CheckboxGroup::builder().options(options).build().unwrap();
    assert_eq!(group.all(), Checked::Off);
    let _ = group.handle(Intent::Flip);
    assert_eq!(group.all(), Checked::Mixed, "the disabled one stays as it was");
    group.set_value(&["queen", "eggs", "brood"].map(str::to_owned)).unwrap();
    assert_eq!(group.all(), Checked::On);
}

#[test]
fn a_held_button_goes_in_growing_strides() {
    let steps: Vec<u32> =
        [0, 399, 400, 480, 1999, 2000, 2080, 5040, u32::MAX].map(steps_held).to_vec();
    assert_eq!(steps[..5], [0, 0, 1, 2, 20]);
    assert_eq!((steps[5], steps[6], steps[7] - steps[6]), (21, 31, 10 * 36 + 100));
    assert!(
        (0..20_000).all(|ms| steps_held(ms) <= steps_held(ms + 1)),
        "time does not take steps back"
    );
}

fn outside() -> SpanSlider {
    SpanSlider::builder().value(Span::new(20, 60)).build().unwrap()
}

/// The same with a partly different definition.
fn outside_with(change: impl FnOnce(&mut SpanSliderDefinition)) -> SpanSlider {
    let mut definition = outside().definition().clone();
    change(&mut definition);
    SpanSlider::new(definition).unwrap()
}

fn apart(definition: &mut SpanSliderDefinition, least: u8, most: u8) {
    (definition.least, definition.most) = (least.into(), Some(most.into()));
}

#[test]
fn a_span_is_laid_out_like_a_slider_with_limits_for_each_thumb() {
    let upright = outside_with(|span| {
        (span.orientation, span.unit) = (Orientation::Vertical, "°C".into());
    });
    let view = upright.view();
    assert_eq!(
        (view.thumbs, view.filled, view.readout.as_str()),
        ([0.8, 0.4], (0.4, 0.8), "20 to 60 °C")
    );
    let mut around = Surroundings::default();
    around.direction = Some(Direction::RightToLeft);
    let mut other = outside();
    other.set_surroundings(&around);
    let _ = other.handle(Intent::Take(Thumb::High));
    assert_eq!(other.handle(Intent::Key(Key::Left)).to_string(), "input 20,61, change 20,61");
    let limits = |span: &SpanSlider| {
        span.view().thumb_semantics.map(|semantics| {
            semantics.range.map(|r| format!("{} in {}..{}", r.now, r.min, r.max)).unwrap()
        })
    };
    assert_eq!(limits(&outside()), ["20 in 0..60", "60 in 20..100"]);
    assert_eq!(limits(&outside_with(|span| apart(span, 5, 45))), ["20 in 15..55", "60 in 25..65"]);

    let error = |span: SpanSliderBuilder| span.build().unwrap_err().to_string();
    let from = |low, high| SpanSlider::builder().value(Span { low, high });
    assert_eq!(
        error(from(dec!(20), dec!(60)).least(50).most(60)),
        "value 20,60 is not allowed: not 50 to 60 apart"
    );
    assert_eq!(
        error(from(dec!(60), dec!(20))),
        "value 60,20 is not allowed: the second is below the first"
    );
    assert_eq!(
        error(from(dec!(1.5), dec!(20))),
        "value 1.5,20 is not allowed: not on a notch; the nearest is 2"
    );
    let none = SpanSlider::builder().min(9).max(0).build().unwrap_err();
    assert_eq!(none, ControlError::NoNotch);
    // Without a default, it starts as wide as its distances allow.
    let wide = SpanSlider::builder().least(20).most(50).build().unwrap();
    assert_eq!(wide.value(), Span::new(0, 50));
}

#[test]
fn keys_on_a_logarithmic_track_move_by_equal_factors() {
    let mut mites =
        Slider::builder().min(1).max(10_000).scale(Scale::Logarithmic).value(1).build().unwrap();
    let mut press = |key, times| {
        for _ in 0..times {
            let _ = mites.handle(Intent::Key(key));
        }
        mites.value()
    };
    // At least one notch, even if the factor gives less, and no more than a few hundred key presses from
    // end to end.
    assert_eq!(press(Key::Right, 3), dec!(4));
    assert_eq!(press(Key::PageUp, 1), dec!(10)); // 4 × 10^0.4
    assert_eq!(press(Key::PageUp, 5), dec!(997));
    assert_eq!(press(Key::Up, 1), dec!(1093)); // × 10^0.04
    assert_eq!(press(Key::Down, 1), dec!(997));
    assert_eq!(press(Key::Right, 200), dec!(10000));
    assert_eq!(press(Key::Home, 1), dec!(1));
    let at_end = mites.handle(Intent::Key(Key::Left));
    assert_eq!(at_end.to_string(), "refused: already at the lowest value");
}

#[test]
fn the_states_of_a_group_apply_to_each_checkbox() {
    let options = ["a".into(), Choice::from("b").disabled()];
    let mut group = CheckboxGroup::builder().options(options).build().unwrap();
    let states = |group: &CheckboxGroup| {
        let each = |one: &pin_notch::ChoiceView| {
            (one.checkbox.semantics.readonly, one.checkbox.semantics.disabled)
        };
        group.view().choices.iter().map(each).collect::<Vec<_>>()
    };
    assert_eq!(states(&group), [(false, false), (false, true)]);
    group.set_readonly(true);
    assert_eq!(states(&group), [(true, false), (true, true)]);
    group.set_disabled(true);
    assert_eq!(states(&group), [(true, true), (true, true)]);
}

#[test]
fn impossible_distances_are_reported_with_the_reason() {
    let error = |least: i64, most: Option<i64>| {
        let span = SpanSlider::builder().max(10).least(least);
        let span = match most {
            Some(most) => span.most(most),
            None => span,
        };
        span.build().map(|_| ()).map_err(|error| error.to_string())
    };
    assert_eq!(error(0, None), Ok(()));
    let cases = [
        (-1, None, "least -1 is not possible: a distance is 0 or more"),
        (11, None, "least 11 is not possible: no two values are so far apart"),
        (11, Some(12), "a distance from 11 to 12 is not possible: no two values are so far apart"),
    ];
    for (least, most, why) in cases {
        assert_eq!(error(least, most), Err(why.to_owned()));
    }
}

#[test]
fn a_drag_move_allocates_nothing() {
    let mut slider = weight();
    let _ = slider.handle(Intent::Press(across(0.0)));
    let mut inputs = 0;
    let counted = allocation_counter::measure(|| {
        for step in 0..1000 {
            let turn = slider.handle(Intent::Move(across(f64::from(step) / 1000.0)));
            inputs += turn.events().count();
        }
    });
    assert_eq!(counted.count_total, 0);
    assert!(inputs > 300, "the moves did move: {inputs}");
}
