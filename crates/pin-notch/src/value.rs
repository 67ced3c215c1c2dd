//! The value of any control, for code that does not know which control it has.

mod choice;
mod date_span;
mod span;
mod text_kind;

pub use choice::Choice;
pub use date_span::DateSpan;
pub use span::Span;
pub use text_kind::TextKind;

use crate::calendar::{Date, DateTime, Month, Time, Week};
use crate::list::joined_list;
use crate::number::number_text;
use crate::shown::Shown;
use core::fmt;
use rust_decimal::Decimal;

/// The value of any control.
///
/// ```
/// use pin_notch::{Value, dec};
/// assert_eq!(Value::from(dec!(3.50)).to_string(), "3.5");
/// assert_eq!(Value::from(None::<pin_notch::Decimal>), Value::Empty);
/// assert!(Value::Texts(Vec::new()).is_empty());
/// ```
///
/// Access by kind, and the texts by which a form sends it:
///
/// ```
/// use pin_notch::{Date, DateSpan, Value, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let day: Date = "2026-05-14".parse()?;
/// assert_eq!(Value::from(dec!(3.5)).number(), Some(dec!(3.5)));
/// assert_eq!(Value::On(true).is_on(), Some(true));
/// assert_eq!(Value::Text("oa".into()).text(), Some("oa"));
/// assert_eq!(Value::Texts(vec!["oa".into()]).texts(), ["oa"]);
/// assert_eq!(Value::Date(day).date(), Some(day));
/// let away = Value::Dates(DateSpan::between(day, day));
/// assert_eq!(away.dates().map(|span| span.days()), Some(1));
/// assert_eq!(away.entries(), ["2026-05-14", "2026-05-14"]);
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
pub enum Value {
    /// Nothing is chosen. This is neither zero nor the minimum.
    Empty,
    /// A number.
    Number(Decimal),
    /// On or off.
    On(bool),
    /// Neither on nor off: a checkbox in its mixed state.
    Mixed,
    /// One option of a list, by the value it sends.
    Text(String),
    /// Any number of options of a list, in the list's order.
    Texts(Vec<String>),
    /// Two numbers, the smaller one first.
    Span(Span),
    /// A day.
    Date(Date),
    /// Two days, the earlier one first.
    Dates(DateSpan),
    /// A month of a year.
    Month(Month),
    /// A week of a year.
    Week(Week),
    /// A time of day.
    Time(Time),
    /// A day and a time on it.
    DateTime(DateTime),
}

/// The kinds of values. A control always has values of one kind, or is empty.
///
/// ```
/// use pin_notch::{Control, Rating, Switch, ValueKind};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// assert_eq!(Control::from(Switch::default()).kind(), ValueKind::On);
/// assert_eq!(Control::from(Rating::builder().build()?).kind(), ValueKind::Number);
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
#[expect(missing_docs, reason = "they are the kinds of Value")]
pub enum ValueKind {
    Number,
    On,
    Text,
    Texts,
    Span,
    Date,
    Dates,
    Month,
    Week,
    Time,
    DateTime,
}

impl Value {
    /// Whether nothing is chosen. Zero, off and mixed are not empty.
    pub fn is_empty(&self) -> bool {
        match self {
            Self::Empty => true,
            Self::Texts(texts) => texts.is_empty(),
            Self::Number(_)
            | Self::On(_)
            | Self::Mixed
            | Self::Text(_)
            | Self::Span(_)
            | Self::Date(_)
            | Self::Dates(_)
            | Self::Month(_)
            | Self::Week(_)
            | Self::Time(_)
            | Self::DateTime(_) => false,
        }
    }

    /// The number, if it is one.
    pub fn number(&self) -> Option<Decimal> {
        match self {
            Self::Number(number) => Some(*number),
            _ => None,
        }
    }

    /// Whether it is on; `None` for a value that cannot be on or off.
    pub fn is_on(&self) -> Option<bool> {
        match self {
            Self::On(on) => Some(*on),
            _ => None,
        }
    }

    /// The chosen text, if it is one.
    pub fn text(&self) -> Option<&str> {
        match self {
            Self::Text(text) => Some(text),
            _ => None,
        }
    }

    /// The chosen texts: none, one or several.
    pub fn texts(&self) -> &[String] {
        match self {
            Self::Text(text) => core::slice::from_ref(text),
            Self::Texts(texts) => texts,
            _ => &[],
        }
    }

    /// The day, if it is one.
    pub fn date(&self) -> Option<Date> {
        match self {
            Self::Date(date) => Some(*date),
            _ => None,
        }
    }

    /// The two days, if it is a date span.
    pub fn dates(&self) -> Option<DateSpan> {
        match self {
            Self::Dates(dates) => Some(*dates),
            _ => None,
        }
    }

    /// The value as a single text, as in an attribute: `10,30` for two numbers, `2026-05-01/2026-05-14` for
    /// two days, a [list](crate::joined_list) for several choices; empty if it is empty or off.
    ///
    /// ```
    /// use pin_notch::{Span, Value};
    /// assert_eq!(Value::Span(Span::new(10, 30)).attribute_text(), "10,30");
    /// assert_eq!(Value::Texts(vec!["oa".into(), "a,b".into()]).attribute_text(), r#"oa,"a,b""#);
    /// ```
    pub fn attribute_text(&self) -> String {
        match self {
            Self::Texts(texts) => joined_list(texts),
            Self::Span(_) => self.entries().join(","),
            Self::Dates(_) => self.entries().join("/"),
            Self::Empty
            | Self::Mixed
            | Self::On(_)
            | Self::Number(_)
            | Self::Text(_)
            | Self::Date(_)
            | Self::Month(_)
            | Self::Week(_)
            | Self::Time(_)
            | Self::DateTime(_) => self.entries().pop().unwrap_or_default(),
        }
    }

    /// The texts that a form sends for it: none if it is empty, off or mixed, two for a span, one for each
    /// of several choices. (A control that is on sends its own text, which is "on" by default.)
    pub fn entries(&self) -> Vec<String> {
        match self {
            Self::Empty | Self::Mixed | Self::On(false) => Vec::new(),
            Self::On(true) => vec!["on".to_owned()],
            Self::Texts(texts) => texts.clone(),
            Self::Span(span) => [span.low, span.high].map(number_text).into(),
            Self::Dates(span) => [span.first, span.last].map(|day| day.to_string()).into(),
            one => vec![one.shown()],
        }
    }
}

macro_rules! values {
    ($($kind:ident($value:ty)),+) => {
        $(impl From<$value> for Value {
            fn from(value: $value) -> Self {
                Self::$kind(value)
            }
        }

        impl From<Option<$value>> for Value {
            fn from(value: Option<$value>) -> Self {
                value.map_or(Self::Empty, Self::$kind)
            }
        })+
    };
}
values!(Number(Decimal), On(bool), Text(String), Texts(Vec<String>), Span(Span), Date(Date));
values!(Dates(DateSpan), Month(Month), Week(Week), Time(Time), DateTime(DateTime));

impl From<Option<&str>> for Value {
    fn from(text: Option<&str>) -> Self {
        text.map(str::to_owned).into()
    }
}

impl Shown for Value {
    fn shown(&self) -> String {
        match self {
            Self::Empty => None::<bool>.shown(),
            Self::Number(value) => value.shown(),
            Self::On(value) => value.shown(),
            Self::Mixed => "mixed".to_owned(),
            Self::Text(text) => text.clone(),
            Self::Texts(texts) => texts.shown(),
            Self::Span(span) => span.shown(),
            Self::Date(date) => date.shown(),
            Self::Dates(span) => span.shown(),
            Self::Month(month) => month.to_string(),
            Self::Week(week) => week.to_string(),
            Self::Time(time) => time.to_string(),
            Self::DateTime(moment) => moment.to_string(),
        }
    }
}

impl fmt::Display for Value {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(&self.shown())
    }
}
