//! Reading and writing a definition of any kind: its attributes as texts, its options, and the whole as
//! JSON.

use super::{Control, ControlError, Definition};
use crate::definition::AttributeError;
#[cfg(feature = "json")]
use crate::definition::{Attribute, Defined};
use crate::value::Choice;

impl Definition {
    /// Sets an attribute from its text. `None` restores its default.
    ///
    /// # Errors
    /// Says why the text cannot be read, and leaves the definition unchanged.
    pub fn set_attribute(&mut self, name: &str, text: Option<&str>) -> Result<(), AttributeError> {
        self.defined_mut().set(name, text)
    }

    /// The text of an attribute; `None` if it is at its default or this kind of control does not have it.
    pub fn attribute(&self, name: &str) -> Option<String> {
        self.defined().get(name)
    }

    /// The attributes that are not at their defaults, with their texts, in order. Boolean attributes have
    /// an empty text. [`options`](Self::options) are not included.
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

    /// Builds the control after leaving out whatever is wrong, and returns what was wrong. Like HTML's own
    /// controls, there always is one. A value that is not allowed moves to the nearest that is.
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

    /// Leaves out what is wrong. This terminates, because every round leaves less to be wrong.
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
        // The attribute named may be at its default, which another attribute has made impossible.
        let all = [blamed, "step", "step-base", "min", "max", "least", "most", "scale", "value"];
        let given = all.into_iter().find(|name| self.attribute(name).is_some());
        let left_out =
            given.is_some_and(|name| self.set_attribute(name, nearest.as_deref()).is_ok());
        if !left_out {
            *self = Self::new(self.kind());
        }
    }

    /// The options inside the element of such a control: choices, marks, names of values, or closed days.
    pub fn options(&self) -> Vec<Choice> {
        self.defined().options()
    }

    /// Sets the options. A control without options ignores them.
    ///
    /// # Errors
    /// Names the option that cannot be read, and leaves the definition unchanged.
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
        // Definitions consist of texts, flags and options, all of which can be written as JSON.
        serde_json::to_string(self).unwrap_or_default()
    }

    /// Reads a definition from JSON.
    ///
    /// ```
    /// use pin_notch::Definition;
    /// let wrong = Definition::from_json(r#"{"control":"rating","maxx":3}"#).unwrap_err();
    /// assert!(wrong.to_string().contains("maxx"), "{wrong}");
    /// ```
    ///
    /// # Errors
    /// If it is not JSON, names no kind of control, or has an attribute that cannot be read.
    pub fn from_json(json: &str) -> Result<Self, serde::de::value::Error> {
        serde_json::from_str(json).map_err(serde::de::Error::custom)
    }
}

/// The same object as [`Definition::to_json`].
#[cfg(feature = "json")]
impl serde::Serialize for Definition {
    fn serialize<S: serde::Serializer>(&self, serializer: S) -> Result<S::Ok, S::Error> {
        super::definition_json::serialize(Some(self.kind().name()), self.defined(), serializer)
    }
}

#[cfg(feature = "json")]
impl<'de> serde::Deserialize<'de> for Definition {
    fn deserialize<D: serde::Deserializer<'de>>(deserializer: D) -> Result<Self, D::Error> {
        super::definition_json::deserialize_any(deserializer)
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
