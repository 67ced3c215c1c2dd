//! An element as its script describes it.

use crate::message::choice;
use crate::ports::{Ports, records};
use crate::world;
use pin_notch::{Choice, ControlKind, Date, Direction, Surroundings};
use pin_notch_html::{Looks, Read, definition_from};

/// What an element is and what stands around it.
///
/// In records: direction, today, whether it is disabled, accessible name, language and SVG; then `a`, name and
/// value for each attribute; `o`, value, text, group and `1` if it is disabled for each option.
pub(crate) struct Described {
    pub surroundings: Surroundings,
    pub looks: Looks,
    /// By itself or by a fieldset.
    pub disabled: bool,
    attributes: Vec<(String, String)>,
    options: Vec<Choice>,
}

impl Described {
    pub(crate) fn read(ports: &Ports, described: &str) -> Self {
        let mut records = records(described);
        let head = records.next().unwrap_or_default();
        let of = |at: usize| head.get(at).map(String::as_str).unwrap_or_default();
        let mut surroundings = Surroundings::default();
        if of(0) == "rtl" {
            surroundings.direction = Some(Direction::RightToLeft);
        }
        surroundings.today = of(1).parse::<Date>().ok();
        surroundings.world = world::world(ports, of(4));
        let mut looks = Looks::default();
        (looks.label, looks.svg) = (of(3).to_owned(), of(5).to_owned());
        let disabled = of(2) == "1";
        let (mut attributes, mut options) = (Vec::new(), Vec::new());
        for mut record in records {
            match record.first().map(String::as_str) {
                Some("a") if record.len() > 2 => {
                    let value = record.swap_remove(2);
                    attributes.push((record.swap_remove(1), value));
                }
                Some("o") => options.push(choice(&record[1..])),
                _ => {}
            }
        }
        Self { surroundings, looks, disabled, attributes, options }
    }

    /// Its definition. Options that a script gave it count before those inside.
    pub(crate) fn definition(&self, kind: ControlKind, offered: Option<&[Choice]>) -> Read {
        definition_from(kind, offered.unwrap_or(&self.options), |name| {
            let found = self.attributes.iter().find(|(found, _)| found == name);
            found.map(|(_, value)| value.clone())
        })
    }
}
