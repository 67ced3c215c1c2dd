//! What a control sends, and how it reads what is sent.

use super::Control;
use super::uniform;
use crate::list::split_list;
use crate::validity::{BadInput, Invalid};
use crate::value::{Value, ValueKind};

#[warn(clippy::wildcard_enum_match_arm)]
impl Control {
    /// The texts that a form sends for it, in order, as HTML's own controls do: two for a span, one for
    /// each of several choices, none if it is off, and an empty one for an empty number, date or single
    /// choice.
    pub fn entries(&self) -> Vec<String> {
        self.shared().entries()
    }

    /// The text it sends when it is on, for controls that can be on or off.
    pub fn on_text(&self) -> &str {
        self.shared().on_text()
    }

    pub(crate) fn max_entries(&self) -> usize {
        self.shared().max_entries()
    }

    /// Reads the texts that a form sent for it. Bounds are not checked; [`check`](Self::check) does that
    /// too.
    ///
    /// # Errors
    /// Names the text that cannot be read as a value of this control's kind.
    pub fn read(&self, sent: &[String]) -> Result<Value, Invalid> {
        uniform::read(self.shared(), sent)
    }

    /// Reads a value from a single text, as it is in an attribute, set by a script or restored by a
    /// browser: the inverse of [`Value::attribute_text`]. Bounds are not checked.
    ///
    /// ```
    /// use pin_notch::{Control, Select, Value};
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let given = Control::from(Select::builder().multiple(true).build()?);
    /// assert_eq!(given.parse("oa, fa"), Ok(Value::Texts(vec!["oa".into(), "fa".into()])));
    /// # Ok(()) }
    /// ```
    ///
    /// # Errors
    /// The errors of [`read`](Self::read).
    pub fn parse(&self, text: &str) -> Result<Value, Invalid> {
        let between = |mark| text.split(mark).map(|part| part.trim().to_owned()).collect();
        let texts: Vec<String> = match self.kind() {
            _ if text.is_empty() => Vec::new(),
            ValueKind::Texts => split_list(text),
            ValueKind::Span => between(','),
            ValueKind::Dates => between('/'),
            ValueKind::Number
            | ValueKind::On
            | ValueKind::Text
            | ValueKind::Date
            | ValueKind::Month
            | ValueKind::Week
            | ValueKind::Time
            | ValueKind::DateTime => vec![text.to_owned()],
        };
        self.read(&texts)
    }

    /// The value as a single text: the inverse of [`parse`](Self::parse). If it is on, this is the text
    /// that is sent for that.
    ///
    /// ```
    /// use pin_notch::{Control, Switch, Value};
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let feeder = Control::from(Switch::builder().value("fed").checked(true).build()?);
    /// assert_eq!(feeder.attribute_text(), "fed");
    /// assert_eq!(feeder.parse("fed"), Ok(Value::On(true)));
    /// # Ok(()) }
    /// ```
    pub fn attribute_text(&self) -> String {
        let value = self.value();
        if value == Value::On(true) { self.on_text().to_owned() } else { value.attribute_text() }
    }

    /// The value as its receiver sees it: a mixed checkbox is sent like one that is off, and a disabled
    /// option is not sent.
    ///
    /// ```
    /// use pin_notch::{Checkbox, Control, Value};
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let queen = Control::from(Checkbox::builder().indeterminate(true).build()?);
    /// assert_eq!((queen.value(), queen.sent_value()), (Value::Mixed, Value::On(false)));
    /// # Ok(()) }
    /// ```
    pub fn sent_value(&self) -> Value {
        match self.value() {
            Value::Mixed => Value::On(false),
            Value::Text(text) => match self.entries().is_empty() {
                true => Value::Empty,
                false => Value::Text(text),
            },
            Value::Texts(_) => Value::Texts(self.entries()),
            value @ (Value::Empty
            | Value::Number(_)
            | Value::On(_)
            | Value::Span(_)
            | Value::Date(_)
            | Value::Dates(_)
            | Value::Month(_)
            | Value::Week(_)
            | Value::Time(_)
            | Value::DateTime(_)) => value,
        }
    }

    /// Reads the texts received for this control and checks the value by the control's own rules. The
    /// control does not change.
    ///
    /// # Errors
    /// Every problem with the value. A read-only control accepts only the value it has.
    pub fn check(&self, sent: &[String]) -> Result<Value, Vec<Invalid>> {
        // What it sends need not represent everything it holds: nothing is sent for a disabled option.
        if self.conditions().readonly && sent == self.entries() {
            return Ok(self.sent_value());
        }
        self.check_value(self.read(sent).map_err(|wrong| vec![wrong])?)
    }

    /// The same for a value that has already been read.
    ///
    /// # Errors
    /// The errors of [`check`](Self::check).
    pub fn check_value(&self, value: Value) -> Result<Value, Vec<Invalid>> {
        let control = self.shared();
        let conditions = control.conditions();
        let value = control.normalized(value);
        // A read-only control is exempt from every other check; its value must be unchanged.
        if conditions.readonly {
            let current = control.value();
            return match value == current || value == self.sent_value() {
                true => Ok(self.sent_value()),
                false => Err(vec![BadInput::Readonly(current.to_string()).into()]),
            };
        }
        let nothing = value.is_empty() || matches!(value, Value::Mixed | Value::On(false));
        if nothing && (conditions.required || (control.never_empty() && value.is_empty())) {
            return Err(vec![Invalid::ValueMissing]);
        }
        // The number of choices is checked even if there are none.
        let counted = matches!(value, Value::Texts(_));
        let wrong = if nothing && !counted { Vec::new() } else { control.violations(&value) };
        if wrong.is_empty() { Ok(value) } else { Err(Invalid::worth_reporting(wrong)) }
    }
}
