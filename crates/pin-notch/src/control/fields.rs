//! Months, weeks and times, entered field by field: each field is a [spinbutton][apg] of its own.
//!
//! Digits fill the field they are typed into and advance to the next one. Arrow keys step within a field,
//! skipping what the bounds and the step do not allow. Fields that are only partly filled in are a draft,
//! kept apart from the value.
//!
//! [apg]: https://www.w3.org/WAI/ARIA/apg/patterns/spinbutton/

mod erased;
mod kinds;
mod machine;
mod view;

pub use kinds::{FieldKind, FieldValue};
pub use view::{FieldView, FieldsView};

use super::machine::{conditions_of, default_of, machine_methods};
use super::taken::Taken;
use super::uniform::uniform;
use super::{Conditions, ControlError};
use crate::calendar::{DateTime, Month, Time, Week};
use crate::definition::definition;
use crate::event::Turn;
use crate::intent::Intent;
use crate::measure::NotchesOf;
use crate::refusal::Refusal;
use crate::shown::Shown;
use crate::surroundings::Surroundings;
use crate::validity::Invalid;
use crate::value::{Value, ValueKind};
use erased::Kinded;
use machine::{Around, Machine, Start};

/// The greatest number of fields that a value has.
pub(super) const MOST: usize = 7;

/// The fields of a value, of which some may be empty.
type Fields = [Option<u32>; MOST];

definition! {
    /// The definition of a [`FieldStepper`].
    ///
    /// ```
    /// use pin_notch::{FieldStepper, FieldsDefinition, Time};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let mut definition = FieldsDefinition::<Time>::default();
    /// definition.step = 900.into();
    /// assert_eq!(FieldStepper::new(definition)?.notches().count(), 96);
    /// # Ok(()) }
    /// ```
    FieldsDefinition<M: FieldValue>,
    /// Builds a [`FieldStepper`]; made by [`FieldStepper::builder`].
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
        /// The last value. For times, one before `min` allows the hours across midnight.
        max: [maybe one M],
        /// The distance between two allowed values, in months, weeks or seconds, or `any`.
        step: [step] = M::default_step(),
        /// The value from which steps are counted; without it, `min`, or otherwise the default value.
        step_base: [maybe one M],
        /// The default value; without it, it starts empty.
        value: [maybe one M],
        /// Where empty fields start when they are stepped, such as the current month.
        near: [maybe one M],
    }
}

/// Steps the fields of a [`Month`], [`Week`], [`Time`] or [`DateTime`]. Seconds and fractions have fields
/// only if the step or its base needs them.
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
/// Everything it offers:
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
pub struct FieldStepper<M: FieldValue> {
    definition: FieldsDefinition<M>,
    conditions: Conditions,
    surroundings: Surroundings,
    notches: NotchesOf<M>,
    machine: Machine,
}

default_of!(FieldStepper<M: FieldValue>);

/// The notches and the position of the default value that a definition describes.
fn checked<M: FieldValue>(
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

impl<M: FieldValue> FieldStepper<M> {
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

    /// The values it accepts, besides being empty.
    pub fn notches(&self) -> &NotchesOf<M> {
        &self.notches
    }

    /// The value, if any.
    pub fn value(&self) -> Option<M> {
        self.machine.value.and_then(M::from_line)
    }

    /// The default value, if any.
    pub fn default_value(&self) -> Option<M> {
        self.definition.value
    }

    /// The active field, counted from 0.
    pub fn active_field(&self) -> usize {
        self.machine.active
    }

    /// Sets the value, or makes it empty. This is a change made by the program, so it produces no event.
    /// Partly filled fields are kept.
    ///
    /// # Errors
    /// Says why that value is not allowed, and leaves the value unchanged.
    pub fn set_value(&mut self, value: Option<M>) -> Result<(), Refusal> {
        let place = value.map(|value| self.notches.admit(value).map(M::to_line)).transpose()?;
        self.machine.set(place, place);
        Ok(())
    }

    /// Sets the value to the allowed one nearest to `value`, or makes it empty, and returns it. `value` is
    /// remembered: when the definition changes, the nearest value is found anew.
    pub fn set_nearest(&mut self, value: Option<M>) -> Option<M> {
        let bounds = self.notches.bounds();
        let near = value.filter(|_| !bounds.is_empty()).map(|value| self.notches.snap(value));
        self.machine.set(near.map(M::to_line), value.map(M::to_line));
        near
    }

    /// Steps the filled-in fields as one value, or otherwise the value, up, or down if the number is
    /// negative, like HTML's `stepUp()` and `stepDown()`. These treat an empty value as 1970-01-01 or
    /// midnight, and do nothing for times that run across midnight. This is a change made by the program,
    /// so it produces no event. Partly filled fields are discarded.
    ///
    /// # Errors
    /// Says why the value did not change.
    pub fn step_by(&mut self, steps: i32) -> Result<(), Refusal> {
        self.machine.step_by(steps)
    }

    /// Restores the default value and discards partly filled fields.
    pub fn reset(&mut self) {
        self.machine.reset();
    }

    /// Why its content is not acceptable. Partly filled fields are reported before the value.
    pub fn validity(&self) -> Vec<Invalid> {
        self.machine.validity(self.around())
    }

    /// Carries out an intent.
    ///
    /// Left and Right move between fields. Up and Down step the active field, the page keys by ten; Home
    /// and End set it to its least and greatest value; Delete and Backspace empty it. Digits arrive as
    /// [`Intent::Find`] and whole texts as [`Intent::Type`], in the form of ISO 8601 or like it (`7.30`).
    /// Settling (leaving, or Enter) takes what is filled in, or refuses and keeps it. Escape restores the
    /// value.
    pub fn handle(&mut self, intent: Intent) -> Turn<Option<M>> {
        let around = Around { conditions: &self.conditions, world: &self.surroundings.world };
        self.machine.handle(intent, around).map(|place| place.and_then(M::from_line))
    }

    /// Everything a face needs to draw it.
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
            fn value_text(&self) -> String {
                FieldStepper::view(self).text
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
            fn violations(&self, value: &Value) -> Vec<Invalid> {
                match value {
                    Value::$kind(value) => self.notches.violations(*value),
                    _ => Vec::new(),
                }
            }
            fn active_field(&self) -> Option<usize> {
                Some(FieldStepper::active_field(self))
            }
            fn draft(&self) -> Option<Vec<String>> {
                self.machine.draft(&self.surroundings.world)
            }
            fn drop_draft(&mut self) {
                self.machine.drop_draft();
            }
        })+
    };
}
in_forms!(Month(Month), Week(Week), Time(Time), DateTime(DateTime));
