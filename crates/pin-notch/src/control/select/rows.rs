//! The rows of an open list, and what is chosen of them.

use super::Select;
use crate::value::Choice;

/// A row of an open list, as a face draws it.
///
/// ```
/// use pin_notch::{Choice, Intent, Select};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut hive = Select::builder()
///     .options([Choice::from("Willow").in_group("By the river"), Choice::from("Meadow")])
///     .value(["Willow"])
///     .build()?;
/// let _ = hive.handle(Intent::Open);
/// let row = hive.row(0).ok_or("there are two")?;
/// assert!(row.chosen && row.active && row.begins_group);
/// assert_eq!(row.choice.value, "Willow");
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct Row<'a> {
    /// The option.
    pub choice: &'a Choice,
    /// Whether it is chosen.
    pub chosen: bool,
    /// Whether it is the active row, which keys act on.
    pub active: bool,
    /// Whether it is the first of its group, so that the group's name is shown above it.
    pub begins_group: bool,
}

/// A chosen value as it is shown: as a token, or in the text.
///
/// ```
/// use pin_notch::Select;
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let treatments = Select::builder().value(["oa"]).build()?; // its options have not come yet
/// let token = treatments.tokens().next().ok_or("one is chosen")?;
/// assert_eq!((token.value, token.text, token.pending), ("oa", "oa", true));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct Token<'a> {
    /// The value.
    pub value: &'a str,
    /// The option's text, or the value itself if no option has it.
    pub text: &'a str,
    /// Whether no option has it, because the list has not arrived or does not contain it.
    pub pending: bool,
}

impl Select {
    /// The chosen values with their texts.
    pub fn tokens(&self) -> impl Iterator<Item = Token<'_>> {
        self.chosen.iter().map(|value| {
            let choice = self.list.find(value);
            let text = choice.map_or(value.as_str(), |choice| choice.text.as_str());
            Token { value, text, pending: choice.is_none() }
        })
    }

    /// The number of rows of the open list: all options that match the filter.
    pub fn rows(&self) -> usize {
        self.list.matching().len()
    }

    /// A row of the open list, counted from 0.
    pub fn row(&self, row: usize) -> Option<Row<'_>> {
        let choice = self.list.row(row)?;
        let above = row.checked_sub(1).and_then(|above| self.list.row(above));
        Some(Row {
            choice,
            chosen: self.chosen.contains(&choice.value),
            active: self.active == Some(row),
            begins_group: choice.group.is_some()
                && above.is_none_or(|above| above.group != choice.group),
        })
    }

    /// The active row.
    pub fn active_row(&self) -> Option<usize> {
        self.active
    }
}
