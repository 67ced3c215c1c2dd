//! Quoting of foreign texts in our messages.

use core::fmt::{self, Display, Write};

/// A text in quotation marks, which show where it begins and ends and keep it from affecting its context:
/// quotation marks, backslashes, control characters and marks that change the direction of writing are
/// written as Rust's escapes.
///
/// (Rust's own `{:?}` does the same but contains tables of all of Unicode, which are too large for
/// browsers.)
///
/// ```
/// use pin_notch::Quoted;
/// assert_eq!(Quoted("12,5").to_string(), r#""12,5""#);
/// assert_eq!(Quoted("two\nlines, \u{202e}sdrawkcab").to_string(), r#""two\nlines, \u{202e}sdrawkcab""#);
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Quoted<'a>(pub &'a str);

impl Display for Quoted<'_> {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_char('"')?;
        for c in self.0.chars() {
            match c {
                '"' | '\\' => write!(f, "\\{c}")?,
                '\n' => f.write_str("\\n")?,
                '\r' => f.write_str("\\r")?,
                '\t' => f.write_str("\\t")?,
                // Control characters, line separators, and the characters with Unicode's Bidi_Control
                // property.
                '\0'..='\u{1f}'
                | '\u{7f}'..='\u{9f}'
                | '\u{61c}'
                | '\u{200b}'..='\u{200f}'
                | '\u{2028}'..='\u{202e}'
                | '\u{2060}'..='\u{206f}'
                | '\u{feff}' => write!(f, "\\u{{{:x}}}", u32::from(c))?,
                c => f.write_char(c)?,
            }
        }
        f.write_char('"')
    }
}
