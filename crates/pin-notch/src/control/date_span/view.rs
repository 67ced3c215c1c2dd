//! What a picker of spans looks like, as plain data.

use super::{DateSpan, DateSpanPicker, Draft};
use crate::control::DateGrid;
use crate::intent::Thumb;
use crate::message::Message;
use crate::semantics::{Role, Semantics};
use crate::validity::in_words;

/// All that a face needs to draw a picker of two days.
///
/// ```
/// use pin_notch::{DateSpanPicker, Intent};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut away = DateSpanPicker::default();
/// let _ = away.handle(Intent::Open);
/// let _ = away.handle(Intent::PickDay("2026-05-12".parse()?));
/// let view = away.view();
/// assert!(view.begun); // the first day is chosen, the last is not
/// assert_eq!((view.value, view.two_fields), (None, false));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
#[non_exhaustive]
pub struct DateSpanView {
    /// The value.
    pub value: Option<DateSpan>,
    /// What stands in the fields; with one field, only the first is used.
    pub texts: [String; 2],
    /// What stands there faintly while they are empty.
    pub placeholder: String,
    /// Whether there are two fields.
    pub two_fields: bool,
    /// The field that typing goes to, where there are two.
    pub active: Thumb,
    /// Whether one end has been picked and the other is waited for.
    pub begun: bool,
    /// What to do next, in words; empty when there is nothing to say.
    pub status: String,
    /// The open grid; none while it is closed.
    pub grid: Option<DateGrid>,
    /// Whether the grid is part of the page, so that nothing opens.
    pub always_open: bool,
    /// What assistive technology is told.
    pub semantics: Semantics,
    /// What is wrong, in words for the person; empty when nothing is.
    pub problem: String,
}

impl DateSpanPicker {
    /// All that a face needs to draw it.
    pub fn view(&self) -> DateSpanView {
        let problem = in_words(&self.validity(), &self.surroundings.world);
        let (ends, span) = match (&self.draft, self.pointed) {
            (Some(Draft::Begun(day)), pointed) => {
                let span = pointed.map(|pointed| DateSpan::between(*day, pointed));
                ([Some(*day), None], span)
            }
            _ => {
                ([self.value.map(|span| span.first), self.value.map(|span| span.last)], self.value)
            }
        };
        DateSpanView {
            value: self.value,
            texts: self.texts(),
            placeholder: self.placeholder(),
            two_fields: self.definition.two_fields,
            active: self.active,
            begun: matches!(self.draft, Some(Draft::Begun(_))),
            status: match self.draft {
                Some(Draft::Begun(_)) => self.surroundings.world.message(&Message::OtherEnd),
                _ => String::new(),
            },
            grid: self.days.grid(ends, span.map(|span| (span.first, span.last))),
            always_open: self.days.always_open,
            semantics: Semantics {
                expanded: (!self.days.always_open).then_some(self.days.is_open()),
                ..self.conditions.semantics(Role::Group, &problem)
            },
            problem,
        }
    }
}
