//! From a text to an expression, with a check of what goes with what.

use super::{Arithmetic, ExpressionError, Of, Operator, Over, Part, Scope, Tree, Type};
use crate::calendar::{Date, DateTime, Month, Time, Week};
use crate::control::ValueKind;
use crate::number::parse_number;
use crate::quoted::Quoted;
use core::ops::Range;

/// Where a piece of an expression stands in its text.
type Span = Range<usize>;

/// How deep expressions may stand in each other; more is no work of a person.
const DEEPEST: usize = 60;

/// How many words, numbers and signs an expression has at most. What is built of it is as deep as a chain of sums is
/// long, and has to fit on any stack.
const LONGEST: usize = 1000;

/// The functions there are.
const FUNCTIONS: [&str; 8] =
    ["count", "sum", "round", "min", "max", "different", "date", "weekday"];

/// The most places that a number is rounded to.
const MOST_PLACES: u32 = 20;

#[derive(Clone, Debug, PartialEq)]
enum Token {
    Number(String),
    Text(String),
    Name(String),
    Sign(&'static str),
    End,
}

const SIGNS: [&str; 15] =
    ["!=", "<=", ">=", "=", "<", ">", "(", ")", "+", "-", "*", "/", "[", "]", ","];

fn tokens(text: &str) -> Result<Vec<(Token, Span)>, ExpressionError> {
    let mut all = Vec::new();
    let mut at = 0;
    while let Some(c) = text[at..].chars().next() {
        let rest = &text[at..];
        if c.is_whitespace() {
            at += c.len_utf8();
            continue;
        }
        let (token, length) = if c == '\'' || c == '"' {
            let end = rest[1..].find(c).ok_or_else(|| {
                ExpressionError::syntax(at..text.len(), "this text is not ended")
                    .with_help(format!("put another {c} at its end"))
            })?;
            (Token::Text(rest[1..=end].to_owned()), end + 2)
        } else if c.is_ascii_digit() {
            let length =
                rest.find(|c: char| !(c.is_ascii_digit() || c == '.')).unwrap_or(rest.len());
            (Token::Number(rest[..length].to_owned()), length)
        } else if c.is_alphabetic() || c == '_' {
            (Token::Name(name(rest).to_owned()), name(rest).len())
        } else if let Some(sign) = SIGNS.into_iter().find(|sign| rest.starts_with(sign)) {
            (Token::Sign(sign), sign.len())
        } else {
            let span = at..at + c.len_utf8();
            let message = format!("{} has no meaning here", Quoted(&c.to_string()));
            let help =
                "write =, !=, <, <=, >, >=, +, -, *, /, and, or, not, in, is empty, count(…)";
            return Err(ExpressionError::syntax(span, message).with_help(help));
        };
        if all.len() == LONGEST {
            let message = format!("it has more than {LONGEST} words, numbers and signs");
            let help = "make several of it";
            return Err(ExpressionError::syntax(at..at + length, message).with_help(help));
        }
        all.push((token, at..at + length));
        at += length;
    }
    all.push((Token::End, text.len()..text.len()));
    Ok(all)
}

/// The name that a text begins with. A hyphen belongs to it between two letters or digits, so a minus has
/// blanks around it.
fn name(text: &str) -> &str {
    let is_part = |c: char| c.is_alphanumeric() || c == '_';
    let mut end = 0;
    let mut rest = text.char_indices().peekable();
    while let Some((at, c)) = rest.next() {
        let joins = (c == '-' || c == '.') && rest.peek().is_some_and(|(_, next)| is_part(*next));
        if !is_part(c) && !joins {
            break;
        }
        end = at + c.len_utf8();
    }
    &text[..end]
}

struct Parser<'a> {
    tokens: Vec<(Token, Span)>,
    at: usize,
    depth: usize,
    fields: &'a Scope,
    /// Where it speaks of today.
    todays: Vec<Span>,
}

/// An expression, what it gives, and where it stands.
type Typed = (Tree, Type, Span);

/// What a text says, what that gives, and how it is written with the day in the place of `today`.
pub(super) fn whole(text: &str, fields: &Scope) -> Result<(Tree, Type, String), ExpressionError> {
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
            Token::Number(text) | Token::Name(text) => format!("{} stands here", Quoted(text)),
            Token::Text(_) => "a text stands here".to_owned(),
            Token::Sign(sign) => format!("{} stands here", Quoted(sign)),
        };
        ExpressionError::syntax(self.span(), format!("{found}, where {instead} should be"))
    }

    fn any(&mut self) -> Result<Typed, ExpressionError> {
        self.depth += 1;
        if self.depth > DEEPEST {
            return Err(ExpressionError::syntax(self.span(), "this stands too deep in brackets"));
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
        // Counted, not nested: "not not not …" must not use up the stack.
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
                return Err(self.unexpected("the word empty"));
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
                (kind, Type::Number, _) if kind == day => day, // so many days later
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
            return Err(self.unexpected("a field, a number, a text or a bracket"));
        };
        self.at += 1;
        match name.as_str() {
            "true" => return Ok((Tree::On(true), Type::On, span)),
            "false" => return Ok((Tree::On(false), Type::On, span)),
            // A field may be named like a function; a bracket tells them apart.
            _ if FUNCTIONS.contains(&name.as_str()) && self.take_sign("(") => {
                return self.function(&name, span);
            }
            _ => {}
        }
        if let ("today", false) = (name.as_str(), self.fields.places.contains_key(&name)) {
            return self.today(span);
        }
        self.field(&name, span)
    }

    fn today(&mut self, span: Span) -> Result<Typed, ExpressionError> {
        let Some(today) = self.fields.today else {
            let message = "this hangs on which day it is, and nobody has said that here";
            return Err(ExpressionError::mismatch(span, message));
        };
        self.todays.push(span.clone());
        Ok((Tree::Text(today.to_string()), Type::Ordered(ValueKind::Date), span))
    }

    /// What stands in a function's brackets, and the function of it.
    fn function(&mut self, name: &str, span: Span) -> Result<Typed, ExpressionError> {
        let mut all = vec![self.argument(name)?];
        while self.take_sign(",") {
            all.push(self.argument(name)?);
        }
        let span = span.start..self.span().end;
        if !self.take_sign(")") {
            return Err(self.unexpected("a closing bracket"));
        }
        let wrong_count = |right: &str| {
            let message = format!("{name}(…) takes {right}, and here are {}", all.len());
            ExpressionError::mismatch(span.clone(), message)
        };
        let (of, kind) = match (name, all.as_slice()) {
            // Put together when they were read.
            ("count" | "sum" | "different", [(over @ Tree::Over(..), kind, _)]) => {
                (over.clone(), *kind)
            }
            ("count", [(Tree::Field(at, Part::Whole), ..)])
                if self.fields.rows.iter().any(|rows| rows.count == *at) =>
            {
                (Tree::Field(*at, Part::Whole), Type::Number)
            }
            ("date", [(Tree::Text(text), _, inner)]) if text.parse::<Date>().is_err() => {
                return Err(not_written(ValueKind::Date, text, inner));
            }
            ("date", [(Tree::Text(text), Type::Text, _)]) => {
                (Tree::Text(text.clone()), Type::Ordered(ValueKind::Date))
            }
            ("date", _) => return Err(wrong_count("a text like '2026-05-14'")),
            ("weekday", [(day, kind, inner)]) => {
                expect(*kind, Type::Ordered(ValueKind::Date), inner)?;
                (Tree::Weekday(Box::new(day.clone())), Type::Number)
            }
            ("weekday", _) => return Err(wrong_count("one day")),
            ("different", _) => {
                return Err(wrong_count("a field of rows"));
            }
            ("count" | "sum", [(list, kind, inner)]) => {
                expect(*kind, Type::List, inner)?;
                let list = Box::new(list.clone());
                let of = if name == "count" { Tree::Count(list) } else { Tree::Total(list) };
                (of, Type::Number)
            }
            ("count" | "sum", _) => return Err(wrong_count("one list")),
            ("round", [(number, kind, inner), (places, ..)]) => {
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
            ("round", _) => return Err(wrong_count("a number and how many places it keeps")),
            (_, [(_, kind, inner), rest @ ..]) => {
                let is_in_order = matches!(kind, Type::Number | Type::Ordered(_));
                if !is_in_order {
                    let message = format!("{} has no least and no greatest", kind.word());
                    return Err(ExpressionError::mismatch(inner.clone(), message));
                }
                rest.iter().try_for_each(|(_, other, inner)| expect(*other, *kind, inner))?;
                let of = if name == "min" { Of::Least } else { Of::Greatest };
                (Tree::Of(of, all.iter().map(|(one, ..)| one.clone()).collect()), *kind)
            }
            (_, []) => return Err(wrong_count("something")),
        };
        Ok((of, kind, span))
    }

    /// What stands in a function's brackets: where it is a field of rows without a number, that of all rows.
    fn argument(&mut self, function: &str) -> Result<Typed, ExpressionError> {
        let over = match function {
            "count" => Over::Filled,
            "sum" => Over::Sum,
            "different" => Over::Different,
            "min" => Over::Least,
            "max" => Over::Greatest,
            _ => return self.any(),
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

    fn field(&self, name: &str, span: Span) -> Result<Typed, ExpressionError> {
        self.field_in(name, span, self.fields.row)
    }

    /// A field; where it is one of rows without a number, that of this row.
    fn field_in(
        &self,
        name: &str,
        span: Span,
        row: Option<(usize, usize)>,
    ) -> Result<Typed, ExpressionError> {
        let in_row = |name: &str| {
            let (rows, field) = self.fields.row_field(name)?;
            let (_, row) = row.filter(|(at, _)| *at == rows)?;
            Some(self.fields.rows[rows].places[row][field])
        };
        let find = |name: &str| self.fields.places.get(name).copied().or_else(|| in_row(name));
        let (whole, part) = match (find(name), name.rsplit_once('.')) {
            (Some(at), _) => (Some(at), Part::Whole),
            (None, Some(_)) => {
                let (before, part) = whole_name(name);
                (find(before).filter(|_| part != Part::Whole), part)
            }
            (None, None) => (None, Part::Whole),
        };
        let Some(at) = whole else {
            let in_rows =
                [name, whole_name(name).0].into_iter().find_map(|name| self.fields.row_field(name));
            if let Some((rows, _)) = in_rows {
                return Err(ExpressionError::of_each_row(span, &self.fields.rows[rows].name));
            }
            let mut error = ExpressionError::no_such_field(span, name);
            if let "on" | "off" | "yes" | "no" = name {
                error = error.with_help("a yes or no is written true or false");
            }
            return Err(error);
        };
        let kind = match (self.fields.all[at].kind, part) {
            (ValueKind::Span, Part::First | Part::Last) => Type::Number,
            (ValueKind::Dates, Part::First | Part::Last) => Type::Ordered(ValueKind::Date),
            (ValueKind::Span | ValueKind::Dates, Part::Whole) => {
                let message = format!("{} has two ends", Quoted(name));
                let (low, high) = match self.fields.all[at].kind {
                    ValueKind::Span => ("low", "high"),
                    _ => ("first", "last"),
                };
                return Err(ExpressionError::mismatch(span, message)
                    .with_help(format!("write {name}.{low} or {name}.{high}")));
            }
            (_, Part::First | Part::Last) => {
                let message = format!("{} has no ends", Quoted(&self.fields.all[at].name));
                return Err(ExpressionError::mismatch(span, message));
            }
            (ValueKind::Number, _) => Type::Number,
            (ValueKind::On, _) => Type::On,
            (ValueKind::Text, _) => Type::Text,
            (ValueKind::Texts, _) => Type::List,
            (kind, _) => Type::Ordered(kind),
        };
        Ok((Tree::Field(at, part), kind, span))
    }
}

/// The name of a field, and which part of it is meant where one is.
fn whole_name(name: &str) -> (&str, Part) {
    match name.rsplit_once('.') {
        Some((before, "low" | "first")) => (before, Part::First),
        Some((before, "high" | "last")) => (before, Part::Last),
        _ => (name, Part::Whole),
    }
}

fn joined(
    one: Typed,
    other: Typed,
    by: fn(Box<Tree>, Box<Tree>) -> Tree,
) -> Result<Typed, ExpressionError> {
    expect(one.1, Type::On, &one.2)?;
    expect(other.1, Type::On, &other.2)?;
    Ok((by(Box::new(one.0), Box::new(other.0)), Type::On, one.2.start..other.2.end))
}

fn mismatch(span: &Span, found: Type, right: Type) -> ExpressionError {
    let message = format!("this is {}, and {} is needed here", found.word(), right.word());
    ExpressionError::mismatch(span.clone(), message)
}

fn expect(found: Type, right: Type, span: &Span) -> Result<(), ExpressionError> {
    if found == right { Ok(()) } else { Err(mismatch(span, found, right)) }
}

/// What is wrong with a text that is no such day, month, week or time.
fn not_written(kind: ValueKind, text: &str, span: &Span) -> ExpressionError {
    let message = format!("{} is not {}", Quoted(text), Type::Ordered(kind).word());
    let like = match kind {
        ValueKind::Date => "2026-05-14",
        ValueKind::Month => "2026-05",
        ValueKind::Week => "2026-W20",
        ValueKind::Time => "07:30",
        _ => "2026-05-14T07:30",
    };
    ExpressionError::mismatch(span.clone(), message).with_help(format!("write one like '{like}'"))
}

/// Whether two things can be compared: those of one kind, and what is ordered with a text that is one.
fn compared(one: &Typed, other: &Typed) -> Result<(), ExpressionError> {
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
            Err(ExpressionError::mismatch(span.clone(), "a list is not compared")
                .with_help("write 'text' in list, count(list) or list is empty"))
        }
        (left, right) => expect(right, left, &other.2),
    }
}
