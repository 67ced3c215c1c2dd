//! Mutation testing: whether tests notice changes of single operators and return values in the code.
//!
//! `cargo-mutants` lists the changes. Rebuilding the crate for each of them would take hours, so nearly all
//! of them are built at once, in a copy of the workspace: each function contains all of its changed bodies,
//! and an environment variable selects the one that runs. Changes for which this is impossible (in a `const
//! fn`, or in a function that returns an `impl Trait`) are built separately.

mod change;
mod copy;
mod trial;

use crate::Result;
use crate::machine::{cargo, has, root, run};
use crate::options::Options;
use change::Change;
use copy::Copy;
use std::path::Path;
use trial::Outcome;

/// The version of cargo-mutants.
const CARGO_MUTANTS: &str = "27.1.0";

/// The tests of a crate that should notice: all, or those with these names.
type TestsOf = (&'static str, &'static [&'static str]);

/// The crates to change, and the tests that should notice: their own and those of dependent crates.
/// (Browser tests would take too long.)
const CRATES: [(&str, &[TestsOf]); 3] = [
    ("pin-notch", &[("pin-notch", &[]), ("pin-notch-html", &[]), ("pin-notch-sheet", &[])]),
    ("pin-notch-html", &[("pin-notch-html", &[]), ("pin-notch-sheet", &[])]),
    ("pin-notch-sheet", &[("pin-notch-sheet", &[]), ("pin-notch-cli", &["hard", "sheets"])]),
];

/// Tries a sample of all changes in each crate, spread evenly over its code, and reports those that no test
/// noticed.
pub(crate) fn try_all(arguments: &[String]) -> Result<()> {
    let options = Options::read(arguments, &["--sample", "--seed", "--only"])?;
    let (sample, seed) = (options.or("--sample", 200_usize)?, options.or("--seed", 1_usize)?);
    if !has("cargo-mutants") {
        run(cargo().args(["install", "cargo-mutants", "--locked", "--version", CARGO_MUTANTS]))?;
    }
    for (name, tests) in CRATES.into_iter().filter(|(name, _)| options.wants(name)) {
        let all = change::all_of(name)?;
        let count = all.len();
        let changes = change::sample(all, sample, seed);
        println!("+ {name}: {} of its {count} changes", changes.len());
        let outcomes = try_each(name, tests, &changes)?;
        tell(name, &changes, &outcomes, &root().join("target/mutants"))?;
    }
    Ok(())
}

/// The outcome of each change. Missed ones are reported immediately.
fn try_each(name: &str, tests: &[TestsOf], changes: &[Change]) -> Result<Vec<Outcome>> {
    let copy = Copy::of_workspace(name, tests, changes)?;
    let together = copy.build_together(changes)?;
    let report = |index: usize, outcome: Outcome| {
        if outcome == Outcome::Missed {
            println!("{}", changes[index].name);
        }
        outcome
    };
    let mut outcomes =
        trial::run_all(&together.tests, changes.len(), &together.left_out, &|index, outcome| {
            report(index, outcome);
        })?;
    println!("+ {name}: {} changes by themselves", together.left_out.len());
    for index in together.left_out {
        let outcome = match copy.build_alone(&changes[index])? {
            None => Outcome::DoesNotBuild,
            // Changes in code evaluated at compile time are noticed when the tests are built.
            Some(tests) if tests.is_empty() => Outcome::Noticed,
            Some(tests) => trial::run_alone(&tests)?,
        };
        outcomes[index] = report(index, outcome);
    }
    Ok(outcomes)
}

/// Counts what was noticed, and writes the outcome of each change to a file.
fn tell(name: &str, changes: &[Change], outcomes: &[Outcome], folder: &Path) -> Result<()> {
    let count = |of: Outcome| outcomes.iter().filter(|outcome| **outcome == of).count();
    let noticed = count(Outcome::Noticed) + count(Outcome::RanTooLong);
    let tried = noticed + count(Outcome::Missed);
    let share = 100.0 * noticed as f64 / tried.max(1) as f64;
    let too_long = count(Outcome::RanTooLong);
    let others = count(Outcome::DoesNotBuild);
    println!(
        "{name}: {noticed} of {tried} noticed, {share:.1} % ({too_long} of them by running too long); \
         {others} do not build"
    );
    let all: String = changes
        .iter()
        .zip(outcomes)
        .map(|(change, outcome)| format!("{outcome:?}\t{}\n", change.name))
        .collect();
    Ok(std::fs::write(folder.join(format!("{name}.txt")), all)?)
}
