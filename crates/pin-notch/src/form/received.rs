//! What came back: typed values, or what is wrong with them.

use super::Field;
use crate::control::Value;
use crate::validity::Invalid;
use core::fmt;

/// The most unknown names that are told, and the most characters of a received text that are shown: a
/// hostile body must not be echoed in full.
pub const MAX_REPORTED: usize = 80;

/// A form's values, accepted by its controls.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Values {
    values: Vec<(String, Value)>,
    unknown: Vec<String>,
    warnings: Vec<Problem>,
}

impl Values {
    pub(super) fn new(values: Vec<(String, Value)>, unknown: Vec<String>) -> Self {
        Self { values, unknown, warnings: Vec::new() }
    }

    pub(super) fn with_warnings(mut self, warnings: Vec<Problem>) -> Self {
        self.warnings = warnings;
        self
    }

    /// What the form's own rules warn of, which is no reason to refuse it.
    pub fn warnings(&self) -> &[Problem] {
        &self.warnings
    }

    /// The value of the control of this name.
    pub fn get(&self, name: &str) -> Option<Value> {
        self.iter().find(|(found, _)| *found == name).map(|(_, value)| value)
    }

    /// Names and values in field order.
    pub fn iter(&self) -> impl Iterator<Item = (&str, Value)> {
        self.values.iter().map(|(name, value)| (name.as_str(), *value))
    }

    /// Names that came in and were left aside, because no enabled control has them; the first
    /// [`MAX_REPORTED`] of them.
    pub fn unknown(&self) -> &[String] {
        &self.unknown
    }
}

/// One thing that is wrong with a form's values.
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct Problem {
    /// The control's name.
    pub name: String,
    /// Its label.
    pub label: String,
    /// The start of the text that was received for it, unless that was empty or missing.
    pub received: Option<String>,
    /// What is wrong.
    pub invalid: Invalid,
}

impl Problem {
    pub(super) fn of(field: &Field, received: Option<&String>, invalid: Invalid) -> Self {
        Self {
            name: field.name.clone(),
            label: field.label.clone(),
            received: received
                .filter(|text| !text.is_empty())
                .map(|text| text.chars().take(MAX_REPORTED).collect()),
            invalid,
        }
    }
}

impl fmt::Display for Problem {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        write!(f, "{}: {}", self.label, self.invalid)?;
        match &self.received {
            Some(text) => write!(f, " (received {text:?})"),
            None => Ok(()),
        }
    }
}

/// All that is wrong with a form's values, in field order; never empty. Its text has a line for each.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Problems(pub Vec<Problem>);

impl Problems {
    /// The name of the field to lead the person to: the first that has a problem.
    pub fn first(&self) -> Option<&str> {
        self.0.first().map(|problem| problem.name.as_str())
    }
}

impl fmt::Display for Problems {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        for (at, problem) in self.0.iter().enumerate() {
            let line = if at > 0 { "\n" } else { "" };
            write!(f, "{line}{problem}")?;
        }
        Ok(())
    }
}

impl std::error::Error for Problems {}
