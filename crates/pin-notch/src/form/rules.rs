//! The developer's own rules over one or several fields, and what they find.

use super::{Field, Problem, Values};
use crate::validity::Invalid;
use core::fmt;
use std::sync::Arc;

/// What a rule checks, and what it says is wrong.
type Check = Arc<dyn Fn(&Values) -> Option<String> + Send + Sync>;

/// A rule of the developer's own.
#[derive(Clone)]
pub(super) struct Rule {
    /// The fields it checks; what it finds is told at the first of them.
    pub fields: Vec<usize>,
    /// Whether what it finds is only a warning.
    pub warns: bool,
    pub check: Check,
}

impl fmt::Debug for Rule {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.debug_struct("Rule").field("fields", &self.fields).field("warns", &self.warns).finish()
    }
}

/// What the rules of this kind find in these values. A rule of which a field has no acceptable value is
/// passed over: that field's own problem comes first.
pub(super) fn found(
    rules: &[Rule],
    fields: &[Field],
    values: &Values,
    warns: bool,
) -> Vec<Problem> {
    let of_kind = rules.iter().filter(|rule| rule.warns == warns);
    let ready =
        of_kind.filter(|rule| rule.fields.iter().all(|at| values.get(&fields[*at].name).is_some()));
    ready
        .filter_map(|rule| {
            let message = (rule.check)(values)?;
            let first = &fields[*rule.fields.first()?];
            Some(Problem::of(first, None, Invalid::CustomError(message)))
        })
        .collect()
}
