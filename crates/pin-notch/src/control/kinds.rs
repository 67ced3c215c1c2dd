//! The types that hold any control, generated from the rows of the table in [`control`](super).

use super::ControlKind;

/// Defines [`Control`](super::Control), [`View`](super::View), [`Definition`](super::Definition),
/// [`ControlKind`] and the conversions between them from one row per control.
macro_rules! controls {
    ($(
        #[doc = $about:literal]
        $kind:ident $name:literal($control:ty, $view:ty, $definition:ty)
        $(with $option:ident)? $(and $announces:ident)?,
    )+) => {
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
        /// It can also be read and written attribute by attribute as text, as in HTML.
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

            /// Its name in a sheet and in the name of its element.
            pub const fn name(self) -> &'static str {
                match self {
                    $(Self::$kind => $name,)+
                }
            }

            /// The kind of control that definitions of this type define.
            #[cfg(feature = "json")]
            pub(crate) fn of_definition<T: 'static>() -> Option<Self> {
                let wanted = core::any::TypeId::of::<T>();
                $(if wanted == core::any::TypeId::of::<$definition>() {
                    return Some(Self::$kind);
                })+
                None
            }

            /// The purpose of such a control, in one line.
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

            /// What the options of such a control are; `None` if it has none.
            ///
            /// ```
            /// use pin_notch::{ControlKind, OptionKind};
            /// assert_eq!(ControlKind::Select.options(), Some(OptionKind::Choice));
            /// assert_eq!(ControlKind::Slider.options(), Some(OptionKind::Mark));
            /// assert_eq!(ControlKind::Switch.options(), None);
            /// ```
            pub const fn options(self) -> Option<OptionKind> {
                match self {
                    $(Self::$kind => [$(Some(OptionKind::$option),)? None][0],)+
                }
            }

            /// The attributes of such a control, in order.
            pub fn attributes(self) -> &'static [Attribute] {
                match self {
                    $(Self::$kind => <$definition>::ATTRIBUTES,)+
                }
            }

            /// The names of its attributes, without options.
            pub fn attribute_names(self) -> &'static [&'static str] {
                match self {
                    $(Self::$kind => <$definition>::NAMES,)+
                }
            }
        }

        impl Definition {
            /// The default definition of a control of this kind.
            pub fn new(kind: ControlKind) -> Self {
                match kind {
                    $(ControlKind::$kind => Self::$kind(Default::default()),)+
                }
            }

            /// The kind of control it defines.
            pub fn kind(&self) -> ControlKind {
                match self {
                    $(Self::$kind(_) => ControlKind::$kind,)+
                }
            }

            /// Validates the whole definition and builds the control.
            ///
            /// # Errors
            /// Names the attribute that is wrong and what would be right.
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
            /// Role, name and states of the control as a whole, for assistive technology.
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

            /// The message about what is wrong with the value; empty when nothing is.
            pub fn problem(&self) -> &str {
                match self {
                    $(Self::$kind(view) => &view.problem,)+
                }
            }

            /// Announces a result that the focused part does not convey by itself: how many options match,
            /// that they are loading, or that the other end of a span is still to be picked.
            pub fn status(&self) -> &str {
                match self {
                    $(Self::$kind(_view) => [$(_view.$announces(),)? ""][0],)+
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

            /// The kind of control.
            pub fn control_kind(&self) -> ControlKind {
                match self {
                    $(Self::$kind(_) => ControlKind::$kind,)+
                }
            }
        }
    };
}

pub(super) use controls;

impl ControlKind {
    /// The kind with this name.
    pub fn from_name(name: &str) -> Option<Self> {
        Self::ALL.iter().copied().find(|kind| kind.name() == name)
    }

    /// Whether its options are choices: the values that it can have.
    ///
    /// ```
    /// use pin_notch::ControlKind;
    /// assert!(ControlKind::Select.has_choices() && !ControlKind::Slider.has_choices());
    /// ```
    pub const fn has_choices(self) -> bool {
        matches!(self.options(), Some(OptionKind::Choice))
    }
}

/// What the options of a control are.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum OptionKind {
    /// The values that it can have.
    Choice,
    /// Values marked along its track.
    Mark,
    /// Names of its values.
    Name,
    /// Days that cannot be chosen.
    ClosedDay,
}
