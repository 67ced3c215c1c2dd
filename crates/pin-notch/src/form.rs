//! A form: named controls, what they send together, and the same controls re-checking what comes back.
//!
//! Sending follows HTML's [constructing the entry list][entries] and the URL standard's
//! [urlencoded serializer][url]. Reading is its inverse, by the same controls, so the rules are written
//! once and hold on both sides.
//!
//! [entries]: https://html.spec.whatwg.org/multipage/form-control-infrastructure.html#constructing-the-form-data-set
//! [url]: https://url.spec.whatwg.org/#application/x-www-form-urlencoded

mod received;

pub use received::{MAX_REPORTED, Problem, Problems, Values};

use crate::control::{Control, Value};
use crate::event::Turn;
use crate::intent::Intent;
use crate::validity::Invalid;
use core::fmt;
use std::collections::HashMap;

/// Named controls in the order in which they were added.
///
/// ```
/// use pin_notch::{dec, Form, Intent, Notches, Rating, Slider, Switch, Value};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let weight = Notches::new(dec!(0), dec!(40), dec!(0.1))?;
/// let mut inspection = Form::new()
///     .with("weight", "Hive weight", Slider::new(weight)?.starting_at(dec!(18.4))?)?
///     .with("temper", "Temper", Rating::new(5)?.by(dec!(0.5))?)?
///     .with("feeder", "Feeder", Switch::new())?;
///
/// let _ = inspection.handle("temper", Intent::Choose(dec!(3.5)))?;
/// assert_eq!(inspection.urlencoded(), "weight=18.4&temper=3.5");
///
/// let values = inspection.read(b"weight=12.5&feeder=on")?;
/// assert_eq!(values.get("weight"), Some(Value::Number(dec!(12.5))));
/// assert_eq!(values.get("temper"), Some(Value::Empty));
///
/// let problems = inspection.read(b"weight=99&temper=3.3").unwrap_err();
/// assert_eq!(problems.to_string(), "\
/// Hive weight: The value must be 40 or less. (received \"99\")
/// Temper: The value is between two steps: the nearest are 3 and 3.5. (received \"3.3\")");
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, Default)]
pub struct Form {
    fields: Vec<Field>,
    places: HashMap<String, usize>,
}

/// One control of a form, with its name and label.
#[derive(Clone, Debug)]
#[non_exhaustive]
pub struct Field {
    /// The name under which it is sent.
    pub name: String,
    /// What people call it.
    pub label: String,
    /// The control.
    pub control: Control,
}

/// What cannot be done with a form.
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub enum FormError {
    /// Two controls were given one name; what comes back could not be told apart.
    NameTaken(String),
    /// A control was given no name; HTML sends no such control.
    Unnamed,
    /// There is no control of this name.
    NoSuchField(String),
}

impl fmt::Display for FormError {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::NameTaken(name) => {
                write!(f, "the name {name:?} is taken: give each control its own")
            }
            Self::Unnamed => f.write_str("a control has no name: it would never be sent"),
            Self::NoSuchField(name) => write!(f, "no control is named {name:?}"),
        }
    }
}

impl std::error::Error for FormError {}

impl Form {
    /// A form without controls.
    pub fn new() -> Self {
        Self::default()
    }

    /// Adds a control at the end.
    ///
    /// # Errors
    /// [`FormError::NameTaken`], [`FormError::Unnamed`].
    pub fn with(
        mut self,
        name: &str,
        label: &str,
        control: impl Into<Control>,
    ) -> Result<Self, FormError> {
        if name.is_empty() {
            return Err(FormError::Unnamed);
        }
        if self.places.insert(name.to_owned(), self.fields.len()).is_some() {
            return Err(FormError::NameTaken(name.to_owned()));
        }
        self.fields.push(Field {
            name: name.to_owned(),
            label: label.to_owned(),
            control: control.into(),
        });
        Ok(self)
    }

    /// The fields in order.
    pub fn fields(&self) -> impl Iterator<Item = &Field> {
        self.fields.iter()
    }

    /// The control of this name.
    pub fn control(&self, name: &str) -> Option<&Control> {
        self.place(name).map(|place| &self.fields[place].control)
    }

    /// The control of this name, to be changed by the program.
    pub fn control_mut(&mut self, name: &str) -> Option<&mut Control> {
        self.place(name).map(|place| &mut self.fields[place].control)
    }

    fn place(&self, name: &str) -> Option<usize> {
        self.places.get(name).copied()
    }

    /// Carries out an intent on the control of this name.
    ///
    /// # Errors
    /// [`FormError::NoSuchField`].
    pub fn handle(&mut self, name: &str, intent: Intent) -> Result<Turn<Value>, FormError> {
        match self.control_mut(name) {
            Some(control) => Ok(control.handle(intent)),
            None => Err(FormError::NoSuchField(name.to_owned())),
        }
    }

    /// Puts every control back to its default.
    pub fn reset(&mut self) {
        self.fields.iter_mut().for_each(|field| field.control.reset());
    }

    /// What is wrong with the values as they stand, in field order; empty when the form can be sent.
    pub fn problems(&self) -> Vec<Problem> {
        let wrong = |field: &Field| -> Vec<Problem> {
            let found = field.control.validity().into_iter();
            found.map(|invalid| Problem::of(field, None, invalid)).collect()
        };
        self.fields.iter().flat_map(wrong).collect()
    }

    /// The entry list as a plain HTML form would build it: in field order, without disabled controls,
    /// switches that are off and ratings without a value.
    pub fn entries(&self) -> impl Iterator<Item = (&str, String)> {
        self.fields.iter().filter_map(|field| {
            let enabled = !field.control.conditions().disabled;
            let value = enabled.then(|| field.control.submission_value())??;
            Some((field.name.as_str(), value))
        })
    }

    /// The entry list, urlencoded: the body of a POST, or the query of a GET.
    pub fn urlencoded(&self) -> String {
        form_urlencoded::Serializer::new(String::new()).extend_pairs(self.entries()).finish()
    }

    /// Reads an urlencoded body and has every control re-check its own value. The form itself stays as
    /// it is. The work grows with the body; bounding its length is the caller's part.
    ///
    /// Unknown names are left aside and told by [`Values::unknown`]. So are names of disabled controls,
    /// which a browser does not send: they keep the value they have here. A name that is missing stands
    /// for off or empty where that is possible. Bytes that are not UTF-8 become U+FFFD, as the URL
    /// standard has it.
    ///
    /// # Errors
    /// Everything that is wrong, in field order; a name sent twice among it.
    pub fn read(&self, body: &[u8]) -> Result<Values, Problems> {
        let mut sent: Vec<Vec<String>> = vec![Vec::new(); self.fields.len()];
        let mut unknown = Vec::new();
        for (name, value) in form_urlencoded::parse(body) {
            match self.place(&name) {
                Some(at) if !self.fields[at].control.conditions().disabled => {
                    sent[at].push(value.into_owned());
                }
                _ if unknown.len() < MAX_REPORTED => unknown.push(name.into_owned()),
                _ => {}
            }
        }
        let (mut values, mut problems) = (Vec::new(), Vec::new());
        for (field, sent) in self.fields.iter().zip(&sent) {
            let checked = match sent.as_slice() {
                _ if field.control.conditions().disabled => Ok(field.control.value()),
                [] => field.control.check(None),
                [one] => field.control.check(Some(one)),
                many => Err(vec![Invalid::BadInput(format!(
                    "This was sent {} times; send it once.",
                    many.len()
                ))]),
            };
            match checked {
                Ok(value) => values.push((field.name.clone(), value)),
                Err(invalid) => problems.extend(
                    invalid.into_iter().map(|invalid| Problem::of(field, sent.first(), invalid)),
                ),
            }
        }
        match problems.is_empty() {
            true => Ok(Values::new(values, unknown)),
            false => Err(Problems(problems)),
        }
    }
}
