//! Finds options by the values they send, through a sorted index.

use super::uniform::without_returns;
use crate::value::Choice;
use std::borrow::Cow;

/// The index of the option that sends this value, by a linear search. If several do, the first enabled one;
/// if all of them are disabled, the first, as in HTML.
pub(super) fn place_among(options: &[Choice], value: &str) -> Option<usize> {
    let places = || (0..options.len()).filter(|at| options[*at].value == value);
    places().find(|at| !options[*at].disabled).or_else(|| places().next())
}

/// Indices of options, sorted by the values they send with line breaks normalized. Among options that send
/// the same value it finds the one that [`place_among`] finds.
#[derive(Clone, Debug, Default, PartialEq)]
pub(super) struct ByValue(Vec<usize>);

fn plain(text: &str) -> Cow<'_, str> {
    without_returns(text.into())
}

impl ByValue {
    pub(super) fn of(options: &[Choice]) -> Self {
        let values: Vec<Cow<str>> = options.iter().map(|option| plain(&option.value)).collect();
        let mut places: Vec<usize> = (0..options.len()).collect();
        places
            .sort_unstable_by(|one, other| values[*one].cmp(&values[*other]).then(one.cmp(other)));
        Self(places)
    }

    /// The index of the option that sends this value. `options` must be those the index was built from.
    pub(super) fn place(&self, options: &[Choice], value: &str) -> Option<usize> {
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
        let from = self.0.partition_point(|at| plain(&options[*at].value) < value);
        let all = self.0[from..].iter().copied();
        all.take_while(move |at| plain(&options[*at].value) == value)
    }
}
