//! What a form sends, and the same controls re-checking what comes back.

use super::{Field, Form, MAX_REPORTED, Problem, Problems, Values, rules};
use crate::validity::Invalid;

impl Form {
    /// The values as they stand, those of fields with a problem left out.
    fn values(&self) -> Values {
        let sound = self.fields.iter().filter(|field| field.control.validity().is_empty());
        let values = sound.map(|field| (field.name.clone(), field.control.value()));
        Values::new(values.collect(), Vec::new())
    }

    /// What is wrong with the values as they stand, in field order; empty when the form can be sent.
    pub fn problems(&self) -> Vec<Problem> {
        let wrong = |field: &Field| -> Vec<Problem> {
            let found = field.control.validity().into_iter();
            found.map(|invalid| Problem::of(field, None, invalid)).collect()
        };
        let mut problems: Vec<Problem> = self.fields.iter().flat_map(wrong).collect();
        problems.extend(rules::found(&self.rules, &self.fields, &self.values(), false));
        self.in_field_order(problems)
    }

    /// What the rules warn of in the values as they stand.
    pub fn warnings(&self) -> Vec<Problem> {
        self.in_field_order(rules::found(&self.rules, &self.fields, &self.values(), true))
    }

    fn in_field_order(&self, mut problems: Vec<Problem>) -> Vec<Problem> {
        problems.sort_by_key(|problem| self.place(&problem.name));
        problems
    }

    /// What the person who presses "send" gets: the typed values with their warnings, or the problems.
    /// All fields are touched after it.
    ///
    /// # Errors
    /// Everything that is wrong; [`Problems::first`] is the field to lead to.
    pub fn submit(&mut self) -> Result<Values, Problems> {
        self.fields.iter_mut().for_each(|field| field.touched = true);
        let problems = self.problems();
        match problems.is_empty() {
            true => Ok(self.values().with_warnings(self.warnings())),
            false => Err(Problems(problems)),
        }
    }

    /// The entry list as a plain HTML form would build it: in field order, without disabled controls,
    /// switches that are off and ratings without a value.
    pub fn entries(&self) -> impl Iterator<Item = (&str, String)> {
        self.fields.iter().filter_map(|field| {
            let enabled = !field.control.conditions().disabled;
            let value = enabled.then(|| field.control.submission_value())??;
            Some((field.name.as_str(), value))
        })
    }

    /// The entry list, urlencoded: the body of a POST, or the query of a GET.
    pub fn urlencoded(&self) -> String {
        form_urlencoded::Serializer::new(String::new()).extend_pairs(self.entries()).finish()
    }

    /// Reads an urlencoded body and has every control re-check its own value. The form itself stays as
    /// it is. The work grows with the body; bounding its length is the caller's part.
    ///
    /// Unknown names are left aside and told by [`Values::unknown`]. So are names of disabled controls,
    /// which a browser does not send: they keep the value they have here. A name that is missing stands
    /// for off or empty where that is possible. Bytes that are not UTF-8 become U+FFFD, as the URL
    /// standard has it.
    ///
    /// # Errors
    /// Everything that is wrong, in field order; a name sent twice among it.
    pub fn read(&self, body: &[u8]) -> Result<Values, Problems> {
        let mut sent: Vec<Vec<String>> = vec![Vec::new(); self.fields.len()];
        let mut unknown = Vec::new();
        for (name, value) in form_urlencoded::parse(body) {
            match self.place(&name) {
                Some(at) if !self.fields[at].control.conditions().disabled => {
                    sent[at].push(value.into_owned());
                }
                _ if unknown.len() < MAX_REPORTED => unknown.push(name.into_owned()),
                _ => {}
            }
        }
        let (mut values, mut problems) = (Vec::new(), Vec::new());
        for (field, sent) in self.fields.iter().zip(&sent) {
            let checked = match sent.as_slice() {
                _ if field.control.conditions().disabled => Ok(field.control.value()),
                [] => field.control.check(None),
                [one] => field.control.check(Some(one)),
                many => Err(vec![Invalid::BadInput(format!(
                    "This was sent {} times; send it once.",
                    many.len()
                ))]),
            };
            match checked {
                Ok(value) => values.push((field.name.clone(), value)),
                Err(invalid) => problems.extend(
                    invalid.into_iter().map(|invalid| Problem::of(field, sent.first(), invalid)),
                ),
            }
        }
        let values = Values::new(values, unknown);
        problems.extend(rules::found(&self.rules, &self.fields, &values, false));
        let problems = self.in_field_order(problems);
        if !problems.is_empty() {
            return Err(Problems(problems));
        }
        let warnings = rules::found(&self.rules, &self.fields, &values, true);
        Ok(values.with_warnings(self.in_field_order(warnings)))
    }
}
