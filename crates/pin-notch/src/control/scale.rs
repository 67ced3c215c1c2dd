//! Non-linear tracks: the position of a value on the track, and the notch at a position.
//!
//! A scale affects only the mapping between positions and notches. The notches, and so the values, are the
//! same on every scale.

use super::ControlError;
use crate::definition::{Misread, parsed};
use crate::notches::Notches;
use crate::number::{number_text, parse_number};
use core::fmt;
use core::str::FromStr;
use rust_decimal::Decimal;

/// How values are spread along a track.
///
/// ```
/// use pin_notch::{dec, Intent, Place, Scale, Slider};
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// // Mites from 1 to 1000, each factor of ten as wide as the next.
/// let mut mites = Slider::builder().min(1).max(1000).scale(Scale::Logarithmic).build()?;
/// let _ = mites.handle(Intent::Press(Place::across(1.0 / 3.0)));
/// assert_eq!(mites.value(), dec!(10));
/// # Ok(()) }
/// ```
///
/// As text it is `linear`, `logarithmic`, or the points between the ends of the track, each a value with
/// its position in percent, like the stops of CSS's `linear()`:
///
/// ```
/// use pin_notch::{Scale, dec};
/// let scale: Scale = "10 50%,100 75%".parse()?;
/// assert_eq!(scale, Scale::Piecewise(vec![(dec!(10), dec!(0.5)), (dec!(100), dec!(0.75))]));
/// assert_eq!(scale.to_string(), "10 50%,100 75%");
/// # Ok::<(), pin_notch::Misread>(())
/// ```
#[derive(Clone, Debug, Default, PartialEq, Eq)]
pub enum Scale {
    /// Equal differences are equally wide.
    #[default]
    Linear,
    /// Equal ratios are equally wide. Both bounds must be above zero. An arrow key moves by a hundredth of
    /// the track and a page key by a tenth, and so by a constant factor: to the nearest notch, and by at
    /// least one notch.
    Logarithmic,
    /// Linear between these points, each a value and the fraction of the track at which it lies. Both must
    /// increase. The ends of the track need not be given.
    Piecewise(Vec<(Decimal, Decimal)>),
}

impl fmt::Display for Scale {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::Linear => f.write_str("linear"),
            Self::Logarithmic => f.write_str("logarithmic"),
            Self::Piecewise(points) => {
                points.iter().enumerate().try_for_each(|(at, (value, share))| {
                    let comma = if at > 0 { "," } else { "" };
                    let percent = number_text(*share * Decimal::ONE_HUNDRED);
                    write!(f, "{comma}{} {percent}%", number_text(*value))
                })
            }
        }
    }
}

impl FromStr for Scale {
    type Err = Misread;

    fn from_str(text: &str) -> Result<Self, Misread> {
        const LIKE: Misread = Misread::Like("linear, logarithmic, or 10 25%,100 75%");
        match text.trim() {
            text if text.eq_ignore_ascii_case("linear") => return Ok(Self::Linear),
            text if text.eq_ignore_ascii_case("logarithmic") => return Ok(Self::Logarithmic),
            _ => {}
        }
        let point = |point: &str| {
            let (value, percent) = point.trim().split_once(' ').ok_or(LIKE)?;
            let percent = percent.trim().strip_suffix('%').ok_or(LIKE)?;
            let share = parse_number(percent)?.checked_mul(Decimal::new(1, 2)).ok_or(LIKE)?;
            Ok((parse_number(value)?, share.normalize()))
        };
        text.split(',').map(point).collect::<Result<_, Misread>>().map(Self::Piecewise)
    }
}

impl Scale {
    /// Checks that the scale fits a track with these bounds.
    pub(super) fn check(&self, notches: &Notches) -> Result<(), ControlError> {
        let (min, max) = bounds(notches);
        match self {
            Self::Linear => {}
            Self::Logarithmic if min > Decimal::ZERO && max > min => {}
            Self::Logarithmic => {
                let what =
                    "a logarithmic scale needs bounds above 0, with the maximum above the minimum";
                return Err(ControlError::Scale(what));
            }
            Self::Piecewise(points) => {
                let mut before = (min, Decimal::ZERO);
                for (value, share) in points {
                    let at_start = *value == min && share.is_zero();
                    let at_end = *value == max && *share == Decimal::ONE;
                    let inside = *share > before.1 && *share < Decimal::ONE;
                    let grows = *value > before.0 && *value < max && inside;
                    if !grows && !at_start && !at_end {
                        let what = "the points of a piecewise scale need values that grow between the \
                                    bounds, and places that grow from 0 to 100 %";
                        return Err(ControlError::Scale(what));
                    }
                    before = (*value, *share);
                }
            }
        }
        Ok(())
    }

    /// The position of a value on the track, from 0.0 to 1.0.
    pub(super) fn position(&self, notches: &Notches, value: Decimal) -> f64 {
        let (min, max) = bounds(notches);
        match self {
            Self::Linear => notches.position(value),
            Self::Logarithmic => match logarithms(min, max) {
                Some((low, high)) => ((drawn(value).ln() - low) / (high - low)).clamp(0.0, 1.0),
                None => notches.position(value),
            },
            Self::Piecewise(points) => {
                let points = with_ends(points, min, max);
                let after = points.iter().skip(1).position(|(at, _)| value < *at);
                let piece = after.unwrap_or(points.len() - 2);
                let ((from, start), (to, end)) = (points[piece], points[piece + 1]);
                let along = share(drawn(value) - drawn(from), drawn(to) - drawn(from));
                (drawn(start) + along * drawn(end - start)).clamp(0.0, 1.0)
            }
        }
    }

    /// The notch at a position; see [`Notches::at_position`].
    pub(super) fn at(&self, notches: &Notches, position: f64) -> Option<Decimal> {
        let (min, max) = bounds(notches);
        let position = if position.is_nan() { position } else { position.clamp(0.0, 1.0) };
        let amount = match self {
            Self::Linear => return notches.at_position(position),
            Self::Logarithmic => match logarithms(min, max) {
                Some((low, high)) => (low + position * (high - low)).exp(),
                None => return notches.at_position(position),
            },
            Self::Piecewise(points) => {
                let points = with_ends(points, min, max);
                let after = points.iter().skip(1).position(|(_, at)| position < drawn(*at));
                let piece = after.unwrap_or(points.len() - 2);
                let ((from, start), (to, end)) = (points[piece], points[piece + 1]);
                let along = (position - drawn(start)) / drawn(end - start);
                drawn(from) + along * (drawn(to) - drawn(from))
            }
        };
        notches.nearest(amount)
    }
}

fn bounds(notches: &Notches) -> (Decimal, Decimal) {
    (notches.min().unwrap_or_default(), notches.max().unwrap_or_default())
}

/// The logarithms of both bounds; `None` if the bounds are so close that floats cannot tell them apart.
fn logarithms(min: Decimal, max: Decimal) -> Option<(f64, f64)> {
    let (low, high) = (drawn(min).ln(), drawn(max).ln());
    (high > low).then_some((low, high))
}

/// The fraction that `part` is of `whole`, from 0 to 1; 0 if the whole is zero.
fn share(part: f64, whole: f64) -> f64 {
    if whole > 0.0 { (part / whole).clamp(0.0, 1.0) } else { 0.0 }
}

/// The points of a scale, including both ends of the track.
fn with_ends(points: &[(Decimal, Decimal)], min: Decimal, max: Decimal) -> Vec<(Decimal, Decimal)> {
    let mut all = vec![(min, Decimal::ZERO)];
    all.extend(points.iter().filter(|(value, _)| *value > min && *value < max));
    all.push((max, Decimal::ONE));
    all
}

/// A number as a float, used only for drawing: no value is computed from it.
fn drawn(value: Decimal) -> f64 {
    value.mantissa() as f64 / 10_f64.powi(value.scale() as i32)
}

parsed! {
    Scale, Scale, |text| text.parse::<Scale>()?, |value| value.to_string();
}
