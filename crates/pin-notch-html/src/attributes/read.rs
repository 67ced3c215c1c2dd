//! From attributes to a control.

use super::{Attributed, Looks, Note, Surroundings, Tag, entries_of};
use pin_notch::{
    Amount, Blocked, CheckGroup, Checkbox, Checked, Choice, Control, ControlError, DatePicker,
    DateSpanPicker, DateTime, Decimal, FieldStepper, ItemStepper, Label, Manner, Month, Notches,
    NotchesError, NotchesOf, Quoted, Rating, Select, Setting, SettingError, Slider, SpanSlider,
    Stepper, Switch, Time, Value, ValueKind as Kind, Week, Weekday, Wording, parse_number,
};

pub(super) fn read(
    tag: Tag,
    around: &Surroundings,
    attribute: &dyn Fn(&str) -> Option<String>,
) -> Attributed {
    let mut reader = Reader { attribute, around, notes: Vec::new(), left_out: Vec::new() };
    // Whatever does not fit is left out, one attribute at a time, and all is read anew: without any
    // attributes, everything fits.
    let mut control = loop {
        match reader.control(tag) {
            Ok(control) => break control,
            Err(misfit) => reader.leave_out(misfit.name, misfit.why),
        }
    };

    control.set_world(&around.world);
    let conditions = control.conditions_mut();
    conditions.disabled = reader.has("disabled");
    conditions.read_only = reader.has("readonly");
    conditions.required = reader.has("required");
    let given = reader.text("aria-label");
    let label = if given.is_empty() { around.label.clone() } else { given };
    let looks = Looks { icon: reader.text("icon"), svg: around.svg.clone(), label };
    let remarks = control.audit();
    let remarks = remarks.iter().map(|remark| Note { left_out: None, why: remark.to_string() });
    reader.notes.extend(remarks);
    Attributed { control, looks, notes: reader.notes }
}

/// The attribute that does not fit, and why.
struct Misfit {
    name: &'static str,
    why: String,
}

type Fit<T> = Result<T, Box<Misfit>>;

fn misfit(name: &'static str, why: impl ToString) -> Box<Misfit> {
    Box::new(Misfit { name, why: why.to_string() })
}

struct Reader<'a> {
    attribute: &'a dyn Fn(&str) -> Option<String>,
    around: &'a Surroundings,
    notes: Vec<Note>,
    /// Attributes that did not fit.
    left_out: Vec<&'static str>,
}

/// How an attribute is read.
enum How {
    /// As a text that is not empty.
    Text(Label),
    /// As a text wherever it is there.
    Any(Label),
    Number(Amount),
    /// It is there, or is this token.
    Is(&'static str, Manner),
    Readout,
    Preview,
    Pattern,
    FirstDay,
    Near,
    /// As the value it starts with; where only its being on is a value, as the text that is sent.
    Value,
    /// It starts on, or neither on nor off, where that is a value.
    Starts(Checked),
}

/// The attributes that can be put on a control that is there, in this order: a value comes after what says
/// whether it is allowed. Whatever a control has no use for, it leaves aside.
const ATTRIBUTES: [(&str, How); 28] = [
    ("unit", How::Text(Label::Unit)),
    ("placeholder", How::Text(Label::Prompt)),
    ("description", How::Text(Label::Description)),
    ("caption-on", How::Text(Label::On)),
    ("caption-off", How::Text(Label::Off)),
    ("parent", How::Any(Label::Parent)),
    ("empty-text", How::Any(Label::Empty)),
    ("readout", How::Readout),
    ("preview", How::Preview),
    ("pattern", How::Pattern),
    ("first-day", How::FirstDay),
    ("near", How::Near),
    ("orientation", How::Is("vertical", Manner::Vertical)),
    ("scale", How::Is("logarithmic", Manner::Logarithmic)),
    ("lit", How::Is("only", Manner::OnlyOne)),
    ("reversed", How::Is("", Manner::Reversed)),
    ("push", How::Is("", Manner::Pushing)),
    ("wrap", How::Is("", Manner::Wrapping)),
    ("filter", How::Is("", Manner::Filtered)),
    ("always-open", How::Is("", Manner::AlwaysOpen)),
    ("two-fields", How::Is("", Manner::TwoFields)),
    ("across-blocked", How::Is("", Manner::AcrossBlocked)),
    ("page-step", How::Number(Amount::Page)),
    ("least", How::Number(Amount::Least)),
    ("most", How::Number(Amount::Most)),
    ("value", How::Value),
    ("checked", How::Starts(Checked::On)),
    ("indeterminate", How::Starts(Checked::Mixed)),
];

/// What makes the control of this tag by what it cannot be made without. (Each is called by its place, so
/// that none is written into the caller: together they would take the room of all.)
fn maker(tag: Tag) -> fn(&Reader<'_>) -> Fit<Control> {
    match tag {
        Tag::Slider => |reader| Ok(Slider::new(reader.range()?).map_err(reader.at())?.into()),
        Tag::SpanSlider => |reader| {
            let mut control = SpanSlider::new(reader.range()?).map_err(reader.at())?.into();
            // How far apart its ends have to be is said of the span it starts with.
            if let Some(start) = reader.setting("value", &How::Value, &control)? {
                reader.put(&mut control, "value", &start)?;
            }
            Ok(control)
        },
        Tag::Rating => |reader| {
            let icons = reader.number("max")?.unwrap_or(Decimal::from(5)).normalize();
            let whole = u32::try_from(icons.mantissa()).ok().filter(|_| icons.scale() == 0);
            let rating = whole.and_then(|icons| Rating::new(icons).ok());
            let many = || misfit("max", "a rating has a whole number of icons, 1 to 1000");
            let mut control = rating.ok_or_else(many)?.into();
            for (name, amount) in [("step", Amount::Step), ("min", Amount::Min)] {
                if let Some(number) = reader.number(name)? {
                    reader.put(&mut control, name, &Setting::Amount(amount, number))?;
                }
            }
            Ok(control)
        },
        Tag::Switch => |_| Ok(Switch::new().into()),
        Tag::Checkbox => |_| Ok(Checkbox::new().into()),
        Tag::CheckGroup => {
            |reader| Ok(CheckGroup::new(reader.around.options.iter().cloned()).into())
        }
        Tag::Stepper => {
            |reader| Ok(Stepper::new(reader.notches([None, None])?).map_err(reader.at())?.into())
        }
        Tag::ItemStepper => |reader| Ok(ItemStepper::new(reader.around.options.clone()).into()),
        Tag::Select => |reader| {
            let many = reader.has("multiple");
            Ok(if many { Select::many() } else { Select::single() }.into())
        },
        Tag::Date => |reader| Ok(DatePicker::new(reader.around.today).into()),
        Tag::DateSpan => |reader| Ok(DateSpanPicker::new(reader.around.today).into()),
        Tag::Month => |_| Ok(FieldStepper::<Month>::new(NotchesOf::all()).into()),
        Tag::Week => |_| Ok(FieldStepper::<Week>::new(NotchesOf::all()).into()),
        Tag::Time => |_| Ok(FieldStepper::<Time>::new(NotchesOf::all()).into()),
        Tag::DateTime => |_| Ok(FieldStepper::<DateTime>::new(NotchesOf::all()).into()),
    }
}

impl Reader<'_> {
    fn control(&self, tag: Tag) -> Fit<Control> {
        let mut control = maker(tag)(self)?;
        if !matches!(
            control.kind(),
            Kind::Number | Kind::On | Kind::Text | Kind::Texts | Kind::Span
        ) {
            self.bound(&mut control)?;
        }
        self.put(&mut control, "dir", &Setting::Direction(self.around.direction))?;
        if !self.left_out.contains(&OPTIONS) {
            let options = self.options(tag)?;
            self.put(&mut control, OPTIONS, &options)?;
        }
        for (name, how) in &ATTRIBUTES {
            if let Some(setting) = self.setting(name, how, &control)? {
                self.put(&mut control, name, &setting)?;
            }
        }
        Ok(control)
    }

    fn put(&self, control: &mut Control, name: &'static str, setting: &Setting) -> Fit<()> {
        match control.put(setting) {
            Ok(()) | Err(SettingError::NotForThis) => Ok(()),
            Err(error) => Err(misfit(name, error)),
        }
    }

    /// What an attribute says, if it is there and says something.
    fn setting(&self, name: &'static str, how: &How, control: &Control) -> Fit<Option<Setting>> {
        let Some(text) = (self.attribute)(name).filter(|_| !self.left_out.contains(&name)) else {
            return Ok(None);
        };
        let sends = matches!(control, Control::Switch(_) | Control::Checkbox(_));
        Ok(Some(match how {
            How::Starts(_) if !sends => return Ok(None),
            How::Starts(checked) => Setting::Start((*checked).into()),
            How::Value if sends => Setting::Label(Label::Sent, text),
            How::Any(label) => Setting::Label(*label, text),
            How::Is("", manner) => Setting::Is(*manner),
            How::Is(token, manner) if text.eq_ignore_ascii_case(token) => Setting::Is(*manner),
            How::Is(..) => return Ok(None),
            _ if text.is_empty() => return Ok(None),
            How::Text(label) => Setting::Label(*label, text),
            How::Number(amount) => {
                Setting::Amount(*amount, parse_number(&text).map_err(|error| misfit(name, error))?)
            }
            How::Readout => Setting::Readout(wording(name, &text)?),
            How::Preview => Setting::Preview(wording(name, &text)?),
            How::Pattern => Setting::Pattern(text.parse().map_err(|error| misfit(name, error))?),
            How::FirstDay => {
                let like = || misfit(name, "write a weekday like sunday");
                Setting::FirstDay(weekday(&text).ok_or_else(like)?)
            }
            How::Near => Setting::Near(value(name, text, control)?),
            How::Value => Setting::Start(value(name, text, control)?),
        }))
    }

    /// What the options are to the element of this tag.
    fn options(&self, tag: Tag) -> Fit<Setting> {
        let options = &self.around.options;
        Ok(match tag {
            Tag::Date | Tag::DateSpan => {
                let mut all = Vec::new();
                for option in options {
                    all.push(blocked(option)?);
                }
                Setting::Blocked(all)
            }
            // Marks, as those of a datalist are to HTML's range.
            Tag::Slider => {
                let mut marks = Vec::new();
                for option in options {
                    if let Ok(value) = parse_number(&option.value) {
                        let label = if option.text == option.value { "" } else { &option.text };
                        marks.push((value, label.to_owned()));
                    }
                }
                Setting::Marks(marks)
            }
            // A rating without options has no names; its sentence stays.
            Tag::Rating if options.is_empty() => Setting::Marks(Vec::new()),
            _ => Setting::Options(options.clone()),
        })
    }

    fn has(&self, name: &str) -> bool {
        (self.attribute)(name).is_some()
    }

    fn text(&self, name: &str) -> String {
        (self.attribute)(name).unwrap_or_default()
    }

    fn is(&self, name: &str, token: &str) -> bool {
        self.text(name).eq_ignore_ascii_case(token)
    }

    fn leave_out(&mut self, name: &'static str, why: String) {
        let value = self.text(name);
        let shown: String = value.chars().take(40).collect();
        assert!(!self.left_out.contains(&name), "{name} is left out already: {why}");
        self.notes.push(Note { left_out: Some((name, shown)), why });
        self.left_out.push(name);
    }

    /// The text of an attribute that is there, holds something, and is not left out.
    fn given(&self, name: &'static str) -> Option<String> {
        (self.attribute)(name).filter(|text| !text.is_empty() && !self.left_out.contains(&name))
    }

    fn number(&self, name: &'static str) -> Fit<Option<Decimal>> {
        self.given(name)
            .map(|text| parse_number(&text).map_err(|error| misfit(name, error)))
            .transpose()
    }

    /// Notches by the attributes `min`, `max`, `step` and `step-base`.
    fn notches(&self, bounds: [Option<Decimal>; 2]) -> Fit<Notches> {
        let any = self.is("step", "any");
        let [min, max, base] = ["min", "max", "step-base"].map(|name| self.number(name));
        let (min, max, base) = (min?, max?, base?);
        let step = if any { None } else { self.number("step")? };
        let bounds = Notches::builder().min(min.or(bounds[0])).max(max.or(bounds[1]));
        let builder = bounds.step(step).step_base(base);
        let builder = if any { builder.step_any() } else { builder };
        builder.build().map_err(|error| {
            let blamed = match error {
                NotchesError::TooManyDigits { part: "step base", .. } => "step-base",
                NotchesError::TooManyDigits { part, .. } => part,
                _ => "step",
            };
            misfit(self.given_of(blamed), error)
        })
    }

    /// The attribute to leave out where this one is blamed. It may stand at its default, which another one
    /// drives out of reach.
    fn given_of(&self, blamed: &'static str) -> &'static str {
        let all = [blamed, "step", "step-base", "min", "max"];
        all.into_iter().find(|name| self.given(name).is_some()).unwrap_or("min")
    }

    /// Notches of HTML's range state: from 0 to 100, if nothing else is said.
    fn range(&self) -> Fit<Notches> {
        self.notches([Some(Decimal::ZERO), Some(Decimal::ONE_HUNDRED)])
    }

    /// What is to be left out where the bounds make no control.
    fn at(&self) -> impl Fn(ControlError) -> Box<Misfit> {
        |error| misfit(self.given_of("min"), error)
    }

    /// Bounds what is counted in days, months, weeks or times, by the attributes `min`, `max` and `step`.
    fn bound(&self, control: &mut Control) -> Fit<()> {
        let end = |name| match self.given(name) {
            None => Ok(Value::Empty),
            Some(text) if control.kind() == Kind::Dates => {
                text.parse().map(Value::Date).map_err(|error| misfit(name, error))
            }
            Some(text) => value(name, text, control),
        };
        let (min, max) = (end("min")?, end("max")?);
        let step = if self.is("step", "any") { None } else { self.number("step")? };
        self.put(control, self.given_of("step"), &Setting::Within(min, max, step))
    }
}

/// What stands for the options among the attributes that are left out.
pub(super) const OPTIONS: &str = "option";

fn weekday(name: &str) -> Option<Weekday> {
    Weekday::ALL.into_iter().find(|day| format!("{day:?}").eq_ignore_ascii_case(name))
}

fn wording(name: &'static str, text: &str) -> Fit<Wording> {
    text.parse().map_err(|error| misfit(name, error))
}

/// The value that an attribute holds.
fn value(name: &'static str, text: String, control: &Control) -> Fit<Value> {
    let entries = entries_of(control, vec![text]);
    let like = match control.kind() {
        Kind::Span => "10,30",
        Kind::Dates => "2026-05-01/2026-05-14",
        _ => "",
    };
    if !like.is_empty() && entries.len() != 2 {
        return Err(misfit(name, format!("write it like {like}")));
    }
    control.read(&entries).map_err(|error| {
        let error = error.to_string();
        misfit(name, error.strip_suffix('.').unwrap_or(&error))
    })
}

/// The days that an option blocks: `2026-06-01`, `2026-06-01/2026-06-03` or the name of a weekday, with the
/// reason as text.
fn blocked(option: &Choice) -> Fit<Blocked> {
    let (text, why) = (option.value.as_str(), option.text.as_str());
    if let Some(day) = weekday(text) {
        return Ok(Blocked::weekday(day, why));
    }
    let (first, last) = text.split_once('/').unwrap_or((text, text));
    match (first.parse(), last.parse()) {
        (Ok(first), Ok(last)) => Ok(Blocked::days(first, last, why)),
        _ => Err(misfit(
            OPTIONS,
            format!(
                "{} is no day; write one like 2026-06-01, two of them with a slash between, or a \
                 weekday like sunday",
                Quoted(text)
            ),
        )),
    }
}
