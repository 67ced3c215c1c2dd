//! Findings: errors in a sheet and remarks on what is likely to surprise, with their places.

use std::fmt;
use std::ops::Range;

/// The severity of a finding.
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord)]
pub enum Severity {
    /// The sheet cannot be used as it is.
    Error,
    /// It is legal but likely to surprise.
    Remark,
}

impl Severity {
    /// `error` or `remark`.
    ///
    /// ```
    /// assert_eq!(pin_notch_sheet::Severity::Remark.word(), "remark");
    /// ```
    pub fn word(self) -> &'static str {
        match self {
            Self::Error => "error",
            Self::Remark => "remark",
        }
    }
}

/// One finding in a sheet. It is displayed as its message. Its place is in [`span`](Self::span), which
/// [`place`] converts to a line and a column.
///
/// ```
/// use pin_notch_sheet::{Format, Sheet, Context, place};
/// let text = "[[field]]\nname = \"weight\"\ncontrol = \"slyder\"\n";
/// let found = Sheet::read(text, Format::Toml, &Context::default()).1;
/// assert_eq!(found[0].to_string(), "no control is called \"slyder\"");
/// assert_eq!(found[0].help.as_deref(), Some("did you mean \"slider\"?"));
/// assert_eq!(place(text, found[0].span.start), (3, 11));
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct Finding {
    /// Its severity.
    pub severity: Severity,
    /// A stable name for programs.
    pub code: &'static str,
    /// What is wrong.
    pub message: String,
    /// What would be right.
    pub help: Option<String>,
    /// The byte range of the text concerned.
    pub span: Range<usize>,
}

impl fmt::Display for Finding {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(&self.message)
    }
}

impl std::error::Error for Finding {}

impl Finding {
    pub(crate) fn error(
        code: &'static str,
        span: Range<usize>,
        message: impl Into<String>,
    ) -> Self {
        Self { severity: Severity::Error, code, message: message.into(), help: None, span }
    }

    pub(crate) fn remark(
        code: &'static str,
        span: Range<usize>,
        message: impl Into<String>,
    ) -> Self {
        Self { severity: Severity::Remark, ..Self::error(code, span, message) }
    }

    pub(crate) fn with_help(mut self, help: impl Into<String>) -> Self {
        self.help = Some(help.into());
        self
    }
}

/// The line and the column, both from 1, of a byte of a text. Columns count characters.
///
/// ```
/// assert_eq!(pin_notch_sheet::place("one\ntwö = 2", 9), (2, 5));
/// ```
pub fn place(text: &str, byte: usize) -> (usize, usize) {
    let byte = (0..=byte.min(text.len())).rev().find(|at| text.is_char_boundary(*at)).unwrap_or(0);
    let before = &text[..byte];
    let start = before.rfind('\n').map_or(0, |at| at + 1);
    (before.matches('\n').count() + 1, before[start..].chars().count() + 1)
}

/// Words that people might try, and the words that a sheet uses instead.
const INSTEAD: [(&str, &str); 16] = [
    ("help", "description"),
    ("hint", "description"),
    ("default", "value"),
    ("initial", "value"),
    ("if", "only-if"),
    ("if", "holds"),
    ("when", "only-if"),
    ("condition", "only-if"),
    ("condition", "holds"),
    ("text", "message"),
    ("legend", "label"),
    ("title", "label"),
    ("title", "legend"),
    ("values", "options"),
    ("lines", "rows"),
    ("length", "maxlength"),
];

/// The word among these that was probably meant by this key of a sheet.
pub(crate) fn meant_key<'a>(key: &str, words: &[&'a str]) -> Option<&'a str> {
    let instead = INSTEAD.iter().filter(|(other, _)| *other == key);
    let known = |meant: &str| words.iter().copied().find(|known| *known == meant);
    instead.map(|(_, meant)| *meant).find_map(known).or_else(|| meant(key, words.iter().copied()))
}

/// The word among these that was probably meant by this one, judging by its letters.
pub(crate) fn meant<'a>(word: &str, words: impl IntoIterator<Item = &'a str>) -> Option<&'a str> {
    let near = words.into_iter().map(|known| (strsim::damerau_levenshtein(word, known), known));
    let (distance, known) = near.min_by_key(|(distance, _)| *distance)?;
    // If hardly a letter is right, there is no guess; in a short word, one letter may be missing or
    // superfluous.
    let letters = word.chars().count();
    let most = if letters == known.chars().count() { letters / 3 } else { (letters / 3).max(1) };
    (distance <= most && distance < letters).then_some(known)
}
