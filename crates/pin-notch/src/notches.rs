//! Allowed numbers: bounds, step and step base, and how any value is moved to a notch.
//!
//! The rules are the HTML standard's for [`step`][step], [`min` and `max`][min] and the [range
//! state][range], computed in exact arithmetic. Everything here is counted in whole *units* of 10⁻ˢ, where
//! s is the number of decimal places needed for all of bounds, step and base. A notch is therefore `base +
//! k × step` in whole numbers, and finding it takes one division.
//!
//! [step]: https://html.spec.whatwg.org/multipage/input.html#the-step-attribute
//! [min]: https://html.spec.whatwg.org/multipage/input.html#the-min-and-max-attributes
//! [range]: https://html.spec.whatwg.org/multipage/input.html#range-state-(type=range)

mod audit;
mod define;
mod snap;
mod step;
mod track;
mod units;

pub use audit::Remark;
pub use define::{NotchesBuilder, NotchesError};
pub use step::Step;

use crate::number::number_text;
use rust_decimal::Decimal;
use units::{Place, remainder};

/// A set of allowed numbers: from a minimum to a maximum, a step apart, counted from a step base.
///
/// Each allowed value is a *notch*. When there is a minimum, notches are counted from it unless a base
/// is given; so 1 to 100 by 20 holds 1, 21, 41, 61 and 81, and 100 is never reached
/// ([`audit`](Self::audit) says so).
///
/// ```
/// use pin_notch::{dec, Notches};
/// # fn main() -> Result<(), pin_notch::NotchesError> {
/// let weight = Notches::new(0, 40, dec!(0.1))?;
/// assert_eq!(weight.snap(dec!(0.34)), dec!(0.3));
/// assert_eq!(weight.above(dec!(0.2)), Some(dec!(0.3)));
/// assert_eq!(weight.count(), Some(401));
/// # Ok(()) }
/// ```
///
/// Its parts, and navigation from notch to notch:
///
/// ```
/// use pin_notch::{dec, Notches};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let weight = Notches::new(0, 40, dec!(0.1))?;
/// assert_eq!((weight.max(), weight.stride()), (Some(dec!(40)), dec!(0.1)));
/// assert_eq!((weight.default_value(), weight.last()), (None, Some(dec!(40))));
/// assert_eq!((weight.below(dec!(0.3)), weight.contains(dec!(0.25))), (Some(dec!(0.2)), false));
/// assert_eq!((weight.iter().nth(3), weight.position(dec!(10))), (Some(dec!(0.3)), 0.25));
/// assert!(!weight.is_empty() && weight.audit().is_empty());
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub struct Notches {
    /// Decimal places of a unit.
    scale: u32,
    /// The bounds in units. A missing bound is the limit of the number type.
    low: i128,
    high: i128,
    has_min: bool,
    has_max: bool,
    /// The distance between two notches in units. With step "any", the stride of keys and of the track.
    step: i128,
    any: bool,
    base: i128,
    /// The first and last notch in units. If there are no notches, the first is above the last.
    first: i128,
    last: i128,
    default: Option<Decimal>,
}

/// How a value between two notches is rounded to one of them.
///
/// ```
/// use pin_notch::{Notches, Rounding, dec};
/// # fn main() -> Result<(), pin_notch::NotchesError> {
/// let frames = Notches::new(0, 11, 1)?;
/// assert_eq!(frames.snap_by(dec!(2.5), Rounding::Nearest), dec!(3));
/// assert_eq!(frames.snap_by(dec!(2.5), Rounding::HalfToEven), dec!(2));
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum Rounding {
    /// To the nearest, and from halfway to the upper one. This is HTML's rule.
    #[default]
    Nearest,
    /// To the lower one.
    Down,
    /// To the upper one.
    Up,
    /// To the nearest, and from halfway to the one that is an even number of steps from the base.
    HalfToEven,
}

impl Notches {
    /// The notches from `min` to `max`, `step` apart, counted from `min`.
    ///
    /// # Errors
    /// [`NotchesError`] if the step is not positive, or if bounds and step together need more digits than a
    /// number can hold. A maximum below the minimum is legal, as in HTML, but then there is no valid value,
    /// and [`audit`](Self::audit) reports it.
    ///
    /// ```
    /// use pin_notch::{dec, Notches};
    /// let error = Notches::new(0, 5, 0).unwrap_err();
    /// assert_eq!(error.to_string(), "step 0 is not allowed: it must be above 0, or \"any\"");
    /// ```
    pub fn new(
        min: impl Into<Decimal>,
        max: impl Into<Decimal>,
        step: impl Into<Step>,
    ) -> Result<Self, NotchesError> {
        Self::builder().min(min).max(max).step(step).build()
    }

    /// Begins a definition in which every part is optional. The defaults are no bounds and a step of 1.
    ///
    /// ```
    /// use pin_notch::{Notches, dec};
    /// # fn main() -> Result<(), pin_notch::NotchesError> {
    /// // Notches on multiples of 5, although the minimum is 12.
    /// let notches = Notches::builder().min(12).step(5).step_base(0).build()?;
    /// assert_eq!(notches.first(), Some(dec!(15)));
    /// # Ok(()) }
    /// ```
    pub fn builder() -> NotchesBuilder {
        NotchesBuilder::default()
    }

    /// The minimum, if there is one.
    pub fn min(&self) -> Option<Decimal> {
        self.has_min.then(|| self.decimal(self.low))
    }

    /// The maximum, if there is one. It need not be a notch: see [`last`](Self::last).
    pub fn max(&self) -> Option<Decimal> {
        self.has_max.then(|| self.decimal(self.high))
    }

    /// The distance between two notches; `None` with step "any", when every value within the bounds
    /// is allowed.
    pub fn step(&self) -> Option<Decimal> {
        (!self.any).then(|| self.decimal(self.step))
    }

    /// The smallest change by an arrow key or on the track. This is the step or, with step "any", the
    /// largest power of ten of which a thousand fit between the bounds, or 1 if a bound is missing.
    pub fn stride(&self) -> Decimal {
        self.decimal(self.step)
    }

    /// The value from which notches are counted (HTML's step base): the one given, else the minimum, else
    /// the default value, else 0.
    pub fn step_base(&self) -> Decimal {
        self.decimal(self.base)
    }

    /// The default value exactly as it was given.
    pub fn default_value(&self) -> Option<Decimal> {
        self.default
    }

    /// The number of decimal places of the notches. A readout that always shows this many does not change
    /// in width.
    ///
    /// ```
    /// use pin_notch::{dec, Notches};
    /// # fn main() -> Result<(), pin_notch::NotchesError> {
    /// let weight = Notches::new(0, 40, dec!(0.1))?;
    /// assert_eq!(weight.places(), 1);
    /// assert_eq!(weight.fixed_text(dec!(12)), "12.0");
    /// # Ok(()) }
    /// ```
    pub fn places(&self) -> u32 {
        self.scale
    }

    /// `value` as text with at least [`places`](Self::places) decimal places. No digit is dropped: a
    /// value off the notches may show more.
    pub fn fixed_text(&self, value: Decimal) -> String {
        let mut text = number_text(value);
        let point = text.find('.').unwrap_or(text.len());
        let places = (text.len() - point).saturating_sub(1);
        if places == 0 && self.scale > 0 {
            text.push('.');
        }
        text.extend(std::iter::repeat_n('0', (self.scale as usize).saturating_sub(places)));
        text
    }

    /// The number of notches. `None` if they cannot be counted, because a bound is missing or the step is
    /// "any".
    pub fn count(&self) -> Option<u128> {
        let countable = self.is_bounded() && !self.any;
        countable.then(|| if self.is_empty() { 0 } else { self.steps_across() as u128 + 1 })
    }

    /// The smallest notch, if there are a minimum and any notches.
    pub fn first(&self) -> Option<Decimal> {
        (self.has_min && !self.is_empty()).then(|| self.decimal(self.first))
    }

    /// The largest notch, if there are a maximum and any notches: the largest value that can be reached.
    /// With step "any" it is the maximum.
    pub fn last(&self) -> Option<Decimal> {
        (self.has_max && !self.is_empty()).then(|| self.decimal(self.last))
    }

    /// Whether no value is allowed, because the maximum is below the minimum or no notch lies between them.
    pub fn is_empty(&self) -> bool {
        self.is_reversed() || self.first > self.last
    }

    /// Whether `value` is within the bounds and on a notch (in HTML's terms: it has no range underflow,
    /// range overflow or step mismatch).
    pub fn contains(&self, value: Decimal) -> bool {
        let within =
            self.min().is_none_or(|min| value >= min) && self.max().is_none_or(|max| value <= max);
        within && !self.is_empty() && self.on_step(value)
    }

    /// Whether `value` is a whole number of steps from the base, ignoring the bounds.
    pub(crate) fn on_step(&self, value: Decimal) -> bool {
        self.any || self.place(value).on
    }

    /// The smallest notch above `value` or, with step "any", the next stride. `None` if there is none.
    ///
    /// From a value off the notches this is the next notch up, however near, as for HTML's `stepUp()`.
    pub fn above(&self, value: Decimal) -> Option<Decimal> {
        self.stepped(value, 1)
    }

    /// The largest notch below `value` or, with step "any", the previous stride. `None` if there is none.
    pub fn below(&self, value: Decimal) -> Option<Decimal> {
        self.stepped(value, -1)
    }

    /// The result of stepping up from `value` by `steps` (or down, if negative) according to HTML's
    /// [`stepUp()` and `stepDown()`][step-up]: a value off the notches moves to the next notch in that
    /// direction, regardless of the number of steps, and the result is limited to the first and last notch.
    /// `None` if the value would not change, or only in the other direction.
    ///
    /// With step "any", for which HTML defines no steps, it moves by [strides](Self::stride).
    ///
    /// ```
    /// use pin_notch::{dec, Notches};
    /// # fn main() -> Result<(), pin_notch::NotchesError> {
    /// let notches = Notches::new(0, 40, dec!(0.1))?;
    /// assert_eq!(notches.stepped(dec!(0.2), 10), Some(dec!(1.2)));
    /// assert_eq!(notches.stepped(dec!(0.25), -10), Some(dec!(0.2)));
    /// assert_eq!(notches.stepped(dec!(39.5), 10), Some(dec!(40)));
    /// assert_eq!(notches.stepped(dec!(40), 1), None);
    /// # Ok(()) }
    /// ```
    ///
    /// [step-up]: https://html.spec.whatwg.org/multipage/input.html#dom-input-stepup
    pub fn stepped(&self, value: Decimal, steps: i128) -> Option<Decimal> {
        self.step_to(value, steps).filter(|to| *to != value)
    }

    /// The result of this many steps from an empty value, which HTML treats as 0.
    ///
    /// ```
    /// use pin_notch::Notches;
    /// # fn main() -> Result<(), pin_notch::NotchesError> {
    /// let mites = Notches::new(0, 60, 1)?;
    /// assert_eq!(mites.stepped_from_empty(1), Some(1.into()));
    /// assert_eq!(mites.stepped_from_empty(-1), Some(0.into()));
    /// # Ok(()) }
    /// ```
    pub fn stepped_from_empty(&self, steps: i128) -> Option<Decimal> {
        self.step_to(Decimal::ZERO, steps)
    }

    /// The result of this many steps, which may equal the start.
    pub(crate) fn step_to(&self, from: Decimal, steps: i128) -> Option<Decimal> {
        if steps == 0 || self.is_empty() {
            return None;
        }
        let Place { notch, on } = self.place(from);
        let up = steps > 0;
        let steps = match (on, self.any) {
            (true, _) => steps,
            // Between two notches (or strides), the first step goes to the next of them.
            (false, false) => i128::from(up),
            (false, true) => steps + i128::from(!up),
        };
        let to = notch.saturating_add(steps.saturating_mul(self.step));
        let to = self.decimal(to.clamp(self.first, self.last));
        let right_way = if up { to >= from } else { to <= from };
        right_way.then_some(to)
    }

    /// The notch with this index, counted from 0 at the first.
    pub fn nth(&self, index: u128) -> Option<Decimal> {
        (index < self.count()?).then(|| self.decimal(self.first + index as i128 * self.step))
    }

    /// The index of `value`, counted from 0 at the first notch. `None` if it is not a notch, or if the
    /// notches cannot be counted.
    ///
    /// ```
    /// use pin_notch::{dec, Notches};
    /// # fn main() -> Result<(), pin_notch::NotchesError> {
    /// let notches = Notches::new(1, 100, 20)?;
    /// assert_eq!(notches.index_of(dec!(41)), Some(2));
    /// assert_eq!(notches.nth(2), Some(dec!(41)));
    /// assert_eq!(notches.index_of(dec!(42)), None);
    /// # Ok(()) }
    /// ```
    pub fn index_of(&self, value: Decimal) -> Option<u128> {
        self.count()?;
        let place = self.place(value);
        let inside = place.on && (self.first..=self.last).contains(&place.notch);
        inside.then(|| ((place.notch - self.first) / self.step) as u128)
    }

    /// The notches in order; empty if they cannot be counted.
    pub fn iter(&self) -> impl DoubleEndedIterator<Item = Decimal> + '_ {
        let count = self.count().unwrap_or(0) as i128;
        (0..count).map(|index| self.decimal(self.first + index * self.step))
    }

    /// The number of strides needed to cover this distance.
    pub(crate) fn strides_in(&self, way: Decimal) -> i128 {
        let (units, _) = self.units(way);
        units.div_euclid(self.step) + i128::from(remainder(units, self.step) > 0)
    }

    /// The number of strides between the first and last notch.
    pub(crate) fn steps_across(&self) -> i128 {
        (self.last - self.first).div_euclid(self.step)
    }

    /// Remarks on what is legal in this definition but likely to surprise: see [`Remark`].
    pub fn audit(&self) -> Vec<Remark> {
        audit::remarks(self, self.default)
    }

    /// The audit for a control with the default value `default`.
    pub(crate) fn audit_with(&self, default: Option<Decimal>) -> Vec<Remark> {
        audit::remarks(self, default)
    }

    pub(crate) fn is_bounded(&self) -> bool {
        self.has_min && self.has_max
    }

    pub(crate) fn is_reversed(&self) -> bool {
        self.high < self.low
    }
}
