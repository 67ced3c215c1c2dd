//! Finds options by the values they send, through a sorted index.

use super::uniform::without_returns;
use crate::value::Choice;
use core::fmt;
use std::borrow::Cow;
use std::sync::OnceLock;

/// The index of the option that sends this value, by a linear search. If several do, the first enabled one;
/// if all of them are disabled, the first, as in HTML.
pub(super) fn place_among(options: &[Choice], value: &str) -> Option<usize> {
    let places = || (0..options.len()).filter(|at| options[*at].value == value);
    places().find(|at| !options[*at].disabled).or_else(|| places().next())
}

/// Indices of options, sorted by the values they send with line breaks normalized. They are sorted when a
/// value is first searched for, which takes long for many options and may never happen. Among options that
/// send the same value it finds the one that [`place_among`] finds.
#[derive(Clone, Default)]
pub(super) struct ByValue {
    sorted: OnceLock<Vec<usize>>,
    /// The option that sends an empty value, which every select searches for.
    empty: Option<usize>,
}

/// It depends only on the options, which are compared wherever this is.
impl PartialEq for ByValue {
    fn eq(&self, _: &Self) -> bool {
        true
    }
}

/// Shows nothing, so that two selects that are equal also look equal.
impl fmt::Debug for ByValue {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str("ByValue")
    }
}

fn plain(text: &str) -> Cow<'_, str> {
    without_returns(text.into())
}

fn sorted(options: &[Choice]) -> Vec<usize> {
    let values: Vec<Cow<str>> = options.iter().map(|option| plain(&option.value)).collect();
    let mut places: Vec<usize> = (0..options.len()).collect();
    // In a standard library optimized for size, the unstable sort is a heapsort, which is much slower.
    places.sort_by(|one, other| values[*one].cmp(&values[*other]));
    places
}

impl ByValue {
    pub(super) fn of(options: &[Choice]) -> Self {
        Self { sorted: OnceLock::new(), empty: place_among(options, "") }
    }

    /// The index of the option that sends this value. `options` must be those the index was made for.
    pub(super) fn place(&self, options: &[Choice], value: &str) -> Option<usize> {
        if value.is_empty() {
            return self.empty;
        }
        let mut places = self.places(options, value);
        let first = places.next()?;
        let enabled = |at: &usize| !options[*at].disabled;
        Some(if enabled(&first) { first } else { places.find(enabled).unwrap_or(first) })
    }

    /// All options that send this value, in order.
    pub(super) fn places<'a>(
        &'a self,
        options: &'a [Choice],
        value: &'a str,
    ) -> impl Iterator<Item = usize> {
        self.alike(options, value).filter(move |at| options[*at].value == value)
    }

    /// The same for a text that was received: if no option matches exactly, line breaks are normalized.
    pub(super) fn offered(&self, options: &[Choice], sent: &str) -> Option<usize> {
        self.place(options, sent).or_else(|| self.alike(options, sent).next())
    }

    fn alike<'a>(&'a self, options: &'a [Choice], value: &'a str) -> impl Iterator<Item = usize> {
        let value = plain(value);
        let places = self.sorted.get_or_init(|| sorted(options));
        let from = places.partition_point(|at| plain(&options[*at].value) < value);
        let all = places[from..].iter().copied();
        all.take_while(move |at| plain(&options[*at].value) == value)
    }
}
