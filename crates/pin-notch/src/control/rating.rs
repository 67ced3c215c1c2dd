//! A number shown as a row of icons, some of them lit. It may be empty, which is not zero.
//!
//! To assistive technology it is a slider (the ARIA practices' [rating slider][apg]), not a group of
//! radio buttons: a rating takes any step, and a radio button for each tenth of ten icons would be a
//! hundred stops to read through, while a slider is one value with one text.
//!
//! [apg]: https://www.w3.org/WAI/ARIA/apg/patterns/slider/examples/slider-rating/

mod view;

pub use view::RatingView;

use super::conditions::condition_methods;
use super::setting::{Amount, Label, Manner, Setting, SettingError};
use super::uniform::uniform;
use super::value::Taken;
use super::wording::{Words, numbered};
use super::{Conditions, ControlError, Direction, Value, ValueKind, Wording, admit, admit_default};
use crate::event::{Happening, Turn};
use crate::intent::{Intent, Key, Place};
use crate::notches::{Notches, Remark};
use crate::refusal::Refusal;
use crate::validity::{Invalid, against};
use crate::world::AnyWorld;
use rust_decimal::Decimal;

/// The most icons that a rating can have: a limit on the work that a definition can ask for.
///
/// ```
/// use pin_notch::{MAX_ICONS, Rating};
/// assert!(Rating::new(MAX_ICONS).is_ok());
/// assert!(Rating::new(MAX_ICONS + 1).is_err());
/// ```
pub const MAX_ICONS: u32 = 1000;

/// Which icons a value lights.
///
/// ```
/// use pin_notch::{Lit, Rating, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let temper = Rating::new(5)?.starting_at(dec!(3))?.lighting(Lit::Only);
/// assert_eq!((temper.view().fill(1), temper.view().fill(2)), (dec!(0), dec!(1)));
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum Lit {
    /// All up to the value, the last one in part if the value is not whole.
    #[default]
    UpTo,
    /// Only the icon in which the value falls, as for a row of faces.
    Only,
}

/// A rating.
///
/// ```
/// use pin_notch::{dec, Intent, Place, Rating};
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// let mut temper = Rating::new(5)?.by(dec!(0.5))?;
/// assert_eq!(temper.value(), None);
///
/// assert_eq!(temper.handle(Intent::Point(Place::across(0.69))).to_string(), "preview 3.5");
/// assert_eq!(temper.handle(Intent::Leave).to_string(), "preview end");
///
/// let turn = temper.handle(Intent::Press(Place::across(0.69)));
/// assert_eq!(turn.to_string(), "input 3.5, change 3.5");
/// assert_eq!(temper.view().fill(3), dec!(0.5)); // the fourth icon is lit by half
/// # Ok(()) }
/// ```
///
/// Its definition, its value and its conditions:
///
/// ```
/// use pin_notch::{Direction, Lit, Rating, Value, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut temper = Rating::new(3)?
///     .at_least(dec!(0))?
///     .starting_at(dec!(2))?
///     .naming(["fierce", "lively", "calm"])
///     .worded("{name}".parse()?)
///     .previewed("{name}?".parse()?)
///     .empty_text("not seen")
///     .lighting(Lit::UpTo)
///     .running(Direction::LeftToRight);
/// assert_eq!(temper.view().readout, "lively");
/// assert_eq!((temper.icons(), temper.lit(), temper.names().count()), (3, Lit::UpTo, 3));
/// assert_eq!(temper.own_wording().map(ToString::to_string).as_deref(), Some("{name}"));
/// assert_eq!(temper.preview_wording().map(ToString::to_string).as_deref(), Some("{name}?"));
/// assert_eq!(temper.text_if_empty(), "not seen");
/// assert_eq!(temper.notches().count(), Some(4));
/// temper.set_value(None)?;
/// assert_eq!(temper.set_nearest(Some(dec!(2.6))), Some(dec!(3)));
/// assert_ne!(temper.value(), temper.default_value());
/// temper.reset();
/// temper.set_direction(Direction::RightToLeft);
/// temper.set_required(true);
/// assert!(temper.conditions().required && temper.validity().is_empty());
/// assert!(temper.audit().is_empty());
/// temper.conditions_mut().required = false;
/// temper.set_read_only(true);
/// temper.set_disabled(true);
/// # Ok(()) }
/// ```
#[derive(Clone, Debug)]
pub struct Rating {
    icons: u32,
    step: Decimal,
    min: Option<Decimal>,
    notches: Notches,
    value: Option<Decimal>,
    default: Option<Decimal>,
    given_default: Option<Decimal>,
    conditions: Conditions,
    direction: Direction,
    lit: Lit,
    words: Words,
    empty: String,
    preview: Option<Decimal>,
    /// What was pressed last, while the pointer still rests on it: pointing at it again previews
    /// nothing, or a rating just cleared would look full until the pointer leaves.
    pressed: Option<Decimal>,
}

impl Rating {
    /// A rating with this many icons: whole values from 1, empty at the start.
    ///
    /// # Errors
    /// [`ControlError::Icons`] for 0, or more than [`MAX_ICONS`].
    pub fn new(icons: u32) -> Result<Self, ControlError> {
        if icons == 0 || icons > MAX_ICONS {
            return Err(ControlError::Icons { icons });
        }
        let step = Decimal::ONE;
        Ok(Self {
            icons,
            step,
            min: None,
            notches: Notches::new(step, Decimal::from(icons), step)?,
            value: None,
            default: None,
            given_default: None,
            conditions: Conditions::default(),
            direction: Direction::default(),
            lit: Lit::default(),
            words: Words { wording: Some(Wording::out_of()), ..Words::default() },
            empty: "not rated".to_owned(),
            preview: None,
            pressed: None,
        })
    }

    /// Lets it take every multiple of this step: halves, quarters, tenths.
    ///
    /// # Errors
    /// As [`Notches::new`]; [`ControlError::Default`] when a default given before no longer fits.
    pub fn by(mut self, step: Decimal) -> Result<Self, ControlError> {
        self.rebuild(step, self.min)?;
        Ok(self)
    }

    /// The lowest value that can be chosen; without it, one step. With a minimum of 0, zero is a value
    /// of its own, apart from empty.
    ///
    /// # Errors
    /// [`ControlError::RatingMin`] when it is negative or above the number of icons;
    /// [`ControlError::Default`] when a default given before no longer fits.
    pub fn at_least(mut self, min: Decimal) -> Result<Self, ControlError> {
        self.rebuild(self.step, Some(min))?;
        Ok(self)
    }

    fn rebuild(&mut self, step: Decimal, min: Option<Decimal>) -> Result<(), ControlError> {
        let icons = self.icons;
        let most = Decimal::from(icons);
        if let Some(min) = min.filter(|min| *min < Decimal::ZERO || *min > most) {
            return Err(ControlError::RatingMin { min, icons });
        }
        let notches = Notches::builder().min(min.unwrap_or(step)).max(most).step(step);
        let notches = notches.step_base(Decimal::ZERO).build()?;
        let before = core::mem::replace(&mut self.notches, notches);
        if let Some(value) = self.given_default {
            self.start(value).inspect_err(|_| self.notches = before)?;
        }
        (self.step, self.min) = (step, min);
        Ok(())
    }

    /// Starts, and after a reset starts again, on this value. One that is off the notches is snapped to
    /// the nearest, and [`audit`](Self::audit) says so.
    ///
    /// # Errors
    /// [`ControlError::Default`] when the value is out of bounds.
    pub fn starting_at(mut self, value: Decimal) -> Result<Self, ControlError> {
        self.start(value)?;
        Ok(self)
    }

    fn start(&mut self, value: Decimal) -> Result<(), ControlError> {
        self.default = Some(admit_default(&self.notches, value)?);
        self.value = self.default;
        self.given_default = Some(value);
        Ok(())
    }

    /// Which icons a value lights.
    pub fn lighting(mut self, lit: Lit) -> Self {
        self.lit = lit;
        self
    }

    /// Names the values 1, 2, 3 and so on: what a row of faces from sad to glad says. A named value is
    /// shown and spoken by its name, unless [`worded`](Self::worded) says otherwise.
    pub fn naming<T: Into<String>>(mut self, names: impl IntoIterator<Item = T>) -> Self {
        self.name(names.into_iter().map(Into::into).collect());
        self
    }

    fn name(&mut self, names: Vec<String>) {
        self.words.names = numbered(names);
        if self.words.wording == Some(Wording::out_of()) {
            self.words.wording = None;
        }
    }

    /// Shows and speaks the value in this sentence, instead of as "3.5 of 5".
    pub fn worded(mut self, wording: Wording) -> Self {
        self.words.wording = Some(wording);
        self
    }

    /// Shows a value that is only pointed at in this sentence, instead of in that of the value.
    pub fn previewed(mut self, wording: Wording) -> Self {
        self.words.preview = Some(wording);
        self
    }

    /// Shows this while nothing is chosen, instead of "not rated".
    pub fn empty_text(mut self, text: impl Into<String>) -> Self {
        self.empty = text.into();
        self
    }

    /// Sets which way text runs around it, and so the row of icons.
    pub fn running(mut self, direction: Direction) -> Self {
        self.direction = direction;
        self
    }

    condition_methods!();

    /// The values it can take, besides being empty.
    pub fn notches(&self) -> &Notches {
        &self.notches
    }

    /// How many icons there are.
    pub fn icons(&self) -> u32 {
        self.icons
    }

    /// The sentence for the value, where it was given one of its own.
    pub fn own_wording(&self) -> Option<&Wording> {
        self.words.wording.as_ref().filter(|wording| **wording != Wording::out_of())
    }

    /// The sentence for a value that is only pointed at, where it has one of its own.
    pub fn preview_wording(&self) -> Option<&Wording> {
        self.words.preview.as_ref()
    }

    /// What is shown while nothing is chosen.
    pub fn text_if_empty(&self) -> &str {
        &self.empty
    }

    /// The names of the values, if they have any.
    pub fn names(&self) -> impl Iterator<Item = &str> {
        self.words.names.iter().map(|(_, name)| name.as_str())
    }

    /// The value, if there is one.
    pub fn value(&self) -> Option<Decimal> {
        self.value
    }

    /// The value it starts with, if any.
    pub fn default_value(&self) -> Option<Decimal> {
        self.default
    }

    /// Which icons a value lights.
    pub fn lit(&self) -> Lit {
        self.lit
    }

    /// Sets which way text runs around it, in place.
    pub fn set_direction(&mut self, direction: Direction) {
        self.direction = direction;
    }

    /// Sets the value, or makes it empty. The program does this, so no event comes of it.
    ///
    /// # Errors
    /// Why it cannot take this very value; it is then as it was.
    pub fn set_value(&mut self, value: Option<Decimal>) -> Result<(), Refusal> {
        self.value = value.map(|value| admit(&self.notches, value)).transpose()?;
        Ok(())
    }

    /// Sets the value to the allowed one nearest to `value`, or makes it empty, and says what it is.
    pub fn set_nearest(&mut self, value: Option<Decimal>) -> Option<Decimal> {
        self.value = value.map(|value| self.notches.snap(value));
        self.value
    }

    /// Back to the default value, which may be none. (To make it empty is to clear it.)
    pub fn reset(&mut self) {
        self.value = self.default;
        self.preview = None;
        self.pressed = None;
    }

    /// Why the value, or its absence, is not acceptable; empty when it is.
    pub fn validity(&self) -> Vec<Invalid> {
        let found = self.value.map(|value| against(&self.notches, value)).unwrap_or_default();
        self.conditions.validity(self.value.is_none(), found)
    }

    /// What is legal in the definition and will surprise somebody.
    pub fn audit(&self) -> Vec<Remark> {
        self.notches.audit_with(self.given_default)
    }

    /// Carries out an intent. Allocates nothing.
    ///
    /// Pressing chooses the step that holds the place; pressing what is chosen already clears it,
    /// unless a value is required. Right and Up go one step up, Left and Down one down (Left and Right
    /// trade places where text runs right to left), page keys a whole icon or a tenth of the notches,
    /// Home and End to the ends, Delete and Backspace clear. From empty, upward leads to the first
    /// value.
    pub fn handle(&mut self, intent: Intent) -> Turn<Option<Decimal>> {
        self.carry_out(intent).unwrap_or_else(Turn::Refused)
    }

    fn carry_out(&mut self, intent: Intent) -> Result<Turn<Option<Decimal>>, Refusal> {
        if intent == Intent::Leave {
            return self.leave();
        }
        self.conditions.admit()?;
        match intent {
            Intent::Point(place) => self.point(self.value_at(place)?),
            Intent::Press(place) => self.press(self.value_at(place)?),
            Intent::Choose(value) => match admit(&self.notches, value)? {
                value if self.value == Some(value) => Err(Refusal::Unchanged),
                value => Ok(self.settle(Some(value))),
            },
            Intent::Clear | Intent::Key(Key::Delete | Key::Backspace) => self.clear(),
            Intent::Key(key) => self.key(key),
            Intent::Step(0) => Err(Refusal::Unchanged),
            Intent::Step(steps) => self.step(steps.into(), None),
            _ => Err(Refusal::NotForThis),
        }
    }

    /// Heard even when disabled, so that no preview outlives the pointer.
    fn leave(&mut self) -> Result<Turn<Option<Decimal>>, Refusal> {
        let (preview, pressed) = (self.preview.take(), self.pressed.take());
        preview.or(pressed).ok_or(Refusal::Unchanged)?;
        Ok(Turn::one(Happening::PreviewEnd))
    }

    fn point(&mut self, value: Decimal) -> Result<Turn<Option<Decimal>>, Refusal> {
        if self.preview == Some(value) || self.pressed == Some(value) {
            return Err(Refusal::Unchanged);
        }
        self.pressed = None;
        self.preview = Some(value);
        Ok(Turn::with(Happening::Preview, Some(value)))
    }

    fn press(&mut self, value: Decimal) -> Result<Turn<Option<Decimal>>, Refusal> {
        let turn = match self.value == Some(value) {
            true => self.clear()?,
            false => self.settle(Some(value)),
        };
        self.pressed = Some(value);
        Ok(turn)
    }

    fn clear(&mut self) -> Result<Turn<Option<Decimal>>, Refusal> {
        match self.value {
            None => Err(Refusal::Empty),
            Some(_) if self.conditions.required => Err(Refusal::Required),
            Some(_) => Ok(self.settle(None)),
        }
    }

    fn settle(&mut self, value: Option<Decimal>) -> Turn<Option<Decimal>> {
        self.value = value;
        match self.preview.take() {
            None => Turn::settled(value),
            Some(_) => Turn::one(Happening::PreviewEnd)
                .and_with(Happening::Input, value)
                .and_with(Happening::Change, value),
        }
    }

    fn key(&mut self, key: Key) -> Result<Turn<Option<Decimal>>, Refusal> {
        let across = match self.direction {
            Direction::LeftToRight => 1,
            Direction::RightToLeft => -1,
        };
        let steps = match key {
            Key::Right => across,
            Key::Left => -across,
            Key::Up => 1,
            Key::Down => -1,
            Key::PageUp => self.page(),
            Key::PageDown => -self.page(),
            Key::Home => -i128::MAX,
            Key::End => i128::MAX,
            _ => return Err(Refusal::NotForThis),
        };
        self.step(steps, Some(key))
    }

    fn step(&mut self, steps: i128, key: Option<Key>) -> Result<Turn<Option<Decimal>>, Refusal> {
        let end = if steps > 0 { Refusal::AtLast } else { Refusal::AtFirst };
        let to = match self.value {
            Some(value) => self.notches.stepped(value, steps),
            None if key == Some(Key::End) => self.notches.last(),
            None if steps > 0 || key == Some(Key::Home) => self.notches.first(),
            None => None,
        };
        Ok(self.settle(Some(to.ok_or(end)?)))
    }

    /// How many steps a page key takes: to the next whole icon's worth, or a tenth of the notches.
    fn page(&self) -> i128 {
        let icon = self.notches.strides_in(Decimal::ONE);
        if icon > 1 { icon } else { (self.notches.steps_across() / 10).max(1) }
    }

    fn value_at(&self, place: Place) -> Result<Decimal, Refusal> {
        let from_start = match self.direction {
            Direction::LeftToRight => place.x,
            Direction::RightToLeft => 1.0 - place.x,
        };
        if from_start.is_nan() {
            return Err(Refusal::NoPlace);
        }
        let amount = from_start * f64::from(self.icons);
        self.notches.reaching(amount).ok_or(Refusal::NoValue)
    }

    fn text(&self, value: Option<Decimal>, previewed: bool) -> String {
        let bounds = [self.notches.first().unwrap_or_default(), Decimal::from(self.icons)];
        let preview = self.words.preview.as_ref().filter(|_| previewed);
        match value {
            Some(value) => {
                self.words.say(preview.or(self.words.wording.as_ref()), value, 0, bounds)
            }
            None => self.empty.clone(),
        }
    }
}

uniform! {
    Rating(Rating),
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
        Rating::set_value(self, Taken::taken(value)?)
    }
    fn put(&mut self, setting: &Setting) -> Result<(), SettingError> {
        match setting {
            Setting::Start(value) => self.start(Taken::taken_always(value.clone())?)?,
            Setting::Amount(Amount::Step, step) => self.rebuild(*step, self.min)?,
            Setting::Amount(Amount::Min, min) => self.rebuild(self.step, Some(*min))?,
            Setting::Is(Manner::OnlyOne) => self.lit = Lit::Only,
            Setting::Direction(direction) => self.direction = *direction,
            Setting::Readout(wording) => self.words.wording = Some(wording.clone()),
            Setting::Preview(wording) => self.words.preview = Some(wording.clone()),
            Setting::Label(Label::Empty, text) => self.empty.clone_from(text),
            Setting::Options(names) => self.name(names.iter().map(|name| name.text.clone()).collect()),
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
        Rating::audit(self)
    }
    fn set_world(&mut self, world: &AnyWorld) {
        self.words.world = world.clone();
    }
}
