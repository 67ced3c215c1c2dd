//! The options of a select, and which of them match what was typed.

use memchr::memmem::Finder;
use std::collections::HashMap;
use unicode_normalization::UnicodeNormalization;
use unicode_normalization::char::is_combining_mark;

/// An option.
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct Choice {
    /// What is sent.
    pub value: String,
    /// What is shown.
    pub text: String,
    /// The name of the group it stands in, if it stands in one.
    pub group: Option<String>,
    /// It is shown and cannot be chosen.
    pub disabled: bool,
}

impl Choice {
    /// An option that sends `value` and shows `text`.
    pub fn new(value: impl Into<String>, text: impl Into<String>) -> Self {
        Self { value: value.into(), text: text.into(), group: None, disabled: false }
    }

    /// Puts it in the group of this name. Options of one group stand together.
    pub fn in_group(mut self, group: impl Into<String>) -> Self {
        self.group = Some(group.into());
        self
    }

    /// Shows it without letting it be chosen.
    pub fn disabled(mut self) -> Self {
        self.disabled = true;
        self
    }
}

/// An option that sends what it shows.
impl<T: Into<String>> From<T> for Choice {
    fn from(text: T) -> Self {
        let text = text.into();
        Self::new(text.clone(), text)
    }
}

/// Whether the options are there. A list that is there may be empty.
#[derive(Clone, Debug, Default, PartialEq, Eq)]
#[non_exhaustive]
pub enum Listing {
    /// They are there.
    #[default]
    Loaded,
    /// They are on their way.
    Loading,
    /// They could not be had, for this reason.
    Failed(String),
}

#[derive(Clone, Debug, Default)]
pub(super) struct List {
    state: Listing,
    choices: Vec<Choice>,
    /// The texts as they are compared, in one long text, each behind a line feed.
    folded: String,
    /// Where each text begins in it, and where the last one ends.
    starts: Vec<usize>,
    places: HashMap<String, usize>,
    filter: String,
    matching: Vec<usize>,
}

impl List {
    pub(super) fn state(&self) -> &Listing {
        &self.state
    }

    pub(super) fn choices(&self) -> &[Choice] {
        &self.choices
    }

    pub(super) fn set_state(&mut self, state: Listing) {
        self.state = state;
    }

    pub(super) fn replace(&mut self, choices: Vec<Choice>) {
        self.state = Listing::Loaded;
        self.folded.clear();
        self.starts = vec![0];
        for choice in &choices {
            self.folded.push('\n');
            self.folded.push_str(&folded(&choice.text));
            self.starts.push(self.folded.len());
        }
        // Of two options with one value the first counts, as in HTML.
        let pairs = choices.iter().enumerate().rev();
        self.places = pairs.map(|(at, choice)| (choice.value.clone(), at)).collect();
        self.choices = choices;
        self.matching = self.all_matching(&folded(&self.filter));
    }

    pub(super) fn filter(&self) -> &str {
        &self.filter
    }

    pub(super) fn set_filter(&mut self, filter: &str) {
        let (before, now) = (folded(&self.filter), folded(filter));
        // Whatever holds the longer text held the shorter one.
        if !before.is_empty() && now.contains(&before) {
            let matching = core::mem::take(&mut self.matching);
            self.matching =
                matching.into_iter().filter(|at| self.text(*at).contains(&now)).collect();
        } else {
            self.matching = self.all_matching(&now);
        }
        self.filter = filter.to_owned();
    }

    fn all_matching(&self, filter: &str) -> Vec<usize> {
        if filter.is_empty() || self.choices.is_empty() {
            return (0..self.choices.len()).collect();
        }
        // One search through the one long text: far quicker than one for each option.
        let finder = Finder::new(filter);
        let (mut found, mut option) = (Vec::new(), 0);
        while let Some(at) = finder.find(&self.folded.as_bytes()[self.starts[option]..]) {
            let at = self.starts[option] + at;
            while self.starts[option + 1] <= at {
                option += 1;
            }
            found.push(option);
            option += 1;
        }
        found
    }

    fn text(&self, at: usize) -> &str {
        &self.folded[self.starts[at] + 1..self.starts[at + 1]]
    }

    /// The options that match the filter, by their places.
    pub(super) fn matching(&self) -> &[usize] {
        &self.matching
    }

    pub(super) fn row(&self, row: usize) -> Option<&Choice> {
        self.choices.get(*self.matching.get(row)?)
    }

    pub(super) fn row_of(&self, value: &str) -> Option<usize> {
        self.matching.binary_search(&self.place_of(value)?).ok()
    }

    pub(super) fn place_of(&self, value: &str) -> Option<usize> {
        self.places.get(value).copied()
    }

    pub(super) fn find(&self, value: &str) -> Option<&Choice> {
        self.choices.get(self.place_of(value)?)
    }

    /// The first row from `start` on, and round again from the top, whose text begins so and which can be
    /// chosen.
    pub(super) fn beginning_with(&self, text: &str, start: usize) -> Option<usize> {
        let text = folded(text);
        let rows = self.matching.len();
        let begins = |row: &usize| {
            let at = self.matching[*row];
            self.text(at).starts_with(&text) && !self.choices[at].disabled
        };
        (start.min(rows)..rows).chain(0..start.min(rows)).find(begins)
    }
}

/// A text as it is compared: without case and accents, by Unicode's canonical decomposition and its case
/// mappings. White space of any kind and length is one blank.
fn folded(text: &str) -> String {
    let plain = text.split_whitespace().collect::<Vec<_>>().join(" ");
    let bare = plain.nfd().filter(|c| !is_combining_mark(*c));
    // Up and then down, so that ß and SS compare equal.
    let upper: String = bare.flat_map(char::to_uppercase).collect();
    upper.to_lowercase()
}
