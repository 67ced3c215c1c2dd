//! Invariants for arbitrary input: a module for each kind of input, with seeds and a check that panics if
//! an invariant is violated.
//!
//! `cargo xtask fuzz --minutes N` runs the search. Earlier findings are in `kept`, in a folder for each
//! kind, and are checked again by `cargo test`.

#![forbid(unsafe_code)]

pub mod attributes;
pub mod body;
pub mod date_pattern;
pub mod json_body;
pub mod moves;
pub mod number;
pub mod rule;
pub mod schema;
mod sheet;
pub mod sheet_json;
pub mod sheet_toml;

/// A kind of input.
pub struct Target {
    /// Its name, which is also that of its program and its folders.
    pub name: &'static str,
    /// Its seeds.
    pub seeds: fn() -> Vec<String>,
    /// Panics if an invariant is violated for this input.
    pub hold: fn(&[u8]),
}

/// All kinds.
pub const TARGETS: [Target; 10] = [
    Target { name: "sheet-toml", seeds: sheet_toml::seeds, hold: sheet_toml::hold },
    Target { name: "sheet-json", seeds: sheet_json::seeds, hold: sheet_json::hold },
    Target { name: "rule", seeds: rule::seeds, hold: rule::hold },
    Target { name: "moves", seeds: moves::seeds, hold: moves::hold },
    Target { name: "body", seeds: body::seeds, hold: body::hold },
    Target { name: "json-body", seeds: json_body::seeds, hold: json_body::hold },
    Target { name: "schema", seeds: schema::seeds, hold: schema::hold },
    Target { name: "date-pattern", seeds: date_pattern::seeds, hold: date_pattern::hold },
    Target { name: "number", seeds: number::seeds, hold: number::hold },
    Target { name: "attributes", seeds: attributes::seeds, hold: attributes::hold },
];

/// Inputs of some kinds are texts; invalid UTF-8 is skipped.
fn text(input: &[u8]) -> Option<&str> {
    std::str::from_utf8(input).ok()
}
