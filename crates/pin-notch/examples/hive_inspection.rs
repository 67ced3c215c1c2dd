//! A whole inspection: sent too early, mended, sent again, and re-checked where it arrives.

use pin_notch::{
    CheckGroup, Choice, DatePicker, FieldStepper, Form, FormTurn, Intent, Key, Notches, NotchesOf,
    Rating, Select, Slider, Stepper, Switch, Time, Value, dec,
};
use std::error::Error;

fn inspection() -> Result<Form, Box<dyn Error>> {
    let weight = Notches::new(dec!(0), dec!(40), dec!(0.1))?;
    let mites = Notches::builder().min(dec!(0)).max(dec!(300)).build()?;
    let mut temper = Rating::new(5)?.by(dec!(0.5))?;
    temper.set_required(true);
    let treatments = [
        Choice::new("oa", "Oxalic acid"),
        Choice::new("fa", "Formic acid"),
        Choice::new("brood", "Brood break"),
    ];
    let form = Form::new()
        .with("visited", "Visited", DatePicker::new("2026-05-14".parse()?))?
        .with("opened", "Opened at", FieldStepper::new(NotchesOf::<Time>::all()))?
        .with("weight", "Hive weight", Slider::new(weight)?.starting_at(dec!(18.4))?.in_unit("kg"))?
        .with("brood", "Frames of brood", Rating::new(10)?.by(dec!(0.25))?)?
        .with("mites", "Mites per 300 bees", Stepper::new(mites)?.in_unit("mites"))?
        .with("temper", "Temper", temper)?
        .with("seen", "Seen", CheckGroup::new(["queen", "eggs", "larvae"]))?
        .with("treatment", "Treatment", Select::single().prompting("none").offering(treatments))?
        .with("feeder", "Feeder", Switch::new())?
        .with_rule(&["mites", "treatment"], |values| {
            let many = values.number("mites") > Some(dec!(9));
            let untreated = values.get("treatment").is_some_and(Value::is_empty);
            (many && untreated).then(|| "With ten mites or more, choose a treatment.".into())
        })?
        .with_warning(&["weight"], |values| {
            let light = values.number("weight") < Some(dec!(12));
            light.then(|| "A hive this light may starve.".into())
        })?;
    Ok(form)
}

fn main() -> Result<(), Box<dyn Error>> {
    let mut form = inspection()?;
    let tell = |form: &mut Form, name: &str, intents: &[Intent]| -> Result<(), Box<dyn Error>> {
        for intent in intents {
            let turn: FormTurn = form.handle(name, *intent)?;
            println!("{name}, {intent}: {turn}");
        }
        Ok(())
    };
    tell(
        &mut form,
        "visited",
        &[Intent::Type("2026-05-1"), Intent::Settle, Intent::Type("2026-05-14"), Intent::Settle],
    )?;
    tell(&mut form, "opened", &[Intent::Type("07:30"), Intent::Settle])?;
    tell(&mut form, "weight", &[Intent::Key(Key::Home)])?;
    tell(&mut form, "mites", &[Intent::Type("12"), Intent::Settle])?;
    tell(&mut form, "seen", &[Intent::Pick("eggs")])?;
    if let Err(problems) = form.submit() {
        println!("\nnot sent; first to {}:\n{problems}\n", problems.first().unwrap_or_default());
    }
    tell(&mut form, "temper", &[Intent::Choose(dec!(3.5))])?;
    tell(&mut form, "treatment", &[Intent::Open, Intent::Key(Key::Down), Intent::Key(Key::Enter)])?;
    let sent = form.submit()?;
    for warning in sent.warnings() {
        println!("\nsent, with a warning. {warning}");
    }
    let body = form.urlencoded();
    println!("{body}\n");

    // Elsewhere: the same definition reads it, and would not take anything else.
    let received = inspection()?;
    for (name, value) in received.read(body.as_bytes())?.iter() {
        println!("received {name} = {value}");
    }
    if let Err(problems) = received.read(b"weight=400&mites=2.5&temper=4&treatment=honey") {
        println!("\ntampered:\n{problems}");
    }
    Ok(())
}
