//! A small tree of elements, stored flat in the order of its HTML.
//!
//! Because a face is drawn anew in each turn, it is cheap to build: one list of nodes and one string shared
//! by all of them.

use crate::action::Action;
use std::borrow::Cow;
use std::fmt::{self, Write};
use std::ops::Range;

/// A tree of elements. Each contains either elements or a text, never both, so that an element's index
/// among its siblings is the same here and in the live page.
///
/// ```
/// use pin_notch::Switch;
/// use pin_notch_html::{Face, Looks};
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// let feeder = Switch::builder().when_off("<off>").build()?;
/// let face = Face::of(&feeder.into(), &Looks::default(), false);
/// assert!(face.root.to_html().contains(r#"<span part="caption">&lt;off&gt;</span>"#));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, Default, PartialEq, Eq)]
pub struct Markup {
    nodes: Vec<Node>,
    texts: String,
    /// The elements that are still open during writing.
    open: Vec<usize>,
}

/// A node of a tree, in the order of its HTML.
#[derive(Clone, Debug, PartialEq, Eq)]
pub(crate) enum Node {
    /// The start of an element with this tag, and the distance to its end.
    Open(&'static str, usize),
    /// An attribute of the element started last.
    Attribute(&'static str, Range<usize>),
    /// The text of an element, to be escaped.
    Text(Range<usize>),
    /// Markup provided by the page, which is not escaped.
    Given(Range<usize>),
    /// An icon of our own.
    Fixed(&'static str),
    Close,
}

impl Markup {
    /// Begins an element that a page's styles can address as this part.
    pub(crate) fn open(&mut self, tag: &'static str, part: &str) {
        self.open_plain(tag);
        self.set("part", part);
    }

    /// Begins a part with states: in addition to `day`, a page's styles can address it as `day-today`.
    pub(crate) fn open_in(&mut self, tag: &'static str, part: &str, states: &[(&str, bool)]) {
        self.open_plain(tag);
        let start = self.texts.len();
        self.texts.push_str(part);
        for (state, _) in states.iter().filter(|(_, on)| *on) {
            for piece in [" ", part, "-", state] {
                self.texts.push_str(piece);
            }
        }
        self.nodes.push(Node::Attribute("part", start..self.texts.len()));
    }

    /// Begins an element that is not such a part.
    pub(crate) fn open_plain(&mut self, tag: &'static str) {
        self.open.push(self.nodes.len());
        self.nodes.push(Node::Open(tag, 0));
    }

    /// Closes the innermost open element.
    pub(crate) fn close(&mut self) {
        let end = self.nodes.len();
        self.nodes.push(Node::Close);
        if let Some(Node::Open(_, close)) = self.open.pop().and_then(|at| self.nodes.get_mut(at)) {
            *close = end;
        }
    }

    /// Adds an attribute to the element started last.
    pub(crate) fn set(&mut self, name: &'static str, value: &str) {
        let value = self.keep(value);
        self.nodes.push(Node::Attribute(name, value));
    }

    /// The same with a formatted value.
    pub(crate) fn put(&mut self, name: &'static str, value: fmt::Arguments<'_>) {
        let start = self.texts.len();
        let _ = self.texts.write_fmt(value);
        self.nodes.push(Node::Attribute(name, start..self.texts.len()));
    }

    /// Adds a boolean attribute.
    pub(crate) fn flag(&mut self, name: &'static str, on: bool) {
        if on {
            self.set(name, "");
        }
    }

    /// Adds an ARIA attribute with the value `true` or `false`.
    pub(crate) fn set_bool(&mut self, name: &'static str, on: bool) {
        self.set(name, if on { "true" } else { "false" });
    }

    /// Sets whether it can be focused by keyboard.
    pub(crate) fn reachable(&mut self, on: bool) {
        self.set("tabindex", if on { "0" } else { "-1" });
    }

    /// Adds this class, and those of the following ones whose condition holds.
    pub(crate) fn class(&mut self, name: &str, others: &[(&str, bool)]) {
        let start = self.texts.len();
        self.texts.push_str(name);
        for (other, _) in others.iter().filter(|(_, on)| *on) {
            self.texts.push(' ');
            self.texts.push_str(other);
        }
        self.nodes.push(Node::Attribute("class", start..self.texts.len()));
    }

    /// Sets the action of pressing the element: see [`Action`].
    pub(crate) fn set_action(&mut self, action: Action, with: &str) {
        self.set("data-do", action.name());
        self.set("data-with", with);
    }

    /// Writes the text of the element and closes it.
    pub(crate) fn close_with(&mut self, text: &str) {
        let text = self.keep(text);
        self.nodes.push(Node::Text(text));
        self.close();
    }

    /// Writes the icon in the element and closes it.
    pub(crate) fn draw(&mut self, icon: &'static str) {
        self.nodes.push(Node::Fixed(icon));
        self.close();
    }

    /// Writes markup provided by the page into the element and closes it.
    pub(crate) fn draw_given(&mut self, markup: &str) {
        let markup = self.keep(markup);
        self.nodes.push(Node::Given(markup));
        self.close();
    }

    fn keep(&mut self, text: &str) -> Range<usize> {
        let start = self.texts.len();
        self.texts.push_str(text);
        start..self.texts.len()
    }

    /// The whole as HTML, every text and attribute escaped.
    pub fn to_html(&self) -> String {
        self.html_of(0)
    }

    /// The element at this node as HTML.
    pub(crate) fn html_of(&self, at: usize) -> String {
        let mut html = String::new();
        let mut tags = Vec::new();
        // The pending content of a field whose content goes between its tags.
        let mut pending = None;
        // A start tag is open until something other than an attribute follows.
        let mut in_tag = false;
        for node in &self.nodes[at..] {
            let closes = !matches!(node, Node::Attribute(..));
            if in_tag && closes {
                html.push('>');
                in_tag = false;
                if let Some(pending) = pending.take() {
                    push_lines(&mut html, pending);
                }
            }
            match node {
                Node::Open(tag, _) => {
                    html.push('<');
                    html.push_str(tag);
                    tags.push(*tag);
                    in_tag = true;
                }
                Node::Attribute("value", value) if tags.last() == Some(&"textarea") => {
                    pending = Some(&self.texts[value.clone()]);
                }
                Node::Attribute(name, value) => {
                    html.push(' ');
                    html.push_str(name);
                    html.push_str("=\"");
                    html.push_str(&escaped(&self.texts[value.clone()]));
                    html.push('"');
                }
                Node::Text(text) => html.push_str(&escaped(&self.texts[text.clone()])),
                Node::Given(markup) => html.push_str(&self.texts[markup.clone()]),
                Node::Fixed(icon) => html.push_str(icon),
                Node::Close => {
                    // `input` is a void element.
                    if let Some(tag) = tags.pop().filter(|tag| *tag != "input") {
                        html.push_str("</");
                        html.push_str(tag);
                        html.push('>');
                    }
                    if tags.is_empty() {
                        break;
                    }
                }
            }
        }
        html
    }

    pub(crate) fn node(&self, at: usize) -> &Node {
        self.nodes.get(at).unwrap_or(&Node::Close)
    }

    /// The attributes of the element at this node.
    pub(crate) fn attributes(&self, at: usize) -> impl Iterator<Item = (&'static str, &str)> {
        self.nodes.iter().skip(at + 1).map_while(|node| match node {
            Node::Attribute(name, value) => Some((*name, &self.texts[value.clone()])),
            _ => None,
        })
    }

    /// The value of this attribute of the element at this node.
    pub(crate) fn attribute(&self, at: usize, name: &str) -> Option<&str> {
        self.attributes(at).find(|(found, _)| *found == name).map(|(_, value)| value)
    }

    /// The index at which the content of the element at this node begins.
    pub(crate) fn content(&self, at: usize) -> usize {
        at + 1 + self.attributes(at).count()
    }

    /// The text at this node.
    pub(crate) fn text(&self, at: usize) -> Option<&str> {
        match self.node(at) {
            Node::Text(text) => Some(&self.texts[text.clone()]),
            _ => None,
        }
    }

    /// The markup provided by the page at this node.
    pub(crate) fn given(&self, at: usize) -> Option<&str> {
        match self.node(at) {
            Node::Given(markup) => Some(&self.texts[markup.clone()]),
            _ => None,
        }
    }

    /// The content of the field for this end of a span; the end is "" for a control with one field.
    pub fn field_text(&self, end: &str) -> Option<&str> {
        let is_it = |at: &usize| {
            matches!(self.node(*at), Node::Open("input" | "textarea", _))
                && self.attribute(*at, "data-end").unwrap_or_default() == end
        };
        let field = (0..self.nodes.len()).find(is_it)?;
        self.attribute(field, "value")
    }

    /// The path to the part that should have the focus if any part has it.
    pub fn to_focus(&self) -> Option<Vec<usize>> {
        let mut path = Vec::new();
        for node in &self.nodes {
            match node {
                Node::Open(..) => path.push(0),
                Node::Attribute("data-focus", _) => {
                    path.pop();
                    return Some(path);
                }
                Node::Close => {
                    path.pop();
                    if let Some(before) = path.last_mut() {
                        *before += 1;
                    }
                }
                _ => {}
            }
        }
        None
    }
}

/// Writes the text of a `<textarea>`. HTML drops a line feed at its beginning, so one is added.
pub(crate) fn push_lines(html: &mut String, text: &str) {
    if text.starts_with('\n') {
        html.push('\n');
    }
    html.push_str(&escaped(text));
}

/// Escapes `text` for HTML, both as content and inside a quoted attribute.
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
            // HTML cannot represent a null character.
            '\0' => safe.push('\u{FFFD}'),
            c => safe.push(c),
        }
    }
    safe.into()
}
