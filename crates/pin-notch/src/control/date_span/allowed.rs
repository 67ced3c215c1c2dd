//! The spans that a definition allows.

use super::DateSpanDefinition;
use crate::control::ControlError;
use crate::control::date::days::{Days, DaysDefinition};
use crate::control::error::check_counts;
use crate::refusal::Refusal;
use crate::value::DateSpan;

/// The days that a definition describes.
pub(super) fn checked(definition: &DateSpanDefinition) -> Result<Days, ControlError> {
    check_counts(definition.least, definition.most)?;
    let days = Days::new(DaysDefinition {
        min: definition.min,
        max: definition.max,
        step: definition.step,
        step_base: definition.step_base,
        start: definition.value.map(|span| span.first),
        date_pattern: &definition.date_pattern,
        first_day: definition.first_day,
        always_open: definition.always_open,
        closed: &definition.options,
        open_ends: definition.open_ends,
    })?;
    if let Some(span) = definition.value {
        let why = |why| ControlError::Default { value: span.into(), why };
        admit(definition, &days, span).map_err(why)?;
    }
    Ok(days)
}

/// Checks that exactly this span is allowed.
pub(super) fn admit(
    definition: &DateSpanDefinition,
    days: &Days,
    span: DateSpan,
) -> Result<DateSpan, Refusal> {
    let DateSpanDefinition { least, most, nights, across_closed, open_ends, .. } = *definition;
    days.admit(span.first)?;
    days.admit(span.last)?;
    if span.last < span.first {
        return Err(Refusal::WrongOrder);
    }
    match (span.days() - u32::from(nights), most) {
        (count, _) if count < least => return Err(Refusal::TooShort { least, nights }),
        (count, Some(most)) if count > most => return Err(Refusal::TooLong { most, nights }),
        _ => {}
    }
    let (first, last) = match open_ends {
        false => (Some(span.first), Some(span.last)),
        true => (span.first.plus_days(1), span.last.plus_days(-1)),
    };
    let inside = first.zip(last).filter(|(first, last)| first <= last && !across_closed);
    match inside.and_then(|(first, last)| days.first_closed(first, last)) {
        Some(day) => Err(Refusal::AcrossClosed { day }),
        None => Ok(span),
    }
}

/// An allowed span near this one: each end moves to its nearest day; if the span is then too short or too
/// long, the last day moves.
pub(super) fn nearest(
    definition: &DateSpanDefinition,
    days: &Days,
    span: DateSpan,
) -> Option<DateSpan> {
    /// By how many days the length of a span is varied in the search.
    const REACH: u32 = 366;
    let span = DateSpan::between(days.nearest(span.first)?, days.nearest(span.last)?);
    let nights = u32::from(definition.nights);
    let least = definition.least.saturating_add(nights).max(1);
    let most = definition.most.map_or(u32::MAX, |most| most.saturating_add(nights));
    let wished = span.days().min(most).max(least);
    let lengths = (0..=REACH).flat_map(|by| [wished.checked_sub(by), wished.checked_add(by)]);
    let as_long = |length: u32| {
        let last = span.first.plus_days(i32::try_from(length - 1).ok()?)?;
        Some(DateSpan { first: span.first, last })
    };
    let allowed = lengths.flatten().filter(|length| (least..=most).contains(length));
    let is_admitted = |span: &DateSpan| admit(definition, days, *span).is_ok();
    [span].into_iter().chain(allowed.filter_map(as_long)).find(is_admitted)
}
