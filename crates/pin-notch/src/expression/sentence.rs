//! Sentences that contain expressions.

use super::{Expression, ExpressionError, Lookup, Scope};
use crate::value::Value;
use crate::world::{World, show_number};
use core::fmt;

/// A text with expressions in braces, such as `{weight} kg on {frames} frames`. Literal braces are doubled.
///
/// ```
/// use pin_notch::{dec, English, Form, Scope, Sentence, Stepper};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let form = Form::new()
///     .with("honey", "Honey", Stepper::builder().value(1200))?
///     .with("hives", "Hives", Stepper::builder())?;
/// let scope = Scope::of(&form);
/// let all = Sentence::parse("{honey} kg {{{honey / 4}}}", &scope)?;
/// assert_eq!(all.text(&form, &English).as_deref(), Some("1200 kg {300}"));
/// // Where something in it is empty, there is nothing to say.
/// let each = Sentence::parse("{round(honey / hives, 1)} kg from each", &scope)?;
/// assert_eq!(each.text(&form, &English), None);
/// assert_eq!((each.fields(), each.has_words()), (vec!["honey", "hives"], true));
/// assert_eq!(each.to_string(), "{round(honey / hives, 1)} kg from each");
/// let error = Sentence::parse("{honey} and {hive}", &scope).unwrap_err();
/// assert_eq!((error.to_string().as_str(), error.span()), ("no field is named \"hive\"", 13..17));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
pub struct Sentence {
    written: String,
    pieces: Vec<Piece>,
}

#[derive(Clone, Debug, PartialEq)]
enum Piece {
    Text(String),
    Expression(Expression),
}

/// The source text.
impl fmt::Display for Sentence {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(&self.written)
    }
}

impl Sentence {
    /// Parses a sentence over these fields.
    ///
    /// # Errors
    /// Says which brace is unmatched or what is wrong with an expression, and where in the text.
    pub fn parse(text: &str, scope: &Scope) -> Result<Self, ExpressionError> {
        let (mut pieces, mut plain, mut at) = (Vec::new(), String::new(), 0);
        let mut written = String::new();
        while let Some(c) = text[at..].chars().next() {
            let rest = &text[at..];
            if rest.starts_with("{{") || rest.starts_with("}}") {
                plain.push(c);
                written.extend([c, c]);
                at += 2;
            } else if c == '{' {
                let inside = rest.find('}').ok_or_else(|| {
                    let message = "this brace is not closed";
                    ExpressionError::syntax(at..text.len(), message).with_help("put } at its end")
                })?;
                if !plain.is_empty() {
                    pieces.push(Piece::Text(std::mem::take(&mut plain)));
                }
                let read = Expression::parse(&rest[1..inside], scope);
                let read = read.map_err(|error| error.moved(at + 1))?;
                written.push_str(&format!("{{{read}}}"));
                pieces.push(Piece::Expression(read));
                at += inside + 1;
            } else if c == '}' {
                let message = "this brace is not opened";
                return Err(
                    ExpressionError::syntax(at..at + 1, message).with_help("write }} for a brace")
                );
            } else {
                plain.push(c);
                written.push(c);
                at += c.len_utf8();
            }
        }
        if !plain.is_empty() {
            pieces.push(Piece::Text(plain));
        }
        Ok(Self { written, pieces })
    }

    /// Whether it contains any text besides its expressions.
    pub fn has_words(&self) -> bool {
        let is_word = |text: &str| text.contains(char::is_alphabetic);
        self.pieces.iter().any(|piece| matches!(piece, Piece::Text(text) if is_word(text)))
    }

    /// The names of the fields it refers to.
    pub fn fields(&self) -> Vec<&str> {
        let mut names = Vec::new();
        for piece in &self.pieces {
            if let Piece::Expression(expression) = piece {
                let new = expression.fields().into_iter();
                names.extend(new.filter(|name| !names.contains(name)).collect::<Vec<_>>());
            }
        }
        names
    }

    /// The sentence for these values; `None` if any of its expressions is empty. Numbers are as the world
    /// writes them, and other fields as people see them: with the text of an option in place of its value. A
    /// day that is computed is written like those of the first field in its expression that shows days.
    pub fn text(&self, values: &impl Lookup, world: &dyn World) -> Option<String> {
        let mut text = String::new();
        for piece in &self.pieces {
            match piece {
                Piece::Text(plain) => text.push_str(plain),
                Piece::Expression(expression) => match expression.value(values) {
                    Value::Empty => return None,
                    Value::Number(number) => text.push_str(&show_number(world, number, 0)),
                    value => {
                        let shown = expression.text(&value, values);
                        text.push_str(&shown.unwrap_or_else(|| value.to_string()));
                    }
                },
            }
        }
        Some(text)
    }
}
