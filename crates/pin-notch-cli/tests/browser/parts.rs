//! A form in parts.

use crate::form::{listed, with_form_in};
use crate::support::{serve, web_files, with_page};

pub const PARTS: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Visit</title>
<script type=module src=/pin-notch-form.js></script>
<notch-form id=f><form aria-label=Visit>
<section data-part><h2>Mites</h2><label>Mites <input type=number name=mites value=3></label></section>
<section data-part data-only-if="mites > 9"><h2>Treatment</h2><label>Agent <input name=agent required></label></section>
<section data-part><h2>Queen</h2><label>Queen <input name=queen></label></section>
<button id=send>Send</button></form></notch-form>"#;

#[test]
fn parts_follow_conditions_and_changes_of_the_page() {
    with_form_in(PARTS, async |page| {
        let seen = async || {
            let heads =
                "[...document.querySelectorAll('h2')].filter((one) => one.checkVisibility())";
            let words = format!(
                "[document.querySelector('.progress')?.textContent, ...{heads}.map((one) => one.textContent), send.checkVisibility() ? 'Send' : ''].join('|')"
            );
            page.get(&words).await
        };
        let press = async |word: &str| {
            page.run(&format!("[...document.querySelectorAll('button')].find((one) => one.textContent === '{word}').click()")).await;
        };
        let mites = async |number: u8| {
            page.run(&format!("f.form.elements.mites.value = {number}; for (const type of ['input', 'change']) f.form.elements.mites.dispatchEvent(new Event(type, {{ bubbles: true }}))")).await;
        };
        assert_eq!(seen().await, "1 of 3: Mites|Mites|");
        press("Next").await;
        assert_eq!(seen().await, "2 of 3: Queen|Queen|", "the part between does not count");
        mites(12).await;
        assert_eq!(seen().await, "3 of 4: Queen|Queen|", "what is in sight stays so");
        press("Back").await;
        assert_eq!(seen().await, "2 of 4: Treatment|Treatment|");
        press("Next").await;
        assert_eq!(seen().await, "2 of 4: Treatment|Treatment|", "its agent is missing");
        mites(3).await;
        assert_eq!(seen().await, "2 of 3: Queen|Queen|");
        let printed = "addEventListener('beforeprint', () => { window.printed = [...document.querySelectorAll('h2')].filter((one) => one.checkVisibility()).length })";
        page.run(printed).await;
        page.client.print(Default::default()).await.expect("a PDF");
        assert_eq!(page.get("printed").await, "2", "all parts that count");
        page.until("[...document.querySelectorAll('h2')].filter((one) => one.checkVisibility()).length === 1").await;
        // A part that is added.
        let changed = "await new Promise((done) => setTimeout(done, 50))";
        page.run(&format!("send.insertAdjacentHTML('beforebegin', '<section data-part aria-label=Feeding><h2>Food</h2></section>'); {changed}")).await;
        assert_eq!(seen().await, "2 of 4: Queen|Queen|");
        press("Next").await;
        assert_eq!(seen().await, "3 of 4: Feeding|Food|");
        press("Next").await;
        assert_eq!(seen().await, "4 of 4: Review|Send");
        // A single part is the whole form, and what has no condition is shown.
        page.run(&format!("for (const part of [...document.querySelectorAll('[data-part]')].slice(1)) part.removeAttribute('data-part'); {changed}")).await;
        assert_eq!(seen().await, "|Mites|Queen|Food|Send");
        page.run(&format!(
            "document.querySelector('[data-only-if]').removeAttribute('data-only-if'); {changed}"
        ))
        .await;
        assert_eq!(seen().await, "|Mites|Treatment|Queen|Food|Send");
    });
}

/// Without script it is one page, in which somebody may already be writing.
#[test]
fn a_form_starts_in_the_part_with_the_focus() {
    with_page(async |page| {
        let html = PARTS.replace("<script type=module src=/pin-notch-form.js></script>", "");
        let (_server, url) = serve(html, web_files()).await;
        page.client.goto(&url).await.expect("the page");
        page.focus("[name=queen]").await;
        page.write("se").await;
        page.run("import('/pin-notch-form.js')").await;
        page.until("document.querySelector('notch-form:state(ready)')").await;
        page.write("en").await;
        let seen = "[document.querySelector('.progress').textContent, f.values.queen].join()";
        assert_eq!(page.get(seen).await, "2 of 3: Queen,seen");
    });
}

/// The address of the page may name something in a part.
#[test]
fn the_address_shows_a_part() {
    with_form_in(PARTS, async |page| {
        let seen = "document.querySelector('.progress').textContent";
        assert_eq!(page.get(seen).await, "1 of 3: Mites");
        page.run("document.querySelectorAll('h2')[2].id = 'k\u{f6}nigin'; location.hash = 'k\u{f6}nigin'").await;
        page.until(&format!("{seen} === '2 of 3: Queen'")).await;
        // A new page with this address.
        page.run(
            "document.querySelectorAll('[data-part]')[0].id = 'first'; location.hash = 'first'",
        )
        .await;
        page.until(&format!("{seen} === '1 of 3: Mites'")).await;
        page.run("history.back()").await;
        page.until(&format!("{seen} === '2 of 3: Queen'")).await;
        page.run("const copy = f.cloneNode(true); f.remove(); document.body.append(copy)").await;
        page.until(&format!("{seen} === '2 of 3: Queen'")).await;
    });
}

/// A rule is checked in the last part with fields that it refers to, wherever its message is shown.
#[test]
fn a_rule_over_several_parts_waits_for_the_last_of_them() {
    const PAGE: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Visit</title>
<script type=module src=/pin-notch-form.js></script>
<notch-form id=f keep><form aria-label=Visit>
<section data-part><h2>Mites</h2><label>Mites <input type=number name=mites value=12></label></section>
<section data-part><h2>Queen</h2><label>Queen <input name=queen></label></section>
<section data-part><h2>Note</h2><label>Note <input name=note></label></section>
<notch-rule hidden holds="mites < 10 or queen is not empty">With so many mites, look for the queen.</notch-rule>
<button id=send>Send</button></form></notch-form>"#;
    with_form_in(PAGE, async |page| {
        let part = "document.querySelector('.progress').textContent";
        let press = async |word: &str| {
            page.run(&format!("[...document.querySelectorAll('button')].find((one) => one.textContent === '{word}').click()")).await;
        };
        let enter = async |name: &str, text: &str| {
            page.run(&format!("f.form.elements.{name}.value = '{text}'; for (const type of ['input', 'change']) f.form.elements.{name}.dispatchEvent(new Event(type, {{ bubbles: true }}))")).await;
        };
        press("Next").await;
        assert_eq!(page.get(part).await, "2 of 4: Queen", "the queen may be entered there");
        press("Next").await;
        assert_eq!(page.get(part).await, "2 of 4: Queen");
        assert_eq!(
            listed(&page, "problems").await,
            "Mites: With so many mites, look for the queen."
        );
        // Also after all of its fields have been seen.
        press("Back").await;
        press("Next").await;
        assert_eq!(page.get(part).await, "2 of 4: Queen");
        enter("queen", "marked").await;
        assert_eq!(listed(&page, "problems").await, "");
        press("Next").await;
        enter("note", "calm").await;
        press("Next").await;
        assert_eq!(page.get(part).await, "4 of 4: Review");
        // The review shows what would be sent now.
        let review = "document.querySelector('.review').innerText.replace(/\\s+/g, ' ')";
        assert_eq!(page.get(review).await, "Mites 12 Queen marked Note calm");
        page.run("document.querySelectorAll('.review a')[1].focus(); f.undo()").await;
        assert_eq!(page.get(review).await, "Mites 12 Queen marked Note –");
        assert_eq!(page.get("document.activeElement.textContent").await, "Queen");
        page.run("f.values = { mites: 3 }").await;
        assert_eq!(page.get(review).await, "Mites 3 Queen marked Note –");
        // A reload returns to where somebody was.
        enter("note", "dry").await;
        page.run("dispatchEvent(new Event('pagehide'))").await;
        for (at, word) in ["4 of 4: Review", "3 of 4: Note"].into_iter().zip(["Back", "Next"]) {
            page.client.refresh().await.expect("loaded again");
            page.until("document.querySelector('notch-form:state(ready)')").await;
            assert_eq!(page.get(part).await, at);
            press(word).await;
        }
        assert_eq!(page.get(review).await, "Mites 3 Queen marked Note dry");
    });
}

#[test]
fn links_undo_and_problems_show_their_part() {
    const PAGE: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Visit</title>
<script type=module src=/pin-notch-form.js></script>
<a id=to href=#queen>Queen</a> <a id=on href=#mark%20of%20it>Mark</a>
<notch-form id=f><form><section data-part><h2>Mites</h2><input name=mites></section><section data-part><h2>Queen</h2><input id=queen name=queen> <notch-text id='mark of it' name=mark></notch-text></section></form></notch-form>"#;
    with_form_in(PAGE, async |page| {
        let seen = "[...document.querySelectorAll('.progress, form > button')].filter((one) => one.checkVisibility()).map((one) => one.textContent).join('|')";
        let press = async |word: &str| {
            page.run(&format!("[...document.querySelectorAll('button')].find((one) => one.textContent === '{word}').click()")).await;
        };
        assert_eq!(page.get(seen).await, "1 of 3: Mites|Next");
        press("Next").await;
        assert_eq!(page.get(seen).await, "2 of 3: Queen|Back|Next");
        press("Next").await;
        assert_eq!(page.get(seen).await, "3 of 3: Review|Back");
        // A link to a field shows its part, as in the page of a refused form.
        for (link, id) in [("to", "queen"), ("on", "mark of it")] {
            page.run(&format!("f.reset(); {link}.click()")).await;
            page.until(&format!("document.activeElement.id === '{id}'")).await;
            assert_eq!(page.get(seen).await, "2 of 3: Queen|Back|Next");
        }
        // Undo shows what it has changed, and the focus does not stay in a part that is hidden.
        page.run("f.reset()").await;
        page.focus("[name=mites]").await;
        page.write("3").await;
        press("Next").await;
        page.focus("[name=queen]").await;
        page.run("f.undo()").await;
        assert_eq!(page.get(seen).await, "1 of 3: Mites|Next");
        assert_eq!(page.get("document.activeElement.name").await, "mites");
        press("Next").await;
        page.focus("[name=queen]").await;
        page.run("f.reset()").await;
        assert_eq!(page.get("document.activeElement.textContent").await, "1 of 3: Mites");
        // What the server has found wrong is shown first.
        page.run("document.getElementById('mark of it').setAttribute('problem', 'Which one?'); f.outerHTML = f.outerHTML").await;
        page.until("document.querySelector('notch-form:state(ready)')").await;
        assert_eq!(page.get(seen).await, "2 of 3: Queen|Back|Next");
    });
}
