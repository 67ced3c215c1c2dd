//! A complete inspection: sent too early, corrected, sent again, and checked by the receiver.

use pin_notch::{
    CheckboxGroup, DatePicker, FieldStepper, Form, FormTurn, Intent, Key, Rating, Rule, Select,
    Slider, Stepper, Switch, Time, dec,
};
use std::error::Error;

fn inspection() -> Result<Form, Box<dyn Error>> {
    let weight = Slider::builder().max(40).step(dec!(0.1)).value(dec!(18.4)).unit("kg").build()?;
    let mites = Stepper::builder().min(0).max(300).unit("mites").build()?;
    let temper = Rating::builder().step(dec!(0.5)).required(true).build()?;
    let treatments = [("oa", "Oxalic acid"), ("fa", "Formic acid"), ("brood", "Brood break")];
    let form = Form::new()
        .with("visited", "Visited", DatePicker::default())?
        .with("opened", "Opened at", FieldStepper::<Time>::default())?
        .with("weight", "Hive weight", weight)?
        .with("brood", "Frames of brood", Rating::builder().max(10).step(dec!(0.25)))?
        .with("mites", "Mites per 300 bees", mites)?
        .with("temper", "Temper", temper)?
        .with("seen", "Seen", CheckboxGroup::builder().options(["queen", "eggs", "larvae"]))?
        .with("treatment", "Treatment", Select::builder().placeholder("none").options(treatments))?
        .with("feeder", "Feeder", Switch::default())?
        .rule(Rule::new(
            "mites <= 9 or treatment is not empty",
            "With ten mites or more, choose a treatment.",
        ))?
        .rule(Rule::new("weight >= 12", "A hive this light may starve.").warning())?;
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

    // At the receiver, the same definition reads it, and would not accept anything else.
    let received = inspection()?;
    for (name, value) in received.read(body.as_bytes())?.iter() {
        println!("received {name} = {value}");
    }
    if let Err(problems) = received.read(b"weight=400&mites=2.5&temper=4&treatment=honey") {
        println!("\ntampered:\n{problems}");
    }
    Ok(())
}
