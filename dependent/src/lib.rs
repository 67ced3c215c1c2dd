//! Every documented example of `pin-notch`, in a crate that depends on it alone.

#![doc = include_str!(concat!(env!("OUT_DIR"), "/examples.md"))]
#![doc = include_str!("../../crates/pin-notch/README.md")]
