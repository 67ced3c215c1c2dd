//! A number on a track, moved by dragging its thumb, pressing the track, or keys.
//!
//! Keys and role follow the ARIA practices' [slider pattern][apg]; defaults follow HTML's range state:
//! without a default value the slider starts in the middle.
//!
//! [apg]: https://www.w3.org/WAI/ARIA/apg/patterns/slider/

mod view;

pub use view::{MarkView, SliderView};

use super::conditions::condition_methods;
use super::setting::{Amount, Label, Manner, Setting, SettingError};
use super::track::{Drag, Track};
use super::uniform::uniform;
use super::value::Taken;
use super::wording::Words;
use super::{
    Conditions, ControlError, Direction, Scale, Value, ValueKind, Wording, admit, admit_default,
};
use crate::event::{Happening, Turn};
use crate::intent::{Intent, Key, Place};
use crate::notches::{Notches, Remark};
use crate::refusal::Refusal;
use crate::semantics::Orientation;
use crate::validity::{Invalid, against};
use crate::world::AnyWorld;
use rust_decimal::Decimal;

/// A slider.
///
/// ```
/// use pin_notch::{dec, Intent, Key, Notches, Slider};
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// let weight = Notches::new(dec!(0), dec!(40), dec!(0.1))?;
/// let mut slider = Slider::new(weight)?.starting_at(dec!(0.2))?;
///
/// let turn = slider.handle(Intent::Key(Key::Right));
/// assert_eq!(slider.value(), dec!(0.3)); // not 0.30000000000000004
/// assert_eq!(turn.to_string(), "input 0.3, change 0.3");
///
/// slider.set_disabled(true);
/// assert_eq!(slider.handle(Intent::Key(Key::Right)).to_string(), "refused: disabled");
/// # Ok(()) }
/// ```
///
/// Its definition, its value and its conditions:
///
/// ```
/// use pin_notch::{Direction, Notches, Orientation, Scale, Slider, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut mites = Slider::new(Notches::new(dec!(1), dec!(1000), dec!(1))?)?
///     .starting_at(dec!(9))?
///     .in_unit("mites")
///     .oriented(Orientation::Vertical)
///     .running(Direction::LeftToRight)
///     .reversed(true)
///     .marking([(dec!(9), "treat from here")])?
///     .paging(dec!(50))
///     .scaled(Scale::Logarithmic)?
///     .worded("{value} in the sample".parse()?);
/// assert_eq!(mites.view().readout, "9 in the sample");
/// assert_eq!((mites.unit(), mites.orientation()), ("mites", Orientation::Vertical));
/// assert!(mites.is_reversed() && !mites.is_grabbed());
/// assert_eq!((mites.marks()[0].0, mites.page_step()), (dec!(9), Some(dec!(50))));
/// assert_eq!(mites.scale(), &Scale::Logarithmic);
/// assert!(mites.wording().is_some());
/// assert_eq!(mites.notches().count(), Some(1000));
/// assert_eq!(mites.set_nearest(dec!(12.6)), dec!(13));
/// mites.set_value(dec!(14))?;
/// assert_ne!(mites.value(), mites.default_value());
/// mites.reset();
/// mites.set_direction(Direction::RightToLeft);
/// assert!(mites.validity().is_empty() && mites.audit().is_empty());
/// mites.set_required(true);
/// assert!(mites.conditions().required);
/// mites.conditions_mut().required = false;
/// mites.set_read_only(true);
/// # Ok(()) }
/// ```
#[derive(Clone, Debug)]
pub struct Slider {
    notches: Notches,
    value: Decimal,
    default: Decimal,
    given_default: Option<Decimal>,
    conditions: Conditions,
    track: Track,
    scale: Scale,
    marks: Vec<(Decimal, String)>,
    page: Option<Decimal>,
    words: Words,
    drag: Option<Drag<Decimal>>,
}

impl Slider {
    /// A slider over these notches. It starts on their default value if they have one, else on the
    /// notch nearest the middle.
    ///
    /// # Errors
    /// [`ControlError::Unbounded`] when the notches lack a bound, [`ControlError::Default`] when their
    /// default value is out of bounds.
    pub fn new(notches: Notches) -> Result<Self, ControlError> {
        let missing = match (notches.min(), notches.max()) {
            (None, _) => Some("min"),
            (_, None) => Some("max"),
            _ => None,
        };
        if let Some(missing) = missing {
            return Err(ControlError::Unbounded { missing });
        }
        let middle = notches.middle();
        let slider = Self {
            notches,
            value: middle,
            default: middle,
            given_default: None,
            conditions: Conditions::default(),
            track: Track::default(),
            scale: Scale::default(),
            marks: Vec::new(),
            page: None,
            words: Words::default(),
            drag: None,
        };
        match notches.default_value() {
            Some(value) => slider.starting_at(value),
            None => Ok(slider),
        }
    }

    /// Starts, and after a reset starts again, on this value. One that is off the notches is snapped to
    /// the nearest, as in HTML, and [`audit`](Self::audit) says so.
    ///
    /// # Errors
    /// [`ControlError::Default`] when the value is out of bounds: it would be drawn where it is not.
    pub fn starting_at(mut self, value: Decimal) -> Result<Self, ControlError> {
        self.start(value)?;
        Ok(self)
    }

    fn start(&mut self, value: Decimal) -> Result<(), ControlError> {
        self.default = admit_default(&self.notches, value)?;
        self.value = self.default;
        self.given_default = Some(value);
        Ok(())
    }

    /// Lays it horizontally or vertically. Vertical sliders have their maximum at the top.
    pub fn oriented(mut self, orientation: Orientation) -> Self {
        self.track.orientation = orientation;
        self
    }

    /// Sets which way text runs around it. Right to left, a horizontal slider has its minimum at the
    /// right.
    pub fn running(mut self, direction: Direction) -> Self {
        self.track.direction = direction;
        self
    }

    /// Puts the maximum where the minimum would be.
    pub fn reversed(mut self, reversed: bool) -> Self {
        self.track.reversed = reversed;
        self
    }

    /// Shows and speaks this unit after the value.
    pub fn in_unit(mut self, unit: impl Into<String>) -> Self {
        self.words.unit = unit.into();
        self
    }

    /// Shows and speaks the value in this sentence, instead of as a number with its unit.
    pub fn worded(mut self, wording: Wording) -> Self {
        self.words.wording = Some(wording);
        self
    }

    /// Gives single values a name, which is shown and spoken instead of the number.
    ///
    /// ```
    /// use pin_notch::{dec, Notches, Slider};
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let entrance = Slider::new(Notches::new(dec!(0), dec!(10), dec!(1))?)?
    ///     .naming([(dec!(0), "closed"), (dec!(10), "wide open")])
    ///     .starting_at(dec!(0))?;
    /// assert_eq!(entrance.view().readout, "closed");
    /// # Ok(()) }
    /// ```
    pub fn naming<T: Into<String>>(
        mut self,
        names: impl IntoIterator<Item = (Decimal, T)>,
    ) -> Self {
        self.words.names = names.into_iter().map(|(value, name)| (value, name.into())).collect();
        self
    }

    /// Marks these values along the track, each with a text, which may be empty. They need not be notches.
    ///
    /// # Errors
    /// [`ControlError::Mark`] for a value outside the bounds.
    pub fn marking<T: Into<String>>(
        mut self,
        marks: impl IntoIterator<Item = (Decimal, T)>,
    ) -> Result<Self, ControlError> {
        let marks = marks.into_iter().map(|(value, label)| (value, label.into()));
        self.mark(marks.collect())?;
        Ok(self)
    }

    fn mark(&mut self, marks: Vec<(Decimal, String)>) -> Result<(), ControlError> {
        let (min, max) = self.ends();
        for (value, _) in &marks {
            if *value < min || *value > max {
                return Err(ControlError::Mark { value: *value });
            }
        }
        self.marks = marks;
        Ok(())
    }

    /// Lets page keys move so far, or a notch further where that is between two; without it, a tenth of
    /// the range.
    pub fn paging(mut self, by: Decimal) -> Self {
        self.page = Some(by);
        self
    }

    /// Spreads the values along the track in another way than evenly. Keys move by notches all the same.
    ///
    /// # Errors
    /// [`ControlError::Scale`] when the scale does not fit the bounds.
    pub fn scaled(mut self, scale: Scale) -> Result<Self, ControlError> {
        self.scale = scale.checked(&self.notches)?;
        Ok(self)
    }

    condition_methods!();

    /// The values it can take.
    pub fn notches(&self) -> &Notches {
        &self.notches
    }

    /// The value.
    pub fn value(&self) -> Decimal {
        self.value
    }

    /// The value it starts with.
    pub fn default_value(&self) -> Decimal {
        self.default
    }

    /// Whether a thumb is in somebody's hand.
    pub fn is_grabbed(&self) -> bool {
        self.drag.is_some()
    }

    /// Which way it lies.
    pub fn orientation(&self) -> Orientation {
        self.track.orientation
    }

    /// Whether the maximum is where the minimum would be.
    pub fn is_reversed(&self) -> bool {
        self.track.reversed
    }

    /// The unit shown and spoken after the value; empty when there is none.
    pub fn unit(&self) -> &str {
        &self.words.unit
    }

    /// The developer's own marks.
    pub fn marks(&self) -> &[(Decimal, String)] {
        &self.marks
    }

    /// How far page keys move, if that was said.
    pub fn page_step(&self) -> Option<Decimal> {
        self.page
    }

    /// How values are spread along the track.
    pub fn scale(&self) -> &Scale {
        &self.scale
    }

    /// The sentence for the value, if there is one.
    pub fn wording(&self) -> Option<&Wording> {
        self.words.wording.as_ref()
    }

    /// Sets which way text runs around it, in place.
    pub fn set_direction(&mut self, direction: Direction) {
        self.track.direction = direction;
    }

    /// Sets the value. The program does this, so no event comes of it, and a drag under way goes on
    /// from there.
    ///
    /// # Errors
    /// Why it cannot take this very value; it is then as it was. To take the nearest instead, see
    /// [`set_nearest`](Self::set_nearest).
    pub fn set_value(&mut self, value: Decimal) -> Result<(), Refusal> {
        self.value = admit(&self.notches, value)?;
        Ok(())
    }

    /// Sets the value to the allowed one nearest to `value`, as HTML does when a script sets it, and
    /// says which that is.
    pub fn set_nearest(&mut self, value: Decimal) -> Decimal {
        self.value = self.notches.snap(value);
        self.value
    }

    /// Back to the default value; a drag under way is dropped.
    pub fn reset(&mut self) {
        self.value = self.default;
        self.drag = None;
    }

    /// Why the value is not acceptable; empty when it is. It can only be so by the program's objection,
    /// or where the definition allows no value at all.
    pub fn validity(&self) -> Vec<Invalid> {
        self.conditions.validity(false, against(&self.notches, self.value))
    }

    /// What is legal in the definition and will surprise somebody.
    pub fn audit(&self) -> Vec<Remark> {
        self.notches.audit_with(self.given_default)
    }

    /// Carries out an intent. Allocates nothing.
    ///
    /// Arrow keys along the slider's own axis move the thumb the way they point, also where the slider
    /// is reversed or runs right to left; across it, Up and Right increase (Left, where text runs right
    /// to left). Page keys move a tenth of the notches; Home and End go to the ends. A key moves and
    /// settles in one turn. A drag moves in many and settles on release, which is heard even by a
    /// slider that was disabled in the middle of it, so that no gesture stays open.
    pub fn handle(&mut self, intent: Intent) -> Turn<Decimal> {
        self.carry_out(intent).unwrap_or_else(Turn::Refused)
    }

    fn carry_out(&mut self, intent: Intent) -> Result<Turn<Decimal>, Refusal> {
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
                let value = self.value_at(place, drag.offset)?;
                if value == self.value {
                    return Err(Refusal::Unchanged);
                }
                self.value = value;
                Ok(Turn::with(Happening::Input, value))
            }
            (Intent::Point(_) | Intent::Leave | Intent::Flip, _) => Err(Refusal::NotForThis),
            (Intent::Clear, _) => Err(Refusal::NeverEmpty),
            (_, Some(_)) => Err(Refusal::Grabbed),
            (Intent::Grab(place), None) => {
                let offset = self.position(self.value) - self.track.along(place);
                if offset.is_nan() {
                    return Err(Refusal::NoPlace);
                }
                Ok(self.grab(offset))
            }
            (Intent::Press(place), None) => {
                let value = self.value_at(place, 0.0)?;
                let grab = self.grab(0.0);
                let moved = value != self.value;
                self.value = value;
                Ok(if moved { grab.and_with(Happening::Input, value) } else { grab })
            }
            (Intent::Choose(value), None) => self.settle(admit(&self.notches, value)?),
            (Intent::Key(key), None) => self.key(key),
            (Intent::Step(steps), None) => self.step(steps.into()),
            _ => Err(Refusal::NotForThis),
        }
    }

    fn grab(&mut self, offset: f64) -> Turn<Decimal> {
        let origin = self.value;
        self.drag = Some(Drag { origin, offset });
        Turn::one(Happening::Grabbed)
    }

    fn settle(&mut self, value: Decimal) -> Result<Turn<Decimal>, Refusal> {
        if value == self.value {
            return Err(Refusal::Unchanged);
        }
        self.value = value;
        Ok(Turn::settled(value))
    }

    fn key(&mut self, key: Key) -> Result<Turn<Decimal>, Refusal> {
        if self.notches.is_empty() {
            return Err(Refusal::NoValue);
        }
        self.step(self.track.steps(key, self.page()).ok_or(Refusal::NotForThis)?)
    }

    fn step(&mut self, steps: i128) -> Result<Turn<Decimal>, Refusal> {
        let end = match steps {
            0 => Refusal::Unchanged,
            1.. => Refusal::AtLast,
            _ => Refusal::AtFirst,
        };
        self.settle(self.notches.stepped(self.value, steps).ok_or(end)?)
    }

    /// How many steps a page key takes: at least one.
    fn page(&self) -> i128 {
        let steps = match self.page {
            Some(by) => self.notches.strides_in(by),
            None => self.notches.steps_across() / 10,
        };
        steps.max(1)
    }

    fn position(&self, value: Decimal) -> f64 {
        self.scale.position(&self.notches, value)
    }

    fn value_at(&self, place: Place, offset: f64) -> Result<Decimal, Refusal> {
        let along = self.track.along(place) + offset;
        if along.is_nan() {
            return Err(Refusal::NoPlace);
        }
        self.scale.at(&self.notches, along).ok_or(Refusal::NoValue)
    }

    /// The ends of the track; both are there, or it would not have been built.
    fn ends(&self) -> (Decimal, Decimal) {
        let min = self.notches.min().unwrap_or(self.value);
        (min, self.notches.max().unwrap_or(self.value))
    }
}

uniform! {
    Slider(Slider),
    fn kind(&self) -> ValueKind {
        ValueKind::Number
    }
    fn value(&self) -> Value {
        self.value.into()
    }
    fn default_value(&self) -> Value {
        self.default.into()
    }
    fn set_value(&mut self, value: Value) -> Result<(), Refusal> {
        Slider::set_value(self, Taken::taken_always(value)?)
    }
    fn put(&mut self, setting: &Setting) -> Result<(), SettingError> {
        match setting {
            Setting::Start(value) => self.start(Taken::taken_always(value.clone())?)?,
            Setting::Label(Label::Unit, unit) => self.words.unit.clone_from(unit),
            Setting::Direction(direction) => self.track.direction = *direction,
            Setting::Is(Manner::Vertical) => self.track.orientation = Orientation::Vertical,
            Setting::Is(Manner::Reversed) => self.track.reversed = true,
            Setting::Is(Manner::Logarithmic) => self.scale = Scale::Logarithmic.checked(&self.notches)?,
            Setting::Amount(Amount::Page, by) => self.page = Some(*by),
            Setting::Readout(wording) => self.words.wording = Some(wording.clone()),
            Setting::Marks(marks) => self.mark(marks.clone())?,
            _ => return Err(SettingError::NotForThis),
        }
        Ok(())
    }
    fn against(&self, value: &Value) -> Vec<Invalid> {
        value.number().map(|number| against(&self.notches, number)).unwrap_or_default()
    }
    fn nearest(&self, value: Value) -> Value {
        value.number().map_or(value, |number| self.notches.snap(number).into())
    }
    fn audit(&self) -> Vec<Remark> {
        Slider::audit(self)
    }
    fn set_world(&mut self, world: &AnyWorld) {
        self.words.world = world.clone();
    }
    fn never_empty(&self) -> bool {
        true
    }
}
