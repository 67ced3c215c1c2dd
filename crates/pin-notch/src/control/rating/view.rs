//! What a rating looks like, as plain data.

use super::{Lit, Rating};
use crate::control::Direction;
use crate::control::wording::Words;
use crate::message::Message;
use crate::semantics::{Orientation, Range, Role, Semantics};
use crate::validity::in_words;
use rust_decimal::Decimal;

/// All that a face needs to draw a rating.
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
    /// What the icons show: the previewed value, else the value.
    pub shown: Option<Decimal>,
    /// Whether that is a preview.
    pub previewed: bool,
    /// Whether a pointer is over it, so that its leaving means something.
    pub pointed: bool,
    /// Whether zero can be chosen, which no icon stands for.
    pub zero: bool,
    /// How many icons there are.
    pub icons: u32,
    /// The icon as text; empty where it has none of its own.
    pub icon: String,
    /// Which of them are lit.
    pub lit: Lit,
    /// What is shown as text: "3.5 of 5", or "not rated".
    pub readout: String,
    /// Which way the row runs.
    pub direction: Direction,
    /// What assistive technology is told. Of a preview it is told nothing.
    pub semantics: Semantics,
    /// What is wrong with the value, in words for the person; empty when nothing is.
    pub problem: String,
}

impl RatingView {
    /// How much of icon `icon` (counted from 0) is lit, from 0 to 1: `clamp(value - icon, 0, 1)`, or
    /// nothing unless it is the chosen one where only that is lit.
    pub fn fill(&self, icon: u32) -> Decimal {
        let Some(value) = self.shown else {
            return Decimal::ZERO;
        };
        // In whole units of the value's own last place.
        let one = 10_i128.pow(value.scale());
        let over = value.mantissa() - i128::from(icon) * one;
        let passed = over > one && self.lit == Lit::Only;
        let units = if passed { 0 } else { over.clamp(0, one) };
        Decimal::from_i128_with_scale(units, value.scale()).normalize()
    }
}

impl Rating {
    /// All that a face needs to draw it.
    pub fn view(&self) -> RatingView {
        let shown = self.preview.or(self.value);
        let problem = in_words(&self.validity(), &self.surroundings.world);
        let icons = self.definition.max;
        let semantics = Semantics {
            range: Some(Range {
                // Empty has no number; zero is the nearest to it that ARIA can hold, and the text,
                // which is what is read, says what it means.
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
                words.say_or(wording, value, || match self.names.is_empty() {
                    true => world.message(&Message::OutOf { value, max }),
                    false => words.measured(value),
                })
            }
            (None, Some(text)) => text.clone(),
            (None, None) => world.message(&Message::NotRated),
        }
    }
}
