//! How many columns of a table a field has.

use pin_notch::ValueKind;

/// What stands behind a field's name in the names of its columns, of which it has as many.
///
/// ```
/// use pin_notch::ValueKind;
/// assert_eq!(pin_notch_sheet::column_endings(ValueKind::Dates), ["-from", "-to"]);
/// assert_eq!(pin_notch_sheet::column_endings(ValueKind::Number), [""]);
/// ```
pub fn column_endings(kind: ValueKind) -> &'static [&'static str] {
    match kind {
        ValueKind::Span | ValueKind::Dates => &["-from", "-to"],
        ValueKind::Number
        | ValueKind::On
        | ValueKind::Text
        | ValueKind::Texts
        | ValueKind::Date
        | ValueKind::Month
        | ValueKind::Week
        | ValueKind::Time
        | ValueKind::DateTime => &[""],
    }
}
