//! Values as a tree, with those in rows under the name of the rows.

use super::Rows;
use crate::value::Value;
use std::collections::{HashMap, HashSet};

/// A single value, or rows of values.
pub(super) enum Member<'a> {
    Value(&'a str, &'a Value),
    Rows(&'a str, Vec<Vec<(&'a str, &'a Value)>>),
}

/// The values, with those in rows under the name of the rows.
pub(super) fn nested<'a>(values: &[(&'a str, &'a Value)], rows: &'a [Rows]) -> Vec<Member<'a>> {
    let mut by_name: HashMap<&str, &Value> = values.iter().copied().collect();
    let mut members = Vec::new();
    let mut inside = HashSet::new();
    for rows in rows {
        let all = (1..=rows.most).flat_map(|row| rows.fields().map(move |field| (row, field)));
        inside.extend(all.map(|(row, field)| rows.name_in(row, field)));
    }
    for (name, value) in values {
        if let Some(rows) = rows.iter().find(|rows| rows.name == *name) {
            let count = value.number().and_then(|count| usize::try_from(count).ok()).unwrap_or(0);
            let mut of_row = |row: usize| -> Vec<(&'a str, &'a Value)> {
                let own = rows.fields().filter_map(|field| {
                    Some((field, by_name.remove(rows.name_in(row, field).as_str())?))
                });
                own.collect()
            };
            let all = (1..=count.min(rows.most)).map(&mut of_row).collect();
            members.push(Member::Rows(name, all));
        } else if !inside.contains(*name) {
            members.push(Member::Value(name, value));
        }
    }
    members
}
