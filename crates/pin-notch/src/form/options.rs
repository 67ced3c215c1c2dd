//! Options that can be chosen only under a condition over other fields, such as the rooms of the chosen
//! house.

use super::{Field, Form, FormError, IntoExpression};
use crate::expression::{Expression, Lookup};
use crate::validity::{BadInput, Invalid};
use crate::value::{Value, ValueKind};
use std::sync::Arc;

/// An option and its condition.
#[derive(Clone, Debug)]
pub(super) struct Conditional {
    value: String,
    condition: Arc<Expression>,
    /// Whether it can currently be chosen.
    open: bool,
}

impl Form {
    /// Lets an option of a field be chosen only if this condition holds. Otherwise it is disabled: if
    /// chosen, it is not sent, and a receiver refuses it.
    ///
    /// ```
    /// use pin_notch::{Form, Intent, RadioGroup, Select};
    /// # fn main() -> Result<(), pin_notch::FormError> {
    /// let mut form = Form::new()
    ///     .with("house", "House", RadioGroup::builder().options(["barn", "mill"]))?
    ///     .with("room", "Room", Select::builder().options(["loft", "stable", "wheel"]))?
    ///     .option_only_if("room", "loft", "house = 'barn'")?
    ///     .option_only_if("room", "wheel", "house = 'mill'")?;
    /// let _ = form.handle("house", Intent::Pick("mill"))?;
    /// assert!(form.handle("room", Intent::Pick("loft"))?.turn.refusal().is_some());
    /// let _ = form.handle("room", Intent::Pick("wheel"))?;
    /// assert_eq!(form.urlencoded(), "house=mill&room=wheel");
    /// let _ = form.handle("house", Intent::Pick("barn"))?;
    /// assert_eq!(form.urlencoded(), "house=barn"); // the wheel is in the mill
    /// let problems = form.read(b"house=barn&room=wheel").unwrap_err();
    /// assert_eq!(problems.to_string(), "Room: \"wheel\" cannot be chosen. (received \"wheel\")");
    /// # Ok(()) }
    /// ```
    ///
    /// # Errors
    /// [`FormError::NoSuchField`], also for the fields of the condition; [`FormError::NoSuchOption`];
    /// [`FormError::Circle`] if the condition depends on the field itself; [`FormError::Expression`] for a
    /// text that is not a condition.
    pub fn option_only_if(
        mut self,
        name: &str,
        option: &str,
        condition: impl IntoExpression,
    ) -> Result<Self, FormError> {
        let condition = condition.into_condition(&self)?;
        let at = self.known(name)?;
        self.add_option_condition(at, option, condition)?;
        Ok(self)
    }

    pub(super) fn add_option_condition(
        &mut self,
        at: usize,
        option: &str,
        condition: Expression,
    ) -> Result<(), FormError> {
        let offered = self.fields[at].control.definition().options();
        if !offered.iter().any(|one| one.value == option) {
            return Err(FormError::NoSuchOption(option.to_owned()));
        }
        let condition = Arc::new(condition);
        self.read_by(&[at], &condition)?;
        let value = option.to_owned();
        self.fields[at].options_if.push(Conditional { value, condition, open: true });
        let _ = self.update_counting([at]);
        Ok(())
    }

    /// Enables and disables options of a field according to the current values.
    pub(super) fn update_options(&mut self, at: usize) {
        let open: Vec<bool> = self.fields[at]
            .options_if
            .iter()
            .map(|option| option.condition.holds(self) == Some(true))
            .collect();
        let own = self.fields[at].options_if.iter();
        if own.map(|option| option.open).eq(open.iter().copied()) {
            return;
        }
        self.fields[at].open_options(&open);
    }
}

impl Field {
    /// The options that can be chosen only under a condition.
    pub(super) fn conditional_options(&self) -> impl Iterator<Item = (&str, &Expression)> {
        self.options_if.iter().map(|option| (option.value.as_str(), &*option.condition))
    }

    pub(super) fn has_conditional_options(&self) -> bool {
        !self.options_if.is_empty()
    }

    /// The field with all options enabled: for received values, those values decide which options can be
    /// chosen.
    pub(super) fn with_all_options(&self) -> Self {
        let mut field = self.clone();
        let all = vec![true; field.options_if.len()];
        field.open_options(&all);
        field
    }

    /// Enables and disables these options.
    fn open_options(&mut self, open: &[bool]) {
        let mut definition = self.control.definition();
        let mut options = definition.options();
        for (option, open) in self.options_if.iter_mut().zip(open) {
            option.open = *open;
            let own = options.iter_mut().filter(|one| one.value == option.value);
            own.for_each(|one| one.disabled = !open);
        }
        // Only the disabled options differ, and they cannot make a definition invalid.
        let is_set = definition.set_options(&options).is_ok()
            && self.control.set_definition(definition).is_ok();
        debug_assert!(is_set, "{}", self.name);
    }

    /// The part of a received value that cannot be chosen given the other received values.
    pub(super) fn unavailable(&self, value: &Value, values: &impl Lookup) -> Option<Invalid> {
        let chosen: &[String] = match (self.control.kind(), value) {
            (ValueKind::Text, Value::Text(text)) => std::slice::from_ref(text),
            (ValueKind::Texts, Value::Texts(texts)) => texts,
            _ => return None,
        };
        let closed = self.options_if.iter().find(|option| {
            chosen.contains(&option.value) && option.condition.holds(values) != Some(true)
        })?;
        Some(BadInput::NotOpen(closed.value.clone()).into())
    }
}
