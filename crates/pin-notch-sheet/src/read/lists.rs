//! Named lists of options, which can be shared by several fields.

use super::Reader;
use crate::finding::{Finding, meant};
use crate::sheet::Sheet;
use crate::tree::{Is, Node};
use crate::words;
use pin_notch::{Choice, Quoted};

impl Reader<'_> {
    /// Reads the lists. Each is a list as in a field, or a table of values with their texts.
    pub(super) fn lists(&mut self, tree: &Node) {
        for (key, node) in self.members(tree, "options") {
            let mut options = Vec::new();
            match &node.is {
                Is::List(items) => {
                    self.options(node, &mut options);
                    // A condition would need to know the field.
                    for condition in items.iter().filter_map(|item| item.get(words::ONLY_IF)) {
                        let message = "an option of a named list cannot have a condition";
                        self.error("not-allowed", condition.span.clone(), message);
                    }
                }
                Is::Table(members) => {
                    for (value, text) in members {
                        if let Is::Text(text) | Is::Number(text) = &text.is {
                            options.push(Choice::new(&value.name, text));
                        } else {
                            self.wrong_kind(text, &value.name, "the text of an option");
                        }
                    }
                }
                Is::Nothing | Is::On(_) | Is::Number(_) | Is::Text(_) => {
                    self.wrong_kind(
                        node,
                        &key.name,
                        "a list of options, or a table of their texts",
                    );
                }
            }
            self.lists.insert(key.name.clone(), options);
        }
    }

    /// The options of the list that a field names.
    pub(super) fn listed(&mut self, name: &str, node: &Node, options: &mut Vec<Choice>) {
        if let Some(list) = self.lists.get(name) {
            options.extend(list.iter().cloned());
            return;
        }
        let message = format!("no list of options is named {}", Quoted(name));
        let error = Finding::error("no-such-list", node.span.clone(), message);
        self.found.push(match meant(name, self.lists.keys().map(String::as_str)) {
            Some(meant) => error.with_help(format!("did you mean {}?", Quoted(meant))),
            None => error.with_help(format!("begin it with [options.{name}]")),
        });
    }

    /// Reports lists that are not used by any field.
    pub(super) fn unused_lists(&mut self, tree: &Node, sheet: &Sheet) {
        let Some(Is::Table(lists)) = tree.get("options").map(|node| &node.is) else { return };
        for (key, _) in lists {
            if !sheet.fields.iter().any(|field| field.list.as_ref() == Some(&key.name)) {
                let message = format!("no field has the options {}", Quoted(&key.name));
                self.found.push(Finding::remark("list-unused", key.span.clone(), message));
            }
        }
    }
}
