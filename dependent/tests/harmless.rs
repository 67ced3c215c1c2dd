//! Depending on `pin-notch` changes nothing of what a program's own JSON does, and its types are at home there.

use pin_notch::{
    Date, DateSpan, DateTime, Decimal, Definition, Month, Slider, Span, Time, Week, dec,
};
use their_serde::{Deserialize, Serialize};

#[derive(Debug, PartialEq, Deserialize, Serialize)]
#[serde(crate = "their_serde")]
struct Inner {
    weight: f64,
}

#[derive(Debug, PartialEq, Deserialize, Serialize)]
#[serde(crate = "their_serde")]
struct Outer {
    name: String,
    #[serde(flatten)]
    inner: Inner,
}

#[test]
fn flattened_numbers_and_sorted_members_stay_as_they_were() {
    let outer: Outer =
        their_json::from_str(r#"{"weight":18.4,"name":"linden"}"#).expect("it reads");
    assert_eq!(outer.inner.weight, 18.4);
    let value: their_json::Value = their_json::from_str(r#"{"b":1.0,"a":1}"#).expect("it reads");
    assert_eq!(value.to_string(), r#"{"a":1,"b":1.0}"#);
}

#[derive(Debug, PartialEq, Deserialize, Serialize)]
#[serde(crate = "their_serde")]
struct Inspection {
    weight: Decimal,
    visited: Date,
    swarmed: Month,
    extracted: Week,
    opened: Time,
    moved: DateTime,
    away: DateSpan,
    flying: Span,
    control: Definition,
}

#[test]
fn values_and_definitions_go_through_json_with_every_digit() {
    let slider = Slider::builder().max(40).step(dec!(0.1)).unit("kg");
    let inspection = Inspection {
        weight: dec!(12345678901234567890.12345678),
        visited: "2026-05-14".parse().expect("a day"),
        swarmed: "2026-05".parse().expect("a month"),
        extracted: "2026-W28".parse().expect("a week"),
        opened: "07:30".parse().expect("a time"),
        moved: "2026-05-14T07:30".parse().expect("a day and a time"),
        away: DateSpan::between(
            "2026-05-01".parse().expect("a day"),
            "2026-05-04".parse().expect("a day"),
        ),
        flying: Span::new(dec!(10.25), 30),
        control: slider.definition().clone().into(),
    };
    let text = their_json::to_string(&inspection).expect("it is written");
    assert!(text.contains("12345678901234567890.12345678"), "{text}");
    assert_eq!(their_json::from_str::<Inspection>(&text).expect("it reads"), inspection);
}
