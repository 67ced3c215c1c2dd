//! Expressions: exact results, errors, and robustness.

use pin_notch::{
    CheckboxGroup, DatePattern, DatePicker, DateSpan, DateSpanPicker, Expression, FieldStepper,
    Form, Scope, Select, Sentence, Span, SpanSlider, Stepper, Switch, Time, dec,
};
use pin_notch_any::reached;
use proptest::prelude::*;

/// A field for each kind of value, some of them empty.
fn form() -> Form {
    let build = || -> Result<Form, Box<dyn std::error::Error>> {
        let number = |value| Stepper::builder().step(dec!(0.1)).value(value);
        let pattern: DatePattern = "d.M.y".parse()?;
        let day = |text: &str| {
            text.parse().map(|day| DatePicker::builder().date_pattern(pattern.clone()).value(day))
        };
        let away = DateSpan { first: "2026-05-11".parse()?, last: "2026-05-14".parse()? };
        Ok(Form::new()
            .with("honey", "Honey", number(dec!(7.5)))?
            .with("hives", "Hives", number(dec!(4)))?
            .with("mites", "Mites", Stepper::builder())?
            .with("next-visit", "Next", day("2026-06-01")?)?
            .with("visited", "Visited", day("2026-05-14")?)?
            .with("away", "Away", DateSpanPicker::builder().value(away))?
            .with("outside", "Outside", SpanSlider::builder().value(Span::new(10, 30)))?
            .with("feeder", "Feeder", Switch::builder().checked(true).when_on("fed"))?
            .with(
                "hive",
                "Hive",
                Select::builder()
                    .options([("linden", "Linden"), ("heath", "Heath")])
                    .value(["heath"]),
            )?
            .with(
                "frames",
                "Frames",
                CheckboxGroup::builder()
                    .options([("3", "3"), ("5", "five"), ("x", "x")])
                    .value(["3", "5", "x"]),
            )?
            .with("seen", "Seen", CheckboxGroup::builder().options(["eggs"]))?
            .with("opened", "Opened", FieldStepper::<Time>::builder().value("07:30".parse()?))?)
    };
    build().expect("a form")
}

#[test]
fn expressions_have_exact_results() {
    let (form, scope) = (form(), Scope::of(&form()));
    for (text, comes_to) in [
        ("1 + 2 * 3 - 4", "3"),
        ("(1 + 2) * 3", "9"),
        ("0.1 + 0.2", "0.3"),
        ("-honey + 8", "0.5"),
        ("honey / hives", "1.875"),
        ("1 / 3", "0.3333333333"),
        ("2 / 3", "0.6666666667"),
        ("-2 / 3", "-0.6666666667"),
        ("honey / 0", "empty"),
        ("round(honey / hives, 2)", "1.88"),
        ("round(-1.875, 2)", "-1.88"),
        ("round(2.4, 0)", "2"),
        ("10 - 4 - 3", "3"),
        ("16 / 4 / 2", "2"),
        ("min(honey, hives, 9)", "4"),
        ("max(honey, hives)", "7.5"),
        ("min(mites, 9)", "9"),
        ("max(visited, next-visit)", "2026-06-01"),
        ("min(visited, next-visit)", "2026-05-14"),
        ("mites + 1", "empty"),
        ("count(frames)", "3"),
        ("count(seen)", "0"),
        ("sum(frames)", "8"),
        ("sum(seen)", "0"),
        ("visited + 18", "2026-06-01"),
        ("next-visit - visited", "18"),
        ("next-visit - 1", "2026-05-31"),
        ("away.last - away.first", "3"),
        ("outside.high - outside.low", "20"),
        ("visited + 0.5", "empty"),
        ("hive", "heath"),
        ("opened", "07:30"),
        ("hive = 'heath' and feeder", "on"),
        ("not feeder or mites > 3", "empty"),
        ("feeder or mites > 3", "on"),
        ("mites > 3 and not feeder", "off"),
        ("mites > 3", "empty"),
        ("mites is empty", "on"),
        ("seen is empty", "on"),
        ("frames is not empty", "on"),
        ("away is not empty and not (outside is empty)", "on"),
        ("'5' in frames", "on"),
        ("5 in frames", "on"),
        ("4 in frames", "off"),
        ("'eggs' not in seen", "on"),
        ("visited < '2026-05-15'", "on"),
        ("opened >= '07:31'", "off"),
        ("feeder = true", "on"),
        ("99999999999999999999 * 99999999999999999999", "empty"),
    ] {
        let expression =
            Expression::parse(text, &scope).unwrap_or_else(|why| panic!("{text}: {why}"));
        assert_eq!(expression.value(&form).to_string(), comes_to, "{text}");
    }
}

#[test]
fn type_errors_are_reported_with_their_places() {
    let scope = Scope::of(&form());
    for (text, place, why) in [
        ("visited > 3", "3", "this is a number, but a day is needed here"),
        ("visited = opened", "opened", "this is a time, but a day is needed here"),
        ("visited < '14 May'", "'14 May'", "\"14 May\" is not a day"),
        ("honey + feeder", "feeder", "this is a condition, but a number is needed here"),
        ("honey / 'x'", "'x'", "this is a text, but a number is needed here"),
        ("honey = hive", "hive", "this is a text, but a number is needed here"),
        ("max(honey, visited)", "visited", "this is a day, but a number is needed here"),
        ("min(feeder)", "feeder", "a condition has no least and no greatest"),
        (
            "round(honey)",
            "round(honey)",
            "round(…) takes a number and how many places it keeps, but was given 1 argument",
        ),
        ("round(honey, hives)", "hives", "round(…) takes a whole number of places, 0 to 20"),
        ("count(honey)", "honey", "this is a number, but a list is needed here"),
        (
            "sum(frames, seen)",
            "sum(frames, seen)",
            "sum(…) takes one list, but was given 2 arguments",
        ),
        ("frames = 3", "frames", "a list cannot be compared"),
        ("away > '2026-05-14'", "away", "\"away\" has two ends"),
        ("honey.low > 1", "honey.low", "\"honey\" has no ends"),
        ("mite > 1", "mite", "no field is named \"mite\""),
        ("days(honey) > 1", "days", "no function is named \"days\""),
        ("feeder in seen", "feeder", "this is a condition, but a text is needed here"),
        (
            "honey >",
            "",
            "the text ends here, where a field, a number, a text or a bracket should be",
        ),
        ("(honey > 1", "", "the text ends here, where a closing bracket should be"),
        ("honey > 1 2", "2", "there is \"2\" here, where the end should be"),
        ("hive = 'x", "'x", "this text is not closed"),
        ("honey ~ 1", "~", "\"~\" has no meaning here"),
        (
            "honey is nothing",
            "nothing",
            "there is \"nothing\" here, where the word empty should be",
        ),
        ("1 < 2", "1 < 2", "a condition must refer to at least one field, but this refers to none"),
        ("honey + 1", "honey + 1", "a condition is needed, but this is a number"),
    ] {
        let error = Expression::condition(text, &scope).expect_err(text);
        assert_eq!((&text[error.span()], error.to_string().as_str()), (place, why), "{text}");
    }
    // What would be right.
    let operators = "write =, !=, <, <=, >, >=, +, -, *, /, and, or, not, in, is empty, count(…)";
    for (text, place, help) in [
        ("honey == 1", "=", operators),
        ("honey <> 1", ">", operators),
        ("opened > 07:30", ":", "write a time in quotation marks, like '07:30'"),
        ("visited > 2026-05-14", "2026-05-14", "write one like '2026-05-14'"),
        ("visited < '14 May'", "'14 May'", "write one like '2026-05-14'"),
        (
            "days(visited) > 3",
            "days",
            "the functions are count, sum, round, min, max, different, date, weekday",
        ),
        ("frames = 3", "frames", "write 'text' in list, count(list) or list is empty"),
        ("hive is 'Linden'", "'Linden'", "only emptiness is asked with is; compare values with ="),
    ] {
        let error = Expression::condition(text, &scope).expect_err(text);
        assert_eq!((&text[error.span()], error.help()), (place, Some(help)), "{text}");
    }
}

/// An expression that depends on the date is written with the date, and has the same meaning when read.
#[test]
fn today_is_the_given_date() {
    let (form, scope) = (form(), Scope::of(&form()));
    let on = scope.clone().on("2026-05-16".parse().expect("a day"));
    for (text, written, comes_to) in [
        ("today - visited", "date('2026-05-16') - visited", "2"),
        ("today", "date('2026-05-16')", "2026-05-16"),
        ("max(today + 14, next-visit)", "max(date('2026-05-16') + 14, next-visit)", "2026-06-01"),
        (
            "visited < today and next-visit>today",
            "visited < date('2026-05-16') and next-visit>date('2026-05-16')",
            "on",
        ),
        ("weekday(today)", "weekday(date('2026-05-16'))", "6"),
        ("weekday(visited) = 4", "weekday(visited) = 4", "on"),
        ("weekday(away.first)", "weekday(away.first)", "1"),
    ] {
        let read = Expression::parse(text, &on).unwrap_or_else(|why| panic!("{text}: {why}"));
        assert_eq!(
            (read.to_string().as_str(), read.value(&form).to_string().as_str()),
            (written, comes_to)
        );
        let again = Expression::parse(written, &scope).expect("it is written to be read");
        assert_eq!(again.value(&form), read.value(&form), "{written}");
        let sentence = Sentence::parse(&format!("{{{{ {{{text}}} }}}}"), &on).expect("a sentence");
        assert_eq!(sentence.to_string(), format!("{{{{ {{{written}}} }}}}"));
    }
    let own =
        form.with("today", "Hives opened today", Stepper::builder().value(3)).expect("a field");
    let field = Expression::parse("today + 1", &Scope::of(&own)).expect("it is the field");
    assert_eq!(field.value(&own).to_string(), "4");
    for (text, why) in [
        ("visited < today", "this depends on today's date, which is not known here"),
        ("date('14 May') < visited", "\"14 May\" is not a day"),
        ("date(3) < visited", "date(…) takes a text like '2026-05-14', but this is a number"),
        (
            "date('2026-05-14', 3) < visited",
            "date(…) takes a text like '2026-05-14', but was given 2 arguments",
        ),
        ("weekday(opened) = 1", "this is a time, but a day is needed here"),
    ] {
        assert_eq!(Expression::parse(text, &scope).expect_err(text).to_string(), why);
    }
}

#[test]
fn no_expression_takes_long_or_deep() {
    let scope = Scope::of(&form());
    let refused = |text: String| Expression::parse(&text, &scope).unwrap_err().to_string();
    assert!(refused("1 + ".repeat(5000) + "1").starts_with("it has more than 1000 words"));
    assert_eq!(refused("(".repeat(300) + "1"), "this is nested too deeply");
    assert_eq!(refused("min(".repeat(300) + "1"), "this is nested too deeply");
    let nested = |depth: usize| "(".repeat(depth) + "1" + &")".repeat(depth);
    assert!(
        Expression::parse(&nested(59), &scope).is_ok()
            && Expression::parse(&nested(60), &scope).is_err()
    );
    // Many adjacent brackets.
    let beside = "(1) + ".repeat(200) + "(1)";
    assert!(Expression::parse(&beside, &scope).is_ok());
    let long = "honey > 1 and ".repeat(240) + "feeder";
    assert_eq!(Expression::condition(&long, &scope).unwrap().holds(&form()), Some(true));
}

/// Expressions over the form, most of them well typed.
fn written() -> impl Strategy<Value = String> {
    let number = prop_oneof![
        Just("honey".to_owned()),
        Just("mites".to_owned()),
        Just("outside.low".to_owned()),
        Just("count(frames)".to_owned()),
        (0_u32..99).prop_map(|n| n.to_string()),
    ];
    let number = number.prop_recursive(3, 12, 2, |inner| {
        let sign = prop::sample::select(vec!["+", "-", "*", "/"]);
        prop_oneof![
            (inner.clone(), sign, inner.clone())
                .prop_map(|(one, sign, other)| format!("({one} {sign} {other})")),
            (inner.clone(), inner.clone()).prop_map(|(one, other)| format!("max({one}, {other})")),
            inner.prop_map(|one| format!("round({one}, 1)")),
        ]
    });
    let compare = prop::sample::select(vec!["=", "!=", "<", "<=", ">", ">="]);
    let on = prop_oneof![
        Just("feeder".to_owned()),
        Just("'3' in frames".to_owned()),
        Just("mites is empty".to_owned()),
        (number.clone(), compare, number)
            .prop_map(|(one, sign, other)| format!("{one} {sign} {other}")),
    ];
    let on = on.prop_recursive(3, 12, 2, |inner| {
        let joint = prop::sample::select(vec!["and", "or"]);
        prop_oneof![
            (inner.clone(), joint, inner.clone())
                .prop_map(|(one, joint, other)| format!("({one} {joint} {other})")),
            inner.prop_map(|one| format!("not ({one})")),
        ]
    });
    prop_oneof![4 => on, 1 => "[ a-z0-9<>=!()'+*/.,-]{0,30}"]
}

/// Negation exchanges true and false, and what bounds imply for an expression holds for every input.
#[test]
fn negation_and_outlook_agree_with_the_value() {
    let (form, scope) = (form(), Scope::of(&form()));
    reached(3000, 0.6, &written(), |text| {
        let Ok(one) = Expression::condition(&text, &scope) else { return Ok(false) };
        let not =
            Expression::condition(&format!("not ({text})"), &scope).expect("it is a condition");
        let holds = one.holds(&form);
        prop_assert_eq!(not.holds(&form), holds.map(|holds| !holds), "{}", text);
        let (can_hold, can_fail) = one.outlook(&scope);
        prop_assert!(holds != Some(true) || can_hold, "{}", text);
        prop_assert!(holds != Some(false) || can_fail, "{}", text);
        Ok(true)
    });
}

#[test]
fn bounds_and_options_imply_results_before_anything_is_entered() {
    let number = |min, max| Stepper::builder().min(min).max(max);
    let build = || -> Result<Form, Box<dyn std::error::Error>> {
        Ok(Form::new()
            .with("a", "A", number(0, 9))?
            .with("b", "B", number(5, 20))?
            .with("free", "Free", Stepper::builder())?
            .with("span", "Span", SpanSlider::builder().max(10))?
            .with("day", "Day", DatePicker::builder())?
            .with("hive", "Hive", Select::builder().options(["linden", "heath"]))?
            .with("frames", "Frames", CheckboxGroup::builder().options(["3", "5"]))?)
    };
    let scope = Scope::of(&build().expect("a form"));
    let outlook = |text: &str| match Expression::condition(text, &scope) {
        Ok(one) => match one.outlook(&scope) {
            (true, true) => "may be",
            (true, false) => "always",
            (false, true) => "never",
            (false, false) => "neither",
        },
        Err(error) => panic!("{text}: {error}"),
    };
    for (text, expected) in [
        ("a > 9", "never"),
        ("a >= 9", "may be"),
        ("a < 0", "never"),
        ("a <= 0", "may be"),
        ("a >= 0", "always"),
        ("a > -1", "always"),
        ("a < 9", "may be"),
        ("a <= 9", "always"),
        ("a < 10", "always"),
        ("9 < a", "never"),
        ("a = 10", "never"),
        ("a != 10", "always"),
        ("a = 5", "may be"),
        ("a != 5", "may be"),
        ("a < b", "may be"),
        ("a > b + 5", "never"),
        ("a + b > 29", "never"),
        ("a + b >= 5", "always"),
        ("a - b > 4", "never"),
        ("a - b >= -20", "always"),
        ("-a > 0", "never"),
        ("-a >= -9", "always"),
        ("free > 1", "may be"),
        ("a * 2 > 100", "may be"),
        ("span.low < 0", "never"),
        ("span.high <= 10", "always"),
        ("weekday(day) > 7", "never"),
        ("weekday(day) >= 1", "always"),
        ("weekday(day) = 7", "may be"),
        ("count(frames) > 2", "never"),
        ("count(frames) >= 0", "always"),
        ("count(frames) = 2", "may be"),
        ("'3' in frames", "may be"),
        ("'4' in frames", "never"),
        ("hive = 'heath'", "may be"),
        ("hive = 'meadow'", "never"),
        ("hive != 'meadow'", "always"),
        ("a > 9 or b < 5", "never"),
        ("a > 9 or b < 6", "may be"),
        ("a >= 0 or b < 6", "always"),
        ("a >= 0 and b >= 5", "always"),
        ("a >= 0 and b >= 6", "may be"),
        ("a > 9 and b >= 6", "never"),
        ("not (a > 9)", "always"),
        ("not (a >= 0)", "never"),
        ("true and a > 5", "may be"),
        ("false and a > 5", "never"),
        ("true or a > 5", "always"),
    ] {
        assert_eq!(outlook(text), expected, "{text}");
    }
}

#[test]
fn conditions_are_decomposed_into_claims_about_single_fields() {
    let scope = Scope::of(&form());
    let claim = |text: &str, holds: bool| {
        let one = Expression::condition(text, &scope).expect(text);
        match if holds { one.claim() } else { one.counterclaim() } {
            None => "-".to_owned(),
            Some(claim) => format!("{claim:?}").replace("field: ", ""),
        }
    };
    for (text, holds, breaks) in [
        (
            "honey < 3",
            r#"Number { "honey", is: Less, than: 3 }"#,
            r#"Number { "honey", is: GreaterOrEqual, than: 3 }"#,
        ),
        (
            "3 <= honey",
            r#"Number { "honey", is: GreaterOrEqual, than: 3 }"#,
            r#"Number { "honey", is: Less, than: 3 }"#,
        ),
        (
            "3 != honey",
            r#"Number { "honey", is: Unequal, than: 3 }"#,
            r#"Number { "honey", is: Equal, than: 3 }"#,
        ),
        (
            "hive = 'heath'",
            r#"Text { "hive", equal: true, to: "heath" }"#,
            r#"Text { "hive", equal: false, to: "heath" }"#,
        ),
        ("'heath' < hive", "-", "-"),
        ("feeder", r#"On { "feeder", on: true }"#, r#"On { "feeder", on: false }"#),
        ("not feeder", r#"On { "feeder", on: false }"#, r#"On { "feeder", on: true }"#),
        (
            "honey is empty",
            r#"Empty { "honey", empty: true }"#,
            r#"Empty { "honey", empty: false }"#,
        ),
        ("honey + 1 is empty", "-", "-"),
        (
            "'eggs' in seen",
            r#"Chosen { "seen", text: "eggs", chosen: true }"#,
            r#"Chosen { "seen", text: "eggs", chosen: false }"#,
        ),
        (
            "feeder and 'eggs' in seen",
            r#"All([On { "feeder", on: true }, Chosen { "seen", text: "eggs", chosen: true }])"#,
            r#"Any([On { "feeder", on: false }, Chosen { "seen", text: "eggs", chosen: false }])"#,
        ),
        (
            "feeder or honey > 1",
            r#"Any([On { "feeder", on: true }, Number { "honey", is: Greater, than: 1 }])"#,
            r#"All([On { "feeder", on: false }, Number { "honey", is: LessOrEqual, than: 1 }])"#,
        ),
        ("feeder and honey > hives", "-", "-"),
    ] {
        assert_eq!(
            (claim(text, true), claim(text, false)),
            (holds.to_owned(), breaks.to_owned()),
            "{text}"
        );
    }
}

#[test]
fn sentences_report_errors_with_places_and_whether_they_contain_text() {
    let (form, scope) = (form(), Scope::of(&form()));
    let read = |text: &str| Sentence::parse(text, &scope);
    for (text, words, says) in [
        ("{honey}", false, "7.5"),
        ("{honey} kg", true, "7.5 kg"),
        ("{honey} of {hives}", true, "7.5 of 4"),
        ("{{ {honey} }}", false, "{ 7.5 }"),
        ("{mites}", false, "-"),
        // Fields as people see them, and days like those of the first field with days.
        ("{hive} on {visited}, {feeder}", true, "Heath on 14.5.2026, fed"),
        ("{frames} at {opened}", true, "3, five, x at 07:30"),
        ("{max(visited, next-visit)}, {hive = 'heath'}", false, "1.6.2026, on"),
        ("{visited + hives} to {max(away.last, visited + hives)}", true, "18.5.2026 to 2026-05-18"),
    ] {
        let one = read(text).expect(text);
        assert_eq!(one.has_words(), words, "{text}");
        let text_now = one.text(&form, &pin_notch::English);
        assert_eq!(text_now.as_deref().unwrap_or("-"), says, "{text}");
        assert_eq!(one.to_string(), text);
    }
    for (text, at, about) in [
        ("half: {honey /}", 14..14, "the text ends here"),
        ("{honey} and {nectar}", 13..19, "no field is named"),
        ("{honey", 0..6, "this brace is not closed"),
        ("a } b", 2..3, "this brace is not opened"),
    ] {
        let error = read(text).expect_err(text);
        assert_eq!(error.span(), at, "{text}: {error}");
        assert!(error.to_string().starts_with(about), "{text}: {error}");
    }
}
