//! The track of a slider, with the values on it and the keys along it: one for one thumb and for two.

use super::scale::Scale;
use super::track::{Drag, Track};
use super::{ControlError, MarkView};
use crate::definition::{AttributeError, Misread, OptionValue, Step};
use crate::event::{Event, Turn};
use crate::intent::{Intent, Key, Place};
use crate::notches::Notches;
use crate::number::parse_number;
use crate::refusal::Refusal;
use crate::semantics::Orientation;
use crate::surroundings::Surroundings;
use crate::{Choice, number_text};
use rust_decimal::Decimal;

/// Declares the definition of a control whose values lie along a track: what it has of its own stands behind the bounds
/// and steps, and what it has besides at the end.
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
                /// The distance of two values, or `any`.
                step: [step],
                /// Where steps are counted from, if not from the smallest value.
                step_base: [maybe number],
                $($own)*
                /// The unit, shown and spoken after what is chosen.
                unit: [text],
                /// How its numbers are written: see [`NumberPattern`].
                number_pattern: [maybe one NumberPattern],
                /// Which way it lies; upright, its maximum is at the top.
                orientation: [one Orientation],
                /// The maximum is where the minimum would be.
                reversed: [flag],
                /// How values are spread along the track. Keys move by steps all the same.
                scale: [one Scale],
                /// How far page keys go; without it, a tenth of the range.
                page_by: [maybe number],
                $($besides)*
            }
            /// The values that are marked along the track, each with a text, which may be empty.
            options: Mark,
        }
    };
}
pub(super) use rail_definition;

/// The most notches that are marked by themselves, where no marks are given.
const MAX_MARKED: u128 = 25;

/// A value that is marked along a track, with a text, which may be empty.
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
    /// What stands beside it; empty when nothing does.
    pub text: String,
}

impl Mark {
    /// A mark at this value, with this text.
    pub fn new(value: impl Into<Decimal>, text: impl Into<String>) -> Self {
        Self { value: value.into(), text: text.into() }
    }
}

impl<N: Into<Decimal>, T: Into<String>> From<(N, T)> for Mark {
    fn from((value, text): (N, T)) -> Self {
        Self::new(value, text)
    }
}

/// As those of a datalist are to HTML's range.
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

/// What a definition says of a track.
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

/// The track of a definition that has the attributes of one.
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
        let notches = Notches::builder().min(min).max(max).step_of(step).step_base(step_base);
        let notches = notches.build()?;
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

    /// The notch that a key leads to from this value, and why it leads nowhere.
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
        // By an equal factor each time, to the nearest notch, and by one notch at least.
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

    /// Where a place lies along the track.
    pub(super) fn along(&self, place: Place) -> Result<f64, Refusal> {
        let along = self.track.along(place);
        if along.is_nan() { Err(Refusal::NoPlace) } else { Ok(along) }
    }

    /// The value at a place, so far from where the thumb was taken.
    pub(super) fn value_at(&self, place: Place, offset: f64) -> Result<Decimal, Refusal> {
        let along = self.along(place)? + offset;
        self.scale.at(&self.notches, along).ok_or(Refusal::NoValue)
    }

    /// The ends of the track, as far as they go around this value: with the maximum below the minimum, there is
    /// nothing else.
    pub(super) fn ends(&self, value: Decimal) -> (Decimal, Decimal) {
        let min = self.notches.min().unwrap_or(value).min(value);
        (min, self.notches.max().unwrap_or(value).max(value))
    }

    /// The marks, lit where they lie in what is filled.
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

/// What ends a drag, or cannot without one; `None` for any other intent. It counts also where a control was
/// disabled in the middle of a drag, so that no gesture stays open.
pub(super) fn ended<V: Copy + PartialEq>(
    intent: Intent<'_>,
    drag: &mut Option<Drag<V>>,
    value: &mut V,
) -> Option<Result<Turn<V>, Refusal>> {
    match (intent, *drag) {
        (Intent::Release, Some(ended)) => {
            *drag = None;
            Some(Ok(ended.released(*value)))
        }
        (Intent::Cancel | Intent::Key(Key::Escape), Some(ended)) => {
            *drag = None;
            let before = core::mem::replace(value, ended.origin);
            Some(Ok(Turn::cancelled(ended.origin, &before)))
        }
        (Intent::Release | Intent::Cancel | Intent::Move(_), None) => {
            Some(Err(Refusal::NotGrabbed))
        }
        _ => None,
    }
}

/// The thumb was taken, and the value moved to where it was pressed.
pub(super) fn grabbed<V: Copy + PartialEq>(origin: V, now: V) -> Turn<V> {
    Turn::one(Event::Grabbed).and_if(now != origin, Event::Input(now))
}
