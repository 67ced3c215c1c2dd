//! How a value is presented as text: the developer's own sentence around it, and names for single values.

use core::fmt;
use core::str::FromStr;

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
pub struct Wording(pub(crate) Vec<Piece>);

#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub(crate) enum Place {
    Value,
    Name,
    Min,
    Max,
}

#[derive(Clone, Debug, PartialEq, Eq)]
pub(crate) enum Piece {
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
