//! What a press on a part of a control means. The markup says it in `data-do` and `data-with`; whatever
//! listens in the page hands both back, and decides nothing.

use pin_notch::{Control, Date, Intent, Key, Value, parse_number};

/// What a part does when it is pressed.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub enum Action {
    /// Chooses the option with this value.
    Pick,
    /// Chooses this number; makes empty what has it already.
    Choose,
    /// Takes this value out of those that are chosen.
    Remove,
    /// Chooses this day; pointing at it previews it.
    Day,
    /// Does what this key does.
    Key,
    /// Makes so many steps, again and again while it is held.
    Step,
    /// Makes it empty.
    Clear,
    /// Opens what is closed, closes what is open.
    Toggle,
    /// Flips all checkboxes of a group.
    Flip,
    /// Puts keys on this field.
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

    /// What somebody tried who pressed a part with this `data-do` and `data-with`; `None` for what no
    /// control of ours has written.
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
