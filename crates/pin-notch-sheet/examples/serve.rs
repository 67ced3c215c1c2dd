//! A server that shows a sheet's form and accepts what is sent, by the same rules.
//!
//! `cargo run -p pin-notch-sheet --example serve -- crates/pin-notch-cli/demo/inspection.toml`, then open the address it prints.

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

/// The files that bring the controls to life, as `cargo xtask web` builds them.
const SCRIPT: &str = include_str!("../../pin-notch-cli/dist/pin-notch.js");
const WASM: &[u8] = include_bytes!("../../pin-notch-cli/dist/pin-notch.wasm");

/// What brings the controls to life, and lets linked ones follow each other.
fn head(sheet: &Sheet) -> String {
    let script = sheet.script();
    format!(
        r#"<link rel="modulepreload" href="/pin-notch.js"><link rel="preload" href="/pin-notch.wasm" as="fetch" crossorigin>
<script type="module" src="/pin-notch.js"></script><script type="module">{script}</script>"#
    )
}

/// Whether whoever asks is a program that wants JSON rather than a page.
fn wants_json(headers: &HeaderMap) -> bool {
    let accepted = headers.get(header::ACCEPT).and_then(|value| value.to_str().ok());
    accepted.is_some_and(|kinds| kinds.contains("json") && !kinds.contains("text/html"))
}

fn receive(sheet: &Sheet, headers: &HeaderMap, body: &[u8]) -> Response {
    let (form, head) = (sheet.form(), head(sheet));
    let mut page = Page::default();
    page.head = &head;
    let is_json = headers.get(header::CONTENT_TYPE).is_some_and(|kind| kind == "application/json");
    let json = |kind: &'static str, text: String| ([(header::CONTENT_TYPE, kind)], text);
    match if is_json { form.read_json(body) } else { form.read(body) } {
        Ok(values) if wants_json(headers) => {
            json("application/json", values.to_json()).into_response()
        }
        Err(problems) if wants_json(headers) => {
            let details = json("application/problem+json", problems.to_problem_details());
            (StatusCode::UNPROCESSABLE_ENTITY, details).into_response()
        }
        Ok(values) => Html(sheet.answer(&form, &values, &page)).into_response(),
        Err(problems) => {
            page.problems = Some(&problems);
            let html = sheet.page(&sheet.form_with(body), &page);
            (StatusCode::UNPROCESSABLE_ENTITY, Html(html)).into_response()
        }
    }
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
    let (sheet, found) = Sheet::read(&std::fs::read_to_string(&path)?, Format::of(&path), &context);
    if let Some(error) = found.iter().find(|one| one.severity == Severity::Error) {
        return Err(format!("{path}: {error}").into());
    }
    let (shown, sent) = (Arc::new(sheet.clone()), Arc::new(sheet));
    let show = async move || {
        let (mut page, head) = (Page::default(), head(&shown));
        page.head = &head;
        Html(shown.page(&shown.form(), &page))
    };
    let router = Router::new()
        .route(
            "/",
            get(show)
                .post(async move |headers: HeaderMap, body: Bytes| receive(&sent, &headers, &body)),
        )
        .route("/pin-notch.js", get(async || ([(header::CONTENT_TYPE, "text/javascript")], SCRIPT)))
        .route(
            "/pin-notch.wasm",
            get(async || ([(header::CONTENT_TYPE, "application/wasm")], WASM)),
        );
    let listener = tokio::net::TcpListener::bind("127.0.0.1:0").await?;
    let host = listener.local_addr()?.to_string();
    println!("http://{host}/");
    // The README of this crate says what each of these is for, and where it is not needed.
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
