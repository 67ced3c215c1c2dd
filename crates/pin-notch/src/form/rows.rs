//! Groups of fields repeated in rows, which people add, remove and move.
//!
//! The form contains the maximum number of rows from the start, each with fields of its own
//! (`treatment.2.amount`), and one more field that holds the number of rows in use. The fields of the other
//! rows do not count, as under a condition, so that sending, reading, rules and undo need no special
//! treatment of rows.

use super::history::Change;
use super::links::Link;
use super::rules::{Checked, Condition};
use super::{CountChange, Field, Form, FormError, Values};
use crate::control::{Control, Stepper};
use crate::expression::Expression;
use crate::message::Message;
use crate::refusal::Refusal;
use crate::value::Value;
use core::fmt;
use core::ops::RangeInclusive;
use rust_decimal::Decimal;
use std::sync::Arc;

/// The greatest maximum number of rows.
///
/// ```
/// use pin_notch::{Form, MAX_ROWS, Switch};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let row = Form::new().with("seen", "Seen", Switch::default())?;
/// assert!(Form::new().with_rows("queen", "Queen", 0..=MAX_ROWS + 1, &row).is_err());
/// # Ok(()) }
/// ```
pub const MAX_ROWS: usize = 50;

/// A group of fields repeated in rows.
///
/// ```
/// use pin_notch::{Form, Stepper, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let row = Form::new().with("amount", "Amount", Stepper::builder().min(0))?;
/// let form = Form::new().with_rows("treatment", "Treatment", 0..=5, &row)?;
/// let rows = form.rows("treatment").ok_or("they are there")?;
/// assert_eq!((rows.label.as_str(), rows.least, rows.most), ("Treatment", 0, 5));
/// assert_eq!(rows.fields().collect::<Vec<_>>(), ["amount"]);
/// # Ok(()) }
/// ```
#[derive(Clone, Debug)]
#[non_exhaustive]
pub struct Rows {
    /// Their name, which is also the name of the field that holds their number.
    pub name: String,
    /// The label of a single row.
    pub label: String,
    /// The minimum number of rows.
    pub least: usize,
    /// The maximum number of rows.
    pub most: usize,
    /// The names of the fields in a row.
    fields: Vec<String>,
    /// The index of the field that holds the number of rows.
    pub(super) count: usize,
    /// The indices of the fields, row by row.
    pub(super) places: Vec<Vec<usize>>,
}

impl Rows {
    /// The names of the fields in a row.
    pub fn fields(&self) -> impl Iterator<Item = &str> {
        self.fields.iter().map(String::as_str)
    }

    /// The name under which a field of this row, counted from 1, is sent.
    pub fn name_in(&self, row: usize, field: &str) -> String {
        format!("{}.{row}.{field}", self.name)
    }

    /// The label of this row, counted from 1.
    pub fn title(&self, row: usize) -> Message {
        Message::Row { rows: self.label.clone(), row }
    }

    /// The control that holds the number of rows.
    pub fn control(least: usize, most: usize) -> Result<Control, FormError> {
        let [least, most] = [least, most].map(Decimal::from);
        let counter = Stepper::builder().min(least).max(most).value(least).required(true);
        Ok(Control::from(counter.build()?))
    }
}

/// The row that a field is in.
///
/// ```
/// use pin_notch::{AnyWorld, Form, Switch};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let row = Form::new().with("seen", "Seen", Switch::default())?;
/// let form = Form::new().with_rows("queen", "Queen", 0..=3, &row)?;
/// let field = form.field("queen.2.seen").ok_or("it is there")?;
/// let place = field.row().ok_or("it stands in one")?;
/// assert_eq!((place.rows.as_str(), place.row, place.field.as_str()), ("queen", 2, "seen"));
/// assert_eq!(field.called(&AnyWorld::default()), "Queen 2, Seen");
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct RowPlace {
    /// The name of the rows.
    pub rows: String,
    /// The label of a single row.
    pub label: String,
    /// The number of the row, counted from 1.
    pub row: usize,
    /// The field's name in the row.
    pub field: String,
}

impl RowPlace {
    /// The label of the row.
    pub fn title(&self) -> Message {
        Message::Row { rows: self.label.clone(), row: self.row }
    }
}

/// The outcome of adding, removing or moving a row. It is displayed with the new number of rows.
#[derive(Clone, Debug, PartialEq, Eq)]
#[must_use = "it says what happened, or why nothing did"]
#[non_exhaustive]
pub struct RowsTurn {
    /// The new number of rows, or why they are unchanged.
    pub outcome: Result<usize, Refusal>,
    /// The names of the fields whose value changed.
    pub changed: Vec<String>,
    /// Fields that started or stopped counting.
    pub counted: Vec<CountChange>,
}

impl fmt::Display for RowsTurn {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match &self.outcome {
            Ok(1) => f.write_str("1 row"),
            Ok(count) => write!(f, "{count} rows"),
            Err(refusal) => write!(f, "refused: {refusal}"),
        }
    }
}

impl Form {
    /// The form with rows that each contain the fields of `row`, repeated a number of times within the
    /// given limits. The written rules, conditions and links of `row` apply in each row. Fields are named
    /// by their row, counted from 1: `treatment.2.amount`.
    ///
    /// ```
    /// use pin_notch::{dec, Form, Intent, Rule, Stepper};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let row = Form::new().with("amount", "Amount in g", Stepper::builder().min(1).required(true))?;
    /// let mut form = Form::new()
    ///     .with_rows("treatment", "Treatment", 0..=5, &row)?
    ///     .rule(Rule::new("sum(treatment.amount) <= 40", "No more than 40 g in all."))?;
    /// assert_eq!(form.add_row("treatment")?.to_string(), "1 row");
    /// let _ = form.add_row("treatment")?;
    /// let _ = form.handle("treatment.1.amount", Intent::Choose(dec!(35)))?;
    /// let _ = form.handle("treatment.2.amount", Intent::Choose(dec!(15)))?;
    /// assert_eq!(form.problems()[0].to_string(), "Treatment 1, Amount in g: No more than 40 g in all.");
    ///
    /// let _ = form.remove_row("treatment", 1)?;
    /// assert_eq!(form.urlencoded(), "treatment=1&treatment.1.amount=15");
    /// form.undo();
    /// let _ = form.move_row("treatment", 2, 1)?;
    /// assert_eq!(form.urlencoded(), "treatment=2&treatment.1.amount=15&treatment.2.amount=35");
    /// # Ok(()) }
    /// ```
    ///
    /// # Errors
    /// The errors of [`add`](Self::add); [`FormError::Rows`] if the limits are out of order or above
    /// [`MAX_ROWS`], or if a row has fieldsets, outputs or rows of its own.
    pub fn with_rows(
        mut self,
        name: &str,
        label: &str,
        times: RangeInclusive<usize>,
        row: &Form,
    ) -> Result<Self, FormError> {
        let (least, most) = times.into_inner();
        let is_plain = row.fieldsets.is_empty() && row.outputs.is_empty() && row.rows.is_empty();
        if !is_plain {
            return Err(FormError::Rows(name.to_owned()));
        }
        check(name, least, most)?;
        self.add(name, label, Rows::control(least, most)?)?;
        let names: Vec<&str> = row.fields.iter().map(|field| field.name.as_str()).collect();
        for number in 1..=most {
            for field in &row.fields {
                let name = format!("{name}.{number}.{}", field.name);
                self.add(&name, &field.label, field.control.clone())?;
                if field.unsent {
                    self.set_unsent(&name)?;
                }
            }
        }
        self.add_rows(name, label, least..=most, &names)?;
        let rows = self.rows.last().cloned();
        for places in rows.iter().flat_map(|rows| &rows.places) {
            self.apply_in_row(name, row, places)?;
        }
        Ok(self)
    }

    /// Makes rows of fields that are already in the form, each named by its row: `treatment.1.amount` to
    /// `treatment.5.amount`. The field that holds the number of rows is created if there is none with that
    /// name.
    ///
    /// # Errors
    /// [`FormError::NoSuchField`] for a field that is missing in a row, and the errors of
    /// [`with_rows`](Self::with_rows).
    pub fn add_rows(
        &mut self,
        name: &str,
        label: &str,
        times: RangeInclusive<usize>,
        fields: &[&str],
    ) -> Result<(), FormError> {
        let (least, most) = times.into_inner();
        check(name, least, most)?;
        if self.rows(name).is_some() {
            return Err(FormError::NameTaken(name.to_owned()));
        }
        let of_row = |number: usize| -> Result<Vec<usize>, FormError> {
            fields.iter().map(|field| self.known(&format!("{name}.{number}.{field}"))).collect()
        };
        let places: Vec<Vec<usize>> = (1..=most).map(of_row).collect::<Result<_, _>>()?;
        let count = match self.index_of(name) {
            Some(at) => at,
            None => {
                self.add(name, label, Rows::control(least, most)?)?;
                self.known(name)?
            }
        };
        for (number, row) in (1..).zip(&places) {
            for (at, field) in row.iter().zip(fields) {
                self.fields[*at].row = Some(RowPlace {
                    rows: name.to_owned(),
                    label: label.to_owned(),
                    row: number,
                    field: (*field).to_owned(),
                });
            }
            if number > least {
                let counts = Expression::at_least(name, number);
                self.count_only_if(row, &Arc::new(counts))?;
            }
        }
        self.fields[count].counts_rows = true;
        let fields = fields.iter().map(|field| (*field).to_owned()).collect();
        let (name, label) = (name.to_owned(), label.to_owned());
        Arc::make_mut(&mut self.rows).push(Rows {
            name,
            label,
            least,
            most,
            fields,
            count,
            places,
        });
        Ok(())
    }

    /// Applies the rules, conditions and links of a row to the fields at these indices.
    fn apply_in_row(&mut self, name: &str, row: &Form, places: &[usize]) -> Result<(), FormError> {
        let number = places.first().and_then(|at| self.fields[*at].row.as_ref());
        let number = number.map_or(0, |place| place.row);
        let within = |condition: &Expression| condition.renamed(&format!("{name}.{number}."));
        for (field, at) in row.fields.iter().zip(places) {
            for condition in &field.only_if {
                self.count_only_if(&[*at], &Arc::new(within(condition)))?;
            }
            for (option, condition) in field.conditional_options() {
                self.add_option_condition(*at, option, within(condition))?;
            }
        }
        for rule in &row.rules {
            let condition = match &rule.condition {
                Condition::Written(holds, message) => {
                    Condition::Written(within(holds), message.clone())
                }
                Condition::Own(check) => {
                    let (check, name) = (check.clone(), name.to_owned());
                    Condition::Own(Arc::new(move |values| {
                        values.row(&name, number).and_then(|values| check(&values))
                    }))
                }
            };
            let fields = rule.fields.iter().map(|at| places[*at]).collect();
            self.push_rule(Checked { fields, gathered: Vec::new(), warns: rule.warns, condition });
        }
        for (from, to) in &row.links.ways {
            for link in row.links.of(*from).filter(|link| link.to == *to) {
                let to = places[*to];
                self.links.add(places[*from], Link { to, convert: link.convert.clone() });
            }
        }
        Ok(())
    }

    /// The rows with this name.
    pub fn rows(&self, name: &str) -> Option<&Rows> {
        self.rows.iter().find(|rows| rows.name == name)
    }

    /// All rows, in the order in which they were added.
    pub fn all_rows(&self) -> impl Iterator<Item = &Rows> {
        self.rows.iter()
    }

    /// The fields of a row, counted from 1, in order.
    pub fn fields_in_row<'a>(
        &'a self,
        rows: &'a Rows,
        row: usize,
    ) -> impl Iterator<Item = &'a Field> {
        let places = row.checked_sub(1).and_then(|at| rows.places.get(at));
        places.into_iter().flatten().map(|at| &self.fields[*at])
    }

    /// The current number of these rows.
    pub fn row_count(&self, rows: &Rows) -> usize {
        let count = self.fields[rows.count].control.value().number();
        count.and_then(|count| usize::try_from(count).ok()).unwrap_or(rows.least)
    }

    /// Puts the rows with these former numbers, counted from 1, in this order; `None` is a new row. This can
    /// be undone in one step.
    pub(super) fn arrange(&mut self, rows: &Rows, order: &[Option<usize>]) -> RowsTurn {
        let count = order.len();
        self.record_all();
        let before: Vec<_> =
            rows.places.iter().flatten().map(|at| (*at, self.state_of(*at))).collect();
        let state_of = |row: usize, field: usize| before[row * rows.fields.len() + field].1.clone();
        let first = (0..count).find(|row| order[*row] != Some(*row + 1)).unwrap_or(count);
        let mut changed = Vec::new();
        for (row, places) in rows.places.iter().enumerate() {
            for (field, at) in places.iter().enumerate() {
                let (value, touched, left) = match order.get(row).copied().flatten() {
                    Some(from) => state_of(from - 1, field),
                    None => (self.fields[*at].control.default_value(), false, false),
                };
                let before = self.fields[*at].control.value();
                let own = &mut self.fields[*at];
                // A draft does not move with its row, and left in place it would belong to another one.
                if row >= first {
                    own.control.drop_draft();
                }
                (own.touched, own.left) = (touched, left);
                if value != before && own.control.restore(value.clone()).is_ok() {
                    (own.settled, own.moving) = (value, false);
                    changed.push((*at, before));
                }
            }
        }
        let (was, now) =
            (self.fields[rows.count].control.value(), Value::from(Decimal::from(count)));
        let counter = &mut self.fields[rows.count];
        counter.touched = true;
        if was != now && counter.control.restore(now.clone()).is_ok() {
            counter.settled = now;
            changed.push((rows.count, was));
        }
        let places: Vec<usize> = changed.iter().map(|(at, _)| *at).collect();
        let counted = self.update_counting(places.iter().copied());
        if !changed.is_empty() {
            self.history.push(Change { fields: changed });
        }
        let names = places.into_iter().map(|at| self.fields[at].name.clone());
        RowsTurn { outcome: Ok(count), changed: names.collect(), counted }
    }

    /// The state of a field that moves with its row.
    fn state_of(&self, at: usize) -> (Value, bool, bool) {
        let field = &self.fields[at];
        (field.control.value(), field.touched, field.left)
    }
}

impl RowsTurn {
    pub(super) fn refused(refusal: Refusal) -> Self {
        Self { outcome: Err(refusal), changed: Vec::new(), counted: Vec::new() }
    }
}

impl Values {
    /// The number of rows with this name that were accepted; `None` if there are no such rows.
    ///
    /// ```
    /// use pin_notch::{Form, Stepper, dec};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let row = Form::new().with("amount", "Amount", Stepper::builder().min(0))?;
    /// let form = Form::new().with_rows("treatment", "Treatment", 0..=5, &row)?;
    /// let values = form.read(b"treatment.1.amount=3&treatment.2.amount=4")?;
    /// assert_eq!(values.row_count("treatment"), Some(2));
    /// assert_eq!(values.row("treatment", 2).and_then(|row| row.number("amount")), Some(dec!(4)));
    /// assert_eq!(values.number("treatment.1.amount"), Some(dec!(3)));
    /// # Ok(()) }
    /// ```
    pub fn row_count(&self, name: &str) -> Option<usize> {
        self.rows.iter().find(|rows| rows.name == name)?;
        usize::try_from(self.number(name)?).ok()
    }

    /// The values of a row, counted from 1, by the names of its fields within the row.
    pub fn row(&self, name: &str, row: usize) -> Option<Self> {
        let rows = self.rows.iter().find(|rows| rows.name == name)?;
        if row == 0 || row > self.row_count(name)? {
            return None;
        }
        let own = rows.fields.iter().filter_map(|field| {
            Some((field.clone(), self.get(&rows.name_in(row, field))?.clone()))
        });
        Some(Self::new(own.collect(), Vec::new(), Arc::default()))
    }
}

fn check(name: &str, least: usize, most: usize) -> Result<(), FormError> {
    match most == 0 || least > most || most > MAX_ROWS {
        true => Err(FormError::Rows(name.to_owned())),
        false => Ok(()),
    }
}
