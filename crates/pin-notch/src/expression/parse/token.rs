//! The tokens of an expression.

use super::Span;
use crate::expression::ExpressionError;
use crate::quoted::Quoted;

/// The greatest number of tokens of an expression. The tree is as deep as a chain of additions is long, and
/// must fit on any stack.
const LONGEST: usize = 1000;

#[derive(Clone, Debug, PartialEq)]
pub(super) enum Token {
    Number(String),
    Text(String),
    Name(String),
    Sign(&'static str),
    End,
}

/// What can connect operands, for messages.
pub(super) const OPERATORS: &str =
    "write =, !=, <, <=, >, >=, +, -, *, /, and, or, not, in, is empty, count(…)";

const SIGNS: [&str; 15] =
    ["!=", "<=", ">=", "=", "<", ">", "(", ")", "+", "-", "*", "/", "[", "]", ","];

/// Splits a text into tokens, each with its place.
pub(super) fn tokens(text: &str) -> Result<Vec<(Token, Span)>, ExpressionError> {
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
                ExpressionError::syntax(at..text.len(), "this text is not closed")
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
            let help = match c {
                ':' => "write a time in quotation marks, like '07:30'",
                _ => OPERATORS,
            };
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

/// The name that a text begins with. A hyphen between two letters or digits is part of a name, so that a
/// minus needs spaces around it.
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
