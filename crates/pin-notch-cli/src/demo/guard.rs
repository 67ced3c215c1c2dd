//! What the demo's server rejects: pages of other origins, other host names, and clients that take too
//! long.

use axum::Router;
use axum::extract::Request;
use axum::http::{HeaderValue, Method, StatusCode, Uri, header};
use axum::middleware::{Next, from_fn};
use axum::response::{IntoResponse, Response};
use hyper_util::rt::{TokioExecutor, TokioIo, TokioTimer};
use hyper_util::server::conn::auto::Builder;
use hyper_util::server::graceful::GracefulShutdown;
use hyper_util::service::TowerToHyperService;
use std::time::Duration;
use tokio::net::TcpListener;
use tower_http::set_header::SetResponseHeaderLayer;

/// How long the header of a request may take to arrive.
const HEAD_TIME: Duration = Duration::from_secs(5);

/// The names of this machine. A page elsewhere whose host name points here is rejected.
const OWN_NAMES: [&str; 3] = ["127.0.0.1", "localhost", "[::1]"];

/// Restricts a router to requests from this machine's own pages and programs.
pub(super) fn guarded(router: Router) -> Router {
    let nosniff = HeaderValue::from_static("nosniff");
    router
        .layer(from_fn(admit))
        .layer(SetResponseHeaderLayer::overriding(header::X_CONTENT_TYPE_OPTIONS, nosniff))
}

async fn admit(request: Request, next: Next) -> Response {
    match refusal(&request) {
        Some((status, why)) => (status, why).into_response(),
        None => next.run(request).await,
    }
}

/// Why a request is rejected.
fn refusal(request: &Request) -> Option<(StatusCode, &'static str)> {
    let header = |name| request.headers().get(name).and_then(|value| value.to_str().ok());
    let host = header(header::HOST).unwrap_or_default();
    if !is_own(host) {
        return Some((
            StatusCode::MISDIRECTED_REQUEST,
            "This answers to 127.0.0.1 and localhost only.",
        ));
    }
    let changes = !matches!(*request.method(), Method::GET | Method::HEAD | Method::OPTIONS);
    let site = request.headers().get("sec-fetch-site").and_then(|value| value.to_str().ok());
    let is_elsewhere = match (header(header::ORIGIN), site) {
        (Some(origin), _) => origin.strip_prefix("http://") != Some(host),
        (None, Some(site)) => !matches!(site, "same-origin" | "none"),
        // Not a browser, so it cannot act on behalf of another page.
        (None, None) => false,
    };
    (changes && is_elsewhere)
        .then_some((StatusCode::FORBIDDEN, "This takes only what its own page sends."))
}

/// Whether a `Host` is one of this machine's names, with any port.
fn is_own(host: &str) -> bool {
    let Ok(uri) = host.parse::<Uri>() else { return false };
    let Some(authority) = uri.authority() else { return false };
    OWN_NAMES.iter().any(|name| authority.host().eq_ignore_ascii_case(name))
}

/// Serves until `stop`, and then finishes requests in progress, for at most `patience`.
pub(super) async fn serve(
    listener: TcpListener,
    router: Router,
    stop: impl Future<Output = ()>,
    patience: Duration,
) {
    let mut builder = Builder::new(TokioExecutor::new());
    builder.http1().timer(TokioTimer::new()).header_read_timeout(HEAD_TIME);
    let (service, under_way) = (TowerToHyperService::new(router), GracefulShutdown::new());
    tokio::pin!(stop);
    loop {
        let stream = tokio::select! {
            () = &mut stop => break,
            accepted = listener.accept() => match accepted {
                Ok((stream, _)) => stream,
                // If a connection fails, or too many are open, the others continue.
                Err(_) => {
                    tokio::time::sleep(Duration::from_millis(50)).await;
                    continue;
                }
            },
        };
        let connection = builder.serve_connection(TokioIo::new(stream), service.clone());
        let connection = under_way.watch(connection.into_owned());
        // If a connection breaks off, there is nobody left to report it to.
        tokio::spawn(async move { drop(connection.await) });
    }
    let _ = tokio::time::timeout(patience, under_way.shutdown()).await;
}
