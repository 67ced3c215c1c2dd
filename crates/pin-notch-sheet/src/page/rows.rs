//! Rows on a page: the greatest number of rows, with those that do not count hidden, and buttons that add,
//! remove and move rows, by script or through the receiver of the form.

use super::{Page, only_if, paragraphs};
use crate::sheet::Sheet;
use pin_notch::{Form, Message, Rows};
use pin_notch_html::{RowButton, escaped};

/// The suffix of the name of a button that changes rows.
const BUTTON: &str = RowButton::SUFFIX;

impl Sheet {
    pub(super) fn rows_html(&self, form: &Form, rows: &Rows, page: &Page) -> String {
        let own = self.rows.iter().find(|own| own.name == rows.name);
        let count = form.row_count(rows);
        let (name, label) = (escaped(&rows.name), escaped(&rows.label));
        let all: String =
            (1..=rows.most).map(|row| self.row_html(form, rows, row, count, page)).collect();
        let add = match own.map(|own| own.add.as_str()) {
            None | Some("") => Message::AddRow.to_string(),
            Some(add) => add.to_owned(),
        };
        let description = own.map(|own| paragraphs("hint", &own.description)).unwrap_or_default();
        let shown = page.problems.filter(|_| !page.quiet);
        let found = shown.into_iter().flat_map(|problems| &problems.0);
        let wrong = found.filter(|problem| problem.name == rows.name);
        let wrong: String = wrong
            .map(|one| format!("<p class=\"wrong\">{}</p>\n", escaped(&one.invalid.to_string())))
            .collect();
        format!(
            "<fieldset class=\"all-rows\" id=\"{name}\" tabindex=\"-1\"{}><legend>{label}</legend>\n{description}{wrong}\
             <input type=\"hidden\" name=\"{name}\" value=\"{count}\" data-least=\"{}\" data-most=\"{}\">\n{all}\
             <p class=\"row-buttons\"><button formnovalidate name=\"{name}{BUTTON}\" value=\"{}\"{}>{}</button></p>\n\
             </fieldset>\n",
            only_if(own.and_then(|own| own.only_if.as_ref())),
            rows.least,
            rows.most,
            RowButton::Add,
            disabled(RowButton::Add, rows, count),
            escaped(&add),
        )
    }

    fn row_html(&self, form: &Form, rows: &Rows, row: usize, count: usize, page: &Page) -> String {
        let name = escaped(&rows.name);
        let title = rows.title(row).to_string();
        let is_hidden = row > count;
        let fields: String =
            form.fields_in_row(rows, row).map(|field| self.row(field, page, is_hidden)).collect();
        let button = |button: RowButton| {
            let label = button.label().to_string();
            format!(
                "<button formnovalidate name=\"{name}{BUTTON}\" value=\"{button}\" aria-label=\"{0}, {1}\"{2}>{0}</button>",
                escaped(&label),
                escaped(&title),
                disabled(button, rows, count),
            )
        };
        let buttons =
            [RowButton::Up(row), RowButton::Down(row), RowButton::Remove(row)].map(button);
        // The minimum number of rows always counts.
        let counts = match row > rows.least {
            true => format!(" data-only-if=\"{name} &gt;= {row}\""),
            false => String::new(),
        };
        let hidden = if is_hidden { " hidden" } else { "" };
        format!(
            "<fieldset class=\"one-row\"{counts}{hidden}><legend>{}</legend>\n{fields}<p class=\"row-buttons\">{}</p>\n\
             </fieldset>\n",
            escaped(&title),
            buttons.join(" "),
        )
    }
}

/// The body of a form that was sent to change its rows, with the change made; `None` for a body that
/// was sent to be accepted.
pub(crate) fn with_rows_changed(form: &Form, body: &[u8]) -> Option<Vec<u8>> {
    let mut entries: Vec<(String, String)> =
        form_urlencoded::parse(body).map(|(name, value)| (name.into(), value.into())).collect();
    let (rows, button) = entries.iter().find_map(|(name, value)| {
        let rows = form.rows(name.strip_suffix(BUTTON)?)?;
        Some((rows, RowButton::read(value)?))
    })?;
    let sent = entries.iter().find(|(name, _)| *name == rows.name);
    let sent = sent.and_then(|(_, count)| count.parse().ok());
    let count = sent.unwrap_or_else(|| form.row_count(rows)).clamp(rows.least, rows.most);
    // Nothing changes if the change is impossible, for example because of a second click.
    let order = rows.order_after(button.change(count), count);
    let order = order.unwrap_or_else(|_| (1..=count).map(Some).collect());
    let mine = format!("{}{BUTTON}", rows.name);
    entries.retain(|(name, _)| *name != rows.name && *name != mine);
    let place = |name: &str| {
        let rest = name.strip_prefix(rows.name.as_str())?.strip_prefix('.')?;
        let (row, field) = rest.split_once('.')?;
        Some((row.parse::<usize>().ok()?, field.to_owned()))
    };
    entries.retain_mut(|(name, _)| {
        let Some((row, field)) = place(name) else { return true };
        let Some(to) = order.iter().position(|former| *former == Some(row)) else { return false };
        *name = rows.name_in(to + 1, &field);
        true
    });
    entries.push((rows.name.clone(), order.len().to_string()));
    let mut all = form_urlencoded::Serializer::new(String::new());
    Some(all.extend_pairs(entries).finish().into_bytes())
}

fn disabled(button: RowButton, rows: &Rows, count: usize) -> &'static str {
    if button.is_possible(rows, count) { "" } else { " disabled" }
}
