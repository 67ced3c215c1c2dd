//! Flip a switch, and hear it; then disable it, and hear why nothing happens.

use pin_notch::{Intent, Key, Switch};

fn main() {
    let mut feeder = Switch::new().captioned("feeding", "not feeding");
    println!("feeder: {}", feeder.view().caption);

    for intent in [Intent::Flip, Intent::Key(Key::Space), Intent::Key(Key::Right)] {
        let turn = feeder.handle(intent);
        println!("{intent}: {turn} ({})", feeder.view().caption);
    }
    feeder.set_disabled(true);
    println!("disabled, flip: {}", feeder.handle(Intent::Flip));
}
