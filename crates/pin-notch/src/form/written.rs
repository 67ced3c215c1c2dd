//! Conditions and sentences that a program writes as texts.

use super::{Form, FormError, Rule};
use crate::expression::{Expression, ExpressionError, Scope, Sentence};

/// A condition over the fields of a form: an [`Expression`], or its text, which is parsed when the condition
/// is added to the form. For hundreds of conditions over a large form, and for those that refer to `today`,
/// parse expressions with a single [`Scope`].
///
/// ```
/// use pin_notch::{CheckboxGroup, Form, FormError, Rule, Stepper};
/// # fn main() -> Result<(), FormError> {
/// let form = Form::new()
///     .with("mites", "Mites per 300 bees", Stepper::builder().min(0))?
///     .with("given", "Treatment", CheckboxGroup::builder().options(["oa", "fa"]))?
///     .only_if("given", "mites > 0")?
///     .rule(Rule::new("mites <= 9 or given is not empty", "Choose a treatment."))?;
/// assert!(form.read(b"mites=3").is_ok());
/// assert!(form.read(b"mites=12").is_err());
///
/// let error = form.only_if("given", "mite > 0").unwrap_err();
/// assert_eq!(error.to_string(), r#""mite > 0": no field is named "mite""#);
/// # Ok(()) }
/// ```
pub trait IntoExpression: Sized {
    /// The condition over the fields of this form.
    ///
    /// # Errors
    /// [`FormError::Expression`].
    fn into_condition(self, form: &Form) -> Result<Expression, FormError>;

    /// A rule over the fields of this form: several rules if it is repeated for each row.
    ///
    /// # Errors
    /// [`FormError::Expression`].
    fn into_rules(rule: Rule<Self>, form: &Form) -> Result<Vec<Rule>, FormError>;
}

impl IntoExpression for Expression {
    fn into_condition(self, _: &Form) -> Result<Expression, FormError> {
        Ok(self)
    }

    fn into_rules(rule: Rule, _: &Form) -> Result<Vec<Rule>, FormError> {
        Ok(vec![rule])
    }
}

impl IntoExpression for &str {
    fn into_condition(self, form: &Form) -> Result<Expression, FormError> {
        Expression::condition(self, &Scope::of(form)).map_err(in_text(self))
    }

    fn into_rules(rule: Rule<Self>, form: &Form) -> Result<Vec<Rule>, FormError> {
        let field = rule.field.as_deref();
        let rules = Rule::read(rule.holds, &Scope::of(form), &rule.message, field);
        let mut rules = rules.map_err(in_text(rule.holds))?;
        rules.iter_mut().for_each(|one| one.warns = rule.warns);
        Ok(rules)
    }
}

/// What an output shows: a [`Sentence`], or its text, which is parsed when the output is added to the form.
pub trait IntoSentence {
    /// The sentence about the fields of this form.
    ///
    /// # Errors
    /// [`FormError::Expression`].
    fn into_sentence(self, form: &Form) -> Result<Sentence, FormError>;
}

impl IntoSentence for Sentence {
    fn into_sentence(self, _: &Form) -> Result<Sentence, FormError> {
        Ok(self)
    }
}

impl IntoSentence for &str {
    fn into_sentence(self, form: &Form) -> Result<Sentence, FormError> {
        Sentence::parse(self, &Scope::of(form)).map_err(in_text(self))
    }
}

fn in_text(text: &str) -> impl FnOnce(ExpressionError) -> FormError {
    move |error| FormError::Expression { text: text.to_owned(), error }
}
