//! What all controls have in common besides their values: a definition that can be changed, conditions and
//! surroundings.

/// The methods by which every control is built, redefined and put under conditions.
///
/// The type has the fields `definition`, `conditions` and `surroundings`. It provides `made`, which builds
/// it from a definition, and `redefined`, which adopts another one or leaves everything unchanged; and, if
/// it depends on them, a method that is called when its surroundings change.
macro_rules! machine_methods {
    ($definition:ty, $builder:ty $(, $surroundings_changed:ident)?) => {
        /// Begins a definition. The builder's methods can be called in any order.
        pub fn builder() -> $builder {
            <$builder>::default()
        }

        /// Builds the control from a definition.
        ///
        /// # Errors
        /// Which attribute is wrong, and what would be right.
        pub fn new(definition: $definition) -> Result<Self, $crate::ControlError> {
            Self::made(definition)
        }

        /// Its definition.
        pub fn definition(&self) -> &$definition {
            &self.definition
        }

        /// Changes the definition and keeps everything else as far as the new definition allows: a drag or
        /// a text being typed continues. A value entered by a person moves to the nearest allowed one. For
        /// a value set by the program, the one originally requested is remembered, and the nearest to that
        /// is taken. This produces no event.
        ///
        /// # Errors
        /// Names the attribute that is wrong and what would be right, and leaves the control unchanged.
        pub fn redefine(
            &mut self,
            change: impl FnOnce(&mut $definition),
        ) -> Result<(), $crate::ControlError> {
            let mut definition = self.definition.clone();
            change(&mut definition);
            self.set_definition(definition)
        }

        /// The same with a whole definition.
        ///
        /// # Errors
        /// The errors of [`redefine`](Self::redefine).
        pub fn set_definition(&mut self, definition: $definition) -> Result<(), $crate::ControlError> {
            if definition == self.definition {
                return Ok(());
            }
            self.redefined(definition)
        }

        /// Whether it is disabled, read-only or required, and the program's own objection, if any.
        pub fn conditions(&self) -> &$crate::Conditions {
            &self.conditions
        }

        /// Disables it, or enables it again.
        pub fn set_disabled(&mut self, disabled: bool) {
            (self.definition.disabled, self.conditions.disabled) = (disabled, disabled);
        }

        /// Makes it read-only, or lets it be changed again.
        pub fn set_readonly(&mut self, readonly: bool) {
            (self.definition.readonly, self.conditions.readonly) = (readonly, readonly);
        }

        /// Makes a value required, or optional again.
        pub fn set_required(&mut self, required: bool) {
            (self.definition.required, self.conditions.required) = (required, required);
        }

        /// Sets whether a fieldset around it disables it.
        pub fn set_fieldset_disabled(&mut self, disabled: bool) {
            self.conditions.fieldset_disabled = disabled;
        }

        /// Sets the program's own objection to the value, as text for the person: HTML's custom validity.
        /// "" removes it.
        pub fn set_custom_error(&mut self, message: impl Into<String>) {
            self.conditions.custom_error = Some(message.into()).filter(|text| !text.is_empty());
        }

        /// Its surroundings: world and text direction.
        pub fn surroundings(&self) -> &$crate::Surroundings {
            &self.surroundings
        }

        /// Moves it to other surroundings.
        pub fn set_surroundings(&mut self, surroundings: &$crate::Surroundings) {
            if self.surroundings != *surroundings {
                self.surroundings = surroundings.clone();
                $(self.$surroundings_changed();)?
            }
        }
    };
}
pub(super) use machine_methods;

/// The conditions that a definition sets.
macro_rules! conditions_of {
    ($definition:expr) => {
        $crate::control::Conditions::new(
            $definition.required,
            $definition.readonly,
            $definition.disabled,
        )
    };
}
pub(super) use conditions_of;

/// The control with the default definition, which is valid for every kind (a test builds each).
macro_rules! default_of {
    ($control:ident $(<$m:ident: $bound:path>)?) => {
        impl $(<$m: $bound>)? Default for $control $(<$m>)? {
            fn default() -> Self {
                match Self::made(Default::default()) {
                    Ok(control) => control,
                    Err(error) => unreachable!("the default definition is sound: {error}"),
                }
            }
        }
    };
}
pub(super) use default_of;
