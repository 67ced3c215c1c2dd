//! Which values are allowed: bounds, step and step base, and the way from any value to a notch.
//!
//! The rules are the HTML standard's for [`step`][step], [`min` and `max`][min] and the
//! [range state][range], carried out in exact arithmetic. Everything in here counts whole *units* of
//! 10⁻ˢ, where s is the number of decimal places that the bounds, the step and the base need between
//! them. So a notch is `base + k × step` in whole numbers, and finding it is one division.
//!
//! [step]: https://html.spec.whatwg.org/multipage/input.html#the-step-attribute
//! [min]: https://html.spec.whatwg.org/multipage/input.html#the-min-and-max-attributes
//! [range]: https://html.spec.whatwg.org/multipage/input.html#range-state-(type=range)

mod audit;
mod define;
mod snap;
mod track;
mod units;

pub use audit::Remark;
pub use define::{NotchesBuilder, NotchesError};

use crate::number::number_text;
use rust_decimal::Decimal;
use units::{Place, remainder};

/// The set of allowed values of a number: from a minimum to a maximum, a step apart, counted from a
/// step base.
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
/// What it is made of, and the way from notch to notch:
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
    /// The bounds in units; where a bound is missing, as far as a number reaches.
    low: i128,
    high: i128,
    has_min: bool,
    has_max: bool,
    /// The distance of two notches in units. With step "any", the stride of keys and of the track.
    step: i128,
    any: bool,
    base: i128,
    /// The first and last notch in units; the first is above the last when there is none.
    first: i128,
    last: i128,
    default: Option<Decimal>,
}

/// How a value between two notches goes to one of them.
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
    /// To the nearest; half way, to the upper one. It is HTML's.
    #[default]
    Nearest,
    /// To the lower one.
    Down,
    /// To the upper one.
    Up,
    /// To the nearest; half way, to the one that is an even number of steps from the base.
    HalfToEven,
}

impl Notches {
    /// The notches from `min` to `max`, `step` apart, counted from `min`.
    ///
    /// # Errors
    /// [`NotchesError`] when the step is not above zero, or when bounds and step together need more
    /// digits than a number holds. A maximum below the minimum is legal, as in HTML: only the minimum
    /// can then be held, and [`audit`](Self::audit) says so.
    ///
    /// ```
    /// use pin_notch::{dec, Notches};
    /// let error = Notches::new(0, 5, 0).unwrap_err();
    /// assert_eq!(error.to_string(), "step 0 is not allowed: it must be above 0, or \"any\"");
    /// ```
    pub fn new(
        min: impl Into<Decimal>,
        max: impl Into<Decimal>,
        step: impl Into<Decimal>,
    ) -> Result<Self, NotchesError> {
        Self::builder().min(min.into()).max(max.into()).step(step.into()).build()
    }

    /// Starts a definition in which every part may be left out: no bounds, a step of 1.
    ///
    /// ```
    /// use pin_notch::{dec, Notches};
    /// # fn main() -> Result<(), pin_notch::NotchesError> {
    /// // Notches on multiples of 5, although the minimum is 12.
    /// let notches = Notches::builder().min(dec!(12)).step(dec!(5)).step_base(dec!(0)).build()?;
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

    /// How far one arrow key or one hair's breadth on a track moves the value. It is the step; with
    /// step "any" it is the largest power of ten of which a thousand fit between the bounds, or 1 when
    /// a bound is missing.
    pub fn stride(&self) -> Decimal {
        self.decimal(self.step)
    }

    /// The value from which the notches are counted: as given, else the minimum, else the default
    /// value, else 0 (HTML's step base).
    pub fn step_base(&self) -> Decimal {
        self.decimal(self.base)
    }

    /// The default value the definition was given, as given.
    pub fn default_value(&self) -> Option<Decimal> {
        self.default
    }

    /// How many decimal places a notch can have. A readout that always shows as many does not jump.
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

    /// How many notches there are. `None` when they cannot be counted: a bound is missing, or the step
    /// is "any".
    pub fn count(&self) -> Option<u128> {
        let countable = self.is_bounded() && !self.any;
        countable.then(|| if self.is_empty() { 0 } else { self.steps_across() as u128 + 1 })
    }

    /// The smallest notch, when there is one and there is a minimum.
    pub fn first(&self) -> Option<Decimal> {
        (self.has_min && !self.is_empty()).then(|| self.decimal(self.first))
    }

    /// The largest notch, when there is one and there is a maximum: the largest value that can be
    /// reached. With step "any" it is the maximum.
    pub fn last(&self) -> Option<Decimal> {
        (self.has_max && !self.is_empty()).then(|| self.decimal(self.last))
    }

    /// Whether no value meets the definition: the maximum is below the minimum, or no notch lies
    /// between them.
    pub fn is_empty(&self) -> bool {
        self.is_reversed() || self.first > self.last
    }

    /// Whether `value` is within the bounds and on a notch (HTML: suffers from no underflow, overflow
    /// or step mismatch).
    pub fn contains(&self, value: Decimal) -> bool {
        let within =
            self.min().is_none_or(|min| value >= min) && self.max().is_none_or(|max| value <= max);
        within && !self.is_empty() && self.on_step(value)
    }

    /// Whether `value` is a whole number of steps from the base, whatever the bounds.
    pub(crate) fn on_step(&self, value: Decimal) -> bool {
        self.any || self.place(value).on
    }

    /// The smallest notch above `value`; with step "any", the next stride. `None` when there is none.
    ///
    /// From a value off the notches this is the next notch up, however near, as HTML's `stepUp()` has it.
    pub fn above(&self, value: Decimal) -> Option<Decimal> {
        self.stepped(value, 1)
    }

    /// The largest notch below `value`; with step "any", the stride before. `None` when there is none.
    pub fn below(&self, value: Decimal) -> Option<Decimal> {
        self.stepped(value, -1)
    }

    /// Where `steps` steps up (or down, when negative) lead from `value`, by HTML's
    /// [`stepUp()` and `stepDown()`][step-up]: from a value off the notches the first step goes to the
    /// next notch in that direction and the number of steps does not count; the result is held to
    /// the outermost notches. `None` when nothing would move, or only the other way.
    ///
    /// With step "any", for which HTML has no steps, it goes by [strides](Self::stride).
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

    /// Where so many steps lead from no value at all, which HTML takes for 0.
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

    /// Where so many steps lead, which may be where they began.
    pub(crate) fn step_to(&self, from: Decimal, steps: i128) -> Option<Decimal> {
        if steps == 0 || self.is_empty() {
            return None;
        }
        let Place { notch, on } = self.place(from);
        let up = steps > 0;
        let steps = match (on, self.any) {
            (true, _) => steps,
            // From between two notches, or two strides: the first step goes to the next of them.
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

    /// The index of `value`, counted from 0 at the first notch. `None` when it is no notch, or when
    /// the notches cannot be counted.
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

    /// The notches in order, as far as they can be counted.
    pub fn iter(&self) -> impl DoubleEndedIterator<Item = Decimal> + '_ {
        let count = self.count().unwrap_or(0) as i128;
        (0..count).map(|index| self.decimal(self.first + index * self.step))
    }

    /// How many strides it takes to go this far at least.
    pub(crate) fn strides_in(&self, way: Decimal) -> i128 {
        let (units, _) = self.units(way);
        units.div_euclid(self.step) + i128::from(remainder(units, self.step) > 0)
    }

    /// How many strides lie between the outermost notches.
    pub(crate) fn steps_across(&self) -> i128 {
        (self.last - self.first).div_euclid(self.step)
    }

    /// What is legal in this definition and will surprise somebody: see [`Remark`].
    pub fn audit(&self) -> Vec<Remark> {
        audit::remarks(self, self.default)
    }

    /// The audit for a control that starts on `default`.
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
