//! Days relative to today.

use super::Reader;
use crate::tree::Node;
use pin_notch::{Date, Quoted, Weekday};

/// The words with which such a day begins.
const TODAY: &str = "today";
const NEXT: &str = "next ";

/// Whether a day, or one of two, is relative to today.
pub(super) fn is_counted(text: &str) -> bool {
    text.split('/').map(str::trim).any(|day| day.starts_with(TODAY) || day.starts_with(NEXT))
}

impl Reader<'_> {
    /// Converts the days of an attribute to ISO 8601 if some are relative to today: `today`, `today + 14`,
    /// `next monday`, `next monday + 7`, or two of them separated by a slash.
    pub(super) fn days(&mut self, word: &str, text: &str, node: &Node) -> Option<String> {
        let Some(today) = self.context.today else {
            let message = format!("{word} depends on today's date, which is not known here");
            self.error("no-today", node.span.clone(), message);
            return None;
        };
        let one = |part: &str| {
            let part = part.trim();
            let day = match (part.strip_prefix(TODAY), part.strip_prefix(NEXT)) {
                (Some(rest), _) => counted(today, rest.trim())?,
                (None, Some(rest)) => {
                    let (name, rest) = rest.split_once(' ').unwrap_or((rest, ""));
                    counted(next(today, name)?, rest.trim())?
                }
                (None, None) => return Some(part.to_owned()),
            };
            Some(day.to_string())
        };
        let days: Option<Vec<String>> = text.split('/').map(one).collect();
        if days.is_none() {
            let message = format!(
                "{} is not a day; write today, today + 14, today - 7 or next monday",
                Quoted(text)
            );
            self.error("not-allowed", node.span.clone(), format!("{word}: {message}"));
        }
        Some(days?.join("/"))
    }
}

/// The first day with this name after today.
fn next(today: Date, name: &str) -> Option<Date> {
    let weekday =
        Weekday::ALL.into_iter().find(|day| format!("{day:?}").eq_ignore_ascii_case(name))?;
    (1..=7).filter_map(|days| today.plus_days(days)).find(|day| day.weekday() == weekday)
}

/// The day at this offset from another: `+ 14`, `- 7`, or nothing.
fn counted(from: Date, rest: &str) -> Option<Date> {
    if rest.is_empty() {
        return Some(from);
    }
    let (sign, number) = match rest.split_at_checked(1)? {
        ("+", number) => (1, number),
        ("-", number) => (-1, number),
        _ => return None,
    };
    let number = number.trim();
    let is_number = !number.is_empty() && number.bytes().all(|byte| byte.is_ascii_digit());
    let days: i32 = number.parse().ok().filter(|_| is_number)?;
    from.plus_days(sign * days)
}
