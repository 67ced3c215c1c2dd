//! Texts for people: messages as data with parameters, rendered in one place.
//!
//! Code never concatenates sentences. It creates a [`Message`], which a [`World`] renders as text; English
//! is built in.

mod displayed;
mod english;

use crate::calendar::{Date, FieldName, Month};
use crate::definition::Misread;
use crate::notches::Remark;
use crate::refusal::Refusal;
use crate::rows_change::RowsChange;
use crate::validity::Invalid;
use crate::world::{AnyWorld, English, World};
use core::fmt;
use rust_decimal::Decimal;

/// A text for people, as data.
///
/// ```
/// use pin_notch::{AnyWorld, English, Message, Part, dec};
/// let chosen = Message::OutOf { value: dec!(3.5), max: dec!(5) };
/// assert_eq!(AnyWorld::from(English).message(&chosen), "3.5 of 5");
/// assert_eq!(Message::Part(Part::NextMonth).to_string(), "next month");
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
pub enum Message {
    /// Why a value is not acceptable.
    Invalid(Invalid),
    /// Why an attempt changed nothing.
    Refusal(Refusal),
    /// A remark on something surprising in a definition.
    Remark(Remark),
    /// Why an attribute cannot have this text as its value.
    Misread(Misread),
    /// The name of a part of a control.
    Part(Part),
    /// The name of a part together with the name of its control.
    PartOf {
        /// The control's name.
        control: String,
        /// The part.
        part: Part,
    },
    /// A day in full.
    Day(Date),
    /// A day that cannot be chosen, in full, with the reason.
    ClosedDay {
        /// The day.
        day: Date,
        /// The reason, as it was given.
        why: String,
    },
    /// A month of a year: the title of a calendar.
    Month(Month),
    /// A number with a minimum number of decimal places, and its unit if it has one.
    Measured {
        /// The number.
        value: Decimal,
        /// The least number of decimal places to show.
        places: u32,
        /// The unit; may be empty.
        unit: String,
    },
    /// A range of two numbers, and their unit if they have one.
    Between {
        /// The smaller number.
        low: Decimal,
        /// The larger one.
        high: Decimal,
        /// The least number of decimal places to show.
        places: u32,
        /// The unit; may be empty.
        unit: String,
    },
    /// A rating's value: so many out of so many.
    OutOf {
        /// The value.
        value: Decimal,
        /// The greatest possible value.
        max: Decimal,
    },
    /// A control is on or checked.
    Yes,
    /// A control is off or unchecked.
    No,
    /// A rating is empty.
    NotRated,
    /// A field of a date or time is empty.
    Unfilled,
    /// The placeholder of a part of a date or time, such as `yyyy`.
    Blank(FieldName),
    /// A list of texts.
    List(Vec<String>),
    /// The combined description of a control, from phrases as well as whole sentences.
    Described(Vec<String>),
    /// A value is required, for a control that has no other way to say so.
    Required,
    /// The value cannot be changed, for a control that has no other way to say so.
    Readonly,
    /// A problem together with the name of its control, where that is not clear from the context.
    ProblemOf {
        /// The control's own name.
        control: String,
        /// The text of the problem.
        problem: String,
    },
    /// An option and the group it belongs to.
    InGroup {
        /// The option's text.
        text: String,
        /// The group's.
        group: String,
    },
    /// The choice, shown beside a field that contains something else.
    Chosen(Vec<String>),
    /// The number of options to choose from.
    OptionCount(usize),
    /// The number of characters.
    Characters(usize),
    /// The number of characters left until the maximum length.
    CharactersLeft(u64),
    /// The options are loading.
    Loading,
    /// The options could not be loaded.
    LoadingFailed {
        /// The reason, as it was given.
        why: String,
    },
    /// There are no options.
    NoOptions,
    /// No option matches what was typed.
    NoMatch,
    /// One end of a span is chosen, and the other is still to be picked.
    OtherEnd,
    /// What was entered into a form earlier has been restored.
    BroughtBack {
        /// The labels of fields with files, which have to be chosen again.
        without: Vec<String>,
    },
    /// A form is being sent.
    Sending,
    /// A form was accepted.
    Sent,
    /// What was entered was saved to a file, because there is no server to send it to.
    Saved,
    /// A form could not be sent, because there is no connection.
    Unreachable,
    /// The server could not process a form.
    NotTaken {
        /// The text of the response, or its status.
        why: String,
    },
    /// The number of problems to be fixed before a form can be sent.
    ToMend(usize),
    /// The current part of a form.
    FormPart {
        /// Its number, from 1.
        at: usize,
        /// The number of parts.
        of: usize,
        /// Its name; empty if it has none.
        title: String,
    },
    /// The button to the next part of a form.
    NextPart,
    /// The button to the previous part.
    PreviousPart,
    /// The last part of a form, which shows everything that was entered.
    Review,
    /// The values of a preset have been entered.
    Applied {
        /// The label of the preset.
        preset: String,
    },
    /// A row, by its label and number.
    Row {
        /// The label of a row.
        rows: String,
        /// Its number, from 1.
        row: usize,
    },
    /// A field of a row.
    InRow {
        /// The label of a row.
        rows: String,
        /// Its number, from 1.
        row: usize,
        /// The field's label.
        label: String,
    },
    /// The button that adds a row.
    AddRow,
    /// The button that removes a row.
    RemoveRow,
    /// The button that moves a row up.
    RowUp,
    /// The button that moves a row down.
    RowDown,
    /// A row has been added, removed or moved.
    RowsChanged {
        /// The label of a row.
        rows: String,
        /// What was done.
        change: RowsChange,
    },
}

/// A part of a control that has a name for people.
///
/// ```
/// use pin_notch::{Message, Part};
/// let part = Message::PartOf { control: "Visited".into(), part: Part::Clear };
/// assert_eq!(part.to_string(), "Visited, clear");
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
pub enum Part {
    /// The button that decreases a number.
    Less,
    /// The button that increases a number.
    More,
    /// The button to the previous item.
    Back,
    /// The button to the next item.
    Next,
    /// The button that clears a control.
    Clear,
    /// The button that opens a list.
    OpenList,
    /// The list.
    Options,
    /// The button that removes a chosen text.
    Remove {
        /// The text.
        text: String,
    },
    /// The button that opens a calendar.
    OpenCalendar,
    /// The calendar.
    Calendar,
    /// The button to the previous month.
    PreviousMonth,
    /// The button to the next month.
    NextMonth,
    /// The days of a month.
    Days(Month),
    /// The button that chooses today.
    Today,
    /// The first of two ends.
    From,
    /// The second of two ends.
    To,
    /// A field of a date or time.
    Field(FieldName),
}

impl Message {
    /// The English text, with numbers, dates and names as this world writes them.
    pub(crate) fn in_english(&self, world: &dyn World) -> String {
        english::text(self, world)
    }
}

/// In English.
impl fmt::Display for Message {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(&self.in_english(&English))
    }
}

macro_rules! messages {
    ($($kind:ident),+) => {
        $(impl From<$kind> for Message {
            fn from(what: $kind) -> Self {
                Self::$kind(what)
            }
        })+
    };
}
messages!(Invalid, Refusal, Remark, Misread, Part);

/// The message of the first of these; empty if there is none.
pub(crate) fn in_words(all: &[Invalid], world: &AnyWorld) -> String {
    all.first().map(|one| one.message(world)).unwrap_or_default()
}
