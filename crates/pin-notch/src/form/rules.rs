//! Rules over one or several fields, and what they find: written as expressions, or in the program's own code.

use super::{Field, Form, FormError, Problem, Values};
use crate::expression::Expression;
use crate::validity::Invalid;
use core::fmt;
use std::collections::HashMap;
use std::sync::Arc;

/// A rule as a sheet or a page has it: what has to hold, and what to say where it does not.
///
/// ```
/// use pin_notch::{dec, Expression, Form, Intent, Rule, Scope, Stepper, Switch};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let form = Form::new()
///     .with("weight", "Hive weight", Stepper::builder().value(8))?
///     .with("feeder", "Feeder", Switch::default())?;
/// let holds = Expression::condition("weight >= 10 or feeder", &Scope::of(&form))?;
/// let rule = Rule::new(holds, "A light hive is fed.").at("feeder");
/// let mut form = form.rule(rule)?;
/// assert_eq!(form.problems()[0].to_string(), "Feeder: A light hive is fed.");
/// let _ = form.handle("feeder", Intent::Flip)?;
/// assert!(form.problems().is_empty());
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
#[non_exhaustive]
pub struct Rule {
    /// What has to hold. The rule is broken where this says no; where it says neither, as of an empty field, it is not.
    pub holds: Expression,
    /// What to say where it is broken.
    pub message: String,
    /// The field at which to say it; without one, the first of which the rule speaks.
    pub field: Option<String>,
    /// Whether it only warns.
    pub warns: bool,
}

impl Rule {
    /// A rule that says this where that does not hold.
    pub fn new(holds: Expression, message: &str) -> Self {
        Self { holds, message: message.to_owned(), field: None, warns: false }
    }

    /// The rule, told at this field.
    pub fn at(mut self, field: &str) -> Self {
        self.field = Some(field.to_owned());
        self
    }

    /// The rule, which only warns.
    pub fn warning(mut self) -> Self {
        self.warns = true;
        self
    }
}

/// What a rule of the program's own checks, and what it says is wrong.
type Check = Arc<dyn Fn(&Values) -> Option<String> + Send + Sync>;

#[derive(Clone)]
pub(super) enum Condition {
    Written(Expression, String),
    Own(Check),
}

/// A rule with the places of its fields.
#[derive(Clone)]
pub(super) struct Checked {
    /// The fields it checks; what it finds is told at the first of them.
    pub fields: Vec<usize>,
    /// Whether what it finds is only a warning.
    pub warns: bool,
    pub condition: Condition,
}

impl fmt::Debug for Checked {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.debug_struct("Checked").field("fields", &self.fields).field("warns", &self.warns).finish()
    }
}

impl Checked {
    /// What it says of these values, if it is broken.
    fn says(&self, values: &Values) -> Option<String> {
        match &self.condition {
            Condition::Written(holds, message) => {
                (holds.holds(values) == Some(false)).then(|| message.clone())
            }
            Condition::Own(check) => check(values),
        }
    }
}

/// What the rules of this kind find in these values. A rule of which a field has no acceptable value is
/// passed over: that field's own problem comes first.
pub(super) fn found(
    rules: &[Checked],
    fields: &[Field],
    values: &Values,
    warns: bool,
) -> Vec<Problem> {
    let of_kind = rules.iter().filter(|rule| rule.warns == warns);
    let ready =
        of_kind.filter(|rule| rule.fields.iter().all(|at| values.get(&fields[*at].name).is_some()));
    ready
        .filter_map(|rule| {
            let message = rule.says(values)?;
            let first = &fields[*rule.fields.first()?];
            Some(Problem::of(first, None, Invalid::CustomError(message)))
        })
        .collect()
}

/// The rules that check a field, by its place.
pub(super) type Checkers = HashMap<usize, Vec<usize>>;

/// What one rule says of a form as it stands.
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct Judged {
    /// Which rule, in the order in which they were added.
    pub rule: usize,
    /// The name of the field at which it is told.
    pub field: String,
    /// What it says; none where it is not broken.
    pub problem: Option<Problem>,
    /// Whether it only warns.
    pub warns: bool,
    /// Whether all of its fields have been [left](Form::leave), so that people should be told.
    pub is_due: bool,
}

impl Form {
    /// The form with a rule.
    ///
    /// # Errors
    /// As [`add_rule`](Self::add_rule).
    pub fn rule(mut self, rule: Rule) -> Result<Self, FormError> {
        self.add_rule(rule)?;
        Ok(self)
    }

    /// Adds a rule.
    ///
    /// # Errors
    /// [`FormError::NoSuchField`]; [`FormError::RuleWithoutField`]. The form is then as it was.
    pub fn add_rule(&mut self, rule: Rule) -> Result<(), FormError> {
        let Rule { holds, message, field, warns } = rule;
        let written = holds.fields();
        let first = field.as_deref();
        let rest = written.iter().copied().filter(|name| Some(*name) != first);
        let names: Vec<&str> = first.into_iter().chain(rest).collect();
        self.add_check(&names, warns, Condition::Written(holds.clone(), message))
    }

    pub(super) fn add_check(
        &mut self,
        fields: &[&str],
        warns: bool,
        condition: Condition,
    ) -> Result<(), FormError> {
        let fields: Vec<usize> =
            fields.iter().map(|name| self.known(name)).collect::<Result<_, _>>()?;
        if fields.is_empty() {
            return Err(FormError::RuleWithoutField);
        }
        for at in &fields {
            self.checkers.entry(*at).or_default().push(self.rules.len());
        }
        self.rules.push(Checked { fields, warns, condition });
        Ok(())
    }

    /// What the rules say now that check any of these fields. The cost grows with those rules, not with the form,
    /// as long as they are written as expressions.
    ///
    /// ```
    /// use pin_notch::{Expression, Form, Intent, Rule, Scope, Switch};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let form = Form::new().with("open", "Box open", Switch::default())?
    ///     .with("smoke", "Smoker lit", Switch::default())?;
    /// let holds = Expression::condition("smoke or not open", &Scope::of(&form))?;
    /// let mut form = form.rule(Rule::new(holds, "Light the smoker first.").at("smoke"))?;
    /// let _ = form.handle("open", Intent::Flip)?;
    /// let judged = &form.judged(&["open"])[0];
    /// assert_eq!((judged.field.as_str(), judged.problem.is_some(), judged.is_due), ("smoke", true, false));
    /// form.leave("open");
    /// form.leave("smoke");
    /// assert!(form.judged(&["open"])[0].is_due);
    /// # Ok(()) }
    /// ```
    pub fn judged(&self, names: &[&str]) -> Vec<Judged> {
        let places = names.iter().filter_map(|name| self.place(name));
        let rules = places.filter_map(|at| self.checkers.get(&at)).flatten();
        let mut rules: Vec<usize> = rules.copied().collect();
        rules.sort_unstable();
        rules.dedup();
        rules.into_iter().map(|rule| self.judge(rule)).collect()
    }

    fn judge(&self, at: usize) -> Judged {
        let rule = &self.rules[at];
        let fields = || rule.fields.iter().map(|field| &self.fields[*field]);
        let is_ready = fields().all(|field| field.counts && field.control.validity().is_empty());
        let says = || match &rule.condition {
            // The form knows its values; they need not be put together for one rule.
            Condition::Written(holds, message) => {
                (holds.holds(self) == Some(false)).then(|| message.clone())
            }
            Condition::Own(check) => check(&self.values()),
        };
        let first = &self.fields[rule.fields[0]];
        let message = if is_ready { says() } else { None };
        Judged {
            rule: at,
            field: first.name.clone(),
            problem: message.map(|message| Problem::of(first, None, Invalid::CustomError(message))),
            warns: rule.warns,
            is_due: fields().all(|field| field.left),
        }
    }

    /// The person has left this field, or there is none of this name. What is wrong with it may be told from now on.
    pub fn leave(&mut self, name: &str) {
        if let Some(at) = self.place(name) {
            self.fields[at].left = true;
        }
    }
}
