//! Millions of attempts on every control, alone and linked in forms, with definitions that change in
//! between. Invariants are checked after each. Run by `cargo xtask storm --millions N`.
//!
//! A round depends only on the seed and its own number, so that a finding can be reproduced separately.

use clap::Parser;
use pin_notch::{Control, ControlKind, Form, Intent, Problems, Value};
use pin_notch_any::{Attempt, Setting, attempt_on, attempted, check, definition, mended, setting};
use proptest::prelude::*;
use proptest::strategy::ValueTree;
use proptest::test_runner::{Config, RngAlgorithm, TestRng, TestRunner};
use std::panic::{AssertUnwindSafe, catch_unwind};
use std::process::ExitCode;

/// The number of attempts in a round.
const ROUND: u64 = 200;

#[derive(Parser)]
struct Arguments {
    /// The number of attempts in millions
    #[arg(long, default_value_t = 1.0)]
    millions: f64,
    /// The seed of all rounds
    #[arg(long, default_value_t = 1)]
    seed: u64,
    /// Run only this round
    #[arg(long)]
    round: Option<u64>,
}

/// The outcome of all attempts.
#[derive(Default)]
struct Counts {
    attempts: u64,
    refused: u64,
    redefined: u64,
    forms: u64,
    followed: u64,
    undone: u64,
}

/// The strategies to draw from. They are created once, because that takes time.
struct Sources {
    kinds: Vec<Source>,
}

struct Source {
    definition: BoxedStrategy<pin_notch::Definition>,
    setting: BoxedStrategy<Setting>,
    attempt: BoxedStrategy<Attempt>,
}

impl Sources {
    /// A control and its kind; three in four can be changed.
    fn control(&self, runner: &mut TestRunner) -> (usize, Control) {
        let kind = below(self.kinds.len(), runner);
        let mut control = mended(drawn(&self.kinds[kind].definition, runner));
        if below(4, runner) > 0 {
            control.set_disabled(false);
            control.set_readonly(false);
        }
        (kind, control)
    }
}

fn runner(seed: u64, round: u64) -> TestRunner {
    let mut bytes = [0; 32];
    bytes[..8].copy_from_slice(&seed.to_le_bytes());
    bytes[8..16].copy_from_slice(&round.to_le_bytes());
    let rng = TestRng::from_seed(RngAlgorithm::ChaCha, &bytes);
    TestRunner::new_with_rng(Config::default(), rng)
}

fn drawn<T>(from: &BoxedStrategy<T>, runner: &mut TestRunner) -> T
where
    T: std::fmt::Debug,
{
    from.new_tree(runner).expect("it has values").current()
}

fn below(most: usize, runner: &mut TestRunner) -> usize {
    (0..most).new_tree(runner).expect("it has values").current()
}

fn alone(sources: &Sources, runner: &mut TestRunner, counts: &mut Counts) {
    let (kind, mut control) = sources.control(runner);
    let Source { setting, attempt, .. } = &sources.kinds[kind];
    let mut settled = control.value();
    for _ in 0..ROUND {
        if below(12, runner) == 0 {
            let before = control.clone();
            let mut definition = control.definition();
            drawn(setting, runner).apply_to(&mut definition);
            match control.set_definition(definition.clone()) {
                Ok(()) => assert_eq!(control.definition(), definition),
                Err(_) => assert_eq!(control, before, "refused, yet changed"),
            }
            assert!(!control.is_drafting() || before.is_drafting(), "a draft from nowhere");
            settled = control.value();
            counts.redefined += 1;
        }
        let attempt = drawn(attempt, runner);
        let before = control.clone();
        settled = attempted(&mut control, settled, &attempt);
        counts.attempts += 1;
        counts.refused += u64::from(control == before);
        check(&control);
    }
}

/// Whether all options of a field send different values; otherwise a value would be ambiguous.
fn is_plain(form: &Form) -> bool {
    form.fields().all(|field| {
        let mut values: Vec<String> =
            field.control.definition().options().into_iter().map(|option| option.value).collect();
        values.sort();
        values.windows(2).all(|pair| pair[0] != pair[1])
    })
}

/// A form without problems is accepted by its receiver, with the same values.
fn sends_what_it_reads(form: &Form) {
    if !is_plain(form) || !form.problems().is_empty() {
        return;
    }
    let refused = |sent: &str, problems: &Problems| -> ! {
        let of = problems.0.iter().filter_map(|problem| form.control(&problem.name));
        let of: Vec<_> = of.map(|control| (control.definition(), control.value())).collect();
        panic!("{sent} is refused: {problems}\n{of:#?}")
    };
    let (body, json) = (form.urlencoded(), form.to_json());
    let read = form.read(body.as_bytes()).unwrap_or_else(|why| refused(&body, &why));
    let from_json = form.read_json(json.as_bytes()).unwrap_or_else(|why| refused(&json, &why));
    assert_eq!(read, from_json, "{body} and {json}");
}

/// Several controls, each linked with others of the same kind of values.
fn linked(sources: &Sources, runner: &mut TestRunner, counts: &mut Counts) {
    let (kinds, controls): (Vec<usize>, Vec<Control>) =
        (0..2 + below(4, runner)).map(|_| sources.control(runner)).unzip();
    let mut form = Form::new();
    for (at, control) in controls.iter().enumerate() {
        form = form.with(&format!("f{at}"), "Field", control.clone()).expect("a name of its own");
    }
    let mut is_linked = vec![false; controls.len()];
    for (from, one) in controls.iter().enumerate() {
        for (to, other) in controls.iter().enumerate() {
            if from != to && one.kind() == other.kind() && below(2, runner) == 0 {
                form = form
                    .with_link(&format!("f{from}"), &format!("f{to}"), Value::clone)
                    .expect("both are there");
                (is_linked[from], is_linked[to]) = (true, true);
            }
        }
    }
    // Some count only if an earlier one has a value, and some are never sent. A receiver cannot know the
    // values of fields that follow those.
    for at in (1..controls.len()).filter(|at| !is_linked[*at]) {
        let name = format!("f{at}");
        if below(4, runner) == 0 {
            let text = format!("f{} is not empty", below(at, runner));
            form.add_condition(&[&name], text.as_str()).expect("they run one way");
        }
        if below(8, runner) == 0 {
            form.set_unsent(&name).expect("it is there");
        }
    }
    // Then fields in rows.
    let (row_kinds, row_controls): (Vec<usize>, Vec<Control>) =
        (0..below(3, runner)).map(|_| sources.control(runner)).unzip();
    let row = row_controls
        .into_iter()
        .enumerate()
        .try_fold(Form::new(), |row, (at, control)| row.with(&format!("c{at}"), "Cell", control));
    form = form.with_rows("rows", "Row", 0..=3, &row.expect("names of their own")).expect("a name");
    let has_rows = !row_kinds.is_empty();
    counts.forms += 1;
    let mut names: Vec<String> = (0..controls.len()).map(|at| format!("f{at}")).collect();
    let mut kinds = kinds;
    for row in 1..=3 {
        names.extend((0..row_kinds.len()).map(|at| format!("rows.{row}.c{at}")));
        kinds.extend(&row_kinds);
    }
    let values_of =
        |form: &Form| -> Vec<Value> { form.fields().map(|field| field.control.value()).collect() };
    let start = values_of(&form);
    let mut went_back = false;
    // In every other form, the program also makes changes.
    let is_programmed = below(2, runner) == 0;
    for _ in 0..ROUND {
        if is_programmed && below(6, runner) == 0 {
            let at = below(names.len(), runner);
            let mut control = form.control(&names[at]).expect("it is there").clone();
            match below(3, runner) {
                0 => drop(control.step_by(below(7, runner) as i32 - 3)),
                1 => drop(control.set_value(control.empty_value())),
                _ => {
                    let mut definition = control.definition();
                    drawn(&sources.kinds[kinds[at]].setting, runner).apply_to(&mut definition);
                    counts.redefined += u64::from(control.set_definition(definition).is_ok());
                }
            }
            let _ = form.replace(&names[at], control).expect("it is there");
        }
        match below(40, runner) {
            0 => went_back |= form.undo().is_some(),
            1 => drop(form.redo()),
            2 => form.clear(),
            _ => {}
        }
        if has_rows && below(15, runner) == 0 {
            let (row, to) = (1 + below(3, runner), 1 + below(3, runner));
            let turn = match below(4, runner) {
                0 => form.remove_row("rows", row),
                1 => form.move_row("rows", row, to),
                _ => form.add_row("rows"),
            };
            drop(turn.expect("there are rows"));
        }
        if below(8, runner) == 0 {
            sends_what_it_reads(&form);
        }
        let at = below(names.len(), runner);
        let (name, attempt) = (&names[at], drawn(&sources.kinds[kinds[at]].attempt, runner));
        let before = form.clone();
        let turn = form.handle(name, attempt.intent()).expect("it is there");
        counts.attempts += 1;
        if turn.turn.refusal().is_some() {
            counts.refused += 1;
            for (one, other) in form.fields().zip(before.fields()) {
                assert_eq!(one.control, other.control, "{attempt:?} on {name} was refused");
            }
        }
        for follower in &turn.followed {
            counts.followed += 1;
            let now = form.control(&follower.name).map(Control::value);
            if let Some(value) = follower.outcome.value() {
                assert_eq!(now.as_ref(), Some(value), "{follower}");
            }
        }
        form.fields().for_each(|field| check(&field.control));
    }
    for name in &names {
        for intent in [Intent::Leave, Intent::Release, Intent::Close, Intent::Settle] {
            let _ = form.handle(name, intent);
        }
    }
    let last = values_of(&form);
    // A locked field may still have a draft from before, which never settled.
    let is_settled = form.fields().all(|field| !field.control.is_drafting());
    sends_what_it_reads(&form);
    while form.undo().is_some() {
        counts.undone += 1;
    }
    sends_what_it_reads(&form);
    if is_settled && !is_programmed && is_plain(&form) {
        assert_eq!(values_of(&form), start, "undo of all leads back to the start");
        while form.redo().is_some() {}
        // What was undone before the last change is lost; what was undone after it can be redone.
        assert!(went_back || values_of(&form) == last, "and redo of all to the end");
    }
}

fn main() -> ExitCode {
    let arguments = Arguments::parse();
    let source = |kind: &ControlKind| Source {
        definition: definition(*kind),
        setting: setting(*kind),
        attempt: attempt_on(*kind),
    };
    let sources = Sources { kinds: ControlKind::ALL.iter().map(source).collect() };
    let wanted = (arguments.millions * 1e6) as u64;
    let mut counts = Counts::default();
    let begun = std::time::Instant::now();
    let first = arguments.round.unwrap_or(0);
    for round in first.. {
        let mut runner = runner(arguments.seed, round);
        let done = catch_unwind(AssertUnwindSafe(|| match round % 4 {
            3 => linked(&sources, &mut runner, &mut counts),
            _ => alone(&sources, &mut runner, &mut counts),
        }));
        if done.is_err() {
            eprintln!(
                "storm: found in round {round}; again: cargo xtask storm --seed {} --round {round}",
                arguments.seed
            );
            return ExitCode::FAILURE;
        }
        if counts.attempts >= wanted || arguments.round.is_some() {
            break;
        }
    }
    println!(
        "{} attempts ({} changed nothing), {} redefinitions, {} linked forms with {} followers, {} changes undone, seed {}, {:.0} s: nothing found",
        counts.attempts,
        counts.refused,
        counts.redefined,
        counts.forms,
        counts.followed,
        counts.undone,
        arguments.seed,
        begun.elapsed().as_secs_f64()
    );
    ExitCode::SUCCESS
}
