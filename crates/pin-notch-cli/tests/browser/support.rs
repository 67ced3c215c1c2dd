//! A real browser on the real demo, which is started for one test and always stopped with it.

use axum::Router;
use axum::extract::Path;
use axum::http::{StatusCode, header};
use axum::response::{Html, IntoResponse};
use axum::routing::get;
use fantoccini::actions::{
    Actions, InputSource, KeyAction, KeyActions, MOUSE_BUTTON_LEFT, MouseActions, PointerAction,
};
use fantoccini::elements::{Element, ElementRef};
use fantoccini::key::Key;
use fantoccini::wd::{TimeoutConfiguration, WebDriverCompatibleCommand};
use fantoccini::{Client, ClientBuilder, Locator};
use serde_json::{Value as Json, json};
use std::future::Future;
use std::io::{BufRead, BufReader};
use std::path::PathBuf;
use std::process::{Child, Command, Stdio};
use std::time::Duration;
use tokio::task::JoinHandle;

const INSTALL: &str = "apt-get install -y chromium chromium-driver";

/// A program that is stopped when the test ends.
struct Started(Child);

impl Drop for Started {
    fn drop(&mut self) {
        let _ = self.0.kill();
        let _ = self.0.wait();
    }
}

/// Starts a program and reads its output up to the line that contains `mark`. Returns what follows the
/// mark.
fn start(mut command: Command, mark: &str) -> (Started, String) {
    let program = command.get_program().to_string_lossy().into_owned();
    let child = command.stdout(Stdio::piped()).stderr(Stdio::null()).spawn();
    let mut child = child.unwrap_or_else(|error| {
        panic!("cannot start {program}: {error}; install the browser: {INSTALL}")
    });
    let out = child.stdout.take().expect("a piped output");
    let started = Started(child);
    let mut lines = BufReader::new(out).lines();
    let line = lines
        .find_map(|line| line.ok().filter(|line| line.contains(mark)))
        .unwrap_or_else(|| panic!("{program} ended before it was ready"));
    // Continue reading, or the program would block on a full pipe.
    std::thread::spawn(move || lines.for_each(drop));
    let rest = line.split(mark).nth(1).unwrap_or_default();
    (started, rest.to_owned())
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
    let (started, rest) = start(command, "http://");
    let address = rest.split('/').next().unwrap_or_default().to_owned();
    (started, format!("http://{address}/"))
}

/// The web files: those of a fresh build if there is one, otherwise the committed ones.
pub fn web_files() -> PathBuf {
    let fresh = std::env::var_os("PIN_NOTCH_WEB_FILES").map(PathBuf::from);
    fresh.unwrap_or_else(|| PathBuf::from(env!("CARGO_MANIFEST_DIR")).join("dist"))
}

/// Serves a page together with the files of a folder. Returns the page's address.
pub async fn serve(page: String, folder: PathBuf) -> (JoinHandle<std::io::Result<()>>, String) {
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
    let listener = tokio::net::TcpListener::bind("127.0.0.1:0").await.expect("a port");
    let address = listener.local_addr().expect("an address");
    let router = Router::new().route("/", get(async || Html(page))).route("/{*path}", get(file));
    let server = tokio::spawn(async move { axum::serve(listener, router).await });
    (server, format!("http://{address}/"))
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

/// A server that stops with the test.
pub struct Server(JoinHandle<std::io::Result<()>>);

impl Drop for Server {
    fn drop(&mut self) {
        self.0.abort();
    }
}

/// The same as [`serve`], with a module that is not delivered normally.
pub async fn serve_badly(page: String, folder: PathBuf, behaviour: Behaviour) -> (Server, String) {
    let script = std::fs::read(folder.join("pin-notch.js")).expect("the script");
    let style = std::fs::read(folder.join("pin-notch.css")).expect("the style sheet");
    let script = async move || {
        if let Behaviour::ScriptLate(by) = behaviour {
            tokio::time::sleep(Duration::from_millis(by)).await;
        }
        ([(header::CONTENT_TYPE, "text/javascript")], script)
    };
    let wasm = folder.join("pin-notch.wasm");
    let machine = async move || {
        match behaviour {
            Behaviour::Late(by) => tokio::time::sleep(Duration::from_millis(by)).await,
            Behaviour::Missing => return StatusCode::NOT_FOUND.into_response(),
            Behaviour::Hanging => std::future::pending().await,
            Behaviour::Forbidden(_) | Behaviour::ScriptLate(_) => {}
        }
        let bytes = std::fs::read(wasm).expect("the machine");
        ([(header::CONTENT_TYPE, "application/wasm")], bytes).into_response()
    };
    let form = |ending: &str| {
        std::fs::read(folder.join(format!("pin-notch-form.{ending}"))).expect("the form's files")
    };
    let (script_of_form, machine_of_form) = (form("js"), form("wasm"));
    let form_script = async || ([(header::CONTENT_TYPE, "text/javascript")], script_of_form);
    let form_machine = async || ([(header::CONTENT_TYPE, "application/wasm")], machine_of_form);
    let page = async move || match behaviour {
        Behaviour::Forbidden(policy) => {
            ([(header::CONTENT_SECURITY_POLICY, policy)], Html(page)).into_response()
        }
        Behaviour::Late(_) | Behaviour::ScriptLate(_) | Behaviour::Missing | Behaviour::Hanging => {
            Html(page).into_response()
        }
    };
    let listener = tokio::net::TcpListener::bind("127.0.0.1:0").await.expect("a port");
    let address = listener.local_addr().expect("an address");
    let router = Router::new()
        .route("/", get(page))
        .route("/pin-notch.js", get(script))
        .route("/pin-notch.css", get(async || ([(header::CONTENT_TYPE, "text/css")], style)))
        .route("/pin-notch.wasm", get(machine))
        .route("/pin-notch-form.js", get(form_script))
        .route("/pin-notch-form.wasm", get(form_machine));
    let server = tokio::spawn(async move { axum::serve(listener, router).await });
    (Server(server), format!("http://{address}/"))
}

/// Runs a test on the demo page in a window of 1280 by 800.
pub fn with_page<T, F>(test: T)
where
    T: FnOnce(Page) -> F,
    F: Future<Output = ()> + Send + 'static,
{
    let (_demo, url) = demo();
    let mut driver = Command::new("chromedriver");
    driver.arg("--port=0");
    let (_driver, rest) = start(driver, "started successfully on port ");
    let port = rest.trim_end_matches('.');
    let profile = std::env::temp_dir().join(format!("pin-notch-{}-{port}", std::process::id()));
    let flags = [
        "--headless",
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
        // Going back must reload a page, with what was entered restored.
        "--disable-features=BackForwardCache",
        // Lets a test see what remains of removed elements.
        "--js-flags=--expose-gc",
        "--window-size=1280,900",
    ];
    let mut args: Vec<String> = flags.map(str::to_owned).to_vec();
    args.push(format!("--user-data-dir={}", profile.display()));
    let capabilities = json!({ "goog:chromeOptions": { "args": args } });
    let Json::Object(capabilities) = capabilities else { unreachable!() };
    let runtime = tokio::runtime::Runtime::new().expect("a runtime");
    let outcome = runtime.block_on(async {
        let client = ClientBuilder::new(hyper_util::client::legacy::connect::HttpConnector::new())
            .capabilities(capabilities)
            .connect(&format!("http://127.0.0.1:{port}"))
            .await
            .unwrap_or_else(|error| panic!("no browser session: {error}; install it: {INSTALL}"));
        let timeouts = TimeoutConfiguration::new(Some(Duration::from_secs(600)), None, None);
        client.update_timeouts(timeouts).await.expect("time for long scripts");
        client.goto(&url).await.expect("the demo page");
        let page = Page { client: client.clone() };
        page.until(
            "document.querySelector('[name]:state(ready)') && document.readyState === 'complete'",
        )
        .await;
        page.run(RECORD).await;
        let outcome = tokio::spawn(test(page)).await;
        let _ = client.close().await;
        outcome
    });
    let _ = std::fs::remove_dir_all(profile);
    if let Err(error) = outcome {
        std::panic::resume_unwind(error.into_panic());
    }
}

/// Records every turn, and every `input` and `change` event that reaches the document.
const RECORD: &str = "
    window.log = [];
    const { onTurn } = await import('/pin-notch.js');
    onTurn(({ element, intent, outcome }) => log.push(`${intent} -> ${outcome}`));
    for (const type of ['input', 'change', 'grab', 'release'])
      document.addEventListener(type, (event) => log.push(`${type} event ${event.target.value}`));
    document.addEventListener('toggle', (event) => log.push(`toggle event ${event.newState}`), true);";

pub struct Page {
    pub client: Client,
}

impl Page {
    /// Runs a script and returns its result.
    pub async fn run(&self, script: &str) -> Json {
        let script = format!(
            "const done = arguments[arguments.length - 1];
             (async () => {{ {script} }})().then(done, (error) => done('failed: ' + error));"
        );
        let result =
            self.client.execute_async(&script, Vec::new()).await.expect("a script that runs");
        assert!(!result.as_str().unwrap_or_default().starts_with("failed: "), "{result}");
        result
    }

    /// The value of an expression, as text.
    pub async fn get(&self, expression: &str) -> String {
        match self.run(&format!("return ({expression});")).await {
            Json::String(text) => text,
            other => other.to_string(),
        }
    }

    /// Goes back to the previous page. The driver's own command waits for a page to load, occasionally
    /// forever, and a page that has just loaded may ignore the request. Naming the entry of the history
    /// makes it safe to repeat, however slow the machine is.
    pub async fn back(&self) {
        let place = async || self.client.execute("return location.href;", Vec::new()).await;
        let before = place().await.unwrap_or_default();
        let history = self.devtools("Page.getNavigationHistory", json!({})).await;
        let at = history["currentIndex"].as_u64().and_then(|at| usize::try_from(at).ok());
        let previous = at.and_then(|at| at.checked_sub(1)).expect("a previous page");
        let entry = json!({ "entryId": history["entries"][previous]["id"] });
        for _ in 0..10 {
            self.devtools("Page.navigateToHistoryEntry", entry.clone()).await;
            for _ in 0..40 {
                tokio::time::sleep(Duration::from_millis(50)).await;
                if place().await.is_ok_and(|now| now != before) {
                    return;
                }
            }
        }
        panic!("it stays at {before}");
    }

    /// Waits until the expression is true.
    pub async fn until(&self, expression: &str) {
        // In a single script, because one that is interrupted by navigation never returns.
        let asked = format!("return Boolean({expression});");
        for _ in 0..800 {
            let is_so = self.client.execute(&asked, Vec::new()).await.unwrap_or_default();
            if is_so == true {
                return;
            }
            tokio::time::sleep(Duration::from_millis(25)).await;
        }
        let seen =
            self.client.execute("return `${location.href} ${document.readyState}`;", Vec::new());
        panic!("never came true: {expression} ({:?})", seen.await);
    }

    /// What was recorded since the last call, one line each.
    pub async fn log(&self) -> Vec<String> {
        let log = self.run("return log.splice(0);").await;
        log.as_array()
            .expect("a list")
            .iter()
            .map(|line| line.as_str().unwrap_or_default().to_owned())
            .collect()
    }

    /// Replaces the page's content with this markup.
    pub async fn show(&self, html: &str) {
        self.run(&format!("document.body.innerHTML = {}; log.splice(0);", json!(html))).await;
    }

    pub async fn find(&self, css: &str) -> Element {
        self.client.find(Locator::Css(css)).await.unwrap_or_else(|error| panic!("{css}: {error}"))
    }

    /// Presses a key on the focused element, as a person would.
    pub async fn press(&self, keys: &[Key]) {
        let mut actions = KeyActions::new("keyboard".into());
        for key in keys {
            let value = char::from(*key);
            actions = actions.then(KeyAction::Down { value }).then(KeyAction::Up { value });
        }
        self.client.perform_actions(actions).await.expect("keys");
    }

    pub async fn focus(&self, css: &str) {
        self.run(&format!("document.querySelector({}).focus();", json!(css))).await;
    }

    /// Types a text into the focused element.
    pub async fn write(&self, text: &str) {
        let keys =
            text.chars().flat_map(|value| [KeyAction::Down { value }, KeyAction::Up { value }]);
        let actions = keys.fold(KeyActions::new("keyboard".into()), KeyActions::then);
        self.client.perform_actions(actions).await.expect("keys");
    }

    /// A part of an element, as an expression.
    pub fn part(host: &str, part: &str) -> String {
        format!("document.querySelector({}).shadowRoot.querySelector({})", json!(host), json!(part))
    }

    /// The value of an element.
    pub async fn value(&self, host: &str) -> String {
        self.get(&format!("document.querySelector({}).value", json!(host))).await
    }

    /// Moves the mouse through these points of an element inside a shadow root, given as fractions of its
    /// box. `down` and `up` are the points at which the button is pressed and released.
    pub async fn mouse(
        &self,
        host: &str,
        part: &str,
        way: &[(f64, f64)],
        down: Option<usize>,
        up: Option<usize>,
    ) {
        let to = self.places(host, part).await;
        let mut actions = MouseActions::new("mouse".into());
        for (at, (x, y)) in way.iter().enumerate() {
            actions = actions.then(to(*x, *y));
            if down == Some(at) {
                actions = actions.then(PointerAction::Down { button: MOUSE_BUTTON_LEFT });
            }
            if up == Some(at) {
                actions = actions.then(PointerAction::Up { button: MOUSE_BUTTON_LEFT });
            }
        }
        self.client.perform_actions(actions).await.expect("mouse actions");
    }

    /// Moves of the mouse to fractions of the box of an element inside a shadow root.
    async fn places(&self, host: &str, part: &str) -> impl Fn(f64, f64) -> PointerAction {
        let place = format!(
            "const host = document.querySelector({});
             host.scrollIntoView({{ block: 'center' }});
             const box = host.shadowRoot.querySelector({}).getBoundingClientRect();
             return [box.left, box.top, box.width, box.height];",
            json!(host),
            json!(part)
        );
        let place = self.run(&place).await;
        let bounds = [0, 1, 2, 3].map(|at| place[at].as_f64().expect("a figure"));
        move |x, y| PointerAction::MoveTo {
            duration: None,
            x: bounds[0] + bounds[2] * x,
            y: bounds[1] + bounds[3] * y,
        }
    }

    /// Presses at one place, moves to another, presses a key there and releases the button.
    pub async fn drag_and_press(
        &self,
        host: &str,
        part: &str,
        from: (f64, f64),
        over: (f64, f64),
        key: Key,
    ) {
        let to = self.places(host, part).await;
        let wait = || Duration::from_millis(0);
        let value = char::from(key);
        let mouse = MouseActions::new("mouse".into())
            .then(to(from.0, from.1))
            .then(PointerAction::Down { button: MOUSE_BUTTON_LEFT })
            .then(to(over.0, over.1))
            .then(PointerAction::Pause { duration: wait() })
            .then(PointerAction::Pause { duration: wait() })
            .then(PointerAction::Up { button: MOUSE_BUTTON_LEFT });
        let keys = KeyActions::new("keyboard".into())
            .then(KeyAction::Pause { duration: wait() })
            .then(KeyAction::Pause { duration: wait() })
            .then(KeyAction::Pause { duration: wait() })
            .then(KeyAction::Down { value })
            .then(KeyAction::Up { value });
        self.client.perform_actions(Actions::from(mouse).and(keys)).await.expect("a drag");
    }

    /// Presses a part, holds it for this many milliseconds, and releases it.
    pub async fn hold(&self, host: &str, part: &str, milliseconds: u64) {
        let to = self.places(host, part).await;
        let mouse = MouseActions::new("mouse".into())
            .then(to(0.5, 0.5))
            .then(PointerAction::Down { button: MOUSE_BUTTON_LEFT })
            .then(PointerAction::Pause { duration: Duration::from_millis(milliseconds) })
            .then(PointerAction::Up { button: MOUSE_BUTTON_LEFT });
        self.client.perform_actions(mouse).await.expect("a press");
    }

    /// A press and a release at a place of the window.
    pub async fn mouse_at(&self, x: f64, y: f64) {
        let mouse = MouseActions::new("mouse".into())
            .then(PointerAction::MoveTo { duration: None, x, y })
            .then(PointerAction::Down { button: MOUSE_BUTTON_LEFT })
            .then(PointerAction::Up { button: MOUSE_BUTTON_LEFT });
        self.client.perform_actions(mouse).await.expect("a press");
    }

    /// Sends a command of the DevTools protocol.
    pub async fn devtools(&self, name: &str, parameters: Json) -> Json {
        let command = DevTools(json!({ "cmd": name, "params": parameters }));
        self.client.issue_cmd(command).await.expect("a command of the DevTools protocol")
    }

    /// Sets the size of the page.
    pub async fn size(&self, width: u32, height: u32) {
        let size =
            json!({ "width": width, "height": height, "deviceScaleFactor": 1, "mobile": false });
        self.devtools("Emulation.setDeviceMetricsOverride", size).await;
    }

    /// Sets the preferred color scheme: `light` or `dark`.
    pub async fn scheme(&self, scheme: &str) {
        let features = json!([{ "name": "prefers-color-scheme", "value": scheme }]);
        self.devtools("Emulation.setEmulatedMedia", json!({ "features": features })).await;
    }

    /// Enables or disables scripts.
    pub async fn script(&self, runs: bool) {
        self.devtools("Emulation.setScriptExecutionDisabled", json!({ "value": !runs })).await;
    }

    /// Whether a part of the page is drawn. It is found by selectors, each of which searches the shadow
    /// root of the element found by the previous one. This needs no script in the page.
    pub async fn is_drawn(&self, selectors: &[&str]) -> bool {
        let document =
            self.devtools("DOM.getDocument", json!({ "depth": -1, "pierce": true })).await;
        let mut node = document["root"]["nodeId"].clone();
        for (at, selector) in selectors.iter().enumerate() {
            if at > 0 {
                let host = self
                    .devtools("DOM.describeNode", json!({ "nodeId": node, "pierce": true }))
                    .await;
                let root = host["node"]["shadowRoots"][0]["backendNodeId"].clone();
                let pushed = json!({ "backendNodeIds": [root] });
                let pushed = self.devtools("DOM.pushNodesByBackendIdsToFrontend", pushed).await;
                node = pushed["nodeIds"][0].clone();
            }
            let query = json!({ "nodeId": node, "selector": selector });
            node = self.devtools("DOM.querySelector", query).await["nodeId"].clone();
        }
        let command = DevTools(json!({ "cmd": "DOM.getBoxModel", "params": { "nodeId": node } }));
        self.client.issue_cmd(command).await.is_ok()
    }

    /// The controls in an element for assistive technology: role, name and value of each, in order.
    pub async fn tree(&self, css: &str) -> Vec<String> {
        const ROLES: [&str; 9] = [
            "slider",
            "switch",
            "checkbox",
            "group",
            "spinbutton",
            "combobox",
            "button",
            "listbox",
            "textbox",
        ];
        let document =
            self.devtools("DOM.getDocument", json!({ "depth": -1, "pierce": true })).await;
        let query = json!({ "nodeId": document["root"]["nodeId"], "selector": css });
        let node = self.devtools("DOM.querySelector", query).await["nodeId"].clone();
        let found = self.devtools("Accessibility.queryAXTree", json!({ "nodeId": node })).await;
        let text = |value: &Json| match value {
            Json::String(text) => text.clone(),
            Json::Null => String::new(),
            other => other.to_string(),
        };
        let described = |node: &Json| {
            let role = text(&node["role"]["value"]);
            let property = |name: &str| {
                let all = node["properties"].as_array().into_iter().flatten();
                let mut found = all.filter(|property| property["name"] == name);
                found.next().map(|property| text(&property["value"]["value"])).unwrap_or_default()
            };
            let value = [text(&node["value"]["value"]), property("checked")];
            let value = value.into_iter().rfind(|value| !value.is_empty()).unwrap_or_default();
            let name = text(&node["name"]["value"]);
            ROLES
                .contains(&role.as_str())
                .then(|| format!("{role} {name:?} {value}").trim_end().to_owned())
        };
        found["nodes"].as_array().into_iter().flatten().filter_map(described).collect()
    }

    /// The descriptions in an element for assistive technology.
    pub async fn descriptions(&self, css: &str) -> Vec<String> {
        let document =
            self.devtools("DOM.getDocument", json!({ "depth": -1, "pierce": true })).await;
        let query = json!({ "nodeId": document["root"]["nodeId"], "selector": css });
        let node = self.devtools("DOM.querySelector", query).await["nodeId"].clone();
        let found = self.devtools("Accessibility.queryAXTree", json!({ "nodeId": node })).await;
        let nodes = found["nodes"].as_array().into_iter().flatten();
        nodes.filter_map(|node| Some(node["description"]["value"].as_str()?.to_owned())).collect()
    }

    /// Fails unless axe-core finds no violations, in both color schemes.
    pub async fn expect_accessible(&self) {
        for scheme in ["light", "dark"] {
            self.scheme(scheme).await;
            assert_eq!(self.axe().await, "", "{scheme}");
        }
    }

    /// The violations reported by axe-core for the page; empty if there are none.
    pub async fn axe(&self) -> String {
        let folder = env!("CARGO_MANIFEST_DIR");
        let path =
            std::path::Path::new(folder).join("../../target/npm/node_modules/axe-core/axe.min.js");
        let install = "npm install --no-save --prefix target/npm axe-core@4.14.1";
        let axe = std::fs::read_to_string(&path)
            .unwrap_or_else(|error| panic!("{}: {error}; install it: {install}", path.display()));
        self.client
            .execute(&format!("if (!window.axe) {{ {axe}; window.axe = axe; }}"), Vec::new())
            .await
            .expect("axe-core runs");
        self.get(
            "(await axe.run(document, { resultTypes: ['violations'] })).violations.map((found) => `${found.id}: ${found.nodes.slice(0, 3)
               .map((node) => node.target.flat().join(' ') + ' ' + node.failureSummary.replaceAll(/\\s+/g, ' ')).join(' | ')} (${found.nodes.length})`).join('\\n')",
        )
        .await
    }

    /// A press and a release at one place.
    pub async fn click(&self, host: &str, part: &str, at: (f64, f64)) {
        self.mouse(host, part, &[at], Some(0), Some(0)).await;
    }

    /// The role and the name of this element for assistive technology.
    pub async fn role_and_name(&self, css: &str) -> (String, String) {
        let element = self.find(css).await.element_id();
        let ask = async |what| {
            let answer = self.client.issue_cmd(Computed { element: element.clone(), what }).await;
            answer.expect("a computed property").as_str().unwrap_or_default().to_owned()
        };
        (ask("computedrole").await, ask("computedlabel").await)
    }
}

/// WebDriver's "get computed role" and "get computed label".
#[derive(Debug)]
struct Computed {
    element: ElementRef,
    what: &'static str,
}

impl WebDriverCompatibleCommand for Computed {
    fn endpoint(
        &self,
        base: &url::Url,
        session: Option<&str>,
    ) -> Result<url::Url, url::ParseError> {
        let session = session.unwrap_or_default();
        base.join(&format!("session/{session}/element/{}/{}", self.element.as_ref(), self.what))
    }

    fn method_and_body(&self, _: &url::Url) -> (http::Method, Option<String>) {
        (http::Method::GET, None)
    }
}

/// Chromium's access to its DevTools protocol.
#[derive(Debug)]
struct DevTools(Json);

impl WebDriverCompatibleCommand for DevTools {
    fn endpoint(
        &self,
        base: &url::Url,
        session: Option<&str>,
    ) -> Result<url::Url, url::ParseError> {
        base.join(&format!("session/{}/goog/cdp/execute", session.unwrap_or_default()))
    }

    fn method_and_body(&self, _: &url::Url) -> (http::Method, Option<String>) {
        (http::Method::POST, Some(self.0.to_string()))
    }
}
