//! The HTML standard's rules for `min`, `max` and `step`, case by case.

use pin_notch::{Decimal, Notches, Rounding, Step, dec, number_text, parse_number};

fn notches(min: &str, max: &str, step: &str, base: &str) -> Notches {
    let number = |text: &str| parse_number(text).expect("a number in a table");
    let mut builder = Notches::builder();
    builder = if min.is_empty() { builder } else { builder.min(number(min)) };
    builder = if max.is_empty() { builder } else { builder.max(number(max)) };
    builder = if base.is_empty() { builder } else { builder.step_base(number(base)) };
    builder = if step == "any" { builder.step(Step::Any) } else { builder.step(number(step)) };
    builder.build().expect("a valid definition in a table")
}

/// "rounded to the nearest number for which the element would not suffer from a step mismatch, and which
/// is greater than or equal to the minimum, and, if the maximum is not less than the minimum, which is
/// less than or equal to the maximum …; if two numbers match, … the one nearest to positive infinity."
#[test]
fn values_snap_as_in_the_range_state() {
    let table = [
        // min, max, step, base, value, snapped
        ("0", "100", "20", "", "50", "60"), // the standard's own example: a tie
        ("0", "100", "20", "", "49.999", "40"), // just short of it
        ("-100", "100", "20", "", "-50", "-40"), // toward positive infinity below zero too
        ("1", "100", "20", "", "100", "81"), // 101 would be nearer
        ("1", "100", "20", "", "37", "41"),
        ("0", "40", "0.1", "", "0.30000000000000004", "0.3"),
        ("0", "40", "0.1", "", "0.05", "0.1"),
        ("0", "40", "0.1", "", "-3", "0"),     // underflow
        ("0", "40", "0.1", "", "40.01", "40"), // overflow
        ("3", "17", "5", "0", "3", "5"),       // the minimum is no notch
        ("3", "17", "5", "0", "17", "15"),     // nor the maximum
        ("10", "0", "1", "", "4", "10"),       // a maximum below the minimum: the minimum holds
        ("10", "0", "4", "3", "4", "11"),      // and the steps are still counted from the base
        ("1", "5", "20", "0", "3", "3"),       // no notch within the bounds: only held to them
        ("1", "5", "20", "0", "9", "5"),
        ("", "", "1", "", "2.5", "3"),
        ("", "", "1", "", "-2.5", "-2"),
        ("", "", "3", "1", "-1", "-2"), // −2, 1, 4 …: from the base in both directions
        ("0", "1", "any", "", "0.123456789", "0.123456789"),
        ("0", "1", "any", "", "1.5", "1"),
        ("0.1", "0.9", "0.0000000000000000000000001", "", "0.5", "0.5"),
    ];
    for (min, max, step, base, value, snapped) in table {
        let got = notches(min, max, step, base).snap(parse_number(value).unwrap());
        assert_eq!(number_text(got), snapped, "{value} on {min}..{max} by {step} from {base:?}");
    }
}

/// The algorithm behind `stepUp()` and `stepDown()`, steps 3 to 11.
#[test]
fn stepping_follows_the_standards_algorithm() {
    let table = [
        // min, max, step, from, steps, to ("" for no move)
        ("0", "10", "2", "4", 1, "6"),
        ("0", "10", "2", "4", 2, "8"),
        ("0", "10", "2", "4", 9, "10"), // step 9: held to the largest allowed
        ("0", "10", "2", "4", -9, "0"), // step 8: held to the smallest
        ("0", "10", "2", "5", 1, "6"),  // step 7: off the notches, to the next one up
        ("0", "10", "2", "5", 3, "6"),  // … whatever the number of steps
        ("0", "10", "2", "5", -3, "4"),
        ("0", "9", "2", "8", 1, ""), // 10 is out of bounds: step 10 returns
        ("0", "10", "2", "10", 1, ""),
        ("0", "10", "2", "-7", 1, "0"), // from below the minimum
        ("0", "10", "2", "-7", -1, ""), // step 10: down must not lead up
        ("0", "10", "2", "17", -1, "10"),
        ("0", "10", "2", "17", 1, ""),
        ("1", "5", "20", "1", 1, ""), // one value
        ("", "", "1", "0.5", 1, "1"),
        ("", "", "1", "0.5", -1, "0"),
        ("0", "40", "0.1", "0.2", 1, "0.3"),
    ];
    for (min, max, step, from, steps, to) in table {
        let got = notches(min, max, step, "").stepped(parse_number(from).unwrap(), steps);
        let got = got.map(number_text).unwrap_or_default();
        assert_eq!(got, to, "{steps} steps from {from} on {min}..{max} by {step}");
    }
}

/// "The step base is … the min attribute, … the value attribute, … else zero."
#[test]
fn the_step_base_is_the_minimum_else_the_default_else_zero() {
    let base = |notches: Notches| notches.step_base();
    let builder = Notches::builder().step(5);
    assert_eq!(base(builder.min(dec!(2)).default_value(dec!(4)).build().unwrap()), dec!(2));
    assert_eq!(base(builder.default_value(dec!(4)).build().unwrap()), dec!(4));
    assert_eq!(base(builder.build().unwrap()), dec!(0));
    let by_default = builder.default_value(dec!(4)).build().unwrap();
    assert_eq!(by_default.snap(dec!(7)), dec!(9));
}

#[test]
fn a_ladder_of_tenths_has_no_binary_dust() {
    let notches = Notches::new(0, 1, dec!(0.1)).unwrap();
    let texts: Vec<String> = notches.iter().map(number_text).collect();
    assert_eq!(texts.join(" "), "0 0.1 0.2 0.3 0.4 0.5 0.6 0.7 0.8 0.9 1");
    assert_eq!(notches.fixed_text(dec!(1)), "1.0");
}

#[test]
fn one_by_twenty_stops_at_eighty_one() {
    let notches = Notches::new(1, 100, 20).unwrap();
    assert_eq!(notches.iter().collect::<Vec<_>>(), [1, 21, 41, 61, 81].map(Decimal::from));
    assert_eq!((notches.count(), notches.last()), (Some(5), Some(dec!(81))));
    // The track still extends to the maximum, so 81 is before its end.
    assert!((notches.position(dec!(81)) - 80.0 / 99.0).abs() < 1e-15);
    assert_eq!(notches.at_position(1.0), Some(dec!(81)));
}

#[test]
fn step_any_allows_everything_and_moves_by_a_thousandth_or_finer() {
    let notches = notches("-20", "40", "any", "");
    assert!(notches.contains(dec!(3.14159)));
    assert_eq!((notches.count(), notches.step()), (None, None));
    assert_eq!(notches.stride(), dec!(0.01));
    assert_eq!(notches.above(dec!(3.14159)), Some(dec!(3.15)));
    assert_eq!(notches.at_position(1.0), Some(dec!(40)));
    let odd = notches_any("0", "0.3337");
    assert_eq!(odd.above(dec!(0.3336)), Some(dec!(0.3337)), "an end off the strides is reached");
    assert_eq!(odd.above(dec!(0.3337)), None);
}

fn notches_any(min: &str, max: &str) -> Notches {
    notches(min, max, "any", "")
}

#[test]
fn the_audit_says_what_will_surprise() {
    let remarks = |notches: Notches| -> Vec<String> {
        notches.audit().iter().map(|remark| format!("{}: {remark}", remark.code())).collect()
    };
    assert!(remarks(notches("0", "40", "0.1", "")).is_empty());
    assert_eq!(
        remarks(notches("1", "100", "20", "")),
        [
            "max-not-reached: the maximum 100 is never reached: counted from 1 by 20, the last notch is 81"
        ]
    );
    assert_eq!(
        remarks(notches("0", "5", "20", "")),
        [
            "step-wider-than-range: the step 20 is wider than the range, which spans 5",
            "max-not-reached: the maximum 5 is never reached: counted from 0 by 20, the last notch is 0",
            "one-value: there is nothing to choose: 0 is the only value",
        ]
    );
    assert_eq!(
        remarks(notches("7", "7", "1", "")),
        ["one-value: there is nothing to choose: 7 is the only value"]
    );
    assert_eq!(
        remarks(notches("10", "0", "1", "")),
        [
            "max-below-min: the maximum 0 is below the minimum 10: no value is acceptable, and a control that is never empty shows the minimum"
        ]
    );
    assert_eq!(
        remarks(notches("3", "17", "5", "0")),
        [
            "min-not-reached: the minimum 3 is never reached: counted from 0, the first notch is 5",
            "max-not-reached: the maximum 17 is never reached: counted from 0 by 5, the last notch is 15",
        ]
    );
    assert_eq!(
        remarks(notches("1", "4", "20", "0")),
        [
            "step-wider-than-range: the step 20 is wider than the range, which spans 3",
            "no-notch: no notch counted from 0 lies between 1 and 4: no value is acceptable",
        ]
    );
    let builder = Notches::builder().min(0).max(10).step(4);
    let codes = |default| -> Vec<&str> {
        let notches = builder.default_value(default).build().unwrap();
        notches.audit().iter().map(|remark| remark.code()).collect()
    };
    assert_eq!(codes(dec!(3)), ["max-not-reached", "default-off-notches"]);
    assert_eq!(codes(dec!(30)), ["max-not-reached", "default-out-of-bounds"]);
}

#[test]
fn definitions_that_make_no_sense_say_what_would() {
    let error = |builder: pin_notch::NotchesBuilder| builder.build().unwrap_err().to_string();
    let builder = Notches::builder();
    assert_eq!(
        error(builder.step(dec!(-0.5))),
        "step -0.5 is not allowed: it must be above 0, or \"any\""
    );
    assert_eq!(
        error(builder.max(dec!(1e25)).step(dec!(1e-10))),
        "max 10000000000000000000000000 cannot be counted to 10 decimal places, which another part \
         needs: a number can hold 28 digits in all; give fewer digits before or after the point"
    );
    let texts = [
        ("", "\"\" is not a number; write it like 12, -0.5 or 2.5e3"),
        ("1.", "\"1.\" is not a number; write it like 12, -0.5 or 2.5e3"),
        ("+1", "\"+1\" is not a number; write it like 12, -0.5 or 2.5e3"),
        ("1_000", "\"1_000\" is not a number; write it like 12, -0.5 or 2.5e3"),
        ("0x10", "\"0x10\" is not a number; write it like 12, -0.5 or 2.5e3"),
        (
            "12345678901234567890123456789012",
            "\"12345678901234567890123456789012\" has more digits than a number can hold; give at most 28",
        ),
        ("1e-29", "\"1e-29\" has more digits than a number can hold; give at most 28"),
        (
            "1e999999999999999999999",
            "\"1e999999999999999999999\" has more digits than a number can hold; give at most 28",
        ),
    ];
    for (text, message) in texts {
        assert_eq!(parse_number(text).unwrap_err().to_string(), message);
    }
    assert_eq!(parse_number("-0"), Ok(dec!(0)));
    assert_eq!(parse_number("0e999999999999999999999"), Ok(dec!(0)));
    assert_eq!(parse_number(&format!("1.{}", "0".repeat(5000))), Ok(dec!(1)));
    assert_eq!(parse_number(".5e1"), Ok(dec!(5)));
}

#[test]
fn values_on_a_notch_are_unchanged_by_every_rounding() {
    let quarters = notches("0", "11", "0.25", "");
    for rounding in [Rounding::Nearest, Rounding::Down, Rounding::Up, Rounding::HalfToEven] {
        for value in [dec!(0), dec!(0.25), dec!(7), dec!(11)] {
            assert_eq!(quarters.snap_by(value, rounding), value, "{rounding:?}");
        }
    }
    // The digits below a unit count as well.
    let whole = notches("0", "10", "1", "");
    for (value, up, even) in [("3.001", 4, 3), ("3.5", 4, 4), ("4.5", 5, 4), ("4.501", 5, 5)] {
        let value = value.parse().unwrap();
        assert_eq!(whole.snap_by(value, Rounding::Up), up.into(), "{value}");
        assert_eq!(whole.snap_by(value, Rounding::HalfToEven), even.into(), "{value}");
        assert_eq!(whole.snap_by(value, Rounding::Down), value.trunc());
    }
}

#[test]
fn a_place_on_the_track_needs_two_bounds() {
    let bounded = notches("10", "30", "5", "");
    assert_eq!([10, 20, 30].map(|at| bounded.position(at.into())), [0.0, 0.5, 1.0]);
    assert_eq!(notches("0", "10", "1", "").position(dec!(2.5)), 0.25, "between two notches");
    assert_eq!(bounded.at_position(0.6), Some(dec!(20)));
    assert_eq!(bounded.at_position(f64::NAN), None);
    for open in [notches("10", "", "5", ""), notches("", "30", "5", "")] {
        assert_eq!((open.position(dec!(20)), open.at_position(0.5)), (0.0, None));
    }
    let none = notches("11", "14", "5", "0");
    assert!(none.is_empty() && none.at_position(0.5).is_none());
    let given = Notches::builder().min(0).max(9).default_value(4).build().unwrap();
    assert_eq!((given.default_value(), bounded.default_value()), (Some(dec!(4)), None));
    assert_eq!(bounded.index_of(dec!(20)), Some(2));
    assert_eq!(bounded.index_of(dec!(21)), None);
}

/// Digits beyond the capacity of numbers are reported in any position, and never converted.
#[test]
fn numbers_with_too_many_digits_are_reported() {
    let most = "79228162514264337593543950335";
    assert_eq!(parse_number(most), Ok(Decimal::MAX));
    for text in [
        "79228162514264337593543950336",
        "170141183460469231731687303715884105729",
        "1701411834604692317316873037158841057290000",
        "1e29",
        "9e999999999999999999",
        "1e-29",
        "0.00000000000000000000000000001",
        "1.00000000000000000000000000001",
    ] {
        let error = parse_number(text).expect_err(text).to_string();
        assert!(error.ends_with("at most 28"), "{text}: {error}");
    }
    for (text, value) in [
        ("1e-28", "0.0000000000000000000000000001"),
        ("0.10000000000000000000000000000000000000", "0.1"),
        ("00000000000000000000000000000000000000012", "12"),
        ("120e-1", "12"),
        ("0e99999999999", "0"),
    ] {
        assert_eq!(parse_number(text).map(number_text).as_deref(), Ok(value), "{text}");
    }
}

#[test]
fn a_fixed_text_has_as_many_places_as_a_notch_can_have() {
    let fine = notches("0", "40", "0.05", "");
    for (value, text) in [("3", "3.00"), ("0.5", "0.50"), ("0.05", "0.05"), ("0.125", "0.125")] {
        assert_eq!(fine.fixed_text(value.parse().unwrap()), text);
    }
    let whole = notches("0", "40", "1", "");
    for (value, text) in [("3", "3"), ("0.5", "0.5")] {
        assert_eq!(whole.fixed_text(value.parse().unwrap()), text);
    }
}
