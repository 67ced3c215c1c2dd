//! Whatever a world shows can be read back.

use pin_notch::{
    AnyWorld, Control, Date, DatePattern, Decimal, English, Message, NumberPattern, Refusal,
    Slider, Stepper, Surroundings, World, dec, read_number, show_number,
};
use proptest::prelude::*;

/// A made-up world that differs from the default in everything.
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
        // One name is a prefix of another, and some contain spaces.
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
        ("1.5", Some(dec!(1.5))), // as a numeric keypad types it
        ("1.5.2", None),
        ("1 234\u{202f}567,5", Some(dec!(1234567.5))), // any space separates groups
        ("1'234", None),
        ("12\u{a0}34", None), // a group of two
        ("1\u{a0}2345", None),
        ("1\u{a0}234\u{a0}567", Some(dec!(1234567))),
        ("1\u{a0}23,5", None),
        ("1234\u{a0}567", None), // a group of four
        ("1,5\u{a0}234", None),
        ("1,5,2", None),
        ("7-", None),
        ("2e−1", Some(dec!(0.2))),
        ("－１２，５", Some(dec!(-12.5))), // as input methods produce it
        ("２ｅ１", Some(dec!(20))),
        ("1,234\u{a0}567", None), // no groups after the separator
        ("1,", Some(dec!(1))),
        ("+1,5", Some(dec!(1.5))),
        ("1,e2", Some(dec!(100))),
        ("+-1", None),
        ("-+1", None),
        ("1+", None),
        (",", None),
        ("-,", None),
        ("+", None),
        ("−", None),
        ("", None),
    ];
    for (text, number) in table {
        assert_eq!(read_number(&Elsewhere, text).ok(), number, "{text:?}");
    }
    struct Grouping(char);
    impl World for Grouping {
        fn group_separator(&self) -> Option<char> {
            Some(self.0)
        }
    }
    assert_eq!(read_number(&Grouping('\u{2019}'), "\u{2212}1'234.5"), Ok(dec!(-1234.5)));
    assert_eq!(read_number(&Grouping('\''), "1\u{2019}234"), Ok(dec!(1234)));
    assert!(read_number(&Middle, "1.5").is_err());
}

#[test]
fn quotation_in_a_date_pattern_is_normalized() {
    assert_eq!(pattern("d 'x' MMMM y"), pattern("d' x 'MMMM y"));
    assert_eq!(pattern("d'a' MMMM y"), pattern("d'a 'MMMM y"));
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
    let lenient = [
        ("d/M/y", "4. 5. 2026"),
        ("dd.MM.y", "4/5-2026"),
        ("d. MMMM y", "4 .may 2026"),
        ("EEEE, d MMM y", "4 May 2026"),
        ("d MMM y (EEE)", "4 May 2026"),
        ("d EEE M/y", "4 5/2026"),
        ("y-EEE-d-MM", "2026-4-5"),
        ("EEE, EEEE d/M/y", "Mon, 4/5/2026"),
    ];
    for (text, what) in lenient {
        assert_eq!(read(text, what), Ok("2026-05-04".into()), "{text}");
    }
    // A short year is not one of the first century.
    assert_eq!(pattern("d/M/y").show(&English, Date::new(26, 5, 4).unwrap()), "4/5/0026");
    assert_eq!(read("d/M/y", "4/5/026"), Ok("0026-05-04".into()));
    assert!(
        read("d/M/y", "4/5/26").is_err()
            && read("d M y", "4 52026").is_err()
            && read("d/M/y", "4/5").is_err()
            && read("d/M/y", "4/5/2026x").is_err()
            && read("d/M/y", "4/5/20260").is_err()
    );
}

#[test]
fn patterns_that_could_not_be_read_back_are_refused() {
    let wrong = |text: &str| text.parse::<DatePattern>().unwrap_err().to_string();
    assert_eq!(wrong("dd.MM"), "a date pattern must contain the year exactly once");
    assert_eq!(wrong("d.M.y MMM"), "a date pattern must contain the month exactly once");
    assert_eq!(
        wrong("dMy"),
        "two numbers are adjacent: put something between them, or write yyyyMMdd"
    );
    assert!(wrong("dd.MM.yy").starts_with("\"yy\" has no meaning in a date pattern"));
    assert_eq!(wrong("d 'of M y"), "a quotation is not closed: put ' at its end");
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

/// Patterns with the three parts in any order and separators, and occasionally arbitrary texts.
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
fn every_accepted_pattern_reads_what_it_writes() {
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

/// Everything shown in Central Europe.
struct Middle;

impl World for Middle {
    fn decimal_separator(&self) -> char {
        ','
    }
    fn group_separator(&self) -> Option<char> {
        Some('.')
    }
}

#[test]
fn a_number_is_written_by_its_pattern_and_loses_no_digit() {
    for (pattern, value, shown) in [
        ("#,##0", dec!(40017), "40.017"),
        ("0", dec!(40017), "40017"),
        ("##0", dec!(2026), "2026"),
        ("0.0", dec!(2026), "2026,0"),
        ("0.0##", dec!(0.12345), "0,12345"),
        ("#,##0.00", dec!(-1234.5), "-1.234,50"),
        ("00000", dec!(17), "00017"),
        ("#,000", dec!(17), "017"),
        ("#,#00.0", dec!(1217), "1.217,0"),
        ("0E0", dec!(602214076000), "6,02214076E11"),
        ("0.0E0", dec!(5), "5,0E0"),
        ("0E00", dec!(-0.00125), "-1,25E-03"),
        ("0E0", dec!(0), "0E0"),
        ("0E0", dec!(0.00), "0E0"),
        ("0E0", dec!(100), "1E2"),
    ] {
        let pattern: NumberPattern = pattern.parse().expect("a pattern");
        assert_eq!(pattern.show(&Middle, value, 0), shown, "{pattern}");
    }
    for wrong in [
        "", "1", "0,0", "#,##", "#,0000", "0.0.0", "E0", "0E", "#,##0E0", "00E0", "0,000", "0.#0",
        "0E+0", "0 kg",
    ] {
        assert!(wrong.parse::<NumberPattern>().is_err(), "{wrong}");
    }
}

#[test]
fn a_control_says_all_its_numbers_by_its_pattern() -> Result<(), Box<dyn std::error::Error>> {
    let mut around = Surroundings::default();
    around.world = AnyWorld::from(Middle);
    let year = Stepper::builder().min(1950).max(2026).value(1999).number_pattern("0".parse()?);
    let mut year = year.build()?;
    year.set_surroundings(&around);
    assert_eq!(year.view().text, "1999");
    // Groups are accepted in typed numbers nevertheless.
    assert_eq!(year.handle(pin_notch::Intent::Type("2.001")).to_string(), "input 2001");
    let year = Control::from(year);
    let high = Refusal::AboveMax { max: dec!(2026).into() };
    assert_eq!(year.message(&Message::Refusal(high)), "above the maximum 2026");
    let part = |title: &str| Message::FormPart { at: 1, of: 3, title: title.to_owned() };
    assert_eq!(year.message(&part("Queen")), "1 of 3: Queen");
    assert_eq!(year.message(&part("")), "1 of 3");
    let turns =
        Slider::builder().max(9000).value(8400).number_pattern("0.0E0".parse()?).unit("rpm");
    let mut turns = turns.build()?;
    turns.set_surroundings(&around);
    assert_eq!(turns.view().readout, "8,4E3 rpm");
    turns.redefine(|definition| definition.number_pattern = None)?;
    assert_eq!(turns.view().readout, "8.400 rpm");
    Ok(())
}

proptest! {
    #[test]
    fn dates_written_by_a_pattern_are_read_back(
        mantissa in -9_999_999_999_999_i64..9_999_999_999_999, scale in 0_u32..12,
        pattern in prop::sample::select(vec!["0", "#,##0", "#,##0.00", "000000", "0.0E0", "0E00", "#,#00.#"]),
    ) {
        let (value, pattern) = (Decimal::new(mantissa, scale), pattern.parse::<NumberPattern>().unwrap());
        prop_assert_eq!(pattern.to_string().parse(), Ok(pattern));
        for world in [&Elsewhere as &dyn World, &English, &Middle] {
            let shown = pattern.show(world, value, 0);
            prop_assert_eq!(read_number(world, &shown), Ok(value), "{}", shown);
        }
    }
}
