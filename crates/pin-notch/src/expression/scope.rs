//! The fields that an expression may refer to.

use crate::calendar::Date;
use crate::value::ValueKind;
use rust_decimal::Decimal;
use std::collections::HashMap;
use std::sync::Arc;

/// The fields that an expression may refer to, with what is known about each.
///
/// ```
/// use pin_notch::{Expression, Form, Scope, Slider, Value, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let form = Form::new().with("mites", "Mites", Slider::builder().value(12))?;
/// let scope = Scope::of(&form);
/// assert_eq!(scope.names().collect::<Vec<_>>(), ["mites"]);
/// let many = Expression::condition("mites > 9", &scope)?;
/// assert_eq!(many.holds(&form.values()), Some(true));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, Default)]
pub struct Scope {
    // Shared, because every row has a scope of its own.
    pub(super) all: Arc<[Known]>,
    pub(super) places: Arc<HashMap<String, usize>>,
    pub(super) names: Arc<[String]>,
    pub(super) rows: Arc<[KnownRows]>,
    /// Today's date, if known.
    pub(super) today: Option<Date>,
    /// The rows, and the row counted from 0, that field names without a row number refer to.
    pub(super) row: Option<(usize, usize)>,
}

/// What is known about rows.
#[derive(Clone, Debug)]
pub(crate) struct KnownRows {
    pub name: String,
    /// The field that holds the number of rows.
    pub count: usize,
    pub fields: Vec<String>,
    /// The fields, row by row.
    pub places: Vec<Vec<usize>>,
}

/// What is known about a field.
#[derive(Clone, Debug)]
pub(crate) struct Known {
    pub name: String,
    pub kind: ValueKind,
    /// Its least and greatest number.
    pub range: (Option<Decimal>, Option<Decimal>),
    /// The texts it can hold, if known.
    pub texts: Option<Vec<String>>,
}

impl Scope {
    /// These fields, without rows.
    pub(crate) fn new(fields: impl IntoIterator<Item = Known>) -> Self {
        let all: Arc<[Known]> = fields.into_iter().collect();
        let names: Arc<[String]> = all.iter().map(|field| field.name.clone()).collect();
        let places = Arc::new(names.iter().cloned().zip(0..).collect());
        Self { all, places, names, ..Self::default() }
    }

    /// The place of a field among all.
    pub(crate) fn place(&self, name: &str) -> Option<usize> {
        self.places.get(name).copied()
    }

    /// The same with these rows.
    pub(crate) fn with_rows(self, rows: impl IntoIterator<Item = KnownRows>) -> Self {
        Self { rows: rows.into_iter().collect(), ..self }
    }

    /// The same with today's date, so that expressions can refer to `today`. They are stored with the date
    /// in its place.
    ///
    /// ```
    /// use pin_notch::{DatePicker, Expression, Form, Scope};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let form = Form::new().with("visited", "Visited", DatePicker::default())?;
    /// let scope = Scope::of(&form).on("2026-05-14".parse()?);
    /// let fresh = Expression::condition("visited >= today - 7 and weekday(visited) < 7", &scope)?;
    /// assert_eq!(fresh.holds(&form.read(b"visited=2026-05-08")?), Some(true));
    /// assert_eq!(fresh.holds(&form.read(b"visited=2026-05-10")?), Some(false)); // a Sunday
    /// assert_eq!(fresh.to_string(), "visited >= date('2026-05-14') - 7 and weekday(visited) < 7");
    /// # Ok(()) }
    /// ```
    #[must_use]
    pub fn on(self, today: Date) -> Self {
        Self { today: Some(today), ..self }
    }

    /// The same for an expression of one particular row: a field of these rows without a row number, such
    /// as `treatment.amount`, then refers to this row, counted from 1.
    ///
    /// ```
    /// use pin_notch::{Expression, ExpressionErrorKind, Form, Scope, Stepper};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let row = Form::new().with("amount", "Amount", Stepper::builder())?;
    /// let form = Form::new().with_rows("treatment", "Treatment", 1..=3, &row)?;
    /// let (scope, text) = (Scope::of(&form), "treatment.amount > 0");
    /// let error = Expression::condition(text, &scope).unwrap_err();
    /// assert_eq!(error.kind(), &ExpressionErrorKind::OfEachRow("treatment".into()));
    /// let second = scope.in_row("treatment", 2);
    /// assert_eq!(Expression::condition(text, &second)?.fields(), ["treatment.2.amount"]);
    /// assert_eq!(second.in_this_row("treatment.amount").as_deref(), Some("treatment.2.amount"));
    /// # Ok(()) }
    /// ```
    #[must_use]
    pub fn in_row(&self, rows: &str, row: usize) -> Self {
        let found = self.rows.iter().position(|known| known.name == rows);
        let row = found.and_then(|at| Some((at, row.checked_sub(1)?)));
        Self { row: row.filter(|(at, row)| *row < self.rows[*at].places.len()), ..self.clone() }
    }

    /// The full name of a field that is referred to without its row number, if the row is known.
    pub fn in_this_row(&self, name: &str) -> Option<String> {
        let (rows, field) = self.row_field(name)?;
        let (_, row) = self.row.filter(|(at, _)| *at == rows)?;
        Some(self.names[self.rows[rows].places[row][field]].clone())
    }

    /// The greatest number of these rows.
    pub(crate) fn most_rows(&self, rows: &str) -> usize {
        let known = self.rows.iter().find(|known| known.name == rows);
        known.map_or(0, |known| known.places.len())
    }

    /// The rows of a field that is referred to without a row number.
    pub(crate) fn rows_of(&self, name: &str) -> Option<&str> {
        if self.places.contains_key(name) {
            return None;
        }
        self.row_field(name).map(|(rows, _)| self.rows[rows].name.as_str())
    }

    /// The rows of a field that is referred to without a row number, and the index of the field in them.
    pub(super) fn row_field(&self, name: &str) -> Option<(usize, usize)> {
        self.rows.iter().enumerate().find_map(|(at, rows)| {
            let field = name.strip_prefix(rows.name.as_str())?.strip_prefix('.')?;
            Some((at, rows.fields.iter().position(|known| known == field)?))
        })
    }

    /// The names that can be referred to.
    pub fn names(&self) -> impl Iterator<Item = &str> {
        self.names.iter().map(String::as_str)
    }

    /// The names of fields in rows, without row numbers.
    pub fn names_in_rows(&self) -> impl Iterator<Item = String> {
        self.rows
            .iter()
            .flat_map(|rows| rows.fields.iter().map(move |field| format!("{}.{field}", rows.name)))
    }
}
