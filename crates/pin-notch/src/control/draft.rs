//! A typed value, with the text being typed (the draft) kept apart from it.

use super::given::Given;
use crate::event::{Event, Turn};
use crate::refusal::Refusal;

/// A value, and the draft that somebody may be typing.
#[derive(Clone, Debug, PartialEq)]
pub(super) struct Typed<V> {
    pub value: Option<V>,
    given: Given<Option<V>>,
    draft: Option<Draft<V>>,
}

#[derive(Clone, Debug, PartialEq)]
struct Draft<V> {
    text: String,
    /// The value when typing began: Escape restores it, and a `change` is reported relative to it.
    origin: Option<V>,
}

impl<V: Copy + PartialEq> Typed<V> {
    /// Starts with the definition's default value.
    pub(super) fn new(value: Option<V>) -> Self {
        Self { value, given: Given::Definition, draft: None }
    }

    /// Adopts a new definition with the default `start`. A text being typed is kept.
    pub(super) fn redefined(&mut self, start: Option<V>, nearest: impl Fn(V) -> Option<V>) {
        let near = |value: &Option<V>| value.and_then(&nearest);
        match &mut self.draft {
            Some(draft) => {
                draft.origin = self.given.under(start, &draft.origin, near);
                self.value = near(&self.value);
            }
            None => self.value = self.given.under(start, &self.value, near),
        }
    }

    /// Sets the value on behalf of the program. A text being typed is kept.
    pub(super) fn set(&mut self, value: Option<V>, wish: Option<V>) {
        (self.value, self.given) = (value, Given::Program(wish));
    }

    /// Steps on behalf of the program, from what is typed, and ends typing.
    pub(super) fn step_to(&mut self, value: V) {
        self.set(Some(value), Some(value));
        self.drop_draft();
    }

    /// Ends typing and discards the draft.
    pub(super) fn drop_draft(&mut self) {
        self.draft = None;
    }

    /// Where a step starts: at what is typed, allowed or not, or at the value if `read` cannot read that.
    pub(super) fn step_from(&self, read: impl FnOnce(&str) -> Option<V>) -> Option<V> {
        match self.draft().map(str::trim) {
            None => self.value,
            Some("") => None,
            Some(text) => read(text).or(self.value),
        }
    }

    /// The draft exactly as typed, if there is one.
    pub(super) fn draft(&self) -> Option<&str> {
        self.draft.as_ref().map(|draft| draft.text.as_str())
    }

    /// The draft, if it is not blank.
    pub(super) fn drafted(&self) -> Option<&str> {
        self.draft().map(str::trim).filter(|text| !text.is_empty())
    }

    pub(super) fn is_empty(&self) -> bool {
        self.value.is_none() && self.draft.is_none()
    }

    /// Replaces the draft. `read` turns a text that is not blank into an allowed value; if it returns
    /// `None`, the value stays as it is. A blank text makes the value empty.
    pub(super) fn type_text(
        &mut self,
        text: &str,
        read: impl FnOnce(&str) -> Option<V>,
    ) -> Turn<Option<V>> {
        let origin = self.draft.take().map_or(self.value, |draft| draft.origin);
        self.draft = Some(Draft { text: text.to_owned(), origin });
        let value = match text.trim() {
            "" => None,
            text => match read(text) {
                None => return Turn::one(Event::Draft),
                some => some,
            },
        };
        if value == self.value {
            return Turn::one(Event::Draft);
        }
        self.value = value;
        Turn::one(Event::Input(value))
    }

    /// Ends typing: takes the value that `read` returns, or keeps the draft and reports why it cannot be
    /// read. A value that typing had already changed settles in either case.
    pub(super) fn settle(
        &mut self,
        read: impl FnOnce(&str) -> Result<V, Refusal>,
    ) -> Result<Turn<Option<V>>, Refusal> {
        let draft = self.draft.as_mut().ok_or(Refusal::Unchanged)?;
        let text = draft.text.trim();
        let read = if text.is_empty() { Ok(None) } else { read(text).map(Some) };
        match read {
            Ok(value) => Ok(self.take(value)),
            Err(_) if draft.origin != self.value => {
                (draft.origin, self.given) = (self.value, Given::Person);
                Ok(Turn::one(Event::Change(self.value)))
            }
            Err(refusal) => Err(refusal),
        }
    }

    /// Takes a value at once and ends typing. If typing has already changed the value to it, only the
    /// `change` event remains to be reported; if the value is back to what it was, not even that.
    pub(super) fn take(&mut self, value: Option<V>) -> Turn<Option<V>> {
        let before = core::mem::replace(&mut self.value, value);
        let origin = self.draft.take().map_or(before, |draft| draft.origin);
        if value != origin {
            self.given = Given::Person;
        }
        Turn::typed(value, value != before, value != origin)
    }

    /// Discards the draft and restores the value it had changed.
    pub(super) fn cancel(&mut self) -> Result<Turn<Option<V>>, Refusal> {
        let draft = self.draft.take().ok_or(Refusal::Unchanged)?;
        let before = core::mem::replace(&mut self.value, draft.origin);
        Ok(Turn::cancelled(draft.origin, &before))
    }

    /// Restores the definition's default value and discards the draft.
    pub(super) fn reset(&mut self, value: Option<V>) {
        *self = Self::new(value);
    }
}
