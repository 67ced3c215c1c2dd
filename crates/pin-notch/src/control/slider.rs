//! A number on a track, moved by dragging its thumb, pressing the track, or keys.
//!
//! Keys and role follow the ARIA practices' [slider pattern][apg]; defaults follow HTML's range state:
//! without a default value the slider starts in the middle.
//!
//! [apg]: https://www.w3.org/WAI/ARIA/apg/patterns/slider/

mod single;
mod view;

pub use view::{MarkView, SliderView};

use super::machine::{default_of, machine_methods};
use super::rail::{Mark, rail_definition, rail_of};
use super::taken::Taken;
use super::track_machine::{TrackMachine, track_methods};
use super::uniform::uniform;
use super::{Conditions, ControlError, Scale, admit_default};
use crate::event::Turn;
use crate::intent::Intent;
use crate::notches::{Notches, Remark};
use crate::refusal::Refusal;
use crate::semantics::Orientation;
use crate::surroundings::Surroundings;
use crate::validity::{Invalid, violations};
use crate::value::{Value, ValueKind};
use crate::wording::Wording;
use crate::world::{AnyWorld, NumberPattern};
use rust_decimal::Decimal;
use single::Single;

rail_definition! {
    /// The definition of a [`Slider`].
    ///
    /// ```
    /// use pin_notch::{Slider, SliderDefinition, dec};
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let mut definition = SliderDefinition::default();
    /// (definition.max, definition.unit) = (dec!(40), "kg".into());
    /// assert_eq!(Slider::new(definition)?.view().readout, "20 kg");
    /// # Ok(()) }
    /// ```
    SliderDefinition,
    /// Builds a [`Slider`]; made by [`Slider::builder`].
    ///
    /// ```
    /// use pin_notch::{Slider, dec};
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let weight = Slider::builder().max(40).step(dec!(0.1)).value(dec!(0.2)).unit("kg").build()?;
    /// assert_eq!(weight.view().readout, "0.2 kg");
    /// # Ok(()) }
    /// ```
    SliderBuilder => Slider {
        /// The default value; without it, the middle of the range.
        value: [maybe number],
    } and then {
        /// The sentence in which the value is shown and spoken.
        wording: [maybe one Wording],
        /// Names of values, shown and spoken instead of the number.
        names: [names],
    }
}

/// A slider.
///
/// It always has a smallest value, 0 by default, from which steps are counted. (HTML's range state without
/// a `min` attribute counts them from the default value.)
///
/// ```
/// use pin_notch::{dec, Intent, Key, Slider};
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// let mut weight = Slider::builder().max(40).step(dec!(0.1)).value(dec!(0.2)).build()?;
///
/// let turn = weight.handle(Intent::Key(Key::Right));
/// assert_eq!(weight.value().to_string(), "0.3"); // not 0.30000000000000004
/// assert_eq!(turn.to_string(), "input 0.3, change 0.3");
///
/// weight.set_disabled(true);
/// assert_eq!(weight.handle(Intent::Key(Key::Right)).to_string(), "refused: disabled");
/// # Ok(()) }
/// ```
///
/// Its definition can change during a drag:
///
/// ```
/// use pin_notch::{dec, Intent, Place, Slider};
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// let mut weight = Slider::builder().max(40).value(20).build()?;
/// let _ = weight.handle(Intent::Grab(Place::across(0.5)));
/// weight.redefine(|definition| definition.max = dec!(80))?;
/// assert_eq!(weight.handle(Intent::Move(Place::across(0.75))).to_string(), "input 60");
/// assert_eq!(weight.handle(Intent::Release).to_string(), "release, change 60");
/// # Ok(()) }
/// ```
///
/// Everything it offers:
///
/// ```
/// use pin_notch::{Orientation, Scale, Slider, Surroundings, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut mites = Slider::builder()
///     .min(1)
///     .max(1000)
///     .value(9)
///     .orientation(Orientation::Vertical)
///     .reversed(true)
///     .options([(9, "treat from here")])
///     .page_by(50)
///     .scale(Scale::Logarithmic)
///     .wording("{value} in the sample".parse()?)
///     .build()?;
/// assert_eq!(mites.view().readout, "9 in the sample");
/// assert_eq!(mites.definition().page_by, Some(dec!(50)));
/// assert_eq!(mites.notches().count(), Some(1000));
/// assert_eq!(mites.set_nearest(dec!(12.6)), dec!(13));
/// mites.set_value(dec!(14))?;
/// assert_ne!(mites.value(), mites.default_value());
/// mites.step_by(2)?;
/// assert_eq!(mites.value(), dec!(16));
/// mites.reset();
/// mites.set_surroundings(&Surroundings::default());
/// assert!(mites.validity().is_empty() && mites.audit().is_empty() && !mites.is_grabbed());
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
pub struct Slider {
    definition: SliderDefinition,
    conditions: Conditions,
    surroundings: Surroundings,
    machine: TrackMachine<Single>,
}

default_of!(Slider);

/// The thumb on its track, at its initial value.
fn checked(definition: &SliderDefinition) -> Result<TrackMachine<Single>, ControlError> {
    let rail = rail_of!(definition)?;
    let start = match definition.value {
        Some(value) => admit_default(&rail.notches, value)?,
        None => rail.notches.middle(),
    };
    Ok(TrackMachine::new(rail, Single, start))
}

impl Slider {
    machine_methods!(SliderDefinition, SliderBuilder, surroundings_changed);
    track_methods!(SliderDefinition, Decimal);

    /// Sets the value. This is a change made by the program, so it produces no event. A drag in progress
    /// continues from there.
    ///
    /// # Errors
    /// Says why it cannot take exactly this value, and leaves it unchanged. To take the nearest one
    /// instead, see [`set_nearest`](Self::set_nearest).
    pub fn set_value(&mut self, value: Decimal) -> Result<(), Refusal> {
        self.machine.set(value)
    }

    /// Sets the value to the allowed one nearest to `value`, as HTML does when a script sets a value, and
    /// returns it. `value` is remembered: when the definition changes, the nearest value is found anew.
    pub fn set_nearest(&mut self, value: Decimal) -> Decimal {
        self.machine.set_nearest(value)
    }

    /// Steps the value up, or down if the number is negative, like HTML's `stepUp()` and `stepDown()`. This
    /// is a change made by the program, so it produces no event.
    ///
    /// # Errors
    /// Says why the value did not change.
    pub fn step_by(&mut self, steps: i32) -> Result<(), Refusal> {
        self.set_value(self.machine.stepped(steps.into())?)
    }

    /// Why the value is not acceptable; empty when it is. The only reasons are the program's objection and
    /// a definition that allows no value at all.
    pub fn validity(&self) -> Vec<Invalid> {
        self.conditions.validity(false, violations(self.notches(), self.value()))
    }

    /// Remarks on what is legal in the definition but likely to surprise.
    pub fn audit(&self) -> Vec<Remark> {
        self.notches().audit_with(self.definition.value)
    }

    /// Carries out an intent. Allocates nothing.
    ///
    /// Arrow keys along the slider's axis move the thumb in the direction they point, even if the slider is
    /// reversed or runs right to left. Across the axis, Up and Right increase the value (Left, if text runs
    /// right to left). Page keys move by a tenth of the notches, and Home and End go to the ends. A key
    /// changes and settles the value in one turn. A drag changes it in many turns and settles it on
    /// release, even if the slider was disabled in between, so that no gesture remains open.
    pub fn handle(&mut self, intent: Intent) -> Turn<Decimal> {
        self.machine.handle(intent, self.conditions.admit())
    }
}

uniform! {
    Slider(Slider),
    fn is_grabbed(&self) -> bool {
        Slider::is_grabbed(self)
    }
    fn kind(&self) -> ValueKind {
        ValueKind::Number
    }
    fn value_text(&self) -> String {
        Slider::view(self).readout
    }
    fn notches(&self) -> Option<&Notches> {
        Some(Slider::notches(self))
    }
    fn world(&self) -> AnyWorld {
        Slider::world(self)
    }
    fn set_value(&mut self, value: Value) -> Result<(), Refusal> {
        Slider::set_value(self, Taken::taken_always(value)?)
    }
    fn set_nearest(&mut self, value: Value) -> Result<(), Refusal> {
        Slider::set_nearest(self, Taken::taken_always(value)?);
        Ok(())
    }
    fn step_by(&mut self, steps: i32) -> Result<(), Refusal> {
        Slider::step_by(self, steps)
    }
    fn violations(&self, value: &Value) -> Vec<Invalid> {
        value.number().map(|number| violations(self.notches(), number)).unwrap_or_default()
    }
    fn audit(&self) -> Vec<Remark> {
        Slider::audit(self)
    }
    fn never_empty(&self) -> bool {
        true
    }
}
