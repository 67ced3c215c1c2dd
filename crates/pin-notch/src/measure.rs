//! Notches for values other than plain numbers: days, months, weeks and times.
//!
//! Each of them is a whole number of units from an origin, so that the quantizer of [`Notches`] serves them
//! all. Units, default steps and step bases are those of HTML's states [date], [month], [week], [time] and
//! [datetime-local].
//!
//! [date]: https://html.spec.whatwg.org/multipage/input.html#date-state-(type=date)
//! [month]: https://html.spec.whatwg.org/multipage/input.html#month-state-(type=month)
//! [week]: https://html.spec.whatwg.org/multipage/input.html#week-state-(type=week)
//! [time]: https://html.spec.whatwg.org/multipage/input.html#time-state-(type=time)
//! [datetime-local]: https://html.spec.whatwg.org/multipage/input.html#local-date-and-time-state-(type=datetime-local)

mod bounds;

pub(crate) use bounds::{Bounds, Line, on_line};

use crate::calendar::{Date, DateTime, Month, Time, Week};
use crate::limit::Limit;
use crate::notches::{Notches, NotchesError, Step};
use crate::refusal::Refusal;
use crate::validity::Invalid;
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
    /// The name of the unit of a step.
    const STEP_UNIT: &'static str;
    /// The number of units of the line per unit of a step: 1000 milliseconds per second.
    const UNITS: u32;
    /// The default step, in units of a step.
    const DEFAULT_STEP: u32;
    /// The first possible value.
    const FIRST: i64;
    /// The last possible value.
    const LAST: i64;
    /// Whether the first value follows the last, as for times of day.
    const PERIODIC: bool = false;
    /// The position from which HTML steps an empty value: that of 1970-01-01, or midnight.
    const EMPTY: Decimal = Decimal::ZERO;

    /// Its position on the line.
    fn to_line(self) -> i64;

    /// The value at this position of the line, if there is one.
    fn from_line(place: i64) -> Option<Self>;
}

macro_rules! measure {
    ($kind:ty, $unit:literal, $units:literal, $step:literal, $first:literal..=$last:literal,
     $periodic:literal $(, empty = $empty:expr)?, |$value:ident| $to:expr, |$place:ident| $from:expr) => {
        impl Measure for $kind {
            const STEP_UNIT: &'static str = $unit;
            const UNITS: u32 = $units;
            const DEFAULT_STEP: u32 = $step;
            const FIRST: i64 = $first;
            const LAST: i64 = $last;
            const PERIODIC: bool = $periodic;
            $(const EMPTY: Decimal = $empty;)?

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

measure!(Date, "days", 1, 1, -719_162..=2_932_896, false, |date| date.days(), |place| {
    Date::from_days(i32::try_from(place).ok()?)
});
measure!(Month, "months", 1, 1, -23_628..=96_359, false, |month| month.months(), |place| {
    Month::from_months(i32::try_from(place).ok()?)
});
// The first week of 1970 begins three days before 1970.
measure!(
    Week,
    "weeks",
    1,
    1,
    -102_737..=418_985,
    false,
    empty = Decimal::from_parts(43, 0, 0, false, 2),
    |week| week.weeks(),
    |place| Week::from_weeks(i32::try_from(place).ok()?)
);
measure!(Time, "seconds", 1000, 60, 0..=86_399_999, true, |time| time.milliseconds(), |place| {
    Time::from_milliseconds(place)
});
measure!(
    DateTime,
    "seconds",
    1000,
    60,
    -62_135_596_800_000..=253_402_300_799_999,
    false,
    |moment| moment.milliseconds(),
    |place| DateTime::from_milliseconds(place)
);

/// The set of allowed values of a measure, like [`Notches`] for numbers.
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
/// Its parts, and navigation from notch to notch:
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

impl<M> From<Bounds> for NotchesOf<M> {
    fn from(bounds: Bounds) -> Self {
        Self { bounds, kind: PhantomData }
    }
}

impl<M: Measure> NotchesOf<M> {
    /// The line that these values lie on.
    pub(crate) const LINE: &'static Line = &Line {
        units: M::UNITS,
        step: M::DEFAULT_STEP,
        first: M::FIRST,
        last: M::LAST,
        periodic: M::PERIODIC,
        empty: M::EMPTY,
    };

    /// The notches from `min` to `max`, `step` days, months, weeks or seconds apart. Without a bound, the
    /// end of the calendar is the bound. They are counted from `min`, or otherwise from HTML's default step
    /// base.
    ///
    /// By the standard's arithmetic, a step that is not a whole number of days, months, weeks or
    /// milliseconds allows every value that is a whole number of steps from the base: half a day allows
    /// every day, and a day and a half allows every third.
    ///
    /// For times, a maximum before the minimum allows the hours across midnight: HTML's [reversed
    /// range][reversed].
    ///
    /// ```
    /// use pin_notch::{NotchesOf, Time, dec};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let night = NotchesOf::<Time>::new(Some("22:00".parse()?), Some("06:00".parse()?), 60)?;
    /// assert!(night.contains("23:30".parse()?) && night.contains("05:00".parse()?));
    /// assert!(!night.contains("12:00".parse()?));
    /// # Ok(()) }
    /// ```
    ///
    /// [reversed]: https://html.spec.whatwg.org/multipage/input.html#has-a-reversed-range
    ///
    /// # Errors
    /// [`NotchesError::StepNotPositive`].
    pub fn new(
        min: Option<M>,
        max: Option<M>,
        step: impl Into<Step>,
    ) -> Result<Self, NotchesError> {
        Self::based(min, max, step.into(), None, None)
    }

    /// The notches of the whole calendar, one default step apart: a day, month, week or minute.
    pub fn all() -> Self {
        match Self::based(None, None, Decimal::from(M::DEFAULT_STEP).into(), None, None) {
            Ok(all) => all,
            Err(error) => unreachable!("a default step is above 0: {error}"),
        }
    }

    /// The same, counted from `base`.
    ///
    /// # Errors
    /// The errors of [`new`](Self::new).
    pub fn counted_from(
        min: Option<M>,
        max: Option<M>,
        step: impl Into<Step>,
        base: M,
    ) -> Result<Self, NotchesError> {
        Self::based(min, max, step.into(), Some(base), None)
    }

    /// The notches of a definition. As in HTML, the [step base][base] is the one given, else the minimum,
    /// else the default value, else HTML's default step base.
    ///
    /// [base]: https://html.spec.whatwg.org/multipage/input.html#concept-input-min-zero
    pub(crate) fn based(
        min: Option<M>,
        max: Option<M>,
        step: Step,
        base: Option<M>,
        start: Option<M>,
    ) -> Result<Self, NotchesError> {
        let base = base.or(min).or(start).map_or(0, M::to_line);
        let (min, max) = (min.map(M::to_line), max.map(M::to_line));
        Bounds::new(Self::LINE, min, max, step, base).map(Self::from)
    }

    /// The line of whole units for these values.
    pub(crate) fn bounds(&self) -> Bounds {
        self.bounds
    }

    /// The smallest value allowed, if one was given.
    pub fn min(&self) -> Option<M> {
        self.bounds.line.min().filter(|_| self.bounds.min).and_then(Self::value)
    }

    /// The largest value allowed, if one was given. It need not be a notch.
    pub fn max(&self) -> Option<M> {
        self.bounds.end().max().filter(|_| self.bounds.max).and_then(Self::value)
    }

    /// The first notch, if there is one.
    pub fn first(&self) -> Option<M> {
        self.nth(0)
    }

    /// The last notch, if there is one.
    pub fn last(&self) -> Option<M> {
        self.nth(self.count().checked_sub(1)?)
    }

    /// How many notches there are.
    pub fn count(&self) -> u128 {
        self.bounds.ranges().filter_map(Notches::count).sum()
    }

    /// Whether `value` is within the bounds and on a notch.
    pub fn contains(&self, value: M) -> bool {
        self.bounds.contains(value.to_line())
    }

    /// The notch nearest to `value`; of two equally near, the later. See [`Notches::snap`].
    pub fn snap(&self, value: M) -> M {
        M::from_line(self.bounds.snap(value.to_line())).unwrap_or(value)
    }

    /// The first notch after `value`.
    pub fn above(&self, value: M) -> Option<M> {
        self.stepped(value, 1)
    }

    /// The last notch before `value`.
    pub fn below(&self, value: M) -> Option<M> {
        self.stepped(value, -1)
    }

    /// The value this many steps away; see [`Notches::stepped`]. In a reversed range there is none, as for
    /// HTML's `stepUp()`.
    pub fn stepped(&self, value: M, steps: i128) -> Option<M> {
        self.bounds.stepped(Some(value.to_line()), steps).and_then(M::from_line)
    }

    /// The notch with this index, counted from 0.
    pub fn nth(&self, index: u128) -> Option<M> {
        let before = self.bounds.line.count()?;
        match index.checked_sub(before) {
            None => self.bounds.line.nth(index),
            Some(index) => self.bounds.early?.nth(index),
        }
        .and_then(Self::value)
    }

    /// The index of a notch, counted from 0.
    pub fn index_of(&self, value: M) -> Option<u128> {
        let place = Decimal::from(value.to_line());
        let before = self.bounds.line.count()?;
        let late = self.bounds.line.index_of(place);
        late.or_else(|| Some(before + self.bounds.early?.index_of(place)?))
    }

    /// The distance between two notches, in units of a step: days, months, weeks or seconds.
    pub fn step(&self) -> Decimal {
        // Positions are whole numbers of units, of which one or a thousand make a unit of a step.
        let units = self.bounds.line.step().unwrap_or(Decimal::ONE).normalize().mantissa();
        Decimal::from_i128_with_scale(units, M::UNITS.ilog10()).normalize()
    }

    /// The step base, from which notches are counted.
    pub fn step_base(&self) -> M {
        Self::value(self.bounds.line.step_base()).unwrap_or_else(|| Self::least_value())
    }

    fn least_value() -> M {
        match M::from_line(M::FIRST) {
            Some(first) => first,
            None => unreachable!("a line begins with a value"),
        }
    }

    /// Checks that exactly this value is allowed.
    pub(crate) fn admit(&self, value: M) -> Result<M, Refusal> {
        self.bounds.admit(value.to_line(), Self::limit).map(|_| value)
    }

    /// All reasons why `value` does not meet the bounds and the step, in HTML's order.
    pub(crate) fn violations(&self, value: M) -> Vec<Invalid> {
        self.bounds.violations(value.to_line(), Self::limit)
    }

    /// The value at a position.
    fn limit(place: i64) -> Option<Limit> {
        M::from_line(place).map(M::into)
    }

    fn value(place: Decimal) -> Option<M> {
        M::from_line(on_line(place)?)
    }
}
