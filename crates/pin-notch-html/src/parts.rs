//! The parts of faces that a page's styles can name by `::part()`.

use pin_notch::ControlKind::{
    self, Checkbox, CheckboxGroup, Date, DateSpan, DateTime, ItemStepper, Month, RadioGroup,
    Rating, Select, Slider, SpanSlider, Stepper, Switch, Text, Time, Week,
};

/// A part of faces, as a page's styles name it.
///
/// ```
/// use pin_notch_html::PARTS;
/// let today = PARTS.iter().find(|part| part.name == "day-today").unwrap();
/// assert_eq!(today.about, "Today.");
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct PartName {
    /// What stands in `::part()`. A part in a certain state has a second name: `day` and `day-today`.
    pub name: &'static str,
    /// The controls that have it.
    pub of: &'static [ControlKind],
    /// What it is.
    pub about: &'static str,
}

const ALL: &[ControlKind] = ControlKind::ALL;
const SLIDERS: &[ControlKind] = &[Slider, SpanSlider];
const CHECKS: &[ControlKind] = &[CheckboxGroup, RadioGroup];
const DAYS: &[ControlKind] = &[Date, DateSpan];
const FIELDS: &[ControlKind] = &[Month, Week, Time, DateTime];

/// All parts there are.
pub const PARTS: &[PartName] = &[
    part("box", ALL, "Everything that is drawn."),
    part("control", ALL, "The control, without its problem."),
    part("problem", ALL, "What is wrong, in words."),
    part("said", ALL, "What is only heard."),
    part("output", &[Slider, SpanSlider, Rating], "The value in words."),
    part("track", &[Slider, SpanSlider, Switch], "What the thumb runs along."),
    part("thumb", &[Slider, SpanSlider, Switch], "What is dragged, or what a switch moves."),
    part("fill", SLIDERS, "What is filled of the track."),
    part("grip", SLIDERS, "What is drawn of a thumb."),
    part("bubble", SLIDERS, "The value over a thumb that is dragged."),
    part("mark", SLIDERS, "A mark along the track, with its text."),
    part("mark-on", SLIDERS, "One in what is filled."),
    part("icons", &[Rating], "All icons."),
    part("icon", &[Rating], "An icon."),
    part("icon-off", &[Rating], "It unlit."),
    part("icon-on", &[Rating], "What is lit of it."),
    part("zero", &[Rating], "The place for zero, where zero can be chosen."),
    part("zero-on", &[Rating], "It when zero is chosen."),
    part("caption", &[Switch], "What is shown beside it, on or off."),
    part("cell", &[Checkbox, CheckboxGroup], "The square."),
    part("description", &[Checkbox], "What explains it."),
    part("choices", CHECKS, "All that can be chosen."),
    part("all", &[CheckboxGroup], "The checkbox for all."),
    part("all-on", &[CheckboxGroup], "It when all are checked."),
    part("all-mixed", &[CheckboxGroup], "It when some are."),
    part("all-disabled", &[CheckboxGroup], "It when it cannot be used."),
    part("choice", CHECKS, "One that can be chosen."),
    part("choice-on", CHECKS, "One that is."),
    part("choice-disabled", CHECKS, "One that cannot be."),
    part("ring", &[RadioGroup], "The ring of a radio button."),
    part("text", &[CheckboxGroup, RadioGroup, Select], "The text of one of them."),
    part(
        "field",
        &[Text, Stepper, Select, Date, DateSpan, Month, Week, Time, DateTime],
        "The frame around what is entered.",
    ),
    part("input", &[Text, Stepper, Select, Date, DateSpan], "Where it is entered."),
    part("counter", &[Text], "How many characters there are."),
    part("unit", &[Stepper], "The unit."),
    part("less", &[Stepper], "The button for less."),
    part("more", &[Stepper], "The button for more."),
    part("item", &[ItemStepper], "The item it stands on."),
    part("back", &[ItemStepper, Date, DateSpan], "The button for the item, or the month, before."),
    part("next", &[ItemStepper, Date, DateSpan], "The button for the one after."),
    part("number", FIELDS, "A field of a number, such as the month."),
    part("unfilled", FIELDS, "One that is not filled in."),
    part("before", FIELDS, "What stands before it, such as a hyphen."),
    part("tokens", &[Select], "What is chosen, where several can be."),
    part("token", &[Select], "One of them."),
    part("token-pending", &[Select], "One that is not offered yet."),
    part("token-text", &[Select], "Its text."),
    part("remove", &[Select], "The button that takes it out."),
    part("toggle", &[Select, Date, DateSpan], "The button that opens."),
    part("clear", DAYS, "The button that empties."),
    part("popup", &[Select, Date, DateSpan], "What opens."),
    part("status", &[Select, DateSpan], "What is said of the list, or of the days."),
    part("scroll", &[Select], "What scrolls."),
    part("list", &[Select], "The list."),
    part("option", &[Select], "An option."),
    part("option-active", &[Select], "The one that keys are on."),
    part("option-chosen", &[Select], "One that is chosen."),
    part("option-disabled", &[Select], "One that cannot be."),
    part("tick", &[Select], "The tick before its text."),
    part("group", &[Select], "The group that begins with it."),
    part("page", DAYS, "The calendar that is part of the page."),
    part("calendar", DAYS, "The calendar."),
    part("head", DAYS, "What stands above the days."),
    part("title", DAYS, "The month and the year."),
    part("grid", DAYS, "The table of the days."),
    part("corner", DAYS, "Its corner."),
    part("weekday", DAYS, "The name of a weekday."),
    part("week", DAYS, "The number of a week."),
    part("day", DAYS, "A day."),
    part("day-today", DAYS, "Today."),
    part("day-chosen", DAYS, "One that is chosen."),
    part("day-spanned", &[DateSpan], "One between the two that are chosen, or pointed at."),
    part("day-active", DAYS, "The one that keys are on."),
    part("day-closed", DAYS, "One that cannot be chosen."),
    part("day-outside", DAYS, "One of the month before or after."),
    part("foot", DAYS, "What stands below the days."),
    part("today", &[Date], "The button that goes to today."),
    part("between", &[DateSpan], "What stands between two fields."),
];

const fn part(name: &'static str, of: &'static [ControlKind], about: &'static str) -> PartName {
    PartName { name, of, about }
}
