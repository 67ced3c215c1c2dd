//! Typing two days, in one field or in two.

use super::{DateSpanPicker, Draft};
use crate::control::given::Given;
use crate::event::{Event, Turn};
use crate::intent::Thumb;
use crate::refusal::Refusal;
use crate::value::DateSpan;

impl DateSpanPicker {
    /// The text of an empty field.
    pub(super) fn placeholder(&self) -> String {
        let one = self.days.placeholder(&self.definition.placeholder);
        if self.definition.two_fields || !self.definition.placeholder.is_empty() {
            return one;
        }
        let [both, _] = between_fields([one.clone(), one], true, false);
        both
    }

    /// The texts of the two days; `None` while nothing is typed.
    pub(super) fn parts(&self, texts: &[String; 2]) -> Option<[String; 2]> {
        if texts.iter().all(|text| text.trim().is_empty()) {
            return None;
        }
        if self.definition.two_fields {
            return Some(texts.clone());
        }
        Some(split(&texts[0]))
    }

    /// The span that the texts name, if it can be chosen.
    fn read(&self, texts: &[String; 2]) -> Result<Option<DateSpan>, Refusal> {
        let Some([first, last]) = self.parts(texts) else { return Ok(None) };
        let one = |text: &str| match self.days.read(text) {
            None if text.trim().is_empty() => Err(Refusal::Incomplete),
            day => day.ok_or(Refusal::NotADate),
        };
        let (first, last) = (one(&first)?, one(&last)?);
        self.admit(DateSpan { first, last }).map(Some)
    }

    pub(super) fn type_text(&mut self, text: &str) -> Result<Turn<Option<DateSpan>>, Refusal> {
        let field = usize::from(self.definition.two_fields && self.active == Thumb::High);
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
                Ok(Turn::one(Event::Input(value)))
            }
            _ => Ok(Turn::one(Event::Draft)),
        }
    }

    pub(super) fn settle_typed(&mut self) -> Result<Turn<Option<DateSpan>>, Refusal> {
        match &mut self.draft {
            Some(Draft::Typed(texts, _)) => {
                let texts = texts.clone();
                match self.read(&texts) {
                    Ok(value) => Ok(self.take(value)),
                    Err(refusal) => self.settle_moved(texts).ok_or(refusal),
                }
            }
            Some(Draft::Begun(_)) => Err(Refusal::Incomplete),
            None => Err(Refusal::Unchanged),
        }
    }

    /// The `change` due for a value that typing changed before the texts became unacceptable; `None` if it
    /// changed nothing.
    fn settle_moved(&mut self, texts: [String; 2]) -> Option<Turn<Option<DateSpan>>> {
        let Some(Draft::Typed(_, origin)) = &self.draft else { return None };
        if *origin == self.value {
            return None;
        }
        (self.draft, self.given) = (Some(Draft::Typed(texts, self.value)), Given::Person);
        Some(Turn::one(Event::Change(self.value)))
    }
}

/// The separator between the two days of a span in one field.
const BETWEEN: &str = " – ";

/// Splits a text into two days. Any common dash separates them; a hyphen needs spaces around it, because
/// dates contain hyphens.
fn split(text: &str) -> [String; 2] {
    let split = ["–", "—", " - ", " to "].iter().find_map(|between| text.split_once(between));
    let (first, last) = split.unwrap_or((text, ""));
    [first.to_owned(), last.to_owned()]
}

/// Converts texts between one field and two.
pub(super) fn between_fields(texts: [String; 2], from_two: bool, to_two: bool) -> [String; 2] {
    match (from_two, to_two) {
        (true, false) => {
            let [first, last] = texts;
            let between = if first.is_empty() && last.is_empty() { "" } else { BETWEEN };
            [format!("{first}{between}{last}"), String::new()]
        }
        (false, true) => split(&texts[0]).map(|text| text.trim().to_owned()),
        (true, true) | (false, false) => texts,
    }
}
