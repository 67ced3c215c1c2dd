//! Sending a form's values, and checking received values with the same controls.

use super::links::{self, Link};
use super::{Field, Form, MAX_BODY, MAX_REPORTED, Problem, Problems, Values, rules};
use crate::control::Control;
use crate::control::uniform::without_returns;
use crate::validity::{BadInput, Invalid};
use crate::value::Value;
use std::borrow::Cow;

/// What was received for one field: its value or its problems, and the text to show with them.
pub(super) type Received = (Result<Value, Vec<Invalid>>, Option<String>);

impl Form {
    /// The current values, without those of fields with a problem.
    pub fn values(&self) -> Values {
        let is_sound = |field: &&Field| field.counts && field.control.validity().is_empty();
        let sound = self.fields.iter().filter(is_sound);
        let values = sound.map(|field| (field.name.clone(), field.control.sent_value()));
        Values::new(values.collect(), Vec::new(), self.rows.clone())
    }

    /// The problems with the current values, in field order; empty if the form can be sent.
    pub fn problems(&self) -> Vec<Problem> {
        let mut problems: Vec<Problem> = self.fields.iter().flat_map(Field::problems).collect();
        problems.extend(self.found(false));
        self.in_field_order(problems)
    }

    /// The rules' warnings about the current values.
    pub fn warnings(&self) -> Vec<Problem> {
        self.in_field_order(self.found(true))
    }

    /// The rules' findings about the current values.
    fn found(&self, warns: bool) -> Vec<Problem> {
        let is_wrong = |field: &Field| field.counts && !field.control.validity().is_empty();
        let wrong: Vec<bool> = self.fields.iter().map(is_wrong).collect();
        rules::found(&self.rules, &self.fields, &self.values(), &wrong, warns)
    }

    fn in_field_order(&self, mut problems: Vec<Problem>) -> Vec<Problem> {
        problems.sort_by_cached_key(|problem| self.index_of(&problem.name));
        problems
    }

    /// Handles a press of "send": returns the typed values with their warnings, or the problems. Afterwards
    /// all fields count as touched.
    ///
    /// # Errors
    /// Every problem; [`Problems::first`] is the field to focus.
    ///
    /// ```
    /// # use pin_notch::{dec, Form, Intent, Rating};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let mut temper = Rating::builder().build()?;
    /// temper.set_required(true);
    /// let mut form = Form::new().with("temper", "Temper", temper)?;
    /// assert_eq!(form.submit().unwrap_err().first(), Some("temper"));
    /// let _ = form.handle("temper", Intent::Choose(dec!(4)))?;
    /// assert_eq!(form.submit()?.number("temper"), Some(dec!(4)));
    /// # Ok(()) }
    /// ```
    pub fn submit(&mut self) -> Result<Values, Problems> {
        self.fields.iter_mut().for_each(|field| (field.touched, field.left) = (true, true));
        let problems = self.problems();
        match problems.is_empty() {
            true => Ok(self.values().with_warnings(self.warnings())),
            false => Err(Problems(problems)),
        }
    }

    /// Reports that the receiver has accepted these values, such as those from [`submit`](Self::submit).
    /// Fields that still have them, and those that were not sent, are not [dirty](Field::is_dirty) any more;
    /// what has been entered since then is.
    ///
    /// ```
    /// # use pin_notch::{dec, Form, Intent, Rating};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let mut form = Form::new().with("temper", "Temper", Rating::builder())?;
    /// let _ = form.handle("temper", Intent::Choose(dec!(4)))?;
    /// let sent = form.submit()?;
    /// // Once they have been stored:
    /// form.mark_accepted(sent.iter());
    /// assert!(!form.is_dirty());
    /// form.undo();
    /// assert!(form.is_dirty());
    /// # Ok(()) }
    /// ```
    pub fn mark_accepted<'a>(&mut self, values: impl IntoIterator<Item = (&'a str, &'a Value)>) {
        for field in &mut self.fields {
            field.compare_with_current();
        }
        for (name, value) in values {
            let Some(at) = self.index_of(name) else { continue };
            let field = &mut self.fields[at];
            if *value != field.control.sent_value() {
                field.compared = Some(value.clone());
            }
        }
    }

    /// The entry list as a plain HTML form would [construct it][entries], in field order: nothing for
    /// disabled controls, those in a disabled fieldset, [unsent](Self::unsent) ones and those that are off
    /// or empty; two entries for a span, and one for each of several choices, in the order of the options.
    ///
    /// [entries]: https://html.spec.whatwg.org/multipage/form-control-infrastructure.html#constructing-the-form-data-set
    pub fn entries(&self) -> impl Iterator<Item = (&str, String)> {
        let sends = |field: &&Field| field.is_read();
        self.fields.iter().filter(sends).flat_map(|field| {
            let values = field.control.entries().into_iter();
            values.map(|value| (field.name.as_str(), value))
        })
    }

    /// The entry list, urlencoded: the body of a POST or the query of a GET. Line breaks in names and
    /// values are normalized to a carriage return and a line feed, as in HTML's [name-value pairs][pairs].
    ///
    /// [pairs]: https://html.spec.whatwg.org/multipage/form-control-infrastructure.html#convert-to-a-list-of-name-value-pairs
    pub fn urlencoded(&self) -> String {
        let mut body = form_urlencoded::Serializer::new(String::new());
        for (name, value) in self.entries() {
            body.append_pair(&with_line_breaks(name), &with_line_breaks(&value));
        }
        body.finish()
    }

    /// Reads an urlencoded body and lets every control check its own value. The form itself does not
    /// change. The cost is linear in the length of the body, of which at most [`MAX_BODY`] bytes are read,
    /// and memory is bounded by what the form itself could send.
    ///
    /// Unknown names are ignored and reported by [`Values::unknown`]. So are the names of disabled
    /// controls, which browsers do not send and which keep their value here, and of fields that do not
    /// count given the other received values, which then have no value. A missing name means off or empty
    /// where that is possible. A name sent more often than the control sends it is a problem. Invalid UTF-8
    /// becomes U+FFFD, as in the URL standard. Line breaks are equivalent in all their forms.
    ///
    /// # Errors
    /// Every problem, in field order.
    pub fn read(&self, body: &[u8]) -> Result<Values, Problems> {
        if body.len() > MAX_BODY {
            return Err(too_long(body.len()));
        }
        // For each name, one text more than could be sent is kept, which is enough to report that there
        // were too many.
        let mut sent: Vec<(Vec<String>, usize)> = vec![Default::default(); self.fields.len()];
        let mut unknown = Vec::new();
        for (name, value) in form_urlencoded::parse(body) {
            let name = without_returns(name);
            match self.index_of(&name) {
                Some(at) if self.fields[at].may_be_received() => {
                    let (kept, count) = &mut sent[at];
                    *count += 1;
                    if kept.len() <= self.fields[at].control.max_entries() {
                        kept.push(without_returns(value).into_owned());
                    }
                }
                _ if unknown.len() < MAX_REPORTED => unknown.push(beginning(&name)),
                _ => {}
            }
        }
        // If the number of rows was not sent, the last row for which something was received is the last
        // one.
        for rows in self.rows.iter() {
            if sent[rows.count].1 > 0 {
                continue;
            }
            let is_sent = |row: &Vec<usize>| row.iter().any(|at| sent[*at].1 > 0);
            let last = rows.places.iter().rposition(is_sent).map_or(0, |at| at + 1);
            sent[rows.count] = (vec![last.to_string()], 1);
        }
        self.received(unknown, |at, field| {
            let (texts, count) = &sent[at];
            let some = texts.iter().filter(|text| !text.is_empty()).take(MOST_SHOWN);
            let shown = some.map(|text| beginning(text)).collect::<Vec<_>>().join(", ");
            let shown = Some(shown).filter(|shown| !shown.is_empty());
            if *count > texts.len() {
                let most = field.control.max_entries();
                let why = BadInput::SentTooOften { count: *count, most };
                return (Err(vec![why.into()]), shown);
            }
            (field.control.check(texts), shown)
        })
    }

    /// Combines what was received for each field.
    pub(super) fn received(
        &self,
        mut unknown: Vec<String>,
        mut take: impl FnMut(usize, &Field) -> Received,
    ) -> Result<Values, Problems> {
        let mut taken: Vec<Received> = Vec::with_capacity(self.fields.len());
        for (at, field) in self.fields.iter().enumerate() {
            taken.push(match field.may_be_received() {
                true if field.has_conditional_options() => take(at, &field.with_all_options()),
                true => take(at, field),
                false => (Ok(field.control.sent_value()), None),
            });
        }
        if !self.links.ways.is_empty() {
            let (counts, _) = self.counting_of(&taken);
            self.follow_received(&mut taken, &counts, &mut take);
        }
        let (counts, closed) = self.counting_of(&taken);
        for (taken, closed) in taken.iter_mut().zip(closed) {
            if let Some(closed) = closed {
                taken.0 = Err(vec![closed]);
            }
        }
        let (mut values, mut problems) = (Vec::new(), Vec::new());
        let wrong: Vec<bool> = taken
            .iter()
            .zip(&counts)
            .map(|((checked, _), counts)| *counts && checked.is_err())
            .collect();
        for ((field, (checked, text)), counts) in self.fields.iter().zip(taken).zip(counts) {
            match checked {
                _ if !counts => {
                    let was_received = text.is_some_and(|text| !text.is_empty());
                    if was_received && unknown.len() < MAX_REPORTED {
                        unknown.push(beginning(&field.name));
                    }
                }
                Ok(value) => values.push((field.name.clone(), value)),
                Err(invalid) => problems.extend(
                    invalid.into_iter().map(|invalid| Problem::of(field, text.as_ref(), invalid)),
                ),
            }
        }
        let values = Values::new(values, unknown, self.rows.clone());
        problems.extend(rules::found(&self.rules, &self.fields, &values, &wrong, false));
        let problems = self.in_field_order(problems);
        if !problems.is_empty() {
            return Err(Problems(problems));
        }
        let warnings = rules::found(&self.rules, &self.fields, &values, &wrong, true);
        Ok(values.with_warnings(self.in_field_order(warnings)))
    }
}

/// How many of the texts received for a field are shown with its problem.
const MOST_SHOWN: usize = 8;

impl Form {
    /// Which fields count, and which chosen options are disabled, is decided by the received values, not by
    /// those of this form.
    fn counting_of(&self, taken: &[Received]) -> (Vec<bool>, Vec<Option<Invalid>>) {
        if self.readers.is_empty() {
            return (vec![true; taken.len()], Vec::new());
        }
        let values = taken.iter().map(|(checked, _)| checked.as_ref().ok().cloned());
        self.counting(&values.collect::<Vec<_>>())
    }

    /// Read-only fields cannot change, and nothing is received for disabled or unsent fields; but such a
    /// field takes the value that results from a link with another field that counts.
    fn follow_received(
        &self,
        taken: &mut [Received],
        counts: &[bool],
        take: &mut impl FnMut(usize, &Field) -> Received,
    ) {
        for (from, to) in &self.links.ways {
            let field = &self.fields[*to];
            let Ok(source) = &taken[*from].0 else { continue };
            let is_as_here = *source == self.fields[*from].control.sent_value();
            if !field.is_kept() || !counts[*from] || is_as_here {
                continue;
            }
            let mut followed = field.clone();
            let mut links = self.links.of(*from).filter(|link| link.to == *to);
            let moves = |control: &mut Control, link: &Link| {
                links::follow(control, (link.convert)(source)).is_ok()
            };
            if !links.any(|link| moves(&mut followed.control, link)) {
                continue;
            }
            taken[*to] = match field.may_be_received() {
                true => take(*to, &followed),
                false => (Ok(followed.control.sent_value()), None),
            };
        }
    }
}

/// The part of a body beyond what is read.
pub(super) fn too_long(length: usize) -> Problems {
    Problems(vec![Problem::of_form(BadInput::TooLong { length, most: MAX_BODY })])
}

/// The beginning of a received text, as far as it is reported.
pub(super) fn beginning(text: &str) -> String {
    text.chars().take(MAX_REPORTED).collect()
}

/// A text with every line break normalized to a carriage return and a line feed.
fn with_line_breaks(text: &str) -> Cow<'_, str> {
    match text.contains(['\r', '\n']) {
        false => text.into(),
        true => without_returns(text.into()).replace('\n', "\r\n").into(),
    }
}
