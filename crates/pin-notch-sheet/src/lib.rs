//! A form written down once, in a file.
//!
//! A [`Sheet`] is read from TOML or JSON: the fields of a form with their controls, fieldsets, links and rules,
//! and the texts of other languages. It makes a [`Form`](pin_notch::Form), which a page shows, a server
//! re-checks bodies with, and tests drive. Everything that is wrong with a sheet is found in one run, each
//! [`Finding`] with its place in the text and with what would be right.
//!
//! The words of a field are the attributes of its control, the same as in HTML; the README of `pin-notch-sheet`
//! lists them all.

#![forbid(unsafe_code)]
#![deny(clippy::unwrap_used)]

mod columns;
mod fill;
mod finding;
mod moves;
mod page;
mod read;
mod reply;
mod schema;
mod sheet;
#[cfg(feature = "sqlite")]
mod sink;
mod svg;
mod text;
mod tree;
mod words;

pub use columns::column_endings;
pub use finding::{Finding, Severity, place};
pub use moves::{
    Expected, MoveError, Moved, Moves, MovesError, ROW_VERBS, Step, VERBS, Verb, run_moves,
};
pub use page::{Page, Theme};
pub use reply::Reply;
pub use schema::{Loss, from_schema};
pub use sheet::{Context, Files, Sheet};
#[cfg(feature = "sqlite")]
pub use sink::{Sink, SinkError};
pub use tree::Format;
