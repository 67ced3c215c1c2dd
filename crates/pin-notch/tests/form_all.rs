//! A form with every kind of control: what it sends and reads back, as a body and as JSON.

use pin_notch::{
    Checkbox, CheckboxGroup, Checked, Choice, Closed, DatePicker, DateSpan, DateSpanPicker,
    FieldStepper, Form, FormError, Intent, ItemStepper, Key, MAX_BODY, Place, Problems, Rating,
    Select, Slider, Span, SpanSlider, Stepper, Switch, Thumb, Value, Values, Weekday, dec,
};
use proptest::prelude::*;
use std::error::Error;

fn build() -> Result<Form, Box<dyn Error>> {
    let degrees = SpanSlider::builder().min(-20).max(40).step(dec!(0.5)).value(Span::new(10, 30));
    let hives = ["Linden", "Orchard", "Heath"].map(|name| Choice::new(name.to_lowercase(), name));
    let treatments = [
        Choice::new("oa", "Oxalic acid"),
        Choice::new("fa", "Formic acid"),
        Choice::new("th", "Thymol").disabled(),
        Choice::new("two\nlines", "Both at once"),
    ];
    let rests = || [Closed::weekday(Weekday::Sunday, "The apiary rests on Sundays.")];
    let form = Form::new()
        .with("weight", "Hive weight", Slider::builder().max(40).step(dec!(0.1)).value(dec!(18.4)))?
        .with("flying", "Flying weather", degrees.build()?)?
        .with("temper", "Temper", Rating::builder().step(dec!(0.5)))?
        .with("feeder", "Feeder", Switch::default())?
        .with("queen", "Queen seen", Checkbox::builder().value("seen"))?
        .with(
            "seen",
            "Seen",
            CheckboxGroup::builder().options(["eggs", "larvae", "drones"]).most(2),
        )?
        .with("mites", "Mites", Stepper::builder().min(0))?
        .with("hive", "Hive", ItemStepper::builder().options(hives.to_vec()))?
        .with("treatment", "Treatment", Select::builder().options(treatments.clone()))?
        .with("given", "Given", Select::builder().multiple(true).options(treatments).most(2))?
        .with("visited", "Visited", DatePicker::builder().options(rests()))?
        .with("away", "Away", DateSpanPicker::builder().options(rests()))?
        .with("swarmed", "Swarmed", FieldStepper::<pin_notch::Month>::default())?
        .with("extracted", "Extracted", FieldStepper::<pin_notch::Week>::default())?
        .with("opened", "Opened", FieldStepper::<pin_notch::Time>::default())?
        .with("closed", "Closed", FieldStepper::<pin_notch::DateTime>::default())?
        .with_fieldset("measured", "Measured", &["weight", "flying", "mites"])?
        .with_fieldset("outside", "Outside", &["flying"])?;
    Ok(form)
}

fn inspection() -> Form {
    build().unwrap()
}

fn filled() -> Form {
    let mut form = inspection();
    let day = |text: &str| text.parse().unwrap();
    let mut put = |name: &str, value: Value| {
        form.control_mut(name).unwrap().set_value(value).unwrap();
    };
    put("weight", dec!(12.50).into());
    put("flying", Value::Span(Span { low: dec!(-2.5), high: dec!(31) }));
    put("temper", dec!(3.5).into());
    put("feeder", true.into());
    put("queen", true.into());
    put("seen", Value::Texts(vec!["drones".into(), "eggs".into()]));
    put("mites", dec!(12345678901234567890).into());
    put("hive", Value::Text("heath".into()));
    put("treatment", Value::Text("two\nlines".into()));
    put("given", Value::Texts(vec!["two\nlines".into(), "oa".into()]));
    put("visited", Value::Date(day("2026-05-13")));
    put("away", Value::Dates(DateSpan::between(day("2026-05-13"), day("2026-05-11"))));
    put("swarmed", Value::Month("2026-06".parse().unwrap()));
    put("extracted", Value::Week("2026-W28".parse().unwrap()));
    put("opened", Value::Time("07:30".parse().unwrap()));
    put("closed", Value::DateTime("2026-05-14T19:00".parse().unwrap()));
    form
}

fn refused(body: &str) -> String {
    inspection().read(body.as_bytes()).unwrap_err().to_string()
}

#[test]
fn a_form_sends_what_a_plain_html_form_would() {
    assert_eq!(
        inspection().urlencoded(),
        "weight=18.4&flying=10&flying=30&temper=&mites=&hive=linden&treatment=&visited=&away=&away=\
         &swarmed=&extracted=&opened=&closed="
    );
    assert_eq!(
        filled().urlencoded(),
        "weight=12.5&flying=-2.5&flying=31&temper=3.5&feeder=on&queen=seen&seen=eggs&seen=drones\
         &mites=12345678901234567890&hive=heath&treatment=two%0D%0Alines&given=oa&given=two%0D%0Alines\
         &visited=2026-05-13&away=2026-05-11&away=2026-05-13&swarmed=2026-06&extracted=2026-W28\
         &opened=07%3A30&closed=2026-05-14T19%3A00"
    );
    // Disabled itself, by its fieldset, or by an outer fieldset; unsent; mixed.
    let mut form = filled().unsent("hive").unwrap();
    form.control_mut("temper").unwrap().set_disabled(true);
    form.control_mut("queen").unwrap().set_value(Value::Mixed).unwrap();
    form.set_fieldset_disabled("measured", true).unwrap();
    form.set_fieldset_disabled("outside", true).unwrap();
    form.set_fieldset_disabled("measured", false).unwrap();
    let names: Vec<String> = form.entries().map(|(name, _)| name.to_owned()).collect();
    assert_eq!(names[..4], ["weight", "feeder", "seen", "seen"], "{names:?}");
    assert!(!names.iter().any(|name| name == "hive"));
    assert_eq!(
        form.set_fieldset_disabled("inside", true).unwrap_err(),
        FormError::NoSuchFieldset("inside".into())
    );
}

#[test]
fn a_body_is_read_back_by_the_same_definition() {
    let sent = filled();
    let values = inspection().read(sent.urlencoded().as_bytes()).unwrap();
    for field in sent.fields() {
        assert_eq!(values.get(&field.name), Some(&field.control.value()), "{}", field.name);
    }
    let base = "weight=1&flying=1&flying=2&hive=heath";
    assert_eq!(
        refused(&format!("{base}&seen=eggs&seen=eggs&given=th&treatment=honey&feeder=yes")),
        "Feeder: This sends \"on\" when it is on, or nothing. (received \"yes\")\n\
         Seen: \"eggs\" was sent twice; send it once. (received \"eggs, eggs\")\n\
         Treatment: \"honey\" is not offered. (received \"honey\")\n\
         Given: \"th\" is not offered. (received \"th\")"
    );
    assert_eq!(
        refused(&format!(
            "{base}&seen=eggs&seen=larvae&seen=drones&given=oa&given=fa&given=two%0Alines"
        )),
        "Seen: Choose no more than 2. (received \"eggs, larvae, drones\")\n\
         Given: Choose no more than 2. (received \"oa, fa, two\\nlines\")"
    );
    assert_eq!(
        refused(
            "weight=1&flying=9&hive=&opened=7.30&extracted=2025-W53&swarmed=2026-13&visited=2026-05-17"
        ),
        "Flying weather: This must be sent twice, once for each end. (received \"9\")\n\
         Hive: A value is required.\n\
         Visited: The apiary rests on Sundays. (received \"2026-05-17\")\n\
         Swarmed: month 13 is out of range: a year has months 1 to 12. (received \"2026-13\")\n\
         Extracted: week 53 is out of range: 2025 has weeks 1 to 52. (received \"2025-W53\")\n\
         Opened: \"7.30\" is not written like 07:30 or 07:30:05.125. (received \"7.30\")"
    );
    let backwards = refused("weight=1&flying=9&flying=3&hive=heath");
    assert_eq!(
        backwards,
        "Flying weather: These cannot be chosen together: the second is below the first. (received \"9, 3\")"
    );
}

#[test]
fn the_work_of_reading_is_bounded() {
    let long = vec![b'&'; MAX_BODY + 1];
    let problems = inspection().read(&long).unwrap_err();
    assert_eq!((problems.0.len(), problems.first()), (1, None));
    assert!(problems.to_string().starts_with("What was sent has 8388609 bytes"), "{problems}");
    // An endlessly repeated name is counted, but not stored.
    let many = "seen=eggs&".repeat(100_000);
    let message = inspection().read(many.as_bytes()).unwrap_err().to_string();
    assert!(
        message.contains("Seen: This was sent 100000 times; send it at most 3 times."),
        "{message}"
    );
    #[cfg(feature = "json")]
    {
        let deep = format!("{{\"weight\":{}{}}}", "[".repeat(5000), "]".repeat(5000));
        let message = inspection().read_json(deep.as_bytes()).unwrap_err().to_string();
        assert!(message.contains("Hive weight: This must be a number or null."), "{message}");
    }
}

#[cfg(feature = "json")]
#[test]
fn problems_are_available_as_problem_details() {
    let named =
        |name: &str| Form::new().with(name, "Name", Rating::builder().required(true)).unwrap();
    for (name, pointer) in [
        ("a b", "#/a%20b"),
        ("a/b~c", "#/a~1b~0c"),
        ("é\"", "#/%C3%A9%22"),
        ("next-visit", "#/next-visit"),
    ] {
        let details = named(name).read(b"").unwrap_err().to_problem_details();
        let details: serde_json::Value = serde_json::from_str(&details).unwrap();
        assert_eq!((&details["status"], &details["type"]), (&422.into(), &"about:blank".into()));
        let error = &details["errors"][0];
        assert_eq!((&error["pointer"], &error["name"]), (&pointer.into(), &name.into()));
        assert_eq!((&error["state"], error.get("received")), (&"valueMissing".into(), None));
    }
    let whole = named("a").read_json(b"[]").unwrap_err().to_problem_details();
    let whole: serde_json::Value = serde_json::from_str(&whole).unwrap();
    assert_eq!(whole["errors"][0].get("pointer"), None);
}

/// The peak memory of reading this, as a multiple of what was received.
#[track_caller]
fn kept(received: &str, read: impl Fn(&Form, &[u8]) -> Result<Values, Problems>) -> f64 {
    let form = inspection();
    let counted = allocation_counter::measure(|| {
        let _ = std::hint::black_box(read(&form, received.as_bytes()));
    });
    counted.bytes_max as f64 / received.len() as f64
}

#[test]
fn memory_for_a_large_body_is_bounded() {
    const LENGTH: usize = MAX_BODY / 8;
    let long = "a%0D".repeat(LENGTH / 5);
    let many = "a=b&".repeat(LENGTH / 5);
    let names: String = (0..LENGTH / 20).map(|at| format!("n{at}={at}&")).collect();
    let chosen = "given=&".repeat(LENGTH / 8);
    let bodies = [format!("{long}=1"), format!("hive={long}"), many, names, chosen];
    let most = bodies.map(|body| kept(&body, Form::read)).into_iter().fold(0.0, f64::max);
    assert!(most < 3.0, "{most} times the body");
    #[cfg(feature = "json")]
    {
        let texts = |member: &str| format!("{{\"{member}\":[\"\"{}]}}", ",\"\"".repeat(LENGTH / 4));
        let names = format!("{{\"\":0{}}}", ",\"\":0".repeat(LENGTH / 6));
        let repeated = format!("{{\"hive\":0{}}}", ",\"hive\":0".repeat(LENGTH / 12));
        let long = format!("{{\"hive\":\"{}\"}}", "a".repeat(LENGTH - 40));
        let all =
            [texts("given"), texts("flying"), texts("away"), texts("no"), names, repeated, long];
        let most = all.map(|json| kept(&json, Form::read_json)).into_iter().fold(0.0, f64::max);
        assert!(most < 3.0, "{most} times the JSON");
    }
}

#[cfg(feature = "json")]
#[test]
fn names_that_a_json_library_keeps_to_itself_are_read_as_they_are_written() {
    let form = Form::new().with("$serde_json::private::Number", "Private", Rating::builder());
    let form = form.unwrap();
    let values = form.read_json(br#"{"$serde_json::private::Number":4}"#).unwrap();
    assert_eq!(values.number("$serde_json::private::Number"), Some(dec!(4)));
    let read = |json: &str| inspection().read_json(json.as_bytes()).unwrap_err().to_string();
    for name in ["$serde_json::private::Number", "$serde_json::private::RawValue"] {
        let wrong = read(&format!(r#"{{"weight":{{"{name}":"1"}}}}"#));
        assert!(wrong.contains("Hive weight: This must be a number or null."), "{wrong}");
        let as_text = read(&format!(r#"{{"hive":{{"{name}":"heath"}}}}"#));
        assert!(as_text.contains("Hive: This must be a string or null."), "{as_text}");
    }
    // For a duplicate name, it is unknown which one was meant.
    let twice = read(r#"{"weight":1,"weight":2,"we\u0069ght":3}"#);
    assert!(twice.contains("Hive weight: This was sent 3 times; send it once."), "{twice}");
}

#[cfg(feature = "json")]
#[test]
fn values_are_json_without_the_loss_of_a_digit() {
    let json = r#"{"weight":12.5,"flying":[-2.5,31],"temper":3.5,"feeder":true,"queen":true,"seen":["eggs","drones"],"mites":12345678901234567890,"hive":"heath","treatment":"two\nlines","given":["oa","two\nlines"],"visited":"2026-05-13","away":["2026-05-11","2026-05-13"],"swarmed":"2026-06","extracted":"2026-W28","opened":"07:30","closed":"2026-05-14T19:00"}"#;
    let values = filled().submit().unwrap();
    assert_eq!(values.to_json(), json);
    let back = inspection().read_json(json.as_bytes()).unwrap();
    assert!(back.iter().eq(values.iter()));
    let empty = inspection().read_json(
        br#"{"weight":0.30,"flying":[1,2],"hive":"heath","temper":null,"feeder":null,"extra":1}"#,
    );
    let empty = empty.unwrap();
    assert_eq!(
        (empty.number("weight"), empty.get("temper")),
        (Some(dec!(0.3)), Some(&Value::Empty))
    );
    assert_eq!(empty.get("feeder"), Some(&Value::On(false)));
    assert_eq!(empty.unknown(), ["extra"]);
}

#[cfg(feature = "json")]
#[test]
fn wrong_json_is_reported_with_its_place_and_what_would_be_right() {
    let refused = |json: &str| inspection().read_json(json.as_bytes()).unwrap_err().to_string();
    assert_eq!(
        refused(
            r#"{"weight":"12","flying":[1],"temper":0.3,"feeder":1,"seen":"eggs","mites":1.5,"hive":2,"given":[1],"visited":20260513,"away":["2026-05-13"],"mites":2}"#
        ),
        "Hive weight: This must be a number or null. (received \"\\\"12\\\"\")\n\
         Flying weather: This must be an array of two numbers or null. (received \"[1]\")\n\
         Temper: The value must be 0.5 or more. (received \"0.3\")\n\
         Feeder: This must be true or false or null. (received \"1\")\n\
         Seen: This must be an array of strings or null. (received \"\\\"eggs\\\"\")\n\
         Mites: This was sent 2 times; send it once. (received \"1.5\")\n\
         Hive: This must be a string or null. (received \"2\")\n\
         Given: This must be an array of strings or null. (received \"[1]\")\n\
         Visited: This must be a date like \"2026-05-14\" or null. (received \"20260513\")\n\
         Away: This must be an array of two dates like \"2026-05-14\" or null. (received \"[\\\"2026-05-13\\\"]\")"
    );
    assert_eq!(
        refused("{\"weight\":1,}"),
        "What was sent is not a JSON object: trailing comma at line 1 column 13."
    );
    assert!(
        refused("[1]").starts_with("What was sent is not a JSON object: invalid type: sequence")
    );
    assert!(refused("{\"weight\":1e99}").contains("has more digits than a number can hold"));
}

fn attempts() -> impl Strategy<Value = Vec<(usize, Intent<'static>)>> {
    let place = (0.0_f64..1.0).prop_map(Place::across);
    let day = (20_580_i32..20_620).prop_map(|days| pin_notch::Date::from_days(days).unwrap());
    let typed = vec![
        "1",
        "12.5",
        "-",
        "2026-05-13",
        "2026-05-12 – 2026-05-15",
        "2026-06",
        "2026-W28",
        "07:30",
        "",
        "o",
        "form",
    ];
    let texts = vec!["eggs", "larvae", "drones", "oa", "fa", "two\nlines", "th"];
    let intent = prop_oneof![
        3 => proptest::sample::select(Key::all().collect::<Vec<_>>()).prop_map(Intent::Key),
        1 => place.clone().prop_map(Intent::Press),
        2 => place.clone().prop_map(Intent::Move),
        1 => place.prop_map(Intent::Point),
        2 => proptest::sample::select(vec![
            Intent::Release, Intent::Cancel, Intent::Leave, Intent::Flip, Intent::Clear, Intent::Settle,
            Intent::Open, Intent::Close, Intent::Take(Thumb::Low), Intent::Take(Thumb::High),
            Intent::Field(0), Intent::Field(1), Intent::Scroll(3),
        ]),
        1 => (-12_i32..12).prop_map(Intent::Step),
        2 => proptest::sample::select(typed).prop_map(Intent::Type),
        2 => proptest::sample::select(texts.clone()).prop_map(Intent::Pick),
        1 => proptest::sample::select(texts).prop_map(Intent::Remove),
        2 => day.clone().prop_map(Intent::PickDay),
        1 => day.prop_map(Intent::PointDay),
        2 => "[0-9ofe]".prop_map(|text| Intent::Find { typed: text.chars().next().unwrap(), at: 0 }),
    ];
    proptest::collection::vec((0_usize..16, intent), 1..80)
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(400))]

    /// After any attempts on any control: refused attempts change nothing, undoing everything leads to the
    /// initial state, and what the form sends is read back as its values.
    #[test]
    fn a_form_of_everything_keeps_its_word(attempts in attempts()) {
        let mut form = inspection();
        let names: Vec<String> = form.fields().map(|field| field.name.clone()).collect();
        let values = |form: &Form| -> Vec<Value> { form.fields().map(|field| field.control.value()).collect() };
        let start = values(&form);
        for (at, intent) in &attempts {
            let before = format!("{:?}", form.control(&names[*at]));
            let turn = form.handle(&names[*at], *intent).unwrap();
            if turn.turn.refusal().is_some() {
                prop_assert_eq!(format!("{:?}", form.control(&names[*at])), before, "{}", intent);
            }
            let view = form.control(&names[*at]).unwrap().view();
            prop_assert_eq!(view.problem().is_empty(), form.control(&names[*at]).unwrap().validity().is_empty());
        }
        if let Ok(values) = form.submit() {
            let read = inspection().read(form.urlencoded().as_bytes());
            prop_assert!(read.is_ok_and(|read| read.iter().eq(values.iter())));
            #[cfg(feature = "json")]
            {
                let read = inspection().read_json(values.to_json().as_bytes());
                prop_assert!(read.is_ok_and(|read| read.iter().eq(values.iter())));
            }
        }
        // Whatever is in progress is ended, because only settled changes can be undone.
        for name in &names {
            for intent in [Intent::Cancel, Intent::Close, Intent::Key(Key::Escape), Intent::Key(Key::Escape), Intent::Key(Key::Escape)] {
                let _ = form.handle(name, intent).unwrap();
            }
        }
        while form.undo().is_some() {}
        prop_assert_eq!(values(&form), start);
    }

    #[cfg(feature = "json")]
    #[test]
    fn no_json_upsets_the_reader(text in "\\PC{0,80}", bytes in proptest::collection::vec(any::<u8>(), 0..60)) {
        let _ = inspection().read_json(text.as_bytes());
        let _ = inspection().read_json(&bytes);
        let _ = inspection().read_json(format!("{{\"weight\":{text},\"seen\":[{text}]}}").as_bytes());
    }
}

#[test]
fn a_mixed_checkbox_is_neither_on_nor_off() {
    let mut form = inspection();
    form.control_mut("queen").unwrap().set_value(Value::Mixed).unwrap();
    #[cfg(feature = "json")]
    assert!(form.to_json().contains("\"queen\":false"), "it is sent as one that is off");
    assert_eq!(Value::from(Checked::Mixed), Value::Mixed);
    assert!(!Value::Mixed.is_empty());
}
