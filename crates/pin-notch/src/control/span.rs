//! Two values on one track: the ARIA practices' [multi-thumb slider][apg].
//!
//! [apg]: https://www.w3.org/WAI/ARIA/apg/patterns/slider-multithumb/

mod moved;
mod view;

pub use view::SpanView;

use super::conditions::condition_methods;
use super::setting::{Amount, Label, Manner, Setting, SettingError};
use super::track::{Drag, Track};
use super::uniform::uniform;
use super::value::Taken;
use super::wording::Words;
use super::{Conditions, ControlError, Direction, Value, ValueKind, admit};
use crate::event::{Happening, Shown, Turn};
use crate::intent::{Intent, Key, Place, Thumb};
use crate::notches::{Notches, Remark};
use crate::number::{exact_sum, number_text};
use crate::refusal::Refusal;
use crate::semantics::Orientation;
use crate::validity::{Invalid, against};
use crate::world::AnyWorld;
use rust_decimal::Decimal;

/// Two values, the smaller one first.
///
/// ```
/// use pin_notch::{Shown, Span, dec};
/// let flying = Span { low: dec!(10), high: dec!(30.0) };
/// assert_eq!(flying.shown(), "10 to 30");
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
#[expect(missing_docs, reason = "its fields are their names")]
pub struct Span {
    pub low: Decimal,
    pub high: Decimal,
}

impl Span {
    fn end(&self, thumb: Thumb) -> Decimal {
        match thumb {
            Thumb::Low => self.low,
            Thumb::High => self.high,
        }
    }
}

impl Shown for Span {
    fn shown(&self) -> String {
        format!("{} to {}", number_text(self.low), number_text(self.high))
    }
}

/// What a thumb does when it comes as near to the other as it may, or as far.
///
/// ```
/// use pin_notch::{Intent, Key, Meeting, Notches, SpanSlider, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let flying = SpanSlider::new(Notches::new(dec!(0), dec!(40), dec!(1))?)?.starting_at(dec!(9), dec!(10))?;
/// let mut stops = flying.clone().apart(dec!(1), dec!(40))?;
/// assert!(stops.handle(Intent::Key(Key::Right)).refusal().is_some());
/// let mut pushes = flying.apart(dec!(1), dec!(40))?.meeting(Meeting::Push);
/// let turn = pushes.handle(Intent::Key(Key::Right));
/// assert_eq!(turn.to_string(), "input 10 to 11, change 10 to 11");
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum Meeting {
    /// It stops there.
    #[default]
    Stop,
    /// It takes the other along.
    Push,
}

/// A span slider.
///
/// ```
/// use pin_notch::{dec, Intent, Key, Notches, Place, SpanSlider, Thumb};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let outside = Notches::new(dec!(-20), dec!(40), dec!(0.5))?;
/// let mut flying = SpanSlider::new(outside)?
///     .starting_at(dec!(10), dec!(30))?
///     .apart(dec!(5), dec!(60))?;
///
/// // The nearer thumb answers a press.
/// assert_eq!(flying.handle(Intent::Press(Place::across(0.6))).to_string(), "grab, input 16 to 30");
/// assert_eq!(flying.handle(Intent::Move(Place::across(0.9))).to_string(), "input 25 to 30");
/// assert_eq!(flying.handle(Intent::Release).to_string(), "release, change 25 to 30");
///
/// let _ = flying.handle(Intent::Take(Thumb::High));
/// assert_eq!(flying.handle(Intent::Key(Key::Left)).to_string(), "refused: already at the lowest value");
/// # Ok(()) }
/// ```
///
/// Its definition, its value and its conditions:
///
/// ```
/// use pin_notch::{Direction, Meeting, Notches, Orientation, Span, SpanSlider, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut flying = SpanSlider::new(Notches::new(dec!(0), dec!(40), dec!(1))?)?
///     .starting_at(dec!(10), dec!(30))?
///     .apart(dec!(2), dec!(25))?
///     .meeting(Meeting::Push)
///     .oriented(Orientation::Vertical)
///     .running(Direction::LeftToRight)
///     .in_unit("°C");
/// assert_eq!((flying.meets(), flying.unit()), (Meeting::Push, "°C"));
/// assert_eq!(flying.distances(), (dec!(2), Some(dec!(25))));
/// assert_eq!(flying.orientation(), Orientation::Vertical);
/// assert_eq!(flying.notches().max(), Some(dec!(40)));
/// flying.set_value(Span { low: dec!(12), high: dec!(20) })?;
/// assert_ne!(flying.value(), flying.default_value());
/// flying.reset();
/// assert_eq!(flying.view().filled, (0.25, 0.75));
/// flying.set_direction(Direction::RightToLeft);
/// assert!(!flying.is_grabbed() && flying.validity().is_empty() && flying.audit().is_empty());
/// flying.set_required(true);
/// assert!(flying.conditions().required);
/// flying.conditions_mut().required = false;
/// flying.set_read_only(true);
/// flying.set_disabled(true);
/// # Ok(()) }
/// ```
#[derive(Clone, Debug)]
pub struct SpanSlider {
    notches: Notches,
    value: Span,
    default: Span,
    least: Decimal,
    greatest: Option<Decimal>,
    meeting: Meeting,
    active: Thumb,
    track: Track,
    words: Words,
    conditions: Conditions,
    drag: Option<Drag<Span>>,
}

impl SpanSlider {
    /// A span slider over these notches, from the first to the last of them.
    ///
    /// # Errors
    /// [`ControlError::Unbounded`] when they lack a bound, [`ControlError::NoNotch`] when there is none
    /// between the bounds.
    pub fn new(notches: Notches) -> Result<Self, ControlError> {
        if notches.min().is_none() {
            return Err(ControlError::Unbounded { missing: "min" });
        }
        if notches.max().is_none() {
            return Err(ControlError::Unbounded { missing: "max" });
        }
        let (Some(low), Some(high)) = (notches.first(), notches.last()) else {
            return Err(ControlError::NoNotch);
        };
        let value = Span { low, high };
        Ok(Self {
            notches,
            value,
            default: value,
            least: Decimal::ZERO,
            greatest: None,
            meeting: Meeting::default(),
            active: Thumb::default(),
            track: Track::default(),
            words: Words::default(),
            conditions: Conditions::default(),
            drag: None,
        })
    }

    /// Starts, and after a reset starts again, on these values. Given before [`apart`](Self::apart).
    ///
    /// # Errors
    /// [`ControlError::Default`] for a value that is not allowed, [`ControlError::Distance`] when the
    /// second is below the first.
    pub fn starting_at(mut self, low: Decimal, high: Decimal) -> Result<Self, ControlError> {
        for value in [low, high] {
            admit(&self.notches, value).map_err(|why| ControlError::Default { value, why })?;
        }
        self.default = Span { low, high };
        self.value = self.default;
        self.checked()?;
        Ok(self)
    }

    /// Keeps the values at least and at most so far apart.
    ///
    /// # Errors
    /// [`ControlError::Distance`] when that is not possible, or the starting values are not.
    pub fn apart(mut self, least: Decimal, greatest: Decimal) -> Result<Self, ControlError> {
        (self.least, self.greatest) = (least, Some(greatest));
        self.checked()?;
        Ok(self)
    }

    fn keep_apart(
        &mut self,
        least: Decimal,
        greatest: Option<Decimal>,
    ) -> Result<(), ControlError> {
        let before = core::mem::replace(&mut self.least, least);
        let wide = core::mem::replace(&mut self.greatest, greatest);
        self.checked().inspect_err(|_| (self.least, self.greatest) = (before, wide))
    }

    fn checked(&self) -> Result<(), ControlError> {
        let greatest = self.greatest.unwrap_or(Decimal::MAX);
        let far = exact_sum(self.value.high, -self.value.low).unwrap_or(Decimal::MAX);
        let fits = self.least >= Decimal::ZERO && (self.least..=greatest).contains(&far);
        match fits {
            true => Ok(()),
            false => Err(ControlError::Distance { least: self.least, greatest }),
        }
    }

    /// What a thumb does when it meets the other.
    pub fn meeting(mut self, meeting: Meeting) -> Self {
        self.meeting = meeting;
        self
    }

    /// Lays it horizontally or vertically, as a slider.
    pub fn oriented(mut self, orientation: Orientation) -> Self {
        self.track.orientation = orientation;
        self
    }

    /// Sets which way text runs around it.
    pub fn running(mut self, direction: Direction) -> Self {
        self.track.direction = direction;
        self
    }

    /// Shows and speaks this unit after the values.
    pub fn in_unit(mut self, unit: impl Into<String>) -> Self {
        self.words.unit = unit.into();
        self
    }

    condition_methods!();

    /// The values each thumb can take.
    pub fn notches(&self) -> &Notches {
        &self.notches
    }

    /// The two values.
    pub fn value(&self) -> Span {
        self.value
    }

    /// The values it starts with.
    pub fn default_value(&self) -> Span {
        self.default
    }

    /// How far apart the values have to be, and may be.
    pub fn distances(&self) -> (Decimal, Option<Decimal>) {
        (self.least, self.greatest)
    }

    /// What a thumb does when it meets the other.
    pub fn meets(&self) -> Meeting {
        self.meeting
    }

    /// The unit shown and spoken after the values; empty when there is none.
    pub fn unit(&self) -> &str {
        &self.words.unit
    }

    /// Whether a thumb is in somebody's hand.
    pub fn is_grabbed(&self) -> bool {
        self.drag.is_some()
    }

    /// Which way it lies.
    pub fn orientation(&self) -> Orientation {
        self.track.orientation
    }

    /// Sets which way text runs around it, in place.
    pub fn set_direction(&mut self, direction: Direction) {
        self.track.direction = direction;
    }

    /// Sets both values. The program does this, so no event comes of it.
    ///
    /// # Errors
    /// Why it cannot take these very values; they are then as they were.
    pub fn set_value(&mut self, value: Span) -> Result<(), Refusal> {
        self.value = self.admit(value)?;
        Ok(())
    }

    fn admit(&self, value: Span) -> Result<Span, Refusal> {
        let Span { low, high } = value;
        admit(&self.notches, low)?;
        admit(&self.notches, high)?;
        let greatest = self.greatest.unwrap_or(Decimal::MAX);
        let far = exact_sum(high, -low).unwrap_or(Decimal::MAX);
        match (self.least..=greatest).contains(&far) {
            true => Ok(value),
            false => Err(Refusal::TooFar { least: self.least, greatest }),
        }
    }

    /// What is legal in the definition and will surprise somebody.
    pub fn audit(&self) -> Vec<Remark> {
        self.notches.audit_with(None)
    }

    /// Back to the starting values; a drag under way is dropped.
    pub fn reset(&mut self) {
        self.value = self.default;
        self.drag = None;
    }

    /// Why the values are not acceptable; only ever by the program's objection.
    pub fn validity(&self) -> Vec<Invalid> {
        self.conditions.validity(false, Vec::new())
    }

    /// Carries out an intent. Allocates nothing.
    ///
    /// A press or a grab is answered by the nearer thumb, of two in one place by the one that has room on
    /// that side; keys move the one answered or taken last, as a slider's keys do.
    pub fn handle(&mut self, intent: Intent) -> Turn<Span> {
        self.carry_out(intent).unwrap_or_else(Turn::Refused)
    }

    fn carry_out(&mut self, intent: Intent) -> Result<Turn<Span>, Refusal> {
        match (intent, self.drag) {
            (Intent::Release, Some(drag)) => {
                self.drag = None;
                return Ok(drag.released(self.value));
            }
            (Intent::Cancel | Intent::Key(Key::Escape), Some(drag)) => {
                self.drag = None;
                let before = core::mem::replace(&mut self.value, drag.origin);
                return Ok(Turn::cancelled(drag.origin, &before));
            }
            (Intent::Release | Intent::Cancel | Intent::Move(_), None) => {
                return Err(Refusal::NotGrabbed);
            }
            _ => self.conditions.admit()?,
        }
        match (intent, self.drag) {
            (Intent::Move(place), Some(drag)) => {
                let value = self.moved(self.active, self.value_at(place, drag.offset)?);
                if value == self.value {
                    return Err(Refusal::Unchanged);
                }
                self.value = value;
                Ok(Turn::with(Happening::Input, value))
            }
            (Intent::Press(_) | Intent::Grab(_) | Intent::Key(_) | Intent::Choose(_), Some(_)) => {
                Err(Refusal::Grabbed)
            }
            (Intent::Press(place), None) => {
                let to = self.value_at(place, 0.0)?;
                let origin = self.value;
                self.active = self.nearest(self.track.along(place));
                self.value = self.moved(self.active, to);
                self.drag = Some(Drag { origin, offset: 0.0 });
                let moved = self.value != origin;
                let grab = Turn::one(Happening::Grabbed);
                Ok(if moved { grab.and_with(Happening::Input, self.value) } else { grab })
            }
            (Intent::Grab(place), None) => {
                let along = self.track.along(place);
                if along.is_nan() {
                    return Err(Refusal::NoPlace);
                }
                self.active = self.nearest(along);
                let offset = self.notches.position(self.value.end(self.active)) - along;
                self.drag = Some(Drag { origin: self.value, offset });
                Ok(Turn::one(Happening::Grabbed))
            }
            (Intent::Take(thumb), None) => {
                if self.active == thumb {
                    return Err(Refusal::Unchanged);
                }
                self.active = thumb;
                Ok(Turn::one(Happening::Taken(thumb)))
            }
            (Intent::Choose(value), None) => {
                let value = admit(&self.notches, value)?;
                let span = self.moved(self.active, value);
                if span.end(self.active) != value {
                    return Err(Refusal::OffNotches { nearest: span.end(self.active).into() });
                }
                self.settle(span, Refusal::Unchanged)
            }
            (Intent::Key(key), None) => {
                let page = (self.notches.steps_across() / 10).max(1);
                let steps = self.track.steps(key, page).ok_or(Refusal::NotForThis)?;
                let end = if steps > 0 { Refusal::AtLast } else { Refusal::AtFirst };
                let from = self.value.end(self.active);
                let to = self.notches.stepped(from, steps).ok_or(end)?;
                self.settle(self.moved(self.active, to), end)
            }
            _ => Err(Refusal::NotForThis),
        }
    }

    fn settle(&mut self, value: Span, unchanged: Refusal) -> Result<Turn<Span>, Refusal> {
        if value == self.value {
            return Err(unchanged);
        }
        self.value = value;
        Ok(Turn::settled(value))
    }

    fn value_at(&self, place: Place, offset: f64) -> Result<Decimal, Refusal> {
        let along = self.track.along(place) + offset;
        self.notches.at_position(along).ok_or(Refusal::NoPlace)
    }

    /// The thumb that answers for this position.
    fn nearest(&self, along: f64) -> Thumb {
        let low = self.notches.position(self.value.low);
        let high = self.notches.position(self.value.high);
        let (to_low, to_high) = ((along - low).abs(), (along - high).abs());
        let one_place = self.value.low == self.value.high;
        // Two in one place: at the very end only the low one has anywhere to go.
        let low_has_room = along < low || Some(self.value.high) == self.notches.last();
        match one_place {
            true if low_has_room => Thumb::Low,
            true => Thumb::High,
            false if to_low <= to_high => Thumb::Low,
            false => Thumb::High,
        }
    }
}

uniform! {
    SpanSlider(SpanSlider),
    fn kind(&self) -> ValueKind {
        ValueKind::Span
    }
    fn value(&self) -> Value {
        self.value.into()
    }
    fn default_value(&self) -> Value {
        self.default.into()
    }
    fn set_value(&mut self, value: Value) -> Result<(), Refusal> {
        SpanSlider::set_value(self, Taken::taken_always(value)?)
    }
    fn put(&mut self, setting: &Setting) -> Result<(), SettingError> {
        match setting {
            Setting::Start(value) => {
                SpanSlider::set_value(self, Taken::taken_always(value.clone())?)?;
                self.default = self.value;
            }
            Setting::Label(Label::Unit, unit) => self.words.unit.clone_from(unit),
            Setting::Direction(direction) => self.track.direction = *direction,
            Setting::Is(Manner::Vertical) => self.track.orientation = Orientation::Vertical,
            Setting::Is(Manner::Pushing) => self.meeting = Meeting::Push,
            Setting::Amount(Amount::Least, least) => self.keep_apart(*least, self.greatest)?,
            Setting::Amount(Amount::Most, most) => self.keep_apart(self.least, Some(*most))?,
            _ => return Err(SettingError::NotForThis),
        }
        Ok(())
    }
    fn against(&self, value: &Value) -> Vec<Invalid> {
        let Value::Span(span) = value else { return Vec::new() };
        let mut wrong = against(&self.notches, span.low);
        wrong.extend(against(&self.notches, span.high));
        if let (Err(why), true) = (self.admit(*span), wrong.is_empty()) {
            wrong.push(Invalid::BadInput(format!("These values do not go together: {why}.")));
        }
        wrong
    }
    fn nearest(&self, value: Value) -> Value {
        match value {
            Value::Span(Span { low, high }) => {
                let [low, high] = [low, high].map(|end| self.notches.snap(end));
                Value::Span(Span { low, high })
            }
            other => other,
        }
    }
    fn audit(&self) -> Vec<Remark> {
        SpanSlider::audit(self)
    }
    fn set_world(&mut self, world: &AnyWorld) {
        self.words.world = world.clone();
    }
    fn never_empty(&self) -> bool {
        true
    }
}
