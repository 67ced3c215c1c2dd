//! `pin-notch trace`: runs moves from a file on a form, prints each turn, and checks expectations.

use crate::sheets::{Source, without_mark};
use crate::visible::visible;
use crate::{Failure, json, say};
use clap::Args;
use pin_notch::Form;
use pin_notch_sheet::{Expected, Moved, Moves, ROW_VERBS, Step, VERBS};
use serde::Serialize;
use serde_json::value::RawValue;
use std::path::PathBuf;

/// Run the moves of a file on a form and print each turn.
///
/// A move is a field, an attempt, and optionally a count: "weight: key right x3", "temper: choose 3.5",
/// "visited: type 2026-05-14"; or "send", "undo", "redo", "reset", "clear", "reload" for the form. A line
/// that begins with > is the expected outcome of the turn before it: the whole outcome, or the beginning
/// of a refusal, for which one of several problems is enough. "weight = 18.7" is the expected value of a
/// field. "today 2026-05-14" sets the day on which the moves are made, and "first-day sunday" the day on
/// which weeks begin. The run fails if an expectation is not met.
#[derive(Args)]
#[command(
    after_help = EXAMPLES,
    after_long_help = verbs()
)]
pub(crate) struct Trace {
    /// The sheet
    file: PathBuf,
    /// The moves; - for standard input
    moves: PathBuf,
    /// The language of its texts, if the sheet has them
    #[arg(long, value_name = "LANG")]
    lang: Option<String>,
    /// Print a line of JSON for each turn, with all values that are not empty
    #[arg(long)]
    json: bool,
}

const EXAMPLES: &str = "Examples:\n  pin-notch trace demo/inspection.toml demo/inspection.moves\n  \
                        echo 'weight: key right x3' | pin-notch trace demo/inspection.toml -";

/// All attempts, for the help text.
fn verbs() -> String {
    let mut text = format!("{EXAMPLES}\n\nAttempts:\n");
    for verb in VERBS {
        let first = format!("{} {}", verb.word, verb.with);
        text.push_str(&format!("  {first:<42}  {}\n", verb.example));
    }
    text.push_str("and on rows:\n");
    for verb in ROW_VERBS {
        let first = format!("{} {}", verb.word, verb.with);
        text.push_str(&format!("  {first:<42}  {}\n", verb.example));
    }
    text.push_str(
        "and for the form as a whole: send, undo, redo, reset, clear, reload, apply and a preset",
    );
    text
}

/// A turn as JSON.
#[derive(Serialize)]
struct Told<'a> {
    line: usize,
    intent: &'a str,
    events: &'a [String],
    refusal: &'a Option<String>,
    follows: &'a [String],
    values: Option<Box<RawValue>>,
}

/// An expectation that is not met.
#[derive(Serialize)]
struct Unmet<'a> {
    line: usize,
    expected: &'a str,
    found: &'a str,
}

impl Trace {
    pub(crate) fn run(&self) -> Result<(), Failure> {
        let text = match self.moves.as_os_str() == "-" {
            true => {
                without_mark(std::io::read_to_string(std::io::stdin()).map_err(Failure::usage)?)
            }
            false => Source::read(&self.moves)?.text,
        };
        let sheet = Source::read(&self.file)?;
        let mut form = sheet.sound_in(self.lang.as_deref(), Moves::today(&text))?.form();
        let path = self.moves.display();
        let moves = Moves::read(&text, &form).map_err(|errors| {
            let tell = |line, why| eprintln!("{path}:{line}: {}", visible(why));
            errors.iter().for_each(|error| tell(error.line, &error.why));
            let count = errors.len();
            let lines = if count == 1 { "1 line" } else { &format!("{count} lines") };
            Failure::usage(format!("{path}: {lines} cannot be read"))
        })?;
        if !self.json {
            say(&row("line", "attempt", "holds now", "what happened"))?;
        }
        let (mut failed, mut checked) = (0, 0);
        let mut written = Ok(());
        moves.run(&mut form, |form, step| {
            let tells = match step {
                Step::Moved(moved) => Some(self.lines_of(&moved, form)),
                Step::Expected(one) => {
                    checked += 1;
                    failed += usize::from(!one.is_met());
                    (!one.is_met()).then(|| self.unmet(&one))
                }
            };
            if let (Ok(()), Some(text)) = (&written, tells) {
                written = say(&text);
            }
        });
        written?;
        match failed {
            0 if self.json => Ok(()),
            0 => say(&format!("{checked} expectations, all met\n")),
            failed => {
                Err(Failure::machine(format!("{failed} of {checked} expectations are not met")))
            }
        }
    }

    fn lines_of(&self, moved: &Moved, form: &Form) -> String {
        if self.json {
            let all = form.fields().map(|field| (field.name.as_str(), field.control.value()));
            return json::line(&Told {
                line: moved.line,
                intent: &moved.attempt,
                events: &moved.events,
                refusal: &moved.refusal,
                follows: &moved.follows,
                values: json::values(all.filter(|(_, value)| !value.is_empty())),
            });
        }
        let value = form.control(&moved.field).map(|control| control.value().to_string());
        let value = value.unwrap_or_default();
        // A text with several lines is written on one line.
        let [value, outcome] = [&value, &moved.outcome].map(|text| text.replace('\n', " "));
        row(&moved.line.to_string(), &moved.attempt, &value, &outcome)
    }

    fn unmet(&self, one: &Expected) -> String {
        let Expected { line, expected, found, .. } = one;
        if self.json {
            return json::line(&Unmet { line: *line, expected, found });
        }
        let path = self.moves.display();
        format!("{path}:{line}: expectation not met\n  expected  {expected}\n  found     {found}\n")
    }
}

fn row(line: &str, attempt: &str, value: &str, outcome: &str) -> String {
    format!("{line:>4}  {attempt:<32}  {value:<12}  {outcome}\n")
}
