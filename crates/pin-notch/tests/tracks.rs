//! Tracks that are not even, marks along them, and words for values.

use pin_notch::{
    ControlError, Decimal, Intent, Key, Notches, Place, Rating, Scale, Slider, Wording,
    WordingError, dec,
};
use proptest::prelude::*;

fn mites() -> Slider {
    Slider::new(Notches::new(dec!(1), dec!(1000), dec!(1)).unwrap()).unwrap()
}

fn pressed(slider: &Slider, at: f64) -> Decimal {
    let mut slider = slider.clone();
    let _ = slider.handle(Intent::Press(Place::across(at)));
    slider.value()
}

#[test]
fn a_scale_bends_the_track_and_not_the_values() {
    let logarithmic = mites().scaled(Scale::Logarithmic).unwrap();
    let at = [0.0, 1.0 / 3.0, 0.5, 2.0 / 3.0, 1.0].map(|at| pressed(&logarithmic, at));
    assert_eq!(at, [dec!(1), dec!(10), dec!(32), dec!(100), dec!(1000)]);
    let pieces = vec![(dec!(10), 0.5), (dec!(100), 0.75)];
    let piecewise = mites().scaled(Scale::Piecewise(pieces)).unwrap();
    let at = [0.0, 0.25, 0.5, 0.625, 0.75, 1.0].map(|at| pressed(&piecewise, at));
    assert_eq!(at, [dec!(1), dec!(6), dec!(10), dec!(55), dec!(100), dec!(1000)]);
    // Keys go by notches on any track.
    let mut slider = piecewise.starting_at(dec!(10)).unwrap();
    assert_eq!(slider.handle(Intent::Key(Key::Right)).to_string(), "input 11, change 11");
}

#[test]
fn scales_that_do_not_fit_are_refused() {
    let zero = Slider::new(Notches::new(dec!(0), dec!(10), dec!(1)).unwrap()).unwrap();
    let error = zero.clone().scaled(Scale::Logarithmic).unwrap_err();
    assert_eq!(
        error.to_string(),
        "a logarithmic scale needs bounds above 0, the maximum above the minimum"
    );
    for pieces in [
        vec![(dec!(5), 1.5)],
        vec![(dec!(11), 0.5)],
        vec![(dec!(5), 0.5), (dec!(4), 0.6)],
        vec![(dec!(5), 0.5), (dec!(6), 0.4)],
        vec![(dec!(5), f64::NAN)],
    ] {
        let error = zero.clone().scaled(Scale::Piecewise(pieces.clone())).unwrap_err();
        assert!(matches!(error, ControlError::Scale(_)), "{pieces:?}");
    }
    let ends = vec![(dec!(0), 0.0), (dec!(5), 0.9), (dec!(10), 1.0)];
    assert!(zero.scaled(Scale::Piecewise(ends)).is_ok(), "the ends may be given");
}

#[test]
fn marks_and_pages_are_the_developers_own() {
    let weight = Notches::new(dec!(0), dec!(40), dec!(0.1)).unwrap();
    let slider = Slider::new(weight).unwrap().starting_at(dec!(20)).unwrap();
    let mut slider = slider
        .marking([(dec!(0), "empty"), (dec!(12.5), ""), (dec!(30), "full")])
        .unwrap()
        .paging(dec!(2.5));
    let marks: Vec<_> = slider.view().marks;
    let told: Vec<_> = marks.iter().map(|mark| (mark.at, mark.label.as_str(), mark.lit)).collect();
    assert_eq!(told, [(0.0, "empty", true), (0.3125, "", true), (0.75, "full", false)]);
    assert_eq!(slider.handle(Intent::Key(Key::PageUp)).to_string(), "input 22.5, change 22.5");
    let outside = slider.marking([(dec!(41), "")]).unwrap_err();
    assert_eq!(outside.to_string(), "a mark at 41 stands outside the bounds");
}

#[test]
fn values_are_put_into_the_developers_words() {
    let wording = |text: &str| text.parse::<Wording>().unwrap();
    let mut temper = Rating::new(3)
        .unwrap()
        .by(dec!(0.5))
        .unwrap()
        .naming(["furious", "restless", "calm"])
        .previewed(wording("would be {name} ({value} of {max})"))
        .empty_text("not looked at");
    assert_eq!(temper.view().readout, "not looked at");
    let _ = temper.handle(Intent::Point(Place::across(0.99)));
    assert_eq!(temper.view().readout, "would be calm (3 of 3)");
    assert_eq!(
        temper.view().semantics.range.unwrap().text,
        "not looked at",
        "a preview is no value"
    );
    let _ = temper.handle(Intent::Choose(dec!(2.5)));
    assert_eq!(temper.view().readout, "2.5", "a value without a name is its number");
    let _ = temper.handle(Intent::Choose(dec!(1)));
    assert_eq!(temper.view().readout, "furious");

    let slider = mites().worded(wording("{{{value}}} of {min} to {max}"));
    assert_eq!(slider.starting_at(dec!(7)).unwrap().view().readout, "{7} of 1 to 1000");
    let wrong = |text: &str| text.parse::<Wording>().unwrap_err();
    assert_eq!(wrong("{valeu}"), WordingError::Unknown("valeu".into()));
    assert_eq!(wrong("50 }"), WordingError::Brace);
    assert_eq!(wrong("{value"), WordingError::Brace);
}

proptest! {
    /// On any scale, a notch's own place leads back to it, and places further on to no lower notch.
    #[test]
    fn every_notch_is_found_at_its_own_place(
        min in 1_i64..500, steps in 1_i64..400, step in 1_i64..50, scale in 0_u32..3,
        bend in 0.05_f64..0.95, nth in 0_i64..400, by_pieces: bool,
    ) {
        let low = Decimal::new(min, scale);
        let high = Decimal::new(min + steps * step, scale);
        let notches = Notches::new(low, high, Decimal::new(step, scale)).unwrap();
        let middle = Decimal::new(min + (steps / 2).max(1) * step, scale);
        let kind = match by_pieces && middle < high {
            true => Scale::Piecewise(vec![(middle, bend)]),
            false => Scale::Logarithmic,
        };
        let slider = Slider::new(notches).unwrap().scaled(kind).unwrap();
        let value = Decimal::new(min + nth.min(steps) * step, scale);
        let slider = slider.starting_at(value).unwrap();
        let thumb = slider.view().thumb;
        prop_assert!((0.0..=1.0).contains(&thumb));
        prop_assert_eq!(pressed(&slider, thumb), value);
        prop_assert!(pressed(&slider, (thumb + 0.1).min(1.0)) >= value);
    }

    #[test]
    fn wordings_read_back_what_they_show(text in "([a-z .{}]|\\{value\\}|\\{name\\}|\\{max\\}){0,8}") {
        if let Ok(wording) = text.parse::<Wording>() {
            prop_assert_eq!(wording.to_string().parse::<Wording>(), Ok(wording));
        }
    }
}
