//! A small tree of elements, and how it is written as HTML.

use crate::action::Action;
use std::borrow::Cow;
use std::fmt::Write;

/// An element. It holds other elements or a text, never both, so that an element's place among its
/// siblings is the same here and in the live page.
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct Element {
    /// The tag.
    pub tag: &'static str,
    /// Attributes in order.
    pub attributes: Vec<(&'static str, Cow<'static, str>)>,
    /// What is inside.
    pub content: Content,
}

/// What an element holds.
#[derive(Clone, Debug, PartialEq, Eq)]
pub enum Content {
    /// Elements.
    Children(Vec<Element>),
    /// A text, to be escaped.
    Text(String),
    /// Markup that is not ours to escape: an icon of our own, or one that the page itself holds.
    Fixed(Cow<'static, str>),
}

impl Element {
    pub(crate) fn new(tag: &'static str, part: &'static str) -> Self {
        let attributes = vec![("part", Cow::Borrowed(part))];
        Self { tag, attributes, content: Content::Children(Vec::new()) }
    }

    /// An element that is no part which a page's styles could name.
    pub(crate) fn plain(tag: &'static str) -> Self {
        Self { tag, attributes: Vec::new(), content: Content::Children(Vec::new()) }
    }

    pub(crate) fn with(mut self, name: &'static str, value: impl Into<Cow<'static, str>>) -> Self {
        self.attributes.push((name, value.into()));
        self
    }

    /// An attribute that is only there or not.
    pub(crate) fn flag(self, name: &'static str, on: bool) -> Self {
        if on { self.with(name, "") } else { self }
    }

    /// All these attributes.
    pub(crate) fn with_all(
        mut self,
        attributes: impl IntoIterator<Item = (&'static str, String)>,
    ) -> Self {
        let attributes = attributes.into_iter().map(|(name, value)| (name, value.into()));
        self.attributes.extend(attributes);
        self
    }

    /// What a press on it does, and with what: see [`Action`](crate::Action).
    pub(crate) fn doing(self, action: Action, with: impl Into<Cow<'static, str>>) -> Self {
        self.with("data-do", action.name()).with("data-with", with)
    }

    pub(crate) fn holding(mut self, children: Vec<Element>) -> Self {
        self.content = Content::Children(children);
        self
    }

    pub(crate) fn saying(mut self, text: impl Into<String>) -> Self {
        self.content = Content::Text(text.into());
        self
    }

    pub(crate) fn fixed(mut self, markup: impl Into<Cow<'static, str>>) -> Self {
        self.content = Content::Fixed(markup.into());
        self
    }

    /// The element as HTML, every text and attribute escaped.
    pub fn to_html(&self) -> String {
        let mut html = String::new();
        self.write(&mut html);
        html
    }

    fn write(&self, html: &mut String) {
        let _ = write!(html, "<{}", self.tag);
        for (name, value) in &self.attributes {
            let _ = write!(html, " {name}=\"{}\"", escaped(value));
        }
        html.push('>');
        if self.tag == "input" {
            return; // a void element
        }
        match &self.content {
            Content::Children(children) => children.iter().for_each(|child| child.write(html)),
            Content::Text(text) => html.push_str(&escaped(text)),
            Content::Fixed(markup) => html.push_str(markup),
        }
        let _ = write!(html, "</{}>", self.tag);
    }
}

/// `text` so that it means itself in HTML, as content and inside a quoted attribute.
///
/// ```
/// assert_eq!(pin_notch_html::escaped(r#"<b> & "it""#), "&lt;b&gt; &amp; &quot;it&quot;");
/// ```
pub fn escaped(text: &str) -> Cow<'_, str> {
    if !text.contains(['&', '<', '>', '"', '\'', '\0']) {
        return text.into();
    }
    let mut safe = String::with_capacity(text.len() + 16);
    for c in text.chars() {
        match c {
            '&' => safe.push_str("&amp;"),
            '<' => safe.push_str("&lt;"),
            '>' => safe.push_str("&gt;"),
            '"' => safe.push_str("&quot;"),
            '\'' => safe.push_str("&#39;"),
            // HTML has no way to write a null.
            '\0' => safe.push('\u{FFFD}'),
            c => safe.push(c),
        }
    }
    safe.into()
}
