//! How the types of a definition's fields are read from and written to attributes.

use super::attribute::{AttributeKind, AttributeType, AttributeValue, Misread};
use crate::calendar::{Date, Weekday};
use crate::list::{joined_list, split_list};
use crate::notches::Step;
use crate::number::{number_text, parse_number};
use crate::value::{DateSpan, Span, TextKind};
use crate::wording::Wording;
use crate::world::{DatePattern, NumberPattern};
use rust_decimal::Decimal;

/// Types for which an empty text means "none", by themselves and as optional fields.
macro_rules! parsed {
    ($($type:ty, $kind:ident, |$text:ident| $read:expr, |$value:ident| $write:expr;)+) => {
        $(impl $crate::definition::AttributeType for $type {
            const KIND: $crate::definition::AttributeKind = $crate::definition::AttributeKind::$kind;
        }

        impl $crate::definition::AttributeValue for $type {
            fn read(&mut self, $text: &str) -> Result<bool, $crate::definition::Misread> {
                let is_there = !$text.trim().is_empty();
                if is_there {
                    *self = $read;
                }
                Ok(is_there)
            }

            fn write(&self) -> Option<String> {
                let $value = self;
                Some($write)
            }

            // It always has a text.
            fn clear(&mut self) {}
        }

        impl $crate::definition::AttributeType for Option<$type> {
            const KIND: $crate::definition::AttributeKind = $crate::definition::AttributeKind::$kind;
        }

        impl $crate::definition::AttributeValue for Option<$type> {
            fn read(&mut self, $text: &str) -> Result<bool, $crate::definition::Misread> {
                let is_there = !$text.trim().is_empty();
                if is_there {
                    *self = Some($read);
                }
                Ok(is_there)
            }

            fn write(&self) -> Option<String> {
                let $value = self.as_ref()?;
                Some($write)
            }

            fn clear(&mut self) {
                *self = None;
            }
        })+
    };
}

pub(crate) use parsed;

parsed! {
    Decimal, Number, |text| parse_number(text)?, |value| number_text(*value);
    u32, Count, |text| whole(text)?, |value| value.to_string();
    Step, Step, |text| step(text)?, |value| match value {
        Step::Every(step) => number_text(*step),
        Step::Any => "any".to_owned(),
    };
    Wording, Wording, |text| text.parse::<Wording>()?, |value| value.to_string();
    DatePattern, DatePattern, |text| text.parse::<DatePattern>()?, |value| value.to_string();
    NumberPattern, NumberPattern, |text| text.parse::<NumberPattern>()?, |value| value.to_string();
    Date, Date, |text| text.trim().parse::<Date>()?, |value| value.to_string();
    Span, Span, |text| span(text)?, |value| {
        [value.low, value.high].map(number_text).join(",")
    };
    DateSpan, DateSpan, |text| date_span(text)?, |value| format!("{}/{}", value.first, value.last);
}

fn whole(text: &str) -> Result<u32, Misread> {
    let number = parse_number(text)?.normalize();
    let whole = u32::try_from(number.mantissa()).ok().filter(|_| number.scale() == 0);
    whole.ok_or(Misread::NotWhole)
}

fn step(text: &str) -> Result<Step, Misread> {
    match text.eq_ignore_ascii_case("any") {
        true => Ok(Step::Any),
        false => Ok(Step::Every(parse_number(text)?)),
    }
}

fn span(text: &str) -> Result<Span, Misread> {
    let like = Misread::Like(AttributeKind::Span.like());
    let (low, high) = text.split_once(',').ok_or(like)?;
    Ok(Span { low: parse_number(low.trim())?, high: parse_number(high.trim())? })
}

fn date_span(text: &str) -> Result<DateSpan, Misread> {
    let like = Misread::Like(AttributeKind::DateSpan.like());
    let (first, last) = text.split_once('/').ok_or(like)?;
    Ok(DateSpan { first: first.trim().parse()?, last: last.trim().parse()? })
}

/// Types for which every text is a valid value.
macro_rules! texts {
    ($($type:ty, $kind:ident, |$text:ident| $read:expr, |$value:ident| $write:expr;)+) => {
        $(impl AttributeType for $type {
            const KIND: AttributeKind = AttributeKind::$kind;
        }

        impl AttributeValue for $type {
            fn read(&mut self, $text: &str) -> Result<bool, Misread> {
                *self = $read;
                Ok(true)
            }

            fn write(&self) -> Option<String> {
                let $value = self;
                $write
            }

            fn clear(&mut self) {
                *self = Self::default();
            }
        })+
    };
}

texts! {
    bool, Flag, |_text| true, |value| value.then(String::new);
    String, Text, |text| text.to_owned(), |value| Some(value.clone());
    Option<String>, Text, |text| Some(text.to_owned()), |value| value.clone();
    Vec<String>, Texts, |text| split_list(text), |value| Some(joined_list(value));
    Vec<(Decimal, String)>, Names, |text| names(text)?, |value| {
        let one = |(number, name): &(Decimal, String)| format!("{}={name}", number_text(*number));
        Some(joined_list(&value.iter().map(one).collect::<Vec<_>>()))
    };
}

fn names(text: &str) -> Result<Vec<(Decimal, String)>, Misread> {
    let one = |part: String| {
        let like = Misread::Like(AttributeKind::Names.like());
        let (number, name) = part.split_once('=').ok_or(like)?;
        Ok((parse_number(number.trim())?, name.to_owned()))
    };
    split_list(text).into_iter().map(one).collect()
}

/// Types written as one of several keywords, which are compared case-insensitively as in HTML.
macro_rules! tokens {
    ($($type:ty, $kind:ident { $($value:pat => $token:literal = $made:expr),+ $(,)? })+) => {
        $(impl $crate::definition::AttributeType for $type {
            const KIND: $crate::definition::AttributeKind = $crate::definition::AttributeKind::Token(&[$($token),+]);
        }

        impl $crate::definition::AttributeValue for $type {
            fn read(&mut self, text: &str) -> Result<bool, $crate::definition::Misread> {
                const TOKENS: &[&str] = &[$($token),+];
                if text.is_empty() {
                    return Ok(false);
                }
                $(if text.eq_ignore_ascii_case($token) {
                    *self = $made;
                    return Ok(true);
                })+
                Err($crate::definition::Misread::OneOf(TOKENS))
            }

            fn write(&self) -> Option<String> {
                Some(match self { $($value => $token),+ }.to_owned())
            }

            // It always has a text.
            fn clear(&mut self) {}
        })+
    };
}

pub(crate) use tokens;

tokens! {
    TextKind, TextKind {
        Self::Text => "text" = Self::Text,
        Self::Email => "email" = Self::Email,
        Self::Url => "url" = Self::Url,
        Self::Tel => "tel" = Self::Tel,
    }
    Option<Weekday>, Weekday {
        None => "" = None,
        Some(Weekday::Monday) => "monday" = Some(Weekday::Monday),
        Some(Weekday::Tuesday) => "tuesday" = Some(Weekday::Tuesday),
        Some(Weekday::Wednesday) => "wednesday" = Some(Weekday::Wednesday),
        Some(Weekday::Thursday) => "thursday" = Some(Weekday::Thursday),
        Some(Weekday::Friday) => "friday" = Some(Weekday::Friday),
        Some(Weekday::Saturday) => "saturday" = Some(Weekday::Saturday),
        Some(Weekday::Sunday) => "sunday" = Some(Weekday::Sunday),
    }
}
