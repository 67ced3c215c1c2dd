//! Why a value is not acceptable: the HTML standard's [validity states][states], each with a message.
//!
//! [states]: https://html.spec.whatwg.org/multipage/form-control-infrastructure.html#validity-states

use crate::limit::Limit;
use crate::notches::Notches;
use core::fmt;
use rust_decimal::Decimal;

/// One reason why a value is not acceptable. Its text is a message for the person who filled it in.
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub enum Invalid {
    /// A value is required and there is none (`valueMissing`).
    ValueMissing,
    /// What came in cannot be understood as a value (`badInput`). Holds what is wrong with it.
    BadInput(String),
    /// The value is below the minimum (`rangeUnderflow`).
    RangeUnderflow {
        /// The smallest value allowed.
        min: Limit,
    },
    /// The value is above the maximum (`rangeOverflow`).
    RangeOverflow {
        /// The largest value allowed.
        max: Limit,
    },
    /// The value is on no notch (`stepMismatch`).
    StepMismatch {
        /// The nearest notch below, if there is one.
        below: Option<Limit>,
        /// The nearest notch above, if there is one.
        above: Option<Limit>,
    },
    /// Fewer are chosen than have to be. HTML has no state for it; as there, it is a `customError`.
    TooFew {
        /// The smallest number of chosen ones.
        least: usize,
    },
    /// More are chosen than may be (a `customError` as well).
    TooMany {
        /// The largest number of chosen ones.
        most: usize,
    },
    /// The program's own objection (`customError`).
    CustomError(String),
}

impl Invalid {
    /// Writes the limits that it speaks of in another way.
    pub(crate) fn put_limits(&mut self, put: impl Fn(Limit) -> Limit) {
        match self {
            Self::RangeUnderflow { min: limit } | Self::RangeOverflow { max: limit } => {
                *limit = put(*limit);
            }
            Self::StepMismatch { below, above } => {
                *below = below.map(&put);
                *above = above.map(&put);
            }
            _ => {}
        }
    }

    /// The name that the HTML standard's `ValidityState` interface has for this state.
    ///
    /// ```
    /// assert_eq!(pin_notch::Invalid::ValueMissing.state(), "valueMissing");
    /// ```
    pub fn state(&self) -> &'static str {
        match self {
            Self::ValueMissing => "valueMissing",
            Self::BadInput(_) => "badInput",
            Self::RangeUnderflow { .. } => "rangeUnderflow",
            Self::RangeOverflow { .. } => "rangeOverflow",
            Self::StepMismatch { .. } => "stepMismatch",
            Self::TooFew { .. } | Self::TooMany { .. } | Self::CustomError(_) => "customError",
        }
    }
}

impl fmt::Display for Invalid {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::ValueMissing => f.write_str("A value is required."),
            Self::BadInput(what) => f.write_str(what),
            Self::RangeUnderflow { min } => {
                write!(
                    f,
                    "The {} must be {min} or {}.",
                    min.nouns().0,
                    if min.is_number() { "more" } else { "later" }
                )
            }
            Self::RangeOverflow { max } => {
                let way = if max.is_number() { "less" } else { "earlier" };
                write!(f, "The {} must be {max} or {way}.", max.nouns().0)
            }
            Self::StepMismatch { below, above } => match (below, above) {
                (Some(below), Some(above)) => write!(
                    f,
                    "The {} is between two steps: the nearest are {below} and {above}.",
                    below.nouns().0
                ),
                (Some(one), None) | (None, Some(one)) => {
                    write!(f, "The {} is on no step: the nearest is {one}.", one.nouns().0)
                }
                (None, None) => f.write_str("The value is on no step."),
            },
            Self::TooFew { least } => write!(f, "Choose at least {least}."),
            Self::TooMany { most } => write!(f, "Choose no more than {most}."),
            Self::CustomError(message) => f.write_str(message),
        }
    }
}

impl std::error::Error for Invalid {}

/// All reasons why `value` does not meet the bounds and the step, in HTML's order.
pub(crate) fn against(notches: &Notches, value: Decimal) -> Vec<Invalid> {
    let mut all = Vec::new();
    if let Some(min) = notches.min().filter(|min| value < *min) {
        all.push(Invalid::RangeUnderflow { min: min.into() });
    }
    if let Some(max) = notches.max().filter(|max| value > *max) {
        all.push(Invalid::RangeOverflow { max: max.into() });
    }
    if !notches.on_step(value) {
        let (below, above) = (notches.below(value), notches.above(value));
        let (below, above) = (below.map(Limit::from), above.map(Limit::from));
        all.push(Invalid::StepMismatch { below, above });
    }
    all
}

/// What is wrong with the number of things that are chosen.
pub(crate) fn counted(count: usize, least: usize, most: usize) -> Vec<Invalid> {
    let mut all = Vec::new();
    if count < least {
        all.push(Invalid::TooFew { least });
    }
    if count > most {
        all.push(Invalid::TooMany { most });
    }
    all
}

/// The first of these in words for the person; empty when there is none.
pub(crate) fn in_words(all: &[Invalid]) -> String {
    all.first().map(ToString::to_string).unwrap_or_default()
}
