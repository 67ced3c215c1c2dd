//! From a condition's text to an expression, with a check of what goes with what.

use super::{Expression, KnownFields, Operator, Part, Span, Type};
use crate::finding::{Finding, meant};
use pin_notch::{Date, DateTime, Month, Quoted, Time, ValueKind, Week, parse_number};

/// How deep conditions may stand in each other; more is no work of a person.
const DEEPEST: usize = 60;

/// How many words, numbers and signs a condition has at most. What is built of it is as deep as a chain of sums is
/// long, and has to fit on any stack.
const LONGEST: usize = 1000;

#[derive(Clone, Debug, PartialEq)]
enum Token {
    Number(String),
    Text(String),
    Name(String),
    Sign(&'static str),
    End,
}

const SIGNS: [&str; 14] = ["!=", "<=", ">=", "=", "<", ">", "(", ")", "+", "-", "*", "[", "]", ","];

/// Words that have a meaning of their own.
const WORDS: [&str; 9] = ["and", "or", "not", "is", "empty", "in", "count", "true", "false"];

fn tokens(text: &str) -> Result<Vec<(Token, Span)>, Finding> {
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
                Finding::error("rule-syntax", at..text.len(), "this text is not ended")
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
            let message = format!("{} has no meaning in a rule", Quoted(&c.to_string()));
            let help = "write =, !=, <, <=, >, >=, +, -, *, and, or, not, in, is empty, count(…)";
            return Err(Finding::error("rule-syntax", span, message).with_help(help));
        };
        if all.len() == LONGEST {
            let message = format!("a rule has at most {LONGEST} words, numbers and signs");
            let help = "make several rules of it, each with its own message";
            return Err(Finding::error("rule-syntax", at..at + length, message).with_help(help));
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
    fields: &'a KnownFields,
}

/// An expression, what it gives, and where it stands.
type Typed = (Expression, Type, Span);

pub(super) fn whole(text: &str, fields: &KnownFields) -> Result<(Expression, Type), Finding> {
    let mut parser = Parser { tokens: tokens(text)?, at: 0, depth: 0, fields };
    let (expression, kind, _) = parser.any()?;
    match parser.peek() {
        Token::End => Ok((expression, kind)),
        _ => Err(parser.unexpected("the end")),
    }
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

    fn unexpected(&self, instead: &str) -> Finding {
        let found = match self.peek() {
            Token::End => "the rule ends here".to_owned(),
            Token::Number(text) | Token::Name(text) => format!("{} stands here", Quoted(text)),
            Token::Text(_) => "a text stands here".to_owned(),
            Token::Sign(sign) => format!("{} stands here", Quoted(sign)),
        };
        Finding::error("rule-syntax", self.span(), format!("{found}, where {instead} should be"))
    }

    fn any(&mut self) -> Result<Typed, Finding> {
        self.depth += 1;
        if self.depth > DEEPEST {
            return Err(Finding::error(
                "rule-syntax",
                self.span(),
                "this stands too deep in brackets",
            ));
        }
        let mut one = self.all()?;
        while self.take_word("or") {
            let other = self.all()?;
            one = joined(one, other, Expression::Or)?;
        }
        self.depth -= 1;
        Ok(one)
    }

    fn all(&mut self) -> Result<Typed, Finding> {
        let mut one = self.negated()?;
        while self.take_word("and") {
            let other = self.negated()?;
            one = joined(one, other, Expression::And)?;
        }
        Ok(one)
    }

    fn negated(&mut self) -> Result<Typed, Finding> {
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
        let one = if times % 2 == 1 { Expression::Not(Box::new(one)) } else { one };
        Ok((one, Type::On, start..span.end))
    }

    fn comparison(&mut self) -> Result<Typed, Finding> {
        let one = self.sum()?;
        let start = one.2.start;
        if self.take_word("is") {
            let not = self.take_word("not");
            if !self.take_word("empty") {
                return Err(self.unexpected("the word empty"));
            }
            let end = self.tokens[self.at - 1].1.end;
            let is = Expression::Empty(Box::new(one.0));
            let is = if not { Expression::Not(Box::new(is)) } else { is };
            return Ok((is, Type::On, start..end));
        }
        let not = matches!(self.peek(), Token::Name(word) if word == "not")
            && matches!(&self.tokens[self.at + 1].0, Token::Name(word) if word == "in");
        self.at += usize::from(not);
        if self.take_word("in") {
            let list = self.sum()?;
            expect(list.1, Type::List, &list.2)?;
            let span = start..list.2.end;
            let is = Expression::In(Box::new(one.0), Box::new(list.0));
            let is = if not { Expression::Not(Box::new(is)) } else { is };
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
        Ok((Expression::Compare(operator, Box::new(one.0), Box::new(other.0)), Type::On, span))
    }

    fn sum(&mut self) -> Result<Typed, Finding> {
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
            let (left, right) = (Box::new(one.0), Box::new(other.0));
            let of = if plus {
                Expression::Sum(left, right)
            } else {
                Expression::Difference(left, right)
            };
            one = (of, kind, span);
        }
    }

    fn product(&mut self) -> Result<Typed, Finding> {
        let mut one = self.one()?;
        while self.take_sign("*") {
            let other = self.one()?;
            expect(one.1, Type::Number, &one.2)?;
            expect(other.1, Type::Number, &other.2)?;
            let span = one.2.start..other.2.end;
            one = (Expression::Product(Box::new(one.0), Box::new(other.0)), Type::Number, span);
        }
        Ok(one)
    }

    fn one(&mut self) -> Result<Typed, Finding> {
        let span = self.span();
        let token = self.peek().clone();
        match token {
            Token::Sign("-") => {
                self.at += 1;
                let Token::Number(_) = self.peek() else {
                    let (one, kind, inner) = self.bracketed_or_name()?;
                    expect(kind, Type::Number, &inner)?;
                    return Ok((
                        Expression::Negative(Box::new(one)),
                        Type::Number,
                        span.start..inner.end,
                    ));
                };
                let (one, kind, inner) = self.one()?;
                Ok((Expression::Negative(Box::new(one)), kind, span.start..inner.end))
            }
            Token::Number(text) => {
                self.at += 1;
                let number = parse_number(&text).map_err(|error| {
                    Finding::error("rule-syntax", span.clone(), error.to_string())
                })?;
                Ok((Expression::Number(number), Type::Number, span))
            }
            Token::Text(text) => {
                self.at += 1;
                Ok((Expression::Text(text), Type::Text, span))
            }
            _ => self.bracketed_or_name(),
        }
    }

    fn bracketed_or_name(&mut self) -> Result<Typed, Finding> {
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
            "true" => return Ok((Expression::On(true), Type::On, span)),
            "false" => return Ok((Expression::On(false), Type::On, span)),
            "count" if self.take_sign("(") => {
                let (list, kind, inner) = self.any()?;
                expect(kind, Type::List, &inner)?;
                let end = self.span().end;
                return match self.take_sign(")") {
                    true => Ok((Expression::Count(Box::new(list)), Type::Number, span.start..end)),
                    false => Err(self.unexpected("a closing bracket")),
                };
            }
            _ => {}
        }
        self.field(&name, span)
    }

    fn field(&self, name: &str, span: Span) -> Result<Typed, Finding> {
        let find = |name: &str| self.fields.places.get(name).copied();
        let (whole, part) = match (find(name), name.rsplit_once('.')) {
            (Some(at), _) => (Some(at), Part::Whole),
            (None, Some((before, "low" | "first"))) => (find(before), Part::First),
            (None, Some((before, "high" | "last"))) => (find(before), Part::Last),
            _ => (None, Part::Whole),
        };
        let Some(at) = whole else {
            let message = format!("no field is named {}", Quoted(name));
            let mut error = Finding::error("no-such-field", span, message);
            let known = self.fields.names.iter().map(String::as_str).chain(WORDS);
            if let "on" | "off" | "yes" | "no" = name {
                error = error.with_help("a yes or no is written true or false");
            } else if let Some(meant) = meant(name, known) {
                error = error.with_help(format!("did you mean {}?", Quoted(meant)));
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
                return Err(Finding::error("rule-type", span, message)
                    .with_help(format!("write {name}.{low} or {name}.{high}")));
            }
            (_, Part::First | Part::Last) => {
                let message = format!("{} has no ends", Quoted(&self.fields.all[at].name));
                return Err(Finding::error("rule-type", span, message));
            }
            (ValueKind::Number, _) => Type::Number,
            (ValueKind::On, _) => Type::On,
            (ValueKind::Text, _) => Type::Text,
            (ValueKind::Texts, _) => Type::List,
            (kind, _) => Type::Ordered(kind),
        };
        Ok((Expression::Field(at, part), kind, span))
    }
}

fn joined(
    one: Typed,
    other: Typed,
    by: fn(Box<Expression>, Box<Expression>) -> Expression,
) -> Result<Typed, Finding> {
    expect(one.1, Type::On, &one.2)?;
    expect(other.1, Type::On, &other.2)?;
    Ok((by(Box::new(one.0), Box::new(other.0)), Type::On, one.2.start..other.2.end))
}

fn mismatch(span: &Span, found: Type, right: Type) -> Finding {
    let message = format!("this is {}, and {} is needed here", found.word(), right.word());
    Finding::error("rule-type", span.clone(), message)
}

fn expect(found: Type, right: Type, span: &Span) -> Result<(), Finding> {
    if found == right { Ok(()) } else { Err(mismatch(span, found, right)) }
}

/// Whether two things can be compared: those of one kind, and what is ordered with a text that is one.
fn compared(one: &Typed, other: &Typed) -> Result<(), Finding> {
    let is = |kind: ValueKind, text: &str| match kind {
        ValueKind::Date => text.parse::<Date>().is_ok(),
        ValueKind::Month => text.parse::<Month>().is_ok(),
        ValueKind::Week => text.parse::<Week>().is_ok(),
        ValueKind::Time => text.parse::<Time>().is_ok_and(|time| time.to_string() == text),
        _ => text.parse::<DateTime>().is_ok_and(|time| time.to_string() == text),
    };
    let written = |kind, (expression, _, span): &Typed| match expression {
        Expression::Text(text) if !is(kind, text) => {
            let message = format!("{} is not {}", Quoted(text), Type::Ordered(kind).word());
            let like = match kind {
                ValueKind::Date => "2026-05-14",
                ValueKind::Month => "2026-05",
                ValueKind::Week => "2026-W20",
                ValueKind::Time => "07:30",
                _ => "2026-05-14T07:30",
            };
            Err(Finding::error("rule-type", span.clone(), message)
                .with_help(format!("write one like '{like}'")))
        }
        _ => Ok(()),
    };
    match (one.1, other.1) {
        (Type::Ordered(kind), Type::Text) => written(kind, other),
        (Type::Text, Type::Ordered(kind)) => written(kind, one),
        (Type::List, _) | (_, Type::List) => {
            let span = if one.1 == Type::List { &one.2 } else { &other.2 };
            Err(Finding::error("rule-type", span.clone(), "a list is not compared")
                .with_help("write 'text' in list, count(list) or list is empty"))
        }
        (left, right) => expect(right, left, &other.2),
    }
}
