//! `pin-notch schema`: converts a sheet to JSON Schema, and back.

use crate::sheets::Source;
use crate::visible::visible;
use crate::{Failure, say};
use clap::Args;
use pin_notch_sheet::{Loss, from_schema};
use std::path::PathBuf;

/// Print the JSON Schema (2020-12) of what a sheet's form accepts; or, with --from, a sheet for a schema.
///
/// What cannot be converted is reported on standard error, with a line for each kind of loss that lists the
/// fields concerned. "(accepts)" marks losses that change which documents are accepted.
#[derive(Args)]
#[command(
    after_help = "Examples:\n  pin-notch schema demo/inspection.toml > inspection.schema.json\n  \
                        pin-notch schema --from inspection.schema.json > inspection.toml"
)]
pub(crate) struct Schema {
    /// The sheet; with --from, the schema
    file: PathBuf,
    /// Make a sheet from a schema
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
        tell(&lost);
        Ok(())
    }
}

/// How many fields are listed with a loss.
const MOST_NAMED: usize = 6;

/// Each kind of loss once, with the fields concerned.
fn tell(lost: &[Loss]) {
    let mut kinds: Vec<(bool, &str, Vec<&str>)> = Vec::new();
    for loss in lost {
        let known = kinds
            .iter_mut()
            .find(|(accepts, what, _)| (*accepts, *what) == (loss.accepts, loss.what.as_str()));
        match known {
            Some((.., names)) => names.push(&loss.name),
            None => kinds.push((loss.accepts, &loss.what, vec![&loss.name])),
        }
    }
    for (accepts, what, names) in kinds {
        let accepts = if accepts { " (accepts)" } else { "" };
        let more = match names.len().saturating_sub(MOST_NAMED) {
            0 => String::new(),
            more => format!(" and {more} more"),
        };
        let named = names[..names.len().min(MOST_NAMED)].join(", ");
        let of = if named.is_empty() { String::new() } else { format!("{named}{more}: ") };
        eprintln!("not converted{accepts}: {}", visible(&format!("{of}{what}")));
    }
}
