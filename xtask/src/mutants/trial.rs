//! Running the tests against changed code.

use super::copy::{Tests, WHICH, What, as_in_the_copy};
use crate::Result;
use crate::machine::cargo;
use std::collections::BTreeSet;
use std::process::{Command, Stdio};
use std::sync::Mutex;
use std::sync::atomic::{AtomicUsize, Ordering};
use std::time::{Duration, Instant};

/// How many changes are tried in parallel.
const AT_ONCE: usize = 2;

/// The outcome of a change.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub(crate) enum Outcome {
    /// A test failed.
    Noticed,
    /// A test did not terminate.
    RanTooLong,
    /// All tests passed.
    Missed,
    /// It does not compile.
    DoesNotBuild,
}

/// Tests, and how long they take without changes.
struct Timed<'a> {
    tests: &'a Tests,
    takes: Duration,
}

/// Tries every change that was built, except those left out, and reports each immediately.
pub(crate) fn run_all(
    tests: &[Tests],
    count: usize,
    left_out: &BTreeSet<usize>,
    each: &(dyn Fn(usize, Outcome) + Sync),
) -> Result<Vec<Outcome>> {
    let tests = timed(tests)?;
    let (next, outcomes) = (AtomicUsize::new(0), Mutex::new(vec![Outcome::DoesNotBuild; count]));
    let work = || -> std::io::Result<()> {
        loop {
            let index = next.fetch_add(1, Ordering::Relaxed);
            if index >= count {
                return Ok(());
            }
            if left_out.contains(&index) {
                continue;
            }
            let outcome = outcome(&tests, &index.to_string())?;
            each(index, outcome);
            if let Ok(mut outcomes) = outcomes.lock() {
                outcomes[index] = outcome;
            }
        }
    };
    std::thread::scope(|scope| {
        let workers: Vec<_> = (0..AT_ONCE).map(|_| scope.spawn(work)).collect();
        workers.into_iter().try_for_each(|worker| worker.join().expect("no worker panics"))
    })?;
    Ok(outcomes.into_inner()?)
}

/// Tries a change that was built without selection.
pub(crate) fn run_alone(tests: &[Tests]) -> Result<Outcome> {
    let takes = Duration::from_secs(20);
    let tests: Vec<_> = tests.iter().map(|tests| Timed { tests, takes }).collect();
    Ok(outcome(&tests, "")?)
}

/// The programs, with the fastest first, because failing early is cheap.
fn timed(tests: &[Tests]) -> Result<Vec<Timed<'_>>> {
    let mut all = Vec::new();
    for tests in tests {
        let begun = Instant::now();
        if run_one(tests, "", Duration::from_secs(600))? != Outcome::Missed {
            let what = match &tests.what {
                What::Program(program) => program.display().to_string(),
                What::Examples(package) => format!("one of the examples of {package}"),
            };
            return Err(format!("{what} fails where nothing is changed").into());
        }
        all.push(Timed { tests, takes: begun.elapsed() });
    }
    all.sort_by_key(|tests| tests.takes);
    Ok(all)
}

fn outcome(tests: &[Timed<'_>], which: &str) -> std::io::Result<Outcome> {
    for Timed { tests, takes } in tests {
        let outcome = run_one(tests, which, Duration::from_secs(20) + *takes * 6)?;
        if outcome != Outcome::Missed {
            return Ok(outcome);
        }
    }
    Ok(Outcome::Missed)
}

/// Runs one program with a time limit.
fn run_one(tests: &Tests, which: &str, longest: Duration) -> std::io::Result<Outcome> {
    // Changed code may try to allocate unlimited memory.
    let mut command = Command::new("sh");
    command.args(["-c", "ulimit -v 4000000; exec \"$0\" \"$@\""]);
    match &tests.what {
        What::Program(program) => command.arg(program),
        What::Examples(package) => {
            let test = ["test", "--doc", "--all-features", "--locked", "--quiet", "-p", package];
            as_in_the_copy(&mut command).arg(cargo().get_program()).args(test).arg("--")
        }
    };
    command.args(["--test-threads", "1"]).current_dir(&tests.folder);
    command.env(WHICH, which).env("RUST_BACKTRACE", "0");
    // A failing case of one change is irrelevant for the next.
    command.env("PROPTEST_DISABLE_FAILURE_PERSISTENCE", "1").env("PROPTEST_MAX_SHRINK_ITERS", "0");
    command.stdin(Stdio::null()).stdout(Stdio::null()).stderr(Stdio::null());
    let (mut child, begun) = (command.spawn()?, Instant::now());
    loop {
        if let Some(status) = child.try_wait()? {
            return Ok(if status.success() { Outcome::Missed } else { Outcome::Noticed });
        }
        if begun.elapsed() > longest {
            child.kill()?;
            child.wait()?;
            return Ok(Outcome::RanTooLong);
        }
        std::thread::sleep(Duration::from_millis(10));
    }
}
