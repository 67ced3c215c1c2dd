//! Whether a condition can hold and can be broken at all, by the bounds of its fields.

use super::{Expression, Known, Operator, Part};
use pin_notch::{Decimal, ValueKind};

/// Bounds of a number; `None` is without end.
type Bounds = (Option<Decimal>, Option<Decimal>);

/// Whether it can be true, and whether it can be false, as far as bounds tell. Parts are taken to be free of
/// each other, so it errs on the side of "can".
pub(super) fn of(expression: &Expression, fields: &[Known]) -> (bool, bool) {
    match expression {
        Expression::On(on) => (*on, !on),
        Expression::Not(one) => {
            let (holds, breaks) = of(one, fields);
            (breaks, holds)
        }
        Expression::And(one, other) => {
            let (one, other) = (of(one, fields), of(other, fields));
            (one.0 && other.0, one.1 || other.1)
        }
        Expression::Or(one, other) => {
            let (one, other) = (of(one, fields), of(other, fields));
            (one.0 || other.0, one.1 && other.1)
        }
        Expression::Compare(operator, one, other) => {
            match (offered(one, fields), offered(other, fields), &**one, &**other) {
                (Some(texts), _, _, Expression::Text(text))
                | (_, Some(texts), Expression::Text(text), _)
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
        Expression::In(one, list) => match (&**one, offered(list, fields)) {
            (Expression::Text(text), Some(texts)) if !texts.contains(text) => (false, true),
            _ => (true, true),
        },
        _ => (true, true),
    }
}

fn offered<'a>(expression: &Expression, fields: &'a [Known]) -> Option<&'a Vec<String>> {
    match expression {
        Expression::Field(at, _) => fields[*at].texts.as_ref(),
        _ => None,
    }
}

/// The bounds of a number; of what is none, no bounds.
fn bounds(expression: &Expression, fields: &[Known]) -> Bounds {
    let both = |one: Option<Decimal>, other: Option<Decimal>| one.zip(other);
    match expression {
        Expression::Number(number) => (Some(*number), Some(*number)),
        Expression::Field(at, part) => match (fields[*at].kind, part) {
            (ValueKind::Number, _) | (ValueKind::Span, Part::First | Part::Last) => {
                fields[*at].range
            }
            _ => (None, None),
        },
        Expression::Count(list) => {
            let most = offered(list, fields).map(|texts| Decimal::from(texts.len()));
            (Some(Decimal::ZERO), most)
        }
        Expression::Negative(one) => {
            let (low, high) = bounds(one, fields);
            (high.map(|high| -high), low.map(|low| -low))
        }
        Expression::Sum(one, other) => {
            let ((low, high), (least, most)) = (bounds(one, fields), bounds(other, fields));
            let sum = |(one, other): (Decimal, Decimal)| one.checked_add(other);
            (both(low, least).and_then(sum), both(high, most).and_then(sum))
        }
        Expression::Difference(one, other) => {
            let ((low, high), (least, most)) = (bounds(one, fields), bounds(other, fields));
            let difference = |(one, other): (Decimal, Decimal)| one.checked_sub(other);
            (both(low, most).and_then(difference), both(high, least).and_then(difference))
        }
        _ => (None, None),
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
