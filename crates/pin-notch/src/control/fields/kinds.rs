//! The fields of months, weeks and times.

use super::MOST;
use crate::calendar::{CalendarError, Date, DateTime, FieldName, LAST_YEAR, Month, Time, Week};
use crate::definition::{AttributeKind, AttributeType, AttributeValue, Misread};
use crate::measure::Measure;
use crate::notches::Step;
use crate::shown::Shown;
use crate::value::Value;
use core::str::FromStr;
use rust_decimal::Decimal;

/// A field: its name, range and format.
///
/// ```
/// use pin_notch::{FieldName, FieldValue, Time};
/// let minute = Time::FIELDS[1];
/// assert_eq!((minute.name, minute.before, minute.places), (FieldName::Minute, ":", 2));
/// assert_eq!((minute.least, minute.most, minute.wraps), (0, 59, true));
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct FieldKind {
    /// Its name.
    pub name: FieldName,
    /// Its least value.
    pub least: u32,
    /// Its greatest value.
    pub most: u32,
    /// The number of digits it is written with.
    pub places: u32,
    /// The separator before it.
    pub before: &'static str,
    /// Whether it wraps around from its greatest value to its least, as hours do and years do not.
    pub wraps: bool,
}

const fn field(name: FieldName, range: (u32, u32), places: u32, before: &'static str) -> FieldKind {
    FieldKind { name, least: range.0, most: range.1, places, before, wraps: true }
}

const YEAR: FieldKind =
    FieldKind { wraps: false, ..field(FieldName::Year, (1, LAST_YEAR as u32), 4, "") };
const MONTH: FieldKind = field(FieldName::Month, (1, 12), 2, "-");
const HOUR: FieldKind = field(FieldName::Hour, (0, 23), 2, "");
const MINUTE: FieldKind = field(FieldName::Minute, (0, 59), 2, ":");
const SECOND: FieldKind = field(FieldName::Second, (0, 59), 2, ":");
const MILLISECOND: FieldKind = field(FieldName::Millisecond, (0, 999), 3, ".");

/// A value that is made of fields.
///
/// ```
/// use pin_notch::{FieldValue, Month};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let fields = Month::to_fields("2026-05".parse()?);
/// assert_eq!(fields[..2], [2026, 5]);
/// assert_eq!(Month::from_fields(&fields)?.to_string(), "2026-05");
/// assert_eq!(Month::shown_fields(1, Month::from_fields(&fields)?), Month::FIELDS.len());
/// let mut after = [Some(2026), Some(6), None, None, None, None, None];
/// Month::fit(&mut after, 1); // a month has nothing after it that would have to fit
/// println!("{}", Month::LIKE);
/// # Ok(()) }
/// ```
pub trait FieldValue:
    Measure + Shown + FromStr<Err = CalendarError> + Into<Value> + 'static
{
    /// The kind of attributes that hold such values.
    const ATTRIBUTE: AttributeKind;
    /// Its fields, the largest first.
    const FIELDS: &'static [FieldKind];
    /// An example of such a value.
    const LIKE: &'static str;

    /// The values of its fields.
    fn to_fields(self) -> [u32; MOST];

    /// The value with these fields.
    ///
    /// # Errors
    /// Names the field that is out of range.
    fn from_fields(fields: &[u32; MOST]) -> Result<Self, CalendarError>;

    /// The default step: a month, a week or a minute.
    fn default_step() -> Step {
        Step::Every(Decimal::from(Self::DEFAULT_STEP))
    }

    /// The number of fields needed for values that are this many units apart, counted from this base.
    fn shown_fields(_units: i128, _base: Self) -> usize {
        Self::FIELDS.len()
    }

    /// Adjusts the other fields to the one that was changed, such as the 31st in a month that has 30 days.
    fn fit(_fields: &mut [Option<u32>; MOST], _changed: usize) {}
}

impl FieldValue for Month {
    const ATTRIBUTE: AttributeKind = AttributeKind::Month;
    const FIELDS: &'static [FieldKind] = &[YEAR, MONTH];
    const LIKE: &'static str = "2026-05";

    fn to_fields(self) -> [u32; MOST] {
        [self.year().into(), self.number().into(), 0, 0, 0, 0, 0]
    }

    fn from_fields(fields: &[u32; MOST]) -> Result<Self, CalendarError> {
        Self::new(short(fields[0]), byte(fields[1]))
    }
}

impl FieldValue for Week {
    const ATTRIBUTE: AttributeKind = AttributeKind::Week;
    const FIELDS: &'static [FieldKind] = &[YEAR, field(FieldName::Week, (1, 53), 2, "-W")];
    const LIKE: &'static str = "2026-W20";

    fn to_fields(self) -> [u32; MOST] {
        [self.year().into(), self.number().into(), 0, 0, 0, 0, 0]
    }

    fn from_fields(fields: &[u32; MOST]) -> Result<Self, CalendarError> {
        Self::new(short(fields[0]), byte(fields[1]))
    }

    fn fit(fields: &mut [Option<u32>; MOST], changed: usize) {
        if let ([Some(year), Some(53), ..], 0) = (&fields, changed)
            && Self::new(short(*year), 53).is_err()
        {
            fields[1] = Some(52);
        }
    }
}

impl FieldValue for Time {
    const ATTRIBUTE: AttributeKind = AttributeKind::Time;
    const FIELDS: &'static [FieldKind] = &[HOUR, MINUTE, SECOND, MILLISECOND];
    const LIKE: &'static str = "07:30";

    fn to_fields(self) -> [u32; MOST] {
        let (hour, minute, second, millisecond) = self.parts();
        [hour.into(), minute.into(), second.into(), millisecond.into(), 0, 0, 0]
    }

    fn from_fields(fields: &[u32; MOST]) -> Result<Self, CalendarError> {
        let [hour, minute, second, millisecond, ..] = *fields;
        Self::new(byte(hour), byte(minute), byte(second), short(millisecond))
    }

    fn shown_fields(units: i128, base: Self) -> usize {
        2 + seconds_shown(units, base)
    }
}

impl FieldValue for DateTime {
    const ATTRIBUTE: AttributeKind = AttributeKind::DateTime;
    const FIELDS: &'static [FieldKind] = &[
        YEAR,
        MONTH,
        field(FieldName::Day, (1, 31), 2, "-"),
        FieldKind { before: " ", ..HOUR },
        MINUTE,
        SECOND,
        MILLISECOND,
    ];
    const LIKE: &'static str = "2026-05-14T07:30";

    fn to_fields(self) -> [u32; MOST] {
        let [year, month, ..] = self.date.month().to_fields();
        let [hour, minute, second, millisecond, ..] = self.time.to_fields();
        [year, month, self.date.day().into(), hour, minute, second, millisecond]
    }

    fn from_fields(fields: &[u32; MOST]) -> Result<Self, CalendarError> {
        let [year, month, day, hour, minute, second, millisecond] = *fields;
        let date = Date::new(short(year), byte(month), byte(day))?;
        let time = Time::new(byte(hour), byte(minute), byte(second), short(millisecond))?;
        Ok(Self { date, time })
    }

    fn shown_fields(units: i128, base: Self) -> usize {
        5 + seconds_shown(units, base.time)
    }

    fn fit(fields: &mut [Option<u32>; MOST], changed: usize) {
        let ([Some(year), Some(month), Some(day), ..], 0 | 1) = (&fields, changed) else { return };
        if let Ok(month) = Month::new(short(*year), byte(*month)) {
            fields[2] = Some((*day).min(month.days().into()));
        }
    }
}

/// How many of seconds and milliseconds are needed for times with this step. HTML omits those that are
/// always zero.
fn seconds_shown(milliseconds: i128, base: Time) -> usize {
    let whole = |of: i128| milliseconds % of == 0;
    let (_, _, second, millisecond) = base.parts();
    match (whole(60_000) && second == 0, whole(1000) && millisecond == 0) {
        (_, false) => 2,
        (false, true) => 1,
        (true, true) => 0,
    }
}

fn byte(number: u32) -> u8 {
    number.try_into().unwrap_or(u8::MAX)
}

fn short(number: u32) -> u16 {
    number.try_into().unwrap_or(u16::MAX)
}

impl<M: FieldValue> AttributeType for Option<M> {
    const KIND: AttributeKind = M::ATTRIBUTE;
}

impl<M: FieldValue> AttributeValue for Option<M> {
    fn read(&mut self, text: &str) -> Result<bool, Misread> {
        let text = text.trim();
        if !text.is_empty() {
            *self = Some(text.parse().map_err(Misread::Calendar)?);
        }
        Ok(!text.is_empty())
    }

    fn write(&self) -> Option<String> {
        self.map(|value| value.to_string())
    }

    fn clear(&mut self) {
        *self = None;
    }
}
