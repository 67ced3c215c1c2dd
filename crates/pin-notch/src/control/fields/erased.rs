//! Values made of fields, without their type: positions along a line, and what converts them.

use super::{FieldKind, FieldValue, Fields, MOST};
use crate::calendar::{CalendarError, FieldName, SHORTEST_YEAR};
use crate::limit::Limit;

/// What the machine needs to know about a kind of values.
#[derive(Debug)]
pub(super) struct Kind {
    pub fields: &'static [FieldKind],
    pub like: &'static str,
    /// The fields of the value at a position.
    pub split: fn(i64) -> [u32; MOST],
    /// The position of the value with these fields.
    pub compose: fn(&[u32; MOST]) -> Result<i64, CalendarError>,
    read: fn(&str) -> Option<i64>,
    pub limit: fn(i64) -> Option<Limit>,
    pub written: fn(i64) -> String,
    pub fit: fn(&mut Fields, usize),
    /// The number of fields shown for a step of this many units, counted from a position.
    pub shown: fn(i128, i64) -> usize,
}

impl Kind {
    /// Reads a text in the form of ISO 8601, or with other separators or without leading zeros: `7:30`.
    pub fn read(&self, text: &str) -> Option<i64> {
        (self.read)(text).or_else(|| self.read_leniently(text))
    }

    fn read_leniently(&self, text: &str) -> Option<i64> {
        let mut fields = [0; MOST];
        let mut numbers = text.split([' ', '-', '.', '/', ':']);
        let needed = self.fields.iter().take_while(|field| field.name != FieldName::Second);
        for (at, field) in needed.enumerate() {
            let number = numbers.next().filter(|text| text.bytes().all(|c| c.is_ascii_digit()))?;
            let least = if field.name == FieldName::Year { SHORTEST_YEAR } else { 1 };
            let fits = (least..=field.places as usize).contains(&number.len());
            fields[at] = number.parse().ok().filter(|_| fits)?;
        }
        numbers.next().is_none().then(|| (self.compose)(&fields).ok())?
    }
}

/// Kinds are compared by address: there is one static of each.
impl PartialEq for Kind {
    fn eq(&self, other: &Self) -> bool {
        core::ptr::eq(self, other)
    }
}

/// The kind of these values.
pub(super) trait Kinded: FieldValue {
    const KIND: &'static Kind;
}

impl<M: FieldValue> Kinded for M {
    const KIND: &'static Kind = &Kind {
        fields: M::FIELDS,
        like: M::LIKE,
        split: |place| M::from_line(place).map(M::to_fields).unwrap_or_default(),
        compose: |fields| M::from_fields(fields).map(M::to_line),
        read: |text| text.parse().ok().map(M::to_line),
        limit: |place| M::from_line(place).map(M::into),
        written: |place| M::from_line(place).map(|value| value.to_string()).unwrap_or_default(),
        fit: M::fit,
        shown: |units, base| {
            M::from_line(base).map_or(M::FIELDS.len(), |base| M::shown_fields(units, base))
        },
    };
}
