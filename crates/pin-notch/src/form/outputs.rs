//! Outputs, which a form computes from its fields and shows beside them.

use super::{Form, FormError, IntoSentence};
use crate::expression::Sentence;
use crate::world::World;

/// Something computed from fields: HTML's [`output`](https://html.spec.whatwg.org/multipage/form-elements.html#the-output-element).
/// It is not sent.
#[derive(Clone, Debug, PartialEq)]
#[non_exhaustive]
pub struct Output {
    /// Its name, which must differ from those of fields.
    pub name: String,
    /// Its label for people.
    pub label: String,
    /// Its text.
    pub sentence: Sentence,
}

impl Form {
    /// Adds an output, which shows a text computed from fields.
    ///
    /// ```
    /// use pin_notch::{dec, English, Form, Intent, Stepper};
    /// # fn main() -> Result<(), pin_notch::FormError> {
    /// let mut form = Form::new()
    ///     .with("honey", "Honey", Stepper::builder())?
    ///     .with("hives", "Hives", Stepper::builder().value(4))?
    ///     .with_output("each", "From each hive", "{round(honey / hives, 1)} kg")?;
    /// assert_eq!(form.output_text("each", &English).as_deref(), Some(""));
    /// let _ = form.handle("honey", Intent::Choose(dec!(30)))?;
    /// assert_eq!(form.output_text("each", &English).as_deref(), Some("7.5 kg"));
    /// assert_eq!(form.output_text("all", &English), None);
    /// assert_eq!(form.outputs().count(), 1);
    /// # Ok(()) }
    /// ```
    ///
    /// # Errors
    /// [`FormError::NameTaken`] by a field or another output, [`FormError::Unnamed`];
    /// [`FormError::NoSuchField`] for a field that the sentence refers to; [`FormError::Expression`] for a
    /// text that is not a sentence.
    pub fn with_output(
        mut self,
        name: &str,
        label: &str,
        sentence: impl IntoSentence,
    ) -> Result<Self, FormError> {
        let sentence = sentence.into_sentence(&self)?;
        if name.is_empty() {
            return Err(FormError::Unnamed);
        }
        if self.index_of(name).is_some() || self.outputs.iter().any(|output| output.name == name) {
            return Err(FormError::NameTaken(name.to_owned()));
        }
        sentence.fields().into_iter().try_for_each(|name| self.known(name).map(drop))?;
        let (name, label) = (name.to_owned(), label.to_owned());
        self.outputs.push(Output { name, label, sentence });
        Ok(self)
    }

    /// The outputs in order.
    pub fn outputs(&self) -> impl Iterator<Item = &Output> {
        self.outputs.iter()
    }

    /// The current text of the output with this name, in this world; empty if any of its expressions is
    /// empty.
    pub fn output_text(&self, name: &str, world: &dyn World) -> Option<String> {
        let output = self.outputs.iter().find(|output| output.name == name)?;
        Some(output.sentence.text(self, world).unwrap_or_default())
    }
}
