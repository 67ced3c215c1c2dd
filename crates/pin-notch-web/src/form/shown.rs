//! What a form shows to people: problems, warnings, and which fields were touched.

use super::flag;
use crate::ports::Operations;
use pin_notch::{AnyWorld, Field, Form, Message, RuleFinding};

/// What was reported last.
#[derive(Default)]
pub(super) struct Shown {
    /// Whether somebody has tried to send it. From then on all problems are listed.
    sent: bool,
    /// The fields, in the order of the form.
    fields: Vec<Report>,
    /// The numbers of dirty and of touched fields.
    counts: [usize; 2],
    /// The rules that are broken and due, in the order of the rules.
    broken: Vec<RuleFinding>,
    /// The problem with the whole form that the receiver found.
    refused: Option<String>,
    /// The listed problems and warnings, each with name, label and text.
    listed: [Vec<[String; 3]>; 2],
}

/// What was reported about a field.
#[derive(Clone, Default)]
struct Report {
    name: String,
    /// Whether somebody tried to continue past it, so that its problems are shown.
    asked: bool,
    /// Whether it is dirty, and whether it was touched.
    states: [bool; 2],
    /// Its own problem, once listed.
    own: Option<String>,
    /// The problem that the receiver found.
    refused: Option<String>,
    /// The rules' messages at it.
    rules: String,
}

impl Report {
    /// Reports everything again.
    fn repeat(&self, all: &mut Operations) {
        for (state, _) in STATES.iter().zip(self.states).filter(|(_, is_on)| *is_on) {
            all.add("state", &[&self.name, state, flag(true)]);
        }
        let texts = [("own", self.own.as_deref()), ("refused", self.refused.as_deref())];
        let texts = texts.into_iter().filter_map(|(word, text)| Some((word, text?)));
        let rules = Some(("problem", self.rules.as_str())).filter(|(_, text)| !text.is_empty());
        texts.chain(rules).for_each(|(word, text)| all.add(word, &[&self.name, text]));
    }

    fn drop_refusal(&mut self, all: &mut Operations) {
        if self.refused.take().is_some() {
            all.add("refused", &[&self.name, ""]);
        }
    }
}

const STATES: [&str; 2] = ["dirty", "touched"];
const LISTS: [&str; 2] = ["problems", "warnings"];

impl Shown {
    /// Takes over another list of fields, keeping the state of those with the same name, and reports everything
    /// again, because the page may have replaced an element or removed what it showed.
    pub(super) fn define(&mut self, all: &mut Operations, form: &Form, world: &AnyWorld) {
        let mut before = std::mem::take(&mut self.fields);
        before.sort_unstable_by(|a, b| a.name.cmp(&b.name));
        for field in form.fields() {
            let known = before.binary_search_by(|report| report.name.cmp(&field.name));
            let report = known.map_or_else(|_| Report::default(), |at| before[at].clone());
            self.fields.push(Report { name: field.name.clone(), ..report });
        }
        self.fields.iter().for_each(|report| report.repeat(all));
        for which in [0, 1] {
            if !self.listed[which].is_empty() {
                self.show_list(all, world, which);
            }
        }
        let counts = [0, 1].map(|at| self.fields.iter().filter(|one| one.states[at]).count());
        let were = std::mem::replace(&mut self.counts, counts);
        for state in [0, 1].into_iter().filter(|at| (were[*at] > 0) != (counts[*at] > 0)) {
            all.add("state", &["", STATES[state], flag(counts[state] > 0)]);
        }
        self.broken.clear();
    }

    /// Forgets that it was sent, and what the receiver found.
    pub(super) fn forget(&mut self, all: &mut Operations) {
        (self.sent, self.refused) = (false, None);
        self.broken.clear();
        for report in &mut self.fields {
            report.asked = false;
            for (word, text) in [("own", report.own.take()), ("refused", report.refused.take())] {
                if text.is_some() {
                    all.add(word, &[&report.name, ""]);
                }
            }
        }
    }

    /// Somebody wants to continue past these fields.
    pub(super) fn ask(&mut self, is_meant: &dyn Fn(&str) -> bool) {
        for report in &mut self.fields {
            report.asked |= is_meant(&report.name);
        }
    }

    /// Somebody wants to send it. What the receiver found before may be accepted now.
    pub(super) fn send(&mut self, all: &mut Operations) {
        (self.sent, self.refused) = (true, None);
        self.fields.iter_mut().for_each(|report| report.drop_refusal(all));
    }

    /// The receiver found a problem with a field, or with the form as a whole.
    pub(super) fn refuse(&mut self, at: Option<usize>, why: &str) {
        self.sent = true;
        let place = match at {
            Some(at) => &mut self.fields[at].refused,
            None => &mut self.refused,
        };
        *place = Some(why.to_owned());
    }

    /// Drops the problem that the receiver found, because somebody has changed the field.
    pub(super) fn mended(&mut self, all: &mut Operations, at: usize) {
        self.fields[at].drop_refusal(all);
        self.refused = None;
    }

    /// Updates fields that have changed or were left.
    pub(super) fn update(
        &mut self,
        all: &mut Operations,
        form: &Form,
        world: &AnyWorld,
        names: &[&str],
    ) {
        // The fields at which a rule's finding was reported before and is reported now.
        let mut concerned = Vec::new();
        for finding in form.rule_findings(names) {
            concerned.extend(form.index_of(&finding.field));
            let at = self.broken.binary_search_by_key(&finding.rule, |one| one.rule);
            let is_reported = finding.problem.is_some() && finding.is_due;
            match at {
                Ok(at) if is_reported => self.broken[at] = finding,
                Ok(at) => drop(self.broken.remove(at)),
                Err(at) if is_reported => self.broken.insert(at, finding),
                Err(_) => {}
            }
        }
        for name in names {
            let (Some(field), Some(at)) = (form.field(name), form.index_of(name)) else { continue };
            concerned.push(at);
            self.tell_states(all, field, at);
            let is_asked = self.sent || self.fields[at].asked;
            let own = if is_asked { field.problems() } else { Vec::new() };
            let text = |one: &pin_notch::Problem| one.invalid.message(world);
            let (report, own) = (&mut self.fields[at], own.first().map(text));
            if report.own != own {
                all.add("own", &[name, own.as_deref().unwrap_or_default()]);
                report.own = own;
            }
        }
        for at in concerned {
            let of_it = self.broken.iter();
            let of_it = of_it.filter(|one| !one.warns && one.field == self.fields[at].name);
            let texts: Vec<String> = of_it.filter_map(text).collect();
            let text = texts.join(" ");
            let report = &mut self.fields[at];
            if report.rules != text {
                all.add("problem", &[&report.name, &text]);
                report.rules = text;
            }
        }
        for at in [0, 1] {
            self.list(all, form, world, at);
        }
    }

    /// Lists the problems in field order, once somebody has tried to send the form; or the warnings.
    fn list(&mut self, all: &mut Operations, form: &Form, world: &AnyWorld, which: usize) {
        let warns = which == 1;
        let mut listed: Vec<(usize, &str, String)> = Vec::new();
        let is_asked = self.sent || self.fields.iter().any(|report| report.asked);
        if is_asked && !warns {
            for (at, report) in self.fields.iter().enumerate() {
                let texts = report.own.iter().chain(&report.refused);
                listed.extend(texts.map(|text| (at, report.name.as_str(), text.clone())));
            }
            listed.extend(self.refused.iter().map(|text| (usize::MAX, "", text.clone())));
        }
        if is_asked || warns {
            let of_kind = self.broken.iter().filter(|one| one.warns == warns);
            listed.extend(of_kind.filter_map(|one| {
                Some((form.index_of(&one.field)?, one.field.as_str(), text(one)?))
            }));
        }
        listed.sort_by_cached_key(|(at, ..)| *at);
        let label =
            |name: &str| form.field(name).map(|field| field.called(world)).unwrap_or_default();
        let listed: Vec<[String; 3]> = listed
            .into_iter()
            .map(|(_, name, text)| [name.to_owned(), label(name), text])
            .collect();
        if listed != self.listed[which] {
            self.listed[which] = listed;
            self.show_list(all, world, which);
        }
    }

    fn show_list(&self, all: &mut Operations, world: &AnyWorld, which: usize) {
        let listed = &self.listed[which];
        let title = match listed.len() {
            count if which == 1 || count == 0 => String::new(),
            count => world.message(&Message::ToMend(count)),
        };
        let mut parameters = vec![title.as_str()];
        parameters.extend(listed.iter().flatten().map(String::as_str));
        all.add(LISTS[which], &parameters);
    }

    /// Reports whether a field, and the form, are dirty or touched.
    fn tell_states(&mut self, all: &mut Operations, field: &Field, at: usize) {
        let report = &mut self.fields[at];
        let now = [field.is_dirty(), field.touched];
        for state in [0, 1] {
            if report.states[state] == now[state] {
                continue;
            }
            report.states[state] = now[state];
            all.add("state", &[&field.name, STATES[state], flag(now[state])]);
            let count = &mut self.counts[state];
            let was_any = *count > 0;
            *count = if now[state] { *count + 1 } else { *count - 1 };
            if was_any != (*count > 0) {
                all.add("state", &["", STATES[state], flag(now[state])]);
            }
        }
    }
}

fn text(finding: &RuleFinding) -> Option<String> {
    Some(finding.problem.as_ref()?.invalid.to_string())
}
