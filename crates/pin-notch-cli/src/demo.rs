//! `pin-notch demo`: a page for trying out the controls, and a form that the core checks again.

mod answer;
mod exhibits;
mod guard;
mod inspection;
mod own;
mod page;

use crate::Failure;
use axum::Router;
use axum::body::{Bytes, HttpBody};
use axum::extract::Request;
use axum::http::{HeaderMap, HeaderValue, StatusCode, header};
use axum::response::{Html, IntoResponse, Response};
use axum::routing::{get, post};
use clap::Args;
use std::borrow::Cow;
use std::io::Write;
use std::path::PathBuf;
use std::sync::Arc;
use std::time::Duration;
use tokio::net::TcpListener;

/// The longest body that is read: about a hundred times what the form sends.
pub(crate) const MAX_BODY: usize = 16 * 1024;

/// How long requests in progress may still take after we are told to stop.
const PATIENCE: Duration = Duration::from_secs(1);

/// How long a body may take to arrive.
const BODY_TIME: Duration = Duration::from_secs(10);

/// A page may load everything only from here, except for the styles, which are inline.
const POLICY: &str = "default-src 'self'; img-src 'self' data:; script-src 'self' 'wasm-unsafe-eval'; \
                      style-src 'self' 'unsafe-inline'; base-uri 'none'; frame-ancestors 'none'";

/// Serve a page on 127.0.0.1: every control to try and a form to send, or the form of a sheet.
///
/// A sheet's page is reloaded when its file changes.
#[derive(Args)]
#[command(
    after_help = "Examples:\n  pin-notch demo\n  pin-notch demo demo/inspection.toml --port 8080\n  \
                  pin-notch demo demo/inspection.toml --record found.moves"
)]
pub(crate) struct Demo {
    /// A sheet, to serve its form instead of the gallery
    file: Option<PathBuf>,
    /// Record what is done in the sheet's page in this file, as moves that `pin-notch trace` runs
    #[arg(long, value_name = "MOVES", requires = "file")]
    record: Option<PathBuf>,
    /// The port to listen on; 0 lets the system choose a free one
    #[arg(long, default_value_t = 0)]
    port: u16,
    /// Serve the scripts and modules from this folder instead of the built-in ones
    #[arg(long, value_name = "FOLDER")]
    web_files: Option<PathBuf>,
}

/// The files loaded by pages, by name.
type Files = Vec<(&'static str, WebFile)>;

/// A built-in file: its name, media type and how it is read.
macro_rules! built_in {
    ($($name:literal: $kind:literal),+) => {
        [$((
            $name,
            $kind,
            include_bytes!(concat!("../dist/", $name)) as &[u8],
            include_bytes!(concat!("../dist/", $name, ".gz")) as &[u8],
        )),+]
    };
}

const BUILT_IN: [(&str, &str, &[u8], &[u8]); 4] = built_in! {
    "pin-notch.js": "text/javascript",
    "pin-notch.wasm": "application/wasm",
    "pin-notch-form.js": "text/javascript",
    "pin-notch-form.wasm": "application/wasm"
};

/// A file as it is, and compressed if there is a compressed version.
struct WebFile {
    kind: &'static str,
    plain: Cow<'static, [u8]>,
    gzip: Option<Cow<'static, [u8]>>,
}

impl Demo {
    pub(crate) fn run(&self) -> Result<(), Failure> {
        let files = self.files()?;
        let runtime = tokio::runtime::Builder::new_current_thread()
            .enable_all()
            .build()
            .map_err(Failure::machine)?;
        runtime.block_on(self.serve(files))
    }

    fn files(&self) -> Result<Files, Failure> {
        let file = |(name, kind, plain, gzip): (
            &'static str,
            &'static str,
            &'static [u8],
            &'static [u8],
        )| {
            let Some(folder) = &self.web_files else {
                return Ok((name, WebFile { kind, plain: plain.into(), gzip: Some(gzip.into()) }));
            };
            let path = folder.join(name);
            let why = |error| Failure::usage(format!("--web-files: {}: {error}", path.display()));
            let plain = std::fs::read(&path).map_err(why)?.into();
            let gzip = std::fs::read(folder.join(format!("{name}.gz"))).ok().map(Cow::Owned);
            Ok((name, WebFile { kind, plain, gzip }))
        };
        BUILT_IN.into_iter().map(file).collect()
    }

    async fn serve(&self, files: Files) -> Result<(), Failure> {
        let listener = TcpListener::bind(("127.0.0.1", self.port)).await.map_err(|error| {
            Failure::machine(format!("cannot listen on 127.0.0.1:{}: {error}", self.port))
        })?;
        let address = listener.local_addr().map_err(Failure::machine)?;
        let mut out = std::io::stdout();
        // Whoever started us may stop reading after the address.
        let (title, router) = match &self.file {
            None => ("Hive inspection".to_owned(), router(files)),
            Some(file) => own::router(file, files, self.record.as_deref())?,
        };
        let stop = stopping()?;
        let written = writeln!(out, "{title}: http://{address}/  (Ctrl-C stops)");
        if let Err(error) = written.and_then(|()| out.flush())
            && error.kind() != std::io::ErrorKind::BrokenPipe
        {
            return Err(Failure::machine(error));
        }
        // Requests in progress are answered first, but an idle connection held open by a browser must not
        // delay the end.
        guard::serve(listener, guard::guarded(router), stop, PATIENCE).await;
        let _ = writeln!(out, "Stopped.");
        Ok(())
    }
}

/// Waits for Ctrl-C or for the system to end us. Signals are caught from the moment this is called.
#[cfg(unix)]
fn stopping() -> Result<impl Future<Output = ()>, Failure> {
    use tokio::signal::unix::{SignalKind, signal};
    let mut interrupt = signal(SignalKind::interrupt()).map_err(Failure::machine)?;
    let mut terminate = signal(SignalKind::terminate()).map_err(Failure::machine)?;
    Ok(async move {
        tokio::select! {
            _ = interrupt.recv() => {}
            _ = terminate.recv() => {}
        }
    })
}

#[cfg(not(unix))]
fn stopping() -> Result<impl Future<Output = ()>, Failure> {
    Ok(async { drop(tokio::signal::ctrl_c().await) })
}

fn router(files: Files) -> Router {
    let asset = |kind: &'static str, body: &'static str| {
        get(move || async move { ([(header::CONTENT_TYPE, kind)], body) })
    };
    Router::new()
        .route("/", get(|| async { protected(Html(page::page())) }))
        .route("/inspection", post(receive))
        .route("/page.css", asset("text/css", include_str!("demo/page.css")))
        .route("/page.js", asset("text/javascript", include_str!("demo/page.js")))
        .merge(web_files(files))
}

/// The scripts and the WebAssembly of the controls.
fn web_files(files: Files) -> Router {
    files.into_iter().fold(Router::new(), |router, (name, file)| {
        let file = Arc::new(file);
        let answer = async move |headers: HeaderMap| file.answer(&headers);
        router.route(&format!("/{name}"), get(answer))
    })
}

impl WebFile {
    /// The file, compressed if the client accepts that.
    fn answer(&self, asked: &HeaderMap) -> Response {
        let accepted = asked.get(header::ACCEPT_ENCODING).and_then(|value| value.to_str().ok());
        let names = accepted.unwrap_or_default().split(',').map(|name| name.trim());
        let of = [(header::CONTENT_TYPE, self.kind), (header::VARY, "accept-encoding")];
        let can_read = names.into_iter().any(|name| name.eq_ignore_ascii_case("gzip"));
        match self.gzip.as_ref().filter(|_| can_read) {
            Some(gzip) => (of, [(header::CONTENT_ENCODING, "gzip")], gzip.to_vec()).into_response(),
            None => (of, self.plain.to_vec()).into_response(),
        }
    }
}

/// Checks a sent form with the same controls as in the page.
async fn receive(request: Request) -> Response {
    let (status, page) = match read(request).await {
        Err((status, why)) => (status, answer::refused(&why)),
        Ok(body) => match inspection::form().read(&body) {
            Ok(values) => (StatusCode::OK, answer::accepted(&inspection::form(), &values)),
            Err(problems) => (StatusCode::UNPROCESSABLE_ENTITY, answer::problems(&problems)),
        },
    };
    (status, protected(Html(page))).into_response()
}

/// The body, if it has the right type, is short enough and arrives in time; otherwise the reason why not.
async fn read(request: Request) -> Result<Bytes, (StatusCode, String)> {
    let kind = request.headers().get(header::CONTENT_TYPE).and_then(|kind| kind.to_str().ok());
    let kind = kind.unwrap_or_default().split(';').next().unwrap_or_default().trim();
    if !kind.eq_ignore_ascii_case("application/x-www-form-urlencoded") {
        let why = "This is read only as application/x-www-form-urlencoded.";
        return Err((StatusCode::UNSUPPORTED_MEDIA_TYPE, why.to_owned()));
    }
    let too_long = || {
        let why = format!("What was sent is longer than {MAX_BODY} bytes.");
        (StatusCode::PAYLOAD_TOO_LARGE, why)
    };
    let body = request.into_body();
    // With a declared length, there is no need to wait for the body.
    if body.size_hint().lower() > MAX_BODY as u64 {
        return Err(too_long());
    }
    match tokio::time::timeout(BODY_TIME, axum::body::to_bytes(body, MAX_BODY)).await {
        Ok(Ok(body)) => Ok(body),
        Ok(Err(_)) => Err(too_long()),
        Err(_) => {
            let why = format!("What was sent did not arrive within {} s.", BODY_TIME.as_secs());
            Err((StatusCode::REQUEST_TIMEOUT, why))
        }
    }
}

fn protected(page: impl IntoResponse) -> impl IntoResponse {
    ([(header::CONTENT_SECURITY_POLICY, HeaderValue::from_static(POLICY))], page)
}
