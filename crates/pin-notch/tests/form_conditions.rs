//! Fields that count only under a condition: entered, sent, read and undone.

use pin_notch::{
    Checkbox, CheckboxGroup, Form, FormError, Intent, Rule, Select, Stepper, Switch, Value, dec,
};
use pin_notch_any::reached;
use proptest::prelude::*;
use std::error::Error;

/// With many mites a treatment counts, with a treatment its amount, and with a large amount a fieldset.
fn form() -> Form {
    let number = || Stepper::builder().min(0).max(99);
    let build = || -> Result<Form, FormError> {
        Form::new()
            .with("mites", "Mites", number())?
            .with("given", "Given", Select::builder().options(["oa", "fa"]).required(true))?
            .with("amount", "Amount", number().required(true))?
            .with("again", "Again", Switch::default())?
            .with("seen", "Seen", CheckboxGroup::builder().options(["eggs", "larvae"]).least(1))?
            .with_fieldset("later", "Later", &["again", "seen"])?
            .with_rule(&["mites", "amount"], |values| {
                let number = |name| values.number(name).unwrap_or_default();
                (number("amount") > number("mites"))
                    .then(|| "More than there are mites.".to_owned())
            })?
            .only_if("given", "mites > 9")?
            .only_if("amount", "given is not empty")?
            .fieldset_only_if("later", "amount > 5")
    };
    build().expect("a form")
}

fn counting(form: &Form) -> String {
    let counting = form.fields().filter(|field| field.counts());
    counting.map(|field| field.name.as_str()).collect::<Vec<_>>().join(" ")
}

fn handle(form: &mut Form, name: &str, intent: Intent) -> String {
    form.handle(name, intent).expect("it is there").to_string()
}

#[test]
fn fields_that_do_not_count_are_disabled_not_sent_and_not_required() {
    let mut form = form();
    assert_eq!(counting(&form), "mites");
    assert!(form.problems().is_empty());
    assert_eq!(form.urlencoded(), "mites=");
    assert_eq!(handle(&mut form, "given", Intent::Pick("oa")), "refused: disabled");
    let turn = handle(&mut form, "mites", Intent::Choose(dec!(12)));
    assert_eq!(turn, "input 12, change 12; given counts");
    assert_eq!(form.submit().unwrap_err().to_string(), "Given: A value is required.");
    let turn = handle(&mut form, "given", Intent::Pick("oa"));
    assert_eq!(turn, "input oa, change oa; amount counts");
    let turn = handle(&mut form, "amount", Intent::Choose(dec!(6)));
    assert_eq!(turn, "input 6, change 6; again counts; seen counts");
    let later = form.fieldset("later").expect("it is there").clone();
    assert!(form.fieldset_counts(&later));
    assert_eq!(form.submit().unwrap_err().to_string(), "Seen: Choose at least 1.");
    assert_eq!(handle(&mut form, "seen", Intent::Pick("eggs")), "input eggs, change eggs");
    assert_eq!(form.urlencoded(), "mites=12&given=oa&amount=6&seen=eggs");
    // When one value is removed, everything that depends on it disappears, and later returns unchanged.
    let turn = handle(&mut form, "mites", Intent::Choose(dec!(3)));
    let gone =
        "given does not count; amount does not count; again does not count; seen does not count";
    assert_eq!(turn, format!("input 3, change 3; {gone}"));
    assert!(!form.fieldset_counts(&later) && form.submit().is_ok());
    assert_eq!(form.urlencoded(), "mites=3");
    #[cfg(feature = "json")]
    assert_eq!(form.to_json(), r#"{"mites":3}"#);
    assert_eq!(form.values().get("amount"), None);
    assert_eq!(form.undo(), Some(vec!["mites"]));
    assert_eq!(form.urlencoded(), "mites=12&given=oa&amount=6&seen=eggs");
    assert!(form.redo().is_some());
    assert_eq!(counting(&form), "mites");
    form.reset();
    assert_eq!((counting(&form).as_str(), form.is_dirty()), ("mites", false));
}

#[test]
fn received_values_decide_which_fields_count() {
    let form = form();
    let read = |body: &str| form.read(body.as_bytes());
    let values = read("mites=3&given=oa&amount=900&seen=bees").unwrap();
    assert_eq!(
        (values.get("given"), values.unknown().join(" ").as_str()),
        (None, "given amount seen")
    );
    assert_eq!(read("mites=12").unwrap_err().to_string(), "Given: A value is required.");
    assert_eq!(
        read("mites=12&given=oa&amount=100").unwrap_err().to_string(),
        "Amount: The value must be 99 or less. (received \"100\")"
    );
    // The rule is applied if both of its fields count.
    let rule = "Mites: More than there are mites.";
    assert_eq!(read("mites=12&given=oa&amount=13&seen=eggs").unwrap_err().to_string(), rule);
    assert!(read("mites=4&amount=13").is_ok());
    let values = read("mites=12&given=fa&amount=6&seen=eggs&again=on").unwrap();
    assert!(
        values.is_on("again") && values.get("seen") == Some(&Value::Texts(vec!["eggs".into()]))
    );
    // A problem of a field on which others depend is reported alone.
    assert_eq!(read("mites=x&given=bees").unwrap_err().0.len(), 1);
}

#[test]
fn a_condition_cannot_hang_on_itself() {
    let plain = || {
        let switch = Switch::default;
        let form =
            Form::new().with("a", "A", switch()).and_then(|form| form.with("b", "B", switch()));
        form.and_then(|form| form.with("c", "C", switch())).expect("a form")
    };
    let circle = |name: &str| FormError::Circle(name.to_owned());
    assert_eq!(plain().only_if("a", "not a").unwrap_err(), circle("a"));
    let two = plain().only_if("a", "b").unwrap();
    assert_eq!(two.clone().only_if("b", "c or a").unwrap_err(), circle("a"));
    let three = two.only_if("b", "c").unwrap();
    let error = three.clone().only_if("c", "a").unwrap_err();
    assert_eq!(error.to_string(), "whether \"a\" counts depends on its own value");
    assert_eq!(three.clone().only_if("d", "a").unwrap_err(), FormError::NoSuchField("d".into()));
    let within = three.with_fieldset("set", "Set", &["c"]).unwrap();
    assert_eq!(within.clone().fieldset_only_if("set", "b").unwrap_err(), circle("b"));
    let nothing = within.fieldset_only_if("sets", "b").unwrap_err();
    assert_eq!(nothing, FormError::NoSuchFieldset("sets".into()));
}

/// A mixed checkbox is sent like one that is off, and conditions have the same result on both sides.
#[test]
fn mixed_counts_as_off_before_and_after_sending() {
    let form = Form::new()
        .with("queen", "Queen seen", Checkbox::builder().indeterminate(true))
        .and_then(|form| form.with("again", "Look again", Switch::builder().checked(true)))
        .and_then(|form| form.with("marked", "Marked", Switch::default()))
        .and_then(|form| form.only_if("again", "not queen")?.only_if("marked", "queen"))
        .expect("a form");
    assert_eq!(counting(&form), "queen again");
    assert_eq!(form.urlencoded(), "again=on");
    let read = form.read(b"again=on").expect("it is right");
    assert_eq!((read.get("again"), read.get("marked")), (Some(&Value::On(true)), None));
    #[cfg(feature = "json")]
    {
        assert_eq!(form.read_json(form.to_json().as_bytes()), Ok(read));
        // If it does not count, off is equivalent to not being sent.
        let off = form.read_json(br#"{"queen":null,"again":false,"marked":false}"#);
        assert!(off.expect("it is right").unknown().is_empty());
        let on = form.read_json(br#"{"marked":true}"#).expect("it is right");
        assert_eq!(on.unknown(), ["marked"]);
    }
}

/// For any input in any order: what is sent is read as the values that count, and undoing restores
/// everything.
#[test]
fn a_form_with_conditions_keeps_its_word() {
    let one = prop_oneof![
        3 => (0_i64..20).prop_map(|n| ("mites", Intent::Choose(n.into()))),
        3 => (0_i64..14).prop_map(|n| ("amount", Intent::Choose(n.into()))),
        2 => prop::sample::select(vec!["oa", "fa"]).prop_map(|text| ("given", Intent::Pick(text))),
        1 => Just(("given", Intent::Clear)),
        1 => Just(("mites", Intent::Clear)),
        1 => Just(("again", Intent::Flip)),
        2 => prop::sample::select(vec!["eggs", "larvae"]).prop_map(|text| ("seen", Intent::Pick(text))),
    ];
    reached(1500, 0.5, &prop::collection::vec(one, 1..30), |moves| {
        let mut form = form();
        let start = form.fields().map(|field| field.control.value()).collect::<Vec<_>>();
        for (name, intent) in moves {
            let before = counting(&form);
            let turn = form.handle(name, intent).expect("it is there");
            prop_assert_eq!(turn.counted.is_empty(), counting(&form) == before);
            for field in form.fields() {
                prop_assert_eq!(field.control.conditions().is_disabled(), !field.counts());
            }
        }
        let sent = form.submit();
        let read = form.read(form.urlencoded().as_bytes());
        prop_assert_eq!(sent.is_ok(), read.is_ok(), "{:?} {:?}", sent, read);
        #[cfg(feature = "json")]
        {
            let read = form.read_json(form.to_json().as_bytes());
            prop_assert_eq!(sent.is_ok(), read.is_ok(), "{:?} {:?}", sent, read);
        }
        if let (Ok(sent), Ok(read)) = (&sent, &read) {
            prop_assert_eq!(sent, read);
        }
        while form.undo().is_some() {}
        prop_assert_eq!(
            form.fields().map(|field| field.control.value()).collect::<Vec<_>>(),
            start
        );
        prop_assert_eq!(counting(&form), "mites");
        Ok(sent.is_ok())
    });
}

/// A rule applied alone has the same finding as when all rules are applied.
#[test]
fn a_rule_says_the_same_alone_as_with_all_others() {
    let number = || Stepper::builder().min(0).max(99);
    let mut form = Form::new()
        .with("mites", "Mites", number())
        .and_then(|form| form.with("days", "Days", number()))
        .and_then(|form| form.with("calm", "Calm", Switch::default()))
        .and_then(|form| form.rule(Rule::new("mites < days", "Too many.").at("days")))
        .and_then(|form| form.rule(Rule::new("calm or mites < 50", "Wild.").warning()))
        .expect("a form");
    let mut seen = Vec::new();
    for (name, intent) in [
        ("mites", Intent::Choose(dec!(3))), // the days are empty, so neither yes nor no
        ("days", Intent::Choose(dec!(2))),
        ("days", Intent::Choose(dec!(9))),
        ("mites", Intent::Choose(dec!(70))),
        ("calm", Intent::Flip),
        ("days", Intent::Type("x")), // a field that is wrong itself comes first
    ] {
        let _ = form.handle(name, intent).expect("it is there");
        let judged = form.rule_findings(&["mites", "days", "calm"]);
        let alone = |warns: bool| -> Vec<String> {
            let of_kind = judged.iter().filter(|one| one.warns == warns);
            of_kind.filter_map(|one| Some(one.problem.as_ref()?.to_string())).collect()
        };
        let texts = |all: Vec<pin_notch::Problem>| -> Vec<String> {
            let rules = all.into_iter().filter(|one| one.invalid.state() == "customError");
            rules.map(|one| one.to_string()).collect()
        };
        assert_eq!(alone(false), texts(form.problems()), "{name}");
        assert_eq!(alone(true), texts(form.warnings()), "{name}");
        assert!(judged.iter().all(|one| !one.is_due), "nobody has left anything");
        seen.push(alone(false).len() * 10 + alone(true).len());
    }
    assert_eq!(seen, [0, 10, 0, 11, 10, 0]);
    form.leave("mites");
    form.leave("days");
    let due: Vec<bool> = form.rule_findings(&["mites"]).iter().map(|one| one.is_due).collect();
    assert_eq!(due, [true, false]);
    assert!(form.rule_findings(&["calm"]).len() == 1 && form.rule_findings(&["nobody"]).is_empty());
}

/// A read-only field that follows one that does not count is unchanged, because nothing is received for
/// that one.
#[test]
fn followers_of_a_field_that_does_not_count_are_accepted_unchanged() -> Result<(), Box<dyn Error>> {
    let mut form = Form::new()
        .with("frames", "Frames", Stepper::builder().readonly(true))?
        .with("brood", "Brood", Stepper::builder().value(1))?
        .with_link("brood", "frames", Value::clone)?
        .only_if("brood", "frames > 3")?;
    form.follow_from_the_start();
    assert_eq!(form.urlencoded(), "frames=1", "and brood does not count");
    assert!(form.read(b"frames=1").is_ok());
    #[cfg(feature = "json")]
    assert!(form.read_json(br#"{"frames":1}"#).is_ok());
    assert!(form.read(b"frames=2").is_err());
    Ok(())
}

/// Texts are parsed when they are added to a form, and a rule over rows is repeated for each.
#[test]
fn conditions_and_sentences_are_given_as_texts() -> Result<(), FormError> {
    let row = Form::new().with("amount", "Amount", Stepper::builder().min(0).max(99))?;
    let form = || Form::new().with_rows("given", "Given", 2..=3, &row);
    let mut form_with_rule = form()?.rule(Rule::new("given.amount > 5", "Give more.").warning())?;
    let _ = form_with_rule.handle("given.2.amount", Intent::Choose(dec!(3)))?;
    let warnings = form_with_rule.warnings();
    assert_eq!(warnings.len(), 1);
    assert_eq!(warnings[0].to_string(), "Given 2, Amount: Give more.");
    for (result, message) in [
        (form()?.rule(Rule::new("given.dose > 5", "")), "no field is named \"given.dose\""),
        (form()?.rule(Rule::new("given + 1", "")), "a condition is needed, but this is a number"),
        (
            form()?.with_output("all", "All", "{given rows"),
            "this brace is not closed; put } at its end",
        ),
    ] {
        let error = result.unwrap_err();
        assert!(error.to_string().ends_with(&format!(": {message}")), "{error}");
        assert!(std::error::Error::source(&error).is_some());
    }
    Ok(())
}
