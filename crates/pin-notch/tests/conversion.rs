//! Conversions: exact if possible, and limited to the range of numbers.

use pin_notch::{Conversion, Decimal, Intent, Notches, Place, dec};

#[test]
fn results_beyond_all_numbers_become_the_end_in_that_direction() {
    let between = |from: [i64; 2], to: [i64; 2]| {
        let [one, other] = from.map(Decimal::from);
        let [first, last] = to.map(Decimal::from);
        Conversion::between((one, other), (first, last)).expect("two ends")
    };
    let degrees = between([0, 100], [32, 212]);
    assert_eq!(
        [dec!(0), dec!(37.5), dec!(100)].map(|c| degrees.convert(c)),
        [dec!(32), dec!(99.5), dec!(212)]
    );
    // In both directions of the source range, and of the target range.
    for (from, to, far, near) in [
        ([0, 1], [0, 10], 10, 0),
        ([0, 1], [0, -10], -10, 0),
        ([1, 0], [0, 10], 0, 10),
        ([1, 0], [10, 0], 10, 0),
    ] {
        let convert = between(from, to);
        assert_eq!(convert.convert(Decimal::MAX), far.into(), "{from:?} {to:?}");
        assert_eq!(convert.convert(Decimal::MIN), near.into(), "{from:?} {to:?}");
    }
    let whole = degrees.onto(Notches::new(0, 300, 1).expect("notches"));
    assert_eq!(whole.convert(dec!(37.7)), dec!(100));
    assert_eq!(degrees.reversed().expect("two ends").convert(dec!(212)), dec!(100));
    assert!(between([0, 1], [5, 5]).reversed().is_err());
}

#[test]
fn places_are_written_in_thousandths() {
    let written = |x, y| Intent::Press(Place::new(x, y)).to_string();
    assert_eq!(written(0.25, 0.5), "press at 0.25 0.5");
    assert_eq!(written(1.0 / 3.0, -0.0004), "press at 0.333 0");
    assert_eq!(written(2.0, 1.0006), "press at 2 1.001");
}
