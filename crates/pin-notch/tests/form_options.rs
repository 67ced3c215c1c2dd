//! Options that can be chosen only under a condition.

use pin_notch::{
    CheckboxGroup, Choice, Form, FormError, Intent, RadioGroup, Select, Switch, Value,
};

type Done = Result<(), Box<dyn std::error::Error>>;

fn form() -> Result<Form, FormError> {
    Form::new()
        .with("house", "House", RadioGroup::builder().options(["barn", "mill"]))?
        .with("warm", "Warm", Switch::default())?
        .with("room", "Room", Select::builder().options(["loft", "wheel", "tent"]).required(true))?
        .with("with", "With", CheckboxGroup::builder().options(["stove", "view"]))?
        .option_only_if("room", "loft", "house = 'barn'")?
        .option_only_if("room", "wheel", "house = 'mill' and not warm")?
        .option_only_if("with", "stove", "warm")?
        .option_only_if("with", "view", "room = 'loft' or room = 'wheel'")
}

#[test]
fn received_values_decide_which_options_are_enabled() -> Done {
    let form = form()?;
    for (body, expected) in [
        ("house=barn&room=loft", "accepted"),
        ("house=mill&room=loft", "Room: \"loft\" cannot be chosen. (received \"loft\")"),
        ("room=loft", "Room: \"loft\" cannot be chosen. (received \"loft\")"),
        ("room=tent", "accepted"),
        ("house=mill&room=wheel", "accepted"),
        ("house=mill&warm=on&room=wheel", "Room: \"wheel\" cannot be chosen. (received \"wheel\")"),
        ("house=mill&room=wheel&with=view", "accepted"),
        (
            "room=tent&warm=on&with=stove&with=view",
            "With: \"view\" cannot be chosen. (received \"stove, view\")",
        ),
        ("room=tent&with=stove", "With: \"stove\" cannot be chosen. (received \"stove\")"),
    ] {
        let read = form.read(body.as_bytes());
        let described = |read: &Result<pin_notch::Values, pin_notch::Problems>| match read {
            Ok(values) => values.accepted(),
            Err(problems) => problems.in_a_line(),
        };
        assert_eq!(described(&read), expected, "{body}");
    }
    Ok(())
}

#[test]
fn a_disabled_choice_is_not_sent_and_returns_when_enabled() -> Done {
    let mut form = form()?;
    let _ = form.handle("house", Intent::Pick("barn"))?;
    let _ = form.handle("room", Intent::Pick("loft"))?;
    let _ = form.handle("with", Intent::Pick("view"))?;
    assert_eq!(form.urlencoded(), "house=barn&room=loft&with=view");
    let _ = form.handle("house", Intent::Pick("mill"))?;
    assert_eq!(form.urlencoded(), "house=mill");
    assert_eq!(form.problems()[0].to_string(), "Room: A value is required.");
    // The receiver judges what the form sends in the same way.
    assert!(form.read(form.urlencoded().as_bytes()).is_err());
    let _ = form.handle("house", Intent::Pick("barn"))?;
    assert_eq!(form.urlencoded(), "house=barn&room=loft&with=view");
    assert!(form.read(form.urlencoded().as_bytes()).is_ok());
    form.undo();
    assert_eq!(form.urlencoded(), "house=mill");
    form.reset();
    assert_eq!(form.control("room").map(|room| room.value()), Some(Value::Empty));
    Ok(())
}

#[test]
fn a_condition_needs_an_option_and_other_fields() -> Done {
    let form = form()?;
    let cellar = form.clone().option_only_if("room", "cellar", "warm");
    assert_eq!(cellar.unwrap_err(), FormError::NoSuchOption("cellar".into()));
    let own = form.clone().option_only_if("room", "tent", "room = 'loft'");
    assert_eq!(own.unwrap_err(), FormError::Circle("room".into()));
    let round = form.option_only_if("room", "tent", "'view' in with");
    assert_eq!(round.unwrap_err(), FormError::Circle("with".into()));
    Ok(())
}

#[test]
fn a_link_does_not_choose_a_disabled_option() -> Done {
    let nest = Choice::new("mill", "Mill").disabled();
    let mut form = Form::new()
        .with("house", "House", RadioGroup::builder().options(["barn", "mill"]))?
        .with("nest", "Nest", Select::builder().options([Choice::new("barn", "Barn"), nest]))?
        .with_link("house", "nest", Clone::clone)?;
    let turn = form.handle("house", Intent::Pick("barn"))?;
    assert_eq!(turn.to_string(), "input barn, change barn; nest follows: barn");
    let turn = form.handle("house", Intent::Pick("mill"))?;
    assert_eq!(turn.to_string(), "input mill, change mill; nest cannot follow: disabled");
    assert_eq!(form.urlencoded(), "house=mill&nest=barn");
    Ok(())
}
