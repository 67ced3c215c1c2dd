//! A page in a real browser, for one test.

mod accessibility;
mod browsers;
mod pointer;
mod servers;

use browsers::Taken;
use fantoccini::actions::{InputSource, KeyAction, KeyActions};
use fantoccini::elements::Element;
use fantoccini::key::Key;
use fantoccini::wd::WebDriverCompatibleCommand;
use fantoccini::{Client, Locator};
use serde_json::{Value as Json, json};
pub use servers::{Behaviour, Server, demo, demo_of, listen, serve, serve_badly, web_files};
use std::future::Future;
use std::time::Duration;

/// A page that has nothing but the elements, for tests that show what they need.
const EMPTY: &str = "<!doctype html><html lang=en-GB><meta charset=utf-8><title>Elements</title>\
    <style>:root { color-scheme: light dark } body { background: Canvas; font: 16px/1.45 system-ui, sans-serif }</style>\
    <script type=module src=/pin-notch.js></script><body>";

/// Runs a test on an empty page in a window of 1280 by 800.
pub fn with_page<T, F>(test: T)
where
    T: FnOnce(Page) -> F,
    F: Future<Output = ()> + Send + 'static,
{
    in_browser(serve(EMPTY.to_owned(), web_files()), test);
}

/// Runs a test on the demo page in a window of 1280 by 800.
pub fn with_demo<T, F>(test: T)
where
    T: FnOnce(Page) -> F,
    F: Future<Output = ()> + Send + 'static,
{
    in_browser(async { demo() }, test);
}

/// Runs a test in a window of its own, on a page that is served while it runs.
fn in_browser<T, F, S>(serve: impl Future<Output = (S, String)>, test: T)
where
    T: FnOnce(Page) -> F,
    F: Future<Output = ()> + Send + 'static,
{
    let browser = Taken::take();
    let (runtime, client) = browser.parts();
    let outcome = runtime.block_on(async {
        let (_server, url) = serve.await;
        client.goto(&url).await.expect("the page");
        let page = Page { client: client.clone() };
        page.until("document.readyState === 'complete'").await;
        page.run(RECORD).await;
        tokio::spawn(test(page)).await
    });
    // A browser in which a test has failed is not used again: `browser` sees the panic.
    if let Err(error) = outcome {
        std::panic::resume_unwind(error.into_panic());
    }
}

/// Records every turn, and every `input` and `change` event that reaches the document.
const RECORD: &str = "
    window.log = [];
    const { onTurn, ready } = await import('/pin-notch.js');
    await ready;
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

    /// Presses a key while another one is held.
    pub async fn press_with(&self, held: Key, value: char) {
        let held = char::from(held);
        let actions = KeyActions::new("keyboard".into())
            .then(KeyAction::Down { value: held })
            .then(KeyAction::Down { value })
            .then(KeyAction::Up { value })
            .then(KeyAction::Up { value: held });
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
