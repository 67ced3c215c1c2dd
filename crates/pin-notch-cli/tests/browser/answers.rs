//! The sheets of the demo in the page: hundreds of answers are judged as by their receivers.

#[path = "../../../pin-notch-sheet/tests/answers/mod.rs"]
mod made_up;

use crate::form::serve;
use crate::support::with_page;
use made_up::{ANSWERS, answers, body};
use pin_notch_sheet::{Context, Format, Page as Drawn, Sheet};
use serde_json::{Value as Json, json};
use std::path::Path;
use std::process::Command;

/// Fills in a page with each set of entries, and returns what it would send and whether there are problems.
const FILL: &str = "
  document.body.setHTMLUnsafe($PAGE);
  const form = document.querySelector('notch-form');
  for (let turns = 0; turns < 50 && !form.matches(':state(ready)'); turns++) await new Promise((done) => setTimeout(done));
  const verdicts = [];
  for (const body of $BODIES) {
    form.reset();
    await new Promise((done) => setTimeout(done));
    const entries = new Map();
    for (const [name, text] of new URLSearchParams(body)) entries.set(name, [...entries.get(name) ?? [], text]);
    for (const { name, value } of document.querySelectorAll('input[data-most]')) {
      for (let row = Number(value); row < Number(entries.get(name)?.[0] ?? 0); row++) document.querySelector(`button[name='${name}.rows'][value=add]`).click();
    }
    // Twice, because the enabled options may depend on choices further below.
    for (const time of [1, 2]) for (const element of form.form.elements) {
      const name = element.getAttribute('name');
      if (!name || !element.localName.startsWith('notch-')) continue;
      const texts = (entries.get(name) ?? []).filter(Boolean);
      if (['notch-switch', 'notch-checkbox'].includes(element.localName)) element.checked = texts.length > 0;
      else element.values = texts;
      await undefined; // options open and close by then
    }
    verdicts.push([form.json, form.problems.length === 0]);
  }
  return verdicts;";

fn sheet(name: &str) -> Sheet {
    let path = Path::new(env!("CARGO_MANIFEST_DIR")).join(format!("demo/{name}.toml"));
    let text = std::fs::read_to_string(path).expect("a sheet");
    let mut context = Context::default();
    context.today = "2026-05-14".parse().ok();
    Sheet::read(&text, Format::Toml, &context).0
}

/// The numbers of the lines that the command accepts.
fn accepted(name: &str, bodies: &[String]) -> Vec<usize> {
    let path = Path::new(env!("CARGO_TARGET_TMPDIR")).join(format!("answers-{name}.txt"));
    std::fs::write(&path, bodies.join("\n") + "\n").expect("lines");
    let run = Command::new(env!("CARGO_BIN_EXE_pin-notch"))
        .args(["accept", "--today", "2026-05-14", &format!("demo/{name}.toml")])
        .arg(&path)
        .current_dir(env!("CARGO_MANIFEST_DIR"))
        .output();
    let printed = String::from_utf8_lossy(&run.expect("it runs").stdout).into_owned();
    let lines = printed.lines().filter_map(|line| line.split_once(" accepted"));
    lines.filter_map(|(number, _)| number.parse().ok()).collect()
}

/// A document whose lists of texts are sorted, because a page has them in the order of the options.
fn in_order(json: &str) -> Json {
    fn sort(json: &mut Json) {
        match json {
            Json::Array(items) => {
                items.iter_mut().for_each(sort);
                items.sort_by_key(|item| item.as_str().map(str::to_owned));
            }
            Json::Object(members) => members.values_mut().for_each(sort),
            Json::Null | Json::Bool(_) | Json::Number(_) | Json::String(_) => {}
        }
    }
    let mut read = serde_json::from_str(json).expect("JSON");
    sort(&mut read);
    read
}

#[test]
fn the_page_judges_answers_like_their_receivers() {
    with_page(async |page| {
        let html = "<!doctype html><html lang=en-GB><title>Any</title><script type=module src=/pin-notch-form.js></script><body>";
        let (server, url) = serve(html).await;
        page.client.goto(&url).await.expect("the page");
        page.run("await (await import('/pin-notch-form.js')).ready").await;
        for name in ["stay", "survey", "stings", "extractor"] {
            let sheet = sheet(name);
            let form = sheet.form();
            let bodies: Vec<String> =
                answers(&form).iter().filter_map(|document| body(&form, document)).collect();
            // The command and the form.
            let accepted = accepted(name, &bodies);
            for (at, body) in bodies.iter().enumerate() {
                assert_eq!(
                    accepted.contains(&(at + 1)),
                    form.read(body.as_bytes()).is_ok(),
                    "{body}"
                );
            }
            let drawn = sheet.page(&form, &Drawn::default());
            let main = drawn.split_once("<main>").and_then(|(_, rest)| rest.split_once("</main>"));
            let html = json!(main.expect("the page's main").0).to_string();
            let script =
                FILL.replace("$PAGE", &html).replace("$BODIES", &json!(bodies).to_string());
            let verdicts = page.run(&script).await;
            let verdicts: Vec<(String, bool)> =
                serde_json::from_value(verdicts).expect("a verdict for each");
            assert_eq!(verdicts.len(), bodies.len());
            let mut right = 0;
            for ((json, is_right), body) in verdicts.iter().zip(&bodies) {
                let received = form.read_json(json.as_bytes());
                assert_eq!(*is_right, received.is_ok(), "{name} {body}\n{json}\n{received:?}");
                // A page reports unchanged what it can hold unchanged.
                if let Ok(values) = form.read(body.as_bytes()) {
                    let [own, sent] = [json.as_str(), &values.to_json()].map(in_order);
                    assert_eq!(own, sent, "{name} {body}");
                    assert!(is_right, "{name} {body}");
                    right += 1;
                }
            }
            assert!(right > ANSWERS / 6, "{name}: {right}");
        }
        drop(server);
    });
}
