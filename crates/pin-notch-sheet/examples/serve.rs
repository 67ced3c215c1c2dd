//! A server that shows a sheet's form and accepts what is sent, by the same rules.
//!
//! `cargo run -p pin-notch-sheet --example serve -- crates/pin-notch-cli/demo/inspection.toml`, then open the address it prints.

use axum::Router;
use axum::body::Bytes;
use axum::http::{StatusCode, header};
use axum::response::{Html, IntoResponse, Response};
use axum::routing::get;
use pin_notch_sheet::{Context, Format, Page, Severity, Sheet};
use std::sync::Arc;

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

fn receive(sheet: &Sheet, body: &[u8]) -> Response {
    let (form, head) = (sheet.form(), head(sheet));
    let mut page = Page::default();
    page.head = &head;
    match form.read(body) {
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
        .route("/", get(show).post(async move |body: Bytes| receive(&sent, &body)))
        .route("/pin-notch.js", get(async || ([(header::CONTENT_TYPE, "text/javascript")], SCRIPT)))
        .route(
            "/pin-notch.wasm",
            get(async || ([(header::CONTENT_TYPE, "application/wasm")], WASM)),
        );
    let listener = tokio::net::TcpListener::bind("127.0.0.1:0").await?;
    println!("http://{}/", listener.local_addr()?);
    Ok(axum::serve(listener, router).await?)
}
