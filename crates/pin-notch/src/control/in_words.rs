//! Values as text for people.

use super::{Control, View};
use crate::message::Message;
use crate::semantics::Checked;

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
        if let View::Rating(view) = self.view() {
            return view.semantics.range.map(|range| range.text).unwrap_or_default();
        }
        if value.is_empty() || self.is_drafting() {
            return if value.is_empty() { String::new() } else { value.to_string() };
        }
        let listed = |texts: Vec<String>| self.message(&Message::List(texts));
        let yes_or_no = |on: bool| self.message(if on { &Message::Yes } else { &Message::No });
        match self.view() {
            View::Slider(view) => view.readout,
            View::SpanSlider(view) => view.readout,
            View::Rating(view) => view.readout,
            View::Switch(view) if view.caption.is_empty() => yes_or_no(view.on),
            View::Switch(view) => view.caption,
            View::Checkbox(view) => yes_or_no(view.checked == Checked::On),
            View::Text(_) => value.to_string(),
            View::CheckboxGroup(view) => {
                let chosen =
                    view.choices.into_iter().filter(|one| one.checkbox.checked == Checked::On);
                listed(chosen.map(|one| one.text).collect())
            }
            View::RadioGroup(view) => {
                let chosen = view.radios.into_iter().find(|radio| radio.chosen);
                chosen.map(|radio| radio.text).unwrap_or_default()
            }
            View::Stepper(view) => view.semantics.range.map(|range| range.text).unwrap_or_default(),
            View::ItemStepper(view) => view.text,
            View::Select(view) => view.readout,
            View::Date(view) => view.text,
            View::DateSpan(view) => {
                let [first, last] = view.texts;
                if last.is_empty() { first } else { format!("{first} – {last}") }
            }
            View::Month(view) | View::Week(view) | View::Time(view) | View::DateTime(view) => {
                view.text
            }
        }
    }
}
