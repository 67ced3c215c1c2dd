//! The view of a date span picker.

use super::{DateSpanPicker, Draft};
use crate::control::DateGrid;
use crate::intent::Thumb;
use crate::message::{Message, in_words};
use crate::semantics::{Role, Semantics};
use crate::value::DateSpan;

/// Everything a face needs to draw a picker of two days.
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
    /// The texts of the fields. With one field, only the first is used.
    pub texts: [String; 2],
    /// The placeholder shown while the fields are empty.
    pub placeholder: String,
    /// Whether there are two fields.
    pub two_fields: bool,
    /// The active field, if there are two.
    pub active: Thumb,
    /// Whether the first end has been picked and the second has not.
    pub begun: bool,
    /// A hint about what to do next; may be empty.
    pub status: String,
    /// The grid, while it is open.
    pub grid: Option<DateGrid>,
    /// Whether the grid is permanently part of the page instead of a popup.
    pub always_open: bool,
    /// Role, name and states for assistive technology.
    pub semantics: Semantics,
    /// The message about what is wrong; empty when nothing is.
    pub problem: String,
}

impl DateSpanView {
    /// What it announces.
    pub(crate) fn announces(&self) -> &str {
        &self.status
    }
}

impl DateSpanPicker {
    /// Everything a face needs to draw it.
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
