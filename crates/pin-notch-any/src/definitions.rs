//! Arbitrary definitions of every kind, generated from the table of attributes.

use pin_notch::{AttributeKind, Choice, Control, ControlKind, Definition, Weekday, joined_list};
use proptest::prelude::*;
use proptest::sample::select;
use std::collections::HashSet;

pub(crate) fn number() -> BoxedStrategy<String> {
    prop_oneof![
        6 => (-60_i64..120).prop_map(|n| n.to_string()),
        3 => (-600_i64..1200).prop_map(|n| format!("{}{}.{}", if n < 0 { "-" } else { "" }, n.abs() / 10, n.abs() % 10)),
        1 => Just("0.125".to_owned()),
    ]
    .boxed()
}

fn count() -> BoxedStrategy<String> {
    (0_u32..12).prop_map(|n| n.to_string()).boxed()
}

pub(crate) fn word() -> BoxedStrategy<String> {
    prop_oneof![
        8 => "[a-f]",
        1 => "[a-f ,\"=;é\\n]{0,6}",
        1 => Just(String::new()),
    ]
    .boxed()
}

pub(crate) fn day() -> BoxedStrategy<String> {
    (1_u8..=28, 4_u8..=7).prop_map(|(day, month)| format!("2026-{month:02}-{day:02}")).boxed()
}

pub(crate) fn month() -> BoxedStrategy<String> {
    (1_u8..=12, 2024_u16..2028).prop_map(|(month, year)| format!("{year}-{month:02}")).boxed()
}

pub(crate) fn time() -> BoxedStrategy<String> {
    (0_u8..24, 0_u8..4).prop_map(|(hour, quarter)| format!("{hour:02}:{:02}", quarter * 15)).boxed()
}

/// Two texts with a separator, the smaller first.
pub(crate) fn pair(one: BoxedStrategy<String>, between: &'static str) -> BoxedStrategy<String> {
    (one.clone(), one).prop_map(move |(one, other)| format!("{one}{between}{other}")).boxed()
}

/// A regular expression, occasionally one that a text field refuses.
fn pattern() -> BoxedStrategy<String> {
    select(&["[a-f]*", "[a-c]{1,3}", ".+", "(?:a|b).*", r"\w\s?@?.*", "(?=a)a", "a("][..])
        .prop_map(str::to_owned)
        .boxed()
}

/// A text of an attribute of this kind.
fn text(kind: AttributeKind) -> BoxedStrategy<String> {
    match kind {
        AttributeKind::Number => number(),
        AttributeKind::Count => count(),
        AttributeKind::Step => prop_oneof![
            4 => select(&["1", "2", "3", "5", "7", "0.5", "0.25", "1.5", "60", "900"][..])
                .prop_map(str::to_owned),
            1 => Just("any".to_owned()),
        ]
        .boxed(),
        AttributeKind::Flag => Just(String::new()).boxed(),
        AttributeKind::Text => word(),
        AttributeKind::Texts => {
            proptest::collection::vec(word(), 0..4).prop_map(|texts| joined_list(&texts)).boxed()
        }
        AttributeKind::Token(tokens) => select(tokens).prop_map(str::to_owned).boxed(),
        AttributeKind::Wording => select(&["{value} of {max}", "{name}", "{{{value}}}"][..])
            .prop_map(str::to_owned)
            .boxed(),
        AttributeKind::NumberPattern => {
            select(&["0", "#,##0", "#,##0.00", "0000", "0.0E0", "#,#00.0", "0E00"][..])
                .prop_map(str::to_owned)
                .boxed()
        }
        AttributeKind::DatePattern => {
            select(&["yyyy-MM-dd", "d. MMMM y", "dd/MM/yyyy", "EEE d MMM y"][..])
                .prop_map(str::to_owned)
                .boxed()
        }
        AttributeKind::Date => day(),
        AttributeKind::Month => month(),
        AttributeKind::Week => (1_u8..=52, 2024_u16..2028)
            .prop_map(|(week, year)| format!("{year}-W{week:02}"))
            .boxed(),
        AttributeKind::Time => time(),
        AttributeKind::DateTime => pair_of(day(), time()),
        AttributeKind::Span => pair(number(), ","),
        AttributeKind::DateSpan => pair(day(), "/"),
        AttributeKind::Names => {
            pair(number(), "=named,").prop_map(|text| format!("{text}=two")).boxed()
        }
        AttributeKind::Scale => select(&["linear", "logarithmic", "10 25%,20 75%", "5 50%"][..])
            .prop_map(str::to_owned)
            .boxed(),
        AttributeKind::Options => Just(String::new()).boxed(),
    }
}

fn pair_of(day: BoxedStrategy<String>, time: BoxedStrategy<String>) -> BoxedStrategy<String> {
    (day, time).prop_map(|(day, time)| format!("{day}T{time}")).boxed()
}

/// One entry of a definition: an attribute, or the options.
#[derive(Clone, Debug)]
pub enum Setting {
    /// An attribute, by name, and its text; `None` restores its default.
    Attribute(&'static str, Option<String>),
    /// The options inside its element.
    Options(Vec<Choice>),
}

impl Setting {
    /// Applies it to a definition. What cannot be read is left unchanged.
    pub fn apply_to(&self, definition: &mut Definition) {
        let _ = match self {
            Self::Attribute(name, text) => definition.set_attribute(name, text.as_deref()),
            Self::Options(options) => definition.set_options(options),
        };
    }
}

/// Options for a control of this kind.
pub fn options(kind: ControlKind) -> BoxedStrategy<Vec<Choice>> {
    let one = match kind {
        ControlKind::Slider | ControlKind::SpanSlider => {
            (number(), word()).prop_map(|(value, text)| Choice::new(value, text)).boxed()
        }
        ControlKind::Date | ControlKind::DateSpan => {
            let weekday =
                select(&Weekday::ALL[..]).prop_map(|day| format!("{day:?}").to_lowercase());
            let days = prop_oneof![day(), weekday, pair(day(), "/")];
            (days, "[A-Z][a-z]{3}\\.").prop_map(|(days, why)| Choice::new(days, why)).boxed()
        }
        ControlKind::Rating
        | ControlKind::Switch
        | ControlKind::Checkbox
        | ControlKind::CheckboxGroup
        | ControlKind::RadioGroup
        | ControlKind::Text
        | ControlKind::Stepper
        | ControlKind::ItemStepper
        | ControlKind::Select
        | ControlKind::Month
        | ControlKind::Week
        | ControlKind::Time
        | ControlKind::DateTime => (word(), word(), any::<bool>(), any::<bool>())
            .prop_map(|(value, text, disabled, grouped)| {
                let choice = Choice::new(value, text);
                let choice = if grouped { choice.in_group("together") } else { choice };
                if disabled { choice.disabled() } else { choice }
            })
            .boxed(),
    };
    proptest::collection::vec(one, 0..6).boxed()
}

/// Any entry for a control of this kind.
pub fn setting(kind: ControlKind) -> BoxedStrategy<Setting> {
    let attribute =
        select(kind.attributes()).prop_flat_map(move |attribute| match attribute.kind {
            _ if attribute.name == "pattern" => {
                pattern().prop_map(|pattern| Setting::Attribute("pattern", Some(pattern))).boxed()
            }
            AttributeKind::Options => options(kind).prop_map(Setting::Options).boxed(),
            of => prop_oneof![
                4 => text(of).prop_map(Some),
                1 => Just(None),
            ]
            .prop_map(move |text| Setting::Attribute(attribute.name, text))
            .boxed(),
        });
    attribute.boxed()
}

/// A definition, which may be invalid.
pub fn definition(kind: ControlKind) -> BoxedStrategy<Definition> {
    proptest::collection::vec(setting(kind), 0..14)
        .prop_map(move |all| {
            let mut definition = Definition::new(kind);
            all.iter().for_each(|setting| setting.apply_to(&mut definition));
            definition
        })
        .boxed()
}

/// A definition as a field of a JSON sheet with this name and label.
pub fn as_field(name: &str, label: &str, definition: &Definition) -> String {
    let text = |text: &str| serde_json::Value::from(text).to_string();
    let is_flag = |name: &str| {
        let kind = definition.kind().attributes().iter().find(|one| one.name == name);
        kind.is_some_and(|one| one.kind == AttributeKind::Flag)
    };
    let mut members = vec![
        format!("\"name\":{},\"label\":{}", text(name), text(label)),
        format!("\"control\":{}", text(definition.kind().name())),
    ];
    for (name, value) in definition.attributes() {
        let value = if is_flag(name) { "true".to_owned() } else { text(&value) };
        members.push(format!("\"{name}\":{value}"));
    }
    let option = |option: &Choice| {
        let group = option.group.as_ref().map(|group| format!(",\"group\":{}", text(group)));
        let disabled = if option.disabled { ",\"disabled\":true" } else { "" };
        let (value, shown) = (text(&option.value), text(&option.text));
        format!("{{\"value\":{value},\"text\":{shown}{}{disabled}}}", group.unwrap_or_default())
    };
    let options: Vec<String> = definition.options().iter().map(option).collect();
    if !options.is_empty() {
        members.push(format!("\"options\":[{}]", options.join(",")));
    }
    format!("{{{}}}", members.join(","))
}

/// A definition after mending what is wrong with it and removing duplicate options, which sheets do not
/// allow.
pub fn fit_for_a_sheet(definition: Definition) -> Definition {
    let mut definition = mended(definition).definition();
    let mut seen = HashSet::new();
    let once = |one: &Choice| seen.insert(one.value.clone());
    let options: Vec<Choice> = definition.options().into_iter().filter(once).collect();
    // They were options of the same definition before.
    let _ = definition.set_options(&options);
    mended(definition).definition()
}

/// The control built from a definition after mending what is wrong with it.
pub fn mended(definition: Definition) -> Control {
    definition.build_or_mend().0
}

/// Any kind of control.
pub fn kind() -> impl Strategy<Value = ControlKind> {
    select(ControlKind::ALL)
}
