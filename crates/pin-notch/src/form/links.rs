//! Links, by which one field's value determines another's.

use super::Field;
use super::by_field::ByField;
use crate::control::Control;
use crate::refusal::Refusal;
use crate::shown::Shown;
use crate::value::Value;
use core::fmt;
use std::collections::{HashSet, VecDeque};
use std::sync::Arc;

/// A field follows another one through a conversion.
#[derive(Clone)]
pub(super) struct Link {
    pub to: usize,
    pub convert: Arc<dyn Fn(&Value) -> Value + Send + Sync>,
}

impl fmt::Debug for Link {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.debug_struct("Link").field("to", &self.to).finish_non_exhaustive()
    }
}

/// The effect of a link after the field it follows changed.
///
/// ```
/// use pin_notch::{Form, Intent, LinkOutcome, Switch, Value};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut form = Form::new()
///     .with("open", "Box open", Switch::default())?
///     .with("smoke", "Smoker lit", Switch::default())?
///     .with_link("open", "smoke", |open| open.clone())?;
/// let turn = form.handle("open", Intent::Flip)?;
/// assert_eq!(turn.followed[0].name, "smoke");
/// assert_eq!(turn.followed[0].outcome, LinkOutcome::Follows(Value::On(true)));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct LinkEffect {
    /// The name of the field that follows.
    pub name: String,
    /// The outcome.
    pub outcome: LinkOutcome,
}

/// The outcome for a field that follows another one.
///
/// ```
/// use pin_notch::{Form, Intent, LinkOutcome, Rating, Refusal, Slider, Value, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut form = Form::new()
///     .with("bees", "Bees", Slider::default())?
///     .with("frames", "Frames", Rating::builder().max(8))?
///     .with_link("bees", "frames", Clone::clone)?;
/// let turn = form.handle("bees", Intent::Choose(dec!(100)))?;
/// assert_eq!(turn.followed[0].outcome, LinkOutcome::Stays(Refusal::AboveMax { max: dec!(8).into() }));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
pub enum LinkOutcome {
    /// It has this value now.
    Follows(Value),
    /// It could not take the value it was given, and keeps its own.
    Stays(Refusal),
    /// It could not take the value it was given. Because receivers would not accept the value of an earlier
    /// change, as it is read-only, disabled or not sent, it has its initial value again.
    Returns {
        /// Its initial value.
        to: Value,
        /// Why it could not follow.
        refusal: Refusal,
    },
}

impl LinkOutcome {
    /// The new value of the field, if it changed.
    pub fn value(&self) -> Option<&Value> {
        match self {
            Self::Follows(value) | Self::Returns { to: value, .. } => Some(value),
            Self::Stays(_) => None,
        }
    }
}

impl fmt::Display for LinkEffect {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match &self.outcome {
            LinkOutcome::Follows(value) => write!(f, "{} follows: {}", self.name, value.shown()),
            LinkOutcome::Stays(refusal) => write!(f, "{} cannot follow: {refusal}", self.name),
            LinkOutcome::Returns { to, refusal } => {
                write!(f, "{} cannot follow: {refusal}, and returns to {}", self.name, to.shown())
            }
        }
    }
}

/// The links of a form.
#[derive(Clone, Debug, Default)]
pub(super) struct Links {
    /// By the field that is followed.
    by_source: ByField<Link>,
    /// The two fields of each link, in the order in which the links were added.
    pub ways: Vec<(usize, usize)>,
}

impl Links {
    pub(super) fn add(&mut self, from: usize, link: Link) {
        self.ways.push((from, link.to));
        self.by_source.add(from, link);
    }

    /// The links that follow this field.
    pub(super) fn of(&self, from: usize) -> impl Iterator<Item = &Link> {
        self.by_source.of(from).iter()
    }
}

/// A field changed by a link, with its previous value.
pub(super) type Moved = (usize, Value);

/// Updates all fields that depend on this one, each at most once. Links may therefore run in circles: the
/// field that changed first is not changed again by its own echo. A field of which receivers accept no other
/// value returns to its initial one if it cannot follow.
pub(super) fn settle(
    fields: &mut [Field],
    links: &Links,
    start: usize,
) -> (Vec<Moved>, Vec<LinkEffect>) {
    let (mut moved, mut effects) = (Vec::new(), Vec::new());
    let (mut seen, mut queue) = (HashSet::from([start]), VecDeque::from([start]));
    while let Some(from) = queue.pop_front() {
        for link in links.of(from) {
            let before = fields[link.to].control.value();
            let wanted = (link.convert)(&fields[from].control.value());
            if wanted == before || seen.contains(&link.to) {
                continue;
            }
            let follower = &mut fields[link.to];
            let outcome = match follow(&mut follower.control, wanted) {
                Ok(value) => LinkOutcome::Follows(value),
                Err(refusal) if follower.is_kept() && before != follower.start => {
                    match follow(&mut follower.control, follower.start.clone()) {
                        Ok(to) => LinkOutcome::Returns { to, refusal },
                        Err(_) => LinkOutcome::Stays(refusal),
                    }
                }
                Err(refusal) => LinkOutcome::Stays(refusal),
            };
            if outcome.value().is_some() {
                // Nobody types in two fields at once, so the draft there is left over from earlier.
                follower.control.drop_draft();
                seen.insert(link.to);
                queue.push_back(link.to);
                moved.push((link.to, before));
            }
            effects.push(LinkEffect { name: follower.name.clone(), outcome });
        }
    }
    (moved, effects)
}

/// Sets a control to this value. An option that is disabled is not taken, because nobody could choose it and
/// it would not be sent.
pub(super) fn follow(control: &mut Control, wanted: Value) -> Result<Value, Refusal> {
    let (before, is_empty) = (control.value(), wanted.is_empty());
    control.set_value(wanted)?;
    let value = control.value();
    if value.is_empty() && !is_empty {
        let _ = control.restore(before);
        return Err(Refusal::Disabled);
    }
    Ok(value)
}

/// This field and all fields that can change with it.
pub(super) fn reachable(links: &Links, start: usize) -> Vec<usize> {
    let (mut seen, mut queue) = (HashSet::from([start]), vec![start]);
    let mut at = 0;
    while let Some(from) = queue.get(at).copied() {
        let next = links.of(from).map(|link| link.to);
        queue.extend(next.filter(|to| seen.insert(*to)));
        at += 1;
    }
    queue
}
