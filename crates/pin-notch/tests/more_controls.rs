//! Checkboxes, steppers and spans: each attempt with what came of it, as the text of its turn.

use pin_notch::{
    CheckGroup, Checkbox, Checked, ControlError, Direction, Intent, ItemStepper, Key, Meeting,
    Notches, Orientation, Place, Shown, Span, SpanSlider, Stepper, Thumb, Turn, dec, steps_held,
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
    let frames = Notches::new(dec!(0), dec!(11), dec!(0.25)).unwrap();
    Stepper::new(frames).unwrap().in_unit("frames")
}

#[test]
fn typing_destroys_nothing_and_settles_or_says_why() {
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
            (Settle, "refused: on no notch; the nearest is 5.25"),
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
    // A value that comes back from a listener does not touch what is being typed.
    let _ = stepper.handle(Type("3."));
    stepper.set_value(Some(dec!(3))).unwrap();
    assert_eq!(stepper.text(), "3.");
    stepper.reset();
    assert_eq!(stepper.text(), "");
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
            (key(Up), "input 0, change 0"), // from empty to the nearest end
            (key(Down), "refused: already at the lowest value"),
            (key(PageUp), "input 2.5, change 2.5"),
            (Intent::Step(-2), "input 2, change 2"),
            (key(End), "input 11, change 11"),
            (key(Up), "refused: already at the highest value"),
            (key(Left), "refused: not for this control"), // in a text, it moves the caret
            (Intent::Type("4.9"), "draft"),
            (key(Up), "refused: already at the highest value"),
            (Intent::Clear, "input empty, change empty"),
            (Intent::Clear, "refused: already empty"),
        ],
    );
    assert_eq!(stepper.handle(key(Down)).to_string(), "input 11, change 11");
    let view = stepper.view();
    assert_eq!((view.text.as_str(), view.at_first, view.at_last), ("11.00", false, true));
    assert_eq!(view.semantics.range.unwrap().text, "11 frames");

    let hours = Notches::new(dec!(0), dec!(23), dec!(1)).unwrap();
    let mut hours = Stepper::new(hours).unwrap().starting_at(dec!(23)).unwrap().wrapping();
    assert_eq!(hours.handle(key(Up)).to_string(), "input 0, change 0");
    assert_eq!(hours.handle(key(Down)).to_string(), "input 23, change 23");
    assert!(!hours.view().at_last);

    let mut free = Stepper::new(Notches::builder().build().unwrap()).unwrap();
    assert_eq!(free.handle(key(Up)).to_string(), "input 0, change 0", "as from HTML's empty field");
    assert_eq!(free.handle(key(Home)).to_string(), "refused: not for this control");
    assert_eq!(free.handle(Intent::Step(-3)).to_string(), "input -3, change -3");
}

#[test]
fn a_held_button_goes_in_growing_strides() {
    let told: Vec<u32> =
        [0, 399, 400, 480, 1999, 2000, 2080, 5040, u32::MAX].map(steps_held).to_vec();
    assert_eq!(told[..5], [1, 1, 2, 3, 21]);
    assert_eq!((told[5], told[6], told[7] - told[6]), (22, 32, 10 * 36 + 100));
    assert!(
        (0..20_000).all(|ms| steps_held(ms) <= steps_held(ms + 1)),
        "time does not take steps back"
    );
}

#[test]
fn items_go_back_and_next_and_know_their_ends() {
    let mut hives = ItemStepper::new(vec!["Linden", "Orchard", "Heath"]);
    assert!(hives.at_first() && !hives.at_last());
    play(
        &mut hives,
        ItemStepper::handle,
        &[
            (Intent::Step(-1), "refused: already at the lowest value"),
            (Intent::Step(1), "input 1, change 1"),
            (Intent::Key(Key::Right), "input 2, change 2"),
            (Intent::Key(Key::Down), "refused: already at the highest value"),
            (Intent::Key(Key::Home), "input 0, change 0"),
            (Intent::Step(0), "refused: nothing would change"),
            (Intent::Step(i32::MAX), "input 2, change 2"),
            (Intent::Flip, "refused: not for this control"),
        ],
    );
    assert_eq!(hives.item(), Some(&"Heath"));
    let mut round = hives.wrapping();
    assert_eq!(round.handle(Intent::Step(1)).to_string(), "input 0, change 0");
    assert_eq!(round.handle(Intent::Step(-1)).to_string(), "input 2, change 2");
    let mut none = ItemStepper::<u8>::new(Vec::new());
    assert_eq!(none.handle(Intent::Step(1)).to_string(), "refused: already at the highest value");
    assert_eq!((none.item(), none.at_first(), none.at_last()), (None, true, true));
}

#[test]
fn a_checkbox_leaves_mixed_and_never_comes_back_to_it() {
    let mut checkbox = Checkbox::new().starting(Checked::Mixed).sending("varroa");
    assert_eq!(checkbox.view().semantics.attributes()[1], ("aria-checked", "mixed".to_owned()));
    assert_eq!(pin_notch::Control::from(checkbox.clone()).entries(), [""; 0]);
    play(
        &mut checkbox,
        Checkbox::handle,
        &[
            (Intent::Key(Key::Space), "input on, change on"),
            (Intent::Flip, "input off, change off"),
            (Intent::Key(Key::Enter), "refused: not for this control"),
        ],
    );
    checkbox.set_required(true);
    assert_eq!(checkbox.validity()[0].state(), "valueMissing");
    checkbox.reset();
    assert_eq!(checkbox.checked(), Checked::Mixed);
}

#[test]
fn a_group_follows_its_children_and_leads_them() {
    let mut group = CheckGroup::new(["formic", "oxalic", "thymol"]).at_least(1).at_most(2);
    assert_eq!(group.validity()[0].to_string(), "Choose at least 1.");
    let on = |group: &mut CheckGroup, child, intent| group.handle_box(child, intent).to_string();
    assert_eq!(on(&mut group, 2, Intent::Flip), "input thymol, change thymol");
    assert_eq!(group.parent(), Checked::Mixed);
    assert_eq!(on(&mut group, 0, Intent::Flip), "input formic + thymol, change formic + thymol");
    assert_eq!(on(&mut group, 1, Intent::Flip), "refused: no more than 2 can be chosen");
    assert_eq!(group.handle(Intent::Flip).to_string(), "refused: no more than 2 can be chosen");
    assert_eq!(on(&mut group, 9, Intent::Flip), "refused: not for this control");
    assert!(group.validity().is_empty());

    let mut free = CheckGroup::new(["queen", "eggs", "brood"]);
    free.boxes_mut()[1].set_disabled(true);
    assert_eq!(free.handle(Intent::Flip).to_string(), "input queen + brood, change queen + brood");
    assert_eq!(free.parent(), Checked::Mixed, "the disabled one stays as it was");
    assert_eq!(free.handle(Intent::Flip).to_string(), "input none, change none");
    free.set_read_only(true);
    assert_eq!(free.handle_box(0, Intent::Flip).to_string(), "refused: read-only");
}

fn outside() -> SpanSlider {
    let notches = Notches::new(dec!(0), dec!(100), dec!(1)).unwrap();
    SpanSlider::new(notches).unwrap().starting_at(dec!(20), dec!(60)).unwrap()
}

#[test]
fn the_nearer_thumb_answers_and_thumbs_stop_or_push() {
    use Intent::*;
    let across = Place::across;
    let mut stopping = outside().apart(dec!(10), dec!(50)).unwrap();
    play(
        &mut stopping,
        SpanSlider::handle,
        &[
            (Press(across(0.3)), "grab, input 30 to 60"),
            (Move(across(0.9)), "input 50 to 60"), // as near as it may
            (Move(across(0.0)), "input 10 to 60"), // as far as it may
            (Cancel, "input 20 to 60, cancel"),
            (Press(across(0.7)), "grab, input 20 to 70"),
            (Release, "release, change 20 to 70"),
            (Key(pin_notch::Key::Right), "refused: already at the highest value"),
            (Take(Thumb::Low), "take low"),
            (Take(Thumb::Low), "refused: nothing would change"),
            (Key(pin_notch::Key::Right), "input 21 to 70, change 21 to 70"),
            (Choose(dec!(65)), "refused: on no notch; the nearest is 60"),
            (Choose(dec!(60)), "input 60 to 70, change 60 to 70"),
        ],
    );
    let mut pushing = outside().apart(dec!(10), dec!(50)).unwrap().meeting(Meeting::Push);
    play(
        &mut pushing,
        SpanSlider::handle,
        &[
            (Press(across(0.3)), "grab, input 30 to 60"),
            (Move(across(0.55)), "input 55 to 65"),
            (Move(across(1.0)), "input 90 to 100"), // the other has come to its end
            (Move(across(0.0)), "input 0 to 50"),
            (Release, "release, change 0 to 50"),
        ],
    );
    // Two thumbs in one place: the one that has room answers.
    let mut met = outside().starting_at(dec!(100), dec!(100)).unwrap();
    assert_eq!(met.handle(Press(across(0.4))).to_string(), "grab, input 40 to 100");
    let mut met = outside().starting_at(dec!(50), dec!(50)).unwrap();
    assert_eq!(met.handle(Press(across(0.8))).to_string(), "grab, input 50 to 80");
}

#[test]
fn a_span_lies_as_a_slider_does_and_tells_each_thumbs_limits() {
    let upright = outside().oriented(Orientation::Vertical).in_unit("°C");
    let view = upright.view();
    assert_eq!(
        (view.thumbs, view.filled, view.readout.as_str()),
        ([0.8, 0.4], (0.4, 0.8), "20 to 60 °C")
    );
    let mut other = outside().running(Direction::RightToLeft);
    let _ = other.handle(Intent::Take(Thumb::High));
    assert_eq!(other.handle(Intent::Key(Key::Left)).to_string(), "input 20 to 61, change 20 to 61");
    let limits = |span: &SpanSlider| {
        span.view()
            .thumb_semantics
            .map(|told| told.range.map(|r| format!("{} in {}..{}", r.now, r.min, r.max)).unwrap())
    };
    assert_eq!(limits(&outside()), ["20 in 0..60", "60 in 20..100"]);
    assert_eq!(
        limits(&outside().apart(dec!(5), dec!(45)).unwrap()),
        ["20 in 15..55", "60 in 25..65"]
    );

    let wrong = |least, greatest| outside().apart(least, greatest).unwrap_err();
    assert_eq!(
        wrong(dec!(50), dec!(60)),
        ControlError::Distance { least: dec!(50), greatest: dec!(60) }
    );
    let back = outside().starting_at(dec!(60), dec!(20)).unwrap_err();
    assert!(matches!(back, ControlError::Distance { .. }), "{back}");
    let off = outside().starting_at(dec!(1.5), dec!(20)).unwrap_err();
    assert_eq!(off.to_string(), "default value 1.5 is not allowed: on no notch; the nearest is 2");
    let reversed = Notches::new(dec!(9), dec!(0), dec!(1)).unwrap();
    assert_eq!(SpanSlider::new(reversed).unwrap_err(), ControlError::NoNotch);
    assert_eq!(outside().value(), Span { low: dec!(20), high: dec!(60) });
}
