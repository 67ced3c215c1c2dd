//! What is being typed into a control or half filled in, to keep and restore it.

use super::Control;
use crate::intent::{Intent, Key, Thumb};

impl Control {
    /// What is being typed or half filled in, as one text for each of its fields. Empty if it
    /// [is not drafting](Self::is_drafting), or if everything typed is part of the value.
    ///
    /// ```
    /// use pin_notch::{Control, FieldStepper, Intent, Month};
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let mut since = Control::from(FieldStepper::<Month>::default());
    /// for typed in "2026".chars() {
    ///     since.handle(Intent::Find { typed, at: 0 });
    /// }
    /// assert_eq!(since.draft(), ["2026", ""]);
    /// # Ok(()) }
    /// ```
    pub fn draft(&self) -> Vec<String> {
        self.shared().draft().unwrap_or_default()
    }

    /// Restores a [`draft`](Self::draft) in place of the current one. The value stays as it is, and there
    /// is no event; a control that cannot be used takes no draft.
    ///
    /// ```
    /// use pin_notch::{Control, Stepper};
    /// # fn main() -> Result<(), pin_notch::ControlError> {
    /// let mut mites = Control::from(Stepper::builder().max(300).value(12).build()?);
    /// mites.set_draft(&["12x".to_owned()]);
    /// assert_eq!((mites.draft(), mites.text()), (vec!["12x".to_owned()], "12".to_owned()));
    /// mites.set_draft(&[]);
    /// assert!(!mites.is_drafting());
    /// # Ok(()) }
    /// ```
    pub fn set_draft(&mut self, texts: &[String]) {
        let value = self.value();
        self.drop_draft();
        for (at, text) in texts.iter().enumerate() {
            if self.shared().active_field().is_some() {
                let _ = self.handle(Intent::Field(at));
                let _ = self.handle(Intent::Key(Key::Delete));
                for typed in text.chars() {
                    let _ = self.handle(Intent::Find { typed, at: 0 });
                }
            } else {
                let thumb = if at == 0 { Thumb::Low } else { Thumb::High };
                let taken = self.handle(Intent::Take(thumb));
                if at == 0 || taken.refusal().is_none() {
                    let _ = self.handle(Intent::Type(text));
                }
            }
        }
        // What was typed on the way may have been acceptable.
        if self.value() != value {
            let _ = self.set_value(value);
        }
    }
}
