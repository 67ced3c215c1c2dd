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
            "the rule \"With ten mites or more, choose a treatment.\"",
            "the rule \"The next visit comes after this one.\"",
        ]
    );
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
    assert_eq!(told, [""; 0]);
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
            "note: free text has no control",
            "when: its format or pattern has no control",
            "both: it is not of one type",
            "hive: the keyword description",
            "gone: what it is cannot be found in the document",
        ]
    );
    let form = read(&toml).form();
    assert!(form.read_json(br#"{"honey":0.35,"above":3,"hive":"a"}"#).is_ok());
    assert!(form.read_json(br#"{"honey":0.33,"above":2,"hive":"c"}"#).is_err());
    assert_eq!(from_schema("[]").unwrap_err(), "a schema is an object; this is none");
}
