//! Fields: numbers, months, weeks and times, typed and stepped.

use crate::form::with_form_in;
use crate::support::{Page, with_page};
use fantoccini::key::Key;
use serde_json::json;

#[test]
fn a_stepper_keeps_what_is_typed_apart_from_its_value() {
    with_page(async |page| {
        page.show(
            "<form><label for=it>Brood</label><notch-stepper id=it name=brood min=0 max=11 step=0.25 unit=frames>\
             </notch-stepper><button>Send</button></form>",
        )
        .await;
        let input = Page::part("#it", "[part=input]");
        page.find("label").await.click().await.unwrap();
        page.write("1.").await;
        assert_eq!(page.log().await[..2], ["type \"1\" -> input 1", "input event 1"]);
        assert_eq!(page.get(&format!("{input}.value")).await, "1.", "what is typed stands");
        page.write("25").await;
        page.press(&[Key::Up]).await;
        let log = page.log().await;
        assert_eq!(log[log.len() - 3], "key ArrowUp -> input 1.5, change 1.5");
        assert_eq!(page.get(&format!("{input}.value")).await, "1.50");
        // An unacceptable text is kept for correction, with its problem below, and the value unchanged.
        page.run(&format!("{input}.select()")).await;
        page.write("12.3").await;
        page.press(&[Key::Tab]).await;
        assert_eq!(page.value("#it").await, "1", "as far as it could be read");
        assert_eq!(page.get(&format!("{input}.value")).await, "12.3");
        assert_eq!(
            page.get(&format!("{}.textContent", Page::part("#it", "[part=problem]"))).await,
            "The value must be 11 or less."
        );
        assert_eq!(
            page.get("document.querySelector('#it').matches(':invalid:state(invalid)')").await,
            "true"
        );
        assert_eq!(page.get(&format!("{input}.getAttribute('aria-describedby')")).await, "problem");
        page.find("label").await.click().await.unwrap();
        page.press(&[Key::Escape]).await;
        assert_eq!(page.get(&format!("{input}.value")).await, "1.00", "what it has settled on");
        assert_eq!(page.get("document.querySelector('#it').matches(':valid')").await, "true");
        // A button that is held steps repeatedly.
        page.log().await;
        page.hold("#it", "[part=more]", 620).await;
        let log = page.log().await;
        let steps = log.iter().filter_map(|line| line.strip_prefix("step ")?.split(' ').next());
        let steps: i32 = steps.map(|steps| steps.parse::<i32>().expect("a number")).sum();
        // From 400 ms on, there is a step every 80 ms, even if a busy page polls rarely.
        assert!(steps >= 3, "{steps} steps in 620 ms: {log:?}");
        page.run("document.querySelector('#it').stepDown(100)").await;
        assert_eq!(page.value("#it").await, "0");
        // Enter in the field sends the form.
        page.run("document.forms[0].addEventListener('submit', (event) => { event.preventDefault(); window.sent = new URLSearchParams(new FormData(event.target)).toString(); });").await;
        page.find("label").await.click().await.unwrap();
        page.run(&format!("{input}.select()")).await;
        page.write("2").await;
        page.press(&[Key::Enter]).await;
        assert_eq!(page.get("window.sent").await, "brood=2");
    });
}

#[test]
fn numbers_are_written_and_read_in_the_language_of_the_context() {
    with_page(async |page| {
        page.show(
            "<div lang=de><notch-stepper min=0 max=5000 step=0.5></notch-stepper>\
             <notch-slider max=40 step=0.1 value=18.4 unit=kg></notch-slider></div>\
             <div lang=de><notch-stepper id=year value=2026 max=2030 number-pattern=0></notch-stepper>\
             <notch-slider id=turns max=900000 value=602000 number-pattern=0.0E0 unit=rpm></notch-slider></div>\
             <div lang=ar-EG dir=rtl><notch-time></notch-time><notch-stepper id=ar></notch-stepper></div>\
             <div lang=fr><notch-date value=2026-05-14 date-pattern='EEEE d MMMM y'></notch-date></div>",
        )
        .await;
        page.focus("notch-stepper").await;
        page.write("1234,5").await;
        assert_eq!(page.value("notch-stepper").await, "1234.5");
        page.press(&[Key::Up, Key::Up]).await;
        let input = format!("{}.value", Page::part("notch-stepper", "[part=input]"));
        assert_eq!(page.get(&input).await, "1.235,5");
        assert_eq!(page.get("document.querySelector('notch-slider').valueText").await, "18,4 kg");
        assert_eq!(
            page.get(&format!("{}.value", Page::part("#year", "[part=input]"))).await,
            "2026"
        );
        assert_eq!(page.get("document.querySelector('#turns').valueText").await, "6,02E5 rpm");
        page.run("document.querySelector('#year').numberPattern = '#,##0.00'").await;
        assert_eq!(
            page.get(&format!("{}.value", Page::part("#year", "[part=input]"))).await,
            "2.026,00"
        );
        page.focus("notch-time").await;
        page.write("٠٧30").await;
        assert_eq!(page.value("notch-time").await, "07:30");
        assert_eq!(
            page.get(&format!("{}.textContent", Page::part("notch-time", "[part=field]"))).await,
            "٠٧:٣٠"
        );
        let date = format!("{}.value", Page::part("notch-date", "[part=input]"));
        assert_eq!(page.get(&date).await, "jeudi 14 mai 2026");
        page.run(&format!("{}.select()", Page::part("notch-date", "[part=input]"))).await;
        page.focus("notch-date").await;
        page.write("Vendredi 15 MAI 2026").await;
        assert_eq!(page.value("notch-date").await, "2026-05-15");
    });
}

#[test]
fn messages_write_numbers_in_the_language_of_the_context() {
    const PAGE: &str = r#"<!doctype html><html lang=de><meta charset=utf-8><title>Zargen</title>
<script type=module src=/pin-notch-form.js></script>
<notch-form id=f><form aria-label=Zargen><label>Gewicht <notch-stepper name=weight min=0.5 step=any></notch-stepper></label></form></notch-form>"#;
    with_form_in(PAGE, async |page| {
        page.focus("notch-stepper").await;
        let said = "[document.querySelector('notch-stepper').validationMessage, ...f.problems.map(({ text }) => text)].join(' / ')";
        for (typed, text) in [
            ("0,1", "The value must be 0,5 or more."),
            ("x", "\"0,1x\" is not a number; write it like 12,25."),
        ] {
            page.write(typed).await;
            assert_eq!(page.get(said).await, format!("{text} / {text}"));
        }
    });
}

#[test]
fn fields_fill_and_step_and_move_on() {
    with_page(async |page| {
        page.show(
            "<form><label>Opened <notch-time name=opened min=06:30 max=21:00 step=900></notch-time></label></form>",
        )
        .await;
        page.focus("notch-time").await;
        page.write("08").await;
        let focused = "document.querySelector('notch-time').shadowRoot.activeElement.getAttribute('aria-label')";
        assert_eq!(page.get(focused).await, "Opened, minute", "a full field leads on to the next");
        page.write("30").await;
        assert_eq!(page.value("notch-time").await, "08:30");
        page.press(&[Key::Up, Key::Left, Key::Down]).await;
        assert_eq!(page.value("notch-time").await, "07:45");
        page.press(&[Key::Delete, Key::Tab, Key::Tab]).await;
        assert_eq!(
            page.get("document.querySelector('notch-time').validationMessage").await,
            "The hour is missing."
        );
        assert_eq!(page.value("notch-time").await, "07:45", "what is half filled in is kept apart");
        page.run("document.forms[0].reset()").await;
        assert_eq!(page.value("notch-time").await, "");
        let text = format!("{}.textContent", Page::part("notch-time", "[part=field]"));
        assert_eq!(page.get(&text).await, "hh:mm");
    });
}

/// Virtual keyboards and input methods enter text without keys.
#[test]
fn fields_take_digits_from_virtual_keyboards_and_the_clipboard() {
    with_page(async |page| {
        page.show(
            "<notch-time aria-label=Opened></notch-time><notch-date-time aria-label=Visited></notch-date-time>\
             <notch-time id=kept readonly value=12:00></notch-time><input>",
        )
        .await;
        let insert = async |text: &str| {
            page.devtools("Input.insertText", json!({ "text": text })).await;
        };
        page.click("notch-time", "[part~=number]", (0.5, 0.5)).await;
        for digit in ["0", "8", "30"] {
            insert(digit).await;
        }
        assert_eq!(page.value("notch-time").await, "08:30");
        let text = format!("{}.textContent", Page::part("notch-time", "[part=field]"));
        let composed = json!({ "text": "４", "selectionStart": 1, "selectionEnd": 1 });
        page.devtools("Input.imeSetComposition", composed).await;
        assert_eq!(page.value("notch-time").await, "08:30", "while it is composed");
        insert("４５").await;
        assert_eq!(
            (page.value("notch-time").await, page.get(&text).await),
            ("08:45".into(), "08:45".into())
        );
        insert("x").await;
        assert_eq!(page.get(&text).await, "08:45");
        page.press(&[Key::Backspace]).await;
        assert_eq!(page.get(&text).await, "08:mm");

        let edit = async |command: &str| {
            let key =
                json!({ "type": "keyDown", "key": "x", "modifiers": 2, "commands": [command] });
            page.devtools("Input.dispatchKeyEvent", key).await;
        };
        for text in ["2026-05-14T14:30", " 2026-06-02 07:15", "yesterday"] {
            page.run(&format!("const note = document.querySelector('input'); note.value = '{text}'; note.select();")).await;
            edit("copy").await;
            page.focus("notch-date-time").await;
            edit("paste").await;
        }
        assert_eq!(page.value("notch-date-time").await, "2026-06-02T07:15");
        edit("copy").await;
        page.run("const note = document.querySelector('input'); note.value = ''; note.focus();")
            .await;
        edit("paste").await;
        assert_eq!(page.value("input").await, "2026-06-02T07:15");

        page.click("#kept", "[part~=number]", (0.5, 0.5)).await;
        insert("1").await;
        assert_eq!(page.value("#kept").await, "12:00");
    });
}

#[test]
fn virtual_keyboards_have_the_keys_that_are_needed() {
    with_page(async |page| {
        for (markup, keyboard) in [
            ("<notch-stepper min=0>", "decimal"),
            ("<notch-stepper>", "text"),
            ("<notch-stepper min=-5>", "text"),
            ("<notch-week>", "numeric"),
            ("<notch-text type=tel>", "tel"),
        ] {
            page.show(markup).await;
            let mode = "document.body.firstElementChild.shadowRoot.querySelector('input, [contenteditable]').inputMode";
            assert_eq!(page.get(mode).await, keyboard, "{markup}");
        }
    });
}

#[test]
fn input_methods_compose_numbers_and_dates_and_keep_their_enter() {
    with_page(async |page| {
        page.show(
            "<form onsubmit='event.preventDefault(); log.push(`sent`)'>\
             <notch-stepper max=40 step=0.5></notch-stepper><notch-date></notch-date>\
             <notch-select filter><option>日本<option>Brood</notch-select><button>Send</button></form>",
        )
        .await;
        for (host, parts, value) in [
            ("notch-stepper", ["１２", "１２．５"], "12.5"),
            ("notch-date", ["２０２６", "２０２６－０６－０２"], "2026-06-02"),
            ("notch-select", ["に", "日本"], ""),
        ] {
            page.focus(host).await;
            for text in parts {
                let end = text.chars().count();
                let composed = json!({ "text": text, "selectionStart": end, "selectionEnd": end });
                page.devtools("Input.imeSetComposition", composed).await;
            }
            page.devtools("Input.insertText", json!({ "text": parts[1] })).await;
            assert_eq!(page.value(host).await, value);
            // As in Safari, where the Enter that confirms a composition follows its end.
            let field = Page::part(host, "input");
            page.run(&format!("{field}.dispatchEvent(new KeyboardEvent('keydown', {{ key: 'Enter', keyCode: 229, bubbles: true, composed: true }}));")).await;
            let log = page.log().await;
            assert!(!log.iter().any(|line| line.contains("Enter") || line == "sent"), "{log:?}");
            assert_eq!(page.get(&format!("{field}.value")).await, parts[1], "the text stays");
        }
        page.press(&[Key::Enter]).await;
        assert_eq!(page.value("notch-select").await, "日本");
    });
}
