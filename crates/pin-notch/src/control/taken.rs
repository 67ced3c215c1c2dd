//! Taking a value of one particular kind out of a value of any kind.

use crate::calendar::{Date, DateTime, Month, Time, Week};
use crate::refusal::Refusal;
use crate::value::{DateSpan, Span, Value};
use rust_decimal::Decimal;

impl Value {
    /// The chosen texts, if the value consists of texts.
    pub(crate) fn chosen(&self) -> Result<&[String], Refusal> {
        match self {
            Self::Text(_) | Self::Texts(_) | Self::Empty => Ok(self.texts()),
            Self::Number(_)
            | Self::On(_)
            | Self::Mixed
            | Self::Span(_)
            | Self::Date(_)
            | Self::Dates(_)
            | Self::Month(_)
            | Self::Week(_)
            | Self::Time(_)
            | Self::DateTime(_) => Err(Refusal::WrongKind),
        }
    }
}

/// A value of one particular kind, as a control of that kind takes it.
pub(crate) trait Taken: Sized {
    /// The value, or `None` if it is empty; a value of another kind is refused.
    fn taken(value: Value) -> Result<Option<Self>, Refusal>;

    /// The same for a control that is never empty.
    fn taken_always(value: Value) -> Result<Self, Refusal> {
        Self::taken(value)?.ok_or(Refusal::NeverEmpty)
    }
}

macro_rules! taken {
    ($($kind:ident($value:ty)),+) => {
        $(impl Taken for $value {
            fn taken(value: Value) -> Result<Option<Self>, Refusal> {
                match value {
                    Value::$kind(value) => Ok(Some(value)),
                    Value::Empty => Ok(None),
                    _ => Err(Refusal::WrongKind),
                }
            }
        })+
    };
}
taken!(Number(Decimal), On(bool), Text(String), Texts(Vec<String>), Span(Span), Date(Date));
taken!(Dates(DateSpan), Month(Month), Week(Week), Time(Time), DateTime(DateTime));
