//! Evaluation of expressions.

use super::{Arithmetic, Of, Operator, Over, Part, Tree};
use crate::calendar::{Date, Weekday};
use crate::number::{number_text, parse_number};
use crate::value::Value;
use rust_decimal::{Decimal, RoundingStrategy};
use std::cmp::Ordering;
use std::collections::HashSet;

/// The number of decimal places to which a quotient is rounded.
const PLACES: u32 = 10;

#[derive(Clone, Debug, PartialEq)]
pub(super) enum Term {
    Number(Decimal),
    Text(String),
    On(bool),
    List(Vec<String>),
}

/// A field's value as a term. Dates and times are represented by their text, which sorts in their order
/// because years have four digits.
pub(super) fn term(value: &Value, part: Part) -> Option<Term> {
    Some(match (value, part) {
        (Value::Empty | Value::Mixed, _) => return None,
        (Value::Number(number), _) => Term::Number(*number),
        (Value::On(on), _) => Term::On(*on),
        (Value::Texts(texts), _) => Term::List(texts.clone()),
        (Value::Span(span), Part::Last) => Term::Number(span.high),
        (Value::Span(span), Part::Whole | Part::First) => Term::Number(span.low),
        (Value::Dates(span), Part::Last) => Term::Text(span.last.to_string()),
        (Value::Dates(span), Part::Whole | Part::First) => Term::Text(span.first.to_string()),
        (
            Value::Text(_)
            | Value::Date(_)
            | Value::Month(_)
            | Value::Week(_)
            | Value::Time(_)
            | Value::DateTime(_),
            _,
        ) => Term::Text(value.to_string()),
    })
}

impl Tree {
    pub(super) fn value(&self, field: &dyn Fn(usize, Part) -> Option<Term>) -> Option<Term> {
        let number = |one: &Self| match one.value(field) {
            Some(Term::Number(number)) => Some(number),
            Some(Term::Text(_) | Term::On(_) | Term::List(_)) | None => None,
        };
        let list = |one: &Self| match one.value(field) {
            Some(Term::List(texts)) => texts,
            // Nothing is chosen, so the list contains nothing.
            Some(Term::Number(_) | Term::Text(_) | Term::On(_)) | None => Vec::new(),
        };
        let on = |one: &Self| match one.value(field) {
            Some(Term::On(on)) => Some(on),
            Some(Term::Number(_) | Term::Text(_) | Term::List(_)) | None => None,
        };
        match self {
            Self::Number(number) => Some(Term::Number(*number)),
            Self::Text(text) => Some(Term::Text(text.clone())),
            Self::On(on) => Some(Term::On(*on)),
            Self::Field(at, part) => field(*at, *part),
            Self::Count(one) => Some(Term::Number(list(one).len().into())),
            Self::Weekday(one) => match one.value(field)? {
                Term::Text(day) => {
                    let day: Date = day.parse().ok()?;
                    let at = Weekday::ALL.iter().position(|one| *one == day.weekday())?;
                    Some(Term::Number((at + 1).into()))
                }
                Term::Number(_) | Term::On(_) | Term::List(_) => None,
            },
            Self::Total(one) => {
                let texts = list(one);
                let mut numbers = texts.iter().filter_map(|text| parse_number(text).ok());
                let total = numbers.try_fold(Decimal::ZERO, Decimal::checked_add);
                total.map(Term::Number)
            }
            Self::Round(one, places) => number(one).map(|one| Term::Number(rounded(one, *places))),
            Self::Of(of, all) => of.those(all.iter().filter_map(|one| one.value(field))),
            Self::Over(over, all) => over.of(all.iter().filter_map(|one| one.value(field))),
            Self::Negative(one) => number(one).map(|number| Term::Number(-number)),
            Self::Arithmetic(by, one, other) => by.of(one.value(field)?, other.value(field)?),
            Self::Compare(operator, one, other) => {
                let order = order(&one.value(field)?, &other.value(field)?)?;
                Some(Term::On(operator.holds(order)))
            }
            Self::In(one, all) => {
                let one = match one.value(field)? {
                    Term::Text(text) => text,
                    Term::Number(number) => number_text(number),
                    Term::On(_) | Term::List(_) => return None,
                };
                Some(Term::On(list(all).contains(&one)))
            }
            Self::Empty(one) => {
                let value = one.value(field);
                Some(Term::On(value.is_none() || value == Some(Term::List(Vec::new()))))
            }
            Self::Not(one) => on(one).map(|on| Term::On(!on)),
            // An undecided side leaves the result undecided, unless the other side decides it alone.
            Self::And(one, other) => match (on(one), on(other)) {
                (Some(false), _) | (_, Some(false)) => Some(Term::On(false)),
                (Some(true), Some(true)) => Some(Term::On(true)),
                (None, _) | (_, None) => None,
            },
            Self::Or(one, other) => match (on(one), on(other)) {
                (Some(true), _) | (_, Some(true)) => Some(Term::On(true)),
                (Some(false), Some(false)) => Some(Term::On(false)),
                (None, _) | (_, None) => None,
            },
        }
    }
}

fn rounded(number: Decimal, places: u32) -> Decimal {
    number.round_dp_with_strategy(places, RoundingStrategy::MidpointAwayFromZero)
}

impl Arithmetic {
    fn of(self, one: Term, other: Term) -> Option<Term> {
        match (self, one, other) {
            (Self::Sum, Term::Number(one), Term::Number(other)) => one.checked_add(other),
            (Self::Difference, Term::Number(one), Term::Number(other)) => one.checked_sub(other),
            (Self::Product, Term::Number(one), Term::Number(other)) => one.checked_mul(other),
            (Self::Quotient, Term::Number(one), Term::Number(other)) => {
                one.checked_div(other).map(|quotient| rounded(quotient, PLACES))
            }
            (Self::Difference, Term::Text(one), Term::Text(other)) => {
                let days = |text: &str| text.parse::<Date>().ok().map(Date::days);
                Some((days(&one)? - days(&other)?).into())
            }
            (Self::Sum, Term::Text(day), Term::Number(days)) => return later(&day, days),
            (Self::Difference, Term::Text(day), Term::Number(days)) => return later(&day, -days),
            (Self::Sum | Self::Difference | Self::Product | Self::Quotient, _, _) => None,
        }
        .map(Term::Number)
    }
}

impl Of {
    fn those(self, terms: impl Iterator<Item = Term>) -> Option<Term> {
        terms.reduce(|one, other| match (self, order(&one, &other)) {
            (Self::Least, Some(Ordering::Greater)) | (Self::Greatest, Some(Ordering::Less)) => {
                other
            }
            (Self::Least | Self::Greatest, _) => one,
        })
    }
}

impl Over {
    fn of(self, mut terms: impl Iterator<Item = Term>) -> Option<Term> {
        let is_filled = |term: &Term| match term {
            Term::On(on) => *on,
            Term::List(texts) => !texts.is_empty(),
            Term::Number(_) | Term::Text(_) => true,
        };
        match self {
            Self::Least => Of::Least.those(terms),
            Self::Greatest => Of::Greatest.those(terms),
            Self::Filled => Some(Term::Number(terms.filter(is_filled).count().into())),
            Self::Sum => {
                let total = terms.try_fold(Decimal::ZERO, |total, term| match term {
                    Term::Number(number) => total.checked_add(number),
                    Term::Text(_) | Term::On(_) | Term::List(_) => None,
                });
                total.map(Term::Number)
            }
            Self::Different => {
                let mut seen = HashSet::new();
                let key = |term: Term| match term {
                    Term::Number(number) => number_text(number.normalize()),
                    Term::Text(text) => text,
                    Term::On(on) => on.to_string(),
                    Term::List(texts) => texts.join("\n"),
                };
                Some(Term::On(terms.all(|term| seen.insert(key(term)))))
            }
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

fn later(day: &str, days: Decimal) -> Option<Term> {
    let day: Date = day.parse().ok()?;
    let days = i32::try_from(days.trunc().mantissa()).ok().filter(|_| days.fract().is_zero())?;
    day.plus_days(days).map(|day| Term::Text(day.to_string()))
}

fn order(one: &Term, other: &Term) -> Option<Ordering> {
    match (one, other) {
        (Term::Number(one), Term::Number(other)) => Some(one.cmp(other)),
        (Term::Text(one), Term::Text(other)) => Some(one.cmp(other)),
        (Term::On(one), Term::On(other)) => Some(one.cmp(other)),
        (Term::Number(_) | Term::Text(_) | Term::On(_) | Term::List(_), _) => None,
    }
}
