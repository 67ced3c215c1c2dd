//! What every control can do in terms that all of them share: what a form needs, and a face that does not
//! know which control it has. Each control says how in its own file; [`Control`] is any of them.

use super::{Conditions, ControlError, Definition, Span, Value, ValueKind, View};
use crate::calendar::{CalendarError, Date};
use crate::event::Turn;
use crate::intent::Intent;
use crate::notches::Remark;
use crate::number::parse_number;
use crate::refusal::Refusal;
use crate::surroundings::Surroundings;
use crate::validity::{BadInput, Invalid};
use std::borrow::Cow;

pub(crate) trait Uniform {
    /// Of what kind its values are.
    fn kind(&self) -> ValueKind;
    fn handle(&mut self, intent: Intent) -> Turn<Value>;
    fn view(&self) -> View;
    fn value(&self) -> Value;
    fn default_value(&self) -> Value;
    /// Takes this very value, or says why not and stays as it was.
    fn set_value(&mut self, value: Value) -> Result<(), Refusal>;
    /// Takes the allowed value nearest to this one, and remembers this one as wished for.
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
    /// What is wrong with a value of this kind that came from outside, its absence left aside.
    fn against(&self, value: &Value) -> Vec<Invalid>;

    /// HTML's `stepUp()`, or `stepDown()` where the number is negative.
    fn step_by(&mut self, _steps: i32) -> Result<(), Refusal> {
        Err(Refusal::NotForThis)
    }

    /// Takes a value that it has had before, even where the rules by now allow no way to it.
    fn restore(&mut self, value: Value) -> Result<(), Refusal> {
        self.set_value(value)?;
        self.drop_draft();
        Ok(())
    }

    /// Ends what is typed or half filled in, and takes nothing of it.
    fn drop_draft(&mut self) {}

    fn audit(&self) -> Vec<Remark> {
        Vec::new()
    }

    /// Whether something is typed or half filled in that is still to be settled.
    fn is_drafting(&self) -> bool {
        false
    }

    /// Whether a thumb is held.
    fn is_grabbed(&self) -> bool {
        false
    }

    /// Whether what opens from it, over the page, is open.
    fn has_open_popup(&self) -> bool {
        false
    }

    /// The part of the value that keys mean, where its parts are entered one by one.
    fn active_field(&self) -> Option<usize> {
        None
    }

    /// Why the day that this intent means is closed, if it means one that is.
    fn why_closed(&self, _intent: Intent) -> Option<String> {
        None
    }

    /// What its value is where nothing was sent for it.
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

    /// Whether it can never be without a value, so that one has to be sent.
    fn never_empty(&self) -> bool {
        false
    }

    /// What it sends when it is on.
    fn on_text(&self) -> &str {
        "on"
    }

    /// The value of the option that sends this text, where its value is one of options.
    fn offered(&self, _sent: &str) -> Option<&str> {
        None
    }

    /// The value that stands for this one, as the control itself would hold it: empty where an empty text means
    /// that.
    fn normal(&self, value: Value) -> Value {
        value
    }

    /// The most texts that can reasonably be sent for it; more are counted and not kept.
    fn most_sent(&self) -> usize {
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

    /// The texts that a form sends for it. HTML's own controls of numbers, dates and times, and its select of
    /// one, send an empty text where they are empty; checkboxes and radio buttons send nothing.
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

/// The half of [`Uniform`] that is alike for all, and the way into a [`Control`](super::Control).
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

/// The value that these texts stand for, as a form sends them; bounds are not checked.
pub(super) fn read(control: &dyn Uniform, sent: &[String]) -> Result<Value, Invalid> {
    let kind = control.kind();
    let most = control.most_sent();
    if kind != ValueKind::Texts && sent.len() > most {
        return Err(BadInput::SentTooOften { count: sent.len(), most }.into());
    }
    let offered = |text: &String| control.offered(text).map_or_else(|| text.clone(), str::to_owned);
    match (kind, sent) {
        (ValueKind::Texts, all) => Ok(Value::Texts(all.iter().map(offered).collect())),
        (_, []) => Ok(control.unsent()),
        (ValueKind::On, [text, ..]) if text == control.on_text() => Ok(Value::On(true)),
        (ValueKind::On, _) => Err(BadInput::NotOn { sent: control.on_text().to_owned() }.into()),
        // An option may send an empty text; where none does, it stands for no option.
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
            let both = |first: Date, last: Date| Value::Dates(super::DateSpan { first, last });
            calendar(first.parse().and_then(|first| Ok(both(first, last.parse()?))))
        }
        (ValueKind::Span | ValueKind::Dates, _) => Err(BadInput::OneEnd.into()),
        (_, [one, ..]) => one_of(kind, one),
    }
}

/// The value of this kind that a single text stands for.
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

/// A text with every line break as a line feed alone, as texts are in definitions.
pub(crate) fn without_returns(text: Cow<'_, str>) -> Cow<'_, str> {
    match text.contains('\r') {
        false => text,
        true => text.replace("\r\n", "\n").replace('\r', "\n").into(),
    }
}

/// Whether two texts are the same once line breaks are written alike, as they are after a form has sent them.
pub(crate) fn sent_alike(one: &str, other: &str) -> bool {
    one == other || without_returns(one.into()) == without_returns(other.into())
}
