//! The view of a field stepper.

use super::FieldKind;
use super::machine::{Around, Machine};
use crate::calendar::FieldName;
use crate::message::{Message, in_words};
use crate::semantics::{Range, Role, Semantics};
use crate::world::{AnyWorld, native};
use rust_decimal::Decimal;

/// Everything a face needs to draw a stepper of fields.
///
/// ```
/// use pin_notch::{FieldStepper, Time};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let opened = FieldStepper::<Time>::builder().value("07:30".parse()?).build()?;
/// let view = opened.view();
/// assert_eq!((view.text.as_str(), view.fields.len()), ("07:30", 2));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct FieldsView {
    /// The value as text; empty if there is none.
    pub text: String,
    /// The fields in order.
    pub fields: Vec<FieldView>,
    /// Role, name and states of the whole for assistive technology.
    pub semantics: Semantics,
    /// The message about what is wrong; empty when nothing is.
    pub problem: String,
}

/// A field.
///
/// ```
/// use pin_notch::{FieldName, FieldStepper, Time};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let opened = FieldStepper::<Time>::builder().value("07:30".parse()?).build()?;
/// let minute = &opened.view().fields[1];
/// assert_eq!((minute.name, minute.before, minute.text.as_str()), (FieldName::Minute, ":", "30"));
/// assert!(minute.filled && !minute.active);
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct FieldView {
    /// Its name.
    pub name: FieldName,
    /// The separator before it.
    pub before: &'static str,
    /// Its text: digits, or underscores while it is empty.
    pub text: String,
    /// Whether it is filled in.
    pub filled: bool,
    /// Whether it is the active field.
    pub active: bool,
    /// Its role, name and states for assistive technology.
    pub semantics: Semantics,
}

impl Machine {
    pub(super) fn view(&self, around: Around<'_>) -> FieldsView {
        let problem = in_words(&self.validity(around), around.world);
        let whole = around.conditions.semantics(Role::Group, &problem);
        let fields = self.kind.fields[..self.shown].iter().enumerate();
        FieldsView {
            text: self.value.map(self.kind.written).unwrap_or_default(),
            fields: fields.map(|(at, kind)| self.field(at, kind, &whole, around.world)).collect(),
            semantics: whole,
            problem,
        }
    }

    /// The texts of the fields until they are settled, empty for those that are not filled in.
    pub(super) fn draft(&self, world: &AnyWorld) -> Option<Vec<String>> {
        if !self.is_drafting() && self.value == self.settled {
            return None;
        }
        let fields = self.kind.fields[..self.shown].iter().zip(self.fields);
        let texts = fields.map(|(kind, number)| number.map(|number| digits(number, kind, world)));
        Some(texts.map(Option::unwrap_or_default).collect())
    }

    fn field(&self, at: usize, kind: &FieldKind, whole: &Semantics, world: &AnyWorld) -> FieldView {
        let number = self.fields[at];
        let text = match number {
            Some(number) => digits(number, kind, world),
            None => world.message(&Message::Blank(kind.name)),
        };
        let spoken = match number {
            Some(month @ 1..=12) if kind.name == FieldName::Month => world.month_name(month as u8),
            Some(number) => native(&**world, &number.to_string()),
            None => world.message(&Message::Unfilled),
        };
        let range = Range {
            now: Decimal::from(number.unwrap_or(kind.least)),
            min: Decimal::from(kind.least.min(number.unwrap_or(kind.least))),
            max: Decimal::from(kind.most),
            text: spoken,
        };
        FieldView {
            name: kind.name,
            before: kind.before,
            text,
            filled: number.is_some(),
            active: at == self.active,
            semantics: Semantics {
                role: Role::SpinButton,
                range: Some(range),
                required: false,
                ..whole.clone()
            },
        }
    }
}

/// The number of a field with all its places, in the digits of its language.
fn digits(number: u32, kind: &FieldKind, world: &AnyWorld) -> String {
    let places = kind.places as usize;
    native(&**world, &format!("{number:0places$}"))
}
