//! Properties that count how many of their cases were relevant.

use proptest::prelude::*;
use proptest::test_runner::{TestCaseError, TestRunner};
use std::cell::Cell;
use std::fmt::Debug;

/// The result of a case: whether it was relevant.
pub type Looked = Result<bool, TestCaseError>;

/// Tries a property on this many cases. It returns `Ok(false)` for an irrelevant case. If less than this
/// share of the cases is relevant, the property proves too little and fails.
///
/// # Panics
/// Reports the smallest failing case, or the share.
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
    // A failing case is printed. It is kept by turning it into a test.
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
