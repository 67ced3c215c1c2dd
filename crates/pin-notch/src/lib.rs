//! Value-entry controls as pure state machines: exact, explained, and independent of any screen.
//!
//! A control takes an [`Intent`], which is what somebody tried to do, and answers with a [`Turn`], which is
//! what happened: events in order, or a refusal with its reason. Its appearance is a pure function of its
//! view, which is plain data that any face can draw. The same control therefore works in a page, on a
//! server that checks what the page sent, and in a test.
//!
//! ```
//! use pin_notch::{dec, Intent, Key, Slider};
//! # fn main() -> Result<(), pin_notch::ControlError> {
//! let mut weight = Slider::builder().max(40).step(dec!(0.1)).value(dec!(0.2)).unit("kg").build()?;
//!
//! assert_eq!(weight.handle(Intent::Key(Key::Right)).to_string(), "input 0.3, change 0.3");
//! assert_eq!(weight.view().readout, "0.3 kg");
//!
//! weight.redefine(|definition| definition.max = dec!(50))?; // a drag in progress would continue
//! # Ok(()) }
//! ```
//!
//! # Main types
//!
//! | type | purpose |
//! |---|---|
//! | [`Slider`], [`SpanSlider`], [`Rating`], [`Switch`], [`Checkbox`], [`CheckboxGroup`], [`RadioGroup`], [`TextField`], [`Stepper`], [`ItemStepper`], [`Select`], [`DatePicker`], [`DateSpanPicker`], [`FieldStepper`] | the controls; each has a `builder()` and a definition, which is plain data that can be changed while the control is in use |
//! | [`Control`], [`Definition`], [`Value`], [`View`] | any control, for code that does not know which one it has |
//! | [`Form`] | named controls together: sending their values, and checking received ones |
//! | [`Intent`], [`Turn`] | what somebody tried, and the outcome |
//! | [`Invalid`], [`Message`] | why a value is not acceptable; every text for people, as data |
//! | [`Notches`], [`NotchesOf`] | the allowed values, for numbers and for dates and times |
//! | [`Surroundings`], [`World`] | language, direction and today's date; how numbers and dates are written |
//! | [`Shared`], [`Conversion`] | a value with several owners, and converted views of it |
//!
//! # Features
//!
//! | feature | default | what it adds |
//! |---|---|---|
//! | `json` | yes | serde for definitions and values, JSON in and out, [`Values::typed`] |
//! | `unicode` | yes | comparison of texts without case and accents by Unicode's tables |
//! | `text` | yes | checking of patterns and URLs of text fields; without it, the [`World`] checks them |
//!
//! No feature affects other crates in the same build.
//!
//! # Cost
//!
//! | operation | its cost grows with |
//! |---|---|
//! | a snap, a step, a turn of a control | nothing: the same for ten notches as for a billion |
//! | a turn in a [`Form`] | the fields linked with the one that changed, not the size of the form |
//! | a filter's keystroke in a [`Select`] | the texts that matched before; for type-ahead, the beginnings of all texts |
//! | a select's view | the choice and the visible rows, not the length of the list |
//! | a date picker's view | the visible days times the rules that close days |
//! | [`Form::read`], [`Form::read_json`] | the length of what was received, of which at most [`MAX_BODY`] bytes are read; memory, with the size of the form |
//!
//! For figures, run `cargo bench -p pin-notch`, which compares everything with a named baseline of the same run.
//!
//! Values are [`Decimal`]s. Binary floating point is used only for places on a track, to decide *which*
//! notch is meant; the value is then computed exactly.

#![forbid(unsafe_code)]
#![deny(clippy::unwrap_used)]

mod binding;
mod calendar;
mod control;
mod conversion;
mod definition;
mod event;
mod expression;
mod form;
mod intent;
mod limit;
mod list;
mod measure;
mod message;
mod notches;
pub mod number;
mod quoted;
mod refusal;
mod rows_change;
mod semantics;
mod shown;
mod surroundings;
mod validity;
mod value;
mod wording;
mod world;

pub use binding::{Shared, SharedError, Subscription};
pub use calendar::{
    CalendarError, Date, DateTime, FieldName, GridWeek, LAST_YEAR, Month, MonthGrid, Time, Week,
    Weekday,
};
pub use control::*;
pub use conversion::{Conversion, NoRange};
pub use definition::{Attribute, AttributeError, AttributeKind, Misread};
pub use event::{Event, Events, Turn};
pub use expression::{
    Claim, Comparison, Expression, ExpressionError, ExpressionErrorKind, Lookup, Scope, Sentence,
};
pub use form::{
    Block, CountChange, Field, Fieldset, Form, FormError, FormRemark, FormTurn, IntoExpression,
    IntoSentence, LinkEffect, LinkOutcome, MAX_BODY, MAX_REPORTED, MAX_ROWS, Output, Preset,
    Problem, Problems, RowPlace, Rows, RowsTurn, Rule, RuleFinding, Values,
};
pub use intent::{Intent, Key, Place, Thumb};
pub use limit::Limit;
pub use list::{joined_list, split_list};
pub use measure::{Measure, NotchesOf};
pub use message::{Message, Part};
pub use notches::{Notches, NotchesBuilder, NotchesError, Remark, Rounding, Step};
#[doc(inline)]
pub use number::{NumberError, number_text, parse_number};
pub use quoted::Quoted;
pub use refusal::Refusal;
pub use rows_change::RowsChange;
pub use rust_decimal::Decimal;
pub use semantics::{Checked, Orientation, Range, Role, Semantics};
pub use shown::Shown;
pub use surroundings::Surroundings;
pub use validity::{BadInput, Invalid};
pub use value::{Choice, DateSpan, Span, TextKind, Value, ValueKind};
pub use wording::{Wording, WordingError};
pub use world::{
    AnyWorld, DatePattern, Direction, English, NumberPattern, NumberPatternError, PatternError,
    World, read_number, show_number,
};
