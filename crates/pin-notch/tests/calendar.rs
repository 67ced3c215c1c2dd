//! The calendar compared with an independent one, and the measures with the standard's own examples.

use pin_notch::{Date, DateTime, Measure, Month, MonthGrid, NotchesOf, Time, Week, Weekday, dec};
use proptest::prelude::*;
use std::fmt::Debug;
use std::str::FromStr;

fn read<T: FromStr<Err: Debug>>(text: &str) -> T {
    text.parse().unwrap_or_else(|error| panic!("{text}: {error:?}"))
}

/// Every supported day: its text, weekday, ISO week and day of the year.
#[test]
fn every_day_agrees_with_an_independent_calendar() {
    let mut day = Some(Date::FIRST);
    let mut theirs = jiff::civil::date(1, 1, 1);
    let mut count = 0;
    while let Some(ours) = day {
        assert_eq!(
            (ours.year(), ours.month().number(), ours.day()),
            (theirs.year() as u16, theirs.month() as u8, theirs.day() as u8)
        );
        assert_eq!(ours.weekday() as i8, theirs.weekday().to_monday_zero_offset(), "{ours}");
        assert_eq!(ours.day_of_year() as i16, theirs.day_of_year(), "{ours}");
        assert_eq!(Date::from_days(ours.days()), Some(ours));
        let week = theirs.iso_week_date();
        assert_eq!(
            (ours.week().year(), ours.week().number()),
            (week.year() as u16, week.week() as u8),
            "{ours}"
        );
        count += 1;
        day = ours.plus_days(1);
        if day.is_some() {
            theirs = theirs.tomorrow().unwrap();
        }
    }
    assert_eq!((count, theirs), (3_652_059, jiff::civil::date(9999, 12, 31)));
    assert_eq!(Date::LAST.days() + 719_162 + 1, count);
}

/// Every month of the 400 years after which the calendar repeats, and those at its ends, with rows beginning on
/// every weekday.
#[test]
fn month_grids_hold_each_day_once_under_its_weekday() {
    let months = |first: &str, count: i32| {
        let first = read::<Month>(first);
        (0..count).map(move |at| first.plus(at).expect("a month"))
    };
    let mut counted = 0;
    for this in months("0001-01", 24).chain(months("1900-01", 4800)).chain(months("9998-01", 24)) {
        counted += 1;
        let days = jiff::civil::date(this.year() as i16, this.number() as i8, 1).days_in_month();
        for first in Weekday::ALL {
            let grid = MonthGrid::new(this, first);
            assert_eq!(grid.first_day(), first);
            let columns = grid.weekdays();
            assert_eq!(columns[0], first);
            let mut expected = 1;
            let rows: Vec<_> = grid.weeks().collect();
            assert!((4..=6).contains(&rows.len()), "{this} has {} rows", rows.len());
            for row in &rows {
                assert!(row.days.iter().flatten().any(|day| day.month() == this), "{this}");
                for (day, weekday) in row.days.iter().zip(columns) {
                    let Some(day) = day else { continue };
                    assert_eq!(day.weekday(), weekday);
                    if day.month() == this {
                        assert_eq!(day.day(), expected);
                        expected += 1;
                    }
                    if weekday == Weekday::Thursday {
                        assert_eq!(row.week, Some(day.week()));
                    }
                }
            }
            assert_eq!(expected - 1, days as u8, "{this} from {first:?}");
        }
    }
    assert_eq!(counted, 4848);
}

#[test]
fn weeks_begin_and_end_years_as_iso_8601_has_it() {
    let table = [
        ("2026-01-01", "2026-W01"), // a Thursday
        ("2027-01-01", "2026-W53"), // a Friday
        ("2024-12-30", "2025-W01"), // a Monday
        ("2022-01-02", "2021-W52"),
        ("0001-01-01", "0001-W01"),
        ("9999-12-31", "9999-W52"),
    ];
    for (date, week) in table {
        assert_eq!(read::<Date>(date).week().to_string(), week);
    }
    assert_eq!(read::<Week>("1970-W01").monday().to_string(), "1969-12-29");
    assert_eq!((read::<Week>("1970-W01").weeks(), read::<Month>("1970-01").months()), (0, 0));
}

#[test]
fn the_ends_of_every_measure_are_its_ends() {
    fn ends<M: Measure>() -> String {
        assert_eq!((M::from_line(M::FIRST - 1), M::from_line(M::LAST + 1)), (None, None));
        let (first, last) = (M::from_line(M::FIRST).unwrap(), M::from_line(M::LAST).unwrap());
        assert_eq!((first.to_line(), last.to_line()), (M::FIRST, M::LAST));
        format!("{first} {last}")
    }
    assert_eq!(ends::<Date>(), "0001-01-01 9999-12-31");
    assert_eq!(ends::<Month>(), "0001-01 9999-12");
    assert_eq!(ends::<Week>(), "0001-W01 9999-W52");
    assert_eq!(ends::<Time>(), "00:00 23:59:59.999");
    assert_eq!(ends::<DateTime>(), "0001-01-01T00:00 9999-12-31T23:59:59.999");
}

/// Step units, default steps and step bases of the standard's states.
#[test]
fn measures_snap_and_step_by_the_standards_rules() {
    fn check<M: Measure<Err: Debug>>(
        min: &str,
        step: &str,
        value: &str,
        snapped: &str,
        next: &str,
    ) {
        let min = Some(min).filter(|min| !min.is_empty()).map(read::<M>);
        let step = pin_notch::parse_number(step).unwrap();
        let notches = NotchesOf::<M>::new(min, None, step).unwrap();
        let value = read::<M>(value);
        assert_eq!(notches.snap(value).to_string(), snapped, "{value} by {step}");
        assert_eq!(notches.above(value).unwrap().to_string(), next, "above {value} by {step}");
    }
    check::<Date>("", "7", "2026-05-14", "2026-05-14", "2026-05-21"); // 1970-01-01 was a Thursday
    check::<Date>("2026-05-01", "7", "2026-05-14", "2026-05-15", "2026-05-15");
    check::<Month>("", "3", "2026-05", "2026-04", "2026-07");
    check::<Week>("", "2", "2026-W20", "2026-W21", "2026-W21"); // counted from 1970-W01; a tie goes up
    check::<Time>("", "900", "07:37", "07:30", "07:45");
    check::<Time>("", "0.5", "07:30:00.25", "07:30:00.5", "07:30:00.5");
    check::<DateTime>(
        "2026-05-14T06:10",
        "3600",
        "2026-05-14T07:39",
        "2026-05-14T07:10",
        "2026-05-14T08:10",
    );
    assert_eq!(NotchesOf::<Time>::all().count(), 24 * 60, "a minute by default");
    // By the standard's arithmetic: whole values that are a whole number of steps from the base.
    check::<Date>("2026-05-01", "0.5", "2026-05-14", "2026-05-14", "2026-05-15");
    check::<Date>("2026-05-01", "1.5", "2026-05-14", "2026-05-13", "2026-05-16");
    check::<Time>("", "0.0001", "07:30", "07:30", "07:30:00.001");
    let none =
        NotchesOf::<Time>::new(None, None, dec!(-79228162514264337593543950335)).unwrap_err();
    assert_eq!(
        none.to_string(),
        "step -79228162514264337593543950335 is not allowed: it must be above 0, or \"any\""
    );
    assert!(NotchesOf::<Time>::new(None, None, dec!(79228162514264337593543950335)).is_ok());
    let rounds =
        NotchesOf::<Date>::counted_from(None, Some(read("2026-01-20")), 10, read("2026-01-04"))
            .unwrap();
    assert_eq!((rounds.last(), rounds.max()), (Some(read("2026-01-14")), Some(read("2026-01-20"))));
}

#[test]
fn texts_that_are_no_dates_say_why() {
    let date = |text: &str| text.parse::<Date>().unwrap_err().to_string();
    assert_eq!(date("14.5.2026"), "\"14.5.2026\" is not written like 2026-05-14");
    assert_eq!(date("2026-5-14"), "\"2026-5-14\" is not written like 2026-05-14");
    assert_eq!(date("0000-05-14"), "year 0 is out of range: the calendar has years 1 to 9999");
    assert_eq!(date("2026-13-14"), "month 13 is out of range: a year has months 1 to 12");
    assert_eq!(date("2026-02-29"), "day 29 is out of range: 2026-02 has days 1 to 28");
    assert_eq!(date("20２6-02-2"), "\"20２6-02-2\" is not written like 2026-05-14");
    let time = |text: &str| text.parse::<Time>().unwrap_err().to_string();
    assert_eq!(time("24:00"), "hour 24 is out of range: a day has hours 0 to 23");
    assert_eq!(time("7:30"), "\"7:30\" is not written like 07:30 or 07:30:05.125");
    assert_eq!(time("07:30:05."), "\"07:30:05.\" is not written like 07:30 or 07:30:05.125");
    assert_eq!(
        "2025-W53".parse::<Week>().unwrap_err().to_string(),
        "week 53 is out of range: 2025 has weeks 1 to 52"
    );
    assert!("2026-05-14".parse::<DateTime>().is_err());
}

proptest! {
    #[test]
    fn every_measure_reads_back_what_it_writes(place in -100_000_000_000_000_i64..300_000_000_000_000) {
        fn round<M: Measure<Err: Debug>>(place: i64) {
            let Some(value) = M::from_line(M::FIRST + place.rem_euclid(M::LAST - M::FIRST + 1)) else {
                panic!("a place on the line");
            };
            assert_eq!(read::<M>(&value.to_string()), value);
        }
        round::<Date>(place);
        round::<Month>(place);
        round::<Week>(place);
        round::<Time>(place);
        round::<DateTime>(place);
    }

    #[test]
    fn no_text_upsets_the_readers(text in "[0-9:TW. -]{0,24}|.{0,12}") {
        let _ = (text.parse::<Date>(), text.parse::<Month>(), text.parse::<Week>());
        let _ = (text.parse::<Time>(), text.parse::<DateTime>());
    }

    #[test]
    fn months_later_keeps_the_day_or_takes_the_last(days in -719_162_i32..2_932_896, months in -30_000_i32..30_000) {
        let date = Date::from_days(days).unwrap();
        if let Some(later) = date.plus_months(months) {
            prop_assert_eq!(later.month(), date.month().plus(months).unwrap());
            prop_assert_eq!(later.day(), date.day().min(later.month().days()));
        }
    }
}

#[test]
fn rows_of_a_month_begin_on_the_day_that_weeks_begin_with() {
    let thursday: Date = read("2026-05-14");
    for (first, start) in [
        (Weekday::Monday, "2026-05-11"),
        (Weekday::Thursday, "2026-05-14"),
        (Weekday::Friday, "2026-05-08"),
        (Weekday::Sunday, "2026-05-10"),
    ] {
        assert_eq!(thursday.start_of_week(first), Some(read(start)), "{first:?}");
    }
    assert_eq!(Date::FIRST.start_of_week(Weekday::Sunday), None, "it would be in the year 0");
}

#[test]
fn times_over_midnight_are_counted_on() {
    let (evening, morning) = (read::<Time>("22:00"), read::<Time>("02:00"));
    let night = NotchesOf::new(Some(evening), Some(morning), dec!(3600)).unwrap();
    let hours = ["22:00", "23:00", "00:00", "01:00", "02:00"];
    let all: Vec<Time> = hours.iter().map(|hour| read(hour)).collect();
    for (index, hour) in (0..).zip(&all) {
        assert_eq!(night.index_of(*hour), Some(index), "{hour}");
        assert_eq!(night.nth(index), Some(*hour));
    }
    assert_eq!((night.index_of(read("12:00")), night.nth(5)), (None, None));
    assert_eq!(night.snap(read("01:40")), read("02:00"));
}

#[test]
fn every_character_of_a_date_is_looked_at() {
    for text in
        ["2026/05-14", "2026-05/14", "2026x05-14", "2026-0x-14", "2026-05-14 ", "12026-05-14"]
    {
        assert!(text.parse::<Date>().is_err(), "{text}");
    }
    for text in ["2026-x20", "2026xW20", "2026-W2", "2026-w20"] {
        assert!(text.parse::<Week>().is_err(), "{text}");
    }
    for text in ["07.30", "7:30", "07:3", "07:30:1", "07:30x10", "07-30"] {
        assert!(text.parse::<Time>().is_err(), "{text}");
    }
}
