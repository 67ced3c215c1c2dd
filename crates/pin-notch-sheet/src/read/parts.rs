//! Reading the parts of a long form.

use super::Reader;
use crate::finding::{Finding, meant};
use crate::sheet::{PartSheet, Sheet};
use crate::tree::{Is, Node};
use crate::words;
use pin_notch::{Block, Quoted};
use std::collections::HashMap;

impl Reader<'_> {
    pub(super) fn parts(&mut self, tree: &Node, sheet: &mut Sheet) {
        let form = sheet.form();
        let blocks: Vec<&str> = form.layout().iter().map(name_of).collect();
        // The part that contains each block.
        let mut taken: HashMap<String, String> = HashMap::new();
        for node in self.tables(tree, "part") {
            self.words(node, "a part", &words::PART);
            let Some((name, span)) = self.needed(node, "name", "a part") else { continue };
            let title = self.text_of(node, "title").unwrap_or_default();
            if sheet.parts.iter().any(|part| part.name == name) {
                self.error("name-taken", span, format!("two parts are named {}", Quoted(&name)));
                continue;
            }
            let mut own = Vec::new();
            match node.get("fields").map(|list| (list, &list.is)) {
                Some((_, Is::List(items))) => {
                    for item in items {
                        let Is::Text(block) = &item.is else {
                            self.wrong_kind(item, "a field's name", "a text");
                            continue;
                        };
                        if !blocks.contains(&block.as_str()) {
                            let message =
                                format!("nothing that can be in a part is named {}", Quoted(block));
                            let error = Finding::error("no-such-block", item.span.clone(), message);
                            self.found.push(match meant(block, blocks.iter().copied()) {
                                Some(meant) => {
                                    error.with_help(format!("did you mean {}?", Quoted(meant)))
                                }
                                None => error.with_help(format!("there are {}", blocks.join(", "))),
                            });
                        } else if let Some(other) = taken.insert(block.clone(), name.clone()) {
                            let [block, other] = [block, &other].map(|text| Quoted(text));
                            let message = format!("{block} is already in the part {other}");
                            self.error("in-two-parts", item.span.clone(), message);
                        } else {
                            own.push(block.clone());
                        }
                    }
                }
                Some((list, _)) => self.wrong_kind(list, "fields", "a list of names"),
                None => self.error("missing", self.head(node), "a part needs \"fields\""),
            }
            sheet.parts.push(PartSheet { name, title, blocks: own });
        }
        if sheet.parts.is_empty() {
            return;
        }
        let left: Vec<&str> =
            blocks.into_iter().filter(|block| !taken.contains_key(*block)).collect();
        if let Some(first) = left.first() {
            let node = tree.get("part").and_then(Node::as_list).and_then(<[Node]>::first);
            let span = node.map_or(0..0, |node| self.head(node));
            let message = match left.len() - 1 {
                0 => format!("{} is not in any part", Quoted(first)),
                more => format!("{} and {more} more are not in any part", Quoted(first)),
            };
            let error = Finding::error("in-no-part", span, message);
            self.found.push(error.with_help("list each of them in the fields of one part"));
        }
    }
}

/// The name of a block in a part.
pub(crate) fn name_of<'a>(block: &Block<'a>) -> &'a str {
    match block {
        Block::Field(field) => &field.name,
        Block::Fieldset(set) => &set.name,
        Block::Rows(rows) => &rows.name,
    }
}
