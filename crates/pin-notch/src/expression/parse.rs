//! Parsing and type checking of expressions.

mod field;
mod function;
mod token;
mod types;

use super::{Arithmetic, ExpressionError, Operator, Scope, Tree, Type};
use crate::number::parse_number;
use crate::quoted::Quoted;
use crate::value::ValueKind;
use core::ops::Range;
use function::{Function, unknown};
use token::{OPERATORS, Token, tokens};
use types::{compared, expect, joined, mismatch};

/// The place of a part of an expression in its text.
type Span = Range<usize>;

/// The maximum nesting depth; nobody writes deeper expressions by hand.
const DEEPEST: usize = 60;

/// What may stand at either side of an operator, for messages.
const OPERAND: &str = "a field, a number, a text or a bracket";

struct Parser<'a> {
    tokens: Vec<(Token, Span)>,
    at: usize,
    depth: usize,
    fields: &'a Scope,
    /// The places where it refers to `today`.
    todays: Vec<Span>,
}

/// An expression, its type, and its place.
type Typed = (Tree, Type, Span);

/// Parses a text. Returns the tree, its type, and the text with `today` replaced by the date.
pub(super) fn parse(text: &str, fields: &Scope) -> Result<(Tree, Type, String), ExpressionError> {
    let mut parser = Parser { tokens: tokens(text)?, at: 0, depth: 0, fields, todays: Vec::new() };
    let (expression, kind, _) = parser.any()?;
    match parser.peek() {
        Token::End => {}
        _ => return Err(parser.unexpected("the end")),
    }
    let mut written = text.to_owned();
    for (today, span) in
        fields.today.iter().flat_map(|day| parser.todays.iter().rev().map(move |span| (day, span)))
    {
        written.replace_range(span.clone(), &format!("date('{today}')"));
    }
    Ok((expression, kind, written))
}

impl Parser<'_> {
    fn peek(&self) -> &Token {
        &self.tokens[self.at].0
    }

    fn span(&self) -> Span {
        self.tokens[self.at].1.clone()
    }

    fn take_sign(&mut self, sign: &str) -> bool {
        let is = matches!(self.peek(), Token::Sign(found) if *found == sign);
        self.at += usize::from(is);
        is
    }

    fn take_word(&mut self, word: &str) -> bool {
        let is = matches!(self.peek(), Token::Name(found) if found == word);
        self.at += usize::from(is);
        is
    }

    fn unexpected(&self, instead: &str) -> ExpressionError {
        let found = match self.peek() {
            Token::End => "the text ends here".to_owned(),
            Token::Number(text) | Token::Name(text) => format!("there is {} here", Quoted(text)),
            Token::Text(_) => "there is a text here".to_owned(),
            Token::Sign(sign) => format!("there is {} here", Quoted(sign)),
        };
        ExpressionError::syntax(self.span(), format!("{found}, where {instead} should be"))
    }

    fn any(&mut self) -> Result<Typed, ExpressionError> {
        self.depth += 1;
        if self.depth > DEEPEST {
            return Err(ExpressionError::syntax(self.span(), "this is nested too deeply"));
        }
        let mut one = self.all()?;
        while self.take_word("or") {
            let other = self.all()?;
            one = joined(one, other, Tree::Or)?;
        }
        self.depth -= 1;
        Ok(one)
    }

    fn all(&mut self) -> Result<Typed, ExpressionError> {
        let mut one = self.negated()?;
        while self.take_word("and") {
            let other = self.negated()?;
            one = joined(one, other, Tree::And)?;
        }
        Ok(one)
    }

    fn negated(&mut self) -> Result<Typed, ExpressionError> {
        let start = self.span().start;
        // Counted instead of nested, so that "not not not …" cannot exhaust the stack.
        let mut times = 0;
        while self.take_word("not") {
            times += 1;
        }
        let (one, kind, span) = self.comparison()?;
        if times == 0 {
            return Ok((one, kind, span));
        }
        expect(kind, Type::On, &span)?;
        let one = if times % 2 == 1 { Tree::Not(Box::new(one)) } else { one };
        Ok((one, Type::On, start..span.end))
    }

    fn comparison(&mut self) -> Result<Typed, ExpressionError> {
        let one = self.sum()?;
        let start = one.2.start;
        if self.take_word("is") {
            let not = self.take_word("not");
            if !self.take_word("empty") {
                let help = "only emptiness is asked with is; compare values with =";
                return Err(self.unexpected("the word empty").with_help(help));
            }
            let end = self.tokens[self.at - 1].1.end;
            let is = Tree::Empty(Box::new(one.0));
            let is = if not { Tree::Not(Box::new(is)) } else { is };
            return Ok((is, Type::On, start..end));
        }
        let not = matches!(self.peek(), Token::Name(word) if word == "not")
            && matches!(&self.tokens[self.at + 1].0, Token::Name(word) if word == "in");
        self.at += usize::from(not);
        if self.take_word("in") {
            if matches!(one.1, Type::On | Type::List) {
                return Err(mismatch(&one.2, one.1, Type::Text));
            }
            let list = self.sum()?;
            expect(list.1, Type::List, &list.2)?;
            let span = start..list.2.end;
            let is = Tree::In(Box::new(one.0), Box::new(list.0));
            let is = if not { Tree::Not(Box::new(is)) } else { is };
            return Ok((is, Type::On, span));
        }
        let operators = [
            ("=", Operator::Equal),
            ("!=", Operator::Unequal),
            ("<", Operator::Less),
            ("<=", Operator::LessOrEqual),
            (">", Operator::Greater),
            (">=", Operator::GreaterOrEqual),
        ];
        let Token::Sign(sign) = *self.peek() else { return Ok(one) };
        let Some((_, operator)) = operators.into_iter().find(|(known, _)| *known == sign) else {
            return Ok(one);
        };
        self.at += 1;
        if let Token::Sign("=" | ">") = self.peek() {
            let error = self.unexpected(OPERAND);
            return Err(error.with_help(OPERATORS));
        }
        let other = self.sum()?;
        compared(&one, &other)?;
        let span = start..other.2.end;
        Ok((Tree::Compare(operator, Box::new(one.0), Box::new(other.0)), Type::On, span))
    }

    fn sum(&mut self) -> Result<Typed, ExpressionError> {
        let mut one = self.product()?;
        loop {
            let plus = self.take_sign("+");
            if !plus && !self.take_sign("-") {
                return Ok(one);
            }
            let other = self.product()?;
            let day = Type::Ordered(ValueKind::Date);
            let kind = match (one.1, other.1, plus) {
                (Type::Number, Type::Number, _) => Type::Number,
                (kind, Type::Number, _) if kind == day => day, // that many days later
                (kind, to, false) if kind == day && to == day => Type::Number,
                (Type::Number, kind, _) => return Err(mismatch(&other.2, kind, Type::Number)),
                (kind, ..) => return Err(mismatch(&one.2, kind, Type::Number)),
            };
            let span = one.2.start..other.2.end;
            let by = if plus { Arithmetic::Sum } else { Arithmetic::Difference };
            one = (Tree::Arithmetic(by, Box::new(one.0), Box::new(other.0)), kind, span);
        }
    }

    fn product(&mut self) -> Result<Typed, ExpressionError> {
        let mut one = self.one()?;
        loop {
            let times = self.take_sign("*");
            if !times && !self.take_sign("/") {
                return Ok(one);
            }
            let other = self.one()?;
            expect(one.1, Type::Number, &one.2)?;
            expect(other.1, Type::Number, &other.2)?;
            let by = if times { Arithmetic::Product } else { Arithmetic::Quotient };
            let span = one.2.start..other.2.end;
            one = (Tree::Arithmetic(by, Box::new(one.0), Box::new(other.0)), Type::Number, span);
        }
    }

    fn one(&mut self) -> Result<Typed, ExpressionError> {
        let span = self.span();
        let token = self.peek().clone();
        match token {
            Token::Sign("-") => {
                self.at += 1;
                let Token::Number(_) = self.peek() else {
                    let (one, kind, inner) = self.bracketed_or_name()?;
                    expect(kind, Type::Number, &inner)?;
                    return Ok((
                        Tree::Negative(Box::new(one)),
                        Type::Number,
                        span.start..inner.end,
                    ));
                };
                let (one, kind, inner) = self.one()?;
                Ok((Tree::Negative(Box::new(one)), kind, span.start..inner.end))
            }
            Token::Number(text) => {
                self.at += 1;
                let number = parse_number(&text)
                    .map_err(|error| ExpressionError::syntax(span.clone(), error.to_string()))?;
                Ok((Tree::Number(number), Type::Number, span))
            }
            Token::Text(text) => {
                self.at += 1;
                Ok((Tree::Text(text), Type::Text, span))
            }
            _ => self.bracketed_or_name(),
        }
    }

    fn bracketed_or_name(&mut self) -> Result<Typed, ExpressionError> {
        let span = self.span();
        if self.take_sign("(") {
            let (one, kind, _) = self.any()?;
            let end = self.span().end;
            return match self.take_sign(")") {
                true => Ok((one, kind, span.start..end)),
                false => Err(self.unexpected("a closing bracket")),
            };
        }
        let Token::Name(name) = self.peek().clone() else {
            return Err(self.unexpected(OPERAND));
        };
        self.at += 1;
        match (name.as_str(), Function::named(&name)) {
            ("true", _) => Ok((Tree::On(true), Type::On, span)),
            ("false", _) => Ok((Tree::On(false), Type::On, span)),
            // A field may have the name of a function; a following parenthesis distinguishes them.
            (_, Some(function)) if self.take_sign("(") => self.function(function, span),
            ("today", _) if self.fields.place(&name).is_none() => self.today(span),
            _ => match self.field(&name, span.clone()) {
                // The two ends of a span are never empty separately.
                Err(error) if matches!(self.peek(), Token::Name(next) if next == "is") => {
                    self.field(&format!("{name}.first"), span).map_err(|_| error)
                }
                Err(_) if matches!(self.peek(), Token::Sign("(")) => Err(unknown(&name, span)),
                field => field,
            },
        }
    }

    fn today(&mut self, span: Span) -> Result<Typed, ExpressionError> {
        let Some(today) = self.fields.today else {
            let message = "this depends on today's date, which is not known here";
            return Err(ExpressionError::mismatch(span, message));
        };
        self.todays.push(span.clone());
        Ok((Tree::Text(today.to_string()), Type::Ordered(ValueKind::Date), span))
    }
}
