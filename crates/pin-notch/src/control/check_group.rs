//! Checkboxes that belong together, under a parent that is mixed while they differ: the ARIA practices'
//! [mixed-state checkbox][apg].
//!
//! [apg]: https://www.w3.org/WAI/ARIA/apg/patterns/checkbox/examples/checkbox-mixed/

use super::conditions::condition_methods;
use super::setting::{Amount, Label, Setting, SettingError, whole};
use super::uniform::uniform;
use super::{Checkbox, CheckboxView, Choice, Conditions, Value, ValueKind};
use crate::event::Turn;
use crate::intent::{Intent, Key};
use crate::quoted::Quoted;
use crate::refusal::Refusal;
use crate::semantics::{Checked, Role, Semantics};
use crate::validity::{Invalid, counted, in_words};

/// Checkboxes that belong together.
///
/// Its value is the list of what the checked ones send, in the group's order.
///
/// ```
/// use pin_notch::{CheckGroup, Checked, Intent};
/// let mut treatments = CheckGroup::new(["formic acid", "oxalic acid", "thymol"]).at_most(2);
/// let turn = treatments.handle(Intent::Pick("oxalic acid"));
/// assert_eq!(turn.to_string(), "input oxalic acid, change oxalic acid");
/// assert_eq!(treatments.parent(), Checked::Mixed);
/// let _ = treatments.handle_box(0, Intent::Flip);
/// let turn = treatments.handle_box(2, Intent::Flip);
/// assert_eq!(turn.to_string(), "refused: no more than 2 can be chosen");
/// ```
///
/// Its definition, its boxes, its value and its conditions:
///
/// ```
/// use pin_notch::{CheckGroup, Intent};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut treatments = CheckGroup::new(["oxalic acid", "thymol"])
///     .under("Treatments")
///     .starting_with(["thymol"])
///     .at_least(1);
/// assert_eq!((treatments.texts().len(), treatments.parent_text()), (2, Some("Treatments")));
/// assert_eq!(treatments.limits(), (1, usize::MAX));
/// let _ = treatments.handle_box(0, Intent::Flip);
/// assert_eq!(treatments.value(), ["oxalic acid", "thymol"]);
/// treatments.set_value(&["oxalic acid"])?;
/// assert_ne!(treatments.value(), treatments.default_value());
/// treatments.reset();
/// assert_eq!(treatments.boxes().len(), 2);
/// treatments.boxes_mut()[0].set_disabled(true);
/// treatments.set_required(true);
/// assert!(treatments.conditions().required && treatments.validity().is_empty());
/// treatments.conditions_mut().required = false;
/// treatments.set_read_only(true);
/// assert!(treatments.view().semantics.read_only);
/// treatments.set_disabled(true);
/// # Ok(()) }
/// ```
#[derive(Clone, Debug)]
pub struct CheckGroup {
    boxes: Vec<Checkbox>,
    texts: Vec<String>,
    parent_text: Option<String>,
    least: usize,
    most: usize,
    conditions: Conditions,
}

/// All that a face needs to draw a group of checkboxes.
///
/// ```
/// use pin_notch::{CheckGroup, Checked};
/// let view = CheckGroup::new(["thymol"]).under("All").starting_with(["thymol"]).view();
/// assert_eq!(view.parent, Some(("All".into(), Checked::On)));
/// assert_eq!(view.boxes[0].2.checked, Checked::On);
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct CheckGroupView {
    /// The text of the parent, and its state; none where the group shows no parent.
    pub parent: Option<(String, Checked)>,
    /// Value, text and view of each checkbox, in order.
    pub boxes: Vec<(String, String, CheckboxView)>,
    /// What assistive technology is told of the group.
    pub semantics: Semantics,
    /// What is wrong with the choice, in words for the person; empty when nothing is.
    pub problem: String,
}

impl CheckGroup {
    /// A group of checkboxes that send these values, all off at the start.
    pub fn new<T: Into<Choice>>(choices: impl IntoIterator<Item = T>) -> Self {
        let (mut boxes, mut texts) = (Vec::new(), Vec::new());
        for choice in choices {
            let choice: Choice = choice.into();
            let mut one = Checkbox::new().sending(choice.value);
            one.set_disabled(choice.disabled);
            boxes.push(one);
            texts.push(choice.text);
        }
        Self {
            boxes,
            texts,
            parent_text: None,
            least: 0,
            most: usize::MAX,
            conditions: Conditions::default(),
        }
    }

    /// Starts, and after a reset starts again, with these values checked. One that no checkbox sends is
    /// left out.
    pub fn starting_with<T: AsRef<str>>(mut self, values: impl IntoIterator<Item = T>) -> Self {
        let values: Vec<T> = values.into_iter().collect();
        self.start(&values);
        self
    }

    fn start<T: AsRef<str>>(&mut self, values: &[T]) {
        for one in &mut self.boxes {
            let on = values.iter().any(|value| value.as_ref() == one.submission_value());
            one.start(on.into());
        }
    }

    /// Shows a parent with this text, which checks and unchecks all.
    pub fn under(mut self, text: impl Into<String>) -> Self {
        self.parent_text = Some(text.into());
        self
    }

    /// At least so many have to be checked before the form can be sent.
    pub fn at_least(mut self, least: usize) -> Self {
        self.least = least;
        self
    }

    /// No more than so many can be checked.
    pub fn at_most(mut self, most: usize) -> Self {
        self.most = most;
        self
    }

    condition_methods!();

    /// The checkboxes in order.
    pub fn boxes(&self) -> &[Checkbox] {
        &self.boxes
    }

    /// The same, to be changed by the program.
    pub fn boxes_mut(&mut self) -> &mut [Checkbox] {
        &mut self.boxes
    }

    /// What is written beside the checkboxes, in order.
    pub fn texts(&self) -> &[String] {
        &self.texts
    }

    /// The text of the parent, where one is shown.
    pub fn parent_text(&self) -> Option<&str> {
        self.parent_text.as_deref()
    }

    /// How many have to be checked, and how many can be.
    pub fn limits(&self) -> (usize, usize) {
        (self.least, self.most)
    }

    /// What the checked ones send.
    pub fn value(&self) -> Vec<String> {
        self.sending(Checkbox::checked)
    }

    /// What the checked ones send at the start.
    pub fn default_value(&self) -> Vec<String> {
        self.sending(Checkbox::default_checked)
    }

    /// What those send that are on by this state; a disabled one sends nothing, as in HTML.
    fn sending(&self, state: impl Fn(&Checkbox) -> Checked) -> Vec<String> {
        let sends = |one: &&Checkbox| state(one) == Checked::On && !one.conditions().is_disabled();
        let sent = self.boxes.iter().filter(sends);
        sent.map(|one| one.submission_value().to_owned()).collect()
    }

    /// Checks exactly these. The program does this, so no event comes of it.
    ///
    /// # Errors
    /// [`Refusal::NoMatch`] for a value that no checkbox sends; [`Refusal::TooMany`].
    pub fn set_value<T: AsRef<str>>(&mut self, values: &[T]) -> Result<(), Refusal> {
        let is = |one: &Checkbox, value: &T| one.submission_value() == value.as_ref();
        if values.iter().any(|value| !self.boxes.iter().any(|one| is(one, value))) {
            return Err(Refusal::NoMatch);
        }
        let wanted = |one: &Checkbox| values.iter().any(|value| is(one, value));
        if self.boxes.iter().filter(|one| wanted(one)).count() > self.most {
            return Err(Refusal::TooMany { max: self.most });
        }
        for one in &mut self.boxes {
            let on = values.iter().any(|value| is(one, value));
            one.set_checked(on.into());
        }
        Ok(())
    }

    fn count(&self) -> usize {
        self.boxes.iter().filter(|one| one.checked() == Checked::On).count()
    }

    /// The state of the parent: on or off when all agree, else mixed.
    pub fn parent(&self) -> Checked {
        match self.count() {
            0 => Checked::Off,
            count if count == self.boxes.len() => Checked::On,
            _ => Checked::Mixed,
        }
    }

    /// All back to the states they started in.
    pub fn reset(&mut self) {
        self.boxes.iter_mut().for_each(Checkbox::reset);
    }

    /// Why the choice is not acceptable; empty when it is.
    pub fn validity(&self) -> Vec<Invalid> {
        let count = self.count();
        self.conditions.validity(count == 0, counted(count, self.least, self.most))
    }

    /// Carries out an intent on the group: picking a value flips the checkbox that sends it, a flip is one
    /// of the parent, clearing unchecks all that can be.
    pub fn handle(&mut self, intent: Intent) -> Turn<Vec<String>> {
        match intent {
            Intent::Pick(value) => {
                match self.boxes.iter().position(|one| one.submission_value() == value) {
                    Some(index) => self.handle_box(index, Intent::Flip),
                    None => {
                        Turn::Refused(self.conditions.admit().err().unwrap_or(Refusal::NoMatch))
                    }
                }
            }
            Intent::Clear => self.put_all(false).unwrap_or_else(Turn::Refused),
            Intent::Flip | Intent::Press(_) | Intent::Key(Key::Space) => {
                let mut open = self.boxes.iter().filter(|one| one.conditions().admit().is_ok());
                let all = open.all(|one| one.checked() == Checked::On);
                self.put_all(!all).unwrap_or_else(Turn::Refused)
            }
            _ => Turn::Refused(self.conditions.admit().err().unwrap_or(Refusal::NotForThis)),
        }
    }

    /// Carries out an intent on one of the checkboxes, counted from 0.
    pub fn handle_box(&mut self, index: usize, intent: Intent) -> Turn<Vec<String>> {
        let (count, most) = (self.count(), self.most);
        let Some(one) = self.boxes.get_mut(index) else {
            return Turn::Refused(Refusal::NotForThis);
        };
        if let Err(refusal) = self.conditions.admit() {
            return Turn::Refused(refusal);
        }
        let before = one.checked();
        let turn = one.handle(intent);
        if one.checked() == Checked::On && before != Checked::On && count >= most {
            one.set_checked(before);
            return Turn::Refused(Refusal::TooMany { max: most });
        }
        let value = self.value();
        turn.map(|_| value.clone())
    }

    /// Checks or unchecks all. Disabled and read-only ones stay as they are.
    fn put_all(&mut self, on: bool) -> Result<Turn<Vec<String>>, Refusal> {
        self.conditions.admit()?;
        let open = |one: &Checkbox| one.conditions().admit().is_ok();
        let differ = |one: &&Checkbox| open(one) && (one.checked() == Checked::On) != on;
        if !self.boxes.iter().any(|one| differ(&one)) {
            return Err(if self.count() == 0 { Refusal::Empty } else { Refusal::Unchanged });
        }
        let after = self.boxes.iter().filter(|one| match open(one) {
            true => on,
            false => one.checked() == Checked::On,
        });
        if on && after.count() > self.most {
            return Err(Refusal::TooMany { max: self.most });
        }
        self.boxes.iter_mut().filter(|one| open(one)).for_each(|one| one.set_checked(on.into()));
        Ok(Turn::settled(self.value()))
    }

    /// All that a face needs to draw it.
    pub fn view(&self) -> CheckGroupView {
        let problem = in_words(&self.validity());
        let own = &self.conditions;
        let boxes = self.boxes.iter().zip(&self.texts).map(|(one, text)| {
            let mut view = one.view();
            view.semantics.disabled |= own.is_disabled();
            view.semantics.read_only |= own.read_only;
            (one.submission_value().to_owned(), text.clone(), view)
        });
        CheckGroupView {
            parent: self.parent_text.clone().map(|text| (text, self.parent())),
            boxes: boxes.collect(),
            semantics: own.semantics(Role::Group, &problem),
            problem,
        }
    }
}

uniform! {
    CheckGroup(CheckGroup),
    fn kind(&self) -> ValueKind {
        ValueKind::Texts
    }
    fn value(&self) -> Value {
        CheckGroup::value(self).into()
    }
    fn default_value(&self) -> Value {
        CheckGroup::default_value(self).into()
    }
    fn set_value(&mut self, value: Value) -> Result<(), Refusal> {
        match value {
            Value::Texts(_) | Value::Empty => CheckGroup::set_value(self, value.texts()),
            _ => Err(Refusal::WrongKind),
        }
    }
    fn put(&mut self, setting: &Setting) -> Result<(), SettingError> {
        match setting {
            Setting::Start(value) => self.start(value.texts()),
            Setting::Label(Label::Parent, text) => self.parent_text = Some(text.clone()),
            Setting::Amount(Amount::Least, least) => self.least = whole(*least)? as usize,
            Setting::Amount(Amount::Most, most) => self.most = whole(*most)? as usize,
            _ => return Err(SettingError::NotForThis),
        }
        Ok(())
    }
    fn against(&self, value: &Value) -> Vec<Invalid> {
        let texts = value.texts();
        let mut wrong = super::select::twice(texts);
        for text in texts {
            match self.boxes.iter().find(|one| one.submission_value() == text) {
                None => wrong.push(Invalid::BadInput(format!("{} is not offered.", Quoted(text)))),
                Some(one) if one.conditions().is_disabled() => {
                    wrong.push(Invalid::BadInput(format!("{} cannot be chosen.", Quoted(text))));
                }
                Some(_) => {}
            }
        }
        wrong.extend(counted(texts.len(), self.least, self.most));
        wrong
    }
    fn most_sent(&self) -> usize {
        self.boxes.len()
    }
}
