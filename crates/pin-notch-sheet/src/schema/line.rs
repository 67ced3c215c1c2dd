//! The schema of days, months, weeks and times: a list if they are few, otherwise texts with a pattern.

use super::MOST_LISTED;
use super::field::Writer;
use super::patterns::{DATE_MINUTES, DATE_TIME, LINE_WORDS, MINUTES, TIME, WEEK};
use crate::tree::Table;
use pin_notch::{Decimal, Measure, NotchesOf, ValueKind};

impl Writer<'_> {
    /// Values on a line: listed if they are few, otherwise texts with a pattern.
    pub(super) fn line<M: Measure>(
        &mut self,
        notches: &NotchesOf<M>,
        pattern: &str,
        format: Option<&str>,
    ) -> Table {
        let mut own = Table::default();
        // Keys without a keyword are preserved for conversion back.
        for (word, text) in self.defined.definition.attributes() {
            if LINE_WORDS.contains(&word) {
                own.put(&format!("x-{word}"), text);
            }
        }
        if notches.count() <= MOST_LISTED {
            let all = (0..notches.count()).filter_map(|at| notches.nth(at));
            if pattern == TIME || pattern == DATE_TIME {
                let all: Vec<String> =
                    all.map(|value| value.to_string().replace('T', "[T ]")).collect();
                own.put("pattern", format!("^{}$", listed_times(&all)));
                return own;
            }
            let open = all.map(|value| value.to_string()).filter(|text| {
                let value = self.control.read(std::slice::from_ref(text));
                // Each of two days is checked separately.
                matches!(self.control.kind(), ValueKind::Dates)
                    || value.is_ok_and(|value| self.control.check_value(value).is_ok())
            });
            own.put("enum", open.collect::<Vec<_>>());
            return own;
        }
        // The default step of times: whole minutes, which a pattern can express.
        let minutes = notches.step() == Decimal::from(M::DEFAULT_STEP)
            && (notches.step_base().to_line() % (60 * i64::from(M::UNITS))) == 0;
        let (pattern, is_every) = match pattern {
            TIME if minutes => (MINUTES, true),
            DATE_TIME if minutes => (DATE_MINUTES, true),
            pattern => (pattern, notches.step() == Decimal::ONE && M::UNITS == 1),
        };
        own.put("pattern", pattern);
        if let Some(format) = format {
            own.put("format", format);
        }
        let bounds = match (notches.min(), notches.max()) {
            (Some(min), Some(max)) => Some(format!("the bounds {min} and {max}")),
            (Some(min), None) => Some(format!("the minimum {min}")),
            (None, Some(max)) => Some(format!("the maximum {max}")),
            (None, None) => None,
        };
        if let Some(bounds) = bounds {
            self.lose(bounds, true);
        }
        if !is_every {
            self.lose(format!("the step of {} {}", notches.step(), M::STEP_UNIT), true);
        }
        if pattern == WEEK {
            self.lose("which years have a week 53", true);
        }
        if [DATE_TIME, DATE_MINUTES].contains(&pattern) {
            self.lose("whether the day of a date and time exists", true);
        }
        own
    }
}

/// A pattern for these times in every way to write them: seconds and fractions may be omitted if they are 0.
fn listed_times(times: &[String]) -> String {
    let whole_minutes: Option<Vec<(&str, &str)>> = times
        .iter()
        .map(|time| time.split_once(':').filter(|(_, minutes)| minutes.len() == 2))
        .collect();
    match whole_minutes {
        Some(times) => format!(r"{}(:00(\.0{{1,3}})?)?", any_of(&by_hours(&times))),
        None => any_of(&times.iter().map(|time| every_way(time)).collect::<Vec<_>>()),
    }
}

/// Patterns for whole minutes. Successive hours with the same minutes share one.
fn by_hours(times: &[(&str, &str)]) -> Vec<String> {
    let mut groups: Vec<(Vec<&str>, Vec<&str>)> = Vec::new();
    for times in times.chunk_by(|(hour, _), (next, _)| hour == next) {
        let minutes: Vec<&str> = times.iter().map(|(_, minutes)| *minutes).collect();
        match groups.last_mut() {
            Some((hours, same)) if *same == minutes => hours.push(times[0].0),
            _ => groups.push((vec![times[0].0], minutes)),
        }
    }
    groups.iter().map(|(hours, minutes)| format!("{}:{}", any_of(hours), any_of(minutes))).collect()
}

fn any_of<T: AsRef<str>>(patterns: &[T]) -> String {
    let patterns: Vec<&str> = patterns.iter().map(AsRef::as_ref).collect();
    match patterns[..] {
        [one] => one.to_owned(),
        _ => format!("({})", patterns.join("|")),
    }
}

/// A pattern for a time, of which the seconds and fractions that are 0 may be omitted.
fn every_way(text: &str) -> String {
    let time = text.rsplit(']').next().unwrap_or(text);
    let places = time.split_once('.').map_or(0, |(_, fraction)| fraction.len());
    match (time.matches(':').count(), places) {
        (1, _) => format!(r"{text}(:00(\.0{{1,3}})?)?"),
        (_, 0) => format!(r"{text}(\.0{{1,3}})?"),
        (_, places) => {
            format!("{}0{{0,{}}}", text.replace('.', r"\."), 3_usize.saturating_sub(places))
        }
    }
}
