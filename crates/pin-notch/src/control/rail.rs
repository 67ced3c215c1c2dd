//! A slider's track, with its values and its keys, shared by sliders with one thumb and with two.

use super::scale::Scale;
use super::track::Track;
use super::{ControlError, MarkView};
use crate::definition::{AttributeError, Misread, OptionValue};
use crate::intent::{Key, Place};
use crate::notches::{Notches, NotchesBuilder, Step};
use crate::number::parse_number;
use crate::refusal::Refusal;
use crate::semantics::Orientation;
use crate::surroundings::Surroundings;
use crate::{Choice, number_text};
use rust_decimal::Decimal;

/// Declares the definition of a control with a track. Its own attributes come after the bounds and steps,
/// and any further ones at the end.
macro_rules! rail_definition {
    (
        $(#[$doc:meta])* $name:ident,
        $(#[$builder_doc:meta])* $builder:ident => $control:ty { $($own:tt)* } and then { $($besides:tt)* }
    ) => {
        $crate::definition::definition! {
            $(#[$doc])*
            $name,
            $(#[$builder_doc])*
            $builder => $control {
                /// The smallest value.
                min: [number],
                /// The largest value.
                max: [number] = Decimal::ONE_HUNDRED,
                /// The distance between two allowed values, or `any`.
                step: [step],
                /// The value from which steps are counted, if not the smallest value.
                step_base: [maybe number],
                $($own)*
                /// The unit, shown and spoken after the value.
                unit: [text],
                /// How its numbers are written, in the pattern syntax of the CLDR.
                number_pattern: [maybe one NumberPattern],
                /// Its orientation. If vertical, the maximum is at the top.
                orientation: [one Orientation],
                /// Minimum and maximum trade places.
                reversed: [flag],
                /// How values are spread along the track. Keys still move by steps.
                scale: [one Scale],
                /// The distance that page keys move; without it, a tenth of the range.
                page_by: [maybe number],
                $($besides)*
            }
            /// The values marked along the track, each with a label, which may be empty.
            options: Mark,
        }
    };
}
pub(super) use rail_definition;

/// The greatest number of notches that are marked automatically if no marks are given.
const MAX_MARKED: u128 = 25;

/// A value marked along a track, with a label, which may be empty.
///
/// ```
/// use pin_notch::{Mark, Slider, dec};
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// let mites = Slider::builder().options([Mark::new(9, "treat from here")]).build()?;
/// assert_eq!(mites.view().marks[0].label, "treat from here");
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[cfg_attr(feature = "json", derive(serde::Serialize, serde::Deserialize))]
#[non_exhaustive]
pub struct Mark {
    /// The value.
    pub value: Decimal,
    /// Its label; may be empty.
    pub text: String,
}

impl Mark {
    /// A mark at this value with this label.
    pub fn new(value: impl Into<Decimal>, text: impl Into<String>) -> Self {
        Self { value: value.into(), text: text.into() }
    }
}

impl<N: Into<Decimal>, T: Into<String>> From<(N, T)> for Mark {
    fn from((value, text): (N, T)) -> Self {
        Self::new(value, text)
    }
}

/// Marks are written like the datalist options of HTML's range input.
impl OptionValue for Mark {
    fn from_choice(choice: &Choice) -> Result<Option<Self>, AttributeError> {
        let value = parse_number(&choice.value).map_err(|error| AttributeError::Misread {
            attribute: "options",
            why: Misread::Number(error),
        })?;
        Ok(Some(Self::new(value, &choice.text)))
    }

    fn to_choice(&self) -> Choice {
        Choice::new(number_text(self.value), &self.text)
    }
}

#[derive(Clone, Debug, PartialEq)]
pub(super) struct Rail {
    pub notches: Notches,
    pub track: Track,
    scale: Scale,
    page_by: Option<Decimal>,
    marks: Vec<Mark>,
}

/// The part of a definition that describes the track.
pub(super) struct RailDefinition<'a> {
    pub min: Decimal,
    pub max: Decimal,
    pub step: Step,
    pub step_base: Option<Decimal>,
    pub orientation: Orientation,
    pub reversed: bool,
    pub scale: &'a Scale,
    pub page_by: Option<Decimal>,
    pub marks: &'a [Mark],
}

/// The track of a definition that has a track's attributes.
macro_rules! rail_of {
    ($definition:expr) => {
        $crate::control::rail::Rail::new($crate::control::rail::RailDefinition {
            min: $definition.min,
            max: $definition.max,
            step: $definition.step,
            step_base: $definition.step_base,
            orientation: $definition.orientation,
            reversed: $definition.reversed,
            scale: &$definition.scale,
            page_by: $definition.page_by,
            marks: &$definition.options,
        })
    };
}
pub(super) use rail_of;

impl Rail {
    pub(super) fn new(definition: RailDefinition<'_>) -> Result<Self, ControlError> {
        let RailDefinition { min, max, step, step_base, .. } = definition;
        let notches =
            NotchesBuilder { step_base, ..Notches::builder().min(min).max(max).step(step) }
                .build()?;
        definition.scale.check(&notches)?;
        let outside = |mark: &&Mark| mark.value < min || mark.value > max;
        if let Some(Mark { value, .. }) = definition.marks.iter().find(outside) {
            return Err(ControlError::Mark { value: *value });
        }
        let (orientation, reversed) = (definition.orientation, definition.reversed);
        Ok(Self {
            notches,
            track: Track { orientation, reversed, ..Track::default() },
            scale: definition.scale.clone(),
            page_by: definition.page_by,
            marks: definition.marks.to_vec(),
        })
    }

    pub(super) fn place_in(&mut self, surroundings: &Surroundings) {
        self.track.direction = surroundings.direction();
    }

    /// The notch that a key moves to from this value, or why it does not move.
    pub(super) fn keyed(&self, key: Key, from: Decimal) -> Result<Decimal, Refusal> {
        let page = match self.page_by {
            Some(by) => self.notches.strides_in(by),
            None => self.notches.steps_across() / 10,
        };
        let steps = self.track.steps(key, page.max(1)).ok_or(Refusal::NotForThis)?;
        let by_one = self.notches.stepped(from, steps).ok_or(Refusal::at_end(steps, &self.notches));
        let share = match key {
            _ if self.scale != Scale::Logarithmic => return by_one,
            Key::Home | Key::End => return by_one,
            Key::PageUp | Key::PageDown if self.page_by.is_some() => return by_one,
            Key::PageUp | Key::PageDown => 0.1,
            _ => 0.01,
        };
        // Each press moves by the same factor, to the nearest notch, and by at least one notch.
        let share = if steps < 0 { -share } else { share };
        let to = self.scale.at(&self.notches, (self.position(from) + share).clamp(0.0, 1.0));
        match to.filter(|to| if steps < 0 { *to < from } else { *to > from }) {
            Some(to) => Ok(to),
            None => self
                .notches
                .stepped(from, steps.signum())
                .ok_or(Refusal::at_end(steps, &self.notches)),
        }
    }

    pub(super) fn position(&self, value: Decimal) -> f64 {
        self.scale.position(&self.notches, value)
    }

    /// The position along the track of a place in the page.
    pub(super) fn along(&self, place: Place) -> Result<f64, Refusal> {
        let along = self.track.along(place);
        if along.is_nan() { Err(Refusal::NoPlace) } else { Ok(along) }
    }

    /// The value at a place, taking into account where the thumb was grabbed.
    pub(super) fn value_at(&self, place: Place, offset: f64) -> Result<Decimal, Refusal> {
        let along = self.along(place)? + offset;
        self.scale.at(&self.notches, along).ok_or(Refusal::NoValue)
    }

    /// The ends of the track, if they enclose this value. With the maximum below the minimum, the value
    /// stands for both.
    pub(super) fn ends(&self, value: Decimal) -> (Decimal, Decimal) {
        let min = self.notches.min().unwrap_or(value).min(value);
        (min, self.notches.max().unwrap_or(value).max(value))
    }

    /// The marks, lit if they lie in the filled part.
    pub(super) fn marks(&self, lit: impl Fn(Decimal) -> bool) -> Vec<MarkView> {
        let mark = |value: Decimal, label: &str| MarkView {
            at: self.track.drawn(self.position(value)),
            label: label.to_owned(),
            lit: lit(value),
        };
        let count = self.notches.count();
        let countable = count.is_some_and(|count| (2..=MAX_MARKED).contains(&count));
        match self.marks.is_empty() {
            false => self.marks.iter().map(|one| mark(one.value, &one.text)).collect(),
            true if countable => self.notches.iter().map(|value| mark(value, "")).collect(),
            true => Vec::new(),
        }
    }
}
