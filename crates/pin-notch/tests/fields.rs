//! Months, weeks and times entered by fields: attempts with their outcomes.

use pin_notch::{
    AnyWorld, DateTime, Decimal, FieldStepper, FieldValue, Intent, Key, Month, Refusal, Step,
    Surroundings, Time, Week, World, dec,
};
use std::fmt::Debug;
use std::str::FromStr;

fn read<T: FromStr<Err: Debug>>(text: &str) -> T {
    text.parse().unwrap()
}

fn digit(typed: char) -> Intent<'static> {
    Intent::Find { typed, at: 0 }
}

fn play<M: FieldValue>(fields: &mut FieldStepper<M>, moves: &[(Intent, &str)]) {
    for (at, (intent, expected)) in moves.iter().enumerate() {
        assert_eq!(fields.handle(*intent).to_string(), *expected, "move {at}: {intent}");
    }
}

fn texts<M: FieldValue>(fields: &FieldStepper<M>) -> String {
    fields.view().fields.iter().map(|field| format!("{}{}", field.before, field.text)).collect()
}

#[test]
fn digits_fill_fields_and_lead_on() {
    let mut opened = FieldStepper::<Time>::default();
    assert_eq!(texts(&opened), "hh:mm");
    play(
        &mut opened,
        &[
            (digit('1'), "draft"),
            (digit('7'), "draft, active 1"),
            (Intent::Settle, "refused: only part of it is filled in"),
            (digit('0'), "input 17:00"),
            (digit('5'), "input 17:05"),
            (Intent::Settle, "change 17:05"),
            (Intent::Settle, "refused: nothing would change"),
            (Intent::Key(Key::Left), "active 0"),
            (Intent::Key(Key::Left), "refused: already at the lowest value"),
            (digit('9'), "input 09:05, active 1"), // no hour is ninety-something
            (digit('x'), "refused: not a number"),
            (Intent::Key(Key::Escape), "input 17:05, cancel"),
            (Intent::Key(Key::Delete), "draft"),
            (Intent::Key(Key::Delete), "refused: already empty"),
        ],
    );
    assert_eq!(texts(&opened), "17:mm");
    assert_eq!(opened.validity()[0].to_string(), "The minute is missing.");
    assert_eq!(opened.value(), Some(read("17:05")), "what is half filled in is kept apart");
    play(
        &mut opened,
        &[
            (Intent::Clear, "input empty, change empty"),
            (Intent::Type("07:30"), "input 07:30"),
            (Intent::Type("8.5"), "input 08:05"),
            (Intent::Type("7.30 pm"), "refused: not written like 07:30"),
            (Intent::Type("7:60"), "refused: not written like 07:30"),
            (Intent::Type("7:30:5"), "refused: not written like 07:30"),
            (Intent::Type("+7:30"), "refused: not written like 07:30"),
            (Intent::Type(":30"), "refused: not written like 07:30"),
            (Intent::Type(""), "input empty"),
            (Intent::Settle, "refused: nothing would change"), // it is where it all began
            (Intent::Field(9), "refused: does not apply to this control"),
        ],
    );
}

#[test]
fn arrows_step_over_what_is_not_allowed() {
    let quarters = FieldStepper::<Time>::builder().min(read("06:30")).max(read("21:00")).step(900);
    let mut opened = quarters.value(read("20:45")).build().unwrap();
    play(
        &mut opened,
        &[
            (Intent::Key(Key::Up), "input 06:45, change 06:45"), // 21:45 is too late: round to the morning
            (Intent::Key(Key::Up), "input 07:45, change 07:45"),
            (Intent::Key(Key::Right), "active 1"),
            (Intent::Key(Key::Up), "input 07:00, change 07:00"), // minutes wrap within the hour
            (Intent::Step(2), "input 07:30, change 07:30"),
            (Intent::Key(Key::Home), "input 07:00, change 07:00"),
            (Intent::Key(Key::End), "input 07:45, change 07:45"),
            (digit('7'), "draft"),
            (Intent::Settle, "refused: not one of the times to choose; the nearest is 07:00"),
        ],
    );
}

#[test]
fn months_weeks_and_moments_fit_their_last_fields() {
    let mut swarming = FieldStepper::<Month>::builder().near(read("2026-05")).build().unwrap();
    play(
        &mut swarming,
        &[
            (Intent::Key(Key::Up), "draft"),
            (Intent::Key(Key::Right), "active 1"),
            (Intent::Key(Key::Down), "input 2026-05, change 2026-05"),
            (Intent::Key(Key::PageUp), "input 2026-03, change 2026-03"), // ten on, round the year
            (Intent::Key(Key::Right), "refused: already at the highest value"),
        ],
    );
    assert_eq!(swarming.view().fields[1].semantics.range.as_ref().unwrap().text, "March");
    let mut week = FieldStepper::<Week>::builder().value(read("2026-W53")).build().unwrap();
    play(&mut week, &[(Intent::Key(Key::Down), "input 2025-W52, change 2025-W52")]); // 2025 has no 53rd

    let mut may = FieldStepper::<Month>::default();
    play(
        &mut may,
        &[
            (Intent::Type("2026/5"), "input 2026-05"),
            (Intent::Type("5/2026"), "refused: not written like 2026-05"),
            (Intent::Type("26-5"), "refused: not written like 2026-05"),
        ],
    );

    let mut seen = FieldStepper::<DateTime>::default();
    assert_eq!(seen.handle(Intent::Type("2026-1-31 7:30")).to_string(), "input 2026-01-31T07:30");
    let _ = seen.handle(Intent::Clear);
    assert_eq!(texts(&seen), "yyyy-mm-dd hh:mm");
    seen.set_value(Some(read("2026-01-31T07:30"))).unwrap();
    play(
        &mut seen,
        &[
            (Intent::Field(1), "active 1"),
            (Intent::Key(Key::Up), "input 2026-02-28T07:30, change 2026-02-28T07:30"),
        ],
    );
}

#[test]
fn seconds_are_fields_where_the_step_needs_them() {
    let every = |step: Step, base: &str| {
        FieldStepper::<Time>::builder().min(read(base)).step(step).build().unwrap()
    };
    let shown = |step: Decimal, base: &str| every(step.into(), base).view().fields.len();
    assert_eq!(shown(dec!(60), "00:00"), 2);
    assert_eq!(shown(dec!(60), "00:00:30"), 3);
    assert_eq!(shown(dec!(1), "00:00"), 3);
    assert_eq!(shown(dec!(0.5), "00:00"), 4);
    // Fields not shown have the values of the step base.
    let mut hourly = every(3600.into(), "00:00");
    let _ = hourly.handle(digit('5'));
    assert_eq!(hourly.handle(digit('0')).to_string(), "input 05:00");
    // A part of the value that no field shows is not dropped silently.
    let mut minutes = FieldStepper::<Time>::default();
    assert_eq!(
        minutes.handle(Intent::Type("12:34:56")).to_string(),
        "refused: not one of the times to choose; the nearest is 12:35"
    );
    let mut any = every(Step::Any, "00:00");
    assert_eq!(any.handle(Intent::Type("12:34:56.789")).to_string(), "input 12:34:56.789");
}

#[test]
fn fields_are_written_in_the_world_they_are_in() {
    struct Eastern;
    impl World for Eastern {
        fn digits(&self) -> [char; 10] {
            core::array::from_fn(|digit| char::from_u32(0x660 + digit as u32).unwrap())
        }
    }
    let mut time = FieldStepper::<Time>::default();
    let mut around = Surroundings::default();
    around.world = AnyWorld::from(Eastern);
    time.set_surroundings(&around);
    let _ = time.handle(digit('٠'));
    let _ = time.handle(digit('7'));
    assert_eq!(texts(&time), "٠٧:mm");
    time.set_disabled(true);
    assert_eq!(time.handle(digit('1')).refusal(), Some(Refusal::Disabled));
    assert!(time.view().fields.iter().all(|field| field.semantics.disabled));
}
