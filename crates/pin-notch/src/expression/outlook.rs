//! Whether a condition can be true or false at all, given the bounds of its fields.

use super::{Arithmetic, Known, Operator, Part, Tree};
use crate::value::ValueKind;
use rust_decimal::Decimal;

/// Bounds of a number; `None` means unbounded.
type Bounds = (Option<Decimal>, Option<Decimal>);

/// Whether it can be true, and whether it can be false, judging by bounds. Subexpressions are treated as
/// independent, so that it errs on the side of "can".
pub(super) fn of(expression: &Tree, fields: &[Known]) -> (bool, bool) {
    match expression {
        Tree::On(on) => (*on, !on),
        Tree::Not(one) => {
            let (holds, breaks) = of(one, fields);
            (breaks, holds)
        }
        Tree::And(one, other) => {
            let (one, other) = (of(one, fields), of(other, fields));
            (one.0 && other.0, one.1 || other.1)
        }
        Tree::Or(one, other) => {
            let (one, other) = (of(one, fields), of(other, fields));
            (one.0 || other.0, one.1 && other.1)
        }
        Tree::Compare(operator, one, other) => {
            match (offered(one, fields), offered(other, fields), &**one, &**other) {
                (Some(texts), _, _, Tree::Text(text)) | (_, Some(texts), Tree::Text(text), _)
                    if !texts.contains(text) =>
                {
                    match operator {
                        Operator::Equal => (false, true),
                        Operator::Unequal => (true, false),
                        _ => (true, true),
                    }
                }
                _ => compared(*operator, bounds(one, fields), bounds(other, fields)),
            }
        }
        Tree::In(one, list) => match (&**one, offered(list, fields)) {
            (Tree::Text(text), Some(texts)) if !texts.contains(text) => (false, true),
            _ => (true, true),
        },
        Tree::Number(_)
        | Tree::Text(_)
        | Tree::Field(..)
        | Tree::Weekday(_)
        | Tree::Count(_)
        | Tree::Total(_)
        | Tree::Round(..)
        | Tree::Of(..)
        | Tree::Over(..)
        | Tree::Negative(_)
        | Tree::Arithmetic(..)
        | Tree::Empty(_) => (true, true),
    }
}

fn offered<'a>(expression: &Tree, fields: &'a [Known]) -> Option<&'a Vec<String>> {
    match expression {
        Tree::Field(at, _) => fields[*at].texts.as_ref(),
        _ => None,
    }
}

/// The bounds of a number; anything else is unbounded.
fn bounds(expression: &Tree, fields: &[Known]) -> Bounds {
    let both = |one: Option<Decimal>, other: Option<Decimal>| one.zip(other);
    match expression {
        Tree::Number(number) => (Some(*number), Some(*number)),
        Tree::Field(at, part) => match (fields[*at].kind, part) {
            (ValueKind::Number, _) | (ValueKind::Span, Part::First | Part::Last) => {
                fields[*at].range
            }
            _ => (None, None),
        },
        Tree::Weekday(_) => (Some(Decimal::ONE), Some(Decimal::from(7))),
        Tree::Count(list) => {
            let most = offered(list, fields).map(|texts| Decimal::from(texts.len()));
            (Some(Decimal::ZERO), most)
        }
        Tree::Negative(one) => {
            let (low, high) = bounds(one, fields);
            (high.map(|high| -high), low.map(|low| -low))
        }
        Tree::Arithmetic(Arithmetic::Sum, one, other) => {
            let ((low, high), (least, most)) = (bounds(one, fields), bounds(other, fields));
            let sum = |(one, other): (Decimal, Decimal)| one.checked_add(other);
            (both(low, least).and_then(sum), both(high, most).and_then(sum))
        }
        Tree::Arithmetic(Arithmetic::Difference, one, other) => {
            let ((low, high), (least, most)) = (bounds(one, fields), bounds(other, fields));
            let difference = |(one, other): (Decimal, Decimal)| one.checked_sub(other);
            (both(low, most).and_then(difference), both(high, least).and_then(difference))
        }
        Tree::Text(_)
        | Tree::On(_)
        | Tree::Total(_)
        | Tree::Round(..)
        | Tree::Of(..)
        | Tree::Over(..)
        | Tree::Arithmetic(Arithmetic::Product | Arithmetic::Quotient, ..)
        | Tree::Compare(..)
        | Tree::In(..)
        | Tree::Empty(_)
        | Tree::Not(_)
        | Tree::And(..)
        | Tree::Or(..) => (None, None),
    }
}

fn compared(operator: Operator, one: Bounds, other: Bounds) -> (bool, bool) {
    // Whether the first can be below the second, and whether it can be above.
    let can = |low: Option<Decimal>, high: Option<Decimal>, strictly: bool| match (low, high) {
        (Some(low), Some(high)) => {
            if strictly {
                low < high
            } else {
                low <= high
            }
        }
        _ => true,
    };
    let (below, above) = (can(one.0, other.1, true), can(other.0, one.1, true));
    let (not_above, not_below) = (can(one.0, other.1, false), can(other.0, one.1, false));
    match operator {
        Operator::Less => (below, not_below),
        Operator::LessOrEqual => (not_above, above),
        Operator::Greater => (above, not_above),
        Operator::GreaterOrEqual => (not_below, below),
        Operator::Equal => (not_above && not_below, below || above),
        Operator::Unequal => (below || above, not_above && not_below),
    }
}
