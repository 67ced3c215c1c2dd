//! A value that is typed: what is being typed, the draft, is kept apart from it.

use super::given::Given;
use crate::event::{Event, Turn};
use crate::refusal::Refusal;

/// A value, and the text that somebody may be typing in its place.
#[derive(Clone, Debug, PartialEq)]
pub(super) struct Typed<V> {
    pub value: Option<V>,
    given: Given<Option<V>>,
    draft: Option<Draft<V>>,
}

#[derive(Clone, Debug, PartialEq)]
struct Draft<V> {
    text: String,
    /// The value when typing began: what Escape goes back to, and what a change is told against.
    origin: Option<V>,
}

impl<V: Copy + PartialEq> Typed<V> {
    /// The value that a definition begins with.
    pub(super) fn new(value: Option<V>) -> Self {
        Self { value, given: Given::Definition, draft: None }
    }

    /// After a new definition, which begins with `start`: a text that is being typed stays.
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

    /// The program sets the value. What somebody is typing stays.
    pub(super) fn set(&mut self, value: Option<V>, wish: Option<V>) {
        (self.value, self.given) = (value, Given::Program(wish));
    }

    /// The program steps on from what is typed, so that is over.
    pub(super) fn step_to(&mut self, value: V) {
        self.set(Some(value), Some(value));
        self.drop_draft();
    }

    /// Typing is over, and nothing is taken of it.
    pub(super) fn drop_draft(&mut self) {
        self.draft = None;
    }

    /// Where a step begins: at what is typed, allowed or not, and at the value where `read` makes nothing of that.
    pub(super) fn step_from(&self, read: impl FnOnce(&str) -> Option<V>) -> Option<V> {
        match self.draft().map(str::trim) {
            None => self.value,
            Some("") => None,
            Some(text) => read(text).or(self.value),
        }
    }

    /// The text being typed, if any is, as it was typed.
    pub(super) fn draft(&self) -> Option<&str> {
        self.draft.as_ref().map(|draft| draft.text.as_str())
    }

    /// The same, if there is anything in it to be read.
    pub(super) fn drafted(&self) -> Option<&str> {
        self.draft().map(str::trim).filter(|text| !text.is_empty())
    }

    pub(super) fn is_empty(&self) -> bool {
        self.value.is_none() && self.draft.is_none()
    }

    /// The text is now this. `read` makes an allowed value of one that is not blank, or nothing; then the
    /// value stays as it is. A blank text empties it.
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

    /// Typing is over: takes what `read` makes of the draft, or keeps it and says why not. A value that typing
    /// has moved on the way to such a draft settles all the same.
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

    /// Takes a value at once; a draft is over. Typing may have moved the value already: then only the
    /// change is left to tell, and where it all ends as it began, only the draft is gone.
    pub(super) fn take(&mut self, value: Option<V>) -> Turn<Option<V>> {
        let before = core::mem::replace(&mut self.value, value);
        let origin = self.draft.take().map_or(before, |draft| draft.origin);
        if value != origin {
            self.given = Given::Person;
        }
        Turn::typed(value, value != before, value != origin)
    }

    /// Takes the draft back, and whatever it moved.
    pub(super) fn cancel(&mut self) -> Result<Turn<Option<V>>, Refusal> {
        let draft = self.draft.take().ok_or(Refusal::Unchanged)?;
        let before = core::mem::replace(&mut self.value, draft.origin);
        Ok(Turn::cancelled(draft.origin, &before))
    }

    /// Back to the value that the definition begins with; what is being typed is dropped.
    pub(super) fn reset(&mut self, value: Option<V>) {
        *self = Self::new(value);
    }
}
