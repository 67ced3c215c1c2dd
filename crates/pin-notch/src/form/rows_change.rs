//! Changes of rows: what is asked for, whether it is possible, and the order that results.

use super::rows::{Rows, RowsTurn};
use super::{Form, FormError};
use crate::refusal::Refusal;
use crate::rows_change::RowsChange;

impl Rows {
    /// The rows after a change to `count` of them: for each its former number, counted from 1, or `None` if
    /// it is new.
    ///
    /// ```
    /// use pin_notch::{Form, RowsChange, Switch};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let row = Form::new().with("seen", "Seen", Switch::default())?;
    /// let form = Form::new().with_rows("queen", "Queen", 1..=3, &row)?;
    /// let rows = form.rows("queen").ok_or("they are there")?;
    /// assert_eq!(rows.order_after(RowsChange::Move { row: 3, to: 1 }, 3), Ok(vec![Some(3), Some(1), Some(2)]));
    /// assert_eq!(rows.order_after(RowsChange::Add { row: 3 }, 2), Ok(vec![Some(1), Some(2), None]));
    /// let refusal = rows.order_after(RowsChange::Remove { row: 1 }, 1).err();
    /// assert_eq!(refusal.ok_or("one is needed")?.to_string(), "at least one of these is required");
    /// # Ok(()) }
    /// ```
    ///
    /// # Errors
    /// Why the change is impossible: there is no such row, or the minimum or maximum is reached.
    pub fn order_after(
        &self,
        change: RowsChange,
        count: usize,
    ) -> Result<Vec<Option<usize>>, Refusal> {
        let existing = |row: usize| match (1..=count).contains(&row) {
            true => Ok(row),
            false => Err(Refusal::NoSuchRow { count: narrow(count) }),
        };
        let mut order: Vec<Option<usize>> = (1..=count).map(Some).collect();
        match change {
            RowsChange::Add { .. } if count >= self.most => {
                return Err(Refusal::RowsFull { most: narrow(self.most) });
            }
            RowsChange::Add { .. } => order.push(None),
            RowsChange::Remove { row } => {
                let row = existing(row)?;
                if count <= self.least {
                    return Err(Refusal::RowsFew { least: narrow(self.least) });
                }
                order.remove(row - 1);
            }
            RowsChange::Move { row, to } => {
                let (row, to) = (existing(row)?, existing(to)?);
                if row == to {
                    return Err(Refusal::Unchanged);
                }
                order.remove(row - 1);
                order.insert(to - 1, Some(row));
            }
        }
        Ok(order)
    }
}

impl Form {
    /// Adds, removes or moves a row. This can be undone in one step. A change that is impossible is
    /// refused.
    ///
    /// ```
    /// use pin_notch::{Form, RowsChange, Switch};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let row = Form::new().with("seen", "Seen", Switch::default())?;
    /// let mut form = Form::new().with_rows("queen", "Queen", 1..=2, &row)?;
    /// assert_eq!(form.change_rows("queen", RowsChange::Add { row: 2 })?.to_string(), "2 rows");
    /// let full = form.change_rows("queen", RowsChange::Add { row: 3 })?;
    /// assert_eq!(full.to_string(), "refused: no more than 2 of these are allowed");
    /// # Ok(()) }
    /// ```
    ///
    /// # Errors
    /// [`FormError::NoSuchField`] if there are no rows with this name.
    pub fn change_rows(&mut self, name: &str, change: RowsChange) -> Result<RowsTurn, FormError> {
        let rows = self.rows(name).ok_or_else(|| FormError::NoSuchField(name.to_owned()))?.clone();
        Ok(match rows.order_after(change, self.row_count(&rows)) {
            Ok(order) => self.arrange(&rows, &order),
            Err(refusal) => RowsTurn::refused(refusal),
        })
    }

    /// Adds a row at the end.
    ///
    /// # Errors
    /// [`FormError::NoSuchField`] if there are no rows with this name. If the maximum is reached, the turn
    /// is refused.
    pub fn add_row(&mut self, name: &str) -> Result<RowsTurn, FormError> {
        let count = self.rows(name).map_or(0, |rows| self.row_count(rows));
        self.change_rows(name, RowsChange::Add { row: count + 1 })
    }

    /// Removes a row, counted from 1. The following rows move up.
    ///
    /// # Errors
    /// The errors of [`add_row`](Self::add_row).
    pub fn remove_row(&mut self, name: &str, row: usize) -> Result<RowsTurn, FormError> {
        self.change_rows(name, RowsChange::Remove { row })
    }

    /// Moves a row to the position of another one, both counted from 1. The rows in between shift by one.
    ///
    /// # Errors
    /// The errors of [`add_row`](Self::add_row).
    pub fn move_row(&mut self, name: &str, row: usize, to: usize) -> Result<RowsTurn, FormError> {
        self.change_rows(name, RowsChange::Move { row, to })
    }
}

/// Converts a number of rows, which is always small.
fn narrow(count: usize) -> u32 {
    u32::try_from(count).unwrap_or(u32::MAX)
}
