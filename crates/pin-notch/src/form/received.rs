//! Received values, or the problems with them.

use super::send::beginning;
use super::{Field, RowPlace, Rows};
use crate::calendar::Date;
use crate::quoted::Quoted;
use crate::validity::{BadInput, Invalid};
use crate::value::Value;
use crate::world::AnyWorld;
use core::fmt;
use rust_decimal::Decimal;
use std::collections::HashMap;
use std::sync::Arc;

/// The greatest number of unknown names that are reported, and of characters of a received text that are
/// shown, so that a hostile body is never echoed in full.
///
/// ```
/// use pin_notch::{Form, MAX_REPORTED, Rating};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let form = Form::new().with("temper", "Temper", Rating::builder())?;
/// let problems = form.read(format!("temper={}", "9".repeat(500)).as_bytes()).unwrap_err();
/// let received = problems.0[0].received.as_ref().ok_or("it came")?;
/// assert!(received.chars().count() <= MAX_REPORTED + 1); // and a sign that it went on
/// # Ok(()) }
/// ```
pub const MAX_REPORTED: usize = 80;

/// The greatest length in bytes of a body that is read.
///
/// ```
/// use pin_notch::{Form, MAX_BODY};
/// assert!(Form::new().read(&vec![b'a'; MAX_BODY + 1]).is_err());
/// ```
pub const MAX_BODY: usize = 8 << 20;

/// A form's values, accepted by its controls.
///
/// Access by name and type:
///
/// ```
/// use pin_notch::{DatePicker, Form, Rating, Select, Switch, Value, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let form = Form::new()
///     .with("temper", "Temper", Rating::builder())?
///     .with("feeder", "Feeder", Switch::default())?
///     .with("hive", "Hive", Select::builder().options(["Willow"]))?
///     .with("treatments", "Treatments", Select::builder().multiple(true).options(["thymol"]))?
///     .with("visit", "Visit", DatePicker::default())?;
/// let body = b"temper=4&feeder=on&hive=Willow&treatments=thymol&visit=2026-05-14&more=1";
/// let values = form.read(body)?;
/// assert_eq!((values.number("temper"), values.is_on("feeder")), (Some(dec!(4)), true));
/// assert_eq!((values.text("hive"), values.texts("treatments")), (Some("Willow"), &["thymol".into()][..]));
/// assert_eq!(values.date("visit").map(|day| day.year()), Some(2026));
/// assert_eq!(values.get("feeder"), Some(&Value::On(true)));
/// assert_eq!((values.iter().count(), values.unknown()), (5, &["more".to_owned()][..]));
/// assert!(values.warnings().is_empty());
/// # Ok(()) }
/// ```
#[derive(Clone, Debug)]
pub struct Values {
    values: Vec<(String, Value)>,
    pub(super) rows: Arc<Vec<Rows>>,
    places: HashMap<String, usize>,
    unknown: Vec<String>,
    warnings: Vec<Problem>,
}

/// Values are compared without the form they belong to.
impl PartialEq for Values {
    fn eq(&self, other: &Self) -> bool {
        (&self.values, &self.unknown, &self.warnings)
            == (&other.values, &other.unknown, &other.warnings)
    }
}

impl Eq for Values {}

impl Values {
    pub(super) fn new(
        values: Vec<(String, Value)>,
        unknown: Vec<String>,
        rows: Arc<Vec<Rows>>,
    ) -> Self {
        let places = values.iter().enumerate().map(|(at, (name, _))| (name.clone(), at)).collect();
        Self { values, rows, places, unknown, warnings: Vec::new() }
    }

    pub(super) fn with_warnings(mut self, warnings: Vec<Problem>) -> Self {
        self.warnings = warnings;
        self
    }

    /// The warnings of the form's own rules, which do not prevent acceptance.
    pub fn warnings(&self) -> &[Problem] {
        &self.warnings
    }

    /// The value of the control with this name.
    pub fn get(&self, name: &str) -> Option<&Value> {
        self.places.get(name).map(|at| &self.values[*at].1)
    }

    /// The number with this name; `None` also if it is empty or not a number.
    ///
    /// ```
    /// # use pin_notch::{dec, Form, Rating};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let form = Form::new().with("temper", "Temper", Rating::builder())?;
    /// assert_eq!(form.read(b"temper=4")?.number("temper"), Some(dec!(4)));
    /// # Ok(()) }
    /// ```
    pub fn number(&self, name: &str) -> Option<Decimal> {
        self.get(name)?.number()
    }

    /// Whether the switch or checkbox with this name is on.
    pub fn is_on(&self, name: &str) -> bool {
        self.get(name).and_then(Value::is_on).unwrap_or(false)
    }

    /// The text chosen under this name.
    pub fn text(&self, name: &str) -> Option<&str> {
        self.get(name)?.text()
    }

    /// The texts chosen under this name.
    pub fn texts(&self, name: &str) -> &[String] {
        self.get(name).map(Value::texts).unwrap_or_default()
    }

    /// The day with this name.
    pub fn date(&self, name: &str) -> Option<Date> {
        self.get(name)?.date()
    }

    /// Names and values in field order.
    pub fn iter(&self) -> impl Iterator<Item = (&str, &Value)> {
        self.values.iter().map(|(name, value)| (name.as_str(), value))
    }

    /// Reports in one line, as in moves, that they were accepted and with which warnings.
    ///
    /// ```
    /// # use pin_notch::{Form, Switch};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let form = Form::new().with("feeder", "Feeder", Switch::default())?;
    /// assert_eq!(form.read(b"")?.accepted(), "accepted");
    /// # Ok(()) }
    /// ```
    pub fn accepted(&self) -> String {
        let warnings = self.warnings().iter().map(|one| format!("; warning: {one}"));
        format!("accepted{}", warnings.collect::<String>())
    }

    /// Names that were received but ignored because no enabled control has them: the beginning of each of
    /// the first [`MAX_REPORTED`].
    pub fn unknown(&self) -> &[String] {
        &self.unknown
    }
}

/// One problem with a form's values.
///
/// ```
/// use pin_notch::{Form, Rating};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let form = Form::new().with("temper", "Temper", Rating::builder())?;
/// let problems = form.read(b"temper=9").unwrap_err();
/// let problem = &problems.0[0];
/// assert_eq!((problem.name.as_str(), problem.label.as_str()), ("temper", "Temper"));
/// assert_eq!((problem.received.as_deref(), problem.invalid.state()), (Some("9"), "rangeOverflow"));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct Problem {
    /// The control's name; empty for a problem of the form as a whole.
    pub name: String,
    /// Its label; for a field in a row, including the label of the row.
    pub label: String,
    /// The row it is in, if any.
    pub row: Option<RowPlace>,
    /// The beginning of what was received for it (several texts are joined), unless that was empty or
    /// missing.
    pub received: Option<String>,
    /// The problem.
    pub invalid: Invalid,
}

impl Problem {
    /// A problem of the form as a whole.
    pub(super) fn of_form(why: BadInput) -> Self {
        let (name, label) = Default::default();
        Self { name, label, row: None, received: None, invalid: why.into() }
    }

    pub(super) fn of(field: &Field, received: Option<&String>, invalid: Invalid) -> Self {
        Self {
            name: field.name.clone(),
            label: field.called(&AnyWorld::default()),
            row: field.row.clone(),
            received: received.filter(|text| !text.is_empty()).map(|text| beginning(text)),
            invalid: match field.counts_rows {
                true => invalid.of_rows(),
                false => invalid,
            },
        }
    }
}

impl fmt::Display for Problem {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        if !self.name.is_empty() {
            write!(f, "{}: ", self.label)?;
        }
        self.invalid.fmt(f)?;
        match &self.received {
            Some(text) => write!(f, " (received {})", Quoted(text)),
            None => Ok(()),
        }
    }
}

/// Every problem with a form's values, in field order; never empty. It is displayed with one line for each.
///
/// ```
/// use pin_notch::{Form, Rating};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let form = Form::new().with("temper", "Temper", Rating::builder())?;
/// let problems = form.read(b"temper=9").unwrap_err();
/// assert_eq!(problems.first(), Some("temper")); // the one to focus
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct Problems(pub Vec<Problem>);

impl Problems {
    /// All of them in one line, as in moves.
    ///
    /// ```
    /// use pin_notch::{Form, Rating};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let form = Form::new().with("temper", "Temper", Rating::builder().required(true))?;
    /// let problems = form.read(b"").unwrap_err();
    /// assert_eq!(problems.in_a_line(), "Temper: A value is required.");
    /// # Ok(()) }
    /// ```
    pub fn in_a_line(&self) -> String {
        self.0.iter().map(ToString::to_string).collect::<Vec<_>>().join(" / ")
    }

    /// The name of the field to focus: the first that has a problem.
    pub fn first(&self) -> Option<&str> {
        self.0.iter().map(|problem| problem.name.as_str()).find(|name| !name.is_empty())
    }
}

impl fmt::Display for Problems {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        for (at, problem) in self.0.iter().enumerate() {
            let line = if at > 0 { "\n" } else { "" };
            write!(f, "{line}{problem}")?;
        }
        Ok(())
    }
}

impl std::error::Error for Problems {}
