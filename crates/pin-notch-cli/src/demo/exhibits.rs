//! The controls of the demo's page, in the states worth trying.

use crate::sheets::today;
use pin_notch::{
    Checkbox, CheckboxGroup, Choice, Closed, Control, ControlError, DatePicker, DateSpan,
    DateSpanPicker, DateTime, Direction, FieldStepper, ItemStepper, Lit, Mark, Month, Orientation,
    RadioGroup, Rating, Scale, Select, Slider, Span, SpanSlider, Step, Stepper, Surroundings,
    Switch, TextField, TextKind, Time, Week, Weekday, dec,
};
use std::error::Error;

/// A control on the page, with its description.
pub(super) struct Exhibit {
    /// Its id.
    pub id: &'static str,
    /// Its label.
    pub label: &'static str,
    /// What there is to see.
    pub note: &'static str,
    pub control: Control,
    /// Attributes that only affect its appearance.
    pub looks: &'static [(&'static str, &'static str)],
}

impl Exhibit {
    fn looking(mut self, looks: &'static [(&'static str, &'static str)]) -> Self {
        self.looks = looks;
        self
    }

    /// Whether it is in text that runs from right to left.
    pub(super) fn is_right_to_left(&self) -> bool {
        self.control.surroundings().direction == Some(Direction::RightToLeft)
    }
}

type Built = Result<Vec<Exhibit>, Box<dyn Error>>;

/// All of them, by kind.
pub(super) fn exhibits() -> Vec<(&'static str, Vec<Exhibit>)> {
    let all = [
        ("Sliders", sliders()),
        ("Ratings", ratings()),
        ("Switches, checkboxes and radio buttons", toggles()),
        ("Texts", texts()),
        ("Steppers", steppers()),
        ("Selects", selects()),
        ("Dates", dates()),
        ("Months, weeks and times", fields()),
    ];
    // They are constant, and a test builds them.
    all.into_iter().map(|(kind, built)| (kind, built.unwrap_or_default())).collect()
}

fn exhibit(
    id: &'static str,
    label: &'static str,
    note: &'static str,
    control: impl TryInto<Control, Error = ControlError>,
) -> Result<Exhibit, ControlError> {
    let mut control = control.try_into()?;
    let mut surroundings = Surroundings::default();
    surroundings.today = Some(today());
    control.set_surroundings(&surroundings);
    Ok(Exhibit { id, label, note, control, looks: &[] })
}

fn sliders() -> Built {
    let weight = Slider::builder().max(40).step(dec!(0.1)).unit("kg");
    let frames = Slider::builder().max(10);
    let mut right_to_left =
        exhibit("rtl", "Frames of honey", "right to left", frames.clone().value(3))?;
    let mut surroundings = Surroundings::default();
    surroundings.direction = Some(Direction::RightToLeft);
    right_to_left.control.set_surroundings(&surroundings);
    let frost = Slider::builder().min(-30).max(-2).step(dec!(0.5)).unit("°C");
    let moisture = Slider::builder().min(15).max(22).step(Step::Any).unit("%");
    let marks = [(0, "empty"), (5, "half"), (10, "full")];
    let marks = marks.map(|(value, label)| Mark::new(value, label));
    let fallen = Slider::builder().min(1).max(1000).value(30).scale(Scale::Logarithmic);
    let flying = SpanSlider::builder().min(-20).max(40).value(Span::new(10, 30)).least(5).most(60);
    let vertical = frames.clone().value(4).orientation(Orientation::Vertical).unit("cm");
    Ok(vec![
        exhibit("weight", "Hive weight", "0 to 40 by 0.1", weight.clone().value(dec!(18.4)))?,
        exhibit("entrance", "Entrance", "vertical", vertical)?,
        exhibit("frost", "Coldest night", "all below zero, by 0.5", frost)?,
        exhibit(
            "syrup",
            "Syrup given",
            "1 to 100 by 20: the last notch is 81",
            Slider::builder().min(1).max(100).step(20).unit("dl"),
        )?,
        exhibit("moisture", "Honey moisture", "step “any”", moisture)?,
        exhibit("stores", "Stores", "marks with labels", frames.clone().value(6).options(marks))?,
        exhibit("fallen", "Mites fallen", "a logarithmic track", fallen)?,
        exhibit("flying", "Flying weather", "two thumbs, at least 5 apart", flying.unit("°C"))?,
        exhibit("away", "Frames taken away", "reversed", frames.clone().value(2).reversed(true))?,
        right_to_left,
        exhibit(
            "locked",
            "Last year’s weight",
            "disabled",
            weight.value(dec!(31.7)).disabled(true),
        )?,
        exhibit(
            "shown",
            "Frames in the box",
            "readonly",
            frames.value(8).unit("frames").readonly(true),
        )?,
    ])
}

fn ratings() -> Built {
    let moods = ["roaring", "loud", "steady", "humming", "purring"];
    let mood = Rating::builder().lit(Lit::Only).options(moods).icon("♪").value(4);
    let preview = "would be {value} of {max}".parse()?;
    let temper = Rating::builder().step(dec!(0.5)).preview_wording(preview);
    let brood = Rating::builder().max(8).step(dec!(0.25)).value(dec!(5.75));
    let average = Rating::builder().step(dec!(0.1)).value(dec!(3.7)).readonly(true);
    Ok(vec![
        exhibit("temper", "Temper", "halves, empty at first", temper)?,
        exhibit("brood", "Frames of brood", "quarters", brood)?,
        exhibit("mood", "Sound of the colony", "only the chosen one lit, each with a name", mood)?,
        exhibit("vigour", "Vigour", "at least 2", Rating::builder().min(2))?,
        exhibit(
            "pattern",
            "Brood pattern",
            "required: change it, never clear it",
            Rating::builder().max(7).value(4).required(true),
        )?,
        exhibit("average", "Average of all hives", "readonly, tenths", average)?,
        exhibit("gait", "Calm on the comb", "small", Rating::builder().max(6))?
            .looking(&[("sizing", "small")]),
        exhibit(
            "queenless",
            "Calm without a queen",
            "disabled",
            Rating::builder().value(2).disabled(true),
        )?,
    ])
}

fn toggles() -> Built {
    let marked = Switch::builder().checked(true).when_on("marked").when_off("unmarked");
    let clipped = Checkbox::builder().description("so that she cannot fly off with a swarm");
    let stages = ["eggs", "larvae", "sealed brood"];
    let seen = CheckboxGroup::builder().options(stages).value(["eggs"]).all("All stages of brood");
    let acids = [("oa", "Oxalic acid"), ("fa", "Formic acid"), ("th", "Thymol")];
    let treated = CheckboxGroup::builder().options(acids).least(1).most(2);
    let queen = RadioGroup::builder().options(["seen", "not seen", "gone"]).required(true);
    let honey = [("light", "light"), ("dark", "dark"), ("none", "none")];
    let honey = RadioGroup::builder().options(honey).orientation(Orientation::Horizontal);
    Ok(vec![
        exhibit(
            "feeder",
            "Feeder",
            "a caption for each state",
            Switch::builder().when_on("on").when_off("off"),
        )?,
        exhibit("guard", "Mouse guard", "starts on", Switch::builder().checked(true))?,
        exhibit("marked", "Queen marked", "readonly", marked.readonly(true))?,
        exhibit("heater", "Heater", "disabled", Switch::builder().checked(true).disabled(true))?,
        exhibit("clipped", "Wing clipped", "with a description", clipped)?,
        exhibit(
            "varroa",
            "Varroa seen",
            "mixed at first",
            Checkbox::builder().indeterminate(true),
        )?,
        exhibit(
            "insured",
            "Insured",
            "disabled",
            Checkbox::builder().checked(true).disabled(true),
        )?,
        exhibit("seen", "Seen on the comb", "one for all, mixed while they differ", seen)?,
        exhibit("treated", "Treated with", "one or two of them", treated)?,
        exhibit("queen", "Queen", "radio buttons; required", queen)?,
        exhibit("honey-colour", "Honey", "radio buttons in a row", honey.value("light"))?,
    ])
}

fn texts() -> Built {
    let mark = TextField::builder().pattern("[A-Z]-[0-9]{1,3}").example("H-12").placeholder("H-12");
    let note = TextField::builder().rows(3).maxlength(200).counter(true);
    let mail = TextField::builder().r#type(TextKind::Email).autocomplete("email");
    let page = TextField::builder().r#type(TextKind::Url).placeholder("https://");
    Ok(vec![
        exhibit("mark", "Mark on the hive", "a letter and a number: a pattern", mark)?,
        exhibit("note", "Note", "several lines, counted, at most 200 characters", note)?,
        exhibit("mail", "E-mail", "an address that a browser may fill in", mail)?,
        exhibit("page", "Page of the apiary", "a URL", page)?,
        exhibit(
            "found-by",
            "Found by",
            "readonly",
            TextField::builder().value("Ida").readonly(true),
        )?,
        exhibit(
            "code",
            "Code of the scale",
            "disabled",
            TextField::builder().value("A-7").disabled(true),
        )?,
    ])
}

fn steppers() -> Built {
    let mites = Stepper::builder().min(0).max(300).unit("mites").placeholder("none counted");
    let brood = Stepper::builder().min(0).max(11).step(dec!(0.25));
    let hour = Stepper::builder().min(0).max(23).value(22).r#loop(true);
    let hives = ItemStepper::builder().options(["Linden", "Orchard", "Heath", "Clover"]);
    Ok(vec![
        exhibit("mites", "Mites per 300 bees", "type, arrow, page, hold", mites)?,
        exhibit(
            "frames",
            "Brood by quarters",
            "fractions",
            brood.clone().value(dec!(4.25)).unit("frames"),
        )?,
        exhibit("hour", "Hour of flight", "goes round", hour)?,
        exhibit(
            "sealed",
            "Sealed weight",
            "readonly",
            brood.value(dec!(2.5)).unit("kg").readonly(true),
        )?,
        exhibit("hive", "Hive", "back and next", hives.clone())?,
        exhibit("walk", "Next hive", "large", hives.r#loop(true))?.looking(&[("sizing", "large")]),
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

const PLANTS: [&str; 16] = [
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

fn selects() -> Built {
    let forage = Select::builder().placeholder("what is in flower").filter(true).options(PLANTS);
    let many = Select::builder().multiple(true).placeholder("nothing chosen").options(PLANTS);
    let keeper = Select::builder().placeholder("nobody").value(["ida"]);
    Ok(vec![
        exhibit(
            "treatment",
            "Treatment",
            "groups, one option disabled",
            Select::builder().placeholder("none yet").options(treatments()),
        )?,
        exhibit("forage", "Forage", "filtered as you type", forage)?,
        exhibit(
            "honey",
            "Honey from",
            "several, at most 3",
            many.clone().most(3).value(["Linden", "Clover"]),
        )?,
        exhibit("pollen", "Pollen from", "several, filtered", many.filter(true))?,
        exhibit(
            "keeper",
            "Keeper",
            "options that come later; its value is there before them",
            keeper,
        )?,
        exhibit(
            "colony",
            "Colony",
            "100,000 options",
            Select::builder().placeholder("any").filter(true),
        )?,
        exhibit(
            "strain",
            "Strain",
            "disabled",
            Select::builder().options(treatments()).value(["bb"]).disabled(true),
        )?,
    ])
}

fn dates() -> Built {
    let closed = [
        Closed::weekday(Weekday::Sunday, "The apiary rests on Sundays."),
        Closed::days("2026-06-01".parse()?, "2026-06-03".parse()?, "The extractor is lent out."),
    ];
    let (from, to) = ("2026-03-01".parse()?, "2026-10-31".parse()?);
    let day = "2026-05-14".parse()?;
    let next = DatePicker::builder().min(from).max(to).options(closed.clone()).value(day);
    let away = DateSpanPicker::builder().min(from).max(to).options(closed);
    let lent = DateSpan::between("2026-05-18".parse()?, "2026-05-22".parse()?);
    let lent = DateSpanPicker::builder().two_fields(true).least(2).most(14).value(lent);
    let founded = DatePicker::builder().value("2019-04-30".parse()?).readonly(true);
    Ok(vec![
        exhibit(
            "visited",
            "Visited",
            "any day",
            DatePicker::builder().placeholder("year-month-day"),
        )?,
        exhibit(
            "next",
            "Next visit",
            "a season, closed days, a pattern",
            next.date_pattern("EEE d MMM y".parse()?),
        )?,
        exhibit("away-days", "Away", "two days in one field", away.placeholder("from – to"))?,
        exhibit("lent", "Extractor lent", "two fields, 2 to 14 days", lent)?,
        exhibit(
            "queen-since",
            "Queen since",
            "always open",
            DatePicker::builder().always_open(true).value(day),
        )?,
        exhibit("founded", "Founded", "readonly", founded)?,
    ])
}

fn fields() -> Built {
    let opened = FieldStepper::<Time>::builder().min("06:30".parse()?).max("21:00".parse()?);
    let extracted = FieldStepper::<Week>::builder().value("2026-W28".parse()?);
    Ok(vec![
        exhibit("swarmed", "Swarmed in", "month", FieldStepper::<Month>::builder())?,
        exhibit("extracted", "Extracted in", "week", extracted)?,
        exhibit(
            "opened",
            "Opened at",
            "quarters of an hour from 06:30",
            opened.step(900).value("07:30".parse()?),
        )?,
        exhibit("moved", "Moved on", "day and time", FieldStepper::<DateTime>::builder())?,
    ])
}
