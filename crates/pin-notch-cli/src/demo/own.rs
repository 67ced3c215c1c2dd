//! The page of somebody's own sheet, which changes when its file does.

use super::{Files, protected, read, web_files};
use crate::Failure;
use crate::sheets::Source;
use axum::Router;
use axum::extract::Request;
use axum::http::{StatusCode, header};
use axum::response::{Html, IntoResponse, Response};
use axum::routing::get;
use pin_notch_html::escaped;
use pin_notch_sheet::{Page, Severity, Sheet};
use std::hash::{DefaultHasher, Hash, Hasher};
use std::path::{Path, PathBuf};
use std::sync::Arc;

/// What the page loads besides its controls.
const HEAD: &str = "<script type=\"module\" src=\"/pin-notch.js\"></script>\n\
                    <script type=\"module\" src=\"/reload.js\"></script>";

/// Loads the page anew when the sheet has changed, and keeps what was entered as the browser does.
const RELOAD: &str = "let version;
setInterval(async () => {
  const now = await fetch('/version').then((answer) => answer.text()).catch(() => version);
  if (version !== undefined && now !== version) location.reload();
  version = now;
}, 700);
";

/// The title of the sheet, and what serves it. The sheet has to be sound when we begin.
pub(super) fn router(file: &Path, files: Files) -> Result<(String, Router), Failure> {
    let sheet = Source::read(file)?.sound()?;
    let title = if sheet.title().is_empty() { "Form" } else { sheet.title() };
    let path = Arc::new(file.to_owned());
    let (shown, versioned, sent) = (path.clone(), path.clone(), path);
    let router = Router::new()
        .route(
            "/",
            get(async move || show(&shown))
                .post(async move |request| receive(&sent, request).await),
        )
        .route("/version", get(async move || version(&versioned)))
        .route("/reload.js", get(async || ([(header::CONTENT_TYPE, "text/javascript")], RELOAD)))
        .merge(web_files(files));
    Ok((title.to_owned(), router))
}

/// Another text whenever the sheet's text is another.
fn version(path: &PathBuf) -> String {
    let mut hasher = DefaultHasher::new();
    std::fs::read(path).unwrap_or_default().hash(&mut hasher);
    format!("{:x}", hasher.finish())
}

fn page<'a>() -> Page<'a> {
    let mut page = Page::default();
    page.head = HEAD;
    page
}

fn show(path: &Path) -> Response {
    match sheet(path) {
        Ok(sheet) => protected(Html(sheet.page(&sheet.form(), &page()))).into_response(),
        Err(answer) => *answer,
    }
}

async fn receive(path: &Path, request: Request) -> Response {
    let body = match read(request).await {
        Ok(body) => body,
        Err((status, why)) => return (status, why).into_response(),
    };
    let sheet = match sheet(path) {
        Ok(sheet) => sheet,
        Err(answer) => return *answer,
    };
    let form = sheet.form();
    match form.read(&body) {
        Ok(values) => protected(Html(sheet.answer(&form, &values, &page()))).into_response(),
        Err(problems) => {
            let mut page = page();
            page.problems = Some(&problems);
            let html = sheet.page(&sheet.form_with(&body), &page);
            (StatusCode::UNPROCESSABLE_ENTITY, protected(Html(html))).into_response()
        }
    }
}

/// The sheet as its file is now; else a page that says what is wrong with it.
fn sheet(path: &Path) -> Result<Sheet, Box<Response>> {
    let (text, whole) = match Source::read(path) {
        Err(failure) => (escaped(&failure.line).into_owned(), false),
        Ok(source) => {
            let (sheet, found) = source.sheet();
            let errors: Vec<_> =
                found.iter().filter(|one| one.severity == Severity::Error).collect();
            if errors.is_empty() {
                return Ok(sheet);
            }
            let shown: String = errors.iter().map(|error| source.shown(error, false)).collect();
            (escaped(&shown).into_owned(), true)
        }
    };
    let what = if whole { "This sheet has errors" } else { "This sheet cannot be read" };
    let html = format!(
        "<!doctype html><html lang=\"en\"><title>{what}</title>\
         <script type=\"module\" src=\"/reload.js\"></script><h1>{what}</h1><pre>{text}</pre></html>"
    );
    Err(Box::new((StatusCode::INTERNAL_SERVER_ERROR, protected(Html(html))).into_response()))
}
