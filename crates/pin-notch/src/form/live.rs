//! A form whose controls live elsewhere, such as in the elements of a page: it is told what they did, and says what
//! follows.

use super::links;
use super::{Followed, Form, FormError, FormTurn};
use crate::control::{Control, Value};
use crate::event::Turn;
use std::collections::HashSet;

impl Form {
    /// The control of this name lives elsewhere, took this turn there and is as given now: the form goes on as if it
    /// had [handled](Self::handle) the intent itself.
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

    /// The program has changed the control of this name where it lives, and it is as given now: see
    /// [`follow`](Self::follow).
    ///
    /// # Errors
    /// [`FormError::NoSuchField`].
    pub fn replace(&mut self, name: &str, control: Control) -> Result<Vec<Followed>, FormError> {
        let at = self.known(name)?;
        let field = &mut self.fields[at];
        let starts_elsewhere = field.control.default_value() != control.default_value();
        field.control = control;
        field.weigh();
        if starts_elsewhere {
            field.start = field.control.default_value();
        }
        self.follow(name)
    }

    /// Whether something outside disables the control of this name where it lives, such as a fieldset of the page that
    /// this form does not know.
    pub fn set_disabled_outside(&mut self, name: &str, disabled: bool) {
        if let Ok(at) = self.known(name) {
            self.fields[at].fieldset_disabled = disabled;
            self.fields[at].weigh();
        }
    }

    /// Has a field start at its control's default, whatever it holds by now: that is what was entered since.
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
        if let Some(place) = self.place(name) {
            let field = &mut self.fields[place];
            field.start = field.control.default_value();
        }
    }

    /// Gives each field that follows another one the value it follows to as its start, and gives the names of those
    /// that have another value by that. A field with a value of its own in its definition keeps that.
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
        let starts = |at: &usize| {
            let definition = self.fields[*at].control.definition();
            ["value", "checked"].iter().any(|name| definition.attribute(name).is_some())
        };
        let linked: HashSet<usize> =
            self.links.ways.iter().flat_map(|(from, to)| [*from, *to]).collect();
        let given: HashSet<usize> = linked.into_iter().filter(starts).collect();
        let (mut settled, mut moved) = (given.clone(), Vec::new());
        // First what hangs on a value that is given, then along the links as they stand.
        for is_first in [true, false] {
            for (from, to) in self.links.ways.clone() {
                if settled.contains(&to) || (is_first && !given.contains(&from)) {
                    continue;
                }
                let (others, _) = links::settle(&mut self.fields, &self.links, from);
                // What has a value of its own is not moved, here least of all.
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
        let _ = self.weigh(moved.iter().copied());
        moved.into_iter().map(|at| self.fields[at].name.as_str()).collect()
    }

    /// Takes over what people have done in a form of which this is a new definition: what they have touched and left,
    /// where fields started, and what can be undone, of the fields that have the same names.
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
            let Some(at) = self.place(&old.name) else { continue };
            let field = &mut self.fields[at];
            (field.touched, field.left) = (old.touched, old.left);
            if field.control.default_value() == old.control.default_value() {
                field.start = old.start.clone();
            }
            if field.control.value() == old.control.value() {
                (field.settled, field.moving) = (old.settled.clone(), old.moving);
            }
        }
        let name = |at: usize| before.fields.get(at).map(|field| field.name.as_str());
        self.history = before.history.moved(|at| self.place(name(at)?));
    }
}
