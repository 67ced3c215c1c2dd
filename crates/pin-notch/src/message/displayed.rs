//! Refusals, remarks and errors as text: in English, unless a [`World`](crate::World) has its own words.

use super::{Message, Part};
use crate::calendar::FieldName;
use crate::definition::Misread;
use crate::notches::Remark;
use crate::number::NumberError;
use crate::refusal::Refusal;
use crate::validity::Invalid;
use core::fmt;

macro_rules! displayed {
    ($($type:ty, |$one:ident| $message:expr;)+) => {
        $(/// In English; a [`World`](crate::World) can provide its own text.
        impl fmt::Display for $type {
            fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
                let $one = self;
                $message.fmt(f)
            }
        })+
    };
}

displayed! {
    Refusal, |refusal| Message::Refusal(*refusal);
    Remark, |remark| Message::Remark(*remark);
    Invalid, |invalid| Message::Invalid(invalid.clone());
    Misread, |misread| Message::Misread(misread.clone());
    NumberError, |error| Message::Misread(Misread::Number(error.clone()));
    FieldName, |field| Message::Part(Part::Field(*field));
}
