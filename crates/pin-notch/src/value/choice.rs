//! An option.

/// An option.
///
/// ```
/// use pin_notch::Choice;
/// let acid = Choice::new("oa", "Oxalic acid").in_group("Acids");
/// assert_eq!((acid.value.as_str(), acid.group.as_deref()), ("oa", Some("Acids")));
/// assert_eq!(Choice::from(("th", "Thymol")), Choice::new("th", "Thymol"));
/// assert_eq!(Choice::from("thymol").text, "thymol"); // sends what it shows
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[cfg_attr(feature = "json", derive(serde::Serialize))]
#[non_exhaustive]
pub struct Choice {
    /// The value that is sent.
    pub value: String,
    /// The text that is shown.
    pub text: String,
    /// The name of its group, if it has one.
    #[cfg_attr(feature = "json", serde(skip_serializing_if = "Option::is_none"))]
    pub group: Option<String>,
    /// Whether it is shown but cannot be chosen.
    #[cfg_attr(feature = "json", serde(skip_serializing_if = "core::ops::Not::not"))]
    pub disabled: bool,
}

impl Choice {
    /// An option that sends `value` and shows `text`.
    pub fn new(value: impl Into<String>, text: impl Into<String>) -> Self {
        Self { value: value.into(), text: text.into(), group: None, disabled: false }
    }

    /// Puts it in the group with this name. The options of a group should be adjacent.
    #[must_use]
    pub fn in_group(mut self, group: impl Into<String>) -> Self {
        self.group = Some(group.into());
        self
    }

    /// Disables it: it is shown but cannot be chosen.
    ///
    /// ```
    /// use pin_notch::{Choice, Intent, Select};
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let mut hive = Select::builder().options([Choice::from("Willow").disabled()]).build()?;
    /// assert!(hive.handle(Intent::Pick("Willow")).refusal().is_some());
    /// # Ok(()) }
    /// ```
    #[must_use]
    pub fn disabled(mut self) -> Self {
        self.disabled = true;
        self
    }
}

/// An option whose value is its text.
impl From<&str> for Choice {
    fn from(text: &str) -> Self {
        Self::new(text, text)
    }
}

/// An option whose value is its text.
impl From<&String> for Choice {
    fn from(text: &String) -> Self {
        Self::new(text, text)
    }
}

/// An option whose value is its text.
impl From<String> for Choice {
    fn from(text: String) -> Self {
        Self::from(&text)
    }
}

/// An option that sends the first and shows the second.
impl<V: Into<String>, T: Into<String>> From<(V, T)> for Choice {
    fn from((value, text): (V, T)) -> Self {
        Self::new(value, text)
    }
}
