//! Every schema is converted to a sheet without errors.

use super::*;
use pin_notch_sheet::from_schema;
use proptest::prelude::*;
use serde_json::{Map, json};

/// Values for keywords and documents: small numbers and known texts, so that they interact, and a few
/// unusual ones.
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

/// The types to which keywords apply, and the keywords, each with its values.
type Keywords = (Vec<&'static str>, Vec<(&'static str, BoxedStrategy<Json>)>);

/// A schema whose keywords apply to its type and have suitable values.
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

/// The schema of a property: keywords that fit together, mostly with suitable values.
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

/// Every schema results in a sheet without errors, or in the reason why there is none. If no loss reports a
/// difference, the sheet's form accepts what the schema accepts. Both cases must occur often enough to be
/// meaningful.
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
