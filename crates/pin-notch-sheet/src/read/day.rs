//! Days that are counted from today.

use super::Reader;
use crate::tree::Node;
use pin_notch::{Date, Quoted};

/// The word that such a day begins with.
pub(super) const TODAY: &str = "today";

impl Reader<'_> {
    /// The days of an attribute as ISO 8601 has them, where some are counted from today: `today`, `today + 14`,
    /// `today - 7`, two of them with a slash between.
    pub(super) fn days(&mut self, word: &str, said: &str, node: &Node) -> Option<String> {
        let Some(today) = self.context.today else {
            let message = format!("{word} hangs on which day it is, and nobody has said that here");
            self.error("no-today", node.span.clone(), message);
            return None;
        };
        let one = |part: &str| match part.trim().strip_prefix(TODAY) {
            None => Some(part.trim().to_owned()),
            Some(rest) => counted(today, rest.trim()).map(|day| day.to_string()),
        };
        let days: Option<Vec<String>> = said.split('/').map(one).collect();
        if days.is_none() {
            let message =
                format!("{} is no day; write today, today + 14 or today - 7", Quoted(said));
            self.error("not-allowed", node.span.clone(), format!("{word}: {message}"));
        }
        Some(days?.join("/"))
    }
}

/// The day that lies so far from today: `+ 14`, `- 7`, or nothing.
fn counted(today: Date, rest: &str) -> Option<Date> {
    if rest.is_empty() {
        return Some(today);
    }
    let (sign, number) = match rest.split_at_checked(1)? {
        ("+", number) => (1, number),
        ("-", number) => (-1, number),
        _ => return None,
    };
    let number = number.trim();
    let is_number = !number.is_empty() && number.bytes().all(|byte| byte.is_ascii_digit());
    let days: i32 = number.parse().ok().filter(|_| is_number)?;
    today.plus_days(sign * days)
}
