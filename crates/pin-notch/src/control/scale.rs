//! Tracks that are not even: where on the track a value lies, and which notch lies at a place.
//!
//! A scale bends only the way between positions and notches. The notches, and with them the values, are
//! the same on every scale.

use super::ControlError;
use crate::notches::Notches;
use rust_decimal::Decimal;

/// How values are spread along a track.
///
/// ```
/// use pin_notch::{dec, Intent, Notches, Place, Scale, Slider};
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// // Mites from 1 to 1000, each factor of ten as wide as the next.
/// let mites = Notches::new(dec!(1), dec!(1000), dec!(1))?;
/// let mut mites = Slider::new(mites)?.scaled(Scale::Logarithmic)?;
/// let _ = mites.handle(Intent::Press(Place::across(1.0 / 3.0)));
/// assert_eq!(mites.value(), dec!(10));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, Default, PartialEq)]
#[non_exhaustive]
pub enum Scale {
    /// Equal steps are equally wide.
    #[default]
    Even,
    /// Equal ratios are equally wide. Both bounds have to be above zero.
    Logarithmic,
    /// Even between these points: a value, and the fraction of the track at which it lies. Both have to
    /// grow. The ends of the track need not be given.
    Piecewise(Vec<(Decimal, f64)>),
}

impl Scale {
    /// Whether the scale can be laid over a track with these bounds.
    pub(super) fn checked(self, notches: &Notches) -> Result<Self, ControlError> {
        let (min, max) = bounds(notches);
        match &self {
            Self::Even => {}
            Self::Logarithmic if min > Decimal::ZERO && max > min => {}
            Self::Logarithmic => {
                let what =
                    "a logarithmic scale needs bounds above 0, the maximum above the minimum";
                return Err(ControlError::Scale(what));
            }
            Self::Piecewise(points) => {
                let mut before = (min, 0.0);
                for (value, fraction) in points {
                    let at_start = *value == min && *fraction == 0.0;
                    let at_end = *value == max && *fraction == 1.0;
                    let inside = *fraction > before.1 && *fraction < 1.0;
                    let grows = *value > before.0 && *value < max && inside;
                    if !grows && !at_start && !at_end {
                        let what = "the points of a piecewise scale need values that grow between the \
                                    bounds, and fractions that grow from 0 to 1";
                        return Err(ControlError::Scale(what));
                    }
                    before = (*value, *fraction);
                }
            }
        }
        Ok(self)
    }

    /// Where a value stands on the track, from 0.0 to 1.0.
    pub(super) fn position(&self, notches: &Notches, value: Decimal) -> f64 {
        let (min, max) = bounds(notches);
        match self {
            Self::Even => notches.position(value),
            Self::Logarithmic => {
                let (low, high) = (drawn(min).ln(), drawn(max).ln());
                ((drawn(value).ln() - low) / (high - low)).clamp(0.0, 1.0)
            }
            Self::Piecewise(points) => {
                let points = with_ends(points, min, max);
                let after = points.iter().skip(1).position(|(at, _)| value < *at);
                let piece = after.unwrap_or(points.len() - 2);
                let ((from, start), (to, end)) = (points[piece], points[piece + 1]);
                let along = (drawn(value) - drawn(from)) / (drawn(to) - drawn(from));
                (start + along.clamp(0.0, 1.0) * (end - start)).clamp(0.0, 1.0)
            }
        }
    }

    /// The notch at a position; see [`Notches::at_position`].
    pub(super) fn at(&self, notches: &Notches, position: f64) -> Option<Decimal> {
        let (min, max) = bounds(notches);
        let position = if position.is_nan() { position } else { position.clamp(0.0, 1.0) };
        let amount = match self {
            Self::Even => return notches.at_position(position),
            Self::Logarithmic => {
                let (low, high) = (drawn(min).ln(), drawn(max).ln());
                (low + position * (high - low)).exp()
            }
            Self::Piecewise(points) => {
                let points = with_ends(points, min, max);
                let after = points.iter().skip(1).position(|(_, at)| position < *at);
                let piece = after.unwrap_or(points.len() - 2);
                let ((from, start), (to, end)) = (points[piece], points[piece + 1]);
                let along = (position - start) / (end - start);
                drawn(from) + along * (drawn(to) - drawn(from))
            }
        };
        notches.nearest(amount)
    }
}

fn bounds(notches: &Notches) -> (Decimal, Decimal) {
    (notches.min().unwrap_or_default(), notches.max().unwrap_or_default())
}

/// The points of a scale with both ends of the track among them.
fn with_ends(points: &[(Decimal, f64)], min: Decimal, max: Decimal) -> Vec<(Decimal, f64)> {
    let mut all = vec![(min, 0.0)];
    all.extend(points.iter().filter(|(value, _)| *value > min && *value < max));
    all.push((max, 1.0));
    all
}

/// A number as a float, for drawing; what is drawn never becomes a value.
fn drawn(value: Decimal) -> f64 {
    value.mantissa() as f64 / 10_f64.powi(value.scale() as i32)
}
