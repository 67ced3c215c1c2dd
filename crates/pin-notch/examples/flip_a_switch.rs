//! Flip a switch and get its events; then disable it and get the reason why nothing happens.

use pin_notch::{ControlError, Intent, Key, Switch};

fn main() -> Result<(), ControlError> {
    let mut feeder = Switch::builder().when_on("feeding").when_off("not feeding").build()?;
    println!("feeder: {}", feeder.view().caption);

    for intent in [Intent::Flip, Intent::Key(Key::Space), Intent::Key(Key::Right)] {
        let turn = feeder.handle(intent);
        println!("{intent}: {turn} ({})", feeder.view().caption);
    }
    feeder.set_disabled(true);
    println!("disabled, flip: {}", feeder.handle(Intent::Flip));
    Ok(())
}
