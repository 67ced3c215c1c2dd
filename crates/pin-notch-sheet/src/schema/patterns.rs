//! The patterns of days, months, weeks and times in schemas.

pub(super) const DAY: &str = "^(?!0000)[0-9]{4}-(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$";
pub(super) const MONTH: &str = "^(?!0000)[0-9]{4}-(0[1-9]|1[0-2])$";
pub(super) const WEEK: &str = "^(?!0000)[0-9]{4}-W(0[1-9]|[1-4][0-9]|5[0-3])$";
pub(super) const TIME: &str = r"^([01][0-9]|2[0-3]):[0-5][0-9](:[0-5][0-9](\.[0-9]{1,3})?)?$";
pub(super) const MINUTES: &str = r"^([01][0-9]|2[0-3]):[0-5][0-9](:00(\.0{1,3})?)?$";
pub(super) const DATE_MINUTES: &str = r"^(?!0000)[0-9]{4}-(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])[T ]([01][0-9]|2[0-3]):[0-5][0-9](:00(\.0{1,3})?)?$";
pub(super) const DATE_TIME: &str = r"^(?!0000)[0-9]{4}-(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])[T ]([01][0-9]|2[0-3]):[0-5][0-9](:[0-5][0-9](\.[0-9]{1,3})?)?$";

/// The keys for such values that a schema preserves for conversion back.
pub(super) const LINE_WORDS: [&str; 3] = ["min", "max", "step"];
