//! `pin-notch trace`: intents from a file against a form, each turn told, and what was expected checked.

mod moves;

use crate::sheets::{Source, without_mark};
use crate::visible::visible;
use crate::{Failure, json, say};
use clap::Args;
use moves::{Line, Move};
use pin_notch::{Form, Value};
use serde::Serialize;
use serde_json::value::RawValue;
use std::path::PathBuf;

/// Run the moves of a file against a form and print each turn.
///
/// A move is a field, what is attempted, and how often: "weight: key right x3", "temper: choose 3.5",
/// "visited: type 2026-05-14", or "send", "undo", "redo", "reset", "clear" for the form. A line that begins
/// with > holds what the turn before it has to say; "weight = 18.7" what a field has to hold. The run
/// fails where that does not hold.
#[derive(Args)]
#[command(
    after_help = "Examples:\n  pin-notch trace demo/inspection.toml demo/inspection.moves\n  \
                        echo 'weight: key right x3' | pin-notch trace demo/inspection.toml -"
)]
pub(crate) struct Trace {
    /// The sheet
    file: PathBuf,
    /// The moves; - for standard input
    moves: PathBuf,
    /// Print a line of JSON for each turn, with all values that are not empty
    #[arg(long)]
    json: bool,
}

/// What a move did: its text as a whole, and the same in parts.
#[derive(Default)]
struct Done {
    outcome: String,
    events: Vec<String>,
    refusal: Option<String>,
    follows: Vec<String>,
}

/// A turn as it is told in JSON.
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
struct Unmet {
    line: usize,
    expected: String,
    found: String,
}

impl Done {
    fn event(outcome: impl Into<String>) -> Self {
        let outcome = outcome.into();
        Self { events: vec![outcome.clone()], outcome, ..Self::default() }
    }

    fn refused(why: impl Into<String>) -> Self {
        let why = why.into();
        Self { outcome: format!("refused: {why}"), refusal: Some(why), ..Self::default() }
    }
}

impl Trace {
    pub(crate) fn run(&self) -> Result<(), Failure> {
        let mut form = Source::read(&self.file)?.sound()?.form();
        let text = match self.moves.as_os_str() == "-" {
            true => {
                without_mark(std::io::read_to_string(std::io::stdin()).map_err(Failure::usage)?)
            }
            false => Source::read(&self.moves)?.text,
        };
        let path = self.moves.display();
        let lines = moves::read(&text, &form).map_err(|errors| {
            errors.iter().for_each(|(line, why)| eprintln!("{path}:{line}: {}", visible(why)));
            let count = errors.len();
            let lines = if count == 1 { "1 line" } else { &format!("{count} lines") };
            Failure::usage(format!("{path}: {lines} cannot be read"))
        })?;
        if !self.json {
            say(&row("line", "attempt", "holds now", "what happened"))?;
        }
        let mut last = Done::default();
        let (mut failed, mut checked) = (0, 0);
        for (number, line) in &lines {
            let difference = match line {
                Line::Move(name, attempt, text) => {
                    last = carry_out(&mut form, name, attempt);
                    self.tell(*number, text, &last, &form, name)?;
                    continue;
                }
                Line::Outcome(expected) => {
                    (*expected != last.outcome).then(|| (expected.clone(), last.outcome.clone()))
                }
                Line::Holds(name, expected) => {
                    let found = held(&form, name);
                    (*expected != found)
                        .then(|| (format!("{name} = {expected}"), format!("{name} = {found}")))
                }
            };
            checked += 1;
            if let Some((expected, found)) = difference {
                failed += 1;
                let text = format!(
                    "{path}:{number}: this is not so\n  expected  {expected}\n  found     {found}\n"
                );
                match self.json {
                    true => say(&json::line(&Unmet { line: *number, expected, found }))?,
                    false => say(&text)?,
                }
            }
        }
        match failed {
            0 if self.json => Ok(()),
            0 => say(&format!("{checked} expectations, all met\n")),
            failed => {
                Err(Failure::machine(format!("{failed} of {checked} expectations are not met")))
            }
        }
    }

    fn tell(
        &self,
        line: usize,
        text: &str,
        done: &Done,
        form: &Form,
        name: &str,
    ) -> Result<(), Failure> {
        if self.json {
            let all = form.fields().map(|field| (field.name.as_str(), field.control.value()));
            let values = json::values(all.filter(|(_, value)| !value.is_empty()));
            let Done { events, refusal, follows, .. } = done;
            return say(&json::line(&Told {
                line,
                intent: text,
                events,
                refusal,
                follows,
                values,
            }));
        }
        let held = if name.is_empty() { String::new() } else { held(form, name) };
        say(&row(&line.to_string(), text, &held, &done.outcome))
    }
}

fn row(line: &str, attempt: &str, held: &str, outcome: &str) -> String {
    format!("{line:>4}  {attempt:<32}  {held:<12}  {outcome}\n")
}

fn held(form: &Form, name: &str) -> String {
    form.control(name).map(|control| control.value()).unwrap_or(Value::Empty).to_string()
}

fn carry_out(form: &mut Form, name: &str, attempt: &Move) -> Done {
    let moved = |names: Option<Vec<&str>>, nothing: &str| match names {
        Some(names) => Done::event(format!("moves {}", names.join(", "))),
        None => Done::refused(nothing),
    };
    match attempt {
        Move::Undo => moved(form.undo(), "there is nothing to undo"),
        Move::Redo => moved(form.redo(), "there is nothing to redo"),
        Move::Reset => {
            form.reset();
            Done::event("reset")
        }
        Move::Clear => {
            form.clear();
            Done::event("cleared")
        }
        Move::Send => match form.submit() {
            Ok(values) => {
                let warnings = values.warnings().iter().map(|one| format!("; warning: {one}"));
                Done::event(format!("accepted{}", warnings.collect::<String>()))
            }
            Err(problems) => {
                let all: Vec<String> = problems.0.iter().map(ToString::to_string).collect();
                Done::refused(all.join(" / "))
            }
        },
        Move::Intents(intents) => {
            let mut done = Done::default();
            for intent in intents {
                let intent = match intent.of(form.control(name)) {
                    Ok(intent) => intent,
                    Err(why) => return Done::refused(why),
                };
                // Its name was found when the moves were read.
                if let Ok(turn) = form.handle(name, intent) {
                    done = Done {
                        outcome: turn.to_string(),
                        events: turn.turn.events().map(|event| event.to_string()).collect(),
                        refusal: turn.turn.refusal().map(|refusal| refusal.to_string()),
                        follows: turn.followed.iter().map(ToString::to_string).collect(),
                    };
                }
            }
            done
        }
    }
}
