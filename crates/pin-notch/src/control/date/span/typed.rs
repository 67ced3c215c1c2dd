//! Two days as they are typed, in one field or in two.

use super::{DateSpan, DateSpanPicker, Draft};
use crate::event::{Happening, Turn};
use crate::intent::Thumb;
use crate::refusal::Refusal;
use crate::search::find;

impl DateSpanPicker {
    /// The texts of the two days; none while nothing is typed.
    pub(super) fn parts(&self, texts: &[String; 2]) -> Option<[String; 2]> {
        if texts.iter().all(|text| text.trim().is_empty()) {
            return None;
        }
        if self.two_fields {
            return Some(texts.clone());
        }
        // The dash may be written as people write it. A hyphen needs blanks around it, for dates have some.
        let text = &texts[0];
        let split = ["–", "—", " - ", " to "].iter().find_map(|between| {
            let at = find(text, between)?;
            Some((&text[..at], &text[at + between.len()..]))
        });
        let (first, last) = split.unwrap_or((text, ""));
        Some([first.to_owned(), last.to_owned()])
    }

    /// What the texts stand for, if it is a span that can be chosen.
    fn read(&self, texts: &[String; 2]) -> Result<Option<DateSpan>, Refusal> {
        let Some([first, last]) = self.parts(texts) else { return Ok(None) };
        let first = self.days.read(&first).ok_or(Refusal::NotADate)?;
        if last.trim().is_empty() {
            return Err(Refusal::Incomplete);
        }
        let last = self.days.read(&last).ok_or(Refusal::NotADate)?;
        self.admit(DateSpan { first, last }).map(Some)
    }

    pub(super) fn type_text(&mut self, text: &str) -> Result<Turn<Option<DateSpan>>, Refusal> {
        let field = usize::from(self.two_fields && self.active == Thumb::High);
        let mut texts = self.texts();
        if texts[field] == text {
            return Err(Refusal::Unchanged);
        }
        texts[field] = text.to_owned();
        let origin = match self.draft.take() {
            Some(Draft::Typed(_, origin)) => origin,
            _ => self.value,
        };
        self.pointed = None;
        let read = self.read(&texts);
        self.draft = Some(Draft::Typed(texts, origin));
        match read {
            Ok(value) if value != self.value => {
                self.value = value;
                Ok(Turn::with(Happening::Input, value))
            }
            _ => Ok(Turn::one(Happening::Draft)),
        }
    }

    pub(super) fn settle_typed(&mut self) -> Result<Turn<Option<DateSpan>>, Refusal> {
        match &self.draft {
            Some(Draft::Typed(texts, _)) => {
                let value = self.read(texts)?;
                Ok(self.take(value))
            }
            Some(Draft::Begun(_)) => Err(Refusal::Incomplete),
            None => Err(Refusal::Unchanged),
        }
    }
}
