//! What the script tells the machine of a form, or asks it.

/// Something that happened to a form, or that a script does to it. Some are questions, which have an answer.
pub(super) enum Message<'a> {
    /// What the form consists of now: see [`Described`](super::described::Described).
    Define(&'a str),
    /// Somebody changed a native control: its name, `input` or `change`, and its values, in a record.
    Native(&'a str),
    /// Somebody left the field of this name.
    Leave(&'a str),
    /// Takes the last change back. The answer has the names of the fields that moved.
    Undo,
    /// Makes it again.
    Redo,
    /// Somebody wants other rows: their name, `add`, `remove`, `up` or `down`, and the number of a row, in a record. The
    /// answer says what has become of it, and is a record: what to say, and the number of the row to go to.
    Rows(&'a str),
    /// Somebody wants the preset of this name applied. The answer says what has become of it.
    Preset(&'a str),
    /// Makes everything empty that can be.
    Clear,
    /// The page has reset its elements.
    Reset,
    /// Somebody wants to send it. The answer is `1` if it can be sent.
    Send,
    /// Somebody wants to go on behind these fields, which are named in a record. The answer is `1` if nothing is wrong
    /// with them.
    Part(&'a str),
    /// What is entered, to be read once more: a record for each field, with its name, what it is called, and its value.
    Review,
    /// Whoever received it found this wrong: a record for each, with name and text.
    Refuse(&'a str),
    /// Puts a draft back.
    BringBack(&'a str),
    /// What has changed since the start.
    Draft,
    /// The values that would be sent.
    Values,
    /// What is wrong.
    Problems,
    /// What it warns of.
    Warnings,
    /// What was done, and what the fields hold.
    Moves,
    /// What was done alone, to be kept with a draft.
    Recorded,
    /// What was done before the page was loaded again.
    GoOn(&'a str),
    /// What to say to people: `brought-back`, `sending`, `sent`, `saved`, `unreachable`, or `not-taken` and why; `next`,
    /// `back`, `review`, or `part` with its number, how many there are, and its title.
    Say(&'a str),
}

impl<'a> Message<'a> {
    /// The words that the script uses.
    #[cfg(test)]
    const WORDS: [&'static str; 22] = [
        "define",
        "native",
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

    /// The message that is written so; `None` for what the script never says.
    pub(super) fn read(word: &str, text: &'a str) -> Option<Self> {
        Some(match word {
            "define" => Self::Define(text),
            "native" => Self::Native(text),
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
        for told in script.split("#tell(\"").skip(1) {
            let word = told.split('"').next().unwrap_or_default();
            assert!(Message::WORDS.contains(&word), "nothing listens to {word}");
        }
    }
}
