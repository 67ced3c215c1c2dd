//! A minimal model of a live page: it parses our markup and applies changes.

use pin_notch_html::Change;
use std::collections::BTreeMap;

/// An element. The order of its attributes is irrelevant, as in a browser.
#[derive(Clone, Debug, PartialEq)]
pub struct Live {
    tag: String,
    attributes: BTreeMap<String, String>,
    children: Vec<Live>,
    text: String,
}

impl Live {
    pub fn parse(html: &str) -> Self {
        let mut rest = html;
        let live = Self::element(&mut rest);
        assert_eq!(rest, "", "something stands after the element");
        live
    }

    fn element(rest: &mut &str) -> Self {
        let (head, after) = rest.strip_prefix('<').unwrap().split_once('>').unwrap();
        let (tag, attributes) = head.split_once(' ').unwrap_or((head, ""));
        let mut live = Self::named(tag);
        let mut left = attributes;
        while let Some((name, more)) = left.trim_start().split_once("=\"") {
            let (value, more) = more.split_once('"').unwrap();
            let before = live.attributes.insert(name.into(), plain(value));
            assert_eq!(before, None, "{name} is given twice in <{head}>");
            left = more;
        }
        assert_eq!(left.trim(), "", "<{head}> is no tag of ours");
        *rest = after;
        if tag == "input" {
            return live; // a void element
        }
        let end = format!("</{tag}>");
        while !rest.starts_with(&end) {
            if rest.starts_with('<') {
                live.children.push(Self::element(rest));
            } else {
                let (text, _) = rest.split_once('<').unwrap();
                live.text = plain(text);
                *rest = &rest[text.len()..];
            }
        }
        *rest = &rest[end.len()..];
        if tag == "textarea" {
            // Its content is its value; a line feed at the beginning is dropped.
            let text = std::mem::take(&mut live.text);
            let value = text.strip_prefix('\n').unwrap_or(&text).to_owned();
            live.attributes.insert("value".into(), value);
        }
        assert!(live.text.is_empty() || live.children.is_empty(), "both in <{head}>");
        live
    }

    fn named(tag: &str) -> Self {
        let (attributes, children, text) = Default::default();
        Self { tag: tag.into(), attributes, children, text }
    }

    pub fn apply(&mut self, all: &[Change<'_>]) {
        for change in all {
            match change {
                Change::Set { path, name, value } => {
                    self.at(path).attributes.insert((*name).into(), (*value).into());
                }
                Change::Unset { path, name } => {
                    self.at(path).attributes.remove(*name).expect("it was there");
                }
                Change::Text { path, text } => self.at(path).text = (*text).into(),
                Change::Replace { path, html } => *self.at(path) = Self::parse(html),
            }
        }
    }

    fn at(&mut self, path: &[usize]) -> &mut Self {
        path.iter().fold(self, |element, index| &mut element.children[*index])
    }

    /// The path to the first element with this attribute.
    pub fn way_to(&self, attribute: &str) -> Option<Vec<usize>> {
        if self.attributes.contains_key(attribute) {
            return Some(Vec::new());
        }
        self.children
            .iter()
            .enumerate()
            .find_map(|(at, child)| child.way_to(attribute).map(|way| [vec![at], way].concat()))
    }
}

fn plain(text: &str) -> String {
    let all = [("&lt;", "<"), ("&gt;", ">"), ("&quot;", "\""), ("&#39;", "'"), ("&amp;", "&")];
    all.iter().fold(text.to_owned(), |text, (written, meant)| text.replace(written, meant))
}
