//! Checkboxes, steppers and spans: attempts with the text of their turns.

use pin_notch::{
    Checkbox, CheckboxGroup, Checked, Choice, Control, ControlError, Direction, Intent,
    ItemStepper, Key, Orientation, Place, Scale, Select, Shown, Slider, Span, SpanSlider,
    SpanSliderBuilder, SpanSliderDefinition, Stepper, Surroundings, Thumb, Turn, Value, dec,
    steps_held,
};

fn play<C, V: Shown + Clone>(
    control: &mut C,
    handle: impl Fn(&mut C, Intent) -> Turn<V>,
    moves: &[(Intent, &str)],
) {
    for (at, (intent, expected)) in moves.iter().enumerate() {
        assert_eq!(handle(control, *intent).to_string(), *expected, "move {at}: {intent}");
    }
}

fn brood() -> Stepper {
    Stepper::builder().min(0).max(11).step(dec!(0.25)).unit("frames").build().unwrap()
}

#[test]
fn typing_loses_nothing_and_settles_or_is_refused_with_a_reason() {
    use Intent::*;
    let mut stepper = brood();
    play(
        &mut stepper,
        Stepper::handle,
        &[
            (Type("-"), "draft"),
            (Settle, "refused: not a number"),
            (Type("5"), "input 5"),
            (Type("5."), "draft"), // the 5 stays while the rest is on its way
            (Type("5.2"), "draft"),
            (Type("5.25"), "input 5.25"),
            (Settle, "change 5.25"),
            (Settle, "refused: nothing would change"),
            (Type("5.3"), "draft"),
            (Settle, "refused: not on a notch; the nearest is 5.25"),
        ],
    );
    assert_eq!((stepper.text().as_str(), stepper.value()), ("5.3", Some(dec!(5.25))));
    assert_eq!(
        stepper.validity()[0].to_string(),
        "The value is between two steps: the nearest are 5.25 and 5.5."
    );
    play(
        &mut stepper,
        Stepper::handle,
        &[
            (Type("99"), "draft"),
            (Settle, "refused: above the maximum 11"),
            (Type("1,5"), "draft"),
            (Settle, "refused: not a number"),
            (Key(pin_notch::Key::Escape), "cancel"), // back to what it was, the draft is gone
            (Type("5"), "input 5"),
            (Key(pin_notch::Key::Escape), "input 5.25, cancel"),
            (Type(""), "input empty"),
            (Settle, "change empty"),
        ],
    );
    assert_eq!((stepper.text().as_str(), stepper.value()), ("", None));
    // A value echoed by a listener does not affect the text being typed.
    let _ = stepper.handle(Type("3."));
    stepper.set_value(Some(dec!(3))).unwrap();
    assert_eq!(stepper.text(), "3.");
    stepper.reset();
    assert_eq!(stepper.text(), "");
    // A copied text ends in the unit, which is shown beside the field.
    play(
        &mut stepper,
        Stepper::handle,
        &[
            (Type("7.5 frames "), "input 7.5"),
            (Settle, "change 7.5"),
            (Type("7.5 kg"), "draft"),
            (Key(pin_notch::Key::Escape), "cancel"),
            (Type("8frames"), "input 8"),
            (Key(pin_notch::Key::Up), "input 8.25, change 8.25"),
            (Type("frames"), "draft"),
            (Settle, "refused: not a number"),
        ],
    );
    assert_eq!((stepper.text().as_str(), stepper.value()), ("frames", Some(dec!(8.25))));
}

#[test]
fn a_stepper_steps_from_anywhere() {
    use Key::*;
    let key = Intent::Key;
    let mut stepper = brood();
    play(
        &mut stepper,
        Stepper::handle,
        &[
            (key(Down), "input 0, change 0"), // from empty as from HTML's 0
            (key(Down), "refused: already at the lowest value"),
            (key(PageUp), "input 2.5, change 2.5"),
            (Intent::Step(-2), "input 2, change 2"),
            (key(End), "input 11, change 11"),
            (key(Up), "refused: already at the highest value"),
            (key(Left), "refused: does not apply to this control"), // in a text, it moves the caret
            (Intent::Type("4.9"), "draft"),
            (key(Up), "input 5, change 5"), // from what is typed
            (Intent::Type("95"), "draft"),
            (key(Down), "input 11, change 11"),
            (Intent::Type("95"), "draft"),
            (key(Up), "refused: already at the highest value"),
            (Intent::Clear, "input empty, change empty"),
            (Intent::Clear, "refused: already empty"),
        ],
    );
    assert_eq!(stepper.handle(key(End)).to_string(), "input 11, change 11");
    let view = stepper.view();
    assert_eq!((view.text.as_str(), view.at_first, view.at_last), ("11.00", false, true));
    assert_eq!(view.semantics.range.unwrap().text, "11 frames");

    let mut hours = Stepper::builder().min(0).max(23).value(23).r#loop(true).build().unwrap();
    assert_eq!(hours.handle(key(Up)).to_string(), "input 0, change 0");
    assert_eq!(hours.handle(key(Down)).to_string(), "input 23, change 23");
    assert!(!hours.view().at_last);

    let mut free = Stepper::builder().build().unwrap();
    assert_eq!(free.handle(key(Up)).to_string(), "input 1, change 1", "as HTML's empty field");
    assert_eq!(free.handle(key(Home)).to_string(), "refused: does not apply to this control");
    assert_eq!(free.handle(Intent::Step(-3)).to_string(), "input -2, change -2");
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

#[test]
fn items_go_back_and_next_and_know_their_ends() {
    let mut hives = ItemStepper::builder().options(["Linden", "Orchard", "Heath"]).build().unwrap();
    assert!(hives.is_at_first() && !hives.is_at_last());
    play(
        &mut hives,
        ItemStepper::handle,
        &[
            (Intent::Step(-1), "refused: already at the lowest value"),
            (Intent::Step(1), "input Orchard, change Orchard"),
            (Intent::Key(Key::Right), "input Heath, change Heath"),
            (Intent::Key(Key::Down), "refused: already at the highest value"),
            (Intent::Key(Key::Home), "input Linden, change Linden"),
            (Intent::Step(0), "refused: nothing would change"),
            (Intent::Step(i32::MAX), "input Heath, change Heath"),
            (Intent::Flip, "refused: does not apply to this control"),
        ],
    );
    assert_eq!((hives.value(), hives.index()), (Some("Heath"), Some(2)));
    hives.redefine(|definition| definition.r#loop = true).unwrap();
    assert_eq!(hives.handle(Intent::Step(1)).to_string(), "input Linden, change Linden");
    assert_eq!(hives.handle(Intent::Step(-1)).to_string(), "input Heath, change Heath");
    let mut none = ItemStepper::default();
    assert_eq!(none.handle(Intent::Step(1)).to_string(), "refused: already at the highest value");
    assert_eq!((none.item(), none.is_at_first(), none.is_at_last()), (None, true, true));

    let closed = |text: &str| Choice::from(text).disabled();
    let items = [closed("a"), "b".into(), closed("c"), "d".into(), closed("e")];
    let mut some = ItemStepper::builder().options(items).build().unwrap();
    assert_eq!(some.value(), Some("b"), "the first that can be stepped to");
    assert_eq!(some.handle(Intent::Step(1)).to_string(), "input d, change d");
    assert!(some.is_at_last());
    some.set_value("c").unwrap();
    assert_eq!(some.validity()[0].to_string(), "\"c\" cannot be chosen.");
    assert_eq!(
        pin_notch::Control::from(some.clone()).entries(),
        [""; 0],
        "what is disabled is not sent"
    );
    assert_eq!(some.handle(Intent::Step(-1)).to_string(), "input b, change b");
}

#[test]
fn a_checkbox_leaves_mixed_and_never_returns_to_it() {
    let mut checkbox = Checkbox::builder().indeterminate(true).value("varroa").build().unwrap();
    assert_eq!(checkbox.view().semantics.attributes()[1], ("aria-checked", "mixed".to_owned()));
    assert_eq!(pin_notch::Control::from(checkbox.clone()).entries(), [""; 0]);
    play(
        &mut checkbox,
        Checkbox::handle,
        &[
            (Intent::Key(Key::Space), "input on, change on"),
            (Intent::Flip, "input off, change off"),
            (Intent::Key(Key::Enter), "refused: does not apply to this control"),
        ],
    );
    checkbox.set_required(true);
    assert_eq!(checkbox.validity()[0].state(), "valueMissing");
    checkbox.reset();
    assert_eq!(checkbox.value(), Checked::Mixed);
}

#[test]
fn a_group_follows_its_children_and_leads_them() {
    let mut group = CheckboxGroup::builder()
        .options(["formic", "oxalic", "thymol"])
        .least(1)
        .most(2)
        .build()
        .unwrap();
    assert_eq!(group.validity()[0].to_string(), "Choose at least 1.");
    play(
        &mut group,
        CheckboxGroup::handle,
        &[
            (Intent::Pick("thymol"), "input thymol, change thymol"),
            (Intent::Pick("formic"), "input formic + thymol, change formic + thymol"),
            (Intent::Pick("oxalic"), "refused: no more than 2 can be chosen"),
            (Intent::Flip, "refused: no more than 2 can be chosen"),
            (Intent::Pick("honey"), "refused: there is no such option"),
        ],
    );
    assert_eq!(group.all(), Checked::Mixed);
    assert!(group.validity().is_empty());
    group.reset();
    assert_eq!((group.value(), group.all()), (Vec::new(), Checked::Off));
    let mut begun = CheckboxGroup::builder().options(["a", "b"]).value(["b"]).build().unwrap();
    assert_eq!(begun.handle(Intent::Flip).to_string(), "input a + b, change a + b");
    begun.reset();
    assert_eq!(
        (begun.value(), begun.default_value()),
        (vec!["b".to_owned()], vec!["b".to_owned()])
    );

    let mut free = CheckboxGroup::builder()
        .options(["queen".into(), Choice::from("eggs").disabled(), "brood".into()])
        .build()
        .unwrap();
    assert_eq!(free.handle(Intent::Flip).to_string(), "input queen + brood, change queen + brood");
    assert_eq!(free.all(), Checked::Mixed, "the disabled one stays as it was");
    assert_eq!(free.handle(Intent::Flip).to_string(), "input none, change none");
    free.set_readonly(true);
    assert_eq!(free.handle(Intent::Pick("queen")).to_string(), "refused: read-only");
}

#[test]
fn what_is_not_sent_does_not_count_towards_the_most() {
    let options =
        || [Choice::from("eggs").disabled(), "queen".into(), "brood".into(), "mites".into()];
    let group = CheckboxGroup::builder().options(options()).value(["eggs"]).most(2);
    let select = Select::builder().options(options()).value(["eggs"]).multiple(true).most(2);
    for mut control in [Control::from(group.build().unwrap()), select.build().unwrap().into()] {
        let name = format!("{:?}", control.definition());
        let turns = ["queen", "brood", "mites"].map(|value| control.handle(Intent::Pick(value)));
        assert_eq!(
            turns.map(|turn| turn.to_string()),
            [
                "input queen, change queen",
                "input queen + brood, change queen + brood",
                "refused: no more than 2 can be chosen"
            ],
            "{name}"
        );
        assert!(control.validity().is_empty(), "{name}");
        let value = ["eggs", "brood", "mites"].map(str::to_owned);
        control.set_value(Value::Texts(value.into())).unwrap();
        assert_eq!(control.entries(), ["brood", "mites"], "{name}");
    }
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
fn the_nearer_thumb_moves_and_thumbs_stop_or_push() {
    use Intent::*;
    let across = Place::across;
    let mut stopping = outside_with(|span| apart(span, 10, 50));
    play(
        &mut stopping,
        SpanSlider::handle,
        &[
            (Press(across(0.3)), "grab, input 30,60"),
            (Move(across(0.9)), "input 50,60"), // as near as it may
            (Move(across(0.0)), "input 10,60"), // as far as it may
            (Cancel, "input 20,60, cancel"),
            (Press(across(0.7)), "grab, input 20,70"),
            (Release, "release, change 20,70"),
            (Key(pin_notch::Key::Right), "refused: already at the highest value"),
            (Take(Thumb::Low), "take low"),
            (Take(Thumb::Low), "refused: nothing would change"),
            (Key(pin_notch::Key::Right), "input 21,70, change 21,70"),
            (Choose(dec!(65)), "refused: not on a notch; the nearest is 60"),
            (Choose(dec!(60)), "input 60,70, change 60,70"),
        ],
    );
    let mut pushing = outside_with(|span| apart(span, 10, 50));
    pushing.redefine(|span| span.push = true).unwrap();
    play(
        &mut pushing,
        SpanSlider::handle,
        &[
            (Press(across(0.3)), "grab, input 30,60"),
            (Move(across(0.55)), "input 55,65"),
            (Move(across(1.0)), "input 90,100"), // the other has come to its end
            (Move(across(0.0)), "input 0,50"),
            (Release, "release, change 0,50"),
        ],
    );
    // Two thumbs in one place: the one with room moves.
    let mut met = outside_with(|span| span.value = Some(Span::new(100, 100)));
    assert_eq!(met.handle(Press(across(0.4))).to_string(), "grab, input 40,100");
    let mut met = outside_with(|span| span.value = Some(Span::new(50, 50)));
    assert_eq!(met.handle(Press(across(0.8))).to_string(), "grab, input 50,80");
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
    assert_eq!(
        error(SpanSlider::builder().max(10).least(11)),
        "least 11 is not possible: no two values are so far apart"
    );
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
