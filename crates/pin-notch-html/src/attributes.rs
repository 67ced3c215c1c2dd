//! Controls from attributes, and attributes from controls.
//!
//! The names are HTML's where HTML has one. Ours are: `unit`, `orientation`, `reversed` and `step-base`
//! on a slider; `lit` and `icon` on a rating; `caption-on` and `caption-off` on a switch.

use pin_notch::{
    Control, ControlError, Decimal, Direction, Lit, Notches, NotchesError, Orientation, Rating,
    Slider, Switch, number_text, parse_number,
};
use std::fmt;

/// The elements.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub enum Tag {
    /// `<notch-slider>`
    Slider,
    /// `<notch-rating>`
    Rating,
    /// `<notch-switch>`
    Switch,
}

impl Tag {
    /// All elements.
    pub const ALL: [Self; 3] = [Self::Slider, Self::Rating, Self::Switch];

    /// The tag's name.
    pub fn name(self) -> &'static str {
        match self {
            Self::Slider => "notch-slider",
            Self::Rating => "notch-rating",
            Self::Switch => "notch-switch",
        }
    }

    /// The tag of this name, in any case.
    pub fn from_name(name: &str) -> Option<Self> {
        Self::ALL.into_iter().find(|tag| tag.name().eq_ignore_ascii_case(name))
    }

    /// The tag under which this control is written.
    pub fn of(control: &Control) -> Self {
        match control {
            Control::Rating(_) => Self::Rating,
            Control::Switch(_) => Self::Switch,
            _ => Self::Slider,
        }
    }
}

/// The attributes whose change makes another control of an element. (`disabled` comes to it another way:
/// a fieldset can disable it too.)
pub const OBSERVED: [&str; 15] = [
    "min",
    "max",
    "step",
    "step-base",
    "value",
    "unit",
    "orientation",
    "reversed",
    "lit",
    "icon",
    "checked",
    "caption-on",
    "caption-off",
    "readonly",
    "required",
];

/// What the core knows nothing of, because it changes nothing but looks.
#[derive(Clone, Debug, Default, PartialEq, Eq)]
#[non_exhaustive]
pub struct Looks {
    /// The icon of a rating, as text; a cell of a comb when it is empty.
    pub icon: String,
}

/// A control as read from attributes.
#[derive(Clone, Debug)]
#[non_exhaustive]
pub struct Attributed {
    /// The control.
    pub control: Control,
    /// Its looks.
    pub looks: Looks,
    /// Attributes that could not be used as they are, and what was done instead.
    pub notes: Vec<Note>,
}

/// An attribute that could not be used as it is: what was wrong, and what holds instead.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Note(String);

impl fmt::Display for Note {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(&self.0)
    }
}

/// Reads a control from its element's attributes. As with HTML's own controls there is always one: an
/// attribute that cannot be used is left out, and a note says so. What is legal but surprising is noted
/// as well.
///
/// ```
/// use pin_notch::Direction;
/// use pin_notch_html::{Tag, control_from};
/// let read = control_from(Tag::Slider, Direction::LeftToRight, |name| match name {
///     "max" => Some("4o".into()),
///     _ => None,
/// });
/// assert_eq!(
///     read.notes[0].to_string(),
///     r#"max="4o" is left out: "4o" is not a number; write it like 12, -0.5 or 2.5e3"#
/// );
/// ```
pub fn control_from(
    tag: Tag,
    direction: Direction,
    attribute: impl Fn(&str) -> Option<String>,
) -> Attributed {
    read(tag, direction, &attribute)
}

fn read(tag: Tag, direction: Direction, attribute: &dyn Fn(&str) -> Option<String>) -> Attributed {
    let mut reader = Reader { attribute, notes: Vec::new() };
    let mut control: Control = match tag {
        Tag::Slider => reader.slider().running(direction).into(),
        Tag::Rating => reader.rating().running(direction).into(),
        Tag::Switch => reader.switch().into(),
    };
    let conditions = control.conditions_mut();
    conditions.disabled = reader.has("disabled");
    conditions.read_only = reader.has("readonly");
    conditions.required = reader.has("required");
    let looks = Looks { icon: reader.text("icon") };
    reader.notes.extend(control.audit().iter().map(|remark| Note(remark.to_string())));
    Attributed { control, looks, notes: reader.notes }
}

struct Reader<'a> {
    attribute: &'a dyn Fn(&str) -> Option<String>,
    notes: Vec<Note>,
}

impl Reader<'_> {
    fn has(&self, name: &str) -> bool {
        (self.attribute)(name).is_some()
    }

    fn text(&self, name: &str) -> String {
        (self.attribute)(name).unwrap_or_default()
    }

    fn leave_out(&mut self, name: &str, why: impl fmt::Display) {
        let value = self.text(name);
        let shown: String = value.chars().take(40).collect();
        self.notes.push(Note(format!("{name}=\"{shown}\" is left out: {why}")));
    }

    /// The attribute as a number, unless it is missing, empty or no number.
    fn number(&mut self, name: &str) -> Option<Decimal> {
        let text = (self.attribute)(name).filter(|text| !text.is_empty())?;
        match parse_number(&text) {
            Ok(number) => Some(number),
            Err(error) => {
                self.leave_out(name, error);
                None
            }
        }
    }

    /// Puts the number to use, unless it cannot be.
    fn apply<T, E: fmt::Display>(
        &mut self,
        to: T,
        name: &str,
        number: Option<Decimal>,
        with: impl FnOnce(T, Decimal) -> Result<T, E>,
    ) -> T
    where
        T: Clone,
    {
        let Some(number) = number else { return to };
        match with(to.clone(), number) {
            Ok(done) => done,
            Err(error) => {
                self.leave_out(name, error);
                to
            }
        }
    }

    fn slider(&mut self) -> Slider {
        let any = self.text("step").eq_ignore_ascii_case("any");
        let mut parts = ["min", "max", "step", "step-base"].map(|name| match name {
            "step" if any => (name, None),
            _ => (name, self.number(name)),
        });
        // Whatever does not fit is left out, one part at a time; nothing at all fits in the end.
        let slider = loop {
            let [min, max, step, base] = parts.map(|(_, number)| number);
            // HTML's range state: 0 to 100.
            let mut builder = Notches::builder()
                .min(min.unwrap_or(Decimal::ZERO))
                .max(max.unwrap_or(Decimal::ONE_HUNDRED));
            builder = if any { builder.step_any() } else { builder };
            builder = step.map_or(builder, |step| builder.step(step));
            builder = base.map_or(builder, |base| builder.step_base(base));
            let error = match builder.build().map_err(ControlError::from).and_then(Slider::new) {
                Ok(slider) => break slider,
                Err(error) => error,
            };
            let blamed = match error {
                ControlError::Notches(NotchesError::TooManyDigits {
                    part: "step base", ..
                }) => "step-base",
                ControlError::Notches(NotchesError::TooManyDigits { part, .. }) => part,
                _ => "step",
            };
            // The part that is blamed may stand at its default, which another one drives out of reach.
            let given = |name| parts.iter().position(|(n, number)| *n == name && number.is_some());
            let at = [blamed, "step", "step-base", "min", "max"].into_iter().find_map(given);
            let Some(at) = at else { unreachable!("0 to 100 by 1 is a slider: {error}") };
            parts[at].1 = None;
            self.leave_out(parts[at].0, error);
        };
        let vertical = self.text("orientation").eq_ignore_ascii_case("vertical");
        let orientation = if vertical { Orientation::Vertical } else { Orientation::Horizontal };
        let default = self.number("value");
        self.apply(slider, "value", default, Slider::starting_at)
            .oriented(orientation)
            .reversed(self.has("reversed"))
            .in_unit(self.text("unit"))
    }

    fn rating(&mut self) -> Rating {
        let icons = self.number("max").unwrap_or(Decimal::from(5)).normalize();
        let whole = u32::try_from(icons.mantissa()).ok().filter(|_| icons.scale() == 0);
        let rating = whole.and_then(|icons| Rating::new(icons).ok()).or_else(|| {
            self.leave_out("max", "a rating has a whole number of icons, 1 to 1000");
            Rating::new(5).ok()
        });
        let Some(rating) = rating else { unreachable!("a rating can have five icons") };
        let (step, min) = (self.number("step"), self.number("min"));
        let rating = self.apply(rating, "step", step, Rating::by);
        let rating = self.apply(rating, "min", min, Rating::at_least);
        let default = self.number("value");
        let rating = self.apply(rating, "value", default, Rating::starting_at);
        let only = self.text("lit").eq_ignore_ascii_case("only");
        rating.lighting(if only { Lit::Only } else { Lit::UpTo })
    }

    fn switch(&mut self) -> Switch {
        let switch = Switch::new()
            .starting(self.has("checked"))
            .captioned(self.text("caption-on"), self.text("caption-off"));
        match (self.attribute)("value") {
            Some(value) => switch.sending(value),
            None => switch,
        }
    }
}

/// The attributes that make this control: the inverse of [`control_from`]. An empty value stands for an
/// attribute that is only there or not.
pub fn attributes_of(control: &Control, looks: &Looks) -> Vec<(&'static str, String)> {
    let mut all = Vec::new();
    let mut put = |name, value: Option<String>| all.extend(value.map(|value| (name, value)));
    let flag = |on: bool| on.then(String::new);
    let text = |text: &str| Some(text.to_owned()).filter(|text| !text.is_empty());
    match control {
        Control::Slider(slider) => {
            let notches = slider.notches();
            put("min", notches.min().map(number_text));
            put("max", notches.max().map(number_text));
            put("step", Some(notches.step().map_or("any".into(), number_text)));
            let base = Some(notches.step_base()).filter(|base| Some(*base) != notches.min());
            put("step-base", base.map(number_text));
            put("value", Some(number_text(slider.default_value())));
            put("unit", text(slider.unit()));
            let vertical = slider.orientation() == Orientation::Vertical;
            put("orientation", vertical.then(|| "vertical".into()));
            put("reversed", flag(slider.is_reversed()));
        }
        Control::Rating(rating) => {
            put("max", Some(rating.icons().to_string()));
            let (min, step) = (rating.notches().min(), rating.notches().step());
            put("min", min.filter(|_| min != step).map(number_text));
            put("step", step.map(number_text));
            put("value", rating.default_value().map(number_text));
            put("lit", (rating.lit() == Lit::Only).then(|| "only".into()));
        }
        Control::Switch(switch) => {
            put("checked", flag(switch.default_on()));
            let value = text(switch.submission_value()).filter(|value| value != "on");
            put("value", value);
            let [on, off] = switch.captions();
            put("caption-on", text(on));
            put("caption-off", text(off));
        }
        _ => {}
    }
    put("icon", text(&looks.icon));
    let conditions = control.conditions();
    put("disabled", flag(conditions.disabled));
    put("readonly", flag(conditions.read_only));
    put("required", flag(conditions.required));
    all
}
