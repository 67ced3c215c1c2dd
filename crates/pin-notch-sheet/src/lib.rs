//! Forms defined in a file.
//!
//! A [`Sheet`] is read from TOML or JSON: the fields of a form with their controls, fieldsets, links and
//! rules, and the texts of other languages. It produces a [`Form`](pin_notch::Form), which is shown in a
//! page, used by a server to check received bodies, and driven by tests. All errors in a sheet are found in
//! one run. Each [`Finding`] has its place in the text and says what would be right.
//!
//! The keys of a field are the attributes of its control, as in HTML. The README of `pin-notch-sheet` lists
//! them all.

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
mod sketch;
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
