//! The machine behind every field stepper. It works on positions along a line and converts them to fields
//! through [`Kind`], without knowing the type of the values. It is therefore compiled once for all kinds,
//! which keeps the module for browsers small.

use super::erased::Kind;
use super::{Fields, MOST};
use crate::calendar::CalendarError;
use crate::control::Conditions;
use crate::control::given::Given;
use crate::event::{Event, Turn};
use crate::intent::{Intent, Key};
use crate::measure::{Bounds, on_line};
use crate::refusal::Refusal;
use crate::validity::{BadInput, Invalid};
use crate::world::{AnyWorld, half_width};

/// What a definition describes, in positions along the line.
pub(super) struct Start {
    pub bounds: Bounds,
    /// The default value.
    pub value: Option<i64>,
    /// Where an empty field starts when it is stepped.
    pub near: Option<i64>,
}

/// What the machine depends on besides its definition.
#[derive(Clone, Copy)]
pub(super) struct Around<'a> {
    pub conditions: &'a Conditions,
    pub world: &'a AnyWorld,
}

#[derive(Clone, Debug, PartialEq)]
pub(super) struct Machine {
    pub kind: &'static Kind,
    bounds: Bounds,
    /// The first value, if there is a lower bound.
    first: Option<i64>,
    base: i64,
    /// How many fields are shown. Those not shown have the values of the step base.
    pub shown: usize,
    pub fields: Fields,
    pub value: Option<i64>,
    /// The last settled value: a `change` is reported relative to it, and Escape restores it.
    pub settled: Option<i64>,
    given: Given<Option<i64>>,
    /// The value it starts with.
    start: Option<i64>,
    /// Where an empty field starts when it is stepped.
    near: Option<i64>,
    pub active: usize,
    /// The number of digits typed into the active field so far.
    typed: u32,
}

/// Why the fields do not form a value.
enum Flaw {
    Missing(usize),
    Wrong(CalendarError),
}

impl Machine {
    /// Builds the machine from a definition of this kind.
    pub(super) fn new(kind: &'static Kind, start: Start) -> Self {
        let mut machine = Self {
            kind,
            bounds: start.bounds,
            first: None,
            base: 0,
            shown: 0,
            fields: [None; MOST],
            value: None,
            settled: None,
            given: Given::Definition,
            start: start.value,
            near: start.near,
            active: 0,
            typed: 0,
        };
        machine.bound();
        machine.put(start.value);
        machine
    }

    /// Adopts another definition. Partly filled fields are kept as far as they are still shown.
    pub(super) fn redefined(&mut self, start: Start) {
        let drafting = self.is_drafting();
        (self.bounds, self.start, self.near) = (start.bounds, start.value, start.near);
        self.bound();
        let is_empty = self.bounds.is_empty();
        let near =
            |value: &Option<i64>| value.filter(|_| !is_empty).map(|value| self.bounds.snap(value));
        let settled = self.given.under(start.value, &self.settled, near);
        if drafting || self.value != self.settled {
            (self.value, self.settled) = (near(&self.value), settled);
            self.fields[self.shown..].fill(None);
        } else {
            self.put(settled);
        }
        self.active = self.active.min(self.shown.saturating_sub(1));
    }

    fn bound(&mut self) {
        let Bounds { line, min, .. } = self.bounds;
        let units = line.step().map_or(1, |step| step.normalize().mantissa());
        self.first = line.first().filter(|_| min).and_then(on_line);
        self.base = on_line(line.step_base()).unwrap_or_default();
        self.shown = (self.kind.shown)(units, self.base);
    }

    fn admit(&self, value: i64) -> Result<i64, Refusal> {
        self.bounds.admit(value, self.kind.limit)
    }

    fn violations(&self, value: i64) -> Vec<Invalid> {
        self.bounds.violations(value, self.kind.limit)
    }

    /// Sets the value on behalf of the program, which asked for `wish`. Partly filled fields are kept, and if
    /// the program writes back the value that it was told, so is the rest of what is being typed.
    pub(super) fn set(&mut self, value: Option<i64>, wish: Option<i64>) {
        if self.is_drafting() {
            self.value = value;
        } else if value != self.value {
            self.put(value);
        }
        self.given = Given::Program(wish);
    }

    /// Steps on behalf of the program: the filled-in fields as one value, or the value if they do not form
    /// one.
    pub(super) fn step_by(&mut self, steps: i32) -> Result<(), Refusal> {
        let from = match self.is_drafting() {
            true if self.is_blank() => None,
            true => self.composed(&self.fields).ok().or(self.value),
            false => self.value,
        };
        let to =
            self.bounds.stepped(from, steps.into()).filter(|to| (self.kind.limit)(*to).is_some());
        let to = to.ok_or(self.bounds.no_step(steps))?;
        self.put(Some(to));
        self.given = Given::Program(Some(to));
        Ok(())
    }

    /// Sets the fields to those of the value.
    pub(super) fn drop_draft(&mut self) {
        self.put(self.value);
    }

    pub(super) fn reset(&mut self) {
        self.put(self.start);
        self.given = Given::Definition;
    }

    fn put(&mut self, value: Option<i64>) {
        (self.value, self.settled, self.typed) = (value, value, 0);
        self.fields = self.fields_of(value);
    }

    fn fields_of(&self, value: Option<i64>) -> Fields {
        let all = value.map(self.kind.split);
        core::array::from_fn(|at| all.map(|all| all[at]).filter(|_| at < self.shown))
    }

    pub(super) fn is_drafting(&self) -> bool {
        self.fields != self.fields_of(self.value)
    }

    fn is_blank(&self) -> bool {
        self.fields[..self.shown].iter().all(Option::is_none)
    }

    /// The value that the fields form together, allowed or not.
    fn composed(&self, fields: &Fields) -> Result<i64, Flaw> {
        // Fields not shown have the values of the step base.
        let mut all = (self.kind.split)(self.base);
        for (at, field) in fields[..self.shown].iter().enumerate() {
            all[at] = field.ok_or(Flaw::Missing(at))?;
        }
        (self.kind.compose)(&all).map_err(Flaw::Wrong)
    }

    fn allowed(&self, fields: &Fields) -> Result<i64, Refusal> {
        let composed = self.composed(fields).map_err(|flaw| match flaw {
            Flaw::Missing(_) => Refusal::Incomplete,
            Flaw::Wrong(_) => Refusal::Misread { like: self.kind.like },
        })?;
        self.admit(composed)
    }

    /// Why its content is not acceptable. Partly filled fields are reported before the value.
    pub(super) fn validity(&self, around: Around<'_>) -> Vec<Invalid> {
        let wrong = match (self.is_drafting() && !self.is_blank(), self.value) {
            (true, _) => match self.composed(&self.fields) {
                Ok(value) => self.violations(value),
                Err(Flaw::Missing(at)) => {
                    vec![BadInput::Missing(self.kind.fields[at].name).into()]
                }
                Err(Flaw::Wrong(error)) => vec![BadInput::from(error).into()],
            },
            (false, Some(value)) if !self.is_blank() => self.violations(value),
            (false, _) => Vec::new(),
        };
        around.conditions.validity(self.value.is_none() && wrong.is_empty(), wrong)
    }

    pub(super) fn handle(&mut self, intent: Intent, around: Around<'_>) -> Turn<Option<i64>> {
        let turn = self.carry_out(intent, around).unwrap_or_else(Turn::Refused);
        if turn.change().is_some() {
            self.given = Given::Person;
        }
        turn
    }

    fn carry_out(
        &mut self,
        intent: Intent,
        around: Around<'_>,
    ) -> Result<Turn<Option<i64>>, Refusal> {
        around.conditions.admit()?;
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
            Intent::Find { typed, .. } => self.type_digit(typed, around.world),
            Intent::Type(text) => self.type_text(text),
            Intent::Settle | Intent::Key(Key::Enter) => self.settle(),
            Intent::Key(Key::Escape) => self.take_back(),
            Intent::Clear if self.is_blank() && self.value.is_none() => Err(Refusal::Empty),
            Intent::Clear if around.conditions.required => Err(Refusal::Required),
            Intent::Clear => {
                self.fields = [None; MOST];
                Ok(self.moved(true))
            }
            _ => Err(Refusal::NotForThis),
        }
    }

    fn go_to(&mut self, at: usize) -> Result<Turn<Option<i64>>, Refusal> {
        if at == self.active && self.typed == 0 {
            return Err(Refusal::Unchanged);
        }
        (self.active, self.typed) = (at, 0);
        Ok(Turn::one(Event::Active(at)))
    }

    /// Updates the value from the fields and reports the change, settled or not.
    fn moved(&mut self, settles: bool) -> Turn<Option<i64>> {
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
        Turn::typed(value, input, change)
    }

    fn step(&mut self, steps: i32) -> Result<Turn<Option<i64>>, Refusal> {
        if steps == 0 {
            return Err(Refusal::Unchanged);
        }
        let mut fields = self.fields;
        for _ in 0..steps.unsigned_abs().min(100) {
            match self.stepped(&fields, steps > 0) {
                Some(to) => fields = to,
                None => break,
            }
        }
        self.take_fields(fields, steps > 0)
    }

    fn outermost(&mut self, least: bool) -> Result<Turn<Option<i64>>, Refusal> {
        let kind = &self.kind.fields[self.active];
        let mut fields = self.fields;
        // A value before the first or after the last moves to the nearest allowed one.
        fields[self.active] = Some(if least { kind.most } else { kind.least });
        let wrapped = self.candidates(&fields, least, true);
        let to = self.first_allowed(wrapped).or_else(|| {
            fields[self.active] = Some(if least { kind.least } else { kind.most });
            Some(fields)
        });
        self.take_fields(to.unwrap_or(self.fields), !least)
    }

    fn take_fields(&mut self, fields: Fields, up: bool) -> Result<Turn<Option<i64>>, Refusal> {
        if fields == self.fields {
            return Err(if up { Refusal::AtLast } else { Refusal::AtFirst });
        }
        (self.fields, self.typed) = (fields, 0);
        Ok(self.moved(true))
    }

    /// The fields after one step of the active field.
    fn stepped(&self, fields: &Fields, up: bool) -> Option<Fields> {
        let kind = &self.kind.fields[self.active];
        if fields[self.active].is_none() {
            let near = self.near.or(self.first.filter(|_| self.active == 0));
            let near = near.map(|near| (self.kind.split)(near)[self.active]);
            let end = if up { kind.least } else { kind.most };
            let mut fields = *fields;
            fields[self.active] = Some(near.unwrap_or(end));
            return Some(fields);
        }
        let found = self.first_allowed(self.candidates(fields, up, kind.wraps));
        // While the fields do not form an allowed value yet, the field steps by itself.
        let free = self.allowed(fields).is_err();
        found.or_else(|| self.candidates(fields, up, kind.wraps).next().filter(|_| free))
    }

    fn first_allowed(&self, mut candidates: impl Iterator<Item = Fields>) -> Option<Fields> {
        candidates.find(|fields| match self.composed(fields) {
            Ok(value) => self.bounds.contains(value),
            Err(Flaw::Missing(_)) => true,
            Err(Flaw::Wrong(_)) => false,
        })
    }

    /// The fields with the active one set to each following value, in this direction.
    fn candidates(
        &self,
        fields: &Fields,
        up: bool,
        wraps: bool,
    ) -> impl Iterator<Item = Fields> + use<> {
        let (fields, active, kind_of) = (*fields, self.active, self.kind);
        let kind = &kind_of.fields[active];
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
            (kind_of.fit)(&mut fields, active);
            fields
        })
    }

    fn empty_field(&mut self) -> Result<Turn<Option<i64>>, Refusal> {
        self.fields[self.active].take().ok_or(Refusal::Empty)?;
        self.typed = 0;
        Ok(self.moved(false))
    }

    fn type_digit(&mut self, typed: char, world: &AnyWorld) -> Result<Turn<Option<i64>>, Refusal> {
        let native = world.digits().iter().position(|digit| *digit == typed);
        let digit = native.map(|digit| digit as u32).or(typed.to_digit(10));
        let digit = digit.ok_or(Refusal::NotANumber)?;
        let kind = &self.kind.fields[self.active];
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

    fn type_text(&mut self, text: &str) -> Result<Turn<Option<i64>>, Refusal> {
        let fields = match half_width(text.trim()).as_str() {
            "" => [None; MOST],
            text => {
                let misread = Refusal::Misread { like: self.kind.like };
                let value = self.kind.read(text).ok_or(misread)?;
                // A part of the value that no field shows must not be dropped silently.
                let (all, base) = ((self.kind.split)(value), (self.kind.split)(self.base));
                if all[self.shown..] != base[self.shown..] {
                    let nearest = self.bounds.snap(value);
                    let nearest = (self.kind.limit)(nearest).ok_or(misread)?;
                    return Err(Refusal::OffNotches { nearest });
                }
                self.fields_of(Some(value))
            }
        };
        if fields == self.fields {
            return Err(Refusal::Unchanged);
        }
        (self.fields, self.typed) = (fields, 0);
        Ok(self.moved(false))
    }

    fn settle(&mut self) -> Result<Turn<Option<i64>>, Refusal> {
        if self.value == self.settled && !self.is_drafting() {
            return Err(Refusal::Unchanged);
        }
        if let (false, Err(refusal)) = (self.is_blank(), self.allowed(&self.fields)) {
            if self.value == self.settled {
                return Err(refusal);
            }
            // A value already changed on the way settles all the same.
            (self.settled, self.typed) = (self.value, 0);
            return Ok(Turn::one(Event::Change(self.value)));
        }
        self.typed = 0;
        Ok(self.moved(true))
    }

    fn take_back(&mut self) -> Result<Turn<Option<i64>>, Refusal> {
        if self.value == self.settled && !self.is_drafting() {
            return Err(Refusal::Unchanged);
        }
        let before = self.value;
        self.put(self.settled);
        Ok(Turn::cancelled(self.value, &before))
    }
}
