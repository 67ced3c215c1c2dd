//! The response to a sent form, as a page or as JSON.

use crate::page::{Page, with_rows_changed};
use crate::sheet::Sheet;

/// A response, independent of any web framework.
///
/// ```
/// use pin_notch_sheet::{Context, Format, Page, Sheet};
/// let text = "[[field]]\nname = 'weight'\ncontrol = 'slider'\nlabel = 'Weight'\nmax = 40\n";
/// let (sheet, _) = Sheet::read(text, Format::Toml, &Context::default());
/// let form = "application/x-www-form-urlencoded";
/// let reply = sheet.reply(b"weight=12", form, "application/json", &Page::default());
/// assert_eq!((reply.status, reply.body.as_str()), (200, r#"{"weight":12}"#));
/// let reply = sheet.reply(b"weight=99", form, "application/problem+json", &Page::default());
/// assert_eq!((reply.status, reply.content_type), (422, "application/problem+json"));
/// let reply = sheet.reply(b"weight=99", form, "text/html", &Page::default());
/// assert!(reply.body.contains("The value must be 40 or less."));
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
#[non_exhaustive]
pub struct Reply {
    /// The status: 200; 303 if the sheet redirects to its own page; or 422 if there are problems with what
    /// was sent.
    pub status: u16,
    /// The media type of the body.
    pub content_type: &'static str,
    /// The body.
    pub body: String,
    /// The address of a redirect: the header `Location`.
    pub location: Option<String>,
}

impl Sheet {
    /// The response to a form that was sent with this body of this media type by a client with this
    /// `Accept` header. It is a page or, if the client accepts JSON but not HTML, the values as JSON or the
    /// problem details of [RFC 9457](https://www.rfc-editor.org/rfc/rfc9457).
    pub fn reply(&self, body: &[u8], content_type: &str, accept: &str, page: &Page) -> Reply {
        let form = self.form();
        let is_json = content_type.split(';').next().unwrap_or_default().trim();
        let is_json = is_json.eq_ignore_ascii_case("application/json");
        let wants_json = accept.contains("json") && !accept.contains("text/html");
        let (html, json) = ("text/html; charset=utf-8", "application/json");
        let reply =
            |status, content_type, body| Reply { status, content_type, body, location: None };
        // The button that sent it may request a change of rows or a preset, instead of acceptance.
        let wanted = match is_json {
            true => None,
            false => {
                let rows = with_rows_changed(&form, body);
                rows.or_else(|| self.with_preset_applied(&form, body))
            }
        };
        if let Some(wanted) = wanted {
            let mut page = *page;
            // What was entered is kept as it is; its problems are reported when it is sent.
            let problems = form.read(&wanted).err();
            (page.problems, page.quiet) = (problems.as_ref(), true);
            return reply(200, html, self.page(&self.form_with(&wanted), &page));
        }
        match if is_json { form.read_json(body) } else { form.read(body) } {
            Ok(values) if wants_json => reply(200, json, values.to_json()),
            Ok(values) => {
                let body = self.answer(&form, &values, page);
                match self.thanks_page.as_str() {
                    "" => reply(200, html, body),
                    to => Reply { location: Some(to.to_owned()), ..reply(303, html, body) },
                }
            }
            Err(problems) if wants_json => {
                reply(422, "application/problem+json", problems.to_problem_details())
            }
            Err(problems) => {
                let mut page = *page;
                page.problems = Some(&problems);
                reply(422, html, self.page(&self.form_with(body), &page))
            }
        }
    }
}
