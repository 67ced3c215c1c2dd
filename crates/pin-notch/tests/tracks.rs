//! Non-linear tracks, marks, and texts for values.

use pin_notch::{
    ControlError, Decimal, Intent, Key, Place, Rating, Scale, Slider, SliderBuilder, Wording,
    WordingError, dec,
};
use proptest::prelude::*;

fn mites() -> SliderBuilder {
    Slider::builder().min(1).max(1000)
}

fn pressed(slider: &Slider, at: f64) -> Decimal {
    let mut slider = slider.clone();
    let _ = slider.handle(Intent::Press(Place::across(at)));
    slider.value()
}

#[test]
fn a_scale_bends_the_track_and_not_the_values() {
    let logarithmic = mites().scale(Scale::Logarithmic).build().unwrap();
    let at = [0.0, 1.0 / 3.0, 0.5, 2.0 / 3.0, 1.0].map(|at| pressed(&logarithmic, at));
    assert_eq!(at, [dec!(1), dec!(10), dec!(32), dec!(100), dec!(1000)]);
    let pieces = vec![(dec!(10), dec!(0.5)), (dec!(100), dec!(0.75))];
    let piecewise = mites().scale(Scale::Piecewise(pieces)).build().unwrap();
    let at = [0.0, 0.25, 0.5, 0.625, 0.75, 1.0].map(|at| pressed(&piecewise, at));
    assert_eq!(at, [dec!(1), dec!(6), dec!(10), dec!(55), dec!(100), dec!(1000)]);
    // Keys move by notches on every track.
    let mut slider = piecewise;
    slider.set_value(dec!(10)).unwrap();
    assert_eq!(slider.handle(Intent::Key(Key::Right)).to_string(), "input 11, change 11");
}

#[test]
fn scales_that_do_not_fit_are_refused() {
    let zero = Slider::builder().max(10);
    let error = zero.clone().scale(Scale::Logarithmic).build().unwrap_err();
    assert_eq!(
        error.to_string(),
        "a logarithmic scale needs bounds above 0, with the maximum above the minimum"
    );
    for pieces in [
        vec![(dec!(5), dec!(1.5))],
        vec![(dec!(11), dec!(0.5))],
        vec![(dec!(5), dec!(0.5)), (dec!(4), dec!(0.6))],
        vec![(dec!(5), dec!(0.5)), (dec!(6), dec!(0.4))],
        vec![(dec!(5), dec!(-0.1))],
    ] {
        let error = zero.clone().scale(Scale::Piecewise(pieces.clone())).build().unwrap_err();
        assert!(matches!(error, ControlError::Scale(_)), "{pieces:?}");
    }
    let ends = vec![(dec!(0), dec!(0)), (dec!(5), dec!(0.9)), (dec!(10), dec!(1))];
    assert!(zero.scale(Scale::Piecewise(ends)).build().is_ok(), "the ends may be given");
}

#[test]
fn marks_and_pages_are_the_developers_own() {
    let weight = Slider::builder().max(40).step(dec!(0.1)).value(20).page_by(dec!(2.5));
    let marked = weight.options([(dec!(0), "empty"), (dec!(12.5), ""), (dec!(30), "full")]);
    let mut slider = marked.clone().build().unwrap();
    let marks: Vec<_> = slider.view().marks;
    let drawn: Vec<_> = marks.iter().map(|mark| (mark.at, mark.label.as_str(), mark.lit)).collect();
    assert_eq!(drawn, [(0.0, "empty", true), (0.3125, "", true), (0.75, "full", false)]);
    assert_eq!(slider.handle(Intent::Key(Key::PageUp)).to_string(), "input 22.5, change 22.5");
    let outside = marked.options([(41, "")]).build().unwrap_err();
    assert_eq!(outside.to_string(), "a mark at 41 is outside the bounds");
}

#[test]
fn values_are_put_into_the_developers_words() {
    let wording = |text: &str| text.parse::<Wording>().unwrap();
    let mut temper = Rating::builder()
        .max(3)
        .step(dec!(0.5))
        .options(["furious", "restless", "calm"])
        .preview_wording(wording("would be {name} ({value} of {max})"))
        .empty_wording("not looked at")
        .build()
        .unwrap();
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

    let slider =
        mites().wording(wording("{{{value}}} of {min} to {max}")).value(7).build().unwrap();
    assert_eq!(slider.view().readout, "{7} of 1 to 1000");
    let names = Slider::builder().max(10).value(0).names([(0, "closed"), (10, "wide open")]);
    assert_eq!(names.build().unwrap().view().readout, "closed");
    let wrong = |text: &str| text.parse::<Wording>().unwrap_err();
    assert_eq!(wrong("{valeu}"), WordingError::Unknown("valeu".into()));
    assert_eq!(wrong("50 }"), WordingError::Brace);
    assert_eq!(wrong("{value"), WordingError::Brace);
}

proptest! {
    /// On every scale, the position of a notch leads back to it, and higher positions never lead to lower
    /// notches.
    #[test]
    fn every_notch_is_found_at_its_own_place(
        min in 1_i64..500, steps in 1_i64..400, step in 1_i64..50, scale in 0_u32..3,
        bend in 5_i64..95, nth in 0_i64..400, by_pieces: bool,
    ) {
        let low = Decimal::new(min, scale);
        let high = Decimal::new(min + steps * step, scale);
        let middle = Decimal::new(min + (steps / 2).max(1) * step, scale);
        let kind = match by_pieces && middle < high {
            true => Scale::Piecewise(vec![(middle, Decimal::new(bend, 2))]),
            false => Scale::Logarithmic,
        };
        let value = Decimal::new(min + nth.min(steps) * step, scale);
        let track = Slider::builder().min(low).max(high).step(Decimal::new(step, scale));
        let slider = track.scale(kind).value(value).build().unwrap();
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
