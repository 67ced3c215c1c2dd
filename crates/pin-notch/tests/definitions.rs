//! Definitions: they are read back as written, their order is irrelevant, and the control does not depend
//! on how they reach it.

use pin_notch::{
    AttributeKind, CheckboxGroup, Choice, Control, ControlError, ControlKind, DateSpanPicker,
    Definition, Intent, Place, Rating, Select, Slider, SliderDefinition, Span, SpanSlider, Step,
    Stepper, Value, View, dec,
};
use pin_notch_any::{Setting, definition, kind, mended, setting};
use proptest::prelude::*;

proptest! {
    #![proptest_config(ProptestConfig::with_cases(2000))]

    /// Attributes and options lose nothing, and neither does JSON.
    #[test]
    fn written_moves_are_read_back(definition in kind().prop_flat_map(definition)) {
        let mut again = Definition::new(definition.kind());
        for (name, text) in definition.attributes() {
            again.set_attribute(name, Some(&text)).unwrap();
        }
        again.set_options(&definition.options()).unwrap();
        prop_assert_eq!(&again, &definition);
        #[cfg(feature = "json")]
        {
            let json = serde_json::to_string(&definition).unwrap();
            let read: Definition = serde_json::from_str(&json).unwrap();
            prop_assert_eq!(&read, &definition, "{}", json);
        }
    }

    /// A control has the definition it was built from, and redefining it has the same result as building it
    /// from the new definition.
    #[test]
    fn redefining_equals_building_from_the_new_definition(
        (one, other) in kind().prop_flat_map(|kind| (definition(kind), definition(kind)))
    ) {
        let (first, wanted) = (mended(one), mended(other));
        let mut control = first.clone();
        control.set_definition(first.definition()).unwrap();
        prop_assert_eq!(&control, &first, "nothing differs, so nothing happens");
        control.set_definition(wanted.definition()).unwrap();
        prop_assert_eq!(&control, &wanted);
    }

    /// A program can set attributes and the value of a control in any order.
    #[test]
    fn the_order_of_sayings_makes_no_difference(
        (kind, all) in kind().prop_flat_map(|kind| (Just(kind), proptest::collection::vec(setting(kind), 1..8))),
        (_, wish) in kind().prop_flat_map(|kind| (Just(kind), definition(kind))),
        at in 0_usize..8,
    ) {
        // Each attribute once: of two entries for the same attribute, the later one is taken.
        let mut seen = Vec::new();
        let all: Vec<Setting> = all.into_iter().filter(|setting| {
            let about = match setting { Setting::Attribute(name, _) => *name, Setting::Options(_) => "options" };
            let new = !seen.contains(&about);
            seen.push(about);
            new
        }).collect();
        let wish = mended(wish).value();
        let sayings = |order: &[Setting], at: usize| -> Option<(Control, bool)> {
            let mut control = Definition::new(kind).build().unwrap();
            let mut taken = false;
            for (place, setting) in order.iter().enumerate() {
                if place == at {
                    taken = control.set_nearest(wish.clone()).is_ok();
                }
                let mut definition = control.definition();
                setting.apply_to(&mut definition);
                control.set_definition(definition).ok()?;
            }
            if at >= order.len() {
                taken = control.set_nearest(wish.clone()).is_ok();
            }
            Some((control, taken))
        };
        let backwards: Vec<Setting> = all.iter().rev().cloned().collect();
        let last = all.len();
        let (Some((one, here)), Some((other, there))) = (sayings(&all, last), sayings(&backwards, at.min(last)))
            else { return Ok(()) };
        if here && there {
            prop_assert_eq!(one.value(), other.value());
        }
        prop_assert_eq!(one.definition(), other.definition());
    }
}

/// Every name is in kebab case and stands for one kind of value, whichever control has it.
#[test]
fn one_name_is_one_thing() {
    let ordered = |kind: AttributeKind| match kind {
        // CountChange values are of the control's own kind.
        AttributeKind::Number
        | AttributeKind::Count
        | AttributeKind::Date
        | AttributeKind::Month
        | AttributeKind::Week
        | AttributeKind::Time
        | AttributeKind::DateTime => None,
        other => Some(other),
    };
    let mut known: Vec<(&str, AttributeKind)> = Vec::new();
    for kind in ControlKind::ALL {
        for attribute in kind.attributes() {
            let name = attribute.name;
            assert!(name.chars().all(|c| c.is_ascii_lowercase() || c == '-'), "{name}");
            assert!(attribute.about().ends_with('.'), "{name}: {}", attribute.about());
            if let (Some(of), false) = (ordered(attribute.kind), name == "value" || name == "step")
            {
                match known.iter().find(|(other, _)| *other == name) {
                    Some((_, before)) => assert_eq!(*before, of, "{name} of {}", kind.name()),
                    None => known.push((name, of)),
                }
            }
        }
        let names: Vec<&str> =
            kind.attributes().iter().map(|a| a.name).filter(|name| *name != "options").collect();
        assert_eq!(names, kind.attribute_names());
    }
}

/// The example values in the documentation are valid by themselves.
#[test]
fn every_example_of_an_attribute_can_be_read() {
    for kind in ControlKind::ALL {
        for attribute in kind.attributes() {
            let (name, like) = (attribute.name, attribute.kind.like());
            if attribute.kind == AttributeKind::Options {
                assert!(kind.options().is_some() && like == "options");
                continue;
            }
            let mut definition = Definition::new(*kind);
            // Any word is a text value; a number pattern must be for numbers; the value of a select is a
            // list.
            let read = definition.set_attribute(name, Some(like));
            assert_eq!(read, Ok(()), "{name}={like} of {}", kind.name());
            let plain = Definition::new(*kind);
            let stays = definition == plain;
            assert!(!stays || matches!(attribute.kind, AttributeKind::Token(_)), "{name}={like}");
            definition.set_attribute(name, None).expect("none is none");
            assert_eq!(definition, plain, "{name} is taken back");
        }
        let has = kind.attributes().iter().any(|one| one.kind == AttributeKind::Options);
        assert_eq!(kind.options().is_some(), has, "{}", kind.name());
    }
    let wrong = |name: &str, text: &str| {
        let mut definition = Definition::new(ControlKind::Slider);
        definition.set_attribute(name, Some(text)).expect_err(text).to_string()
    };
    assert!(wrong("names", "0=closed,open").contains("0=closed,10=wide open"));
    assert!(wrong("names", "x=closed").contains("is not a number"));
    let mut rating = Definition::new(ControlKind::Rating);
    assert!(rating.set_attribute("max", Some("3.0")).is_ok(), "3.0 is whole");
    assert!(
        rating.set_attribute("max", Some("3.5")).is_err()
            && rating.set_attribute("max", Some("-3")).is_err()
    );
}

#[test]
fn the_whole_is_checked_whatever_the_order() {
    let attribute = |error: ControlError| error.attribute();
    let late = Slider::builder().value(500).max(40).build().unwrap_err();
    assert_eq!(
        (attribute(late.clone()), late.to_string().as_str()),
        ("value", "value 500 is not allowed: above the maximum 40")
    );
    assert!(Slider::builder().value(500).max(1000).build().is_ok());
    assert_eq!(attribute(Select::builder().least(3).most(2).build().unwrap_err()), "most");
    assert_eq!(attribute(CheckboxGroup::builder().most(2).least(3).build().unwrap_err()), "most");
    assert_eq!(attribute(DateSpanPicker::builder().least(8).most(7).build().unwrap_err()), "most");
    // The distances of a span are checked against the actual range, not against the default of 0 to 100.
    assert!(SpanSlider::builder().least(20).most(50).build().is_ok());
    assert_eq!(attribute(SpanSlider::builder().least(200).build().unwrap_err()), "least");
    assert!(SpanSlider::builder().least(200).max(1000).build().is_ok());
    // The value of a rating after its step has changed.
    let thirds = Rating::builder().value(dec!(2.5)).build().unwrap();
    assert_eq!((thirds.value(), thirds.audit()[0].code()), (Some(dec!(3)), "default-off-notches"));
    let named = Rating::builder().options([("9", "too high")]);
    assert_eq!(
        named.build().unwrap_err().to_string(),
        "9 has a name but is not a value that can be chosen"
    );
}

/// A value does not say everything about a choice. The rest stays as it is if the value is written back, also
/// under a later definition, but the program has not asked for it.
#[test]
fn what_a_value_does_not_say_outlives_a_new_definition() {
    let changed = |control: &mut Control, name: &str| {
        let mut definition = control.definition();
        definition.set_attribute(name, Some("")).unwrap();
        control.set_definition(definition).unwrap();
    };
    let written_back = |mut control: Control| {
        let value = control.value();
        assert_eq!(control.set_nearest(value.clone()), Ok(value));
        control
    };
    let queens = [("", "none seen"), ("marked", "marked"), ("clipped", "clipped")];

    let unsaid: Control = Select::builder().options(queens).build().unwrap().into();
    let mut unsaid = written_back(unsaid);
    changed(&mut unsaid, "multiple");
    assert_eq!(unsaid.value(), Value::Texts(vec![]), "none was asked for");

    let mut said = Select::builder().options(queens).placeholder("queen").build().unwrap();
    let _ = said.handle(Intent::Pick(""));
    let mut said = written_back(said.into());
    changed(&mut said, "required");
    assert!(matches!(said.view(), View::Select(view) if view.readout == "none seen"));

    let seen = [Choice::new("brood", "brood").disabled(), Choice::new("eggs", "eggs")];
    let closed = Select::builder().options(seen.clone()).value(["brood"]).build().unwrap();
    let mut closed = written_back(closed.into());
    changed(&mut closed, "required");
    assert!(matches!(closed.view(), View::Select(view) if view.readout == "brood"));
    let value = ["brood", "eggs"];
    let select = Select::builder().multiple(true).options(seen.clone()).value(value).build();
    let group = CheckboxGroup::builder().options(seen).value(value).build();
    for control in [select.unwrap().into(), group.unwrap().into()] {
        let mut control = written_back(control);
        changed(&mut control, "required");
        assert_eq!(
            (control.value().texts(), control.text().as_str()),
            (&["eggs".to_owned()][..], "brood, eggs")
        );
    }
}

#[test]
fn a_live_control_takes_new_bounds_without_interrupting_anybody() {
    let mut slider = Slider::builder().max(100).value(20).build().unwrap();
    let _ = slider.handle(Intent::Grab(Place::across(0.2)));
    for to in 21..=80 {
        let _ = slider.handle(Intent::Move(Place::across(f64::from(to) / 100.0)));
        slider.redefine(|definition| definition.unit = format!("at {to}")).unwrap();
    }
    assert_eq!(slider.handle(Intent::Release).to_string(), "release, change 80");
    let error = slider.redefine(|definition| definition.step = Step::Every(dec!(0))).unwrap_err();
    assert_eq!((error.attribute(), slider.definition().step), ("step", Step::from(1)));
    slider.redefine(|definition| definition.max = dec!(50)).unwrap();
    assert_eq!(slider.value(), dec!(50), "what a person chose becomes the nearest there is");

    let mut weight = Slider::default();
    assert_eq!(weight.set_nearest(dec!(18.4)), dec!(18));
    weight.redefine(|definition| definition.step = dec!(0.1).into()).unwrap();
    assert_eq!(weight.value(), dec!(18.4), "what the program wished for counts again");
    weight.reset();
    weight.redefine(|definition| definition.value = Some(dec!(7))).unwrap();
    assert_eq!(weight.value(), dec!(7), "a default that nobody has changed follows the definition");

    let mut mites = Stepper::builder().min(0).max(60).build().unwrap();
    let _ = mites.handle(Intent::Type("12.5"));
    mites.redefine(|definition| definition.step = dec!(0.5).into()).unwrap();
    assert_eq!(
        (mites.text().as_str(), mites.handle(Intent::Settle).to_string().as_str()),
        ("12.5", "input 12.5, change 12.5")
    );

    let mut hive = Select::builder().options(["Linden", "Orchard", "Heath"]).build().unwrap();
    let _ = hive.handle(Intent::Open);
    let _ = hive.handle(Intent::Key(pin_notch::Key::End));
    hive.redefine(|definition| drop(definition.options.remove(0))).unwrap();
    assert_eq!((hive.is_open(), hive.active_row()), (true, Some(1)), "keys are on Heath still");
}

#[test]
fn a_definition_of_another_kind_is_refused() {
    let mut control = Control::from(Slider::default());
    let error = control.set_definition(Definition::new(ControlKind::Rating)).unwrap_err();
    assert_eq!(error.to_string(), "a definition of a rating is for another kind of control");
    assert_eq!(
        control.set_nearest(Value::Span(Span::new(1, 2))).unwrap_err().to_string(),
        "not a value of this control's kind"
    );
    let plain = SliderDefinition::default();
    assert_eq!(Slider::builder().definition(), &plain);
}

#[cfg(feature = "json")]
#[test]
fn a_definition_as_json_has_its_kind_and_changed_attributes() {
    let mut definition = Definition::new(ControlKind::Slider);
    definition.set_attribute("max", Some("40")).unwrap();
    let json = definition.to_json();
    assert!(json.contains("slider") && json.contains("40"), "{json}");
    assert_eq!(Definition::from_json(&json), Ok(definition));
    for wrong in ["", "[]", "7"] {
        assert!(Definition::from_json(wrong).is_err(), "{wrong}");
    }
    let table = [
        ("{}", "control: it has to name the kind of control, one of: slider, span-slider, "),
        (
            r#"{"control":"slidr"}"#,
            "control: \"slidr\" is no kind of control; the kinds are: slider, ",
        ),
        (
            r#"{"control":"slider","maxx":3}"#,
            "maxx: there is no such attribute; there are: min, max, ",
        ),
        (r#"{"control":"slider","max":3,"max":4}"#, "max: it is given twice"),
        (r#"{"control":"slider","max":"4o"}"#, "max: \"4o\" is not a number; "),
        (r#"{"control":"slider","max":true}"#, "max: write it like \"12.5\""),
        (r#"{"control":"slider","max":[4]}"#, "max: write it like \"12.5\""),
        (r#"{"control":"slider","required":"false"}"#, "required: write true or false"),
        (r#"{"control":"switch","options":["a"]}"#, "options: there is no such attribute; "),
        (
            r#"{"control":"select","options":[4]}"#,
            "invalid type: integer `4`, expected an option: ",
        ),
        (
            r#"{"control":"select","options":[{"value":"a","text":"A","disable":true}]}"#,
            "unknown field `disable`, expected one of ",
        ),
    ];
    for (json, expected) in table {
        let error = Definition::from_json(json).unwrap_err().to_string();
        assert!(error.starts_with(expected), "{json}: {error}");
    }
    // Whole numbers, lists and plain texts are also understood.
    let table = [
        (r#"{"control":"span-slider","value":[10,20.5]}"#, "value", "10,20.5"),
        (r#"{"control":"select","value":["a,b","c"],"multiple":true}"#, "value", "\"a,b\",c"),
        (
            r#"{"control":"date-span","value":["2026-05-01","2026-05-03"]}"#,
            "value",
            "2026-05-01/2026-05-03",
        ),
    ];
    for (json, name, text) in table {
        let definition = Definition::from_json(json).unwrap();
        assert_eq!(definition.attribute(name).as_deref(), Some(text), "{json}");
    }
    let options =
        Definition::from_json(r#"{"control":"select","options":["oa"]}"#).unwrap().options();
    assert_eq!(options, [pin_notch::Choice::new("oa", "oa")]);
    let other = serde_json::from_str::<SliderDefinition>(r#"{"control":"rating"}"#).unwrap_err();
    assert!(other.to_string().starts_with("control: it has to be \"slider\" here, not \"rating\""));
}
