//! The controls. Each is a machine that turns intents into turns, and has a view that a face draws.
//!
//! The types in this folder are what a program uses when it knows which control it has. [`Control`] is
//! any of them, for what does not: a form, or a face that builds controls from markup.

mod check_group;
mod checkbox;
mod conditions;
mod date;
mod draft;
mod error;
mod fields;
mod items;
mod rating;
mod scale;
mod select;
mod setting;
mod slider;
mod span;
mod stepper;
mod switch;
mod track;
pub(crate) mod uniform;
mod value;
mod wording;

pub use check_group::{CheckGroup, CheckGroupView};
pub use checkbox::{Checkbox, CheckboxView};
pub use conditions::Conditions;
pub use date::{
    Blocked, DateGrid, DatePicker, DateSpan, DateSpanPicker, DateSpanView, DateView, GridDay,
};
pub use error::ControlError;
pub use fields::{FieldKind, FieldStepper, FieldView, Fielded, FieldsView};
pub use items::{ItemStepper, ItemView};
pub use rating::{Lit, MAX_ICONS, Rating, RatingView};
pub use scale::Scale;
pub use select::{Choice, Listing, Row, RowView, Select, SelectView, Token, TokenView};
pub use setting::{Amount, Label, Manner, Setting, SettingError};
pub use slider::{MarkView, Slider, SliderView};
pub use span::{Meeting, Span, SpanSlider, SpanView};
pub use stepper::{Stepper, StepperView, steps_held};
pub use switch::{Switch, SwitchView};
pub use value::{Value, ValueKind};
pub use wording::{Wording, WordingError};

use crate::calendar::{DateTime, Month, Time, Week};
use crate::event::Turn;
use crate::intent::Intent;
use crate::notches::{Notches, Remark};
use crate::refusal::Refusal;
use crate::semantics::Semantics;
use crate::validity::Invalid;
use crate::world::AnyWorld;
use rust_decimal::Decimal;
use uniform::Uniform;

/// Which way a line of text runs; a control beside it runs the same way.
///
/// ```
/// use pin_notch::{dec, Direction, Intent, Key, Rating};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let mut temper = Rating::new(5)?.starting_at(dec!(3))?.running(Direction::RightToLeft);
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

/// Defines [`Control`] and [`View`], and the way from a control to what it shares with all others.
macro_rules! controls {
    ($($(#[$doc:meta])* $kind:ident($control:ty, $view:ty),)+) => {
        /// Any control.
        ///
        /// ```
        /// use pin_notch::{Control, Intent, Switch, Value};
        /// let mut control = Control::from(Switch::new().sending("fed"));
        /// assert_eq!(control.handle(Intent::Flip).to_string(), "input on, change on");
        /// assert_eq!(control.value(), Value::On(true));
        /// assert_eq!(control.entries(), ["fed"]);
        /// assert!(control.check(&["starved".to_owned()]).is_err());
        /// ```
        #[derive(Clone, Debug)]
        #[non_exhaustive]
        pub enum Control {
            $($(#[$doc])* $kind($control),)+
        }

        /// The view of any control: all that a face needs to draw it.
        ///
        /// ```
        /// use pin_notch::{Control, Switch, View};
        /// let feeder = Control::from(Switch::new().captioned("fed", "not fed"));
        /// let View::Switch(view) = feeder.view() else { panic!("a switch is seen as one") };
        /// assert_eq!(view.caption, "not fed");
        /// ```
        #[derive(Clone, Debug, PartialEq)]
        #[non_exhaustive]
        #[expect(missing_docs, reason = "each is the view of a control")]
        pub enum View {
            $($kind($view),)+
        }

        impl View {
            /// What assistive technology is told of the control as a whole.
            ///
            /// ```
            /// use pin_notch::{Control, Rating};
            /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
            /// let mut temper = Control::from(Rating::new(5)?);
            /// temper.conditions_mut().required = true;
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
        }
    };
}

controls! {
    /// A number on a track.
    Slider(Slider, SliderView),
    /// Two numbers on one track.
    SpanSlider(SpanSlider, SpanView),
    /// A number shown as a row of icons; may be empty.
    Rating(Rating, RatingView),
    /// On or off.
    Switch(Switch, SwitchView),
    /// On, off or mixed.
    Checkbox(Checkbox, CheckboxView),
    /// Checkboxes under a parent.
    CheckGroup(CheckGroup, CheckGroupView),
    /// A number, typed or stepped.
    Stepper(Stepper, StepperView),
    /// Back and next over a list.
    Items(ItemStepper<Choice>, ItemView),
    /// One or several out of a list.
    Select(Select, SelectView),
    /// A day, typed or picked.
    Date(DatePicker, DateView),
    /// Two days, typed or picked.
    Dates(DateSpanPicker, DateSpanView),
    /// A month, by its fields.
    Month(FieldStepper<Month>, FieldsView),
    /// A week, by its fields.
    Week(FieldStepper<Week>, FieldsView),
    /// A time of day, by its fields.
    Time(FieldStepper<Time>, FieldsView),
    /// A day and a time on it, by their fields.
    DateTime(FieldStepper<DateTime>, FieldsView),
}

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

    /// The value in words, as it is shown and spoken; empty where nothing is chosen.
    ///
    /// ```
    /// use pin_notch::{Choice, Control, Select};
    /// let treatment = Select::single().offering([Choice::new("oa", "Oxalic acid")]).starting_with(["oa"]);
    /// assert_eq!(Control::from(treatment).text(), "Oxalic acid");
    /// ```
    pub fn text(&self) -> String {
        let value = self.value();
        match (self, self.view().semantics().range.as_ref()) {
            (Self::Select(select), _) if !value.is_empty() => select.readout(),
            (_, Some(range)) => range.text.clone(),
            _ if value.is_empty() => String::new(),
            _ => value.to_string(),
        }
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
    /// it is then.
    ///
    /// ```
    /// use pin_notch::{Control, Notches, Slider, Value, dec};
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let mut slider = Control::from(Slider::new(Notches::new(dec!(0), dec!(40), dec!(0.1))?)?);
    /// assert_eq!(slider.set_nearest(Value::Number(dec!(99.99))), Ok(Value::Number(dec!(40))));
    /// # Ok(()) }
    /// ```
    ///
    /// # Errors
    /// As [`set_value`](Self::set_value), where no value is near: the value is then as it was.
    pub fn set_nearest(&mut self, value: Value) -> Result<Value, Refusal> {
        let nearest = self.shared().nearest(value);
        self.set_value(nearest)?;
        Ok(self.value())
    }

    /// Takes one thing that a definition says of it.
    ///
    /// # Errors
    /// Why it does not; it is then as it was.
    pub fn put(&mut self, setting: &Setting) -> Result<(), SettingError> {
        self.shared_mut().put(setting)
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

    /// The value that is nothing to this control: empty, off, none chosen.
    pub fn empty_value(&self) -> Value {
        self.shared().unsent()
    }

    /// Writes and reads numbers, dates and names as this world does, where the control shows any.
    pub fn set_world(&mut self, world: &AnyWorld) {
        self.shared_mut().set_world(world);
    }

    /// Whether it is disabled, read-only, required, or objected to by the program.
    pub fn conditions(&self) -> &Conditions {
        self.shared().conditions()
    }

    /// The same, to be changed.
    pub fn conditions_mut(&mut self) -> &mut Conditions {
        self.shared_mut().conditions_mut()
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
    /// use pin_notch::{Control, Notches, Slider, Value, ValueKind, dec};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let mut weight: Control = Slider::new(Notches::new(dec!(0), dec!(40), dec!(0.1))?)?.into();
    /// assert_eq!(weight.kind(), ValueKind::Number);
    /// weight.set_value(Value::Number(dec!(18.4)))?;
    /// assert_eq!(weight.view().semantics().role.token(), "slider");
    /// assert_eq!(weight.view().problem(), "");
    /// assert!(!weight.is_drafting() && weight.validity().is_empty() && weight.audit().is_empty());
    /// weight.reset();
    /// assert_eq!(weight.value(), weight.default_value());
    /// assert_eq!(weight.notches().and_then(|notches| notches.max()), Some(dec!(40)));
    /// assert_eq!(weight.empty_value(), Value::Empty);
    /// weight.conditions_mut().disabled = true;
    /// assert!(weight.conditions().is_disabled());
    /// weight.set_world(&pin_notch::AnyWorld::default());
    /// // What somebody else sent, as texts or as a value:
    /// assert_eq!(weight.read(&["12.5".to_owned()]), Ok(Value::Number(dec!(12.5))));
    /// assert!(weight.check_value(Value::Number(dec!(99))).is_err());
    /// let feeder = Control::from(pin_notch::Switch::new().sending("fed"));
    /// assert_eq!(feeder.on_text(), "fed");
    /// # Ok(()) }
    /// ```
    pub fn audit(&self) -> Vec<Remark> {
        self.shared().audit()
    }

    /// The texts that a form sends for it, in order: none for what is empty or off, two for a span, one for
    /// each of many.
    pub fn entries(&self) -> Vec<String> {
        match self.value() {
            Value::On(true) => vec![self.shared().on_text().to_owned()],
            value => value.entries(),
        }
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
            _ => None,
        }
    }

    pub(crate) fn most_sent(&self) -> usize {
        self.shared().most_sent()
    }

    /// The value that these texts stand for, as a form sends them. Bounds are not looked at:
    /// [`check`](Self::check) does that as well.
    ///
    /// # Errors
    /// What cannot be read as a value of this control's kind.
    pub fn read(&self, sent: &[String]) -> Result<Value, Invalid> {
        uniform::read(self.shared(), sent)
    }

    /// What somebody claims this control's value to be, by the texts that were sent for it, re-checked by
    /// the control's own rules. Nothing is changed.
    ///
    /// # Errors
    /// All that is wrong with it. A read-only control accepts only the value it has.
    pub fn check(&self, sent: &[String]) -> Result<Value, Vec<Invalid>> {
        self.check_value(self.read(sent).map_err(|wrong| vec![wrong])?)
    }

    /// The same for a value that is typed already.
    ///
    /// # Errors
    /// As [`check`](Self::check).
    pub fn check_value(&self, value: Value) -> Result<Value, Vec<Invalid>> {
        let control = self.shared();
        let conditions = control.conditions();
        let nothing = value.is_empty() || matches!(value, Value::Mixed | Value::On(false));
        if nothing && (conditions.required || (control.never_empty() && value.is_empty())) {
            return Err(vec![Invalid::ValueMissing]);
        }
        // How many are chosen counts also where none are.
        let counted = matches!(value, Value::Texts(_));
        let wrong = if nothing && !counted { Vec::new() } else { control.against(&value) };
        if !wrong.is_empty() {
            return Err(wrong);
        }
        if conditions.read_only && value != control.value() {
            let message = format!("The value is read-only and has to stay {}.", control.value());
            return Err(vec![Invalid::BadInput(message)]);
        }
        Ok(value)
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
        Err(why) => Err(ControlError::Default { value, why }),
    }
}
