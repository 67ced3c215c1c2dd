//! Parsing of moves.

use super::{FIRST_DAY, MoveError, Moves, ROW_VERBS, VERBS};
use pin_notch::{
    Control, ControlKind, Date, Decimal, Definition, Form, Intent, Key, Place, Quoted, Thumb, View,
    parse_number,
};

/// The greatest count of a line.
const MOST_TIMES: usize = 100_000;

/// A line that is not a comment.
#[derive(Clone, Debug)]
pub(super) enum Line {
    /// A move: the field (`None` for the form), the attempt, and its text.
    Move(String, Move, String),
    /// The expected outcome of the previous turn.
    Outcome(String),
    /// The expected value of a field.
    Holds(String, String),
}

#[derive(Clone, Debug)]
pub(super) enum Move {
    Intents(Vec<Written>),
    Send,
    Undo,
    Redo,
    Reset,
    Clear,
    Reload,
    Apply(String),
    Add,
    Remove(usize),
    Shift(usize, usize),
}

/// An intent as written. Places given by value are computed when it is carried out, because they depend on
/// the track.
#[derive(Clone, Debug)]
pub(super) enum Written {
    Text(&'static str, String),
    Day(&'static str, Date),
    Number(&'static str, i64),
    Value(&'static str, Decimal),
    At(&'static str, Place),
    Key(Key),
    Thumb(Thumb),
    Plain(Intent<'static>),
}

/// The lines with their numbers, or else every line that cannot be read, with the reason.
pub(super) fn read(text: &str, form: &Form) -> Result<Moves, Vec<MoveError>> {
    let (mut lines, mut first_day, mut wrong) = (Vec::new(), None, Vec::new());
    for (at, line) in text.lines().enumerate() {
        let line = line.trim();
        if line.is_empty() || line.starts_with('#') {
            continue;
        }
        if let Some(day) = after(line, "today") {
            if let Err(error) = day.parse::<Date>() {
                wrong.push(MoveError { line: at + 1, why: error.to_string() });
            }
            continue;
        }
        if let Some(day) = after(line, FIRST_DAY) {
            let checked = Definition::new(ControlKind::Date).set_attribute(FIRST_DAY, Some(day));
            match checked {
                Ok(()) => first_day = Some(day.to_owned()),
                Err(error) => wrong.push(MoveError { line: at + 1, why: error.to_string() }),
            }
            continue;
        }
        match one(line, form) {
            Ok(read) => lines.push((at + 1, read)),
            Err(why) => wrong.push(MoveError { line: at + 1, why }),
        }
    }
    if wrong.is_empty() { Ok(Moves { lines, first_day }) } else { Err(wrong) }
}

/// What follows this word in a line, unless the line expects the value of a field with this name.
fn after<'a>(line: &'a str, word: &str) -> Option<&'a str> {
    let rest = line.strip_prefix(word)?.strip_prefix(' ')?.trim();
    (!rest.starts_with('=')).then_some(rest)
}

fn one(line: &str, form: &Form) -> Result<Line, String> {
    if let Some(outcome) = line.strip_prefix('>') {
        return Ok(Line::Outcome(outcome.trim().to_owned()));
    }
    let whole = match line {
        "send" => Some(Move::Send),
        "undo" => Some(Move::Undo),
        "redo" => Some(Move::Redo),
        "reset" => Some(Move::Reset),
        "clear" => Some(Move::Clear),
        "reload" => Some(Move::Reload),
        _ => None,
    };
    if let Some(attempt) = whole {
        return Ok(Line::Move(String::new(), attempt, line.to_owned()));
    }
    if let Some(name) = after(line, "apply") {
        return match form.preset(name) {
            Some(_) => Ok(Line::Move(String::new(), Move::Apply(name.to_owned()), line.to_owned())),
            None => Err(format!("no preset is named {}", Quoted(name))),
        };
    }
    let is_output = |name: &str| form.outputs().any(|output| output.name == name);
    let known = |name: &str| match form.control(name) {
        Some(_) => Ok(name.to_owned()),
        None if is_output(name) => {
            Err(format!("{} is an output; it can only be expected: {name} = …", Quoted(name)))
        }
        None => Err(format!("no field is named {}", Quoted(name))),
    };
    // An empty rest means that the field is empty.
    let holds = line.split_once(" = ").or_else(|| Some((line.strip_suffix(" =")?, "")));
    if let Some((name, value)) = holds {
        let name = match name.trim() {
            name if is_output(name) => name.to_owned(),
            name => known(name)?,
        };
        return Ok(Line::Holds(name, value.trim().to_owned()));
    }
    let Some((name, rest)) = line.split_once(':') else {
        return Err(
            "write a field, a colon and an attempt; or send, undo, redo, reset, clear, reload, or apply and a \
                    preset; or > and the expected outcome; or a field, = and its expected value"
                .to_owned(),
        );
    };
    let name = known(name.trim())?;
    if form.rows(&name).is_some() {
        return Ok(Line::Move(name, of_rows(rest.trim())?, line.to_owned()));
    }
    let (rest, times) = times(rest.trim())?;
    let intent = intent(rest)?;
    Ok(Line::Move(name, Move::Intents(vec![intent; times]), line.to_owned()))
}

/// An attempt on rows.
fn of_rows(text: &str) -> Result<Move, String> {
    let (word, rest) = text.split_once(' ').unwrap_or((text, ""));
    let number = |text: &str| {
        let text = text.trim();
        text.parse().map_err(|_| format!("{} is not a row number", Quoted(text)))
    };
    match (word, rest.split_once(" to ")) {
        ("add", None) if rest.is_empty() => Ok(Move::Add),
        ("remove", None) => Ok(Move::Remove(number(rest)?)),
        ("move", Some((row, to))) => Ok(Move::Shift(number(row)?, number(to)?)),
        _ => {
            let all: Vec<String> =
                ROW_VERBS.iter().map(|verb| Quoted(verb.example).to_string()).collect();
            Err(format!("{} is not a verb for rows; write {}", Quoted(text), all.join(", ")))
        }
    }
}

/// The count, `x3` at the end.
fn times(text: &str) -> Result<(&str, usize), String> {
    let Some((before, last)) = text.rsplit_once(' ') else { return Ok((text, 1)) };
    let Some(count) = last.strip_prefix('x') else { return Ok((text, 1)) };
    match count.parse() {
        Ok(count @ 1..=MOST_TIMES) => Ok((before.trim_end(), count)),
        Ok(_) => Err(format!("{last} is out of range: write x1 to x{MOST_TIMES}")),
        Err(_) => Ok((text, 1)), // "type fox xylophone" is no number of times
    }
}

/// Intents without parameters.
const PLAIN: [(&str, Intent<'static>); 8] = [
    ("leave", Intent::Leave),
    ("release", Intent::Release),
    ("cancel", Intent::Cancel),
    ("flip", Intent::Flip),
    ("clear", Intent::Clear),
    ("settle", Intent::Settle),
    ("open", Intent::Open),
    ("close", Intent::Close),
];

fn intent(text: &str) -> Result<Written, String> {
    let (word, rest) = text.split_once(' ').unwrap_or((text, ""));
    let rest = rest.trim();
    if let Some((_, intent)) = PLAIN.into_iter().find(|(known, _)| *known == word) {
        return match rest {
            "" => Ok(Written::Plain(intent)),
            _ => Err(format!("nothing can follow {word}, but {} does", Quoted(rest))),
        };
    }
    // An empty text can be typed, which empties the field.
    let needs = VERBS.iter().find(|verb| verb.word == word && !verb.with.is_empty());
    if let Some(verb) = needs.filter(|verb| rest.is_empty() && verb.word != "type") {
        return Err(format!("{word} needs {}, as in {}", verb.with, Quoted(verb.example)));
    }
    let number = || parse_number(rest).map_err(|error| error.to_string());
    let whole = || rest.parse().map_err(|_| format!("{} is not a whole number", Quoted(rest)));
    let texts = ["type", "find", "pick", "remove"];
    if let Some(word) = texts.into_iter().find(|known| *known == word) {
        let text = unquoted(rest);
        return match (word, text.parse()) {
            ("pick", Ok(day)) => Ok(Written::Day("pick", day)),
            _ => Ok(Written::Text(word, text)),
        };
    }
    match word {
        "key" => key(rest).map(Written::Key),
        "choose" => match number() {
            Ok(number) => Ok(Written::Value("choose", number)),
            Err(why) => Err(format!("{why}; an option or a day is picked: pick {rest}")),
        },
        "step" => Ok(Written::Number("step", whole()?)),
        "scroll" => Ok(Written::Number("scroll", whole()?)),
        "field" => Ok(Written::Number("field", whole()?)),
        "take" => match rest {
            "low" | "from" => Ok(Written::Thumb(Thumb::Low)),
            "high" | "to" => Ok(Written::Thumb(Thumb::High)),
            _ => Err(format!("{} is not an end of a span; write low or high", Quoted(rest))),
        },
        "point" | "press" | "grab" | "move" => {
            let words = ["point", "press", "grab", "move"];
            let word = words.into_iter().find(|known| *known == word);
            let word = word.unwrap_or("point");
            if let Ok(day) = rest.parse() {
                return Ok(Written::Day("point", day));
            }
            match rest
                .strip_prefix("at ")
                .map(|places| places.split_once(' ').unwrap_or((places, "0.5")))
            {
                Some((x, y)) => match (x.parse(), y.trim().parse()) {
                    (Ok(x), Ok(y)) => Ok(Written::At(word, Place::new(x, y))),
                    _ => Err(format!(
                        "{} is not a place: write at 0.25, or at 0.25 0.5",
                        Quoted(rest)
                    )),
                },
                None => Ok(Written::Value(word, number()?)),
            }
        }
        _ => {
            let all: Vec<&str> = VERBS.iter().map(|verb| verb.word).collect();
            let all = all.join(", ");
            Err(format!("there is no verb {}; the verbs are {all}", Quoted(word)))
        }
    }
}

/// Reads a text in quotation marks, with the escapes written by [`Quoted`].
fn unquoted(text: &str) -> String {
    let inside = text.strip_prefix('"').and_then(|rest| rest.strip_suffix('"'));
    let Some(inside) = inside else { return text.trim_matches('"').to_owned() };
    let (mut plain, mut rest) = (String::new(), inside);
    while let Some((before, escaped)) = rest.split_once('\\') {
        plain.push_str(before);
        let letter = escaped.chars().next();
        rest = &escaped[letter.map_or(0, char::len_utf8)..];
        match letter {
            Some('n') => plain.push('\n'),
            Some('r') => plain.push('\r'),
            Some('t') => plain.push('\t'),
            Some('u') => {
                let code = rest.strip_prefix('{').and_then(|rest| rest.split_once('}'));
                let read = code.and_then(|(code, after)| {
                    Some((char::from_u32(u32::from_str_radix(code, 16).ok()?)?, after))
                });
                match read {
                    Some((c, after)) => {
                        plain.push(c);
                        rest = after;
                    }
                    None => plain.push_str("\\u"),
                }
            }
            Some(other) => plain.push(other),
            None => plain.push('\\'),
        }
    }
    plain.push_str(rest);
    plain
}

fn key(name: &str) -> Result<Key, String> {
    let is = |key: &Key| {
        let known = key.name().replace("Arrow", "");
        known.eq_ignore_ascii_case(name) || key.name().eq_ignore_ascii_case(name)
    };
    let name_of = |key: Key| key.name().replace("Arrow", "").to_lowercase();
    Key::all().find(is).ok_or_else(|| {
        let all: Vec<String> = Key::all().map(name_of).collect();
        format!("no key is called {}; there are {}", Quoted(name), all.join(", "))
    })
}

impl Written {
    /// The intent, for this control.
    pub(super) fn of(&self, control: Option<&Control>) -> Result<Intent<'_>, String> {
        Ok(match self {
            Self::Plain(intent) => *intent,
            Self::Key(key) => Intent::Key(*key),
            Self::Thumb(thumb) => Intent::Take(*thumb),
            Self::Day("pick", day) => Intent::PickDay(*day),
            Self::Day(_, day) => Intent::PointDay(*day),
            Self::Number("step", steps) => Intent::Step(
                i32::try_from(*steps).map_err(|_| "that is too far to step".to_owned())?,
            ),
            Self::Number(word, at) => {
                let at = usize::try_from(*at).map_err(|_| "that is below 0".to_owned())?;
                if *word == "scroll" { Intent::Scroll(at) } else { Intent::Field(at) }
            }
            Self::Text("type", text) => Intent::Type(text),
            Self::Text("pick", text) => Intent::Pick(text),
            Self::Text("remove", text) => Intent::Remove(text),
            Self::Text(_, text) => {
                Intent::Find { typed: text.chars().next().unwrap_or(' '), at: 0 }
            }
            Self::Value("choose", value) => Intent::Choose(*value),
            Self::Value(word, value) => at(word, place_of(*value, control)?),
            Self::At(word, place) => at(word, *place),
        })
    }
}

fn at(word: &str, place: Place) -> Intent<'static> {
    match word {
        "point" => Intent::Point(place),
        "press" => Intent::Press(place),
        "grab" => Intent::Grab(place),
        _ => Intent::Move(place),
    }
}

/// The place of this value on the track or the row of icons.
fn place_of(value: Decimal, control: Option<&Control>) -> Result<Place, String> {
    let Some(control) = control else { return Err("there is no such field".to_owned()) };
    match (control, control.view()) {
        (Control::Slider(slider), _) => {
            let mut there = slider.clone();
            there.set_nearest(value);
            Ok(Place::across(there.view().thumb))
        }
        (Control::Rating(rating), View::Rating(view)) => {
            // Slightly before the end of the value's part of the row, and so certainly within it.
            let (icons, least) = (Decimal::from(view.icons), rating.notches().stride());
            let share = (value - least / Decimal::from(4)) / icons;
            Ok(Place::across(share.to_string().parse().unwrap_or(0.0)))
        }
        (Control::SpanSlider(span), _) => Ok(Place::across(span.notches().position(value))),
        _ => Err("there is no place to point at a value".to_owned()),
    }
}
