//! What a form sends, and the same controls re-checking what comes back.

use super::links::Link;
use super::{Field, Form, MAX_BODY, MAX_REPORTED, Problem, Problems, Values, rules};
use crate::control::uniform::without_returns;
use crate::control::{Control, Value};
use crate::validity::{BadInput, Invalid};
use std::borrow::Cow;

/// What was received for one field: its value or what is wrong with it, and a text to show with that.
pub(super) type Received = (Result<Value, Vec<Invalid>>, Option<String>);

impl Form {
    /// The values as they stand, those of fields with a problem left out.
    pub fn values(&self) -> Values {
        let is_sound = |field: &&Field| field.counts && field.control.validity().is_empty();
        let sound = self.fields.iter().filter(is_sound);
        let values = sound.map(|field| (field.name.clone(), field.control.sent_value()));
        Values::new(values.collect(), Vec::new(), self.rows.clone())
    }

    /// What is wrong with the values as they stand, in field order; empty when the form can be sent.
    pub fn problems(&self) -> Vec<Problem> {
        let mut problems: Vec<Problem> = self.fields.iter().flat_map(Field::problems).collect();
        problems.extend(self.found(false));
        self.in_field_order(problems)
    }

    /// What the rules warn of in the values as they stand.
    pub fn warnings(&self) -> Vec<Problem> {
        self.in_field_order(self.found(true))
    }

    /// What the rules find in the values as they stand.
    fn found(&self, warns: bool) -> Vec<Problem> {
        let is_wrong = |field: &Field| field.counts && !field.control.validity().is_empty();
        let wrong: Vec<bool> = self.fields.iter().map(is_wrong).collect();
        rules::found(&self.rules, &self.fields, &self.values(), &wrong, warns)
    }

    fn in_field_order(&self, mut problems: Vec<Problem>) -> Vec<Problem> {
        problems.sort_by_cached_key(|problem| self.place(&problem.name));
        problems
    }

    /// What the person who presses "send" gets: the typed values with their warnings, or the problems.
    /// All fields are touched after it.
    ///
    /// # Errors
    /// Everything that is wrong; [`Problems::first`] is the field to lead to.
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

    /// The entry list as a plain HTML form would [build it][entries]: in field order; nothing for disabled
    /// controls, those in a disabled fieldset, [unsent](Self::unsent) ones, and for what is off or empty;
    /// two entries for a span, one for each of many, in the order of the options.
    ///
    /// [entries]: https://html.spec.whatwg.org/multipage/form-control-infrastructure.html#constructing-the-form-data-set
    pub fn entries(&self) -> impl Iterator<Item = (&str, String)> {
        let sends = |field: &&Field| field.is_read();
        self.fields.iter().filter(sends).flat_map(|field| {
            let values = field.control.entries().into_iter();
            values.map(|value| (field.name.as_str(), value))
        })
    }

    /// The entry list, urlencoded: the body of a POST, or the query of a GET. Every line break in a name or
    /// value becomes a carriage return and a line feed, as HTML's [name-value pairs][pairs] have it.
    ///
    /// [pairs]: https://html.spec.whatwg.org/multipage/form-control-infrastructure.html#convert-to-a-list-of-name-value-pairs
    pub fn urlencoded(&self) -> String {
        let mut body = form_urlencoded::Serializer::new(String::new());
        for (name, value) in self.entries() {
            body.append_pair(&with_line_breaks(name), &with_line_breaks(&value));
        }
        body.finish()
    }

    /// Reads an urlencoded body and has every control re-check its own value. The form itself stays as
    /// it is. The work grows with the body, of which at most [`MAX_BODY`] bytes are read, and what is kept
    /// with what the form itself could send.
    ///
    /// Unknown names are left aside and told by [`Values::unknown`]. So are names of disabled controls,
    /// which a browser does not send: they keep the value they have here; and those of fields that do not count
    /// by what was received for others, which have no value then. A name that is missing stands
    /// for off or empty where that is possible. A name sent more often than the control sends it is a
    /// problem. Bytes that are not UTF-8 become U+FFFD, as the URL standard has it; line breaks count alike
    /// however they are written.
    ///
    /// # Errors
    /// Everything that is wrong, in field order.
    pub fn read(&self, body: &[u8]) -> Result<Values, Problems> {
        if body.len() > MAX_BODY {
            return Err(too_long(body.len()));
        }
        // Of each name, one text more than could be sent is kept: enough to say that it was too often.
        let mut sent: Vec<(Vec<String>, usize)> = vec![Default::default(); self.fields.len()];
        let mut unknown = Vec::new();
        for (name, value) in form_urlencoded::parse(body) {
            let name = without_returns(name);
            match self.place(&name) {
                Some(at) if self.fields[at].may_be_received() => {
                    let (kept, count) = &mut sent[at];
                    *count += 1;
                    if kept.len() <= self.fields[at].control.most_sent() {
                        kept.push(without_returns(value).into_owned());
                    }
                }
                _ if unknown.len() < MAX_REPORTED => unknown.push(beginning(&name)),
                _ => {}
            }
        }
        // Where nobody says how many rows there are, the last of which something was received is the last one.
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
                let most = field.control.most_sent();
                let why = BadInput::SentTooOften { count: *count, most };
                return (Err(vec![why.into()]), shown);
            }
            (field.control.check(texts), shown)
        })
    }

    /// Puts together what was received for each field.
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

/// So many of the texts that were received for a field are shown beside what is wrong.
const MOST_SHOWN: usize = 8;

impl Form {
    /// Whether each field counts, and which chosen options cannot be: that is for what was received to say, not for what
    /// this form holds.
    fn counting_of(&self, taken: &[Received]) -> (Vec<bool>, Vec<Option<Invalid>>) {
        if self.readers.is_empty() {
            return (vec![true; taken.len()], Vec::new());
        }
        let values = taken.iter().map(|(checked, _)| checked.as_ref().ok().cloned());
        self.counting(&values.collect::<Vec<_>>())
    }

    /// What is read-only can only stay as it is, and nothing is received for what is disabled or not sent; but where
    /// such a field follows another one that counts, it holds what that makes of it.
    fn follow_received(
        &self,
        taken: &mut [Received],
        counts: &[bool],
        take: &mut impl FnMut(usize, &Field) -> Received,
    ) {
        for (from, to) in &self.links.ways {
            let field = &self.fields[*to];
            let is_kept = field.control.conditions().readonly || !field.may_be_received();
            let Ok(source) = &taken[*from].0 else { continue };
            let is_as_here = *source == self.fields[*from].control.sent_value();
            if !is_kept || !counts[*from] || is_as_here {
                continue;
            }
            let mut followed = field.clone();
            let mut links = self.links.of(*from).filter(|link| link.to == *to);
            let moves = |control: &mut Control, link: &Link| {
                control.restore((link.convert)(source)).is_ok()
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

/// A body past what is read at all.
pub(super) fn too_long(length: usize) -> Problems {
    Problems(vec![Problem::of_form(BadInput::TooLong { length, most: MAX_BODY })])
}

/// The beginning of a received text, as much of it as is told.
pub(super) fn beginning(text: &str) -> String {
    text.chars().take(MAX_REPORTED).collect()
}

/// A text with every line break as a carriage return and a line feed.
fn with_line_breaks(text: &str) -> Cow<'_, str> {
    match text.contains(['\r', '\n']) {
        false => text.into(),
        true => without_returns(text.into()).replace('\n', "\r\n").into(),
    }
}
