//! A form: named controls that send their values together and check received values again.
//!
//! Sending follows HTML's [constructing the entry list][entries] and the URL standard's [urlencoded
//! serializer][url]. Reading is the inverse and uses the same controls, so that rules are written once and
//! hold on both sides.
//!
//! [entries]: https://html.spec.whatwg.org/multipage/form-control-infrastructure.html#constructing-the-form-data-set
//! [url]: https://url.spec.whatwg.org/#application/x-www-form-urlencoded

mod audit;
mod by_field;
mod define;
mod error;
mod field;
mod history;
#[cfg(feature = "json")]
mod json;
mod links;
mod live;
#[cfg(feature = "json")]
mod nested;
mod only_if;
mod options;
mod outputs;
mod presets;
#[cfg(feature = "json")]
mod problem_details;
mod received;
mod rows;
mod rows_change;
mod rules;
mod scope;
mod send;
#[cfg(feature = "json")]
mod typed;
mod written;

pub use audit::FormRemark;
pub use error::FormError;
pub use links::{LinkEffect, LinkOutcome};
pub use only_if::CountChange;
pub use outputs::Output;
pub use presets::Preset;
pub use received::{MAX_BODY, MAX_REPORTED, Problem, Problems, Values};
pub use rows::{MAX_ROWS, RowPlace, Rows, RowsTurn};
pub use rules::{Rule, RuleFinding};
pub use written::{IntoExpression, IntoSentence};

use crate::control::Control;
use crate::control::uniform::without_returns;
use crate::event::{Event, Turn};
use crate::expression::Expression;
use crate::intent::Intent;
use crate::value::Value;
use by_field::ByField;
use core::fmt;
use history::{Change, History};
use links::Links;
use rules::Checked;
use std::collections::{HashMap, HashSet};
use std::sync::Arc;

/// Named controls in the order in which they were added.
///
/// ```
/// use pin_notch::{dec, Form, Intent, Rating, Slider, Switch, Value};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut inspection = Form::new()
///     .with("weight", "Hive weight", Slider::builder().max(40).step(dec!(0.1)).value(dec!(18.4)))?
///     .with("temper", "Temper", Rating::builder().step(dec!(0.5)))?
///     .with("feeder", "Feeder", Switch::default())?;
///
/// let _ = inspection.handle("temper", Intent::Choose(dec!(3.5)))?;
/// assert_eq!(inspection.urlencoded(), "weight=18.4&temper=3.5");
///
/// let values = inspection.read(b"weight=12.5&feeder=on")?;
/// assert_eq!(values.get("weight"), Some(&Value::Number(dec!(12.5))));
/// assert_eq!(values.number("temper"), None);
///
/// let problems = inspection.read(b"weight=99&temper=3.3").unwrap_err();
/// assert_eq!(problems.to_string(), "\
/// Hive weight: The value must be 40 or less. (received \"99\")
/// Temper: The value is between two steps: the nearest are 3 and 3.5. (received \"3.3\")");
/// # Ok(()) }
/// ```
///
/// Its definition, its contents, and what it would send:
///
/// ```
/// use pin_notch::{Form, Intent, Switch};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut form = Form::new()
///     .with("feeder", "Feeder", Switch::builder().checked(true))?
///     .with("note", "Told to the keeper", Switch::default())?
///     .unsent("note")?
///     .with_fieldset("winter", "In winter", &["feeder"])?
///     .with_warning(&["feeder"], |values| (!values.is_on("feeder")).then(|| "It starves.".into()))?;
/// let winter = form.fieldset("winter").ok_or("it is there")?;
/// assert_eq!((winter.label.as_str(), form.fields_in(winter).count()), ("In winter", 1));
/// assert_eq!((form.fields().count(), form.fieldsets().count()), (2, 1));
/// let _ = form.handle("feeder", Intent::Flip)?;
/// assert_eq!((form.is_dirty(), form.warnings().len(), form.entries().count()), (true, 1, 0));
/// form.reset();
/// assert_eq!(form.entries().next(), Some(("feeder", "on".into())));
/// form.clear();
/// form.control_mut("feeder").ok_or("it is there")?.set_required(true);
/// assert_eq!(form.problems().len(), 1);
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, Default)]
pub struct Form {
    fields: Vec<Field>,
    places: HashMap<String, usize>,
    fieldsets: Vec<Fieldset>,
    rules: Vec<Checked>,
    /// The rules that check each field.
    checkers: ByField<usize>,
    links: Links,
    /// The fields whose conditions refer to each field.
    readers: ByField<usize>,
    outputs: Vec<Output>,
    rows: Arc<Vec<Rows>>,
    presets: Vec<Preset>,
    history: History,
}

/// The outcome of an intent in a form: on its control, and on the fields linked with it. It is displayed as
/// the turn followed by its consequences.
///
/// ```
/// use pin_notch::{Form, Intent, Switch};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut form = Form::new().with("feeder", "Feeder", Switch::default())?;
/// let done = form.handle("feeder", Intent::Flip)?;
/// assert_eq!((done.turn.refusal(), done.followed.len()), (None, 0));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[must_use = "a turn says what happened, or why nothing did"]
#[non_exhaustive]
pub struct FormTurn {
    /// The outcome on the control that it was meant for.
    pub turn: Turn<Value>,
    /// Its effects through links, in the order in which they were followed.
    pub followed: Vec<LinkEffect>,
    /// Fields that started or stopped counting.
    pub counted: Vec<CountChange>,
}

impl fmt::Display for FormTurn {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        self.turn.fmt(f)?;
        self.followed.iter().try_for_each(|followed| write!(f, "; {followed}"))?;
        self.counted.iter().try_for_each(|counted| write!(f, "; {counted}"))
    }
}

/// One control of a form, with its name and label.
///
/// ```
/// use pin_notch::{Form, Intent, Switch};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut form = Form::new().with("feeder", "Feeder", Switch::default())?;
/// let _ = form.handle("feeder", Intent::Flip)?;
/// let field = form.field("feeder").ok_or("it is there")?;
/// assert_eq!((field.name.as_str(), field.label.as_str()), ("feeder", "Feeder"));
/// assert!(field.touched && field.is_dirty() && !field.is_unsent());
/// assert!(field.problems().is_empty());
/// # Ok(()) }
/// ```
#[derive(Clone, Debug)]
#[non_exhaustive]
pub struct Field {
    /// The name under which it is sent.
    pub name: String,
    /// Its label for people.
    pub label: String,
    /// The control.
    pub control: Control,
    /// Whether somebody has started to change it or tried to send the form. Pointing at it does not count.
    pub touched: bool,
    /// Whether somebody has visited and left it, or tried to send the form.
    left: bool,
    /// It is never sent.
    unsent: bool,
    /// The condition under which it counts.
    only_if: Vec<Arc<Expression>>,
    counts: bool,
    /// Its options that can be chosen only under a condition.
    options_if: Vec<options::Conditional>,
    /// Whether one of its fieldsets is disabled.
    fieldset_disabled: bool,
    /// Its initial value: its default, or the value that a link gives it.
    start: Value,
    /// The value that it is compared with to know whether it is dirty, if not its initial value: that in what the
    /// receiver accepted last, or one that a program had set before.
    compared: Option<Value>,
    /// Its last settled value.
    settled: Value,
    /// Whether a gesture is in progress, so that its value may not have settled.
    moving: bool,
    /// The row it is in.
    row: Option<RowPlace>,
    /// Whether it holds the number of rows.
    counts_rows: bool,
}

/// A group of fields that can be disabled together.
///
/// ```
/// use pin_notch::{Form, Switch};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let form = Form::new()
///     .with("heater", "Heater", Switch::default())?
///     .with_fieldset("winter", "In winter", &["heater"])?;
/// let winter = form.fieldset("winter").ok_or("it is there")?;
/// assert_eq!((winter.name.as_str(), winter.label.as_str()), ("winter", "In winter"));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug)]
#[non_exhaustive]
pub struct Fieldset {
    /// Its name.
    pub name: String,
    /// Its label for people: HTML's legend.
    pub label: String,
    disabled: bool,
    only_if: Option<Arc<Expression>>,
    fields: Vec<usize>,
}

/// A part of a form's layout: see [`Form::layout`].
#[derive(Clone, Copy, Debug)]
pub enum Block<'a> {
    /// A field in no fieldset.
    Field(&'a Field),
    /// A fieldset with its fields.
    Fieldset(&'a Fieldset),
    /// Rows, at the position of the field that holds their number.
    Rows(&'a Rows),
}

impl Form {
    /// An empty form.
    pub fn new() -> Self {
        Self::default()
    }

    /// The fields in order.
    pub fn fields(&self) -> impl Iterator<Item = &Field> {
        self.fields.iter()
    }

    /// The index in [`fields`](Self::fields) of the field with this name.
    ///
    /// ```
    /// use pin_notch::{Form, Switch};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let form = Form::new().with("feeder", "Feeder", Switch::default())?;
    /// assert_eq!((form.index_of("feeder"), form.index_of("queen")), (Some(0), None));
    /// # Ok(()) }
    /// ```
    pub fn index_of(&self, name: &str) -> Option<usize> {
        self.places.get(&*without_returns(name.into())).copied()
    }

    /// The field with this name.
    pub fn field(&self, name: &str) -> Option<&Field> {
        self.index_of(name).map(|place| &self.fields[place])
    }

    /// The control with this name.
    pub fn control(&self, name: &str) -> Option<&Control> {
        self.field(name).map(|field| &field.control)
    }

    /// The control with this name, for changes by the program.
    pub fn control_mut(&mut self, name: &str) -> Option<&mut Control> {
        self.index_of(name).map(|place| &mut self.fields[place].control)
    }

    /// The fieldsets in order.
    pub fn fieldsets(&self) -> impl Iterator<Item = &Fieldset> {
        self.fieldsets.iter()
    }

    /// The fieldset with this name.
    pub fn fieldset(&self, name: &str) -> Option<&Fieldset> {
        self.fieldsets.iter().find(|fieldset| fieldset.name == name)
    }

    /// The fields of a fieldset, in order.
    pub fn fields_in(&self, fieldset: &Fieldset) -> impl Iterator<Item = &Field> {
        fieldset.fields.iter().filter_map(|at| self.fields.get(*at))
    }

    /// The layout of the form: fields outside any fieldset, and fieldsets, each at the position of its
    /// first field.
    ///
    /// ```
    /// use pin_notch::{Block, Form, Switch};
    /// # fn main() -> Result<(), pin_notch::FormError> {
    /// let form = Form::new()
    ///     .with("a", "A", Switch::default())?
    ///     .with("b", "B", Switch::default())?
    ///     .with("c", "C", Switch::default())?
    ///     .with_fieldset("set", "Set", &["b"])?;
    /// let names = form.layout().into_iter().map(|block| match block {
    ///     Block::Field(field) => field.name.as_str(),
    ///     Block::Fieldset(set) => set.name.as_str(),
    ///     Block::Rows(rows) => rows.name.as_str(),
    /// });
    /// assert_eq!(names.collect::<Vec<_>>(), ["a", "set", "c"]);
    /// # Ok(()) }
    /// ```
    pub fn layout(&self) -> Vec<Block<'_>> {
        let mut inside = HashSet::new();
        let mut begins: HashMap<usize, Vec<Block>> = HashMap::new();
        for set in &self.fieldsets {
            let first = set.fields.iter().min().copied().unwrap_or(self.fields.len());
            begins.entry(first).or_default().push(Block::Fieldset(set));
            inside.extend(set.fields.iter().copied());
        }
        let mut all = Vec::new();
        for at in 0..=self.fields.len() {
            all.extend(begins.remove(&at).unwrap_or_default());
            let rows = self.rows.iter().find(|rows| rows.count == at);
            all.extend(rows.map(Block::Rows));
            let is_alone =
                |field: &&Field| !inside.contains(&at) && !field.counts_rows && field.row.is_none();
            all.extend(self.fields.get(at).filter(is_alone).map(Block::Field));
        }
        all
    }

    /// Disables a fieldset with all its fields, or enables it again.
    ///
    /// # Errors
    /// [`FormError::NoSuchFieldset`].
    pub fn set_fieldset_disabled(&mut self, name: &str, disabled: bool) -> Result<(), FormError> {
        let found = self.fieldsets.iter_mut().find(|fieldset| fieldset.name == name);
        let fieldset = found.ok_or_else(|| FormError::NoSuchFieldset(name.to_owned()))?;
        fieldset.disabled = disabled;
        for at in fieldset.fields.clone() {
            let by_any = self.fieldsets.iter().any(|set| set.disabled && set.fields.contains(&at));
            self.fields[at].fieldset_disabled = by_any;
            self.fields[at].apply_conditions();
        }
        Ok(())
    }

    /// Carries out an intent on the control with this name and updates the fields linked with it. The cost
    /// grows with the number of linked fields, not with the size of the form.
    ///
    /// # Errors
    /// [`FormError::NoSuchField`].
    pub fn handle(&mut self, name: &str, intent: Intent) -> Result<FormTurn, FormError> {
        let at = self.known(name)?;
        let before = self.begin(at);
        let turn = self.fields[at].control.handle(intent);
        Ok(self.finish(at, &before, turn))
    }

    /// Begins a turn of this field and returns its value before the turn.
    fn begin(&mut self, at: usize) -> Value {
        let field = &mut self.fields[at];
        let value = field.control.value();
        if !field.moving {
            field.settled = value.clone();
        }
        value
    }

    /// Ends a turn of this field: updates linked fields and records what has settled.
    fn finish(&mut self, at: usize, before: &Value, turn: Turn<Value>) -> FormTurn {
        let field = &mut self.fields[at];
        let looks = |event: &Event<Value>| matches!(event, Event::Preview(_) | Event::PreviewEnd);
        field.touched |= turn.events().any(|event| !looks(event));
        let moved = field.control.value() != *before;
        let ends = |event: &Event<Value>| {
            matches!(event, Event::Change(_) | Event::Released | Event::Cancelled)
        };
        // Typing that was reverted ends without a change of its own, but linked fields may have changed.
        let inputs = turn.events().any(|event| matches!(event, Event::Input(_)));
        let under_way = inputs || field.control.is_drafting() || field.control.is_grabbed();
        field.moving = (field.moving || moved) && under_way && !turn.events().any(ends);
        let (mut followed, mut counted) = (Vec::new(), Vec::new());
        if moved {
            // Fields that followed a gesture settle with it.
            let (others, effects) = links::settle(&mut self.fields, &self.links, at);
            let mut changed = vec![at];
            for (other, before) in others {
                changed.push(other);
                let other = &mut self.fields[other];
                if !other.moving {
                    (other.settled, other.moving) = (before, true);
                }
            }
            followed = effects;
            counted = self.update_counting(changed);
        }
        if !self.fields[at].moving {
            self.record(at);
        }
        FormTurn { turn, followed, counted }
    }

    /// Updates the fields that are linked with this control or whose conditions depend on it, after the
    /// program has changed it through [`control_mut`](Self::control_mut). This produces no event and is not
    /// recorded for undo.
    ///
    /// ```
    /// # use pin_notch::{Form, Switch, Value};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let mut form = Form::new()
    ///     .with("open", "Box open", Switch::default())?
    ///     .with("smoke", "Smoker lit", Switch::default())?
    ///     .with_link("open", "smoke", |open| open.clone())?;
    /// form.control_mut("open").unwrap().set_value(Value::On(true))?;
    /// assert_eq!(form.follow("open")?[0].to_string(), "smoke follows: on");
    /// assert!(form.is_follower("smoke") && !form.is_follower("open"));
    /// # Ok(()) }
    /// ```
    ///
    /// # Errors
    /// [`FormError::NoSuchField`].
    pub fn follow(&mut self, name: &str) -> Result<Vec<LinkEffect>, FormError> {
        let at = self.known(name)?;
        let (moved, effects) = links::settle(&mut self.fields, &self.links, at);
        let _ = self.update_counting(moved.into_iter().map(|(at, _)| at).chain([at]));
        Ok(effects)
    }

    /// Whether the control with this name follows another one.
    pub fn is_follower(&self, name: &str) -> bool {
        let at = self.index_of(name);
        self.links.ways.iter().any(|(_, to)| Some(*to) == at)
    }

    /// Restores every control's initial value, marks everything as untouched, and clears the history of
    /// undo.
    pub fn reset(&mut self) {
        for field in &mut self.fields {
            field.control.reset();
            if field.control.value() != field.start {
                // It has held this value before. If the program has changed the definition since, the
                // default remains.
                let _ = field.control.restore(field.start.clone());
            }
            field.settled = field.control.value();
            field.compared = None;
            (field.moving, field.touched, field.left) = (false, false, false);
        }
        self.update_all_counting();
        self.history.forget();
    }

    /// Makes every control empty that can be: ratings without a value, switches off, nothing chosen. (To
    /// restore the defaults, use [`reset`](Self::reset).) This can be undone in one step.
    pub fn clear(&mut self) {
        self.record_all();
        let mut changed = Vec::new();
        for (place, field) in self.fields.iter_mut().enumerate() {
            let before = field.control.value();
            let empty = match self.rows.iter().find(|rows| rows.count == place) {
                Some(rows) => Value::Number(rows.least.into()),
                None => field.control.empty_value(),
            };
            field.control.drop_draft();
            if before != empty && field.control.set_value(empty.clone()).is_ok() {
                (field.settled, field.moving) = (empty, false);
                changed.push((place, before));
            }
        }
        self.update_all_counting();
        if !changed.is_empty() {
            self.history.push(Change { fields: changed });
        }
    }

    /// Whether any value differs from its initial value, or from the one that was
    /// [accepted](Self::mark_accepted) since.
    pub fn is_dirty(&self) -> bool {
        self.fields.iter().any(Field::is_dirty)
    }
}
