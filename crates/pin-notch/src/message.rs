//! Words for people: what is to be said, as data with its parameters, and one place that says it.
//!
//! Code never joins sentences. It makes a [`Message`], and a [`World`] puts that into
//! words; English is built in.

mod english;

use crate::calendar::{Date, Month};
use crate::definition::Misread;
use crate::notches::Remark;
use crate::refusal::Refusal;
use crate::validity::Invalid;
use crate::world::{English, World};
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
    /// What is surprising about a definition.
    Remark(Remark),
    /// Why a text is no value of an attribute.
    Misread(Misread),
    /// The name of a part of a control.
    Part(Part),
    /// The name of a part, with the name of the control that it belongs to.
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
    /// A number with so many decimal places, and its unit if it has one.
    Measured {
        /// The number.
        value: Decimal,
        /// How many decimal places it shows at least.
        places: u32,
        /// The unit; empty when there is none.
        unit: String,
    },
    /// Two numbers, from the one to the other, and their unit if they have one.
    Between {
        /// The smaller number.
        low: Decimal,
        /// The larger one.
        high: Decimal,
        /// How many decimal places they show at least.
        places: u32,
        /// The unit; empty when there is none.
        unit: String,
    },
    /// So many out of so many: a rating's value.
    OutOf {
        /// The value.
        value: Decimal,
        /// The most it can be.
        max: Decimal,
    },
    /// What is on or checked.
    Yes,
    /// What is not.
    No,
    /// Nothing is chosen on a rating.
    NotRated,
    /// Nothing stands in a field of a date or a time.
    Unfilled,
    /// What stands in the place of a part of a date or a time until it is filled in, such as `yyyy`.
    Blank(FieldName),
    /// Several texts, one after the other.
    List(Vec<String>),
    /// All that describes a control, one after the other: words as well as whole sentences.
    Described(Vec<String>),
    /// A value has to be given, said of a control that has no other way to say so.
    Required,
    /// It cannot be changed, said of a control that has no other way to say so.
    Readonly,
    /// What is wrong with a control, said where it is not plain with which.
    ProblemOf {
        /// The control's own name.
        control: String,
        /// What is wrong, in words.
        problem: String,
    },
    /// An option and the group it belongs to.
    InGroup {
        /// The option's text.
        text: String,
        /// The group's.
        group: String,
    },
    /// What is chosen, said beside a field in which something else stands.
    Chosen(Vec<String>),
    /// How many options there are to choose from.
    OptionCount(usize),
    /// So many characters.
    Characters(usize),
    /// So many characters are left until a text has as many as it may have.
    CharactersLeft(u64),
    /// The options are on their way.
    Loading,
    /// The options could not be had.
    LoadingFailed {
        /// Why not, as it was given.
        why: String,
    },
    /// There is nothing to choose from.
    NoOptions,
    /// Nothing to choose from is like what was typed.
    NoMatch,
    /// One end of a span is chosen; the other is waited for.
    OtherEnd,
    /// What was entered into a form earlier is in it again.
    BroughtBack,
    /// A form is being sent.
    Sending,
    /// A form was accepted.
    Sent,
    /// What was entered is in a file, for there is nobody to send it to.
    Saved,
    /// A form could not be sent, for there is no connection.
    Unreachable,
    /// Whoever was sent a form could not take it.
    NotTaken {
        /// What the answer said, or its status.
        why: String,
    },
    /// So many things have to be mended before a form can be sent.
    ToMend(usize),
    /// Which part of a form this is.
    FormPart {
        /// Its number, from 1.
        at: usize,
        /// How many there are.
        of: usize,
        /// What it is called.
        title: String,
    },
    /// The button to the next part of a form.
    NextPart,
    /// The button to the part before.
    PreviousPart,
    /// The last part of a form, in which everything that was entered stands once more.
    Review,
    /// The values of a preset have been entered.
    Applied {
        /// What people call the preset.
        preset: String,
    },
    /// A row, by what people call one of them and its number.
    Row {
        /// What people call a row.
        rows: String,
        /// Its number, from 1.
        row: usize,
    },
    /// A field of a row.
    InRow {
        /// What people call a row.
        rows: String,
        /// Its number, from 1.
        row: usize,
        /// The field's label.
        label: String,
    },
    /// The button that adds a row.
    AddRow,
    /// The button that takes a row out.
    RemoveRow,
    /// The button that moves a row before the one before it.
    RowUp,
    /// The button that moves a row behind the one behind it.
    RowDown,
    /// A row has been added, taken out or moved.
    RowsChanged {
        /// What people call a row.
        rows: String,
        /// What was done.
        change: RowsChange,
    },
}

/// What was done with a row, counted from 1.
///
/// ```
/// use pin_notch::{Message, RowsChange};
/// let change = RowsChange::Moved { row: 2, to: 1 };
/// let told = Message::RowsChanged { rows: "Treatment".into(), change };
/// assert_eq!(told.to_string(), "Treatment 2 is Treatment 1 now.");
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum RowsChange {
    /// It has been added.
    Added {
        /// Which it is.
        row: usize,
    },
    /// It has been taken out.
    Removed {
        /// Which it was.
        row: usize,
    },
    /// It has been moved.
    Moved {
        /// Which it was.
        row: usize,
        /// Which it is.
        to: usize,
    },
}

/// A part of a control that people are told of by a name.
///
/// ```
/// use pin_notch::{Message, Part};
/// let part = Message::PartOf { control: "Visited".into(), part: Part::Clear };
/// assert_eq!(part.to_string(), "Visited, clear");
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
pub enum Part {
    /// The button that makes a number smaller.
    Less,
    /// The button that makes it larger.
    More,
    /// The button to the item before.
    Back,
    /// The button to the item after.
    Next,
    /// The button that makes a control empty.
    Clear,
    /// The button that opens a list.
    OpenList,
    /// The list that opens.
    Options,
    /// The button that takes a chosen text out.
    Remove {
        /// The text.
        text: String,
    },
    /// The button that opens a calendar.
    OpenCalendar,
    /// The calendar that opens.
    Calendar,
    /// The button to the month before.
    PreviousMonth,
    /// The button to the month after.
    NextMonth,
    /// The days of a month.
    Days(Month),
    /// The button that chooses today.
    Today,
    /// The first of two ends.
    From,
    /// The second of two ends.
    To,
    /// A field of a date or a time.
    Field(FieldName),
}

/// The fields that dates and times are made of.
///
/// ```
/// assert_eq!(pin_notch::FieldName::Minute.to_string(), "minute");
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
#[expect(missing_docs, reason = "each is its name")]
pub enum FieldName {
    Year,
    Month,
    Week,
    Day,
    Hour,
    Minute,
    Second,
    Millisecond,
}

impl fmt::Display for FieldName {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        Message::Part(Part::Field(*self)).fmt(f)
    }
}

impl Message {
    /// Its English text, with numbers, dates and names as this world writes them.
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
