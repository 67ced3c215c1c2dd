//! Locale: how numbers and dates are written, and in which language messages are.
//!
//! The core contains no such data. A [`World`] provides it: a browser face fills one from `Intl`, and a
//! command from a locale library. Whatever is shown can be read back: `read(show(v)) == v`.

mod number_pattern;
mod pattern;
mod patterned;

pub use number_pattern::{NumberPattern, NumberPatternError};
pub use pattern::{DatePattern, PatternError};

use crate::calendar::Weekday;
use crate::message::Message;
use crate::number::{NumberError, parse_number};
use patterned::Patterned;
use rust_decimal::Decimal;
use std::sync::Arc;

/// Digits, separators, names and directions. Every method defaults to the built-in [`English`] answer, so
/// that an implementation only overrides what differs.
///
/// ```
/// use pin_notch::{Date, Direction, English, Weekday, World};
/// assert_eq!((English.digits()[7], English.decimal_separator()), ('7', '.'));
/// assert_eq!((English.group_separator(), English.minus()), (None, '-'));
/// assert_eq!((English.month_name(5), English.short_month_name(9)), ("May".into(), "Sep".into()));
/// assert_eq!(English.weekday_name(Weekday::Sunday), "Sunday");
/// assert_eq!(English.short_weekday_name(Weekday::Sunday), "Sun");
/// assert_eq!((English.first_day(), English.direction()), (Weekday::Monday, Direction::LeftToRight));
/// assert_eq!(English.folded("Thymol"), "thymol"); // for finding a text as typed
/// ```
pub trait World {
    /// The ten digits, from zero.
    fn digits(&self) -> [char; 10] {
        ['0', '1', '2', '3', '4', '5', '6', '7', '8', '9']
    }

    /// The decimal separator.
    fn decimal_separator(&self) -> char {
        '.'
    }

    /// The separator between groups of three digits; `None` without grouping.
    fn group_separator(&self) -> Option<char> {
        None
    }

    /// The minus sign. U+2212 and the hyphen-minus are always accepted as well.
    fn minus(&self) -> char {
        '-'
    }

    /// The default pattern of numbers: with grouping if the world has a group separator.
    fn number_pattern(&self) -> NumberPattern {
        NumberPattern::default()
    }

    /// The stand-alone name of a month, 1 to 12.
    fn month_name(&self, month: u8) -> String {
        let names = [
            "January",
            "February",
            "March",
            "April",
            "May",
            "June",
            "July",
            "August",
            "September",
            "October",
            "November",
            "December",
        ];
        names.get(usize::from(month).wrapping_sub(1)).copied().unwrap_or_default().to_owned()
    }

    /// The short name of a month, 1 to 12. All twelve must differ.
    fn short_month_name(&self, month: u8) -> String {
        self.month_name(month).chars().take(3).collect()
    }

    /// The name of a day of the week.
    fn weekday_name(&self, day: Weekday) -> String {
        format!("{day:?}")
    }

    /// The short name of a day of the week, for the header of a month grid.
    fn short_weekday_name(&self, day: Weekday) -> String {
        self.weekday_name(day).chars().take(3).collect()
    }

    /// The day on which a week begins.
    fn first_day(&self) -> Weekday {
        Weekday::Monday
    }

    /// Folds a text for comparison with what is typed, by removing case and accents. Line feeds must be
    /// preserved, because many texts are folded at once, separated by them.
    ///
    /// The default uses Unicode's canonical decomposition and case mappings or, without the crate's feature
    /// `unicode`, only the case of ASCII letters.
    fn folded(&self, text: &str) -> String {
        folded(text)
    }

    /// The direction of text.
    fn direction(&self) -> Direction {
        Direction::LeftToRight
    }

    /// Whether a text as a whole matches an HTML pattern; `None` if the world cannot match patterns, or the
    /// pattern is invalid. Used only without the crate's feature `text`.
    fn matches(&self, _pattern: &str, _text: &str) -> Option<bool> {
        None
    }

    /// Whether a text is an absolute URL; `None` if the world cannot tell. Used only without the crate's
    /// feature `text`.
    fn is_url(&self, _text: &str) -> Option<bool> {
        None
    }

    /// The text of a message; `None` to use the English one.
    fn message(&self, _message: &Message) -> Option<String> {
        None
    }
}

#[cfg(feature = "unicode")]
fn folded(text: &str) -> String {
    use unicode_normalization::UnicodeNormalization;
    let bare = text.nfd().filter(|c| !unicode_normalization::char::is_combining_mark(*c));
    // To upper case and then to lower case, so that ß and SS compare equal.
    let upper: String = bare.flat_map(char::to_uppercase).collect();
    upper.to_lowercase()
}

#[cfg(not(feature = "unicode"))]
fn folded(text: &str) -> String {
    text.to_ascii_lowercase()
}

/// The built-in world: English names, ISO dates, weeks that begin on Monday.
///
/// ```
/// use pin_notch::{English, World};
/// assert_eq!(English.month_name(5), "May");
/// ```
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub struct English;

impl World for English {}

/// Any world, shared by all controls that use it.
///
/// ```
/// use pin_notch::{AnyWorld, English, World};
/// let world = AnyWorld::from(English);
/// assert_eq!(world.month_name(5), "May");
/// ```
#[derive(Clone, Default)]
pub struct AnyWorld(Option<Arc<dyn World + Send + Sync>>);

impl<W: World + Send + Sync + 'static> From<W> for AnyWorld {
    fn from(world: W) -> Self {
        Self(Some(Arc::new(world)))
    }
}

impl AnyWorld {
    /// The text of a message in this world or, if it has none, in English, with numbers and names as this
    /// world writes them.
    ///
    /// ```
    /// use pin_notch::{AnyWorld, Message, World};
    /// struct German;
    /// impl World for German {
    ///     fn message(&self, message: &Message) -> Option<String> {
    ///         matches!(message, Message::NotRated).then(|| "nicht bewertet".to_owned())
    ///     }
    /// }
    /// let world = AnyWorld::from(German);
    /// assert_eq!(world.message(&Message::NotRated), "nicht bewertet");
    /// assert_eq!(world.message(&Message::NoOptions), "There are no options.");
    /// ```
    pub fn message(&self, message: &Message) -> String {
        let world: &dyn World = &**self;
        world.message(message).unwrap_or_else(|| message.in_english(world))
    }
}

impl AnyWorld {
    /// The same world with numbers written by this pattern, if one is given.
    pub(crate) fn with_numbers(&self, pattern: Option<NumberPattern>) -> Self {
        match pattern {
            Some(pattern) => Self::from(Patterned { world: self.clone(), pattern }),
            None => self.clone(),
        }
    }
}

impl core::ops::Deref for AnyWorld {
    type Target = dyn World + Send + Sync;

    fn deref(&self) -> &Self::Target {
        match &self.0 {
            Some(world) => &**world,
            None => &English,
        }
    }
}

/// Worlds are equal only if they are the same allocation.
impl PartialEq for AnyWorld {
    fn eq(&self, other: &Self) -> bool {
        match (&self.0, &other.0) {
            (Some(one), Some(other)) => Arc::ptr_eq(one, other),
            (None, None) => true,
            (Some(_), None) | (None, Some(_)) => false,
        }
    }
}

impl core::fmt::Debug for AnyWorld {
    fn fmt(&self, f: &mut core::fmt::Formatter<'_>) -> core::fmt::Result {
        f.write_str("AnyWorld")
    }
}

/// `value` with at least this many decimal places, as this world writes it.
///
/// ```
/// use pin_notch::{dec, read_number, show_number, World};
/// struct Somewhere;
/// impl World for Somewhere {
///     fn decimal_separator(&self) -> char { ',' }
///     fn group_separator(&self) -> Option<char> { Some('.') }
/// }
/// assert_eq!(show_number(&Somewhere, dec!(-1234.5), 2), "-1.234,50");
/// assert_eq!(read_number(&Somewhere, "1,5"), Ok(dec!(1.5)));
/// assert!(read_number(&Somewhere, "1.5").is_err()); // a group has three digits
/// ```
pub fn show_number(world: &dyn World, value: Decimal, places: u32) -> String {
    world.number_pattern().show(world, value, places)
}

/// Reads a number as this world writes it. ASCII digits, both minus signs and, unless it separates groups, the
/// point of a numeric keypad are always accepted, also in the full-width forms that input methods produce. Group
/// separators are optional; groups must have three digits each. Any space separates groups in place of another,
/// and so do both apostrophes, as in the [lenient parsing][lenient] of the CLDR. A plus sign before the number and a
/// point without digits after it are ignored, as in HTML's [rules for parsing numbers][rules].
///
/// [lenient]: https://unicode.org/reports/tr35/tr35-general.html#Lenient_Parsing
/// [rules]: https://html.spec.whatwg.org/multipage/common-microsyntaxes.html#rules-for-parsing-floating-point-number-values
///
/// # Errors
/// The errors of [`parse_number`].
///
/// ```
/// use pin_notch::{English, dec, read_number};
/// assert_eq!(read_number(&English, "18.4"), Ok(dec!(18.4)));
/// assert_eq!(read_number(&English, "１８．４"), Ok(dec!(18.4)));
/// assert_eq!(read_number(&English, "+18."), Ok(dec!(18)));
/// assert!(read_number(&English, "18,4").is_err());
/// ```
pub fn read_number(world: &dyn World, text: &str) -> Result<Decimal, NumberError> {
    let wrong = || NumberError::NotANumber(text.chars().take(40).collect());
    let digits = world.digits();
    let (mut plain, mut group, mut groups, mut point) = (String::new(), 0, false, false);
    let text = half_width(text.trim());
    let (text_before, exponent) = match text.find(['e', 'E']) {
        Some(at) => text.split_at(at),
        None => (text.as_str(), ""),
    };
    let unsigned = text_before.strip_prefix('+');
    for c in unsigned.unwrap_or(text_before).chars() {
        let digit =
            digits.iter().position(|d| *d == c).map(|d| d as u32).or_else(|| c.to_digit(10));
        if let Some(digit) = digit {
            plain.extend(char::from_digit(digit, 10));
            group += 1;
        } else if is_decimal_separator(world, c) && !point {
            if groups && group != 3 {
                return Err(wrong());
            }
            plain.push('.');
            point = true;
        } else if is_minus(world, c) && plain.is_empty() && unsigned.is_none() {
            plain.push('-');
        } else if separates_groups(world, c)
            && !point
            && (1..=3).contains(&group)
            && (!groups || group == 3)
        {
            (groups, group) = (true, 0);
        } else {
            return Err(wrong());
        }
    }
    if groups && !point && group != 3 {
        return Err(wrong());
    }
    if plain.ends_with('.') {
        plain.pop();
    }
    plain.extend(exponent.chars().map(|c| {
        let digit = digits.iter().position(|digit| *digit == c);
        let digit = digit.and_then(|at| char::from_digit(at as u32, 10));
        if is_minus(world, c) { '-' } else { digit.unwrap_or(c) }
    }));
    parse_number(&plain).map_err(|error| match error {
        NumberError::NotANumber(_) => wrong(),
        other => other,
    })
}

fn is_decimal_separator(world: &dyn World, c: char) -> bool {
    c == world.decimal_separator() || (c == '.' && world.group_separator() != Some('.'))
}

fn is_minus(world: &dyn World, c: char) -> bool {
    c == world.minus() || matches!(c, '-' | '\u{2212}')
}

/// Keyboards have neither the spaces nor the apostrophe with which many languages write groups.
fn separates_groups(world: &dyn World, c: char) -> bool {
    const SPACES: &[char] = &[' ', '\u{a0}', '\u{2009}', '\u{202f}'];
    const APOSTROPHES: &[char] = &['\'', '\u{2019}'];
    world.group_separator().is_some_and(|own| {
        c == own
            || [SPACES, APOSTROPHES].iter().any(|alike| alike.contains(&own) && alike.contains(&c))
    })
}

/// Full-width forms, which input methods produce, as the ASCII characters that they are compatible with: the
/// [Unicode Character Database](https://www.unicode.org/charts/PDF/UFF00.pdf), U+FF01 to U+FF5E.
pub(crate) fn half_width(text: &str) -> String {
    let narrow = |c: char| match c {
        '\u{ff01}'..='\u{ff5e}' => char::from_u32(c as u32 - 0xfee0).unwrap_or(c),
        other => other,
    };
    text.chars().map(narrow).collect()
}

/// Plain digits as a world writes them.
pub(crate) fn native(world: &dyn World, plain: &str) -> String {
    let digits = world.digits();
    plain.chars().filter_map(|c| c.to_digit(10)).map(|digit| digits[digit as usize]).collect()
}

/// The direction in which text runs. Controls follow it.
///
/// ```
/// use pin_notch::{Direction, Intent, Key, Rating, Surroundings};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut around = Surroundings::default();
/// around.direction = Some(Direction::RightToLeft);
/// let mut temper = Rating::builder().value(3).build()?;
/// temper.set_surroundings(&around);
/// assert_eq!(temper.handle(Intent::Key(Key::Left)).to_string(), "input 4, change 4");
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum Direction {
    /// Left to right.
    #[default]
    LeftToRight,
    /// Right to left.
    RightToLeft,
}
