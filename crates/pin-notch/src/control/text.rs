//! Free text of one or several lines: HTML's [text fields][html].
//!
//! [html]: https://html.spec.whatwg.org/multipage/input.html#text-(type=text)-state-and-search-state-(type=search)

mod pattern;
#[cfg(feature = "text")]
mod translation;

pub use pattern::TextPatternError;

use super::given::Given;
use super::machine::{conditions_of, default_of, machine_methods};
use super::taken::Taken;
use super::uniform::{uniform, without_returns};
use super::{Conditions, ControlError};
use crate::definition::definition;
use crate::event::Turn;
use crate::intent::{Intent, Key};
use crate::message::{Message, in_words};
use crate::notches::Remark;
use crate::refusal::Refusal;
use crate::semantics::{Role, Semantics};
use crate::surroundings::Surroundings;
use crate::validity::{BadInput, Invalid};
use crate::value::{TextKind, Value, ValueKind};
use core::mem::take;
use pattern::Pattern;

definition! {
    /// The definition of a [`TextField`].
    ///
    /// ```
    /// use pin_notch::{TextDefinition, TextField};
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let mut definition = TextDefinition::default();
    /// definition.maxlength = Some(80);
    /// assert_eq!(TextField::new(definition)?.value(), None);
    /// # Ok(()) }
    /// ```
    TextDefinition,
    /// Builds a [`TextField`]; made by [`TextField::builder`].
    ///
    /// ```
    /// use pin_notch::TextField;
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let hive = TextField::builder().pattern("H-[0-9]+").example("H-12").value("H-7").build()?;
    /// assert!(hive.validity().is_empty());
    /// # Ok(()) }
    /// ```
    TextBuilder => TextField {
        /// The default text.
        value: [text],
        /// The kind of text: any, an e-mail address, a URL or a telephone number.
        r#type: [one TextKind] = TextKind::Text,
        /// The number of visible lines. With more than one, the text may contain line breaks.
        rows: [count] = 1,
        /// The fewest characters of a non-empty text, counted in UTF-16 code units as in HTML.
        minlength: [maybe count],
        /// The most characters, counted in the same way. More can be typed, but make the text invalid.
        maxlength: [maybe count],
        /// The regular expression that a non-empty text must match as a whole: HTML's `pattern`.
        pattern: [maybe text],
        /// An example of a text that matches the pattern, shown with the error message.
        example: [text],
        /// The text shown in the field while it is empty.
        placeholder: [text],
        /// What the browser may fill in: HTML's `autocomplete`.
        autocomplete: [text],
        /// The number of characters is shown beside the field.
        counter: [flag],
    }
}

/// A field for text.
///
/// What is typed becomes the value at once, whether acceptable or not, so that none of it is ever lost;
/// [`validity`](Self::validity) says what is wrong with it. As in HTML, a single line contains no line
/// breaks, and an e-mail address or URL has no white space around it.
///
/// ```
/// use pin_notch::{Intent, TextField};
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// let mut note = TextField::builder().rows(3).minlength(5).maxlength(200).build()?;
/// assert_eq!(note.handle(Intent::Type("calm")).to_string(), "input calm");
/// assert_eq!(note.validity()[0].to_string(), "Write at least 5 characters; this has 4.");
/// let _ = note.handle(Intent::Type("calm,\r\nno queen"));
/// assert_eq!(note.handle(Intent::Settle).change(), Some(&Some("calm,\nno queen".to_owned())));
/// assert!(note.validity().is_empty());
/// # Ok(()) }
/// ```
///
/// Everything it offers:
///
/// ```
/// use pin_notch::{TextField, TextKind};
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// let mut keeper = TextField::builder().r#type(TextKind::Email).build()?;
/// keeper.set_value(Some(" oma@apiary.example "));
/// assert_eq!((keeper.value(), keeper.text()), (Some("oma@apiary.example"), "oma@apiary.example"));
/// assert_eq!(keeper.length(), 18);
/// assert!(!keeper.is_multiline() && keeper.audit().is_empty());
/// keeper.reset();
/// assert_eq!(keeper.value(), keeper.default_value().as_deref());
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
pub struct TextField {
    definition: TextDefinition,
    conditions: Conditions,
    surroundings: Surroundings,
    pattern: Option<Pattern>,
    value: String,
    given: Given<String>,
    draft: Option<Draft>,
}

#[derive(Clone, Debug, PartialEq)]
struct Draft {
    /// The field's text exactly as typed.
    text: String,
    /// The value when typing began, relative to which a `change` is reported.
    origin: String,
}

/// Everything a face needs to draw a field for text.
///
/// ```
/// use pin_notch::TextField;
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// let view = TextField::builder().value("calm").maxlength(80).counter(true).build()?.view();
/// assert_eq!((view.text.as_str(), view.counter.as_str(), view.rows), ("calm", "4 of 80", 1));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct TextView {
    /// The field's text.
    pub text: String,
    /// The placeholder shown while the field is empty.
    pub placeholder: String,
    /// The kind of text, which selects the on-screen keyboard.
    pub kind: TextKind,
    /// The number of visible lines.
    pub rows: u32,
    /// What the browser may fill in; empty if unspecified.
    pub autocomplete: String,
    /// The number of characters as text; empty if it is not shown.
    pub counter: String,
    /// The announcement that few characters are left, if any.
    pub status: String,
    /// Role, name and states for assistive technology.
    pub semantics: Semantics,
    /// The message about what is wrong with the text; empty when nothing is.
    pub problem: String,
}

impl TextView {
    /// What it announces.
    pub(crate) fn announces(&self) -> &str {
        &self.status
    }
}

default_of!(TextField);

/// Validates a definition and compiles its pattern.
fn checked(definition: &TextDefinition) -> Result<Option<Pattern>, ControlError> {
    let TextDefinition { rows, r#type, minlength, maxlength, .. } = *definition;
    match (minlength, maxlength) {
        (Some(minlength), Some(maxlength)) if minlength > maxlength => {
            return Err(ControlError::Lengths { minlength, maxlength });
        }
        _ if rows == 0 => return Err(ControlError::NoRows),
        _ if rows > 1 && r#type != TextKind::Text => return Err(ControlError::OneLine { r#type }),
        _ => {}
    }
    definition.pattern.as_deref().map(Pattern::new).transpose().map_err(ControlError::Pattern)
}

/// The length as HTML counts it: in UTF-16 [code units](https://infra.spec.whatwg.org/#string-length).
fn length_of(text: &str) -> usize {
    text.encode_utf16().count()
}

impl TextField {
    machine_methods!(TextDefinition, TextBuilder);

    fn made(definition: TextDefinition) -> Result<Self, ControlError> {
        let (pattern, conditions) = (checked(&definition)?, conditions_of!(definition));
        let (surroundings, given) = (Surroundings::default(), Given::Definition);
        let (value, draft) = (String::new(), None);
        let mut field = Self { definition, conditions, surroundings, pattern, value, given, draft };
        field.value = field.sanitized(&field.definition.value);
        Ok(field)
    }

    fn redefined(&mut self, definition: TextDefinition) -> Result<(), ControlError> {
        self.pattern = checked(&definition)?;
        self.conditions = conditions_of!(definition).after(&self.conditions);
        self.definition = definition;
        let start = self.sanitized(&self.definition.value);
        let settled = self.draft.as_ref().map_or(&self.value, |draft| &draft.origin);
        let settled = self.given.under(start, settled, |text| self.sanitized(text));
        match self.draft.take() {
            Some(draft) => {
                self.value = self.sanitized(&draft.text);
                self.draft = Some(Draft { origin: settled, ..draft });
            }
            None => self.value = settled,
        }
        Ok(())
    }

    /// Applies HTML's [value sanitization][html] to a text.
    ///
    /// [html]: https://html.spec.whatwg.org/multipage/input.html#value-sanitization-algorithm
    fn sanitized(&self, text: &str) -> String {
        if self.is_multiline() {
            return without_returns(text.into()).into_owned();
        }
        let line = text.replace(['\r', '\n'], "");
        match self.definition.r#type {
            TextKind::Text | TextKind::Tel => line,
            TextKind::Email | TextKind::Url => line.trim_matches(is_white).to_owned(),
        }
    }

    /// Whether the text may contain line breaks.
    pub fn is_multiline(&self) -> bool {
        self.definition.rows > 1
    }

    /// The text; `None` if it is empty.
    pub fn value(&self) -> Option<&str> {
        Some(self.value.as_str()).filter(|text| !text.is_empty())
    }

    /// The default text.
    pub fn default_value(&self) -> Option<String> {
        Some(self.sanitized(&self.definition.value)).filter(|text| !text.is_empty())
    }

    /// The field's text: what is being typed, exactly as typed, or else the value.
    pub fn text(&self) -> &str {
        self.draft.as_ref().map_or(&self.value, |draft| &draft.text)
    }

    /// The length of the text in UTF-16 code units, as in HTML.
    pub fn length(&self) -> usize {
        length_of(&self.value)
    }

    /// Sets the text, or makes the field empty. This is a change made by the program, so it produces no
    /// event. A text being typed is kept.
    pub fn set_value(&mut self, value: Option<&str>) {
        let text = value.unwrap_or_default();
        self.value = self.sanitized(text);
        self.given = Given::Program(text.to_owned());
    }

    /// Restores the default text and discards what is being typed.
    pub fn reset(&mut self) {
        self.value = self.sanitized(&self.definition.value);
        (self.given, self.draft) = (Given::Definition, None);
    }

    /// Why the text is not acceptable; empty when it is.
    pub fn validity(&self) -> Vec<Invalid> {
        self.conditions.validity(self.value.is_empty(), self.wrong_with(&self.value))
    }

    /// Every problem with a text, in HTML's order. An empty text can only be missing.
    fn wrong_with(&self, text: &str) -> Vec<Invalid> {
        let mut all = Vec::new();
        if text.is_empty() {
            return all;
        }
        let TextDefinition { r#type, minlength, maxlength, .. } = self.definition;
        let world = &*self.surroundings.world;
        if !r#type.admits(text, world) {
            all.push(Invalid::TypeMismatch { r#type });
        }
        if self.pattern.as_ref().is_some_and(|pattern| !pattern.matches(text, world)) {
            all.push(Invalid::PatternMismatch { example: self.definition.example.clone() });
        }
        let length = length_of(text);
        let other = |limit: &u32| *limit as usize;
        if let Some(maxlength) = maxlength.filter(|most| length > other(most)) {
            all.push(Invalid::TooLong { length, maxlength });
        }
        if let Some(minlength) = minlength.filter(|least| length < other(least)) {
            all.push(Invalid::TooShort { length, minlength });
        }
        all
    }

    /// Remarks on what is legal in the definition but likely to surprise.
    pub fn audit(&self) -> Vec<Remark> {
        let start = self.sanitized(&self.definition.value);
        let wrong = self.wrong_with(&start);
        wrong
            .first()
            .map(|wrong| Remark::DefaultInvalid { state: wrong.state() })
            .into_iter()
            .collect()
    }

    /// Carries out an intent. Typing changes the value with every key; settling (leaving the field or, in a
    /// single line, Enter) reports the `change`.
    pub fn handle(&mut self, intent: Intent) -> Turn<Option<String>> {
        self.carry_out(intent).unwrap_or_else(Turn::Refused)
    }

    fn carry_out(&mut self, intent: Intent) -> Result<Turn<Option<String>>, Refusal> {
        self.conditions.admit()?;
        match intent {
            Intent::Type(text) => self.type_text(text),
            Intent::Key(Key::Enter) if self.is_multiline() => Err(Refusal::NotForThis),
            Intent::Settle | Intent::Key(Key::Enter) => self.settle(),
            Intent::Clear if self.text().is_empty() => Err(Refusal::Empty),
            Intent::Clear if self.conditions.required => Err(Refusal::Required),
            Intent::Clear => {
                let before = take(&mut self.value);
                let origin = self.draft.take().map_or_else(|| before.clone(), |draft| draft.origin);
                self.given = Given::Person;
                Ok(Turn::typed(None, !before.is_empty(), !origin.is_empty()))
            }
            _ => Err(Refusal::NotForThis),
        }
    }

    fn type_text(&mut self, text: &str) -> Result<Turn<Option<String>>, Refusal> {
        if self.text() == text {
            return Err(Refusal::Unchanged);
        }
        let value = self.sanitized(text);
        let moved = value != self.value;
        let before = core::mem::replace(&mut self.value, value);
        let origin = self.draft.take().map_or(before, |draft| draft.origin);
        self.draft = Some(Draft { text: text.to_owned(), origin });
        Ok(Turn::typed(self.value().map(str::to_owned), moved, false))
    }

    fn settle(&mut self) -> Result<Turn<Option<String>>, Refusal> {
        let draft = self.draft.take().ok_or(Refusal::Unchanged)?;
        let value = self.sanitized(&draft.text);
        // The program may have set another text meanwhile.
        let moved = value != self.value;
        self.value = value;
        let settled = self.value != draft.origin;
        if settled {
            self.given = Given::Person;
        }
        Ok(Turn::typed(self.value().map(str::to_owned), moved, settled))
    }

    /// The number of characters as text, and its announcement: not after every key, but when few are left.
    fn counter_texts(&self) -> (String, String) {
        /// The numbers of characters left that are announced.
        const ANNOUNCED: [i64; 4] = [20, 10, 5, 0];
        if !self.definition.counter {
            return Default::default();
        }
        let world = &self.surroundings.world;
        let length = self.length();
        let Some(most) = self.definition.maxlength else {
            return (world.message(&Message::Characters(length)), String::new());
        };
        let counter = Message::OutOf { value: (length as u64).into(), max: most.into() };
        let left = i64::from(most) - i64::try_from(length).unwrap_or(i64::MAX);
        let is_announced = self.draft.is_some() && ANNOUNCED.contains(&left);
        let status =
            is_announced.then(|| world.message(&Message::CharactersLeft(left.unsigned_abs())));
        (world.message(&counter), status.unwrap_or_default())
    }

    /// Everything a face needs to draw it.
    pub fn view(&self) -> TextView {
        let problem = in_words(&self.validity(), &self.surroundings.world);
        let (counter, status) = self.counter_texts();
        let semantics = self.conditions.semantics(Role::TextBox, &problem);
        TextView {
            text: self.text().to_owned(),
            placeholder: self.definition.placeholder.clone(),
            kind: self.definition.r#type,
            rows: self.definition.rows,
            autocomplete: self.definition.autocomplete.clone(),
            counter,
            status,
            semantics: Semantics { multiline: self.is_multiline(), ..semantics },
            problem,
        }
    }
}

/// ASCII white space as defined by the Infra standard.
fn is_white(c: char) -> bool {
    matches!(c, '\t' | '\n' | '\u{c}' | '\r' | ' ')
}

uniform! {
    Text(TextField),
    fn kind(&self) -> ValueKind {
        ValueKind::Text
    }
    fn value_text(&self) -> String {
        self.value.clone()
    }
    fn set_value(&mut self, value: Value) -> Result<(), Refusal> {
        let text: Option<String> = Taken::taken(value)?;
        TextField::set_value(self, text.as_deref());
        Ok(())
    }
    fn set_nearest(&mut self, value: Value) -> Result<(), Refusal> {
        let text: Option<String> = Taken::taken(value)?;
        TextField::set_value(self, text.as_deref());
        Ok(())
    }
    fn violations(&self, value: &Value) -> Vec<Invalid> {
        let Some(text) = value.text() else { return Vec::new() };
        match self.sanitized(text) == text {
            true => self.wrong_with(text),
            false => vec![BadInput::NotSanitized { lines: self.is_multiline() }.into()],
        }
    }
    fn audit(&self) -> Vec<Remark> {
        TextField::audit(self)
    }
    fn normalized(&self, value: Value) -> Value {
        if value.text() == Some("") { Value::Empty } else { value }
    }
    fn draft(&self) -> Option<Vec<String>> {
        // Everything typed is part of the value.
        self.draft.as_ref().map(|_| Vec::new())
    }
    fn drop_draft(&mut self) {
        self.draft = None;
    }
}
