//! What is shown is read back, whatever the world it is shown in.

use pin_notch::{Date, DatePattern, Decimal, English, World, dec, read_number, show_number};
use proptest::prelude::*;

/// A made-up world in which nothing is as the default has it.
struct Elsewhere;

impl World for Elsewhere {
    fn digits(&self) -> [char; 10] {
        ['٠', '١', '٢', '٣', '٤', '٥', '٦', '٧', '٨', '٩']
    }
    fn decimal_separator(&self) -> char {
        ','
    }
    fn group_separator(&self) -> Option<char> {
        Some('\u{a0}')
    }
    fn minus(&self) -> char {
        '−'
    }
    fn month_name(&self, month: u8) -> String {
        // One name is the beginning of another, and some have blanks.
        ["Ma", "Mai", "Mai klein", "ÄRZ", "april", "i", "ii", "iii", "iv", "v", "vi", "vii"]
            [usize::from(month) - 1]
            .to_owned()
    }
    fn short_month_name(&self, month: u8) -> String {
        format!("{}.", self.month_name(month))
    }
}

const PATTERNS: [&str; 9] = [
    "yyyy-MM-dd",
    "d. MMMM y",
    "dd/MM/yyyy",
    "EEEE, d MMM y",
    "MMMMd, y",
    "yyyyMMdd",
    "'day' d 'of' MMMM 'in the year' y",
    "y. M. d.",
    "EEE d''MM''y ",
];

fn pattern(text: &str) -> DatePattern {
    text.parse().unwrap_or_else(|error| panic!("{text}: {error}"))
}

#[test]
fn numbers_are_written_as_the_world_writes_them() {
    assert_eq!(show_number(&Elsewhere, dec!(-1234567.5), 2), "−١\u{a0}٢٣٤\u{a0}٥٦٧,٥٠");
    assert_eq!(show_number(&English, dec!(1234567.5), 0), "1234567.5");
    let table = [
        ("1,5", Some(dec!(1.5))),
        ("-٧", Some(dec!(-7))),
        ("1\u{a0}234,5", Some(dec!(1234.5))),
        ("1234", Some(dec!(1234))),
        ("2,5e-1", Some(dec!(0.25))),
        ("1.5", None),
        ("12\u{a0}34", None), // a group of two
        ("1\u{a0}2345", None),
        ("1,234\u{a0}567", None), // no groups after the separator
        ("1,", None),
        ("−", None),
        ("", None),
    ];
    for (text, number) in table {
        assert_eq!(read_number(&Elsewhere, text).ok(), number, "{text:?}");
    }
}

#[test]
fn dates_are_written_by_the_developers_own_pattern() {
    let day: Date = "2026-05-04".parse().unwrap();
    let shown: Vec<String> =
        PATTERNS.iter().map(|text| pattern(text).show(&English, day)).collect();
    assert_eq!(
        shown,
        [
            "2026-05-04",
            "4. May 2026",
            "04/05/2026",
            "Monday, 4 May 2026",
            "May4, 2026",
            "20260504",
            "day 4 of May in the year 2026",
            "2026. 5. 4.",
            "Mon 4'05'2026 ",
        ]
    );
    assert_eq!(pattern("d MMMM y").show(&Elsewhere, day), "٤ april ٢٠٢٦");
    let read = |text: &str, what: &str| {
        pattern(text).read(&English, what).map(|d| d.to_string()).map_err(|e| e.to_string())
    };
    assert_eq!(read("d. MMMM y", " 04. MAY 2026 "), Ok("2026-05-04".into()));
    assert_eq!(
        read("d/M/y", "31/2/2026"),
        Err("day 31 is out of range: 2026-02 has days 1 to 28".into())
    );
    assert_eq!(
        read("EEE d/M/y", "Tu 4/5/2026"),
        Err("\"Tu 4/5/2026\" is not written like the pattern of the field".into())
    );
    assert!(
        read("d/M/y", "4/5").is_err()
            && read("d/M/y", "4/5/2026x").is_err()
            && read("d/M/y", "4/5/20260").is_err()
    );
}

#[test]
fn patterns_that_could_not_be_read_back_are_refused() {
    let wrong = |text: &str| text.parse::<DatePattern>().unwrap_err().to_string();
    assert_eq!(wrong("dd.MM"), "a date pattern has to hold the year exactly once");
    assert_eq!(wrong("d.M.y MMM"), "a date pattern has to hold the month exactly once");
    assert_eq!(
        wrong("dMy"),
        "two numbers stand side by side: put something between them, or write yyyyMMdd"
    );
    assert!(wrong("dd.MM.yy").starts_with("\"yy\" has no meaning in a date pattern"));
    assert_eq!(wrong("d 'of M y"), "a quotation is not ended: put one ' at its end, too");
    assert_eq!("yyyy-MM-dd".parse(), Ok(DatePattern::default()));
}

proptest! {
    #[test]
    fn numbers_read_back_what_is_shown(digits in any::<i64>(), scale in 0_u32..20, places in 0_u32..6) {
        let value = Decimal::from_i128_with_scale(digits.into(), scale);
        for world in [&English as &dyn World, &Elsewhere] {
            prop_assert_eq!(read_number(world, &show_number(world, value, places)), Ok(value));
        }
    }

    #[test]
    fn dates_read_back_what_is_shown(days in -719_162_i32..=2_932_896) {
        let date = Date::from_days(days).unwrap();
        for world in [&English as &dyn World, &Elsewhere] {
            for text in PATTERNS {
                let pattern = pattern(text);
                let shown = pattern.show(world, date);
                prop_assert_eq!(pattern.read(world, &shown), Ok(date), "{} as {:?}", text, shown);
            }
        }
    }

    #[test]
    fn no_text_upsets_the_readers(text in "\\PC{0,16}") {
        let _ = (read_number(&English, &text), read_number(&Elsewhere, &text));
    }
}

/// Patterns with the three parts in any order, and something between them; now and then anything.
fn patterns() -> impl Strategy<Value = String> {
    let part = |all: &'static [&'static str]| proptest::sample::select(all);
    let between =
        || prop_oneof![4 => "[ ./,-]{1,2}", 1 => "'[a-z ]{1,5}'", 1 => Just(String::new())];
    let parts = (part(&["y", "yyyy"]), part(&["M", "MM", "MMM", "MMMM"]), part(&["d", "dd"]));
    let weekday = proptest::option::weighted(0.3, part(&["EEE", "EEEE"]));
    let made = (parts, weekday, proptest::collection::vec(between(), 4..5)).prop_map(
        |((year, month, day), weekday, between)| {
            let all = [Some(year), Some(month), Some(day), weekday].into_iter().flatten();
            (all.map(str::to_owned).collect::<Vec<_>>(), between)
        },
    );
    let made = made.prop_flat_map(|(all, between)| {
        Just(all).prop_shuffle().prop_map(move |all| {
            all.iter().zip(&between).map(|(part, between)| format!("{part}{between}")).collect()
        })
    });
    prop_oneof![9 => made, 1 => "[yMdE' ./x-]{0,14}"]
}

#[test]
fn whatever_pattern_is_accepted_reads_back_what_it_shows() {
    let cases = (patterns(), -719_162_i32..=2_932_896, "\\PC{0,16}");
    pin_notch_any::reached(3000, 0.6, &cases, |(text, days, other)| {
        let Ok(pattern) = text.parse::<DatePattern>() else { return Ok(false) };
        prop_assert_eq!(pattern.to_string().parse(), Ok(pattern.clone()));
        let date = Date::from_days(days).expect("a day");
        for world in [&English as &dyn World, &Elsewhere] {
            let shown = pattern.show(world, date);
            prop_assert_eq!(pattern.read(world, &shown), Ok(date), "{} as {:?}", text, shown);
            let _ = (pattern.read(world, &other), pattern.blank(world));
        }
        Ok(true)
    });
}
