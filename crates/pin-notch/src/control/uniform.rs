//! The common interface of all controls, for a form or for a face that does not know which control it has.
//! Each control implements it in its own file; [`Control`] dispatches to them.

use super::{Conditions, ControlError, Definition, View};
use crate::calendar::{CalendarError, Date};
use crate::event::Turn;
use crate::intent::Intent;
use crate::message::Message;
use crate::notches::{Notches, Remark};
use crate::number::parse_number;
use crate::refusal::Refusal;
use crate::surroundings::Surroundings;
use crate::validity::{BadInput, Invalid};
use crate::value::{DateSpan, Span, Value, ValueKind};
use crate::world::AnyWorld;
use std::borrow::Cow;

pub(crate) trait Uniform {
    /// The kind of its values.
    fn kind(&self) -> ValueKind;
    fn handle(&mut self, intent: Intent) -> Turn<Value>;
    fn view(&self) -> View;
    fn value(&self) -> Value;
    /// The value as it is shown and spoken, when there is one.
    fn value_text(&self) -> String;
    fn default_value(&self) -> Value;
    /// Takes exactly this value, or says why not and remains unchanged.
    fn set_value(&mut self, value: Value) -> Result<(), Refusal>;
    /// Takes the allowed value nearest to this one, and remembers the one requested.
    fn set_nearest(&mut self, value: Value) -> Result<(), Refusal>;
    fn reset(&mut self);
    fn definition(&self) -> Definition;
    fn set_definition(&mut self, definition: Definition) -> Result<(), ControlError>;
    fn conditions(&self) -> &Conditions;
    fn set_disabled(&mut self, on: bool);
    fn set_readonly(&mut self, on: bool);
    fn set_required(&mut self, on: bool);
    fn set_fieldset_disabled(&mut self, on: bool);
    fn set_custom_error(&mut self, message: String);
    fn surroundings(&self) -> &Surroundings;
    fn set_surroundings(&mut self, surroundings: &Surroundings);
    fn validity(&self) -> Vec<Invalid>;
    /// The problems of a received value of this kind, apart from its absence.
    fn violations(&self, value: &Value) -> Vec<Invalid>;

    /// A day as it is shown, for controls that show days.
    fn day_text(&self, _day: Date) -> Option<String> {
        None
    }

    /// What is shown and spoken in place of a value, when there is none.
    fn empty_text(&self) -> String {
        String::new()
    }

    /// The allowed numbers, for controls that take numbers.
    fn notches(&self) -> Option<&Notches> {
        None
    }

    /// Its surroundings, with numbers written by its own pattern if it has one.
    fn world(&self) -> AnyWorld {
        self.surroundings().world.clone()
    }

    /// HTML's `stepUp()`, or `stepDown()` if the number is negative.
    fn step_by(&mut self, _steps: i32) -> Result<(), Refusal> {
        Err(Refusal::NotForThis)
    }

    /// Restores a value that it held before, even if its rules would not allow a person to return to it.
    fn restore(&mut self, value: Value) -> Result<(), Refusal> {
        self.set_value(value)?;
        self.drop_draft();
        Ok(())
    }

    /// What is typed or half filled in and not yet settled, as one text for each of its fields. No texts if
    /// all of it is part of the value.
    fn draft(&self) -> Option<Vec<String>> {
        None
    }

    /// Discards what is being typed or half filled in.
    fn drop_draft(&mut self) {}

    fn audit(&self) -> Vec<Remark> {
        Vec::new()
    }

    /// Whether a thumb is being dragged.
    fn is_grabbed(&self) -> bool {
        false
    }

    /// Whether its popup is open.
    fn has_open_popup(&self) -> bool {
        false
    }

    /// The part of the value that keys act on, for controls whose parts are entered separately.
    fn active_field(&self) -> Option<usize> {
        None
    }

    /// Why the day that this intent names is closed, if it names a closed one.
    fn why_closed(&self, _intent: Intent) -> Option<String> {
        None
    }

    /// Its value if nothing was sent for it.
    fn unsent(&self) -> Value {
        match self.kind() {
            ValueKind::On => Value::On(false),
            ValueKind::Texts => Value::Texts(Vec::new()),
            ValueKind::Number
            | ValueKind::Text
            | ValueKind::Span
            | ValueKind::Date
            | ValueKind::Dates
            | ValueKind::Month
            | ValueKind::Week
            | ValueKind::Time
            | ValueKind::DateTime => Value::Empty,
        }
    }

    /// Whether it always has a value, so that one must be sent.
    fn never_empty(&self) -> bool {
        false
    }

    /// The text it sends when it is on.
    fn on_text(&self) -> &str {
        "on"
    }

    /// The value of the option that sends this text, for controls with options.
    fn offered(&self, _sent: &str) -> Option<&str> {
        None
    }

    /// The value in the form in which the control itself would hold it: empty if an empty text means that.
    fn normalized(&self, value: Value) -> Value {
        value
    }

    /// The greatest number of texts that can reasonably be sent for it. Further ones are counted but not
    /// kept.
    fn max_entries(&self) -> usize {
        match self.kind() {
            ValueKind::Span | ValueKind::Dates => 2,
            ValueKind::Number
            | ValueKind::On
            | ValueKind::Text
            | ValueKind::Texts
            | ValueKind::Date
            | ValueKind::Month
            | ValueKind::Week
            | ValueKind::Time
            | ValueKind::DateTime => 1,
        }
    }

    /// The texts that a form sends for it. HTML's inputs for numbers, dates and times and its single select
    /// send an empty text if they are empty; checkboxes and radio buttons send nothing.
    fn entries(&self) -> Vec<String> {
        match (self.kind(), self.value()) {
            (ValueKind::Dates, Value::Empty) => vec![String::new(); 2],
            (ValueKind::On | ValueKind::Texts, Value::Empty) => Vec::new(),
            (_, Value::Empty) => vec![String::new()],
            (_, Value::On(true)) => vec![self.on_text().to_owned()],
            (_, value) => value.entries(),
        }
    }
}

/// The part of [`Uniform`] that is the same for every control, and the conversion into a
/// [`Control`](super::Control).
macro_rules! uniform {
    ($kind:ident($control:ty), $($own:item)*) => {
        crate::control::uniform::uniform! {
            $kind($control) with its own value,
            fn handle(&mut self, intent: crate::Intent) -> crate::Turn<crate::Value> {
                <$control>::handle(self, intent).map(crate::Value::from)
            }
            fn value(&self) -> crate::Value {
                <$control>::value(self).into()
            }
            fn default_value(&self) -> crate::Value {
                <$control>::default_value(self).into()
            }
            $($own)*
        }
    };
    ($kind:ident($control:ty) with its own value, $($own:item)*) => {
        impl crate::control::uniform::Uniform for $control {
            fn view(&self) -> crate::View {
                crate::View::$kind(<$control>::view(self))
            }
            fn reset(&mut self) {
                <$control>::reset(self);
            }
            fn definition(&self) -> crate::Definition {
                crate::Definition::$kind(<$control>::definition(self).clone())
            }
            fn set_definition(&mut self, definition: crate::Definition) -> Result<(), crate::ControlError> {
                match definition {
                    crate::Definition::$kind(definition) => <$control>::set_definition(self, definition),
                    other => Err(crate::ControlError::Kind { kind: other.kind() }),
                }
            }
            fn conditions(&self) -> &crate::Conditions {
                <$control>::conditions(self)
            }
            fn set_disabled(&mut self, on: bool) {
                <$control>::set_disabled(self, on);
            }
            fn set_readonly(&mut self, on: bool) {
                <$control>::set_readonly(self, on);
            }
            fn set_required(&mut self, on: bool) {
                <$control>::set_required(self, on);
            }
            fn set_fieldset_disabled(&mut self, on: bool) {
                <$control>::set_fieldset_disabled(self, on);
            }
            fn set_custom_error(&mut self, message: String) {
                <$control>::set_custom_error(self, message);
            }
            fn surroundings(&self) -> &crate::Surroundings {
                <$control>::surroundings(self)
            }
            fn set_surroundings(&mut self, surroundings: &crate::Surroundings) {
                <$control>::set_surroundings(self, surroundings);
            }
            fn validity(&self) -> Vec<crate::Invalid> {
                <$control>::validity(self)
            }
            $($own)*
        }

        impl From<$control> for crate::Control {
            fn from(control: $control) -> Self {
                Self::$kind(control)
            }
        }
    };
}
pub(super) use uniform;

/// Reads the texts that a form sent; bounds are not checked.
pub(super) fn read(control: &dyn Uniform, sent: &[String]) -> Result<Value, Invalid> {
    let kind = control.kind();
    let most = control.max_entries();
    if kind != ValueKind::Texts && sent.len() > most {
        return Err(BadInput::SentTooOften { count: sent.len(), most }.into());
    }
    let offered = |text: &String| control.offered(text).map_or_else(|| text.clone(), str::to_owned);
    match (kind, sent) {
        (ValueKind::Texts, all) => Ok(Value::Texts(all.iter().map(offered).collect())),
        (_, []) => Ok(control.unsent()),
        (ValueKind::On, [text, ..]) if text == control.on_text() => Ok(Value::On(true)),
        (ValueKind::On, _) => Err(BadInput::NotOn { sent: control.on_text().to_owned() }.into()),
        // An option may send an empty text. If none does, an empty text means that no option is chosen.
        (ValueKind::Text, [text, ..]) if text.is_empty() && control.offered(text).is_none() => {
            Ok(Value::Empty)
        }
        (ValueKind::Text, [text, ..]) => {
            let offered = control.offered(text).map(str::to_owned);
            Ok(Value::Text(offered.unwrap_or_else(|| without_returns(text.into()).into_owned())))
        }
        (_, all) if all.iter().all(String::is_empty) => Ok(control.unsent()),
        (ValueKind::Span, [low, high]) => {
            let [low, high] = [low, high].map(|text| parse_number(text).map_err(BadInput::from));
            Ok(Value::Span(Span { low: low?, high: high? }))
        }
        (ValueKind::Dates, [first, last]) => {
            let both = |first: Date, last: Date| Value::Dates(DateSpan { first, last });
            calendar(first.parse().and_then(|first| Ok(both(first, last.parse()?))))
        }
        (ValueKind::Span | ValueKind::Dates, _) => Err(BadInput::OneEnd.into()),
        (_, [one, ..]) => one_of(kind, one),
    }
}

/// Reads a value of this kind from a single text.
pub(crate) fn one_of(kind: ValueKind, text: &str) -> Result<Value, Invalid> {
    let read: Result<Value, CalendarError> = match kind {
        ValueKind::Date => text.parse().map(Value::Date),
        ValueKind::Month => text.parse().map(Value::Month),
        ValueKind::Week => text.parse().map(Value::Week),
        ValueKind::Time => text.parse().map(Value::Time),
        ValueKind::DateTime => text.parse().map(Value::DateTime),
        ValueKind::Number => {
            let number = parse_number(text).map_err(BadInput::from)?;
            return Ok(Value::Number(number));
        }
        ValueKind::On | ValueKind::Text | ValueKind::Texts | ValueKind::Span | ValueKind::Dates => {
            Ok(Value::Text(text.to_owned()))
        }
    };
    calendar(read)
}

fn calendar<T>(read: Result<T, CalendarError>) -> Result<T, Invalid> {
    read.map_err(|error| BadInput::from(error).into())
}

/// A state as text.
pub(super) fn yes_or_no(on: bool, world: &AnyWorld) -> String {
    world.message(if on { &Message::Yes } else { &Message::No })
}

/// A text with every line break normalized to a line feed, as in definitions.
pub(crate) fn without_returns(text: Cow<'_, str>) -> Cow<'_, str> {
    match text.contains('\r') {
        false => text,
        true => text.replace("\r\n", "\n").replace('\r', "\n").into(),
    }
}

/// Whether two texts are equal apart from the form of their line breaks, which sending normalizes.
pub(crate) fn sent_alike(one: &str, other: &str) -> bool {
    without_returns(one.into()) == without_returns(other.into())
}
