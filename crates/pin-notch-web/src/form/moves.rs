//! A recording of what was done so far, in the language of moves that the command runs.

use super::State;
use pin_notch::{
    ControlKind, Decimal, English, Field, FormTurn, Intent, Problems, Values, Weekday, World,
    number_text,
};
use std::collections::VecDeque;

/// The greatest number of lines kept; the oldest are dropped.
const KEPT: usize = 20_000;

/// The line that replaces dropped ones.
const CUT: &str = "# What came before this was not kept.\n";

/// An intent in the language of moves. Pointer positions are written to a billionth of the track, so that
/// repeating the move has the same result.
pub(crate) fn in_words(intent: Intent) -> String {
    let words = intent.to_string();
    let fine = |fraction: f64| number_text(Decimal::new((fraction * 1e9).round() as i64, 9));
    match (intent, words.split_once(' ')) {
        (
            Intent::Point(place) | Intent::Press(place) | Intent::Grab(place) | Intent::Move(place),
            Some((word, _)),
        ) => format!("{word} at {} {}", fine(place.x), fine(place.y)),
        _ => words,
    }
}

#[derive(Default)]
pub(super) struct Recorded {
    lines: VecDeque<String>,
    /// Whether lines were dropped.
    is_cut: bool,
}

/// Line breaks in values and texts become spaces in moves.
fn in_a_line(text: &str) -> String {
    text.replace(['\n', '\r'], " ")
}

impl Recorded {
    fn add(&mut self, attempt: String, outcome: &str) {
        self.push(&attempt);
        self.push(&format!("> {outcome}"));
    }

    fn push(&mut self, line: &str) {
        self.lines.push_back(in_a_line(line));
        while self.lines.len() > KEPT {
            self.lines.pop_front();
            self.is_cut = true;
        }
    }

    /// Records a change of a native control. It has no outcome, because the browser itself carried it out.
    pub(super) fn native(&mut self, name: &str, attempt: &str) {
        self.push(&format!("{name}: {attempt}"));
    }

    /// Records a turn of a field. Native controls, which have no intents, are recorded by [`native`].
    ///
    /// [`native`]: Self::native
    pub(super) fn turn(&mut self, name: &str, intent: &str, turn: &FormTurn) {
        let did_nothing = turn.turn.events().next().is_none() && turn.turn.refusal().is_none();
        if !intent.is_empty() && !did_nothing {
            self.add(format!("{name}: {intent}"), &turn.to_string());
        }
    }

    /// Only the lines.
    pub(super) fn text(&self) -> String {
        let mut text = String::new();
        if self.is_cut {
            text.push_str(CUT);
        }
        for line in &self.lines {
            text.push_str(line);
            text.push('\n');
        }
        text
    }

    /// Prepends what was done before the page was reloaded, and records the reload.
    pub(super) fn prepend(&mut self, before: &str) {
        self.is_cut = before.starts_with(CUT);
        self.lines =
            before.lines().filter(|line| !line.starts_with('#')).map(str::to_owned).collect();
        self.attempt("reload", "reloaded");
    }

    pub(super) fn attempt(&mut self, attempt: &str, outcome: &str) {
        self.add(attempt.to_owned(), outcome);
    }

    pub(super) fn undo_or_redo(&mut self, is_undo: bool, moved: Option<&[String]>) {
        let (attempt, nothing) = match is_undo {
            true => ("undo", "refused: there is nothing to undo"),
            false => ("redo", "refused: there is nothing to redo"),
        };
        let moved = moved.map(|names| format!("moves {}", names.join(", ")));
        self.attempt(attempt, moved.as_deref().unwrap_or(nothing));
    }

    pub(super) fn sent(&mut self, sent: &Result<Values, Problems>) {
        let outcome = match sent {
            Ok(values) => values.accepted(),
            Err(problems) => format!("refused: {}", problems.in_a_line()),
        };
        self.attempt("send", &outcome);
    }
}

impl State {
    /// The line for the day on which weeks begin in the language of the page, if that matters.
    fn first_day(&self) -> String {
        let day = self.world.first_day();
        let has_weeks = |field: &Field| {
            matches!(field.control.control_kind(), ControlKind::Date | ControlKind::DateSpan)
        };
        if day == Weekday::Monday || !self.form.fields().any(has_weeks) {
            return String::new();
        }
        format!("first-day {}\n", English.weekday_name(day).to_ascii_lowercase())
    }

    /// The lines, followed by the value of every touched field, except for secret ones.
    pub(super) fn moves(&self) -> String {
        let mut text = self.first_day() + &self.recorded.text();
        let is_shown = |field: &&Field| field.touched && !self.is_secret(&field.name);
        for field in self.form.fields().filter(is_shown) {
            text.push_str(&in_a_line(&format!("{} = {}", field.name, field.control.value())));
            text.push('\n');
        }
        text
    }
}
