//! Defining a form: its controls, the rules over them and the links between them.

use super::links::Link;
use super::rules::Condition;
use super::{Field, Fieldset, Form, FormError, Values};
use crate::control::Control;
use crate::control::uniform::without_returns;
use crate::conversion::Conversion;
use crate::value::Value;
use std::sync::Arc;

impl Form {
    /// The form with a further field: see [`add`](Self::add).
    ///
    /// # Errors
    /// The errors of that method.
    pub fn with<C: TryInto<Control, Error: Into<FormError>>>(
        mut self,
        name: &str,
        label: &str,
        control: C,
    ) -> Result<Self, FormError> {
        self.add(name, label, control.try_into().map_err(Into::into)?)?;
        Ok(self)
    }

    /// Appends a field: its name, its label, and its control or the definition of one.
    ///
    /// # Errors
    /// [`FormError::NameTaken`], [`FormError::Unnamed`]; [`FormError::Control`] for an invalid definition.
    /// The form is then unchanged.
    pub fn add(&mut self, name: &str, label: &str, control: Control) -> Result<(), FormError> {
        if name.is_empty() {
            return Err(FormError::Unnamed);
        }
        // Line breaks are normalized, because sending normalizes them too and the name must match when it
        // comes back.
        let sent = without_returns(name.into()).into_owned();
        if self.places.contains_key(&sent) {
            return Err(FormError::NameTaken(name.to_owned()));
        }
        self.places.insert(sent, self.fields.len());
        self.fields.push(Field {
            name: name.to_owned(),
            label: label.to_owned(),
            settled: control.value(),
            start: control.value(),
            compared: None,
            control,
            touched: false,
            left: false,
            unsent: false,
            only_if: Vec::new(),
            options_if: Vec::new(),
            counts: true,
            fieldset_disabled: false,
            moving: false,
            row: None,
            counts_rows: false,
        });
        Ok(())
    }

    /// Adds a rule over these fields that only the program can check; see [`rule`](Self::rule) for those
    /// that an expression says, which pages and schemas understand as well. The message it returns is a
    /// problem, reported at the first of the fields. The rule is applied when each of them has an acceptable
    /// value, both here and where the form is received.
    ///
    /// ```
    /// # use pin_notch::{Form, TextField};
    /// # fn main() -> Result<(), pin_notch::FormError> {
    /// let sold = ["heath", "moor"];
    /// let form = Form::new()
    ///     .with("hive", "Hive", TextField::builder())?
    ///     .with_rule(&["hive"], move |values| {
    ///         sold.contains(&values.text("hive")?).then(|| "This hive has been sold.".into())
    ///     })?;
    /// assert!(form.read(b"hive=moor").is_err());
    /// # Ok(()) }
    /// ```
    ///
    /// # Errors
    /// [`FormError::NoSuchField`], [`FormError::RuleWithoutField`].
    pub fn with_rule(
        self,
        fields: &[&str],
        check: impl Fn(&Values) -> Option<String> + Send + Sync + 'static,
    ) -> Result<Self, FormError> {
        self.with_check(fields, false, check)
    }

    /// Adds a rule that only warns: see [`warnings`](Self::warnings).
    ///
    /// # Errors
    /// The errors of [`with_rule`](Self::with_rule).
    pub fn with_warning(
        self,
        fields: &[&str],
        check: impl Fn(&Values) -> Option<String> + Send + Sync + 'static,
    ) -> Result<Self, FormError> {
        self.with_check(fields, true, check)
    }

    fn with_check(
        mut self,
        fields: &[&str],
        warns: bool,
        check: impl Fn(&Values) -> Option<String> + Send + Sync + 'static,
    ) -> Result<Self, FormError> {
        self.add_check(fields, warns, Condition::Own(Arc::new(check)))?;
        Ok(self)
    }

    /// Links the field `to` to the field `from`: whenever somebody changes `from`, `to` is set to the
    /// result of `convert`. Links may run both ways and in circles; in one turn each field is set at most
    /// once, and never as an echo of its own change.
    ///
    /// # Errors
    /// [`FormError::NoSuchField`].
    ///
    /// ```
    /// # use pin_notch::{Form, Intent, Switch, Value};
    /// # fn main() -> Result<(), pin_notch::FormError> {
    /// // Whoever opens the box stops the feeder.
    /// let mut form = Form::new()
    ///     .with("open", "Box open", Switch::default())?
    ///     .with("feeder", "Feeder", Switch::builder().checked(true))?
    ///     .with_link("open", "feeder", |open| Value::On(open.is_on() == Some(false)))?;
    /// let turn = form.handle("open", Intent::Flip)?;
    /// assert_eq!(turn.to_string(), "input on, change on; feeder follows: off");
    /// # Ok(()) }
    /// ```
    pub fn with_link(
        mut self,
        from: &str,
        to: &str,
        convert: impl Fn(&Value) -> Value + Send + Sync + 'static,
    ) -> Result<Self, FormError> {
        let (from, to) = (self.known(from)?, self.known(to)?);
        self.links.add(from, Link { to, convert: Arc::new(convert) });
        Ok(self)
    }

    /// Links two number fields in both directions: `from` sets `to` by this conversion, and `to` sets
    /// `from` by its inverse. Each result moves to the nearest value that the field accepts; of two equally
    /// near, to the upper one. Rounding never changes the field that somebody edited.
    ///
    /// ```
    /// # use pin_notch::{dec, Conversion, Form, Intent, Notches, Rating, Slider};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let percent = Slider::builder().max(100).build()?;
    /// let stores = Rating::builder().min(0).step(dec!(0.5)).build()?;
    /// let mut form = Form::new()
    ///     .with("percent", "Stores in percent", percent)?
    ///     .with("stores", "Stores", stores)?
    ///     .with_conversion(
    ///         "percent",
    ///         "stores",
    ///         Conversion::between((dec!(0), dec!(100)), (dec!(0), dec!(5)))?,
    ///     )?;
    /// let turn = form.handle("percent", Intent::Choose(dec!(70)))?;
    /// assert_eq!(turn.to_string(), "input 70, change 70; stores follows: 3.5");
    /// # Ok(()) }
    /// ```
    ///
    /// # Errors
    /// [`FormError::NoSuchField`]; [`FormError::OtherKind`] if there is no conversion and one cannot hold
    /// the values of the other; [`FormError::NotNumbers`] if either has no numbers or the conversion has no
    /// inverse.
    pub fn with_conversion(
        self,
        from: &str,
        to: &str,
        conversion: Conversion,
    ) -> Result<Self, FormError> {
        self.link(from, to, Some(conversion), false)
    }

    /// The form with a link: see [`add_link`](Self::add_link).
    ///
    /// # Errors
    /// The errors of that method.
    ///
    /// ```
    /// # use pin_notch::{dec, Conversion, Form, Intent, Slider};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let degrees = Conversion::between((dec!(0), dec!(100)), (dec!(32), dec!(212)))?;
    /// let mut form = Form::new()
    ///     .with("celsius", "Outside in °C", Slider::builder())?
    ///     .with("fahrenheit", "Outside in °F", Slider::builder().min(32).max(212))?
    ///     .link("celsius", "fahrenheit", Some(degrees), true)?;
    /// let turn = form.handle("celsius", Intent::Choose(dec!(20)))?;
    /// assert_eq!(turn.to_string(), "input 20, change 20; fahrenheit follows: 68");
    /// # Ok(()) }
    /// ```
    pub fn link(
        mut self,
        from: &str,
        to: &str,
        conversion: Option<Conversion>,
        one_way: bool,
    ) -> Result<Self, FormError> {
        self.add_link(from, to, conversion, one_way)?;
        Ok(self)
    }

    /// Links two fields as in a sheet or a page: by a conversion of their numbers or to the same value, and
    /// in both directions or only from `from` to `to`.
    ///
    /// # Errors
    /// The errors of [`with_conversion`](Self::with_conversion). The form is then unchanged.
    pub fn add_link(
        &mut self,
        from: &str,
        to: &str,
        conversion: Option<Conversion>,
        one_way: bool,
    ) -> Result<(), FormError> {
        let (here, there) = (self.known(from)?, self.known(to)?);
        let Some(conversion) = conversion else {
            let kind = |at: usize| self.fields[at].control.kind();
            if kind(here) != kind(there) {
                return Err(FormError::OtherKind { from: from.to_owned(), to: to.to_owned() });
            }
            self.links.add(here, Link { to: there, convert: Arc::new(Clone::clone) });
            if !one_way {
                self.links.add(there, Link { to: here, convert: Arc::new(Clone::clone) });
            }
            return Ok(());
        };
        let numbers = |at: usize| {
            let notches = self.fields[at].control.notches().copied();
            notches.ok_or_else(|| FormError::NotNumbers(self.fields[at].name.clone()))
        };
        let (from_notches, to_notches) = (numbers(here)?, numbers(there)?);
        let by = |conversion: Conversion, to| {
            let convert =
                move |value: &Value| value.number().map(|number| conversion.convert(number)).into();
            Link { to, convert: Arc::new(convert) }
        };
        if !one_way {
            let back = conversion.reversed().map_err(|_| FormError::NotNumbers(to.to_owned()))?;
            self.links.add(here, by(conversion.onto(to_notches), there));
            self.links.add(there, by(back.onto(from_notches), here));
        } else {
            self.links.add(here, by(conversion.onto(to_notches), there));
        }
        Ok(())
    }

    /// Puts these fields into a fieldset, which can disable them together. A field may be in several
    /// fieldsets, as when they are nested.
    ///
    /// # Errors
    /// [`FormError::NoSuchField`]; [`FormError::NameTaken`] if another fieldset has this name.
    ///
    /// ```
    /// # use pin_notch::{Form, Switch};
    /// # fn main() -> Result<(), pin_notch::FormError> {
    /// let mut form = Form::new()
    ///     .with("feeder", "Feeder", Switch::builder().checked(true))?
    ///     .with("heater", "Heater", Switch::builder().checked(true))?
    ///     .with_fieldset("winter", "In winter", &["heater"])?;
    /// form.set_fieldset_disabled("winter", true)?;
    /// assert_eq!(form.urlencoded(), "feeder=on");
    /// # Ok(()) }
    /// ```
    pub fn with_fieldset(
        mut self,
        name: &str,
        label: &str,
        fields: &[&str],
    ) -> Result<Self, FormError> {
        if self.fieldset(name).is_some() {
            return Err(FormError::NameTaken(name.to_owned()));
        }
        let fields = fields.iter().map(|name| self.known(name)).collect::<Result<_, _>>()?;
        let (name, label) = (name.to_owned(), label.to_owned());
        self.fieldsets.push(Fieldset { name, label, disabled: false, only_if: None, fields });
        Ok(self)
    }

    /// Excludes this field from sending, like a control without a name in HTML. It is checked before the
    /// others are sent, but not expected in what is received.
    ///
    /// # Errors
    /// [`FormError::NoSuchField`].
    ///
    /// ```
    /// # use pin_notch::{Form, Switch, Value};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let form = Form::new().with("told", "Told", Switch::builder().checked(true))?.unsent("told")?;
    /// assert_eq!(form.urlencoded(), "");
    /// let values = form.read(b"told=off")?;
    /// assert_eq!(values.get("told"), Some(&Value::On(true)));
    /// assert_eq!(values.unknown(), ["told"]);
    /// # Ok(()) }
    /// ```
    pub fn unsent(mut self, name: &str) -> Result<Self, FormError> {
        self.set_unsent(name)?;
        Ok(self)
    }

    /// Excludes this field from sending: see [`unsent`](Self::unsent).
    ///
    /// # Errors
    /// [`FormError::NoSuchField`].
    pub fn set_unsent(&mut self, name: &str) -> Result<(), FormError> {
        let at = self.known(name)?;
        self.fields[at].unsent = true;
        Ok(())
    }

    pub(super) fn known(&self, name: &str) -> Result<usize, FormError> {
        self.index_of(name).ok_or_else(|| FormError::NoSuchField(name.to_owned()))
    }
}
