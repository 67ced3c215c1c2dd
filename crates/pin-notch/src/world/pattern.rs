//! Date patterns chosen by the developer, in the field symbols of Unicode's [date format patterns][ldml].
//!
//! [ldml]: https://www.unicode.org/reports/tr35/tr35-dates.html#Date_Format_Patterns

use super::{World, half_width, native};
use crate::calendar::{CalendarError, Date, FieldName, SHORTEST_YEAR, Weekday};
use crate::message::{Message, Part};
use crate::quoted::Quoted;
use core::fmt;
use core::str::FromStr;

/// A pattern by which dates are written and read.
///
/// | symbol | meaning |
/// |---|---|
/// | `y`, `yyyy` | the year; with at least four digits |
/// | `M`, `MM`, `MMM`, `MMMM` | the month: number, with two digits, short name, name |
/// | `d`, `dd` | the day of the month; with two digits |
/// | `EEE`, `EEEE` | the day of the week: short name, name; may be left out, but must be right, when read |
/// | `'…'` | these letters themselves; `''` is one apostrophe |
///
/// Any character except the letters A to Z stands for itself. Year, month and day must each occur once. So that a
/// short year such as 26 is not taken for one of the first century, years before 100 are always written with four
/// digits, and years are read with at least three.
///
/// ```
/// use pin_notch::{DatePattern, English};
/// let pattern: DatePattern = "d. MMMM y".parse().unwrap();
/// let day = "2026-05-14".parse().unwrap();
/// assert_eq!(pattern.show(&English, day), "14. May 2026");
/// assert_eq!(pattern.read(&English, "1. june 2026").unwrap().to_string(), "2026-06-01");
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct DatePattern(Vec<Piece>);

#[derive(Clone, Debug, PartialEq, Eq)]
enum Piece {
    Literal(String),
    Year(usize),
    Month(usize),
    MonthName { short: bool },
    Day(usize),
    Weekday { short: bool },
}

/// Why a text is not a date pattern that can be read back.
///
/// ```
/// use pin_notch::DatePattern;
/// let error = "DD.MM.".parse::<DatePattern>().unwrap_err();
/// println!("{error}"); // a date needs a year as well
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub enum PatternError {
    /// A letter, or a repetition of it, has no meaning.
    Symbol(String),
    /// Year, month or day is missing or occurs twice.
    Count(&'static str),
    /// Two numbers of variable length are adjacent, so that their boundary would be ambiguous.
    RunTogether,
    /// A quotation is not closed.
    OpenQuote,
}

impl fmt::Display for PatternError {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::Symbol(symbol) => write!(
                f,
                "{} has no meaning in a date pattern: use y, yyyy, M, MM, MMM, MMMM, d, dd, EEE, EEEE, or put letters in '…'",
                Quoted(symbol)
            ),
            Self::Count(part) => write!(f, "a date pattern must contain the {part} exactly once"),
            Self::RunTogether => f.write_str(
                "two numbers are adjacent: put something between them, or write yyyyMMdd",
            ),
            Self::OpenQuote => f.write_str("a quotation is not closed: put ' at its end"),
        }
    }
}

impl std::error::Error for PatternError {}

impl Default for DatePattern {
    /// ISO 8601: `yyyy-MM-dd`.
    fn default() -> Self {
        let dash = || Piece::Literal("-".to_owned());
        Self(vec![Piece::Year(4), dash(), Piece::Month(2), dash(), Piece::Day(2)])
    }
}

/// The text of the pattern, with as few quotations as possible.
impl fmt::Display for DatePattern {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        self.0.iter().try_for_each(|piece| match piece {
            Piece::Literal(text) => {
                // A quotation cannot begin with an apostrophe, because two apostrophes stand for one,
                // outside as well as inside.
                let rest = text.trim_start_matches('\'');
                f.write_str(&"''".repeat(text.len() - rest.len()))?;
                match rest.contains(|c| is_letter(c) || c == '\'') {
                    true => write!(f, "'{}'", rest.replace('\'', "''")),
                    false => f.write_str(rest),
                }
            }
            Piece::Year(1) => f.write_str("y"),
            Piece::Year(_) => f.write_str("yyyy"),
            Piece::Month(places) => f.write_str(if *places > 1 { "MM" } else { "M" }),
            Piece::MonthName { short } => f.write_str(if *short { "MMM" } else { "MMMM" }),
            Piece::Day(places) => f.write_str(if *places > 1 { "dd" } else { "d" }),
            Piece::Weekday { short } => f.write_str(if *short { "EEE" } else { "EEEE" }),
        })
    }
}

impl FromStr for DatePattern {
    type Err = PatternError;

    fn from_str(pattern: &str) -> Result<Self, PatternError> {
        let mut pieces = Vec::new();
        let mut rest = pattern;
        while let Some(first) = rest.chars().next() {
            let run = rest.len() - rest.trim_start_matches(first).len();
            if first == '\'' {
                let (text, after) = quoted(&rest[1..])?;
                push_literal(&mut pieces, &text);
                rest = after;
                continue;
            }
            let run_text = &rest[..run];
            let piece = match run_text {
                "y" => Piece::Year(1),
                "yyyy" => Piece::Year(4),
                "M" | "MM" => Piece::Month(run),
                "MMM" | "MMMM" => Piece::MonthName { short: run == 3 },
                "d" | "dd" => Piece::Day(run),
                "EEE" | "EEEE" => Piece::Weekday { short: run == 3 },
                _ if is_letter(first) => {
                    return Err(PatternError::Symbol(run_text.to_owned()));
                }
                literal => {
                    push_literal(&mut pieces, literal);
                    rest = &rest[run..];
                    continue;
                }
            };
            pieces.push(piece);
            rest = &rest[run..];
        }
        Self::checked(pieces)
    }
}

/// Whether a character is reserved in patterns, so that it must be quoted.
fn is_letter(c: char) -> bool {
    c.is_ascii_alphabetic()
}

/// The text of a quotation, and what follows it.
fn quoted(text: &str) -> Result<(String, &str), PatternError> {
    if let Some(after) = text.strip_prefix('\'') {
        return Ok(("'".to_owned(), after));
    }
    let (mut inside, mut rest) = (String::new(), text);
    loop {
        let (before, after) = rest.split_once('\'').ok_or(PatternError::OpenQuote)?;
        inside.push_str(before);
        match after.strip_prefix('\'') {
            Some(after) => {
                inside.push('\'');
                rest = after;
            }
            None => return Ok((inside, after)),
        }
    }
}

fn push_literal(pieces: &mut Vec<Piece>, text: &str) {
    match pieces.last_mut() {
        Some(Piece::Literal(before)) => before.push_str(text),
        _ => pieces.push(Piece::Literal(text.to_owned())),
    }
}

impl DatePattern {
    fn checked(pieces: Vec<Piece>) -> Result<Self, PatternError> {
        let once = |part, is: fn(&Piece) -> bool| match pieces.iter().filter(|p| is(p)).count() {
            1 => Ok(()),
            _ => Err(PatternError::Count(part)),
        };
        once("year", |piece| matches!(piece, Piece::Year(_)))?;
        once("month", |piece| matches!(piece, Piece::Month(_) | Piece::MonthName { .. }))?;
        once("day", |piece| matches!(piece, Piece::Day(_)))?;
        // A number of variable length must be followed by something other than a digit.
        let loose =
            |piece: &Piece| matches!(piece, Piece::Year(1) | Piece::Month(1) | Piece::Day(1));
        let digits_first = |piece: &Piece| match piece {
            Piece::Literal(text) => text.starts_with(|c: char| c.is_ascii_digit()),
            Piece::Year(_) | Piece::Month(_) | Piece::Day(_) => true,
            Piece::MonthName { .. } | Piece::Weekday { .. } => false,
        };
        let together = pieces.windows(2).any(|pair| loose(&pair[0]) && digits_first(&pair[1]));
        if together { Err(PatternError::RunTogether) } else { Ok(Self(pieces)) }
    }

    /// The date written by this pattern.
    pub fn show(&self, world: &dyn World, date: Date) -> String {
        let number = |value: u32, places: usize| native(world, &format!("{value:0places$}"));
        let mut text = String::new();
        for piece in &self.0 {
            let month = date.month().number();
            text.push_str(&match piece {
                Piece::Literal(literal) => literal.clone(),
                Piece::Year(_) if date.year() < 100 => number(date.year().into(), 4),
                Piece::Year(places) => number(date.year().into(), *places),
                Piece::Month(places) => number(month.into(), *places),
                Piece::MonthName { short: false } => world.month_name(month),
                Piece::MonthName { short: true } => world.short_month_name(month),
                Piece::Day(places) => number(date.day().into(), *places),
                Piece::Weekday { short: false } => world.weekday_name(date.weekday()),
                Piece::Weekday { short: true } => world.short_weekday_name(date.weekday()),
            });
        }
        text
    }

    /// A template for entering a date: the pattern with letters instead of digits, and words instead of
    /// names.
    ///
    /// ```
    /// use pin_notch::{DatePattern, English};
    /// let pattern: DatePattern = "d. MMMM y".parse().unwrap();
    /// assert_eq!(pattern.blank(&English), "dd. month yyyy");
    /// assert_eq!(DatePattern::default().blank(&English), "yyyy-mm-dd");
    /// ```
    pub fn blank(&self, world: &dyn World) -> String {
        let words =
            |message: Message| world.message(&message).unwrap_or_else(|| message.in_english(world));
        let blank = |field| words(Message::Blank(field));
        let mut text = String::new();
        for piece in &self.0 {
            match piece {
                Piece::Literal(literal) => text.push_str(literal),
                Piece::Year(_) => text.push_str(&blank(FieldName::Year)),
                Piece::Month(_) => text.push_str(&blank(FieldName::Month)),
                Piece::MonthName { .. } => {
                    text.push_str(&words(Message::Part(Part::Field(FieldName::Month))));
                }
                Piece::Day(_) => text.push_str(&blank(FieldName::Day)),
                // It is optional when reading.
                Piece::Weekday { .. } => {}
            }
        }
        text.trim_start_matches([' ', ',']).to_owned()
    }

    /// Reads a date written by this pattern, ignoring leading zeros and the case of names, also in the full-width
    /// forms that input methods produce. Hyphens, full stops and slashes stand for each other, as in the [lenient
    /// parsing][lenient] of the CLDR, and there may be white space around them.
    ///
    /// [lenient]: https://unicode.org/reports/tr35/tr35-general.html#Lenient_Parsing
    ///
    /// ```
    /// use pin_notch::{DatePattern, English};
    /// let pattern: DatePattern = "d.M.y".parse().unwrap();
    /// assert_eq!(pattern.read(&English, "2.6.2026"), "2026-06-02".parse());
    /// assert_eq!(pattern.read(&English, "２．６．２０２６"), "2026-06-02".parse());
    /// assert_eq!(pattern.read(&English, "2. 6. 2026"), pattern.read(&English, "2-6-2026"));
    /// assert!(pattern.read(&English, "2.6.26").is_err());
    /// ```
    ///
    /// # Errors
    /// [`CalendarError`]: the text is not written so, or there is no such date.
    pub fn read(&self, world: &dyn World, text: &str) -> Result<Date, CalendarError> {
        let wrong = || CalendarError::Form {
            text: text.chars().take(40).collect(),
            like: "the pattern of the field",
        };
        let parts = |text: &str| self.parts(world, 0, text.trim(), Parts::default());
        // As it is written first, because the pattern may contain such forms itself.
        let parts = parts(text).or_else(|| parts(&half_width(text))).ok_or_else(wrong)?;
        let date = Date::new(parts.year as u16, parts.month as u8, parts.day as u8)?;
        match parts.weekday.is_none_or(|weekday| weekday == date.weekday()) {
            true => Ok(date),
            false => Err(wrong()),
        }
    }

    /// Matches a text with the pieces from this one on, given the parts already found. If several names
    /// match, the longest one for which the rest also matches is taken.
    fn parts(&self, world: &dyn World, at: usize, text: &str, found: Parts) -> Option<Parts> {
        let left = &self.0[at..];
        let is_literal = |piece: &Piece| matches!(piece, Piece::Literal(_));
        let is_weekday = |piece: &Piece| matches!(piece, Piece::Weekday { .. });
        // A day of the week at the end may be left out, with what separates it.
        let is_optional = left.iter().any(is_weekday)
            && left.iter().all(|one| is_literal(one) || is_weekday(one));
        let Some(piece) = left.first().filter(|_| !(text.is_empty() && is_optional)) else {
            let in_range = found.year <= 9999 && found.month <= 99 && found.day <= 99;
            return (text.is_empty() && in_range).then_some(found);
        };
        let tight =
            matches!(self.0.get(at + 1), Some(Piece::Year(_) | Piece::Month(_) | Piece::Day(_)));
        let number = |places: usize, least: usize, most: usize| {
            leading_number(world, text, least, if tight { places } else { most })
        };
        let names = |count, name: &dyn Fn(usize) -> String, put: &dyn Fn(usize) -> Parts| {
            let mut longest = usize::MAX;
            while let Some((which, rest)) = leading_name(world, text, count, name, longest) {
                if let Some(found) = self.parts(world, at + 1, rest, put(which)) {
                    return Some(found);
                }
                longest = text.len() - rest.len();
            }
            None
        };
        let (found, rest) = match piece {
            Piece::Year(places) => {
                let (year, rest) = number(*places, SHORTEST_YEAR, 4)?;
                (Parts { year, ..found }, rest)
            }
            Piece::Month(places) => {
                let (month, rest) = number(*places, 1, 2)?;
                (Parts { month, ..found }, rest)
            }
            Piece::Day(places) => {
                let (day, rest) = number(*places, 1, 2)?;
                (Parts { day, ..found }, rest)
            }
            Piece::Literal(literal) => {
                // At the beginning and end, white space was trimmed from the text.
                let literal = if at == 0 { literal.trim_start() } else { literal };
                let literal = if at + 1 == self.0.len() { literal.trim_end() } else { literal };
                (found, after_literal(text, literal)?)
            }
            Piece::MonthName { short } => {
                let name = |at| match (short, at as u8 + 1) {
                    (true, month) => world.short_month_name(month),
                    (false, month) => world.month_name(month),
                };
                return names(12, &name, &|at| Parts { month: at as u32 + 1, ..found });
            }
            Piece::Weekday { short } => {
                let name = |at: usize| match short {
                    true => world.short_weekday_name(Weekday::ALL[at]),
                    false => world.weekday_name(Weekday::ALL[at]),
                };
                let put = |at: usize| Parts { weekday: Some(Weekday::ALL[at]), ..found };
                let after = at + 1 + usize::from(left.get(1).is_some_and(is_literal));
                return names(7, &name, &put).or_else(|| self.parts(world, after, text, found));
            }
        };
        self.parts(world, at + 1, rest, found)
    }
}

/// The parts of a date found in a text.
#[derive(Clone, Copy, Default)]
struct Parts {
    year: u32,
    month: u32,
    day: u32,
    weekday: Option<Weekday>,
}

/// What follows a literal at the beginning of a text.
fn after_literal<'t>(text: &'t str, literal: &str) -> Option<&'t str> {
    const ALIKE: &[char] = &['-', '.', '/'];
    let (mut rest, own) = (text.trim_start(), literal.trim());
    if own.is_empty() {
        return (literal.is_empty() || rest.len() < text.len()).then_some(rest);
    }
    for c in own.chars() {
        let fits = |given| given == c || (ALIKE.contains(&given) && ALIKE.contains(&c));
        rest = rest.strip_prefix(fits)?;
    }
    Some(rest.trim_start())
}

/// The number at the beginning of a text, with this many digits, and the rest.
fn leading_number<'t>(
    world: &dyn World,
    text: &'t str,
    least: usize,
    most: usize,
) -> Option<(u32, &'t str)> {
    let digits = world.digits();
    let (mut value, mut count, mut end) = (0, 0, 0);
    for (at, c) in text.char_indices() {
        let digit =
            digits.iter().position(|d| *d == c).map(|d| d as u32).or_else(|| c.to_digit(10));
        let Some(digit) = digit.filter(|_| count < most) else { break };
        value = value * 10 + digit;
        count += 1;
        end = at + c.len_utf8();
    }
    (count >= least).then(|| (value, &text[end..]))
}

/// The index of the name that a text begins with, ignoring case, and the rest of the text. If there are
/// several, the longest one that is shorter than `below`.
fn leading_name<'t>(
    world: &dyn World,
    text: &'t str,
    count: usize,
    name: &dyn Fn(usize) -> String,
    below: usize,
) -> Option<(usize, &'t str)> {
    let mut found: Option<(usize, &str)> = None;
    for at in 0..count {
        let name = name(at);
        let mut chars = text.chars();
        let length: usize = name.chars().map_while(|_| chars.next()).map(char::len_utf8).sum();
        let (start, rest) = text.split_at(length);
        let as_long = start.chars().count() == name.chars().count() && !name.is_empty();
        let fits = as_long && (start == name || world.folded(start) == world.folded(&name));
        let is_longest = found.is_none_or(|(_, shortest)| rest.len() < shortest.len());
        if fits && length < below && is_longest {
            found = Some((at, rest));
        }
    }
    found
}
