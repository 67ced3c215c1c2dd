//! The schema of rows: a list of objects.

use super::{CONTROL, Loss, ONLY_IF};
use crate::sheet::Sheet;
use crate::tree::{Node, Table};
use crate::words;
use pin_notch::{Form, Rows};

impl Sheet {
    /// The schema of rows, all of which are like the first.
    pub(super) fn rows_schema(&self, form: &Form, rows: &Rows, lost: &mut Vec<Loss>) -> Table {
        let (mut properties, mut required) = (Table::default(), Vec::new());
        for field in form.fields_in_row(rows, 1) {
            let Some(mut one) = self.writer(form, field, lost) else { continue };
            let Some(place) = field.row() else { continue };
            if !field.may_be_received() {
                one.lose("the whole field, because nothing received for it is checked", false);
                continue;
            }
            let mut schema = one.schema(&field.label);
            match &one.defined.only_if {
                Some(condition) => {
                    one.lose("that it is checked only if it counts", true);
                    let own: Vec<Node> = vec![schema.into(), true.into()];
                    schema =
                        Table::default().with(ONLY_IF, condition.to_string()).with("anyOf", own);
                }
                None if field.control.check_value(field.control.empty_value()).is_err() => {
                    required.push(place.field.clone());
                }
                None => {}
            }
            properties.put(&place.field, schema);
        }
        let mut items = Table::default().with("type", "object").with("properties", properties);
        if !required.is_empty() {
            items.put("required", required);
        }
        let mut schema = Table::default();
        let own = self.rows.iter().find(|own| own.name == rows.name);
        let add = own.map(|own| own.add.as_str()).unwrap_or_default();
        let description = own.map(|own| own.description.as_str()).unwrap_or_default();
        let texts =
            [("title", rows.label.as_str()), ("description", description), (CONTROL, words::ROWS)];
        for (word, text) in texts.into_iter().filter(|(_, text)| !text.is_empty()) {
            schema.put(word, text);
        }
        if !add.is_empty() {
            schema.put(&format!("x-{}", words::ADD), add);
        }
        schema.put("type", "array");
        if rows.least > 0 {
            schema.put("minItems", rows.least.to_string().parse::<u32>().unwrap_or_default());
        }
        schema.put("maxItems", rows.most.to_string().parse::<u32>().unwrap_or_default());
        schema.with("items", items)
    }
}
