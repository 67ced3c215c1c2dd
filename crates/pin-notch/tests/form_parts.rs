//! The individual queries on a form.

use pin_notch::{
    Block, Conversion, English, Form, FormRemark, Intent, MAX_BODY, Rating, Rule, Select, Stepper,
    Switch, TextField, Value, dec,
};

type Done = Result<(), Box<dyn std::error::Error>>;

/// Celsius and Fahrenheit that follow each other; rows, a fieldset, an output and a preset.
fn form() -> Result<Form, Box<dyn std::error::Error>> {
    let degrees = Conversion::between((dec!(0), dec!(100)), (dec!(32), dec!(212)))?;
    let sting = Form::new()
        .with("where", "Where", Select::builder().options(["hand", "face"]))?
        .with("pain", "Pain", Rating::builder().max(9))?;
    Ok(Form::new()
        .with("celsius", "Outside in °C", Stepper::builder().value(20))?
        .with("note", "Note", TextField::builder().value("calm"))?
        .with_rows("sting", "Stings", 0..=3, &sting)?
        .with("fahrenheit", "Outside in °F", Stepper::builder().max(300))?
        .with("feeder", "Feeder", Switch::default())?
        .with_conversion("celsius", "fahrenheit", degrees)?
        .with_fieldset("rest", "The rest", &["feeder", "note"])?
        .with_output("weather", "Weather", "{celsius} °C, {count(sting.where)} stings")?
        .with_preset(
            "hot",
            "A hot day",
            &[("celsius", dec!(35).into()), ("feeder", true.into())],
        )?)
}

#[test]
fn blocks_are_placed_at_their_first_field() -> Done {
    let form = form()?;
    let names: Vec<&str> = form
        .layout()
        .iter()
        .map(|block| match block {
            Block::Field(field) => field.name.as_str(),
            Block::Fieldset(set) => set.name.as_str(),
            Block::Rows(rows) => rows.name.as_str(),
        })
        .collect();
    assert_eq!(names, ["celsius", "rest", "sting", "fahrenheit"]);
    let counts: Vec<&str> =
        form.fields().filter(|field| field.counts_rows()).map(|one| one.name.as_str()).collect();
    assert_eq!(counts, ["sting"]);
    let followers: Vec<&str> =
        form.fields().map(|one| one.name.as_str()).filter(|name| form.is_follower(name)).collect();
    assert_eq!(followers, ["celsius", "fahrenheit"], "a conversion leads both ways");
    assert!(!form.is_follower("no such field"));
    Ok(())
}

#[test]
fn linked_fields_change_and_are_undone_together() -> Done {
    let mut form = form()?;
    assert_eq!(form.follow_from_the_start(), ["fahrenheit"]);
    assert_eq!(form.follow_from_the_start(), [""; 0], "it has followed already");
    assert!(!form.is_dirty() && form.undo().is_none());
    assert_eq!(form.values().number("fahrenheit"), Some(dec!(68)));
    assert_eq!(form.values().text("note"), Some("calm"));
    assert_eq!(form.values().text("celsius"), None, "that is a number");
    assert_eq!(form.output_text("weather", &English).as_deref(), Some("20 °C, 0 stings"));
    assert_eq!(form.output_text("no such output", &English), None);
    // A preset changes its fields and those that follow them; undo reverts everything at once.
    assert_eq!(form.preset("hot").map(|preset| preset.label.as_str()), Some("A hot day"));
    assert_eq!(form.apply("hot")?, ["celsius", "fahrenheit", "feeder"]);
    assert_eq!(form.values().number("fahrenheit"), Some(dec!(95)));
    assert_eq!(form.apply("hot")?, [""; 0], "all is so already");
    assert_eq!(form.undo(), Some(vec!["celsius", "fahrenheit", "feeder"]));
    assert_eq!(form.values().number("fahrenheit"), Some(dec!(68)));
    assert_eq!(form.redo(), Some(vec!["celsius", "fahrenheit", "feeder"]));
    assert!(form.apply("cold").is_err() && form.preset("cold").is_none());
    Ok(())
}

#[test]
fn a_rule_is_applied_only_to_valid_fields() -> Done {
    let mut form = Form::new()
        .with("least", "Least", Stepper::builder().min(0).max(9))?
        .with("most", "Most", Stepper::builder().min(0).max(9))?
        .rule(Rule::new("least <= most", "Least is above most."))?;
    let problems_of =
        |form: &Form| form.problems().iter().map(|problem| problem.to_string()).collect::<Vec<_>>();
    for (name, text) in [("least", "7"), ("most", "3")] {
        let _ = form.handle(name, Intent::Type(text))?;
        let _ = form.handle(name, Intent::Settle)?;
    }
    assert_eq!(problems_of(&form), ["Least: Least is above most."]);
    let _ = form.handle("most", Intent::Type("3x"))?;
    let problems = problems_of(&form);
    assert!(problems.len() == 1 && problems[0].starts_with("Most: \"3x\" is not a number"));
    Ok(())
}

#[test]
fn a_body_is_accepted_up_to_the_length_limit() -> Done {
    let form = form()?;
    let body = |length: usize| format!("feeder=on&x={}", "y".repeat(length - 12)).into_bytes();
    let read = form.read(&body(MAX_BODY))?;
    assert!(read.is_on("feeder") && !read.is_on("celsius") && !form.values().is_on("feeder"));
    assert_eq!(form.read(&body(MAX_BODY + 1)).unwrap_err().0.len(), 1);
    Ok(())
}

#[test]
fn remarks_name_their_field() -> Done {
    let form = Form::new().with("weight", "", Stepper::builder().min(0).max(10).step(3))?.with(
        "feeder",
        "Feeder",
        Switch::default(),
    )?;
    let remarks: Vec<(String, &str)> = form
        .audit()
        .iter()
        .map(|remark: &FormRemark| (remark.name().to_owned(), remark.code()))
        .collect();
    let of = |code| ("weight".to_owned(), code);
    assert_eq!(remarks, [of("max-not-reached"), of("unlabelled")]);
    Ok(())
}

#[test]
fn a_read_only_field_holds_what_follows_from_what_was_received() -> Done {
    let degrees = Conversion::between((dec!(0), dec!(100)), (dec!(32), dec!(212)))?;
    let form = Form::new()
        .with("celsius", "°C", Stepper::builder().value(0))?
        .with("fahrenheit", "°F", Stepper::builder().value(32).readonly(true))?
        .link("celsius", "fahrenheit", Some(degrees), true)?;
    assert_eq!(form.read(b"celsius=100&fahrenheit=212")?.number("fahrenheit"), Some(dec!(212)));
    assert!(form.read(b"celsius=100&fahrenheit=32").is_err(), "it follows");
    assert!(form.read(b"celsius=0&fahrenheit=33").is_err(), "it stays");
    assert_eq!(
        form.read(b"celsius=0&fahrenheit=32")?.get("celsius"),
        Some(&Value::Number(dec!(0)))
    );
    Ok(())
}

#[test]
fn what_was_entered_before_the_start_is_followed_and_no_initial_value() -> Done {
    let mut form = form()?;
    let early = form.control_mut("celsius").ok_or("a field")?;
    early.set_value(dec!(30).into())?;
    assert_eq!(form.follow_from_the_start(), ["fahrenheit"]);
    assert_eq!(form.values().number("celsius"), Some(dec!(30)));
    assert_eq!(form.values().number("fahrenheit"), Some(dec!(86)));
    form.reset();
    assert_eq!(form.values().number("celsius"), Some(dec!(20)));
    assert_eq!(form.values().number("fahrenheit"), Some(dec!(68)));
    // If both were entered, as when a browser restores them, neither changes the other.
    let mut form = self::form()?;
    for (name, value) in [("celsius", dec!(30)), ("fahrenheit", dec!(50))] {
        form.control_mut(name).ok_or("a field")?.set_value(value.into())?;
    }
    assert_eq!(form.follow_from_the_start(), [""; 0]);
    assert_eq!(form.values().number("fahrenheit"), Some(dec!(50)));
    form.reset();
    assert_eq!(form.values().number("fahrenheit"), Some(dec!(68)));
    Ok(())
}

#[test]
fn a_field_can_start_at_its_default_whatever_its_value() -> Done {
    let mut feeder = Switch::default();
    feeder.set_value(true);
    let mut form = Form::new().with("feeder", "Feeder", feeder)?;
    assert!(!form.is_dirty(), "it starts with what it holds");
    form.start_at_default("feeder");
    form.start_at_default("no such field");
    assert!(form.is_dirty());
    Ok(())
}
