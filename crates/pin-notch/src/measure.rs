//! What can lie on a line of notches besides plain numbers: days, months, weeks, times.
//!
//! Each of them is a whole number of units from an origin, so the one quantizer of
//! [`Notches`] serves them all. Units, default steps and step bases are those of
//! HTML's states [date], [month], [week], [time] and [datetime-local].
//!
//! [date]: https://html.spec.whatwg.org/multipage/input.html#date-state-(type=date)
//! [month]: https://html.spec.whatwg.org/multipage/input.html#month-state-(type=month)
//! [week]: https://html.spec.whatwg.org/multipage/input.html#week-state-(type=week)
//! [time]: https://html.spec.whatwg.org/multipage/input.html#time-state-(type=time)
//! [datetime-local]: https://html.spec.whatwg.org/multipage/input.html#local-date-and-time-state-(type=datetime-local)

use crate::calendar::{Date, DateTime, Month, Time, Week};
use crate::control::admit;
use crate::limit::Limit;
use crate::notches::{Notches, NotchesError};
use crate::number::REACH;
use crate::refusal::Refusal;
use crate::validity::{Invalid, against};
use core::fmt;
use core::marker::PhantomData;
use core::str::FromStr;
use rust_decimal::Decimal;

/// A kind of value that is a whole number of units from an origin.
///
/// ```
/// use pin_notch::{Date, Measure, Time};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let day: Date = "1970-01-03".parse()?;
/// assert_eq!((day.to_line(), Date::from_line(2)), (2, Some(day)));
/// assert_eq!((Date::STEP_UNIT, Date::DEFAULT_STEP, Date::UNITS), ("days", 1, 1));
/// assert_eq!((Time::STEP_UNIT, Time::DEFAULT_STEP, Time::UNITS), ("seconds", 60, 1000));
/// assert_eq!((Time::FIRST, Time::LAST), (0, 86_399_999));
/// # Ok(()) }
/// ```
pub trait Measure: Copy + Ord + fmt::Debug + fmt::Display + FromStr + Into<Limit> {
    /// The unit of a step, in words.
    const STEP_UNIT: &'static str;
    /// How many units of the line one unit of a step is: 1000 milliseconds to the second.
    const UNITS: u32;
    /// The step where none is given, in units of a step.
    const DEFAULT_STEP: u32;
    /// The first value there is.
    const FIRST: i64;
    /// The last value there is.
    const LAST: i64;

    /// Its place on the line.
    fn to_line(self) -> i64;

    /// The value at this place of the line, if there is one.
    fn from_line(place: i64) -> Option<Self>;
}

macro_rules! measure {
    ($kind:ty, $unit:literal, $units:literal, $step:literal, $first:literal..=$last:literal,
     |$value:ident| $to:expr, |$place:ident| $from:expr) => {
        impl Measure for $kind {
            const STEP_UNIT: &'static str = $unit;
            const UNITS: u32 = $units;
            const DEFAULT_STEP: u32 = $step;
            const FIRST: i64 = $first;
            const LAST: i64 = $last;

            fn to_line(self) -> i64 {
                let $value = self;
                $to.into()
            }

            fn from_line($place: i64) -> Option<Self> {
                $from
            }
        }
    };
}

measure!(Date, "days", 1, 1, -719_162..=2_932_896, |date| date.days(), |place| {
    Date::from_days(i32::try_from(place).ok()?)
});
measure!(Month, "months", 1, 1, -23_628..=96_359, |month| month.months(), |place| {
    Month::from_months(i32::try_from(place).ok()?)
});
measure!(Week, "weeks", 1, 1, -102_737..=418_985, |week| week.weeks(), |place| {
    Week::from_weeks(i32::try_from(place).ok()?)
});
measure!(Time, "seconds", 1000, 60, 0..=86_399_999, |time| time.milliseconds(), |place| {
    Time::from_milliseconds(place)
});
measure!(
    DateTime,
    "seconds",
    1000,
    60,
    -62_135_596_800_000..=253_402_300_799_999,
    |moment| moment.milliseconds(),
    |place| DateTime::from_milliseconds(place)
);

/// The set of allowed values of a measure: as [`Notches`] for numbers.
///
/// ```
/// use pin_notch::{Date, NotchesOf};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// // Every other Monday of the season.
/// let rounds = NotchesOf::<Date>::new(Some("2026-03-30".parse()?), Some("2026-09-30".parse()?), 14)?;
/// assert_eq!(rounds.snap("2026-05-14".parse()?).to_string(), "2026-05-11");
/// assert_eq!(rounds.last().unwrap().to_string(), "2026-09-28");
/// assert_eq!(rounds.count(), 14);
/// # Ok(()) }
/// ```
///
/// What it is made of, and the way from notch to notch:
///
/// ```
/// use pin_notch::{Date, NotchesOf, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let (first, last): (Date, Date) = ("2026-05-04".parse()?, "2026-09-30".parse()?);
/// let rounds = NotchesOf::<Date>::new(Some(first), Some(last), dec!(7))?;
/// assert_eq!((rounds.min(), rounds.max()), (Some(first), Some(last)));
/// assert_eq!((rounds.step(), rounds.step_base()), (dec!(7), first));
/// assert_eq!(rounds.above(first), first.plus_days(7));
/// assert_eq!(rounds.below(first), None);
/// assert_eq!(rounds.stepped(first, 2), rounds.nth(2));
/// assert_eq!((rounds.first(), rounds.index_of(first), rounds.contains(last)), (Some(first), Some(0), false));
/// let all = NotchesOf::<Date>::all();
/// assert!(all.contains(last));
/// let counted = NotchesOf::counted_from(None, None, dec!(7), first)?;
/// assert!(counted.contains(first));
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub struct NotchesOf<M> {
    bounds: Bounds,
    kind: PhantomData<M>,
}

/// A line that values of some kind lie on.
#[derive(Debug)]
pub(crate) struct Line {
    unit: &'static str,
    units: u32,
    step: u32,
    first: i64,
    last: i64,
}

/// Notches on a line; which bounds are its own and not the line's.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub(crate) struct Bounds {
    pub line: Notches,
    pub min: bool,
    pub max: bool,
}

impl<M> From<Bounds> for NotchesOf<M> {
    fn from(bounds: Bounds) -> Self {
        Self { bounds, kind: PhantomData }
    }
}

impl<M: Measure> NotchesOf<M> {
    /// The line that these values lie on.
    pub(crate) const LINE: &'static Line = &Line {
        unit: M::STEP_UNIT,
        units: M::UNITS,
        step: M::DEFAULT_STEP,
        first: M::FIRST,
        last: M::LAST,
    };

    /// The notches from `min` to `max`, each `step` apart: days, months, weeks or seconds. Without a
    /// bound the calendar's own end is the bound. Counted from `min`, else from HTML's default step base.
    ///
    /// # Errors
    /// [`NotchesError::StepNotPositive`]; [`NotchesError::StepNotWhole`] for half a day, or half a
    /// millisecond.
    pub fn new(
        min: Option<M>,
        max: Option<M>,
        step: impl Into<Decimal>,
    ) -> Result<Self, NotchesError> {
        let base = min.map_or(0, M::to_line);
        Self::from_base(min, max, step.into(), base)
    }

    /// The notches of the whole calendar, a default step apart: a day, a month, a week, a minute.
    pub fn all() -> Self {
        Bounds::all(Self::LINE).into()
    }

    /// The same, counted from `base`.
    ///
    /// # Errors
    /// As [`new`](Self::new).
    pub fn counted_from(
        min: Option<M>,
        max: Option<M>,
        step: impl Into<Decimal>,
        base: M,
    ) -> Result<Self, NotchesError> {
        Self::from_base(min, max, step.into(), base.to_line())
    }

    fn from_base(
        min: Option<M>,
        max: Option<M>,
        step: Decimal,
        base: i64,
    ) -> Result<Self, NotchesError> {
        let (min, max) = (min.map(M::to_line), max.map(M::to_line));
        Bounds::new(Self::LINE, min, max, step, base).map(Self::from)
    }

    /// The line of whole units that the values lie on.
    pub(crate) fn bounds(&self) -> Bounds {
        self.bounds
    }

    /// The smallest value allowed, if one was given.
    pub fn min(&self) -> Option<M> {
        self.bounds.line.min().filter(|_| self.bounds.min).and_then(Self::value)
    }

    /// The largest value allowed, if one was given. It need not be a notch.
    pub fn max(&self) -> Option<M> {
        self.bounds.line.max().filter(|_| self.bounds.max).and_then(Self::value)
    }

    /// The smallest notch, if there is one.
    pub fn first(&self) -> Option<M> {
        self.bounds.line.first().and_then(Self::value)
    }

    /// The largest notch, if there is one.
    pub fn last(&self) -> Option<M> {
        self.bounds.line.last().and_then(Self::value)
    }

    /// How many notches there are.
    pub fn count(&self) -> u128 {
        self.bounds.line.count().unwrap_or(0)
    }

    /// Whether `value` is within the bounds and on a notch.
    pub fn contains(&self, value: M) -> bool {
        self.bounds.line.contains(Self::place(value))
    }

    /// The notch nearest to `value`, the later of two; see [`Notches::snap`].
    pub fn snap(&self, value: M) -> M {
        Self::value(self.bounds.line.snap(Self::place(value))).unwrap_or(value)
    }

    /// The first notch after `value`.
    pub fn above(&self, value: M) -> Option<M> {
        self.bounds.line.above(Self::place(value)).and_then(Self::value)
    }

    /// The last notch before `value`.
    pub fn below(&self, value: M) -> Option<M> {
        self.bounds.line.below(Self::place(value)).and_then(Self::value)
    }

    /// Where this many steps lead; see [`Notches::stepped`].
    pub fn stepped(&self, value: M, steps: i128) -> Option<M> {
        self.bounds.line.stepped(Self::place(value), steps).and_then(Self::value)
    }

    /// The notch with this index, counted from 0.
    pub fn nth(&self, index: u128) -> Option<M> {
        self.bounds.line.nth(index).and_then(Self::value)
    }

    /// The index of a notch, counted from 0.
    pub fn index_of(&self, value: M) -> Option<u128> {
        self.bounds.line.index_of(Self::place(value))
    }

    /// The distance of two notches, in units of a step: days, months, weeks or seconds.
    pub fn step(&self) -> Decimal {
        // Units are whole, and one or a thousand of them make a unit of a step.
        let units = self.bounds.line.step().unwrap_or(Decimal::ONE).normalize().mantissa();
        Decimal::from_i128_with_scale(units, M::UNITS.ilog10()).normalize()
    }

    /// Where the notches are counted from.
    pub fn step_base(&self) -> M {
        Self::value(self.bounds.line.step_base()).unwrap_or_else(|| Self::first_there_is())
    }

    fn first_there_is() -> M {
        match M::from_line(M::FIRST) {
            Some(first) => first,
            None => unreachable!("a line begins with a value"),
        }
    }

    /// Whether this very value is allowed, or why not.
    pub(crate) fn admit(&self, value: M) -> Result<M, Refusal> {
        if self.bounds.line.is_empty() {
            return Err(Refusal::NoValue);
        }
        admit(&self.bounds.line, Self::place(value)).map(|_| value).map_err(|refusal| match refusal
        {
            Refusal::BelowMin { min } => Refusal::BelowMin { min: Self::limit(min) },
            Refusal::AboveMax { max } => Refusal::AboveMax { max: Self::limit(max) },
            Refusal::OffNotches { nearest } => {
                Refusal::OffNotches { nearest: Self::limit(nearest) }
            }
            other => other,
        })
    }

    /// All reasons why `value` does not meet the bounds and the step, in HTML's order.
    pub(crate) fn against(&self, value: M) -> Vec<Invalid> {
        let mut found = against(&self.bounds.line, Self::place(value));
        found.iter_mut().for_each(|invalid| invalid.put_limits(Self::limit));
        found
    }

    /// A place on the line, as the value that lies there.
    fn limit(place: Limit) -> Limit {
        match place {
            Limit::Number(number) => Self::value(number).map_or(place, M::into),
            other => other,
        }
    }

    fn place(value: M) -> Decimal {
        Decimal::from(value.to_line())
    }

    fn value(place: Decimal) -> Option<M> {
        // A place on a line is whole.
        M::from_line(i64::try_from(place.normalize().mantissa()).ok()?)
    }
}

impl Bounds {
    /// All there are on this line at its usual step.
    pub(crate) fn all(of: &Line) -> Self {
        match Self::plain(of, None, None, None) {
            Ok(all) => all,
            Err(error) => unreachable!("a default step is whole: {error}"),
        }
    }

    /// Notches between these places, or the line's ends, at every such step from `base`.
    pub(crate) fn new(
        of: &Line,
        min: Option<i64>,
        max: Option<i64>,
        step: Decimal,
        base: i64,
    ) -> Result<Self, NotchesError> {
        let [first, last] = [min.unwrap_or(of.first), max.unwrap_or(of.last)];
        let (per_step, unit) = (of.units, of.unit);
        let (units, part) = (step.mantissa() * i128::from(per_step), 10_i128.pow(step.scale()));
        if units > 0 && units % part != 0 {
            return Err(NotchesError::StepNotWhole { step, unit });
        }
        let units = Decimal::from_i128_with_scale((units / part).min(REACH), 0);
        let line = Notches::builder()
            .min(Decimal::from(first))
            .max(Decimal::from(last))
            .step(units)
            .step_base(Decimal::from(base))
            .build()?;
        Ok(Self { line, min: min.is_some(), max: max.is_some() })
    }

    /// The same from the lower bound, and at the usual step where none is given.
    pub(crate) fn plain(
        of: &Line,
        min: Option<i64>,
        max: Option<i64>,
        step: Option<Decimal>,
    ) -> Result<Self, NotchesError> {
        Self::new(of, min, max, step.unwrap_or(of.step.into()), min.unwrap_or(0))
    }
}
