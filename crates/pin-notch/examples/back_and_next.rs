//! Stepping back and forth through hive records: the stepper has their names, and the program has the rest.

use pin_notch::{ControlError, Intent, ItemStepper, Key};

struct Hive {
    name: &'static str,
    frames: u8,
}

fn main() -> Result<(), ControlError> {
    let all = [
        Hive { name: "Linden", frames: 9 },
        Hive { name: "Orchard", frames: 11 },
        Hive { name: "Heath", frames: 7 },
    ];
    let mut hives = ItemStepper::builder().options(all.iter().map(|hive| hive.name)).build()?;
    let attempts = [Intent::Step(-1), Intent::Step(1), Intent::Key(Key::End), Intent::Step(1)];
    for intent in attempts {
        let turn = hives.handle(intent);
        let Some(Hive { name, frames }) = hives.index().and_then(|at| all.get(at)) else {
            continue;
        };
        let back = if hives.is_at_first() { ' ' } else { '‹' };
        let next = if hives.is_at_last() { ' ' } else { '›' };
        println!("{back} {name}, {frames} frames {next}   {intent}: {turn}");
    }
    Ok(())
}
