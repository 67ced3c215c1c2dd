//! Links: a field follows another, optionally by a conversion between two ranges.

use super::Reader;
use crate::finding::Finding;
use crate::sheet::{Link, Sheet};
use crate::tree::{Is, Node};
use crate::words;
use pin_notch::{AnyWorld, Conversion, Decimal, Form, FormError, parse_number};

impl Reader<'_> {
    pub(super) fn links(&mut self, tree: &Node, sheet: &mut Sheet) {
        for node in self.tables(tree, "link") {
            self.words(node, "a link", &words::LINK);
            let ends = [self.needed(node, "from", "a link"), self.needed(node, "to", "a link")];
            let [Some((from, at)), Some((to, there))] = ends else { continue };
            let known = [self.named(sheet, &from, at), self.named(sheet, &to, there.clone())];
            if known != [true, true] {
                continue;
            }
            if from == to {
                self.error("link-to-itself", there, "a field cannot follow itself");
                continue;
            }
            let Some(ends) = Self::ends(sheet, &from, &to) else {
                let message = "a field in rows can only be linked with fields of the same row";
                self.error("link", there, message);
                continue;
            };
            let one_way = self.flag_of(node, "one-way");
            let ranges = [self.range(node, "from-range"), self.range(node, "to-range")];
            let conversion = match ranges {
                [None, None] => None,
                [Some(from), Some(to)] => match Conversion::between(from, to) {
                    Ok(conversion) => Some(conversion),
                    Err(error) => {
                        self.error("link-range", self.head(node), error.to_string());
                        continue;
                    }
                },
                _ => {
                    let message = "a link needs both from-range and to-range, or neither";
                    self.error("link-range", self.head(node), message);
                    continue;
                }
            };
            let ranges = ranges[0].zip(ranges[1]).map(<[_; 2]>::from);
            let links =
                ends.into_iter().map(|(from, to)| Link { from, to, conversion, ranges, one_way });
            let links: Vec<Link> = links.collect();
            let Some(first) = links.first() else { continue };
            let both = self.form_of(sheet, [&first.from, &first.to]);
            if let Err(error) =
                both.and_then(|form| form.link(&first.from, &first.to, first.conversion, one_way))
            {
                self.error("link", self.head(node), error.to_string());
                continue;
            }
            self.lost(node, sheet, first);
            sheet.links.extend(links);
        }
    }

    /// A form with only these fields.
    fn form_of(&self, sheet: &Sheet, names: [&String; 2]) -> Result<Form, FormError> {
        let fields = names.into_iter().filter_map(|name| sheet.fields.get(*self.places.get(name)?));
        fields.into_iter().try_fold(Form::new(), |form, field| {
            form.with(&field.name, "", field.control(sheet.today, &AnyWorld::default()).0)
        })
    }

    /// Two numbers: one of the ranges of a link.
    fn range(&mut self, node: &Node, name: &str) -> Option<(Decimal, Decimal)> {
        let list = node.get(name)?;
        let number = |node: &Node| match &node.is {
            Is::Number(text) => parse_number(text).ok(),
            _ => None,
        };
        if let Is::List(items) = &list.is
            && let [one, other] = items.as_slice()
            && let (Some(one), Some(other)) = (number(one), number(other))
        {
            return Some((one, other));
        }
        let message = format!("{name} must be a list of two numbers, such as [0, 100]");
        self.error("wrong-kind", list.span.clone(), message);
        None
    }

    /// Adds remarks on values that change when a link is followed forth and back.
    fn lost(&mut self, node: &Node, sheet: &Sheet, link: &Link) {
        const MOST_TRIED: usize = 2000;
        let notches = |name: &str| {
            let field = sheet.fields.get(*self.places.get(name)?)?;
            field.control(sheet.today, &AnyWorld::default()).0.notches().copied()
        };
        let (Some(conversion), Some(here), Some(there)) =
            (link.conversion, notches(&link.from), notches(&link.to))
        else {
            return;
        };
        let Ok(back) = conversion.reversed() else { return };
        let (go, back) = (conversion.onto(there), back.onto(here));
        let lost =
            here.iter().take(MOST_TRIED).find(|value| back.convert(go.convert(*value)) != *value);
        if let (Some(value), false) = (lost, link.one_way) {
            let to = go.convert(value);
            let message = format!(
                "digits are lost: {} {value} makes {} {to}, which leads back to {}",
                link.from,
                link.to,
                back.convert(to)
            );
            self.found.push(Finding::remark("link-loses-digits", self.head(node), message));
        }
    }
}
