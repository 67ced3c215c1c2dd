//! A select whose value is there before its options, which come late, fail at first, and are then searched.

use pin_notch::{Choice, Intent, Key, Select};

fn main() {
    let mut treatment = Select::single().prompting("none yet").starting_with(["oa"]);
    let tell = |select: &Select, what: &str| {
        let pending = select.tokens().any(|token| token.pending);
        let mark = if pending { " (pending)" } else { "" };
        println!("{what:34} {:?} {}{mark}", select.listing(), select.readout());
    };
    treatment.set_loading();
    tell(&treatment, "asked for the options");
    treatment.set_failed("the service is away");
    tell(&treatment, "they could not be had");
    treatment.set_choices([
        Choice::new("fa", "Formic acid").in_group("Acids"),
        Choice::new("oa", "Oxalic acid").in_group("Acids"),
        Choice::new("th", "Thymol").in_group("Oils").disabled(),
        Choice::new("bt", "Brood break, été"),
    ]);
    tell(&treatment, "here they are");
    for intent in [Intent::Open, Intent::Type("ETE"), Intent::Key(Key::Enter), Intent::Pick("th")] {
        let turn = treatment.handle(intent);
        tell(&treatment, &format!("{intent}: {turn}"));
    }
}
