//! The schema accepts what the form accepts, and reports what it cannot express.

use super::*;
use pin_notch_sheet::from_schema;
use proptest::prelude::*;
use serde_json::{Map, json};

/// Values of which some fit each field and some almost do.
fn value() -> impl Strategy<Value = Json> {
    let number = prop_oneof![
        (-20_i64..500).prop_map(|tenths| format!("{}", tenths as f64 / 10.0)),
        (0_i64..2000).prop_map(|hundredths| format!("{}", hundredths as f64 / 100.0)),
        Just("1e1".to_owned()),
        Just("18.40".to_owned()),
    ];
    let number = number.prop_map(|text| serde_json::from_str::<Json>(&text).unwrap());
    let text = prop::sample::select(
        &[
            "",
            "linden",
            "orchard",
            "old",
            "oa",
            "fa",
            "ty",
            "eggs",
            "larvae",
            "2026-05-14",
            "2026-05-17",
            "2026-07-01",
            "2026-02-30",
            "2026-05",
            "2026-13",
            "0000-05",
            "07:30",
            "07:31",
            "24:00",
            "06:00:00",
        ][..],
    );
    let texts = prop::collection::vec(
        prop::sample::select(&["oa", "fa", "ty", "eggs", "larvae", "drones", "x"][..]),
        0..4,
    );
    prop_oneof![
        3 => number,
        4 => text.prop_map(Json::from),
        2 => texts.prop_map(Json::from),
        1 => any::<bool>().prop_map(Json::from),
        1 => Just(Json::Null),
    ]
}

/// A document that the exact sheet accepts, to be changed in one place.
fn fitting() -> Json {
    json!({
        "hive": "linden", "weight": 18.4, "thirds": 4, "temper": 3.5, "open": 0.123, "feeder": true,
        "agreed": true, "seen": ["eggs"], "treatments": ["oa", "ty"], "visited": "2026-05-14",
        "swarmed": "2026-05", "opened": "07:30", "closed": "19:05"
    })
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 4000, ..ProptestConfig::default() })]
    #[test]
    fn form_and_schema_agree(changes in prop::collection::vec((0_usize..15, prop::option::of(value())), 1..3)) {
        thread_local! {
            static BOTH: (Sheet, jsonschema::Validator) = {
                let sheet = read(EXACT);
                let (schema, lost) = schema_of(&sheet);
                assert!(lost.iter().all(|loss| !loss.accepts), "{lost:?}");
                let validator = validator(&schema);
                (sheet, validator)
            };
        }
        let mut document = fitting();
        let members: &mut Map<String, Json> = document.as_object_mut().unwrap();
        let names: Vec<String> = members.keys().cloned().chain(["more".to_owned(), "hive".to_owned()]).collect();
        for (at, value) in changes {
            match value {
                Some(value) => members.insert(names[at].clone(), value),
                None => members.remove(&names[at]),
            };
        }
        BOTH.with(|(sheet, validator)| {
            let (form, schema) = (accepted(sheet, &document), validator.is_valid(&document));
            prop_assert_eq!(form, schema, "{}: {:?}", document, sheet.form().read_json(document.to_string().as_bytes()));
            Ok(())
        })?;
    }
}

/// Documents for which a single keyword decides.
#[test]
fn each_keyword_decides() {
    let sheet = read(EXACT);
    let (schema, _) = schema_of(&sheet);
    let validator = validator(&schema);
    let table = [
        ("treatments", json!(["oa", "ty"]), true),
        ("treatments", json!(["oa", "ty", "fa"]), false),
        ("treatments", json!(["oa", "oa"]), false),
        ("treatments", json!([]), true),
        ("seen", json!([]), false),
        ("seen", json!(["bees"]), false),
        ("weight", json!(40), true),
        ("weight", json!(40.1), false),
        ("weight", json!(-0.1), false),
        ("weight", json!(0.05), false),
        ("thirds", json!(19), true),
        ("thirds", json!(20), false),
        ("thirds", json!(0), false),
        ("temper", json!(5.5), false),
        ("agreed", json!(false), false),
        ("hive", json!("old"), false),
        ("hive", Json::Null, false),
        ("visited", json!("2026-05-17"), false),
        ("visited", json!("2026-04-30"), false),
        ("visited", json!("2026-05-31"), false), // a Sunday
        ("visited", json!("2026-06-30"), true),
        ("opened", json!("06:10"), false),
        ("opened", json!("05:45"), false),
        ("opened", json!("21:00"), true),
        ("closed", json!("19:05:30"), false),
        ("swarmed", json!("2026-13"), false),
    ];
    for (name, value, verdict) in table {
        let mut document = fitting();
        document[name] = value;
        assert_eq!(validator.is_valid(&document), verdict, "{name}: {}", document[name]);
        assert_eq!(accepted(&sheet, &document), verdict, "{name}: {}", document[name]);
    }
}

/// Times of whole minutes are expressed by a pattern, regardless of the step base.
#[test]
fn a_pattern_says_which_times_there_are() {
    for (min, time, verdict) in
        [("06:00", "07:01", true), ("06:00", "07:01:30", false), ("06:00:30", "07:01:30", true)]
    {
        let field = format!("[[field]]\nname='at'\ncontrol='time'\nlabel='At'\nmin='{min}'\n");
        let sheet = read(&field);
        let (schema, _) = schema_of(&sheet);
        let document = json!({ "at": time });
        assert_eq!(accepted(&sheet, &document), verdict, "{min} {time}");
        assert_eq!(validator(&schema).is_valid(&document), verdict, "{min} {time}");
    }
}

#[test]
fn the_schema_of_the_demo_lists_its_losses() {
    let sheet = read(DEMO);
    let (schema, lost) = schema_of(&sheet);
    assert!(jsonschema::meta::is_valid(&schema));
    let validator = validator(&schema);
    let mut taken = 0;
    for line in include_str!("../../../pin-notch-cli/demo/bodies.txt")
        .lines()
        .filter(|line| line.starts_with('{'))
    {
        let document: Json = serde_json::from_str(line).unwrap();
        if accepted(&sheet, &document) {
            assert!(validator.is_valid(&document), "{document}");
            taken += 1;
        }
    }
    assert_eq!(taken, 1, "the other is on no notch");
    let losses: Vec<String> =
        lost.iter().filter(|loss| loss.accepts).map(Loss::to_string).collect();
    assert_eq!(
        losses,
        [
            "visited: days that are closed",
            "note: that a character beyond U+FFFF counts as two",
            "the rule \"The next visit must be after this one.\"",
        ]
    );
}

/// What a schema cannot say of options, for every kind of options.
#[test]
fn options_that_are_no_values_are_listed_as_lost() {
    let table: [(&str, &str, &[&str]); 7] = [
        ("slider", "options = [{ value = 9, text = 'treat' }]", &["a: its marks"]),
        ("span-slider", "options = [{ value = 9, text = 'treat' }]", &["a: its marks"]),
        ("rating", "options = ['calm', 'lively']", &["a: the names of its icons"]),
        (
            "select",
            "options = [{ value = 'b', group = 'Lane' }]",
            &["a: the groups of its options"],
        ),
        ("radio-group", "options = ['b', 'c']", &[]),
        ("item-stepper", "options = ['b', 'c']", &[]),
        ("date", "options = ['sunday']", &["a: days that are closed"]),
    ];
    for (control, options, expected) in table {
        let sheet = format!("[[field]]\nname = 'a'\ncontrol = '{control}'\nlabel = 'A'\n{options}");
        let (_, lost) = schema_of(&read(&sheet));
        let mut losses: Vec<String> = lost.iter().map(Loss::to_string).collect();
        losses.retain(|loss| !loss.contains("how far they are apart"));
        assert_eq!(losses, expected, "{control}");
    }
}

#[test]
fn disabled_options_are_not_in_the_schema() {
    for control in ["radio-group", "checkbox-group", "select", "item-stepper"] {
        let options = "['b', { value = 'c', text = 'C', disabled = true }, 'd']";
        let sheet = read(&format!(
            "[[field]]\nname = 'a'\ncontrol = '{control}'\nlabel = 'A'\noptions = {options}"
        ));
        let (schema, lost) = schema_of(&sheet);
        assert!(lost.is_empty(), "{lost:?}");
        let validator = validator(&schema);
        for (value, verdict) in [("b", true), ("c", false), ("d", true)] {
            let value = if control == "checkbox-group" { json!([value]) } else { json!(value) };
            let document = json!({ "a": value });
            assert_eq!(accepted(&sheet, &document), verdict, "{control}: {document}");
            assert_eq!(validator.is_valid(&document), verdict, "{control}: {document}");
        }
    }
}

/// Conditions and rules that consist of claims about single fields are expressed by the schema with the
/// same meaning.
#[test]
fn conditions_and_rules_have_the_same_result_in_the_schema() {
    let terms = [
        "mites > 9",
        "mites <= 20",
        "9 >= mites",
        "mites = 3",
        "mites != 3",
        "mites is empty",
        "calm",
        "not calm",
        "given = 'oa'",
        "given != 'oa'",
        "given is not empty",
        "'eggs' in seen",
        "'eggs' not in seen",
        "seen is empty",
        "box is empty",
        "box = ''",
        "box != ''",
    ];
    let term = prop::sample::select(terms.to_vec());
    let pair = (term.clone(), prop::sample::select(vec!["and", "or"]), term.clone());
    let condition = prop_oneof![
        2 => term.prop_map(str::to_owned),
        2 => pair.clone().prop_map(|(one, word, other)| format!("{one} {word} {other}")),
        1 => pair.prop_map(|(one, word, other)| format!("not ({one} {word} {other})")),
    ];
    let value = |values: Vec<Json>| prop::option::of(prop::sample::select(values));
    let documents = (
        value(vec![json!(3), json!(12), json!(25), json!(null), json!("x"), json!(500)]),
        value(vec![json!(true), json!(false), json!(null), json!(1)]),
        value(vec![json!("oa"), json!("fa"), json!(null), json!(""), json!("zz")]),
        value(vec![
            json!([]),
            json!(["eggs"]),
            json!(["larvae", "eggs"]),
            json!(null),
            json!(["zz"]),
        ]),
        value(vec![json!(5), json!(null), json!("x"), json!(99)]),
        value(vec![json!("deep"), json!(""), json!(null), json!("zz")]),
    );
    let documents = prop::collection::vec(documents, 12);
    let cases = (condition.clone(), condition.clone(), condition, documents);
    pin_notch_any::reached(300, 0.7, &cases, |(first, second, rule, documents)| {
        let text = format!(
            "[[field]]\nname = 'mites'\ncontrol = 'stepper'\nlabel = 'Mites'\nmin = 0\nmax = 300\n
             [[field]]\nname = 'calm'\ncontrol = 'switch'\nlabel = 'Calm'\n
             [[field]]\nname = 'given'\ncontrol = 'select'\nlabel = 'Given'\noptions = ['oa', 'fa', '']\n
             [[field]]\nname = 'seen'\ncontrol = 'checkbox-group'\nlabel = 'Seen'\noptions = ['eggs', 'larvae']\n
             [[field]]\nname = 'box'\ncontrol = 'radio-group'\nlabel = 'Box'\noptions = ['deep', '']\n
             [[field]]\nname = 'dose/~1'\ncontrol = 'stepper'\nlabel = 'Dose'\nmax = 60\nrequired = true\nonly-if = \"{first}\"\n
             [[field]]\nname = 'again'\ncontrol = 'checkbox'\nlabel = 'Again'\nrequired = true\nonly-if = \"dose/~1 > 3\"\n
             [[rule]]\nholds = \"{rule}\"\nmessage = 'Not so.'\n",
        );
        // A name that is not a word cannot be used in an expression; the second condition is one of the
        // first three.
        let text = text.replace("dose/~1 > 3", &second);
        let sheet = read(&text);
        let (schema, lost) = schema_of(&sheet);
        prop_assert!(lost.iter().all(|loss| !loss.accepts), "{lost:?}");
        prop_assert!(jsonschema::meta::is_valid(&schema));
        let validator = validator(&schema);
        let mut taken = 0;
        for (mites, calm, given, seen, dose, deep) in documents {
            let members = [
                ("mites", mites),
                ("calm", calm),
                ("given", given),
                ("seen", seen),
                ("box", deep),
                ("dose/~1", dose.clone()),
                ("again", dose.map(|dose| json!(dose == 5))),
            ];
            let members =
                members.into_iter().filter_map(|(name, value)| Some((name.to_owned(), value?)));
            let document = Json::Object(members.collect());
            let is_taken = accepted(&sheet, &document);
            prop_assert_eq!(is_taken, validator.is_valid(&document), "{} {}", text, document);
            taken += usize::from(is_taken);
        }
        // Converted back, conditions are preserved; rules are not.
        let (again, lost) = from_schema(&schema.to_string()).expect("a sheet");
        let lost: Vec<String> =
            lost.iter().filter(|loss| loss.accepts).map(Loss::to_string).collect();
        prop_assert_eq!(lost, ["the keyword allOf"]);
        prop_assert!(again.contains(&format!("only-if = \"{first}\"")), "{}", again);
        Ok(taken > 0)
    });
}
