//! The fields of a form as expressions refer to them.

use super::Form;
use crate::control::Control;
use crate::expression::{Known, KnownRows, Scope};

fn known(name: &str, control: &Control) -> Known {
    let range = control.notches().map_or((None, None), |of| (of.min(), of.max()));
    let options = || control.definition().options().into_iter().map(|option| option.value);
    let texts = control.control_kind().has_choices().then(|| options().collect());
    Known { name: name.to_owned(), kind: control.kind(), range, texts }
}

impl Scope {
    /// The fields of a form, and its rows.
    pub fn of(form: &Form) -> Self {
        let scope: Self =
            form.fields().map(|field| (field.name.as_str(), &field.control)).collect();
        let known = form.all_rows().filter_map(|rows| {
            let fields: Vec<String> = rows.fields().map(str::to_owned).collect();
            let of_row = |row: usize| {
                let places = fields.iter().map(|field| scope.place(&rows.name_in(row, field)));
                places.collect::<Option<Vec<_>>>()
            };
            let places: Option<Vec<_>> = (1..=rows.most).map(of_row).collect();
            let (name, count) = (rows.name.clone(), scope.place(&rows.name)?);
            Some(KnownRows { name, count, fields, places: places? })
        });
        let known: Vec<KnownRows> = known.collect();
        scope.with_rows(known)
    }
}

impl<'a> FromIterator<(&'a str, &'a Control)> for Scope {
    fn from_iter<I: IntoIterator<Item = (&'a str, &'a Control)>>(fields: I) -> Self {
        Self::new(fields.into_iter().map(|(name, control)| known(name, control)))
    }
}
