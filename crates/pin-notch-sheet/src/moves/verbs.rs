//! The verbs of moves, in one table from which the parser's messages, the command's help and the README are
//! generated.

/// A verb.
///
/// ```
/// use pin_notch_sheet::VERBS;
/// let step = VERBS.iter().find(|verb| verb.word == "step").expect("it is there");
/// assert_eq!((step.with, step.example), ("a whole number", "mites: step -2"));
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct Verb {
    /// The word.
    pub word: &'static str,
    /// Its argument; empty if it has none.
    pub with: &'static str,
    /// Its meaning.
    pub about: &'static str,
    /// An example.
    pub example: &'static str,
}

const fn verb(
    word: &'static str,
    with: &'static str,
    about: &'static str,
    example: &'static str,
) -> Verb {
    Verb { word, with, about, example }
}

/// The verbs for fields.
pub const VERBS: &[Verb] = &[
    verb("key", "a key's name", "presses a key", "weight: key right x3"),
    verb("choose", "a number", "chooses exactly this number", "temper: choose 3.5"),
    verb("step", "a whole number", "makes this many steps, down if negative", "mites: step -2"),
    verb("type", "a text", "replaces the text of the field", "visited: type 2026-05-14"),
    verb("settle", "", "leaves the field, or presses Enter in it", "visited: settle"),
    verb(
        "pick",
        "an option's value, or a day",
        "picks it from the list or the calendar",
        "treatment: pick oa",
    ),
    verb("remove", "an option's value", "removes it from the chosen ones", "seen: remove eggs"),
    verb("find", "a letter", "types it to search the list", "treatment: find o"),
    verb("clear", "", "makes the field empty", "mites: clear"),
    verb("flip", "", "switches to the other state", "feeder: flip"),
    verb("open", "", "opens the list or the calendar", "treatment: open"),
    verb("close", "", "closes it", "treatment: close"),
    verb("scroll", "a row", "scrolls an open list", "colony: scroll 20"),
    verb("take", "low or high", "makes this end of a span active", "away: take high"),
    verb("field", "a number from 0", "makes this part of a date or time active", "opened: field 1"),
    verb("point", "a number, a day, or at and a place", "points at it", "temper: point 3.5"),
    verb("press", "a number, or at and a place", "presses there", "weight: press at 0.25"),
    verb("grab", "a number, or at and a place", "grabs the thumb there", "weight: grab at 0.25"),
    verb("move", "a number, or at and a place", "drags it there", "weight: move at 0.5 0.5"),
    verb("release", "", "releases the thumb", "weight: release"),
    verb("cancel", "", "cancels the drag", "weight: cancel"),
    verb("leave", "", "moves the pointer away", "temper: leave"),
];

/// The verbs for rows.
pub const ROW_VERBS: &[Verb] = &[
    verb("add", "", "adds a row at the end", "treatment: add"),
    verb("remove", "a row's number", "removes a row", "treatment: remove 2"),
    verb(
        "move",
        "two rows' numbers",
        "moves a row to the position of another",
        "treatment: move 3 to 1",
    ),
];
