//! Random handwritten pages, in which native controls and elements are fields of one form.

use crate::form::serve;
use crate::support::with_page;

/// For each seed, the script writes a page, acts in it, and returns what is wrong.
const SCRIPT: &str = include_str!("pages.js");
const PAGES: usize = 750;

#[test]
fn any_page_and_its_form_agree() {
    with_page(async |page| {
        let html = "<!doctype html><html lang=en-GB><title>Any</title><script type=module src=/pin-notch-form.js></script><body>";
        let (server, url) = serve(html).await;
        page.client.goto(&url).await.expect("the page");
        page.run("await (await import('/pin-notch-form.js')).ready").await;
        for seed in 0..PAGES {
            let way = ["returns", "undoes", "early", "changes", "updates"][seed % 5];
            let script =
                SCRIPT.replace("SEED", &seed.to_string()).replace("WAY", &format!("{way:?}"));
            let wrong = page.run(&script).await;
            assert!(wrong.is_null(), "{seed}, {way}: {}", wrong.as_str().unwrap_or_default());
        }
        drop(server);
    });
}
