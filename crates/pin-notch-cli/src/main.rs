//! The `pin-notch` command.

#![forbid(unsafe_code)]
#![deny(clippy::unwrap_used)]

mod accept;
mod check;
mod cut;
mod demo;
mod draw;
mod json;
mod notches;
mod scale;
mod schema;
mod sheets;
mod trace;
mod visible;

use crate::visible::visible;
use clap::{CommandFactory, Parser, Subcommand};
use std::io::{IsTerminal, Write};
use std::process::ExitCode;

/// Value-entry controls: define a form in a sheet, see it, try it, check it, accept what it sends.
#[derive(Parser)]
#[command(name = "pin-notch", version)]
struct Arguments {
    #[command(subcommand)]
    command: Command,
}

#[derive(Subcommand)]
enum Command {
    Check(check::Check),
    Trace(trace::Trace),
    Accept(accept::Accept),
    Draw(draw::Draw),
    Schema(schema::Schema),
    /// Print completions for a shell
    #[command(
        after_help = "Example:\n  pin-notch completions bash > ~/.local/share/bash-completion/completions/pin-notch"
    )]
    Completions {
        /// The shell
        shell: clap_complete::Shell,
    },
    Demo(demo::Demo),
    Notches(notches::Show),
}

/// An error, with one line for standard error and the exit code.
struct Failure {
    line: String,
    code: u8,
}

impl Failure {
    /// The command was called incorrectly.
    fn usage(line: impl ToString) -> Self {
        Self { line: line.to_string(), code: 2 }
    }

    /// The command was called correctly, but the system failed.
    fn machine(line: impl ToString) -> Self {
        Self { line: line.to_string(), code: 1 }
    }
}

/// Writes a text to standard output, with characters that affect terminals escaped. A closed pipe is not an
/// error.
fn say(text: &str) -> Result<(), Failure> {
    say_bytes(visible(text).as_bytes())
}

/// The same without escaping, for our own colours or for binary data.
fn say_bytes(bytes: &[u8]) -> Result<(), Failure> {
    let mut out = std::io::stdout().lock();
    match out.write_all(bytes).and_then(|()| out.flush()) {
        Err(error) if error.kind() == std::io::ErrorKind::BrokenPipe => std::process::exit(0),
        done => done.map_err(Failure::machine),
    }
}

fn main() -> ExitCode {
    let done = arguments().and_then(|arguments| match arguments.command {
        Command::Check(check) => check.run(),
        Command::Trace(trace) => trace.run(),
        Command::Accept(accept) => accept.run(),
        Command::Draw(draw) => draw.run(),
        Command::Schema(schema) => schema.run(),
        Command::Completions { shell } => completions(shell),
        Command::Demo(demo) => demo.run(),
        Command::Notches(show) => show.run(),
    });
    match done {
        Ok(()) => ExitCode::SUCCESS,
        Err(failure) => {
            eprintln!("pin-notch: {}", visible(&failure.line));
            ExitCode::from(failure.code)
        }
    }
}

fn completions(shell: clap_complete::Shell) -> Result<(), Failure> {
    let mut text = Vec::new();
    clap_complete::generate(shell, &mut Arguments::command(), "pin-notch", &mut text);
    say(&String::from_utf8_lossy(&text))
}

fn arguments() -> Result<Arguments, Failure> {
    Arguments::try_parse().map_err(|error| {
        if error.exit_code() == 0 {
            // Help or version.
            let styled = error.render();
            let text = match std::io::stdout().is_terminal() {
                true => styled.ansi().to_string(),
                false => styled.to_string(),
            };
            return match say_bytes(text.as_bytes()) {
                Ok(()) => std::process::exit(0),
                Err(failure) => failure,
            };
        }
        // Clap's first lines say what is wrong; the usage below them is available with --help.
        let text = error.to_string();
        let lines: Vec<&str> =
            text.lines().take_while(|line| !line.trim().is_empty()).map(str::trim).collect();
        let line = lines.join(" ");
        let what = line.strip_prefix("error: ").unwrap_or("no command was given");
        // Of its tips, only a similar word helps.
        let tips = text.lines().filter_map(|line| line.trim().strip_prefix("tip: "));
        let similar: String =
            tips.filter(|tip| tip.contains("similar")).map(|tip| format!("; {tip}")).collect();
        Failure::usage(format!("{what}{similar} (see pin-notch --help)"))
    })
}
