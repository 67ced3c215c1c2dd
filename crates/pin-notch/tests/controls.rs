//! The control machines: attempts with the text of their turns.

use pin_notch::{
    Control, ControlError, Direction, Intent, Key, Lit, Orientation, Place, Rating, Slider,
    SliderBuilder, SpanSlider, Surroundings, Switch, dec,
};

fn across(x: f64) -> Place {
    Place::across(x)
}

/// Carries out each intent and compares the text of its turn.
fn play(control: impl Into<Control>, moves: &[(Intent, &str)]) -> Control {
    let mut control = control.into();
    for (at, (intent, expected)) in moves.iter().enumerate() {
        let before = control.clone();
        let turn = control.handle(*intent);
        assert_eq!(turn.to_string(), *expected, "move {at}: {intent}");
        if turn.refusal().is_some() {
            assert_eq!(
                format!("{control:?}"),
                format!("{before:?}"),
                "a refused {intent} changed it"
            );
        }
    }
    control
}

fn weight() -> Slider {
    scale().value(20).build().unwrap()
}

fn scale() -> SliderBuilder {
    Slider::builder().max(40).step(dec!(0.1))
}

/// A control where text runs from right to left.
fn right_to_left(control: impl Into<Control>) -> Control {
    let mut around = Surroundings::default();
    around.direction = Some(Direction::RightToLeft);
    let mut control = control.into();
    control.set_surroundings(&around);
    control
}

#[test]
fn a_drag_is_one_grab_many_inputs_one_release_one_change() {
    use Intent::*;
    play(
        weight(),
        &[
            (Grab(across(0.51)), "grab"), // a little beside the middle of the thumb
            (Move(across(0.51)), "refused: nothing would change"),
            (Move(across(0.52)), "input 20.4"),
            (Move(across(0.76)), "input 30"),
            (Key(pin_notch::Key::Right), "refused: being dragged"),
            (Choose(dec!(1)), "refused: being dragged"),
            (Press(across(0.1)), "refused: being dragged"),
            (Move(across(9.0)), "input 40"),
            (Move(across(f64::NAN)), "refused: the place is not a number"),
            (Release, "release, change 40"),
            (Release, "refused: not being dragged"),
            (Move(across(0.5)), "refused: not being dragged"),
            (Grab(across(1.0)), "grab"),
            (Release, "release"), // nothing moved, so nothing changed
        ],
    );
}

#[test]
fn a_press_on_the_track_jumps_and_grabs() {
    use Intent::*;
    play(
        weight(),
        &[
            (Press(across(0.25)), "grab, input 10"),
            (Move(across(0.5)), "input 20"),
            (Release, "release"), // back where it started: no change
            (Press(across(0.5)), "grab"),
            (Move(across(0.0)), "input 0"),
            (Cancel, "input 20, cancel"),
            (Press(across(0.1)), "grab, input 4"),
            (Key(pin_notch::Key::Escape), "input 20, cancel"),
            (Cancel, "refused: not being dragged"),
        ],
    );
}

#[test]
fn keys_move_a_slider_and_settle_at_once() {
    use Key::*;
    let key = Intent::Key;
    play(
        weight(),
        &[
            (key(Right), "input 20.1, change 20.1"),
            (key(Up), "input 20.2, change 20.2"),
            (key(Left), "input 20.1, change 20.1"),
            (key(Down), "input 20, change 20"),
            (key(PageUp), "input 24, change 24"),
            (key(PageDown), "input 20, change 20"),
            (key(End), "input 40, change 40"),
            (key(Right), "refused: already at the highest value"),
            (key(End), "refused: already at the highest value"),
            (key(Home), "input 0, change 0"),
            (key(PageDown), "refused: already at the lowest value"),
            (key(Space), "refused: does not apply to this control"),
            (key(Escape), "refused: does not apply to this control"),
            (Intent::Choose(dec!(12.5)), "input 12.5, change 12.5"),
            (Intent::Choose(dec!(12.55)), "refused: not on a notch; the nearest is 12.6"),
            (Intent::Choose(dec!(41)), "refused: above the maximum 40"),
            (Intent::Choose(dec!(-1)), "refused: below the minimum 0"),
            (Intent::Clear, "refused: this control is never empty"),
            (Intent::Flip, "refused: does not apply to this control"),
        ],
    );
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
fn values_set_by_the_program_are_exact_or_refused_without_events() {
    let mut slider = weight();
    assert_eq!(slider.set_value(dec!(41)).unwrap_err().to_string(), "above the maximum 40");
    assert_eq!(
        slider.set_value(dec!(0.05)).unwrap_err().to_string(),
        "not on a notch; the nearest is 0.1"
    );
    assert_eq!(slider.value(), dec!(20), "a value that is refused changes nothing");
    assert_eq!(slider.set_nearest(dec!(0.05)), dec!(0.1));
    slider.set_value(dec!(7)).unwrap();
    slider.reset();
    assert_eq!(slider.value(), dec!(20));
}

#[test]
fn a_slider_starts_at_its_default_or_in_the_middle() {
    let start =
        |min, max, step| Slider::builder().min(min).max(max).step(step).build().unwrap().value();
    assert_eq!(start(dec!(0), dec!(100), dec!(1)), dec!(50));
    assert_eq!(start(dec!(0), dec!(5), dec!(1)), dec!(3)); // 2.5 is a tie
    assert_eq!(start(dec!(10), dec!(0), dec!(1)), dec!(10));
    assert_eq!(start(dec!(-20), dec!(40), dec!(0.5)), dec!(10));
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
fn a_rating_previews_chooses_and_clears() {
    use Intent::*;
    play(
        Rating::builder().step(dec!(0.5)).build().unwrap(),
        &[
            (Leave, "refused: nothing would change"),
            (Clear, "refused: already empty"),
            (Point(across(0.69)), "preview 3.5"),
            (Point(across(0.695)), "refused: nothing would change"),
            (Point(across(0.71)), "preview 4"),
            (Leave, "preview end"),
            (Point(across(0.69)), "preview 3.5"),
            (Press(across(0.69)), "preview end, input 3.5, change 3.5"),
            // The pointer rests where it pressed, so that no preview hides the chosen value.
            (Point(across(0.69)), "refused: nothing would change"),
            (Press(across(0.69)), "input empty, change empty"),
            (Point(across(0.69)), "refused: nothing would change"),
            (Point(across(0.3)), "preview 1.5"),
            (Leave, "preview end"),
            (Choose(dec!(2)), "input 2, change 2"),
            (Choose(dec!(2)), "refused: nothing would change"),
            (Choose(dec!(2.2)), "refused: not on a notch; the nearest is 2"),
            (Choose(dec!(0)), "refused: below the minimum 0.5"),
            (Clear, "input empty, change empty"),
            (Press(across(-3.0)), "input 0.5, change 0.5"),
            (Press(across(7.0)), "input 5, change 5"),
            (Grab(across(0.1)), "refused: does not apply to this control"),
        ],
    );
}

#[test]
fn keys_move_a_rating() {
    use Key::*;
    let key = Intent::Key;
    play(
        Rating::builder().step(dec!(0.5)).build().unwrap(),
        &[
            (key(Left), "refused: already at the lowest value"),
            (key(Right), "input 0.5, change 0.5"), // from empty to the first value
            (key(Up), "input 1, change 1"),
            (key(PageUp), "input 2, change 2"), // a whole icon
            (key(Down), "input 1.5, change 1.5"),
            (key(End), "input 5, change 5"),
            (key(Up), "refused: already at the highest value"),
            (key(Delete), "input empty, change empty"),
            (key(Backspace), "refused: already empty"),
            (key(End), "input 5, change 5"),
            (key(Home), "input 0.5, change 0.5"),
            (key(Enter), "refused: does not apply to this control"),
        ],
    );
    play(
        right_to_left(Rating::builder().build().unwrap()),
        &[
            (key(Left), "input 1, change 1"),
            (Intent::Press(across(0.1)), "input 5, change 5"),
            (key(Right), "input 4, change 4"),
        ],
    );
}

#[test]
fn a_required_rating_can_be_changed_but_not_cleared() {
    let mut rating = Rating::builder().build().unwrap();
    rating.set_required(true);
    assert_eq!(rating.validity()[0].state(), "valueMissing");
    let control = play(
        rating,
        &[
            (Intent::Choose(dec!(4)), "input 4, change 4"),
            (Intent::Press(across(0.75)), "refused: a value is required, so it cannot be cleared"),
            (Intent::Clear, "refused: a value is required, so it cannot be cleared"),
            (Intent::Choose(dec!(1)), "input 1, change 1"),
        ],
    );
    assert!(control.validity().is_empty());
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
fn a_switch_flips_by_every_way_in() {
    let feeder = Switch::builder().when_on("feeding").when_off("not feeding").build().unwrap();
    let control = play(
        feeder,
        &[
            (Intent::Flip, "input on, change on"),
            (Intent::Key(Key::Space), "input off, change off"),
            (Intent::Key(Key::Enter), "input on, change on"),
            (Intent::Press(across(0.5)), "input off, change off"),
            (Intent::Key(Key::Right), "refused: does not apply to this control"),
            (Intent::Choose(dec!(1)), "refused: does not apply to this control"),
        ],
    );
    let Control::Switch(mut switch) = control else { unreachable!() };
    assert_eq!(switch.view().caption, "not feeding");
    switch.set_required(true);
    assert_eq!(switch.validity()[0].state(), "valueMissing", "a required switch must be on");
    switch.set_value(true);
    assert!(switch.validity().is_empty());
}

#[test]
fn semantics_are_aria_in_plain_data() {
    let aria = |control: &Control| {
        let view = control.view();
        let attributes = view.semantics().attributes();
        attributes
            .iter()
            .map(|(name, value)| format!("{name}={value}"))
            .collect::<Vec<_>>()
            .join(" ")
    };
    let mut slider: Control = scale().value(20).unit("kg").build().unwrap().into();
    assert_eq!(
        aria(&slider),
        "role=slider aria-valuenow=20 aria-valuemin=0 aria-valuemax=40 aria-valuetext=20.0 kg \
         aria-orientation=horizontal"
    );
    slider.set_disabled(true);
    assert!(aria(&slider).ends_with("aria-disabled=true"));
    let mut rating: Control = Rating::builder().build().unwrap().into();
    rating.set_required(true);
    assert_eq!(
        aria(&rating),
        "role=slider aria-valuenow=0 aria-valuemin=0 aria-valuemax=5 aria-valuetext=not rated \
         aria-orientation=horizontal aria-invalid=true"
    );
    let mut switch: Control = Switch::builder().checked(true).build().unwrap().into();
    switch.set_readonly(true);
    assert_eq!(aria(&switch), "role=switch aria-checked=true aria-readonly=true");
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
