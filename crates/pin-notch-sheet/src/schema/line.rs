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
                let all: Vec<String> = all.map(|value| every_way(&value.to_string())).collect();
                own.put("pattern", format!("^({})$", all.join("|")));
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
        if notches.min().is_some() || notches.max().is_some() {
            let end = |end: Option<M>| end.map_or("no end".to_owned(), |end| end.to_string());
            let what = format!("the bounds {} and {}", end(notches.min()), end(notches.max()));
            self.lose(what, true);
        }
        if !is_every {
            self.lose(format!("the step of {} {}", notches.step(), M::STEP_UNIT), true);
        }
        if pattern == WEEK {
            self.lose("which years have a week 53", true);
        }
        own
    }
}

/// A pattern for every way to write a time: seconds and fractions may be omitted if they are 0.
fn every_way(text: &str) -> String {
    let text = text.replace('T', "[T ]");
    let time = text.rsplit(']').next().unwrap_or(&text);
    let places = time.split_once('.').map_or(0, |(_, fraction)| fraction.len());
    match (time.matches(':').count(), places) {
        (1, _) => format!(r"{text}(:00(\.0{{1,3}})?)?"),
        (_, 0) => format!(r"{text}(\.0{{1,3}})?"),
        (_, places) => {
            format!("{}0{{0,{}}}", text.replace('.', r"\."), 3_usize.saturating_sub(places))
        }
    }
}
