//! The browsers of the tests: a test takes one that runs already, or starts one, and leaves it to the next.
//!
//! To start a browser takes as long as an average test. A test has the browser for itself, in a window of
//! its own with nothing of earlier ones in it: a session's storage belongs to a window, all other storage
//! to the address of a server, and every test has its own server.

use super::DevTools;
use super::servers::{INSTALL, Started, start_driver};
use fantoccini::wd::TimeoutConfiguration;
use fantoccini::{Client, ClientBuilder};
use serde_json::{Value as Json, json};
use std::path::PathBuf;
use std::sync::{Mutex, MutexGuard, PoisonError};
use std::time::Duration;
use tokio::runtime::Runtime;

const FLAGS: [&str; 11] = [
    "--headless",
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    // Going back must reload a page, with what was entered restored; and the address bar of each window
    // would load two pages of its own, which takes longer than most tests.
    "--disable-features=BackForwardCache,WebUIOmniboxPopup,WebUIOmniboxAimPopup",
    // Lets a test see what remains of removed elements.
    "--js-flags=--expose-gc",
    "--window-size=1280,900",
];

/// A running browser. It ends when it is dropped.
struct Browser {
    runtime: Runtime,
    client: Client,
    profile: PathBuf,
    _driver: Started,
}

impl Browser {
    fn start() -> Self {
        let (driver, port) = start_driver();
        let profile = std::env::temp_dir().join(format!("pin-notch-{}-{port}", std::process::id()));
        let mut args: Vec<String> = FLAGS.map(str::to_owned).to_vec();
        args.push(format!("--user-data-dir={}", profile.display()));
        let capabilities = json!({ "goog:chromeOptions": { "args": args } });
        let Json::Object(capabilities) = capabilities else { unreachable!() };
        let runtime = Runtime::new().expect("a runtime");
        let client = runtime.block_on(async {
            let http = hyper_util::client::legacy::connect::HttpConnector::new();
            let client = ClientBuilder::new(http)
                .capabilities(capabilities)
                .connect(&format!("http://127.0.0.1:{port}"))
                .await
                .unwrap_or_else(|error| {
                    panic!("no browser session: {error}; install it: {INSTALL}")
                });
            let timeouts = TimeoutConfiguration::new(Some(Duration::from_secs(600)), None, None);
            client.update_timeouts(timeouts).await.expect("time for long scripts");
            client
        });
        Self { runtime, client, profile, _driver: driver }
    }

    /// Replaces the window by a new one, in front.
    fn renew(&self) {
        self.runtime.block_on(async {
            let new = self.client.new_window(false).await.expect("a new window");
            self.client.close_window().await.expect("the old window closed");
            self.client.switch_to_window(new.handle).await.expect("the new window");
            let front = DevTools(json!({ "cmd": "Page.bringToFront", "params": {} }));
            self.client.issue_cmd(front).await.expect("the new window in front");
        });
    }
}

impl Drop for Browser {
    fn drop(&mut self) {
        let _ = self.runtime.block_on(self.client.clone().close());
        let _ = std::fs::remove_dir_all(&self.profile);
    }
}

/// The browsers that wait for a test, and how many others a test has.
struct Browsers {
    waiting: Vec<Browser>,
    taken: usize,
}

static BROWSERS: Mutex<Browsers> = Mutex::new(Browsers { waiting: Vec::new(), taken: 0 });

fn browsers() -> MutexGuard<'static, Browsers> {
    BROWSERS.lock().unwrap_or_else(PoisonError::into_inner)
}

/// A browser that a test has for itself.
pub(super) struct Taken(Option<Browser>);

impl Taken {
    pub(super) fn take() -> Self {
        let waiting = {
            let mut browsers = browsers();
            browsers.taken += 1;
            browsers.waiting.pop()
        };
        // From here on it is given back, also when what follows panics.
        let mut taken = Self(waiting);
        match &taken.0 {
            Some(browser) => browser.renew(),
            None => taken.0 = Some(Browser::start()),
        }
        taken
    }

    pub(super) fn parts(&self) -> (&Runtime, &Client) {
        let browser = self.0.as_ref().expect("a browser as long as it is taken");
        (&browser.runtime, &browser.client)
    }
}

impl Drop for Taken {
    fn drop(&mut self) {
        let browser = self.0.take().filter(|_| !std::thread::panicking());
        let ended = {
            let mut browsers = browsers();
            browsers.taken -= 1;
            browsers.waiting.extend(browser);
            // Nothing is dropped at the end of a process: the last test ends all browsers.
            if browsers.taken == 0 { std::mem::take(&mut browsers.waiting) } else { Vec::new() }
        };
        drop(ended);
    }
}
