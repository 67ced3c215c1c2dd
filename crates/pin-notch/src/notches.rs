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

pub use audit::Remark;
pub use define::{NotchesBuilder, NotchesError};

use crate::number::{REACH, number_text};
use rust_decimal::Decimal;

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

/// A value against the notches, bounds left aside: the notch at or below it, in units.
struct Place {
    notch: i128,
    /// Whether the value stands exactly on that notch.
    on: bool,
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

    /// The notch nearest to `value`; half way between two it is the upper one. A value outside the
    /// bounds goes to the nearest notch inside.
    ///
    /// This is the rounding of HTML's range state ("… rounded to the nearest number …, ties toward
    /// positive infinity"). Where no notch lies within the bounds, the result is only held to the
    /// bounds; where the maximum is below the minimum, the minimum wins.
    ///
    /// ```
    /// use pin_notch::{dec, Notches};
    /// # fn main() -> Result<(), pin_notch::NotchesError> {
    /// let notches = Notches::new(1, 100, 20)?;
    /// assert_eq!(notches.snap(dec!(31)), dec!(41)); // a tie
    /// assert_eq!(notches.snap(dec!(100)), dec!(81)); // 101 is out of bounds
    /// # Ok(()) }
    /// ```
    #[inline]
    pub fn snap(&self, value: Decimal) -> Decimal {
        self.snap_by(value, Rounding::Nearest)
    }

    /// The same, rounded in another way.
    ///
    /// ```
    /// use pin_notch::{dec, Notches, Rounding};
    /// # fn main() -> Result<(), pin_notch::NotchesError> {
    /// let quarters = Notches::new(0, 11, dec!(0.25))?;
    /// assert_eq!(quarters.snap_by(dec!(1.2), Rounding::Down), dec!(1));
    /// assert_eq!(quarters.snap_by(dec!(1.1), Rounding::Up), dec!(1.25));
    /// assert_eq!(quarters.snap_by(dec!(1.125), Rounding::HalfToEven), dec!(1));
    /// # Ok(()) }
    /// ```
    #[inline]
    pub fn snap_by(&self, value: Decimal, rounding: Rounding) -> Decimal {
        if self.is_reversed() && !self.any {
            // By the range state's rules only the minimum is held to, and the step.
            return self.decimal(self.first);
        }
        if self.any || self.is_empty() {
            return self.hold(value);
        }
        let (units, rest) = self.units(value);
        if units < self.first {
            return self.decimal(self.first);
        }
        if units >= self.last {
            return self.decimal(self.last);
        }
        let over = remainder(units - self.first, self.step);
        // Past half is 2 × (over + rest) ≥ step. All but the rest is whole, so the floor of twice the
        // rest, 0 or 1, decides as well as the rest itself.
        let twice = 2 * over + i128::from(rest.is_half());
        let up = match rounding {
            Rounding::Nearest => twice >= self.step,
            Rounding::Down => false,
            Rounding::Up => over > 0 || rest.over > 0,
            Rounding::HalfToEven => {
                let is_half = twice == self.step && (2 * rest.over) % rest.unit == 0;
                let is_odd = (units - over - self.base) / self.step % 2 != 0;
                twice >= self.step && (!is_half || is_odd)
            }
        };
        self.decimal(units - over + if up { self.step } else { 0 })
    }

    /// The allowed value nearest to this one, for a control that may be empty: none where there is none.
    pub(crate) fn nearest_of(&self, value: Option<Decimal>) -> Option<Decimal> {
        value.filter(|_| !self.is_empty()).map(|value| self.snap(value))
    }

    /// Keeps a value within the bounds where there is no notch to snap it to.
    fn hold(&self, value: Decimal) -> Decimal {
        match (self.min(), self.max()) {
            (Some(min), _) if value < min || self.is_reversed() => min,
            (_, Some(max)) if value > max => max,
            _ => value,
        }
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
    fn step_to(&self, from: Decimal, steps: i128) -> Option<Decimal> {
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

    /// Where `value` stands on a track that runs from the minimum (0.0) to the maximum (1.0), for
    /// drawing. 0.0 where a bound is missing or both are equal.
    pub fn position(&self, value: Decimal) -> f64 {
        if !self.is_bounded() || self.high <= self.low {
            return 0.0;
        }
        let (units, rest) = self.units(value);
        let along = (units - self.low) as f64 + rest.as_fraction();
        (along / (self.high - self.low) as f64).clamp(0.0, 1.0)
    }

    /// The notch nearest to a position on the track. `None` when a bound is missing, when no notch lies
    /// between them, or when the position is not a number.
    ///
    /// The position only chooses which notch; the value is then built exactly. A notch's own
    /// [`position`](Self::position) leads back to it as long as there are fewer than 2⁵⁰ of them,
    /// past which a position has not the digits to tell them apart.
    ///
    /// ```
    /// use pin_notch::{dec, Notches};
    /// # fn main() -> Result<(), pin_notch::NotchesError> {
    /// let weight = Notches::new(0, 40, dec!(0.1))?;
    /// assert_eq!(weight.at_position(0.5), Some(dec!(20)));
    /// assert_eq!(weight.at_position(0.00749), Some(dec!(0.3)));
    /// # Ok(()) }
    /// ```
    pub fn at_position(&self, position: f64) -> Option<Decimal> {
        if position.is_nan() || !self.is_bounded() || self.is_empty() {
            return None;
        }
        if self.any && position >= 1.0 {
            return self.last();
        }
        // From the first notch, not from the base: the base may lie so far off that a float between
        // there and here could no longer tell two notches apart.
        let start = (self.first - self.low) as f64;
        let along = position.clamp(0.0, 1.0) * (self.high - self.low) as f64;
        Some(self.at_index(((along - start) / self.step as f64 + 0.5).floor()))
    }

    /// The smallest notch at or above `amount`, held to the outermost: the step that a pointer is in.
    /// A hair's breadth past a notch still counts as that notch, for pointers and floats are not exact.
    pub(crate) fn reaching(&self, amount: f64) -> Option<Decimal> {
        if self.is_empty() || amount.is_nan() {
            return None;
        }
        let units = amount * 10_f64.powi(self.scale as i32) - self.first as f64;
        Some(self.at_index((units / self.step as f64 - 1e-9).ceil()))
    }

    /// The notch nearest to `amount`, held to the outermost: for tracks that are not even.
    pub(crate) fn nearest(&self, amount: f64) -> Option<Decimal> {
        if self.is_empty() || amount.is_nan() {
            return None;
        }
        let units = amount * 10_f64.powi(self.scale as i32) - self.first as f64;
        Some(self.at_index((units / self.step as f64 + 0.5).floor()))
    }

    /// The notch with this index, held to the outermost: the one way from a float to a value.
    fn at_index(&self, index: f64) -> Decimal {
        let way = (index.max(0.0) as i128).saturating_mul(self.step);
        self.decimal(self.first.saturating_add(way).min(self.last))
    }

    /// The notch nearest the middle of the bounds, where HTML's range state starts.
    pub(crate) fn middle(&self) -> Decimal {
        // Half of the sum needs one more decimal place, if a number has one left.
        let sum = self.low + self.high;
        let exact = Decimal::try_from_i128_with_scale(5 * sum, self.scale + 1);
        self.snap(exact.unwrap_or_else(|_| self.decimal(sum.div_euclid(2))))
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

    /// So many units as a number, without zeros at its end: 1, not 1.0.
    #[inline]
    fn decimal(&self, units: i128) -> Decimal {
        match i64::try_from(units) {
            Ok(mut units) => {
                let mut scale = self.scale;
                while scale > 0 && units % 10 == 0 {
                    (units, scale) = (units / 10, scale - 1);
                }
                Decimal::new(units, scale)
            }
            // Where a bound is missing, the outermost notches lie past the reach of a number.
            Err(_) => {
                Decimal::from_i128_with_scale(units.clamp(-REACH, REACH), self.scale).normalize()
            }
        }
    }

    /// `value` in whole units, rounded down, and the rest. A value past anything the bounds can hold
    /// comes back as some number past them.
    #[inline]
    fn units(&self, value: Decimal) -> (i128, Rest) {
        let (digits, scale) = (value.mantissa(), value.scale());
        if scale == self.scale {
            return (digits, Rest::NONE);
        }
        if scale < self.scale {
            let beyond = i128::MAX / 4 * digits.signum();
            let units = digits.checked_mul(POWERS[(self.scale - scale) as usize]);
            return (units.map_or(beyond, |units| units.clamp(-FAR, FAR)), Rest::NONE);
        }
        let unit = POWERS[(scale - self.scale) as usize];
        let (units, over) = match (i64::try_from(digits), i64::try_from(unit)) {
            (Ok(digits), Ok(unit)) => {
                let units = digits.div_euclid(unit);
                // The product may lie just below what 64 bits hold; the difference never does.
                let over = digits.wrapping_sub(units.wrapping_mul(unit));
                (i128::from(units), i128::from(over))
            }
            _ => (digits.div_euclid(unit), digits.rem_euclid(unit)),
        };
        (units, Rest { over, unit })
    }

    fn place(&self, value: Decimal) -> Place {
        let (units, rest) = self.units(value);
        let over = remainder(units - self.base, self.step);
        Place { notch: units - over, on: over == 0 && rest.over == 0 }
    }
}

/// Farther than any notch or bound, near enough that sums of a few stay within an `i128`.
const FAR: i128 = i128::MAX / 4;

/// Powers of ten up to the most decimal places that a number has.
const POWERS: [i128; 29] = {
    let mut powers = [1; 29];
    let mut at = 1;
    while at < powers.len() {
        powers[at] = 10 * powers[at - 1];
        at += 1;
    }
    powers
};

/// What is left of a value below one unit: `over / unit`, from 0 up to but not 1.
struct Rest {
    over: i128,
    unit: i128,
}

impl Rest {
    const NONE: Self = Self { over: 0, unit: 1 };

    fn is_half(&self) -> bool {
        2 * self.over >= self.unit
    }

    fn as_fraction(&self) -> f64 {
        self.over as f64 / self.unit as f64
    }
}

/// What a division that rounds down leaves, for a positive divisor. Nearly every value in use fits 64
/// bits, where a division costs a fraction of one in 128.
#[inline]
fn remainder(dividend: i128, divisor: i128) -> i128 {
    match (i64::try_from(dividend), i64::try_from(divisor)) {
        (Ok(a), Ok(b)) => a.rem_euclid(b).into(),
        _ => dividend.rem_euclid(divisor),
    }
}
