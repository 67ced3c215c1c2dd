//! Back and next over hive records.

use pin_notch::{Intent, ItemStepper, Key};

#[derive(Debug)]
struct Hive {
    name: &'static str,
    frames: u8,
}

fn main() {
    let mut hives = ItemStepper::new(vec![
        Hive { name: "Linden", frames: 9 },
        Hive { name: "Orchard", frames: 11 },
        Hive { name: "Heath", frames: 7 },
    ]);
    let attempts = [Intent::Step(-1), Intent::Step(1), Intent::Key(Key::End), Intent::Step(1)];
    for intent in attempts {
        let turn = hives.handle(intent);
        let Some(Hive { name, frames }) = hives.item() else { continue };
        let back = if hives.at_first() { ' ' } else { '‹' };
        let next = if hives.at_last() { ' ' } else { '›' };
        println!("{back} {name}, {frames} frames {next}   {intent}: {turn}");
    }
}
