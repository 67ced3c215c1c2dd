//! Errors in expressions, with their places.

use crate::quoted::Quoted;
use core::fmt;
use core::ops::Range;

/// An error in an expression. It is displayed as its message.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct ExpressionError {
    span: Range<usize>,
    kind: ExpressionErrorKind,
    help: Option<String>,
}

/// The kind of error.
#[derive(Clone, Debug, PartialEq, Eq)]
pub enum ExpressionErrorKind {
    /// A syntax error.
    Syntax(String),
    /// A type error.
    Mismatch(String),
    /// It refers to a field that does not exist.
    NoSuchField(String),
    /// It refers to a field of these rows without saying which row is meant.
    OfEachRow(String),
    /// It refers to no field.
    WithoutField,
}

impl ExpressionError {
    pub(super) fn syntax(span: Range<usize>, message: impl Into<String>) -> Self {
        Self { span, kind: ExpressionErrorKind::Syntax(message.into()), help: None }
    }

    pub(super) fn mismatch(span: Range<usize>, message: impl Into<String>) -> Self {
        Self { span, kind: ExpressionErrorKind::Mismatch(message.into()), help: None }
    }

    pub(super) fn no_such_field(span: Range<usize>, name: &str) -> Self {
        Self { span, kind: ExpressionErrorKind::NoSuchField(name.to_owned()), help: None }
    }

    pub(crate) fn of_each_row(span: Range<usize>, rows: &str) -> Self {
        let kind = ExpressionErrorKind::OfEachRow(rows.to_owned());
        let help = "take them together by sum(…), count(…), min(…), max(…) or different(…)";
        Self { span, kind, help: None }.with_help(help)
    }

    pub(super) fn without_field(span: Range<usize>) -> Self {
        Self { span, kind: ExpressionErrorKind::WithoutField, help: None }
    }

    pub(super) fn with_help(mut self, help: impl Into<String>) -> Self {
        self.help = Some(help.into());
        self
    }

    /// The same error with its place moved back by this many bytes.
    pub(super) fn moved(mut self, by: usize) -> Self {
        self.span = self.span.start + by..self.span.end + by;
        self
    }

    /// The byte range of the text at fault.
    pub fn span(&self) -> Range<usize> {
        self.span.clone()
    }

    /// The kind of error.
    pub fn kind(&self) -> &ExpressionErrorKind {
        &self.kind
    }

    /// What would be right.
    pub fn help(&self) -> Option<&str> {
        self.help.as_deref()
    }
}

impl fmt::Display for ExpressionError {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match &self.kind {
            ExpressionErrorKind::Syntax(message) | ExpressionErrorKind::Mismatch(message) => {
                f.write_str(message)
            }
            ExpressionErrorKind::NoSuchField(name) => {
                write!(f, "no field is named {}", Quoted(name))
            }
            ExpressionErrorKind::OfEachRow(rows) => {
                write!(f, "this is in each row of {}, of which there may be several", Quoted(rows))
            }
            ExpressionErrorKind::WithoutField => {
                f.write_str("a condition must refer to at least one field, but this refers to none")
            }
        }
    }
}

impl core::error::Error for ExpressionError {}
