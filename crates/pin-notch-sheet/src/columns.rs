//! The columns of a field in a table.

use pin_notch::ValueKind;

/// The suffixes of a field's column names, one for each of its columns.
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
