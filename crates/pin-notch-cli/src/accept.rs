//! `pin-notch accept`: received data against a sheet, a line at a time.

mod table;

use crate::sheets::Source;
use crate::visible::visible;
use crate::{Failure, json};
use clap::{Args, ValueEnum};
use indicatif::{ProgressBar, ProgressStyle};
use pin_notch::{Date, Form, Problems, Value, Values};
use serde::Serialize;
use serde_json::value::RawValue;
use std::fs::File;
use std::io::{BufRead, BufReader, BufWriter, IsTerminal, Read, Stdout, Write};
use std::path::{Path, PathBuf};
use std::sync::{Arc, Mutex, MutexGuard, PoisonError};
use table::Table;

/// The longest line that is read, which is what a form accepts. The rest of a longer line is skipped.
const LONGEST: usize = pin_notch::MAX_BODY;

/// The byte order mark, which some editors put at the beginning of a text.
const BYTE_ORDER_MARK: &[u8] = "\u{feff}".as_bytes();

/// Check received data against a sheet: bodies as forms send them, or JSON, one on each line.
///
/// For each line, prints what was accepted or why it was refused; a summary by field follows on standard
/// error. Memory use does not grow with the data. Exit code 0: all accepted. 1: some refused. 2: the sheet
/// or the command is wrong. 130: stopped by Ctrl-C, with the summary of what was read.
#[derive(Args)]
#[command(after_help = "Examples:\n  pin-notch accept demo/inspection.toml demo/bodies.txt\n  \
                        We changed the form; which of last year's answers no longer fit?\n    \
                        pin-notch accept --only refused new.toml < answers.jsonl\n  \
                        pin-notch accept --csv demo/inspection.toml demo/bodies.txt > inspections.csv\n  \
                        pin-notch accept --csv --rows sting demo/stings.toml diary.jsonl > stings.csv")]
pub(crate) struct Accept {
    /// The sheet
    file: PathBuf,
    /// The data; standard input if omitted or -
    bodies: Option<PathBuf>,
    /// The format of the lines; by default, a line that begins with { is JSON
    #[arg(long, value_name = "KIND")]
    r#as: Option<Kind>,
    /// Print these lines only
    #[arg(long, value_name = "OUTCOME")]
    only: Option<Outcome>,
    /// The language of its texts, if the sheet has them
    #[arg(long, value_name = "LANG")]
    lang: Option<String>,
    /// Today's date, for sheets that refer to it; by default, the current date
    #[arg(long, value_name = "DATE")]
    today: Option<Date>,
    /// Print a line of JSON for each
    #[arg(long, conflicts_with = "csv")]
    json: bool,
    /// Print accepted lines as a table of comma-separated values (RFC 4180), and refused ones on standard
    /// error: the line number, then the fields in the order of the sheet, with a span as two columns
    /// NAME-from and NAME-to
    #[arg(long)]
    csv: bool,
    /// In the table, print a line for each of the rows with this name, instead of columns for the greatest
    /// number of them
    #[arg(long, value_name = "NAME", requires = "csv")]
    rows: Option<String>,
    /// Store accepted answers in this SQLite database, each once: in a table for the sheet, and one for
    /// each of its rows
    #[cfg(feature = "sqlite")]
    #[arg(long, value_name = "FILE")]
    sqlite: Option<PathBuf>,
}

#[derive(Clone, Copy, PartialEq, Eq, ValueEnum)]
enum Kind {
    /// as HTML forms send: name=value&name=value
    Urlencoded,
    /// one object per line
    Json,
}

#[derive(Clone, Copy, PartialEq, Eq, ValueEnum)]
enum Outcome {
    Accepted,
    Refused,
}

/// What has been reported so far. It is locked between lines only.
struct Report {
    out: BufWriter<Stdout>,
    counts: Counts,
    #[cfg(feature = "sqlite")]
    sink: Option<pin_notch_sheet::Sink>,
}

impl Report {
    /// Stores what was accepted, if requested.
    #[cfg(feature = "sqlite")]
    fn keep(&mut self, line: &[u8], values: &Values) -> Result<(), Failure> {
        let Some(sink) = &mut self.sink else { return Ok(()) };
        let received = String::from_utf8_lossy(line.trim_ascii());
        sink.keep(&received, values).map_err(Failure::machine)
    }

    /// Nothing is reported after this.
    fn finish(&mut self) -> std::io::Result<()> {
        #[cfg(feature = "sqlite")]
        if let Some(sink) = &mut self.sink {
            sink.finish().map_err(std::io::Error::other)?;
        }
        self.out.flush()
    }
}

/// The number of problems by field and state, in the order of the form.
#[derive(Default)]
struct Counts {
    accepted: u64,
    refused: u64,
    by_field: Vec<(String, &'static str, u64)>,
    unknown: u64,
}

impl Accept {
    pub(crate) fn run(&self) -> Result<(), Failure> {
        let sheet = Source::read(&self.file)?.sound_in(self.lang.as_deref(), self.today)?;
        let form = sheet.form();
        let path = self.bodies.as_deref().filter(|path| *path != Path::new("-"));
        let (input, length): (Box<dyn Read>, u64) = match path {
            Some(path) => {
                let why = |error| Failure::usage(format!("{}: {error}", path.display()));
                let file = File::open(path).map_err(why)?;
                let length = file.metadata().map_or(0, |data| data.len());
                (Box::new(file), length)
            }
            None => (Box::new(std::io::stdin()), 0),
        };
        let form = Arc::new(form);
        let out = BufWriter::with_capacity(1 << 16, std::io::stdout());
        #[cfg(feature = "sqlite")]
        let sink = match &self.sqlite {
            Some(path) => {
                let why = |error| Failure::usage(format!("{}: {error}", path.display()));
                Some(pin_notch_sheet::Sink::open(path, &sheet).map_err(why)?)
            }
            None => None,
        };
        let report = Report {
            out,
            counts: Counts::default(),
            #[cfg(feature = "sqlite")]
            sink,
        };
        let report = Arc::new(Mutex::new(report));
        on_interrupt(form.clone(), report.clone())?;
        self.check(&form, input, &report, &bar(length))?;
        let report = locked(&report);
        report.counts.tell(&form);
        match report.counts.refused {
            0 => Ok(()),
            refused => Err(Failure::machine(format!(
                "{refused} of {} refused",
                report.counts.accepted + refused
            ))),
        }
    }

    fn check(
        &self,
        form: &Form,
        input: Box<dyn Read>,
        report: &Mutex<Report>,
        bar: &ProgressBar,
    ) -> Result<(), Failure> {
        let mut input = BufReader::with_capacity(1 << 16, input);
        let mut line = Vec::new();
        let table = Table::of(form, self.rows.as_deref())?;
        if self.csv
            && let Err(error) = locked(report).out.write_all(table.head().as_bytes())
        {
            return ended(error);
        }
        for number in 1_u64.. {
            // While waiting for more lines, the results of the previous ones are visible.
            if !input.buffer().contains(&b'\n')
                && let Err(error) = locked(report).out.flush()
            {
                return ended(error);
            }
            line.clear();
            let whole = next_line(&mut input, &mut line).map_err(Failure::usage)?;
            let Some(read) = whole else { break };
            bar.inc(read);
            if number == 1 && line.starts_with(BYTE_ORDER_MARK) {
                line.drain(..BYTE_ORDER_MARK.len());
            }
            if line.iter().all(u8::is_ascii_whitespace) {
                continue;
            }
            let mut report = locked(report);
            let outcome = self.one(form, &line);
            report.counts.count(form, &outcome);
            #[cfg(feature = "sqlite")]
            if let Ok(values) = &outcome {
                report.keep(&line, values)?;
            }
            let text = match (&outcome, self.only) {
                (Ok(_), Some(Outcome::Refused)) | (Err(_), Some(Outcome::Accepted)) => None,
                (Ok(values), _) if self.csv => Some(table.lines(number, values)),
                (outcome @ Err(_), _) if self.csv => {
                    eprint!("{}", visible(&as_text(form, number, outcome)));
                    None
                }
                (outcome, _) if self.json => Some(as_json(form, number, outcome)),
                (outcome, _) => Some(visible(&as_text(form, number, outcome)).into_owned()),
            };
            if let Err(error) = report.out.write_all(text.unwrap_or_default().as_bytes()) {
                return ended(error);
            }
        }
        bar.finish_and_clear();
        locked(report).finish().or_else(ended)
    }

    fn one(&self, form: &Form, line: &[u8]) -> Result<Values, Problems> {
        let begins = line.iter().find(|byte| !byte.is_ascii_whitespace());
        let kind = self.r#as.unwrap_or(match begins {
            Some(b'{') => Kind::Json,
            _ => Kind::Urlencoded,
        });
        match kind {
            Kind::Json => form.read_json(line),
            Kind::Urlencoded => form.read(line),
        }
    }
}

/// What has been reported, even after a panic of the other thread.
fn locked(report: &Mutex<Report>) -> MutexGuard<'_, Report> {
    report.lock().unwrap_or_else(PoisonError::into_inner)
}

/// On Ctrl-C, what was read is still reported, with its summary. Pressing it again ends the program at
/// once.
fn on_interrupt(form: Arc<Form>, report: Arc<Mutex<Report>>) -> Result<(), Failure> {
    const INTERRUPTED: i32 = 130;
    let runtime = tokio::runtime::Builder::new_current_thread().enable_all().build();
    let runtime = runtime.map_err(Failure::machine)?;
    std::thread::spawn(move || {
        runtime.block_on(async {
            if tokio::signal::ctrl_c().await.is_err() {
                return;
            }
            std::thread::spawn(move || {
                let mut report = locked(&report);
                // The program ends in any case, with this exit code.
                let _ = report.finish();
                report.counts.tell(&form);
                std::process::exit(INTERRUPTED);
            });
            let _ = tokio::signal::ctrl_c().await;
            std::process::exit(INTERRUPTED);
        });
    });
    Ok(())
}

/// The reader has closed the pipe: that is the end, and not a failure.
fn ended(error: std::io::Error) -> Result<(), Failure> {
    match error.kind() {
        std::io::ErrorKind::BrokenPipe => Ok(()),
        _ => Err(Failure::machine(error)),
    }
}

/// Reads the next line without its end, limited to one byte more than is accepted, and returns the number
/// of bytes consumed.
fn next_line(input: &mut impl BufRead, line: &mut Vec<u8>) -> std::io::Result<Option<u64>> {
    let mut read = 0;
    loop {
        let piece = input.fill_buf()?;
        if piece.is_empty() {
            return Ok((read > 0).then_some(read));
        }
        let end = piece.iter().position(|byte| *byte == b'\n');
        let taken = end.unwrap_or(piece.len());
        let room = (LONGEST + 1).saturating_sub(line.len());
        line.extend_from_slice(&piece[..taken.min(room)]);
        let used = taken + usize::from(end.is_some());
        input.consume(used);
        read += used as u64;
        if end.is_some() {
            if line.last() == Some(&b'\r') {
                line.pop();
            }
            return Ok(Some(read));
        }
    }
}

/// A progress bar on a terminal, and nothing otherwise.
fn bar(length: u64) -> ProgressBar {
    if !std::io::stderr().is_terminal() || std::io::stdout().is_terminal() {
        return ProgressBar::hidden();
    }
    let bar = if length == 0 { ProgressBar::no_length() } else { ProgressBar::new(length) };
    let look = match length {
        0 => "{bytes} read, {bytes_per_sec}",
        _ => "{wide_bar} {bytes} of {total_bytes}, {eta} left",
    };
    // The templates are constant; if one could not be parsed, a plain bar would do.
    bar.set_style(ProgressStyle::with_template(look).unwrap_or(ProgressStyle::default_bar()));
    bar
}

/// The values of the fields that are sent.
fn sent<'a>(form: &'a Form, values: &'a Values) -> impl Iterator<Item = (&'a str, &'a Value)> {
    let unsent = |name: &str| form.fields().any(|field| field.name == name && field.is_unsent());
    values.iter().filter(move |(name, _)| !unsent(name))
}

fn as_text(form: &Form, number: u64, outcome: &Result<Values, Problems>) -> String {
    match outcome {
        Ok(values) => {
            let values = sent(form, values).filter(|(_, value)| !value.is_empty());
            let shown: Vec<String> =
                values.map(|(name, value)| format!("{name}={value}")).collect();
            format!("{number} accepted  {}\n", shown.join("  "))
        }
        Err(problems) => {
            problems.0.iter().map(|problem| format!("{number} refused   {problem}\n")).collect()
        }
    }
}

/// The report on an accepted line.
#[derive(Serialize)]
struct Accepted<'a> {
    line: u64,
    accepted: bool,
    values: Option<Box<RawValue>>,
    unknown: &'a [String],
    warnings: Vec<String>,
}

/// The report on a refused line.
#[derive(Serialize)]
struct Refused<'a> {
    line: u64,
    accepted: bool,
    problems: Vec<Wrong<'a>>,
}

#[derive(Serialize)]
struct Wrong<'a> {
    name: &'a str,
    state: &'static str,
    message: String,
    received: Option<&'a str>,
}

impl<'a> From<&'a pin_notch::Problem> for Wrong<'a> {
    fn from(problem: &'a pin_notch::Problem) -> Self {
        Self {
            name: &problem.name,
            state: problem.invalid.state(),
            message: problem.invalid.to_string(),
            received: problem.received.as_deref(),
        }
    }
}

fn as_json(form: &Form, number: u64, outcome: &Result<Values, Problems>) -> String {
    match outcome {
        Ok(values) => json::line(&Accepted {
            line: number,
            accepted: true,
            values: json::values(sent(form, values).map(|(name, value)| (name, value.clone()))),
            unknown: values.unknown(),
            warnings: values.warnings().iter().map(ToString::to_string).collect(),
        }),
        Err(problems) => {
            let problems = problems.0.iter().map(Wrong::from).collect();
            json::line(&Refused { line: number, accepted: false, problems })
        }
    }
}

impl Counts {
    fn count(&mut self, form: &Form, outcome: &Result<Values, Problems>) {
        match outcome {
            Ok(values) => {
                self.accepted += 1;
                self.unknown += values.unknown().len() as u64;
            }
            Err(problems) => {
                self.refused += 1;
                for problem in &problems.0 {
                    let state = problem.invalid.state();
                    // Only names of the form are counted, so that hostile data cannot exhaust memory.
                    let name = match form.control(&problem.name) {
                        Some(_) => problem.name.as_str(),
                        None => "",
                    };
                    let same =
                        |entry: &&mut (String, &str, u64)| entry.0 == name && entry.1 == state;
                    match self.by_field.iter_mut().find(same) {
                        Some((.., count)) => *count += 1,
                        None => self.by_field.push((name.to_owned(), state, 1)),
                    }
                }
            }
        }
    }

    fn tell(&self, form: &Form) {
        let mut text = format!("{} accepted, {} refused\n", self.accepted, self.refused);
        let order = |name: &str| form.fields().position(|field| field.name == name);
        let mut all = self.by_field.clone();
        all.sort_by_key(|(name, state, _)| (order(name), *state));
        let shown = |name: &str| if name.is_empty() { "(what was sent)" } else { name }.to_owned();
        let wide = all.iter().map(|(name, ..)| shown(name).chars().count()).max().unwrap_or(0);
        for (name, state, count) in all {
            text.push_str(&format!("{count:>9}  {:wide$}  {state}\n", shown(&name)));
        }
        if self.unknown > 0 {
            text.push_str(&format!("{:>9}  names that no field has, ignored\n", self.unknown));
        }
        eprint!("{}", visible(&text));
    }
}
