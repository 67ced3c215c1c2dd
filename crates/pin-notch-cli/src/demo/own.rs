//! The page of somebody's own sheet, which changes when its file does.

use super::page::PRELOADS;
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
use std::path::Path;
use std::sync::Arc;

/// What the page loads besides its controls, and which version of the sheet it was drawn from.
fn head(path: &Path) -> String {
    let module = |name: &str| format!("<script type=\"module\" src=\"/{name}.js\"></script>\n");
    let version = version(path);
    let scripts: String = ["pin-notch", "links", "reload"].map(module).concat();
    format!("<meta name=\"version\" content=\"{version}\">\n{PRELOADS}{scripts}")
}

/// Loads the page anew when the sheet has changed.
const RELOAD: &str = "const drawn = document.querySelector('meta[name=version]').content;
setInterval(async () => {
  const now = await fetch('/version').then((answer) => answer.text()).catch(() => drawn);
  if (now !== drawn) location.reload();
}, 700);
";

/// The title of the sheet, and what serves it. The sheet has to be sound when we begin.
pub(super) fn router(file: &Path, files: Files) -> Result<(String, Router), Failure> {
    let sheet = source(file)?.sound()?;
    let title = if sheet.title().is_empty() { "Form" } else { sheet.title() };
    let path = Arc::new(file.to_owned());
    let (shown, versioned, linked, sent) = (path.clone(), path.clone(), path.clone(), path);
    let script = |text: String| ([(header::CONTENT_TYPE, "text/javascript")], text);
    let router = Router::new()
        .route(
            "/",
            get(async move || show(&shown))
                .post(async move |request| receive(&sent, request).await),
        )
        .route("/version", get(async move || version(&versioned)))
        .route("/links.js", get(async move || script(links(&linked))))
        .route("/reload.js", get(async move || script(RELOAD.to_owned())))
        .merge(web_files(files));
    Ok((title.to_owned(), router))
}

/// The sheet's text. What is no file, such as a pipe, would have everybody wait for whoever writes it.
fn source(path: &Path) -> Result<Source, Failure> {
    match std::fs::metadata(path) {
        Ok(data) if !data.is_file() => Err(Failure::usage(format!(
            "{}: not a file, which is read again and again",
            path.display()
        ))),
        _ => Source::read(path),
    }
}

/// Another text whenever the sheet's text is another.
fn version(path: &Path) -> String {
    let mut hasher = DefaultHasher::new();
    source(path).map(|source| source.text).unwrap_or_default().hash(&mut hasher);
    format!("{:x}", hasher.finish())
}

fn links(path: &Path) -> String {
    sheet(path).map(|sheet| sheet.script()).unwrap_or_default()
}

fn show(path: &Path) -> Response {
    match sheet(path) {
        Ok(sheet) => {
            let (mut page, head) = (Page::default(), head(path));
            page.head = &head;
            protected(Html(sheet.page(&sheet.form(), &page))).into_response()
        }
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
    let (form, head) = (sheet.form(), head(path));
    let mut page = Page::default();
    page.head = &head;
    match form.read(&body) {
        Ok(values) => protected(Html(sheet.answer(&form, &values, &page))).into_response(),
        Err(problems) => {
            page.problems = Some(&problems);
            let html = sheet.page(&sheet.form_with(&body), &page);
            (StatusCode::UNPROCESSABLE_ENTITY, protected(Html(html))).into_response()
        }
    }
}

/// The sheet as its file is now; else a page that says what is wrong with it.
fn sheet(path: &Path) -> Result<Sheet, Box<Response>> {
    let (text, whole) = match source(path) {
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
         {}<h1>{what}</h1><pre>{text}</pre></html>",
        head(path)
    );
    Err(Box::new((StatusCode::INTERNAL_SERVER_ERROR, protected(Html(html))).into_response()))
}
