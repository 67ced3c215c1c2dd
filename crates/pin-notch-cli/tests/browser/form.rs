//! A handwritten page with the form element, around elements and native controls.

use crate::support::{Page, Server, listen, web_files, with_page};
use axum::Router;
use axum::body::Bytes;
use axum::http::{StatusCode, header};
use axum::response::{Html, IntoResponse};
use axum::routing::{get, post};
use fantoccini::key::Key;
use std::sync::Arc;
use std::sync::atomic::{AtomicUsize, Ordering};
use std::time::Duration;

const PAGE: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Treatments</title>
<script type=module src=/pin-notch-form.js></script>
<style>[hidden] { display: none !important }</style>
<main><h1>Treatments</h1>
<notch-form id=f keep in-place><form method=post action=/accept aria-label=Treatments>
<p><label for=mites>Mites</label> <notch-stepper id=mites name=mites min=0 max=300></notch-stepper></p>
<p data-only-if="mites > 9"><label for=given>Treatment</label>
  <notch-select id=given name=given required><option value=oa>Oxalic acid<option value=fa>Formic acid</notch-select></p>
<fieldset data-only-if="given = 'fa'"><legend>Formic acid</legend>
  <label>Dose <input type=number name=dose value=5 min=1 max=60 required></label>
  <label><input type=checkbox name=net> Net</label></fieldset>
<p><label>Celsius <input type=number name=celsius value=20></label>
  <label for=fahrenheit>Fahrenheit</label> <notch-slider id=fahrenheit name=fahrenheit min=-40 max=300></notch-slider></p>
<p><label>Note <input name=note></label> <label>Wishes <textarea name=wishes></textarea></label></p>
<fieldset><legend>Temper</legend><label><input type=radio name=temper value=calm> calm</label>
  <label><input type=radio name=temper value=wild> wild</label></fieldset>
<p><label>Day <input type=date name=day></label> <label>Keeper <select name=keeper><option><option>Ada<option>Jon</select></label></p>
<p><output id=says data-text="{celsius} degrees, {mites} mites"></output></p>
<notch-rule hidden holds="note is not empty or mites <= 20" field=note>With so many mites, write a note.</notch-rule>
<notch-rule hidden holds="temper != 'wild' or keeper is not empty">Wild bees need a keeper.</notch-rule>
<notch-rule hidden holds="mites <= 5 or day is not empty" field=day warns>Which day was it?</notch-rule>
<notch-link hidden from=celsius to=fahrenheit from-range="0,100" to-range="32,212"></notch-link>
<button id=send>Send</button> <button type=reset>Reset</button>
<button type=button id=undo commandfor=f command=--undo>Undo</button>
<button type=button id=redo commandfor=f command=--redo>Redo</button>
<button type=button id=clear commandfor=f command=--clear>Clear</button>
</form></notch-form></main>"#;

/// A page, the form's files, and receivers: `/accept` accepts everything after a delay; `/refuse` refuses
/// two fields and the whole form; `/break` fails, `/mumble` refuses with broken problem details, and `/mute` with
/// some that say nothing. `/count` returns how often something was received.
pub(crate) async fn serve(page: &'static str) -> (Server, String) {
    let (folder, received) = (web_files(), Arc::new(AtomicUsize::new(0)));
    let file = |ending: &str, kind: &'static str| {
        let bytes = std::fs::read(folder.join(format!("pin-notch-form.{ending}"))).expect("built");
        get(async move || ([(header::CONTENT_TYPE, kind)], bytes))
    };
    let problem = [(header::CONTENT_TYPE, "application/problem+json")];
    let refusal = r##"{"title":"Unprocessable Content","status":422,"errors":[
        {"detail":"Nobody treats so early.","pointer":"#/mites"},{"detail":"Not on this day.","pointer":"#/day"},
        {"detail":"The apiary is closed."}]}"##;
    let [broken, empty] = ["{", r#"{"errors":[{"pointer":"/mites"}]}"#]
        .map(|text| (StatusCode::UNPROCESSABLE_ENTITY, problem.clone(), text));
    let (count, counted) = (received.clone(), received);
    let accept = async move |body: Bytes| {
        count.fetch_add(1, Ordering::SeqCst);
        tokio::time::sleep(Duration::from_millis(300)).await;
        ([(header::CONTENT_TYPE, "application/json")], body)
    };
    let refuse = async move || (StatusCode::UNPROCESSABLE_ENTITY, problem, refusal).into_response();
    let router = Router::new()
        .route("/", get(async move || Html(page)))
        .route("/pin-notch-form.js", file("js", "text/javascript"))
        .route("/pin-notch-form.wasm", file("wasm", "application/wasm"))
        .route("/accept", post(accept))
        .route("/refuse", post(refuse))
        .route("/mumble", post(async move || broken))
        .route("/mute", post(async move || empty))
        .route("/break", post(async || StatusCode::SERVICE_UNAVAILABLE))
        .route("/count", get(async move || counted.load(Ordering::SeqCst).to_string()));
    listen(router).await
}

/// Runs a test on the page above.
pub fn with_form<F: Future<Output = ()> + Send + 'static>(
    test: impl FnOnce(Page) -> F + Send + 'static,
) {
    with_form_in(PAGE, test);
}

/// Runs a test on a page with a form.
pub fn with_form_in<F: Future<Output = ()> + Send + 'static>(
    html: &'static str,
    test: impl FnOnce(Page) -> F + Send + 'static,
) {
    with_page(async move |page| {
        let (server, url) = serve(html).await;
        page.client.goto(&url).await.expect("the page");
        page.until("document.querySelector('notch-form:state(ready)')").await;
        test(page).await;
        drop(server);
    });
}

pub async fn json(page: &Page) -> String {
    page.get("f.json").await
}

/// The texts of the listed problems or warnings.
pub async fn listed(page: &Page, what: &str) -> String {
    let items = format!("[...document.querySelectorAll('[data-{what}]:not([hidden]) li')]");
    page.get(&format!("{items}.map((item) => item.textContent).join(' / ')")).await
}

pub async fn shows(page: &Page, css: &str) -> bool {
    page.get(&format!("document.querySelector('{css}').checkVisibility()")).await == "true"
}

#[test]
fn fields_follow_count_and_are_counted() {
    with_form(async |page| {
        // Links apply from the beginning, and this does not count as a change.
        assert_eq!(
            json(&page).await,
            r#"{"mites":null,"celsius":20,"fahrenheit":68,"note":null,"wishes":null,"temper":null,"day":null,"keeper":null}"#
        );
        assert_eq!(page.get("[f.dirty, f.touched, f.problems.length]").await, "[false,false,0]");
        assert!(!shows(&page, "#given").await && !shows(&page, "[name=dose]").await);
        assert_eq!(page.get("document.querySelector('[name=dose]').disabled").await, "true");
        // An element follows a native control, and a native control follows an element.
        page.focus("[name=celsius]").await;
        page.run("document.activeElement.select()").await;
        page.write("100").await;
        assert_eq!(page.value("#fahrenheit").await, "212");
        page.focus("#fahrenheit").await;
        page.press(&[Key::Home]).await;
        assert_eq!(page.value("[name=celsius]").await, "-40");
        // Conditions that depend on each other; a field that does not count keeps its value.
        page.focus("#mites").await;
        page.write("12").await;
        assert!(shows(&page, "#given").await && !shows(&page, "[name=dose]").await);
        assert_eq!(page.get("says.value").await, "-40 degrees, 12 mites");
        page.focus("#given").await;
        page.write("f").await;
        page.press(&[Key::Enter]).await;
        assert!(shows(&page, "[name=dose]").await);
        assert!(json(&page).await.contains(r#""given":"fa","dose":5,"net":false"#));
        let sent = "new URLSearchParams(new FormData(f.form)).toString()";
        assert!(page.get(sent).await.contains("given=fa&dose=5"));
        page.focus("#mites").await;
        page.run("document.querySelector('#mites').value = 3").await;
        assert!(!shows(&page, "#given").await && !shows(&page, "[name=dose]").await);
        assert!(!page.get(sent).await.contains("given"), "{}", page.get(sent).await);
        page.run("document.querySelector('#mites').value = 30").await;
        assert!(json(&page).await.contains(r#""given":"fa","dose":5"#), "it is there again");
        // With types: numbers, strings, booleans, null.
        assert_eq!(
            page.get("Object.values(f.values).map((value) => value === null ? 'null' : typeof value).join(' ')").await,
            "number string number boolean number number null null null null null"
        );
        // States, for style sheets.
        for (css, state) in [("#f", "dirty"), ("#f", "touched"), ("#mites", "dirty")] {
            assert_eq!(
                page.get(&format!("document.querySelector('{css}').matches(':state({state})')"))
                    .await,
                "true",
                "{css} {state}"
            );
        }
        assert_eq!(
            page.get("document.querySelector('[name=celsius]').hasAttribute('data-dirty')").await,
            "true"
        );
        assert_eq!(
            page.get("document.querySelector('[name=note]').hasAttribute('data-dirty')").await,
            "false"
        );
    });
}

#[test]
fn problems_show_after_their_fields_are_left_and_disappear_once_corrected() {
    with_form(async |page| {
        page.focus("#mites").await;
        page.write("25").await;
        page.focus("[name=celsius]").await;
        let note = "document.querySelector('[name=note]')";
        assert_eq!(
            page.get(&format!("{note}.validity.valid")).await,
            "true",
            "one of two fields was left"
        );
        assert_eq!(listed(&page, "warnings").await, "", "nor is anything warned of");
        assert_eq!(
            page.get("f.problems.map(({ name }) => name).join()").await,
            "given,note",
            "but they are known"
        );
        assert_eq!(
            page.get(&format!("[f.checkValidity(), {note}.validity.valid].join()")).await,
            "false,true",
            "asking shows nothing"
        );
        page.focus("[name=note]").await;
        page.focus("[name=day]").await;
        page.focus("[name=wishes]").await;
        assert_eq!(
            page.get(&format!("{note}.validationMessage")).await,
            "With so many mites, write a note."
        );
        assert_eq!(page.get(&format!("{note}.getAttribute('aria-invalid')")).await, "true");
        assert_eq!(page.descriptions("[name=note]").await, ["With so many mites, write a note."]);
        assert_eq!(listed(&page, "warnings").await, "Day: Which day was it?");
        assert_eq!(listed(&page, "problems").await, "", "nothing was sent");
        assert_eq!(page.axe().await, "");
        // After sending, all problems are listed and announced, with links to their fields.
        page.run("send.click()").await;
        let all = "Treatment: A value is required. / Note: With so many mites, write a note.";
        assert_eq!(listed(&page, "problems").await, all);
        assert_eq!(page.get("document.activeElement.getAttribute('role')").await, "alert");
        assert_eq!(
            page.get("document.querySelector('[data-problems] p').textContent").await,
            "2 problems have to be fixed before this can be sent."
        );
        assert_eq!(page.get("await fetch('/count').then((answer) => answer.text())").await, "0");
        assert_eq!(page.axe().await, "");
        for (at, id) in [(0, "given"), (1, "note")] {
            page.run(&format!("document.querySelectorAll('[data-problems] a')[{at}].click()"))
                .await;
            assert_eq!(page.get("document.activeElement.getAttribute('name')").await, id);
        }
        // A problem disappears while typing, without leaving the field.
        page.write("x").await;
        assert_eq!(page.get(&format!("{note}.validity.valid")).await, "true");
        assert_eq!(listed(&page, "problems").await, "Treatment: A value is required.");
        page.run("document.querySelector('#mites').value = 1").await;
        assert_eq!(listed(&page, "problems").await, "", "what does not count is not asked for");
        assert_eq!(listed(&page, "warnings").await, "");
        // Radio buttons are one field.
        page.run("document.querySelector('[value=wild]').click(); document.querySelector('[name=keeper]').focus(); note.focus?.()".replace("note.focus?.()", "send.focus()").as_str()).await;
        page.run("send.click()").await;
        assert_eq!(listed(&page, "problems").await, "Temper: Wild bees need a keeper.");
        page.run("const { keeper } = f.form.elements; keeper.value = 'Ada'; keeper.dispatchEvent(new Event('change', { bubbles: true }))").await;
        assert_eq!(listed(&page, "problems").await, "");
        assert!(json(&page).await.ends_with(r#""temper":"wild","day":null,"keeper":"Ada"}"#));
    });
}

#[test]
fn changes_are_undone_by_keys_and_buttons() {
    with_form(async |page| {
        let chord = |key: &'static str| {
            format!(
                "document.activeElement.dispatchEvent(new KeyboardEvent('keydown', {{ key: '{key}', ctrlKey: true, shiftKey: {}, bubbles: true, composed: true, cancelable: true }}))",
                key == "Z"
            )
        };
        // A page that keeps the values itself.
        page.run(
            "window.fields = ['mites', 'celsius', 'fahrenheit', 'note'].map((name) => f.form.elements[name]);
             window.reported = { input: new Map(), change: new Map() };
             for (const type of ['input', 'change'])
               document.addEventListener(type, ({ target }) => reported[type].set(target, target.value));",
        )
        .await;
        let known = async || {
            let is_known = "Object.values(reported).every((all) => fields.every((one) => all.get(one) === one.value))";
            page.get(is_known).await == "true"
        };
        page.focus("#fahrenheit").await;
        page.press(&[Key::Right]).await;
        page.focus("#mites").await;
        page.press(&[Key::Up, Key::Up]).await;
        page.focus("[name=note]").await;
        page.write("calm").await;
        page.focus("#fahrenheit").await;
        let of = "[f.values.mites, f.values.celsius, f.values.fahrenheit, f.values.note]";
        let after = page.get(of).await;
        page.run(&chord("z")).await;
        assert_eq!(page.get("f.values.note").await, "null", "a text is one step");
        assert_eq!(page.value("[name=note]").await, "");
        page.run("undo.click()").await;
        page.run(&chord("z")).await;
        assert_eq!(page.get("f.values.mites").await, "null");
        page.run(&chord("z")).await;
        assert_eq!(page.get(of).await, "[null,20,68,null]", "with what followed");
        assert_eq!(page.value("[name=celsius]").await, "20");
        assert_eq!(page.get("f.undo()").await, "false", "there is no more");
        assert!(known().await, "undone");
        for _ in 0..2 {
            page.run(&chord("Z")).await;
            page.run("redo.click()").await;
        }
        assert_eq!(page.get(of).await, after);
        assert!(known().await, "redone");
        // A text field handles these keys itself.
        page.focus("[name=note]").await;
        page.run(&chord("z")).await;
        assert_eq!(page.get(of).await, after);
        // Clear can be undone; reset cannot.
        page.run("clear.click()").await;
        assert_eq!(page.get("f.values.mites").await, "null");
        assert_eq!(page.get("f.values.celsius").await, "null");
        assert!(known().await, "cleared");
        page.run("f.undo()").await;
        assert!(known().await, "undone by a script");
        assert_eq!(page.get(of).await, after);
        page.run("f.reset(); await new Promise((done) => setTimeout(done, 50))").await;
        assert_eq!(page.get(of).await, "[null,20,68,null]");
        assert_eq!(page.get("[f.dirty, f.touched, f.undo()]").await, "[false,false,false]");
    });
}

#[test]
fn a_problem_leads_to_its_field_wherever_it_is_hidden() {
    const HIDDEN: &str =
        "<!doctype html><script type=module src=/pin-notch-form.js></script><notch-form><form>
        <details><summary>Also</summary><div hidden=until-found>
          <notch-stepper name=mites aria-label=Mites required></notch-stepper></div></details>
        <section hidden=until-found><details><summary>More</summary>
          <input name=note aria-label=Note required></details></section>
        <button id=send>Send</button></form></notch-form>";
    with_form_in(HIDDEN, async |page| {
        for name in ["mites", "note"] {
            page.find("#send").await.click().await.expect("a click");
            page.until("document.querySelectorAll('[data-problems] a').length === 2").await;
            let at = if name == "mites" { 1 } else { 2 };
            let link = format!("[data-problems] li:nth-child({at}) a");
            page.find(&link).await.click().await.expect("a click");
            assert_eq!(page.get("document.activeElement.getAttribute('name')").await, name);
            assert_eq!(page.get("document.activeElement.checkVisibility()").await, "true");
        }
        let left =
            "document.querySelectorAll('details:not([open]), form [hidden=until-found]').length";
        assert_eq!(page.get(left).await, "0");
    });
}

/// As in a browser that knows neither the attribute nor the event.
#[test]
fn buttons_work_in_browsers_without_commandfor() {
    with_page(async |page| {
        let before = "<script>
            delete HTMLButtonElement.prototype.commandForElement;
            addEventListener('command', (event) => { if (event.isTrusted) event.stopImmediatePropagation(); }, true);
            </script><script type=module";
        let html = PAGE
            .replacen("<script type=module", before, 1)
            .replace("<button type=button id=undo", "<button id=undo");
        let (server, url) = serve(html.leak()).await;
        page.client.goto(&url).await.expect("the page");
        page.until("document.querySelector('notch-form:state(ready)')").await;
        page.run("f.addEventListener('submit', (event) => { event.preventDefault(); document.title = 'sent'; })").await;
        page.focus("#mites").await;
        page.write("7").await;
        let mut seen = Vec::new();
        for id in ["undo", "redo", "clear", "undo"] {
            page.find(&format!("#{id}")).await.click().await.expect("a click");
            seen.push(page.get("f.values.mites").await);
        }
        assert_eq!(seen, ["null", "7", "null", "7"]);
        page.run("redo.disabled = true; redo.click()").await;
        assert_eq!(page.get("[f.values.mites, document.title]").await, "[7,\"Treatments\"]");
        drop(server);
    });
}

#[test]
fn a_form_may_change_while_somebody_fills_it_in() {
    with_form(async |page| {
        page.focus("#mites").await;
        page.write("7").await;
        page.focus("[name=note]").await;
        page.focus("#mites").await;
        page.run(
            "document.querySelector('notch-rule').setAttribute('holds', 'mites <= 6');
             f.form.insertAdjacentHTML('beforeend', '<label for=stings>Stings</label><notch-stepper id=stings name=stings value=2></notch-stepper><notch-link hidden from=mites to=stings></notch-link>');
             await new Promise((done) => setTimeout(done, 50));",
        )
        .await;
        assert_eq!(
            page.get("f.problems.map(({ text }) => text).join()").await,
            "With so many mites, write a note."
        );
        assert_eq!(page.get("document.activeElement.id").await, "mites");
        page.press(&[Key::Down]).await;
        assert_eq!(
            page.get("[f.values.mites, f.values.stings, f.problems.length]").await,
            "[6,6,0]"
        );
        page.run("f.undo()").await;
        assert_eq!(
            page.get("[f.values.mites, f.values.stings]").await,
            "[7,2]",
            "what was done before is known"
        );
        page.run("f.undo()").await;
        assert_eq!(page.get("f.values.mites").await, "null");
        // What cannot be read is reported to the developer, and nothing else is affected.
        page.run("window.warned = []; console.warn = (text) => warned.push(text);
                  f.form.insertAdjacentHTML('beforeend', '<notch-rule hidden holds=\"mits > 3\">No.</notch-rule>');
                  await new Promise((done) => setTimeout(done, 50));").await;
        assert_eq!(
            page.get("warned.join()").await,
            "<notch-form id=\"f\">: \"mits > 3\": no field is named \"mits\""
        );
        page.run("document.querySelector('#stings').remove(); await new Promise((done) => setTimeout(done, 50))").await;
        assert_eq!(page.get("'stings' in f.values").await, "false");
        // Taken out of the page and put back, and used meanwhile.
        page.run("const parent = f.parentElement, form = f; form.remove(); form.redo(); window.trail = [form.values.mites]; parent.append(form); form.undo(); trail.push(form.values.mites); form.redo(); await new Promise((done) => setTimeout(done, 50))").await;
        assert_eq!(page.get("[...trail, f.values.mites, mites.value]").await, r#"[7,null,7,"7"]"#);
        page.run("document.querySelector('#mites').value = 30").await;
        assert_eq!(page.get("f.problems.map(({ name }) => name).join()").await, "given,note");
    });
}

/// Undo and redo by keys go on where the field with the focus has been hidden.
#[test]
fn undo_moves_the_focus_out_of_what_it_hides() {
    const PAGE: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Visit</title>
<script type=module src=/pin-notch-form.js></script>
<notch-form id=f><form id=form><notch-rating id=mites name=mites max=9 value=5></notch-rating>
<p data-only-if="mites > 5"><notch-select id=agent name=agent><option>oa<option>fa</notch-select></p>
<fieldset id=stings tabindex=-1><legend>Stings</legend><input type=hidden name=sting value=0 data-least=0 data-most=1>
<p data-only-if="sting >= 1"><notch-rating id=pain name=sting.1.pain></notch-rating></p><button id=add name=sting.rows value=add>Add</button></fieldset>
<button>Send</button></form></notch-form>"#;
    with_form_in(PAGE, async |page| {
        let now = "`${f.json} ${document.activeElement.id}`";
        page.focus("#mites").await;
        page.press(&[Key::Right]).await;
        page.focus("#agent").await;
        page.write("f").await;
        page.focus("#add").await;
        page.press(&[Key::Enter]).await;
        assert_eq!(page.get(now).await, r#"{"mites":6,"agent":"fa","sting":[{"pain":null}]} pain"#);
        let undone = [
            r#"{"mites":6,"agent":"fa","sting":[]} stings"#,
            r#"{"mites":6,"agent":null,"sting":[]} agent"#,
            r#"{"mites":5,"sting":[]} mites"#,
        ];
        for (at, expected) in undone.iter().enumerate() {
            if at == 1 {
                page.focus("#agent").await;
            }
            page.client
                .active_element()
                .await
                .expect("the focus")
                .send_keys(&format!("{}z", char::from(Key::Control)))
                .await
                .expect("keys");
            assert_eq!(page.get(now).await, *expected);
        }
    });
}

/// `today` in an expression is the day in the page, also after midnight.
#[test]
fn expressions_know_the_current_day() {
    const PAGE: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Visit</title>
<script>window.warned = []; console.warn = (text) => warned.push(text);
const Now = Date, day = 24 * 60 * 60 * 1000; let start = Now.UTC(2026, 4, 14, 12);
Date = class extends Now { constructor(...all) { if (all.length) super(...all); else super(start); } };</script>
<script type=module src=/pin-notch-form.js></script>
<notch-form id=f><form><label>Visited <input type=date id=visited name=visited value=2026-05-15></label>
<p id=ahead data-only-if="visited > today"><input name=why></p><output data-text="{visited - today} days"></output>
<notch-rule hidden holds="visited <= today + 7">That is too far ahead.</notch-rule></form></notch-form>"#;
    with_form_in(PAGE, async |page| {
        let now = "[f.problems.length, 'why' in f.values, f.querySelector('output').value, warned.length].join('|')";
        for (change, expected) in [
            ("", "0|true|1 days|0"),
            ("visited.value = '2026-05-22'", "1|true|8 days|0"),
            ("start += day", "0|true|7 days|0"),
            ("start += 8 * day", "0|false|-1 days|0"),
        ] {
            page.run(change).await;
            assert_eq!(page.get(now).await, expected, "{change}");
        }
    });
}
