//! `pin-notch schema`: a sheet as JSON Schema, and back.

use crate::sheets::Source;
use crate::visible::visible;
use crate::{Failure, say};
use clap::Args;
use pin_notch_sheet::{Loss, from_schema};
use std::path::PathBuf;

/// Print the JSON Schema (2020-12) of what a sheet's form accepts; or, with --from, a sheet for a schema.
///
/// What cannot be carried over is told on standard error, a line for each: "(accepts)" stands before what
/// changes which documents are accepted.
#[derive(Args)]
#[command(
    after_help = "Examples:\n  pin-notch schema demo/inspection.toml > inspection.schema.json\n  \
                        pin-notch schema --from inspection.schema.json > inspection.toml"
)]
pub(crate) struct Schema {
    /// The sheet; with --from, the schema
    file: PathBuf,
    /// Make a sheet of a schema
    #[arg(long)]
    from: bool,
}

impl Schema {
    pub(crate) fn run(&self) -> Result<(), Failure> {
        let source = Source::read(&self.file)?;
        let (text, lost) = match self.from {
            false => source.sound()?.to_schema(),
            true => from_schema(&source.text)
                .map_err(|why| Failure::usage(format!("{}: {why}", self.file.display())))?,
        };
        say(&text)?;
        lost.iter().for_each(tell);
        Ok(())
    }
}

fn tell(loss: &Loss) {
    let accepts = if loss.accepts { " (accepts)" } else { "" };
    eprintln!("not carried over{accepts}: {}", visible(&loss.to_string()));
}
