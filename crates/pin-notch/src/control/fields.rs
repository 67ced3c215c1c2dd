//! Months, weeks and times, entered field by field: each field is a [spinbutton][apg] of its own.
//!
//! Digits fill the field they are typed into and lead on to the next; arrows step within it, over whatever
//! the bounds and the step do not allow. What is half filled in is a draft, kept apart from the value.
//!
//! [apg]: https://www.w3.org/WAI/ARIA/apg/patterns/spinbutton/

mod kinds;
mod machine;
mod view;

pub use kinds::{FieldKind, Fielded};
pub use view::{FieldView, FieldsView};

use super::conditions::condition_methods;
use super::setting::{Setting, SettingError};
use super::uniform::Uniform;
use super::{Conditions, Control, Value, ValueKind, View};
use crate::calendar::{DateTime, Month, Time, Week};
use crate::event::{Shown, Turn};
use crate::intent::Intent;
use crate::measure::NotchesOf;
use crate::refusal::Refusal;
use crate::validity::Invalid;
use crate::world::AnyWorld;
use core::marker::PhantomData;
use machine::{Kinded, Machine};

/// The most fields that a value has.
pub(super) const MOST: usize = 7;

/// A stepper of the fields of a [`Month`], [`Week`], [`Time`] or [`DateTime`].
///
/// ```
/// use pin_notch::{FieldStepper, Intent, Key, NotchesOf, Time};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// // Every quarter of an hour from half past six.
/// let times = NotchesOf::<Time>::new(Some("06:30".parse()?), Some("21:00".parse()?), 900)?;
/// let mut opened = FieldStepper::new(times);
/// for digit in ['0', '7'] {
///     let _ = opened.handle(Intent::Find { typed: digit, at: 0 }); // fills the hour and leads on
/// }
/// let turn = opened.handle(Intent::Key(Key::Up));
/// assert_eq!(turn.to_string(), "input 07:00, change 07:00");
/// let _ = opened.handle(Intent::Key(Key::Up));
/// assert_eq!(opened.value().unwrap().to_string(), "07:15");
/// # Ok(()) }
/// ```
///
/// Its definition, its value and its conditions:
///
/// ```
/// use pin_notch::{English, FieldStepper, Month, NotchesOf, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let may: Month = "2026-05".parse()?;
/// let mut swarm = FieldStepper::new(NotchesOf::<Month>::all())
///     .near(may)
///     .in_world(English)
///     .starting_at(Some(may))?;
/// assert_eq!((swarm.starts_near(), swarm.active_field()), (Some(may), 0));
/// assert_eq!(swarm.notches().step(), dec!(1));
/// swarm.set_value(None)?;
/// assert_eq!((swarm.value(), swarm.default_value()), (None, Some(may)));
/// swarm.reset();
/// swarm.set_required(true);
/// assert!(swarm.conditions().required && swarm.validity().is_empty());
/// swarm.conditions_mut().required = false;
/// swarm.set_read_only(true);
/// assert!(swarm.view().semantics.read_only);
/// swarm.set_disabled(true);
/// # Ok(()) }
/// ```
#[derive(Clone, Debug)]
pub struct FieldStepper<M> {
    notches: NotchesOf<M>,
    machine: Machine,
    kind: PhantomData<M>,
}

impl<M: Fielded + Shown> FieldStepper<M> {
    /// A stepper of these values, empty at the start. Seconds and their fractions are fields of their own
    /// only where the step or its base needs them.
    pub fn new(notches: NotchesOf<M>) -> Self {
        let machine = Machine::new(M::KIND, notches.bounds());
        Self { notches, machine, kind: PhantomData }
    }

    /// Starts, and after a reset starts again, on this value, or empty.
    ///
    /// # Errors
    /// Why that value is not allowed.
    pub fn starting_at(mut self, value: Option<M>) -> Result<Self, Refusal> {
        self.machine.start(value.map(M::to_line))?;
        Ok(self)
    }

    /// Begins empty fields at this value when they are stepped, such as the month that it is now.
    pub fn near(mut self, value: M) -> Self {
        self.machine.near = Some(value.to_line());
        self
    }

    /// Writes digits and names as this world does.
    pub fn in_world(mut self, world: impl Into<AnyWorld>) -> Self {
        self.machine.world = world.into();
        self
    }

    condition_methods!(machine.conditions);

    /// The values it can take, besides being empty.
    pub fn notches(&self) -> &NotchesOf<M> {
        &self.notches
    }

    /// The value, if there is one.
    pub fn value(&self) -> Option<M> {
        self.machine.value.and_then(M::from_line)
    }

    /// The value it starts with, if any.
    pub fn default_value(&self) -> Option<M> {
        self.machine.default.and_then(M::from_line)
    }

    /// The field that keys are on, counted from 0.
    pub fn active_field(&self) -> usize {
        self.machine.active
    }

    /// Where empty fields begin, if that was said.
    pub fn starts_near(&self) -> Option<M> {
        self.machine.near.and_then(M::from_line)
    }

    /// Sets the value, or makes it empty. The program does this, so no event comes of it, and what is
    /// half filled in is left alone.
    ///
    /// # Errors
    /// Why that value is not allowed; it is then as it was.
    pub fn set_value(&mut self, value: Option<M>) -> Result<(), Refusal> {
        self.machine.set_value(value.map(M::to_line))
    }

    /// Back to the default value; what is half filled in is dropped.
    pub fn reset(&mut self) {
        self.machine.put(self.machine.default);
    }

    /// Why what it holds is not acceptable: what is half filled in counts before the value.
    pub fn validity(&self) -> Vec<Invalid> {
        self.machine.validity()
    }

    /// Carries out an intent.
    ///
    /// Left and Right go from field to field, Up and Down step the one they are on, page keys by ten; Home
    /// and End go to the least and the most it can be. Delete and Backspace empty it. Digits come by
    /// [`Intent::Find`], a whole text by [`Intent::Type`]. Settling (leaving, or Enter) takes what is filled
    /// in, or refuses and keeps it; Escape goes back.
    pub fn handle(&mut self, intent: Intent) -> Turn<Option<M>> {
        self.machine.handle(intent).map(|place| place.and_then(M::from_line))
    }

    /// All that a face needs to draw it.
    pub fn view(&self) -> FieldsView {
        self.machine.view()
    }
}

macro_rules! in_forms {
    ($($kind:ident($measure:ty)),+) => {
        $(impl From<FieldStepper<$measure>> for Control {
            fn from(fields: FieldStepper<$measure>) -> Self {
                Self::$kind(fields)
            }
        }

        impl Shown for $measure {
            fn shown(&self) -> String {
                self.to_string()
            }
        }

        impl Uniform for FieldStepper<$measure> {
            fn kind(&self) -> ValueKind {
                ValueKind::$kind
            }
            fn handle(&mut self, intent: Intent) -> Turn<Value> {
                FieldStepper::handle(self, intent).map(Value::from)
            }
            fn view(&self) -> View {
                View::$kind(FieldStepper::view(self))
            }
            fn value(&self) -> Value {
                FieldStepper::value(self).into()
            }
            fn default_value(&self) -> Value {
                FieldStepper::default_value(self).into()
            }
            fn set_value(&mut self, value: Value) -> Result<(), Refusal> {
                self.machine.set_value(value.place(ValueKind::$kind)?)
            }
            fn put(&mut self, setting: &Setting) -> Result<(), SettingError> {
                if let Some(bounds) = self.machine.define(setting, ValueKind::$kind)? {
                    self.notches = bounds.into();
                }
                Ok(())
            }
            fn reset(&mut self) {
                FieldStepper::reset(self);
            }
            fn conditions(&self) -> &Conditions {
                &self.machine.conditions
            }
            fn conditions_mut(&mut self) -> &mut Conditions {
                &mut self.machine.conditions
            }
            fn validity(&self) -> Vec<Invalid> {
                FieldStepper::validity(self)
            }
            fn against(&self, value: &Value) -> Vec<Invalid> {
                match value.place(ValueKind::$kind) {
                    Ok(Some(place)) => self.machine.against(place),
                    _ => Vec::new(),
                }
            }
            fn nearest(&self, value: Value) -> Value {
                match value {
                    Value::$kind(value) => self.notches.snap(value).into(),
                    other => other,
                }
            }
            fn is_drafting(&self) -> bool {
                self.machine.is_drafting() || self.machine.value != self.machine.settled
            }
            fn set_world(&mut self, world: &AnyWorld) {
                self.machine.world = world.clone();
            }
        })+
    };
}
in_forms!(Month(Month), Week(Week), Time(Time), DateTime(DateTime));
