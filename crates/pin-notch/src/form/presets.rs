//! Presets: named sets of values that are applied together.

use super::history::Change;
use super::{Form, FormError, links};
use crate::value::Value;

/// A named set of values.
///
/// ```
/// use pin_notch::{Form, Stepper, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let form = Form::new()
///     .with("speed", "Speed", Stepper::builder().max(400))?
///     .with_preset("gentle", "Fresh comb", &[("speed", dec!(180).into())])?;
/// let gentle = form.preset("gentle").ok_or("it is there")?;
/// assert_eq!((gentle.label.as_str(), gentle.values().count()), ("Fresh comb", 1));
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
#[non_exhaustive]
pub struct Preset {
    /// Its name.
    pub name: String,
    /// Its label for people.
    pub label: String,
    values: Vec<(String, Value)>,
}

impl Preset {
    /// The names of its fields with their values.
    pub fn values(&self) -> impl Iterator<Item = (&str, &Value)> {
        self.values.iter().map(|(name, value)| (name.as_str(), value))
    }
}

impl Form {
    /// The form with a preset, which [`apply`](Self::apply) applies.
    ///
    /// # Errors
    /// The errors of [`add_preset`](Self::add_preset).
    pub fn with_preset(
        mut self,
        name: &str,
        label: &str,
        values: &[(&str, Value)],
    ) -> Result<Self, FormError> {
        self.add_preset(name, label, values)?;
        Ok(self)
    }

    /// Adds a preset.
    ///
    /// # Errors
    /// [`FormError::NoSuchField`]; [`FormError::Unnamed`], [`FormError::NameTaken`] by another preset;
    /// [`FormError::Preset`] for a value that its field does not accept.
    pub fn add_preset(
        &mut self,
        name: &str,
        label: &str,
        values: &[(&str, Value)],
    ) -> Result<(), FormError> {
        if name.is_empty() {
            return Err(FormError::Unnamed);
        }
        if self.preset(name).is_some() {
            return Err(FormError::NameTaken(name.to_owned()));
        }
        let mut own = Vec::new();
        for (field, value) in values {
            let control = &self.fields[self.known(field)?].control;
            let mut problems = control.check_value(value.clone()).err().unwrap_or_default();
            if !problems.is_empty() {
                let (field, why) = ((*field).to_owned(), problems.swap_remove(0));
                return Err(FormError::Preset { field, why });
            }
            own.push(((*field).to_owned(), value.clone()));
        }
        let (name, label) = (name.to_owned(), label.to_owned());
        self.presets.push(Preset { name, label, values: own });
        Ok(())
    }

    /// The preset with this name.
    pub fn preset(&self, name: &str) -> Option<&Preset> {
        self.presets.iter().find(|preset| preset.name == name)
    }

    /// All presets, in the order in which they were added.
    pub fn presets(&self) -> impl Iterator<Item = &Preset> {
        self.presets.iter()
    }

    /// Sets fields to the values of a preset, updates the fields linked with them, and returns the names of
    /// all that changed. This can be undone in one step. A field whose definition no longer accepts its
    /// value is left unchanged.
    ///
    /// ```
    /// use pin_notch::{Form, Stepper, Switch, dec};
    /// # fn main() -> Result<(), Box<dyn std::error::Error>> {
    /// let mut form = Form::new()
    ///     .with("speed", "Speed", Stepper::builder().max(400))?
    ///     .with("turn", "Turn the frames", Switch::default())?
    ///     .with_preset("gentle", "Fresh comb", &[("speed", dec!(180).into()), ("turn", true.into())])?;
    /// assert_eq!(form.apply("gentle")?, ["speed", "turn"]);
    /// assert_eq!(form.urlencoded(), "speed=180&turn=on");
    /// assert_eq!(form.undo(), Some(vec!["speed", "turn"]));
    /// assert_eq!(form.urlencoded(), "speed=");
    /// # Ok(()) }
    /// ```
    ///
    /// # Errors
    /// [`FormError::NoSuchPreset`].
    pub fn apply(&mut self, name: &str) -> Result<Vec<&str>, FormError> {
        let found = self.preset(name).cloned();
        let preset = found.ok_or_else(|| FormError::NoSuchPreset(name.to_owned()))?;
        self.record_all();
        let places: Vec<(usize, &Value)> = preset
            .values()
            .filter_map(|(name, value)| Some((self.index_of(name)?, value)))
            .collect();
        // The previous value of each, whenever it changed.
        let mut before: Vec<(usize, Value)> = Vec::new();
        // Applied twice, because the preset's own values take precedence over those that follow from links.
        for _ in 0..2 {
            for (at, value) in &places {
                let had = self.fields[*at].control.value();
                self.fields[*at].control.drop_draft();
                if had != **value && self.fields[*at].control.set_value((*value).clone()).is_ok() {
                    before.push((*at, had));
                    let (moved, _) = links::settle(&mut self.fields, &self.links, *at);
                    before.extend(moved);
                }
            }
        }
        // Of several values of a field, the first is the one before the preset.
        before.sort_by_key(|(at, _)| *at);
        before.dedup_by_key(|(at, _)| *at);
        let mut changed = Vec::new();
        for (at, had) in before {
            let field = &mut self.fields[at];
            let now = field.control.value();
            let is_changed = now != had;
            (field.settled, field.moving) = (now, false);
            if is_changed {
                field.touched = true;
                changed.push((at, had));
            }
        }
        let places: Vec<usize> = changed.iter().map(|(at, _)| *at).collect();
        let _ = self.update_counting(places.iter().copied());
        if !changed.is_empty() {
            self.history.push(Change { fields: changed });
        }
        Ok(places.into_iter().map(|at| self.fields[at].name.as_str()).collect())
    }
}
