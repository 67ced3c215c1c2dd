//! Random handwritten pages, in which native controls and elements are fields of one form.

use crate::form::serve;
use crate::support::with_page;
use serde_json::json;

/// For each seed, the script writes a page, acts in it, and returns what is wrong.
const SCRIPT: &str = include_str!("pages.js");
const PAGES: usize = 750;
const PAGES_AT_ONCE: usize = 50;

#[test]
fn any_page_and_its_form_agree() {
    with_page(async |page| {
        let html = "<!doctype html><html lang=en-GB><title>Any</title><script type=module src=/pin-notch-form.js></script><body>";
        let (server, url) = serve(html).await;
        page.client.goto(&url).await.expect("the page");
        page.run("await (await import('/pin-notch-form.js')).ready").await;
        // Compiled once and run for several pages at a time. Sending it for each page took a third longer.
        let check = format!(
            "window.check = new (async () => {{}}).constructor('SEED', 'WAY', {})",
            json!(SCRIPT)
        );
        page.run(&check).await;
        for first in (0..PAGES).step_by(PAGES_AT_ONCE) {
            let wrong = page
                .run(&format!(
                    "for (let seed = {first}; seed < {}; seed++) {{
                       const way = ['returns', 'undoes', 'early', 'changes', 'updates'][seed % 5];
                       const wrong = await check(seed, way);
                       if (wrong) return `${{seed}}, ${{way}}: ${{wrong}}`;
                     }}",
                    first + PAGES_AT_ONCE
                ))
                .await;
            assert!(wrong.is_null(), "{}", wrong.as_str().unwrap_or_default());
        }
        drop(server);
    });
}
