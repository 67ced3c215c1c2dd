//! The view of a rating.

use super::{Lit, Rating};
use crate::control::words::Words;
use crate::message::{Message, in_words};
use crate::semantics::{Orientation, Range, Role, Semantics};
use crate::world::Direction;
use rust_decimal::Decimal;

/// Everything a face needs to draw a rating.
///
/// ```
/// use pin_notch::{Intent, Place, Rating, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut temper = Rating::builder().step(dec!(0.5)).value(2).build()?;
/// let _ = temper.handle(Intent::Point(Place::across(0.69)));
/// let view = temper.view();
/// assert_eq!((view.value, view.shown), (Some(dec!(2)), Some(dec!(3.5))));
/// assert_eq!((view.previewed, view.fill(3)), (true, dec!(0.5)));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
#[non_exhaustive]
pub struct RatingView {
    /// The value.
    pub value: Option<Decimal>,
    /// The value that the icons show: the previewed one if any, otherwise the value.
    pub shown: Option<Decimal>,
    /// Whether the icons show a preview.
    pub previewed: bool,
    /// Whether a pointer is over it, so that the pointer's leaving has to be reported.
    pub pointed: bool,
    /// Whether zero can be chosen, which no icon represents.
    pub zero: bool,
    /// The number of icons.
    pub icons: u32,
    /// The icon as text; empty for the default icon.
    pub icon: String,
    /// Which icons are lit.
    pub lit: Lit,
    /// The text shown: "3.5 of 5", or "not rated".
    pub readout: String,
    /// The direction in which the row runs.
    pub direction: Direction,
    /// Role, name and states for assistive technology. A preview is not reported.
    pub semantics: Semantics,
    /// The message about what is wrong with the value; empty when nothing is.
    pub problem: String,
}

impl RatingView {
    /// How much of icon `icon` (counted from 0) is lit, from 0 to 1: `clamp(value - icon, 0, 1)`. If only
    /// the chosen icon is lit, 0 for all others.
    pub fn fill(&self, icon: u32) -> Decimal {
        let Some(value) = self.shown else {
            return Decimal::ZERO;
        };
        // The fraction is computed in whole units of the value's last decimal place.
        let one = 10_i128.pow(value.scale());
        let over = value.mantissa() - i128::from(icon) * one;
        let passed = over > one && self.lit == Lit::Only;
        let units = if passed { 0 } else { over.clamp(0, one) };
        Decimal::from_i128_with_scale(units, value.scale()).normalize()
    }
}

impl Rating {
    /// Everything a face needs to draw it.
    pub fn view(&self) -> RatingView {
        let shown = self.preview.or(self.value);
        let problem = in_words(&self.validity(), &self.surroundings.world);
        let icons = self.definition.max;
        let semantics = Semantics {
            range: Some(Range {
                // An empty rating has no number. ARIA needs one, so it is given zero; what is read out is
                // the text, which says what that means.
                now: self.value.unwrap_or_default(),
                min: Decimal::ZERO,
                max: Decimal::from(icons),
                text: self.text(self.value, false),
            }),
            orientation: Some(Orientation::Horizontal),
            ..self.conditions.semantics(Role::Slider, &problem)
        };
        RatingView {
            value: self.value,
            shown,
            previewed: self.preview.is_some(),
            pointed: self.preview.or(self.pressed).is_some(),
            zero: self.notches.contains(Decimal::ZERO),
            icons,
            icon: self.definition.icon.clone(),
            lit: self.definition.lit,
            readout: self.text(shown, self.preview.is_some()),
            direction: self.surroundings.direction(),
            semantics,
            problem,
        }
    }

    fn text(&self, value: Option<Decimal>, previewed: bool) -> String {
        let (definition, world) = (&self.definition, &self.surroundings.world);
        let max = Decimal::from(definition.max);
        let words = Words {
            world,
            names: &self.names,
            unit: "",
            places: 0,
            bounds: [self.notches.first().unwrap_or_default(), max],
        };
        let preview = definition.preview_wording.as_ref().filter(|_| previewed);
        match (value, &definition.empty_wording) {
            (Some(value), _) => {
                let wording = preview.or(definition.wording.as_ref());
                words.sentence_or(wording, value, || match self.names.is_empty() {
                    true => world.message(&Message::OutOf { value, max }),
                    false => words.measured(value),
                })
            }
            (None, Some(text)) => text.clone(),
            (None, None) => world.message(&Message::NotRated),
        }
    }
}
