//! The demo's own data: what a beekeeper writes down at a hive.

use crate::sheets::today;
use pin_notch::{
    Blocked, CheckGroup, Checkbox, Checked, Choice, Control, Date, DatePicker, DateSpan,
    DateSpanPicker, DateTime, Direction, FieldStepper, Form, ItemStepper, Lit, Month, Notches,
    NotchesOf, Orientation, Rating, Scale, Select, Slider, SpanSlider, Stepper, Switch, Time, Week,
    Weekday, dec,
};
use pin_notch_sheet::{Format, Sheet, Surroundings};
use std::error::Error;

type Built<T> = Result<T, Box<dyn Error>>;

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
    /// Attributes for looks alone.
    pub looks: &'static [(&'static str, &'static str)],
}

/// All controls in the states that are worth trying, by kind.
pub(super) fn exhibits() -> Vec<(&'static str, Vec<Exhibit>)> {
    // The definitions below are fixed and tested: one that does not build is left out of the page.
    let all = [
        ("Sliders", sliders().unwrap_or_default()),
        ("Ratings", ratings().unwrap_or_default()),
        ("Switches and checkboxes", toggles()),
        ("Steppers", steppers().unwrap_or_default()),
        ("Selects", selects()),
        ("Dates", dates().unwrap_or_default()),
        ("Months, weeks and times", fields().unwrap_or_default()),
    ];
    all.into()
}

fn exhibit(
    id: &'static str,
    label: &'static str,
    note: &'static str,
    control: impl Into<Control>,
) -> Exhibit {
    Exhibit { id, label, note, control: control.into(), icon: "", looks: &[] }
}

fn disabled(control: impl Into<Control>) -> Control {
    let mut control = control.into();
    control.conditions_mut().disabled = true;
    control
}

fn read_only(control: impl Into<Control>) -> Control {
    let mut control = control.into();
    control.conditions_mut().read_only = true;
    control
}

fn required(control: impl Into<Control>) -> Control {
    let mut control = control.into();
    control.conditions_mut().required = true;
    control
}

fn sliders() -> Built<Vec<Exhibit>> {
    let weight = Notches::new(dec!(0), dec!(40), dec!(0.1))?;
    let frost = Notches::new(dec!(-30), dec!(-2), dec!(0.5))?;
    let syrup = Notches::new(dec!(1), dec!(100), dec!(20))?;
    let frames = Notches::new(dec!(0), dec!(10), dec!(1))?;
    let degrees = Notches::new(dec!(-20), dec!(40), dec!(1))?;
    let mites = Notches::new(dec!(1), dec!(1000), dec!(1))?;
    let moisture = Notches::builder().min(dec!(15)).max(dec!(22)).step_any().build()?;
    let slider = Slider::new;
    let marked = slider(frames)?.starting_at(dec!(6))?.marking([
        (dec!(0), "empty"),
        (dec!(5), "half"),
        (dec!(10), "full"),
    ])?;
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
        exhibit("stores", "Stores", "marks with labels", marked),
        exhibit(
            "fallen",
            "Mites fallen",
            "a logarithmic track",
            slider(mites)?.starting_at(dec!(30))?.scaled(Scale::Logarithmic)?,
        ),
        exhibit(
            "flying",
            "Flying weather",
            "two thumbs, at least 5 apart",
            SpanSlider::new(degrees)?
                .starting_at(dec!(10), dec!(30))?
                .apart(dec!(5), dec!(60))?
                .in_unit("°C"),
        ),
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
        exhibit(
            "locked",
            "Last year’s weight",
            "disabled",
            disabled(slider(weight)?.starting_at(dec!(31.7))?.in_unit("kg")),
        ),
        exhibit(
            "shown",
            "Frames in the box",
            "read-only",
            read_only(slider(frames)?.starting_at(dec!(8))?.in_unit("frames")),
        ),
    ])
}

fn ratings() -> Built<Vec<Exhibit>> {
    let mut moods = exhibit(
        "mood",
        "Sound of the colony",
        "only the chosen one lit, each with a name",
        Rating::new(5)?
            .lighting(Lit::Only)
            .naming(["roaring", "loud", "steady", "humming", "purring"])
            .starting_at(dec!(4))?,
    );
    moods.icon = "♪";
    let preview = "would be {value} of {max}".parse()?;
    let mut small = exhibit("gait", "Calm on the comb", "small", Rating::new(6)?);
    small.looks = &[("sizing", "small")];
    Ok(vec![
        exhibit(
            "temper",
            "Temper",
            "halves, empty at first",
            Rating::new(5)?.by(dec!(0.5))?.previewed(preview),
        ),
        exhibit(
            "brood",
            "Frames of brood",
            "quarters",
            Rating::new(8)?.by(dec!(0.25))?.starting_at(dec!(5.75))?,
        ),
        moods,
        exhibit("vigour", "Vigour", "at least 2", Rating::new(5)?.at_least(dec!(2))?),
        exhibit(
            "pattern",
            "Brood pattern",
            "required: change it, never clear it",
            required(Rating::new(7)?.starting_at(dec!(4))?),
        ),
        exhibit(
            "average",
            "Average of all hives",
            "read-only, tenths",
            read_only(Rating::new(5)?.by(dec!(0.1))?.starting_at(dec!(3.7))?),
        ),
        small,
        exhibit(
            "queenless",
            "Calm without a queen",
            "disabled",
            disabled(Rating::new(5)?.starting_at(dec!(2))?),
        ),
    ])
}

fn toggles() -> Vec<Exhibit> {
    let marked = Switch::new().starting(true).captioned("marked", "unmarked");
    let seen = CheckGroup::new(["eggs", "larvae", "sealed brood"])
        .starting_with(["eggs"])
        .under("All stages of brood");
    let treated = CheckGroup::new([
        Choice::new("oa", "Oxalic acid"),
        Choice::new("fa", "Formic acid"),
        Choice::new("th", "Thymol"),
    ])
    .at_least(1)
    .at_most(2);
    vec![
        exhibit("feeder", "Feeder", "a caption per state", Switch::new().captioned("on", "off")),
        exhibit("guard", "Mouse guard", "starts on", Switch::new().starting(true)),
        exhibit("marked", "Queen marked", "read-only", read_only(marked)),
        exhibit("heater", "Heater", "disabled", disabled(Switch::new().starting(true))),
        exhibit(
            "clipped",
            "Wing clipped",
            "with a description",
            Checkbox::new().described("so that she cannot fly off with a swarm"),
        ),
        exhibit(
            "varroa",
            "Varroa seen",
            "mixed at first",
            Checkbox::new().starting(Checked::Mixed),
        ),
        exhibit("insured", "Insured", "disabled", disabled(Checkbox::new().starting(Checked::On))),
        exhibit("seen", "Seen on the comb", "a parent that is mixed while they differ", seen),
        exhibit("treated", "Treated with", "one or two of them", treated),
    ]
}

fn steppers() -> Built<Vec<Exhibit>> {
    let mites = Notches::builder().min(dec!(0)).max(dec!(300)).build()?;
    let brood = Notches::new(dec!(0), dec!(11), dec!(0.25))?;
    let hours = Notches::new(dec!(0), dec!(23), dec!(1))?;
    let hives = ["Linden", "Orchard", "Heath", "Clover"].map(Choice::from);
    let mut large =
        exhibit("walk", "Next hive", "large", ItemStepper::new(hives.to_vec()).wrapping());
    large.looks = &[("sizing", "large")];
    Ok(vec![
        exhibit(
            "mites",
            "Mites per 300 bees",
            "type, arrow, page, hold",
            Stepper::new(mites)?.in_unit("mites").prompting("none counted"),
        ),
        exhibit(
            "frames",
            "Brood by quarters",
            "fractions",
            Stepper::new(brood)?.starting_at(dec!(4.25))?.in_unit("frames"),
        ),
        exhibit(
            "hour",
            "Hour of flight",
            "goes round",
            Stepper::new(hours)?.starting_at(dec!(22))?.wrapping(),
        ),
        exhibit(
            "sealed",
            "Sealed weight",
            "read-only",
            read_only(Stepper::new(brood)?.starting_at(dec!(2.5))?.in_unit("kg")),
        ),
        exhibit("hive", "Hive", "back and next", ItemStepper::new(hives.to_vec())),
        large,
    ])
}

fn treatments() -> [Choice; 6] {
    [
        Choice::new("oa", "Oxalic acid").in_group("Acids"),
        Choice::new("fa", "Formic acid").in_group("Acids"),
        Choice::new("la", "Lactic acid").in_group("Acids"),
        Choice::new("th", "Thymol").in_group("Others").disabled(),
        Choice::new("bb", "Brood break").in_group("Others"),
        Choice::new("dr", "Drone brood cut out").in_group("Others"),
    ]
}

fn selects() -> Vec<Exhibit> {
    let plants = [
        "Acacia",
        "Blackberry",
        "Buckwheat",
        "Chestnut",
        "Clover",
        "Dandelion",
        "Fir",
        "Heather",
        "Lavender",
        "Linden",
        "Maple",
        "Phacelia",
        "Rapeseed",
        "Raspberry",
        "Sunflower",
        "Willow",
    ];
    let many = Select::many().offering(plants.map(Choice::from));
    vec![
        exhibit(
            "treatment",
            "Treatment",
            "groups, one option disabled",
            Select::single().prompting("none yet").offering(treatments()),
        ),
        exhibit(
            "forage",
            "Forage",
            "filtered as you type",
            Select::single()
                .prompting("what is in flower")
                .filtering()
                .offering(plants.map(Choice::from)),
        ),
        exhibit(
            "honey",
            "Honey from",
            "several, at most 3",
            many.clone().at_most(3).prompting("nothing chosen").starting_with(["Linden", "Clover"]),
        ),
        exhibit(
            "pollen",
            "Pollen from",
            "several, filtered",
            many.filtering().prompting("nothing chosen"),
        ),
        exhibit(
            "keeper",
            "Keeper",
            "options that come later; its value is there before them",
            Select::single().prompting("nobody").starting_with(["ida"]),
        ),
        exhibit(
            "colony",
            "Colony",
            "100,000 options",
            Select::single().prompting("any").filtering(),
        ),
        exhibit(
            "strain",
            "Strain",
            "disabled",
            disabled(Select::single().offering(treatments()).starting_with(["bb"])),
        ),
    ]
}

fn blocked() -> Built<Vec<Blocked>> {
    Ok(vec![
        Blocked::weekday(Weekday::Sunday, "The apiary rests on Sundays."),
        Blocked::days("2026-06-01".parse()?, "2026-06-03".parse()?, "The extractor is lent out."),
    ])
}

fn dates() -> Built<Vec<Exhibit>> {
    let season = NotchesOf::new(Some("2026-03-01".parse()?), Some("2026-10-31".parse()?), 1)?;
    let day: Date = "2026-05-14".parse()?;
    let span = DateSpan { first: "2026-05-18".parse()?, last: "2026-05-22".parse()? };
    let date = || DatePicker::new(today());
    let dates = || DateSpanPicker::new(today());
    Ok(vec![
        exhibit("visited", "Visited", "any day", date().prompting("year-month-day")),
        exhibit(
            "next",
            "Next visit",
            "a season, days that are blocked, a pattern",
            date()
                .within(season)
                .blocking(blocked()?)
                .written("EEE d MMM y".parse()?)
                .starting_at(Some(day))?,
        ),
        exhibit(
            "away-days",
            "Away",
            "two days in one field",
            dates().within(season).blocking(blocked()?).prompting("from – to"),
        ),
        exhibit(
            "lent",
            "Extractor lent",
            "two fields, 2 to 14 days",
            dates().in_two_fields().lasting(2..=14).starting_at(Some(span))?,
        ),
        exhibit(
            "queen-since",
            "Queen since",
            "always open",
            date().always_open().starting_at(Some(day))?,
        ),
        exhibit(
            "founded",
            "Founded",
            "read-only",
            read_only(date().starting_at(Some("2019-04-30".parse()?))?),
        ),
    ])
}

fn fields() -> Built<Vec<Exhibit>> {
    let quarters = NotchesOf::new(Some("06:30".parse()?), Some("21:00".parse()?), 900)?;
    Ok(vec![
        exhibit("swarmed", "Swarmed in", "month", FieldStepper::new(NotchesOf::<Month>::all())),
        exhibit(
            "extracted",
            "Extracted in",
            "week",
            FieldStepper::new(NotchesOf::<Week>::all()).starting_at(Some("2026-W28".parse()?))?,
        ),
        exhibit(
            "opened",
            "Opened at",
            "quarters of an hour from 06:30",
            FieldStepper::<Time>::new(quarters).starting_at(Some("07:30".parse()?))?,
        ),
        exhibit(
            "moved",
            "Moved on",
            "day and time",
            FieldStepper::new(NotchesOf::<DateTime>::all()),
        ),
    ])
}

/// The form of the demo's sheet, as it is shipped.
pub(super) fn form() -> Form {
    let mut around = Surroundings::default();
    (around.today, around.files) =
        (today(), &|_: &str| Ok(include_str!("../../../../demo/hives.txt").to_owned()));
    let text = include_str!("../../../../demo/inspection.toml");
    // Tested to be without errors.
    Sheet::read(text, Format::Toml, &around).0.form()
}
