//! An element as described by its script.

use crate::message::choice;
use crate::ports::{Ports, records};
use crate::world;
use pin_notch::{Choice, ControlKind, Date, Direction, Surroundings};
use pin_notch_html::{Looks, Read, definition_from};

/// An element's definition and surroundings.
///
/// In records: today, whether it is disabled, and SVG; direction and language; then `a`, name and value for
/// each attribute; `o`, value, text, group and `1` if disabled for each option.
pub(crate) struct Described {
    pub surroundings: Surroundings,
    pub looks: Looks,
    /// Itself or by a fieldset.
    pub disabled: bool,
    attributes: Vec<(String, String)>,
    options: Vec<Choice>,
}

impl Described {
    pub(crate) fn read(ports: &Ports, described: &str) -> Self {
        let mut records = records(described);
        let [own, around] = [(); 2].map(|()| records.next().unwrap_or_default());
        let of = |record: &[String], at: usize| record.get(at).cloned().unwrap_or_default();
        let mut surroundings = Surroundings::default();
        // The page's direction, regardless of language: text without `dir` runs from left to right in HTML.
        surroundings.direction = Some(match of(&around, 0).as_str() {
            "rtl" => Direction::RightToLeft,
            _ => Direction::LeftToRight,
        });
        surroundings.today = of(&own, 0).parse::<Date>().ok();
        surroundings.world = world::world(ports, &of(&around, 1));
        let mut looks = Looks::default();
        looks.svg = of(&own, 2);
        let disabled = of(&own, 1) == "1";
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
        let [problem, entered] = Looks::REFUSED.map(|name| {
            attributes.iter().find(|(known, _)| known == name).map(|(_, text)| text.clone())
        });
        (looks.problem, looks.entered) = (problem.unwrap_or_default(), entered);
        Self { surroundings, looks, disabled, attributes, options }
    }

    /// Its definition. Options set by a script take precedence over those inside the element.
    pub(crate) fn definition(&self, kind: ControlKind, offered: Option<&[Choice]>) -> Read {
        definition_from(kind, offered.unwrap_or(&self.options), |name| {
            let found = self.attributes.iter().find(|(found, _)| found == name);
            found.map(|(_, value)| value.clone())
        })
    }
}
