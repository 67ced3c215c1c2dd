//! Value-entry controls as pure machines: exact, explained, and without a screen.
//!
//! A control takes an [`Intent`], what somebody tried to do, and answers with a [`Turn`], what
//! happened: events in their order, or a refusal with its reason. Its looks are a pure function of its
//! view, plain data that any face can draw. So the same control works in a page, on a server that
//! re-checks what the page sent, and in a test.
//!
//! ```
//! use pin_notch::{dec, Intent, Key, Notches, Slider};
//! # fn main() -> Result<(), pin_notch::ControlError> {
//! let weight = Notches::new(dec!(0), dec!(40), dec!(0.1))?;
//! let mut slider = Slider::new(weight)?.starting_at(dec!(0.2))?;
//!
//! assert_eq!(slider.handle(Intent::Key(Key::Right)).to_string(), "input 0.3, change 0.3");
//! assert_eq!(slider.view().readout, "0.3");
//! # Ok(()) }
//! ```
//!
//! | room | what is in it |
//! |---|---|
//! | [`Notches`] | which values are allowed, and the way from any value to one |
//! | [`NotchesOf`] | the same for [`Date`], [`Month`], [`Week`], [`Time`] and [`DateTime`] |
//! | [`Slider`], [`SpanSlider`], [`Rating`], [`Switch`], [`Checkbox`], [`CheckGroup`], [`Stepper`], [`ItemStepper`], [`Select`], [`DatePicker`], [`DateSpanPicker`], [`FieldStepper`] | the controls; [`Control`] is any of them, [`Value`] what any of them holds |
//! | [`Intent`], [`Turn`] | what somebody tried, and what came of it |
//! | [`View`], [`Semantics`] | what a face draws, and what assistive technology is told |
//! | [`Invalid`] | why a value is not acceptable |
//! | [`World`] | how numbers and dates are written where the reader lives |
//! | [`Shared`], [`Conversion`] | a value that several owners hold, and other views of it |
//! | [`Form`] | named controls together: what they send, and re-checking what comes back |
//!
//! # What grows with what
//!
//! | what | its work grows with |
//! |---|---|
//! | a snap, a step, a turn of a control | nothing: the same for ten notches as for a billion |
//! | a turn in a [`Form`] | the fields that are linked with the one that moved, not the form |
//! | a filter's keystroke in a [`Select`] | the texts that matched before it; type-ahead: all texts' beginnings |
//! | a select's view | what is chosen and the rows in sight, not the list |
//! | a date picker's view | the days in sight times the rules by which days are blocked |
//! | [`Form::read`], [`Form::read_json`] | the length of what came in, of which at most [`MAX_BODY`] bytes are read; what is kept, with the form |
//!
//! Numbers: `cargo bench -p pin-notch`, each beside a named baseline of the same run.
//!
//! Values are [`Decimal`]s. Binary floating point appears only as a place on a track, where it chooses
//! *which* notch; the value is then built exactly.

#![forbid(unsafe_code)]
#![deny(clippy::unwrap_used)]

mod binding;
mod calendar;
mod control;
mod conversion;
mod event;
mod form;
mod intent;
mod limit;
mod measure;
mod notches;
pub mod number;
mod quoted;
mod refusal;
mod search;
mod semantics;
mod validity;
mod world;

pub use binding::{BindingError, Hearing, Shared};
pub use calendar::{
    CalendarError, Date, DateTime, GridWeek, LAST_YEAR, Month, MonthGrid, Time, Week, Weekday,
};
pub use control::{
    Amount, Blocked, CheckGroup, CheckGroupView, Checkbox, CheckboxView, Choice, Conditions,
    Control, ControlError, DateGrid, DatePicker, DateSpan, DateSpanPicker, DateSpanView, DateView,
    Direction, FieldKind, FieldStepper, FieldView, Fielded, FieldsView, GridDay, ItemStepper,
    ItemView, Label, Listing, Lit, MAX_ICONS, Manner, MarkView, Meeting, Rating, RatingView, Row,
    RowView, Scale, Select, SelectView, Setting, SettingError, Slider, SliderView, Span,
    SpanSlider, SpanView, Stepper, StepperView, Switch, SwitchView, Token, TokenView, Value,
    ValueKind, View, Wording, WordingError, steps_held,
};
pub use conversion::{Conversion, NoRange};
pub use event::{Event, Events, Shown, Turn};
pub use form::{
    Field, Fieldset, Followed, Form, FormError, FormRemark, FormTurn, MAX_BODY, MAX_REPORTED,
    Problem, Problems, Values,
};
pub use intent::{Intent, Key, Place, Thumb};
pub use limit::Limit;
pub use measure::{Measure, NotchesOf};
pub use notches::{Notches, NotchesBuilder, NotchesError, Remark};
#[doc(inline)]
pub use number::{NumberError, number_text, parse_number};
pub use quoted::Quoted;
pub use refusal::Refusal;
pub use rust_decimal::Decimal;
pub use semantics::{Checked, Orientation, Range, Role, Semantics};
pub use validity::Invalid;
pub use world::{AnyWorld, DatePattern, English, PatternError, World, read_number, show_number};
