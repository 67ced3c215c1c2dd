//! Changes of the code, as `cargo-mutants` lists them.

use crate::Result;
use crate::machine::cargo;
use serde::Deserialize;
use std::collections::HashMap;
use std::path::PathBuf;

/// One change: what stands in this place of this file is replaced.
#[derive(Clone, Debug, Deserialize)]
pub(crate) struct Change {
    /// What it does, with its place.
    pub name: String,
    pub file: PathBuf,
    /// Where it is.
    pub span: Span,
    /// What stands there then.
    pub replacement: String,
    /// Of which kind it is.
    genre: String,
    function: Option<Function>,
    /// Where the body of its function is, without the braces, if that is known.
    #[serde(skip)]
    pub body: Option<Span>,
}

#[derive(Clone, Debug, Deserialize)]
struct Function {
    span: Span,
}

/// From one place in a file to another, which is not in it.
#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Eq, Hash)]
pub(crate) struct Span {
    pub start: Place,
    pub end: Place,
}

/// A line and a character in it, both counted from 1.
#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub(crate) struct Place {
    pub line: usize,
    pub column: usize,
}

impl Span {
    /// Whether all of that one is in this one.
    pub(crate) fn holds(self, other: Self) -> bool {
        self.start <= other.start && other.end <= self.end
    }
}

impl Change {
    /// Whether it cannot be built with others: it is in no function, or in one within another that is changed.
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
    // Of most functions, one of the changes replaces all of the body.
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

/// So many of them, spread evenly; other ones for another seed.
pub(crate) fn sample(all: Vec<Change>, most: usize, seed: usize) -> Vec<Change> {
    let (count, taken) = (all.len(), most.min(all.len()));
    let places = (0..taken).map(|index| (index * count / taken + seed) % count);
    places.map(|place| all[place].clone()).collect()
}
