//! What the page tells a machine of its element.
//!
//! A call into a module costs as much as what it leads to, and each kind of call takes its share of both files. So
//! there is one call, with a word, two texts and two numbers, and this is where it gets its meaning. The words are
//! those that the script uses; a test compares them.

use crate::gesture::Pointer;
use crate::ports::records;
use pin_notch::{Choice, Place, Value};

/// Something that happened to an element, or that a script does to it.
pub(crate) enum Message<'a> {
    /// What the element is and what stands around it, as it is now: see [`Described`](crate::described::Described).
    Define(&'a str),
    /// The accessible name and the description of the element, for parts inside that take the focus.
    Name { label: &'a str, description: &'a str },
    /// A key was pressed while this part had the focus, at this time in milliseconds.
    Key { part: &'a str, key: &'a str, at: u64 },
    /// A part was pressed that says what that means.
    Act { action: &'a str, with: &'a str },
    /// A button that steps this way has been held for so many milliseconds; 0 when it is pressed.
    Hold { direction: i32, milliseconds: u32 },
    /// The pointer is over this day, or over none.
    PointDay(&'a str),
    /// This now stands in the field of this end.
    Type { end: &'a str, text: &'a str },
    /// A part with this end of a span, or with this field, got the focus.
    Focus { end: &'a str, field: Option<usize> },
    /// The focus left the element.
    Leave,
    /// Somebody pressed outside of what is open.
    Close,
    /// The list was scrolled so that this row is the first in sight.
    Scroll(usize),
    /// A script sets the value by its text.
    SetValue(&'a str),
    /// A script sets the values, or a browser gives back what it kept.
    SetValues(Vec<String>),
    /// A script turns it on or off, or to neither.
    Check(Value),
    /// What is being typed gives way to the value.
    Drop,
    /// A script steps it.
    Step(i32),
    /// The form was reset.
    Reset,
    /// It became disabled, by a fieldset or itself, or enabled.
    Disable(bool),
    /// From now on, show what is wrong with the value.
    Report,
    /// The program's own objection to the value; "" takes it back.
    Object(&'a str),
    /// The same of the form's rules, shown at once.
    Rule(&'a str),
    /// Whoever received the form has refused the value.
    Refuse(&'a str),
    /// Whether it counts by the form's conditions.
    Count(bool),
    /// A script gives it options.
    Offer(Vec<Choice>),
    /// Options are on their way.
    Load,
    /// They could not be had, for this reason.
    Fail(&'a str),
    /// A pointer did something on the part of this name, at this place of the track or the row of icons.
    Point { pointer: Pointer, part: &'a str, place: Place },
}

impl<'a> Message<'a> {
    /// The words that begin a message, without those of [`Pointer`].
    #[cfg(test)]
    pub(crate) const WORDS: [&'static str; 26] = [
        "define", "name", "key", "act", "hold", "day", "type", "focus", "leave", "close", "scroll",
        "value", "values", "check", "drop", "step", "reset", "disable", "report", "object", "rule",
        "refused", "count", "offer", "load", "fail",
    ];

    /// Whether a program says it, or the page, rather than a person.
    pub(crate) fn is_program(&self) -> bool {
        match self {
            Self::Define(_)
            | Self::SetValue(_)
            | Self::SetValues(_)
            | Self::Check(_)
            | Self::Drop
            | Self::Step(_)
            | Self::Reset
            | Self::Disable(_)
            | Self::Object(_)
            | Self::Offer(_)
            | Self::Load
            | Self::Fail(_) => true,
            // What the form says it knows.
            Self::Rule(_) | Self::Refuse(_) | Self::Count(_) => false,
            Self::Name { .. }
            | Self::Key { .. }
            | Self::Act { .. }
            | Self::Hold { .. }
            | Self::PointDay(_)
            | Self::Type { .. }
            | Self::Focus { .. }
            | Self::Leave
            | Self::Close
            | Self::Scroll(_)
            | Self::Report
            | Self::Point { .. } => false,
        }
    }

    /// The message that is written so; `None` for what the script never says.
    pub(crate) fn read(word: &str, text: &'a str, also: &'a str, x: f64, y: f64) -> Option<Self> {
        Some(match word {
            "define" => Self::Define(text),
            "name" => Self::Name { label: text, description: also },
            "key" => Self::Key { part: text, key: also, at: x as u64 },
            "act" => Self::Act { action: text, with: also },
            "hold" => Self::Hold { direction: x as i32, milliseconds: y as u32 },
            "day" => Self::PointDay(text),
            "type" => Self::Type { end: text, text: also },
            "focus" => Self::Focus { end: text, field: (x >= 0.0).then_some(x as usize) },
            "leave" => Self::Leave,
            "close" => Self::Close,
            "scroll" => Self::Scroll(x as usize),
            "value" => Self::SetValue(text),
            // A record: "v" and the values.
            "values" => Self::SetValues(
                records(text).next().unwrap_or_default().into_iter().skip(1).collect(),
            ),
            "check" => Self::Check(match text {
                "mixed" => Value::Mixed,
                state => Value::On(state == "1"),
            }),
            "drop" => Self::Drop,
            "step" => Self::Step(x as i32),
            "reset" => Self::Reset,
            "disable" => Self::Disable(x != 0.0),
            "report" => Self::Report,
            "object" => Self::Object(text),
            "rule" => Self::Rule(text),
            "refused" => Self::Refuse(text),
            "count" => Self::Count(x != 0.0),
            "offer" => Self::Offer(records(text).map(|record| choice(&record[1..])).collect()),
            "load" => Self::Load,
            "fail" => Self::Fail(text),
            other => {
                let place = Place::new(x, y);
                Self::Point { pointer: Pointer::read(other)?, part: text, place }
            }
        })
    }
}

/// An option: value, text, group, and `1` if it is disabled.
pub(crate) fn choice(fields: &[String]) -> Choice {
    let of = |at: usize| fields.get(at).map(String::as_str).unwrap_or_default();
    let choice = Choice::new(of(0), of(1));
    let choice = if of(2).is_empty() { choice } else { choice.in_group(of(2)) };
    if of(3) == "1" { choice.disabled() } else { choice }
}

#[cfg(test)]
mod tests {
    use super::{Message, Pointer};

    #[test]
    fn the_script_says_each_word_and_no_other() {
        let script = concat!(
            include_str!("script/elements.js"),
            include_str!("script/devices.js"),
            include_str!("script/form.js")
        );
        let words = Message::WORDS.into_iter().chain(Pointer::WORDS);
        for word in words {
            assert!(Message::read(word, "", "", 0.0, 0.0).is_some(), "{word}");
            let says = ["tell", "#tell", "#ask", "#object", "pointer"];
            let is_said = says.iter().any(|call| script.contains(&format!("{call}(\"{word}\"")));
            assert!(is_said, "the script never says {word}");
        }
        assert!(Message::read("anything else", "", "", 0.0, 0.0).is_none());
    }
}
