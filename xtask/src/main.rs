//! Development tasks: `cargo xtask web` builds the web files, and `cargo xtask test` runs all checks. Each
//! installs whatever it needs and is missing.

#![forbid(unsafe_code)]

mod checks;
mod dense;
mod fuzz;
mod machine;
mod mutants;
mod options;
mod script;
mod tables;
mod web;

use std::process::ExitCode;

type Result<T> = std::result::Result<T, Box<dyn std::error::Error>>;

const USAGE: &str = "\
cargo xtask web     build the web files into crates/pin-notch-cli/dist and print their sizes
cargo xtask web-check
                    build them into target/web/dist and compare those that are committed
cargo xtask web-example
                    build another program that has the elements in its module, for the tests
cargo xtask tables  write the tables of attributes into the scripts and documents that have them
cargo xtask test    format, lints, docs, a fresh web build, and all tests
cargo xtask storm [--millions N] [--seed S] [--round R]
                    random attempts on all controls and linked forms, and what has to hold after each
cargo xtask fuzz [--minutes N] [--seed S] [--only KIND]
                    what was found before, and a search for more in each kind of input
cargo xtask mutants [--sample N] [--seed S] [--only CRATE]
                    changes in the code, one at a time, and which of them no test notices
cargo xtask bench   the benchmarks";

fn main() -> ExitCode {
    let command = std::env::args().nth(1).unwrap_or_default();
    let done = match command.as_str() {
        // Tables in the scripts are written before the build, and its sizes after it.
        "web" => {
            tables::write().and_then(|()| web::build_committed()).and_then(|()| tables::write())
        }
        "tables" => tables::write(),
        "web-example" => web::build_example(&machine::root().join("target/web/dist/apiary")),
        "web-check" => web::build_and_compare(&machine::root().join("target/web/dist")),
        "test" => checks::all(),
        "storm" => checks::storm(&std::env::args_os().skip(2).collect::<Vec<_>>()),
        "fuzz" => fuzz::search(&std::env::args().skip(2).collect::<Vec<_>>()),
        "mutants" => mutants::try_all(&std::env::args().skip(2).collect::<Vec<_>>()),
        "bench" => machine::run(machine::cargo().args(["bench", "--workspace"])),
        _ => Err(USAGE.into()),
    };
    match done {
        Ok(()) => ExitCode::SUCCESS,
        Err(error) => {
            eprintln!("xtask: {error}");
            ExitCode::FAILURE
        }
    }
}
