//! Expressions over a form's values, for rules, conditions and computed outputs. They have no loops, no
//! names except the form's fields, and no side effects. The cost of evaluating one is bounded by its
//! length, so that untrusted expressions can be evaluated safely.
//!
//! An operation on an empty value gives an empty result, and a comparison with an empty field is neither
//! true nor false (as in the check constraints of SQL). Whether a field may be empty is decided by
//! `required` or tested with `is empty`.

mod claim;
mod error;
mod evaluate;
mod outlook;
mod parse;
mod scope;
mod sentence;

pub use claim::{Claim, Comparison};
pub use error::{ExpressionError, ExpressionErrorKind};
pub use scope::Scope;
pub use sentence::Sentence;

pub(crate) use scope::{Known, KnownRows};

use crate::calendar::Date;
use crate::value::{Value, ValueKind};
use core::fmt;
use evaluate::{Term, term};
use rust_decimal::Decimal;
use std::sync::Arc;

/// A source of field values for an expression: a [`Form`](crate::Form), its [`Values`](crate::Values), or
/// any other.
pub trait Lookup {
    /// The value of the field with this name; `None` if it has none or does not count.
    fn value(&self, name: &str) -> Option<Value>;

    /// That value as people see it, such as the text of the chosen option; `None` if only the value itself
    /// is known.
    fn text(&self, _name: &str) -> Option<String> {
        None
    }

    /// A day as people see it in the field with this name; `None` if that field does not show days, or
    /// nothing is known about how.
    fn day_text(&self, _name: &str, _day: Date) -> Option<String> {
        None
    }
}

/// The type of an expression's result.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
enum Type {
    Number,
    Text,
    On,
    List,
    /// A day, month, week or time, represented as text that sorts in its order.
    Ordered(ValueKind),
}

impl Type {
    fn word(self) -> &'static str {
        match self {
            Self::Number => "a number",
            Self::Text => "a text",
            Self::On => "a condition",
            Self::List => "a list",
            Self::Ordered(ValueKind::Date) => "a day",
            Self::Ordered(ValueKind::Month) => "a month",
            Self::Ordered(ValueKind::Week) => "a week",
            Self::Ordered(ValueKind::Time) => "a time",
            Self::Ordered(_) => "a date and time",
        }
    }
}

/// A part of a field's value: one of two numbers or of two days.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
enum Part {
    Whole,
    First,
    Last,
}

#[derive(Clone, Copy, Debug, PartialEq, Eq)]
enum Operator {
    Equal,
    Unequal,
    Less,
    LessOrEqual,
    Greater,
    GreaterOrEqual,
}

/// Arithmetic on two numbers.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
enum Arithmetic {
    Sum,
    Difference,
    Product,
    Quotient,
}

/// Functions of several numbers or other ordered values.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
enum Of {
    Least,
    Greatest,
}

/// Functions of a field across all rows.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
enum Over {
    Sum,
    /// The number of them that are filled in or on.
    Filled,
    /// Whether all of them differ from each other.
    Different,
    Least,
    Greatest,
}

#[derive(Clone, Debug, PartialEq)]
enum Tree {
    Number(Decimal),
    Text(String),
    On(bool),
    Field(usize, Part),
    Weekday(Box<Tree>),
    Count(Box<Tree>),
    Total(Box<Tree>),
    Round(Box<Tree>, u32),
    Of(Of, Vec<Tree>),
    /// Ignores empty ones, which includes the fields of rows that do not count.
    Over(Over, Vec<Tree>),
    Negative(Box<Tree>),
    Arithmetic(Arithmetic, Box<Tree>, Box<Tree>),
    Compare(Operator, Box<Tree>, Box<Tree>),
    In(Box<Tree>, Box<Tree>),
    Empty(Box<Tree>),
    Not(Box<Tree>),
    And(Box<Tree>, Box<Tree>),
    Or(Box<Tree>, Box<Tree>),
}

/// An expression over the fields of a form. It is parsed and checked once and can then be evaluated on any
/// values.
///
/// | syntax | meaning |
/// |---|---|
/// | `12`, `0.5`, `'oa'`, `true`, `false` | a number, a text, true or false |
/// | `weight`, `outside.low`, `away.last` | a field's value, or one end of it |
/// | `+` `-` `*` | exact; empty if the result has more than 28 digits |
/// | `/` | rounded to ten places, halves away from 0; empty for division by 0 |
/// | `round(x, 2)` | rounded to this many places, halves away from 0 |
/// | `min(a, b, …)`, `max(a, b, …)` | the least or greatest of those that are not empty |
/// | `count(list)`, `sum(list)` | the number of chosen ones; the sum of those that are numbers |
/// | `count(treatment)` | the number of rows |
/// | `sum(treatment.amount)`, `min(…)`, `max(…)` | the sum, least or greatest of the amounts in all rows that are not empty |
/// | `count(treatment.amount)` | the number of rows in which it is filled in or on |
/// | `different(treatment.day)` | whether it differs in all rows |
/// | `visited + 14`, `last - first` | that many days later; the number of days in between |
/// | `today`, `date('2026-05-14')` | today's date, if [known](Scope::on); a fixed date |
/// | `weekday(visited)` | 1 for Monday to 7 for Sunday, as in ISO 8601 |
/// | `=` `!=` `<` `<=` `>` `>=` | a comparison of two values of one type; a day also with a text like `'2026-05-14'` |
/// | `'oa' in given`, `not in` | whether the option is chosen |
/// | `is empty`, `is not empty` | whether there is a value |
/// | `and` `or` `not` | the usual meaning; parentheses group |
///
/// ```
/// use pin_notch::{Expression, Form, Scope, Stepper, Value, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let number = |value| Stepper::builder().step(dec!(0.1)).value(value);
/// let form = Form::new().with("honey", "Honey", number(dec!(7.5)))?
///     .with("hives", "Hives", number(dec!(4)))?;
/// let each = Expression::parse("round(honey / hives, 2)", &Scope::of(&form))?;
/// assert_eq!(each.value(&form), Value::Number(dec!(1.88)));
/// assert_eq!(each.fields(), ["honey", "hives"]);
/// assert_eq!(each.to_string(), "round(honey / hives, 2)"); // as it was written
/// let error = Expression::condition("honey > hive", &Scope::of(&form)).unwrap_err();
/// assert_eq!(error.to_string(), "no field is named \"hive\"");
/// assert_eq!(error.span(), 8..12);
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
pub struct Expression {
    written: String,
    tree: Tree,
    kind: Type,
    names: Arc<[String]>,
}

/// The source text.
impl fmt::Display for Expression {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(&self.written)
    }
}

impl Expression {
    /// Parses an expression over these fields.
    ///
    /// # Errors
    /// Says what is wrong and where in the text.
    pub fn parse(text: &str, scope: &Scope) -> Result<Self, ExpressionError> {
        let (tree, kind, written) = parse::parse(text, scope)?;
        Ok(Self { written, tree, kind, names: scope.names.clone() })
    }

    /// Parses a condition: an expression that is true or false and refers to at least one field.
    ///
    /// # Errors
    /// The errors of [`parse`](Self::parse), and an error if it is not a condition or refers to no field.
    pub fn condition(text: &str, scope: &Scope) -> Result<Self, ExpressionError> {
        let read = Self::parse(text, scope)?;
        if read.kind != Type::On {
            let message = format!("a condition is needed, but this is {}", read.kind.word());
            return Err(ExpressionError::mismatch(0..text.len(), message));
        }
        match read.fields().is_empty() {
            true => Err(ExpressionError::without_field(0..text.len())),
            false => Ok(read),
        }
    }

    /// The names of the fields it refers to, in order of appearance.
    pub fn fields(&self) -> Vec<&str> {
        self.fields_where(|_| true)
    }

    /// Those of them without which it has no result.
    pub(crate) fn needed_fields(&self) -> Vec<&str> {
        self.fields_where(|is_gathered| !is_gathered)
    }

    /// Those that it only aggregates over rows.
    pub(crate) fn gathered_fields(&self) -> Vec<&str> {
        let needed = self.needed_fields();
        let mut gathered = self.fields_where(|is_gathered| is_gathered);
        gathered.retain(|name| !needed.contains(name));
        gathered
    }

    fn fields_where(&self, is_meant: impl Fn(bool) -> bool) -> Vec<&str> {
        let mut names = Vec::new();
        self.tree.each_field(false, &mut |at, is_gathered| {
            let name = self.names[at].as_str();
            if is_meant(is_gathered) && !names.contains(&name) {
                names.push(name);
            }
        });
        names
    }

    /// The same expression with this prefix before the names of its fields.
    pub(crate) fn renamed(&self, beginning: &str) -> Self {
        let names = self.names.iter().map(|name| format!("{beginning}{name}")).collect();
        Self { names, ..self.clone() }
    }

    /// The condition that a field is at least this number.
    pub(crate) fn at_least(name: &str, count: usize) -> Self {
        let field = Box::new(Tree::Field(0, Part::Whole));
        let least = Box::new(Tree::Number(count.into()));
        Self {
            written: format!("{name} >= {count}"),
            tree: Tree::Compare(Operator::GreaterOrEqual, field, least),
            kind: Type::On,
            names: Arc::from([name.to_owned()]),
        }
    }

    /// Evaluates it on these values. The result is empty if it needs a value that is empty.
    pub fn value(&self, values: &impl Lookup) -> Value {
        match self.term(values) {
            None => Value::Empty,
            Some(Term::Number(number)) => Value::Number(number),
            Some(Term::Text(text)) => Value::Text(text),
            Some(Term::On(on)) => Value::On(on),
            Some(Term::List(texts)) => Value::Texts(texts),
        }
    }

    /// This result as people see it, if it is the value of a field, or a day, which is written like those
    /// of the first field that has one. A number is not, because a unit may follow it in a sentence.
    fn text(&self, result: &Value, values: &impl Lookup) -> Option<String> {
        if let Tree::Field(at, Part::Whole) = self.tree {
            return values.text(self.names.get(at)?).filter(|_| self.kind != Type::Number);
        }
        if self.kind != Type::Ordered(ValueKind::Date) {
            return None;
        }
        let day = result.text()?.parse().ok()?;
        self.fields().into_iter().find_map(|name| values.day_text(name, day))
    }

    /// Whether it holds for these values; `None` if it is neither true nor false.
    pub fn holds(&self, values: &impl Lookup) -> Option<bool> {
        match self.term(values) {
            Some(Term::On(on)) => Some(on),
            Some(Term::Number(_) | Term::Text(_) | Term::List(_)) | None => None,
        }
    }

    fn term(&self, values: &impl Lookup) -> Option<Term> {
        self.tree.value(&|at, part| term(&values.value(self.names.get(at)?)?, part))
    }

    /// Whether it can be true and whether it can be false for any input in these fields, judging by bounds
    /// and options.
    pub fn outlook(&self, scope: &Scope) -> (bool, bool) {
        outlook::of(&self.tree, &scope.all)
    }
}

impl Tree {
    /// Each field that it refers to, in order, and whether it is aggregated over rows.
    fn each_field(&self, is_gathered: bool, each: &mut dyn FnMut(usize, bool)) {
        match self {
            Self::Field(at, _) => each(*at, is_gathered),
            Self::Number(_) | Self::Text(_) | Self::On(_) => {}
            Self::Count(one)
            | Self::Weekday(one)
            | Self::Total(one)
            | Self::Round(one, _)
            | Self::Negative(one)
            | Self::Empty(one)
            | Self::Not(one) => one.each_field(is_gathered, each),
            Self::Of(_, all) => all.iter().for_each(|one| one.each_field(is_gathered, each)),
            Self::Over(_, all) => all.iter().for_each(|one| one.each_field(true, each)),
            Self::Arithmetic(_, one, other)
            | Self::Compare(_, one, other)
            | Self::In(one, other)
            | Self::And(one, other)
            | Self::Or(one, other) => {
                one.each_field(is_gathered, each);
                other.each_field(is_gathered, each);
            }
        }
    }
}
