//! Rows on a page: the greatest number of rows, with those that do not count hidden, and buttons that add,
//! remove and move rows, by script or through the receiver of the form.

use super::{Page, only_if, paragraphs};
use crate::sheet::Sheet;
use pin_notch::{Form, Message, Rows};
use pin_notch_html::escaped;

/// The suffix of a submit button that changes rows: its name is that of the rows followed by this, and its
/// value is a word and, except for `add`, the number of a row.
const WANTED: &str = ".rows";

/// A requested change of rows.
enum Wanted {
    Add,
    Remove(usize),
    Move(usize, usize),
}

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
        let told = page.problems.filter(|_| !page.quiet);
        let found = told.into_iter().flat_map(|problems| &problems.0);
        let wrong = found.filter(|problem| problem.name == rows.name);
        let wrong: String = wrong
            .map(|one| format!("<p class=\"wrong\">{}</p>\n", escaped(&one.invalid.to_string())))
            .collect();
        format!(
            "<fieldset class=\"all-rows\" id=\"{name}\" tabindex=\"-1\"{}><legend>{label}</legend>\n{description}{wrong}\
             <input type=\"hidden\" name=\"{name}\" value=\"{count}\" data-least=\"{}\" data-most=\"{}\">\n{all}\
             <p class=\"row-buttons\"><button formnovalidate name=\"{name}{WANTED}\" value=\"add\"{}>{}</button></p>\n\
             </fieldset>\n",
            only_if(own.and_then(|own| own.only_if.as_ref())),
            rows.least,
            rows.most,
            disabled(count >= rows.most),
            escaped(&add),
        )
    }

    fn row_html(&self, form: &Form, rows: &Rows, row: usize, count: usize, page: &Page) -> String {
        let name = escaped(&rows.name);
        let title = rows.title(row).to_string();
        let fields: String =
            form.fields_in_row(rows, row).map(|field| self.row(field, page)).collect();
        let button = |word: &str, says: Message, is_off: bool| {
            let says = says.to_string();
            format!(
                "<button formnovalidate name=\"{name}{WANTED}\" value=\"{word} {row}\" aria-label=\"{0}, {1}\"{2}>{0}</button>",
                escaped(&says),
                escaped(&title),
                disabled(is_off),
            )
        };
        let buttons = [
            button("up", Message::RowUp, row == 1),
            button("down", Message::RowDown, row >= count),
            button("remove", Message::RemoveRow, count <= rows.least),
        ];
        // The minimum number of rows always counts.
        let counts = match row > rows.least {
            true => format!(" data-only-if=\"{name} &gt;= {row}\""),
            false => String::new(),
        };
        let hidden = if row > count { " hidden" } else { "" };
        format!(
            "<fieldset class=\"one-row\"{counts}{hidden}><legend>{}</legend>\n{fields}<p class=\"row-buttons\">{}</p>\n\
             </fieldset>\n",
            escaped(&title),
            buttons.join(" "),
        )
    }

    /// The body of a form that was sent to change its rows, with the change made; `None` for a body that
    /// was sent to be accepted.
    pub(crate) fn with_rows_as_wanted(&self, body: &[u8]) -> Option<Vec<u8>> {
        let mut entries: Vec<(String, String)> =
            form_urlencoded::parse(body).map(|(name, value)| (name.into(), value.into())).collect();
        let (rows, wanted) = entries.iter().find_map(|(name, value)| {
            let name = name.strip_suffix(WANTED)?;
            let rows = self.rows.iter().find(|rows| rows.name == name)?;
            Some((rows, wanted(value)?))
        })?;
        let said = entries.iter().find(|(name, _)| *name == rows.name);
        let said = said.and_then(|(_, count)| count.parse().ok());
        let count: usize = said.unwrap_or(rows.start).clamp(rows.least, rows.most);
        let mut order: Vec<usize> = (1..=count).collect();
        let is_in = |row: usize| (1..=count).contains(&row);
        let now = match wanted {
            Wanted::Add => (count + 1).min(rows.most),
            Wanted::Remove(row) if is_in(row) && count > rows.least => {
                order.remove(row - 1);
                count - 1
            }
            Wanted::Move(row, to) if is_in(row) && is_in(to) => {
                let moved = order.remove(row - 1);
                order.insert(to - 1, moved);
                count
            }
            Wanted::Remove(_) | Wanted::Move(..) => count,
        };
        let mine = format!("{}{WANTED}", rows.name);
        entries.retain(|(name, _)| *name != rows.name && *name != mine);
        let place = |name: &str| {
            let rest = name.strip_prefix(rows.name.as_str())?.strip_prefix('.')?;
            let (row, field) = rest.split_once('.')?;
            Some((row.parse::<usize>().ok()?, field.to_owned()))
        };
        entries.retain_mut(|(name, _)| {
            let Some((row, field)) = place(name) else { return true };
            let Some(to) = order.iter().position(|from| *from == row) else { return false };
            *name = rows.name_in(to + 1, &field);
            true
        });
        entries.push((rows.name.clone(), now.to_string()));
        let mut all = form_urlencoded::Serializer::new(String::new());
        Some(all.extend_pairs(entries).finish().into_bytes())
    }
}

fn wanted(text: &str) -> Option<Wanted> {
    if text == "add" {
        return Some(Wanted::Add);
    }
    let (word, row) = text.split_once(' ')?;
    let row: usize = row.parse().ok()?;
    match word {
        "remove" => Some(Wanted::Remove(row)),
        "up" => Some(Wanted::Move(row, row.checked_sub(1)?)),
        "down" => Some(Wanted::Move(row, row + 1)),
        _ => None,
    }
}

fn disabled(is_off: bool) -> &'static str {
    if is_off { " disabled" } else { "" }
}
