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
    part("box", ALL, "The frame around the control and its problem."),
    part("control", ALL, "The control itself, without the problem."),
    part("problem", ALL, "The message that says what is wrong."),
    part(
        "announcement",
        ALL,
        "A message for screen readers. The reason for a refusal is also visible.",
    ),
    part("output", &[Slider, SpanSlider, Rating], "The value as text."),
    part("track", &[Slider, SpanSlider, Switch], "The bar along which the thumb moves."),
    part("thumb", &[Slider, SpanSlider, Switch], "The handle on the track."),
    part("fill", SLIDERS, "The filled section of the track."),
    part("grip", SLIDERS, "The visible shape of a thumb."),
    part("bubble", SLIDERS, "The value above a thumb while it is dragged."),
    part("mark", SLIDERS, "A mark along the track, with its label."),
    part("mark-on", SLIDERS, "A mark within the filled section."),
    part("icons", &[Rating], "The row of icons."),
    part("icon", &[Rating], "An icon."),
    part("icon-off", &[Rating], "The unlit drawing of an icon."),
    part("icon-on", &[Rating], "The lit part of an icon."),
    part("zero", &[Rating], "The place to choose zero, if zero can be chosen."),
    part("zero-on", &[Rating], "That place while zero is chosen."),
    part("caption", &[Switch], "The text beside the switch that says whether it is on."),
    part("cell", &[Checkbox, CheckboxGroup], "The box that is checked."),
    part("description", &[Checkbox], "The text that explains the checkbox."),
    part("choices", CHECKS, "The list of all choices."),
    part("all", &[CheckboxGroup], "The checkbox for all."),
    part("all-on", &[CheckboxGroup], "That checkbox while all are checked."),
    part("all-mixed", &[CheckboxGroup], "That checkbox while some are checked."),
    part("all-disabled", &[CheckboxGroup], "That checkbox while it is disabled."),
    part("choice", CHECKS, "A checkbox or radio button with its text."),
    part("choice-on", CHECKS, "One that is checked."),
    part("choice-disabled", CHECKS, "One that is disabled."),
    part("ring", &[RadioGroup], "The ring of a radio button."),
    part("text", &[CheckboxGroup, RadioGroup, Select], "The text of a choice or an option."),
    part(
        "field",
        &[Text, Stepper, Select, Date, DateSpan, Month, Week, Time, DateTime],
        "The frame of the text box, or of the fields of a date or time.",
    ),
    part(
        "input",
        &[Text, Stepper, Select, Date, DateSpan],
        "The text box; in a select without a filter, the chosen option.",
    ),
    part("counter", &[Text], "The number of characters."),
    part("unit", &[Stepper], "The unit."),
    part("less", &[Stepper], "The button that decreases the value."),
    part("more", &[Stepper], "The button that increases the value."),
    part("item", &[ItemStepper], "The current item."),
    part("back", &[ItemStepper, Date, DateSpan], "The button for the previous item or month."),
    part("next", &[ItemStepper, Date, DateSpan], "The button for the next item or month."),
    part("number", FIELDS, "A field for a number, such as the month or the hour."),
    part("unfilled", FIELDS, "A field that is still empty."),
    part("before", FIELDS, "The separator before a field, such as a hyphen."),
    part("tokens", &[Select], "The chosen options, if several can be chosen."),
    part("token", &[Select], "One of the chosen options."),
    part("token-pending", &[Select], "One that is not offered yet."),
    part("token-text", &[Select], "The text of a token."),
    part("remove", &[Select], "The button that removes a token."),
    part(
        "toggle",
        &[Select, Date, DateSpan],
        "The button that opens and closes the list or calendar.",
    ),
    part("clear", DAYS, "The button that empties the field."),
    part("popup", &[Select, Date, DateSpan], "The frame of the list or calendar that opens."),
    part(
        "status",
        &[Select, DateSpan],
        "A message about the list or the days, such as that options are loading.",
    ),
    part("scroll", &[Select], "The scrolling area around the list."),
    part("list", &[Select], "The list of options."),
    part("option", &[Select], "An option."),
    part("option-active", &[Select], "The option that the arrow keys have reached."),
    part("option-chosen", &[Select], "An option that is chosen."),
    part("option-disabled", &[Select], "An option that is disabled."),
    part("tick", &[Select], "The check mark before an option, drawn if it is chosen."),
    part("group", &[Select], "The heading of a group of options."),
    part("page", DAYS, "The frame of a calendar that is always open."),
    part("calendar", DAYS, "The calendar."),
    part("head", DAYS, "The row above the days, with the title and its buttons."),
    part("title", DAYS, "The month and the year."),
    part("grid", DAYS, "The table of days."),
    part("corner", DAYS, "The corner above the numbers of the weeks."),
    part("weekday", DAYS, "The name of a weekday, above its days."),
    part("week", DAYS, "The number of a week."),
    part("day", DAYS, "A day."),
    part("day-today", DAYS, "Today."),
    part("day-chosen", DAYS, "A day that is chosen."),
    part("day-spanned", &[DateSpan], "A day between the first and the last one of the span."),
    part("day-active", DAYS, "The day that the arrow keys have reached."),
    part("day-closed", DAYS, "A day that cannot be chosen."),
    part("day-outside", DAYS, "A day of the previous or the next month."),
    part("foot", DAYS, "The row below the days."),
    part("today", &[Date], "The button that goes to today."),
    part("between", &[DateSpan], "The separator between the two fields."),
];

const fn part(name: &'static str, of: &'static [ControlKind], about: &'static str) -> PartName {
    PartName { name, of, about }
}
