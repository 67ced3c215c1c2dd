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

mod list;
mod view;

pub use list::{Choice, Listing};
pub use view::{RowView, SelectView, TokenView};

use super::conditions::condition_methods;
use super::uniform::uniform;
use super::{Conditions, Value, ValueKind};
use crate::event::{Event, Refusal, Turn};
use crate::intent::{Intent, Key};
use crate::validity::Invalid;
use crate::world::AnyWorld;
use list::List;

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
            let unknown = chosen.iter().find(|value| !offered(value));
            wrong.extend(
                unknown.map(|value| Invalid::BadInput(format!("{value:?} is not offered."))),
            );
        }
        let few = (chosen.len() < self.least).then_some(Invalid::TooFew { least: self.least });
        let many = (chosen.len() > self.most).then_some(Invalid::TooMany { most: self.most });
        wrong.extend(few.into_iter().chain(many));
        wrong
    }

    /// Carries out an intent.
    ///
    /// Closed: Down, Up, Enter and Space open the list, Home and End open it at its ends. Open: arrows,
    /// page keys, Home and End move, passing over disabled options; Enter and Space choose, and close
    /// the list of a single select; Escape closes it and chooses nothing. Typing a text filters;
    /// [`Intent::Find`] goes to the option that begins with what is typed, and chooses it in a closed
    /// single select.
    pub fn handle(&mut self, intent: Intent) -> Turn<Vec<String>> {
        self.carry_out(intent).unwrap_or_else(Turn::Refused)
    }

    fn carry_out(&mut self, intent: Intent) -> Result<Turn<Vec<String>>, Refusal> {
        match intent {
            Intent::Close | Intent::Leave | Intent::Key(Key::Escape) => return self.close(),
            _ => self.conditions.admit()?,
        }
        match intent {
            Intent::Open => self.open_at(self.first_chosen()),
            Intent::Scroll(row) => self.scroll(row),
            Intent::Type(text) => self.type_filter(text),
            Intent::Find { typed, at } => self.find(typed, at),
            Intent::Pick(value) => self.pick(value),
            Intent::Remove(value) => self.remove(value),
            Intent::Clear if self.chosen.is_empty() => Err(Refusal::Empty),
            Intent::Clear if self.conditions.required => Err(Refusal::Required),
            Intent::Clear => Ok(self.settle(Vec::new())),
            Intent::Key(Key::Delete | Key::Backspace) => {
                let last = self.chosen.last().cloned().ok_or(Refusal::Empty)?;
                self.remove(&last)
            }
            Intent::Key(key) if self.open => self.key(key),
            Intent::Key(Key::Home) => self.open_at(self.open_row(0, 1)),
            Intent::Key(Key::End) => self.open_at(self.open_row(self.rows() as i64 - 1, -1)),
            Intent::Key(Key::Down | Key::Up | Key::Enter | Key::Space) => {
                self.open_at(self.first_chosen())
            }
            _ => Err(Refusal::NotForThis),
        }
    }

    fn open_at(&mut self, row: Option<usize>) -> Result<Turn<Vec<String>>, Refusal> {
        if self.open {
            return Err(Refusal::Unchanged);
        }
        self.open = true;
        self.activate(row);
        Ok(Turn::one(Event::Opened))
    }

    fn close(&mut self) -> Result<Turn<Vec<String>>, Refusal> {
        if !self.open {
            return Err(Refusal::Unchanged);
        }
        self.shut();
        Ok(Turn::one(Event::Closed))
    }

    fn shut(&mut self) {
        self.open = false;
        self.active = None;
        self.window = 0;
        self.list.set_filter("");
    }

    /// The row of the first chosen option, else the first row that can be chosen.
    fn first_chosen(&self) -> Option<usize> {
        let chosen = self.chosen.first().and_then(|value| self.list.row_of(value));
        chosen.or_else(|| self.open_row(0, 1))
    }

    /// The first row from here on, in this direction, that is not disabled.
    fn open_row(&self, from: i64, way: i64) -> Option<usize> {
        let rows = self.rows() as i64;
        let mut row = from;
        while (0..rows).contains(&row) {
            if self.list.row(row as usize).is_some_and(|choice| !choice.disabled) {
                return Some(row as usize);
            }
            row += way;
        }
        None
    }

    fn key(&mut self, key: Key) -> Result<Turn<Vec<String>>, Refusal> {
        let last = self.rows() as i64 - 1;
        let at = |steps: i64| match self.active {
            Some(row) => row as i64 + steps,
            None => {
                if steps > 0 {
                    0
                } else {
                    last
                }
            }
        };
        let (row, refusal) = match key {
            Key::Enter | Key::Space => {
                let choice = self.active.and_then(|row| self.list.row(row));
                let value = choice.ok_or(Refusal::Empty)?.value.clone();
                return self.pick(&value);
            }
            Key::Down => (self.open_row(at(1), 1), Refusal::AtLast),
            Key::Up => (self.open_row(at(-1), -1), Refusal::AtFirst),
            Key::PageDown => (self.open_row(at(PAGE).min(last), -1), Refusal::AtLast),
            Key::PageUp => (self.open_row(at(-PAGE).max(0), 1), Refusal::AtFirst),
            Key::Home => (self.open_row(0, 1), Refusal::AtFirst),
            Key::End => (self.open_row(last, -1), Refusal::AtLast),
            _ => return Err(Refusal::NotForThis),
        };
        self.go_to(row.filter(|row| Some(*row) != self.active).ok_or(refusal)?)
    }

    fn go_to(&mut self, row: usize) -> Result<Turn<Vec<String>>, Refusal> {
        self.activate(Some(row));
        Ok(Turn::one(Event::Active(row)))
    }

    /// Puts keys on this row, and shows it.
    fn activate(&mut self, row: Option<usize>) {
        self.active = row;
        let row = row.unwrap_or(0);
        if !(self.window..self.window + WINDOW).contains(&row) {
            self.window = self.held_window(row.saturating_sub(WINDOW / 2));
        }
    }

    fn scroll(&mut self, row: usize) -> Result<Turn<Vec<String>>, Refusal> {
        if !self.open {
            return Err(Refusal::NotForThis);
        }
        let row = self.held_window(row);
        if row == self.window {
            return Err(Refusal::Unchanged);
        }
        self.window = row;
        Ok(Turn::one(Event::Scrolled(row)))
    }

    /// The window that begins at this row, or as near to it as there are rows to fill it.
    fn held_window(&self, row: usize) -> usize {
        row.min(self.rows().saturating_sub(WINDOW))
    }

    fn type_filter(&mut self, text: &str) -> Result<Turn<Vec<String>>, Refusal> {
        if self.filter() == text {
            return Err(Refusal::Unchanged);
        }
        self.list.set_filter(text);
        self.window = 0;
        self.activate(self.open_row(0, 1));
        let was_open = core::mem::replace(&mut self.open, true);
        Ok(Turn::one(Event::Draft).and_if(!was_open, Event::Opened))
    }

    fn find(&mut self, typed: char, at: u64) -> Result<Turn<Vec<String>>, Refusal> {
        let (mut text, last) = self.find.clone();
        if at.saturating_sub(last) > TYPE_AHEAD {
            text.clear();
        }
        text.push(typed);
        // The same character again and again goes from one option with that beginning to the next.
        let again = text.chars().count() > 1 && text.chars().all(|c| c == typed);
        let wanted = if again { typed.to_string() } else { text.clone() };
        let from = match self.active {
            _ if !self.open => self.chosen.first().and_then(|value| self.list.row_of(value)),
            active => active,
        };
        let stays = text.chars().count() > 1 && !again;
        let start = from.map_or(0, |row| if stays { row } else { row + 1 });
        let row = self.list.beginning_with(&wanted, start).ok_or(Refusal::NoMatch)?;
        let turn = match (self.open, self.multiple) {
            (false, false) => {
                let value =
                    self.list.row(row).map(|choice| choice.value.clone()).unwrap_or_default();
                if self.chosen == [value.as_str()] {
                    return Err(Refusal::Unchanged);
                }
                self.settle(vec![value])
            }
            (false, true) => self.open_at(Some(row))?,
            (true, _) if self.active == Some(row) => return Err(Refusal::Unchanged),
            (true, _) => self.go_to(row)?,
        };
        self.find = (text, at);
        Ok(turn)
    }

    /// Chooses an option; one that is chosen already is let go in a select of many.
    fn pick(&mut self, value: &str) -> Result<Turn<Vec<String>>, Refusal> {
        let choice = self.list.find(value).ok_or(Refusal::NoMatch)?;
        if choice.disabled {
            return Err(Refusal::Disabled);
        }
        if self.multiple && self.chosen.iter().any(|chosen| chosen == value) {
            return self.remove(value);
        }
        if !self.multiple {
            let same = self.chosen == [value];
            let turn = match (same, self.open) {
                (true, false) => return Err(Refusal::Unchanged),
                (true, true) => Turn::one(Event::Closed),
                (false, open) => self.settle(vec![value.to_owned()]).and_if(open, Event::Closed),
            };
            self.shut();
            return Ok(turn);
        }
        if self.chosen.len() >= self.most {
            return Err(Refusal::TooMany { max: self.most });
        }
        let mut chosen = self.chosen.clone();
        chosen.push(value.to_owned());
        Ok(self.settle(chosen))
    }

    fn remove(&mut self, value: &str) -> Result<Turn<Vec<String>>, Refusal> {
        if !self.chosen.iter().any(|chosen| chosen == value) {
            return Err(Refusal::NoMatch);
        }
        if self.conditions.required && self.chosen.len() == 1 {
            return Err(Refusal::Required);
        }
        let chosen = self.chosen.iter().filter(|chosen| *chosen != value).cloned().collect();
        Ok(self.settle(chosen))
    }

    fn settle(&mut self, chosen: Vec<String>) -> Turn<Vec<String>> {
        self.chosen = self.in_order(chosen);
        Turn::settled(self.chosen.clone())
    }

    fn in_order(&self, mut chosen: Vec<String>) -> Vec<String> {
        chosen.sort_by_key(|value| self.list.place_of(value).unwrap_or(usize::MAX));
        chosen
    }
}

/// A value that stands twice among these, which nothing sends.
pub(super) fn twice(values: &[String]) -> Vec<Invalid> {
    let mut sorted: Vec<&String> = values.iter().collect();
    sorted.sort();
    let twice = sorted.windows(2).find(|pair| pair[0] == pair[1]);
    let message = twice.map(|pair| format!("{:?} was sent twice; send it once.", pair[0]));
    message.map(Invalid::BadInput).into_iter().collect()
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
