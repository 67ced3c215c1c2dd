//! Moves: a form driven by a text, in which each line is a move or the expected outcome of the previous
//! one.

mod read;
mod run;
mod verbs;

pub use run::{MovesError, run_moves};
pub use verbs::{ROW_VERBS, VERBS, Verb};

use pin_notch::{Date, English, Form, FormError, Intent, Refusal, RowsTurn, Value};
use read::{Line, Move};
use std::fmt;

/// The attribute, and the word at the beginning of a line, for the day on which weeks begin.
const FIRST_DAY: &str = "first-day";

/// Moves for a form.
///
/// A move is a field, an attempt and optionally a count: `weight: key right x3`, `temper: choose 3.5`,
/// `visited: type 2026-05-14`; or, for the form, `send`, `undo`, `redo`, `reset`, `clear`, `reload`, or
/// `apply` with a preset. [`VERBS`] lists all attempts. A line that begins with `>` is the expected
/// outcome of the turn before it: the whole outcome, or the beginning of a refusal, for which one of
/// several problems is enough. `weight = 18.7` is the expected value of a field, and `mites =` expects it
/// to be empty. `first-day sunday` sets the first day of weeks in calendars that do not define it. A line
/// that begins with `#` is a comment.
///
/// ```
/// use pin_notch_sheet::{Context, Format, Moves, Sheet, Step};
/// let text = "[[field]]\nname = \"weight\"\ncontrol = \"slider\"\nlabel = \"Weight\"\nmax = 40\n";
/// let mut form = Sheet::read(text, Format::Toml, &Context::default()).0.form();
/// let moves = Moves::read("weight: key right x3\n> input 23, change 23\nweight = 4\n", &form)?;
/// let mut unmet = Vec::new();
/// moves.run(&mut form, |_, step| match step {
///     Step::Moved(_) => {}
///     Step::Expected(one) => unmet.extend((!one.is_met()).then(|| one.to_string())),
/// });
/// assert_eq!(unmet, ["line 3: expected \"weight = 4\", found \"weight = 23\""]);
/// # Ok::<(), Vec<pin_notch_sheet::MoveError>>(())
/// ```
#[derive(Clone, Debug)]
pub struct Moves {
    lines: Vec<(usize, Line)>,
    first_day: Option<String>,
}

/// A line that cannot be read.
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct MoveError {
    /// The line number, counted from 1.
    pub line: usize,
    /// What is wrong with it, and what would be right.
    pub why: String,
}

impl fmt::Display for MoveError {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        write!(f, "line {}: {}", self.line, self.why)
    }
}

impl std::error::Error for MoveError {}

/// The outcome of one line.
#[derive(Clone, Debug, PartialEq, Eq)]
pub enum Step {
    /// A move was made.
    Moved(Moved),
    /// An expectation was checked.
    Expected(Expected),
}

/// A move and its outcome: the whole text, and the same in parts.
#[derive(Clone, Debug, Default, PartialEq, Eq)]
#[non_exhaustive]
pub struct Moved {
    /// Its line number.
    pub line: usize,
    /// The field; empty for the form.
    pub field: String,
    /// The line as written.
    pub attempt: String,
    /// The whole outcome in one line.
    pub outcome: String,
    /// The events.
    pub events: Vec<String>,
    /// Why it was refused, if it was.
    pub refusal: Option<String>,
    /// The individual problems, if a form was refused.
    pub problems: Vec<String>,
    /// The consequences in linked fields.
    pub follows: Vec<String>,
}

/// An expectation and the actual result.
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct Expected {
    /// Its line number.
    pub line: usize,
    /// What was expected.
    pub expected: String,
    /// The actual result.
    pub found: String,
    is_met: bool,
}

impl Expected {
    /// Whether they are equal; for a refusal, whether it or one of its problems begins like that.
    pub fn is_met(&self) -> bool {
        self.is_met
    }
}

impl fmt::Display for Expected {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        let Self { line, expected, found, .. } = self;
        write!(f, "line {line}: expected {expected:?}, found {found:?}")
    }
}

impl Moves {
    /// Parses moves for this form.
    ///
    /// # Errors
    /// Every line that cannot be read.
    pub fn read(text: &str, form: &Form) -> Result<Self, Vec<MoveError>> {
        read::read(text, form)
    }

    /// The day on which they are made, if a line says so (`today 2026-05-14`). Anything in a sheet that
    /// refers to today then refers to that day, so that moves do not become outdated.
    ///
    /// ```
    /// use pin_notch_sheet::Moves;
    /// let day = Moves::today("# in spring\ntoday 2026-05-14\nsend\n");
    /// assert_eq!(day.map(|day| day.to_string()).as_deref(), Some("2026-05-14"));
    /// ```
    pub fn today(text: &str) -> Option<Date> {
        text.lines().find_map(|line| line.trim().strip_prefix("today ")?.trim().parse().ok())
    }

    /// Makes the moves one after the other, and returns the outcome of each line.
    pub fn run(&self, form: &mut Form, mut each: impl FnMut(&Form, Step)) {
        if let Some(day) = &self.first_day {
            begin_weeks_on(form, day);
        }
        let (mut last, start) = (Moved::default(), form.clone());
        for (line, content) in &self.lines {
            let line = *line;
            let (expected, found) = match content {
                Line::Move(field, attempt, text) => {
                    last = Moved {
                        line,
                        field: field.clone(),
                        attempt: text.clone(),
                        ..carry_out(form, &start, field, attempt)
                    };
                    each(form, Step::Moved(last.clone()));
                    continue;
                }
                Line::Outcome(expected) => (expected.clone(), in_a_line(&last.outcome)),
                Line::Holds(name, expected) => (
                    format!("{name} = {expected}"),
                    format!("{name} = {}", in_a_line(&value_text(form, name))),
                ),
            };
            let meets = match content {
                Line::Outcome(_) => last.begins_like(&expected),
                Line::Holds(name, text) => text.is_empty() && is_empty(form, name),
                Line::Move(..) => false,
            };
            let is_met = expected == found || meets;
            each(form, Step::Expected(Expected { line, expected, found, is_met }));
        }
    }
}

/// Sets the first day of weeks in calendars that do not define it.
fn begin_weeks_on(form: &mut Form, day: &str) {
    let names: Vec<String> = form.fields().map(|field| field.name.clone()).collect();
    for name in names {
        let Some(control) = form.control_mut(&name) else { continue };
        let mut definition = control.definition();
        let is_defined = definition.attributes().iter().any(|(name, _)| *name == FIRST_DAY);
        if !is_defined && definition.set_attribute(FIRST_DAY, Some(day)).is_ok() {
            // It is the same otherwise, and was accepted.
            let _ = control.set_definition(definition);
        }
    }
}

/// A text in the form for a line of moves: trimmed, and with spaces instead of line breaks.
fn in_a_line(text: &str) -> String {
    text.replace(['\n', '\r'], " ").trim().to_owned()
}

fn value_text(form: &Form, name: &str) -> String {
    if let Some(text) = form.output_text(name, &English) {
        return text;
    }
    form.control(name).map(|control| control.value()).unwrap_or(Value::Empty).to_string()
}

fn is_empty(form: &Form, name: &str) -> bool {
    form.control(name).is_some_and(|control| control.value().is_empty())
}

impl Moved {
    fn event(outcome: impl Into<String>) -> Self {
        let outcome = outcome.into();
        Self { events: vec![outcome.clone()], outcome, ..Self::default() }
    }

    /// Whether the refusal meets this expectation: only that it was refused, or the beginning of the reason
    /// or of one of several problems.
    fn begins_like(&self, expected: &str) -> bool {
        let Some(refusal) = &self.refusal else { return false };
        let Some(why) = expected.strip_prefix("refused") else { return false };
        let why = why.strip_prefix(": ").unwrap_or(why).trim();
        let refusal = in_a_line(refusal);
        refusal.starts_with(why) || self.problems.iter().any(|problem| problem.starts_with(why))
    }

    fn of_rows(turn: Result<RowsTurn, FormError>) -> Self {
        match turn {
            Ok(turn) => match turn.outcome {
                Ok(_) => Self::event(turn.to_string()),
                Err(refusal) => Self::refused(refusal.to_string()),
            },
            Err(error) => Self::refused(error.to_string()),
        }
    }

    fn refused(why: impl Into<String>) -> Self {
        let why = why.into();
        Self { outcome: format!("refused: {why}"), refusal: Some(why), ..Self::default() }
    }
}

/// The form after its page was reloaded, if the page keeps what was entered: that is still there, even if it is
/// only half typed, but nothing can be undone.
fn reloaded(start: &Form, before: &Form) -> Form {
    let mut form = start.clone();
    for field in before.fields() {
        if field.is_dirty() {
            // It has the same fields.
            let _ = form.restore(&field.name, field.control.value());
        }
        if let Some(control) = form.control_mut(&field.name).filter(|_| field.control.is_drafting())
        {
            control.set_draft(&field.control.draft());
        }
    }
    form
}

fn carry_out(form: &mut Form, start: &Form, name: &str, attempt: &Move) -> Moved {
    let moved = |names: Option<Vec<&str>>, nothing: &str| match names {
        Some(names) => Moved::event(format!("moves {}", names.join(", "))),
        None => Moved::refused(nothing),
    };
    match attempt {
        Move::Undo => moved(form.undo(), "there is nothing to undo"),
        Move::Redo => moved(form.redo(), "there is nothing to redo"),
        Move::Reset => {
            form.reset();
            Moved::event("reset")
        }
        Move::Clear => {
            form.clear();
            Moved::event("cleared")
        }
        Move::Reload => {
            *form = reloaded(start, form);
            Moved::event("reloaded")
        }
        Move::Send => match form.submit() {
            Ok(values) => Moved::event(values.accepted()),
            Err(problems) => {
                let all = problems.0.iter().map(|one| in_a_line(&one.to_string())).collect();
                Moved { problems: all, ..Moved::refused(problems.in_a_line()) }
            }
        },
        Move::Apply(preset) => match form.apply(preset) {
            Ok(names) if names.is_empty() => Moved::refused("nothing would change"),
            Ok(names) => Moved::event(format!("moves {}", names.join(", "))),
            Err(error) => Moved::refused(error.to_string()),
        },
        Move::Add => Moved::of_rows(form.add_row(name)),
        Move::Remove(row) => Moved::of_rows(form.remove_row(name, *row)),
        Move::Shift(row, to) => Moved::of_rows(form.move_row(name, *row, *to)),
        Move::Intents(intents) => {
            let (mut done, mut moved) = (Moved::default(), None);
            for intent in intents {
                let intent = match intent.of(form.control(name)) {
                    Ok(intent) => intent,
                    Err(why) => return Moved::refused(why),
                };
                // Its name was checked when the moves were parsed.
                if let Ok(turn) = form.handle(name, intent) {
                    // For repeated turns, the last one is reported. If it was refused, it is preceded by
                    // the last one that was not.
                    moved = Some(done).filter(|done| done.refusal.is_none()).or(moved);
                    let refusal =
                        turn.turn.refusal().map(|refusal| why(form, name, intent, refusal));
                    done = Moved {
                        outcome: match &refusal {
                            Some(why) => format!("refused: {why}"),
                            None => turn.to_string(),
                        },
                        events: turn.turn.events().map(|event| event.to_string()).collect(),
                        refusal,
                        follows: turn.followed.iter().map(ToString::to_string).collect(),
                        ..Moved::default()
                    };
                }
            }
            match (moved.filter(|moved| !moved.events.is_empty()), &done.refusal) {
                (Some(moved), Some(why)) => Moved {
                    outcome: format!("{}; then refused: {why}", moved.outcome),
                    refusal: done.refusal,
                    ..moved
                },
                _ => done,
            }
        }
    }
}

/// Why an intent was refused, followed by the sheet's own reason or by what would be right, if available.
fn why(form: &Form, name: &str, intent: Intent, refusal: Refusal) -> String {
    let plain = refusal.to_string();
    let Some(control) = form.control(name) else { return plain };
    let is_choice = matches!(intent, Intent::Choose(_)) && control.control_kind().has_choices();
    if refusal == Refusal::NotForThis && is_choice {
        return format!("{plain}; pick an option instead, by its value");
    }
    match control.why_refused(intent, refusal) {
        own if own.is_empty() || own == plain => plain,
        own => format!("{plain} ({own})"),
    }
}
