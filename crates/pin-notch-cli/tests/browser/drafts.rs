//! What is kept of a form until it is accepted, and what is half typed in it.

use crate::form::{json, listed, serve, shows, with_form, with_form_in};
use crate::support::with_page;
use fantoccini::key::Key;

const READY: &str = "document.querySelector('notch-form:state(ready)')";

/// A page with options whose value is empty, and with two fields that follow each other as far as they can.
const ANY_VALUES: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Values</title>
<script type=module src=/pin-notch-form.js></script>
<main><notch-form id=f keep><form aria-label=Values>
<notch-radio-group id=queen name=queen aria-label=Queen><option value="">none<option value=marked>marked</notch-radio-group>
<label for=brood>Brood</label> <notch-select id=brood name=brood><option value=eggs>Eggs<option value="">None</notch-select>
<notch-checkbox-group id=seen name=seen aria-label=Seen><option value="">nothing<option value=mites>mites</notch-checkbox-group>
<label for=left>Left</label> <notch-stepper id=left name=left min=-5 max=5></notch-stepper>
<label for=right>Right</label> <notch-stepper id=right name=right min=0 max=5></notch-stepper>
<notch-link hidden from=left to=right></notch-link>
<button>Send</button></form></notch-form></main>"#;

#[test]
fn entered_values_survive_a_reload() {
    with_form(async |page| {
        let status = "document.querySelector('[data-status]')?.textContent ?? ''";
        page.focus("#mites").await;
        page.write("12").await;
        page.focus("#given").await;
        page.write("f").await;
        page.press(&[Key::Enter]).await;
        page.focus("[name=wishes]").await;
        page.write("two lines").await;
        page.run("document.querySelector('[value=calm]').click(); document.querySelector('[name=net]').click()").await;
        page.focus("#fahrenheit").await;
        page.press(&[Key::End]).await;
        let before = json(&page).await;
        // Also without any unload event, as in a crash.
        page.until("Object.values(sessionStorage).join().includes('300')").await;
        page.client.refresh().await.expect("loaded again");
        page.until(READY).await;
        assert_eq!(json(&page).await, before);
        assert_eq!(page.get(status).await, "What you entered earlier has been restored.");
        assert!(shows(&page, "[name=dose]").await);
        let moves = page.get("f.moves").await;
        assert!(
            moves.starts_with(
                "first-day sunday\nmites: type \"1\"\n> input 1\nmites: type \"12\"\n"
            ),
            "{moves}"
        );
        // The steps for undo are gone, and the recording says why.
        assert!(moves.contains("\nreload\n> reloaded\n"), "{moves}");
        page.focus("#mites").await;
        page.press(&[Key::Up]).await;
        assert_eq!(page.get(status).await, "");
        // After a reset it is gone.
        page.run("f.reset(); await new Promise((done) => setTimeout(done, 50))").await;
        page.client.refresh().await.expect("loaded again");
        page.until(READY).await;
        assert_eq!(page.get("[f.dirty, sessionStorage.length]").await, "[false,0]");
        assert_eq!(page.get(status).await, "");
    });
}

/// A framework may fill the form, or add fields, only after the draft has been brought back, and a record may be fetched.
#[test]
fn a_draft_is_not_replaced_by_what_scripts_set_first() {
    const PAGE: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Visit</title><script type=module src=/pin-notch-form.js></script>
<notch-form id=f keep><form id=form><notch-stepper id=mites name=mites></notch-stepper> <notch-switch id=calm name=calm></notch-switch>
<input id=hive name=hive> <notch-text id=note name=note></notch-text> <input type=hidden id=visit name=visit></form></notch-form>
<script>
  window.add = () => form.insertAdjacentHTML('beforeend', '<notch-text id=dose name=dose></notch-text>');
  window.fetched = () => { f.values = { mites: 3, calm: false, hive: 'heath', note: 'fed', visit: 'today' }; };
  window.heard = {};
  f.addEventListener('input', ({ target }) => { heard[target.name] = target === calm ? calm.checked : target.value; });
</script>"#;
    with_form_in(PAGE, async |page| {
        let dirty = "[f, ...form.elements].filter((one) => one.matches(':is([data-dirty], :state(dirty))')).map(({ id }) => id).join()";
        page.run("add(); fetched()").await;
        page.focus("#mites").await;
        page.write("7").await;
        page.run("visit.value = 'before'").await;
        page.focus("#calm").await;
        page.write(" ").await;
        for (field, text) in [("#hive", "moor"), ("#dose", "half")] {
            page.focus(field).await;
            page.write(text).await;
        }
        page.client.refresh().await.expect("loaded again");
        page.until(READY).await;
        page.run("heard = {}").await;
        let entered = r#"{"mites":7,"calm":true,"hive":"heathmoor","note":null,"visit":"before"}"#;
        assert_eq!(page.get("f.json").await, entered);
        page.run("fetched()").await;
        let both = r#"{"mites":7,"calm":true,"hive":"heathmoor","note":"fed","visit":"today"}"#;
        assert_eq!(page.get("f.json").await, both);
        assert_eq!(
            page.get("JSON.stringify(heard)").await,
            r#"{"mites":"7","calm":true,"hive":"heathmoor"}"#
        );
        page.run("mites.value = 4; hive.value = 'moor'; add()").await;
        page.until("f.values.dose === 'half'").await;
        let differing = "7 f,mites,calm,hive,dose";
        assert_eq!(page.get(&format!("`${{mites.value}} ${{{dirty}}}`")).await, differing);
        page.run("hive.value = 'fen'").await;
        page.until("hive.value === 'heathmoor'").await;
        page.run("calm.checked = false").await;
        // From now on, they have their way.
        page.press(&[Key::Tab]).await;
        assert_eq!(page.get("`${calm.checked} ${hive.value}`").await, "true heathmoor");
        page.focus("#note").await;
        page.write("2").await;
        page.run("mites.value = 4").await;
        assert_eq!(page.get("mites.value").await, "4");
    });
}

/// Each form of a page has a draft of its own, also in components with shadow roots.
#[test]
fn forms_in_shadow_roots_have_drafts_of_their_own() {
    const PAGE: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Visits</title><script type=module src=/pin-notch-form.js></script>
<script>customElements.define("bee-hive", class extends HTMLElement { constructor() { super(); this.attachShadow({ mode: "open" }).innerHTML =
`<notch-form keep=visit><form><input name=note></form></notch-form> <notch-form keep=visit id=queen><form><notch-text name=note></notch-text></form></notch-form>`; } });
window.forms = () => [...document.querySelectorAll("bee-hive")].flatMap(({ shadowRoot }) => [...shadowRoot.querySelectorAll("notch-form")]);</script>
<notch-form keep=visit><form><input name=note></form></notch-form> <bee-hive></bee-hive> <bee-hive></bee-hive> <bee-hive id=heath></bee-hive>"#;
    with_form_in(PAGE, async |page| {
        let notes = "[document.querySelector('notch-form'), ...forms()].map((form) => form.values?.note ?? '').join('|')";
        let is_ready = "[document.querySelector('notch-form'), ...forms()].every((form) => form.matches(':state(ready)'))";
        page.until(is_ready).await;
        for (at, text) in [(0, "calm"), (3, "marked"), (4, "wild")] {
            page.run(&format!("forms()[{at}].querySelector('[name=note]').focus()")).await;
            page.write(text).await;
        }
        let entered = "|calm|||marked|wild|";
        assert_eq!(page.get(notes).await, entered);
        page.run("dispatchEvent(new Event('pagehide'))").await;
        page.client.refresh().await.expect("loaded again");
        page.until(is_ready).await;
        assert_eq!(page.get(notes).await, entered);
    });
}

#[test]
fn a_draft_of_a_native_control_is_kept_as_typed() {
    with_form(async |page| {
        page.run("f.form.insertAdjacentHTML('beforeend', '<label>Half <input type=number name=half step=0.5 min=1></label><label>Mail <input type=email name=mail></label><label>Word <input type=password name=word></label><notch-text name=code aria-label=Code autocomplete=one-time-code></notch-text><fieldset disabled><input name=off value=x></fieldset>'); await new Promise((done) => setTimeout(done, 50))").await;
        page.focus("[name=half]").await;
        page.write("2.7").await;
        page.focus("[name=mail]").await;
        page.write("nobody").await;
        page.focus("[name=word]").await;
        page.write("sec").await;
        // Shown, as many pages allow.
        page.run("document.activeElement.type = 'text'").await;
        page.write("ret").await;
        page.focus("[name=code]").await;
        page.write("918273").await;
        page.run("send.click()").await;
        assert_eq!(page.value("[name=half]").await, "2.7");
        let text = listed(&page, "problems").await;
        assert!(
            text.starts_with("Half: ") && text.contains("2.5 and 3") && text.contains(" / Mail: "),
            "{text}"
        );
        assert_eq!(page.get("'off' in f.values").await, "false", "what is disabled is not sent");
        page.until("sessionStorage.length").await;
        let kept = page.get("Object.values(sessionStorage).join()").await;
        let is_safe = |text: &str| {
            text.contains("nobody") && !text.contains("sec") && !text.contains("918273")
        };
        assert!(is_safe(&kept), "{kept}");
        let moves = page.get("f.moves").await;
        assert!(is_safe(&moves), "{moves}");
        // Corrected.
        page.run("for (const [name, text] of [['half', '2.5'], ['mail', 'ada@apiary.example']]) { const one = f.form.elements[name]; one.value = text; for (const type of ['input', 'change']) one.dispatchEvent(new Event(type, { bubbles: true })); }").await;
        assert_eq!(listed(&page, "problems").await, "");
        // A preset that changes no value still ends a text over it.
        page.run("f.form.insertAdjacentHTML('beforeend', '<button value=whole data-preset=\"half=2.5\">2.5</button>'); await new Promise((done) => setTimeout(done, 50))").await;
        page.focus("[name=half]").await;
        page.write("7").await;
        page.run("document.activeElement.blur(); f.apply('whole')").await;
        assert_eq!(page.value("[name=half]").await, "2.5");
        assert_eq!(
            page.get("[f.values.half, f.values.mail, f.checkValidity()]").await,
            r#"[2.5,"ada@apiary.example",true]"#
        );
    });
}

#[test]
fn drafts_give_way_to_operations_on_the_form() {
    with_form(async |page| {
        let text = || page.get("mites.shadowRoot.querySelector('input').value");
        let half_typed = async || {
            page.focus("#mites").await;
            page.run("mites.shadowRoot.querySelector('input').select()").await;
            page.write("x7").await;
            page.focus("#send").await;
            assert_eq!(text().await, "x7", "it stays for mending");
        };
        page.focus("#mites").await;
        page.write("12\n").await;
        for (done, left) in [("undo.click()", ""), ("redo.click()", "12"), ("clear.click()", "")] {
            half_typed().await;
            page.run(done).await;
            assert_eq!(text().await, left, "{done}");
            assert_eq!(page.get("String(mites.validity.badInput)").await, "false", "{done}");
        }
        // A step by a program starts at what is typed, and its result is visible.
        page.focus("#mites").await;
        page.write("41").await;
        page.run("mites.stepDown()").await;
        assert_eq!(
            (text().await, page.get("mites.value").await),
            ("40".to_owned(), "40".to_owned())
        );
        // A program of the page may set the same values as the form: no keystroke is lost to an echo.
        page.write("7").await;
        page.run("mites.value = 100").await;
        assert_eq!(text().await, "407");
    });
}

/// Links are not followed again, and an option with an empty value is not taken for none.
#[test]
fn a_draft_returns_exactly_as_it_was_left() {
    with_page(async |page| {
        let (server, url) = serve(ANY_VALUES).await;
        page.client.goto(&url).await.expect("the page");
        page.until(READY).await;
        for (id, typed) in [
            ("queen", " "),
            ("brood", "n\n"),
            ("seen", " "),
            ("left", "3"),
            ("right", ""),
            ("left", "-2"),
        ] {
            page.focus(&format!("#{id}")).await;
            page.write(typed).await;
        }
        let state = "[f.json, new URLSearchParams(new FormData(f.form)), brood.shadowRoot.querySelector('[part=input]').textContent].join(' ')";
        let before = r#"{"queen":"","brood":null,"seen":[""],"left":-2,"right":3} queen=&brood=&seen=&left=-2&right=3 None"#;
        assert_eq!(page.get(state).await, before);
        page.until("Object.values(sessionStorage).join().includes('-2')").await;
        page.client.refresh().await.expect("loaded again");
        page.until(READY).await;
        assert_eq!(page.get(state).await, before);
        drop(server);
    });
}

#[test]
fn a_draft_belongs_to_its_page_or_to_its_name() {
    with_page(async |page| {
        let (server, url) = serve(ANY_VALUES).await;
        let left = async |address: &str, name: &str| {
            page.client.goto(&format!("{url}{address}")).await.expect("the page");
            page.until(READY).await;
            page.run(&format!("f.setAttribute('keep', '{name}')")).await;
            page.get("String(f.values.left)").await
        };
        for (address, name, typed) in [("?hive=3", "", "3"), ("?hive=4", "", "4"), ("", "", "5")] {
            assert_eq!(left(address, name).await, "null", "{address}");
            page.focus("#left").await;
            page.write(typed).await;
        }
        for (address, kept) in [("?hive=3", "3"), ("?hive=4", "4"), ("", "5")] {
            assert_eq!(left(address, "").await, kept, "{address}");
        }
        // Under a name, for all addresses. The form is started again, as it was drawn without the name.
        page.run("f.setAttribute('keep', 'hives')").await;
        page.focus("#left").await;
        page.write("2").await;
        assert_eq!(left("?lang=de", "hives").await, "null");
        page.run("f.outerHTML = f.outerHTML").await;
        page.until(READY).await;
        assert_eq!(page.get("String(f.values.left)").await, "2");
        drop(server);
    });
}

#[test]
fn a_draft_that_the_page_sends_by_its_own_script_is_kept() {
    with_page(async |page| {
        for then in ["", "f.remove()"] {
            let (server, url) = serve(ANY_VALUES).await;
            page.client.goto(&url).await.expect("the page");
            page.until(READY).await;
            // Some frameworks listen at the root of the page, after all listeners inside.
            page.run(&format!("window.html = f.outerHTML; document.addEventListener('submit', (event) => {{ event.preventDefault(); window.isSent = true; {then} }})")).await;
            page.focus("#left").await;
            page.write("3").await;
            page.press(&[Key::Enter]).await;
            page.until("window.isSent").await;
            page.run("document.querySelector('#f')?.remove(); document.body.insertAdjacentHTML('beforeend', html)").await;
            page.until(READY).await;
            assert_eq!(page.get("String(f.values.left)").await, "3", "sending may have failed");
            drop(server);
        }
    });
}
