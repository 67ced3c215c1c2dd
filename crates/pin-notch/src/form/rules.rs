//! Rules over one or more fields and their findings. A rule is an expression or the program's own code.

use super::{Field, Form, FormError, IntoExpression, Problem, Values};
use crate::expression::{Expression, ExpressionError, ExpressionErrorKind, Scope};
use crate::validity::Invalid;
use core::fmt;
use std::sync::Arc;

/// A written rule, as in a sheet or a page: a condition, and a message for when it does not hold.
///
/// ```
/// use pin_notch::{Form, Intent, Rule, Stepper, Switch};
/// # fn main() -> Result<(), pin_notch::FormError> {
/// let mut form = Form::new()
///     .with("weight", "Hive weight", Stepper::builder().value(8))?
///     .with("feeder", "Feeder", Switch::default())?
///     .rule(Rule::new("weight >= 10 or feeder", "A light hive is fed.").at("feeder"))?;
/// assert_eq!(form.problems()[0].to_string(), "Feeder: A light hive is fed.");
/// let _ = form.handle("feeder", Intent::Flip)?;
/// assert!(form.problems().is_empty());
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
#[non_exhaustive]
#[must_use = "a rule does nothing until it is added to a form"]
pub struct Rule<H = Expression> {
    /// The condition, or its text. The rule is broken if this is false, but not if it is undecided, as for
    /// an empty field.
    pub holds: H,
    /// The message if it is broken.
    pub message: String,
    /// The field at which to report it; without one, the first field that the rule refers to.
    pub field: Option<String>,
    /// Whether it is only a warning.
    pub warns: bool,
    /// The row that it applies to, counted from 1, if the rule is repeated for each row.
    pub row: Option<usize>,
}

impl Rule {
    /// Parses a rule. The result is one rule or, if it refers to fields in rows without a row number, one
    /// for each row.
    ///
    /// ```
    /// use pin_notch::{Form, Rule, Scope, Stepper};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let row = Form::new().with("amount", "Amount", Stepper::builder())?;
    /// let form = Form::new().with_rows("treatment", "Treatment", 1..=3, &row)?;
    /// let rules = Rule::read("treatment.amount > 0", &Scope::of(&form), "Give some.", None)?;
    /// assert_eq!(rules.len(), 3);
    /// assert_eq!(rules[1].holds.fields(), ["treatment.2.amount"]);
    /// # Ok(()) }
    /// ```
    ///
    /// # Errors
    /// The errors of [`Expression::condition`], and an error if the rule is to be reported at a field in
    /// rows but refers to no row.
    pub fn read(
        text: &str,
        scope: &Scope,
        message: &str,
        field: Option<&str>,
    ) -> Result<Vec<Self>, ExpressionError> {
        let reported_at = |scope: &Scope| {
            field.map(|name| scope.in_this_row(name).unwrap_or_else(|| name.to_owned()))
        };
        let one = |scope: &Scope| -> Result<Self, ExpressionError> {
            let holds = Expression::condition(text, scope)?;
            Ok(Self { field: reported_at(scope), ..Self::new(holds, message) })
        };
        match one(scope) {
            Err(error) => match error.kind().clone() {
                ExpressionErrorKind::OfEachRow(rows) => {
                    let count = scope.most_rows(&rows);
                    let of_row = |row| {
                        let rule = one(&scope.in_row(&rows, row))?;
                        Ok(Self { row: Some(row), ..rule })
                    };
                    (1..=count).map(of_row).collect()
                }
                ExpressionErrorKind::Syntax(_)
                | ExpressionErrorKind::Mismatch(_)
                | ExpressionErrorKind::NoSuchField(_)
                | ExpressionErrorKind::WithoutField => Err(error),
            },
            Ok(rule) => match field.and_then(|name| scope.rows_of(name)) {
                Some(rows) => Err(ExpressionError::of_each_row(0..text.len(), rows)),
                None => Ok(vec![rule]),
            },
        }
    }
}

impl<H> Rule<H> {
    /// A rule with this message and this condition: an expression or its text.
    pub fn new(holds: H, message: &str) -> Self {
        Self { holds, message: message.to_owned(), field: None, warns: false, row: None }
    }

    /// The rule, reported at this field.
    pub fn at(mut self, field: &str) -> Self {
        self.field = Some(field.to_owned());
        self
    }

    /// The rule as a mere warning.
    pub fn warning(mut self) -> Self {
        self.warns = true;
        self
    }
}

/// A rule implemented by the program: returns a message if something is wrong.
type Check = Arc<dyn Fn(&Values) -> Option<String> + Send + Sync>;

#[derive(Clone)]
pub(super) enum Condition {
    Written(Expression, String),
    Own(Check),
}

/// A rule with the indices of its fields.
#[derive(Clone)]
pub(super) struct Checked {
    /// The fields it checks. Its findings are reported at the first of them.
    pub fields: Vec<usize>,
    /// Those that it aggregates over all rows; not all of these need to count.
    pub gathered: Vec<usize>,
    /// Whether its findings are only warnings.
    pub warns: bool,
    pub condition: Condition,
}

impl fmt::Debug for Checked {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.debug_struct("Checked").field("fields", &self.fields).field("warns", &self.warns).finish()
    }
}

impl Checked {
    /// The field at which its findings are reported.
    fn reported_at(&self) -> Option<usize> {
        self.fields.first().or(self.gathered.first()).copied()
    }

    /// Its message for these values, if it is broken.
    fn message_for(&self, values: &Values) -> Option<String> {
        match &self.condition {
            Condition::Written(holds, message) => {
                (holds.holds(values) == Some(false)).then(|| message.clone())
            }
            Condition::Own(check) => check(values),
        }
    }
}

/// The findings of the rules of this kind for these values. A rule is skipped if one of its fields has no
/// acceptable value, because that field's own problem comes first. Fields that it aggregates over rows are
/// considered only if they are `wrong`.
pub(super) fn found(
    rules: &[Checked],
    fields: &[Field],
    values: &Values,
    wrong: &[bool],
    warns: bool,
) -> Vec<Problem> {
    let of_kind = rules.iter().filter(|rule| rule.warns == warns);
    let ready = of_kind.filter(|rule| {
        rule.fields.iter().all(|at| values.get(&fields[*at].name).is_some())
            && !rule.gathered.iter().any(|at| wrong[*at])
    });
    ready
        .filter_map(|rule| {
            let message = rule.message_for(values)?;
            let first = &fields[rule.reported_at()?];
            Some(Problem::of(first, None, Invalid::CustomError(message)))
        })
        .collect()
}

/// The finding of one rule for the current state of a form.
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct RuleFinding {
    /// The index of the rule, in the order of addition.
    pub rule: usize,
    /// The name of the field at which it is reported.
    pub field: String,
    /// The message; `None` if the rule is not broken.
    pub problem: Option<Problem>,
    /// Whether it is only a warning.
    pub warns: bool,
    /// Whether all of its fields have been [left](Form::leave), so that it should be shown.
    pub is_due: bool,
}

impl Form {
    /// The form with a rule.
    ///
    /// # Errors
    /// The errors of [`add_rule`](Self::add_rule).
    pub fn rule<H: IntoExpression>(mut self, rule: Rule<H>) -> Result<Self, FormError> {
        self.add_rule(rule)?;
        Ok(self)
    }

    /// Adds a rule. One that is given as a text and refers to fields in rows without a row number is added for
    /// each row.
    ///
    /// # Errors
    /// [`FormError::NoSuchField`]; [`FormError::RuleWithoutField`]; [`FormError::Expression`] for a text that
    /// is not a condition. The form is then unchanged.
    pub fn add_rule<H: IntoExpression>(&mut self, rule: Rule<H>) -> Result<(), FormError> {
        H::into_rules(rule, self)?.into_iter().try_for_each(|rule| self.add_written(rule))
    }

    fn add_written(&mut self, rule: Rule) -> Result<(), FormError> {
        let Rule { holds, message, field, warns, row: _ } = rule;
        let (written, over_rows) = (holds.needed_fields(), holds.gathered_fields());
        let first = field.as_deref();
        let rest = written.iter().copied().filter(|name| Some(*name) != first);
        let names = first.into_iter().chain(rest);
        let fields: Vec<usize> = names.map(|name| self.known(name)).collect::<Result<_, _>>()?;
        let gathered = over_rows.iter().map(|name| self.known(name)).collect::<Result<_, _>>()?;
        let condition = Condition::Written(holds.clone(), message);
        match fields.is_empty() && over_rows.is_empty() {
            true => Err(FormError::RuleWithoutField),
            false => {
                self.push_rule(Checked { fields, gathered, warns, condition });
                Ok(())
            }
        }
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
        self.push_rule(Checked { fields, gathered: Vec::new(), warns, condition });
        Ok(())
    }

    pub(super) fn push_rule(&mut self, rule: Checked) {
        for at in rule.fields.iter().chain(&rule.gathered) {
            self.checkers.add(*at, self.rules.len());
        }
        self.rules.push(rule);
    }

    /// The current findings of the rules that check any of these fields. For rules written as expressions,
    /// the cost grows with the number of those rules, not with the size of the form.
    ///
    /// ```
    /// use pin_notch::{Form, Intent, Rule, Switch};
    /// # fn main() -> Result<(), pin_notch::FormError> {
    /// let mut form = Form::new()
    ///     .with("open", "Box open", Switch::default())?
    ///     .with("smoke", "Smoker lit", Switch::default())?
    ///     .rule(Rule::new("smoke or not open", "Light the smoker first.").at("smoke"))?;
    /// let _ = form.handle("open", Intent::Flip)?;
    /// let finding = &form.rule_findings(&["open"])[0];
    /// assert_eq!((finding.field.as_str(), finding.problem.is_some(), finding.is_due), ("smoke", true, false));
    /// form.leave("open");
    /// form.leave("smoke");
    /// assert!(form.rule_findings(&["open"])[0].is_due);
    /// # Ok(()) }
    /// ```
    pub fn rule_findings(&self, names: &[&str]) -> Vec<RuleFinding> {
        let places = names.iter().filter_map(|name| self.index_of(name));
        let rules = places.flat_map(|at| self.checkers.of(at));
        let mut rules: Vec<usize> = rules.copied().collect();
        rules.sort_unstable();
        rules.dedup();
        rules.into_iter().map(|rule| self.judge(rule)).collect()
    }

    fn judge(&self, at: usize) -> RuleFinding {
        let rule = &self.rules[at];
        let fields = || rule.fields.iter().map(|field| &self.fields[*field]);
        let gathered = || {
            let all = rule.gathered.iter().map(|field| &self.fields[*field]);
            all.filter(|field| field.counts)
        };
        let is_sound = |field: &Field| field.control.validity().is_empty();
        let is_ready =
            fields().all(|field| field.counts && is_sound(field)) && gathered().all(is_sound);
        let says = || match &rule.condition {
            // Expressions read the form's values directly, so that they need not be collected for one rule.
            Condition::Written(holds, message) => {
                (holds.holds(self) == Some(false)).then(|| message.clone())
            }
            Condition::Own(check) => check(&self.values()),
        };
        let first = &self.fields[rule.reported_at().unwrap_or_default()];
        let message = if is_ready { says() } else { None };
        RuleFinding {
            rule: at,
            field: first.name.clone(),
            problem: message.map(|message| Problem::of(first, None, Invalid::CustomError(message))),
            warns: rule.warns,
            is_due: fields().chain(gathered()).all(|field| field.left),
        }
    }

    /// Records that the person has left this field, so that its problems may be shown from now on. An
    /// unknown name is ignored.
    pub fn leave(&mut self, name: &str) {
        if let Some(at) = self.index_of(name) {
            self.fields[at].left = true;
        }
    }
}
