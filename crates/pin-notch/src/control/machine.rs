//! What all controls have in common besides their values: a definition that can be changed, conditions, and
//! what stands around them.

/// The methods by which every control is made, defined anew, and put under conditions.
///
/// The type has the fields `definition`, `conditions` and `surroundings`. Of its own it brings `made`, which
/// makes it of a definition, and `redefined`, which takes another one or leaves everything as it is; and, where
/// it depends on them, a method to be called when its surroundings are others.
macro_rules! machine_methods {
    ($definition:ty, $builder:ty $(, $surroundings_changed:ident)?) => {
        /// Begins a definition; its methods can come in any order.
        pub fn builder() -> $builder {
            <$builder>::default()
        }

        /// The control that a definition makes.
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

        /// Changes the definition, and nothing else as far as that allows: what somebody is doing, such as a
        /// drag or a text being typed, goes on. A value that a person gave becomes the nearest allowed one; one
        /// that the program gave is remembered as it was wished for, and becomes the nearest to that. No event
        /// comes of it.
        ///
        /// # Errors
        /// Which attribute is wrong, and what would be right; the control is then as it was.
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
        /// As [`redefine`](Self::redefine).
        pub fn set_definition(&mut self, definition: $definition) -> Result<(), $crate::ControlError> {
            if definition == self.definition {
                return Ok(());
            }
            self.redefined(definition)
        }

        /// Whether it is disabled, read-only, required, or objected to by the program.
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

        /// Disables it because a fieldset around it is disabled, or no longer.
        pub fn set_fieldset_disabled(&mut self, disabled: bool) {
            self.conditions.fieldset_disabled = disabled;
        }

        /// Objects to the value, in words for the person: HTML's custom validity. "" takes it back.
        pub fn set_custom_error(&mut self, message: impl Into<String>) {
            self.conditions.custom_error = Some(message.into()).filter(|text| !text.is_empty());
        }

        /// What stands around it.
        pub fn surroundings(&self) -> &$crate::Surroundings {
            &self.surroundings
        }

        /// Puts it into other surroundings.
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

/// The control of the definition in which nothing is said. Tests build each.
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
