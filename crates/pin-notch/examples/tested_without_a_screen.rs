//! A model is tested by saying what somebody does and reading what comes of it.

use pin_notch::{Intent, ItemStepper, Key, Notches, Slider, dec};
use std::error::Error;

fn main() -> Result<(), Box<dyn Error>> {
    // It goes next, goes back, and knows both ends.
    let mut hives = ItemStepper::new(vec!["Linden", "Orchard"]);
    assert!(hives.at_first());
    assert_eq!(hives.handle(Intent::Step(1)).to_string(), "input 1, change 1");
    assert!(hives.at_last());
    assert_eq!(hives.handle(Intent::Step(1)).to_string(), "refused: already at the highest value");
    assert_eq!(hives.handle(Intent::Step(-1)).change(), Some(0));

    // It reports the right value, and cannot be pushed out of bounds.
    let weight = Notches::new(dec!(0), dec!(40), dec!(0.1))?;
    let mut slider = Slider::new(weight)?.starting_at(dec!(39.9))?;
    let told: Vec<String> =
        (0..3).map(|_| slider.handle(Intent::Key(Key::Right)).to_string()).collect();
    assert_eq!(
        told,
        [
            "input 40, change 40",
            "refused: already at the highest value",
            "refused: already at the highest value"
        ]
    );
    assert_eq!(slider.view().readout, "40.0");
    println!("all as expected");
    Ok(())
}
