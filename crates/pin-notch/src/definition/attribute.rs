//! Attributes: their names, the kinds of their values, and how values are written.

use crate::calendar::CalendarError;
use crate::number::NumberError;
use crate::value::Choice;
use crate::wording::WordingError;
use crate::world::{NumberPatternError, PatternError};
use core::fmt;

/// An attribute: one property of a control's definition.
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
    /// The kind of its values.
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

    /// Its meaning, in one line.
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
    /// A non-negative whole number.
    Count,
    /// A positive number, or `any`.
    Step,
    /// Present or absent.
    Flag,
    /// A text.
    Text,
    /// Texts separated by commas. A text that contains a comma or a quotation mark is quoted.
    Texts,
    /// One of these words.
    Token(&'static [&'static str]),
    /// A sentence with placeholders: see [`Wording`](crate::Wording).
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
    /// Two numbers separated by a comma.
    Span,
    /// Two days separated by a slash.
    DateSpan,
    /// Numbers, each with a name: `0=closed,10=wide open`.
    Names,
    /// `linear`, `logarithmic`, or numbers with their positions on the track: `10 25%,100 75%`.
    Scale,
    /// The options inside the element; in a sheet, a list.
    Options,
}

impl AttributeKind {
    /// An example of a value of this kind.
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

/// Why an attribute cannot have this text as its value.
///
/// ```
/// use pin_notch::{ControlKind, Definition};
/// let mut slider = Definition::new(ControlKind::Slider);
/// let error = slider.set_attribute("max", Some("4o")).unwrap_err();
/// assert_eq!(error.to_string(), r#"max: "4o" is not a number; write it like 12, -0.5 or 2.5e3"#);
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
pub enum AttributeError {
    /// This kind of control has no such attribute.
    Unknown {
        /// The name that was given.
        name: String,
        /// The names of the attributes that there are.
        names: &'static [&'static str],
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
            Self::Unknown { name, names } => {
                write!(f, "{name}: there is no such attribute; there are: {}", names.join(", "))
            }
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
    /// It is not a number.
    Number(NumberError),
    /// It is not a date, month, week or time.
    Calendar(CalendarError),
    /// It is not a valid wording.
    Wording(WordingError),
    /// It is not a valid date pattern.
    DatePattern(PatternError),
    /// It is not a valid number pattern.
    NumberPattern(NumberPatternError),
    /// It must be a non-negative whole number.
    NotWhole,
    /// It does not have the expected form, an example of which is given.
    Like(&'static str),
    /// It is not one of the allowed words.
    OneOf(&'static [&'static str]),
    /// An option that closes days does not name any.
    NotDays(String),
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

/// A type that a field of a definition may have.
pub(crate) trait AttributeType {
    const KIND: AttributeKind;
}

/// A field of a definition, which can be read from an attribute and written as one.
pub(crate) trait AttributeValue {
    /// Reads the value from a text. Returns `false` if the text is equivalent to a missing attribute, so
    /// that the default applies.
    fn read(&mut self, text: &str) -> Result<bool, Misread>;

    /// The text of the value; `None` if the attribute can be left out.
    fn write(&self) -> Option<String>;

    /// Takes the value that is written without a text.
    fn clear(&mut self);
}

/// A type that represents the options inside a control's element.
pub(crate) trait OptionValue: Sized {
    /// Reads an option; `None` if it has no meaning for this kind of control.
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
