//! What every control can do in terms that all of them share: what a form needs, and a face that does not
//! know which control it has. Each control says how in its own file; [`Control`] is any of them.

use super::{Conditions, Setting, SettingError, Span, Value, ValueKind, View};
use crate::calendar::{CalendarError, Date};
use crate::event::Turn;
use crate::intent::Intent;
use crate::notches::Remark;
use crate::number::parse_number;
use crate::quoted::Quoted;
use crate::refusal::Refusal;
use crate::validity::Invalid;
use crate::world::AnyWorld;

pub(crate) trait Uniform {
    /// Of what kind its values are.
    fn kind(&self) -> ValueKind;
    fn handle(&mut self, intent: Intent) -> Turn<Value>;
    fn view(&self) -> View;
    fn value(&self) -> Value;
    fn default_value(&self) -> Value;
    /// Takes this very value, or says why not and stays as it was.
    fn set_value(&mut self, value: Value) -> Result<(), Refusal>;
    fn reset(&mut self);
    fn put(&mut self, setting: &Setting) -> Result<(), SettingError>;
    fn conditions(&self) -> &Conditions;
    fn conditions_mut(&mut self) -> &mut Conditions;
    fn validity(&self) -> Vec<Invalid>;
    /// What is wrong with a value of this kind that came from outside, its absence left aside.
    fn against(&self, value: &Value) -> Vec<Invalid>;

    /// The allowed value nearest to this one; the value itself where nothing is nearer than anything else.
    fn nearest(&self, value: Value) -> Value {
        value
    }

    fn audit(&self) -> Vec<Remark> {
        Vec::new()
    }

    fn set_world(&mut self, _world: &AnyWorld) {}

    /// Whether something is typed or half filled in that is still to be settled.
    fn is_drafting(&self) -> bool {
        false
    }

    /// What its value is where nothing was sent for it.
    fn unsent(&self) -> Value {
        match self.kind() {
            ValueKind::On => Value::On(false),
            ValueKind::Texts => Value::Texts(Vec::new()),
            _ => Value::Empty,
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

    /// The most texts that can reasonably be sent for it; more are counted and not kept.
    fn most_sent(&self) -> usize {
        match self.kind() {
            ValueKind::Span | ValueKind::Dates => 2,
            _ => 1,
        }
    }
}

/// The half of [`Uniform`] that is alike for all, and the way into a [`Control`](super::Control).
macro_rules! uniform {
    ($kind:ident($control:ty), $($own:item)*) => {
        impl crate::control::uniform::Uniform for $control {
            fn handle(&mut self, intent: crate::Intent) -> crate::Turn<crate::Value> {
                <$control>::handle(self, intent).map(crate::Value::from)
            }
            fn view(&self) -> crate::View {
                crate::View::$kind(<$control>::view(self))
            }
            fn reset(&mut self) {
                <$control>::reset(self);
            }
            fn conditions(&self) -> &crate::Conditions {
                &self.conditions
            }
            fn conditions_mut(&mut self) -> &mut crate::Conditions {
                &mut self.conditions
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

/// The value that these texts stand for, as a form sends them; bounds are not looked at.
pub(super) fn read(control: &dyn Uniform, sent: &[String]) -> Result<Value, Invalid> {
    let kind = control.kind();
    let most = control.most_sent();
    if kind != ValueKind::Texts && sent.len() > most {
        let often = if most == 1 { "once" } else { "twice" };
        let message = format!("This was sent {} times; send it {often}.", sent.len());
        return Err(Invalid::BadInput(message));
    }
    let none = sent.iter().all(|text| text.is_empty());
    let sent = match kind {
        // An empty text is a text that an option may send.
        ValueKind::Texts | ValueKind::Text | ValueKind::On => sent,
        _ if none => return Ok(control.unsent()),
        _ => sent,
    };
    match (kind, sent) {
        (ValueKind::Texts, all) => Ok(Value::Texts(all.to_vec())),
        (_, []) => Ok(control.unsent()),
        (ValueKind::On, [text, ..]) if text == control.on_text() => Ok(Value::On(true)),
        (ValueKind::On, _) => Err(Invalid::BadInput(format!(
            "This sends {} when it is on, or nothing.",
            Quoted(control.on_text())
        ))),
        (ValueKind::Text, [text, ..]) => Ok(Value::Text(text.clone())),
        (ValueKind::Span, [low, high]) => {
            let (low, high) = (number(low)?, number(high)?);
            Ok(Value::Span(Span { low, high }))
        }
        (ValueKind::Dates, [first, last]) => {
            let both = |first: Date, last: Date| Value::Dates(super::DateSpan { first, last });
            calendar(first.parse().and_then(|first| Ok(both(first, last.parse()?))))
        }
        (ValueKind::Span | ValueKind::Dates, _) => {
            Err(Invalid::BadInput("This is sent twice: where it begins and where it ends.".into()))
        }
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
        ValueKind::Number => return number(text).map(Value::Number),
        _ => Ok(Value::Text(text.to_owned())),
    };
    calendar(read)
}

fn number(text: &str) -> Result<rust_decimal::Decimal, Invalid> {
    parse_number(text).map_err(|error| Invalid::BadInput(format!("{error}.")))
}

fn calendar<T>(read: Result<T, CalendarError>) -> Result<T, Invalid> {
    read.map_err(|error| Invalid::BadInput(format!("{error}.")))
}
