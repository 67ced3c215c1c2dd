//! Values in the words of a definition.

use crate::message::Message;
use crate::wording::{Piece, Place, Wording};
use crate::world::{AnyWorld, show_number};
use rust_decimal::Decimal;

/// A control's texts for its values.
#[derive(Clone, Copy)]
pub(crate) struct Words<'a> {
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
    pub(crate) fn measured(&self, value: Decimal) -> String {
        let unit = self.unit.to_owned();
        self.world.message(&Message::Measured { value, places: self.places, unit })
    }

    /// The sentence for a value.
    pub(crate) fn sentence(&self, Wording(pieces): &Wording, value: Decimal) -> String {
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
    pub(crate) fn sentence_or(
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
