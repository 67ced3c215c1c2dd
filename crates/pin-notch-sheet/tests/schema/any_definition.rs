//! The schema of any definition of any kind compared with what its field accepts.

use super::*;
use pin_notch::{ControlKind, Definition, Value};
use pin_notch_any::{as_field, definition, fit_for_a_sheet, kind, mended};
use pin_notch_sheet::from_schema;
use proptest::prelude::*;
use proptest::sample::Index;
use serde_json::json;

/// A value to try: one that its definition names, or another.
#[derive(Clone, Debug)]
enum Tried {
    Option(Index),
    Attribute(&'static str),
    Given(Json),
}

fn as_json(value: &Value) -> Json {
    serde_json::from_str(&value.to_json()).expect("it is JSON")
}

fn tried(kind: ControlKind) -> BoxedStrategy<Tried> {
    let other = definition(kind).prop_map(|other| as_json(&mended(other).value()));
    prop_oneof![
        4 => any::<Index>().prop_map(Tried::Option),
        2 => prop::sample::select(&["value", "min", "max"][..]).prop_map(Tried::Attribute),
        4 => other.prop_map(Tried::Given),
        1 => Just(Tried::Given(Json::Null)),
    ]
    .boxed()
}

impl Tried {
    fn json(&self, definition: &Definition) -> Option<Json> {
        let control = mended(definition.clone());
        let several = matches!(control.default_value(), Value::Texts(_));
        let text = match self {
            Self::Given(json) => return Some(json.clone()),
            Self::Option(at) => {
                let options = definition.options();
                if options.is_empty() || !definition.kind().has_choices() {
                    return None;
                }
                let value = at.get(&options).value.clone();
                return Some(if several { json!([value]) } else { json!(value) });
            }
            Self::Attribute(name) => definition.attribute(name)?,
        };
        control.parse(&text).ok().map(|value| as_json(&value))
    }
}

/// A schema never refuses what the field accepts. It accepts more only where it lists that, and so does the
/// field that it is converted to.
#[test]
fn the_schema_of_any_definition_agrees_with_its_field() {
    let cases =
        kind().prop_flat_map(|kind| (definition(kind), proptest::collection::vec(tried(kind), 12)));
    pin_notch_any::reached(1500, 0.25, &cases, |(definition, all)| {
        let definition = fit_for_a_sheet(definition);
        let text = format!("{{\"field\":[{}]}}", as_field("it", "It", &definition));
        let (sheet, _) = Sheet::read(&text, Format::Json, &Context::default());
        let (schema, lost) = schema_of(&sheet);
        prop_assert!(jsonschema::meta::is_valid(&schema), "{}", schema);
        let validator = validator(&schema);
        // What is converted back accepts the same, unless that is listed.
        let back = from_schema(&schema.to_string()).ok();
        let back = back.filter(|(_, lost)| lost.iter().all(|loss| !loss.accepts));
        let again = back.map(|(toml, _)| Sheet::read(&toml, Format::Toml, &Context::default()).0);
        let accepts_more = lost.iter().any(|loss| loss.accepts);
        let mut both = [false, false];
        for tried in &all {
            let Some(value) = tried.json(&definition) else { continue };
            let document = json!({ "it": value });
            let (taken, valid) = (accepted(&sheet, &document), validator.is_valid(&document));
            both[usize::from(taken)] = true;
            prop_assert!(valid || !taken, "refused by {}: {} {}", schema, document, text);
            prop_assert!(
                taken || !valid || accepts_more,
                "accepted by {}: {} {}",
                schema,
                document,
                text
            );
            if let Some(again) = again.as_ref().filter(|_| !accepts_more) {
                let text = (again.to_toml(), &schema);
                prop_assert_eq!(accepted(again, &document), taken, "back: {} {:?}", document, text);
            }
        }
        Ok(both == [true, true])
    });
}
