//! A regular expression as in HTML's [`pattern`][html], which must match the whole of a text.
//!
//! HTML specifies JavaScript's regular expressions with the `v` flag. In a browser they are provided
//! through its world. Elsewhere the `regex` crate is used, which matches in time linear in the text for
//! every pattern. Syntax that the two interpret differently is translated, and features that only one of
//! them has are refused when the field is defined.
//!
//! [html]: https://html.spec.whatwg.org/multipage/input.html#the-pattern-attribute

use crate::world::World;
use core::fmt;

/// Why a text is not a valid pattern for a text field.
///
/// ```
/// use pin_notch::TextField;
/// # #[cfg(feature = "text")] {
/// let error = TextField::builder().pattern("(?=H)H-[0-9]+").build().unwrap_err();
/// assert_eq!(error.to_string(), "pattern is not allowed: (?= cannot be matched here");
/// # }
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct TextPatternError(String);

impl fmt::Display for TextPatternError {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(&self.0)
    }
}

impl std::error::Error for TextPatternError {}

#[cfg(feature = "text")]
pub(super) use linear::Pattern;

#[cfg(not(feature = "text"))]
pub(super) use of_the_world::Pattern;

#[cfg(not(feature = "text"))]
mod of_the_world {
    use super::{TextPatternError, World};

    /// A pattern matched by the world. If the world cannot compile it, it is ignored, as in HTML.
    #[derive(Clone, Debug, PartialEq)]
    pub(in crate::control::text) struct Pattern(String);

    impl Pattern {
        pub(in crate::control::text) fn new(pattern: &str) -> Result<Self, TextPatternError> {
            Ok(Self(pattern.to_owned()))
        }

        pub(in crate::control::text) fn matches(&self, text: &str, world: &dyn World) -> bool {
            world.matches(&self.0, text).unwrap_or(true)
        }
    }
}

#[cfg(feature = "text")]
mod linear {
    use super::super::translation::translated;
    use super::{TextPatternError, World};
    use regex::{Regex, RegexBuilder};
    use std::sync::Arc;

    /// The size limit of a compiled pattern in bytes.
    const LARGEST: usize = 1 << 20;

    #[derive(Clone, Debug)]
    pub(in crate::control::text) struct Pattern {
        source: String,
        regex: Arc<Regex>,
    }

    impl PartialEq for Pattern {
        fn eq(&self, other: &Self) -> bool {
            self.source == other.source
        }
    }

    impl Pattern {
        pub(in crate::control::text) fn new(source: &str) -> Result<Self, TextPatternError> {
            let translated = translated(source).map_err(TextPatternError)?;
            // It is first compiled by itself, so that an unclosed parenthesis is not closed by the wrapper.
            compiled(&translated)?;
            let regex = compiled(&format!("^(?:{translated})$"))?;
            Ok(Self { source: source.to_owned(), regex: Arc::new(regex) })
        }

        pub(in crate::control::text) fn matches(&self, text: &str, _world: &dyn World) -> bool {
            self.regex.is_match(text)
        }
    }

    fn compiled(pattern: &str) -> Result<Regex, TextPatternError> {
        let built = RegexBuilder::new(pattern).size_limit(LARGEST).build();
        built.map_err(|error| match error {
            regex::Error::CompiledTooBig(_) => TextPatternError("it is too large".to_owned()),
            // The last line of a syntax error contains the message; the lines before it point to the place.
            error => {
                let text = error.to_string();
                let last = text.lines().last().unwrap_or_default();
                TextPatternError(last.trim_start_matches("error: ").to_owned())
            }
        })
    }
}
