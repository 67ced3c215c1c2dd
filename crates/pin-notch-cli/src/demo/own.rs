//! The page of somebody's own sheet, which changes when its file does.

use super::{Files, protected, read, web_files};
use crate::Failure;
use crate::sheets::Source;
use axum::Router;
use axum::extract::Request;
use axum::http::{StatusCode, header};
use axum::response::{Html, IntoResponse, Response};
use axum::routing::{get, post};
use pin_notch_html::escaped;
use pin_notch_sheet::{Page, Severity, Sheet};
use std::hash::{DefaultHasher, Hash, Hasher};
use std::path::Path;
use std::sync::Arc;

/// What the page loads besides its controls, and which version of the sheet it was drawn from.
fn head(path: &Path) -> String {
    let version = version(path);
    format!("<meta name=\"version\" content=\"{version}\">\n{LOADS}")
}

/// Has the browser ask for script and machine at once, and not for the one after the other.
const LOADS: &str = r#"<link rel="modulepreload" href="/pin-notch-form.js">
<link rel="preload" href="/pin-notch-form.wasm" as="fetch" crossorigin>
<script type="module" src="/pin-notch-form.js"></script>
<script type="module" src="/reload.js"></script>
"#;

/// Loads the page anew when the sheet has changed.
const RELOAD: &str = "const drawn = document.querySelector('meta[name=version]').content;
setInterval(async () => {
  const now = await fetch('/version').then((answer) => answer.text()).catch(() => drawn);
  if (now !== drawn) location.reload();
}, 700);
";

/// Has what was done so far written down after each turn. The last of it is sent even while the page goes.
const RECORD: &str = "const form = document.querySelector('notch-form');
let sent, timer;
const send = () => {
  clearTimeout(timer);
  timer = undefined;
  const { moves } = form;
  if (!moves || moves === sent) return;
  sent = moves;
  fetch('/moves', { method: 'POST', body: moves, keepalive: moves.length < 60000 });
};
const later = () => { timer ??= setTimeout(send, 100); };
for (const type of ['input', 'change', 'click', 'keyup', 'focusout', 'submit', 'reset', 'refused', 'accepted', 'command']) {
  form.addEventListener(type, later, true);
}
addEventListener('pagehide', send);
";

/// The longest record of moves that is taken, in bytes.
const MAX_MOVES: usize = 4 << 20;

/// The title of the sheet, and what serves it. The sheet has to be sound when we begin. What is done in the page is
/// written into `moves`, if that is named.
pub(super) fn router(
    file: &Path,
    files: Files,
    moves: Option<&Path>,
) -> Result<(String, Router), Failure> {
    if let Some(moves) = moves {
        let why = |error| Failure::usage(format!("--record: {}: {error}", moves.display()));
        std::fs::write(moves, "").map_err(why)?;
    }
    let moves = Arc::new(moves.map(Path::to_owned));
    let is_recorded = moves.is_some();
    let sheet = source(file)?.sound()?;
    let title = if sheet.title().is_empty() { "Form" } else { sheet.title() };
    let path = Arc::new(file.to_owned());
    let (shown, versioned, sent) = (path.clone(), path.clone(), path);
    let script = |text: String| ([(header::CONTENT_TYPE, "text/javascript")], text);
    let router = Router::new()
        .route(
            "/",
            get(async move || show(&shown, is_recorded))
                .post(async move |request| receive(&sent, request).await),
        )
        .route("/version", get(async move || version(&versioned)))
        .route("/reload.js", get(async move || script(RELOAD.to_owned())))
        .route("/record.js", get(async move || script(RECORD.to_owned())))
        .route("/moves", post(async move |request| record(moves.as_deref(), request).await))
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

fn show(path: &Path, is_recorded: bool) -> Response {
    match sheet(path) {
        Ok(sheet) => {
            let (mut page, mut head) = (own_page(), head(path));
            if is_recorded {
                head.push_str("<script type=\"module\" src=\"/record.js\"></script>\n");
            }
            page.head = &head;
            protected(Html(sheet.page(&sheet.form(), &page))).into_response()
        }
        Err(answer) => *answer,
    }
}

/// A page that is sent to us, wherever the sheet would have it sent.
fn own_page<'a>() -> Page<'a> {
    let mut page = Page::default();
    page.action = "/";
    page
}

async fn receive(path: &Path, request: Request) -> Response {
    let accept = request.headers().get(header::ACCEPT).and_then(|accept| accept.to_str().ok());
    let accept = accept.unwrap_or_default().to_owned();
    let body = match read(request).await {
        Ok(body) => body,
        Err((status, why)) => return (status, why).into_response(),
    };
    let sheet = match sheet(path) {
        Ok(sheet) => sheet,
        Err(answer) => return *answer,
    };
    let head = head(path);
    let mut page = own_page();
    page.head = &head;
    let reply = sheet.reply(&body, "application/x-www-form-urlencoded", &accept, &page);
    let status = StatusCode::from_u16(reply.status).unwrap_or(StatusCode::INTERNAL_SERVER_ERROR);
    let kind = [(header::CONTENT_TYPE, reply.content_type)];
    let to = reply.location.map(|to| [(header::LOCATION, to)]);
    (status, to, protected((kind, reply.body))).into_response()
}

/// What was done in the page so far, to be written down.
async fn record(path: Option<&Path>, request: Request) -> Response {
    let Some(path) = path else { return StatusCode::NOT_FOUND.into_response() };
    let Ok(body) = axum::body::to_bytes(request.into_body(), MAX_MOVES).await else {
        return StatusCode::PAYLOAD_TOO_LARGE.into_response();
    };
    match std::fs::write(path, body) {
        Ok(()) => StatusCode::NO_CONTENT.into_response(),
        Err(error) => {
            eprintln!("pin-notch: --record: {}: {error}", path.display());
            StatusCode::INTERNAL_SERVER_ERROR.into_response()
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
