//! Changes of the code, as listed by `cargo-mutants`.

use crate::Result;
use crate::machine::cargo;
use serde::Deserialize;
use std::collections::HashMap;
use std::path::PathBuf;

/// One change: a replacement in a file.
#[derive(Clone, Debug, Deserialize)]
pub(crate) struct Change {
    /// Its description, with its place.
    pub name: String,
    pub file: PathBuf,
    /// The place of the change.
    pub span: Span,
    /// The replacement.
    pub replacement: String,
    /// The kind of change.
    genre: String,
    function: Option<Function>,
    /// The place of the function body without its braces, if known.
    #[serde(skip)]
    pub body: Option<Span>,
}

#[derive(Clone, Debug, Deserialize)]
struct Function {
    span: Span,
}

/// A range in a file, with an exclusive end.
#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Eq, Hash)]
pub(crate) struct Span {
    pub start: Place,
    pub end: Place,
}

/// A line and column, both counted from 1.
#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub(crate) struct Place {
    pub line: usize,
    pub column: usize,
}

impl Span {
    /// Whether this contains all of another range.
    pub(crate) fn holds(self, other: Self) -> bool {
        self.start <= other.start && other.end <= self.end
    }
}

impl Change {
    /// Whether it cannot be built together with others, because it is outside any function, or in a
    /// function nested in another changed one.
    pub(crate) fn is_apart(&self, others: &[Self]) -> bool {
        let Some(body) = self.body else { return true };
        let holds = |other: &&Self| {
            let outer = other.body.filter(|outer| *outer != body && outer.holds(body));
            other.file == self.file && outer.is_some()
        };
        others.iter().any(|other| holds(&other))
    }
}

/// The kind of a change that replaces the body of a function.
const WHOLE_BODY: &str = "FnValue";

/// Every change of this crate.
pub(crate) fn all_of(package: &str) -> Result<Vec<Change>> {
    let listed = cargo().args(["mutants", "--list", "--json", "-p", package]).output()?;
    let mut all: Vec<Change> = serde_json::from_slice(&listed.stdout)
        .map_err(|error| format!("cargo mutants: {error}"))?;
    // For most functions, one of the changes replaces the whole body.
    let mut bodies: HashMap<(PathBuf, Span), Span> = HashMap::new();
    for change in all.iter().filter(|change| change.genre == WHOLE_BODY) {
        if let Some(function) = &change.function {
            bodies.insert((change.file.clone(), function.span), change.span);
        }
    }
    for change in &mut all {
        let function = change.function.as_ref().map(|function| function.span);
        change.body = function.and_then(|span| bodies.get(&(change.file.clone(), span)).copied());
    }
    Ok(all)
}

/// A sample of this size, spread evenly and depending on the seed.
pub(crate) fn sample(all: Vec<Change>, most: usize, seed: usize) -> Vec<Change> {
    let (count, taken) = (all.len(), most.min(all.len()));
    let places = (0..taken).map(|index| (index * count / taken + seed) % count);
    places.map(|place| all[place].clone()).collect()
}
