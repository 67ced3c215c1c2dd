//! What has to be done to a live tree so that it becomes another.

use crate::markup::{Content, Element};

/// One thing to do to the element at `path`: the indices of children to follow from the root.
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub enum Change<'a> {
    /// Give an attribute this value.
    Set {
        /// The way to the element.
        path: Vec<usize>,
        /// The attribute.
        name: &'static str,
        /// Its new value.
        value: &'a str,
    },
    /// Take an attribute away.
    Unset {
        /// The way to the element.
        path: Vec<usize>,
        /// The attribute.
        name: &'static str,
    },
    /// Replace the text inside.
    Text {
        /// The way to the element.
        path: Vec<usize>,
        /// The new text.
        text: &'a str,
    },
    /// Put this in the element's place.
    Replace {
        /// The way to the element.
        path: Vec<usize>,
        /// What to put there.
        with: &'a Element,
    },
}

/// The changes that make `new` of `old`, fewest where only figures differ. Where the shape differs, the
/// smallest element that holds the difference is replaced.
pub fn changes<'a>(old: &Element, new: &'a Element) -> Vec<Change<'a>> {
    let mut all = Vec::new();
    compare(old, new, &mut Vec::new(), &mut all);
    all
}

fn compare<'a>(old: &Element, new: &'a Element, path: &mut Vec<usize>, all: &mut Vec<Change<'a>>) {
    if old.tag != new.tag || !same_shape(&old.content, &new.content) {
        all.push(Change::Replace { path: path.clone(), with: new });
        return;
    }
    if old.attributes != new.attributes {
        compare_attributes(old, new, path, all);
    }
    match (&old.content, &new.content) {
        (Content::Text(before), Content::Text(text)) if before != text => {
            all.push(Change::Text { path: path.clone(), text });
        }
        (Content::Children(before), Content::Children(after)) => {
            for (at, (old, new)) in before.iter().zip(after).enumerate() {
                path.push(at);
                compare(old, new, path, all);
                path.pop();
            }
        }
        _ => {}
    }
}

fn same_shape(old: &Content, new: &Content) -> bool {
    match (old, new) {
        (Content::Children(old), Content::Children(new)) => old.len() == new.len(),
        (Content::Text(_), Content::Text(_)) => true,
        (Content::Fixed(old), Content::Fixed(new)) => old == new,
        _ => false,
    }
}

fn compare_attributes<'a>(
    old: &Element,
    new: &'a Element,
    path: &[usize],
    all: &mut Vec<Change<'a>>,
) {
    let value_in = |element: &Element, name| {
        element.attributes.iter().find(|(found, _)| *found == name).map(|(_, value)| value.clone())
    };
    for (name, value) in &new.attributes {
        if value_in(old, *name).as_ref() != Some(value) {
            all.push(Change::Set { path: path.to_vec(), name, value });
        }
    }
    for (name, _) in &old.attributes {
        if value_in(new, *name).is_none() {
            all.push(Change::Unset { path: path.to_vec(), name });
        }
    }
}
