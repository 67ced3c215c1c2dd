//! The parts drawn for each control are exactly those in the table.

use pin_notch::{ControlKind, Surroundings};
use pin_notch_any::{attempt_on, definition, mended};
use pin_notch_html::{Face, Looks, PARTS};
use proptest::collection::vec;
use proptest::strategy::{Strategy, ValueTree};
use proptest::test_runner::TestRunner;
use std::collections::BTreeSet;

/// The number of controls drawn of each kind.
const CONTROLS: u32 = 600;

/// The names of the parts in some markup.
fn named(html: &str) -> impl Iterator<Item = &str> {
    let values = html.split(" part=\"").skip(1).filter_map(|rest| rest.split('"').next());
    values.flat_map(|names| names.split(' '))
}

#[test]
fn the_parts_drawn_are_those_in_the_table() {
    let mut drawn: BTreeSet<(&str, String)> = BTreeSet::new();
    let mut runner = TestRunner::deterministic();
    let mut around = Surroundings::default();
    around.today = "2026-05-15".parse().ok();
    for kind in ControlKind::ALL {
        let strategy = (definition(*kind), vec(attempt_on(*kind), 0..8));
        for _ in 0..CONTROLS {
            let case = strategy.new_tree(&mut runner).expect("a control and attempts");
            let (definition, attempts) = case.current();
            let mut control = mended(definition);
            control.set_surroundings(&around);
            for attempt in attempts {
                let _ = control.handle(attempt.intent());
                let html = Face::of(&control, &Looks::default(), true).root.to_html();
                drawn.extend(named(&html).map(|part| (kind.name(), part.to_owned())));
            }
        }
    }
    let written = PARTS
        .iter()
        .flat_map(|part| part.of.iter().map(|kind| (kind.name(), part.name.to_owned())));
    let written: BTreeSet<(&str, String)> = written.collect();
    let only = |these: &BTreeSet<_>, those| these.difference(those).cloned().collect::<Vec<_>>();
    assert_eq!(only(&drawn, &written), [], "drawn, and not written down");
    assert_eq!(only(&written, &drawn), [], "written down, and never drawn");
}
