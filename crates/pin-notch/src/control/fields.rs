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

use super::machine::{conditions_of, default_of, machine_methods};
use super::uniform::uniform;
use super::value::Taken;
use super::{Conditions, ControlError, Value, ValueKind};
use crate::calendar::{DateTime, Month, Time, Week};
use crate::definition::definition;
use crate::event::{Shown, Turn};
use crate::intent::Intent;
use crate::measure::NotchesOf;
use crate::refusal::Refusal;
use crate::surroundings::Surroundings;
use crate::validity::Invalid;
use machine::{Around, Kinded, Machine, Start};

/// The most fields that a value has.
pub(super) const MOST: usize = 7;

definition! {
    /// All that is said of a [`FieldStepper`].
    ///
    /// ```
    /// use pin_notch::{FieldStepper, FieldsDefinition, Time};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let mut definition = FieldsDefinition::<Time>::default();
    /// definition.step = 900.into();
    /// assert_eq!(FieldStepper::new(definition)?.notches().count(), 96);
    /// # Ok(()) }
    /// ```
    FieldsDefinition<M: Fielded>,
    /// A [`FieldStepper`] that is being defined; begun by [`FieldStepper::builder`].
    ///
    /// ```
    /// use pin_notch::{FieldStepper, Month};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let swarm = FieldStepper::<Month>::builder().value("2026-05".parse()?).build()?;
    /// assert_eq!(swarm.view().text, "2026-05");
    /// # Ok(()) }
    /// ```
    FieldsBuilder => FieldStepper<M> {
        /// The first value.
        min: [maybe one M],
        /// The last value; of times, one before the first allows those over midnight.
        max: [maybe one M],
        /// The distance of two values in months, weeks or seconds, or `any`.
        step: [step] = M::default_step(),
        /// Where steps are counted from; without it, from the first value, else from the value it starts with.
        step_base: [maybe one M],
        /// The value it starts with; without it, it is empty.
        value: [maybe one M],
        /// Where the fields begin when they are empty and stepped, such as the month that it is now.
        near: [maybe one M],
    }
}

/// A stepper of the fields of a [`Month`], [`Week`], [`Time`] or [`DateTime`]. Seconds and their fractions are
/// fields of their own only where the step or its base needs them.
///
/// ```
/// use pin_notch::{FieldStepper, Intent, Key, Time};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// // Every quarter of an hour from half past six.
/// let mut opened = FieldStepper::<Time>::builder()
///     .min("06:30".parse()?)
///     .max("21:00".parse()?)
///     .step(900)
///     .build()?;
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
/// All that it can be told and asked:
///
/// ```
/// use pin_notch::{FieldStepper, Month, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let may: Month = "2026-05".parse()?;
/// let mut swarm = FieldStepper::builder().near(may).value(may).build()?;
/// assert_eq!((swarm.active_field(), swarm.notches().step()), (0, dec!(1)));
/// swarm.step_by(2)?;
/// assert_eq!(swarm.value().unwrap().to_string(), "2026-07");
/// swarm.set_value(None)?;
/// assert_eq!((swarm.value(), swarm.default_value()), (None, Some(may)));
/// assert_eq!(swarm.set_nearest(Some(may)), Some(may));
/// swarm.reset();
/// assert!(swarm.validity().is_empty());
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
pub struct FieldStepper<M: Fielded> {
    definition: FieldsDefinition<M>,
    conditions: Conditions,
    surroundings: Surroundings,
    notches: NotchesOf<M>,
    machine: Machine,
}

default_of!(FieldStepper<M: Fielded>);

/// What a definition comes to: the notches, and the place of the value to start with.
fn checked<M: Fielded>(
    definition: &FieldsDefinition<M>,
) -> Result<(NotchesOf<M>, Start), ControlError> {
    let FieldsDefinition { min, max, step, step_base, value, near, .. } = *definition;
    let notches = NotchesOf::based(min, max, step, step_base, value)?;
    if let Some(value) = value
        && let Err(why) = notches.admit(value)
    {
        return Err(ControlError::Default { value: value.into(), why });
    }
    let [value, near] = [value, near].map(|value| value.map(M::to_line));
    Ok((notches, Start { bounds: notches.bounds(), value, near }))
}

impl<M: Fielded> FieldStepper<M> {
    machine_methods!(FieldsDefinition<M>, FieldsBuilder<M>);

    fn made(definition: FieldsDefinition<M>) -> Result<Self, ControlError> {
        let (notches, start) = checked(&definition)?;
        let conditions = conditions_of!(definition);
        let surroundings = Surroundings::default();
        let machine = Machine::new(M::KIND, start);
        Ok(Self { definition, conditions, surroundings, notches, machine })
    }

    fn redefined(&mut self, definition: FieldsDefinition<M>) -> Result<(), ControlError> {
        let (notches, start) = checked(&definition)?;
        self.machine.redefined(start);
        self.conditions = conditions_of!(definition).after(&self.conditions);
        (self.definition, self.notches) = (definition, notches);
        Ok(())
    }

    fn around(&self) -> Around<'_> {
        Around { conditions: &self.conditions, world: &self.surroundings.world }
    }

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
        self.definition.value
    }

    /// The field that keys are on, counted from 0.
    pub fn active_field(&self) -> usize {
        self.machine.active
    }

    /// Sets the value, or makes it empty. The program does this, so no event comes of it, and what is
    /// half filled in is left alone.
    ///
    /// # Errors
    /// Why that value is not allowed; it is then as it was.
    pub fn set_value(&mut self, value: Option<M>) -> Result<(), Refusal> {
        let place = value.map(|value| self.notches.admit(value).map(M::to_line)).transpose()?;
        self.machine.set(place, place);
        Ok(())
    }

    /// Sets the value to the allowed one nearest to `value`, or makes it empty, and says what it is. `value` is
    /// remembered: when the definition changes, it counts again.
    pub fn set_nearest(&mut self, value: Option<M>) -> Option<M> {
        let bounds = self.notches.bounds();
        let near = value.filter(|_| !bounds.is_empty()).map(|value| self.notches.snap(value));
        self.machine.set(near.map(M::to_line), value.map(M::to_line));
        near
    }

    /// Steps as a whole what is filled in, else the value, up or down where the number is negative: HTML's `stepUp()`
    /// and `stepDown()`, which take an empty value for 1970-01-01, or midnight, and which do nothing where
    /// times run over midnight. The program does this, so no event comes of it, and what is half filled in is dropped.
    ///
    /// # Errors
    /// Why nothing moves.
    pub fn step_by(&mut self, steps: i32) -> Result<(), Refusal> {
        self.machine.step_by(steps)
    }

    /// Back to the default value; what is half filled in is dropped.
    pub fn reset(&mut self) {
        self.machine.reset();
    }

    /// Why what it holds is not acceptable: what is half filled in counts before the value.
    pub fn validity(&self) -> Vec<Invalid> {
        self.machine.validity(self.around())
    }

    /// Carries out an intent.
    ///
    /// Left and Right go from field to field, Up and Down step the one they are on, page keys by ten; Home
    /// and End go to the least and the most it can be. Delete and Backspace empty it. Digits come by
    /// [`Intent::Find`], a whole text by [`Intent::Type`]. Settling (leaving, or Enter) takes what is filled
    /// in, or refuses and keeps it; Escape goes back.
    pub fn handle(&mut self, intent: Intent) -> Turn<Option<M>> {
        let around = Around { conditions: &self.conditions, world: &self.surroundings.world };
        self.machine.handle(intent, around).map(|place| place.and_then(M::from_line))
    }

    /// All that a face needs to draw it.
    pub fn view(&self) -> FieldsView {
        self.machine.view(self.around())
    }
}

macro_rules! in_forms {
    ($($kind:ident($measure:ty)),+) => {
        $(impl Shown for $measure {
            fn shown(&self) -> String {
                self.to_string()
            }
        }

        uniform! {
            $kind(FieldStepper<$measure>),
            fn kind(&self) -> ValueKind {
                ValueKind::$kind
            }
            fn set_value(&mut self, value: Value) -> Result<(), Refusal> {
                FieldStepper::set_value(self, Taken::taken(value)?)
            }
            fn set_nearest(&mut self, value: Value) -> Result<(), Refusal> {
                FieldStepper::set_nearest(self, Taken::taken(value)?);
                Ok(())
            }
            fn step_by(&mut self, steps: i32) -> Result<(), Refusal> {
                FieldStepper::step_by(self, steps)
            }
            fn against(&self, value: &Value) -> Vec<Invalid> {
                match value {
                    Value::$kind(value) => self.notches.against(*value),
                    _ => Vec::new(),
                }
            }
            fn active_field(&self) -> Option<usize> {
                Some(FieldStepper::active_field(self))
            }
            fn drop_draft(&mut self) {
                self.machine.drop_draft();
            }
            fn is_drafting(&self) -> bool {
                self.machine.is_drafting() || self.machine.value != self.machine.settled
            }
        })+
    };
}
in_forms!(Month(Month), Week(Week), Time(Time), DateTime(DateTime));
