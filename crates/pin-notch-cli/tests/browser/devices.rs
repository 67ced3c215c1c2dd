//! Keys and touches as people expect them: in dialogs, in forms, and during a gesture.

use crate::every::EVERY;
use crate::form::with_form_in;
use crate::support::{Behaviour, Page, serve_badly, web_files, with_page};
use fantoccini::key::Key;
use serde_json::json;

/// An open dialog with this content.
async fn dialog(page: &Page, html: &str) {
    page.show(&format!("<dialog>{html}</dialog>")).await;
    page.run("document.querySelector('dialog').showModal()").await;
}

const DIALOG_OPEN: &str = "document.querySelector('dialog').open";

#[test]
fn escape_closes_the_popup_and_then_the_dialog() {
    with_page(async |page| {
        for (start, ..) in EVERY {
            let tag = start.split(' ').next().unwrap_or_default();
            dialog(&page, &format!("<{start} id=it><option>Oxalic</option></{tag}>")).await;
            page.focus("#it").await;
            page.press(&[Key::Escape]).await;
            assert_eq!(page.get(DIALOG_OPEN).await, "false", "{start}");
        }
        for start in ["notch-select", "notch-select filter", "notch-date", "notch-date-span"] {
            let tag = start.split(' ').next().unwrap_or_default();
            dialog(&page, &format!("<{start} id=it><option>Oxalic</option></{tag}>")).await;
            page.focus("#it").await;
            page.press(&[Key::Down]).await;
            assert_eq!(page.get("document.querySelector('#it').open").await, "true", "{start}");
            page.press(&[Key::Escape]).await;
            let both = format!("[document.querySelector('#it').open, {DIALOG_OPEN}].join()");
            assert_eq!(page.get(&both).await, "false,true", "{start}");
            page.press(&[Key::Escape]).await;
            assert_eq!(page.get(DIALOG_OPEN).await, "false", "{start}");
        }
        // On a button of the calendar, too.
        dialog(&page, "<notch-date id=it></notch-date>").await;
        page.focus("#it").await;
        page.press(&[Key::Down]).await;
        page.run("document.querySelector('#it').shadowRoot.querySelector('[part=today]').focus()")
            .await;
        page.press(&[Key::Escape]).await;
        let both = format!("[document.querySelector('#it').open, {DIALOG_OPEN}].join()");
        assert_eq!(page.get(&both).await, "false,true");
    });
}

#[test]
fn autofocus_works_in_pages_and_dialogs() {
    with_page(async |page| {
        for (start, ..) in EVERY {
            let tag = start.split(' ').next().unwrap_or_default();
            dialog(
                &page,
                &format!(
                    "<button>First</button><{start} id=it autofocus><option>Oxalic</option></{tag}>"
                ),
            )
            .await;
            assert_eq!(page.get("document.activeElement.id").await, "it", "{start} in a dialog");
        }
        let html = "<!doctype html><title>Auto</title><notch-time id=it autofocus></notch-time><script type=module src=/pin-notch.js></script>";
        let (_server, url) = serve_badly(html.to_owned(), web_files(), Behaviour::Late(100)).await;
        page.client.goto(&url).await.expect("the page");
        page.until("document.activeElement.id === 'it'").await;
        page.write("0730").await;
        assert_eq!(page.value("#it").await, "07:30");
    });
}

#[test]
fn enter_sends_a_form_by_implicit_submission() {
    with_page(async |page| {
        // The rest of the form, an element, and whether Enter in it sends the form.
        let fields = [
            "notch-stepper",
            "notch-date",
            "notch-month",
            "notch-week",
            "notch-time",
            "notch-date-time",
        ];
        let rests = [
            ("<button>Send</button>", "true"),
            ("<button disabled>Send</button>", "false"),
            ("", "true"),
            ("<notch-stepper></notch-stepper>", "false"),
            ("<input type=checkbox>", "true"),
            ("<input>", "false"),
            ("<button type=button>No</button>", "true"),
        ];
        for tag in fields {
            for (rest, sends) in rests {
                page.show(&format!("<form><{tag} id=it></{tag}>{rest}</form>")).await;
                page.run("window.sent = false; document.forms[0].onsubmit = (event) => { event.preventDefault(); window.sent = true; };").await;
                page.focus("#it").await;
                page.press(&[Key::Enter]).await;
                assert_eq!(page.get("sent").await, sends, "{tag} beside {rest:?}");
            }
        }
        for tag in [
            "notch-slider",
            "notch-rating",
            "notch-span-slider",
            "notch-checkbox-group",
            "notch-item-stepper",
        ] {
            page.show(&format!(
                "<form><{tag} id=it><option>10</option></{tag}><button>Send</button></form>"
            ))
            .await;
            page.run("window.sent = false; document.forms[0].onsubmit = (event) => { event.preventDefault(); window.sent = true; };").await;
            page.focus("#it").await;
            page.press(&[Key::Enter]).await;
            assert_eq!(page.get("sent").await, "true", "{tag}");
        }
    });
}

#[test]
fn keys_of_lists_and_dates() {
    with_page(async |page| {
        page.show("<notch-select id=it><option>New Forest</option><option>New York</option><option>Newt</option></notch-select>").await;
        page.focus("#it").await;
        page.write("new y").await;
        assert_eq!(page.value("#it").await, "New York");
        assert_eq!(page.get("document.querySelector('#it').open").await, "false");

        // A choice that is not required can be removed by keys.
        for (attributes, after) in [("", ""), ("required", "oa")] {
            for key in [Key::Backspace, Key::Delete] {
                page.show(&format!("<notch-select id=it filter value=oa {attributes}><option value=oa>Oxalic</option></notch-select>")).await;
                page.focus("#it").await;
                page.press(&[key]).await;
                assert_eq!(page.value("#it").await, after, "{attributes}");
            }
        }

        // Disabled items are skipped in both directions.
        page.show("<notch-item-stepper id=it><option>Linden</option><option disabled>Orchard</option><option>Heath</option></notch-item-stepper>").await;
        page.focus("#it").await;
        page.press(&[Key::Right]).await;
        assert_eq!(page.value("#it").await, "Heath");
        page.press(&[Key::Left]).await;
        assert_eq!(page.value("#it").await, "Linden");

        // Down in the second field acts on the second day.
        page.show("<notch-date-span id=it two-fields lang=en value=2026-05-12/2026-05-14></notch-date-span>").await;
        page.run("document.querySelector('#it').shadowRoot.querySelector('[data-end=to]').focus()")
            .await;
        page.press(&[Key::Down, Key::Right, Key::Enter]).await;
        assert_eq!(page.value("#it").await, "2026-05-12/2026-05-15");
    });
}

/// A touch that begins on a part, moves over these places of the window relative to its center, and ends.
async fn touch(page: &Page, host: &str, part: &str, way: &[(f64, f64)], hold: u64) {
    let middle = format!(
        "(() => {{ const box = {}.getBoundingClientRect(); return [box.x + box.width / 2, box.y + box.height / 2].join(); }})()",
        Page::part(host, part)
    );
    let middle = page.get(&middle).await;
    let at: Vec<f64> = middle.split(',').map(|n| n.parse().expect("a figure")).collect();
    let points = |x: f64, y: f64| json!({ "touchPoints": [{ "x": at[0] + x, "y": at[1] + y }] });
    let with = |kind: &str, mut all: serde_json::Value| {
        all["type"] = kind.into();
        all
    };
    page.devtools("Input.dispatchTouchEvent", with("touchStart", points(0.0, 0.0))).await;
    for (x, y) in way {
        page.devtools("Input.dispatchTouchEvent", with("touchMove", points(*x, *y))).await;
    }
    tokio::time::sleep(std::time::Duration::from_millis(hold)).await;
    page.devtools("Input.dispatchTouchEvent", json!({ "type": "touchEnd", "touchPoints": [] }))
        .await;
}

#[test]
fn each_finger_moves_what_it_has_pressed() {
    with_page(async |page| {
        page.show(
            "<notch-span-slider id=both value=20,80></notch-span-slider><br><br>
             <notch-slider id=one value=50></notch-slider>",
        )
        .await;
        page.run("window.heard = []; both.addEventListener('input', ({ detail }) => heard.push(detail.value))")
            .await;
        let finger = async |id: u8, host: &str, at: f64| -> serde_json::Value {
            let box_of = format!("document.querySelector('#{host}').getBoundingClientRect()");
            let place = format!(
                "(({{ x, y, width, height }}) => JSON.stringify({{ id: {id}, x: x + width * {at}, y: y + height / 2 }}))({box_of})"
            );
            serde_json::from_str(&page.get(&place).await).expect("a place")
        };
        let touch = async |kind: &str, fingers: Vec<serde_json::Value>| {
            let all = json!({ "type": kind, "touchPoints": fingers });
            page.devtools("Input.dispatchTouchEvent", all).await;
        };
        let (lower, upper, other) = (
            finger(1, "both", 0.2).await,
            finger(2, "both", 0.8).await,
            finger(3, "one", 0.5).await,
        );
        touch("touchStart", vec![lower.clone()]).await;
        touch("touchStart", vec![lower.clone(), upper.clone()]).await;
        touch("touchStart", vec![lower, upper, other]).await;
        let moved = vec![
            finger(1, "both", 0.4).await,
            finger(2, "both", 0.6).await,
            finger(3, "one", 0.9).await,
        ];
        touch("touchMove", moved).await;
        touch("touchEnd", vec![]).await;
        let heard = page.get("[...heard, one.value > 80].join(' ')").await;
        assert!(heard.ends_with(",80 true") && !heard.contains("80,80"), "{heard}");
    });
}

#[test]
fn a_button_steps_by_a_tap_or_while_it_is_held_and_not_by_a_swipe() {
    with_page(async |page| {
        page.show("<div style='height: 3000px; padding-top: 300px'><notch-stepper id=it value=5></notch-stepper></div>").await;
        page.devtools("Emulation.setTouchEmulationEnabled", json!({ "enabled": true })).await;
        touch(&page, "#it", "[part=more]", &[], 0).await;
        page.until("document.querySelector('#it').value === '6'").await;
        // A swipe that begins on the button scrolls the page.
        let swipe: Vec<(f64, f64)> = (1..20).map(|step| (0.0, -10.0 * f64::from(step))).collect();
        touch(&page, "#it", "[part=more]", &swipe, 0).await;
        page.until("scrollY > 50").await;
        assert_eq!(page.value("#it").await, "6");
        page.run("scrollTo(0, 0)").await;
        // A finger that slides off neither reverts nor repeats anything.
        touch(&page, "#it", "[part=more]", &[(60.0, 0.0), (120.0, 0.0)], 700).await;
        assert_eq!(page.value("#it").await, "6");
        page.devtools("Emulation.setTouchEmulationEnabled", json!({ "enabled": false })).await;
        page.hold("#it", "[part=more]", 500).await;
        let value: i32 = page.value("#it").await.parse().expect("a number");
        assert!(value >= 8, "{value}");
        // While the page is blocked, as by an alert, nobody sees steps, and the release may be missed.
        page.run(
            "const it = document.querySelector('#it'); it.value = 5;
             const block = () => { for (const end = performance.now() + 1500; performance.now() < end;); };
             it.addEventListener('change', block, { once: true });",
        )
        .await;
        page.hold("#it", "[part=more]", 2500).await;
        assert_eq!(page.value("#it").await, "6");
        // The mouse goes down on the button and up elsewhere.
        page.run("document.querySelector('#it').value = 5").await;
        page.mouse("#it", "[part=more]", &[(0.5, 0.5), (4.5, 0.5)], Some(0), Some(1)).await;
        assert_eq!(page.value("#it").await, "5");
        // Assistive technology clicks without a pointer.
        page.run("document.querySelector('#it').shadowRoot.querySelector('[part=more]').click()")
            .await;
        assert_eq!(page.value("#it").await, "6");
        page.click("#it", "[part=less]", (0.5, 0.5)).await;
        assert_eq!(page.value("#it").await, "5");
    });
}

/// Leaving a field shows its problem, which moves what stands below it.
#[test]
fn what_is_pressed_is_clicked_even_if_a_field_that_is_left_grows() {
    const PAGE: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Visit</title>
<script type=module src=/pin-notch-form.js></script><notch-form><form></form></notch-form><main id=main></main>
<template id=fields><p><label>Hive <input id=hive name=hive required></label>
<p><label for=mites>Mites</label> <notch-stepper id=mites name=mites></notch-stepper>
<p><label for=visited>Visited</label> <notch-date id=visited name=visited></notch-date>
<p data-only-if="visited is not empty">Was it warm enough to open the hive?
<p><label for=note>Note</label> <notch-text id=note name=note minlength=5></notch-text>
<p><button id=send formnovalidate>Save</button> <input type=checkbox id=seen aria-label=Seen> <notch-switch id=told aria-label=Told></notch-switch>
<notch-stepper id=combs value=5 aria-label=Combs></notch-stepper></p></template>
<script>
window.pressed = [];
for (const type of ["click", "change", "mouseup"]) addEventListener(type, ({ target }) => pressed.push(`${type} ${target.id}`), true);
addEventListener("focusout", ({ target }) => { if (target.id === "mites") pressed.push(`left with ${target.value}`); });
addEventListener("submit", (event) => event.preventDefault());
function show(isIn) {
  const form = `<form aria-label=Visit novalidate>${fields.innerHTML}</form>`;
  main.innerHTML = isIn ? `<notch-form id=f>${form}</notch-form>` : form;
}</script>"#;
    let targets = [
        ("send", "send", "pressed.includes('click send')"),
        ("seen", "seen", "seen.checked"),
        ("told", "told", "told.checked"),
        ("combs", "combs.shadowRoot.querySelector('[part=more]')", "combs.value === '6'"),
    ];
    let fields = [
        ("#hive", ""),
        ("#mites", "3"),
        ("#mites", "3x"),
        ("#visited", "14.x"),
        ("#visited", "2026-05-14"),
        ("#note", "ab"),
    ];
    with_form_in(PAGE, async move |page| {
        for (place, is_ready) in
            [("true", "f.matches(':state(ready)')"), ("false", "told.matches(':state(ready)')")]
        {
            for (field, text) in fields {
                for (id, part, is_clicked) in targets {
                    page.run(&format!("show({place})")).await;
                    page.until(is_ready).await;
                    page.focus(field).await;
                    page.write(text).await;
                    page.run("pressed.length = 0").await;
                    let (x, y) = page.middle(part).await;
                    page.mouse_at(x, y).await;
                    let what = format!("{id} after {field} with {text:?}, in a form: {place}");
                    assert_eq!(page.get(is_clicked).await, "true", "{what}");
                    // The field settles before the click, and as soon as it is left if that is acceptable.
                    let order = match text {
                        "3" => format!("change mites,left with 3,mouseup {id},click {id}"),
                        _ => format!("left with 3,mouseup {id},change mites,click {id}"),
                    };
                    if field == "#mites" {
                        let seen = page.get("String(pressed.slice(0, 4))").await;
                        assert_eq!(seen, order, "{what}");
                    }
                }
            }
        }
    });
}
