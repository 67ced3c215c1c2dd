//! Parsing of field names.

use super::{Parser, Span, Typed};
use crate::expression::{ExpressionError, Part, Tree, Type};
use crate::quoted::Quoted;
use crate::value::ValueKind;

impl Parser<'_> {
    /// A field of the row that the expression belongs to.
    pub(super) fn field(&self, name: &str, span: Span) -> Result<Typed, ExpressionError> {
        self.field_in(name, span, self.fields.row)
    }

    /// A field; for a name in rows without a row number, the field of the current row.
    pub(super) fn field_in(
        &self,
        name: &str,
        span: Span,
        row: Option<(usize, usize)>,
    ) -> Result<Typed, ExpressionError> {
        let in_row = |name: &str| {
            let (rows, field) = self.fields.row_field(name)?;
            let (_, row) = row.filter(|(at, _)| *at == rows)?;
            Some(self.fields.rows[rows].places[row][field])
        };
        let find = |name: &str| self.fields.place(name).or_else(|| in_row(name));
        let (whole, part) = match (find(name), name.rsplit_once('.')) {
            (Some(at), _) => (Some(at), Part::Whole),
            (None, Some(_)) => {
                let (before, part) = whole_name(name);
                (find(before).filter(|_| part != Part::Whole), part)
            }
            (None, None) => (None, Part::Whole),
        };
        let Some(at) = whole else {
            let in_rows =
                [name, whole_name(name).0].into_iter().find_map(|name| self.fields.row_field(name));
            if let Some((rows, _)) = in_rows {
                return Err(ExpressionError::of_each_row(span, &self.fields.rows[rows].name));
            }
            let mut error = ExpressionError::no_such_field(span, name);
            if let "on" | "off" | "yes" | "no" = name {
                error = error.with_help("write true or false");
            }
            return Err(error);
        };
        let kind = match (self.fields.all[at].kind, part) {
            (ValueKind::Span, Part::First | Part::Last) => Type::Number,
            (ValueKind::Dates, Part::First | Part::Last) => Type::Ordered(ValueKind::Date),
            (ValueKind::Span | ValueKind::Dates, Part::Whole) => {
                let message = format!("{} has two ends", Quoted(name));
                let (low, high) = match self.fields.all[at].kind {
                    ValueKind::Span => ("low", "high"),
                    _ => ("first", "last"),
                };
                return Err(ExpressionError::mismatch(span, message)
                    .with_help(format!("write {name}.{low} or {name}.{high}")));
            }
            (_, Part::First | Part::Last) => {
                let message = format!("{} has no ends", Quoted(&self.fields.all[at].name));
                return Err(ExpressionError::mismatch(span, message));
            }
            (ValueKind::Number, _) => Type::Number,
            (ValueKind::On, _) => Type::On,
            (ValueKind::Text, _) => Type::Text,
            (ValueKind::Texts, _) => Type::List,
            (kind, _) => Type::Ordered(kind),
        };
        Ok((Tree::Field(at, part), kind, span))
    }
}

/// The name of a field, and the part of it that is referred to, if any.
pub(super) fn whole_name(name: &str) -> (&str, Part) {
    match name.rsplit_once('.') {
        Some((before, "low" | "first")) => (before, Part::First),
        Some((before, "high" | "last")) => (before, Part::Last),
        _ => (name, Part::Whole),
    }
}
