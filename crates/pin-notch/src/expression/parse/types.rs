//! Type rules.

use super::{Span, Typed};
use crate::calendar::{Date, DateTime, Month, Time, Week};
use crate::expression::{ExpressionError, Tree, Type};
use crate::quoted::Quoted;
use crate::value::ValueKind;

/// Combines two conditions.
pub(super) fn joined(
    one: Typed,
    other: Typed,
    by: fn(Box<Tree>, Box<Tree>) -> Tree,
) -> Result<Typed, ExpressionError> {
    expect(one.1, Type::On, &one.2)?;
    expect(other.1, Type::On, &other.2)?;
    Ok((by(Box::new(one.0), Box::new(other.0)), Type::On, one.2.start..other.2.end))
}

pub(super) fn mismatch(span: &Span, found: Type, right: Type) -> ExpressionError {
    let message = format!("this is {}, but {} is needed here", found.word(), right.word());
    ExpressionError::mismatch(span.clone(), message)
}

pub(super) fn expect(found: Type, right: Type, span: &Span) -> Result<(), ExpressionError> {
    if found == right { Ok(()) } else { Err(mismatch(span, found, right)) }
}

/// The error for a text that is not a valid day, month, week or time.
pub(super) fn not_written(kind: ValueKind, text: &str, span: &Span) -> ExpressionError {
    let message = format!("{} is not {}", Quoted(text), Type::Ordered(kind).word());
    ExpressionError::mismatch(span.clone(), message).with_help(like(kind))
}

fn like(kind: ValueKind) -> String {
    let like = match kind {
        ValueKind::Date => "2026-05-14",
        ValueKind::Month => "2026-05",
        ValueKind::Week => "2026-W20",
        ValueKind::Time => "07:30",
        _ => "2026-05-14T07:30",
    };
    format!("write one like '{like}'")
}

/// Checks that two terms can be compared: they must have the same type, or one must be a text that is valid
/// for the type of the other.
pub(super) fn compared(one: &Typed, other: &Typed) -> Result<(), ExpressionError> {
    let is = |kind: ValueKind, text: &str| match kind {
        ValueKind::Date => text.parse::<Date>().is_ok(),
        ValueKind::Month => text.parse::<Month>().is_ok(),
        ValueKind::Week => text.parse::<Week>().is_ok(),
        ValueKind::Time => text.parse::<Time>().is_ok_and(|time| time.to_string() == text),
        _ => text.parse::<DateTime>().is_ok_and(|time| time.to_string() == text),
    };
    let written = |kind, (expression, _, span): &Typed| match expression {
        Tree::Text(text) if !is(kind, text) => Err(not_written(kind, text, span)),
        _ => Ok(()),
    };
    match (one.1, other.1) {
        (Type::Ordered(kind), Type::Text) => written(kind, other),
        (Type::Text, Type::Ordered(kind)) => written(kind, one),
        (Type::List, _) | (_, Type::List) => {
            let span = if one.1 == Type::List { &one.2 } else { &other.2 };
            Err(ExpressionError::mismatch(span.clone(), "a list cannot be compared")
                .with_help("write 'text' in list, count(list) or list is empty"))
        }
        // Such as 2026-05-14 without quotation marks.
        (Type::Ordered(kind), Type::Number) => {
            Err(mismatch(&other.2, other.1, one.1).with_help(like(kind)))
        }
        (left, right) => expect(right, left, &other.2),
    }
}
