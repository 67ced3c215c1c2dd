//! One or several out of a list: the ARIA practices' [select-only combobox][combobox], and with a filter
//! the [editable one][editable]; with several chosen, the [listbox][listbox].
//!
//! A choice has a value, which is sent, and a text, which is shown. The list may come later than the
//! value: what is chosen survives until the list says otherwise.
//!
//! Cost: a keystroke of a filter looks at the texts that matched before it, at all of them when the
//! filter is not merely longer; type-ahead looks at each text's beginning. Both grow with the list and
//! with nothing else. What is shown is asked for row by row, so drawing grows with the window.
//!
//! [combobox]: https://www.w3.org/WAI/ARIA/apg/patterns/combobox/examples/combobox-select-only/
//! [editable]: https://www.w3.org/WAI/ARIA/apg/patterns/combobox/
//! [listbox]: https://www.w3.org/WAI/ARIA/apg/patterns/listbox/

mod handle;
mod list;
mod view;

pub use list::{Choice, Listing};
pub use view::{RowView, SelectView, TokenView};

use super::conditions::condition_methods;
use super::setting::{Amount, Label, Manner, Setting, SettingError, whole};
use super::uniform::uniform;
use super::{Conditions, Value, ValueKind};
use crate::quoted::Quoted;
use crate::refusal::Refusal;
use crate::validity::{Invalid, counted};
use crate::world::AnyWorld;
use list::{List, order};

/// How long after a character the next one still adds to it, in milliseconds.
const TYPE_AHEAD: u64 = 700;

/// How many options a page key passes.
const PAGE: i64 = 10;

/// How many rows of an open list a view holds: several times what is seen at once, so that a list of any
/// length is drawn with the work of these.
pub(crate) const WINDOW: usize = 48;

/// A select.
///
/// ```
/// use pin_notch::{Choice, Intent, Key, Select};
/// let mut treatment = Select::single()
///     .prompting("none yet")
///     .offering([Choice::new("oa", "Oxalic acid"), Choice::new("fa", "Formic acid")]);
/// assert_eq!(treatment.readout(), "none yet");
///
/// let _ = treatment.handle(Intent::Key(Key::Down)); // opens the list
/// let _ = treatment.handle(Intent::Key(Key::Down));
/// let turn = treatment.handle(Intent::Key(Key::Enter));
/// assert_eq!(turn.to_string(), "input fa, change fa, close");
/// assert_eq!(treatment.readout(), "Formic acid");
/// ```
///
/// Its definition, its list, its value and its conditions:
///
/// ```
/// use pin_notch::{Choice, English, Intent, Listing, Select};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut treatments = Select::many()
///     .offering([Choice::new("oa", "Oxalic acid"), Choice::new("ty", "Thymol")])
///     .starting_with(["oa"])
///     .at_least(1)
///     .at_most(2)
///     .filtering()
///     .in_world(English);
/// assert!(treatments.is_multiple() && treatments.is_filtering());
/// assert_eq!((treatments.limits(), treatments.prompt()), ((1, 2), ""));
/// let _ = treatments.handle(Intent::Type("thy"));
/// assert_eq!((treatments.is_open(), treatments.filter(), treatments.rows()), (true, "thy", 1));
/// assert_eq!(treatments.row(0).map(|row| row.choice.text.as_str()), Some("Thymol"));
/// println!("{:?} has the keys", treatments.active_row());
/// treatments.set_value_text("oa;ty", ';');
/// assert_eq!(treatments.value(), ["oa", "ty"]);
/// assert_eq!(treatments.tokens().count(), 2);
/// treatments.set_value(["ty"]);
/// treatments.reset();
/// assert_eq!(treatments.value(), treatments.default_value());
/// assert_eq!(treatments.view().tokens[0].text, "Oxalic acid");
/// // Its options may come later, or not at all:
/// treatments.set_loading();
/// treatments.set_failed("The list could not be had.");
/// treatments.set_choices([Choice::new("fa", "Formic acid")]);
/// assert_eq!((treatments.listing(), treatments.choices().len()), (&Listing::Loaded, 1));
/// treatments.set_required(true);
/// assert!(treatments.conditions().required && !treatments.validity().is_empty());
/// treatments.conditions_mut().required = false;
/// treatments.set_read_only(true);
/// treatments.set_disabled(true);
/// # Ok(()) }
/// ```
#[derive(Clone, Debug)]
pub struct Select {
    multiple: bool,
    list: List,
    chosen: Vec<String>,
    default: Vec<String>,
    least: usize,
    most: usize,
    prompt: String,
    filtering: bool,
    open: bool,
    /// The first row that the view holds.
    window: usize,
    /// The row that keys are on: an index into what matches the filter.
    active: Option<usize>,
    /// What was typed to find an option, and when the last character came.
    find: (String, u64),
    conditions: Conditions,
}

/// A row of an open list, as a face draws it.
///
/// ```
/// use pin_notch::{Choice, Intent, Select};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut hive = Select::single()
///     .offering([Choice::from("Willow").in_group("By the river"), Choice::from("Meadow")])
///     .starting_with(["Willow"]);
/// let _ = hive.handle(Intent::Open);
/// let row = hive.row(0).ok_or("there are two")?;
/// assert!(row.chosen && row.active && row.begins_group);
/// assert_eq!(row.choice.value, "Willow");
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct Row<'a> {
    /// The option.
    pub choice: &'a Choice,
    /// Whether it is chosen.
    pub chosen: bool,
    /// Whether keys are on it.
    pub active: bool,
    /// Whether a group begins with it, so that the group's name stands above.
    pub begins_group: bool,
}

/// A chosen value, as a token or a text shows it.
///
/// ```
/// use pin_notch::Select;
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let treatments = Select::many().starting_with(["oa"]); // its options have not come yet
/// let token = treatments.tokens().next().ok_or("one is chosen")?;
/// assert_eq!((token.value, token.text, token.pending), ("oa", "oa", true));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct Token<'a> {
    /// The value.
    pub value: &'a str,
    /// The option's text; the value itself while no option has it.
    pub text: &'a str,
    /// Whether no option has it: the list is still to come, or came without it.
    pub pending: bool,
}

impl Select {
    /// A select of one option, or none.
    pub fn single() -> Self {
        Self::new(false)
    }

    /// A select of any number of options.
    pub fn many() -> Self {
        Self::new(true)
    }

    fn new(multiple: bool) -> Self {
        Self {
            multiple,
            list: List::default(),
            chosen: Vec::new(),
            default: Vec::new(),
            least: 0,
            most: if multiple { usize::MAX } else { 1 },
            prompt: String::new(),
            filtering: false,
            open: false,
            window: 0,
            active: None,
            find: (String::new(), 0),
            conditions: Conditions::default(),
        }
    }

    /// Offers these options.
    pub fn offering(mut self, choices: impl IntoIterator<Item = Choice>) -> Self {
        self.set_choices(choices);
        self
    }

    /// Starts, and after a reset starts again, with these values. They need not be offered yet.
    pub fn starting_with<T: Into<String>>(mut self, values: impl IntoIterator<Item = T>) -> Self {
        self.set_value(values);
        self.default = self.chosen.clone();
        self
    }

    /// Shows this while nothing is chosen.
    pub fn prompting(mut self, prompt: impl Into<String>) -> Self {
        self.prompt = prompt.into();
        self
    }

    /// Filters the options by what is typed, in a field of its own.
    pub fn filtering(mut self) -> Self {
        self.filtering = true;
        self
    }

    /// At least so many have to be chosen before the form can be sent.
    pub fn at_least(mut self, least: usize) -> Self {
        self.least = least;
        self
    }

    /// No more than so many can be chosen. (A single select stays single.)
    pub fn at_most(mut self, most: usize) -> Self {
        self.most = if self.multiple { most } else { 1 };
        self
    }

    /// Compares texts with what is typed as this world does.
    pub fn in_world(mut self, world: impl Into<AnyWorld>) -> Self {
        self.list.set_world(world.into());
        self
    }

    condition_methods!();

    /// The options are on their way.
    pub fn set_loading(&mut self) {
        self.list.set_state(Listing::Loading);
    }

    /// The options could not be had, for this reason.
    pub fn set_failed(&mut self, why: impl Into<String>) {
        self.list.set_state(Listing::Failed(why.into()));
    }

    /// The options are these now. What is chosen stays chosen; what they do not offer is pending.
    pub fn set_choices(&mut self, choices: impl IntoIterator<Item = Choice>) {
        self.list.replace(choices.into_iter().collect());
        (self.active, self.window) = (None, 0);
        let chosen = core::mem::take(&mut self.chosen);
        self.chosen = self.in_order(chosen);
    }

    /// Whether several can be chosen.
    pub fn is_multiple(&self) -> bool {
        self.multiple
    }

    /// Whether it filters its options by what is typed.
    pub fn is_filtering(&self) -> bool {
        self.filtering
    }

    /// How many have to be chosen, and how many can be.
    pub fn limits(&self) -> (usize, usize) {
        (self.least, self.most)
    }

    /// What is shown while nothing is chosen.
    pub fn prompt(&self) -> &str {
        &self.prompt
    }

    /// The options, all of them.
    pub fn choices(&self) -> &[Choice] {
        self.list.choices()
    }

    /// The values it starts with.
    pub fn default_value(&self) -> &[String] {
        &self.default
    }

    /// Whether the options are there, on their way, or could not be had.
    pub fn listing(&self) -> &Listing {
        self.list.state()
    }

    /// Sets what is chosen. The program does this, so no event comes of it. Values that are not offered
    /// are kept, and are pending; one that is given twice counts once; of a single select the first counts.
    pub fn set_value<T: Into<String>>(&mut self, values: impl IntoIterator<Item = T>) {
        let mut chosen: Vec<String> = Vec::new();
        for value in values.into_iter().map(Into::into) {
            if !chosen.contains(&value) && (self.multiple || chosen.is_empty()) {
                chosen.push(value);
            }
        }
        self.chosen = self.in_order(chosen);
    }

    /// Sets what is chosen from one text that holds all values, as when a browser fills a form in:
    /// "oak, ash".
    pub fn set_value_text(&mut self, text: &str, separator: char) {
        let parts = text.split(separator).map(str::trim).filter(|part| !part.is_empty());
        self.set_value(parts.map(str::to_owned).collect::<Vec<_>>());
    }

    /// The chosen values: in the order of the options, as a form sends them, pending ones last.
    pub fn value(&self) -> &[String] {
        &self.chosen
    }

    /// The chosen values with their texts.
    pub fn tokens(&self) -> impl Iterator<Item = Token<'_>> {
        self.chosen.iter().map(|value| {
            let choice = self.list.find(value);
            let text = choice.map_or(value.as_str(), |choice| choice.text.as_str());
            Token { value, text, pending: choice.is_none() }
        })
    }

    /// What the closed select shows: the chosen texts, or the prompt.
    pub fn readout(&self) -> String {
        match self.chosen.is_empty() {
            true => self.prompt.clone(),
            false => self.tokens().map(|token| token.text).collect::<Vec<_>>().join(", "),
        }
    }

    /// Whether the list is open.
    pub fn is_open(&self) -> bool {
        self.open
    }

    /// What the options are filtered by.
    pub fn filter(&self) -> &str {
        self.list.filter()
    }

    /// How many rows the open list has: all options that match the filter.
    pub fn rows(&self) -> usize {
        self.list.matching().len()
    }

    /// A row of the open list, counted from 0.
    pub fn row(&self, row: usize) -> Option<Row<'_>> {
        let choice = self.list.row(row)?;
        let above = row.checked_sub(1).and_then(|above| self.list.row(above));
        Some(Row {
            choice,
            chosen: self.chosen.contains(&choice.value),
            active: self.active == Some(row),
            begins_group: choice.group.is_some()
                && above.is_none_or(|above| above.group != choice.group),
        })
    }

    /// The row that keys are on.
    pub fn active_row(&self) -> Option<usize> {
        self.active
    }

    /// Back to what was chosen at the start; the list closes.
    pub fn reset(&mut self) {
        self.set_value(self.default.clone());
        self.shut();
    }

    /// Why the choice is not acceptable; empty when it is. What is pending while the list is on its way
    /// is given the benefit of the doubt.
    pub fn validity(&self) -> Vec<Invalid> {
        self.conditions.validity(self.chosen.is_empty(), self.against(&self.chosen))
    }

    fn against(&self, chosen: &[String]) -> Vec<Invalid> {
        let mut wrong = twice(chosen);
        if *self.listing() == Listing::Loaded {
            let offered = |value: &str| self.list.find(value).is_some_and(|one| !one.disabled);
            if let Some(value) = chosen.iter().find(|value| !offered(value)) {
                wrong.push(Invalid::BadInput(format!("{} is not offered.", Quoted(value))));
            }
        }
        wrong.extend(counted(chosen.len(), self.least, self.most));
        wrong
    }
}

/// A value that stands twice among these, which nothing sends.
pub(super) fn twice(values: &[String]) -> Vec<Invalid> {
    let sorted = order(values.len(), &|one, other| values[one].cmp(&values[other]));
    let mut wrong = Vec::new();
    if let Some(pair) = sorted.windows(2).find(|pair| values[pair[0]] == values[pair[1]]) {
        let twice = Quoted(&values[pair[0]]);
        wrong.push(Invalid::BadInput(format!("{twice} was sent twice; send it once.")));
    }
    wrong
}

uniform! {
    Select(Select),
    fn kind(&self) -> ValueKind {
        if self.multiple { ValueKind::Texts } else { ValueKind::Text }
    }
    fn value(&self) -> Value {
        self.shared_value(self.chosen.clone())
    }
    fn default_value(&self) -> Value {
        self.shared_value(self.default.clone())
    }
    fn set_value(&mut self, value: Value) -> Result<(), Refusal> {
        if !matches!(value, Value::Empty | Value::Text(_) | Value::Texts(_)) {
            return Err(Refusal::WrongKind);
        }
        Select::set_value(self, value.texts().iter().cloned());
        Ok(())
    }
    fn put(&mut self, setting: &Setting) -> Result<(), SettingError> {
        match setting {
            Setting::Start(value) => {
                self.set_value(value.texts().iter().cloned());
                self.default = self.chosen.clone();
            }
            Setting::Label(Label::Prompt, prompt) => self.prompt.clone_from(prompt),
            Setting::Is(Manner::Filtered) => self.filtering = true,
            Setting::Amount(Amount::Least, least) => self.least = whole(*least)? as usize,
            Setting::Amount(Amount::Most, most) => {
                let most = whole(*most)? as usize;
                self.most = if self.multiple { most } else { 1 };
            }
            Setting::Options(options) => self.set_choices(options.iter().cloned()),
            _ => return Err(SettingError::NotForThis),
        }
        Ok(())
    }
    fn against(&self, value: &Value) -> Vec<Invalid> {
        Select::against(self, value.texts())
    }
    fn set_world(&mut self, world: &AnyWorld) {
        self.list.set_world(world.clone());
    }
    fn most_sent(&self) -> usize {
        if self.multiple { self.choices().len().max(self.chosen.len()) } else { 1 }
    }
}

impl Select {
    /// A choice as forms have it: one text, or a list.
    fn shared_value(&self, chosen: Vec<String>) -> Value {
        match self.multiple {
            true => Value::Texts(chosen),
            false => chosen.into_iter().next().into(),
        }
    }
}
