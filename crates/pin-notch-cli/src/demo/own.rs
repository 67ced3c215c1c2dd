//! The page of the user's own sheet, which is updated when the file changes.

use super::{Files, protected, read, web_files};
use crate::Failure;
use crate::sheets::{Source, today};
use axum::Router;
use axum::extract::Request;
use axum::http::{StatusCode, Uri, header};
use axum::response::{Html, IntoResponse, Response};
use axum::routing::{get, post};
use pin_notch_html::escaped;
use pin_notch_sheet::{Page, Severity, Sheet};
use std::hash::{DefaultHasher, Hash, Hasher};
use std::path::Path;
use std::sync::Arc;

/// What the page loads besides its controls, and the version of the sheet that it was drawn from.
fn head(path: &Path) -> String {
    let version = version(path);
    format!("<meta name=\"version\" content=\"{version}\">\n{LOADS}")
}

/// Makes the browser load script and module at the same time, instead of one after the other.
const LOADS: &str = r#"<link rel="modulepreload" href="/pin-notch-form.js">
<link rel="preload" href="/pin-notch-form.wasm" as="fetch" crossorigin>
<script type="module" src="/pin-notch-form.js"></script>
<script type="module" src="/reload.js"></script>
"#;

/// The name of the draft, which is the same in all languages.
const KEEP: &str = "sheet";

/// Shows each language by its own name.
const NAMES: &str = "for (const link of document.querySelectorAll('[data-lang]')) {
  const { lang } = link.dataset;
  try { link.textContent = new Intl.DisplayNames([lang], { type: 'language' }).of(lang); } catch { /* its code says it */ }
}
";

/// Reloads the page when the sheet has changed.
const RELOAD: &str = "const drawn = document.querySelector('meta[name=version]').content;
setInterval(async () => {
  const now = await fetch('/version').then((answer) => answer.text()).catch(() => drawn);
  if (now !== drawn) location.reload();
}, 700);
";

/// Records what was done so far after each turn. The last recording is sent even while the page is
/// unloading.
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

/// The longest recording of moves that is accepted, in bytes.
const MAX_MOVES: usize = 4 << 20;

/// The title of the sheet, and the router that serves it. The sheet must be free of errors when we start.
/// If `moves` is given, what is done in the page is recorded there.
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
    let (shown, versioned, sent, recorded) = (path.clone(), path.clone(), path.clone(), path);
    let script = |text: String| ([(header::CONTENT_TYPE, "text/javascript")], text);
    let router = Router::new()
        .route(
            "/",
            get(async move |uri: Uri| show(&shown, &Asked::of(&uri), is_recorded)).post(
                async move |uri: Uri, request| receive(&sent, &Asked::of(&uri), request).await,
            ),
        )
        .route("/version", get(async move || version(&versioned)))
        .route("/reload.js", get(async move || script(RELOAD.to_owned())))
        .route("/names.js", get(async move || script(NAMES.to_owned())))
        .route("/record.js", get(async move || script(RECORD.to_owned())))
        .route(
            "/moves",
            post(async move |request| record(&recorded, moves.as_deref(), request).await),
        )
        .merge(web_files(files));
    Ok((title.to_owned(), router))
}

/// The sheet's text. Only regular files are read, because reading from a pipe would block until something
/// is written to it.
fn source(path: &Path) -> Result<Source, Failure> {
    match std::fs::metadata(path) {
        Ok(data) if !data.is_file() => Err(Failure::usage(format!(
            "{}: not a regular file, which is needed because it is read repeatedly",
            path.display()
        ))),
        _ => Source::read(path),
    }
}

/// A text that differs whenever the sheet's text differs.
fn version(path: &Path) -> String {
    let mut hasher = DefaultHasher::new();
    source(path).map(|source| source.text).unwrap_or_default().hash(&mut hasher);
    format!("{:x}", hasher.finish())
}

fn show(path: &Path, asked: &Asked, is_recorded: bool) -> Response {
    match sheet(path, asked) {
        Ok(sheet) => {
            let languages = languages(path, &sheet);
            let (action, mut head) = (asked.action(), head(path));
            let mut page = Page::default();
            (page.action, page.top, page.keep) = (&action, &languages, KEEP);
            if is_recorded {
                head.push_str("<script type=\"module\" src=\"/record.js\"></script>\n");
            }
            page.head = &head;
            protected(Html(sheet.page(&sheet.form(), &page))).into_response()
        }
        Err(answer) => *answer,
    }
}

/// The parameters in the address.
#[derive(Default)]
struct Asked {
    /// The language of the page.
    lang: Option<String>,
}

impl Asked {
    fn of(uri: &Uri) -> Self {
        let mut asked = form_urlencoded::parse(uri.query().unwrap_or_default().as_bytes());
        Self { lang: asked.find(|(name, _)| name == "lang").map(|(_, lang)| lang.into_owned()) }
    }

    /// The address that the form is sent to: ours, regardless of the sheet's own `action`.
    fn action(&self) -> String {
        match &self.lang {
            None => "/".to_owned(),
            Some(lang) => {
                let start = "/?".to_owned();
                let mut query = form_urlencoded::Serializer::for_suffix(start, "/?".len());
                query.append_pair("lang", lang).finish()
            }
        }
    }
}

/// A choice of the languages for which a sheet has texts.
fn languages(path: &Path, shown: &Sheet) -> String {
    let Ok(own) = sheet(path, &Asked::default()) else { return String::new() };
    let mut all: Vec<&str> = own.languages().collect();
    if all.is_empty() {
        return String::new();
    }
    all.sort_unstable();
    all.retain(|lang| *lang != own.lang());
    all.insert(0, own.lang());
    let one = |lang: &str| {
        let lang = escaped(lang);
        let current = if lang == shown.lang() { " aria-current=\"true\"" } else { "" };
        format!(
            "<a href=\"/?lang={lang}\" lang=\"{lang}\" hreflang=\"{lang}\" data-lang=\"{lang}\"{current}>{lang}</a>\n"
        )
    };
    let links: String = all.into_iter().map(one).collect();
    format!(
        "<nav class=\"languages\">{links}</nav>\n<script type=\"module\" src=\"/names.js\"></script>\n"
    )
}

async fn receive(path: &Path, asked: &Asked, request: Request) -> Response {
    let accept = request.headers().get(header::ACCEPT).and_then(|accept| accept.to_str().ok());
    let accept = accept.unwrap_or_default().to_owned();
    let body = match read(request).await {
        Ok(body) => body,
        Err((status, why)) => return (status, why).into_response(),
    };
    let sheet = match sheet(path, asked) {
        Ok(sheet) => sheet,
        Err(answer) => return *answer,
    };
    let head = head(path);
    let (action, languages) = (asked.action(), languages(path, &sheet));
    let mut page = Page::default();
    (page.head, page.action, page.top, page.keep) = (&head, &action, &languages, KEEP);
    let reply = sheet.reply(&body, "application/x-www-form-urlencoded", &accept, &page);
    let status = StatusCode::from_u16(reply.status).unwrap_or(StatusCode::INTERNAL_SERVER_ERROR);
    let kind = [(header::CONTENT_TYPE, reply.content_type)];
    let to = reply.location.map(|to| [(header::LOCATION, to)]);
    (status, to, protected((kind, reply.body))).into_response()
}

/// Records what was done in the page so far, including the date if the sheet refers to today.
async fn record(file: &Path, moves: Option<&Path>, request: Request) -> Response {
    let Some(path) = moves else { return StatusCode::NOT_FOUND.into_response() };
    let Ok(body) = axum::body::to_bytes(request.into_body(), MAX_MOVES).await else {
        return StatusCode::PAYLOAD_TOO_LARGE.into_response();
    };
    let counts = sheet(file, &Asked::default()).is_ok_and(|sheet| sheet.follows_today());
    let mut text = if counts { format!("today {}\n", today()).into_bytes() } else { Vec::new() };
    text.extend_from_slice(&body);
    match std::fs::write(path, text) {
        Ok(()) => StatusCode::NO_CONTENT.into_response(),
        Err(error) => {
            eprintln!("pin-notch: --record: {}: {error}", path.display());
            StatusCode::INTERNAL_SERVER_ERROR.into_response()
        }
    }
}

/// The current version of the sheet, or else a page with the errors in it.
fn sheet(path: &Path, asked: &Asked) -> Result<Sheet, Box<Response>> {
    let (text, whole) = match source(path) {
        Err(failure) => (escaped(&failure.line).into_owned(), false),
        Ok(source) => {
            let (sheet, found) = source.sheet();
            let errors: Vec<_> =
                found.iter().filter(|one| one.severity == Severity::Error).collect();
            if errors.is_empty() {
                return Ok(match &asked.lang {
                    Some(lang) => sheet.in_language(lang),
                    None => sheet,
                });
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
