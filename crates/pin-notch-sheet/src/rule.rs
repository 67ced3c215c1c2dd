//! The language of rules: conditions over a form's values, and nothing else. It has no loops, no names but the
//! form's and no way out, so that a sheet from anywhere can be run.
//!
//! A comparison with an empty field says neither yes nor no, and only a plain no breaks a rule (as in the
//! check constraints of SQL): whether a field may be empty is for `required`, or for `is empty`.

mod outlook;
mod parse;

use crate::finding::Finding;
use pin_notch::{Date, Decimal, Value, ValueKind, Values, number_text};
use std::cmp::Ordering;
use std::collections::HashMap;
use std::ops::Range;
use std::sync::Arc;

/// What a rule is told of a field.
#[derive(Clone, Debug)]
pub(crate) struct Known {
    pub name: String,
    pub kind: ValueKind,
    /// The least and the greatest number it can hold.
    pub range: (Option<Decimal>, Option<Decimal>),
    /// The texts it can hold, where they are known.
    pub texts: Option<Vec<String>>,
}

/// All that rules are told of, to be found by its name.
pub(crate) struct KnownFields {
    all: Vec<Known>,
    places: HashMap<String, usize>,
    names: Arc<[String]>,
}

impl KnownFields {
    pub(crate) fn new(all: Vec<Known>) -> Self {
        let names: Arc<[String]> = all.iter().map(|field| field.name.clone()).collect();
        let places = names.iter().cloned().zip(0..).collect();
        Self { all, places, names }
    }
}

/// What an expression gives.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
enum Type {
    Number,
    Text,
    On,
    List,
    /// A day, a month, a week or a time: written as text, and in order.
    Ordered(ValueKind),
}

impl Type {
    fn word(self) -> &'static str {
        match self {
            Self::Number => "a number",
            Self::Text => "a text",
            Self::On => "a yes or no",
            Self::List => "a list",
            Self::Ordered(ValueKind::Date) => "a day",
            Self::Ordered(ValueKind::Month) => "a month",
            Self::Ordered(ValueKind::Week) => "a week",
            Self::Ordered(ValueKind::Time) => "a time",
            Self::Ordered(_) => "a date and time",
        }
    }
}

/// Which part of a field's value is meant: of two numbers or two days, one.
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

#[derive(Clone, Debug, PartialEq)]
enum Expression {
    Number(Decimal),
    Text(String),
    On(bool),
    Field(usize, Part),
    Count(Box<Expression>),
    Negative(Box<Expression>),
    Sum(Box<Expression>, Box<Expression>),
    Difference(Box<Expression>, Box<Expression>),
    Product(Box<Expression>, Box<Expression>),
    Compare(Operator, Box<Expression>, Box<Expression>),
    In(Box<Expression>, Box<Expression>),
    Empty(Box<Expression>),
    Not(Box<Expression>),
    And(Box<Expression>, Box<Expression>),
    Or(Box<Expression>, Box<Expression>),
}

/// A condition that has to hold.
#[derive(Clone, Debug)]
pub(crate) struct Condition {
    expression: Expression,
    names: Arc<[String]>,
}

/// What an expression comes to; nothing when it needs something that is empty.
type Result = Option<Term>;

#[derive(Clone, Debug, PartialEq)]
enum Term {
    Number(Decimal),
    Text(String),
    On(bool),
    List(Vec<String>),
}

impl Condition {
    /// Reads a condition. What is wrong with it is told with its place in `text`.
    pub(crate) fn read(text: &str, fields: &KnownFields) -> std::result::Result<Self, Finding> {
        let (expression, kind) = parse::whole(text, fields)?;
        if kind != Type::On {
            let message = format!("a rule is a yes or no, and this is {}", kind.word());
            return Err(Finding::error("rule-type", 0..text.len(), message));
        }
        let mut used = Vec::new();
        expression.fields(&mut used);
        if used.is_empty() {
            let message = "a rule checks at least one field";
            return Err(Finding::error("rule-without-field", 0..text.len(), message));
        }
        Ok(Self { expression, names: fields.names.clone() })
    }

    /// The names of the fields it checks, in the order in which it does: what is wrong is said of the first.
    pub(crate) fn fields(&self) -> Vec<&str> {
        let (mut used, mut names) = (Vec::new(), Vec::new());
        self.expression.fields(&mut used);
        for at in used {
            let name = self.names[at].as_str();
            if !names.contains(&name) {
                names.push(name);
            }
        }
        names
    }

    /// Whether these values break it.
    pub(crate) fn is_broken(&self, values: &Values) -> bool {
        let value = |at: usize| self.names.get(at).and_then(|name| values.get(name));
        self.expression.value(&value) == Some(Term::On(false))
    }

    /// Whether it can hold, and whether it can be broken, whatever is entered.
    pub(crate) fn outlook(&self, fields: &KnownFields) -> (bool, bool) {
        outlook::of(&self.expression, &fields.all)
    }
}

impl Expression {
    fn fields(&self, used: &mut Vec<usize>) {
        match self {
            Self::Field(at, _) => used.push(*at),
            Self::Number(_) | Self::Text(_) | Self::On(_) => {}
            Self::Count(one) | Self::Negative(one) | Self::Empty(one) | Self::Not(one) => {
                one.fields(used);
            }
            Self::Sum(one, other)
            | Self::Difference(one, other)
            | Self::Product(one, other)
            | Self::Compare(_, one, other)
            | Self::In(one, other)
            | Self::And(one, other)
            | Self::Or(one, other) => {
                one.fields(used);
                other.fields(used);
            }
        }
    }

    fn value<'v>(&self, field: &dyn Fn(usize) -> Option<&'v Value>) -> Result {
        let number = |one: &Self| match one.value(field) {
            Some(Term::Number(number)) => Some(number),
            _ => None,
        };
        match self {
            Self::Number(number) => Some(Term::Number(*number)),
            Self::Text(text) => Some(Term::Text(text.clone())),
            Self::On(on) => Some(Term::On(*on)),
            Self::Field(at, part) => field(*at).and_then(|value| term(value, *part)),
            Self::Count(list) => match list.value(field) {
                Some(Term::List(texts)) => Some(Term::Number(texts.len().into())),
                _ => Some(Term::Number(Decimal::ZERO)),
            },
            Self::Negative(one) => number(one).map(|number| Term::Number(-number)),
            Self::Sum(one, other) => match (one.value(field)?, number(other)?) {
                (Term::Text(day), days) => later(&day, days),
                (Term::Number(one), other) => one.checked_add(other).map(Term::Number),
                _ => None,
            },
            Self::Difference(one, other) => match (one.value(field)?, other.value(field)?) {
                (Term::Number(one), Term::Number(other)) => {
                    one.checked_sub(other).map(Term::Number)
                }
                (Term::Text(day), Term::Number(days)) => later(&day, -days),
                (Term::Text(one), Term::Text(other)) => {
                    let days = |text: &str| text.parse::<Date>().ok().map(Date::days);
                    Some(Term::Number((days(&one)? - days(&other)?).into()))
                }
                _ => None,
            },
            Self::Product(one, other) => number(one)?.checked_mul(number(other)?).map(Term::Number),
            Self::Compare(operator, one, other) => {
                let (one, other) = (one.value(field)?, other.value(field)?);
                Some(Term::On(operator.holds(order(&one, &other)?)))
            }
            Self::In(one, list) => {
                let one = match one.value(field)? {
                    Term::Text(text) => text,
                    Term::Number(number) => number_text(number),
                    _ => return None,
                };
                match list.value(field) {
                    Some(Term::List(texts)) => Some(Term::On(texts.contains(&one))),
                    _ => Some(Term::On(false)), // nothing is in an empty list
                }
            }
            Self::Empty(one) => {
                let value = one.value(field);
                Some(Term::On(value.is_none() || value == Some(Term::List(Vec::new()))))
            }
            Self::Not(one) => match one.value(field)? {
                Term::On(on) => Some(Term::On(!on)),
                _ => None,
            },
            // Neither yes nor no stays so, unless the other side decides alone.
            Self::And(one, other) => match (one.value(field), other.value(field)) {
                (Some(Term::On(false)), _) | (_, Some(Term::On(false))) => Some(Term::On(false)),
                (Some(_), Some(_)) => Some(Term::On(true)),
                _ => None,
            },
            Self::Or(one, other) => match (one.value(field), other.value(field)) {
                (Some(Term::On(true)), _) | (_, Some(Term::On(true))) => Some(Term::On(true)),
                (Some(_), Some(_)) => Some(Term::On(false)),
                _ => None,
            },
        }
    }
}

impl Operator {
    fn holds(self, order: Ordering) -> bool {
        match self {
            Self::Equal => order.is_eq(),
            Self::Unequal => order.is_ne(),
            Self::Less => order.is_lt(),
            Self::LessOrEqual => order.is_le(),
            Self::Greater => order.is_gt(),
            Self::GreaterOrEqual => order.is_ge(),
        }
    }
}

/// A field's value as a term. What is ordered is its text, which sorts as it does: years have four digits.
fn term(value: &Value, part: Part) -> Option<Term> {
    Some(match (value, part) {
        (Value::Empty | Value::Mixed, _) => return None,
        (Value::Number(number), _) => Term::Number(*number),
        (Value::On(on), _) => Term::On(*on),
        (Value::Texts(texts), _) => Term::List(texts.clone()),
        (Value::Span(span), Part::Last) => Term::Number(span.high),
        (Value::Span(span), _) => Term::Number(span.low),
        (Value::Dates(span), Part::Last) => Term::Text(span.last.to_string()),
        (Value::Dates(span), _) => Term::Text(span.first.to_string()),
        (other, _) => Term::Text(other.to_string()),
    })
}

fn later(day: &str, days: Decimal) -> Result {
    let day: Date = day.parse().ok()?;
    let days = i32::try_from(days.trunc().mantissa()).ok().filter(|_| days.fract().is_zero())?;
    day.plus_days(days).map(|day| Term::Text(day.to_string()))
}

fn order(one: &Term, other: &Term) -> Option<Ordering> {
    match (one, other) {
        (Term::Number(one), Term::Number(other)) => Some(one.cmp(other)),
        (Term::Text(one), Term::Text(other)) => Some(one.cmp(other)),
        (Term::On(one), Term::On(other)) => Some(one.cmp(other)),
        _ => None,
    }
}

/// Where a piece of a condition stands in its text.
type Span = Range<usize>;
