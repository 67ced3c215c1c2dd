//! Rules over one or several fields, and what they find: written as expressions, or in the program's own code.

use super::{Field, Form, FormError, Problem, Values};
use crate::expression::{Expression, ExpressionError, ExpressionErrorKind, Scope};
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
    /// The row that it is for, counted from 1, where the same is said of each row.
    pub row: Option<usize>,
}

impl Rule {
    /// A rule that says this where that does not hold.
    pub fn new(holds: Expression, message: &str) -> Self {
        Self { holds, message: message.to_owned(), field: None, warns: false, row: None }
    }

    /// The rules that a text makes: one; or, where it speaks of fields in rows without the number of a row, one for each
    /// row.
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
    /// As [`Expression::condition`]; and where the rule is to be told at a field in rows and speaks of no row.
    pub fn read(
        text: &str,
        scope: &Scope,
        message: &str,
        field: Option<&str>,
    ) -> Result<Vec<Self>, ExpressionError> {
        let told_at = |scope: &Scope| {
            field.map(|name| scope.in_this_row(name).unwrap_or_else(|| name.to_owned()))
        };
        let one = |scope: &Scope| -> Result<Self, ExpressionError> {
            let holds = Expression::condition(text, scope)?;
            Ok(Self { field: told_at(scope), ..Self::new(holds, message) })
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
    /// Those that it puts together over all rows, of which it is not needed that each counts.
    pub gathered: Vec<usize>,
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
    /// Where what it finds is told.
    fn told_at(&self) -> Option<usize> {
        self.fields.first().or(self.gathered.first()).copied()
    }

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
/// passed over: that field's own problem comes first. Of those that it gathers over rows, only what is `wrong` counts.
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
            let message = rule.says(values)?;
            let first = &fields[rule.told_at()?];
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
            self.checkers.entry(*at).or_default().push(self.rules.len());
        }
        self.rules.push(rule);
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
        let gathered = || {
            let all = rule.gathered.iter().map(|field| &self.fields[*field]);
            all.filter(|field| field.counts)
        };
        let is_sound = |field: &Field| field.control.validity().is_empty();
        let is_ready =
            fields().all(|field| field.counts && is_sound(field)) && gathered().all(is_sound);
        let says = || match &rule.condition {
            // The form knows its values; they need not be put together for one rule.
            Condition::Written(holds, message) => {
                (holds.holds(self) == Some(false)).then(|| message.clone())
            }
            Condition::Own(check) => check(&self.values()),
        };
        let first = &self.fields[rule.told_at().unwrap_or_default()];
        let message = if is_ready { says() } else { None };
        Judged {
            rule: at,
            field: first.name.clone(),
            problem: message.map(|message| Problem::of(first, None, Invalid::CustomError(message))),
            warns: rule.warns,
            is_due: fields().chain(gathered()).all(|field| field.left),
        }
    }

    /// The person has left this field, or there is none of this name. What is wrong with it may be told from now on.
    pub fn leave(&mut self, name: &str) {
        if let Some(at) = self.place(name) {
            self.fields[at].left = true;
        }
    }
}
