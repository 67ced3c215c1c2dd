//! The standard's answers, case by case, with a table for each part. Definitions are given as attributes.

use pin_notch::{
    Control, ControlKind, Definition, Form, Intent, Key, Notches, Refusal, Rounding, Value, dec,
};

/// The control with these attributes, such as `"max=100 step=10 value=50"`; its options follow a bar.
fn control(kind: ControlKind, definition: &str) -> Control {
    let (attributes, options) = definition.split_once('|').unwrap_or((definition, ""));
    let mut definition = Definition::new(kind);
    for one in attributes.split_whitespace() {
        let (name, text) = one.split_once('=').unwrap_or((one, ""));
        definition.set_attribute(name, Some(text)).unwrap();
    }
    let options: Vec<pin_notch::Choice> = options
        .split_whitespace()
        .map(|one| match one.strip_prefix('!') {
            Some(value) => pin_notch::Choice::from(value).disabled(),
            None => pin_notch::Choice::from(one),
        })
        .collect();
    definition.set_options(&options).unwrap();
    definition.build().unwrap()
}

#[test]
fn steps_follow_the_standards_algorithm() {
    use ControlKind::{Date, DateTime, Month, Slider, Stepper, Time, Week};
    let table = [
        (Stepper, "min=0 max=100 step=10 value=50", 1, "60"),
        (Stepper, "min=0 max=60", 1, "1"), // from empty, by 0
        (Stepper, "min=0 max=60", -1, "0"),
        (Stepper, "min=-10 max=10", 1, "1"),
        (Stepper, "", 1, "1"),
        (Stepper, "", -3, "-3"),
        (Stepper, "min=0 max=10 step=4 value=8", 5, "8"), // never past the last step
        (Stepper, "min=1 max=20 step=5 value=11", -2, "1"),
        (Slider, "max=40 step=0.1 value=0.2", 1, "0.3"),
        (Slider, "max=100 value=50", 20, "70"),
        (Date, "value=2026-05-14", 1, "2026-05-15"),
        (Date, "value=2026-05-14 step=7 min=2026-05-07", 2, "2026-05-28"),
        // Without a minimum, steps are counted from the default value.
        (Date, "value=2026-05-13 step=7", 1, "2026-05-20"),
        (Month, "value=2026-02 step=3", -1, "2025-11"),
        (Time, "value=07:10 step=1800", 1, "07:40"),
        (DateTime, "value=2026-05-14T07:15 step=900 min=2026-05-14T00:00", 1, "2026-05-14T07:30"),
        (Month, "value=2026-12", 1, "2027-01"),
        // 1970-01-01 is in the middle of a week, so that the first step only leads to the beginning of one.
        (Week, "", 3, "1970-W02"),
        (Week, "", -3, "1970-W01"),
        (Week, "min=1969-W50 step=2", -1, "1969-W52"),
        (Week, "value=2026-W53", 1, "2027-W01"),
        (Time, "value=23:30 step=1800", -1, "23:00"),
        (DateTime, "value=2026-05-14T23:59", 1, "2026-05-15T00:00"),
    ];
    for (kind, definition, steps, expected) in table {
        let mut control = control(kind, definition);
        let _ = control.step_by(steps);
        assert_eq!(control.value().attribute_text(), expected, "{definition}, {steps} steps");
    }
    // A step starts at what is typed, not at the previous value.
    let mut typed = control(Stepper, "min=0 max=100 step=10 value=50");
    let _ = typed.handle(Intent::Type("95"));
    let _ = typed.handle(Intent::Key(Key::Down));
    assert_eq!(typed.value(), Value::Number(dec!(90)));
    // So does a step by a program, and its result replaces the text.
    let week = "min=2026-05-03 step=7 value=2026-05-31|2026-05-10";
    let table = [
        (Stepper, "min=0 max=100 step=10 value=50", "95", -1, "90"),
        (Stepper, "min=0 max=100 step=10 value=50", "ninety", -1, "40"),
        (Stepper, "min=0 max=100 value=50", "", 1, "1"),
        (Date, week, "2026-05-12", 1, "2026-05-17"),
        (Date, week, "2026-05-12", -1, "2026-05-03"), // on from the closed day, never back
        (Date, week, "2026-05-03", 1, "2026-05-17"),
        (Date, week, "soon", 1, "2026-06-07"),
        (Month, "min=2026-01 step=3 value=2026-01", "2026-06", 1, "2026-07"),
        (Time, "step=1800 value=09:00", "14:10", 1, "14:30"),
        (Time, "step=1800 value=09:00", "14:10", -1, "14:00"),
    ];
    for (kind, definition, text, steps, expected) in table {
        let mut control = control(kind, definition);
        let _ = control.handle(Intent::Type(text));
        control.step_by(steps).unwrap();
        let found = control.value().attribute_text();
        assert_eq!(
            (&*found, control.is_drafting()),
            (expected, false),
            "{definition}, {text:?} {steps}"
        );
    }
    let mut first = control(Date, "min=2026-05-03 step=7 value=2026-05-10|2026-05-03");
    assert_eq!(first.step_by(-1), Err(Refusal::AtFirst));
}

#[test]
fn times_may_span_midnight_and_any_step_is_any() {
    let night = control(ControlKind::Time, "min=22:00 max=06:00");
    for (time, allowed) in [("23:30", true), ("00:00", true), ("06:00", true), ("12:00", false)] {
        assert_eq!(night.check(&[time.to_owned()]).is_ok(), allowed, "{time}");
    }
    let any = control(ControlKind::Time, "step=any");
    assert!(any.check(&["07:30:12.345".to_owned()]).is_ok());
    assert!(control(ControlKind::Time, "").check(&["07:30:12".to_owned()]).is_err());
    let mut definition = Definition::new(ControlKind::Time);
    definition.set_attribute("step", Some("-79228162514264337593543950335")).unwrap();
    assert_eq!(definition.build().unwrap_err().attribute(), "step");
}

#[test]
fn disabled_and_empty_controls_are_sent_like_in_html() {
    use ControlKind::{
        CheckboxGroup, Date, DateSpan, ItemStepper, RadioGroup, Rating, Select, Stepper, Switch,
    };
    let table = [
        (Stepper, "", "it="),
        (Rating, "", "it="),
        (Date, "", "it="),
        (DateSpan, "", "it=&it="),
        (Select, "|oa fa", "it="),
        (Select, "value=oa|!oa fa", ""),
        (Select, "multiple value=oa,fa|!oa fa", "it=fa"),
        (CheckboxGroup, "value=oa,fa|!oa fa", "it=fa"),
        (RadioGroup, "value=oa|!oa fa", ""),
        // Of two that send the same value, the enabled one.
        (RadioGroup, "value=oa|!oa oa", "it=oa"),
        (ItemStepper, "value=oa|!oa oa", "it=oa"),
        (Select, "value=oa|!oa oa", "it=oa"),
        (CheckboxGroup, "value=oa|!oa oa", "it=oa"),
        (Switch, "", ""),
        (Stepper, "value=3 disabled", ""),
        (Stepper, "value=3 readonly", "it=3"),
    ];
    for (kind, definition, sent) in table {
        let form = Form::new().with("it", "It", control(kind, definition)).unwrap();
        assert_eq!(form.urlencoded(), sent, "{} {definition}", kind.name());
        assert!(form.read(sent.as_bytes()).is_ok(), "{} {definition} reads back", kind.name());
    }
    // The control and the receiver of the form agree.
    for definition in
        ["required value=oa|!oa fa", "required readonly value=oa|oa fa", "required|oa"]
    {
        let form = Form::new().with("it", "It", control(CheckboxGroup, definition)).unwrap();
        let received = form.read(form.urlencoded().as_bytes());
        assert_eq!(form.problems().is_empty(), received.is_ok(), "{definition}");
    }
}

#[test]
fn bounds_the_wrong_way_round_allow_nothing() {
    let none = Notches::new(10, 5, 1).unwrap();
    assert!(none.is_empty() && none.first().is_none() && none.last().is_none());
    assert!(none.index_of(dec!(7)).is_none() && !none.contains(dec!(10)));
    let any = control(ControlKind::Slider, "min=0.05 max=1 step=any step-base=0");
    let any = any.notches().unwrap();
    assert_eq!((any.first(), any.last()), (Some(dec!(0.05)), Some(dec!(1))));
}

#[test]
fn texts_with_line_breaks_and_commas_stay_whole() {
    let name = "a\rb";
    let form = Form::new().with(name, "It", control(ControlKind::Switch, "checked")).unwrap();
    assert!(
        form.read(form.urlencoded().as_bytes())
            .is_ok_and(|values| values.get(name) == Some(&Value::On(true)))
    );
    // They are sent with both carriage return and line feed.
    for kind in [ControlKind::RadioGroup, ControlKind::ItemStepper, ControlKind::Select] {
        let mut lines = Definition::new(kind);
        lines.set_options(&["c".into(), "a\nb".into()]).unwrap();
        lines.set_attribute("value", Some("a\nb")).unwrap();
        let form = Form::new().with("it", "It", lines.build().unwrap()).unwrap();
        assert_eq!(
            form.read(form.urlencoded().as_bytes()).unwrap().text("it"),
            Some("a\nb"),
            "{kind:?}"
        );
    }
    let mut group = Definition::new(ControlKind::CheckboxGroup);
    group.set_options(&["oa,fa".into(), "ty".into()]).unwrap();
    group.set_attribute("value", Some("\"oa,fa\"")).unwrap();
    let group = group.build().unwrap();
    assert_eq!(group.value(), Value::Texts(vec!["oa,fa".to_owned()]));
    assert_eq!(group.parse(&group.value().attribute_text()), Ok(group.value()));
}

#[test]
fn every_input_that_stays_gets_its_change() {
    let mut mites = control(ControlKind::Stepper, "min=0 max=300");
    assert_eq!(mites.handle(Intent::Type("7")).to_string(), "input 7");
    let _ = mites.handle(Intent::Type("7x"));
    assert_eq!(mites.handle(Intent::Settle).change(), Some(&Value::Number(dec!(7))));
}

#[test]
fn numbers_round_each_of_four_ways() {
    let tens = Notches::new(0, 100, 10).unwrap();
    let table = [
        (Rounding::Nearest, 15, 20),
        (Rounding::Down, 19, 10),
        (Rounding::Up, 11, 20),
        (Rounding::HalfToEven, 25, 20),
        (Rounding::HalfToEven, 35, 40),
    ];
    for (rounding, value, snapped) in table {
        assert_eq!(
            tens.snap_by(value.into(), rounding),
            pin_notch::Decimal::from(snapped),
            "{rounding:?} {value}"
        );
    }
}
