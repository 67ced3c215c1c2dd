//! A regular expression as HTML's [`pattern`][html] has it, which the whole of a text has to match.
//!
//! HTML means the regular expressions of JavaScript under the flag `v`. A browser brings them itself, through
//! its world. Elsewhere the `regex` crate matches in time linear in the text, whatever the pattern; what the two
//! write alike and mean differently is translated, and what only one of them knows is refused when the field is
//! defined.
//!
//! [html]: https://html.spec.whatwg.org/multipage/input.html#the-pattern-attribute

use crate::world::World;
use core::fmt;

/// Why a text is no pattern for a text field.
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

    /// A pattern that the world matches; one that it cannot is as good as none, as in HTML.
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

    /// How many bytes a pattern may take when it is compiled.
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
            // By itself first: an open parenthesis must not find its end in the frame.
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
            // The last line of a syntax error says what it is; those before draw where.
            error => {
                let text = error.to_string();
                let last = text.lines().last().unwrap_or_default();
                TextPatternError(last.trim_start_matches("error: ").to_owned())
            }
        })
    }
}
