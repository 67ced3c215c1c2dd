//! The names of the fields of dates and times.

/// The fields of dates and times.
///
/// ```
/// assert_eq!(pin_notch::FieldName::Minute.to_string(), "minute");
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
#[expect(missing_docs, reason = "each is its name")]
pub enum FieldName {
    Year,
    Month,
    Week,
    Day,
    Hour,
    Minute,
    Second,
    Millisecond,
}
