//! What a select looks like, as plain data: its text or tokens, and the rows of its list that are shown.

use super::{Listing, Select, WINDOW};
use crate::control::Choice;
use crate::message::Message;
use crate::semantics::{Role, Semantics};
use crate::validity::in_words;

/// All that a face needs to draw a select.
///
/// ```
/// use pin_notch::{Intent, Select};
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// let mut hive = Select::builder().options(["Willow", "Meadow"]).placeholder("hive").build()?;
/// let _ = hive.handle(Intent::Open);
/// let view = hive.view();
/// assert_eq!((view.readout.as_str(), view.prompting), ("hive", true));
/// assert_eq!((view.open, view.row_count, view.rows.len()), (true, 2, 2));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct SelectView {
    /// What the closed select shows: the chosen texts, or the prompt.
    pub readout: String,
    /// Whether that is the prompt.
    pub prompting: bool,
    /// Whether several can be chosen, so that they are shown as tokens.
    pub multiple: bool,
    /// Whether a field to filter by belongs to it.
    pub filtering: bool,
    /// What the options are filtered by.
    pub filter: String,
    /// What is chosen.
    pub tokens: Vec<TokenView>,
    /// Whether the list is open.
    pub open: bool,
    /// Whether the options are there.
    pub listing: Listing,
    /// What stands in the place of rows, in words: that they are on their way, or why there are none; empty
    /// where there are some, and while the list is closed.
    pub status: String,
    /// How many options there are, in words; empty while the list is closed or has none.
    pub count: String,
    /// What is chosen, in words, where the field holds what is searched; else empty.
    pub chosen: String,
    /// How many rows the open list has in all.
    pub row_count: usize,
    /// The place of the first of `rows` among them, from 0.
    pub first_row: usize,
    /// The rows around what is seen of the open list; none while it is closed.
    pub rows: Vec<RowView>,
    /// The row that keys are on, counted from 0.
    pub active: Option<usize>,
    /// What assistive technology is told.
    pub semantics: Semantics,
    /// What is wrong, in words for the person; empty when nothing is.
    pub problem: String,
}

/// A chosen value.
///
/// ```
/// use pin_notch::{Choice, Select};
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// let hives = Select::builder().options([Choice::new("w", "Willow")]).value(["w"]).build()?;
/// let view = hives.view();
/// let token = &view.tokens[0];
/// assert_eq!((token.value.as_str(), token.text.as_str(), token.pending), ("w", "Willow", false));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct TokenView {
    /// The value.
    pub value: String,
    /// The option's text; the value itself while no option has it.
    pub text: String,
    /// Whether no option has it: the list is still to come, or came without it.
    pub pending: bool,
}

/// A row of an open list.
///
/// ```
/// use pin_notch::{Choice, Intent, Select};
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// let mut hive = Select::builder().options([Choice::new("w", "Willow")]).value(["w"]).build()?;
/// let _ = hive.handle(Intent::Open);
/// let view = hive.view();
/// let row = &view.rows[0];
/// assert_eq!((row.value.as_str(), row.text.as_str(), row.chosen), ("w", "Willow", true));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct RowView {
    /// The option's value.
    pub value: String,
    /// Its text.
    pub text: String,
    /// The name of the group that begins with it, if one does.
    pub group: Option<String>,
    /// How it is heard, where that is more than its text.
    pub name: Option<String>,
    /// Whether it is chosen.
    pub chosen: bool,
    /// Whether keys are on it.
    pub active: bool,
    /// Whether it cannot be chosen.
    pub disabled: bool,
}

impl Select {
    /// All that a face needs to draw it. The cost grows with what is chosen and seen, not with the list.
    pub fn view(&self) -> SelectView {
        let problem = in_words(&self.validity(), &self.surroundings.world);
        let shown = if self.open { self.window..self.window + WINDOW } else { 0..0 };
        let rows = shown.map_while(|row| self.row(row)).map(|row| RowView {
            value: row.choice.value.clone(),
            text: row.choice.text.clone(),
            group: row.choice.group.clone().filter(|_| row.begins_group),
            name: self.row_name(row.choice),
            chosen: row.chosen,
            active: row.active,
            disabled: row.choice.disabled,
        });
        let tokens = self.tokens().map(|token| TokenView {
            value: token.value.to_owned(),
            text: token.text.to_owned(),
            pending: token.pending,
        });
        SelectView {
            readout: self.readout(),
            prompting: self.chosen.is_empty(),
            multiple: self.definition.multiple,
            filtering: self.definition.filter,
            filter: self.filter().to_owned(),
            tokens: tokens.collect(),
            open: self.open,
            listing: self.listing().clone(),
            status: self.status(),
            count: self.count(),
            chosen: self.chosen_name(),
            row_count: self.rows(),
            first_row: self.window,
            rows: rows.collect(),
            active: self.active,
            semantics: Semantics {
                expanded: Some(self.open),
                ..self.conditions.semantics(Role::Combobox, &problem)
            },
            problem,
        }
    }

    /// An option as it is heard: with its group, which is seen only where it begins.
    fn row_name(&self, choice: &Choice) -> Option<String> {
        let group = choice.group.clone()?;
        let named = Message::InGroup { text: choice.text.clone(), group };
        Some(self.surroundings.world.message(&named))
    }

    /// How many options there are, while they can be seen.
    fn count(&self) -> String {
        match (self.open, self.rows()) {
            (false, _) | (_, 0) => String::new(),
            (true, rows) => self.surroundings.world.message(&Message::OptionCount(rows)),
        }
    }

    /// What is chosen, where the field holds what is searched.
    fn chosen_name(&self) -> String {
        if self.chosen.is_empty() || !(self.definition.filter && self.definition.multiple) {
            return String::new();
        }
        let texts = self.tokens().map(|token| token.text.to_owned()).collect();
        self.surroundings.world.message(&Message::Chosen(texts))
    }

    fn status(&self) -> String {
        let message = match self.listing() {
            _ if !self.open => return String::new(),
            Listing::Loading => Message::Loading,
            Listing::Failed(why) => Message::LoadingFailed { why: why.clone() },
            Listing::Loaded if self.rows() > 0 => return String::new(),
            Listing::Loaded if self.filter().is_empty() => Message::NoOptions,
            Listing::Loaded => Message::NoMatch,
        };
        self.surroundings.world.message(&message)
    }
}
