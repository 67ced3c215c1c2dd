//! Months, weeks and times, entered field by field: each field is a [spinbutton][apg] of its own.
//!
//! Digits fill the field they are typed into and lead on to the next; arrows step within it, over whatever
//! the bounds and the step do not allow. What is half filled in is a draft, kept apart from the value.
//!
//! [apg]: https://www.w3.org/WAI/ARIA/apg/patterns/spinbutton/

mod kinds;
mod view;

pub use kinds::{FieldKind, Fielded};
pub use view::{FieldView, FieldsView};

use super::conditions::condition_methods;
use super::uniform::Uniform;
use super::{Conditions, Control, Value, ValueKind, View};
use crate::calendar::{DateTime, Month, Time, Week};
use crate::event::{Event, Refusal, Shown, Turn};
use crate::intent::{Intent, Key};
use crate::measure::NotchesOf;
use crate::validity::Invalid;
use crate::world::AnyWorld;

/// The most fields that a value has.
pub(super) const MOST: usize = 7;

type Fields = [Option<u32>; MOST];

/// A stepper of the fields of a [`Month`], [`Week`], [`Time`] or [`DateTime`].
///
/// ```
/// use pin_notch::{FieldStepper, Intent, Key, NotchesOf, Time};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// // Every quarter of an hour from half past six.
/// let times = NotchesOf::<Time>::new(Some("06:30".parse()?), Some("21:00".parse()?), 900)?;
/// let mut opened = FieldStepper::new(times);
/// for digit in ['0', '7'] {
///     let _ = opened.handle(Intent::Find { typed: digit, at: 0 }); // fills the hour and leads on
/// }
/// let turn = opened.handle(Intent::Key(Key::Up));
/// assert_eq!(turn.to_string(), "input 07:00, change 07:00");
/// let _ = opened.handle(Intent::Key(Key::Up));
/// assert_eq!(opened.value().unwrap().to_string(), "07:15");
/// # Ok(()) }
/// ```
#[derive(Clone, Debug)]
pub struct FieldStepper<M> {
    notches: NotchesOf<M>,
    /// How many fields are shown; those after them are what they are at the step base.
    shown: usize,
    fields: Fields,
    value: Option<M>,
    /// What it had settled on last: what a change is told against, and what Escape goes back to.
    settled: Option<M>,
    default: Option<M>,
    /// Where an empty field begins.
    near: Option<M>,
    active: usize,
    /// How many digits were typed into the active field.
    typed: u32,
    world: AnyWorld,
    conditions: Conditions,
}

impl<M: Fielded + Shown> FieldStepper<M> {
    /// A stepper of these values, empty at the start. Seconds and their fractions are fields of their own
    /// only where the step or its base needs them.
    pub fn new(notches: NotchesOf<M>) -> Self {
        Self {
            shown: M::shown_fields(notches.step(), notches.step_base()),
            notches,
            fields: [None; MOST],
            value: None,
            settled: None,
            default: None,
            near: None,
            active: 0,
            typed: 0,
            world: AnyWorld::default(),
            conditions: Conditions::default(),
        }
    }

    /// Starts, and after a reset starts again, on this value, or empty.
    ///
    /// # Errors
    /// Why that value is not allowed.
    pub fn starting_at(mut self, value: Option<M>) -> Result<Self, Refusal> {
        self.put(value.map(|value| self.notches.admit(value)).transpose()?);
        self.default = value;
        Ok(self)
    }

    /// Begins empty fields at this value when they are stepped, such as the month that it is now.
    pub fn near(mut self, value: M) -> Self {
        self.near = Some(value);
        self
    }

    /// Writes digits and names as this world does.
    pub fn in_world(mut self, world: impl Into<AnyWorld>) -> Self {
        self.world = world.into();
        self
    }

    condition_methods!();

    /// The values it can take, besides being empty.
    pub fn notches(&self) -> &NotchesOf<M> {
        &self.notches
    }

    /// The value, if there is one.
    pub fn value(&self) -> Option<M> {
        self.value
    }

    /// The value it starts with, if any.
    pub fn default_value(&self) -> Option<M> {
        self.default
    }

    /// The field that keys are on, counted from 0.
    pub fn active_field(&self) -> usize {
        self.active
    }

    /// Where empty fields begin, if that was said.
    pub fn starts_near(&self) -> Option<M> {
        self.near
    }

    /// Sets the value, or makes it empty. The program does this, so no event comes of it, and what is
    /// half filled in is left alone.
    ///
    /// # Errors
    /// Why that value is not allowed; it is then as it was.
    pub fn set_value(&mut self, value: Option<M>) -> Result<(), Refusal> {
        let value = value.map(|value| self.notches.admit(value)).transpose()?;
        if self.is_drafting() {
            self.value = value;
        } else {
            self.put(value);
        }
        Ok(())
    }

    /// Back to the default value; what is half filled in is dropped.
    pub fn reset(&mut self) {
        self.put(self.default);
    }

    fn put(&mut self, value: Option<M>) {
        (self.value, self.settled, self.typed) = (value, value, 0);
        self.fields = self.fields_of(value);
    }

    fn fields_of(&self, value: Option<M>) -> Fields {
        let all = value.map(M::to_fields);
        core::array::from_fn(|at| all.map(|all| all[at]).filter(|_| at < self.shown))
    }

    fn is_drafting(&self) -> bool {
        self.fields != self.fields_of(self.value)
    }

    fn is_blank(&self) -> bool {
        self.fields[..self.shown].iter().all(Option::is_none)
    }

    /// The value that the fields make together, allowed or not.
    fn composed(&self, fields: &Fields) -> Result<M, Flaw> {
        // What is not shown is as it is at the step base.
        let mut all = self.notches.step_base().to_fields();
        for (at, field) in fields[..self.shown].iter().enumerate() {
            all[at] = field.ok_or(Flaw::Missing(at))?;
        }
        M::from_fields(&all).map_err(|error| Flaw::Wrong(error.to_string()))
    }

    fn allowed(&self, fields: &Fields) -> Result<M, Refusal> {
        let composed = self.composed(fields).map_err(|flaw| match flaw {
            Flaw::Missing(_) => Refusal::Incomplete,
            Flaw::Wrong(_) => Refusal::Misread { like: M::LIKE },
        })?;
        self.notches.admit(composed)
    }

    /// Why what it holds is not acceptable: what is half filled in counts before the value.
    pub fn validity(&self) -> Vec<Invalid> {
        let wrong = match (self.is_drafting() && !self.is_blank(), self.value) {
            (true, _) => match self.composed(&self.fields) {
                Ok(value) => self.notches.against(value),
                Err(Flaw::Missing(at)) => {
                    vec![Invalid::BadInput(format!("The {} is missing.", M::FIELDS[at].name))]
                }
                Err(Flaw::Wrong(what)) => vec![Invalid::BadInput(format!("{what}."))],
            },
            (false, Some(value)) if !self.is_blank() => self.notches.against(value),
            (false, _) => Vec::new(),
        };
        self.conditions.validity(self.is_blank(), wrong)
    }

    /// Carries out an intent.
    ///
    /// Left and Right go from field to field, Up and Down step the one they are on, page keys by ten; Home
    /// and End go to the least and the most it can be. Delete and Backspace empty it. Digits come by
    /// [`Intent::Find`], a whole text by [`Intent::Type`]. Settling (leaving, or Enter) takes what is filled
    /// in, or refuses and keeps it; Escape goes back.
    pub fn handle(&mut self, intent: Intent) -> Turn<Option<M>> {
        self.carry_out(intent).unwrap_or_else(Turn::Refused)
    }

    fn carry_out(&mut self, intent: Intent) -> Result<Turn<Option<M>>, Refusal> {
        self.conditions.admit()?;
        match intent {
            Intent::Field(at) if at >= self.shown => Err(Refusal::NotForThis),
            Intent::Field(at) => self.go_to(at),
            Intent::Key(Key::Left) => {
                self.go_to(self.active.checked_sub(1).ok_or(Refusal::AtFirst)?)
            }
            Intent::Key(Key::Right) if self.active + 1 == self.shown => Err(Refusal::AtLast),
            Intent::Key(Key::Right) => self.go_to(self.active + 1),
            Intent::Step(steps) => self.step(steps),
            Intent::Key(Key::Up) => self.step(1),
            Intent::Key(Key::Down) => self.step(-1),
            Intent::Key(Key::PageUp) => self.step(10),
            Intent::Key(Key::PageDown) => self.step(-10),
            Intent::Key(Key::Home) => self.outermost(true),
            Intent::Key(Key::End) => self.outermost(false),
            Intent::Key(Key::Delete | Key::Backspace) => self.empty_field(),
            Intent::Find { typed, .. } => self.type_digit(typed),
            Intent::Type(text) => self.type_text(text),
            Intent::Settle | Intent::Key(Key::Enter) => self.settle(),
            Intent::Key(Key::Escape) => self.take_back(),
            Intent::Clear if self.is_blank() && self.value.is_none() => Err(Refusal::Empty),
            Intent::Clear if self.conditions.required => Err(Refusal::Required),
            Intent::Clear => {
                self.fields = [None; MOST];
                Ok(self.moved(true))
            }
            _ => Err(Refusal::NotForThis),
        }
    }

    fn go_to(&mut self, at: usize) -> Result<Turn<Option<M>>, Refusal> {
        if at == self.active && self.typed == 0 {
            return Err(Refusal::Unchanged);
        }
        (self.active, self.typed) = (at, 0);
        Ok(Turn::one(Event::Active(at)))
    }

    /// Tells what the fields as they are now made of the value, and whether that settles it.
    fn moved(&mut self, settles: bool) -> Turn<Option<M>> {
        let value = match self.is_blank() {
            true => Some(None),
            false => self.allowed(&self.fields).ok().map(Some),
        };
        let Some(value) = value else { return Turn::one(Event::Draft) };
        let input = value != self.value;
        self.value = value;
        let change = settles && value != self.settled;
        if settles {
            self.settled = value;
        }
        match (input, change) {
            (true, true) => Turn::settled(value),
            (true, false) => Turn::one(Event::Input(value)),
            (false, true) => Turn::one(Event::Change(value)),
            (false, false) => Turn::one(Event::Draft),
        }
    }

    fn step(&mut self, steps: i32) -> Result<Turn<Option<M>>, Refusal> {
        let mut fields = self.fields;
        for _ in 0..steps.unsigned_abs().min(100) {
            match self.stepped(&fields, steps > 0) {
                Some(to) => fields = to,
                None => break,
            }
        }
        self.take_fields(fields, steps > 0)
    }

    fn outermost(&mut self, least: bool) -> Result<Turn<Option<M>>, Refusal> {
        let kind = &M::FIELDS[self.active];
        let mut fields = self.fields;
        // One before the first, or after the last, and from there to the nearest that is allowed.
        fields[self.active] = Some(if least { kind.most } else { kind.least });
        let wrapped = self.candidates(&fields, least, true);
        let to = self.first_allowed(wrapped).or_else(|| {
            fields[self.active] = Some(if least { kind.least } else { kind.most });
            Some(fields)
        });
        self.take_fields(to.unwrap_or(self.fields), !least)
    }

    fn take_fields(&mut self, fields: Fields, up: bool) -> Result<Turn<Option<M>>, Refusal> {
        if fields == self.fields {
            return Err(if up { Refusal::AtLast } else { Refusal::AtFirst });
        }
        (self.fields, self.typed) = (fields, 0);
        Ok(self.moved(true))
    }

    /// The fields after one step of the active one.
    fn stepped(&self, fields: &Fields, up: bool) -> Option<Fields> {
        let kind = &M::FIELDS[self.active];
        if fields[self.active].is_none() {
            let first = self.notches.first().filter(|_| self.notches.min().is_some());
            let near = self.near.or(first.filter(|_| self.active == 0));
            let near = near.map(|near| near.to_fields()[self.active]);
            let end = if up { kind.least } else { kind.most };
            let mut fields = *fields;
            fields[self.active] = Some(near.unwrap_or(end));
            return Some(fields);
        }
        let found = self.first_allowed(self.candidates(fields, up, kind.wraps));
        // Where the whole is not allowed yet, the field goes on by itself.
        let free = self.allowed(fields).is_err();
        found.or_else(|| self.candidates(fields, up, kind.wraps).next().filter(|_| free))
    }

    fn first_allowed(&self, mut candidates: impl Iterator<Item = Fields>) -> Option<Fields> {
        candidates.find(|fields| match self.composed(fields) {
            Ok(value) => self.notches.contains(value),
            Err(Flaw::Missing(_)) => true,
            Err(Flaw::Wrong(_)) => false,
        })
    }

    /// The fields with the active one at each value after its own, in this direction.
    fn candidates(
        &self,
        fields: &Fields,
        up: bool,
        wraps: bool,
    ) -> impl Iterator<Item = Fields> + use<M> {
        let (fields, active) = (*fields, self.active);
        let kind = &M::FIELDS[active];
        let (least, count) = (kind.least, kind.most - kind.least + 1);
        let from = fields[active].unwrap_or(least).clamp(least, kind.most) - least;
        let reach = match (wraps, up) {
            (true, _) => count - 1,
            (false, true) => count - 1 - from,
            (false, false) => from,
        };
        (1..=reach).map(move |steps| {
            let to = if up { from + steps } else { from + count - steps };
            let mut fields = fields;
            fields[active] = Some(least + to % count);
            M::fit(&mut fields, active);
            fields
        })
    }

    fn empty_field(&mut self) -> Result<Turn<Option<M>>, Refusal> {
        self.fields[self.active].take().ok_or(Refusal::Empty)?;
        self.typed = 0;
        Ok(self.moved(false))
    }

    fn type_digit(&mut self, typed: char) -> Result<Turn<Option<M>>, Refusal> {
        let native = self.world.digits().iter().position(|digit| *digit == typed);
        let digit = native.map(|digit| digit as u32).or(typed.to_digit(10));
        let digit = digit.ok_or(Refusal::NotANumber)?;
        let kind = &M::FIELDS[self.active];
        let begun = self.fields[self.active].filter(|_| self.typed > 0);
        let longer = begun.map(|number| number * 10 + digit).filter(|number| *number <= kind.most);
        let number = longer.unwrap_or(digit);
        self.typed = if longer.is_some() { self.typed + 1 } else { 1 };
        self.fields[self.active] = Some(number);
        let full = self.typed >= kind.places || number * 10 > kind.most;
        let turn = self.moved(false);
        if !full || self.active + 1 == self.shown {
            return Ok(turn);
        }
        (self.active, self.typed) = (self.active + 1, 0);
        Ok(turn.and(Event::Active(self.active)))
    }

    fn type_text(&mut self, text: &str) -> Result<Turn<Option<M>>, Refusal> {
        let fields = match text.trim() {
            "" => [None; MOST],
            text => {
                let value: M = text.parse().map_err(|_| Refusal::Misread { like: M::LIKE })?;
                self.fields_of(Some(value))
            }
        };
        if fields == self.fields {
            return Err(Refusal::Unchanged);
        }
        (self.fields, self.typed) = (fields, 0);
        Ok(self.moved(false))
    }

    fn settle(&mut self) -> Result<Turn<Option<M>>, Refusal> {
        if self.value == self.settled && !self.is_drafting() {
            return Err(Refusal::Unchanged);
        }
        if !self.is_blank() {
            self.allowed(&self.fields)?;
        }
        self.typed = 0;
        Ok(self.moved(true))
    }

    fn take_back(&mut self) -> Result<Turn<Option<M>>, Refusal> {
        if self.value == self.settled && !self.is_drafting() {
            return Err(Refusal::Unchanged);
        }
        let before = self.value;
        self.put(self.settled);
        Ok(Turn::cancelled(self.value, &before))
    }
}

/// Why fields make no value.
enum Flaw {
    Missing(usize),
    Wrong(String),
}

macro_rules! in_forms {
    ($($kind:ident($measure:ty)),+) => {
        $(impl From<FieldStepper<$measure>> for Control {
            fn from(fields: FieldStepper<$measure>) -> Self {
                Self::$kind(fields)
            }
        }

        impl Shown for $measure {
            fn shown(&self) -> String {
                self.to_string()
            }
        }

        impl Uniform for FieldStepper<$measure> {
            fn kind(&self) -> ValueKind {
                ValueKind::$kind
            }
            fn handle(&mut self, intent: Intent) -> Turn<Value> {
                FieldStepper::handle(self, intent).map(Value::from)
            }
            fn view(&self) -> View {
                View::$kind(FieldStepper::view(self))
            }
            fn value(&self) -> Value {
                self.value.into()
            }
            fn default_value(&self) -> Value {
                self.default.into()
            }
            fn set_value(&mut self, value: Value) -> Result<(), Refusal> {
                match value {
                    Value::$kind(value) => FieldStepper::set_value(self, Some(value)),
                    Value::Empty => FieldStepper::set_value(self, None),
                    _ => Err(Refusal::WrongKind),
                }
            }
            fn reset(&mut self) {
                FieldStepper::reset(self);
            }
            fn conditions(&self) -> &Conditions {
                &self.conditions
            }
            fn conditions_mut(&mut self) -> &mut Conditions {
                &mut self.conditions
            }
            fn validity(&self) -> Vec<Invalid> {
                FieldStepper::validity(self)
            }
            fn against(&self, value: &Value) -> Vec<Invalid> {
                match value {
                    Value::$kind(value) => self.notches.against(*value),
                    _ => Vec::new(),
                }
            }
            fn nearest(&self, value: Value) -> Value {
                match value {
                    Value::$kind(value) => self.notches.snap(value).into(),
                    other => other,
                }
            }
            fn set_world(&mut self, world: &AnyWorld) {
                self.world = world.clone();
            }
        })+
    };
}
in_forms!(Month(Month), Week(Week), Time(Time), DateTime(DateTime));
