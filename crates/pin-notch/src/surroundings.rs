//! What a control depends on and is not said of it: language, direction, the day it is.

use crate::calendar::Date;
use crate::control::Direction;
use crate::world::AnyWorld;

/// What stands around a control. It is the same for all controls in one place, and may change at any time.
///
/// ```
/// use pin_notch::{DatePicker, Surroundings};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut around = Surroundings::default();
/// around.today = Some("2026-05-14".parse()?);
/// let mut visit = DatePicker::builder().always_open(true).build()?;
/// visit.set_surroundings(&around);
/// assert_eq!(visit.active_day(), around.today);
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, Default, PartialEq)]
#[non_exhaustive]
pub struct Surroundings {
    /// How numbers and dates are written, and what is said, there.
    pub world: AnyWorld,
    /// Which way text runs there; without one, as it does in that world.
    pub direction: Option<Direction>,
    /// Which day it is. The core has no clock.
    pub today: Option<Date>,
}

impl Surroundings {
    /// Which way text runs.
    pub fn direction(&self) -> Direction {
        self.direction.unwrap_or_else(|| self.world.direction())
    }
}
