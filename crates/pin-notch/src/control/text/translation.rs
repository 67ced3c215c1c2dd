//! Translates a JavaScript regular expression with the [`v`][v] flag to the syntax of the `regex` crate.
//!
//! [v]: https://tc39.es/ecma262/#sec-patterns

use core::iter::Peekable;
use core::str::Chars;

/// JavaScript's `\s`, and its line terminators.
const SPACE: &str =
    r"\t\n\x0B\f\r \u{A0}\u{1680}\u{2000}-\u{200A}\u{2028}\u{2029}\u{202F}\u{205F}\u{3000}\u{FEFF}";
const LINE_ENDS: &str = r"\n\r\u{2028}\u{2029}";

/// Characters that must be escaped inside a character class.
const SYNTAX_INSIDE: &str = "()[]{}/-|";
/// Characters that must not be doubled inside a character class.
const DOUBLED: &str = "!#$%*+,.:;<=>?@^`~";
/// Characters that may be escaped everywhere, and those that may be escaped only inside a character class.
const SYNTAX: &str = r"^$\.*+?()[]{}|/";
const PUNCTUATION: &str = "&-!#%,:;<=>@`~";

/// The same pattern in the crate's syntax, or the feature that one of the two does not support.
pub(super) fn translated(source: &str) -> Result<String, String> {
    let start = (String::new(), source.chars().peekable(), 0, Last::Nothing);
    let mut all = Translation { out: start.0, rest: start.1, brackets: start.2, last: start.3 };
    while let Some(c) = all.rest.next() {
        match all.brackets {
            0 => all.outside(c)?,
            _ => all.inside(c)?,
        }
    }
    Ok(all.out)
}

/// What precedes the current position, as far as it matters.
#[derive(Clone, Copy, PartialEq)]
enum Last {
    /// Nothing that can be repeated or that can begin a range.
    Nothing,
    One,
    /// A quantifier, which a `?` would make lazy.
    Repeated,
    RepeatedLittle,
}

struct Translation<'a> {
    out: String,
    rest: Peekable<Chars<'a>>,
    /// The number of open brackets.
    brackets: usize,
    last: Last,
}

fn refused(what: impl core::fmt::Display) -> String {
    format!("{what} cannot be matched here")
}

impl Translation<'_> {
    fn outside(&mut self, c: char) -> Result<(), String> {
        let last = core::mem::replace(&mut self.last, Last::One);
        match c {
            '\\' => self.escape(SYNTAX)?,
            '[' => self.open_bracket()?,
            '.' => self.out.push_str(&format!("[^{LINE_ENDS}]")),
            '(' => {
                self.last = Last::Nothing;
                self.group()?;
            }
            '|' | '^' | '$' => {
                self.last = Last::Nothing;
                self.out.push(c);
            }
            '*' | '+' | '?' | '{' => {
                self.last = match (last, c) {
                    (Last::One, _) => Last::Repeated,
                    (Last::Repeated, '?') => Last::RepeatedLittle,
                    _ => return Err(format!("{c} has nothing to repeat")),
                };
                self.out.push(c);
                if c == '{' {
                    self.times()?;
                }
            }
            ']' | '}' => return Err(format!("an unmatched {c} must be written \\{c}")),
            c => self.out.push(c),
        }
        Ok(())
    }

    /// Reads a quantifier in braces, after its `{`.
    fn times(&mut self) -> Result<(), String> {
        if !self.rest.peek().is_some_and(char::is_ascii_digit) {
            return Err("a { must be written \\{ or be followed by a number".to_owned());
        }
        while let Some(c) = self.rest.next_if(|c| c.is_ascii_digit() || *c == ',') {
            self.out.push(c);
        }
        match self.rest.next() {
            Some('}') => self.out.push('}'),
            _ => return Err("a { is not closed".to_owned()),
        }
        Ok(())
    }

    fn group(&mut self) -> Result<(), String> {
        self.out.push('(');
        if self.rest.next_if_eq(&'?').is_none() {
            return Ok(());
        }
        match (self.rest.next(), self.rest.peek()) {
            (Some(':'), _) => self.out.push_str("?:"),
            (Some('<'), Some(name)) if !matches!(name, '=' | '!') => self.out.push_str("?<"),
            (Some(other), _) => return Err(refused(format!("(?{other}"))),
            (None, _) => return Err(refused("(?")),
        }
        Ok(())
    }

    fn open_bracket(&mut self) -> Result<(), String> {
        (self.brackets, self.last) = (self.brackets + 1, Last::Nothing);
        self.out.push('[');
        if self.rest.next_if_eq(&'^').is_some() {
            self.out.push('^');
        }
        match self.rest.peek() {
            // The crate would treat it as a member of the class.
            Some(']') => Err(refused("[]")),
            _ => Ok(()),
        }
    }

    fn inside(&mut self, c: char) -> Result<(), String> {
        let last = core::mem::replace(&mut self.last, Last::One);
        let next = self.rest.peek().copied();
        match c {
            '\\' => self.escape(&format!("{SYNTAX}{PUNCTUATION}"))?,
            '[' => self.open_bracket()?,
            ']' => {
                self.brackets -= 1;
                self.out.push(']');
            }
            '-' | '&' if next == Some(c) => return Err(refused(format!("{c}{c} inside []"))),
            '-' if last == Last::One && next != Some(']') => self.out.push('-'),
            c if SYNTAX_INSIDE.contains(c) => {
                return Err(format!("inside [], {c} must be written \\{c}"));
            }
            c if DOUBLED.contains(c) && next == Some(c) => {
                return Err(format!("inside [], {c}{c} must be written \\{c}"));
            }
            // These have a meaning only in the crate's syntax.
            c if "&~^".contains(c) => self.out.extend(['\\', c]),
            c => self.out.push(c),
        }
        Ok(())
    }

    /// Reads what follows a backslash: these characters are allowed.
    fn escape(&mut self, may_be_escaped: &str) -> Result<(), String> {
        let next = self.rest.next().ok_or("there is a backslash at the end")?;
        match next {
            'd' => self.out.push_str("[0-9]"),
            'D' => self.out.push_str("[^0-9]"),
            'w' => self.out.push_str("[0-9A-Za-z_]"),
            'W' => self.out.push_str("[^0-9A-Za-z_]"),
            's' => self.out.push_str(&format!("[{SPACE}]")),
            'S' => self.out.push_str(&format!("[^{SPACE}]")),
            'b' | 'B' if self.brackets == 0 => {
                self.last = Last::Nothing;
                self.out.push_str(&format!(r"(?-u:\{next})"));
            }
            '0' if !self.rest.peek().is_some_and(char::is_ascii_digit) => {
                self.out.push_str(r"\x00");
            }
            'n' | 'r' | 't' | 'f' | 'v' => self.out.extend(['\\', next]),
            'x' if self.rest.peek() == Some(&'{') => return Err(refused("\\x{")),
            'x' | 'u' | 'p' | 'P' => {
                self.out.extend(['\\', next]);
                if let Some(brace) = self.rest.next_if_eq(&'{') {
                    self.out.push(brace);
                    while let Some(c) =
                        self.rest.next_if(|c| c.is_ascii_alphanumeric() || "_=".contains(*c))
                    {
                        self.out.push(c);
                    }
                    self.out.extend(self.rest.next_if_eq(&'}'));
                }
            }
            '<' | '>' if may_be_escaped.contains(next) => self.out.push(next),
            other if may_be_escaped.contains(other) => self.out.extend(['\\', other]),
            other => return Err(refused(format!("\\{other}"))),
        }
        Ok(())
    }
}
