//! From attributes to a control.

use super::{Attributed, Looks, Note, Surroundings, Tag};
use pin_notch::{
    Blocked, CalendarError, CheckGroup, Checkbox, Checked, Choice, Control, ControlError,
    DatePicker, DateSpan, DateSpanPicker, Decimal, FieldStepper, Fielded, ItemStepper, Lit,
    Measure, Meeting, Notches, NotchesError, NotchesOf, Orientation, Quoted, Rating, Scale, Select,
    Shown, Slider, SpanSlider, Stepper, Switch, Weekday, Wording, parse_number,
};
use std::fmt;
use std::str::FromStr;

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
            Err((name, why)) => reader.leave_out(name, why),
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
type Misfit = (&'static str, String);

fn misfit<E: fmt::Display>(name: &'static str) -> impl FnOnce(E) -> Misfit {
    move |error| (name, error.to_string())
}

struct Reader<'a> {
    attribute: &'a dyn Fn(&str) -> Option<String>,
    around: &'a Surroundings,
    notes: Vec<Note>,
    /// Attributes that did not fit.
    left_out: Vec<&'static str>,
}

impl Reader<'_> {
    fn control(&mut self, tag: Tag) -> Result<Control, Misfit> {
        Ok(match tag {
            Tag::Slider => self.slider()?.into(),
            Tag::SpanSlider => self.span_slider()?.into(),
            Tag::Rating => self.rating()?.into(),
            Tag::Switch => self.switch().into(),
            Tag::Checkbox => self.checkbox().into(),
            Tag::CheckGroup => self.check_group()?.into(),
            Tag::Stepper => self.stepper()?.into(),
            Tag::ItemStepper => self.items()?.into(),
            Tag::Select => self.select()?.into(),
            Tag::Date => self.date()?.into(),
            Tag::DateSpan => self.dates()?.into(),
            Tag::Month => self.fields::<pin_notch::Month>()?.into(),
            Tag::Week => self.fields::<pin_notch::Week>()?.into(),
            Tag::Time => self.fields::<pin_notch::Time>()?.into(),
            Tag::DateTime => self.fields::<pin_notch::DateTime>()?.into(),
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

    fn number(&self, name: &'static str) -> Result<Option<Decimal>, Misfit> {
        self.given(name).map(|text| parse_number(&text).map_err(misfit(name))).transpose()
    }

    fn read<T: FromStr<Err: fmt::Display>>(&self, name: &'static str) -> Result<Option<T>, Misfit> {
        self.given(name).map(|text| text.parse().map_err(misfit(name))).transpose()
    }

    fn count(&self, name: &'static str) -> Result<Option<usize>, Misfit> {
        let whole = |text: String| {
            text.parse().map_err(|_| (name, "it has to be a whole number".to_owned()))
        };
        self.given(name).map(whole).transpose()
    }

    /// Notches by the attributes `min`, `max`, `step` and `step-base`.
    fn notches(&self, bounds: [Option<Decimal>; 2]) -> Result<Notches, Misfit> {
        let any = self.is("step", "any");
        let [min, max, base] = ["min", "max", "step-base"].map(|name| self.number(name));
        let (min, max, base) = (min?, max?, base?);
        let step = if any { None } else { self.number("step")? };
        let mut builder = Notches::builder();
        builder = min.or(bounds[0]).map_or(builder, |min| builder.min(min));
        builder = max.or(bounds[1]).map_or(builder, |max| builder.max(max));
        builder = if any { builder.step_any() } else { builder };
        builder = step.map_or(builder, |step| builder.step(step));
        builder = base.map_or(builder, |base| builder.step_base(base));
        builder.build().map_err(|error| {
            let blamed = match error {
                NotchesError::TooManyDigits { part: "step base", .. } => "step-base",
                NotchesError::TooManyDigits { part, .. } => part,
                _ => "step",
            };
            (self.given_of(blamed), error.to_string())
        })
    }

    /// The attribute to leave out where this one is blamed. It may stand at its default, which another one
    /// drives out of reach.
    fn given_of(&self, blamed: &'static str) -> &'static str {
        let all = [blamed, "step", "step-base", "min", "max"];
        all.into_iter().find(|name| self.given(name).is_some()).unwrap_or("min")
    }

    fn orientation(&self) -> Orientation {
        match self.is("orientation", "vertical") {
            true => Orientation::Vertical,
            false => Orientation::Horizontal,
        }
    }

    /// HTML's range state: 0 to 100.
    fn range() -> [Option<Decimal>; 2] {
        [Some(Decimal::ZERO), Some(Decimal::ONE_HUNDRED)]
    }

    fn slider(&self) -> Result<Slider, Misfit> {
        let at = |error: ControlError| (self.given_of("min"), error.to_string());
        let mut slider = Slider::new(self.notches(Self::range())?).map_err(at)?;
        if let Some(value) = self.number("value")? {
            slider = slider.starting_at(value).map_err(misfit("value"))?;
        }
        slider = slider
            .oriented(self.orientation())
            .running(self.around.direction)
            .reversed(self.has("reversed"))
            .in_unit(self.text("unit"));
        if self.given("scale").is_some_and(|scale| scale.eq_ignore_ascii_case("logarithmic")) {
            slider = slider.scaled(Scale::Logarithmic).map_err(misfit("scale"))?;
        }
        if let Some(by) = self.number("page-step")? {
            slider = slider.paging(by);
        }
        if let Some(wording) = self.read::<Wording>("readout")? {
            slider = slider.worded(wording);
        }
        if self.left_out.contains(&OPTIONS) {
            return Ok(slider);
        }
        // Options are marks, as those of a datalist are to HTML's range.
        let marks = self.around.options.iter().filter_map(|option| {
            let value = parse_number(&option.value).ok()?;
            let label = if option.text == option.value { "" } else { option.text.as_str() };
            Some((value, label.to_owned()))
        });
        slider.marking(marks).map_err(misfit(OPTIONS))
    }

    fn span_slider(&self) -> Result<SpanSlider, Misfit> {
        let at = |error: ControlError| (self.given_of("min"), error.to_string());
        let mut span = SpanSlider::new(self.notches(Self::range())?).map_err(at)?;
        if let Some(text) = self.given("value") {
            let like = || ("value", "write it like 10,30".to_owned());
            let (low, high) = text.split_once(',').ok_or_else(like)?;
            let number = |text: &str| parse_number(text.trim()).map_err(misfit("value"));
            span = span.starting_at(number(low)?, number(high)?).map_err(misfit("value"))?;
        }
        let (least, most) = (self.number("least")?, self.number("most")?);
        if least.is_some() || most.is_some() {
            let name = if least.is_some() { "least" } else { "most" };
            let (least, most) = (least.unwrap_or_default(), most.unwrap_or(Decimal::MAX));
            span = span.apart(least, most).map_err(misfit(name))?;
        }
        let meeting = if self.has("push") { Meeting::Push } else { Meeting::Stop };
        Ok(span
            .meeting(meeting)
            .oriented(self.orientation())
            .running(self.around.direction)
            .in_unit(self.text("unit")))
    }

    fn rating(&self) -> Result<Rating, Misfit> {
        let icons = self.number("max")?.unwrap_or(Decimal::from(5)).normalize();
        let whole = u32::try_from(icons.mantissa()).ok().filter(|_| icons.scale() == 0);
        let rating = whole.and_then(|icons| Rating::new(icons).ok());
        let many = || ("max", "a rating has a whole number of icons, 1 to 1000".to_owned());
        let mut rating = rating.ok_or_else(many)?;
        if let Some(step) = self.number("step")? {
            rating = rating.by(step).map_err(misfit("step"))?;
        }
        if let Some(min) = self.number("min")? {
            rating = rating.at_least(min).map_err(misfit("min"))?;
        }
        if let Some(value) = self.number("value")? {
            rating = rating.starting_at(value).map_err(misfit("value"))?;
        }
        if !self.around.options.is_empty() {
            rating = rating.naming(self.around.options.iter().map(|option| option.text.clone()));
        }
        if let Some(wording) = self.read("readout")? {
            rating = rating.worded(wording);
        }
        if let Some(wording) = self.read("preview")? {
            rating = rating.previewed(wording);
        }
        if self.has("empty-text") {
            rating = rating.empty_text(self.text("empty-text"));
        }
        let lit = if self.is("lit", "only") { Lit::Only } else { Lit::UpTo };
        Ok(rating.lighting(lit).running(self.around.direction))
    }

    fn switch(&self) -> Switch {
        let switch = Switch::new()
            .starting(self.has("checked"))
            .captioned(self.text("caption-on"), self.text("caption-off"));
        match (self.attribute)("value") {
            Some(value) => switch.sending(value),
            None => switch,
        }
    }

    fn checkbox(&self) -> Checkbox {
        let checked = match (self.has("indeterminate"), self.has("checked")) {
            (true, _) => Checked::Mixed,
            (false, on) => on.into(),
        };
        let checkbox = Checkbox::new().starting(checked).described(self.text("description"));
        match (self.attribute)("value") {
            Some(value) => checkbox.sending(value),
            None => checkbox,
        }
    }

    /// The values of a list, by the attribute `value`, in which commas stand between them.
    fn values(&self) -> Vec<String> {
        let text = self.text("value");
        let values = text.split(',').map(str::trim).filter(|value| !value.is_empty());
        values.map(str::to_owned).collect()
    }

    fn check_group(&self) -> Result<CheckGroup, Misfit> {
        let mut group =
            CheckGroup::new(self.around.options.iter().cloned()).starting_with(self.values());
        if self.has("parent") {
            group = group.under(self.text("parent"));
        }
        if let Some(least) = self.count("least")? {
            group = group.at_least(least);
        }
        if let Some(most) = self.count("most")? {
            group = group.at_most(most);
        }
        Ok(group)
    }

    fn stepper(&self) -> Result<Stepper, Misfit> {
        let at = |error: ControlError| (self.given_of("min"), error.to_string());
        let mut stepper = Stepper::new(self.notches([None, None])?).map_err(at)?;
        if let Some(value) = self.number("value")? {
            stepper = stepper.starting_at(value).map_err(misfit("value"))?;
        }
        stepper = stepper.in_unit(self.text("unit")).prompting(self.text("placeholder"));
        Ok(if self.has("wrap") { stepper.wrapping() } else { stepper })
    }

    fn items(&self) -> Result<ItemStepper<Choice>, Misfit> {
        let items = ItemStepper::new(self.around.options.clone()).running(self.around.direction);
        let value = self.given("value").unwrap_or_default();
        let at = items.items().iter().position(|item| item.value == value);
        if at.is_none() && !value.is_empty() && !items.items().is_empty() {
            return Err(("value", "no option has it".to_owned()));
        }
        let items = items.starting_at(at.unwrap_or(0));
        Ok(if self.has("wrap") { items.wrapping() } else { items })
    }

    fn select(&self) -> Result<Select, Misfit> {
        let multiple = self.has("multiple");
        let mut select = if multiple { Select::many() } else { Select::single() };
        select = select.prompting(self.text("placeholder")).in_world(self.around.world.clone());
        if self.has("filter") {
            select = select.filtering();
        }
        if let Some(least) = self.count("least")? {
            select = select.at_least(least);
        }
        if let Some(most) = self.count("most")? {
            select = select.at_most(most);
        }
        select = select.offering(self.around.options.iter().cloned());
        let values = if multiple { self.values() } else { vec![self.text("value")] };
        Ok(select.starting_with(values.into_iter().filter(|value| !value.is_empty())))
    }

    /// Values of a measure by the attributes `min`, `max` and `step`.
    fn line<M: Measure<Err: fmt::Display>>(&self) -> Result<NotchesOf<M>, Misfit> {
        let (min, max) = (self.read("min")?, self.read("max")?);
        let step = if self.is("step", "any") { None } else { self.number("step")? };
        let step = step.unwrap_or(Decimal::from(M::DEFAULT_STEP));
        NotchesOf::new(min, max, step).map_err(|error| (self.given_of("step"), error.to_string()))
    }

    /// The days that the options block: `2026-06-01`, `2026-06-01/2026-06-03` or the name of a weekday, each
    /// with its reason as text.
    fn blocked(&self) -> Result<Vec<Blocked>, Misfit> {
        if self.left_out.contains(&OPTIONS) {
            return Ok(Vec::new());
        }
        let blocked = |option: &Choice| {
            let (value, why) = (option.value.as_str(), option.text.as_str());
            let (first, last) = value.split_once('/').unwrap_or((value, value));
            match (weekday(value), first.parse(), last.parse()) {
                (Some(day), ..) => Ok(Blocked::weekday(day, why)),
                (None, Ok(first), Ok(last)) => Ok(Blocked::days(first, last, why)),
                _ => Err((
                    OPTIONS,
                    format!(
                        "{} is no day; write one like 2026-06-01, two of them with a slash between, \
                         or a weekday like sunday",
                        Quoted(value)
                    ),
                )),
            }
        };
        self.around.options.iter().map(blocked).collect()
    }

    fn first_day(&self) -> Result<Option<Weekday>, Misfit> {
        let like = || ("first-day", "write a weekday like sunday".to_owned());
        self.given("first-day").map(|text| weekday(&text).ok_or_else(like)).transpose()
    }

    fn date(&self) -> Result<DatePicker, Misfit> {
        let mut date = DatePicker::new(self.around.today)
            .within(self.line()?)
            .running(self.around.direction)
            .blocking(self.blocked()?)
            .prompting(self.text("placeholder"));
        if let Some(pattern) = self.read("pattern")? {
            date = date.written(pattern);
        }
        if let Some(day) = self.first_day()? {
            date = date.weeks_from(day);
        }
        if let Some(value) = self.read("value")? {
            date = date.starting_at(Some(value)).map_err(misfit("value"))?;
        }
        Ok(if self.has("always-open") { date.always_open() } else { date })
    }

    fn dates(&self) -> Result<DateSpanPicker, Misfit> {
        let mut dates = DateSpanPicker::new(self.around.today)
            .within(self.line()?)
            .running(self.around.direction)
            .blocking(self.blocked()?)
            .prompting(self.text("placeholder"));
        if let Some(pattern) = self.read("pattern")? {
            dates = dates.written(pattern);
        }
        if let Some(day) = self.first_day()? {
            dates = dates.weeks_from(day);
        }
        if self.has("two-fields") {
            dates = dates.in_two_fields();
        }
        if self.has("across-blocked") {
            dates = dates.across_blocked();
        }
        let whole = |count: Option<usize>| count.and_then(|count| u32::try_from(count).ok());
        let (least, most) = (whole(self.count("least")?), whole(self.count("most")?));
        if least.is_some() || most.is_some() {
            dates = dates.lasting(least.unwrap_or(1)..=most.unwrap_or(u32::MAX));
        }
        if let Some(text) = self.given("value") {
            let like = || ("value", "write it like 2026-05-01/2026-05-14".to_owned());
            let (first, last) = text.split_once('/').ok_or_else(like)?;
            let day = |text: &str| text.trim().parse().map_err(misfit::<CalendarError>("value"));
            let span = DateSpan { first: day(first)?, last: day(last)? };
            dates = dates.starting_at(Some(span)).map_err(misfit("value"))?;
        }
        Ok(if self.has("always-open") { dates.always_open() } else { dates })
    }

    fn fields<M: Fielded + Shown + FromStr<Err: fmt::Display>>(
        &self,
    ) -> Result<FieldStepper<M>, Misfit> {
        let mut fields = FieldStepper::new(self.line::<M>()?);
        if let Some(near) = self.read("near")? {
            fields = fields.near(near);
        }
        match self.read("value")? {
            Some(value) => fields.starting_at(Some(value)).map_err(misfit("value")),
            None => Ok(fields),
        }
    }
}

/// What stands for the options among the attributes that are left out.
pub(super) const OPTIONS: &str = "option";

fn weekday(name: &str) -> Option<Weekday> {
    Weekday::ALL.into_iter().find(|day| format!("{day:?}").eq_ignore_ascii_case(name))
}
