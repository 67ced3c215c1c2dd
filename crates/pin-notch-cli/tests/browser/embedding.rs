//! The elements in the module of another program that is compiled for the browser.

use crate::support::{serve, with_page};
use std::path::PathBuf;

const PAGE: &str = "<!doctype html><title>Apiary</title><p></p>
    <form><notch-rating name=temper max=5 step=0.5 value=3.5></notch-rating><notch-date name=visited></notch-date></form>
    <script type=module>
      import begin, { begin as said } from '/apiary.js';
      await begin();
      document.querySelector('p').textContent = said();
    </script>";

/// The example `apiary` of `pin-notch-web`, as `cargo xtask test` builds it.
fn folder() -> PathBuf {
    let fresh = std::env::var_os("PIN_NOTCH_WEB_FILES").map(PathBuf::from);
    let default = PathBuf::from(env!("CARGO_MANIFEST_DIR")).join("../../target/web/dist");
    let folder = fresh.unwrap_or(default).join("apiary");
    let built = folder.join("apiary.js").exists();
    assert!(built, "{} is not built; build it: cargo xtask web-example", folder.display());
    folder
}

#[test]
fn another_program_registers_the_elements_in_its_own_module() {
    let _ = folder();
    with_page(async |page| {
        let (server, url) = serve(PAGE.to_owned(), folder()).await;
        page.client.goto(&url).await.expect("the page");
        page.until("document.querySelector('p').textContent !== ''").await;
        assert_eq!(
            page.get("document.querySelector('p').textContent").await,
            "the apiary's own program"
        );
        let data = "new URLSearchParams(new FormData(document.forms[0])).toString()";
        assert_eq!(page.get(data).await, "temper=3.5&visited=");
        page.run("document.querySelector('notch-date').value = '2026-05-14'").await;
        assert_eq!(page.get(data).await, "temper=3.5&visited=2026-05-14");
        drop(server);
    });
}
