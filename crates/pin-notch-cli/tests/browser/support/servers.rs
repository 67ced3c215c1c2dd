//! The command and pages of one's own, served for one test.

use axum::Router;
use axum::extract::Path;
use axum::http::{StatusCode, header};
use axum::response::{Html, IntoResponse};
use axum::routing::get;
use std::io::{BufRead, BufReader};
use std::path::PathBuf;
use std::process::{Child, Command, Stdio};
use std::time::Duration;
use tokio::task::JoinHandle;

pub(super) const INSTALL: &str = "apt-get install -y chromium chromium-driver";

/// A program that is stopped when the test ends.
pub(super) struct Started(Child);

impl Drop for Started {
    fn drop(&mut self) {
        let _ = self.0.kill();
        let _ = self.0.wait();
    }
}

/// Starts the driver of the browser, and returns its port.
pub(super) fn start_driver() -> (Started, String) {
    // It chooses a free port of IPv4, and ends if another program has the same port of IPv6.
    const ATTEMPTS: usize = 5;
    let mut driver = Command::new("chromedriver");
    driver.arg("--port=0");
    let mark = "started successfully on port ";
    let (driver, rest) = (0..ATTEMPTS)
        .find_map(|_| start(&mut driver, mark))
        .unwrap_or_else(|| panic!("chromedriver ended {ATTEMPTS} times before it was ready"));
    (driver, rest.trim_end_matches('.').to_owned())
}

/// Starts a program and reads its output up to the line that contains `mark`. Returns what follows the
/// mark; `None` if the program ended before.
fn start(command: &mut Command, mark: &str) -> Option<(Started, String)> {
    let program = command.get_program().to_string_lossy().into_owned();
    let child = command.stdout(Stdio::piped()).stderr(Stdio::null()).spawn();
    let mut child = child.unwrap_or_else(|error| {
        panic!("cannot start {program}: {error}; install the browser: {INSTALL}")
    });
    let out = child.stdout.take().expect("a piped output");
    let started = Started(child);
    let mut lines = BufReader::new(out).lines();
    let line = lines.find_map(|line| line.ok().filter(|line| line.contains(mark)))?;
    // Continue reading, or the program would block on a full pipe.
    std::thread::spawn(move || lines.for_each(drop));
    let rest = line.split(mark).nth(1).unwrap_or_default();
    Some((started, rest.to_owned()))
}

/// The command under test, serving the demo. `PIN_NOTCH_WEB_FILES` makes it serve a fresh web build.
pub fn demo() -> (impl Drop, String) {
    demo_of(&[])
}

/// The same with further arguments, such as a sheet.
pub fn demo_of(arguments: &[&str]) -> (impl Drop + use<>, String) {
    let mut command = Command::new(env!("CARGO_BIN_EXE_pin-notch"));
    command.args(["demo", "--port", "0"]).args(arguments);
    if let Some(folder) = std::env::var_os("PIN_NOTCH_WEB_FILES") {
        command.arg("--web-files").arg(folder);
    }
    let (started, rest) = start(&mut command, "http://").expect("the demo says where it is");
    let address = rest.split('/').next().unwrap_or_default().to_owned();
    (started, format!("http://{address}/"))
}

/// The web files: those of a fresh build if there is one, otherwise the committed ones.
pub fn web_files() -> PathBuf {
    let fresh = std::env::var_os("PIN_NOTCH_WEB_FILES").map(PathBuf::from);
    fresh.unwrap_or_else(|| PathBuf::from(env!("CARGO_MANIFEST_DIR")).join("dist"))
}

/// A server that stops with the test.
pub struct Server(JoinHandle<std::io::Result<()>>);

impl Drop for Server {
    fn drop(&mut self) {
        self.0.abort();
    }
}

/// Serves on a free port. Returns the address of the page.
pub async fn listen(router: Router) -> (Server, String) {
    let listener = tokio::net::TcpListener::bind("127.0.0.1:0").await.expect("a port");
    let address = listener.local_addr().expect("an address");
    let server = tokio::spawn(async move { axum::serve(listener, router).await });
    (Server(server), format!("http://{address}/"))
}

/// Serves a page together with the files of a folder. Returns the page's address.
pub async fn serve(page: String, folder: PathBuf) -> (Server, String) {
    let file = async move |Path(path): Path<String>| {
        let kind = match path.rsplit('.').next() {
            Some("wasm") => "application/wasm",
            Some("css") => "text/css",
            _ => "text/javascript",
        };
        match std::fs::read(folder.join(&path)) {
            Ok(bytes) => ([(header::CONTENT_TYPE, kind)], bytes).into_response(),
            Err(_) => StatusCode::NOT_FOUND.into_response(),
        }
    };
    let router = Router::new().route("/", get(async || Html(page))).route("/{*path}", get(file));
    listen(router).await
}

/// How a server delivers the module of a page.
#[derive(Clone, Copy)]
pub enum Behaviour {
    /// It sends it after this many milliseconds.
    Late(u64),
    /// It sends the script after this many milliseconds, followed by the module.
    ScriptLate(u64),
    /// It does not have it.
    Missing,
    /// It starts a response and never finishes it.
    Hanging,
    /// It sends it, with a policy for the page that forbids compiling it.
    Forbidden(&'static str),
}

/// The same as [`serve`], with a module that is not delivered normally.
pub async fn serve_badly(page: String, folder: PathBuf, behaviour: Behaviour) -> (Server, String) {
    let file = async move |Path(name): Path<String>| {
        let is_module = name.ends_with(".wasm");
        match behaviour {
            Behaviour::Late(by) if is_module => tokio::time::sleep(Duration::from_millis(by)).await,
            Behaviour::ScriptLate(by) if name.ends_with(".js") => {
                tokio::time::sleep(Duration::from_millis(by)).await;
            }
            Behaviour::Missing if is_module => return StatusCode::NOT_FOUND.into_response(),
            Behaviour::Hanging if is_module => std::future::pending().await,
            Behaviour::Late(_)
            | Behaviour::ScriptLate(_)
            | Behaviour::Missing
            | Behaviour::Hanging
            | Behaviour::Forbidden(_) => {}
        }
        let kind = match name.rsplit_once('.').map(|(_, ending)| ending) {
            Some("js") => "text/javascript",
            Some("css") => "text/css",
            Some("wasm") => "application/wasm",
            _ => return StatusCode::NOT_FOUND.into_response(),
        };
        let bytes = std::fs::read(folder.join(name)).expect("a web file");
        ([(header::CONTENT_TYPE, kind)], bytes).into_response()
    };
    let page = async move || match behaviour {
        Behaviour::Forbidden(policy) => {
            ([(header::CONTENT_SECURITY_POLICY, policy)], Html(page)).into_response()
        }
        Behaviour::Late(_) | Behaviour::ScriptLate(_) | Behaviour::Missing | Behaviour::Hanging => {
            Html(page).into_response()
        }
    };
    let router = Router::new().route("/", get(page)).route("/{file}", get(file));
    listen(router).await
}
