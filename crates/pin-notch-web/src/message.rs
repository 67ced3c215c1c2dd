//! Messages from the page to the machine of an element.
//!
//! Every kind of call into a module adds glue code to both files. There is therefore a single call with a
//! word, two texts and two numbers, which is decoded here. The words are those used by the script; a test
//! compares them.

use crate::gesture::Pointer;
use crate::ports::records;
use pin_notch::{Choice, Place, Value};

/// An event of an element, or a request by a script.
pub(crate) enum Message<'a> {
    /// The current definition and surroundings of the element: see
    /// [`Described`](crate::described::Described).
    Define(&'a str),
    /// The accessible name and description of the element, for parts inside that receive the focus.
    Name { label: &'a str, description: &'a str },
    /// A key was pressed while this part had the focus, at this time in milliseconds.
    Key { part: &'a str, key: &'a str, at: u64 },
    /// A part with an action was pressed.
    Act { action: &'a str, with: &'a str },
    /// A button that steps in this direction has been held for this many milliseconds; 0 when it is
    /// pressed.
    Hold { direction: i32, milliseconds: u32 },
    /// The pointer is over this day, or over none.
    PointDay(&'a str),
    /// The text of the field for this end is now this.
    Type { end: &'a str, text: &'a str },
    /// The part for this end of a span, or this field, received the focus.
    Focus { end: &'a str, field: Option<usize> },
    /// The focus leaves the element: a text that can be accepted settles.
    Settle,
    /// The focus has left the element: typing settles, popups close, and problems are shown.
    Leave,
    /// Somebody pressed outside the popup.
    Close,
    /// The list was scrolled so that this row is the first visible one.
    Scroll(usize),
    /// A script sets the value as text.
    SetValue(&'a str),
    /// A script sets the values, or the browser restores them.
    SetValues(Vec<String>),
    /// A script turns it on, off, or mixed.
    Check(Value),
    /// The draft is replaced by these texts, or discarded if there are none.
    Draft(Vec<String>),
    /// A script steps it.
    Step(i32),
    /// The form was reset.
    Reset,
    /// It was disabled, itself or by a fieldset, or enabled.
    Disable(bool),
    /// From now on, problems with the value are shown.
    Report,
    /// The program's own objection to the value; "" removes it.
    Object(&'a str),
    /// The objection of the form's rules, shown at once.
    Rule(&'a str),
    /// The receiver of the form refused the value.
    Refuse(&'a str),
    /// Whether it counts under the form's conditions.
    Count(bool),
    /// A script sets the options.
    Offer(Vec<Choice>),
    /// The options are loading.
    Load,
    /// The options could not be loaded, with the reason.
    Fail(&'a str),
    /// A pointer event on the part with this name, at this place of the track or the row of icons.
    Point { pointer: Pointer, part: &'a str, place: Place },
}

impl<'a> Message<'a> {
    /// The words of messages, without those of [`Pointer`].
    #[cfg(test)]
    pub(crate) const WORDS: [&'static str; 27] = [
        "define", "name", "key", "act", "hold", "day", "type", "focus", "settle", "leave", "close",
        "scroll", "value", "values", "check", "draft", "step", "reset", "disable", "report",
        "object", "rule", "refused", "count", "offer", "load", "fail",
    ];

    /// Whether it comes from a program or the page, rather than from a person.
    pub(crate) fn is_program(&self) -> bool {
        match self {
            Self::Define(_)
            | Self::SetValue(_)
            | Self::SetValues(_)
            | Self::Check(_)
            | Self::Draft(_)
            | Self::Step(_)
            | Self::Reset
            | Self::Disable(_)
            | Self::Object(_)
            | Self::Offer(_)
            | Self::Load
            | Self::Fail(_) => true,
            // The form already knows about messages that come from itself.
            Self::Rule(_) | Self::Refuse(_) | Self::Count(_) => false,
            Self::Name { .. }
            | Self::Key { .. }
            | Self::Act { .. }
            | Self::Hold { .. }
            | Self::PointDay(_)
            | Self::Type { .. }
            | Self::Focus { .. }
            | Self::Settle
            | Self::Leave
            | Self::Close
            | Self::Scroll(_)
            | Self::Report
            | Self::Point { .. } => false,
        }
    }

    /// Decodes a message; `None` for anything that the script never sends.
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
            "settle" => Self::Settle,
            "leave" => Self::Leave,
            "close" => Self::Close,
            "scroll" => Self::Scroll(x as usize),
            "value" => Self::SetValue(text),
            "values" => Self::SetValues(texts_of(text)),
            "check" => Self::Check(match text {
                "mixed" => Value::Mixed,
                state => Value::On(state == "1"),
            }),
            "draft" => Self::Draft(texts_of(text)),
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

/// The texts of a record that consists of "v" and the texts.
fn texts_of(text: &str) -> Vec<String> {
    records(text).next().unwrap_or_default().into_iter().skip(1).collect()
}

/// An option: value, text, group, and `1` if disabled.
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
        let folder = concat!(env!("CARGO_MANIFEST_DIR"), "/src/script");
        let files = std::fs::read_dir(folder).expect("the scripts");
        let read = |file: std::io::Result<std::fs::DirEntry>| {
            std::fs::read_to_string(file.expect("a file").path()).expect("a script")
        };
        let script: String = files.map(read).collect();
        let words = Message::WORDS.into_iter().chain(Pointer::WORDS);
        for word in words {
            assert!(Message::read(word, "", "", 0.0, 0.0).is_some(), "{word}");
            let says = ["tell", "#tell", "#ask", "#assign", "#object", "pointer"];
            let is_said = says.iter().any(|call| script.contains(&format!("{call}(\"{word}\"")));
            assert!(is_said, "the script never says {word}");
        }
        assert!(Message::read("anything else", "", "", 0.0, 0.0).is_none());
    }
}
