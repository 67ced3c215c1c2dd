//! Moving one thumb of a span, and its effect on the other.

use crate::intent::Thumb;
use crate::notches::Notches;
use crate::number::exact_sum;
use crate::refusal::Refusal;
use crate::refusal::admit;
use crate::value::Span;
use rust_decimal::Decimal;

/// Two thumbs on these notches, and the distances allowed between them.
pub(super) struct Spacing<'a> {
    pub notches: &'a Notches,
    pub least: Decimal,
    pub most: Option<Decimal>,
    pub push: bool,
}

impl Spacing<'_> {
    fn is_kept(&self, Span { low, high }: Span) -> bool {
        let far = exact_sum(high, -low).unwrap_or(Decimal::MAX);
        far >= self.least.max(Decimal::ZERO) && self.most.is_none_or(|most| far <= most)
    }

    /// Checks that exactly these values are allowed.
    pub(super) fn admit(&self, span: Span) -> Result<Span, Refusal> {
        admit(self.notches, span.low)?;
        admit(self.notches, span.high)?;
        match self.is_kept(span) {
            true => Ok(span),
            false => Err(Refusal::TooFar { least: self.least, most: self.most }),
        }
    }

    /// Allowed values near these: each end moves to its nearest notch; if they are then too close together
    /// or too far apart, the higher one moves, or the lower one if that has no room.
    pub(super) fn nearest(&self, span: Span) -> Option<Span> {
        let [one, other] = [span.low, span.high].map(|end| self.notches.snap(end));
        let (low, high) = (one.min(other), one.max(other));
        let near = || Some(Span { low, high: self.at_or_above(low, self.least)? });
        let at_end = || {
            let high = self.notches.last()?;
            Some(Span { low: self.at_or_below(high, self.least)?, high })
        };
        let far = || Some(Span { low, high: self.at_or_below_more(low, self.most?) });
        let all = [Some(Span { low, high }), far(), near(), at_end()];
        all.into_iter().flatten().find(|span| self.admit(*span).is_ok())
    }

    /// The span after moving this thumb to this notch, as far as the other thumb allows, or together with
    /// it.
    pub(super) fn moved(&self, from: Span, thumb: Thumb, to: Decimal) -> Span {
        let greatest = self.most.unwrap_or(Decimal::MAX);
        let Span { low, high } = from;
        match (thumb, self.push) {
            (Thumb::Low, false) => {
                let most = self.at_or_below(high, self.least).unwrap_or(low);
                let least = self.at_or_above_less(high, greatest);
                Span { low: to.min(most).max(least), high }
            }
            (Thumb::High, false) => {
                let least = self.at_or_above(low, self.least).unwrap_or(high);
                let most = self.at_or_below_more(low, greatest);
                Span { low, high: to.max(least).min(most) }
            }
            (Thumb::Low, true) => {
                let Some(pushed) = self.at_or_above(to, self.least) else {
                    // The other thumb is at the end and cannot move further.
                    let high = self.notches.last().unwrap_or(high);
                    return Span { low: self.at_or_below(high, self.least).unwrap_or(low), high };
                };
                Span { low: to, high: high.max(pushed).min(self.at_or_below_more(to, greatest)) }
            }
            (Thumb::High, true) => {
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
