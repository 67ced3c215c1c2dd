//! Settings, in words that all controls share, make the same control as the methods of its own.

use pin_notch::{
    Amount, Blocked, CheckGroup, Checkbox, Checked, Choice, Control, Date, DatePattern, DatePicker,
    DateSpan, DateSpanPicker, Direction, FieldStepper, ItemStepper, Label, Lit, Manner, Meeting,
    Month, Notches, NotchesOf, Orientation, Rating, Scale, Select, Setting, SettingError, Slider,
    Span, SpanSlider, Stepper, Switch, Value, Weekday, Wording, dec,
};

type Test<T = ()> = Result<T, Box<dyn std::error::Error>>;

/// A control by its own methods, and a bare one with what is to be put on it.
type Pair = (Control, Control, Vec<Setting>);

fn options() -> Vec<Choice> {
    vec![Choice::new("oa", "Oxalic acid"), Choice::new("fa", "Formic acid")]
}

fn label(label: Label, text: &str) -> Setting {
    Setting::Label(label, text.into())
}

fn pairs() -> Test<Vec<Pair>> {
    let weight = Notches::new(dec!(1), dec!(40), dec!(0.5))?;
    let wording: Wording = "{value} of {max}".parse()?;
    let pattern: DatePattern = "d MMM yyyy".parse()?;
    let today: Date = "2026-05-14".parse()?;
    let [first, last]: [Date; 2] = ["2026-05-20".parse()?, "2026-05-23".parse()?];
    let sundays = || vec![Blocked::weekday(Weekday::Sunday, "The apiary rests.")];
    let season = NotchesOf::new(Some("2026-03-01".parse()?), None, dec!(1))?;
    let [may, june]: [Month; 2] = ["2026-05".parse()?, "2026-06".parse()?];
    let marks = || vec![(dec!(10), "swarm".to_owned())];
    let number = |number| Setting::Start(Value::Number(number));
    let texts = |all: &[&str]| {
        Setting::Start(Value::Texts(all.iter().map(|text| (*text).to_owned()).collect()))
    };
    let right_to_left = || Setting::Direction(Direction::RightToLeft);
    Ok(vec![
        (
            Slider::new(weight)?
                .starting_at(dec!(18.7))?
                .in_unit("kg")
                .oriented(Orientation::Vertical)
                .running(Direction::RightToLeft)
                .reversed(true)
                .scaled(Scale::Logarithmic)?
                .paging(dec!(5))
                .worded(wording.clone())
                .marking(marks())?
                .into(),
            Slider::new(weight)?.into(),
            vec![
                number(dec!(18.7)),
                label(Label::Unit, "kg"),
                Setting::Is(Manner::Vertical),
                right_to_left(),
                Setting::Is(Manner::Reversed),
                Setting::Is(Manner::Logarithmic),
                Setting::Amount(Amount::Page, dec!(5)),
                Setting::Readout(wording.clone()),
                Setting::Marks(marks()),
            ],
        ),
        (
            SpanSlider::new(weight)?
                .starting_at(dec!(10), dec!(30))?
                .apart(dec!(5), dec!(25))?
                .meeting(Meeting::Push)
                .in_unit("°C")
                .into(),
            SpanSlider::new(weight)?.into(),
            vec![
                Setting::Start(Value::Span(Span { low: dec!(10), high: dec!(30) })),
                Setting::Amount(Amount::Least, dec!(5)),
                Setting::Amount(Amount::Most, dec!(25)),
                Setting::Is(Manner::Pushing),
                label(Label::Unit, "°C"),
            ],
        ),
        (
            Rating::new(5)?
                .by(dec!(0.5))?
                .at_least(dec!(1))?
                .starting_at(dec!(3.5))?
                .naming(["wild", "calm"])
                .worded(wording.clone())
                .previewed(wording.clone())
                .empty_text("not looked at")
                .lighting(Lit::Only)
                .running(Direction::RightToLeft)
                .into(),
            Rating::new(5)?.into(),
            vec![
                Setting::Amount(Amount::Step, dec!(0.5)),
                Setting::Amount(Amount::Min, dec!(1)),
                number(dec!(3.5)),
                Setting::Options(["wild", "calm"].map(|name| Choice::new("", name)).to_vec()),
                Setting::Readout(wording.clone()),
                Setting::Preview(wording),
                label(Label::Empty, "not looked at"),
                Setting::Is(Manner::OnlyOne),
                right_to_left(),
            ],
        ),
        (
            Switch::new().starting(true).sending("fed").captioned("fed", "hungry").into(),
            Switch::new().into(),
            vec![
                Setting::Start(Value::On(true)),
                label(Label::Sent, "fed"),
                label(Label::On, "fed"),
                label(Label::Off, "hungry"),
            ],
        ),
        (
            Checkbox::new().starting(Checked::Mixed).sending("q").described("marked green").into(),
            Checkbox::new().into(),
            vec![
                Setting::Start(Value::Mixed),
                label(Label::Sent, "q"),
                label(Label::Description, "marked green"),
            ],
        ),
        (
            CheckGroup::new(options())
                .starting_with(["fa", "none such"])
                .under("All")
                .at_least(1)
                .at_most(2)
                .into(),
            CheckGroup::new(options()).into(),
            vec![
                texts(&["fa", "none such"]),
                label(Label::Parent, "All"),
                Setting::Amount(Amount::Least, dec!(1)),
                Setting::Amount(Amount::Most, dec!(2.0)),
            ],
        ),
        (
            Stepper::new(weight)?
                .starting_at(dec!(7.2))?
                .in_unit("kg")
                .prompting("how much")
                .wrapping()
                .into(),
            Stepper::new(weight)?.into(),
            vec![
                number(dec!(7.2)),
                label(Label::Unit, "kg"),
                label(Label::Prompt, "how much"),
                Setting::Is(Manner::Wrapping),
            ],
        ),
        (
            ItemStepper::new(options())
                .starting_at(1)
                .wrapping()
                .running(Direction::RightToLeft)
                .into(),
            ItemStepper::new(options()).into(),
            vec![
                Setting::Start(Value::Text("fa".into())),
                Setting::Is(Manner::Wrapping),
                right_to_left(),
            ],
        ),
        (
            Select::many()
                .prompting("none yet")
                .filtering()
                .at_least(1)
                .at_most(3)
                .offering(options())
                .starting_with(["fa"])
                .into(),
            Select::many().into(),
            vec![
                label(Label::Prompt, "none yet"),
                Setting::Is(Manner::Filtered),
                Setting::Amount(Amount::Least, dec!(1)),
                Setting::Amount(Amount::Most, dec!(3)),
                Setting::Options(options()),
                texts(&["fa"]),
            ],
        ),
        (
            DatePicker::new(today)
                .within(season)
                .blocking(sundays())
                .written(pattern.clone())
                .weeks_from(Weekday::Saturday)
                .running(Direction::RightToLeft)
                .prompting("which day")
                .starting_at(Some(first))?
                .always_open()
                .into(),
            DatePicker::new(today).into(),
            vec![
                Setting::Within(Value::Date("2026-03-01".parse()?), Value::Empty, None),
                Setting::Blocked(sundays()),
                Setting::Pattern(pattern.clone()),
                Setting::FirstDay(Weekday::Saturday),
                right_to_left(),
                label(Label::Prompt, "which day"),
                Setting::Start(Value::Date(first)),
                Setting::Is(Manner::AlwaysOpen),
            ],
        ),
        (
            DateSpanPicker::new(today)
                .within(season)
                .blocking(sundays())
                .in_two_fields()
                .across_blocked()
                .lasting(2..=14)
                .starting_at(Some(DateSpan { first, last }))?
                .into(),
            DateSpanPicker::new(today).into(),
            vec![
                Setting::Within(Value::Date("2026-03-01".parse()?), Value::Empty, None),
                Setting::Blocked(sundays()),
                Setting::Is(Manner::TwoFields),
                Setting::Is(Manner::AcrossBlocked),
                Setting::Amount(Amount::Least, dec!(2)),
                Setting::Amount(Amount::Most, dec!(14)),
                Setting::Start(Value::Dates(DateSpan { first, last })),
            ],
        ),
        (
            FieldStepper::new(NotchesOf::new(Some(may), None, dec!(3))?)
                .near(june)
                .starting_at(Some("2026-08".parse()?))?
                .into(),
            FieldStepper::<Month>::new(NotchesOf::all()).into(),
            vec![
                Setting::Within(Value::Month(may), Value::Empty, Some(dec!(3))),
                Setting::Near(Value::Month(june)),
                Setting::Start(Value::Month("2026-08".parse()?)),
            ],
        ),
    ])
}

#[test]
fn settings_make_what_the_methods_make() -> Test {
    for (built, mut put, settings) in pairs()? {
        for setting in &settings {
            put.put(setting).map_err(|error| format!("{setting:?}: {error}"))?;
        }
        assert_eq!(format!("{put:?}"), format!("{built:?}"));
    }
    Ok(())
}

/// Whatever any control takes, every other takes it too or refuses it, and a control that refuses is as it
/// was.
#[test]
fn what_is_refused_changes_nothing() -> Test {
    let pairs = pairs()?;
    let settings = || pairs.iter().flat_map(|(_, _, settings)| settings);
    let (mut not_for_this, mut unfit) = (0, 0);
    for (built, ..) in &pairs {
        for setting in settings() {
            let mut control = built.clone();
            match control.put(setting) {
                Ok(()) => continue,
                Err(SettingError::NotForThis) => not_for_this += 1,
                Err(error) => {
                    unfit += 1;
                    assert!(!error.to_string().is_empty());
                }
            }
            assert_eq!(format!("{control:?}"), format!("{built:?}"), "{setting:?}");
        }
    }
    assert!(not_for_this > 300 && unfit > 50, "{not_for_this} and {unfit}");
    Ok(())
}
