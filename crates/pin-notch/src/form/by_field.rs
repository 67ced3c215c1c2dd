//! Lists of items by field.

/// A list of items for each field, by the index of the field.
#[derive(Clone, Debug)]
pub(super) struct ByField<T>(Vec<Vec<T>>);

impl<T> Default for ByField<T> {
    fn default() -> Self {
        Self(Vec::new())
    }
}

impl<T> ByField<T> {
    /// Adds an item to the list of this field.
    pub(super) fn add(&mut self, at: usize, item: T) {
        if at >= self.0.len() {
            self.0.resize_with(at + 1, Vec::new);
        }
        self.0[at].push(item);
    }

    /// The items of this field, in the order in which they were added.
    pub(super) fn of(&self, at: usize) -> &[T] {
        self.0.get(at).map_or(&[], Vec::as_slice)
    }

    /// Whether no field has any item.
    pub(super) fn is_empty(&self) -> bool {
        self.0.is_empty()
    }
}
