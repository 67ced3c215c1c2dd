//! Date spans: picked, or typed in one field or two.

use pin_notch::{
    Closed, Control, Date, DateSpan, DateSpanBuilder, DateSpanPicker, Intent, Key, Refusal, Thumb,
    Value, Weekday,
};

fn day(text: &str) -> Date {
    text.parse().unwrap()
}

fn season() -> DateSpanBuilder {
    DateSpanPicker::builder().min(day("2026-03-01")).max(day("2026-10-31")).options([
        Closed::weekday(Weekday::Sunday, "The apiary rests on Sundays."),
        Closed::days(day("2026-06-01"), day("2026-06-03"), "The extractor is lent out."),
    ])
}

/// A picker with this definition, on 14 May.
fn today(definition: DateSpanBuilder) -> DateSpanPicker {
    let mut picker = definition.build().unwrap();
    picker.set_today(day("2026-05-14"));
    picker
}

fn away() -> DateSpanPicker {
    today(season())
}

fn play(picker: &mut DateSpanPicker, moves: &[(Intent, &str)]) {
    for (at, (intent, expected)) in moves.iter().enumerate() {
        assert_eq!(picker.handle(*intent).to_string(), *expected, "move {at}: {intent}");
    }
}

#[test]
fn the_first_pick_begins_a_span_and_the_second_ends_it() {
    use Intent::{Leave, Open, PickDay, PointDay};
    let mut picker = away();
    play(
        &mut picker,
        &[
            (PointDay(day("2026-05-12")), "refused: nothing would change"),
            (Open, "open"),
            (PickDay(day("2026-05-17")), "refused: that day is closed"),
            (PickDay(day("2026-05-16")), "draft"),
            (PointDay(day("2026-05-11")), "preview 2026-05-11/2026-05-16"),
        ],
    );
    let view = picker.view();
    let spanned: Vec<String> = view
        .grid
        .iter()
        .flat_map(|grid| grid.weeks.iter().flat_map(|(_, days)| days))
        .filter(|day| day.spanned)
        .map(|day| day.number.clone())
        .collect();
    assert_eq!(spanned, ["11", "12", "13", "14", "15", "16"]);
    assert_eq!((view.begun, view.problem.as_str()), (true, "The last day is missing."));
    play(
        &mut picker,
        &[
            (Leave, "preview end"),
            (PickDay(day("2026-05-18")), "refused: 2026-05-17, which is closed, lies in between"),
            (PointDay(day("2026-05-12")), "preview 2026-05-12/2026-05-16"),
            (
                PickDay(day("2026-05-12")),
                "preview end, input 2026-05-12/2026-05-16, change 2026-05-12/2026-05-16, close",
            ),
        ],
    );
    assert_eq!(picker.value().unwrap().days(), 5);
    // By keys: Escape first abandons a begun span, then closes the grid.
    play(
        &mut picker,
        &[
            (Intent::Key(Key::Down), "open"),
            (Intent::Key(Key::Enter), "draft"),
            (Intent::Key(Key::Right), "active 2026-05-13, preview 2026-05-12/2026-05-13"),
            (Intent::Key(Key::Escape), "cancel"),
            (Intent::Key(Key::Escape), "close"),
        ],
    );
    assert_eq!(picker.value().unwrap().days(), 5, "nothing was chosen");
    picker.reset();
    assert_eq!(picker.value(), None);
}

#[test]
fn one_field_holds_both_days_and_two_fields_one_each() {
    use Intent::{Settle, Take, Type};
    let mut one = away();
    play(
        &mut one,
        &[
            (Type("2026-05-12"), "draft"),
            (Settle, "refused: only part of it is filled in"),
            (Type("2026-05-12 - 2026-05-15"), "input 2026-05-12/2026-05-15"),
            (Settle, "change 2026-05-12/2026-05-15"),
            (Type("2026-05-12 – soon"), "draft"),
            (Settle, "refused: not a date"),
            (Intent::Key(Key::Escape), "cancel"),
            (Take(Thumb::High), "refused: does not apply to this control"),
        ],
    );
    assert_eq!(one.texts()[0], "2026-05-12 – 2026-05-15");
    let mut two = today(season().two_fields(true));
    play(
        &mut two,
        &[
            (Type("2026-05-12"), "draft"),
            (Take(Thumb::High), "take high"),
            (Type("2026-05-15"), "input 2026-05-12/2026-05-15"),
            (Settle, "change 2026-05-12/2026-05-15"),
            (Type("2026-05-11"), "draft"),
            (Settle, "refused: the last day is before the first"),
        ],
    );
    assert_eq!(two.texts(), ["2026-05-12", "2026-05-11"]);
    assert_eq!(
        two.validity()[0].to_string(),
        "These cannot be chosen together: the last day is before the first."
    );
    play(&mut two, &[(Type(""), "draft"), (Intent::Clear, "input empty, change empty")]);
}

#[test]
fn spans_may_run_across_blocked_days_and_last_so_long() {
    let span = |first, last| DateSpan { first: day(first), last: day(last) };
    let over = span("2026-05-29", "2026-06-05");
    assert_eq!(away().set_value(Some(over)), Err(Refusal::AcrossClosed { day: day("2026-05-31") }));
    let mut across = today(season().across_closed(true).least(3).most(10));
    assert_eq!(across.set_value(Some(over)), Ok(()));
    let refused = |span| across.clone().set_value(Some(span)).unwrap_err().to_string();
    assert_eq!(refused(span("2026-05-29", "2026-05-30")), "fewer than 3 days");
    assert_eq!(refused(span("2026-05-20", "2026-05-30")), "more than 10 days");
    assert_eq!(refused(span("2026-05-29", "2026-06-02")), "that day is closed");
    assert_eq!(refused(span("2026-02-27", "2026-03-02")), "before the first day, 2026-03-01");
    // The developer's own rule is called for each day.
    let mut odd = DateSpanPicker::default();
    odd.set_closed_when(|day| (day.day() == 13).then(|| "Unlucky.".into()));
    let found = odd.clone().set_value(Some(span("2026-05-10", "2026-05-20"))).unwrap_err();
    assert_eq!(found, Refusal::AcrossClosed { day: day("2026-05-13") });
}

#[test]
fn nights_are_counted_and_ends_may_touch_closed_days_where_the_definition_says_so() {
    let span = |first, last| DateSpan { first: day(first), last: day(last) };
    let mut stay = today(season().nights(true).least(2).most(5).open_ends(true));
    // From Sunday to Sunday there are more than five nights; 1 to 3 June are closed.
    for (first, last, expected) in [
        ("2026-05-17", "2026-05-17", "fewer than 2 nights"),
        ("2026-05-18", "2026-05-19", "fewer than 2 nights"),
        ("2026-05-18", "2026-05-20", "ok"),
        ("2026-05-18", "2026-05-23", "ok"),
        ("2026-05-17", "2026-05-23", "more than 5 nights"),
        ("2026-05-17", "2026-05-22", "ok"),
        ("2026-05-20", "2026-05-24", "ok"),
        ("2026-05-23", "2026-05-25", "2026-05-24, which is closed, lies in between"),
        ("2026-06-03", "2026-06-06", "ok"),
        ("2026-06-02", "2026-06-06", "2026-06-03, which is closed, lies in between"),
    ] {
        let done = stay.set_value(Some(span(first, last)));
        assert_eq!(done.map_or_else(|why| why.to_string(), |()| "ok".into()), expected, "{first}");
    }
    stay.set_value(None).expect("it may be empty");
    play(
        &mut stay,
        &[
            (Intent::PickDay(day("2026-05-17")), "draft"),
            (Intent::PickDay(day("2026-05-18")), "refused: fewer than 2 nights"),
            (
                Intent::PickDay(day("2026-05-21")),
                "input 2026-05-17/2026-05-21, change 2026-05-17/2026-05-21",
            ),
        ],
    );
    let sent = |first: &str, last: &str| {
        let sent = [first, last].map(str::to_owned);
        Control::from(stay.clone()).check(&sent).map_err(|wrong| wrong[0].to_string())
    };
    assert!(sent("2026-05-17", "2026-05-22").is_ok());
    assert_eq!(
        sent("2026-05-18", "2026-05-19").unwrap_err(),
        "These cannot be chosen together: fewer than 2 nights."
    );
    // A span that is too long is shortened to the greatest number of nights.
    assert_eq!(
        stay.set_nearest(Some(span("2026-05-17", "2026-05-23"))),
        Ok(Some(span("2026-05-17", "2026-05-22")))
    );
    let mut one = today(season().nights(true));
    assert_eq!(
        one.set_value(Some(span("2026-05-18", "2026-05-18"))).unwrap_err().to_string(),
        "without a night between"
    );
}

#[test]
fn received_spans_are_re_checked() {
    let control = Control::from(away());
    let check = |sent: &[&str]| {
        let sent: Vec<String> = sent.iter().map(|text| (*text).to_owned()).collect();
        control.check(&sent).map_err(|wrong| wrong[0].to_string())
    };
    let both = check(&["2026-05-12", "2026-05-15"]).unwrap();
    assert_eq!(both.entries(), ["2026-05-12", "2026-05-15"]);
    assert_eq!(check(&[]), Ok(Value::Empty));
    let wrong = |sent: &[&str]| check(sent).unwrap_err();
    assert_eq!(wrong(&["2026-05-12"]), "This must be sent twice, once for each end.");
    assert_eq!(wrong(&["2026-05-12", "x"]), "\"x\" is not written like 2026-05-14.");
    assert_eq!(wrong(&["2026-05-17", "2026-05-18"]), "The apiary rests on Sundays.");
    assert_eq!(
        wrong(&["2026-05-16", "2026-05-18"]),
        "These cannot be chosen together: 2026-05-17, which is closed, lies in between."
    );
    assert_eq!(wrong(&["2026-01-05", "2026-05-18"]), "The day must be 2026-03-01 or later.");
    assert_eq!(wrong(&["a", "b", "c"]), "This was sent 3 times; send it twice.");
}
