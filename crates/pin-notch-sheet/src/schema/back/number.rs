//! Converting numbers: sliders, ratings and steppers.

use super::keywords::listed;
use super::{Property, named};
use crate::tree::{Node, Table};
use pin_notch::{ControlKind, Decimal, parse_number};
use std::collections::BTreeSet;

impl Property<'_> {
    /// A keyword's number, with every digit.
    fn exact(&mut self, schema: &Node, name: &str) -> Option<Decimal> {
        let node = schema.get(name)?;
        let number = exact(node);
        if number.is_none() {
            let text = node.as_number().unwrap_or(node.kind());
            self.lose(format!("{name}: {text} is not a number of at most 28 digits"), true);
        }
        number
    }

    pub(super) fn number(
        &mut self,
        schema: &Node,
        whole: bool,
        may_be_null: bool,
    ) -> Option<(ControlKind, Table)> {
        let step = self.step(schema, whole);
        let (mut min, mut max) = (self.exact(schema, "minimum"), self.exact(schema, "maximum"));
        for (name, up) in [("exclusiveMinimum", true), ("exclusiveMaximum", false)] {
            let Some(end) = self.exact(schema, name) else { continue };
            match step.and_then(|step| beyond(end, step, up)) {
                None => self.lose(format!("{name}, without a step to the next value"), true),
                Some(next) if up => min = Some(min.map_or(next, |min| min.max(next))),
                Some(next) => max = Some(max.map_or(next, |max| max.min(next))),
            }
        }
        if let Some(all) = listed(schema) {
            let fits = |number: &Decimal| {
                min.is_none_or(|min| *number >= min)
                    && max.is_none_or(|max| *number <= max)
                    && step.is_none_or(|step| (number % step).is_zero())
            };
            let (kind, mut words) = self.listed(&all, fits, may_be_null)?;
            // A step base in the schema belongs to a step that is not in it: these are counted from the first.
            if schema.get("x-step-base").is_some()
                && let Some(min) = words.get("min").and_then(exact)
            {
                words.put("step-base", min);
            }
            return Some((kind, words));
        }
        let kinds = [ControlKind::Slider, ControlKind::Rating, ControlKind::Stepper];
        let mut kind = named(schema, &kinds).unwrap_or(ControlKind::Slider);
        if kind == ControlKind::Slider && (min.is_none() || max.is_none() || may_be_null) {
            kind = ControlKind::Stepper;
        }
        let mut words = Table::default();
        for (name, value) in [("min", min), ("max", max), ("step", step)] {
            if let Some(value) = value {
                words.put(name, value);
            }
        }
        if step.is_none() {
            words.put("step", "any");
        } else if kind != ControlKind::Rating && (min.is_some() || schema.get("default").is_some())
        {
            words.put("step-base", Decimal::ZERO);
        }
        Some((kind, words))
    }

    /// The number of which every value is a multiple.
    fn step(&mut self, schema: &Node, whole: bool) -> Option<Decimal> {
        let step = self.exact(schema, "multipleOf");
        if step.is_some_and(|step| step <= Decimal::ZERO) {
            self.lose("multipleOf, which is not above 0", true);
            return whole.then_some(Decimal::ONE);
        }
        match step {
            Some(step) if whole && (Decimal::ONE % step).is_zero() => Some(Decimal::ONE),
            Some(step) if whole && !step.is_integer() => {
                self.lose("that it is a whole number", true);
                Some(step)
            }
            Some(step) => Some(step),
            None => whole.then_some(Decimal::ONE),
        }
    }

    /// Listed numbers: notches, if they are evenly spaced.
    fn listed(
        &mut self,
        all: &[&Node],
        fits: impl Fn(&Decimal) -> bool,
        may_be_null: bool,
    ) -> Option<(ControlKind, Table)> {
        let mut numbers = BTreeSet::new();
        for node in all.iter().filter(|node| node.as_number().is_some()) {
            match exact(node) {
                Some(number) if fits(&number) => _ = numbers.insert(number),
                Some(_) => {}
                None => {
                    self.lose("a listed number that has more than 28 digits", true);
                    return None;
                }
            }
        }
        let numbers: Vec<Decimal> = numbers.into_iter().collect();
        let (Some(first), Some(last)) = (numbers.first(), numbers.last()) else {
            self.lose("no listed number fits its other keywords", true);
            return None;
        };
        let gaps = numbers.windows(2).map(|pair| pair[1].checked_sub(pair[0]));
        let gaps: Option<Vec<Decimal>> = gaps.collect();
        let step = gaps.as_deref().and_then(|gaps| match gaps {
            [] => Some(Decimal::ONE),
            [step, rest @ ..] => rest.iter().all(|gap| gap == step).then_some(*step),
        });
        let Some(step) = step else {
            self.lose("its listed numbers are not evenly spaced", true);
            return None;
        };
        let kind = if may_be_null { ControlKind::Stepper } else { ControlKind::Slider };
        Some((kind, Table::default().with("min", *first).with("max", *last).with("step", step)))
    }
}

/// A node's number, with every digit.
pub(super) fn exact(node: &Node) -> Option<Decimal> {
    parse_number(node.as_number()?).ok()
}

/// The next multiple of the step beyond this end.
fn beyond(end: Decimal, step: Decimal, up: bool) -> Option<Decimal> {
    let rest = end % step;
    let at = end.checked_sub(rest)?;
    match (up, rest.is_zero() || rest.is_sign_negative() != up) {
        (true, true) => at.checked_add(step),
        (false, true) => at.checked_sub(step),
        (_, false) => Some(at),
    }
}
