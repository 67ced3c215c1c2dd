//! Fields that count only under a condition over other fields.

use super::{Field, Fieldset, Form, FormError, IntoExpression, Values};
use crate::calendar::Date;
use crate::expression::{Expression, Lookup};
use crate::validity::Invalid;
use crate::value::Value;
use core::fmt;
use std::collections::HashSet;
use std::sync::Arc;

/// A field that started or stopped counting.
///
/// ```
/// use pin_notch::{Form, Intent, Switch};
/// # fn main() -> Result<(), pin_notch::FormError> {
/// let mut form = Form::new()
///     .with("open", "Box open", Switch::default())?
///     .with("smoke", "Smoker lit", Switch::default())?
///     .only_if("smoke", "open")?;
/// let turn = form.handle("open", Intent::Flip)?;
/// assert_eq!(turn.counted[0].to_string(), "smoke counts");
/// assert_eq!((turn.counted[0].name.as_str(), turn.counted[0].counts), ("smoke", true));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct CountChange {
    /// The field's name.
    pub name: String,
    /// Whether it now counts.
    pub counts: bool,
}

impl fmt::Display for CountChange {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        let not = if self.counts { "counts" } else { "does not count" };
        write!(f, "{} {not}", self.name)
    }
}

impl Lookup for Values {
    fn value(&self, name: &str) -> Option<Value> {
        self.get(name).cloned()
    }
}

impl Lookup for Form {
    fn value(&self, name: &str) -> Option<Value> {
        let field = &self.fields[self.index_of(name)?];
        field.counts.then(|| field.control.sent_value())
    }

    fn text(&self, name: &str) -> Option<String> {
        self.field(name).map(|field| field.control.text())
    }

    fn day_text(&self, name: &str, day: Date) -> Option<String> {
        self.field(name)?.control.day_text(day)
    }
}

impl Field {
    /// Whether it counts. A field whose condition does not hold is disabled and should be hidden: it is not
    /// sent, not required and ignored by rules, and it keeps its value until it counts again.
    pub fn counts(&self) -> bool {
        self.counts
    }

    /// Whether it counts only under a condition, its own or that of one of its fieldsets.
    pub fn is_conditional(&self) -> bool {
        !self.only_if.is_empty()
    }

    /// Disables or enables the control according to everything outside it.
    pub(super) fn apply_conditions(&mut self) {
        self.control.set_fieldset_disabled(self.fieldset_disabled || !self.counts);
    }
}

impl Form {
    /// Makes a field count only if this condition holds: see [`Field::counts`]. A condition that is neither
    /// true nor false, because it refers to a field that is empty or does not count, does not hold.
    ///
    /// ```
    /// use pin_notch::{dec, CheckboxGroup, Form, Intent, Stepper};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let mut form = Form::new()
    ///     .with("mites", "Mites per 300 bees", Stepper::builder().min(0))?
    ///     .with("given", "Treatment", CheckboxGroup::builder().options(["oa", "fa"]).least(1))?
    ///     .only_if("given", "mites > 9")?;
    /// assert!(form.read(b"mites=3").is_ok());
    /// assert_eq!(
    ///     form.read(b"mites=12").unwrap_err().to_string(),
    ///     "Treatment: Choose at least 1."
    /// );
    /// assert_eq!(form.read(b"mites=3&given=oa")?.get("given"), None);
    /// let turn = form.handle("mites", Intent::Choose(dec!(12)))?;
    /// assert_eq!(turn.to_string(), "input 12, change 12; given counts");
    /// # Ok(()) }
    /// ```
    ///
    /// # Errors
    /// [`FormError::NoSuchField`], also for the fields of the condition; [`FormError::Circle`];
    /// [`FormError::Expression`] for a text that is not a condition.
    pub fn only_if(
        mut self,
        name: &str,
        condition: impl IntoExpression,
    ) -> Result<Self, FormError> {
        self.add_condition(&[name], condition)?;
        Ok(self)
    }

    /// Makes these fields count only if this condition holds.
    ///
    /// # Errors
    /// The errors of [`only_if`](Self::only_if). The form is then unchanged.
    pub fn add_condition(
        &mut self,
        names: &[&str],
        condition: impl IntoExpression,
    ) -> Result<(), FormError> {
        let condition = Arc::new(condition.into_condition(self)?);
        let fields: Vec<usize> =
            names.iter().map(|name| self.known(name)).collect::<Result<_, _>>()?;
        self.count_only_if(&fields, &condition)
    }

    /// Makes all fields of a fieldset count only if this condition holds: see [`only_if`](Self::only_if).
    ///
    /// # Errors
    /// [`FormError::NoSuchFieldset`], and the errors of [`only_if`](Self::only_if).
    pub fn fieldset_only_if(
        mut self,
        name: &str,
        condition: impl IntoExpression,
    ) -> Result<Self, FormError> {
        let condition = Arc::new(condition.into_condition(&self)?);
        let found = self.fieldsets.iter().position(|fieldset| fieldset.name == name);
        let at = found.ok_or_else(|| FormError::NoSuchFieldset(name.to_owned()))?;
        let fields = self.fieldsets[at].fields.clone();
        self.count_only_if(&fields, &condition)?;
        self.fieldsets[at].only_if = Some(condition);
        Ok(self)
    }

    /// Whether a fieldset counts: whether its own condition, if any, holds.
    pub fn fieldset_counts(&self, fieldset: &Fieldset) -> bool {
        fieldset.only_if.as_ref().is_none_or(|condition| condition.holds(self) == Some(true))
    }

    pub(super) fn count_only_if(
        &mut self,
        fields: &[usize],
        condition: &Arc<Expression>,
    ) -> Result<(), FormError> {
        self.read_by(fields, condition)?;
        for at in fields {
            self.fields[*at].only_if.push(condition.clone());
        }
        let _ = self.update_counting(fields.iter().copied());
        Ok(())
    }

    /// Records that these fields depend on the fields of a condition.
    pub(super) fn read_by(
        &mut self,
        fields: &[usize],
        condition: &Expression,
    ) -> Result<(), FormError> {
        let read: Vec<usize> = condition
            .fields()
            .into_iter()
            .map(|name| self.known(name))
            .collect::<Result<_, _>>()?;
        let after = self.after(fields.iter().copied());
        if let Some(at) = read.iter().find(|at| after.contains(at)) {
            return Err(FormError::Circle(self.fields[*at].name.clone()));
        }
        for at in fields {
            for read in &read {
                if !self.readers.of(*read).contains(at) {
                    self.readers.add(*read, *at);
                }
            }
        }
        Ok(())
    }

    /// These fields and all fields whose conditions depend on them, in dependency order.
    pub(super) fn after(&self, start: impl IntoIterator<Item = usize>) -> Vec<usize> {
        enum Visit {
            Enter(usize),
            Leave(usize),
        }
        let (mut seen, mut order) = (HashSet::new(), Vec::new());
        let mut stack: Vec<Visit> = start.into_iter().map(Visit::Enter).collect();
        while let Some(visit) = stack.pop() {
            match visit {
                Visit::Enter(at) if seen.insert(at) => {
                    stack.push(Visit::Leave(at));
                    stack.extend(self.readers.of(at).iter().copied().map(Visit::Enter));
                }
                Visit::Enter(_) => {}
                Visit::Leave(at) => order.push(at),
            }
        }
        order.reverse();
        order
    }

    /// Updates which of these fields, and of all that depend on them, count.
    pub(super) fn update_counting(
        &mut self,
        changed: impl IntoIterator<Item = usize>,
    ) -> Vec<CountChange> {
        if self.readers.is_empty() {
            return Vec::new();
        }
        let mut changes = Vec::new();
        for at in self.after(changed) {
            self.update_options(at);
            let counts = self.holds(at, self);
            let field = &mut self.fields[at];
            if field.counts != counts {
                field.counts = counts;
                field.apply_conditions();
                changes.push(CountChange { name: field.name.clone(), counts });
            }
        }
        changes
    }

    /// The same for all fields.
    pub(super) fn update_all_counting(&mut self) {
        let _ = self.update_counting(0..self.fields.len());
    }

    fn holds(&self, at: usize, values: &impl Lookup) -> bool {
        self.fields[at].only_if.iter().all(|condition| condition.holds(values) == Some(true))
    }

    /// Which fields count for these values, by index; a missing value is empty. Also returns the values
    /// that cannot be chosen given the others.
    pub(super) fn counting(&self, values: &[Option<Value>]) -> (Vec<bool>, Vec<Option<Invalid>>) {
        struct Received<'a> {
            form: &'a Form,
            values: &'a [Option<Value>],
            counts: Vec<bool>,
        }
        impl Lookup for Received<'_> {
            fn value(&self, name: &str) -> Option<Value> {
                let at = self.form.index_of(name)?;
                self.values[at].clone().filter(|_| self.counts[at])
            }
        }
        let mut received = Received { form: self, values, counts: vec![true; values.len()] };
        let mut closed = vec![None; values.len()];
        for at in self.after(0..self.fields.len()) {
            received.counts[at] = self.holds(at, &received);
            let value = values[at].as_ref();
            closed[at] = value.and_then(|value| self.fields[at].unavailable(value, &received));
        }
        (received.counts, closed)
    }
}
