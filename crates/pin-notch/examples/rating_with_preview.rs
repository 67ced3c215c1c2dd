//! A rating in halves with a message that follows the pointer.

use pin_notch::{ControlError, Intent, Place, Rating, RatingView, dec};

fn drawn(view: &RatingView) -> String {
    let cell = |icon| match view.fill(icon) {
        none if none.is_zero() => '⬡',
        all if all == dec!(1) => '⬢',
        _ => '⬔',
    };
    (0..view.icons).map(cell).collect()
}

fn main() -> Result<(), ControlError> {
    let mut temper = Rating::builder().step(dec!(0.5)).build()?;
    let attempts = [
        Intent::Point(Place::across(0.62)),
        Intent::Point(Place::across(0.69)),
        Intent::Press(Place::across(0.69)),
        Intent::Point(Place::across(0.95)),
        Intent::Leave,
        Intent::Press(Place::across(0.69)),
        Intent::Clear,
    ];
    println!("{}  {}", drawn(&temper.view()), temper.view().readout);
    for intent in attempts {
        let turn = temper.handle(intent);
        let view = temper.view();
        let hint = if view.previewed { "would be" } else { "is" };
        println!("{}  {hint} {:9}  {turn}", drawn(&view), view.readout);
    }
    Ok(())
}
