//! The view of a select: its text or tokens, and the rows of its list that are shown.

use super::{Listing, Select, WINDOW};
use crate::message::{Message, in_words};
use crate::semantics::{Role, Semantics};
use crate::value::Choice;

/// Everything a face needs to draw a select.
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
    /// The text of the closed select: the chosen texts, or the prompt.
    pub readout: String,
    /// Whether `text` is the prompt.
    pub prompting: bool,
    /// Whether several can be chosen, so that they are shown as tokens.
    pub multiple: bool,
    /// Whether it has a filter field.
    pub filtering: bool,
    /// The filter text.
    pub filter: String,
    /// The chosen values.
    pub tokens: Vec<TokenView>,
    /// Whether the list is open.
    pub open: bool,
    /// Whether the options have been loaded.
    pub listing: Listing,
    /// The text shown instead of rows: that they are loading, or why there are none. Empty if there are
    /// rows, and while the list is closed.
    pub status: String,
    /// The number of matching options as text; empty while the list is closed or has none.
    pub count: String,
    /// The choice as text, while the field contains the filter; otherwise empty.
    pub chosen: String,
    /// The total number of rows of the open list.
    pub row_count: usize,
    /// The index of the first of `rows` among them.
    pub first_row: usize,
    /// The rows around the visible part of the open list; empty while it is closed.
    pub rows: Vec<RowView>,
    /// The index of the active row.
    pub active: Option<usize>,
    /// Role, name and states for assistive technology.
    pub semantics: Semantics,
    /// The message about what is wrong; empty when nothing is.
    pub problem: String,
}

/// A chosen value.
///
/// ```
/// use pin_notch::Select;
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// let hives = Select::builder().options([("w", "Willow")]).value(["w"]).build()?;
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
    /// The option's text, or the value itself if no option has it.
    pub text: String,
    /// Whether no option has it, because the list has not arrived or does not contain it.
    pub pending: bool,
}

/// A row of an open list.
///
/// ```
/// use pin_notch::{Intent, Select};
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// let mut hive = Select::builder().options([("w", "Willow")]).value(["w"]).build()?;
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
    /// The name of its group, if it is the first of the group.
    pub group: Option<String>,
    /// Its accessible name, if that is more than its text.
    pub name: Option<String>,
    /// Whether it is chosen.
    pub chosen: bool,
    /// Whether it is the active row, which keys act on.
    pub active: bool,
    /// Whether it is disabled.
    pub disabled: bool,
}

impl SelectView {
    /// What it announces.
    pub(crate) fn announces(&self) -> &str {
        if self.status.is_empty() { &self.count } else { &self.status }
    }
}

impl Select {
    /// Everything a face needs to draw it. The cost grows with the choice and the visible rows, not with
    /// the length of the list.
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

    /// The accessible name of an option. It includes the group, whose name is visible only at the group's
    /// first option.
    fn row_name(&self, choice: &Choice) -> Option<String> {
        let group = choice.group.clone()?;
        let named = Message::InGroup { text: choice.text.clone(), group };
        Some(self.surroundings.world.message(&named))
    }

    /// The number of matching options, while the list is open.
    fn count(&self) -> String {
        match (self.open, self.rows()) {
            (false, _) | (_, 0) => String::new(),
            (true, rows) => self.surroundings.world.message(&Message::OptionCount(rows)),
        }
    }

    /// The choice as text, while the field contains the filter.
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
