//! Conversion of a schema to a sheet: what is converted, and what is listed as lost.

use super::*;
use pin_notch_sheet::from_schema;

/// The properties without the keywords that only conversion back uses.
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
fn a_sheet_is_restored_from_its_schema() {
    let sheet = read(EXACT);
    let (schema, _) = schema_of(&sheet);
    let (toml, lost) = from_schema(&schema.to_string()).unwrap();
    assert!(lost.iter().all(|loss| !loss.accepts), "{lost:?}");
    let again = read(&toml);
    let (schema_again, _) = schema_of(&again);
    assert_eq!(deciding(&schema_again), deciding(&schema), "{toml}");
    // What is lost of the demo is listed, so that the rest is preserved.
    let (schema, _) = schema_of(&read(DEMO));
    let (toml, lost) = from_schema(&schema.to_string()).unwrap();
    let losses: Vec<String> = lost.iter().map(Loss::to_string).collect();
    assert_eq!(losses, ["the keyword allOf"], "rules have no way back");
    assert_eq!(deciding(&schema_of(&read(&toml)).0), deciding(&schema));
}

#[test]
fn foreign_schemas_are_converted_as_far_as_possible() {
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
    let losses: Vec<String> = lost.iter().map(Loss::to_string).collect();
    assert_eq!(
        losses,
        [
            "the keyword additionalProperties",
            "keeper: it is required, but its schema is not given",
            "above: that it may be left out",
            "note: that characters beyond U+FFFF count as one",
            "note: that it may have line breaks",
            "note: that it is not null",
            "when: the format date-time",
            "when: that it may have line breaks",
            "when: that it is not null",
            "both: it is not of one type",
            "gone: its reference cannot be resolved in the document",
        ]
    );
    let form = read(&toml).form();
    assert!(form.read_json(br#"{"honey":0.35,"above":3,"hive":"a"}"#).is_ok());
    assert!(form.read_json(br#"{"honey":0.33,"above":2,"hive":"c"}"#).is_err());
    assert_eq!(from_schema("[]").unwrap_err(), "a schema is an object, and this is not");
}

/// The result for the schema of a single property: its field and the losses, or why there is no field.
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
fn what_a_sheet_cannot_express_of_a_schema_is_listed() {
    let cases: &[(&str, &str, &[&str])] = &[
        (
            r#"{"enum":[1,2,3]}"#,
            r#"control = "slider"; min = 1; max = 3; step = 1"#,
            &["hive: that it may be left out"],
        ),
        // A step base belongs to a step that is not in the schema.
        (
            r#"{"const":0.1,"default":0.1,"x-control":"slider","x-step-base":"0"}"#,
            r#"control = "slider"; min = 0.1; max = 0.1; step = 1; step-base = 0.1; value = 0.1"#,
            &["hive: that it may be left out"],
        ),
        (
            r#"{"enum":[0.1,0.4],"x-control":"slider","x-step-base":"0"}"#,
            r#"control = "slider"; min = 0.1; max = 0.4; step = 0.3; step-base = 0.1"#,
            &["hive: that it may be left out"],
        ),
        (r#"{"enum":[1,null,3,2]}"#, r#"control = "stepper"; min = 1; max = 3; step = 1"#, &[]),
        (
            r#"{"enum":[1,2,4],"type":"integer"}"#,
            "",
            &[
                "none of its properties has a control: hive: its listed numbers are not evenly spaced",
            ],
        ),
        (
            r#"{"enum":[-7e28,7e28],"type":"number"}"#,
            "",
            &[
                "none of its properties has a control: hive: its listed numbers are not evenly spaced",
            ],
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
            &["hive: maximum: 1e40 is not a number of at most 28 digits", "hive: its default: "],
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
            &["hive: its title, which is not a text"],
        ),
        (
            r#"{"type":["string","null"],"enum":["a","b",null],"default":"c"}"#,
            r#"control = "select"; options = ["a", "b"]"#,
            &["hive: its default: "],
        ),
        (
            r#"{"type":"array","items":{"enum":["a"]},"uniqueItems":true,"minItems":-1}"#,
            r#"control = "select"; multiple = true; options = ["a"]"#,
            &["hive: minItems, which is not a valid number of items", "hive: that it is not null"],
        ),
    ];
    for (property, field, lost) in cases {
        let (toml, losses) = field_of(property);
        assert_eq!(toml, *field, "{property}: {losses:?}");
        let begin = |(losses, lost): (&String, &&str)| losses.starts_with(lost);
        let same = losses.len() == lost.len() && losses.iter().zip(*lost).all(begin);
        assert!(same, "{property}: {losses:#?}");
    }
    for (schema, why) in [
        (
            r#"{"type":"array","properties":{}}"#,
            "the schema accepts more than objects, unlike a form",
        ),
        (r#"{"properties":{}}"#, "the schema has no property, so there is nothing to enter"),
    ] {
        assert_eq!(from_schema(schema).unwrap_err(), why);
    }
}

/// Keys for which JSON Schema has no keyword are preserved beside its keywords.
#[test]
fn keys_without_a_keyword_are_restored() {
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
