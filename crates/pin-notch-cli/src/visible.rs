//! Makes foreign texts safe to print: characters that would move a terminal's cursor, color it or change
//! the direction of text are escaped.

use std::borrow::Cow;
use std::ops::Range;

/// Whether a character is printed as it is, as line ends and tabs are.
pub(crate) fn is_plain(c: char) -> bool {
    !matches!(c,
        '\0'..='\u{8}' | '\u{b}'..='\u{1f}' | '\u{7f}'..='\u{9f}' | '\u{61c}' | '\u{200e}' | '\u{200f}'
        | '\u{2028}'..='\u{202e}' | '\u{2066}'..='\u{2069}' | '\u{feff}')
}

/// The text with every control character as Rust would escape it.
pub(crate) fn visible(text: &str) -> Cow<'_, str> {
    if text.chars().all(is_plain) {
        return Cow::Borrowed(text);
    }
    Cow::Owned(text.chars().fold(String::with_capacity(text.len() + 16), |mut all, c| {
        match is_plain(c) {
            true => all.push(c),
            false => all.extend(c.escape_unicode()),
        }
        all
    }))
}

/// The same, with the new place of a part of the text.
pub(crate) fn visible_with(text: &str, span: Range<usize>) -> (String, Range<usize>) {
    let place = |at: usize| text.get(..at).map_or(text.len(), |before| visible(before).len());
    (visible(text).into_owned(), place(span.start)..place(span.end))
}

#[cfg(test)]
mod tests {
    use super::{visible, visible_with};

    #[test]
    fn what_would_upset_a_terminal_is_written_out() {
        assert_eq!(visible("Hive\n\tweight, 20 °C"), "Hive\n\tweight, 20 °C");
        assert_eq!(visible("\u{1b}]0;title\u{7}"), "\\u{1b}]0;title\\u{7}");
        assert_eq!(visible("a\rb\u{9b}2J\u{202e}c"), "a\\u{d}b\\u{9b}2J\\u{202e}c");
        let (text, span) = visible_with("\u{1b}[2J wrong", 5..10);
        assert_eq!(&text[span], "wrong");
    }
}
