//! The parts of faces that a page's styles can address with `::part()`.

use pin_notch::ControlKind::{
    self, Checkbox, CheckboxGroup, Date, DateSpan, DateTime, ItemStepper, Month, RadioGroup,
    Rating, Select, Slider, SpanSlider, Stepper, Switch, Text, Time, Week,
};

/// A part of a face that a page's styles can address.
///
/// ```
/// use pin_notch_html::PARTS;
/// let today = PARTS.iter().find(|part| part.name == "day-today").unwrap();
/// assert_eq!(today.about, "Today.");
/// ```
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct PartName {
    /// The argument of `::part()`. A part in a particular state has a second name: `day` and `day-today`.
    pub name: &'static str,
    /// The controls that have it.
    pub of: &'static [ControlKind],
    /// Its description.
    pub about: &'static str,
}

const ALL: &[ControlKind] = ControlKind::ALL;
const SLIDERS: &[ControlKind] = &[Slider, SpanSlider];
const CHECKS: &[ControlKind] = &[CheckboxGroup, RadioGroup];
const DAYS: &[ControlKind] = &[Date, DateSpan];
const FIELDS: &[ControlKind] = &[Month, Week, Time, DateTime];

/// All parts.
pub const PARTS: &[PartName] = &[
    part("box", ALL, "Everything that is drawn."),
    part("control", ALL, "The control, without its problem."),
    part("problem", ALL, "What is wrong, in words."),
    part("announcement", ALL, "What is announced. It is visible only if something was refused."),
    part("output", &[Slider, SpanSlider, Rating], "The value in words."),
    part("track", &[Slider, SpanSlider, Switch], "What the thumb runs along."),
    part("thumb", &[Slider, SpanSlider, Switch], "What is dragged, or what a switch moves."),
    part("fill", SLIDERS, "What is filled of the track."),
    part("grip", SLIDERS, "What is drawn of a thumb."),
    part("bubble", SLIDERS, "The value over a thumb that is dragged."),
    part("mark", SLIDERS, "A mark along the track, with its text."),
    part("mark-on", SLIDERS, "A mark in what is filled."),
    part("icons", &[Rating], "All icons."),
    part("icon", &[Rating], "An icon."),
    part("icon-off", &[Rating], "An icon, unlit."),
    part("icon-on", &[Rating], "The part of it that is lit."),
    part("zero", &[Rating], "The place for zero, where zero can be chosen."),
    part("zero-on", &[Rating], "That place while zero is chosen."),
    part("caption", &[Switch], "What is shown beside it, on or off."),
    part("cell", &[Checkbox, CheckboxGroup], "The square."),
    part("description", &[Checkbox], "What explains it."),
    part("choices", CHECKS, "All that can be chosen."),
    part("all", &[CheckboxGroup], "The checkbox for all."),
    part("all-on", &[CheckboxGroup], "That checkbox while all are checked."),
    part("all-mixed", &[CheckboxGroup], "That checkbox while some are checked."),
    part("all-disabled", &[CheckboxGroup], "That checkbox while it cannot be used."),
    part("choice", CHECKS, "A choice."),
    part("choice-on", CHECKS, "A choice that is chosen."),
    part("choice-disabled", CHECKS, "A choice that cannot be made."),
    part("ring", &[RadioGroup], "The ring of a radio button."),
    part("text", &[CheckboxGroup, RadioGroup, Select], "The text of a choice or an option."),
    part(
        "field",
        &[Text, Stepper, Select, Date, DateSpan, Month, Week, Time, DateTime],
        "The frame around what is entered.",
    ),
    part("input", &[Text, Stepper, Select, Date, DateSpan], "Where something is entered."),
    part("counter", &[Text], "How many characters there are."),
    part("unit", &[Stepper], "The unit."),
    part("less", &[Stepper], "The button for less."),
    part("more", &[Stepper], "The button for more."),
    part("item", &[ItemStepper], "The item it stands on."),
    part("back", &[ItemStepper, Date, DateSpan], "The button for the item, or the month, before."),
    part("next", &[ItemStepper, Date, DateSpan], "The button for the item, or the month, after."),
    part("number", FIELDS, "A field of a number, such as the month."),
    part("unfilled", FIELDS, "A field that is not filled in."),
    part("before", FIELDS, "What stands before a field, such as a hyphen."),
    part("tokens", &[Select], "What is chosen, where several can be."),
    part("token", &[Select], "One of those that are chosen."),
    part("token-pending", &[Select], "One of those, not offered yet."),
    part("token-text", &[Select], "The text of one of those."),
    part("remove", &[Select], "The button that takes one out."),
    part("toggle", &[Select, Date, DateSpan], "The button that opens."),
    part("clear", DAYS, "The button that empties."),
    part("popup", &[Select, Date, DateSpan], "What opens."),
    part("status", &[Select, DateSpan], "Information about the list, or about the days."),
    part("scroll", &[Select], "What scrolls."),
    part("list", &[Select], "The list."),
    part("option", &[Select], "An option."),
    part("option-active", &[Select], "The option that keys are on."),
    part("option-chosen", &[Select], "An option that is chosen."),
    part("option-disabled", &[Select], "An option that cannot be chosen."),
    part("tick", &[Select], "The tick before the text of an option."),
    part("group", &[Select], "The name of the group that begins with an option."),
    part("page", DAYS, "The calendar that is part of the page."),
    part("calendar", DAYS, "The calendar."),
    part("head", DAYS, "What stands above the days."),
    part("title", DAYS, "The month and the year."),
    part("grid", DAYS, "The table of the days."),
    part("corner", DAYS, "The corner of that table."),
    part("weekday", DAYS, "The name of a weekday."),
    part("week", DAYS, "The number of a week."),
    part("day", DAYS, "A day."),
    part("day-today", DAYS, "Today."),
    part("day-chosen", DAYS, "A day that is chosen."),
    part("day-spanned", &[DateSpan], "A day between the two that are chosen, or pointed at."),
    part("day-active", DAYS, "The day that keys are on."),
    part("day-closed", DAYS, "A day that cannot be chosen."),
    part("day-outside", DAYS, "A day of the month before or after."),
    part("foot", DAYS, "What stands below the days."),
    part("today", &[Date], "The button that goes to today."),
    part("between", &[DateSpan], "What stands between two fields."),
];

const fn part(name: &'static str, of: &'static [ControlKind], about: &'static str) -> PartName {
    PartName { name, of, about }
}
