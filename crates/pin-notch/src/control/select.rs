//! One or several options from a list: the ARIA practices' [select-only combobox][combobox], the [editable
//! combobox][editable] if it has a filter, and the [listbox][listbox] if several can be chosen.
//!
//! An option has a value, which is sent, and a text, which is shown. The list may arrive later than the
//! value: the choice is kept until the list is there.
//!
//! Cost: a keystroke in the filter compares the texts that matched before, or all texts if the filter was
//! not merely extended; type-ahead compares the beginning of each text. Both are linear in the length of
//! the list. Rows are requested one by one, so that drawing is linear in the number of visible rows.
//!
//! [combobox]: https://www.w3.org/WAI/ARIA/apg/patterns/combobox/examples/combobox-select-only/
//! [editable]: https://www.w3.org/WAI/ARIA/apg/patterns/combobox/
//! [listbox]: https://www.w3.org/WAI/ARIA/apg/patterns/listbox/

mod handle;
mod list;
mod rows;
mod view;

pub use list::Listing;
pub use rows::{Row, Token};
pub use view::{RowView, SelectView, TokenView};

use super::error::check_counts;
use super::given::Given;
use super::machine::{conditions_of, machine_methods};
use super::uniform::{Uniform, uniform};
use super::{Conditions, ControlError};
use crate::definition::definition;
use crate::list::split_list;
use crate::message::Message;
use crate::refusal::Refusal;
use crate::surroundings::Surroundings;
use crate::validity::{BadInput, Invalid, count_violations};
use crate::value::{Choice, Value, ValueKind};
use list::List;

/// How long, in milliseconds, a character can follow another and still extend the same search.
const TYPE_AHEAD: u64 = 700;

/// The number of options that a page key moves by.
const PAGE: i64 = 10;

/// The greatest number of rows that the view of an open list holds: several times what is visible at once,
/// so that the cost of drawing does not depend on the length of the list.
pub(crate) const WINDOW: usize = 48;

definition! {
    /// The definition of a [`Select`].
    ///
    /// ```
    /// use pin_notch::{Select, SelectDefinition};
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let mut definition = SelectDefinition::default();
    /// (definition.multiple, definition.options) = (true, vec!["thymol".into()]);
    /// assert_eq!(Select::new(definition)?.rows(), 1);
    /// # Ok(()) }
    /// ```
    SelectDefinition,
    /// Builds a [`Select`]; made by [`Select::builder`].
    ///
    /// ```
    /// use pin_notch::Select;
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let hive = Select::builder().options(["Willow", "Meadow"]).placeholder("hive").build()?;
    /// assert_eq!(hive.readout(), "hive");
    /// # Ok(()) }
    /// ```
    SelectBuilder => Select {
        /// The values chosen by default. They need not be offered yet.
        value: [texts],
        /// Several can be chosen.
        multiple: [flag],
        /// A field in which to search the options.
        filter: [flag],
        /// The text shown while nothing is chosen.
        placeholder: [text],
        /// The fewest that must be chosen before the form can be sent.
        least: [count],
        /// The most that can be chosen, if several can.
        most: [maybe count],
    }
    /// The options to choose from.
    options: Choice,
}

/// A select.
///
/// ```
/// use pin_notch::{Intent, Key, Select};
/// # fn main() -> Result<(), pin_notch::ControlError> {
/// let mut treatment = Select::builder()
///     .placeholder("none yet")
///     .options([("oa", "Oxalic acid"), ("fa", "Formic acid")])
///     .build()?;
/// assert_eq!(treatment.readout(), "none yet");
///
/// let _ = treatment.handle(Intent::Key(Key::Down)); // opens the list
/// let _ = treatment.handle(Intent::Key(Key::Down));
/// let turn = treatment.handle(Intent::Key(Key::Enter));
/// assert_eq!(turn.to_string(), "input fa, change fa, close");
/// assert_eq!(treatment.readout(), "Formic acid");
/// # Ok(()) }
/// ```
///
/// Its list, its value, and options that arrive later:
///
/// ```
/// use pin_notch::{Intent, Listing, Select};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut treatments = Select::builder()
///     .multiple(true)
///     .filter(true)
///     .options([("oa", "Oxalic acid"), ("ty", "Thymol")])
///     .value(["oa"])
///     .most(2)
///     .build()?;
/// let _ = treatments.handle(Intent::Type("thy"));
/// assert_eq!((treatments.is_open(), treatments.filter(), treatments.rows()), (true, "thy", 1));
/// assert_eq!(treatments.row(0).map(|row| row.choice.text.as_str()), Some("Thymol"));
/// println!("{:?} has the keys", treatments.active_row());
/// treatments.set_value_text("oa,ty");
/// assert_eq!(treatments.value(), ["oa", "ty"]);
/// assert_eq!(treatments.tokens().count(), 2);
/// treatments.set_value(["ty"]);
/// treatments.reset();
/// assert_eq!(treatments.value(), treatments.default_value());
/// treatments.set_loading();
/// treatments.set_failed("no answer");
/// treatments.set_options([("fa", "Formic acid")]);
/// assert_eq!((treatments.listing(), treatments.chosen()), (&Listing::Loaded, &["oa".to_owned()][..]));
/// assert!(!treatments.validity().is_empty()); // which is no longer offered
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
pub struct Select {
    definition: SelectDefinition,
    conditions: Conditions,
    surroundings: Surroundings,
    list: List,
    chosen: Vec<String>,
    given: Given<Vec<String>>,
    open: bool,
    /// The first row in the view.
    window: usize,
    /// The active row, which keys act on: an index into the matching options.
    active: Option<usize>,
    /// What was typed to find an option, and when its last character was typed.
    find: (String, u64),
}

impl Default for Select {
    fn default() -> Self {
        Self::with(SelectDefinition::default())
    }
}

impl Select {
    machine_methods!(SelectDefinition, SelectBuilder, surroundings_changed);

    fn surroundings_changed(&mut self) {
        self.list.set_world(self.surroundings.world.clone());
    }

    fn with(definition: SelectDefinition) -> Self {
        let conditions = conditions_of!(definition);
        let mut select = Self {
            conditions,
            definition,
            surroundings: Surroundings::default(),
            list: List::default(),
            chosen: Vec::new(),
            given: Given::Definition,
            open: false,
            window: 0,
            active: None,
            find: (String::new(), 0),
        };
        select.list.replace(select.definition.options.clone());
        select.chosen = select.fitting(select.definition.value.clone());
        select
    }

    fn made(definition: SelectDefinition) -> Result<Self, ControlError> {
        check_counts(definition.least, definition.most)?;
        Ok(Self::with(definition))
    }

    fn redefined(&mut self, definition: SelectDefinition) -> Result<(), ControlError> {
        check_counts(definition.least, definition.most)?;
        self.conditions = conditions_of!(definition).after(&self.conditions);
        let are_others = definition.options != self.definition.options;
        self.definition = definition;
        if are_others {
            self.replace_options();
        }
        self.chosen = match &self.given {
            Given::Definition => self.fitting(self.definition.value.clone()),
            Given::Program(wish) => self.told_by(wish),
            Given::Person => self.fitting(self.chosen.clone()),
        };
        Ok(())
    }

    /// Takes the options from the definition. The active option stays active if it is still there.
    fn replace_options(&mut self) {
        let active = self.active.and_then(|row| self.list.row(row)).map(|one| one.value.clone());
        self.list.replace(self.definition.options.clone());
        self.active = active.and_then(|value| self.list.row_of(&value));
        self.window = self.held_window(self.window);
    }

    /// These values without duplicates, in the order of the options; only the first if one can be chosen.
    fn fitting(&self, values: impl IntoIterator<Item = String>) -> Vec<String> {
        let mut chosen: Vec<String> = Vec::new();
        for value in values {
            if !chosen.contains(&value) && (self.definition.multiple || chosen.is_empty()) {
                chosen.push(value);
            }
        }
        let was_none = !self.definition.multiple && chosen == [""];
        if was_none && *self.listing() == Listing::Loaded && self.list.find("").is_none() {
            chosen.clear();
        }
        self.in_order(chosen)
    }

    /// The choice that a program means by these values. An empty value may mean no option or one without a
    /// value, and no value contains the disabled options that are chosen. So if these are the values that the
    /// control has, everything chosen stays chosen.
    fn told_by(&self, values: &[String]) -> Vec<String> {
        let (kept, told) = (self.fitting(self.chosen.clone()), self.fitting(values.to_vec()));
        let value = |chosen: &[String]| shared_value(self.definition.multiple, self.sent(chosen));
        match kept.len() > told.len() && value(&kept) == value(&told) {
            true => kept,
            false => told,
        }
    }

    /// Whether there is nothing to clear. In a single choice, a disabled option and one with an empty value
    /// count as none.
    fn holds_none(&self) -> bool {
        match self.definition.multiple {
            true => self.chosen.is_empty(),
            false => shared_value(false, self.value()).is_empty(),
        }
    }

    /// What is chosen if nothing else is: the option with an empty value, if one can be chosen and no
    /// placeholder is shown instead.
    fn none(&self) -> Vec<String> {
        let shows_prompt = self.definition.multiple || !self.definition.placeholder.is_empty();
        (!shows_prompt && self.offers_empty()).then(String::new).into_iter().collect()
    }

    /// Marks the options as loading.
    pub fn set_loading(&mut self) {
        self.list.set_state(Listing::Loading);
    }

    /// Marks the options as failed to load, with the reason.
    pub fn set_failed(&mut self, why: impl Into<String>) {
        self.list.set_state(Listing::Failed(why.into()));
    }

    /// Sets the options. The choice is kept; chosen values that the options do not contain are pending.
    pub fn set_options<T: Into<Choice>>(&mut self, options: impl IntoIterator<Item = T>) {
        self.definition.options = options.into_iter().map(Into::into).collect();
        self.replace_options();
        let chosen = core::mem::take(&mut self.chosen);
        self.chosen = self.fitting(chosen);
    }

    /// Whether the options are loaded, loading, or failed to load.
    pub fn listing(&self) -> &Listing {
        self.list.state()
    }

    /// Sets the choice. This is a change made by the program, so it produces no event. Values that are not
    /// offered are kept as pending. Duplicates are dropped, and if one can be chosen, the first is taken.
    /// Setting the values that it has changes nothing, so that disabled options stay chosen.
    pub fn set_value<T: Into<String>>(&mut self, values: impl IntoIterator<Item = T>) {
        let values: Vec<String> = values.into_iter().map(Into::into).collect();
        // A chosen option that is disabled stays if the value is written back, which does not contain it.
        if values.is_empty() || values != self.value() {
            self.chosen = self.fitting(values.clone());
        }
        self.given = Given::Program(values);
    }

    /// Sets the choice from one text that contains all values, as when a browser restores a form: see
    /// [`split_list`].
    pub fn set_value_text(&mut self, text: &str) {
        self.set_value(split_list(text));
    }

    /// The values that are chosen and sent, in the order of the options, with pending ones last. A disabled
    /// option is not sent, as in HTML.
    pub fn value(&self) -> Vec<String> {
        self.sent(&self.chosen)
    }

    /// The values that are chosen and sent by default.
    pub fn default_value(&self) -> Vec<String> {
        self.sent(&self.fitting(self.definition.value.clone()))
    }

    fn sent(&self, chosen: &[String]) -> Vec<String> {
        let sends = |value: &&String| self.list.find(value).is_none_or(|option| !option.disabled);
        chosen.iter().filter(sends).cloned().collect()
    }

    /// The chosen values, including those of disabled options.
    pub fn chosen(&self) -> &[String] {
        &self.chosen
    }

    /// The text of the closed select: the chosen texts, or the prompt.
    pub fn readout(&self) -> String {
        match self.chosen.is_empty() {
            true => self.definition.placeholder.clone(),
            false => {
                let texts = self.tokens().map(|token| token.text.to_owned()).collect();
                self.surroundings.world.message(&Message::List(texts))
            }
        }
    }

    /// Whether the list is open.
    pub fn is_open(&self) -> bool {
        self.open
    }

    /// Whether a search by [`Intent::Find`](crate::Intent::Find) is in progress at this time, in
    /// milliseconds. If so, a space is part of the search.
    pub fn is_finding(&self, at: u64) -> bool {
        let (text, last) = &self.find;
        !text.is_empty() && at.saturating_sub(*last) <= TYPE_AHEAD
    }

    /// The filter text.
    pub fn filter(&self) -> &str {
        self.list.filter()
    }

    /// Restores the default choice and closes the list.
    pub fn reset(&mut self) {
        self.chosen = self.fitting(self.definition.value.clone());
        self.given = Given::Definition;
        self.shut();
    }

    /// Why the choice is not acceptable; empty when it is. Only what would be sent is checked. Values that
    /// are pending while the list is loading are assumed to be valid.
    pub fn validity(&self) -> Vec<Invalid> {
        // If one can be chosen, the option without a value means that none is.
        let sent = shared_value(self.definition.multiple, self.value());
        self.conditions.validity(sent.is_empty(), self.violations(sent.texts()))
    }

    /// Whether an option with an empty value can be chosen.
    fn offers_empty(&self) -> bool {
        self.list.find("").is_some_and(|option| !option.disabled)
    }

    fn violations(&self, chosen: &[String]) -> Vec<Invalid> {
        let mut wrong = duplicates(chosen);
        if *self.listing() == Listing::Loaded {
            let closed = |value: &&String| self.list.find(value).is_none_or(|one| one.disabled);
            if let Some(value) = chosen.iter().find(closed) {
                wrong.push(BadInput::NotOffered(value.clone()).into());
            }
        }
        // If one can be chosen, `required` decides whether one must be.
        if self.definition.multiple {
            wrong.extend(count_violations(
                chosen.len(),
                self.definition.least,
                self.definition.most,
            ));
        }
        wrong
    }
}

/// A value that occurs twice, which no control sends.
pub(super) fn duplicates(values: &[String]) -> Vec<Invalid> {
    let mut sorted: Vec<&String> = values.iter().collect();
    sorted.sort_unstable();
    let pair = sorted.windows(2).find(|pair| pair[0] == pair[1]);
    pair.map(|pair| BadInput::Twice(pair[0].clone()).into()).into_iter().collect()
}

uniform! {
    Select(Select) with its own value,
    fn handle(&mut self, intent: crate::Intent) -> crate::Turn<Value> {
        let multiple = self.definition.multiple;
        Select::handle(self, intent).map(|chosen| shared_value(multiple, chosen))
    }
    fn has_open_popup(&self) -> bool {
        self.is_open()
    }
    fn kind(&self) -> ValueKind {
        if self.definition.multiple { ValueKind::Texts } else { ValueKind::Text }
    }
    fn value_text(&self) -> String {
        self.readout()
    }
    fn value(&self) -> Value {
        shared_value(self.definition.multiple, Select::value(self))
    }
    fn entries(&self) -> Vec<String> {
        let value = Select::value(self);
        // HTML sends nothing for a disabled option, and an empty text if none is chosen.
        let is_empty = self.chosen.is_empty() && !self.definition.multiple;
        if is_empty { vec![String::new()] } else { value }
    }
    fn default_value(&self) -> Value {
        shared_value(self.definition.multiple, Select::default_value(self))
    }
    fn set_value(&mut self, value: Value) -> Result<(), Refusal> {
        let values = value.chosen()?.to_vec();
        (self.chosen, self.given) = (self.told_by(&values), Given::Program(values));
        Ok(())
    }
    fn set_nearest(&mut self, value: Value) -> Result<(), Refusal> {
        Uniform::set_value(self, value)
    }
    fn violations(&self, value: &Value) -> Vec<Invalid> {
        Select::violations(self, value.texts())
    }
    fn normalized(&self, value: Value) -> Value {
        // In a form body, choosing the option without a value looks the same as choosing none.
        match value.text() == Some("") && self.offers_empty() {
            true => Value::Empty,
            false => value,
        }
    }
    fn offered(&self, sent: &str) -> Option<&str> {
        // If none is chosen, an empty text is sent, which does not name an option.
        let counts = |_: &&Choice| self.definition.multiple || !sent.is_empty();
        self.list.offered(sent).filter(counts).map(|option| option.value.as_str())
    }
    fn max_entries(&self) -> usize {
        let all = self.definition.options.len().max(self.chosen.len());
        if self.definition.multiple { all } else { 1 }
    }
}

/// The choice as a form value: one text, or a list. An option with an empty value is sent like no choice
/// and counts as none, wherever it is in the list, like HTML's [placeholder label option][placeholder].
/// Without a placeholder it is therefore chosen while no other one is.
///
/// [placeholder]: https://html.spec.whatwg.org/multipage/form-elements.html#placeholder-label-option
fn shared_value(multiple: bool, chosen: Vec<String>) -> Value {
    match multiple {
        true => Value::Texts(chosen),
        false => chosen.into_iter().next().filter(|value| !value.is_empty()).into(),
    }
}
