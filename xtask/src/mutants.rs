//! Whether the tests notice when single operators and returns of the code are changed: see `cargo mutants --help`.

use crate::Result;
use crate::machine::{cargo, has, root, run};
use crate::options::Options;
use std::process::Command;

/// The version of the tool that makes the changes.
const CARGO_MUTANTS: &str = "27.1.0";

/// The crates whose tests are tried, each by its own. (Those in a browser would take too long.)
const CRATES: [&str; 3] = ["pin-notch", "pin-notch-html", "pin-notch-sheet"];

/// Tries a sample of all changes in each crate, spread evenly over its code, and tells those that no test has
/// noticed.
pub(crate) fn try_all(arguments: &[String]) -> Result<()> {
    let options = Options::read(arguments, &["--sample", "--seed", "--only"])?;
    let (sample, seed) = (options.or("--sample", 200_usize)?, options.or("--seed", 1_usize)?);
    if !has("cargo-mutants") {
        run(cargo().args(["install", "cargo-mutants", "--locked", "--version", CARGO_MUTANTS]))?;
    }
    for name in CRATES.into_iter().filter(|name| options.wants(name)) {
        let all = cargo().args(["mutants", "--list", "-p", name]).output()?;
        let all = String::from_utf8(all.stdout)?.lines().count();
        let shards = (all / sample.max(1)).max(1);
        let folder = root().join("target/mutants").join(name);
        std::fs::create_dir_all(&folder)?;
        let mut command = cargo();
        command.args(["mutants", "-p", name, "--no-times", "--colors", "never"]);
        command.args(["--sharding", "round-robin", "--timeout", "90"]);
        command.args(["--shard", &format!("{}/{shards}", seed % shards)]);
        command.arg("--output").arg(&folder).args(["--", "--lib", "--tests"]);
        println!("+ {name}: one of {shards} of its {all} changes");
        tell(&mut command, name, &folder.join("mutants.out"))?;
    }
    Ok(())
}

/// Runs it, and counts what was noticed.
fn tell(command: &mut Command, name: &str, out: &std::path::Path) -> Result<()> {
    // It fails where something was not noticed, which is what is to be told; and says more than anybody reads.
    std::fs::write(out.with_extension("log"), command.output()?.stdout)?;
    let lines = |file: &str| -> Result<usize> {
        Ok(std::fs::read_to_string(out.join(file))?.lines().count())
    };
    let (caught, missed) = (lines("caught.txt")? + lines("timeout.txt")?, lines("missed.txt")?);
    let share = 100.0 * caught as f64 / (caught + missed).max(1) as f64;
    println!("{name}: {caught} of {} noticed, {share:.1} %", caught + missed);
    print!("{}", std::fs::read_to_string(out.join("missed.txt"))?);
    Ok(())
}
