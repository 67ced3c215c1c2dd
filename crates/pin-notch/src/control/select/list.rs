//! The options of a select, and which of them match the filter.

use crate::control::by_value::ByValue;
use crate::value::Choice;
use crate::world::AnyWorld;

/// Whether the options have been loaded. A loaded list may be empty.
///
/// ```
/// use pin_notch::{Listing, Select};
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// let mut keeper = Select::builder().value(["ida"]).build()?;
/// keeper.set_loading();
/// assert_eq!(keeper.listing(), &Listing::Loading);
/// keeper.set_options([("ida", "Ida")]);
/// assert_eq!(keeper.readout(), "Ida");
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, Default, PartialEq, Eq)]
pub enum Listing {
    /// They are loaded.
    #[default]
    Loaded,
    /// They are loading.
    Loading,
    /// They could not be loaded, with the reason.
    Failed(String),
}

#[derive(Clone, Debug, Default, PartialEq)]
pub(super) struct List {
    state: Listing,
    choices: Vec<Choice>,
    /// The folded texts in one string, each preceded by a line feed.
    folded: String,
    /// Where each text begins in that string, followed by the end of the last one.
    starts: Vec<usize>,
    by_value: ByValue,
    filter: String,
    matching: Vec<usize>,
    world: AnyWorld,
}

impl List {
    pub(super) fn state(&self) -> &Listing {
        &self.state
    }

    pub(super) fn set_state(&mut self, state: Listing) {
        self.state = state;
    }

    pub(super) fn replace(&mut self, choices: Vec<Choice>) {
        self.state = Listing::Loaded;
        self.choices = choices;
        self.fold();
        self.by_value = ByValue::of(&self.choices);
        self.matching = self.all_matching(&self.folded(&self.filter));
    }

    /// Folds texts with this world.
    pub(super) fn set_world(&mut self, world: AnyWorld) {
        self.world = world;
        self.fold();
        self.matching = self.all_matching(&self.folded(&self.filter));
    }

    /// Folds all texts, joined into one string.
    fn fold(&mut self) {
        let mut texts = String::new();
        for choice in &self.choices {
            texts.push('\n');
            push_plain(&mut texts, &choice.text);
        }
        self.folded = self.world.folded(&texts);
        let breaks = |text: &str| text.matches('\n').count();
        if breaks(&self.folded) != self.choices.len() {
            // If the world does not preserve line feeds, the texts are used without folding.
            self.folded = texts;
        }
        self.starts = self.folded.match_indices('\n').map(|(at, _)| at).collect();
        self.starts.push(self.folded.len());
    }

    /// A text as it is compared. Any run of white space becomes one space.
    fn folded(&self, text: &str) -> String {
        let mut plain = String::new();
        push_plain(&mut plain, text);
        self.world.folded(&plain)
    }

    pub(super) fn filter(&self) -> &str {
        &self.filter
    }

    pub(super) fn set_filter(&mut self, filter: &str) {
        let (before, now) = (self.folded(&self.filter), self.folded(filter));
        // A text that contains the longer filter also contained the shorter one.
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
        // A single letter is found quickly in every text. A longer filter may be rare: then a single search
        // through the joined string is much faster than one search per option.
        if filter.len() == 1 {
            return (0..self.choices.len()).filter(|at| self.text(*at).contains(filter)).collect();
        }
        let (mut found, mut option) = (Vec::new(), 0);
        while let Some(at) = self.folded[self.starts[option]..].find(filter) {
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

    /// The indices of the options that match the filter.
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
        self.by_value.place(&self.choices, value)
    }

    pub(super) fn find(&self, value: &str) -> Option<&Choice> {
        self.choices.get(self.place_of(value)?)
    }

    /// The option whose value was sent as this text.
    pub(super) fn offered(&self, sent: &str) -> Option<&Choice> {
        self.choices.get(self.by_value.offered(&self.choices, sent)?)
    }

    /// The first row that can be chosen and whose text begins with `prefix`, searching from `start` and
    /// wrapping around.
    pub(super) fn beginning_with(&self, text: &str, start: usize) -> Option<usize> {
        let text = self.folded(text);
        let rows = self.matching.len();
        let begins = |row: &usize| {
            let at = self.matching[*row];
            self.text(at).starts_with(&text) && !self.choices[at].disabled
        };
        (start.min(rows)..rows).chain(0..start.min(rows)).find(begins)
    }
}

/// Appends a text with each run of white space replaced by one space.
fn push_plain(to: &mut String, text: &str) {
    for (at, word) in text.split_whitespace().enumerate() {
        if at > 0 {
            to.push(' ');
        }
        to.push_str(word);
    }
}
