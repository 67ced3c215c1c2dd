//! A whole inspection: sent too early, mended, sent again, and re-checked where it arrives.

use pin_notch::{Form, Intent, Key, Notches, Rating, Slider, Switch, dec};
use std::error::Error;

fn inspection() -> Result<Form, Box<dyn Error>> {
    let weight = Notches::new(dec!(0), dec!(40), dec!(0.1))?;
    let mites = Notches::new(dec!(0), dec!(60), dec!(1))?;
    let mut temper = Rating::new(5)?.by(dec!(0.5))?;
    temper.set_required(true);
    let form = Form::new()
        .with("weight", "Hive weight", Slider::new(weight)?.starting_at(dec!(18.4))?.in_unit("kg"))?
        .with("mites", "Mites per 300 bees", Slider::new(mites)?.starting_at(dec!(3))?)?
        .with("temper", "Temper", temper)?
        .with("feeder", "Feeder", Switch::new())?;
    Ok(form)
}

fn main() -> Result<(), Box<dyn Error>> {
    let mut form = inspection()?;
    println!("weight, End: {}", form.handle("weight", Intent::Key(Key::End))?);
    for problem in form.problems() {
        println!("not sent. {problem}");
    }
    println!("temper: {}", form.handle("temper", Intent::Choose(dec!(3.5)))?);
    println!("feeder: {}", form.handle("feeder", Intent::Flip)?);
    let body = form.urlencoded();
    println!("sent: {body}");

    // Elsewhere: the same definition reads it, and would not take anything else.
    let received = inspection()?;
    for (name, value) in received.read(body.as_bytes())?.iter() {
        println!("received {name} = {value}");
    }
    if let Err(problems) = received.read(b"weight=400&mites=2.5&temper=4") {
        println!("tampered:\n{problems}");
    }
    Ok(())
}
