//! A server that shows a sheet's form and accepts what is sent, by the same rules.
//!
//! `cargo run -p pin-notch-sheet --example serve -- crates/pin-notch-cli/demo/inspection.toml`, then open
//! the address it prints. With `--features sqlite` and the name of a database after the sheet, accepted
//! answers are stored there.

use axum::Router;
use axum::body::{Body, Bytes};
use axum::extract::DefaultBodyLimit;
use axum::http::{HeaderMap, HeaderName, HeaderValue, Request, StatusCode, header};
use axum::response::{Html, IntoResponse, Response};
use axum::routing::get;
use pin_notch_sheet::{Context, Format, Page, Severity, Sheet};
use std::{sync::Arc, time::Duration};
use tower::{ServiceBuilder, limit::GlobalConcurrencyLimitLayer};
use tower_http::set_header::SetResponseHeaderLayer;
use tower_http::timeout::TimeoutLayer;
use tower_http::validate_request::ValidateRequestHeaderLayer;

/// The scripts and modules of the controls, as built by `cargo xtask web`.
const SCRIPT: &str = include_str!("../../pin-notch-cli/dist/pin-notch-form.js");
const WASM: &[u8] = include_bytes!("../../pin-notch-cli/dist/pin-notch-form.wasm");

/// The script of the form.
const HEAD: &str = r#"<link rel="modulepreload" href="/pin-notch-form.js"><link rel="preload" href="/pin-notch-form.wasm" as="fetch" crossorigin>
<script type="module" src="/pin-notch-form.js"></script>"#;

fn receive(sheet: &Sheet, headers: &HeaderMap, body: &[u8]) -> Response {
    let header = |name| headers.get(name).and_then(|value| value.to_str().ok()).unwrap_or("");
    let mut page = Page::default();
    page.head = HEAD;
    let reply = sheet.reply(body, header(header::CONTENT_TYPE), header(header::ACCEPT), &page);
    let status = StatusCode::from_u16(reply.status).unwrap_or(StatusCode::INTERNAL_SERVER_ERROR);
    let to = reply.location.map(|to| [(header::LOCATION, to)]);
    (status, to, [(header::CONTENT_TYPE, reply.content_type)], reply.body).into_response()
}

/// Commits an answer before its sender is told that it was accepted.
#[cfg(feature = "sqlite")]
fn keep(
    sink: &std::sync::Mutex<pin_notch_sheet::Sink>,
    sheet: &Sheet,
    body: &[u8],
) -> Result<(), String> {
    let Ok(values) = sheet.form().read(body) else { return Ok(()) };
    let mut sink = sink.lock().map_err(|_| "the database was left in disorder")?;
    let kept = sink.keep(&String::from_utf8_lossy(body), &values).and_then(|()| sink.finish());
    kept.map_err(|error| error.to_string())
}

#[tokio::main(flavor = "current_thread")]
async fn main() -> Result<(), Box<dyn std::error::Error>> {
    let path =
        std::env::args().nth(1).unwrap_or("crates/pin-notch-cli/demo/inspection.toml".to_owned());
    let folder = std::path::Path::new(&path).parent().unwrap_or("".as_ref()).to_owned();
    let files =
        move |name: &str| std::fs::read_to_string(folder.join(name)).map_err(|why| why.to_string());
    let mut context = Context::default();
    context.files = &files;
    // The date in UTC when the server starts. A long-running server should read its sheet again each day.
    let since = std::time::SystemTime::now().duration_since(std::time::UNIX_EPOCH)?;
    context.today =
        i32::try_from(since.as_secs() / 86_400).ok().and_then(pin_notch::Date::from_days);
    let (sheet, found) = Sheet::read(&std::fs::read_to_string(&path)?, Format::of(&path), &context);
    if let Some(error) = found.iter().find(|one| one.severity == Severity::Error) {
        return Err(format!("{path}: {error}").into());
    }
    let (shown, sent) = (Arc::new(sheet.clone()), Arc::new(sheet));
    let show = async move || {
        let mut page = Page::default();
        page.head = HEAD;
        Html(shown.page(&shown.form(), &page))
    };
    #[cfg(feature = "sqlite")]
    let sink = match std::env::args().nth(2) {
        Some(path) => {
            Some(std::sync::Mutex::new(pin_notch_sheet::Sink::open(path.as_ref(), &sent)?))
        }
        None => None,
    };
    let answer = async move |headers: HeaderMap, body: Bytes| {
        #[cfg(feature = "sqlite")]
        if let Some(Err(why)) = sink.as_ref().map(|sink| keep(sink, &sent, &body)) {
            return (StatusCode::INTERNAL_SERVER_ERROR, why).into_response();
        }
        receive(&sent, &headers, &body)
    };
    let answer = Arc::new(answer);
    let router = Router::new()
        .route(
            "/",
            get(show)
                .post(async move |headers: HeaderMap, body: Bytes| answer(headers, body).await),
        )
        .route(
            "/pin-notch-form.js",
            get(async || ([(header::CONTENT_TYPE, "text/javascript")], SCRIPT)),
        )
        .route(
            "/pin-notch-form.wasm",
            get(async || ([(header::CONTENT_TYPE, "application/wasm")], WASM)),
        );
    let listener = tokio::net::TcpListener::bind("127.0.0.1:0").await?;
    let host = listener.local_addr()?.to_string();
    println!("http://{host}/");
    // The README of this crate explains each of these layers, and when it is not needed.
    let origin = format!("http://{host}");
    #[expect(clippy::result_large_err, reason = "tower-http asks for it")]
    let is_ours = move |request: &mut Request<Body>| {
        let is =
            |name: HeaderName, text: &str| request.headers().get(name).map(|value| value == text);
        match is(header::HOST, &host) == Some(true) && is(header::ORIGIN, &origin) != Some(false) {
            true => Ok(()),
            false => Err(StatusCode::FORBIDDEN.into_response()),
        }
    };
    let (nosniff, patience) = (HeaderValue::from_static("nosniff"), Duration::from_secs(10));
    let guards = ServiceBuilder::new()
        .layer(SetResponseHeaderLayer::overriding(header::X_CONTENT_TYPE_OPTIONS, nosniff))
        .layer(ValidateRequestHeaderLayer::custom(is_ours))
        .layer(GlobalConcurrencyLimitLayer::new(64))
        .layer(TimeoutLayer::with_status_code(StatusCode::REQUEST_TIMEOUT, patience))
        .layer(DefaultBodyLimit::max(16 * 1024));
    Ok(axum::serve(listener, router.layer(guards)).await?)
}
