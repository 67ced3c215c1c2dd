//! A model can be tested by performing attempts and checking their outcome.

use pin_notch::{Intent, ItemStepper, Key, Slider, dec};
use std::error::Error;

fn main() -> Result<(), Box<dyn Error>> {
    // It steps forward, steps back, and stops at both ends.
    let mut hives = ItemStepper::builder().options(["Linden", "Orchard"]).build()?;
    assert!(hives.is_at_first());
    assert_eq!(hives.handle(Intent::Step(1)).to_string(), "input Orchard, change Orchard");
    assert!(hives.is_at_last());
    assert_eq!(hives.handle(Intent::Step(1)).to_string(), "refused: already at the highest value");
    assert_eq!(hives.handle(Intent::Step(-1)).change(), Some(&Some("Linden".to_owned())));

    // It reports the right value, and cannot be pushed out of bounds.
    let mut slider = Slider::builder().max(40).step(dec!(0.1)).value(dec!(39.9)).build()?;
    let outcomes: Vec<String> =
        (0..3).map(|_| slider.handle(Intent::Key(Key::Right)).to_string()).collect();
    assert_eq!(
        outcomes,
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
