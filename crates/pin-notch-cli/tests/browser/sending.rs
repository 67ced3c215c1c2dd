//! Sending the form of a handwritten page, and what is kept until it is accepted.

use crate::form::{json, listed, shows, with_form};
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
        // A server that fails, and one that cannot be reached: nothing is lost.
        for (action, says) in [
            ("/break", "It could not be sent: 503 Service Unavailable. Nothing is lost."),
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

#[test]
fn entered_values_survive_a_reload() {
    with_form(async |page| {
        let ready = "document.querySelector('notch-form:state(ready)')";
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
        page.until(ready).await;
        assert_eq!(json(&page).await, before);
        assert_eq!(page.get(status).await, "What you entered earlier has been restored.");
        assert!(shows(&page, "[name=dose]").await);
        let moves = page.get("f.moves").await;
        assert!(moves.starts_with("mites: type \"1\"\n> input 1\nmites: type \"12\"\n"), "{moves}");
        page.focus("#mites").await;
        page.press(&[Key::Up]).await;
        assert_eq!(page.get(status).await, "");
        // After a reset it is gone.
        page.run("f.reset(); await new Promise((done) => setTimeout(done, 50))").await;
        page.client.refresh().await.expect("loaded again");
        page.until(ready).await;
        assert_eq!(page.get("[f.dirty, sessionStorage.length]").await, "[false,0]");
        assert_eq!(page.get(status).await, "");
    });
}

#[test]
fn a_draft_of_a_native_control_is_kept_as_typed() {
    with_form(async |page| {
        page.run("f.form.insertAdjacentHTML('beforeend', '<label>Half <input type=number name=half step=0.5 min=1></label><label>Mail <input type=email name=mail></label><label>Word <input type=password name=word></label><fieldset disabled><input name=off value=x></fieldset>'); await new Promise((done) => setTimeout(done, 50))").await;
        page.focus("[name=half]").await;
        page.write("2.7").await;
        page.focus("[name=mail]").await;
        page.write("nobody").await;
        page.focus("[name=word]").await;
        page.write("secret").await;
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
        assert!(kept.contains("nobody") && !kept.contains("secret"), "{kept}");
        let moves = page.get("f.moves").await;
        assert!(moves.contains("nobody") && !moves.contains("secret"), "{moves}");
        // Corrected.
        page.run("for (const [name, text] of [['half', '2.5'], ['mail', 'ada@apiary.example']]) { const one = f.form.elements[name]; one.value = text; for (const type of ['input', 'change']) one.dispatchEvent(new Event(type, { bubbles: true })); }").await;
        assert_eq!(listed(&page, "problems").await, "");
        assert_eq!(
            page.get("[f.values.half, f.values.mail, f.checkValidity()]").await,
            r#"[2.5,"ada@apiary.example",true]"#
        );
    });
}

/// The summary of a refused form gets the focus and is scrolled to, so that something else lies under the
/// pointer when the second half of a double click comes.
#[test]
fn the_second_half_of_a_double_click_presses_nothing_else() {
    with_page(async |page| {
        let (_server, url) = demo_of(&["demo/inspection.toml"]);
        page.client.goto(&url).await.expect("the page");
        page.until("document.querySelector('notch-form:state(ready)')").await;
        let (x, y) = page.middle("document.querySelector('form button:not([type])')").await;
        page.mouse_at(x, y).await;
        page.mouse_at(x, y).await;
        let focused = "document.activeElement.matches('[data-problems]')";
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
