//! What a control depends on besides its definition: language, direction, today's date.

use crate::calendar::Date;
use crate::world::{AnyWorld, Direction};

/// The surroundings of a control. They are shared by all controls in one place, and may change at any time.
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
    /// How numbers and dates are written, and in which language messages are.
    pub world: AnyWorld,
    /// The direction of text; without one, that of the world.
    pub direction: Option<Direction>,
    /// Today's date. The core has no clock.
    pub today: Option<Date>,
}

impl Surroundings {
    /// The direction of text.
    pub fn direction(&self) -> Direction {
        self.direction.unwrap_or_else(|| self.world.direction())
    }
}
