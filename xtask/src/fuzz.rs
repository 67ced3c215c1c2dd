//! Fuzzing: see the folder `fuzz`.

use crate::Result;
use crate::machine::{cargo, has, need, root, run};
use crate::options::Options;
use std::collections::VecDeque;
use std::path::{Path, PathBuf};
use std::process::{Child, Command, Stdio};

/// The version of cargo-fuzz.
const CARGO_FUZZ: &str = "0.13.2";

/// How many kinds of input are searched in parallel.
const AT_ONCE: usize = 2;

/// The greatest length of an input in bytes, and the time limit for one input in seconds.
const LIMITS: [&str; 2] = ["-max_len=4096", "-timeout=10"];

/// The number of inputs of each kind that take about a minute. A search from the seeds alone that ends
/// after a fixed number of inputs has the same result on every machine, unlike one that is limited by time.
const SHORT: [(&str, u32); 10] = [
    ("sheet-toml", 80_000),
    ("sheet-json", 160_000),
    ("rule", 50_000),
    ("moves", 150_000),
    ("body", 15_000),
    ("json-body", 450_000),
    ("schema", 75_000),
    ("date-pattern", 225_000),
    ("number", 2_250_000),
    ("attributes", 180_000),
];

/// The time limit of a short search, in seconds.
const PATIENCE: u64 = 600;

/// A running search.
struct Search {
    name: String,
    log: PathBuf,
    child: Child,
}

/// Checks earlier findings, then searches each kind for the given number of minutes and reports how many
/// inputs were tried. A finding ends the search of its kind; the others continue.
pub(crate) fn search(arguments: &[String]) -> Result<()> {
    let options = Options::read(arguments, &["--minutes", "--seed", "--only"])?;
    let seconds = (options.or("--minutes", 2.0)? * 60.0) as u64;
    let limits = move |_: &str| format!("-max_total_time={seconds}");
    search_within(&options, "corpus", &limits)
}

/// The same with the fixed numbers of inputs of [`SHORT`].
pub(crate) fn search_shortly() -> Result<()> {
    let folder = root().join("target/fuzz/short");
    if folder.exists() {
        std::fs::remove_dir_all(&folder)?;
    }
    let limits = |name: &str| {
        let inputs = SHORT.iter().find(|(kind, _)| *kind == name).map_or(10_000, |(_, most)| *most);
        format!("-runs={inputs} -max_total_time={PATIENCE}")
    };
    search_within(&Options::read(&[], &["--seed", "--only"])?, "short", &limits)
}

fn search_within(options: &Options, corpus: &str, limits: &dyn Fn(&str) -> String) -> Result<()> {
    let seed = options.or("--seed", 1_u32)?;
    let (fuzz, work) = (root().join("fuzz"), root().join("target/fuzz"));
    let in_fuzz = |what: &[&str]| {
        let mut command = cargo();
        command.current_dir(&fuzz).env("CARGO_TARGET_DIR", &work).args(what);
        command
    };
    run(&mut in_fuzz(&["test", "--lib", "--tests", "--locked", "--quiet"]))?;
    need(&["c++"], &["g++"])?;
    if !has("cargo-fuzz") {
        run(cargo().args(["install", "cargo-fuzz", "--locked", "--version", CARGO_FUZZ]))?;
    }
    let seeds = work.join("seeds");
    let mut seeding = in_fuzz(&["run", "--locked", "--quiet", "--example", "seed", "--"]);
    let names = seeding.arg(&seeds).output()?;
    let names = String::from_utf8(names.stdout)?;
    let names = names.lines().filter(|name| options.wants(name));
    // There is no unsafe code, so that no sanitizer is needed and a stable compiler suffices.
    run(&mut in_fuzz(&["fuzz", "build", "--sanitizer", "none"]))?;
    let (mut under_way, mut found) = (VecDeque::new(), Vec::new());
    for name in names {
        if under_way.len() == AT_ONCE {
            found.extend(under_way.pop_front().map(finish).transpose()?.flatten());
        }
        let limits = format!("-seed={seed} {}", limits(name));
        under_way.push_back(begin(name, &fuzz, &work, (corpus, &limits))?);
    }
    for search in under_way {
        found.extend(finish(search)?);
    }
    match found.is_empty() {
        true => Ok(()),
        false => Err(format!("findings:\n{}", found.join("\n")).into()),
    }
}

fn begin(name: &str, fuzz: &Path, work: &Path, (corpus, limits): (&str, &str)) -> Result<Search> {
    let folder = |of: &str| -> Result<PathBuf> {
        let folder = work.join(of).join(name);
        std::fs::create_dir_all(&folder)?;
        Ok(folder)
    };
    let (corpus, seeds, found) = (folder(corpus)?, folder("seeds")?, folder("found")?);
    let log = work.join(format!("{name}.log"));
    // The program that was built, regardless of later changes of the code.
    let mut command = Command::new(work.join(host()?).join("release").join(name));
    command.current_dir(fuzz).args([&corpus, &seeds]).args(LIMITS).arg("-print_final_stats=1");
    command.arg(format!("-artifact_prefix={}/", found.display()));
    command.args(limits.split(' '));
    command.stdin(Stdio::null()).stdout(Stdio::null()).stderr(std::fs::File::create(&log)?);
    println!("+ {name}: {limits}");
    Ok(Search { name: name.to_owned(), log, child: command.spawn()? })
}

/// The target triple of this machine, after which cargo-fuzz names its folder.
fn host() -> Result<String> {
    let output = Command::new("rustc").arg("-vV").output()?;
    let output = String::from_utf8(output.stdout)?;
    let host = output.lines().find_map(|line| line.strip_prefix("host: "));
    host.map(str::to_owned).ok_or_else(|| "rustc does not name its host".into())
}

/// Waits for a search, prints its figures, and returns its finding, if any.
fn finish(mut search: Search) -> Result<Option<String>> {
    let status = search.child.wait()?;
    let log = std::fs::read_to_string(&search.log)?;
    let figure = |name: &str| {
        let line = log.lines().rev().find(|line| line.starts_with(name));
        line.and_then(|line| line.split_whitespace().last()).unwrap_or("?").to_owned()
    };
    let (tried, kept) = (figure("stat::number_of_executed_units"), figure("stat::new_units_added"));
    println!("{}: {tried} inputs, {kept} of them with something new in them", search.name);
    if status.success() {
        return Ok(None);
    }
    // The complete error and input, because the machine it was found on may be unreachable.
    let is_reason = |line: &&str| line.contains("panicked at") || line.contains("ERROR");
    let reason = log.lines().skip_while(|line| !is_reason(line)).take(4);
    let reason: String =
        reason.map(|line| line.chars().take(4000).chain(['\n']).collect::<String>()).collect();
    let path = log.lines().find_map(|line| line.split_once("Test unit written to "));
    let input = path.map(|(_, path)| std::fs::read(path)).transpose()?.unwrap_or_default();
    let (log, input) = (search.log.display(), input.escape_ascii());
    Ok(Some(format!("{}: {reason}  {log}\n  input: {input}", search.name)))
}
