//! A scale of notches, drawn with box-drawing characters.

use pin_notch::{Decimal, Notches, number_text};

/// The width of the track in columns.
const WIDTH: usize = 64;

/// A track from the minimum to the maximum. Positions on it are computed by the core.
pub(crate) struct Scale<'a> {
    notches: &'a Notches,
    min: Decimal,
    max: Decimal,
}

impl<'a> Scale<'a> {
    /// The scale of these notches, if they have both bounds and the bounds differ.
    pub(crate) fn of(notches: &'a Notches) -> Option<Self> {
        let (min, max) = (notches.min()?, notches.max()?);
        (min < max).then_some(Self { notches, min, max })
    }

    /// Four lines: labels, the track, a pointer at each value of `at`, and those values.
    pub(crate) fn drawn(&self, at: &[Decimal]) -> String {
        let mut labels = Line::new();
        let outermost = [Some(self.min), Some(self.max), self.notches.first(), self.notches.last()];
        for value in outermost.into_iter().flatten().chain(self.marked()) {
            labels.put(self.column(value), &number_text(value));
        }
        let mut lines = vec![labels.text(), self.track()];
        let (mut pointers, mut values) = (Line::new(), Line::new());
        for value in at {
            let (column, pointer) = match *value {
                value if value < self.min => (0, "◀"),
                value if value > self.max => (WIDTH, "▶"),
                value => (self.column(value), "▲"),
            };
            pointers.put(column, pointer);
            values.put(column, &number_text(*value));
        }
        if !at.is_empty() {
            lines.extend([pointers.text(), values.text()]);
        }
        lines.iter().map(|line| format!("  {line}")).collect::<Vec<_>>().join("\n")
    }

    /// The notches to mark; none if they would overlap.
    fn marked(&self) -> impl Iterator<Item = Decimal> + '_ {
        let room = self.notches.count().is_some_and(|count| count <= WIDTH as u128 / 2);
        self.notches.iter().take(if room { WIDTH } else { 0 })
    }

    fn column(&self, value: Decimal) -> usize {
        (self.notches.position(value) * WIDTH as f64).round() as usize
    }

    /// Dotted beyond the last notch.
    fn track(&self) -> String {
        let reached = self.notches.first().map(|first| self.column(first))
            ..=self.notches.last().map(|last| self.column(last));
        let mut track: Vec<char> = (0..=WIDTH)
            .map(|column| if reached.contains(&Some(column)) { '─' } else { '·' })
            .collect();
        track[0] = '├';
        track[WIDTH] = '┤';
        for notch in self.marked() {
            let column = self.column(notch);
            track[column] = match column {
                0 => '├',
                WIDTH => '┤',
                _ => '┼',
            };
        }
        track.into_iter().collect()
    }
}

/// A line of texts, each centred on its column; a text that would touch another is omitted.
struct Line(Vec<char>);

impl Line {
    fn new() -> Self {
        Self(vec![' '; WIDTH + 12])
    }

    fn put(&mut self, column: usize, text: &str) {
        let text: Vec<char> = text.chars().collect();
        let start = column.saturating_sub(text.len() / 2);
        let end = start + text.len();
        let around = start.saturating_sub(1)..(end + 1).min(self.0.len());
        if end <= self.0.len() && self.0[around].iter().all(|c| *c == ' ') {
            self.0[start..end].copy_from_slice(&text);
        }
    }

    fn text(&self) -> String {
        self.0.iter().collect::<String>().trim_end().to_owned()
    }
}
