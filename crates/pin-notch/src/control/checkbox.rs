//! On, off or mixed: the ARIA practices' [checkbox pattern][apg], two-state and mixed-state, and a group
//! of them under a parent.
//!
//! [apg]: https://www.w3.org/WAI/ARIA/apg/patterns/checkbox/

use super::Conditions;
use super::conditions::condition_methods;
use crate::event::{Refusal, Shown, Turn};
use crate::intent::{Intent, Key};
use crate::semantics::{Checked, Role, Semantics};
use crate::validity::Invalid;

/// A checkbox.
///
/// A flip leads from off or mixed to on, and from on to off; nobody can flip one to mixed, only the
/// program can set it so (HTML's `indeterminate`).
///
/// ```
/// use pin_notch::{Checkbox, Checked, Intent};
/// let mut treated = Checkbox::new().starting(Checked::Mixed);
/// assert_eq!(treated.handle(Intent::Flip).to_string(), "input on, change on");
/// ```
#[derive(Clone, Debug)]
pub struct Checkbox {
    checked: Checked,
    default: Checked,
    value: String,
    conditions: Conditions,
}

/// All that a face needs to draw a checkbox.
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct CheckboxView {
    /// Whether it is on.
    pub checked: Checked,
    /// What assistive technology is told.
    pub semantics: Semantics,
    /// What is wrong with the state, in words for the person; empty when nothing is.
    pub problem: String,
}

impl Default for Checkbox {
    fn default() -> Self {
        Self::new()
    }
}

impl Shown for Checked {
    fn shown(&self) -> String {
        match self {
            Self::Off => "off",
            Self::On => "on",
            Self::Mixed => "mixed",
        }
        .to_owned()
    }
}

impl Checkbox {
    /// A checkbox that starts off and sends "on" when it is on.
    pub fn new() -> Self {
        Self {
            checked: Checked::Off,
            default: Checked::Off,
            value: "on".to_owned(),
            conditions: Conditions::default(),
        }
    }

    /// Starts, and after a reset starts again, in this state.
    pub fn starting(mut self, checked: Checked) -> Self {
        (self.checked, self.default) = (checked, checked);
        self
    }

    /// Sends this value, instead of "on", when it is on.
    pub fn sending(mut self, value: impl Into<String>) -> Self {
        self.value = value.into();
        self
    }

    condition_methods!();

    /// The state.
    pub fn checked(&self) -> Checked {
        self.checked
    }

    /// What a form sends for it: nothing unless it is on.
    pub fn submission_value(&self) -> Option<&str> {
        (self.checked == Checked::On).then_some(self.value.as_str())
    }

    /// Sets the state. The program does this, so no event comes of it.
    pub fn set_checked(&mut self, checked: Checked) {
        self.checked = checked;
    }

    /// Back to the state it started in.
    pub fn reset(&mut self) {
        self.checked = self.default;
    }

    /// Why the state is not acceptable; a required checkbox must be on.
    pub fn validity(&self) -> Vec<Invalid> {
        self.conditions.validity(self.checked != Checked::On, Vec::new())
    }

    /// Carries out an intent. A flip, a press and Space check or uncheck it; Enter does not, as in HTML,
    /// where it sends the form. Allocates nothing.
    pub fn handle(&mut self, intent: Intent) -> Turn<Checked> {
        let flips = matches!(intent, Intent::Flip | Intent::Press(_) | Intent::Key(Key::Space));
        match self.conditions.admit() {
            Err(refusal) => Turn::Refused(refusal),
            Ok(()) if !flips => Turn::Refused(Refusal::NotForThis),
            Ok(()) => {
                self.checked = (self.checked != Checked::On).into();
                Turn::settled(self.checked)
            }
        }
    }

    /// All that a face needs to draw it.
    pub fn view(&self) -> CheckboxView {
        let problem = self.validity().first().map(ToString::to_string).unwrap_or_default();
        CheckboxView {
            checked: self.checked,
            semantics: Semantics {
                checked: Some(self.checked),
                disabled: self.conditions.disabled,
                read_only: self.conditions.read_only,
                required: self.conditions.required,
                invalid: !problem.is_empty(),
                ..Semantics::new(Role::Checkbox)
            },
            problem,
        }
    }
}

/// Checkboxes that belong together, under a parent that is mixed while they differ.
///
/// Its value is the list of what the checked ones send, in the group's order.
///
/// ```
/// use pin_notch::{CheckGroup, Checked, Intent};
/// let mut treatments = CheckGroup::new(["formic acid", "oxalic acid", "thymol"]).at_most(2);
/// assert_eq!(treatments.handle(1, Intent::Flip).to_string(), "input oxalic acid, change oxalic acid");
/// assert_eq!(treatments.parent(), Checked::Mixed);
/// let _ = treatments.handle(0, Intent::Flip);
/// assert_eq!(treatments.handle(2, Intent::Flip).to_string(), "refused: no more than 2 can be chosen");
/// ```
#[derive(Clone, Debug)]
pub struct CheckGroup {
    boxes: Vec<Checkbox>,
    least: usize,
    most: usize,
    conditions: Conditions,
}

impl CheckGroup {
    /// A group of checkboxes that send these values, all off at the start.
    pub fn new<T: Into<String>>(values: impl IntoIterator<Item = T>) -> Self {
        Self {
            boxes: values.into_iter().map(|value| Checkbox::new().sending(value)).collect(),
            least: 0,
            most: usize::MAX,
            conditions: Conditions::default(),
        }
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

    /// What the checked ones send.
    pub fn value(&self) -> Vec<String> {
        self.boxes.iter().filter_map(Checkbox::submission_value).map(str::to_owned).collect()
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
        let (count, least, most) = (self.count(), self.least, self.most);
        let few = (count < least).then_some(Invalid::TooFew { least });
        let many = (count > most).then_some(Invalid::TooMany { most });
        self.conditions.validity(count == 0, few.into_iter().chain(many).collect())
    }

    /// Carries out an intent on one of the checkboxes, counted from 0.
    pub fn handle(&mut self, index: usize, intent: Intent) -> Turn<Vec<String>> {
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

    /// Carries out an intent on the parent: a flip checks all, or unchecks all when all that can be are
    /// checked. Disabled and read-only ones stay as they are.
    pub fn handle_parent(&mut self, intent: Intent) -> Turn<Vec<String>> {
        if let Err(refusal) = self.conditions.admit() {
            return Turn::Refused(refusal);
        }
        if !matches!(intent, Intent::Flip | Intent::Press(_) | Intent::Key(Key::Space)) {
            return Turn::Refused(Refusal::NotForThis);
        }
        let open = |one: &Checkbox| one.conditions().admit().is_ok();
        let all = self.boxes.iter().filter(|one| open(one)).all(|one| one.checked() == Checked::On);
        let kept =
            self.boxes.iter().filter(|one| !open(one) && one.checked() == Checked::On).count();
        let free = self.boxes.iter().filter(|one| open(one)).count();
        if free == 0 {
            return Turn::Refused(Refusal::Unchanged);
        }
        if !all && kept + free > self.most {
            return Turn::Refused(Refusal::TooMany { max: self.most });
        }
        self.boxes
            .iter_mut()
            .filter(|one| open(one))
            .for_each(|one| one.set_checked((!all).into()));
        Turn::settled(self.value())
    }
}
