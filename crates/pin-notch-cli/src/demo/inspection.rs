//! The demo's own data: what a beekeeper writes down at a hive.

use pin_notch::{
    Control, ControlError, Direction, Form, Lit, Notches, Orientation, Rating, Slider, Switch, dec,
};
use std::error::Error;

/// A control on the page, with what is said about it.
pub(super) struct Exhibit {
    /// Its id, and its name in the running list.
    pub id: &'static str,
    pub label: &'static str,
    /// What there is to see.
    pub note: &'static str,
    pub control: Control,
    /// The icon of a rating; "" for the built-in one.
    pub icon: &'static str,
}

/// All controls in the states that are worth trying, by kind.
pub(super) fn exhibits() -> Vec<(&'static str, Vec<Exhibit>)> {
    // The definitions below are fixed and tested: one that does not build is left out of the page.
    let all = [
        ("Sliders", sliders().unwrap_or_default()),
        ("Ratings", ratings().unwrap_or_default()),
        ("Switches", switches()),
    ];
    all.into()
}

fn exhibit(
    id: &'static str,
    label: &'static str,
    note: &'static str,
    control: impl Into<Control>,
) -> Exhibit {
    Exhibit { id, label, note, control: control.into(), icon: "" }
}

fn sliders() -> Result<Vec<Exhibit>, ControlError> {
    let weight = Notches::new(dec!(0), dec!(40), dec!(0.1))?;
    let frost = Notches::new(dec!(-30), dec!(-2), dec!(0.5))?;
    let syrup = Notches::new(dec!(1), dec!(100), dec!(20))?;
    let frames = Notches::new(dec!(0), dec!(10), dec!(1))?;
    let moisture = Notches::builder().min(dec!(15)).max(dec!(22)).step_any().build()?;
    let slider = Slider::new;
    let mut locked = slider(weight)?.starting_at(dec!(31.7))?.in_unit("kg");
    locked.set_disabled(true);
    let mut shown = slider(frames)?.starting_at(dec!(8))?.in_unit("frames");
    shown.set_read_only(true);
    Ok(vec![
        exhibit(
            "weight",
            "Hive weight",
            "0 to 40 by 0.1",
            slider(weight)?.starting_at(dec!(18.4))?.in_unit("kg"),
        ),
        exhibit(
            "entrance",
            "Entrance",
            "vertical",
            slider(frames)?.starting_at(dec!(4))?.oriented(Orientation::Vertical).in_unit("cm"),
        ),
        exhibit("frost", "Coldest night", "all below zero, by 0.5", slider(frost)?.in_unit("°C")),
        exhibit(
            "syrup",
            "Syrup given",
            "1 to 100 by 20: the last notch is 81",
            slider(syrup)?.in_unit("dl"),
        ),
        exhibit("moisture", "Honey moisture", "step “any”", slider(moisture)?.in_unit("%")),
        exhibit(
            "away",
            "Frames taken away",
            "reversed",
            slider(frames)?.starting_at(dec!(2))?.reversed(true),
        ),
        exhibit(
            "rtl",
            "Frames of honey",
            "right to left",
            slider(frames)?.starting_at(dec!(3))?.running(Direction::RightToLeft),
        ),
        exhibit("locked", "Last year’s weight", "disabled", locked),
        exhibit("shown", "Frames in the box", "read-only", shown),
    ])
}

fn ratings() -> Result<Vec<Exhibit>, ControlError> {
    let mut required = Rating::new(7)?.starting_at(dec!(4))?;
    required.set_required(true);
    let mut shown = Rating::new(5)?.by(dec!(0.1))?.starting_at(dec!(3.7))?;
    shown.set_read_only(true);
    let mut locked = Rating::new(5)?.starting_at(dec!(2))?;
    locked.set_disabled(true);
    let mut moods = exhibit(
        "mood",
        "Sound of the colony",
        "only the chosen one lit",
        Rating::new(5)?.lighting(Lit::Only).starting_at(dec!(4))?,
    );
    moods.icon = "♪";
    Ok(vec![
        exhibit("temper", "Temper", "halves, empty at first", Rating::new(5)?.by(dec!(0.5))?),
        exhibit(
            "brood",
            "Frames of brood",
            "quarters",
            Rating::new(8)?.by(dec!(0.25))?.starting_at(dec!(5.75))?,
        ),
        moods,
        exhibit("vigour", "Vigour", "at least 2", Rating::new(5)?.at_least(dec!(2))?),
        exhibit("pattern", "Brood pattern", "required: change it, never clear it", required),
        exhibit("average", "Average of all hives", "read-only, tenths", shown),
        exhibit("queenless", "Calm without a queen", "disabled", locked),
    ])
}

fn switches() -> Vec<Exhibit> {
    let mut locked = Switch::new().starting(true);
    locked.set_disabled(true);
    let mut shown = Switch::new().starting(true).captioned("marked", "unmarked");
    shown.set_read_only(true);
    vec![
        exhibit("feeder", "Feeder", "a caption per state", Switch::new().captioned("on", "off")),
        exhibit("guard", "Mouse guard", "starts on", Switch::new().starting(true)),
        exhibit("marked", "Queen marked", "read-only", shown),
        exhibit("heater", "Heater", "disabled", locked),
    ]
}

/// The form that is sent. The page is made from it and what comes back is checked by it.
pub(super) fn form() -> Form {
    // Fixed and tested, like the exhibits: an empty form would fail the first test that sends it.
    build_form().unwrap_or_default()
}

fn build_form() -> Result<Form, Box<dyn Error>> {
    let weight = Notches::new(dec!(0), dec!(40), dec!(0.1))?;
    let outside = Notches::new(dec!(-20), dec!(40), dec!(0.5))?;
    let mites = Notches::new(dec!(0), dec!(60), dec!(1))?;
    let mut temper = Rating::new(5)?.by(dec!(0.5))?;
    temper.set_required(true);
    let form = Form::new()
        .with("weight", "Hive weight", Slider::new(weight)?.starting_at(dec!(18.4))?.in_unit("kg"))?
        .with("outside", "Outside", Slider::new(outside)?.starting_at(dec!(12.5))?.in_unit("°C"))?
        .with("mites", "Mites per 300 bees", Slider::new(mites)?.starting_at(dec!(3))?)?
        .with("temper", "Temper", temper)?
        .with("brood", "Frames of brood", Rating::new(10)?.by(dec!(0.25))?)?
        .with("feeder", "Feeder", Switch::new().captioned("on", "off"))?
        .with("treated", "Treated", Switch::new().sending("oxalic acid").captioned("yes", "no"))?;
    Ok(form)
}
