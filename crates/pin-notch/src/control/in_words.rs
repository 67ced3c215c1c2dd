//! Values as text for people.

use super::Control;

impl Control {
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
}
