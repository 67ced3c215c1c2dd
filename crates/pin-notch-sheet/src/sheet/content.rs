//! What a sheet consists of.

use pin_notch::{
    AnyWorld, Control, Conversion, Date, Decimal, Definition, Expression, Sentence, Surroundings,
    Value,
};
use pin_notch_html::{Looks, Note, control_of};
use std::collections::HashMap;
use std::ops::Range;

/// The definition of a field.
#[derive(Clone, Debug)]
pub(crate) struct FieldSheet {
    pub name: String,
    pub label: String,
    /// Its description. A checkbox has its own attribute for that.
    pub description: String,
    pub definition: Definition,
    /// The named list that its options are from, if any.
    pub list: Option<String>,
    pub unsent: bool,
    /// Whether some of its options are from a file.
    pub filed: bool,
    /// Whether something in it is relative to today.
    pub follows_today: bool,
    pub only_if: Option<Expression>,
    /// Options that can be chosen only under a condition, by value.
    pub options_if: Vec<(String, Expression)>,
    /// The row it is in.
    pub row: Option<InRow>,
    /// The place of its name.
    pub span: Range<usize>,
}

/// The row that a field is in. The sheet defines one row, and each possible row has fields of its own.
#[derive(Clone, Debug)]
pub(crate) struct InRow {
    pub rows: String,
    /// The number of the row, counted from 1.
    pub row: usize,
    /// The field's name in the row.
    pub field: String,
}

/// A group of fields repeated in rows.
#[derive(Clone, Debug)]
pub(crate) struct RowsSheet {
    pub name: String,
    pub label: String,
    pub description: String,
    pub least: usize,
    pub most: usize,
    /// The initial number of rows.
    pub start: usize,
    /// The text of the button that adds one.
    pub add: String,
    /// The names of the fields in a row.
    pub fields: Vec<String>,
    pub only_if: Option<Expression>,
    /// The place of its name.
    pub span: Range<usize>,
}

impl RowsSheet {
    /// The names of the field that holds their number and of all their fields.
    pub(crate) fn all_names(&self) -> Vec<String> {
        let of_row = |row: usize| self.fields.iter().map(move |field| self.name_in(row, field));
        [self.name.clone()].into_iter().chain((1..=self.most).flat_map(of_row)).collect()
    }

    pub(crate) fn name_in(&self, row: usize, field: &str) -> String {
        format!("{}.{row}.{field}", self.name)
    }
}

#[derive(Clone, Debug)]
pub(crate) struct FieldsetSheet {
    pub name: String,
    pub legend: String,
    /// The description, below the legend.
    pub description: String,
    pub fields: Vec<String>,
    pub disabled: bool,
    pub only_if: Option<Expression>,
}

#[derive(Clone, Debug)]
pub(crate) struct Link {
    pub from: String,
    pub to: String,
    /// The conversion of the numbers; without one they are equal.
    pub conversion: Option<Conversion>,
    /// The ranges that are converted from and to.
    pub ranges: Option<[(Decimal, Decimal); 2]>,
    pub one_way: bool,
}

/// Something computed from fields.
#[derive(Clone, Debug)]
pub(crate) struct OutputSheet {
    pub name: String,
    pub label: String,
    pub sentence: Sentence,
}

/// A part of a long form.
#[derive(Clone, Debug)]
pub(crate) struct PartSheet {
    pub name: String,
    pub title: String,
    /// The names of fields, fieldsets and rows.
    pub blocks: Vec<String>,
}

/// A named set of values.
#[derive(Clone, Debug)]
pub(crate) struct PresetSheet {
    pub name: String,
    pub label: String,
    pub values: Vec<(String, Value)>,
}

/// The texts of a language: by field, by fieldset, and messages by the original message.
#[derive(Clone, Debug, Default)]
pub(crate) struct Texts {
    pub title: Option<String>,
    pub introduction: Option<String>,
    pub closing: Option<String>,
    pub thanks: Option<String>,
    pub send: Option<String>,
    pub reset: Option<String>,
    pub clear: Option<String>,
    pub fields: HashMap<String, Vec<(String, String)>>,
    /// Texts of options: by field, and by named list.
    pub options: HashMap<String, HashMap<String, String>>,
    pub lists: HashMap<String, HashMap<String, String>>,
    /// Legends and descriptions of fieldsets.
    pub fieldsets: HashMap<String, [Option<String>; 2]>,
    /// Labels and sentences of outputs.
    pub outputs: HashMap<String, (Option<String>, Option<Sentence>)>,
    pub presets: HashMap<String, String>,
    pub parts: HashMap<String, String>,
    pub messages: HashMap<String, String>,
}

impl FieldSheet {
    /// The name by which the sheet refers to it: for a field in rows, without the row number.
    pub(crate) fn written_name(&self) -> String {
        match &self.row {
            None => self.name.clone(),
            Some(InRow { rows, field, .. }) => format!("{rows}.{field}"),
        }
    }

    /// Whether the sheet defines it here: it is in no row, or in the first.
    pub(crate) fn is_first(&self) -> bool {
        self.row.as_ref().is_none_or(|place| place.row == 1)
    }

    /// The control, and what does not fit in its definition.
    pub(crate) fn control(&self, today: Option<Date>, world: &AnyWorld) -> (Control, Vec<Note>) {
        let (mut control, notes) = control_of(self.definition.clone());
        let mut surroundings = Surroundings::default();
        surroundings.today = today;
        surroundings.world = world.clone();
        control.set_surroundings(&surroundings);
        (control, notes)
    }

    /// The properties of its element besides its attributes.
    pub(crate) fn looks(&self) -> Looks {
        let mut looks = Looks::default();
        looks.label.clone_from(&self.label);
        looks.description.clone_from(&self.description);
        looks
    }
}
