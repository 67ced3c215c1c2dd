//! Whatever a control starts with, what it shows of it and what it sends of it are read back as that value.

use pin_notch::{
    AnyWorld, CheckGroup, Checkbox, Checked, Choice, Control, Date, DatePicker, DateSpan,
    DateSpanPicker, DateTime, Direction, English, FieldStepper, Fielded, Intent, ItemStepper,
    Month, Notches, NotchesOf, Rating, Select, Shown, Slider, SpanSlider, Stepper, Switch, Thumb,
    Time, View, Week, World, dec, read_number,
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

/// A stepper of fields that starts with the value at this share of all there are.
fn fields<M: Fielded + Shown>(step: u32, share: f64) -> Result<FieldStepper<M>, Box<dyn Error>> {
    let notches = NotchesOf::<M>::new(None, None, step)?;
    let last = notches.count() - 1;
    let value = notches.nth(((last as f64 * share) as u128).min(last));
    Ok(FieldStepper::new(notches).starting_at(value)?)
}

fn day(share: f64) -> Option<Date> {
    let (first, last) = (Date::FIRST.days(), Date::LAST.days());
    Date::from_days(first + (f64::from(last - first) * share) as i32)
}

/// A control of each kind, its default somewhere in its range.
fn all(share: f64, other: f64, pattern: &str) -> Result<Vec<Control>, Box<dyn Error>> {
    let at = |notches: &Notches, share: f64| notches.at_position(share).ok_or("a value");
    let weight = Notches::new(dec!(-1000), dec!(40000), dec!(0.125))?;
    let share_of = Notches::builder().min(dec!(0)).max(dec!(1)).step_any().build()?;
    let temper = Notches::new(dec!(0), dec!(5), dec!(0.5))?;
    let rating = Rating::new(5)?.at_least(dec!(0))?.by(dec!(0.5))?.worded("{value}".parse()?);
    let (low, high) = (share.min(other), share.max(other));
    let options = || ["oa", "fa", "two\nlines"].map(Choice::from);
    let chosen = &["oa", "fa", "two\nlines"][(share * 2.99) as usize];
    let today = "2026-05-14".parse()?;
    let span = DateSpan::between(day(share).ok_or("a day")?, day(other).ok_or("a day")?);
    Ok(vec![
        Slider::new(weight)?.starting_at(at(&weight, share)?)?.into(),
        SpanSlider::new(weight)?.starting_at(at(&weight, low)?, at(&weight, high)?)?.into(),
        rating.starting_at(at(&temper, share)?)?.into(),
        Switch::new().starting(share < 0.5).into(),
        Checkbox::new().starting(Checked::from(share < 0.5)).into(),
        CheckGroup::new(options()).starting_with([chosen]).into(),
        Stepper::new(weight)?.starting_at(at(&weight, share)?)?.into(),
        Stepper::new(share_of)?.starting_at(at(&share_of, share)?)?.into(),
        ItemStepper::new(options().to_vec()).starting_at((share * 2.99) as usize).into(),
        Select::single().offering(options()).starting_with([*chosen]).into(),
        Select::many().offering(options()).starting_with([*chosen]).into(),
        DatePicker::new(today).written(pattern.parse()?).starting_at(day(share))?.into(),
        DateSpanPicker::new(today).written(pattern.parse()?).starting_at(Some(span))?.into(),
        DateSpanPicker::new(today).in_two_fields().starting_at(Some(span))?.into(),
        fields::<Month>(1, share)?.into(),
        fields::<Week>(1, share)?.into(),
        fields::<Time>(60, share)?.into(),
        fields::<Time>(1, share)?.into(),
        fields::<DateTime>(60, share)?.into(),
    ])
}

/// What stands in the fields of a control that is typed into, each with the intent that enters it.
fn shown(control: &Control) -> Vec<(Option<Intent<'static>>, String)> {
    match control.view() {
        View::Stepper(view) => vec![(None, view.text)],
        View::Date(view) => vec![(None, view.text)],
        View::Dates(view) if !view.two_fields => vec![(None, view.texts[0].clone())],
        View::Dates(view) => {
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
    fn what_is_shown_of_a_default_is_that_default_when_it_is_typed(
        share in 0.0..=1.0_f64,
        other in 0.0..=1.0_f64,
        pattern in prop::sample::select(&["yyyy-MM-dd", "d. MMMM y", "dd/MM/yyyy"][..]),
    ) {
        for world in [AnyWorld::from(English), Elsewhere.into()] {
            for mut control in all(share, other, pattern).unwrap() {
                control.set_world(&world);
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
