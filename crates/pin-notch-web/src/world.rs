//! The locale of an element, from the browser's `Intl`.

use crate::ports::{Ports, records};
use pin_notch::{AnyWorld, Direction, Weekday, World};
use std::cell::RefCell;
use wasm_bindgen::prelude::*;

#[wasm_bindgen(module = "/src/script/world.js")]
extern "C" {
    /// Folds a text by removing case and accents, and keeps line feeds.
    fn folded(text: &str) -> String;
    /// Whether a text matches an HTML pattern; undefined if the pattern is invalid.
    fn matches(pattern: &str, text: &str) -> Option<bool>;
    #[wasm_bindgen(js_name = isUrl)]
    fn is_url(text: &str) -> bool;
}

/// The locale data of a language as provided by the page, one record each: digits; decimal and group
/// separator; minus; month names, and short ones; weekday names from Monday, and short ones; the first day
/// of the week, 1 for Monday; `rtl` or `ltr`.
struct Words {
    records: Vec<Vec<String>>,
    digits: [char; 10],
}

impl Words {
    fn text(&self, record: usize, at: usize) -> String {
        self.records.get(record).and_then(|fields| fields.get(at)).cloned().unwrap_or_default()
    }

    fn char(&self, record: usize, at: usize) -> Option<char> {
        self.records.get(record)?.get(at)?.chars().next()
    }
}

impl World for Words {
    fn digits(&self) -> [char; 10] {
        self.digits
    }

    fn decimal_separator(&self) -> char {
        self.char(1, 0).unwrap_or('.')
    }

    fn group_separator(&self) -> Option<char> {
        self.char(1, 1)
    }

    fn minus(&self) -> char {
        self.char(1, 2).unwrap_or('-')
    }

    fn month_name(&self, month: u8) -> String {
        self.text(2, usize::from(month).wrapping_sub(1))
    }

    fn short_month_name(&self, month: u8) -> String {
        self.text(3, usize::from(month).wrapping_sub(1))
    }

    fn weekday_name(&self, day: Weekday) -> String {
        self.text(4, day as usize)
    }

    fn short_weekday_name(&self, day: Weekday) -> String {
        self.text(5, day as usize)
    }

    fn first_day(&self) -> Weekday {
        let day = self.text(6, 0).parse::<usize>().unwrap_or(1);
        Weekday::ALL[(day + 6) % 7]
    }

    fn direction(&self) -> Direction {
        match self.text(6, 1).as_str() {
            "rtl" => Direction::RightToLeft,
            _ => Direction::LeftToRight,
        }
    }

    fn folded(&self, text: &str) -> String {
        folded(text)
    }

    fn matches(&self, pattern: &str, text: &str) -> Option<bool> {
        matches(pattern, text)
    }

    fn is_url(&self, text: &str) -> Option<bool> {
        Some(is_url(text))
    }
}

thread_local! {
    static WORLDS: RefCell<Vec<(String, AnyWorld)>> = RefCell::default();
}

/// The world of this language, requested only once.
pub(crate) fn world(ports: &Ports, language: &str) -> AnyWorld {
    let known = WORLDS.with_borrow(|worlds| {
        worlds.iter().find(|(known, _)| known == language).map(|(_, world)| world.clone())
    });
    known.unwrap_or_else(|| {
        let records: Vec<_> = records(&ports.world(language)).collect();
        let digit = |at: usize| {
            let digit = records.first().and_then(|digits| digits.get(at)?.chars().next());
            digit.unwrap_or((b'0' + at as u8) as char)
        };
        let digits = core::array::from_fn(digit);
        let world = AnyWorld::from(Words { records, digits });
        WORLDS.with_borrow_mut(|worlds| worlds.push((language.to_owned(), world.clone())));
        world
    })
}
