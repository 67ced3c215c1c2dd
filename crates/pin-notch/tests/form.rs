//! A hive inspection: what it sends, and how the same controls check what is received.

use pin_notch::{Decimal, Form, FormError, Intent, Rating, Slider, Switch, Value, dec};
use proptest::prelude::*;

fn inspection() -> Form {
    let weight = Slider::builder().max(40).step(dec!(0.1)).value(dec!(18.4)).build().unwrap();
    let outside = Slider::builder().min(-20).max(40).step(dec!(0.5)).build().unwrap();
    let temper = Rating::builder().step(dec!(0.5)).required(true).build().unwrap();
    Form::new()
        .with("weight", "Hive weight", weight)
        .and_then(|form| form.with("outside", "Outside", outside))
        .and_then(|form| form.with("temper", "Temper", temper))
        .and_then(|form| {
            form.with("brood", "Brood", Rating::builder().max(10).step(dec!(0.25)).build().unwrap())
        })
        .and_then(|form| {
            form.with(
                "feeder",
                "Feeder",
                Switch::builder().value("fondant & syrup").build().unwrap(),
            )
        })
        .unwrap()
}

#[test]
fn received_values_are_checked_by_the_same_controls() {
    let form = inspection();
    let values =
        form.read(b"feeder=fondant+%26+syrup&weight=12.50&outside=-3.5&temper=4&hive=7").unwrap();
    let typed: Vec<String> = values.iter().map(|(name, value)| format!("{name}={value}")).collect();
    assert_eq!(typed.join(" "), "weight=12.5 outside=-3.5 temper=4 brood=empty feeder=on");
    assert_eq!(values.unknown(), ["hive"]);

    let refused = |body: &str| form.read(body.as_bytes()).unwrap_err().to_string();
    assert_eq!(
        refused("weight=99.95&outside=cold&brood=3.3&feeder=maybe"),
        "Hive weight: The value must be 40 or less. (received \"99.95\")\n\
         Outside: \"cold\" is not a number; write it like 12 or -0.5. (received \"cold\")\n\
         Temper: A value is required.\n\
         Brood: The value is between two steps: the nearest are 3.25 and 3.5. (received \"3.3\")\n\
         Feeder: This sends \"fondant & syrup\" when it is on, or nothing. (received \"maybe\")"
    );
    assert_eq!(
        refused("weight=1&weight=2&outside=0&temper="),
        "Hive weight: This was sent 2 times; send it once. (received \"1, 2\")\nTemper: A value is required."
    );
    assert!(refused("").starts_with("Hive weight: A value is required."));
}

#[test]
fn read_only_and_disabled_controls_never_accept_another_value() {
    let mut form = inspection();
    form.control_mut("weight").unwrap().set_readonly(true);
    form.control_mut("outside").unwrap().set_disabled(true);
    let problems = form.read(b"weight=18.5&temper=1").unwrap_err();
    assert_eq!(
        problems.to_string(),
        "Hive weight: The value is read-only and must stay 18.4. (received \"18.5\")"
    );
    let values = form.read(b"weight=18.4&temper=1&outside=40").unwrap();
    assert_eq!(
        values.get("outside"),
        Some(&Value::Number(dec!(10))),
        "what is disabled keeps its value"
    );
    assert_eq!(values.unknown(), ["outside"]);
}

#[test]
fn forms_say_what_cannot_be() {
    let twice = inspection().with("weight", "Again", Switch::default()).unwrap_err();
    assert_eq!(twice.to_string(), "the name \"weight\" is taken: give each control its own");
    assert_eq!(
        inspection().with("", "Nameless", Switch::default()).unwrap_err(),
        FormError::Unnamed
    );
    let nobody = inspection().handle("queen", Intent::Flip).unwrap_err();
    assert_eq!(nobody.to_string(), "no control is named \"queen\"");
}

#[test]
fn no_tampered_value_gets_through() {
    let value = prop_oneof![
        1 => "[-+0-9.e]{0,12}",
        2 => (-100_i64..500, 0_u32..=2).prop_map(|(digits, scale)| Decimal::new(digits, scale).to_string()),
    ];
    pin_notch_any::reached(1000, 0.15, &value, |value| {
        let body = format!("weight={value}&outside=0&temper=1");
        let Ok(values) = inspection().read(body.as_bytes()) else { return Ok(false) };
        let weight = values.number("weight").expect("a slider has a number");
        let is_on_a_notch =
            weight >= dec!(0) && weight <= dec!(40) && (weight * dec!(10)).fract().is_zero();
        prop_assert!(is_on_a_notch, "{}", value);
        Ok(true)
    });
}
