//! A percentage slider and a rating in halves that follow each other.

use pin_notch::{Conversion, Intent, Rating, Refusal, Shared, Slider, dec};
use std::error::Error;

fn main() -> Result<(), Box<dyn Error>> {
    let mut slider = Slider::builder().max(100).build()?;
    let mut rating = Rating::builder().step(dec!(0.5)).min(0).build()?;

    let line = Conversion::between((dec!(0), dec!(100)), (dec!(0), dec!(5)))?;
    let (there, back) = (line.onto(*rating.notches()), line.reversed()?);
    let percent = Shared::new(slider.value());
    let rated = percent.linked(
        move |percent| Some(there.convert(*percent)),
        move |rated| rated.map(|rated| back.convert(rated)).ok_or(Refusal::NeverEmpty),
    );
    for to in [dec!(70), dec!(72), dec!(73)] {
        percent.take(&slider.handle(Intent::Choose(to)))?;
        println!("slider to {to}: rating {}", rated.get().unwrap_or_default());
    }
    rating.set_value(rated.get())?;
    rated.take(&rating.handle(Intent::Choose(dec!(2))))?;
    println!("rating to 2: slider {}", percent.get().normalize());
    match rated.set(None) {
        Ok(_) => println!("rating cleared"),
        Err(error) => println!("rating cannot be cleared: {error}"),
    }
    Ok(())
}
