//! The controls. Each is a machine that turns intents into turns, and has a view that a face draws.
//!
//! The types in this folder are what a program uses when it knows which control it has. [`Control`] is
//! any of them, for what does not: a form, or a face that builds controls from markup.

mod by_value;
mod checkbox;
mod checkbox_group;
mod conditions;
mod date;
mod date_span;
mod draft;
mod error;
mod fields;
mod given;
mod heard;
mod in_words;
mod item_stepper;
mod machine;
mod radio_group;
mod rail;
mod rating;
mod scale;
mod select;
mod slider;
mod span_slider;
mod stepper;
mod switch;
mod text;
mod track;
pub(crate) mod uniform;
mod value;
mod wording;

pub use checkbox::{Checkbox, CheckboxBuilder, CheckboxDefinition, CheckboxView};
pub use checkbox_group::{
    AllView, CheckboxGroup, CheckboxGroupBuilder, CheckboxGroupDefinition, CheckboxGroupView,
    ChoiceView,
};
pub use conditions::Conditions;
pub use date::{Closed, DateBuilder, DateDefinition, DateGrid, DatePicker, DateView, GridDay};
pub use date_span::{DateSpan, DateSpanBuilder, DateSpanDefinition, DateSpanPicker, DateSpanView};
pub use error::ControlError;
pub use fields::{
    FieldKind, FieldStepper, FieldView, Fielded, FieldsBuilder, FieldsDefinition, FieldsView,
};
pub use item_stepper::{ItemStepper, ItemStepperBuilder, ItemStepperDefinition, ItemStepperView};
pub use radio_group::{
    RadioGroup, RadioGroupBuilder, RadioGroupDefinition, RadioGroupView, RadioView,
};
pub use rail::Mark;
pub use rating::{Lit, MAX_ICONS, Rating, RatingBuilder, RatingDefinition, RatingView};
pub use scale::Scale;
pub use select::{
    Choice, Listing, Row, RowView, Select, SelectBuilder, SelectDefinition, SelectView, Token,
    TokenView,
};
pub use slider::{MarkView, Slider, SliderBuilder, SliderDefinition, SliderView};
pub use span_slider::{Span, SpanSlider, SpanSliderBuilder, SpanSliderDefinition, SpanSliderView};
pub use stepper::{Stepper, StepperBuilder, StepperDefinition, StepperView, steps_held};
pub use switch::{Switch, SwitchBuilder, SwitchDefinition, SwitchView};
pub use text::{TextBuilder, TextDefinition, TextField, TextKind, TextPatternError, TextView};
pub use value::{Value, ValueKind};
pub use wording::{Wording, WordingError};

use crate::calendar::{DateTime, Month, Time, Week};
use crate::definition::{Attribute, AttributeError, Defined, split_list};
use crate::event::Turn;
use crate::intent::Intent;
use crate::message::Message;
use crate::notches::{Notches, Remark};
use crate::refusal::Refusal;
use crate::semantics::Semantics;
use crate::surroundings::Surroundings;
use crate::validity::{BadInput, Invalid};
use crate::world::AnyWorld;
use rust_decimal::Decimal;
use uniform::Uniform;

/// Which way a line of text runs; a control beside it runs the same way.
///
/// ```
/// use pin_notch::{Direction, Intent, Key, Rating, Surroundings};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut around = Surroundings::default();
/// around.direction = Some(Direction::RightToLeft);
/// let mut temper = Rating::builder().value(3).build()?;
/// temper.set_surroundings(&around);
/// assert_eq!(temper.handle(Intent::Key(Key::Left)).to_string(), "input 4, change 4");
/// # Ok(()) }
/// ```
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum Direction {
    /// Left to right.
    #[default]
    LeftToRight,
    /// Right to left.
    RightToLeft,
}

/// Defines [`Control`], [`View`], [`Definition`] and [`ControlKind`], and the ways between them: a row for each
/// control.
macro_rules! controls {
    ($(#[doc = $about:literal] $kind:ident $name:literal($control:ty, $view:ty, $definition:ty),)+) => {
        /// Any control.
        ///
        /// ```
        /// use pin_notch::{Control, Intent, Switch, Value};
        /// # fn main() -> Result<(), pin_notch::ControlError> {
        /// let mut control = Control::from(Switch::builder().value("fed").build()?);
        /// assert_eq!(control.handle(Intent::Flip).to_string(), "input on, change on");
        /// assert_eq!(control.value(), Value::On(true));
        /// assert_eq!(control.entries(), ["fed"]);
        /// assert!(control.check(&["starved".to_owned()]).is_err());
        /// # Ok(()) }
        /// ```
        #[derive(Clone, Debug, PartialEq)]
        pub enum Control {
            $(#[doc = $about] $kind($control),)+
        }

        /// The view of any control: all that a face needs to draw it.
        ///
        /// ```
        /// use pin_notch::{Control, Switch, View};
        /// # fn main() -> Result<(), pin_notch::ControlError> {
        /// let feeder = Control::from(Switch::builder().when_off("not fed").build()?);
        /// let View::Switch(view) = feeder.view() else { panic!("a switch is seen as one") };
        /// assert_eq!(view.caption, "not fed");
        /// # Ok(()) }
        /// ```
        #[derive(Clone, Debug, PartialEq)]
        #[expect(missing_docs, reason = "each is the view of a control")]
        pub enum View {
            $($kind($view),)+
        }

        /// The definition of any control.
        ///
        /// Besides as a struct with its fields, it can be read and written attribute by attribute, as texts: as
        /// HTML has them.
        ///
        /// ```
        /// use pin_notch::{ControlKind, Definition, Value, dec};
        /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
        /// let mut weight = Definition::new(ControlKind::Slider);
        /// weight.set_attribute("step", Some("0.1"))?;
        /// weight.set_attribute("value", Some("18.4"))?;
        /// assert_eq!(weight.build()?.value(), Value::Number(dec!(18.4)));
        /// # Ok(()) }
        /// ```
        #[derive(Clone, Debug, PartialEq)]
        #[expect(missing_docs, reason = "each is the definition of a control")]
        pub enum Definition {
            $($kind($definition),)+
        }

        /// The kinds of controls.
        ///
        /// ```
        /// use pin_notch::ControlKind;
        /// assert_eq!(ControlKind::SpanSlider.name(), "span-slider");
        /// assert_eq!(ControlKind::from_name("rating"), Some(ControlKind::Rating));
        /// assert!(ControlKind::ALL.contains(&ControlKind::Date));
        /// ```
        #[derive(Clone, Copy, Debug, PartialEq, Eq, Hash, PartialOrd, Ord)]
        pub enum ControlKind {
            $(#[doc = $about] $kind,)+
        }

        impl ControlKind {
            /// All kinds.
            pub const ALL: &'static [Self] = &[$(Self::$kind),+];

            /// What it is called in a sheet, and in the name of its element.
            pub const fn name(self) -> &'static str {
                match self {
                    $(Self::$kind => $name,)+
                }
            }

            /// What such a control is for, in one line.
            ///
            /// ```
            /// use pin_notch::ControlKind;
            /// assert_eq!(ControlKind::SpanSlider.about(), "Two numbers on one track.");
            /// ```
            pub fn about(self) -> &'static str {
                let about = match self {
                    $(Self::$kind => $about,)+
                };
                about.trim()
            }

            /// The attributes of such a control, in their order.
            pub fn attributes(self) -> &'static [Attribute] {
                match self {
                    $(Self::$kind => <$definition>::ATTRIBUTES,)+
                }
            }

            /// The names alone of its attributes, options left out.
            pub fn attribute_names(self) -> &'static [&'static str] {
                match self {
                    $(Self::$kind => <$definition>::NAMES,)+
                }
            }
        }

        impl Definition {
            /// The definition of a control of this kind of which nothing is said.
            pub fn new(kind: ControlKind) -> Self {
                match kind {
                    $(ControlKind::$kind => Self::$kind(Default::default()),)+
                }
            }

            /// Of what kind the control is.
            pub fn kind(&self) -> ControlKind {
                match self {
                    $(Self::$kind(_) => ControlKind::$kind,)+
                }
            }

            /// Checks it as a whole and makes the control.
            ///
            /// # Errors
            /// Which attribute is wrong, and what would be right.
            pub fn build(self) -> Result<Control, ControlError> {
                match self {
                    $(Self::$kind(definition) => {
                        <$control>::new(definition).map(Control::$kind)
                    })+
                }
            }

            fn defined(&self) -> &dyn Defined {
                match self {
                    $(Self::$kind(definition) => definition,)+
                }
            }

            fn defined_mut(&mut self) -> &mut dyn Defined {
                match self {
                    $(Self::$kind(definition) => definition,)+
                }
            }
        }

        impl TryFrom<Definition> for Control {
            type Error = ControlError;

            fn try_from(definition: Definition) -> Result<Self, ControlError> {
                definition.build()
            }
        }

        $(impl From<$definition> for Definition {
            fn from(definition: $definition) -> Self {
                Self::$kind(definition)
            }
        })+

        impl View {
            /// What assistive technology is told of the control as a whole.
            ///
            /// ```
            /// use pin_notch::{Control, Rating};
            /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
            /// let temper = Control::from(Rating::builder().required(true).build()?);
            /// let view = temper.view();
            /// assert_eq!(view.semantics().role.token(), "slider");
            /// println!("{}", view.problem()); // what is wrong, in words; "" when nothing is
            /// # Ok(()) }
            /// ```
            pub fn semantics(&self) -> &Semantics {
                match self {
                    $(Self::$kind(view) => &view.semantics,)+
                }
            }

            /// What is wrong with the value, in words for the person; empty when nothing is.
            pub fn problem(&self) -> &str {
                match self {
                    $(Self::$kind(view) => &view.problem,)+
                }
            }
        }

        impl Control {
            fn shared(&self) -> &dyn Uniform {
                match self {
                    $(Self::$kind(control) => control,)+
                }
            }

            fn shared_mut(&mut self) -> &mut dyn Uniform {
                match self {
                    $(Self::$kind(control) => control,)+
                }
            }

            /// What kind of control it is.
            pub fn control_kind(&self) -> ControlKind {
                match self {
                    $(Self::$kind(_) => ControlKind::$kind,)+
                }
            }
        }
    };
}

controls! {
    /// A number on a track.
    Slider "slider"(Slider, SliderView, SliderDefinition),
    /// Two numbers on one track.
    SpanSlider "span-slider"(SpanSlider, SpanSliderView, SpanSliderDefinition),
    /// A number shown as a row of icons; may be empty.
    Rating "rating"(Rating, RatingView, RatingDefinition),
    /// On or off.
    Switch "switch"(Switch, SwitchView, SwitchDefinition),
    /// On, off or mixed.
    Checkbox "checkbox"(Checkbox, CheckboxView, CheckboxDefinition),
    /// Checkboxes, with one for all if you like.
    CheckboxGroup "checkbox-group"(CheckboxGroup, CheckboxGroupView, CheckboxGroupDefinition),
    /// One out of a few options, all in sight.
    RadioGroup "radio-group"(RadioGroup, RadioGroupView, RadioGroupDefinition),
    /// Text of one line or several.
    Text "text"(TextField, TextView, TextDefinition),
    /// A number, typed or stepped.
    Stepper "stepper"(Stepper, StepperView, StepperDefinition),
    /// Back and next over a list.
    ItemStepper "item-stepper"(ItemStepper, ItemStepperView, ItemStepperDefinition),
    /// One or several out of a list.
    Select "select"(Select, SelectView, SelectDefinition),
    /// A day, typed or picked.
    Date "date"(DatePicker, DateView, DateDefinition),
    /// Two days, typed or picked.
    DateSpan "date-span"(DateSpanPicker, DateSpanView, DateSpanDefinition),
    /// A month, by its fields.
    Month "month"(FieldStepper<Month>, FieldsView, FieldsDefinition<Month>),
    /// A week, by its fields.
    Week "week"(FieldStepper<Week>, FieldsView, FieldsDefinition<Week>),
    /// A time of day, by its fields.
    Time "time"(FieldStepper<Time>, FieldsView, FieldsDefinition<Time>),
    /// A day and a time on it, by their fields.
    DateTime "date-time"(FieldStepper<DateTime>, FieldsView, FieldsDefinition<DateTime>),
}

impl ControlKind {
    /// The kind of this name.
    pub fn from_name(name: &str) -> Option<Self> {
        Self::ALL.iter().copied().find(|kind| kind.name() == name)
    }

    /// Whether options stand inside the element of such a control.
    ///
    /// ```
    /// use pin_notch::ControlKind;
    /// assert!(ControlKind::Select.has_options() && !ControlKind::Switch.has_options());
    /// ```
    pub fn has_options(self) -> bool {
        self.attributes().iter().any(|attribute| attribute.name == "options")
    }
}

impl Definition {
    /// Sets an attribute from its text; `None` puts it back to its default.
    ///
    /// # Errors
    /// Why it cannot be read; the definition is then as it was.
    pub fn set_attribute(&mut self, name: &str, text: Option<&str>) -> Result<(), AttributeError> {
        self.defined_mut().set(name, text)
    }

    /// The text of an attribute; `None` where it is at its default, or is none of such a control.
    pub fn attribute(&self, name: &str) -> Option<String> {
        self.defined().get(name)
    }

    /// The attributes that are not at their defaults, with their texts, in their order. Those that are only there
    /// or not have an empty text. [`options`](Self::options) are apart.
    ///
    /// ```
    /// use pin_notch::{Definition, Slider, dec};
    /// let weight = Definition::from(Slider::builder().step(dec!(0.1)).required(true).definition().clone());
    /// assert_eq!(weight.attributes(), [("step", "0.1".to_owned()), ("required", String::new())]);
    /// ```
    pub fn attributes(&self) -> Vec<(&'static str, String)> {
        let names = self.kind().attribute_names().iter();
        names.filter_map(|name| Some((*name, self.defined().get(name)?))).collect()
    }

    /// The control that it makes, once whatever is wrong with it is left out, as with HTML's own controls there
    /// always is one; and what was wrong. A value that is not allowed is moved to the nearest that is.
    ///
    /// ```
    /// use pin_notch::{Definition, Slider, Value, dec};
    /// let weight = Slider::builder().max(40).step(0).value(dec!(40.5));
    /// let (control, wrong) = Definition::from(weight.definition().clone()).build_or_mend();
    /// assert_eq!(control.value(), Value::Number(dec!(40)));
    /// assert_eq!(wrong[0].to_string(), "step 0 is not allowed: it must be above 0, or \"any\"");
    /// assert_eq!(wrong[1].to_string(), "value 40.5 is not allowed: above the maximum 40");
    /// ```
    pub fn build_or_mend(mut self) -> (Control, Vec<ControlError>) {
        let mut wrong = Vec::new();
        loop {
            match self.clone().build() {
                Ok(control) => return (control, wrong),
                Err(error) => {
                    self.mend(&error);
                    wrong.push(error);
                }
            }
        }
    }

    /// Leaves out what is wrong. Each time there is less that could be.
    fn mend(&mut self, error: &ControlError) {
        let blamed = error.attribute();
        if blamed == "options" && self.set_options(&[]).is_ok() {
            return;
        }
        let nearest = self.attribute("value").filter(|_| blamed == "value").and_then(|text| {
            let mut without = self.clone();
            without.set_attribute("value", None).ok()?;
            let mut control = without.build().ok()?;
            let wish = control.parse(&text).ok()?;
            let nearest = control.set_nearest(wish).ok()?.attribute_text();
            Some(nearest).filter(|nearest| *nearest != text)
        });
        // What is blamed may stand at its default, which another one drives out of reach.
        let all = [blamed, "step", "step-base", "min", "max", "least", "most", "scale", "value"];
        let given = all.into_iter().find(|name| self.attribute(name).is_some());
        let left_out =
            given.is_some_and(|name| self.set_attribute(name, nearest.as_deref()).is_ok());
        if !left_out {
            *self = Self::new(self.kind());
        }
    }

    /// The options inside the element of such a control: what is chosen from, marks, names, or closed days.
    pub fn options(&self) -> Vec<Choice> {
        self.defined().options()
    }

    /// Sets the options. A control that has none leaves them aside.
    ///
    /// # Errors
    /// Which of them cannot be read; the definition is then as it was.
    pub fn set_options(&mut self, options: &[Choice]) -> Result<(), AttributeError> {
        self.defined_mut().set_options(options)
    }
}

#[cfg(feature = "json")]
impl Definition {
    /// The definition as JSON: an object whose member `control` names the kind, with a member for each attribute that
    /// is not at its default.
    ///
    /// ```
    /// use pin_notch::{Definition, Rating};
    /// let temper = Definition::from(Rating::builder().value(3).definition().clone());
    /// assert_eq!(temper.to_json(), r#"{"control":"rating","value":"3"}"#);
    /// assert_eq!(Definition::from_json(&temper.to_json()), Ok(temper));
    /// ```
    pub fn to_json(&self) -> String {
        // It is made of texts, flags and options, which always have their JSON.
        serde_json::to_string(self).unwrap_or_default()
    }

    /// The definition that this JSON says.
    ///
    /// ```
    /// use pin_notch::Definition;
    /// let wrong = Definition::from_json(r#"{"control":"rating","maxx":3}"#).unwrap_err();
    /// assert!(wrong.to_string().contains("maxx"), "{wrong}");
    /// ```
    ///
    /// # Errors
    /// Where it is not JSON, of no kind of control, or an attribute cannot be read.
    pub fn from_json(json: &str) -> Result<Self, serde::de::value::Error> {
        serde_json::from_str(json).map_err(serde::de::Error::custom)
    }
}

/// As [`Definition::to_json`].
#[cfg(feature = "json")]
impl serde::Serialize for Definition {
    fn serialize<S: serde::Serializer>(&self, serializer: S) -> Result<S::Ok, S::Error> {
        crate::definition::serialize(Some(self.kind().name()), self.defined(), serializer)
    }
}

#[cfg(feature = "json")]
impl<'de> serde::Deserialize<'de> for Definition {
    fn deserialize<D: serde::Deserializer<'de>>(deserializer: D) -> Result<Self, D::Error> {
        crate::definition::deserialize(deserializer, |kind| {
            ControlKind::from_name(kind?).map(Self::new)
        })
    }
}

#[cfg(feature = "json")]
impl Defined for Definition {
    fn attributes(&self) -> &'static [Attribute] {
        self.defined().attributes()
    }
    fn names(&self) -> &'static [&'static str] {
        self.defined().names()
    }
    fn standard(&self) -> Box<dyn Defined> {
        self.defined().standard()
    }
    fn field(&self, place: usize) -> Option<&dyn crate::definition::AttributeValue> {
        self.defined().field(place)
    }
    fn field_mut(&mut self, place: usize) -> Option<&mut dyn crate::definition::AttributeValue> {
        self.defined_mut().field_mut(place)
    }
    fn options(&self) -> Vec<Choice> {
        self.defined().options()
    }
    fn set_options(&mut self, options: &[Choice]) -> Result<(), AttributeError> {
        self.defined_mut().set_options(options)
    }
}

// A new control has to be thought of wherever controls are told apart.
#[warn(clippy::wildcard_enum_match_arm)]
impl Control {
    /// Carries out an intent.
    pub fn handle(&mut self, intent: Intent) -> Turn<Value> {
        self.shared_mut().handle(intent)
    }

    /// All that a face needs to draw it.
    pub fn view(&self) -> View {
        self.shared().view()
    }

    /// Of what kind its values are.
    pub fn kind(&self) -> ValueKind {
        self.shared().kind()
    }

    /// The value now.
    pub fn value(&self) -> Value {
        self.shared().value()
    }

    /// The value it starts with.
    pub fn default_value(&self) -> Value {
        self.shared().default_value()
    }

    /// Sets the value. The program does this, so no event comes of it.
    ///
    /// # Errors
    /// Why it cannot take this very value; it is then as it was. A value of another kind, such as a number
    /// for a switch, is refused with [`Refusal::WrongKind`].
    pub fn set_value(&mut self, value: Value) -> Result<(), Refusal> {
        self.shared_mut().set_value(value)
    }

    /// Sets the value to the allowed one nearest to it, as HTML does when a script sets it, and gives what
    /// it is then. The value that was given is remembered as a wish: when the definition changes, the control takes
    /// the value nearest to it anew, until a person chooses another.
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
    /// As [`set_value`](Self::set_value), where no value is near: the value is then as it was.
    pub fn set_nearest(&mut self, value: Value) -> Result<Value, Refusal> {
        self.shared_mut().set_nearest(value)?;
        Ok(self.value())
    }

    /// Steps the value up, or down where the number is negative: HTML's `stepUp()` and `stepDown()`. The program
    /// does this, so no event comes of it.
    ///
    /// # Errors
    /// Why nothing moves; [`Refusal::NotForThis`] for a control without steps.
    pub fn step_by(&mut self, steps: i32) -> Result<(), Refusal> {
        self.shared_mut().step_by(steps)
    }

    /// Takes a value that it has had before, even where the rules by now allow no way to it: undo leads back to
    /// where everything began.
    pub(crate) fn restore(&mut self, value: Value) -> Result<(), Refusal> {
        self.shared_mut().restore(value)
    }

    /// Its definition.
    pub fn definition(&self) -> Definition {
        self.shared().definition()
    }

    /// Gives it another definition of its own kind, and changes nothing else as far as that allows: what somebody
    /// is doing, such as a drag or a text being typed, goes on. No event comes of it.
    ///
    /// # Errors
    /// Which attribute is wrong, and what would be right; the control is then as it was.
    pub fn set_definition(&mut self, definition: Definition) -> Result<(), ControlError> {
        self.shared_mut().set_definition(definition)
    }

    /// Puts the value back to the default and drops whatever gesture is under way. The program does
    /// this, so no event comes of it.
    pub fn reset(&mut self) {
        self.shared_mut().reset();
    }

    /// Whether something is typed or half filled in that is still to be settled.
    pub fn is_drafting(&self) -> bool {
        self.shared().is_drafting()
    }

    /// Whether a thumb is held.
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

    /// Whether what opens from it, over the page, is open: a list, or a calendar that is not always part of the page.
    pub fn has_open_popup(&self) -> bool {
        self.shared().has_open_popup()
    }

    /// The part of the value that keys mean, counted from 0, where its parts are entered one by one.
    pub fn active_field(&self) -> Option<usize> {
        self.shared().active_field()
    }

    /// The value that is nothing to this control: empty, off, none chosen.
    pub fn empty_value(&self) -> Value {
        self.shared().unsent()
    }

    /// What stands around it.
    pub fn surroundings(&self) -> &Surroundings {
        self.shared().surroundings()
    }

    /// Puts it into other surroundings.
    pub fn set_surroundings(&mut self, surroundings: &Surroundings) {
        self.shared_mut().set_surroundings(surroundings);
    }

    /// Whether it is disabled, read-only, required, or objected to by the program.
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

    /// Disables it because a fieldset around it is disabled, or no longer.
    pub fn set_fieldset_disabled(&mut self, disabled: bool) {
        self.shared_mut().set_fieldset_disabled(disabled);
    }

    /// Objects to the value, in words for the person: HTML's custom validity. "" takes it back.
    pub fn set_custom_error(&mut self, message: impl Into<String>) {
        self.shared_mut().set_custom_error(message.into());
    }

    /// Why the value is not acceptable; empty when it is. A disabled or read-only control is not
    /// checked ("barred from constraint validation" in HTML).
    pub fn validity(&self) -> Vec<Invalid> {
        self.shared().validity()
    }

    /// What is legal in the definition and will surprise somebody.
    ///
    /// What every control can be asked and told, whatever it is:
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

    /// The texts that a form sends for it, in order, as HTML's own controls do: two for a span, one for each of
    /// many, none for what is off, and an empty one for a number, a date or a single choice that is empty.
    pub fn entries(&self) -> Vec<String> {
        self.shared().entries()
    }

    /// What it sends when it is on, for what can be on or off.
    pub fn on_text(&self) -> &str {
        self.shared().on_text()
    }

    /// The numbers it can take, for a control of numbers.
    pub fn notches(&self) -> Option<&Notches> {
        match self {
            Self::Slider(slider) => Some(slider.notches()),
            Self::SpanSlider(span) => Some(span.notches()),
            Self::Rating(rating) => Some(rating.notches()),
            Self::Stepper(stepper) => Some(stepper.notches()),
            Self::Switch(_)
            | Self::Checkbox(_)
            | Self::CheckboxGroup(_)
            | Self::RadioGroup(_)
            | Self::Text(_)
            | Self::ItemStepper(_)
            | Self::Select(_)
            | Self::Date(_)
            | Self::DateSpan(_)
            | Self::Month(_)
            | Self::Week(_)
            | Self::Time(_)
            | Self::DateTime(_) => None,
        }
    }

    pub(crate) fn most_sent(&self) -> usize {
        self.shared().most_sent()
    }

    /// The value that these texts stand for, as a form sends them. Bounds are not checked:
    /// [`check`](Self::check) does that as well.
    ///
    /// # Errors
    /// What cannot be read as a value of this control's kind.
    pub fn read(&self, sent: &[String]) -> Result<Value, Invalid> {
        uniform::read(self.shared(), sent)
    }

    /// The value that one text stands for, as an attribute holds it, a script sets it or a browser fills it in:
    /// [`Value::attribute_text`] the other way round. Bounds are not checked.
    ///
    /// ```
    /// use pin_notch::{Control, Select, Value};
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let given = Control::from(Select::builder().multiple(true).build()?);
    /// assert_eq!(given.parse("oa, fa"), Ok(Value::Texts(vec!["oa".into(), "fa".into()])));
    /// # Ok(()) }
    /// ```
    ///
    /// # Errors
    /// As [`read`](Self::read).
    pub fn parse(&self, text: &str) -> Result<Value, Invalid> {
        let between = |mark| text.split(mark).map(|part| part.trim().to_owned()).collect();
        let texts: Vec<String> = match self.kind() {
            _ if text.is_empty() => Vec::new(),
            ValueKind::Texts => split_list(text),
            ValueKind::Span => between(','),
            ValueKind::Dates => between('/'),
            ValueKind::Number
            | ValueKind::On
            | ValueKind::Text
            | ValueKind::Date
            | ValueKind::Month
            | ValueKind::Week
            | ValueKind::Time
            | ValueKind::DateTime => vec![text.to_owned()],
        };
        self.read(&texts)
    }

    /// The value as one text: [`parse`](Self::parse) the other way round. Of what is on, it is what is sent for that.
    ///
    /// ```
    /// use pin_notch::{Control, Switch, Value};
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let feeder = Control::from(Switch::builder().value("fed").checked(true).build()?);
    /// assert_eq!(feeder.attribute_text(), "fed");
    /// assert_eq!(feeder.parse("fed"), Ok(Value::On(true)));
    /// # Ok(()) }
    /// ```
    pub fn attribute_text(&self) -> String {
        let value = self.value();
        if value == Value::On(true) { self.on_text().to_owned() } else { value.attribute_text() }
    }

    /// The value as whoever receives it sees it: a checkbox in neither state is sent as one that is off, and an option
    /// that is disabled is not sent.
    ///
    /// ```
    /// use pin_notch::{Checkbox, Control, Value};
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let queen = Control::from(Checkbox::builder().indeterminate(true).build()?);
    /// assert_eq!((queen.value(), queen.sent_value()), (Value::Mixed, Value::On(false)));
    /// # Ok(()) }
    /// ```
    pub fn sent_value(&self) -> Value {
        match self.value() {
            Value::Mixed => Value::On(false),
            Value::Text(text) => match self.entries().is_empty() {
                true => Value::Empty,
                false => Value::Text(text),
            },
            Value::Texts(_) => Value::Texts(self.entries()),
            value @ (Value::Empty
            | Value::Number(_)
            | Value::On(_)
            | Value::Span(_)
            | Value::Date(_)
            | Value::Dates(_)
            | Value::Month(_)
            | Value::Week(_)
            | Value::Time(_)
            | Value::DateTime(_)) => value,
        }
    }

    /// What somebody claims this control's value to be, by the texts that were sent for it, re-checked by
    /// the control's own rules. Nothing is changed.
    ///
    /// # Errors
    /// All that is wrong with it. A read-only control accepts only the value it has.
    pub fn check(&self, sent: &[String]) -> Result<Value, Vec<Invalid>> {
        // What it sends itself need not say all that it holds: nothing is sent for an option that is disabled.
        if self.conditions().readonly && sent == self.entries() {
            return Ok(self.sent_value());
        }
        self.check_value(self.read(sent).map_err(|wrong| vec![wrong])?)
    }

    /// The same for a value that is typed already.
    ///
    /// # Errors
    /// As [`check`](Self::check).
    pub fn check_value(&self, value: Value) -> Result<Value, Vec<Invalid>> {
        let control = self.shared();
        let conditions = control.conditions();
        let value = control.normal(value);
        // What is read-only is barred from every other check, and can only stay.
        if conditions.readonly {
            let held = control.value();
            return match value == held || value == self.sent_value() {
                true => Ok(self.sent_value()),
                false => Err(vec![BadInput::Readonly(held.to_string()).into()]),
            };
        }
        let nothing = value.is_empty() || matches!(value, Value::Mixed | Value::On(false));
        if nothing && (conditions.required || (control.never_empty() && value.is_empty())) {
            return Err(vec![Invalid::ValueMissing]);
        }
        // How many are chosen counts also where none are.
        let counted = matches!(value, Value::Texts(_));
        let wrong = if nothing && !counted { Vec::new() } else { control.against(&value) };
        if wrong.is_empty() { Ok(value) } else { Err(Invalid::told(wrong)) }
    }

    /// What is around it, with numbers as it writes them.
    fn world(&self) -> AnyWorld {
        match self {
            Self::Slider(slider) => slider.world(),
            Self::SpanSlider(slider) => slider.world(),
            Self::Stepper(stepper) => stepper.world(),
            Self::Rating(_)
            | Self::Switch(_)
            | Self::Checkbox(_)
            | Self::CheckboxGroup(_)
            | Self::RadioGroup(_)
            | Self::Text(_)
            | Self::ItemStepper(_)
            | Self::Select(_)
            | Self::Date(_)
            | Self::DateSpan(_)
            | Self::Month(_)
            | Self::Week(_)
            | Self::Time(_)
            | Self::DateTime(_) => self.surroundings().world.clone(),
        }
    }

    /// A text for people in the words of its surroundings.
    pub fn message(&self, message: &Message) -> String {
        self.world().message(message)
    }
}

/// Whether the notches hold this very value, or why not.
pub(crate) fn admit(notches: &Notches, value: Decimal) -> Result<Decimal, Refusal> {
    match (notches.min(), notches.max()) {
        (Some(min), _) if value < min => Err(Refusal::BelowMin { min: min.into() }),
        (_, Some(max)) if value > max => Err(Refusal::AboveMax { max: max.into() }),
        _ if notches.is_empty() => Err(Refusal::NoValue),
        _ if !notches.contains(value) => {
            Err(Refusal::OffNotches { nearest: notches.snap(value).into() })
        }
        _ => Ok(value),
    }
}

/// The value a control starts with when this default is given: snapped if it is off the notches, which
/// the audit reports, but never brought in from outside the bounds.
fn admit_default(notches: &Notches, value: Decimal) -> Result<Decimal, ControlError> {
    match admit(notches, value) {
        Ok(value) => Ok(value),
        Err(Refusal::OffNotches { .. }) => Ok(notches.snap(value)),
        Err(why) => Err(ControlError::Default { value: value.into(), why }),
    }
}
