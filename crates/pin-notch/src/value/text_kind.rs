//! The kinds of texts, and HTML's requirements for each.

use crate::world::World;

/// The kind of text that a field is for: HTML's `type`.
///
/// ```
/// use pin_notch::{TextField, TextKind};
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// let keeper = TextField::builder().r#type(TextKind::Email).value("oma").build()?;
/// assert_eq!(keeper.validity()[0].state(), "typeMismatch");
/// assert_eq!(TextKind::Email.name(), "email");
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum TextKind {
    /// Any text.
    #[default]
    Text,
    /// An e-mail address.
    Email,
    /// An absolute URL.
    Url,
    /// A telephone number. HTML does not check it, because telephone numbers are written in too many ways.
    Tel,
}

impl TextKind {
    /// HTML's keyword for it.
    pub fn name(self) -> &'static str {
        match self {
            Self::Text => "text",
            Self::Email => "email",
            Self::Url => "url",
            Self::Tel => "tel",
        }
    }

    /// Whether HTML accepts a text as one of this kind.
    pub(crate) fn admits(self, text: &str, world: &dyn World) -> bool {
        match self {
            Self::Text | Self::Tel => true,
            Self::Email => is_email(text),
            Self::Url => is_url(text, world),
        }
    }
}

/// Whether a text is a [valid e-mail address][html] by the standard's grammar.
///
/// [html]: https://html.spec.whatwg.org/multipage/input.html#valid-e-mail-address
fn is_email(text: &str) -> bool {
    let is_local = |c: char| c.is_ascii_alphanumeric() || ".!#$%&'*+/=?^_`{|}~-".contains(c);
    let is_label = |label: &str| {
        let is_inside = |c: char| c.is_ascii_alphanumeric() || c == '-';
        let has_ends = !label.starts_with('-') && !label.ends_with('-');
        (1..=63).contains(&label.len()) && has_ends && label.chars().all(is_inside)
    };
    text.split_once('@').is_some_and(|(local, host)| {
        !local.is_empty() && local.chars().all(is_local) && host.split('.').all(is_label)
    })
}

/// Whether a text is an absolute URL: whether the URL standard's parser accepts it without a base, as in
/// browsers.
#[cfg(feature = "text")]
fn is_url(text: &str, _world: &dyn World) -> bool {
    url::Url::parse(text).is_ok()
}

/// The same by the world's own parser. A world without one accepts every text.
#[cfg(not(feature = "text"))]
fn is_url(text: &str, world: &dyn World) -> bool {
    world.is_url(text).unwrap_or(true)
}

#[cfg(test)]
mod tests {
    use super::is_email;

    #[test]
    fn addresses_are_what_the_grammar_says() {
        let label = "a".repeat(63);
        let longest = format!("a@{label}.{label}");
        let good = ["a@b", "a.b+c@d.example", "!#$%&'*+/=?^_`{|}~-@x", "..@x", "a@1-2.x", &longest];
        let too_long = format!("a@{label}a");
        let bad = ["", "a", "@b", "a@", "a@b@c", "a b@c", "a@-b", "a@b-", "a@b..c", "a@b.", "ä@b"];
        assert_eq!(good.map(is_email), [true; 6], "{good:?}");
        assert_eq!(bad.map(is_email), [false; 11], "{bad:?}");
        assert!(!is_email(&too_long));
    }
}
