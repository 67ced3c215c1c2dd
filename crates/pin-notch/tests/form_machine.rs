//! A form as a state machine: links, rules, touched and dirty fields, and undo.

use pin_notch::{
    Control, Conversion, DatePicker, Decimal, FieldStepper, Form, FormError, FormTurn, Intent,
    Invalid, Key, Place, Rating, Slider, Stepper, Switch, Time, Value, View, dec,
};
use proptest::prelude::*;

fn number(value: &Value) -> Decimal {
    value.number().expect("a number")
}

/// A percentage and a rating in halves that follow each other, and two fields under a rule.
fn inspection() -> Form {
    let percent = Slider::builder().max(100).build().unwrap();
    let rating = Rating::builder().step(dec!(0.5)).min(0).value(dec!(2.5)).build().unwrap();
    let to_stars = Conversion::between((dec!(0), dec!(100)), (dec!(0), dec!(5))).unwrap();
    let frames = |value| Slider::builder().max(11).value(value).build().unwrap();
    let build = || -> Result<Form, FormError> {
        Form::new()
            .with("percent", "Strength", percent)?
            .with("rating", "Rating", rating)?
            .with("brood", "Frames of brood", frames(4))?
            .with("all", "Frames in all", frames(9))?
            .with("feeder", "Feeder", Switch::default())?
            .with_conversion("percent", "rating", to_stars)?
            .with_rule(&["brood", "all"], |values| {
                let get = |name| values.get(name).map(number);
                (get("brood") > get("all")).then(|| "More frames of brood than frames.".to_owned())
            })?
            .with_warning(&["percent"], |values| {
                let weak = values.get("percent").map(number) < Some(dec!(20));
                weak.then(|| "A colony this weak may not last.".to_owned())
            })
    };
    build().unwrap()
}

fn handle(form: &mut Form, name: &str, intent: Intent) -> String {
    let turn: FormTurn = form.handle(name, intent).unwrap();
    turn.to_string()
}

fn values(form: &Form) -> String {
    form.fields()
        .map(|field| format!("{}={}", field.name, field.control.value()))
        .collect::<Vec<_>>()
        .join(" ")
}

#[test]
fn a_readonly_field_that_cannot_follow_returns_to_its_initial_value() -> Result<(), FormError> {
    let frames = Rating::builder().max(8).value(6).readonly(true);
    let mut form = Form::new()
        .with("bees", "Bees", Slider::builder().max(100))?
        .with("frames", "Frames", frames)?
        .with_link("bees", "frames", Clone::clone)?;
    let receiver = form.clone();
    for (chosen, turn) in [
        (dec!(7), "input 7, change 7; frames follows: 7"),
        (
            dec!(100),
            "input 100, change 100; frames cannot follow: above the maximum 8, and returns to 6",
        ),
    ] {
        assert_eq!(handle(&mut form, "bees", Intent::Choose(chosen)), turn);
        assert!(receiver.read(form.urlencoded().as_bytes()).is_ok(), "{turn}");
    }
    Ok(())
}

/// A slider and a number field for one value: typing moves the slider, and the slider's echo does not
/// affect the text being typed.
#[test]
fn a_draft_is_not_overwritten_by_its_own_echo() {
    let slider = Slider::builder().max(40).step(dec!(0.1)).build().unwrap();
    let field = Stepper::builder().min(0).max(40).step(dec!(0.1)).build().unwrap();
    let same = Conversion::between((dec!(0), dec!(1)), (dec!(0), dec!(1))).unwrap();
    let mut form = Form::new()
        .with("slider", "Weight", slider)
        .and_then(|form| form.with("field", "Weight in words", field))
        .and_then(|form| form.with_conversion("slider", "field", same))
        .unwrap();
    let remarks: Vec<_> = form.audit().iter().map(ToString::to_string).collect();
    assert_eq!(
        remarks,
        ["slider: it cannot follow the default of field: this control is never empty"],
        "linked both ways, so nothing looks frozen; but the field starts empty"
    );
    let text = |form: &Form| match form.control("field").unwrap().view() {
        View::Stepper(view) => view.text,
        other => panic!("{other:?}"),
    };
    for (typed, turn) in [
        ("1", "input 1; slider follows: 1"),
        ("1.", "draft"),
        ("1.5", "input 1.5; slider follows: 1.5"),
        ("1.55", "draft"),
        ("-", "draft"),
    ] {
        assert_eq!(handle(&mut form, "field", Intent::Type(typed)), turn, "{typed}");
        assert_eq!(text(&form), typed, "what is typed stands");
    }
    assert_eq!(values(&form), "slider=1.5 field=1.5");
    assert_eq!(
        handle(&mut form, "field", Intent::Key(Key::Escape)),
        "input empty, cancel; slider cannot follow: this control is never empty"
    );
    assert_eq!(
        handle(&mut form, "slider", Intent::Key(Key::Right)),
        "input 1.6, change 1.6; field follows: 1.6"
    );
    assert_eq!(text(&form), "1.6");
}

#[test]
fn linked_fields_follow_in_one_pass_and_say_so() {
    let mut form = inspection();
    assert_eq!(
        handle(&mut form, "percent", Intent::Choose(dec!(70))),
        "input 70, change 70; rating follows: 3.5"
    );
    // 71 becomes 3.55, which rounds to the current value: nothing follows, and nothing drifts back.
    assert_eq!(handle(&mut form, "percent", Intent::Key(Key::Right)), "input 71, change 71");
    assert_eq!(
        handle(&mut form, "rating", Intent::Key(Key::Right)),
        "input 4, change 4; percent follows: 80"
    );
    assert_eq!(
        handle(&mut form, "rating", Intent::Clear),
        "input empty, change empty; percent cannot follow: this control is never empty"
    );
    assert_eq!(values(&form), "percent=80 rating=empty brood=4 all=9 feeder=off");
}

#[test]
fn rules_report_at_their_first_field_and_warnings_do_not_block() {
    let mut form = inspection();
    let _ = handle(&mut form, "brood", Intent::Key(Key::End));
    let _ = handle(&mut form, "percent", Intent::Key(Key::Home));
    let problems = form.submit().unwrap_err();
    assert_eq!(problems.to_string(), "Frames of brood: More frames of brood than frames.");
    assert_eq!(problems.first(), Some("brood"));
    assert!(form.fields().all(|field| field.touched), "who tries to send has seen them all");
    let _ = handle(&mut form, "all", Intent::Key(Key::End));
    let accepted = form.submit().unwrap();
    assert_eq!(accepted.warnings()[0].to_string(), "Strength: A colony this weak may not last.");
    assert_eq!(accepted.get("brood"), Some(&Value::Number(dec!(11))));

    // The receiver applies the same rules; a rule is applied only when its fields are valid.
    let read = |body: &str| form.read(body.as_bytes()).map_err(|problems| problems.to_string());
    assert_eq!(
        read("percent=50&brood=7&all=6"),
        Err("Frames of brood: More frames of brood than frames.".into())
    );
    assert_eq!(
        read("percent=50&brood=7&all=60"),
        Err("Frames in all: The value must be 11 or less. (received \"60\")".into())
    );
    assert_eq!(read("percent=5&brood=6&all=6").unwrap().warnings().len(), 1);

    let nowhere = Form::new().with_rule(&["hive"], |_| None).unwrap_err();
    assert_eq!(nowhere, FormError::NoSuchField("hive".into()));
    assert_eq!(Form::new().with_rule(&[], |_| None).unwrap_err(), FormError::RuleWithoutField);
    assert!(Form::new().with_link("a", "b", |value| value.clone()).is_err());
}

#[test]
fn what_was_accepted_is_dirty_again_only_once_it_differs() {
    let mut form = inspection();
    let dirty = |form: &Form| {
        form.fields().filter(|f| f.is_dirty()).map(|f| f.name.clone()).collect::<Vec<_>>().join(" ")
    };
    let _ = handle(&mut form, "feeder", Intent::Flip);
    let _ = handle(&mut form, "brood", Intent::Choose(dec!(3)));
    let sent = form.values();
    // Entered while it is being sent.
    let _ = handle(&mut form, "brood", Intent::Choose(dec!(5)));
    form.mark_accepted(sent.iter());
    assert_eq!(dirty(&form), "brood");
    form.undo();
    assert_eq!(dirty(&form), "", "as it was sent");
    form.undo();
    assert_eq!(dirty(&form), "brood", "its initial value is not the accepted one");
    // Another definition keeps what was accepted; a new initial value replaces it.
    let mut defined = inspection();
    defined.take_over(&form);
    assert!(defined.field("feeder").is_some_and(|feeder| feeder.is_dirty()), "off, accepted on");
    let mut feeder = Switch::builder().checked(true).build().unwrap();
    assert!(defined.replace("feeder", feeder.clone().into()).unwrap().is_empty());
    assert!(defined.field("feeder").is_some_and(|feeder| !feeder.is_dirty()));
    let _ = feeder.handle(Intent::Flip);
    defined.replace("feeder", feeder.into()).unwrap();
    assert!(defined.field("feeder").is_some_and(|feeder| feeder.is_dirty()));
    form.reset();
    assert_eq!(dirty(&form), "");
}

#[test]
fn touched_dirty_clear_and_reset_are_different_things() {
    let mut form = inspection();
    let touched = |form: &Form| {
        form.fields().filter(|f| f.touched).map(|f| f.name.clone()).collect::<Vec<_>>().join(" ")
    };
    assert!(!form.is_dirty() && touched(&form).is_empty());
    let _ = handle(&mut form, "feeder", Intent::Flip);
    let _ = handle(&mut form, "brood", Intent::Key(Key::Enter)); // refused
    let _ = handle(&mut form, "rating", Intent::Point(Place::across(0.1))); // only looked at
    assert_eq!(touched(&form), "feeder");
    assert!(form.is_dirty());
    // A default that repeats what was entered, as frameworks write it, is not initial.
    let repeated = Switch::builder().checked(true).build().unwrap();
    form.replace("feeder", repeated.into()).unwrap();
    assert!(form.is_dirty());
    let _ = handle(&mut form, "feeder", Intent::Flip);
    assert!(!form.is_dirty(), "back at its initial value");
    form.clear();
    assert_eq!(
        values(&form),
        "percent=50 rating=empty brood=4 all=9 feeder=off",
        "empty where that can be"
    );
    assert_eq!(form.undo(), Some(vec!["rating"]));
    form.reset();
    assert_eq!(
        (values(&form), form.undo()),
        ("percent=50 rating=2.5 brood=4 all=9 feeder=off".into(), None)
    );
}

#[test]
fn consequences_of_a_reverted_text_are_undone() -> Result<(), Box<dyn std::error::Error>> {
    let seen: Time = "06:00".parse()?;
    let mut form = Form::new()
        .with("opened", "Opened", FieldStepper::<Time>::builder())?
        .with("seen", "Seen", FieldStepper::builder().value(seen))?
        .with_link("opened", "seen", Value::clone)?;
    // After typing and clearing, the field itself has not changed, but the other one has.
    for text in ["22:30", ""] {
        let _ = form.handle("opened", Intent::Type(text))?;
    }
    assert_eq!(form.control("seen").map(Control::value), Some(Value::Empty));
    assert_eq!(form.undo(), Some(vec!["seen"]));
    assert_eq!(form.control("seen").map(Control::value), Some(Value::Time(seen)));
    Ok(())
}

#[test]
fn a_whole_drag_is_undone_in_one_step_with_its_consequences() {
    let mut form = inspection();
    let across = Place::across;
    for intent in [Intent::Press(across(0.6)), Intent::Move(across(0.7)), Intent::Move(across(0.9))]
    {
        let _ = handle(&mut form, "percent", intent);
    }
    assert!(form.redo().is_none(), "nothing was undone");
    let _ = handle(&mut form, "percent", Intent::Release);
    assert_eq!(values(&form), "percent=90 rating=4.5 brood=4 all=9 feeder=off");
    let _ = handle(&mut form, "percent", Intent::Press(across(0.1)));
    let _ = handle(&mut form, "percent", Intent::Cancel);
    let _ = handle(&mut form, "feeder", Intent::Flip);
    assert_eq!(form.undo(), Some(vec!["feeder"]));
    assert_eq!(form.undo(), Some(vec!["percent", "rating"]), "what was cancelled never happened");
    assert_eq!(values(&form), "percent=50 rating=2.5 brood=4 all=9 feeder=off");
    assert_eq!(form.redo(), Some(vec!["percent", "rating"]));
    assert_eq!(form.redo(), Some(vec!["feeder"]));
    assert_eq!(form.redo(), None);
    form.control_mut("percent").unwrap().set_value(dec!(10).into()).unwrap();
    for _ in 0..2 {
        assert!(form.undo().is_some());
    }
    while form.redo().is_some() {}
    let set_since = "percent=10 rating=4.5 brood=4 all=9 feeder=on";
    assert_eq!(values(&form), set_since, "what the program has set since comes back");
    let _ = form.undo();
    let _ = handle(&mut form, "brood", Intent::Key(Key::Home));
    assert_eq!(form.redo(), None, "a new change leaves no way forward");
}

fn any_move() -> impl Strategy<Value = (&'static str, Intent<'static>)> {
    let name = proptest::sample::select(vec!["percent", "rating", "brood", "all", "feeder"]);
    let place = (0.0_f64..1.0).prop_map(Place::across);
    let intent = prop_oneof![
        proptest::sample::select(Key::all().collect::<Vec<_>>()).prop_map(Intent::Key),
        place.clone().prop_map(Intent::Press),
        place.clone().prop_map(Intent::Move),
        place.prop_map(Intent::Point),
        proptest::sample::select(vec![
            Intent::Release,
            Intent::Cancel,
            Intent::Leave,
            Intent::Flip,
            Intent::Clear
        ]),
        (0_i64..12).prop_map(|n| Intent::Choose(Decimal::from(n))),
    ];
    (name, intent)
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(1500))]

    #[test]
    fn a_form_keeps_its_word(moves in proptest::collection::vec(any_move(), 1..50), undos in 0_usize..8) {
        let mut form = inspection();
        let start = values(&form);
        for (name, intent) in moves {
            let before = values(&form);
            let turn = form.handle(name, intent).unwrap();
            if turn.turn.refusal().is_some() {
                prop_assert_eq!(values(&form), before);
                prop_assert!(turn.followed.is_empty());
            }
            // The linked fields agree, unless a field was cleared, which a slider cannot follow.
            let (percent, rating) = (form.control("percent").unwrap().value(), form.control("rating").unwrap().value());
            if let Value::Number(rating) = rating {
                prop_assert!((number(&percent) * dec!(0.05) - rating).abs() <= dec!(0.25), "{percent} and {rating}");
            }
            prop_assert_eq!(form.submit().is_ok(), form.problems().is_empty());
        }
        // Any gesture in progress ends; then all changes are undone, redone and undone.
        for name in ["percent", "rating", "brood", "all"] {
            let _ = form.handle(name, Intent::Release);
        }
        let end = values(&form);
        for _ in 0..undos {
            let _ = form.undo();
        }
        while form.redo().is_some() {}
        prop_assert_eq!(values(&form), end);
        while form.undo().is_some() {}
        prop_assert_eq!(values(&form), start);
    }
}

#[test]
fn typing_or_dragging_in_progress_can_be_undone_separately() {
    let mut form = inspection();
    let start = values(&form);
    handle(&mut form, "percent", Intent::Choose(dec!(40)));
    let settled = values(&form);
    handle(&mut form, "percent", Intent::Press(Place::across(0.9)));
    let dragged = values(&form);
    assert!(dragged.contains("percent=90 rating=4.5"), "{dragged}");
    assert_eq!(form.undo(), Some(vec!["percent", "rating"]));
    assert_eq!(values(&form), settled);
    assert!(form.redo().is_some());
    assert_eq!(values(&form), dragged);
    // The same before everything is cleared.
    handle(&mut form, "percent", Intent::Release);
    handle(&mut form, "percent", Intent::Press(Place::across(0.1)));
    form.clear();
    while form.undo().is_some() {}
    assert_eq!(values(&form), start);
    while form.redo().is_some() {}
    assert!(values(&form).contains("percent=10 rating=empty"), "{}", values(&form));
}

/// A required number, its double, a day, and rows of numbers, some of them with drafts.
fn half_typed() -> Result<Form, FormError> {
    let amount = || Stepper::builder().max(99);
    let double = Conversion::between((dec!(0), dec!(10)), (dec!(0), dec!(20))).expect("two ranges");
    let mut form = Form::new()
        .with("mites", "Mites", amount().required(true))?
        .with("doubled", "Doubled", Stepper::builder())?
        .with("visited", "Visited", DatePicker::builder())?
        .with_rows("dose", "Dose", 0..=2, &Form::new().with("amount", "Amount", amount())?)?
        .with_conversion("mites", "doubled", double)?
        .with_preset("none", "None", &[("mites", Value::Number(dec!(0)))])?;
    let _ = (form.add_row("dose")?, form.add_row("dose")?);
    let _ = form.handle("dose.1.amount", Intent::Choose(dec!(5)))?;
    let _ = form.handle("mites", Intent::Choose(dec!(12)))?;
    for (name, text) in [
        ("mites", "7x"),
        ("doubled", "x"),
        ("visited", "2026-05-14"),
        ("dose.1.amount", "x"),
        ("dose.2.amount", "y"),
    ] {
        let _ = form.handle(name, Intent::Type(text))?;
    }
    Ok(form)
}

/// Every operation on a whole form ends the drafts of the fields concerned: no text is left with a
/// different value, and the form reports the same problems as its receiver.
#[test]
fn operations_on_a_form_end_drafts() -> Result<(), FormError> {
    type Does = fn(&mut Form) -> bool;
    let table: [(&str, Does, &str); 8] = [
        ("undo", |form| form.undo().is_some(), "mites doubled dose.1.amount dose.2.amount"),
        ("preset", |form| form.apply("none").is_ok(), "visited dose.1.amount dose.2.amount"),
        ("first row out", |form| form.remove_row("dose", 1).is_ok(), "mites doubled visited"),
        (
            "last row out",
            |form| form.remove_row("dose", 2).is_ok(),
            "mites doubled visited dose.1.amount",
        ),
        ("rows moved", |form| form.move_row("dose", 2, 1).is_ok(), "mites doubled visited"),
        (
            "followed",
            |form| form.handle("mites", Intent::Type("3")).is_ok(),
            "mites visited dose.1.amount dose.2.amount",
        ),
        (
            "clear",
            |form| {
                form.clear();
                true
            },
            "",
        ),
        (
            "reset",
            |form| {
                form.reset();
                true
            },
            "",
        ),
    ];
    for (what, does, drafting) in table {
        let mut form = half_typed()?;
        assert!(does(&mut form), "{what}");
        let left = form.fields().filter(|field| field.control.is_drafting());
        let left: Vec<&str> = left.map(|field| field.name.as_str()).collect();
        assert_eq!(left.join(" "), drafting, "{what}");
        let mut twice = form.clone();
        if what == "undo" {
            assert!(twice.undo().is_some(), "the choice before that");
            assert!(!twice.control("mites").expect("a field").is_drafting());
            assert_eq!(twice.submit().is_err(), twice.read(twice.urlencoded().as_bytes()).is_err());
        }
    }
    // The program clears it while somebody is typing: the value is sent, not the draft.
    let mut mites: Control = Stepper::builder().required(true).build().expect("a stepper").into();
    let _ = mites.handle(Intent::Type("12"));
    mites.set_value(Value::Empty).expect("emptied");
    assert_eq!((mites.is_drafting(), mites.validity()), (true, vec![Invalid::ValueMissing]));
    Ok(())
}
