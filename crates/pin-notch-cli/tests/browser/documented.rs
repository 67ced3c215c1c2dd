//! The pages in the READMEs work as written.

use crate::support::{Page, serve, web_files, with_page};
use serde_json::json;
use std::path::Path;

/// What is written to the console while the page starts.
const LISTENING: &str =
    "<!doctype html><html lang=en><meta charset=utf-8><title>Apiary</title><script>
    window.notes = [];
    for (const kind of ['warn', 'error']) console[kind] = (...all) => notes.push(all.join(' '));
    addEventListener('error', (event) => notes.push(event.message));
    </script>";

/// The pieces of markup in a README.
fn shown(readme: &str) -> Vec<String> {
    let path = Path::new(env!("CARGO_MANIFEST_DIR")).join("../..").join(readme);
    let text = std::fs::read_to_string(path).expect("a README");
    let pieces = text.split("```html\n").skip(1);
    pieces.map(|piece| piece.split("```").next().unwrap_or_default().to_owned()).collect()
}

/// Opens a page with this markup, waits until all of its elements are active, and returns the console
/// output.
async fn open(page: &Page, markup: &str) -> String {
    let (server, url) = serve(format!("{LISTENING}{markup}"), web_files()).await;
    page.client.goto(&url).await.expect("the page");
    let all =
        "[...document.querySelectorAll('*')].filter((one) => one.localName.startsWith('notch-'))";
    let lives = "one.matches(':state(ready), notch-rule, notch-link')";
    page.until(&format!("{all}.length > 0 && {all}.every((one) => {lives})")).await;
    drop(server);
    page.get("notes.join('; ')").await
}

#[test]
fn the_pages_of_the_readmes_work_without_notes() {
    with_page(async |page| {
        let mut pages = ["README.md", "crates/pin-notch-web/README.md"].map(shown).concat();
        // With a bundler, the script is imported by another one.
        let packaged = shown("crates/pin-notch-cli/dist/README.md");
        let script = "<script type=module src=/pin-notch-form.js></script>";
        pages.extend(packaged.into_iter().map(|markup| format!("{script}{markup}")));
        assert!(pages.len() >= 4, "{} pages", pages.len());
        for markup in &pages {
            assert_eq!(open(&page, markup).await, "", "{markup}");
        }
    });
}

#[test]
fn the_form_of_the_readme_works_as_described() {
    with_page(async |page| {
        let pages = shown("crates/pin-notch-web/README.md");
        let form = pages.iter().find(|markup| markup.contains("<notch-form")).expect("a form");
        open(&page, form).await;
        let value = async |name: &str| page.get(&format!("{name}.value")).await;
        let is_seen = "document.querySelector('[data-only-if]').checkVisibility()";
        assert_eq!(value("fahrenheit").await, "68", "it follows from the start");
        assert_eq!(page.get(is_seen).await, "false");
        page.focus("#mites").await;
        page.write("25\n").await;
        page.until(is_seen).await;
        page.focus("[name=stings]").await;
        page.write("3").await;
        page.until("document.querySelector('output').value === '28 in all'").await;
        let form = "document.querySelector('notch-form')";
        assert_eq!(page.get(&format!("{form}.reportValidity()")).await, "false");
        let problem =
            format!("{form}.problems.map(({{ name, text }}) => `${{name}}: ${{text}}`).join('; ')");
        assert_eq!(page.get(&problem).await, "given: Treat them now.");
        page.run("given.value = 'oa';").await;
        assert_eq!(page.get(&problem).await, "");
        assert_eq!(
            page.get(&format!("{form}.json")).await,
            r#"{"mites":25,"given":"oa","celsius":20,"fahrenheit":68,"stings":3}"#
        );
    });
}

/// The members or the base types of a declared interface; continuation lines are indented further.
const DECLARED: &str = r"
    const interfaces = new Map();
    for (const [, name, base, body] of types.matchAll(/interface (\w+)(?: extends (\w+))? \{\n(.*?)\n\}/gs)) {
      const members = body.matchAll(/^  (?:readonly |get |set )?(\w+)[?]?[:(<]/gm);
      interfaces.set(name, { base, members: Array.from(members, ([, member]) => member) });
    }
    const declared = (name) => {
      const own = interfaces.get(name);
      return own ? [...declared(own.base), ...own.members] : [];
    };";

#[test]
fn elements_have_what_the_types_declare_and_nothing_else() {
    with_page(async |page| {
        let types = include_str!("../../../pin-notch-web/src/pin-notch.d.ts");
        page.run(
            "await (await import('/pin-notch-form.js')).ready.catch(() => {}); document.body.innerHTML = '';",
        )
        .await;
        // `say` is called by the script of a page in a file, and the others by the browser.
        let hooks = "['say', 'constructor', 'formAssociated']";
        let found = page
            .run(&format!(
                "const types = {};
                 {DECLARED}
                 const found = [];
                 let count = 0;
                 for (const [, tag, name] of types.matchAll(/\"(notch-[a-z-]+)\": (\\w+);/g)) {{
                   const element = document.createElement(tag), own = new Set(), all = declared(name);
                   for (let at = Object.getPrototypeOf(element); at !== HTMLElement.prototype; at = Object.getPrototypeOf(at))
                     for (const member of Object.getOwnPropertyNames(at)) own.add(member);
                   found.push(...all.filter((one) => !(one in element)).map((one) => `${{tag}} has no ${{one}}`));
                   const more = [...own].filter((one) => !all.includes(one) && !/Callback$/.test(one) && !{hooks}.includes(one));
                   found.push(...more.map((one) => `${{tag}} has ${{one}}`));
                   count += all.length;
                 }}
                 return count > 300 ? found.join('; ') : `only ${{count}} are declared`;",
                json!(types)
            ))
            .await;
        assert_eq!(found, "");
    });
}
