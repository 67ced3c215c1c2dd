//! Announcements for people who do not see what happens.

use super::Control;
use crate::intent::Intent;
use crate::message::Message;
use crate::refusal::Refusal;

impl Control {
    /// Announces why a person's intent was refused, if that is worth saying: a day's own reason, or one
    /// choice too many. Empty where the reason is obvious, as at the end of a track.
    ///
    /// ```
    /// use pin_notch::{Closed, Control, DatePicker, Intent, Weekday};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let rests = Closed::weekday(Weekday::Sunday, "The apiary rests on Sundays.");
    /// let mut visited = Control::from(DatePicker::builder().options([rests]).build()?);
    /// let sunday = Intent::PickDay("2026-05-17".parse()?);
    /// let refusal = visited.handle(sunday).refusal().unwrap();
    /// assert_eq!(visited.why_refused(sunday, refusal), "The apiary rests on Sundays.");
    /// # Ok(()) }
    /// ```
    pub fn why_refused(&self, intent: Intent, refusal: Refusal) -> String {
        match refusal {
            Refusal::Closed => match self.shared().why_closed(intent) {
                Some(why) => why,
                None => self.message(&Message::Refusal(refusal)),
            },
            Refusal::Required
            | Refusal::BelowMin { .. }
            | Refusal::AboveMax { .. }
            | Refusal::OffNotches { .. }
            | Refusal::NoValue
            | Refusal::NotANumber
            | Refusal::NotADate
            | Refusal::AcrossClosed { .. }
            | Refusal::TooFar { .. }
            | Refusal::TooShort { .. }
            | Refusal::TooLong { .. }
            | Refusal::WrongOrder
            | Refusal::Incomplete
            | Refusal::Misread { .. }
            | Refusal::TooMany { .. }
            | Refusal::RowsFull { .. }
            | Refusal::RowsFew { .. }
            | Refusal::NoSuchRow { .. }
            | Refusal::NoMatch => self.message(&Message::Refusal(refusal)),
            Refusal::Disabled
            | Refusal::Readonly
            | Refusal::AtFirst
            | Refusal::AtLast
            | Refusal::Unchanged
            | Refusal::Empty
            | Refusal::NeverEmpty
            | Refusal::NoPlace
            | Refusal::Grabbed
            | Refusal::NotGrabbed
            | Refusal::WrongKind
            | Refusal::NotForThis => String::new(),
        }
    }
}
