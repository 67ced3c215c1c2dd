//! Properties that say how many of their cases they have looked at.

use proptest::prelude::*;
use proptest::test_runner::{TestCaseError, TestRunner};
use std::cell::Cell;
use std::fmt::Debug;

/// What a case comes to: whether there was anything to look at in it.
pub type Looked = Result<bool, TestCaseError>;

/// Tries a property on so many cases. It gives `Ok(false)` for a case in which there was nothing to look at; where
/// fewer than this share of the cases had something, the property says too little, and fails.
///
/// # Panics
/// With the smallest case that it does not hold for, or with the share.
#[track_caller]
pub fn reached<S: Strategy>(
    cases: u32,
    least: f64,
    strategy: &S,
    property: impl Fn(S::Value) -> Looked,
) where
    S::Value: Debug,
{
    let mut config = ProptestConfig::with_cases(cases);
    // A failing case is shown; it is kept by being written down as a test.
    config.failure_persistence = None;
    let (all, looked) = (Cell::new(0_u32), Cell::new(0_u32));
    let result = TestRunner::new(config).run(strategy, |case| {
        all.set(all.get() + 1);
        if property(case)? {
            looked.set(looked.get() + 1);
        }
        Ok(())
    });
    if let Err(error) = result {
        panic!("{error}");
    }
    let share = f64::from(looked.get()) / f64::from(all.get().max(1));
    println!("{} of {} cases looked at", looked.get(), all.get());
    assert!(share >= least, "only {} of {} cases had anything to look at", looked.get(), all.get());
}
