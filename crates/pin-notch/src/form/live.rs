//! A form whose controls live elsewhere, such as in the elements of a page. It is told about their turns
//! and reports the consequences.

use super::links;
use super::{Form, FormError, FormTurn, LinkEffect};
use crate::control::Control;
use crate::event::Turn;
use crate::value::Value;
use std::collections::HashSet;

impl Form {
    /// Reports that the control with this name, which lives elsewhere, took this turn and now has the given
    /// state. The form continues as if it had [handled](Self::handle) the intent itself.
    ///
    /// ```
    /// use pin_notch::{Control, Form, Intent, Switch, Value};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let mut form = Form::new()
    ///     .with("open", "Box open", Switch::default())?
    ///     .with("smoke", "Smoker lit", Switch::default())?
    ///     .with_link("open", "smoke", Clone::clone)?;
    /// let mut elsewhere = Control::from(Switch::default());
    /// let turn = elsewhere.handle(Intent::Flip);
    /// let turn = form.took("open", elsewhere.clone(), turn)?;
    /// assert_eq!(turn.to_string(), "input on, change on; smoke follows: on");
    /// assert_eq!(form.undo(), Some(vec!["open", "smoke"]));
    ///
    /// // The program has set it there.
    /// elsewhere.set_value(Value::On(true))?;
    /// assert_eq!(form.replace("open", elsewhere)?[0].to_string(), "smoke follows: on");
    /// # Ok(()) }
    /// ```
    ///
    /// # Errors
    /// [`FormError::NoSuchField`].
    pub fn took(
        &mut self,
        name: &str,
        control: Control,
        turn: Turn<Value>,
    ) -> Result<FormTurn, FormError> {
        let at = self.known(name)?;
        let before = self.begin(at);
        self.fields[at].control = control;
        Ok(self.finish(at, &before, turn))
    }

    /// Reports that the program has changed the control with this name, which now has the given state: see
    /// [`follow`](Self::follow). A new default is its initial value from now on, unless it merely repeats what
    /// was entered, as when a framework writes the current value into an attribute.
    ///
    /// # Errors
    /// [`FormError::NoSuchField`].
    pub fn replace(&mut self, name: &str, control: Control) -> Result<Vec<LinkEffect>, FormError> {
        let at = self.known(name)?;
        let field = &mut self.fields[at];
        let (default, before) = (control.default_value(), field.control.value());
        let repeats_entered = field.is_dirty() && default == before && control.value() == before;
        let starts_elsewhere = field.control.default_value() != default;
        field.control = control;
        field.apply_conditions();
        if starts_elsewhere && !repeats_entered {
            field.start_at_default();
        }
        self.follow(name)
    }

    /// Restores a value that a field had before, as from a stored draft, or the nearest that it can hold. A
    /// text being typed is discarded. Linked fields do not follow, because they are restored to values of
    /// their own; conditions are updated. This is not recorded for undo.
    ///
    /// ```
    /// use pin_notch::{Form, Switch, Value};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let mut form = Form::new()
    ///     .with("open", "Box open", Switch::default())?
    ///     .with("smoke", "Smoker lit", Switch::default())?
    ///     .with_link("open", "smoke", Clone::clone)?;
    /// form.restore("open", Value::On(true))?;
    /// assert_eq!(form.urlencoded(), "open=on");
    /// # Ok(()) }
    /// ```
    ///
    /// # Errors
    /// [`FormError::NoSuchField`].
    pub fn restore(&mut self, name: &str, value: Value) -> Result<(), FormError> {
        let at = self.known(name)?;
        // What it cannot hold is ignored.
        let _ = self.fields[at].control.set_nearest(value);
        self.fields[at].control.drop_draft();
        let _ = self.update_counting([at]);
        Ok(())
    }

    /// Sets whether something unknown to this form, such as a fieldset of the page, disables the control
    /// with this name.
    pub fn set_disabled_outside(&mut self, name: &str, disabled: bool) {
        if let Ok(at) = self.known(name) {
            self.fields[at].fieldset_disabled = disabled;
            self.fields[at].apply_conditions();
        }
    }

    /// Sets a field's initial value to its control's default. If its current value differs, that counts as
    /// entered.
    ///
    /// ```
    /// use pin_notch::{Form, Switch, Value};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let mut feeder = Switch::default();
    /// feeder.set_value(true);
    /// let mut form = Form::new().with("feeder", "Feeder", feeder)?;
    /// assert!(!form.is_dirty());
    /// form.start_at_default("feeder");
    /// assert!(form.is_dirty());
    /// # Ok(()) }
    /// ```
    pub fn start_at_default(&mut self, name: &str) {
        if let Some(place) = self.index_of(name) {
            self.fields[place].start_at_default();
        }
    }

    /// Compares a field with its current value from now on, to know whether it is [dirty](super::Field::is_dirty):
    /// for what a program has set before anybody has entered anything. A reset still returns to the initial value.
    ///
    /// ```
    /// use pin_notch::{Form, Switch, Value};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let mut feeder = Switch::default();
    /// let mut form = Form::new().with("feeder", "Feeder", feeder.clone())?;
    /// feeder.set_value(true);
    /// form.replace("feeder", feeder.into())?;
    /// assert!(form.is_dirty());
    /// form.compare_with_current("feeder");
    /// assert!(!form.is_dirty());
    /// form.reset();
    /// assert_eq!(form.control("feeder").map(|control| control.value()), Some(Value::On(false)));
    /// # Ok(()) }
    /// ```
    pub fn compare_with_current(&mut self, name: &str) {
        if let Some(place) = self.index_of(name) {
            self.fields[place].compare_with_current();
        }
    }

    /// Sets the initial value of each field that follows another one to the value that the link gives it,
    /// and returns the names of the fields whose value changed. A field whose definition has a value of its
    /// own keeps it. If something has been entered already, it is kept, and the others follow it.
    ///
    /// ```
    /// use pin_notch::{dec, Conversion, Form, Stepper, Value};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let degrees = Conversion::between((dec!(0), dec!(100)), (dec!(32), dec!(212)))?;
    /// let mut form = Form::new()
    ///     .with("celsius", "Outside in °C", Stepper::builder().value(180))?
    ///     .with("fahrenheit", "Outside in °F", Stepper::builder())?
    ///     .with_conversion("celsius", "fahrenheit", degrees)?;
    /// assert_eq!(form.follow_from_the_start(), ["fahrenheit"]);
    /// assert_eq!(form.values().number("fahrenheit"), Some(dec!(356)));
    /// assert!(!form.is_dirty());
    /// form.clear();
    /// form.reset();
    /// assert_eq!(form.values().number("fahrenheit"), Some(dec!(356)));
    /// # Ok(()) }
    /// ```
    pub fn follow_from_the_start(&mut self) -> Vec<&str> {
        let entered = self.take_entered();
        let starts = |at: &usize| {
            let definition = self.fields[*at].control.definition();
            ["value", "checked"].iter().any(|name| definition.attribute(name).is_some())
        };
        let linked: HashSet<usize> =
            self.links.ways.iter().flat_map(|(from, to)| [*from, *to]).collect();
        let given: HashSet<usize> = linked.into_iter().filter(starts).collect();
        let (mut settled, mut moved) = (given.clone(), Vec::new());
        // First the fields that follow a given value, then along the links in order.
        for is_first in [true, false] {
            for (from, to) in self.links.ways.clone() {
                if settled.contains(&to) || (is_first && !given.contains(&from)) {
                    continue;
                }
                let (others, _) = links::settle(&mut self.fields, &self.links, from);
                // A field with a value of its own does not change.
                for (at, before) in others {
                    if given.contains(&at) {
                        let _ = self.fields[at].control.restore(before);
                    } else {
                        moved.push(at);
                        settled.insert(at);
                    }
                }
                settled.extend([from, to]);
            }
        }
        for at in &moved {
            let field = &mut self.fields[*at];
            field.start = field.control.value();
            field.settled = field.start.clone();
        }
        moved.retain(|at| entered.iter().all(|(place, _)| place != at));
        moved.extend(self.enter_again(entered));
        let _ = self.update_counting(moved.iter().copied());
        let is_moved = |at: &usize| moved.contains(at);
        (0..self.fields.len()).filter(is_moved).map(|at| self.fields[at].name.as_str()).collect()
    }

    /// Restores the initial value of each field that differs from it, and returns these fields with their
    /// controls.
    fn take_entered(&mut self) -> Vec<(usize, Control)> {
        let mut entered = Vec::new();
        let fields = self.fields.iter_mut().enumerate();
        for (at, field) in fields.filter(|(_, field)| field.is_entered()) {
            entered.push((at, field.control.clone()));
            let _ = field.control.restore(field.start.clone());
        }
        entered
    }

    /// Enters in these fields again what was taken from them, and returns the others that follow it.
    fn enter_again(&mut self, entered: Vec<(usize, Control)>) -> Vec<usize> {
        let places: Vec<usize> = entered.iter().map(|(at, _)| *at).collect();
        for (at, control) in entered {
            self.fields[at].settled = control.value();
            self.fields[at].control = control;
        }
        let mut moved = Vec::new();
        for at in &places {
            let (others, _) = links::settle(&mut self.fields, &self.links, *at);
            for (other, before) in others {
                if places.contains(&other) {
                    let _ = self.fields[other].control.restore(before);
                } else {
                    self.fields[other].settled = self.fields[other].control.value();
                    moved.push(other);
                }
            }
        }
        moved
    }

    /// Takes over the state of a form of which this is a new definition: which fields were touched and
    /// left, their initial values and what they are compared with, and the undo history, for fields with the same names.
    ///
    /// ```
    /// use pin_notch::{Form, Intent, Switch};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let define = || Form::new().with("feeder", "Feeder", Switch::default());
    /// let mut before = define()?;
    /// let _ = before.handle("feeder", Intent::Flip)?;
    /// let mut after = define()?.with("queen", "Queen seen", Switch::default())?;
    /// after.take_over(&before);
    /// assert!(after.fields().next().is_some_and(|field| field.touched));
    /// assert_eq!(after.undo(), Some(vec!["feeder"]));
    /// # Ok(()) }
    /// ```
    pub fn take_over(&mut self, before: &Form) {
        for old in &before.fields {
            let Some(at) = self.index_of(&old.name) else { continue };
            let field = &mut self.fields[at];
            (field.touched, field.left) = (old.touched, old.left);
            if field.control.default_value() == old.control.default_value() {
                (field.start, field.compared) = (old.start.clone(), old.compared.clone());
            }
            if field.control.value() == old.control.value() {
                (field.settled, field.moving) = (old.settled.clone(), old.moving);
            }
        }
        let name = |at: usize| before.fields.get(at).map(|field| field.name.as_str());
        self.history = before.history.moved(|at| self.index_of(name(at)?));
    }
}
