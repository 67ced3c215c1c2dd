//! A date picker: typed, picked, closed and bounded.

use pin_notch::{
    AnyWorld, Closed, Date, DateBuilder, DatePicker, Direction, Intent, Key, Surroundings, Turn,
    Weekday, World,
};

fn day(text: &str) -> Date {
    text.parse().unwrap_or_else(|error| panic!("{text}: {error}"))
}

fn season() -> DateBuilder {
    DatePicker::builder().min(day("2026-03-15")).max(day("2026-10-10")).options([
        Closed::weekday(Weekday::Sunday, "The apiary rests on Sundays."),
        Closed::days(day("2026-06-01"), day("2026-06-05"), "The bees are at the linden trees."),
    ])
}

/// A picker with this definition, on 14 May.
fn today(definition: DateBuilder) -> DatePicker {
    let mut picker = definition.build().unwrap();
    picker.set_today(day("2026-05-14"));
    picker
}

fn picker() -> DatePicker {
    today(season())
}

fn play(picker: &mut DatePicker, moves: &[(Intent, &str)]) {
    for (at, (intent, expected)) in moves.iter().enumerate() {
        let before = format!("{picker:?}");
        let turn: Turn<Option<Date>> = picker.handle(*intent);
        assert_eq!(turn.to_string(), *expected, "move {at}: {intent}");
        assert!(
            turn.refusal().is_none() || format!("{picker:?}") == before,
            "refused, yet changed"
        );
    }
}

#[test]
fn keys_move_in_the_grid_by_the_aria_practices() {
    use Key::*;
    let key = Intent::Key;
    let mut picker = picker();
    play(
        &mut picker,
        &[
            (key(Right), "refused: does not apply to this control"),
            (key(Down), "open"), // on today, a Thursday
            (Intent::Open, "refused: nothing would change"),
            (key(Right), "active 2026-05-15"),
            (key(Down), "active 2026-05-22"),
            (key(Home), "active 2026-05-18"),
            (key(Home), "refused: already at the lowest value"),
            (key(Left), "active 2026-05-17"), // a Sunday: keys go there, a choice does not
            (key(Enter), "refused: that day is closed"),
            (key(End), "refused: already at the highest value"),
            (key(PageDown), "active 2026-06-17"),
            (key(Up), "active 2026-06-10"),
            (key(ShiftPageDown), "active 2026-10-10"), // as far as the season goes
            (key(PageDown), "refused: already at the highest value"),
            (key(ShiftPageUp), "active 2026-03-15"),
            (key(Escape), "close"),
            (key(Escape), "refused: nothing would change"),
            (Intent::Open, "open"),
            (key(Space), "input 2026-05-14, change 2026-05-14, close"),
            (Intent::Open, "open"),
            (key(Enter), "close"), // the same again
            (Intent::Clear, "input empty, change empty"),
            (Intent::Clear, "refused: already empty"),
        ],
    );
    // The last day of a long month leads to the last day of a short one.
    let mut any = DatePicker::default();
    any.set_today(day("2026-01-31"));
    play(&mut any, &[(Intent::Open, "open"), (key(PageDown), "active 2026-02-28")]);
}

#[test]
fn typed_dates_settle_or_say_why() {
    use Intent::*;
    let mut picker = today(season().date_pattern("d. MMMM y".parse().unwrap()));
    play(
        &mut picker,
        &[
            (Type("2"), "draft"),
            (Settle, "refused: not a date"),
            (Type("2. May 2026"), "input 2026-05-02"),
            (Settle, "change 2026-05-02"),
            (Type("2026-05-04"), "input 2026-05-04"), // ISO is read everywhere
            (Settle, "change 2026-05-04"),
            (Type("3. May 2026"), "draft"),
            (Settle, "refused: that day is closed"),
        ],
    );
    assert_eq!(picker.validity()[0].to_string(), "The apiary rests on Sundays.");
    assert_eq!((picker.text().as_str(), picker.value()), ("3. May 2026", Some(day("2026-05-04"))));
    play(
        &mut picker,
        &[
            (Type("1. January 2026"), "draft"),
            (Settle, "refused: before the first day, 2026-03-15"),
            (Type("2027-01-01"), "draft"),
            (Settle, "refused: after the last day, 2026-10-10"),
            (Type("soon"), "draft"),
        ],
    );
    assert_eq!(
        picker.validity()[0].to_string(),
        "\"soon\" is not a date; write it like 14. May 2026."
    );
    play(
        &mut picker,
        &[
            (Key(pin_notch::Key::Escape), "cancel"),
            (Type(""), "input empty"),
            (Settle, "change empty"),
        ],
    );
    picker.set_required(true);
    assert_eq!(picker.validity()[0].state(), "valueMissing");
}

#[test]
fn the_grid_shows_the_month_and_why_days_cannot_be_chosen() {
    let mut picker = today(season().value(day("2026-05-30")));
    let _ = picker.handle(Intent::Open);
    let grid = picker.view().grid.expect("an open grid");
    assert_eq!(grid.title, "May 2026");
    assert_eq!(grid.heads[0], ("Mon".to_owned(), "Monday".to_owned()));
    let rows: Vec<String> = grid
        .weeks
        .iter()
        .map(|(week, days)| {
            let days = days.iter().map(|day| {
                let number = day.date.map_or(0, Date::day);
                match day {
                    day if day.active && day.chosen => format!("[{number}]"),
                    day if day.today => format!("<{number}>"),
                    day if day.why_not.is_some() => format!("x{number}"),
                    day if !day.inside => format!("({number})"),
                    _ => number.to_string(),
                }
            });
            format!("{} {}", week.unwrap(), days.collect::<Vec<_>>().join(" "))
        })
        .collect();
    assert_eq!(
        rows,
        [
            "2026-W18 (27) (28) (29) (30) 1 2 x3",
            "2026-W19 4 5 6 7 8 9 x10",
            "2026-W20 11 12 13 <14> 15 16 x17",
            "2026-W21 18 19 20 21 22 23 x24",
            "2026-W22 25 26 27 28 29 [30] x31",
        ]
    );
    let _ = picker.handle(Intent::Key(Key::PageDown));
    let june = picker.view().grid.unwrap();
    let first = &june.weeks[0].1[0];
    assert_eq!(first.why_not.as_deref(), Some("The bees are at the linden trees."));
    let _ = picker.handle(Intent::Key(Key::ShiftPageUp));
    let march = picker.view().grid.unwrap();
    assert_eq!(march.weeks[0].1[6].why_not.as_deref(), Some("before the first day, 2026-03-15"));
}

#[test]
fn a_grid_that_is_always_open_follows_another_world() {
    #[derive(Clone, Debug)]
    struct Mirrored;
    impl World for Mirrored {
        fn direction(&self) -> Direction {
            Direction::RightToLeft
        }
        fn first_day(&self) -> Weekday {
            Weekday::Sunday
        }
    }
    let mut around = Surroundings::default();
    (around.world, around.today) = (AnyWorld::from(Mirrored), Some(day("2026-05-14")));
    let mut picker = today(season().always_open(true));
    picker.set_surroundings(&around);
    play(
        &mut picker,
        &[
            (Intent::Key(Key::Left), "active 2026-05-15"),
            (Intent::Key(Key::Home), "active 2026-05-10"), // a Sunday
            (Intent::Key(Key::Escape), "refused: nothing would change"),
            (Intent::Close, "refused: nothing would change"),
            (Intent::PickDay(day("2026-05-20")), "input 2026-05-20, change 2026-05-20"),
            (Intent::PickDay(day("2026-05-20")), "refused: nothing would change"),
            (Intent::PickDay(day("2026-06-02")), "refused: that day is closed"),
        ],
    );
    assert_eq!(picker.active_day(), Some(day("2026-05-20")));
    assert_eq!(picker.view().grid.unwrap().heads[0].1, "Sunday");
    let mut monday = picker.clone();
    monday.redefine(|definition| definition.first_day = Some(Weekday::Monday)).unwrap();
    assert_eq!(monday.view().grid.unwrap().heads[0].1, "Monday");
    picker.set_disabled(true);
    assert_eq!(picker.handle(Intent::PickDay(day("2026-05-21"))).to_string(), "refused: disabled");
    // After midnight it shows the new day, unless somebody has moved to another one.
    let mut empty = today(season().always_open(true));
    around.today = Some(day("2026-05-15"));
    empty.set_surroundings(&around);
    let _ = empty.handle(Intent::Key(Key::PageDown));
    around.today = Some(day("2026-05-16"));
    empty.set_surroundings(&around);
    assert_eq!(empty.active_day(), Some(day("2026-06-15")));
}

#[test]
fn definitions_without_a_day_open_nothing() {
    let mut picker = today(DatePicker::builder().min(day("2026-06-01")).max(day("2026-05-01")));
    assert_eq!(picker.handle(Intent::Open).to_string(), "refused: no value is allowed");
    assert_eq!(
        picker.handle(Intent::PickDay(day("2026-05-14"))).to_string(),
        "refused: no value is allowed"
    );
    let mondays = DatePicker::builder().min(day("2026-05-04")).step(7);
    assert_eq!(
        mondays.clone().value(day("2026-05-14")).build().unwrap_err().to_string(),
        "value 2026-05-14 is not allowed: not one of the days to choose; the nearest is 2026-05-11"
    );
    assert!(mondays.value(day("2026-05-18")).build().is_ok());
    assert_eq!(
        season().value(day("2026-01-01")).build().unwrap_err().to_string(),
        "value 2026-01-01 is not allowed: before the first day, 2026-03-15"
    );
}

#[test]
fn pickers_with_the_very_same_rule_are_equal() {
    let mut odd = DatePicker::default();
    odd.set_closed_when(|day| (day.day() % 2 == 0).then(|| "Only on odd days.".into()));
    let mut other = DatePicker::default();
    other.set_closed_when(|day| (day.day() % 2 == 0).then(|| "Only on odd days.".into()));
    assert_eq!(odd, odd.clone());
    assert_ne!(odd, other, "of two rules nobody knows whether they say the same");
    assert_ne!(odd, DatePicker::default());
}
