//! The buttons that add, remove and move rows of a form.

use core::fmt;
use pin_notch::{Message, Rows, RowsChange};

/// A button that changes the rows of a form. It is displayed as its value in a page.
///
/// ```
/// use pin_notch::RowsChange;
/// use pin_notch_html::RowButton;
/// let button = RowButton::read("up 3").expect("the number of a row");
/// assert_eq!((button, button.to_string()), (RowButton::Up(3), "up 3".into()));
/// assert_eq!(button.change(5), RowsChange::Move { row: 3, to: 2 });
/// assert_eq!(RowButton::read("up"), None);
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum RowButton {
    /// Adds a row at the end.
    Add,
    /// Removes the row with this number, counted from 1.
    Remove(usize),
    /// Moves the row with this number up.
    Up(usize),
    /// Moves the row with this number down.
    Down(usize),
}

impl RowButton {
    /// Such a button is named after its rows, followed by this.
    pub const SUFFIX: &str = ".rows";

    /// The button with this value.
    pub fn read(value: &str) -> Option<Self> {
        if value == "add" {
            return Some(Self::Add);
        }
        let (word, row) = value.split_once(' ')?;
        let row = row.parse().ok()?;
        match word {
            "remove" => Some(Self::Remove(row)),
            "up" => Some(Self::Up(row)),
            "down" => Some(Self::Down(row)),
            _ => None,
        }
    }

    /// The change that the button makes to this many rows.
    pub fn change(self, count: usize) -> RowsChange {
        match self {
            Self::Add => RowsChange::Add { row: count.saturating_add(1) },
            Self::Remove(row) => RowsChange::Remove { row },
            Self::Up(row) => RowsChange::Move { row, to: row.saturating_sub(1) },
            Self::Down(row) => RowsChange::Move { row, to: row.saturating_add(1) },
        }
    }

    /// The label of the button, unless the page has its own.
    pub fn label(self) -> Message {
        match self {
            Self::Add => Message::AddRow,
            Self::Remove(_) => Message::RemoveRow,
            Self::Up(_) => Message::RowUp,
            Self::Down(_) => Message::RowDown,
        }
    }

    /// Whether its change is possible when there are this many rows. If not, it is disabled.
    pub fn is_possible(self, rows: &Rows, count: usize) -> bool {
        rows.order_after(self.change(count), count).is_ok()
    }

    /// All buttons whose change is possible when there are this many rows.
    pub fn possible(rows: &Rows, count: usize) -> Vec<Self> {
        let mut all = vec![Self::Add];
        for row in 1..=count {
            all.extend([Self::Up(row), Self::Down(row), Self::Remove(row)]);
        }
        all.retain(|button| button.is_possible(rows, count));
        all
    }
}

impl fmt::Display for RowButton {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::Add => f.write_str("add"),
            Self::Remove(row) => write!(f, "remove {row}"),
            Self::Up(row) => write!(f, "up {row}"),
            Self::Down(row) => write!(f, "down {row}"),
        }
    }
}
