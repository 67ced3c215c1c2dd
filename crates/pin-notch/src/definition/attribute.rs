//! What an attribute is: its name, the kind of its values, and how they are written.

use crate::calendar::CalendarError;
use crate::control::{Choice, WordingError};
use crate::message::Message;
use crate::number::NumberError;
use crate::world::{NumberPatternError, PatternError};
use core::fmt;

/// An attribute: one thing that can be said of a control.
///
/// Its name is the same in HTML (`step-base`), in a sheet (`step-base`), in JavaScript (`stepBase`) and in
/// Rust (`step_base`).
///
/// ```
/// use pin_notch::{AttributeKind, ControlKind};
/// let step_base = ControlKind::Slider.attributes().iter().find(|one| one.name == "step-base");
/// assert_eq!(step_base.map(|one| one.kind), Some(AttributeKind::Number));
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct Attribute {
    /// Its name, in kebab case.
    pub name: &'static str,
    /// Of what kind its values are.
    pub kind: AttributeKind,
    about: &'static str,
}

impl Attribute {
    pub(crate) const REQUIRED: Self =
        Self::new("required", AttributeKind::Flag, "A form cannot be sent without a value.");
    pub(crate) const READONLY: Self = Self::new(
        "readonly",
        AttributeKind::Flag,
        "The value is shown and sent, and cannot be changed.",
    );
    pub(crate) const DISABLED: Self = Self::new(
        "disabled",
        AttributeKind::Flag,
        "It cannot be used, and is neither sent nor checked.",
    );

    pub(crate) const fn new(name: &'static str, kind: AttributeKind, about: &'static str) -> Self {
        Self { name, kind, about }
    }

    /// What it means, in one line.
    ///
    /// ```
    /// use pin_notch::ControlKind;
    /// for attribute in ControlKind::Switch.attributes() {
    ///     println!("{}: {}", attribute.name, attribute.about());
    /// }
    /// ```
    pub fn about(&self) -> &'static str {
        self.about.trim()
    }
}

/// The kinds of values that attributes have.
///
/// ```
/// use pin_notch::AttributeKind;
/// assert_eq!(AttributeKind::Span.like(), "10,30");
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum AttributeKind {
    /// A number.
    Number,
    /// A whole number, not below 0.
    Count,
    /// A number above 0, or `any`.
    Step,
    /// It is there or not.
    Flag,
    /// A text.
    Text,
    /// Texts with commas between; one that holds a comma or a quotation mark stands in quotation marks.
    Texts,
    /// One of these words.
    Token(&'static [&'static str]),
    /// A sentence with places to fill in: see [`Wording`](crate::Wording).
    Wording,
    /// How a date is written: see [`DatePattern`](crate::DatePattern).
    DatePattern,
    /// How a number is written: see [`NumberPattern`](crate::NumberPattern).
    NumberPattern,
    /// A day.
    Date,
    /// A month of a year.
    Month,
    /// A week of a year.
    Week,
    /// A time of day.
    Time,
    /// A day and a time on it.
    DateTime,
    /// Two numbers with a comma between.
    Span,
    /// Two days with a slash between.
    DateSpan,
    /// Numbers with a name each: `0=closed,10=wide open`.
    Names,
    /// `linear`, `logarithmic`, or numbers with their places on the track: `10 25%,100 75%`.
    Scale,
    /// The options inside the element; in a sheet, a list.
    Options,
}

impl AttributeKind {
    /// What a value of this kind is written like.
    pub fn like(self) -> &'static str {
        match self {
            Self::Number => "12.5",
            Self::Count => "3",
            Self::Step => "0.5",
            Self::Flag => "",
            Self::Text => "a text",
            Self::Texts => "oa,fa",
            Self::Token(tokens) => tokens.first().copied().unwrap_or_default(),
            Self::Wording => "{value} of {max}",
            Self::DatePattern => "d. MMMM y",
            Self::NumberPattern => "#,##0.00",
            Self::Date => "2026-05-14",
            Self::Month => "2026-05",
            Self::Week => "2026-W20",
            Self::Time => "07:30",
            Self::DateTime => "2026-05-14T07:30",
            Self::Span => "10,30",
            Self::DateSpan => "2026-05-01/2026-05-14",
            Self::Names => "0=closed,10=wide open",
            Self::Scale => "logarithmic",
            Self::Options => "options",
        }
    }
}

/// Why a text is no value of an attribute.
///
/// ```
/// use pin_notch::{ControlKind, Definition};
/// let mut slider = Definition::new(ControlKind::Slider);
/// let error = slider.set_attribute("max", Some("4o")).unwrap_err();
/// assert_eq!(error.to_string(), r#"max: "4o" is not a number; write it like 12, -0.5 or 2.5e3"#);
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
pub enum AttributeError {
    /// Such a control has no such attribute.
    Unknown {
        /// The name that was given.
        name: String,
    },
    /// The text cannot be read.
    Misread {
        /// The attribute's name; `options` for an option.
        attribute: &'static str,
        /// What is wrong with it.
        why: Misread,
    },
}

impl fmt::Display for AttributeError {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::Unknown { name } => write!(f, "{name}: such a control has no such attribute"),
            Self::Misread { attribute, why } => write!(f, "{attribute}: {why}"),
        }
    }
}

impl std::error::Error for AttributeError {
    fn source(&self) -> Option<&(dyn std::error::Error + 'static)> {
        match self {
            Self::Unknown { .. } => None,
            Self::Misread { why, .. } => Some(why),
        }
    }
}

/// Why a text cannot be read as a value.
///
/// ```
/// use pin_notch::Misread;
/// assert_eq!(Misread::Like("10,30").to_string(), "write it like 10,30");
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
pub enum Misread {
    /// It is no number.
    Number(NumberError),
    /// It is no date, month, week or time.
    Calendar(CalendarError),
    /// It is no wording.
    Wording(WordingError),
    /// It is no date pattern.
    DatePattern(PatternError),
    /// It is no pattern of numbers.
    NumberPattern(NumberPatternError),
    /// It has to be a whole number, not below 0.
    NotWhole,
    /// It is not written as it has to be; holds what would be.
    Like(&'static str),
    /// It is none of the words that it has to be one of.
    OneOf(&'static [&'static str]),
    /// An option that closes days names none.
    NotDays(String),
}

impl fmt::Display for Misread {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        Message::Misread(self.clone()).fmt(f)
    }
}

impl std::error::Error for Misread {
    fn source(&self) -> Option<&(dyn std::error::Error + 'static)> {
        match self {
            Self::Number(error) => Some(error),
            Self::Calendar(error) => Some(error),
            Self::Wording(error) => Some(error),
            Self::DatePattern(error) => Some(error),
            Self::NumberPattern(error) => Some(error),
            Self::NotWhole | Self::Like(_) | Self::OneOf(_) | Self::NotDays(_) => None,
        }
    }
}

macro_rules! misread {
    ($($error:ty => $kind:ident),+) => {
        $(impl From<$error> for Misread {
            fn from(error: $error) -> Self {
                Self::$kind(error)
            }
        })+
    };
}
misread!(NumberError => Number, CalendarError => Calendar, WordingError => Wording);
misread!(PatternError => DatePattern);
misread!(NumberPatternError => NumberPattern);

/// A type that a definition's fields may have.
pub(crate) trait AttributeType {
    const KIND: AttributeKind;
}

/// A field of a definition: how its value is read from an attribute and written as one.
pub(crate) trait AttributeValue {
    /// Takes the value that a text stands for, and says whether it did: not where the text is as good as none, so
    /// that the default holds.
    fn read(&mut self, text: &str) -> Result<bool, Misread>;

    /// The text of a value; `None` where no attribute has to say so.
    fn write(&self) -> Option<String>;

    /// Takes the value that has no text.
    fn clear(&mut self);
}

/// A type of the options that a control has inside its element.
pub(crate) trait OptionValue: Sized {
    /// The value that an option stands for; none for an option that means nothing to such a control.
    fn from_choice(choice: &Choice) -> Result<Option<Self>, AttributeError>;
    fn to_choice(&self) -> Choice;
}

impl OptionValue for Choice {
    fn from_choice(choice: &Choice) -> Result<Option<Self>, AttributeError> {
        Ok(Some(choice.clone()))
    }

    fn to_choice(&self) -> Choice {
        self.clone()
    }
}
