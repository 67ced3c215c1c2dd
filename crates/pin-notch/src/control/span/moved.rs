//! Where a thumb of a span comes to rest, and what becomes of the other.

use super::{Meeting, Span, SpanSlider};
use crate::intent::Thumb;
use crate::number::exact_sum;
use rust_decimal::Decimal;

impl SpanSlider {
    /// The span after this thumb was moved to this notch, as far as the other lets it, or along with it.
    pub(super) fn moved(&self, thumb: Thumb, to: Decimal) -> Span {
        let greatest = self.greatest.unwrap_or(Decimal::MAX);
        let Span { low, high } = self.value;
        match (thumb, self.meeting) {
            (Thumb::Low, Meeting::Stop) => {
                let most = self.at_or_below(high, self.least).unwrap_or(low);
                let least = self.at_or_above_less(high, greatest);
                Span { low: to.min(most).max(least), high }
            }
            (Thumb::High, Meeting::Stop) => {
                let least = self.at_or_above(low, self.least).unwrap_or(high);
                let most = self.at_or_below_more(low, greatest);
                Span { low, high: to.max(least).min(most) }
            }
            (Thumb::Low, Meeting::Push) => {
                let Some(pushed) = self.at_or_above(to, self.least) else {
                    // The other stands at the end and can go no further.
                    let high = self.notches.last().unwrap_or(high);
                    return Span { low: self.at_or_below(high, self.least).unwrap_or(low), high };
                };
                Span { low: to, high: high.max(pushed).min(self.at_or_below_more(to, greatest)) }
            }
            (Thumb::High, Meeting::Push) => {
                let Some(pushed) = self.at_or_below(to, self.least) else {
                    let low = self.notches.first().unwrap_or(low);
                    return Span { low, high: self.at_or_above(low, self.least).unwrap_or(high) };
                };
                Span { low: low.min(pushed).max(self.at_or_above_less(to, greatest)), high: to }
            }
        }
    }

    /// The notch at or above `from` + `way`.
    fn at_or_above(&self, from: Decimal, way: Decimal) -> Option<Decimal> {
        let to = exact_sum(from, way)?;
        if self.notches.contains(to) { Some(to) } else { self.notches.above(to) }
    }

    /// The notch at or below `from` − `way`.
    fn at_or_below(&self, from: Decimal, way: Decimal) -> Option<Decimal> {
        let to = exact_sum(from, -way)?;
        if self.notches.contains(to) { Some(to) } else { self.notches.below(to) }
    }

    /// The notch at or above `from` − `way`, or the first.
    fn at_or_above_less(&self, from: Decimal, way: Decimal) -> Decimal {
        let first = self.notches.first().unwrap_or(from);
        let to = exact_sum(from, -way).unwrap_or(first).max(first);
        if self.notches.contains(to) { to } else { self.notches.above(to).unwrap_or(first) }
    }

    /// The notch at or below `from` + `way`, or the last.
    fn at_or_below_more(&self, from: Decimal, way: Decimal) -> Decimal {
        let last = self.notches.last().unwrap_or(from);
        let to = exact_sum(from, way).unwrap_or(last).min(last);
        if self.notches.contains(to) { to } else { self.notches.below(to).unwrap_or(last) }
    }
}
