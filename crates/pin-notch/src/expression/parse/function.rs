//! Parsing of function calls.

use super::field::whole_name;
use super::token::Token;
use super::types::{expect, not_written};
use super::{Parser, Span, Typed};
use crate::calendar;
use crate::expression::{ExpressionError, Of, Over, Part, Tree, Type};
use crate::quoted::Quoted;
use crate::value::ValueKind;

/// The greatest number of decimal places that `round` accepts.
const MOST_PLACES: u32 = 20;

/// What `date` accepts, for messages.
const DATE_TEXT: &str = "a text like '2026-05-14'";

/// A function of the language.
#[derive(Clone, Copy, PartialEq, Eq)]
pub(super) enum Function {
    Count,
    Sum,
    Round,
    Min,
    Max,
    Different,
    Date,
    Weekday,
}

const NAMES: [(&str, Function); 8] = [
    ("count", Function::Count),
    ("sum", Function::Sum),
    ("round", Function::Round),
    ("min", Function::Min),
    ("max", Function::Max),
    ("different", Function::Different),
    ("date", Function::Date),
    ("weekday", Function::Weekday),
];

impl Function {
    pub(super) fn named(name: &str) -> Option<Self> {
        NAMES.iter().find(|(own, _)| *own == name).map(|(_, function)| *function)
    }

    fn name(self) -> &'static str {
        NAMES.iter().find(|(_, own)| *own == self).map_or("", |(name, _)| name)
    }
}

/// The error that there is no function with this name.
pub(super) fn unknown(name: &str, span: Span) -> ExpressionError {
    let names: Vec<&str> = NAMES.iter().map(|(name, _)| *name).collect();
    ExpressionError::syntax(span, format!("no function is named {}", Quoted(name)))
        .with_help(format!("the functions are {}", names.join(", ")))
}

impl Parser<'_> {
    /// Parses the arguments of a function and builds the call.
    pub(super) fn function(
        &mut self,
        function: Function,
        span: Span,
    ) -> Result<Typed, ExpressionError> {
        use Function::{Count, Date, Different, Max, Min, Round, Sum, Weekday};
        let mut all = vec![self.argument(function)?];
        while self.take_sign(",") {
            all.push(self.argument(function)?);
        }
        let span = span.start..self.span().end;
        if !self.take_sign(")") {
            return Err(self.unexpected("a closing bracket"));
        }
        let name = function.name();
        let wrong_count = |right: &str| {
            let given = match all.len() {
                1 => "1 argument".to_owned(),
                count => format!("{count} arguments"),
            };
            let message = format!("{name}(…) takes {right}, but was given {given}");
            ExpressionError::mismatch(span.clone(), message)
        };
        let (of, kind) = match (function, all.as_slice()) {
            // Handled together with their arguments.
            (Count | Sum | Different, [(over @ Tree::Over(..), kind, _)]) => (over.clone(), *kind),
            (Count, [(Tree::Field(at, Part::Whole), ..)])
                if self.fields.rows.iter().any(|rows| rows.count == *at) =>
            {
                (Tree::Field(*at, Part::Whole), Type::Number)
            }
            (Date, [(Tree::Text(text), _, inner)]) if text.parse::<calendar::Date>().is_err() => {
                return Err(not_written(ValueKind::Date, text, inner));
            }
            (Date, [(Tree::Text(text), Type::Text, _)]) => {
                (Tree::Text(text.clone()), Type::Ordered(ValueKind::Date))
            }
            (Date, [(_, kind, inner)]) => {
                let message = format!("date(…) takes {DATE_TEXT}, but this is {}", kind.word());
                return Err(ExpressionError::mismatch(inner.clone(), message));
            }
            (Date, _) => return Err(wrong_count(DATE_TEXT)),
            (Weekday, [(day, kind, inner)]) => {
                expect(*kind, Type::Ordered(ValueKind::Date), inner)?;
                (Tree::Weekday(Box::new(day.clone())), Type::Number)
            }
            (Weekday, _) => return Err(wrong_count("one day")),
            (Different, [(.., inner)]) => {
                let message = "different(…) takes a field of rows, but this is not one";
                return Err(ExpressionError::mismatch(inner.clone(), message));
            }
            (Different, _) => return Err(wrong_count("a field of rows")),
            (Count | Sum, [(list, kind, inner)]) => {
                expect(*kind, Type::List, inner)?;
                let list = Box::new(list.clone());
                let of = if function == Count { Tree::Count(list) } else { Tree::Total(list) };
                (of, Type::Number)
            }
            (Count | Sum, _) => return Err(wrong_count("one list")),
            (Round, [(number, kind, inner), (places, ..)]) => {
                expect(*kind, Type::Number, inner)?;
                let whole = match places {
                    Tree::Number(places) if places.is_integer() => u32::try_from(*places).ok(),
                    _ => None,
                };
                let places = whole.filter(|places| *places <= MOST_PLACES).ok_or_else(|| {
                    let message =
                        format!("round(…) takes a whole number of places, 0 to {MOST_PLACES}");
                    ExpressionError::mismatch(all[1].2.clone(), message)
                })?;
                (Tree::Round(Box::new(number.clone()), places), Type::Number)
            }
            (Round, _) => return Err(wrong_count("a number and how many places it keeps")),
            (Min | Max, [(_, kind, inner), rest @ ..]) => {
                let is_in_order = matches!(kind, Type::Number | Type::Ordered(_));
                if !is_in_order {
                    let message = format!("{} has no least and no greatest", kind.word());
                    return Err(ExpressionError::mismatch(inner.clone(), message));
                }
                rest.iter().try_for_each(|(_, other, inner)| expect(*other, *kind, inner))?;
                let of = if function == Min { Of::Least } else { Of::Greatest };
                (Tree::Of(of, all.iter().map(|(one, ..)| one.clone()).collect()), *kind)
            }
            (Min | Max, []) => return Err(wrong_count("something")),
        };
        Ok((of, kind, span))
    }

    /// An argument; a field of rows without a row number means the field in all rows.
    fn argument(&mut self, function: Function) -> Result<Typed, ExpressionError> {
        let over = match function {
            Function::Count => Over::Filled,
            Function::Sum => Over::Sum,
            Function::Different => Over::Different,
            Function::Min => Over::Least,
            Function::Max => Over::Greatest,
            Function::Round | Function::Date | Function::Weekday => return self.any(),
        };
        let ends =
            |token: Option<&(Token, Span)>| matches!(token, Some((Token::Sign(")" | ","), _)));
        let (Token::Name(name), true) = (self.peek().clone(), ends(self.tokens.get(self.at + 1)))
        else {
            return self.any();
        };
        let Some((rows, _)) = self.fields.row_field(whole_name(&name).0) else { return self.any() };
        let span = self.span();
        self.at += 1;
        let (mut all, mut kind) = (Vec::new(), Type::Number);
        for row in 0..self.fields.rows[rows].places.len() {
            let (tree, own, _) = self.field_in(&name, span.clone(), Some((rows, row)))?;
            all.push(tree);
            kind = own;
        }
        let kind = match over {
            Over::Sum => expect(kind, Type::Number, &span).map(|()| kind)?,
            Over::Filled => Type::Number,
            Over::Different => Type::On,
            Over::Least | Over::Greatest => kind,
        };
        Ok((Tree::Over(over, all), kind, span))
    }
}
