//! Converting texts: days, months, weeks, times, and choices from a list.

use super::super::MOST_LISTED;
use super::super::patterns::{
    DATE_MINUTES, DATE_TIME, DAY, LINE_WORDS, MINUTES, MONTH, TIME, WEEK,
};
use super::keywords::{is_null, listed, value_kind};
use super::{Property, named, text_of};
use crate::tree::{Is, Node, Table};
use pin_notch::{ControlKind, Date, DateTime, Decimal, Measure, Month, Time, ValueKind, Week};

/// The places of listed values on their line, and the number of places in a step of 1.
type Places = fn(&[(String, String)]) -> (Vec<i64>, u32);

/// What a pattern of ours describes, and where the values of that kind lie.
const LINES: [(&str, ControlKind, Places); 7] = [
    (DAY, ControlKind::Date, places::<Date>),
    (MONTH, ControlKind::Month, places::<Month>),
    (WEEK, ControlKind::Week, places::<Week>),
    (MINUTES, ControlKind::Time, places::<Time>),
    (DATE_MINUTES, ControlKind::DateTime, places::<DateTime>),
    (TIME, ControlKind::Time, places::<Time>),
    (DATE_TIME, ControlKind::DateTime, places::<DateTime>),
];

impl Property<'_> {
    pub(super) fn text(
        &mut self,
        schema: &Node,
        may_be_null: bool,
    ) -> Option<(ControlKind, Table)> {
        let kinds = LINES.map(|(_, kind, _)| kind);
        let pattern = text_of(schema, "pattern");
        let by_pattern =
            LINES.iter().find(|(known, ..)| pattern == Some(*known)).map(|line| line.1);
        let by_format = match text_of(schema, "format") {
            Some("date") => Some(ControlKind::Date),
            _ => None,
        };
        let all = options(schema);
        if let Some(kind) = by_pattern.or(by_format).or(named(schema, &kinds)) {
            if let Some(all) = all {
                return Some((kind, self.on_a_line(kind, &all)?));
            }
            let mut words = Table::default();
            for word in LINE_WORDS {
                if let Some(text) = text_of(schema, &format!("x-{word}")) {
                    words.put(word, text);
                }
            }
            let is_own = named(schema, &kinds).is_some();
            // Our own patterns that list values are accompanied by the keys for them.
            let is_by_words = pattern.is_some() && is_own && words != Table::default();
            if by_pattern.or(by_format).is_none() && !is_by_words {
                self.lose(format!("texts that are no {}", kind.name()), true);
            }
            if words != Table::default() || is_own {
                return Some((kind, words));
            }
            if by_pattern.is_none() && pattern.is_some() {
                self.lose("the keyword pattern", true);
            }
            // The default step of times is a minute, but the pattern allows milliseconds.
            if pattern == Some(TIME) || pattern == Some(DATE_TIME) {
                words.put("step", Decimal::new(1, 3));
            }
            return Some((kind, words));
        }
        let is_free = listed(schema).is_none() && schema.get("oneOf").is_none();
        let Some(all) = all else {
            if is_free {
                return self.free(schema);
            }
            self.lose("not all of its listed values are texts", true);
            return None;
        };
        for name in ["format", "pattern"].iter().filter(|name| schema.get(name).is_some()) {
            self.lose(format!("the keyword {name}"), true);
        }
        let takes_one =
            |kind: &ControlKind| kind.has_choices() && value_kind(*kind) == Some(ValueKind::Text);
        let kinds: Vec<_> = ControlKind::ALL.iter().copied().filter(takes_one).collect();
        let kind = match named(schema, &kinds) {
            // Without items it would be empty, unlike with them.
            Some(ControlKind::ItemStepper) if may_be_null || all.is_empty() => ControlKind::Select,
            named => named.unwrap_or(ControlKind::Select),
        };
        Some((kind, Table::default().with("options", written(&all))))
    }

    /// The keys for listed values: bounds, the step if they are evenly spaced, and for days the missing
    /// ones in between.
    fn on_a_line(&mut self, kind: ControlKind, all: &[(String, String)]) -> Option<Table> {
        let line = LINES.iter().find(|(_, known, _)| *known == kind);
        let (places, units) = line.map_or((Vec::new(), 1), |(.., places)| places(all));
        let mut lying: Vec<(i64, &str)> =
            places.iter().copied().zip(all.iter().map(|(value, _)| value.as_str())).collect();
        lying.sort_unstable();
        lying.dedup_by_key(|(place, _)| *place);
        let (Some(first), Some(last), true) =
            (lying.first(), lying.last(), places.len() == all.len())
        else {
            self.lose("not all of its listed values are of one kind", true);
            return None;
        };
        let mut words = Table::default().with("min", first.1).with("max", last.1);
        let gaps: Vec<i64> = lying.windows(2).map(|pair| pair[1].0 - pair[0].0).collect();
        let step = gaps.iter().copied().min().unwrap_or(1);
        words.put("step", Decimal::from(step) / Decimal::from(units));
        if gaps.iter().all(|gap| *gap == step) {
            return Some(words);
        }
        let missing: u128 = gaps.iter().map(|gap| gap.unsigned_abs() as u128 - 1).sum();
        if kind == ControlKind::Date && step == 1 && missing <= MOST_LISTED {
            let missing = lying.windows(2).flat_map(|pair| pair[0].0 + 1..pair[1].0);
            let one = |place: i64| {
                let day = Date::from_line(place).map(|day| day.to_string()).unwrap_or_default();
                let text = "This day is not among those that can be chosen.";
                Table::default().with("value", day).with("text", text)
            };
            words.put("options", missing.map(one).collect::<Vec<_>>());
        } else {
            self.lose("its listed values are taken for all from the first to the last", true);
        }
        Some(words)
    }
}

/// The positions of values on their line, if all of them are such values, and the number of units per unit
/// of a step.
fn places<M: Measure>(all: &[(String, String)]) -> (Vec<i64>, u32) {
    let read = all.iter().filter_map(|(text, _)| text.parse::<M>().ok());
    (read.map(Measure::to_line).collect(), M::UNITS)
}

/// The listed texts, each with its text for people.
pub(super) fn options(schema: &Node) -> Option<Vec<(String, String)>> {
    if let Some(all) = listed(schema) {
        let texts = all.iter().filter(|one| one.is != Is::Nothing);
        return texts
            .map(|one| one.as_text().map(|text| (text.to_owned(), text.to_owned())))
            .collect();
    }
    let all = schema.get("oneOf").and_then(Node::as_list)?;
    let one = |one: &Node| {
        let value = text_of(one, "const")?;
        Some((value.to_owned(), text_of(one, "title").unwrap_or(value).to_owned()))
    };
    all.iter().filter(|other| !is_null(other)).map(one).collect()
}

pub(super) fn written(options: &[(String, String)]) -> Vec<Node> {
    let one = |(value, text): &(String, String)| match value == text {
        true => value.as_str().into(),
        false => Table::default().with("value", value.as_str()).with("text", text.as_str()).into(),
    };
    options.iter().map(one).collect()
}
