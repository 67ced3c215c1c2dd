//! Notches on a line of whole numbers, which may be periodic.

use crate::limit::Limit;
use crate::notches::{Notches, NotchesError, Step};
use crate::number::REACH;
use crate::refusal::{Refusal, admit};
use crate::validity::{Invalid, violations};
use rust_decimal::Decimal;

/// A line of values.
#[derive(Debug, PartialEq)]
pub(crate) struct Line {
    pub(super) units: u32,
    pub(super) step: u32,
    pub(super) first: i64,
    pub(super) last: i64,
    /// Whether the first value follows the last.
    pub(super) periodic: bool,
    /// The position from which an empty value is stepped.
    pub(super) empty: Decimal,
}

/// Notches on a line, and which of their bounds were given rather than being the ends of the line.
///
/// On a periodic line the maximum may be before the minimum: HTML's reversed range of times, which crosses
/// midnight. `line` is then the part up to the end of the line, and `early` the part from its beginning.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub(crate) struct Bounds {
    pub line: Notches,
    pub(super) early: Option<Notches>,
    pub min: bool,
    pub(super) max: bool,
    /// The position from which an empty value is stepped.
    empty: Decimal,
}

/// A position on a line, which is a whole number.
pub(crate) fn on_line(place: Decimal) -> Option<i64> {
    i64::try_from(place.normalize().mantissa()).ok()
}

/// How a position is shown.
pub(crate) type Named = fn(i64) -> Option<Limit>;

impl Bounds {
    /// Notches between these positions, or the ends of the line, at every `step` from `base`.
    pub(super) fn new(
        of: &Line,
        min: Option<i64>,
        max: Option<i64>,
        step: Step,
        base: i64,
    ) -> Result<Self, NotchesError> {
        let units = match step {
            Step::Every(step) if step <= Decimal::ZERO => {
                return Err(NotchesError::StepNotPositive { step });
            }
            Step::Every(step) => {
                // In lowest terms, the numerator is the least whole number of units that is also a whole
                // number of steps.
                let (units, part) =
                    (step.mantissa().saturating_mul(of.units.into()), 10_i128.pow(step.scale()));
                (units / common_divisor(units, part)).min(REACH)
            }
            Step::Any => 1,
        };
        let range = |first: i64, last: i64| {
            Notches::builder()
                .min(Decimal::from(first))
                .max(Decimal::from(last))
                .step(Decimal::from_i128_with_scale(units, 0))
                .step_base(Decimal::from(base))
                .build()
        };
        let [first, last] = [min.unwrap_or(of.first), max.unwrap_or(of.last)];
        let (line, early) = match of.periodic && first > last {
            true => (range(first, of.last)?, Some(range(of.first, last)?)),
            false => (range(first, last)?, None),
        };
        Ok(Self { line, early, min: min.is_some(), max: max.is_some(), empty: of.empty })
    }

    pub(super) fn ranges(&self) -> impl Iterator<Item = &Notches> {
        std::iter::once(&self.line).chain(&self.early)
    }

    /// The part of the range that ends with the maximum.
    pub(super) fn end(&self) -> &Notches {
        self.early.as_ref().unwrap_or(&self.line)
    }

    pub(crate) fn is_empty(&self) -> bool {
        self.ranges().all(Notches::is_empty)
    }

    pub(crate) fn contains(&self, place: i64) -> bool {
        let place = Decimal::from(place);
        self.ranges().any(|range| range.contains(place))
    }

    /// The allowed position nearest to this one; of two equally near, the later.
    pub(crate) fn snap(&self, place: i64) -> i64 {
        let all = self.ranges().filter(|range| !range.is_empty() || self.early.is_none());
        let all = all.filter_map(|range| on_line(range.snap(Decimal::from(place))));
        all.min_by_key(|near| (near.abs_diff(place), core::cmp::Reverse(*near))).unwrap_or(place)
    }

    /// The position this many steps from here, or from an empty value.
    pub(crate) fn stepped(&self, from: Option<i64>, steps: i128) -> Option<i64> {
        if self.early.is_some() {
            return None;
        }
        let to = match from {
            Some(from) => self.line.stepped(Decimal::from(from), steps),
            None => self.line.step_to(self.empty, steps),
        };
        to.and_then(on_line)
    }

    /// Why this many steps are not possible.
    pub(crate) fn no_step(&self, steps: i32) -> Refusal {
        match &self.early {
            None => Refusal::at_end(steps.into(), &self.line),
            Some(_) => Refusal::NotForThis,
        }
    }

    /// Checks that exactly this position is allowed.
    pub(crate) fn admit(&self, place: i64, named: Named) -> Result<i64, Refusal> {
        let limit = |place: Limit| name(place, named);
        if self.is_empty() {
            return Err(Refusal::NoValue);
        }
        match admit(&self.line, Decimal::from(place)) {
            _ if self.contains(place) => Ok(place),
            Ok(_) => Ok(place),
            Err(Refusal::BelowMin { .. }) if self.is_after_midnight(place) => {
                let nearest = limit(Decimal::from(self.snap(place)).into());
                Err(Refusal::OffNotches { nearest })
            }
            Err(Refusal::BelowMin { min }) => Err(Refusal::BelowMin { min: limit(min) }),
            Err(Refusal::AboveMax { max }) => Err(Refusal::AboveMax { max: limit(max) }),
            Err(Refusal::OffNotches { nearest }) => {
                Err(Refusal::OffNotches { nearest: limit(nearest) })
            }
            Err(other) => Err(other),
        }
    }

    /// Whether a position lies within the bounds of the part after midnight.
    fn is_after_midnight(&self, place: i64) -> bool {
        let max = self.early.and_then(|early| early.max());
        max.is_some_and(|max| Decimal::from(place) <= max)
    }

    /// All reasons why this position is not allowed, in HTML's order.
    pub(crate) fn violations(&self, place: i64, named: Named) -> Vec<Invalid> {
        let at = Decimal::from(place);
        let mut found = match &self.early {
            _ if self.contains(place) => Vec::new(),
            Some(early) if self.is_after_midnight(place) => violations(early, at),
            Some(early) => {
                let mut found = violations(&self.line, at);
                found.extend(violations(early, at));
                found.dedup_by_key(|invalid| invalid.state());
                found
            }
            None => violations(&self.line, at),
        };
        found.iter_mut().for_each(|invalid| invalid.convert_limits(|place| name(place, named)));
        found
    }
}

/// The text of a position.
fn name(place: Limit, named: Named) -> Limit {
    match place {
        Limit::Number(number) => on_line(number).and_then(named).unwrap_or(place),
        Limit::Date(_) | Limit::Month(_) | Limit::Week(_) | Limit::Time(_) | Limit::DateTime(_) => {
            place
        }
    }
}

/// The greatest common divisor of two positive numbers.
fn common_divisor(mut one: i128, mut other: i128) -> i128 {
    while other != 0 {
        (one, other) = (other, one % other);
    }
    one
}
