//! For any default value, what a control shows and what it sends are read back as the same value.

use pin_notch::{
    AnyWorld, Checkbox, CheckboxGroup, Choice, Control, Date, DatePicker, DateSpan, DateSpanPicker,
    DateTime, Direction, English, FieldStepper, FieldValue, Intent, ItemStepper, Month, Notches,
    NotchesOf, Rating, Select, Slider, Span, SpanSlider, Step, Stepper, Surroundings, Switch,
    Thumb, Time, View, Week, World, dec, read_number,
};
use proptest::prelude::*;
use std::error::Error;

/// A world with digits, separators and names of its own.
struct Elsewhere;

impl World for Elsewhere {
    fn digits(&self) -> [char; 10] {
        ['०', '१', '२', '३', '४', '५', '६', '७', '८', '९']
    }
    fn decimal_separator(&self) -> char {
        ','
    }
    fn group_separator(&self) -> Option<char> {
        Some('.')
    }
    fn month_name(&self, month: u8) -> String {
        format!(
            "moon {}",
            ["a", "b", "c", "d", "e", "f", "g", "h", "i", "j", "k", "l"][usize::from(month) - 1]
        )
    }
    fn direction(&self) -> Direction {
        Direction::RightToLeft
    }
}

/// A field stepper whose default is the value at this fraction of all values.
fn fields<M: FieldValue>(step: u32, share: f64) -> Result<FieldStepper<M>, Box<dyn Error>> {
    let notches = NotchesOf::<M>::new(None, None, step)?;
    let last = notches.count() - 1;
    let value = notches.nth(((last as f64 * share) as u128).min(last));
    Ok(FieldStepper::builder().step(step).value(value.ok_or("a value")?).build()?)
}

fn day(share: f64) -> Option<Date> {
    let (first, last) = (Date::FIRST.days(), Date::LAST.days());
    Date::from_days(first + (f64::from(last - first) * share) as i32)
}

/// A control of each kind, its default somewhere in its range.
fn all(share: f64, other: f64, pattern: &str) -> Result<Vec<Control>, Box<dyn Error>> {
    let at = |notches: &Notches, share: f64| notches.at_position(share).ok_or("a value");
    let weight = Notches::new(-1000, 40000, dec!(0.125))?;
    let weighs = || Slider::builder().min(-1000).max(40000).step(dec!(0.125));
    let typed = || Stepper::builder().min(-1000).max(40000).step(dec!(0.125));
    let share_of = Notches::builder().min(0).max(1).step(Step::Any).build()?;
    let temper = Notches::new(0, 5, dec!(0.5))?;
    let rating = Rating::builder().min(0).step(dec!(0.5)).wording("{value}".parse()?);
    let (low, high) = (share.min(other), share.max(other));
    let options = || ["oa", "fa", "two\nlines"].map(Choice::from);
    let chosen = &["oa", "fa", "two\nlines"][(share * 2.99) as usize];
    let span = DateSpan::between(day(share).ok_or("a day")?, day(other).ok_or("a day")?);
    Ok(vec![
        weighs().value(at(&weight, share)?).build()?.into(),
        SpanSlider::builder()
            .min(-1000)
            .max(40000)
            .step(dec!(0.125))
            .value(Span::new(at(&weight, low)?, at(&weight, high)?))
            .build()?
            .into(),
        rating.value(at(&temper, share)?).build()?.into(),
        Switch::builder().checked(share < 0.5).build()?.into(),
        Checkbox::builder().build()?.into(),
        CheckboxGroup::builder().options(options()).value([*chosen]).build()?.into(),
        typed().value(at(&weight, share)?).build()?.into(),
        Stepper::builder()
            .min(0)
            .max(1)
            .step(Step::Any)
            .value(at(&share_of, share)?)
            .build()?
            .into(),
        ItemStepper::builder().options(options()).value(*chosen).build()?.into(),
        Select::builder().options(options()).value([*chosen]).build()?.into(),
        Select::builder().multiple(true).options(options()).value([*chosen]).build()?.into(),
        DatePicker::builder()
            .date_pattern(pattern.parse()?)
            .value(day(share).ok_or("a day")?)
            .build()?
            .into(),
        DateSpanPicker::builder().date_pattern(pattern.parse()?).value(span).build()?.into(),
        DateSpanPicker::builder().two_fields(true).value(span).build()?.into(),
        fields::<Month>(1, share)?.into(),
        fields::<Week>(1, share)?.into(),
        fields::<Time>(60, share)?.into(),
        fields::<Time>(1, share)?.into(),
        fields::<DateTime>(60, share)?.into(),
    ])
}

/// The contents of the fields of a control, each with the intent that enters it.
fn shown(control: &Control) -> Vec<(Option<Intent<'static>>, String)> {
    match control.view() {
        View::Stepper(view) => vec![(None, view.text)],
        View::Date(view) => vec![(None, view.text)],
        View::DateSpan(view) if !view.two_fields => vec![(None, view.texts[0].clone())],
        View::DateSpan(view) => {
            let [first, last] = view.texts;
            let ends = [Thumb::Low, Thumb::High].map(|end| Some(Intent::Take(end)));
            ends.into_iter().zip([first, last]).collect()
        }
        View::Month(view) | View::Week(view) | View::Time(view) | View::DateTime(view) => {
            let fields = view.fields.into_iter().enumerate();
            fields.map(|(at, field)| (Some(Intent::Field(at)), field.text)).collect()
        }
        _ => Vec::new(),
    }
}

proptest! {
    #[test]
    fn typing_the_text_shown_for_a_default_gives_that_default(
        share in 0.0..=1.0_f64,
        other in 0.0..=1.0_f64,
        pattern in prop::sample::select(&["yyyy-MM-dd", "d. MMMM y", "dd/MM/yyyy"][..]),
    ) {
        for world in [AnyWorld::from(English), Elsewhere.into()] {
            for mut control in all(share, other, pattern).unwrap() {
                let mut around = Surroundings::default();
                around.world = world.clone();
                control.set_surroundings(&around);
                let default = control.default_value();
                prop_assert_eq!(&control.read(&control.entries()), &Ok(default.clone()), "sent");
                match control.view() {
                    View::Slider(view) => {
                        prop_assert_eq!(read_number(&*world, &view.readout), Ok(view.value));
                    }
                    View::Rating(view) => {
                        prop_assert_eq!(read_number(&*world, &view.readout).ok(), view.value);
                    }
                    _ => {}
                }
                let shown = shown(&control);
                if shown.is_empty() {
                    continue;
                }
                prop_assert_eq!(control.handle(Intent::Clear).refusal(), None);
                prop_assert!(control.value().is_empty());
                for (enter, text) in &shown {
                    if let Some(enter) = *enter {
                        let _ = control.handle(enter); // refused where it is already
                    }
                    match matches!(enter, Some(Intent::Field(_))) {
                        true => for typed in text.chars() {
                            prop_assert_eq!(control.handle(Intent::Find { typed, at: 0 }).refusal(), None, "{}", text);
                        },
                        false => prop_assert_eq!(control.handle(Intent::Type(text)).refusal(), None, "{}", text),
                    }
                }
                let _ = control.handle(Intent::Settle);
                prop_assert_eq!(&control.value(), &default, "{:?} typed", shown);
            }
        }
    }
}
