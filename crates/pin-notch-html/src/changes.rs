//! The changes that turn a live tree into another.

use crate::markup::{Markup, Node};

/// One thing to do to the element at `path`: the indices of children to follow from the root.
#[derive(Clone, Debug, PartialEq, Eq)]
pub enum Change<'a> {
    /// Set an attribute to this value.
    Set {
        /// The path to the element.
        path: Vec<usize>,
        /// The attribute.
        name: &'static str,
        /// Its new value.
        value: &'a str,
    },
    /// Remove an attribute.
    Unset {
        /// The path to the element.
        path: Vec<usize>,
        /// The attribute.
        name: &'static str,
    },
    /// Replace the text inside.
    Text {
        /// The path to the element.
        path: Vec<usize>,
        /// The new text.
        text: &'a str,
    },
    /// Replace the element with this HTML.
    Replace {
        /// The path to the element.
        path: Vec<usize>,
        /// The HTML to put there.
        html: String,
    },
}

/// The changes that turn `old` into `new`. Differences in texts and attributes are changed individually; if
/// the structure differs, the smallest element that contains the difference is replaced.
pub fn changes<'a>(old: &Markup, new: &'a Markup) -> Vec<Change<'a>> {
    let mut comparison = Comparison { old, new, path: Vec::new(), all: Vec::new() };
    comparison.elements(0, 0);
    comparison.all
}

struct Comparison<'o, 'n> {
    old: &'o Markup,
    new: &'n Markup,
    path: Vec<usize>,
    all: Vec<Change<'n>>,
}

impl Comparison<'_, '_> {
    /// Compares the elements at these nodes.
    fn elements(&mut self, old: usize, new: usize) {
        let (before, after) = (self.old.content(old), self.new.content(new));
        if !self.same_tag(old, new) || !self.same_shape(before, after) {
            let html = self.new.html_of(new);
            self.all.push(Change::Replace { path: self.path.clone(), html });
            return;
        }
        self.attributes(old, new);
        if let Some(text) = self.new.text(after) {
            if self.old.text(before) != Some(text) {
                self.all.push(Change::Text { path: self.path.clone(), text });
            }
            return;
        }
        let olds = children(self.old, before);
        for (at, (old, new)) in olds.zip(children(self.new, after)).enumerate() {
            self.path.push(at);
            self.elements(old, new);
            self.path.pop();
        }
    }

    fn same_tag(&self, old: usize, new: usize) -> bool {
        match (self.old.node(old), self.new.node(new)) {
            (Node::Open(old, _), Node::Open(new, _)) => old == new,
            _ => false,
        }
    }

    /// Whether the elements at these nodes have the same structure on this level, so that at most texts and
    /// attributes differ.
    fn same_shape(&self, old: usize, new: usize) -> bool {
        match (self.old.node(old), self.new.node(new)) {
            (Node::Text(_), Node::Text(_)) => true,
            (Node::Fixed(old), Node::Fixed(new)) => old == new,
            (Node::Given(_), Node::Given(_)) => self.old.given(old) == self.new.given(new),
            (Node::Open(..) | Node::Close, Node::Open(..) | Node::Close) => {
                children(self.old, old).count() == children(self.new, new).count()
            }
            _ => false,
        }
    }

    fn attributes(&mut self, old: usize, new: usize) {
        for (name, value) in self.new.attributes(new) {
            if self.old.attribute(old, name) != Some(value) {
                self.all.push(Change::Set { path: self.path.clone(), name, value });
            }
        }
        for (name, _) in self.old.attributes(old) {
            if self.new.attribute(new, name).is_none() {
                self.all.push(Change::Unset { path: self.path.clone(), name });
            }
        }
    }
}

/// The sibling elements from this node on.
fn children(markup: &Markup, first: usize) -> impl Iterator<Item = usize> {
    let element = |at: usize| matches!(markup.node(at), Node::Open(..)).then_some(at);
    std::iter::successors(element(first), move |at| match markup.node(*at) {
        Node::Open(_, end) => element(end + 1),
        _ => None,
    })
}
