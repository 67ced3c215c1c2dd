//! The days that a picker offers, shared by all date pickers.

mod grid;

pub use grid::{DateGrid, GridDay};

use super::Closed;
use crate::calendar::{Date, Weekday};
use crate::control::ControlError;
use crate::intent::Intent;
use crate::limit::Limit;
use crate::measure::{Measure, NotchesOf};
use crate::notches::Step;
use crate::refusal::Refusal;
use crate::surroundings::Surroundings;
use crate::validity::{BadInput, Invalid};
use crate::world::{AnyWorld, DatePattern, half_width};
use core::{fmt, iter};
use std::sync::Arc;

/// Declares the definition of a date picker. Its own attributes come between the bounds and the formatting.
macro_rules! days_definition {
    (
        $(#[$doc:meta])* $name:ident,
        $(#[$builder_doc:meta])* $builder:ident => $control:ty { $($own:tt)* }
    ) => {
        $crate::definition::definition! {
            $(#[$doc])*
            $name,
            $(#[$builder_doc])*
            $builder => $control {
                /// The first day.
                min: [maybe one Date],
                /// The last day.
                max: [maybe one Date],
                /// The number of days between two allowed days, or `any`.
                step: [step],
                /// The day from which steps are counted; without it, `min`, or otherwise the default value.
                step_base: [maybe one Date],
                $($own)*
                /// The pattern by which dates are written.
                date_pattern: [one DatePattern],
                /// The day on which weeks begin, overriding the language.
                first_day: [maybe one Weekday],
                /// The calendar is always shown as part of the page.
                always_open: [flag],
            }
            /// The days that cannot be chosen, each with its reason.
            options: Closed,
        }
    };
}
pub(in crate::control) use days_definition;

/// The days on offer, how they are written, and the active day of the grid.
#[derive(Clone, Debug, PartialEq)]
pub(in crate::control) struct Days {
    pub notches: NotchesOf<Date>,
    closed: Vec<Closed>,
    open_ends: bool,
    /// The program's own rule that closes days, if any.
    pub closed_when: Option<ClosedWhen>,
    pattern: DatePattern,
    first_day: Option<Weekday>,
    pub always_open: bool,
    pub surroundings: Surroundings,
    /// The active day of the grid, which keys act on, while the grid is open.
    pub active: Option<Date>,
}

/// A rule, written by the program, that closes days.
#[derive(Clone)]
pub(in crate::control) struct ClosedWhen(pub Arc<dyn Fn(Date) -> Option<String> + Send + Sync>);

impl fmt::Debug for ClosedWhen {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str("a rule")
    }
}

/// Rules are equal only if they are the same allocation.
impl PartialEq for ClosedWhen {
    fn eq(&self, other: &Self) -> bool {
        Arc::ptr_eq(&self.0, &other.0)
    }
}

/// The part of a definition that concerns days.
pub(in crate::control) struct DaysDefinition<'a> {
    pub min: Option<Date>,
    pub max: Option<Date>,
    pub step: Step,
    pub step_base: Option<Date>,
    /// The initial day of a picker, or the first of two.
    pub start: Option<Date>,
    pub date_pattern: &'a DatePattern,
    pub first_day: Option<Weekday>,
    pub always_open: bool,
    pub closed: &'a [Closed],
    /// Lets closed days be chosen as ends. Whether closed days may lie between the ends is decided by the
    /// span.
    pub open_ends: bool,
}

/// How many notches are searched in each direction for an open day.
const REACH: usize = 4000;

impl Days {
    pub(in crate::control) fn new(definition: DaysDefinition<'_>) -> Result<Self, ControlError> {
        let DaysDefinition { min, max, step, step_base, start, .. } = definition;
        Ok(Self {
            notches: NotchesOf::based(min, max, step, step_base, start)?,
            closed: definition.closed.to_vec(),
            open_ends: definition.open_ends,
            closed_when: None,
            pattern: definition.date_pattern.clone(),
            first_day: definition.first_day,
            always_open: definition.always_open,
            surroundings: Surroundings::default(),
            active: None,
        })
    }

    /// Carries over the grid and the program's rule from the previous days.
    pub(in crate::control) fn in_place_of(mut self, before: &Self) -> Self {
        self.surroundings = before.surroundings.clone();
        self.closed_when = before.closed_when.clone();
        self
    }

    /// Carries over the state of the previous grid after the value changed from one day to another: a grid
    /// that was open stays open, and an active day that somebody moved to stays active.
    pub(in crate::control) fn continue_from(
        &mut self,
        before: &Self,
        was_on: Option<Date>,
        on: Option<Date>,
    ) {
        let at_rest = before.is_at_rest(was_on);
        let opened = before.active.filter(|_| !at_rest && before.always_open == self.always_open);
        self.active = match opened {
            Some(active) => Some(self.notches.snap(active)),
            None => self.always_open.then(|| self.start(on)),
        };
    }

    fn world(&self) -> &AnyWorld {
        &self.surroundings.world
    }

    pub(in crate::control) fn why_not(&self, day: Date) -> Option<String> {
        let listed = self.closed.iter().find(|closed| closed.holds(day));
        let own = || self.closed_when.as_ref().and_then(|rule| (rule.0)(day));
        listed.map(|closed| closed.why().to_owned()).or_else(own)
    }

    /// The same for the day that an intent names.
    pub(in crate::control) fn why_closed(&self, intent: Intent) -> Option<String> {
        let day = if let Intent::PickDay(day) = intent { Some(day) } else { self.active };
        self.why_not(day?)
    }

    /// The first closed day from `first` to `last`, for spans that must not contain one.
    pub(in crate::control) fn first_closed(&self, first: Date, last: Date) -> Option<Date> {
        let listed =
            self.closed.iter().filter_map(|closed| closed.first_between(first, last)).min();
        let until = listed.unwrap_or(last);
        let own = self.closed_when.as_ref().and_then(|rule| {
            let mut days = (first.days()..=until.days()).filter_map(Date::from_days);
            days.find(|day| (rule.0)(*day).is_some())
        });
        own.or(listed)
    }

    pub(in crate::control) fn admit(&self, day: Date) -> Result<Date, Refusal> {
        let day = match self.notches.admit(day) {
            Err(Refusal::OffNotches { .. }) => {
                let nearest = self.nearest(day).ok_or(Refusal::NoValue)?;
                return Err(Refusal::OffNotches { nearest: nearest.into() });
            }
            admitted => admitted?,
        };
        if self.is_open_for_choice(day) { Ok(day) } else { Err(Refusal::Closed) }
    }

    /// Whether this day, which is one of the notches, can be chosen.
    fn is_open_for_choice(&self, day: Date) -> bool {
        self.open_ends || self.why_not(day).is_none()
    }

    /// The first day that can be chosen, starting at this one and moving by this many steps at a time.
    fn first_open(&self, from: Date, steps: i128) -> Option<Date> {
        let way = iter::successors(Some(from), |day| self.notches.stepped(*day, steps));
        way.take(REACH).find(|day| self.is_open_for_choice(*day))
    }

    /// The day reached by this many steps from a day (or from no day), continuing past closed days.
    pub(in crate::control) fn stepped(
        &self,
        from: Option<Date>,
        steps: i32,
    ) -> Result<Date, Refusal> {
        let bounds = self.notches.bounds();
        let to = bounds.stepped(from.map(Measure::to_line), steps.into()).and_then(Date::from_line);
        let open = to.and_then(|to| self.first_open(to, steps.signum().into()));
        open.ok_or(bounds.no_step(steps))
    }

    /// The nearest day that can be chosen; of two equally near, the later.
    pub(in crate::control) fn nearest(&self, day: Date) -> Option<Date> {
        let from = self.notches.admit(self.notches.snap(day)).ok()?;
        let found = [1, -1].into_iter().filter_map(|steps| self.first_open(from, steps));
        // The later one comes first, so it wins a tie.
        found.min_by_key(|open| open.days().abs_diff(day.days()))
    }

    /// Every problem with a day.
    pub(in crate::control) fn violations(&self, day: Date) -> Vec<Invalid> {
        let mut all = self.notches.violations(day);
        for one in &mut all {
            if let Invalid::StepMismatch { below, above } = one {
                let [before, after] = [self.notches.below(day), self.notches.above(day)];
                *below = before.and_then(|day| self.first_open(day, -1)).map(Limit::from);
                *above = after.and_then(|day| self.first_open(day, 1)).map(Limit::from);
            }
        }
        let why = self.why_not(day).filter(|_| !self.open_ends);
        all.extend(why.map(|why| Invalid::Closed { why }));
        all
    }

    pub(in crate::control) fn show(&self, day: Date) -> String {
        self.pattern.show(&**self.world(), day)
    }

    /// The text of an empty field: `placeholder`, or else an example of how a date is written.
    pub(in crate::control) fn placeholder(&self, placeholder: &str) -> String {
        match placeholder {
            "" => self.pattern.blank(&**self.world()),
            own => own.to_owned(),
        }
    }

    /// Reads a text as a day: by ISO 8601 or by the pattern, also in the full-width forms of input methods.
    pub(in crate::control) fn read(&self, text: &str) -> Option<Date> {
        let by_pattern = || self.pattern.read(&**self.world(), text).ok();
        half_width(text.trim()).parse().ok().or_else(by_pattern)
    }

    /// Why a text is not an acceptable day.
    pub(in crate::control) fn misread(&self, text: &str) -> Vec<Invalid> {
        match self.read(text) {
            None => {
                let like = self.show(self.start(None));
                vec![BadInput::NotADate { text: text.to_owned(), like }.into()]
            }
            Some(day) => self.violations(day),
        }
    }

    pub(in crate::control) fn is_open(&self) -> bool {
        self.active.is_some()
    }

    /// Whether choosing closes the grid.
    pub(in crate::control) fn closes(&self) -> bool {
        self.is_open() && !self.always_open
    }

    /// Opens the grid on this day or else on today, or on the nearest allowed day.
    pub(in crate::control) fn open(&mut self, on: Option<Date>) -> Result<(), Refusal> {
        self.notches.first().ok_or(Refusal::NoValue)?;
        self.active = Some(self.start(on));
        Ok(())
    }

    /// Where the grid opens: on this day, else on today, else on the allowed day nearest to 1970.
    fn start(&self, on: Option<Date>) -> Date {
        let day = on.or(self.surroundings.today).or_else(|| Date::from_days(0));
        self.notches.snap(day.unwrap_or(Date::FIRST))
    }

    /// Whether the grid is always open, and nobody has moved to another day than the one on which it opens.
    fn is_at_rest(&self, on: Option<Date>) -> bool {
        self.always_open && self.active == Some(self.start(on))
    }

    /// Closes the grid. If it is always open, it returns to this day instead.
    pub(in crate::control) fn shut(&mut self, on: Option<Date>) {
        self.active = self.always_open.then(|| self.start(on));
    }

    /// Takes on other surroundings.
    pub(in crate::control) fn surround(&mut self, surroundings: &Surroundings, on: Option<Date>) {
        let is_at_rest = self.is_at_rest(on);
        self.surroundings = surroundings.clone();
        // It moves to the new today.
        if is_at_rest {
            self.shut(on);
        }
    }
}

/// Methods about the days on offer, common to all date pickers.
macro_rules! days_methods {
    () => {
        /// The days it accepts, not considering closed ones.
        pub fn notches(&self) -> &$crate::NotchesOf<Date> {
            &self.days.notches
        }

        /// Sets which day is today. It is marked, and an empty picker's grid opens on it.
        pub fn set_today(&mut self, today: Date) {
            let mut surroundings = self.surroundings.clone();
            surroundings.today = Some(today);
            self.set_surroundings(&surroundings);
        }

        /// Closes the days for which the program's own rule returns a reason. It is called for each day
        /// shown. (This is not part of the definition, because a function can be neither compared nor
        /// serialized.)
        pub fn set_closed_when(
            &mut self,
            rule: impl Fn(Date) -> Option<String> + Send + Sync + 'static,
        ) {
            self.days.closed_when = Some(ClosedWhen(std::sync::Arc::new(rule)));
        }

        /// Whether the grid is open.
        pub fn is_open(&self) -> bool {
            self.days.is_open()
        }

        /// The active day of the grid, which keys act on, while the grid is open.
        pub fn active_day(&self) -> Option<Date> {
            self.days.active
        }

        /// Why a day is closed, or `None` if it is open.
        pub fn why_not(&self, day: Date) -> Option<String> {
            self.days.why_not(day)
        }
    };
}
pub(in crate::control) use days_methods;
