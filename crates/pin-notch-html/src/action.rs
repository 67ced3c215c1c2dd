//! What pressing a part of a control means. The markup has it in `data-do` and `data-with`; the script in
//! the page only passes both back.

use pin_notch::{Control, Date, Intent, Key, Value, parse_number};

/// What a part does when it is pressed.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub enum Action {
    /// Chooses the option with this value.
    Pick,
    /// Chooses this number, or clears the control if it already has it.
    Choose,
    /// Removes this value from the chosen ones.
    Remove,
    /// Chooses this day; pointing at it previews it.
    Day,
    /// Acts like this key.
    Key,
    /// Makes this many steps, repeatedly while it is held.
    Step,
    /// Clears the control.
    Clear,
    /// Opens or closes the popup.
    Toggle,
    /// Flips all checkboxes of a group.
    Flip,
    /// Makes this field active.
    Field,
}

const NAMES: [(&str, Action); 10] = [
    ("choose", Action::Choose),
    ("pick", Action::Pick),
    ("remove", Action::Remove),
    ("day", Action::Day),
    ("key", Action::Key),
    ("step", Action::Step),
    ("clear", Action::Clear),
    ("toggle", Action::Toggle),
    ("flip", Action::Flip),
    ("field", Action::Field),
];

impl Action {
    pub(crate) fn name(self) -> &'static str {
        NAMES.iter().find(|(_, action)| *action == self).map_or("", |(name, _)| name)
    }

    /// The intent of pressing a part with this `data-do` and `data-with`; `None` for anything that no
    /// control writes.
    ///
    /// ```
    /// use pin_notch::{Intent, Switch};
    /// use pin_notch_html::Action;
    /// let control = Switch::default().into();
    /// assert_eq!(Action::intent("step", "-1", &control), Some(Intent::Step(-1)));
    /// assert_eq!(Action::intent("step", "far", &control), None);
    /// ```
    pub fn intent<'a>(name: &str, with: &'a str, control: &Control) -> Option<Intent<'a>> {
        let (_, action) = NAMES.iter().find(|(known, _)| *known == name)?;
        Some(match action {
            Self::Choose => match parse_number(with).ok()? {
                number if control.value() == Value::Number(number) => Intent::Clear,
                number => Intent::Choose(number),
            },
            Self::Pick => Intent::Pick(with),
            Self::Remove => Intent::Remove(with),
            Self::Day => Intent::PickDay(with.parse::<Date>().ok()?),
            Self::Key => Intent::Key(Key::from_ui_events(with)?),
            Self::Step => Intent::Step(with.parse().ok()?),
            Self::Clear => Intent::Clear,
            Self::Toggle if control.has_open_popup() => Intent::Close,
            Self::Toggle => Intent::Open,
            Self::Flip => Intent::Flip,
            Self::Field => Intent::Field(with.parse().ok()?),
        })
    }
}
