//! The controls. Each is a state machine that answers intents with turns and offers a view for a face to
//! draw.
//!
//! A program that knows which control it has uses the types in this folder directly. [`Control`] holds any
//! of them, for code that does not know, such as a form or a face that builds controls from markup.

mod announcements;
mod by_value;
mod checkbox;
mod checkbox_group;
mod conditions;
mod date;
mod date_span;
mod definition;
#[cfg(feature = "json")]
pub(crate) mod definition_json;
mod draft;
mod drafts;
mod error;
mod fields;
mod given;
mod held;
mod item_stepper;
mod kinds;
mod machine;
mod radio_group;
mod rail;
mod rating;
mod scale;
mod select;
mod sent;
mod slider;
mod span_slider;
mod stepper;
mod switch;
mod taken;
mod text;
mod track;
mod track_machine;
pub(crate) mod uniform;
mod words;

pub use checkbox::{Checkbox, CheckboxBuilder, CheckboxDefinition, CheckboxView};
pub use checkbox_group::{
    AllView, CheckboxGroup, CheckboxGroupBuilder, CheckboxGroupDefinition, CheckboxGroupView,
    ChoiceView,
};
pub use conditions::Conditions;
pub use date::{Closed, DateBuilder, DateDefinition, DateGrid, DatePicker, DateView, GridDay};
pub use date_span::{DateSpanBuilder, DateSpanDefinition, DateSpanPicker, DateSpanView};
pub use error::ControlError;
pub use fields::{
    FieldKind, FieldStepper, FieldValue, FieldView, FieldsBuilder, FieldsDefinition, FieldsView,
};
pub use held::steps_held;
pub use item_stepper::{ItemStepper, ItemStepperBuilder, ItemStepperDefinition, ItemStepperView};
pub use kinds::OptionKind;
pub use radio_group::{
    RadioGroup, RadioGroupBuilder, RadioGroupDefinition, RadioGroupView, RadioView,
};
pub use rail::Mark;
pub use rating::{Lit, MAX_ICONS, Rating, RatingBuilder, RatingDefinition, RatingView};
pub use scale::Scale;
pub use select::{
    Listing, Row, RowView, Select, SelectBuilder, SelectDefinition, SelectView, Token, TokenView,
};
pub use slider::{MarkView, Slider, SliderBuilder, SliderDefinition, SliderView};
pub use span_slider::{SpanSlider, SpanSliderBuilder, SpanSliderDefinition, SpanSliderView};
pub use stepper::{Stepper, StepperBuilder, StepperDefinition, StepperView};
pub use switch::{Switch, SwitchBuilder, SwitchDefinition, SwitchView};
pub use text::{TextBuilder, TextDefinition, TextField, TextPatternError, TextView};

use crate::calendar::{Date, DateTime, Month, Time, Week};
use crate::definition::{Attribute, Defined};
use crate::event::Turn;
use crate::intent::Intent;
use crate::message::Message;
use crate::notches::{Notches, Remark};
use crate::refusal::{Refusal, admit};
use crate::semantics::Semantics;
use crate::surroundings::Surroundings;
use crate::validity::Invalid;
use crate::value::{Value, ValueKind};
use kinds::controls;
use rust_decimal::Decimal;
use uniform::Uniform;

// Whether a control has options, and of what kind, stands after `with`; whether it announces results that the
// focused part does not convey by itself, after `and`.
controls! {
    /// A number on a track.
    Slider "slider"(Slider, SliderView, SliderDefinition) with Mark,
    /// Two numbers on one track.
    SpanSlider "span-slider"(SpanSlider, SpanSliderView, SpanSliderDefinition) with Mark,
    /// A number shown as a row of icons; may be empty.
    Rating "rating"(Rating, RatingView, RatingDefinition) with Name,
    /// On or off.
    Switch "switch"(Switch, SwitchView, SwitchDefinition),
    /// On, off or mixed.
    Checkbox "checkbox"(Checkbox, CheckboxView, CheckboxDefinition),
    /// Checkboxes, optionally with one for all.
    CheckboxGroup "checkbox-group"(CheckboxGroup, CheckboxGroupView, CheckboxGroupDefinition) with Choice,
    /// One of a few options, all visible.
    RadioGroup "radio-group"(RadioGroup, RadioGroupView, RadioGroupDefinition) with Choice,
    /// A text of one or several lines.
    Text "text"(TextField, TextView, TextDefinition) and announces,
    /// A number, typed or stepped.
    Stepper "stepper"(Stepper, StepperView, StepperDefinition),
    /// Back and next through a list.
    ItemStepper "item-stepper"(ItemStepper, ItemStepperView, ItemStepperDefinition) with Choice,
    /// One or several options from a list.
    Select "select"(Select, SelectView, SelectDefinition) with Choice and announces,
    /// A day, typed or picked.
    Date "date"(DatePicker, DateView, DateDefinition) with ClosedDay,
    /// Two days, typed or picked.
    DateSpan "date-span"(DateSpanPicker, DateSpanView, DateSpanDefinition) with ClosedDay and announces,
    /// A month, by its fields.
    Month "month"(FieldStepper<Month>, FieldsView, FieldsDefinition<Month>),
    /// A week, by its fields.
    Week "week"(FieldStepper<Week>, FieldsView, FieldsDefinition<Week>),
    /// A time of day, by its fields.
    Time "time"(FieldStepper<Time>, FieldsView, FieldsDefinition<Time>),
    /// A day and a time on it, by their fields.
    DateTime "date-time"(FieldStepper<DateTime>, FieldsView, FieldsDefinition<DateTime>),
}

// Every match over the controls is exhaustive, so that the compiler reports each place that a new one
// concerns.
#[warn(clippy::wildcard_enum_match_arm)]
impl Control {
    /// Carries out an intent.
    pub fn handle(&mut self, intent: Intent) -> Turn<Value> {
        self.shared_mut().handle(intent)
    }

    /// Everything a face needs to draw it.
    pub fn view(&self) -> View {
        self.shared().view()
    }

    /// The kind of its values.
    pub fn kind(&self) -> ValueKind {
        self.shared().kind()
    }

    /// The current value.
    pub fn value(&self) -> Value {
        self.shared().value()
    }

    /// The default value.
    pub fn default_value(&self) -> Value {
        self.shared().default_value()
    }

    /// Sets the value. This is a change made by the program, so it produces no event.
    ///
    /// # Errors
    /// Says why the control cannot take exactly this value, and leaves the control unchanged. A value of
    /// another kind, such as a number for a switch, is refused with [`Refusal::WrongKind`].
    pub fn set_value(&mut self, value: Value) -> Result<(), Refusal> {
        self.shared_mut().set_value(value)
    }

    /// Sets the value to the nearest allowed one, as HTML does when a script sets a value, and returns it.
    /// The requested value is remembered: when the definition changes, the control moves again to the
    /// allowed value nearest to it, until a person chooses another.
    ///
    /// ```
    /// use pin_notch::{Control, Definition, Slider, Value, dec};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let mut weight = Control::from(Slider::builder().max(40).build()?);
    /// assert_eq!(weight.set_nearest(Value::Number(dec!(18.4))), Ok(Value::Number(dec!(18))));
    /// let mut definition = weight.definition();
    /// definition.set_attribute("step", Some("0.1"))?;
    /// weight.set_definition(definition)?;
    /// assert_eq!(weight.value(), Value::Number(dec!(18.4)));
    /// # Ok(()) }
    /// ```
    ///
    /// # Errors
    /// The errors of [`set_value`](Self::set_value), if no value is near. The value is then unchanged.
    pub fn set_nearest(&mut self, value: Value) -> Result<Value, Refusal> {
        self.shared_mut().set_nearest(value)?;
        Ok(self.value())
    }

    /// Steps the value up, or down if the number is negative, like HTML's `stepUp()` and `stepDown()`. This
    /// is a change made by the program, so it produces no event.
    ///
    /// # Errors
    /// Says why the value did not change; [`Refusal::NotForThis`] for a control without steps.
    pub fn step_by(&mut self, steps: i32) -> Result<(), Refusal> {
        self.shared_mut().step_by(steps)
    }

    /// Discards what is being typed or half filled in, so that the text shows the value again.
    ///
    /// ```
    /// use pin_notch::{Control, Intent, Stepper};
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let mut mites: Control = Stepper::builder().max(300).value(12).build()?.into();
    /// mites.handle(Intent::Type("12x"));
    /// assert!(mites.is_drafting());
    /// mites.drop_draft();
    /// assert_eq!((mites.is_drafting(), mites.text()), (false, "12".to_owned()));
    /// # Ok(()) }
    /// ```
    pub fn drop_draft(&mut self) {
        self.shared_mut().drop_draft();
    }

    /// Restores a value that it held before, even if its rules would not allow a person to return to it, so
    /// that undo always reaches the beginning. A text being typed is discarded.
    pub(crate) fn restore(&mut self, value: Value) -> Result<(), Refusal> {
        self.shared_mut().restore(value)
    }

    /// Its definition.
    pub fn definition(&self) -> Definition {
        self.shared().definition()
    }

    /// Replaces the definition with another of the same kind, and keeps everything else as far as the new
    /// definition allows: a drag or a text being typed continues. This produces no event.
    ///
    /// # Errors
    /// Names the attribute that is wrong and what would be right, and leaves the control unchanged.
    pub fn set_definition(&mut self, definition: Definition) -> Result<(), ControlError> {
        self.shared_mut().set_definition(definition)
    }

    /// Restores the default value and abandons any gesture in progress. This is a change made by the
    /// program, so it produces no event.
    pub fn reset(&mut self) {
        self.shared_mut().reset();
    }

    /// Whether something is typed or half filled in and not yet settled.
    pub fn is_drafting(&self) -> bool {
        self.shared().draft().is_some()
    }

    /// Whether a thumb is being dragged.
    ///
    /// ```
    /// use pin_notch::{Control, Intent, Place, Slider};
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let mut weight = Control::from(Slider::builder().max(40).build()?);
    /// let _ = weight.handle(Intent::Press(Place::across(0.5)));
    /// assert!(weight.is_grabbed() && !weight.has_open_popup() && weight.active_field().is_none());
    /// # Ok(()) }
    /// ```
    pub fn is_grabbed(&self) -> bool {
        self.shared().is_grabbed()
    }

    /// Whether its popup is open: a list, or a calendar that is not permanently part of the page.
    pub fn has_open_popup(&self) -> bool {
        self.shared().has_open_popup()
    }

    /// The part of the value that keys act on, counted from 0, for controls whose parts are entered
    /// separately.
    pub fn active_field(&self) -> Option<usize> {
        self.shared().active_field()
    }

    /// The value that means "nothing" to this control: empty, off, or none chosen.
    pub fn empty_value(&self) -> Value {
        self.shared().unsent()
    }

    /// Its surroundings: world and text direction.
    pub fn surroundings(&self) -> &Surroundings {
        self.shared().surroundings()
    }

    /// Moves it to other surroundings.
    pub fn set_surroundings(&mut self, surroundings: &Surroundings) {
        self.shared_mut().set_surroundings(surroundings);
    }

    /// Whether it is disabled, read-only or required, and the program's own objection, if any.
    pub fn conditions(&self) -> &Conditions {
        self.shared().conditions()
    }

    /// Disables it, or enables it again.
    pub fn set_disabled(&mut self, disabled: bool) {
        self.shared_mut().set_disabled(disabled);
    }

    /// Makes it read-only, or lets it be changed again.
    pub fn set_readonly(&mut self, readonly: bool) {
        self.shared_mut().set_readonly(readonly);
    }

    /// Makes a value required, or optional again.
    pub fn set_required(&mut self, required: bool) {
        self.shared_mut().set_required(required);
    }

    /// Sets whether a fieldset around it disables it.
    pub fn set_fieldset_disabled(&mut self, disabled: bool) {
        self.shared_mut().set_fieldset_disabled(disabled);
    }

    /// Sets the program's own objection to the value, as text for the person: HTML's custom validity. ""
    /// removes it.
    pub fn set_custom_error(&mut self, message: impl Into<String>) {
        self.shared_mut().set_custom_error(message.into());
    }

    /// Why the value is not acceptable; empty when it is. A disabled or read-only control is not
    /// checked ("barred from constraint validation" in HTML).
    pub fn validity(&self) -> Vec<Invalid> {
        self.shared().validity()
    }

    /// Remarks on what is legal in the definition but likely to surprise.
    ///
    /// What every control offers, whatever its kind:
    ///
    /// ```
    /// use pin_notch::{Control, Slider, Switch, Value, ValueKind, dec};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let mut weight = Control::from(Slider::builder().max(40).step(dec!(0.1)).build()?);
    /// assert_eq!(weight.kind(), ValueKind::Number);
    /// weight.set_value(Value::Number(dec!(18.4)))?;
    /// assert_eq!(weight.view().semantics().role.token(), "slider");
    /// assert_eq!(weight.view().problem(), "");
    /// assert!(!weight.is_drafting() && weight.validity().is_empty() && weight.audit().is_empty());
    /// weight.reset();
    /// assert_eq!(weight.value(), weight.default_value());
    /// assert_eq!(weight.notches().and_then(|notches| notches.max()), Some(dec!(40)));
    /// assert_eq!(weight.empty_value(), Value::Empty);
    /// weight.set_disabled(true);
    /// assert!(weight.conditions().is_disabled());
    /// // What somebody else sent, as texts or as a value:
    /// assert_eq!(weight.read(&["12.5".to_owned()]), Ok(Value::Number(dec!(12.5))));
    /// assert!(weight.check_value(Value::Number(dec!(99))).is_err());
    /// let feeder = Control::from(Switch::builder().value("fed").build()?);
    /// assert_eq!(feeder.on_text(), "fed");
    /// # Ok(()) }
    /// ```
    pub fn audit(&self) -> Vec<Remark> {
        self.shared().audit()
    }

    /// The allowed numbers, if this control takes numbers.
    pub fn notches(&self) -> Option<&Notches> {
        self.shared().notches()
    }

    /// The value as it is shown and spoken; empty if nothing is chosen.
    ///
    /// ```
    /// use pin_notch::{Control, Select};
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let treatment = Select::builder().options([("oa", "Oxalic acid")]).value(["oa"]);
    /// assert_eq!(Control::from(treatment.build()?).text(), "Oxalic acid");
    /// # Ok(()) }
    /// ```
    pub fn text(&self) -> String {
        let value = self.value();
        match value.is_empty() {
            true => self.shared().empty_text(),
            false if self.is_drafting() => value.to_string(),
            false => self.shared().value_text(),
        }
    }

    /// A day as it is shown, if it shows days.
    pub(crate) fn day_text(&self, day: Date) -> Option<String> {
        self.shared().day_text(day)
    }

    /// Renders a message in the language of its surroundings.
    pub fn message(&self, message: &Message) -> String {
        self.shared().world().message(message)
    }
}

/// The initial value for this default: snapped if it is off the notches, which the audit reports, but never
/// moved from outside the bounds to inside.
fn admit_default(notches: &Notches, value: Decimal) -> Result<Decimal, ControlError> {
    match admit(notches, value) {
        Ok(value) => Ok(value),
        Err(Refusal::OffNotches { .. }) => Ok(notches.snap(value)),
        Err(why) => Err(ControlError::Default { value: value.into(), why }),
    }
}
