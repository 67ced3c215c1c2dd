//! How a value is presented as text: the developer's own sentence around it, and names for single values.

use crate::message::Message;
use crate::world::{AnyWorld, show_number};
use core::fmt;
use core::str::FromStr;
use rust_decimal::Decimal;

/// A sentence with placeholders.
///
/// | placeholder | is replaced by |
/// |---|---|
/// | `{value}` | the number |
/// | `{name}` | the name of this value, or else the number |
/// | `{min}`, `{max}` | the bounds; for a rating, its lowest value and its number of icons |
///
/// `{{` and `}}` stand for the braces themselves.
///
/// ```
/// use pin_notch::{Rating, Wording};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let temper = Rating::builder()
///     .max(3)
///     .options(["furious", "restless", "calm"])
///     .wording("{name}, {value} of {max}".parse()?)
///     .value(3)
///     .build()?;
/// assert_eq!(temper.view().readout, "calm, 3 of 3");
/// assert!("{valu}".parse::<Wording>().is_err());
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Wording(Vec<Piece>);

#[derive(Clone, Copy, Debug, PartialEq, Eq)]
enum Place {
    Value,
    Name,
    Min,
    Max,
}

#[derive(Clone, Debug, PartialEq, Eq)]
enum Piece {
    Text(String),
    Place(Place),
}

const PLACES: [(&str, Place); 4] =
    [("value", Place::Value), ("name", Place::Name), ("min", Place::Min), ("max", Place::Max)];

/// Why a text is not a valid wording.
///
/// ```
/// use pin_notch::Wording;
/// let error = "{valu}".parse::<Wording>().unwrap_err();
/// println!("{error}"); // says which placeholders there are
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub enum WordingError {
    /// There is no placeholder with this name.
    Unknown(String),
    /// A brace is not matched.
    Brace,
}

impl fmt::Display for WordingError {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::Unknown(name) => {
                write!(
                    f,
                    "{{{name}}} is not a placeholder: use {{value}}, {{name}}, {{min}} or {{max}}"
                )
            }
            Self::Brace => {
                f.write_str("there is an unmatched brace: write {{ or }} for the brace itself")
            }
        }
    }
}

impl std::error::Error for WordingError {}

impl FromStr for Wording {
    type Err = WordingError;

    fn from_str(text: &str) -> Result<Self, WordingError> {
        let (mut pieces, mut plain, mut rest) = (Vec::new(), String::new(), text);
        while let Some(at) = rest.find(['{', '}']) {
            plain.push_str(&rest[..at]);
            let (brace, after) = rest[at..].split_at(1);
            if let Some(after) = after.strip_prefix(brace) {
                plain.push_str(brace);
                rest = after;
                continue;
            }
            let inside = after.split_once('}').filter(|_| brace == "{");
            let (name, after) = inside.ok_or(WordingError::Brace)?;
            let place = PLACES.iter().find(|(known, _)| *known == name);
            let (_, place) = place.ok_or_else(|| WordingError::Unknown(name.to_owned()))?;
            pieces.push(Piece::Text(core::mem::take(&mut plain)));
            pieces.push(Piece::Place(*place));
            rest = after;
        }
        plain.push_str(rest);
        pieces.push(Piece::Text(plain));
        pieces.retain(|piece| !matches!(piece, Piece::Text(text) if text.is_empty()));
        Ok(Self(pieces))
    }
}

impl fmt::Display for Wording {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        self.0.iter().try_for_each(|piece| match piece {
            Piece::Text(text) => f.write_str(&text.replace('{', "{{").replace('}', "}}")),
            Piece::Place(place) => {
                let name = PLACES.iter().find(|(_, known)| known == place).map_or("", |(n, _)| n);
                write!(f, "{{{name}}}")
            }
        })
    }
}

/// A control's texts for its values.
#[derive(Clone, Copy)]
pub(super) struct Words<'a> {
    pub world: &'a AnyWorld,
    pub names: &'a [(Decimal, String)],
    pub unit: &'a str,
    /// The least number of decimal places shown.
    pub places: u32,
    /// The bounds.
    pub bounds: [Decimal; 2],
}

impl Words<'_> {
    /// The name given to this value, if any.
    fn name(&self, value: Decimal) -> Option<&str> {
        self.names.iter().find(|(named, _)| *named == value).map(|(_, name)| name.as_str())
    }

    /// A number with this many decimal places, as the world writes it.
    fn number(&self, value: Decimal, places: u32) -> String {
        show_number(&**self.world, value, places)
    }

    /// A number with its unit.
    pub(super) fn measured(&self, value: Decimal) -> String {
        let unit = self.unit.to_owned();
        self.world.message(&Message::Measured { value, places: self.places, unit })
    }

    /// The sentence for a value.
    pub(super) fn sentence(&self, Wording(pieces): &Wording, value: Decimal) -> String {
        let mut sentence = String::new();
        for piece in pieces {
            match piece {
                Piece::Text(text) => sentence.push_str(text),
                Piece::Place(Place::Value) => sentence.push_str(&self.number(value, self.places)),
                Piece::Place(Place::Min) => sentence.push_str(&self.number(self.bounds[0], 0)),
                Piece::Place(Place::Max) => sentence.push_str(&self.number(self.bounds[1], 0)),
                Piece::Place(Place::Name) => match self.name(value) {
                    Some(name) => sentence.push_str(name),
                    None => sentence.push_str(&self.number(value, self.places)),
                },
            }
        }
        sentence
    }

    /// The sentence for a value if there is one, else its name if it has one, else `otherwise`.
    pub(super) fn sentence_or(
        &self,
        wording: Option<&Wording>,
        value: Decimal,
        otherwise: impl FnOnce() -> String,
    ) -> String {
        match (wording, self.name(value)) {
            (Some(wording), _) => self.sentence(wording, value),
            (None, Some(name)) => name.to_owned(),
            (None, None) => otherwise(),
        }
    }
}
