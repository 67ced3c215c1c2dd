//! Intents: what somebody tried to do to a control, independent of the input device.

use crate::calendar::Date;
use crate::number::number_text;
use crate::quoted::Quoted;
use core::fmt;
use rust_decimal::Decimal;

/// One attempt to do something to a control. A face creates intents from device events, and a test creates
/// them directly. The outcome of an intent is a [`Turn`](crate::Turn).
///
/// Every control accepts every intent. One that does not apply to it is refused with
/// [`Refusal::NotForThis`](crate::Refusal::NotForThis).
///
/// ```
/// use pin_notch::{Intent, Key, Place, dec};
/// let tried = [Intent::Key(Key::Right), Intent::Press(Place::across(0.25)), Intent::Choose(dec!(3.5))];
/// assert_eq!(tried.map(|intent| intent.to_string()), ["key ArrowRight", "press at 0.25 0.5", "choose 3.5"]);
/// ```
#[derive(Clone, Copy, Debug, PartialEq)]
#[non_exhaustive]
pub enum Intent<'a> {
    /// A key was pressed (or repeats while held).
    Key(Key),
    /// The pointer is over this place, without a button pressed.
    Point(Place),
    /// The pointer has left the control.
    Leave,
    /// The control was pressed at this place. A slider's thumb jumps there and is grabbed; a rating chooses
    /// the value there.
    Press(Place),
    /// The thumb itself was grabbed at this place. It does not move until it is dragged.
    Grab(Place),
    /// The grabbed thumb is dragged to this place.
    Move(Place),
    /// The grabbed thumb is released.
    Release,
    /// The gesture was cancelled (by the system, or with Escape), which restores the value it began with.
    Cancel,
    /// Switch to the other state, as by a click on the control or its label.
    Flip,
    /// Choose exactly this value.
    Choose(Decimal),
    /// Make it empty.
    Clear,
    /// The whole text being typed is now this.
    Type(&'a str),
    /// Typing ended: take what was typed, or refuse it with the reason.
    Settle,
    /// This many steps up, or down if negative, as by a button beside a field.
    Step(i32),
    /// Make this thumb of a span active, so that keys move it.
    Take(Thumb),
    /// Make this field of a value that has several active, counted from 0.
    Field(usize),
    /// Open the popup: a list or a calendar.
    Open,
    /// Close it again.
    Close,
    /// Choose the option with this value, or remove it from several chosen ones.
    Pick(&'a str),
    /// Choose this day.
    PickDay(Date),
    /// The pointer is over this day of an open month grid, without a button pressed.
    PointDay(Date),
    /// This row of an open list, counted from 0, is now the first visible one; provide the rows around it.
    Scroll(usize),
    /// Remove this value from the chosen ones.
    Remove(&'a str),
    /// Search by typing: this character was typed at this time, in milliseconds from any origin.
    Find {
        /// The character.
        typed: char,
        /// When it was typed.
        at: u64,
    },
}

/// One of a span's two thumbs.
///
/// ```
/// use pin_notch::{Intent, Notches, SpanSlider, Thumb, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut flying = SpanSlider::builder().max(40).build()?;
/// assert_eq!(flying.handle(Intent::Take(Thumb::High)).to_string(), "take high");
/// assert_eq!(Intent::Take(Thumb::High).word(), "take");
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum Thumb {
    /// The one with the smaller value.
    #[default]
    Low,
    /// The one with the larger value.
    High,
}

impl Intent<'_> {
    /// The intent's name without its parameters, with which [`Display`](fmt::Display) also begins.
    ///
    /// ```
    /// use pin_notch::Intent;
    /// assert_eq!((Intent::Flip.word(), Intent::Step(2).word()), ("flip", "step"));
    /// ```
    pub fn word(&self) -> &'static str {
        match self {
            Self::Key(_) => "key",
            Self::Point(_) | Self::PointDay(_) => "point",
            Self::Leave => "leave",
            Self::Press(_) => "press",
            Self::Grab(_) => "grab",
            Self::Move(_) => "move",
            Self::Release => "release",
            Self::Cancel => "cancel",
            Self::Flip => "flip",
            Self::Choose(_) => "choose",
            Self::Clear => "clear",
            Self::Type(_) => "type",
            Self::Settle => "settle",
            Self::Step(_) => "step",
            Self::Take(_) => "take",
            Self::Field(_) => "field",
            Self::Open => "open",
            Self::Close => "close",
            Self::Pick(_) | Self::PickDay(_) => "pick",
            Self::Scroll(_) => "scroll",
            Self::Remove(_) => "remove",
            Self::Find { .. } => "find",
        }
    }
}

impl fmt::Display for Intent<'_> {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(self.word())?;
        match self {
            Self::Key(key) => write!(f, " {}", key.name()),
            Self::Point(place) | Self::Press(place) | Self::Grab(place) | Self::Move(place) => {
                write!(f, " at {} {}", thousandths(place.x), thousandths(place.y))
            }
            Self::Choose(value) => write!(f, " {}", number_text(*value)),
            Self::Type(text) | Self::Pick(text) | Self::Remove(text) => {
                write!(f, " {}", Quoted(text))
            }
            Self::Find { typed, .. } => write!(f, " {}", Quoted(typed.encode_utf8(&mut [0; 4]))),
            Self::PickDay(day) => write!(f, " {day}"),
            Self::PointDay(day) => write!(f, " at {day}"),
            Self::Scroll(row) | Self::Field(row) => write!(f, " {row}"),
            Self::Step(steps) => write!(f, " {steps}"),
            Self::Take(Thumb::Low) => f.write_str(" low"),
            Self::Take(Thumb::High) => f.write_str(" high"),
            Self::Leave
            | Self::Release
            | Self::Cancel
            | Self::Flip
            | Self::Clear
            | Self::Settle
            | Self::Open
            | Self::Close => Ok(()),
        }
    }
}

/// A fraction as text, for logs.
fn thousandths(fraction: f64) -> String {
    number_text(Decimal::new((fraction * 1000.0).round() as i64, 3))
}

/// A place on a control's track or row of icons, as fractions of its box: x from the left edge (0.0) to the
/// right edge (1.0), y from the top to the bottom. Places beyond the edges are valid.
///
/// These are physical directions. The direction in which values run is up to the control.
///
/// ```
/// use pin_notch::Place;
/// let place = Place::new(0.25, 0.5);
/// assert_eq!((place.x, place.y), (0.25, 0.5));
/// assert_eq!(Place::across(0.25), place); // in the middle of the other way
/// ```
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Place {
    /// Fraction of the width, from the left.
    pub x: f64,
    /// Fraction of the height, from the top.
    pub y: f64,
}

impl Place {
    /// A place at these fractions of width and height.
    pub const fn new(x: f64, y: f64) -> Self {
        Self { x, y }
    }

    /// A place at this fraction of the width, halfway down, for horizontal controls.
    pub const fn across(x: f64) -> Self {
        Self::new(x, 0.5)
    }
}

/// The keys that controls handle.
///
/// Access by the names of the UI Events standard, and with Shift held:
///
/// ```
/// use pin_notch::Key;
/// assert_eq!(Key::PageUp.name(), "PageUp");
/// assert_eq!(Key::PageUp.with_shift(), Key::ShiftPageUp);
/// assert!(Key::all().any(|key| key == Key::Home));
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
#[non_exhaustive]
#[expect(missing_docs, reason = "a key is its name")]
pub enum Key {
    Left,
    Right,
    Up,
    Down,
    PageUp,
    PageDown,
    /// With the Shift key.
    ShiftPageUp,
    /// With the Shift key.
    ShiftPageDown,
    Home,
    End,
    Space,
    Enter,
    Escape,
    Delete,
    Backspace,
}

/// Each key with its value in the UI Events standard, preceded by "Shift" if Shift makes it a different
/// key.
const NAMES: [(Key, &str); 15] = [
    (Key::Left, "ArrowLeft"),
    (Key::Right, "ArrowRight"),
    (Key::Up, "ArrowUp"),
    (Key::Down, "ArrowDown"),
    (Key::PageUp, "PageUp"),
    (Key::PageDown, "PageDown"),
    (Key::ShiftPageUp, "Shift+PageUp"),
    (Key::ShiftPageDown, "Shift+PageDown"),
    (Key::Home, "Home"),
    (Key::End, "End"),
    (Key::Space, " "),
    (Key::Enter, "Enter"),
    (Key::Escape, "Escape"),
    (Key::Delete, "Delete"),
    (Key::Backspace, "Backspace"),
];

impl Key {
    /// Every key, in a fixed order.
    pub fn all() -> impl Iterator<Item = Key> {
        NAMES.iter().map(|(key, _)| *key)
    }

    /// This key with Shift held. Shift only affects the page keys.
    #[must_use]
    pub fn with_shift(self) -> Self {
        match self {
            Self::PageUp => Self::ShiftPageUp,
            Self::PageDown => Self::ShiftPageDown,
            other => other,
        }
    }

    /// The key with this [named key attribute value][keys], as a keyboard event's `key` holds it.
    ///
    /// ```
    /// use pin_notch::Key;
    /// assert_eq!(Key::from_ui_events("ArrowLeft"), Some(Key::Left));
    /// assert_eq!(Key::from_ui_events("F7"), None);
    /// ```
    ///
    /// [keys]: https://www.w3.org/TR/uievents-key/#named-key-attribute-values
    pub fn from_ui_events(key: &str) -> Option<Self> {
        NAMES.iter().find(|(_, name)| *name == key).map(|(key, _)| *key)
    }

    /// The key's name for people: as in UI Events, but "Space" for the space.
    pub fn name(self) -> &'static str {
        match self {
            Self::Space => "Space",
            _ => NAMES.iter().find(|(key, _)| *key == self).map_or("", |(_, name)| name),
        }
    }
}
