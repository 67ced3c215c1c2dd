//! Running moves from a file on a sheet from a file: a test in one line.

use super::{Moves, Step};
use crate::finding::{Severity, place};
use crate::sheet::{Context, Sheet};
use crate::tree::Format;
use std::fmt::{self, Write};
use std::path::Path;

/// Why moves failed: a message of several lines, for the output of a test.
#[derive(Clone, PartialEq, Eq)]
pub struct MovesError(String);

impl fmt::Display for MovesError {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(&self.0)
    }
}

/// The same text, because this is what a failing test prints.
impl fmt::Debug for MovesError {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        write!(f, "\n{}", self.0)
    }
}

impl std::error::Error for MovesError {}

/// Runs a file of [moves](Moves) on the form of a sheet, and reports all expectations that are not met.
/// Files named by the sheet are relative to it; the paths given here are relative to the package folder,
/// where Cargo runs tests.
///
/// ```
/// # fn main() -> Result<(), pin_notch_sheet::MovesError> {
/// // In a test of one's own, one line:
/// let demo = "../pin-notch-cli/demo";
/// pin_notch_sheet::run_moves(format!("{demo}/inspection.toml"), format!("{demo}/inspection.moves"))?;
/// # Ok(()) }
/// ```
///
/// # Errors
/// Reports errors in the sheet, lines of the moves that cannot be read, or unmet expectations, with the
/// values of the form after the preceding move.
pub fn run_moves(sheet: impl AsRef<Path>, moves: impl AsRef<Path>) -> Result<(), MovesError> {
    let (sheet, moves) = (sheet.as_ref(), moves.as_ref());
    let read = |path: &Path| {
        let wrong = |why| MovesError(format!("{}: {why}", path.display()));
        std::fs::read_to_string(path).map_err(wrong)
    };
    let text = read(sheet)?;
    let folder = sheet.parent().unwrap_or(Path::new(""));
    let files =
        |name: &str| std::fs::read_to_string(folder.join(name)).map_err(|why| why.to_string());
    let moves_text = read(moves)?;
    let today = Moves::today(&moves_text);
    let context = Context { files: &files, today };
    let format = Format::of(&sheet.to_string_lossy());
    let (made, found) = Sheet::read(&text, format, &context);
    let mut wrong = String::new();
    for error in found.iter().filter(|one| one.severity == Severity::Error) {
        let (line, column) = place(&text, error.span.start);
        let _ = writeln!(wrong, "{}:{line}:{column}: {error}", sheet.display());
    }
    let mut form = made.form();
    let moves_read = Moves::read(&moves_text, &form).map_err(|errors| {
        let lines =
            errors.iter().map(|one| format!("{}:{}: {}", moves.display(), one.line, one.why));
        MovesError(lines.collect::<Vec<_>>().join("\n"))
    })?;
    let mut last = String::new();
    moves_read.run(&mut form, |_, step| match step {
        Step::Moved(moved) => last = format!("{}: {}", moved.line, moved.attempt),
        Step::Expected(one) if one.is_met() => {}
        Step::Expected(one) => {
            let at = moves.display();
            let _ = write!(
                wrong,
                "{at}:{}: after line {last}\n  expected  {}\n  found     {}\n",
                one.line, one.expected, one.found
            );
        }
    });
    if wrong.is_empty() { Ok(()) } else { Err(MovesError(wrong)) }
}
