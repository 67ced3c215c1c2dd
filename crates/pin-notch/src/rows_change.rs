//! A change of rows.

use core::fmt;

/// A change of rows, counted from 1. It is displayed as in a recording of moves.
///
/// ```
/// use pin_notch::{Message, RowsChange};
/// let change = RowsChange::Move { row: 2, to: 1 };
/// assert_eq!(change.to_string(), "move 2 to 1");
/// let done = Message::RowsChanged { rows: "Treatment".into(), change };
/// assert_eq!(done.to_string(), "Treatment 2 is Treatment 1 now.");
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum RowsChange {
    /// A row is added at the end.
    Add {
        /// Its number.
        row: usize,
    },
    /// A row is removed. The following rows move up.
    Remove {
        /// Its former number.
        row: usize,
    },
    /// A row is moved. The rows in between shift by one.
    Move {
        /// Its former number.
        row: usize,
        /// Its new number.
        to: usize,
    },
}

impl fmt::Display for RowsChange {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::Add { .. } => f.write_str("add"),
            Self::Remove { row } => write!(f, "remove {row}"),
            Self::Move { row, to } => write!(f, "move {row} to {to}"),
        }
    }
}
