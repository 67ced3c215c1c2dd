//! How a select handles intents: opening, moving through the list, searching and choosing.

use super::{PAGE, Select, TYPE_AHEAD, WINDOW};
use crate::control::given::Given;
use crate::event::{Event, Turn};
use crate::intent::{Intent, Key};
use crate::refusal::Refusal;

impl Select {
    /// Carries out an intent.
    ///
    /// While the list is closed, Down, Up, Enter and Space open it, and Home and End open it at its ends.
    /// While it is open, the arrow keys, page keys, Home and End move and skip disabled options; Enter and
    /// Space choose, and close the list if only one can be chosen; Escape closes it without choosing.
    /// Typing a text filters the options. [`Intent::Find`] moves to the option that begins with what is
    /// typed, and chooses it if the list is closed and only one can be chosen.
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
            Intent::Clear if self.holds_none() => Err(Refusal::Empty),
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

    pub(super) fn shut(&mut self) {
        self.open = false;
        self.active = None;
        self.window = 0;
        self.list.set_filter("");
    }

    /// The row of the first chosen option, or else the first row that can be chosen.
    fn first_chosen(&self) -> Option<usize> {
        let chosen = self.chosen.first().and_then(|value| self.list.row_of(value));
        chosen.or_else(|| self.open_row(0, 1))
    }

    /// The first enabled row from here on in this direction.
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

    /// Makes this row active and scrolls it into the view.
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
        // Half of the window stays below the first visible row: more than is visible at once.
        let near = self.window..=self.window + WINDOW / 2;
        let row = if near.contains(&row) { self.window } else { row.saturating_sub(WINDOW / 4) };
        let row = self.held_window(row);
        if row == self.window {
            return Err(Refusal::Unchanged);
        }
        self.window = row;
        Ok(Turn::one(Event::Scrolled(row)))
    }

    /// Starts the window at this row, or as close to it as the number of rows allows.
    pub(super) fn held_window(&self, row: usize) -> usize {
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
        // Repeating one character cycles through the options that begin with it.
        let again = text.chars().count() > 1 && text.chars().all(|c| c == typed);
        let wanted = if again { typed.to_string() } else { text.clone() };
        let from = match self.active {
            _ if !self.open => self.chosen.first().and_then(|value| self.list.row_of(value)),
            active => active,
        };
        let stays = text.chars().count() > 1 && !again;
        let start = from.map_or(0, |row| if stays { row } else { row + 1 });
        let row = self.list.beginning_with(&wanted, start).ok_or(Refusal::NoMatch)?;
        let turn = match (self.open, self.definition.multiple) {
            (false, false) => {
                let value =
                    self.list.row(row).map(|choice| choice.value.clone()).unwrap_or_default();
                match self.chosen == [value.as_str()] {
                    // The next letter may still lead to a match.
                    true => Turn::one(Event::Draft),
                    false => self.settle(vec![value]),
                }
            }
            (false, true) => self.open_at(Some(row))?,
            (true, _) if self.active == Some(row) => Turn::one(Event::Draft),
            (true, _) => self.go_to(row)?,
        };
        self.find = (text, at);
        Ok(turn)
    }

    /// Chooses an option. If several can be chosen, choosing a chosen one removes it.
    fn pick(&mut self, value: &str) -> Result<Turn<Vec<String>>, Refusal> {
        let choice = self.list.find(value).ok_or(Refusal::NoMatch)?;
        if choice.disabled {
            return Err(Refusal::Disabled);
        }
        if self.definition.multiple && self.chosen.iter().any(|chosen| chosen == value) {
            return self.remove(value);
        }
        if !self.definition.multiple {
            let same = self.chosen == [value];
            let turn = match (same, self.open) {
                (true, false) => return Err(Refusal::Unchanged),
                (true, true) => Turn::one(Event::Closed),
                (false, open) => self.settle(vec![value.to_owned()]).and_if(open, Event::Closed),
            };
            self.shut();
            return Ok(turn);
        }
        // As in the validity, only what is sent counts.
        let count = self.value().len();
        if let Some(most) = self.definition.most.filter(|most| count >= *most as usize) {
            return Err(Refusal::TooMany { most });
        }
        let mut chosen = self.chosen.clone();
        chosen.push(value.to_owned());
        if !self.filter().is_empty() {
            // The search is over: clears the filter, and keeps the option active among all the others.
            self.list.set_filter("");
            self.activate(self.list.row_of(value).filter(|_| self.open));
        }
        Ok(self.settle(chosen))
    }

    fn remove(&mut self, value: &str) -> Result<Turn<Vec<String>>, Refusal> {
        if !self.chosen.iter().any(|chosen| chosen == value) {
            return Err(Refusal::NoMatch);
        }
        if self.holds_none() {
            return Err(Refusal::Empty);
        }
        if self.conditions.required && self.chosen.len() == 1 {
            return Err(Refusal::Required);
        }
        let chosen = self.chosen.iter().filter(|chosen| *chosen != value).cloned().collect();
        Ok(self.settle(chosen))
    }

    fn settle(&mut self, chosen: Vec<String>) -> Turn<Vec<String>> {
        (self.chosen, self.given) = (self.in_order(chosen), Given::Person);
        Turn::settled(self.value())
    }

    /// These values in the order of their options, with pending ones last. If there are none, the option
    /// that stands for none.
    pub(super) fn in_order(&self, chosen: Vec<String>) -> Vec<String> {
        if chosen.is_empty() {
            return self.none();
        }
        let place = |value: &String| self.list.place_of(value).unwrap_or(usize::MAX);
        let mut order: Vec<(usize, usize)> = chosen.iter().map(place).zip(0..).collect();
        order.sort_unstable();
        order.into_iter().map(|(_, at)| chosen[at].clone()).collect()
    }
}
