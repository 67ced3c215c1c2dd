//! A select whose value exists before its options, which are loaded later, fail at first, and are then
//! searched.

use pin_notch::{Choice, ControlError, Intent, Key, Select};

fn main() -> Result<(), ControlError> {
    let mut treatment = Select::builder().placeholder("none yet").value(["oa"]).build()?;
    let tell = |select: &Select, what: &str| {
        let pending = select.tokens().any(|token| token.pending);
        let mark = if pending { " (pending)" } else { "" };
        println!("{what:34} {:?} {}{mark}", select.listing(), select.readout());
    };
    treatment.set_loading();
    tell(&treatment, "asked for the options");
    treatment.set_failed("the service is away");
    tell(&treatment, "they could not be loaded");
    treatment.set_options([
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
    Ok(())
}
