//! A form: named controls, what they send together, and the same controls re-checking what comes back.
//!
//! Sending follows HTML's [constructing the entry list][entries] and the URL standard's
//! [urlencoded serializer][url]. Reading is its inverse, by the same controls, so the rules are written
//! once and hold on both sides.
//!
//! [entries]: https://html.spec.whatwg.org/multipage/form-control-infrastructure.html#constructing-the-form-data-set
//! [url]: https://url.spec.whatwg.org/#application/x-www-form-urlencoded

mod history;
mod links;
mod received;
mod rules;

pub use links::Followed;
pub use received::{MAX_REPORTED, Problem, Problems, Values};

use crate::control::{Control, Value};
use crate::event::{Event, Turn};
use crate::intent::Intent;
use crate::validity::Invalid;
use core::fmt;
use history::{Change, History};
use links::{Link, Links};
use rules::Rule;
use std::collections::HashMap;
use std::sync::Arc;

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
    rules: Vec<Rule>,
    links: Links,
    history: History,
}

/// What an intent did in a form: to its control, and to those linked with it. Its text is the turn's,
/// with what followed behind it.
#[derive(Clone, Debug, PartialEq, Eq)]
#[must_use = "a turn says what happened, or why nothing did"]
#[non_exhaustive]
pub struct FormTurn {
    /// What it did to the control it was meant for.
    pub turn: Turn<Value>,
    /// What it did through links, in the order in which they were followed.
    pub followed: Vec<Followed>,
}

impl fmt::Display for FormTurn {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        self.turn.fmt(f)?;
        self.followed.iter().try_for_each(|followed| write!(f, "; {followed}"))
    }
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
    /// Whether somebody has tried to change it, or to send the form.
    pub touched: bool,
    /// What its value was when it had settled last.
    settled: Value,
    /// A gesture is under way, so that its value may not have settled.
    moving: bool,
}

impl Field {
    /// Whether its value is another than its default.
    pub fn is_dirty(&self) -> bool {
        self.control.value() != self.control.default_value()
    }
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
    /// A rule looks at no field, so nobody could be told what it finds.
    RuleWithoutField,
}

impl fmt::Display for FormError {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::NameTaken(name) => {
                write!(f, "the name {name:?} is taken: give each control its own")
            }
            Self::Unnamed => f.write_str("a control has no name: it would never be sent"),
            Self::RuleWithoutField => f.write_str("a rule looks at no field: name at least one"),
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
        let control = control.into();
        self.fields.push(Field {
            name: name.to_owned(),
            label: label.to_owned(),
            settled: control.value(),
            control,
            touched: false,
            moving: false,
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

    /// Adds a rule over these fields: what it says is a problem, told at the first of them. It is asked
    /// once each of them has an acceptable value, here and where the form is received.
    ///
    /// ```
    /// # use pin_notch::{dec, Form, Notches, Slider, Value};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let frames = Notches::new(dec!(0), dec!(11), dec!(1))?;
    /// let form = Form::new()
    ///     .with("brood", "Frames of brood", Slider::new(frames)?)?
    ///     .with("all", "Frames in all", Slider::new(frames)?)?
    ///     .with_rule(&["brood", "all"], |values| match (values.get("brood"), values.get("all")) {
    ///         (Some(Value::Number(brood)), Some(Value::Number(all))) if brood > all => {
    ///             Some("There cannot be more frames of brood than frames.".into())
    ///         }
    ///         _ => None,
    ///     })?;
    /// assert!(form.read(b"brood=7&all=6").is_err());
    /// # Ok(()) }
    /// ```
    ///
    /// # Errors
    /// [`FormError::NoSuchField`], [`FormError::RuleWithoutField`].
    pub fn with_rule(
        self,
        fields: &[&str],
        check: impl Fn(&Values) -> Option<String> + Send + Sync + 'static,
    ) -> Result<Self, FormError> {
        self.with_check(fields, false, check)
    }

    /// Adds a rule that only warns: see [`warnings`](Self::warnings).
    ///
    /// # Errors
    /// As [`with_rule`](Self::with_rule).
    pub fn with_warning(
        self,
        fields: &[&str],
        check: impl Fn(&Values) -> Option<String> + Send + Sync + 'static,
    ) -> Result<Self, FormError> {
        self.with_check(fields, true, check)
    }

    fn with_check(
        mut self,
        fields: &[&str],
        warns: bool,
        check: impl Fn(&Values) -> Option<String> + Send + Sync + 'static,
    ) -> Result<Self, FormError> {
        let fields: Vec<usize> =
            fields.iter().map(|name| self.known(name)).collect::<Result<_, _>>()?;
        if fields.is_empty() {
            return Err(FormError::RuleWithoutField);
        }
        self.rules.push(Rule { fields, warns, check: Arc::new(check) });
        Ok(self)
    }

    /// Lets the field `to` follow the field `from`: whenever somebody moves that, this is set to what
    /// `convert` makes of it. Links may run both ways and in circles; in one turn each field is set at
    /// most once, and none by its own echo.
    ///
    /// # Errors
    /// [`FormError::NoSuchField`].
    pub fn with_link(
        mut self,
        from: &str,
        to: &str,
        convert: impl Fn(Value) -> Value + Send + Sync + 'static,
    ) -> Result<Self, FormError> {
        let (from, to) = (self.known(from)?, self.known(to)?);
        self.links.entry(from).or_default().push(Link { to, convert: Arc::new(convert) });
        Ok(self)
    }

    fn known(&self, name: &str) -> Result<usize, FormError> {
        self.place(name).ok_or_else(|| FormError::NoSuchField(name.to_owned()))
    }

    /// Carries out an intent on the control of this name, and lets follow what is linked with it. The cost
    /// grows with the controls that are linked with this one, not with the form.
    ///
    /// # Errors
    /// [`FormError::NoSuchField`].
    pub fn handle(&mut self, name: &str, intent: Intent) -> Result<FormTurn, FormError> {
        let at = self.known(name)?;
        let field = &mut self.fields[at];
        if !field.moving {
            field.settled = field.control.value();
        }
        let before = field.control.value();
        let turn = field.control.handle(intent);
        field.touched |= turn.refusal().is_none();
        let moved = field.control.value() != before;
        let ends = |event| matches!(event, Event::Change(_) | Event::Released | Event::Cancelled);
        field.moving = (field.moving || moved) && !turn.events().any(ends);
        let mut followed = Vec::new();
        if moved {
            // What follows a gesture settles with it.
            let (others, told) = links::settle(&mut self.fields, &self.links, at);
            for (other, before) in others {
                let other = &mut self.fields[other];
                if !other.moving {
                    (other.settled, other.moving) = (before, true);
                }
            }
            followed = told;
        }
        if !self.fields[at].moving {
            self.record(at);
        }
        Ok(FormTurn { turn, followed })
    }

    /// Records what has settled: the field at this place, and whatever moved with it.
    fn record(&mut self, at: usize) {
        let mut changed = Vec::new();
        for place in links::reach(&self.links, at) {
            let field = &mut self.fields[place];
            let now = field.control.value();
            if (place == at || field.moving) && now != field.settled {
                changed.push((place, field.settled, now));
            }
            if place == at || field.moving {
                (field.settled, field.moving) = (now, false);
            }
        }
        if !changed.is_empty() {
            self.history.push(Change { fields: changed });
        }
    }

    /// Takes the last settled change back, with all that followed it, and gives the names of the fields
    /// that changed; `None` when there is nothing to take back.
    pub fn undo(&mut self) -> Option<Vec<&str>> {
        let change = self.history.undo()?.clone();
        Some(self.put(change.fields.iter().map(|(place, before, _)| (*place, *before))))
    }

    /// Does again what was undone last.
    pub fn redo(&mut self) -> Option<Vec<&str>> {
        let change = self.history.redo()?.clone();
        Some(self.put(change.fields.iter().map(|(place, _, after)| (*place, *after))))
    }

    fn put(&mut self, values: impl Iterator<Item = (usize, Value)>) -> Vec<&str> {
        let mut places = Vec::new();
        for (place, value) in values {
            let field = &mut self.fields[place];
            // A value that was there can be put there, unless the program has changed the definition;
            // then the field keeps what it has.
            if field.control.set_value(value).is_ok() {
                (field.settled, field.moving) = (value, false);
                places.push(place);
            }
        }
        places.into_iter().map(|place| self.fields[place].name.as_str()).collect()
    }

    /// Puts every control back to its default; nothing is touched any more, and nothing can be undone.
    pub fn reset(&mut self) {
        for field in &mut self.fields {
            field.control.reset();
            (field.settled, field.moving, field.touched) = (field.control.value(), false, false);
        }
        self.history.forget();
    }

    /// Makes every control empty that can be: ratings without a value, switches off. (To go back to the
    /// defaults is to [`reset`](Self::reset).) It can be undone in one.
    pub fn clear(&mut self) {
        let mut changed = Vec::new();
        for (place, field) in self.fields.iter_mut().enumerate() {
            let before = field.control.value();
            let empty = match before {
                Value::On(_) => Value::On(false),
                _ => Value::Empty,
            };
            if before != empty && field.control.set_value(empty).is_ok() {
                (field.settled, field.moving) = (empty, false);
                changed.push((place, before, empty));
            }
        }
        if !changed.is_empty() {
            self.history.push(Change { fields: changed });
        }
    }

    /// Whether any value is another than its default.
    pub fn is_dirty(&self) -> bool {
        self.fields.iter().any(Field::is_dirty)
    }

    /// The values as they stand, those of fields with a problem left out.
    fn values(&self) -> Values {
        let sound = self.fields.iter().filter(|field| field.control.validity().is_empty());
        let values = sound.map(|field| (field.name.clone(), field.control.value()));
        Values::new(values.collect(), Vec::new())
    }

    /// What is wrong with the values as they stand, in field order; empty when the form can be sent.
    pub fn problems(&self) -> Vec<Problem> {
        let wrong = |field: &Field| -> Vec<Problem> {
            let found = field.control.validity().into_iter();
            found.map(|invalid| Problem::of(field, None, invalid)).collect()
        };
        let mut problems: Vec<Problem> = self.fields.iter().flat_map(wrong).collect();
        problems.extend(rules::found(&self.rules, &self.fields, &self.values(), false));
        self.in_field_order(problems)
    }

    /// What the rules warn of in the values as they stand.
    pub fn warnings(&self) -> Vec<Problem> {
        self.in_field_order(rules::found(&self.rules, &self.fields, &self.values(), true))
    }

    fn in_field_order(&self, mut problems: Vec<Problem>) -> Vec<Problem> {
        problems.sort_by_key(|problem| self.place(&problem.name));
        problems
    }

    /// What the person who presses "send" gets: the typed values with their warnings, or the problems.
    /// All fields are touched after it.
    ///
    /// # Errors
    /// Everything that is wrong; [`Problems::first`] is the field to lead to.
    pub fn submit(&mut self) -> Result<Values, Problems> {
        self.fields.iter_mut().for_each(|field| field.touched = true);
        let problems = self.problems();
        match problems.is_empty() {
            true => Ok(self.values().with_warnings(self.warnings())),
            false => Err(Problems(problems)),
        }
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
        let values = Values::new(values, unknown);
        problems.extend(rules::found(&self.rules, &self.fields, &values, false));
        let problems = self.in_field_order(problems);
        if !problems.is_empty() {
            return Err(Problems(problems));
        }
        let warnings = rules::found(&self.rules, &self.fields, &values, true);
        Ok(values.with_warnings(self.in_field_order(warnings)))
    }
}
