//! `pin-notch check`: errors in sheets, and remarks on what is likely to surprise.

use crate::sheets::Source;
use crate::visible::visible;
use crate::{Failure, say, say_bytes};
use clap::Args;
use pin_notch_sheet::Severity;
use std::io::IsTerminal;
use std::path::PathBuf;

/// Check sheets: errors, and remarks on what is legal but surprising.
///
/// Exit code 0: nothing wrong. 1: remarks, with --strict. 2: errors.
#[derive(Args)]
#[command(after_help = "Examples:\n  pin-notch check demo/inspection.toml\n  \
                        pin-notch check --strict --json sheets/*.toml | jq .message")]
pub(crate) struct Check {
    /// The sheets, as TOML or, when the name ends in .json, as JSON
    #[arg(required = true, value_name = "FILE")]
    files: Vec<PathBuf>,
    /// Treat remarks as failures
    #[arg(long)]
    strict: bool,
    /// Print a line of JSON for each finding
    #[arg(long)]
    json: bool,
}

impl Check {
    pub(crate) fn run(&self) -> Result<(), Failure> {
        let (mut errors, mut remarks) = (0, 0);
        let for_people = std::io::stdout().is_terminal();
        for path in &self.files {
            let source = match Source::read(path) {
                Ok(source) => source,
                // The other sheets are checked all the same.
                Err(failure) => {
                    eprintln!("pin-notch: {}", visible(&failure.line));
                    errors += 1;
                    continue;
                }
            };
            for finding in source.sheet().1 {
                match finding.severity {
                    Severity::Error => errors += 1,
                    Severity::Remark => remarks += 1,
                }
                match self.json {
                    true => say(&source.json(&finding))?,
                    // The excerpt has our own colours.
                    false => say_bytes(source.shown(&finding, for_people).as_bytes())?,
                }
            }
        }
        let counted = |count: usize, what: &str| match count {
            1 => format!("1 {what}"),
            count => format!("{count} {what}s"),
        };
        let sum = format!("{}, {}", counted(errors, "error"), counted(remarks, "remark"));
        match (errors, remarks) {
            (1.., _) => Err(Failure::usage(sum)),
            (0, 1..) if self.strict => Err(Failure::machine(sum)),
            _ if self.json => Ok(()),
            _ => say(&format!("{}: {sum}\n", counted(self.files.len(), "sheet"))),
        }
    }
}
