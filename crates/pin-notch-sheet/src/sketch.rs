//! What a control looks like when nobody touches it: one of a few shapes, which the text and the picture of a
//! form each draw in their own way.

// Every match over the controls is exhaustive, so that the compiler reports each place that a new one
// concerns.
#![warn(clippy::wildcard_enum_match_arm)]

use pin_notch::{Checked, RatingView, View};
use std::borrow::Cow;

/// A control as shapes and texts.
pub(crate) enum Sketch<'a> {
    /// A track with thumbs, filled between two places, and the value in words.
    Track { thumbs: &'a [f64], filled: (f64, f64), readout: &'a str },
    /// A row of icons, of each of which a fraction is lit, and the value in words. An icon without a text has
    /// the default shape.
    Icons { icon: &'a str, lit: Vec<f64>, readout: &'a str },
    /// A switch with its caption.
    Toggle { on: bool, caption: &'a str },
    /// Checkboxes or radio buttons with their texts, one per line.
    Choices(Vec<(Mark, &'a str)>),
    /// A text of one or several lines, of which some are visible.
    Lines { lines: Vec<&'a str>, is_prompt: bool, visible: u32, counter: &'a str },
    /// Frames in which something is entered.
    Entries { entries: Vec<Entry<'a>>, unit: &'a str, button: Button },
    /// An item between the buttons for the item before and after it.
    Item(&'a str),
    /// The fields of a value in one frame.
    Fields { text: String, is_empty: bool },
}

/// What can be checked.
pub(crate) enum Mark {
    Checkbox(Checked),
    Radio(bool),
}

/// A text in a frame.
pub(crate) struct Entry<'a> {
    pub text: Cow<'a, str>,
    /// Whether it says what to enter, because nothing is entered.
    pub is_prompt: bool,
}

/// The buttons in a frame.
pub(crate) enum Button {
    /// For less and for more.
    Steps,
    /// It opens a list.
    List,
    /// It opens a calendar.
    Calendar,
}

impl<'a> Sketch<'a> {
    pub(crate) fn new(view: &'a View) -> Self {
        match view {
            View::Slider(view) => Self::Track {
                thumbs: std::slice::from_ref(&view.thumb),
                filled: view.filled,
                readout: &view.readout,
            },
            View::SpanSlider(view) => {
                Self::Track { thumbs: &view.thumbs, filled: view.filled, readout: &view.readout }
            }
            View::Rating(view) => {
                Self::Icons { icon: &view.icon, lit: lit(view), readout: &view.readout }
            }
            View::Switch(view) => Self::Toggle { on: view.on, caption: &view.caption },
            View::Checkbox(view) => {
                Self::Choices(vec![(Mark::Checkbox(view.checked), &view.description)])
            }
            View::CheckboxGroup(view) => {
                let all = view.choices.iter();
                let all = all.map(|one| (Mark::Checkbox(one.checkbox.checked), &*one.text));
                Self::Choices(all.collect())
            }
            View::RadioGroup(view) => {
                let all = view.radios.iter();
                Self::Choices(all.map(|one| (Mark::Radio(one.chosen), &*one.text)).collect())
            }
            View::Text(view) => {
                let is_prompt = view.text.is_empty();
                let text = if is_prompt { &view.placeholder } else { &view.text };
                let (visible, counter) = (view.rows, &*view.counter);
                Self::Lines { lines: text.lines().collect(), is_prompt, visible, counter }
            }
            View::Stepper(view) => Self::Entries {
                entries: vec![Entry::new(&view.text, &view.placeholder)],
                unit: &view.unit,
                button: Button::Steps,
            },
            View::ItemStepper(view) => Self::Item(&view.text),
            View::Select(view) => {
                let texts: Vec<&str> = view.tokens.iter().map(|token| &*token.text).collect();
                let entry = match texts[..] {
                    [] => Entry { text: (&view.readout).into(), is_prompt: view.prompting },
                    [..] => Entry { text: texts.join(", ").into(), is_prompt: false },
                };
                Self::Entries { entries: vec![entry], unit: "", button: Button::List }
            }
            View::Date(view) => Self::Entries {
                entries: vec![Entry::new(&view.text, &view.placeholder)],
                unit: "",
                button: Button::Calendar,
            },
            View::DateSpan(view) => {
                let texts = &view.texts[..if view.two_fields { 2 } else { 1 }];
                let entries = texts.iter().map(|text| Entry::new(text, &view.placeholder));
                Self::Entries { entries: entries.collect(), unit: "", button: Button::Calendar }
            }
            View::Month(view) | View::Week(view) | View::Time(view) | View::DateTime(view) => {
                let fields = view.fields.iter();
                let text = fields.map(|field| format!("{}{}", field.before, field.text)).collect();
                Self::Fields { text, is_empty: view.text.is_empty() }
            }
        }
    }
}

impl<'a> Entry<'a> {
    fn new(text: &'a str, placeholder: &'a str) -> Self {
        let is_prompt = text.is_empty();
        Self { text: if is_prompt { placeholder } else { text }.into(), is_prompt }
    }
}

/// The fraction of each icon that is lit.
fn lit(view: &RatingView) -> Vec<f64> {
    (0..view.icons).map(|at| view.fill(at).to_string().parse().unwrap_or(0.0)).collect()
}
