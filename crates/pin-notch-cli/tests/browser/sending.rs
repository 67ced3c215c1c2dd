//! Sending the form of a page.

use crate::form::{listed, with_form, with_form_in};
use crate::support::{demo_of, with_page};
use fantoccini::key::Key;
use std::process::Command;
use std::time::Duration;

#[test]
fn a_form_is_sent_in_place_once_and_refusals_are_shown_at_their_fields() {
    with_form(async |page| {
        page.run("window.heard = []; for (const type of ['refused', 'accepted']) f.addEventListener(type, ({ detail }) => heard.push(`${type} ${(detail.problems ?? []).map(({ name }) => name)}`))").await;
        page.focus("#mites").await;
        page.write("3").await;
        page.run("send.click(); send.click(); document.querySelector('form').requestSubmit()")
            .await;
        assert_eq!(page.get("[f.matches(':state(sending)'), document.querySelector('[data-status]').textContent].join()").await, "true,Sending …");
        page.until("heard.length").await;
        assert_eq!(page.get("heard.join()").await, "accepted ");
        assert_eq!(
            page.get("document.querySelector('[data-status]').textContent").await,
            "It has been sent."
        );
        assert_eq!(page.get("await fetch('/count').then((answer) => answer.text())").await, "1");
        assert_eq!(page.get("sessionStorage.length").await, "0", "nothing is kept of it");
        // Refused.
        page.run("f.form.setAttribute('action', '/refuse'); send.click()").await;
        page.until("heard.length === 2").await;
        let all = "Mites: Nobody treats so early. / Day: Not on this day. / The apiary is closed.";
        assert_eq!(listed(&page, "problems").await, all);
        let text = page.descriptions("[name=day]").await;
        assert_eq!(text.first().map(String::as_str), Some("Not on this day."));
        assert_eq!(page.get("document.querySelector('#mites').shadowRoot.textContent.includes('Nobody treats so early.')").await, "true");
        assert_eq!(page.get("document.activeElement.getAttribute('role')").await, "alert");
        page.focus("#mites").await;
        page.press(&[Key::Up]).await;
        assert_eq!(
            listed(&page, "problems").await,
            "Day: Not on this day.",
            "what was changed may be right now"
        );
        // Sent again unchanged, it may be accepted.
        page.run("f.form.setAttribute('action', '/accept'); send.click()").await;
        page.until("heard.length === 3").await;
        assert_eq!(page.get("heard.at(-1)").await, "accepted ");
        assert_eq!(page.descriptions("[name=day]").await, [""; 0]);
        page.run("f.form.setAttribute('action', '/refuse'); send.click()").await;
        page.until("heard.length === 4").await;
        // A server that fails, and one that cannot be reached: nothing is lost.
        for (action, says) in [
            ("/break", "It could not be sent: 503 Service Unavailable. Nothing is lost."),
            ("/mumble", "It could not be sent: 422 Unprocessable Entity. Nothing is lost."),
            ("/mute", "It could not be sent: 422 Unprocessable Entity. Nothing is lost."),
            ("http://[", "It could not be sent: http://[. Nothing is lost."),
            (
                "http://127.0.0.1:1/",
                "It could not be sent: there is no connection. Nothing is lost; send it again later.",
            ),
        ] {
            page.run(&format!("f.form.setAttribute('action', '{action}'); send.click()")).await;
            page.until(
                "document.querySelector('[data-status]').textContent.startsWith('It could not')",
            )
            .await;
            assert_eq!(page.get("document.querySelector('[data-status]').textContent").await, says);
            assert_eq!(
                page.get("[f.values.mites, f.matches(':state(sending)')]").await,
                "[4,false]"
            );
        }
    });
}

/// What was accepted is not dirty until it is changed again, and only what is dirty is kept.
#[test]
fn what_was_accepted_is_not_dirty() {
    const PAGE: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Visit</title>
<script type=module src=/pin-notch-form.js></script>
<notch-form id=f in-place keep><form id=form method=post action=/accept><notch-stepper id=mites name=mites></notch-stepper>
<input id=note name=note> <p data-only-if="mites > 50"><input id=why name=why></p><button id=send>Send</button></form></notch-form>"#;
    with_form_in(PAGE, async |page| {
        let dirty = "[f, mites, note].filter((one) => one.matches(':is([data-dirty], :state(dirty))')).map(({ id }) => id).join()";
        let kept = "Object.values(sessionStorage).map((text) => JSON.parse(text).draft.split('\\u001f')[0]).join()";
        page.run("window.accepted = 0; f.addEventListener('accepted', () => accepted++); window.enter = (text) => { note.value = text; note.dispatchEvent(new Event('input', { bubbles: true })); note.dispatchEvent(new Event('change', { bubbles: true })); }").await;
        page.focus("#mites").await;
        page.write("5").await;
        page.focus("#note").await;
        page.run("why.value = 'many'; enter('calm'); send.click(); enter('calm, fed')").await;
        assert_eq!(page.get(dirty).await, "f,mites,note", "not yet accepted");
        page.until("accepted === 1").await;
        assert_eq!(page.get(dirty).await, "f,note");
        page.until("sessionStorage.length").await;
        assert_eq!(page.get(kept).await, "note");
        page.run("send.click()").await;
        page.until("accepted === 2").await;
        assert_eq!(page.get(&format!("[{dirty}, sessionStorage.length].join()")).await, ",0");
        page.run("f.undo()").await;
        assert_eq!(page.get(dirty).await, "f,note");
        page.run("f.redo()").await;
        assert_eq!(page.get(dirty).await, "");
        // The page is rendered again with what was accepted.
        page.run("note.setAttribute('value', 'calm, fed'); mites.setAttribute('value', '5'); await new Promise((done) => setTimeout(done, 50))").await;
        page.run("enter('wild'); f.reset()").await;
        assert_eq!(page.get("f.json").await, r#"{"mites":5,"note":"calm, fed"}"#);
        assert_eq!(page.get(&format!("{dirty} + f.dirty")).await, "false");
        // A form that is reset while it is being sent stays as it was reset.
        page.run("enter('dry'); send.click(); f.reset(); enter('late')").await;
        page.until("accepted === 3").await;
        assert_eq!(page.get(dirty).await, "f,note");
        page.run("f.reset()").await;
        assert_eq!(page.get(dirty).await, "");
        // A page that sends the form by its own script.
        page.run("f.removeAttribute('in-place'); form.addEventListener('submit', (event) => event.preventDefault()); enter('sent'); send.click()").await;
        page.until("sessionStorage.length").await;
        page.run("f.markAccepted()").await;
        assert_eq!(page.get(&format!("[{dirty}, sessionStorage.length].join()")).await, ",0");
    });
}

#[test]
fn a_button_that_closes_the_dialog_sends_nothing() {
    const PAGE: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Visit</title>
<script type=module src=/pin-notch-form.js></script>
<dialog id=box aria-label=Visit><notch-form id=f in-place keep><form method=post action=/accept>
<label>Mites <notch-stepper name=mites required></notch-stepper></label>
<button id=send>Send</button> <button id=no value=no formmethod=dialog formnovalidate>Cancel</button></form></notch-form></dialog>"#;
    with_form_in(PAGE, async |page| {
        page.run("window.asked = 0; window.fetch = () => { asked++; return new Promise(() => {}); }; box.showModal()").await;
        let state = "[box.open, box.returnValue, asked, f.matches(':state(sending)')].join()";
        page.focus("notch-stepper").await;
        page.write("3").await;
        page.run("no.click()").await;
        assert_eq!(page.get(state).await, "false,no,0,false");
        page.until("sessionStorage.length").await;
        // It can also be closed while there is no answer yet.
        page.run("box.showModal(); send.click()").await;
        assert_eq!(page.get(state).await, "true,no,1,true");
        page.run("box.returnValue = ''; no.click()").await;
        assert_eq!(page.get(state).await, "false,no,1,true");
    });
}

/// Enter presses the first button that sends the form, which may be in content that does not count.
#[test]
fn enter_presses_no_button_that_does_not_count() {
    const PAGE: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Visit</title>
<script type=module src=/pin-notch-form.js></script>
<notch-form id=f><form id=form><div data-only-if="mites > 9"><button id=treat name=next value=treat>Treat</button>
<p data-only-if="mites > 99"><input type=submit id=burn name=next value=burn></p></div>
<notch-stepper id=mites name=mites value=3></notch-stepper> <label>Note <input id=note name=note></label>
<input type=hidden name=sting value=1 data-least=1 data-most=2><p><input name=sting.1.pain></p>
<p data-only-if="sting >= 2"><input name=sting.2.pain><button name=sting.rows value="remove 2">Remove</button></p><button name=sting.rows value=add>Add</button>
<button id=send name=next value=leave>Send</button></form></notch-form>"#;
    with_form_in(PAGE, async |page| {
        page.run("window.sent = []; form.addEventListener('submit', (event) => { event.preventDefault(); sent.push(event.submitter.id); })").await;
        for (change, expected) in [
            ("", "send"),
            ("mites.value = 12", "treat"),
            ("mites.value = 3; document.querySelector('[value=add]').click()", "send"),
            ("mites.value = 12; form.prepend(burn.parentElement)", "treat"),
            ("burn.parentElement.removeAttribute('data-only-if')", "burn"),
            ("burn.parentElement.dataset.onlyIf = 'mites > 99'; form.prepend(burn)", "burn"),
            (
                "burn.remove(); f.outerHTML = f.outerHTML; form.addEventListener('submit', (event) => { event.preventDefault(); sent.push(event.submitter.id); }); await new Promise((done) => setTimeout(done, 50)); mites.value = 3",
                "send",
            ),
            ("mites.value = 12", "treat"),
        ] {
            page.run(&format!("{change}; await new Promise((done) => setTimeout(done, 50)); sent.length = 0; note.focus()")).await;
            page.press(&[Key::Enter]).await;
            assert_eq!(page.get("sent.join()").await, expected, "{change}");
        }
    });
}

#[test]
fn without_script_the_form_is_sent_all_the_same() {
    with_form(async |page| {
        let url = page.client.current_url().await.expect("a page");
        page.script(false).await;
        page.client.goto(url.as_str()).await.expect("the page");
        page.focus("[name=note]").await;
        page.write("calm").await;
        page.press(&[Key::Enter]).await;
        page.script(true).await;
        page.until("document.body.innerText.includes('note=calm')").await;
        let body = page.client.source().await.expect("an answer");
        assert!(body.contains("celsius=20"), "{body}");
    });
}

/// The summary of a refused form gets the focus and is scrolled to, so that something else lies under the
/// pointer when the second half of a double click comes.
#[test]
fn the_second_half_of_a_double_click_presses_nothing_else() {
    with_page(async |page| {
        let (_server, url) = demo_of(&["demo/inspection.toml"]);
        let focused = "document.activeElement.matches('[data-problems]')";
        let (mut x, mut y, mut is_double) = (0.0, 0.0, false);
        // On a busy machine it may not become a double click.
        for _ in 0..20 {
            page.client.goto(&url).await.expect("the page");
            page.until("document.querySelector('notch-form:state(ready)')").await;
            page.run("window.times = []; for (const type of ['click', 'pointerdown']) addEventListener(type, ({ timeStamp }) => times.push(timeStamp), true)").await;
            (x, y) = page.middle("document.querySelector('form button:not([type])')").await;
            page.presses_at(x, y, 2).await;
            page.until("times.length > 3").await;
            is_double = page.get("times[2] - times[1] < 400").await == "true";
            if is_double {
                break;
            }
        }
        assert!(is_double, "this machine is too slow for a double click");
        assert_eq!(page.get(focused).await, "true");
        tokio::time::sleep(Duration::from_millis(600)).await;
        page.mouse_at(x, y).await;
        assert_eq!(page.get(focused).await, "false", "later presses count again");
    });
}

#[test]
fn actions_in_a_sheets_page_are_recorded_and_run_as_a_test() {
    with_page(async |page| {
        let path =
            std::env::temp_dir().join(format!("pin-notch-record-{}.moves", std::process::id()));
        let path = path.to_str().expect("a name").to_owned();
        let (_server, url) = demo_of(&["demo/inspection.toml", "--record", &path]);
        page.client.goto(&url).await.expect("the page");
        page.until("document.querySelector('notch-form:state(ready)')").await;
        page.focus("#mites").await;
        page.write("12").await;
        page.focus("#stores-percent").await;
        page.press(&[Key::Right; 3]).await;
        page.mouse("#weight", "[part=track]", &[(0.3123, 0.5), (0.7312, 0.5)], Some(0), Some(1))
            .await;
        page.run("document.querySelector('form button').click()").await;
        page.focus("#treatment").await;
        page.write("f").await;
        page.press(&[Key::Enter]).await;
        page.run("document.querySelector('notch-form').undo()").await;
        page.run("document.querySelector('notch-form').redo()").await;
        page.focus("#dose").await;
        page.write("20").await;
        // Where the week ends depends on the language.
        page.focus("#next-visit").await;
        page.press(&[Key::Down, Key::End, Key::Enter]).await;
        page.focus("#temper").await;
        page.press(&[Key::Right]).await;
        let written = || std::fs::read_to_string(&path).unwrap_or_default();
        for _ in 0..100 {
            if written().contains("temper = 0.5") {
                break;
            }
            tokio::time::sleep(Duration::from_millis(50)).await;
        }
        let moves = written();
        for line in [
            "first-day sunday\n",
            "next-visit: key End\n",
            "send",
            "> refused: Visited: A value is required.",
            "undo",
            "redo",
            "dose = 20",
            "stores = 1.5",
        ] {
            assert!(moves.contains(line), "no {line} in {moves}");
        }
        let run = Command::new(env!("CARGO_BIN_EXE_pin-notch"))
            .args(["trace", "demo/inspection.toml", &path])
            .current_dir(env!("CARGO_MANIFEST_DIR"))
            .output()
            .expect("the command runs");
        let text = String::from_utf8_lossy(&run.stdout);
        assert!(run.status.success(), "{moves}\n{text}");
        assert!(text.contains("all met"), "{text}");
        let _ = std::fs::remove_file(path);
    });
}
