//! Values that a script assigns to a form as a whole.

use crate::form::{json, with_form_in};
use crate::support::{demo_of, with_page};

const PAGE: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Visit</title>
<script>window.warned = []; console.warn = (text) => warned.push(text);
addEventListener("DOMContentLoaded", () => { f.values = { weight: 4, nectar: 1 }; });</script>
<script type=module src=/pin-notch-form.js></script>
<notch-form id=f><form>
<notch-stepper name=weight step=0.1></notch-stepper> <notch-switch name=fed></notch-switch>
<notch-span-slider name=outside></notch-span-slider> <notch-date name=next></notch-date>
<notch-select name=seen multiple><option>eggs<option>larvae</notch-select>
<input type=number name=mites> <input type=checkbox name=queen> <input type=date name=visited>
<label><input type=radio name=hive value=linden>Linden</label> <label><input type=radio name=hive value=heath>Heath</label>
<label><input type=checkbox name=feed value=syrup>Syrup</label> <label><input type=checkbox name=feed value=fondant>Fondant</label>
<select name=frames multiple><option>3<option>5</select> <textarea name=notes></textarea>
<fieldset><legend>Treatment</legend><input type=hidden name=treatment value=0 data-least=0 data-most=2>
<p class=one-row><input type=number name=treatment.1.amount> <notch-select name=treatment.1.agent><option value=oa>Oxalic acid</notch-select></p>
<p class=one-row><input type=number name=treatment.2.amount> <notch-select name=treatment.2.agent><option value=oa>Oxalic acid</notch-select></p></fieldset>
<div data-only-if="mites > 9"><input name=why></div>
<output data-text="{weight} kg, {hive}, {treatment.1.agent}"></output></form></notch-form>"#;

#[test]
fn values_go_to_the_fields_with_their_names() {
    with_form_in(PAGE, async |page| {
        // Assigned before the form started.
        assert_eq!(
            page.get("`${f.values.weight} ${warned}`").await,
            "4 <notch-form id=\"f\">: there is no field \"nectar\""
        );
        page.run("window.events = []; for (const type of ['input', 'change']) f.addEventListener(type, () => events.push(type))").await;
        page.run("f.values = { weight: '18.40', fed: true, outside: [10, 20], next: new Date('2026-06-01'), seen: ['larvae'], mites: 12, queen: true,
             visited: '2026-05-14', hive: 'heath', feed: ['fondant'], frames: [5], notes: 'calm\\nfed', treatment: [{ amount: 3, agent: 'oa' }, { amount: 4 }], why: 'many' }").await;
        let all = r#"{"weight":18.4,"fed":true,"outside":[10,20],"next":"2026-06-01","seen":["larvae"],"mites":12,"queen":true,"visited":"2026-05-14","hive":"heath","feed":["fondant"],"frames":["5"],"notes":"calm\nfed","treatment":[{"amount":3,"agent":"oa"},{"amount":4,"agent":null}],"why":"many"}"#;
        assert_eq!(json(&page).await, all);
        let seen = "[f.querySelector('output').value, f.dirty, events, document.querySelectorAll('.one-row:not([hidden])').length].join(' / ')";
        // A record that was fetched is what it begins with.
        assert_eq!(page.get(seen).await, "18.4 kg, Heath, Oxalic acid / false /  / 2");
        // What it says can be assigned again.
        page.run("const { values } = f; f.reset(); await new Promise((done) => setTimeout(done)); window.between = f.json; f.values = values").await;
        assert!(page.get("between").await.starts_with(r#"{"weight":null,"fed":false,"#));
        assert_eq!(json(&page).await, all);
        page.run("f.values = { weight: null, fed: null, next: undefined, seen: [], queen: false, visited: null, hive: null, feed: [], treatment: [], mites: null }").await;
        let emptied = r#"{"weight":null,"fed":false,"outside":[10,20],"next":null,"seen":[],"mites":null,"queen":false,"visited":null,"hive":null,"feed":[],"frames":["5"],"notes":"calm\nfed","treatment":[]}"#;
        assert_eq!(json(&page).await, emptied);
        // A record that is not there yet, and what cannot be rows.
        page.run("warned.length = 0; f.values = undefined; f.values = { treatment: [null], weight: 2 }; f.values = { treatment: 3 }").await;
        let note = "<notch-form id=\"f\">: \"treatment\" takes a list of objects, one for each row";
        assert_eq!(page.get("warned.join()").await, format!("{note},{note}"));
        assert_eq!(json(&page).await, emptied.replace(r#""weight":null"#, r#""weight":2"#));
    });
}

/// A number of rows that is not allowed becomes the nearest that is.
#[test]
fn there_are_never_fewer_or_more_rows_than_allowed() {
    const PAGE: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Visit</title>
<script>window.warned = []; console.warn = (text) => warned.push(text);</script><script type=module src=/pin-notch-form.js></script>
<notch-form id=f><form id=form><input type=hidden id=sting name=sting value=9 data-least=1 data-most=2>
<p><notch-stepper name=sting.1.pain></notch-stepper></p><p data-only-if="sting >= 2"><notch-stepper name=sting.2.pain></notch-stepper></p></form></notch-form>"#;
    with_form_in(PAGE, async |page| {
        let now = "`${f.json} ${new URLSearchParams(new FormData(form))} ${f.problems.length}`";
        let two =
            r#"{"sting":[{"pain":null},{"pain":null}]} sting=2&sting.1.pain=&sting.2.pain= 0"#;
        let one = r#"{"sting":[{"pain":null}]} sting=1&sting.1.pain= 0"#;
        let three = r#"{"sting":[{"pain":3},{"pain":4}]} sting=2&sting.1.pain=3&sting.2.pain=4 0"#;
        for (change, expected) in [
            ("", two),
            ("f.values = { sting: [] }", one),
            ("f.values = { sting: [{ pain: 3 }, { pain: 4 }, { pain: 5 }] }", three),
            ("f.reset(); sting.value = ''", one),
            ("sting.value = 3", two),
            ("sting.value = 'many'; sting.dataset.least = 2", two),
        ] {
            page.run(&format!("{change}; await new Promise((done) => setTimeout(done, 50))")).await;
            assert_eq!(page.get(now).await, expected, "{change}");
        }
        assert!(page.get("warned.join()").await.contains(r#"there is no field "sting.3.pain""#));
    });
}

/// A script does not have to wait for anything between two lines.
#[test]
fn values_are_up_to_date_at_once() {
    const PAGE: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Visit</title>
<script>window.warned = []; console.warn = (text) => warned.push(text);</script><script type=module src=/pin-notch-form.js></script>
<notch-form id=f><form id=form><notch-stepper id=celsius name=celsius value=180></notch-stepper> <notch-stepper id=fahrenheit name=fahrenheit></notch-stepper>
<notch-link from=celsius to=fahrenheit from-range=0,100 to-range=32,212></notch-link>
<input type=number id=mites name=mites value=3> <notch-select id=hive name=hive><option value=linden>Linden<option value=heath disabled>Heath</notch-select>
<button type=reset id=again>Reset</button></form></notch-form>"#;
    with_form_in(PAGE, async |page| {
        let at_first = r#"{"celsius":180,"fahrenheit":356,"mites":3,"hive":null}"#;
        for (change, now) in [
            ("celsius.value = 20", r#"{"celsius":20,"fahrenheit":68,"mites":3,"hive":null}"#),
            ("form.reset()", at_first),
            ("mites.value = 9; f.reset()", at_first),
            (
                "celsius.value = 20; form.reset(); celsius.value = 30",
                r#"{"celsius":30,"fahrenheit":86,"mites":3,"hive":null}"#,
            ),
            (
                "mites.value = 9; form.reset(); mites.value = 4",
                r#"{"celsius":180,"fahrenheit":356,"mites":4,"hive":null}"#,
            ),
            (
                "f.reset(); f.values = { mites: 5, fahrenheit: 50 }",
                r#"{"celsius":10,"fahrenheit":50,"mites":5,"hive":null}"#,
            ),
            ("again.click(); await new Promise((done) => setTimeout(done))", at_first),
            (
                "form.addEventListener('reset', (event) => event.preventDefault(), { once: true }); mites.value = 7; form.reset()",
                r#"{"celsius":180,"fahrenheit":356,"mites":7,"hive":null}"#,
            ),
            (
                "hive.lastElementChild.disabled = false; hive.value = 'heath'",
                r#"{"celsius":180,"fahrenheit":356,"mites":7,"hive":"heath"}"#,
            ),
            (
                "hive.innerHTML = '<option>Orchard'; hive.value = 'Orchard'",
                r#"{"celsius":180,"fahrenheit":356,"mites":7,"hive":"Orchard"}"#,
            ),
            (
                "form.insertAdjacentHTML('beforeend', '<input name=notes value=calm>'); mites.remove(); hive.name = 'place'",
                r#"{"celsius":180,"fahrenheit":356,"place":"Orchard","notes":"calm"}"#,
            ),
            (
                "form.insertAdjacentHTML('beforeend', '<notch-stepper name=frames></notch-stepper>'); f.values = { frames: 10 }",
                r#"{"celsius":180,"fahrenheit":356,"place":"Orchard","notes":"calm","frames":10}"#,
            ),
        ] {
            page.run(&format!("window.then = await (async () => {{ {change}; return f.json; }})(); await new Promise((done) => setTimeout(done, 50))")).await;
            let later = json(&page).await;
            assert_eq!([page.get("then").await.as_str(), &later], [now, now], "{change}");
        }
        assert_eq!(page.get("warned.join()").await, "");
    });
}

#[test]
fn a_sheets_values_can_be_assigned_to_its_page() {
    with_page(async |page| {
        for (sheet, values) in [
            ("demo/inspection.toml", r#"{"mites":12,"treatment":"oa","weight":31.5,"brood":4.25}"#),
            (
                "demo/stings.toml",
                r#"{"sting":[{"time":"07:30","where":"neck","pain":3,"swelling":2},{"time":null,"where":"foot","pain":1,"swelling":0}]}"#,
            ),
        ] {
            let (_server, url) = demo_of(&[sheet]);
            page.client.goto(&url).await.expect("the page");
            page.until("document.querySelector('notch-form:state(ready)')").await;
            page.run(&format!(
                "window.f = document.querySelector('notch-form'); f.values = {values}"
            ))
            .await;
            let now = page.get("f.json").await;
            let field = values.trim_matches(['{', '}']).split(",\"").next().unwrap_or_default();
            assert!(now.contains(field), "{now}");
            let again = "(() => { const { values, json } = f; f.clear(); const cleared = f.json; f.values = values; return `${cleared === json} ${f.json === json}`; })()";
            assert_eq!(page.get(again).await, "false true", "{now}");
        }
    });
}
