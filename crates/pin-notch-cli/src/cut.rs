//! Shortens long lines of a text, so that a finding in it can be shown. Lines can be of any length, but a
//! report cannot.

use std::ops::Range;

/// How many bytes of a line are shown on either side of the relevant part.
const SIDE: usize = 400;

/// The text with every long line cut to the part around the span, and the span in it. The number of lines
/// does not change, so that line numbers remain right.
pub(crate) fn around(text: &str, span: Range<usize>) -> (String, Range<usize>) {
    if text.lines().all(|line| line.len() <= 2 * SIDE) {
        return (text.to_owned(), span);
    }
    let (mut cut, mut start, mut end) = (String::new(), None, None);
    let mut at = 0;
    for line in text.split_inclusive('\n') {
        let ends = at + line.len();
        let body = line.trim_end_matches('\n');
        // The relevant part of a line: where the span begins or ends in it, or else the beginning of the
        // line.
        let holds =
            |place: usize| (at..ends).contains(&place) || (place == ends && ends == text.len());
        let focus = match (holds(span.start), holds(span.end)) {
            (true, _) => span.start - at,
            (false, true) => span.end - at,
            (false, false) => 0,
        };
        let from = back_to_char(body, focus.saturating_sub(SIDE).min(body.len()));
        let to = back_to_char(body, (focus + SIDE).min(body.len()));
        let place = |place: usize| cut.len() + (place - at).clamp(from, to) - from;
        if holds(span.start) {
            start = Some(place(span.start));
        }
        if holds(span.end) {
            end = Some(place(span.end));
        }
        cut.push_str(&body[from..to]);
        cut.push_str(&line[body.len()..]);
        at = ends;
    }
    let start = start.unwrap_or(cut.len());
    (cut, start..end.unwrap_or(start).max(start))
}

fn back_to_char(text: &str, mut at: usize) -> usize {
    while !text.is_char_boundary(at) {
        at -= 1;
    }
    at
}

#[cfg(test)]
mod tests {
    use super::around;

    #[test]
    fn long_lines_are_cut_around_the_place() {
        let long = format!("a\n{}x = wrong{}\nb", "é".repeat(50_000), " ".repeat(50_000));
        let at = long.find("wrong").expect("it is there");
        let (cut, span) = around(&long, at..at + 5);
        assert_eq!(&cut[span], "wrong");
        assert!(cut.len() < 2_000 && cut.lines().count() == 3, "{}", cut.len());
        assert_eq!(around("short", 1..3), ("short".to_owned(), 1..3));
        // At the very end, and over several lines.
        assert_eq!(around(&long, long.len()..long.len()).1.start, around(&long, 0..0).0.len());
        let (cut, span) = around(&long, 0..long.len());
        assert_eq!(span, 0..cut.len());
    }
}
