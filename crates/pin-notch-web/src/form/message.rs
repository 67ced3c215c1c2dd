//! Messages from the script to the machine of a form.

/// An event of a form, or a request by a script. Some have an answer.
pub(super) enum Message<'a> {
    /// The current description of the form: see [`Described`](super::described::Described).
    Define(&'a str),
    /// A native control has changed: its name, `input`, `change`, or `set` if a script changed it, and its
    /// values, in a record.
    Native(&'a str),
    /// The page has changed what a native control contains initially: its records in the description.
    Redescribe(&'a str),
    /// Somebody left the field with this name.
    Leave(&'a str),
    /// Undoes the last change. The answer has the names of the fields that changed.
    Undo,
    /// Redoes what was undone last.
    Redo,
    /// Changes rows: a record of their name, `add`, `remove`, `up` or `down`, and the number of a row. The
    /// answer is a record of the announcement and the number of the row to focus.
    Rows(&'a str),
    /// Applies the preset with this name. The answer is the announcement.
    Preset(&'a str),
    /// Clears every field that can be empty.
    Clear,
    /// The page has reset its elements.
    Reset,
    /// Somebody wants to send the form. The answer is `1` if it can be sent.
    Send,
    /// Somebody wants to continue past these fields: `now` and their names in a record, and `later` and the names
    /// of the fields in later parts in another one. The answer is `1` if they have no problems.
    Part(&'a str),
    /// What has been entered, for review: a record for each field, with its name, label, value and the label of its row.
    Review,
    /// What the fields with the names in this record contain now is what they begin with.
    Begin(&'a str),
    /// Somebody has begun to enter something.
    Entered,
    /// The form is being sent as it is now.
    Sending,
    /// The receiver has accepted what was sent last or, if nothing was, the current values.
    Accepted,
    /// The problems found by the receiver: a record for each, with name and text.
    Refuse(&'a str),
    /// Restores a stored draft.
    BringBack(&'a str),
    /// The fields that differ from their initial values.
    Draft,
    /// The values that would be sent.
    Values,
    /// The problems.
    Problems,
    /// The warnings.
    Warnings,
    /// The moves so far, and the values of the fields.
    Moves,
    /// Only the moves so far, for storage with a draft.
    Recorded,
    /// The moves made before the page was reloaded.
    GoOn(&'a str),
    /// Requests a text for people: `brought-back` with the labels of files to choose again, `sending`, `sent`, `saved`, `unreachable`, or
    /// `not-taken` and the reason; `next`, `back`, `review`, or `part` with its number, the number of
    /// parts, and its title.
    Say(&'a str),
}

impl<'a> Message<'a> {
    /// The words used by the script.
    #[cfg(test)]
    const WORDS: [&'static str; 27] = [
        "define",
        "native",
        "redescribe",
        "leave",
        "undo",
        "redo",
        "rows",
        "preset",
        "clear",
        "reset",
        "send",
        "part",
        "review",
        "begin",
        "entered",
        "sending",
        "accepted",
        "refuse",
        "bring-back",
        "draft",
        "values",
        "problems",
        "warnings",
        "moves",
        "recorded",
        "go-on",
        "say",
    ];

    /// Decodes a message; `None` for anything that the script never sends.
    pub(super) fn read(word: &str, text: &'a str) -> Option<Self> {
        Some(match word {
            "define" => Self::Define(text),
            "native" => Self::Native(text),
            "redescribe" => Self::Redescribe(text),
            "leave" => Self::Leave(text),
            "undo" => Self::Undo,
            "redo" => Self::Redo,
            "rows" => Self::Rows(text),
            "preset" => Self::Preset(text),
            "clear" => Self::Clear,
            "reset" => Self::Reset,
            "send" => Self::Send,
            "part" => Self::Part(text),
            "review" => Self::Review,
            "begin" => Self::Begin(text),
            "entered" => Self::Entered,
            "sending" => Self::Sending,
            "accepted" => Self::Accepted,
            "refuse" => Self::Refuse(text),
            "bring-back" => Self::BringBack(text),
            "draft" => Self::Draft,
            "values" => Self::Values,
            "problems" => Self::Problems,
            "warnings" => Self::Warnings,
            "moves" => Self::Moves,
            "recorded" => Self::Recorded,
            "go-on" => Self::GoOn(text),
            "say" => Self::Say(text),
            _ => return None,
        })
    }
}

#[cfg(test)]
mod tests {
    use super::Message;

    #[test]
    fn the_script_says_each_word_and_no_other() {
        let script = include_str!("../script/form.js");
        for word in Message::WORDS {
            assert!(Message::read(word, "").is_some(), "{word}");
            let says = ["#tell", "#again", "#listed"];
            let is_said = says.iter().any(|call| script.contains(&format!("{call}(\"{word}\"")));
            assert!(is_said, "the script never says {word}");
        }
        assert!(Message::read("anything else", "").is_none());
        for call in script.split("#tell(\"").skip(1) {
            let word = call.split('"').next().unwrap_or_default();
            assert!(Message::WORDS.contains(&word), "nothing listens to {word}");
        }
    }
}
