//! Pages that a framework updates to the markup of its server, node by node, and pages that are stored as they are
//! and shown again: both know nothing of what a form has written into them.

use crate::form::{json, listed, shows, with_form_in};
use crate::parts::PARTS;
use crate::support::Page;
use fantoccini::key::Key;
use pin_notch_sheet::{Context, Format, Page as Drawn, Sheet};

const PAGE: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Visit</title>
<script type=module src=/pin-notch-form.js></script>
<main><h1>Visit</h1><notch-form id=f><form id=form aria-label=Visit>
<p><label for=mites>Mites</label> <notch-slider id=mites name=mites value=12></notch-slider></p>
<div id=given data-only-if="mites > 9"><label>Treatment <input name=given required></label></div>
<div id=none data-only-if="mites &lt; 9"><label>Why none <input name=why required></label></div>
<label>Keeper <input name=keeper required></label>
<p><output data-text="{mites} mites">as counted</output></p>
<notch-rule hidden holds="mites &lt; 90" field=mites>Look again.</notch-rule>
<button id=send>Send</button></form></notch-form></main>"#;

/// Makes the page what the server has sent, with the nodes that are there.
const UPDATE: &str = r#"
const served = new DOMParser().parseFromString(await (await fetch(location)).text(), "text/html");
(function update(old, wanted) {
  if (old.nodeType === Node.TEXT_NODE) { if (old.data !== wanted.data) old.data = wanted.data; return; }
  for (const { name } of [...old.attributes]) if (!wanted.hasAttribute(name)) old.removeAttribute(name);
  for (const { name, value } of wanted.attributes) if (old.getAttribute(name) !== value) old.setAttribute(name, value);
  let at = old.firstChild;
  for (const node of wanted.childNodes) {
    let found = at;
    while (found && (found.nodeName !== node.nodeName || (found.id ?? "") !== (node.id ?? ""))) found = found.nextSibling;
    if (!found) { old.insertBefore(node.cloneNode(true), at); continue; }
    while (at !== found) { const gone = at; at = at.nextSibling; gone.remove(); }
    at = found.nextSibling;
    update(found, node);
  }
  while (at) { const gone = at; at = at.nextSibling; gone.remove(); }
})(document.querySelector("main, notch-form"), served.querySelector("main, notch-form"));
await new Promise((done) => setTimeout(done, 50));"#;

const COPY: &str = "f.outerHTML = f.outerHTML; await new Promise((done) => setTimeout(done, 50));
     while (!f.matches(':state(ready)')) await new Promise((done) => setTimeout(done, 50))";

/// What a form shows.
async fn shown(page: &Page) -> String {
    let problem = "document.querySelector('[name=keeper]').getAttribute('aria-invalid')";
    let own = format!(
        "[form.noValidate, mites.shadowRoot.querySelector('[role=slider]').tabIndex, form.querySelector('output').value, {problem}].join()"
    );
    let parts = [
        json(page).await,
        listed(page, "problems").await,
        format!("{} {}", shows(page, "#given").await, shows(page, "#none").await),
        page.get("[form.elements.given.disabled, form.elements.why.disabled].join()").await,
        page.get(&own).await,
        page.get("[...document.querySelectorAll('label + [data-problem]:not([hidden])')].map((one) => one.textContent).join()").await,
    ];
    parts.join(" / ")
}

#[test]
fn a_form_survives_updates_of_the_page() {
    with_form_in(PAGE, async |page| {
        page.run("send.click()").await;
        let refused = shown(&page).await;
        assert_eq!(
            refused,
            r#"{"mites":12,"given":null,"keeper":null} / Treatment: A value is required. / Keeper: A value is required. / true false / false,true / true,0,12 mites,true / A value is required.,A value is required."#
        );
        page.run(UPDATE).await;
        assert_eq!(shown(&page).await, refused);
        page.expect_accessible().await;
        page.run("send.click(); mites.value = 95").await;
        page.run(UPDATE).await;
        assert!(listed(&page, "problems").await.starts_with("Mites: Look again. / "));

        // What is shown in a copy is its own.
        page.run("mites.value = 3").await;
        page.run(COPY).await;
        let copied = shown(&page).await;
        assert_eq!(
            copied,
            r#"{"mites":12,"given":null,"keeper":null} /  / true false / false,true / true,0,12 mites, / "#
        );
        page.run("send.click()").await;
        assert_eq!(shown(&page).await, refused);
    });
}

/// What is sent, and the attributes of all elements.
const SENT_AND_SAID: &str = "[new URLSearchParams(new FormData(f.form)), ...[...f.querySelectorAll('form > p > *, fieldset *')]
     .filter(({ localName }) => localName.startsWith('notch-'))
     .map(({ attributes }) => [...attributes].map(({ name, value }) => `${name}=${value}`).sort())].join('\\n')";

#[test]
fn elements_survive_updates_to_what_a_server_has_drawn() {
    let sheet = include_str!("../../demo/inspection.toml");
    let sheet = Sheet::read(sheet, Format::Toml, &Context::default()).0;
    let mut drawn = Drawn::default();
    drawn.head = "<script type=module src=/pin-notch-form.js></script>";
    let html = sheet.page(&sheet.form(), &drawn).replace("id=\"form\"", "id=f");
    with_form_in(html.leak(), async |page| {
        page.run("weight.value = 30; mites.focus()").await;
        page.write("7").await;
        let before = page.get(SENT_AND_SAID).await;
        assert!(
            before.contains("weight=30&outside=12.5&") && !before.contains("role="),
            "{before}"
        );
        page.run(UPDATE).await;
        assert_eq!(page.get(SENT_AND_SAID).await, before);
        page.write("3").await;
        page.press(&[Key::Tab]).await;
        assert_eq!(page.get("mites.value").await, "73");
    });
}

#[test]
fn parts_survive_updates_of_the_page() {
    with_form_in(PARTS, async |page| {
        let seen = async || {
            let heads = "[...f.querySelectorAll('.progress, h2, button')].filter((one) => one.checkVisibility())";
            page.get(&format!("{heads}.map((one) => one.textContent).join('|')")).await
        };
        let next = "[...f.querySelectorAll('button')].find(({ textContent }) => textContent === 'Next').click()";
        assert_eq!(seen().await, "1 of 3: Mites|Mites|Next");
        page.run(next).await;
        let second = "2 of 3: Queen|Queen|Back|Next";
        assert_eq!(seen().await, second);
        page.run(UPDATE).await;
        assert_eq!(seen().await, second);
        page.run(next).await;
        let end = "3 of 3: Review|Back|Send";
        assert_eq!(seen().await, end);
        page.run(UPDATE).await;
        assert_eq!(seen().await, end);
        page.run(COPY).await;
        assert_eq!(seen().await, "1 of 3: Mites|Mites|Next");
    });
}

const AROUND: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Visit</title>
<script type=module src=/pin-notch-form.js></script>
<fieldset id=around><legend>Visit</legend>
<notch-form id=f><form id=form><label>Mites <input type=number id=mites name=mites required value=7></label>
<output data-text="{mites + stings}"></output></form></notch-form></fieldset>
<form id=other></form><div id=aside></div>"#;

/// Controls anywhere in the page can belong to a form, and a fieldset around it can disable it.
#[test]
fn what_happens_around_a_form_reaches_it() {
    with_form_in(AROUND, async |page| {
        let after = async |change: &str| {
            page.run(&format!("{change}; await new Promise((done) => setTimeout(done))")).await;
            page.get("`${f.json} ${f.querySelector('output').value} ${f.checkValidity()} ${new URLSearchParams(new FormData(form))}`").await
        };
        for control in ["input type=number", "notch-stepper"] {
            let added =
                format!("aside.innerHTML = '<{control} id=stings form=form name=stings value=5>'");
            assert_eq!(after(&added).await, r#"{"mites":7,"stings":5} 12 true mites=7&stings=5"#);
            assert_eq!(
                after("stings.required = true; stings.value = ''").await,
                r#"{"mites":7,"stings":null}  false mites=7&stings="#
            );
            let other = after("stings.setAttribute('form', 'other'); stings.value = 3").await;
            assert_eq!(other, r#"{"mites":7}  true mites=7"#);
            let back = after("stings.setAttribute('form', 'form'); stings.name = 'bites'").await;
            assert_eq!(back, r#"{"mites":7,"bites":3}  true mites=7&bites=3"#);
            assert_eq!(after("stings.remove()").await, r#"{"mites":7}  true mites=7"#);
        }
        assert_eq!(after("mites.value = ''").await, r#"{"mites":null}  false mites="#);
        assert_eq!(after("around.disabled = true").await, "{}  true ");
        assert_eq!(after("around.disabled = false").await, r#"{"mites":null}  false mites="#);
    });
}

/// Attributes and contents of native controls that a framework renders again.
#[test]
fn native_controls_contain_what_their_attributes_say() {
    const PAGE: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Visit</title><script type=module src=/pin-notch-form.js></script>
<notch-form id=f><form id=form><input type=checkbox id=fed name=fed value=1 checked> <input type=radio id=linden name=hive value=1 checked> <input type=radio name=hive value=2>
<select id=given name=given><option value=1>one<option value=2 selected>two</select> <input id=keeper name=keeper value=Ada> <input type=number id=mites name=mites value=3>
<textarea id=notes name=notes>calm</textarea> <input type=date id=visited name=visited value=2026-05-14></form></notch-form>"#;
    with_form_in(PAGE, async |page| {
        let now = "`${f.json} ${new URLSearchParams(new FormData(form))} ${f.dirty}`";
        let first = r#"{"fed":true,"hive":"1","given":"2","keeper":"Ada","mites":3,"notes":"calm","visited":"2026-05-14"} fed=1&hive=1&given=2&keeper=Ada&mites=3&notes=calm&visited=2026-05-14 false"#;
        let choices = "fed.value = 7; linden.setAttribute('value', 8); given.options[1].value = 9";
        let chosen = r#"{"fed":true,"hive":"8","given":"9","keeper":"Ada","mites":3,"notes":"calm","visited":"2026-05-14"} fed=7&hive=8&given=9&keeper=Ada&mites=3&notes=calm&visited=2026-05-14 false"#;
        let texts = "keeper.setAttribute('value', 'Ben'); mites.setAttribute('value', '4'); notes.textContent = 'busy'; visited.setAttribute('value', '2026-06-01')";
        let written = r#"{"fed":true,"hive":"8","given":"9","keeper":"Ben","mites":4,"notes":"busy","visited":"2026-06-01"} fed=7&hive=8&given=9&keeper=Ben&mites=4&notes=busy&visited=2026-06-01 false"#;
        let starts = "fed.removeAttribute('checked'); given.options[1].removeAttribute('selected')";
        let unchosen = r#"{"fed":false,"hive":"8","given":"1","keeper":"Ben","mites":4,"notes":"busy","visited":"2026-06-01"} hive=8&given=1&keeper=Ben&mites=4&notes=busy&visited=2026-06-01 false"#;
        let entered = "fed.click(); notes.value = 'dry'; mites.value = 5; form.reset()";
        for (change, expected) in [
            ("", first),
            (choices, chosen),
            (texts, written),
            (starts, unchosen),
            (entered, unchosen),
        ] {
            page.run(&format!(
                "{change}; window.then = {now}; await new Promise((done) => setTimeout(done, 50))"
            ))
            .await;
            let later = page.get(now).await;
            assert_eq!([page.get("then").await.as_str(), &later], [expected; 2], "{change}");
        }
        // A framework that keeps the values itself writes what somebody types into the attribute as well.
        page.run("keeper.addEventListener('input', () => keeper.setAttribute('value', keeper.value)); keeper.focus(); keeper.select()").await;
        page.write("Cleo").await;
        assert_eq!(page.get("[f.values.keeper, f.dirty].join()").await, "Cleo,true");
        page.run("form.insertAdjacentHTML('beforeend', '<input name=more> <notch-text id=helper name=helper value=Ida></notch-text>'); f.undo()").await;
        assert_eq!(page.get("[keeper.value, f.dirty].join()").await, "Ben,false");
        page.run("helper.addEventListener('input', () => helper.setAttribute('value', helper.value)); helper.focus()").await;
        page.write("Ben").await;
        assert_eq!(page.get("[helper.defaultValue, f.dirty].join()").await, "Ben,true");
        page.run("form.insertAdjacentHTML('beforeend', '<input name=hive>'); f.undo()").await;
        assert_eq!(page.get("[helper.value, f.dirty].join()").await, "Ida,false");
        // A condition that disables the chosen option does so at once.
        page.run("given.options[0].dataset.onlyIf = 'mites > 90'; window.then = f.json").await;
        assert_eq!(page.get("JSON.parse(then).given").await, "null");
    });
}

/// What leaves a form is as it was without it.
#[test]
fn controls_that_leave_a_form_are_free_of_it() {
    const PAGE: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Visit</title><script type=module src=/pin-notch-form.js></script>
<form id=other></form><notch-form id=f><form id=form><input type=number id=mites name=mites value=3><p id=box data-only-if="mites > 9"><input id=given name=given> <notch-stepper id=amount name=amount></notch-stepper></p>
<p id=pair><input id=keeper name=keeper> <notch-text id=helper name=helper></notch-text></p><notch-rule hidden holds="keeper is empty">Nobody was there.</notch-rule><notch-rule hidden holds="helper is empty">Nobody helped.</notch-rule></form></notch-form>"#;
    with_form_in(PAGE, async |page| {
        for field in ["keeper", "helper"] {
            page.focus(&format!("#{field}")).await;
            page.write("Ada").await;
        }
        page.run("f.reportValidity()").await;
        let seen = "[given, amount, keeper, helper].map((one) => [one.matches(':disabled') || one.matches(':state(disabled)') || Boolean(one.shadowRoot?.querySelector('input').disabled), one.validationMessage, one.matches(':is([data-dirty], :state(dirty))')].join()).join(' / ') + ` ${f.dirty}`";
        assert_eq!(
            page.get(seen).await,
            "true,,false / true,,false / false,Nobody was there.,true / false,Nobody helped.,true true"
        );
        page.run("other.append(box, pair); await new Promise((done) => setTimeout(done, 50))")
            .await;
        assert_eq!(
            page.get(seen).await,
            "false,,false / false,,false / false,,false / false,,false false"
        );
        let shown = "[...document.querySelectorAll('[data-problem]')].map((one) => one.textContent).join('')";
        let outside = format!("[other.checkValidity(), box.hidden, f.json, {shown}].join()");
        assert_eq!(page.get(&outside).await, r#"true,false,{"mites":3},"#);
        page.run("form.append(box); await new Promise((done) => setTimeout(done, 50))").await;
        assert_eq!(page.get("[box.hidden, f.json].join()").await, r#"true,{"mites":3}"#);
    });
}

/// A browser that translates a page replaces texts, and does so again whenever they change.
#[test]
fn a_translated_text_stays_until_it_changes() {
    const PAGE: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Visit</title><script type=module src=/pin-notch-form.js></script>
<notch-form id=f><form><notch-stepper id=mites name=mites value=3></notch-stepper> <output data-text="{mites} mites"></output> <input name=note required></form></notch-form>"#;
    with_form_in(PAGE, async |page| {
        page.run("window.count = 0; window.texts = () => document.querySelectorAll('output, [data-problems] p, [data-problems] a');
            const translate = () => { for (const text of texts()) if (text.firstChild?.nodeType === Node.TEXT_NODE) {
                count++; text.innerHTML = `<font><font>[${text.textContent}]</font></font>`; } };
            new MutationObserver(translate).observe(document.body, { subtree: true, childList: true, characterData: true }); translate()").await;
        let settled = "await new Promise((done) => setTimeout(done, 100))";
        let now = "`${[...texts()].map((text) => text.textContent).join(' / ')} ${count < 9}`";
        for (change, expected) in [
            ("", "[3 mites] true"),
            ("mites.value = 4", "[4 mites] true"),
            (
                "f.reportValidity()",
                "[One problem has to be fixed before this can be sent.] / [note: A value is required.] / [4 mites] true",
            ),
        ] {
            page.run(&format!("{change}; {settled}")).await;
            assert_eq!(page.get(now).await, expected, "{change}");
        }
    });
}
