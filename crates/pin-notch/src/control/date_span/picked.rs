//! Picking the two ends from the grid.

use super::{DateSpanPicker, Draft};
use crate::calendar::Date;
use crate::event::{Event, Turn};
use crate::intent::Thumb;
use crate::refusal::Refusal;
use crate::value::DateSpan;

impl DateSpanPicker {
    /// Picks a day: the first end, or the other.
    pub(super) fn pick(&mut self, day: Date) -> Result<Turn<Option<DateSpan>>, Refusal> {
        let Some(Draft::Begun(begun)) = self.draft else {
            let day = self.days.admit(day)?;
            // In the second field a pick sets the second end, if the first is known.
            if let Some(first) = self.first().filter(|first| self.is_at_last() && *first <= day) {
                let span = self.admit(DateSpan { first, last: day })?;
                let closes = self.days.closes();
                let turn = self.take(Some(span));
                self.days.shut(Some(day));
                return Ok(turn.and_if(closes, Event::Closed));
            }
            // Picking starts afresh, so what typing had changed is restored.
            let turn = match self.draft.take() {
                Some(Draft::Typed(_, origin)) if origin != self.value => {
                    self.value = origin;
                    Turn::one(Event::Input(origin)).and(Event::Draft)
                }
                _ => Turn::one(Event::Draft),
            };
            self.draft = Some(Draft::Begun(day));
            if self.days.is_open() {
                self.days.active = Some(day);
            }
            return Ok(turn);
        };
        let span = self.admit(DateSpan::between(begun, day))?;
        let closes = self.days.closes();
        let previewed = self.pointed.take().is_some();
        let taken = self.take(Some(span));
        let turn = if previewed { taken.ending_preview() } else { taken };
        self.days.shut(Some(day));
        Ok(turn.and_if(closes, Event::Closed))
    }

    /// Whether the field of the second end is active.
    pub(super) fn is_at_last(&self) -> bool {
        self.definition.two_fields && self.active == Thumb::High
    }

    /// The first end: as typed, or otherwise from the value.
    pub(super) fn first(&self) -> Option<Date> {
        match &self.draft {
            Some(Draft::Typed([first, _], _)) if self.definition.two_fields => {
                self.days.read(first)
            }
            Some(Draft::Begun(day)) => Some(*day),
            Some(Draft::Typed(..)) | None => self.value.map(|span| span.first),
        }
    }

    /// Points at a day while the second end is still to be picked.
    pub(super) fn point(&mut self, day: Date) -> Result<Turn<Option<DateSpan>>, Refusal> {
        let Some(Draft::Begun(begun)) = self.draft else { return Err(Refusal::Unchanged) };
        if self.pointed == Some(day) {
            return Err(Refusal::Unchanged);
        }
        self.pointed = Some(day);
        Ok(Turn::one(Event::Preview(Some(DateSpan::between(begun, day)))))
    }
}
