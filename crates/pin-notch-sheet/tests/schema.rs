//! The schema accepts what the form accepts, and says what it cannot say.

use pin_notch_sheet::{Context, Format, Loss, Severity, Sheet, from_schema};
use proptest::prelude::*;
use serde_json::{Map, Value as Json, json};

const DEMO: &str = include_str!("../../pin-notch-cli/demo/inspection.toml");

fn read(text: &str) -> Sheet {
    let mut context = Context::default();
    context.files = &|_: &str| Ok(include_str!("../../pin-notch-cli/demo/hives.txt").to_owned());
    context.today = "2026-05-14".parse().ok();
    let (sheet, found) = Sheet::read(text, Format::Toml, &context);
    let errors: Vec<_> = found.iter().filter(|one| one.severity == Severity::Error).collect();
    assert!(errors.is_empty(), "{errors:?}");
    sheet
}

/// The schema of a sheet, as a validator takes it.
fn schema_of(sheet: &Sheet) -> (Json, Vec<Loss>) {
    let (text, lost) = sheet.to_schema();
    (serde_json::from_str(&text).unwrap(), lost)
}

/// A sheet of which a schema can say everything that decides.
const EXACT: &str = r#"
[[field]]
name = "hive"
control = "select"
label = "Hive"
required = true
options = ["linden", { value = "orchard", text = "Orchard" }, { value = "old", text = "Gone", disabled = true }]
[[field]]
name = "weight"
control = "slider"
label = "Weight"
max = 40
step = 0.1
[[field]]
name = "thirds"
control = "stepper"
label = "From 1 by 3"
min = 1
max = 20
step = 3
[[field]]
name = "temper"
control = "rating"
label = "Temper"
step = 0.5
[[field]]
name = "open"
control = "stepper"
label = "Any number"
step = "any"
[[field]]
name = "feeder"
control = "switch"
label = "Feeder"
[[field]]
name = "agreed"
control = "checkbox"
label = "Agreed"
required = true
[[field]]
name = "seen"
control = "checkbox-group"
label = "Seen"
least = 1
options = ["eggs", "larvae", "drones"]
[[field]]
name = "treatments"
control = "select"
label = "Treatments"
multiple = true
most = 2
options = [{ value = "oa", text = "Oxalic acid" }, "fa", "ty"]
[[field]]
name = "visited"
control = "date"
label = "Visited"
min = 2026-05-01
max = 2026-06-30
options = [{ value = "sunday", text = "The apiary rests." }]
[[field]]
name = "swarmed"
control = "month"
label = "Swarmed"
[[field]]
name = "opened"
control = "time"
label = "Opened"
min = "06:00"
max = "21:00"
step = 900
[[field]]
name = "closed"
control = "time"
label = "Closed"
"#;

/// Values of which some fit each field and some nearly do.
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

fn accepted(sheet: &Sheet, document: &Json) -> bool {
    sheet.form().read_json(document.to_string().as_bytes()).is_ok()
}

fn validator(schema: &Json) -> jsonschema::Validator {
    jsonschema::options().should_validate_formats(true).build(schema).unwrap()
}

/// A document that the exact sheet accepts, to be changed at one place.
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

/// One document after the other in which a single keyword decides.
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

/// Times of whole minutes are said by a pattern, wherever the minutes are counted from.
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
fn the_demo_is_a_schema_that_names_what_it_leaves_out() {
    let sheet = read(DEMO);
    let (schema, lost) = schema_of(&sheet);
    assert!(jsonschema::meta::is_valid(&schema));
    let validator = validator(&schema);
    let mut taken = 0;
    for line in include_str!("../../pin-notch-cli/demo/bodies.txt")
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
    let told: Vec<String> = lost.iter().filter(|loss| loss.accepts).map(Loss::to_string).collect();
    assert_eq!(
        told,
        [
            "visited: days that are closed",
            "note: that a character beyond U+FFFF counts as two",
            "the rule \"The next visit comes after this one.\"",
        ]
    );
}

/// Conditions and rules that speak of single fields are said by the schema, and say the same.
#[test]
fn conditions_and_rules_decide_alike_in_the_schema() {
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
    );
    let documents = prop::collection::vec(documents, 12);
    let cases = (condition.clone(), condition.clone(), condition, documents);
    pin_notch_any::reached(300, 0.7, &cases, |(first, second, rule, documents)| {
        let text = format!(
            "[[field]]\nname = 'mites'\ncontrol = 'stepper'\nlabel = 'Mites'\nmin = 0\nmax = 300\n
             [[field]]\nname = 'calm'\ncontrol = 'switch'\nlabel = 'Calm'\n
             [[field]]\nname = 'given'\ncontrol = 'select'\nlabel = 'Given'\noptions = ['oa', 'fa', '']\n
             [[field]]\nname = 'seen'\ncontrol = 'checkbox-group'\nlabel = 'Seen'\noptions = ['eggs', 'larvae']\n
             [[field]]\nname = 'dose/~1'\ncontrol = 'stepper'\nlabel = 'Dose'\nmax = 60\nrequired = true\nonly-if = \"{first}\"\n
             [[field]]\nname = 'again'\ncontrol = 'checkbox'\nlabel = 'Again'\nrequired = true\nonly-if = \"dose/~1 > 3\"\n
             [[rule]]\nholds = \"{rule}\"\nmessage = 'Not so.'\n",
        );
        // A name that is no word cannot stand in an expression; the second condition is one of the first three.
        let text = text.replace("dose/~1 > 3", &second);
        let sheet = read(&text);
        let (schema, lost) = schema_of(&sheet);
        prop_assert!(lost.iter().all(|loss| !loss.accepts), "{lost:?}");
        prop_assert!(jsonschema::meta::is_valid(&schema));
        let validator = validator(&schema);
        let mut taken = 0;
        for (mites, calm, given, seen, dose) in documents {
            let members = [
                ("mites", mites),
                ("calm", calm),
                ("given", given),
                ("seen", seen),
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
        // And back: the conditions are carried along; rules are not.
        let (again, lost) = from_schema(&schema.to_string()).expect("a sheet");
        let lost: Vec<String> =
            lost.iter().filter(|loss| loss.accepts).map(Loss::to_string).collect();
        prop_assert_eq!(lost, ["the keyword allOf"]);
        prop_assert!(again.contains(&format!("only-if = \"{first}\"")), "{}", again);
        Ok(taken > 0)
    });
}

/// The properties without what only the way back looks at.
fn deciding(schema: &Json) -> Json {
    let mut properties = schema["properties"].clone();
    for property in properties.as_object_mut().unwrap().values_mut() {
        property
            .as_object_mut()
            .unwrap()
            .retain(|key, _| !["x-min", "x-max", "x-step"].contains(&key.as_str()));
    }
    properties
}

#[test]
fn a_sheet_comes_back_from_its_schema() {
    let sheet = read(EXACT);
    let (schema, _) = schema_of(&sheet);
    let (toml, lost) = from_schema(&schema.to_string()).unwrap();
    assert!(lost.iter().all(|loss| !loss.accepts), "{lost:?}");
    let again = read(&toml);
    let (schema_again, _) = schema_of(&again);
    assert_eq!(deciding(&schema_again), deciding(&schema), "{toml}");
    // And what the demo loses is listed, so that the rest comes back.
    let (schema, _) = schema_of(&read(DEMO));
    let (toml, lost) = from_schema(&schema.to_string()).unwrap();
    let told: Vec<String> = lost.iter().map(Loss::to_string).collect();
    assert_eq!(told, ["the keyword allOf"], "rules have no way back");
    assert_eq!(deciding(&schema_of(&read(&toml)).0), deciding(&schema));
}

#[test]
fn schemas_of_others_are_carried_over_as_far_as_they_go() {
    let schema = r##"{
        "title": "Stores",
        "type": "object",
        "$defs": { "share": { "type": "number", "minimum": 0, "maximum": 1, "multipleOf": 0.05 } },
        "properties": {
            "honey": { "$ref": "#/$defs/share", "title": "Honey" },
            "above": { "type": "integer", "exclusiveMinimum": 2, "exclusiveMaximum": 10 },
            "note": { "type": "string", "maxLength": 80 },
            "when": { "type": "string", "format": "date-time" },
            "both": { "type": ["number", "string"] },
            "hive": { "enum": ["a", "b"], "description": "which" },
            "gone": { "$ref": "#/$defs/none" }
        },
        "required": ["hive", "honey", "keeper"],
        "additionalProperties": false
    }"##;
    let (toml, lost) = from_schema(schema).unwrap();
    let told: Vec<String> = lost.iter().map(Loss::to_string).collect();
    assert_eq!(
        told,
        [
            "the keyword additionalProperties",
            "keeper: it is required, and nothing says what it is",
            "above: that it may be left out",
            "note: that characters beyond U+FFFF count as one",
            "note: that it may have line breaks",
            "note: that it is not null",
            "when: the format date-time",
            "when: that it may have line breaks",
            "when: that it is not null",
            "both: it is not of one type",
            "gone: what it is cannot be found in the document",
        ]
    );
    let form = read(&toml).form();
    assert!(form.read_json(br#"{"honey":0.35,"above":3,"hive":"a"}"#).is_ok());
    assert!(form.read_json(br#"{"honey":0.33,"above":2,"hive":"c"}"#).is_err());
    assert_eq!(from_schema("[]").unwrap_err(), "a schema is an object; this is none");
}

/// What comes of the schema of one property: its field, and what is lost; or why there is none.
fn field_of(property: &str) -> (String, Vec<String>) {
    match from_schema(&format!(r#"{{"properties":{{"hive":{property}}}}}"#)) {
        Err(why) => (String::new(), vec![why]),
        Ok((toml, lost)) => {
            read(&toml);
            let words = toml.trim().trim_start_matches("[[field]]\nname = \"hive\"\n");
            (words.replace('\n', "; "), lost.iter().map(Loss::to_string).collect())
        }
    }
}

#[test]
fn what_a_sheet_cannot_say_of_a_schema_is_listed() {
    let cases: &[(&str, &str, &[&str])] = &[
        (
            r#"{"enum":[1,2,3]}"#,
            r#"control = "slider"; min = 1; max = 3; step = 1"#,
            &["hive: that it may be left out"],
        ),
        (r#"{"enum":[1,null,3,2]}"#, r#"control = "stepper"; min = 1; max = 3; step = 1"#, &[]),
        (
            r#"{"enum":[1,2,4],"type":"integer"}"#,
            "",
            &["none of its properties has a control: hive: its listed numbers do not lie evenly"],
        ),
        (
            r#"{"enum":[-7e28,7e28],"type":"number"}"#,
            "",
            &["none of its properties has a control: hive: its listed numbers do not lie evenly"],
        ),
        (
            r#"{"type":"array","items":{"type":"integer","minimum":0,"maximum":9}}"#,
            "",
            &["none of its properties has a control: hive: a list of such things has no control"],
        ),
        (
            r#"{"enum":["a",1]}"#,
            "",
            &["none of its properties has a control: hive: it is not of one type"],
        ),
        (
            r#"{"enum":[true],"default":true}"#,
            r#"control = "switch"; required = true; checked = true"#,
            &["hive: that it may be left out"],
        ),
        (
            r#"{"type":["integer","null"],"maximum":1e40,"minimum":4,"default":3}"#,
            r#"control = "stepper"; min = 4; step = 1; step-base = 0"#,
            &["hive: maximum: 1e40 is no number of at most 28 digits", "hive: its default: "],
        ),
        (
            r#"{"type":"integer","minimum":9,"maximum":1}"#,
            r#"control = "slider"; min = 9; max = 1; step = 1; step-base = 0"#,
            &["hive: that it may be left out"],
        ),
        (
            r#"{"type":"number","multipleOf":-1,"minimum":0,"maximum":1,"default":"a"}"#,
            r#"control = "slider"; min = 0; max = 1; step = "any""#,
            &[
                "hive: multipleOf, which is not above 0",
                "hive: its default, which is of another type",
                "hive: that it may be left out",
            ],
        ),
        (
            r#"{"type":["string","null"],"enum":["2026-05-14","0001-01-01",null],"format":"date","title":7}"#,
            r#"control = "date"; min = "0001-01-01"; max = "2026-05-14"; step = 739749"#,
            &["hive: its title, which is no text"],
        ),
        (
            r#"{"type":["string","null"],"enum":["a","b",null],"default":"c"}"#,
            r#"control = "select"; options = ["a", "b"]"#,
            &["hive: its default: "],
        ),
        (
            r#"{"type":"array","items":{"enum":["a"]},"uniqueItems":true,"minItems":-1}"#,
            r#"control = "select"; multiple = true; options = ["a"]"#,
            &["hive: minItems, which is no such number of items", "hive: that it is not null"],
        ),
    ];
    for (property, field, lost) in cases {
        let (toml, told) = field_of(property);
        assert_eq!(toml, *field, "{property}: {told:?}");
        let begin = |(told, lost): (&String, &&str)| told.starts_with(lost);
        let same = told.len() == lost.len() && told.iter().zip(*lost).all(begin);
        assert!(same, "{property}: {told:#?}");
    }
    for (schema, why) in [
        (
            r#"{"type":"array","properties":{}}"#,
            "the schema is not one of objects alone, as a form is",
        ),
        (r#"{"properties":{}}"#, "the schema has no property, so there is nothing to enter"),
    ] {
        assert_eq!(from_schema(schema).unwrap_err(), why);
    }
}

/// Values for keywords and documents: small numbers and known texts, so that they meet, and a few wild ones.
fn scalar() -> impl Strategy<Value = Json> + Clone {
    let wild = ["1e40", "0.1", "79228162514264337593543950335", "1e-20"];
    let wild =
        prop::sample::select(Vec::from(wild)).prop_map(|text| serde_json::from_str(text).unwrap());
    prop_oneof![9 => plain(), 1 => wild]
}

fn plain() -> impl Strategy<Value = Json> + Clone {
    let texts = [
        "a",
        "b",
        "",
        "string",
        "number",
        "date",
        "2026-05-14",
        "2026-05-16",
        "07:30",
        "2026-05",
        "^a",
        "x\u{7}y\"\n",
        "#/$defs/one",
        "slider",
        "radio-group",
        "date-span",
    ];
    prop_oneof![
        4 => (-3_i64..9).prop_map(Json::from),
        4 => prop::sample::select(Vec::from(texts)).prop_map(Json::from),
        1 => any::<bool>().prop_map(Json::from),
        1 => Just(Json::Null),
    ]
}

/// The types that keywords go with, and the keywords, each with its values.
type Keywords = (Vec<&'static str>, Vec<(&'static str, BoxedStrategy<Json>)>);

/// A schema in which the keywords are those of its type, and each has a value of its kind.
fn sensible() -> impl Strategy<Value = Json> {
    let number = || (-3_i64..9).prop_map(Json::from);
    let text = || prop::sample::select(Vec::from(["a", "b", "c"])).prop_map(Json::from);
    let day = || {
        prop::sample::select(Vec::from(["2026-05-14", "2026-05-15", "2026-05-16"]))
            .prop_map(Json::from)
    };
    let some = |kind: BoxedStrategy<Json>| prop::collection::vec(kind, 1..4).prop_map(Json::from);
    let step = prop::sample::select(vec![json!(1), json!(2), json!(0.5), json!(1.5)]);
    let sets: Vec<Keywords> = vec![
        (
            vec!["number", "integer"],
            vec![
                ("minimum", number().boxed()),
                ("maximum", number().boxed()),
                ("exclusiveMinimum", number().boxed()),
                ("exclusiveMaximum", number().boxed()),
                ("multipleOf", step.boxed()),
                ("enum", some(number().boxed()).boxed()),
                ("const", number().boxed()),
                ("default", number().boxed()),
            ],
        ),
        (
            vec!["string"],
            vec![
                ("enum", some(text().boxed()).boxed()),
                ("enum", some(day().boxed()).boxed()),
                ("const", text().boxed()),
                ("format", Just(json!("date")).boxed()),
                ("default", text().boxed()),
                ("title", text().boxed()),
            ],
        ),
        (
            vec!["array"],
            vec![
                ("items", some(text().boxed()).prop_map(|all| json!({ "enum": all })).boxed()),
                ("minItems", (0_u32..3).prop_map(Json::from).boxed()),
                ("maxItems", (0_u32..3).prop_map(Json::from).boxed()),
                ("default", some(text().boxed()).boxed()),
            ],
        ),
        (
            vec!["boolean"],
            vec![
                ("const", any::<bool>().prop_map(Json::from).boxed()),
                ("default", any::<bool>().prop_map(Json::from).boxed()),
            ],
        ),
    ];
    let one = |(types, keywords): Keywords| {
        let keywords: Vec<_> = keywords
            .into_iter()
            .map(|(name, value)| {
                prop::option::weighted(0.4, value.prop_map(move |value| (name.to_owned(), value)))
            })
            .collect();
        (prop::sample::select(types), prop::bool::weighted(0.8), keywords).prop_map(
            |(kind, may_be_null, keywords)| {
                let mut schema: Map<String, Json> = keywords.into_iter().flatten().collect();
                let types = if may_be_null { json!([kind, "null"]) } else { json!(kind) };
                schema.insert("type".to_owned(), types);
                if may_be_null && let Some(Json::Array(all)) = schema.get_mut("enum") {
                    all.push(Json::Null);
                }
                if kind == "array" {
                    schema.insert("uniqueItems".to_owned(), json!(true));
                }
                Json::from(schema)
            },
        )
    };
    prop::strategy::Union::new(sets.into_iter().map(|set| one(set).boxed()))
}

/// The schema of a property: keywords that go together, most of them with a value that is theirs.
fn property() -> impl Strategy<Value = Json> {
    let types = ["number", "integer", "string", "boolean", "array", "null"];
    let kind = prop_oneof![
        6 => prop::sample::select(Vec::from(types)).prop_map(Json::from),
        2 => prop::sample::subsequence(Vec::from(types), 2).prop_map(Json::from),
        1 => scalar(),
    ];
    let number = prop_oneof![6 => (-3_i64..9).prop_map(Json::from), 1 => scalar()];
    let all =
        prop_oneof![6 => prop::collection::vec(scalar(), 0..5).prop_map(Json::from), 1 => scalar()];
    let numbers = [
        "minimum",
        "maximum",
        "exclusiveMinimum",
        "exclusiveMaximum",
        "multipleOf",
        "minItems",
        "maxItems",
    ];
    let mut keywords: Vec<BoxedStrategy<(&str, Json)>> = Vec::new();
    for name in numbers {
        keywords.push(number.clone().prop_map(move |value| (name, value)).boxed());
    }
    for name in [
        "title",
        "default",
        "const",
        "format",
        "pattern",
        "x-control",
        "uniqueItems",
        "$ref",
        "more",
    ] {
        keywords.push(scalar().prop_map(move |value| (name, value)).boxed());
    }
    keywords.push(all.clone().prop_map(|value| ("enum", value)).boxed());
    keywords.push(all.clone().prop_map(|value| ("default", value)).boxed());
    keywords.push(all.prop_map(|value| ("items", json!({ "enum": value }))).boxed());
    keywords
        .push(Just(("items", json!({ "type": "integer", "minimum": 0, "maximum": 9 }))).boxed());
    keywords.push(Just(("uniqueItems", json!(true))).boxed());
    let keyword = prop::strategy::Union::new(keywords);
    let made = (prop::option::weighted(0.9, kind), prop::collection::vec(keyword, 0..5)).prop_map(
        |(kind, keywords)| {
            let mut schema: Map<String, Json> =
                keywords.into_iter().map(|(name, value)| (name.to_owned(), value)).collect();
            if let Some(kind) = kind {
                schema.insert("type".to_owned(), kind);
            }
            Json::from(schema)
        },
    );
    prop_oneof![12 => sensible(), 6 => made, 1 => scalar()]
}

/// Any schema gives a sheet without an error, or the reason why not; and where no loss tells of a difference,
/// the sheet's form accepts what the schema does. Both have to happen often enough to mean something.
#[test]
fn any_schema_makes_a_sheet_that_checks_clean() {
    let schema = (prop::collection::vec(property(), 1..3), property(), any::<bool>());
    let values = prop::collection::vec(
        prop::option::weighted(
            0.8,
            prop_oneof![
                3 => plain(),
                1 => prop::collection::vec(plain(), 0..3).prop_map(Json::from),
            ],
        ),
        24..25,
    );
    let (mut sheets, mut exact, mut taken, mut refused) = (0, 0, 0, 0);
    let mut runner = proptest::test_runner::TestRunner::new(ProptestConfig::with_cases(2000));
    let counts = std::cell::RefCell::new((&mut sheets, &mut exact, &mut taken, &mut refused));
    let result = runner.run(&(schema, values), |((properties, one, is_required), values)| {
        let names = ["hive", "mites"];
        let members: Map<String, Json> =
            names.iter().map(|name| (*name).to_owned()).zip(properties).collect();
        let required: Vec<&str> = if is_required { vec!["hive"] } else { Vec::new() };
        let schema =
            json!({ "properties": members, "required": required, "$defs": { "one": one } });
        let Ok((toml, lost)) = from_schema(&schema.to_string()) else { return Ok(()) };
        let found = Sheet::read(&toml, Format::Toml, &Context::default()).1;
        let errors: Vec<_> = found.iter().filter(|one| one.severity == Severity::Error).collect();
        prop_assert!(errors.is_empty(), "{}: {:?}", toml, errors);
        let mut counts = counts.borrow_mut();
        *counts.0 += 1;
        if lost.iter().any(|loss| loss.accepts) {
            return Ok(());
        }
        let Ok(validator) = jsonschema::options().should_validate_formats(true).build(&schema)
        else {
            return Ok(());
        };
        *counts.1 += 1;
        let (sheet, _) = Sheet::read(&toml, Format::Toml, &Context::default());
        for pair in values.chunks(2) {
            let given = names
                .iter()
                .zip(pair)
                .filter_map(|(name, value)| Some(((*name).to_owned(), value.clone()?)));
            let document = Json::from(given.collect::<Map<_, _>>());
            let valid = validator.is_valid(&document);
            prop_assert_eq!(
                accepted(&sheet, &document),
                valid,
                "{}\n{}\n{}: {:?}",
                schema,
                toml,
                document,
                sheet.form().read_json(document.to_string().as_bytes())
            );
            *(if valid { &mut *counts.2 } else { &mut *counts.3 }) += 1;
        }
        Ok(())
    });
    if let Err(error) = result {
        panic!("{error}");
    }
    println!("{sheets} sheets, {exact} without a loss; {taken} documents taken, {refused} refused");
    assert!(sheets > 800 && exact > 80 && taken > 150 && refused > 600);
}

/// Words that no keyword of JSON Schema says stay beside those that it has.
#[test]
fn what_no_keyword_says_comes_back_all_the_same() {
    let text = r#"title = "T"
lang = "de"
send = "Ab"
keep = true

[[field]]
name = "away"
control = "date-span"
label = "Away"
two-fields = true
least = 2
most = 9
required = true

[[field]]
name = "warm"
control = "span-slider"
label = "Warm"
step-base = 0
value = [0, 100]
least = 5
push = true
unit = "°C"

[[field]]
name = "note"
control = "text"
label = "Note"
description = "What was seen."
rows = 3
minlength = 4
pattern = "[a-z ]*"
example = "calm"
counter = true

[[field]]
name = "mail"
control = "text"
label = "Mail"
type = "email"
placeholder = "none"
"#;
    let sheet = read(text);
    // In its own order.
    let (schema, _) = sheet.to_schema();
    let (toml, _) = from_schema(&schema).expect("a sheet");
    let fields = |sheet: &Sheet| -> Vec<_> {
        sheet
            .form()
            .fields()
            .map(|field| (field.name.clone(), field.control.definition()))
            .collect()
    };
    assert_eq!(fields(&read(&toml)), fields(&sheet), "{toml}");
    for line in
        ["lang = \"de\"", "send = \"Ab\"", "keep = true", "description = \"What was seen.\""]
    {
        assert!(toml.contains(line), "{line}: {toml}");
    }
}
