//! A number on a track, moved by dragging its thumb, pressing the track, or keys.
//!
//! Keys and role follow the ARIA practices' [slider pattern][apg]; defaults follow HTML's range state:
//! without a default value the slider starts in the middle.
//!
//! [apg]: https://www.w3.org/WAI/ARIA/apg/patterns/slider/

mod view;

pub use view::{MarkView, SliderView};

use super::given::Given;
use super::machine::{conditions_of, default_of, machine_methods};
use super::rail::rail_definition;
use super::rail::{Mark, Rail, ended, grabbed, rail_of};
use super::track::Drag;
use super::uniform::uniform;
use super::value::Taken;
use super::{Conditions, ControlError, Scale, Value, ValueKind, Wording, admit, admit_default};
use crate::event::{Event, Turn};
use crate::intent::Intent;
use crate::notches::{Notches, Remark};
use crate::refusal::Refusal;
use crate::semantics::Orientation;
use crate::surroundings::Surroundings;
use crate::validity::{Invalid, violations};
use crate::world::NumberPattern;
use rust_decimal::Decimal;

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
    rail: Rail,
    /// The default value.
    start: Decimal,
    value: Decimal,
    given: Given<Decimal>,
    drag: Option<Drag<Decimal>>,
}

default_of!(Slider);

/// The track and the initial value that a definition describes.
fn checked(definition: &SliderDefinition) -> Result<(Rail, Decimal), ControlError> {
    let rail = rail_of!(definition)?;
    let start = match definition.value {
        Some(value) => admit_default(&rail.notches, value)?,
        None => rail.notches.middle(),
    };
    Ok((rail, start))
}

impl Slider {
    machine_methods!(SliderDefinition, SliderBuilder, surroundings_changed);

    fn surroundings_changed(&mut self) {
        self.rail.place_in(&self.surroundings);
    }

    fn made(definition: SliderDefinition) -> Result<Self, ControlError> {
        let (rail, start) = checked(&definition)?;
        let conditions = conditions_of!(definition);
        Ok(Self {
            definition,
            conditions,
            surroundings: Surroundings::default(),
            rail,
            start,
            value: start,
            given: Given::Definition,
            drag: None,
        })
    }

    fn redefined(&mut self, definition: SliderDefinition) -> Result<(), ControlError> {
        let (mut rail, start) = checked(&definition)?;
        rail.place_in(&self.surroundings);
        let near = |value: &Decimal| rail.notches.snap(*value);
        match &mut self.drag {
            Some(drag) => {
                drag.origin = self.given.under(start, &drag.origin, near);
                self.value = near(&self.value);
            }
            None => self.value = self.given.under(start, &self.value, near),
        }
        self.conditions = conditions_of!(definition).after(&self.conditions);
        (self.definition, self.rail, self.start) = (definition, rail, start);
        Ok(())
    }

    /// The values it accepts.
    pub fn notches(&self) -> &Notches {
        &self.rail.notches
    }

    /// The value.
    pub fn value(&self) -> Decimal {
        self.value
    }

    /// The default value.
    pub fn default_value(&self) -> Decimal {
        self.start
    }

    /// Whether a thumb is being dragged.
    pub fn is_grabbed(&self) -> bool {
        self.drag.is_some()
    }

    /// Sets the value. This is a change made by the program, so it produces no event. A drag in progress
    /// continues from there.
    ///
    /// # Errors
    /// Says why it cannot take exactly this value, and leaves it unchanged. To take the nearest one
    /// instead, see [`set_nearest`](Self::set_nearest).
    pub fn set_value(&mut self, value: Decimal) -> Result<(), Refusal> {
        self.value = admit(self.notches(), value)?;
        self.given = Given::Program(value);
        Ok(())
    }

    /// Sets the value to the allowed one nearest to `value`, as HTML does when a script sets a value, and
    /// returns it. `value` is remembered: when the definition changes, the nearest value is found anew.
    pub fn set_nearest(&mut self, value: Decimal) -> Decimal {
        self.value = self.notches().snap(value);
        self.given = Given::Program(value);
        self.value
    }

    /// Steps the value up, or down if the number is negative, like HTML's `stepUp()` and `stepDown()`. This
    /// is a change made by the program, so it produces no event.
    ///
    /// # Errors
    /// Says why the value did not change.
    pub fn step_by(&mut self, steps: i32) -> Result<(), Refusal> {
        self.set_value(self.stepped(steps.into())?)
    }

    /// Restores the default value and abandons any drag.
    pub fn reset(&mut self) {
        (self.value, self.given, self.drag) = (self.start, Given::Definition, None);
    }

    /// Why the value is not acceptable; empty when it is. The only reasons are the program's objection and
    /// a definition that allows no value at all.
    pub fn validity(&self) -> Vec<Invalid> {
        self.conditions.validity(false, violations(self.notches(), self.value))
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
        let turn = self.carry_out(intent).unwrap_or_else(Turn::Refused);
        if turn.change().is_some() {
            self.given = Given::Person;
        }
        turn
    }

    fn carry_out(&mut self, intent: Intent) -> Result<Turn<Decimal>, Refusal> {
        if let Some(ended) = ended(intent, &mut self.drag, &mut self.value) {
            return ended;
        }
        self.conditions.admit()?;
        match (intent, self.drag) {
            (Intent::Move(place), Some(drag)) => {
                let value = self.rail.value_at(place, drag.offset)?;
                if value == self.value {
                    return Err(Refusal::Unchanged);
                }
                self.value = value;
                Ok(Turn::one(Event::Input(value)))
            }
            (Intent::Point(_) | Intent::Leave | Intent::Flip, _) => Err(Refusal::NotForThis),
            (Intent::Clear, _) => Err(Refusal::NeverEmpty),
            (_, Some(_)) => Err(Refusal::Grabbed),
            (Intent::Grab(place), None) => {
                let offset = self.rail.position(self.value) - self.rail.along(place)?;
                self.drag = Some(Drag { origin: self.value, offset });
                Ok(Turn::one(Event::Grabbed))
            }
            (Intent::Press(place), None) => {
                let (origin, value) = (self.value, self.rail.value_at(place, 0.0)?);
                self.drag = Some(Drag { origin, offset: 0.0 });
                self.value = value;
                Ok(grabbed(origin, value))
            }
            (Intent::Choose(value), None) => self.settle(admit(self.notches(), value)?),
            (Intent::Key(key), None) => {
                let to = self.rail.keyed(key, self.value)?;
                self.settle(to)
            }
            (Intent::Step(steps), None) => self.settle(self.stepped(steps.into())?),
            _ => Err(Refusal::NotForThis),
        }
    }

    fn settle(&mut self, value: Decimal) -> Result<Turn<Decimal>, Refusal> {
        if value == self.value {
            return Err(Refusal::Unchanged);
        }
        self.value = value;
        Ok(Turn::settled(value))
    }

    fn stepped(&self, steps: i128) -> Result<Decimal, Refusal> {
        self.notches().stepped(self.value, steps).ok_or(Refusal::at_end(steps, self.notches()))
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
