//! The browser's own controls as fields of a form: inside it, or tied to it by their attribute `form`.

use crate::form::{json, listed, shows, with_form_in};
use fantoccini::key::Key;
use std::process::Command;

const PAGE: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Seen</title>
<script type=module src=/pin-notch-form.js></script>
<main><h1>Seen</h1>
<notch-form id=f><form id=form aria-label=Seen>
<fieldset><legend>Seen</legend>
  <label><input type=checkbox name=seen value=queen> queen</label>
  <label><input type=checkbox name=seen value=eggs checked> eggs</label>
  <label><input type=checkbox name=seen value="sealed, open" disabled> brood</label></fieldset>
<label>Combs <select name=combs multiple><option selected>old, dark<option selected>new<option>foundation</select></label>
<label>Frames <input type=number name=frames value=10></label> <label>Half <input type=number name=half step=any></label>
<notch-link hidden from=frames to=half from-range="0,10" to-range="0,5"></notch-link>
<label>Hive <select name=hive><option>Linden<option>Heath</select></label>
<p data-only-if="'queen' in seen"><label>Colour <input name=colour></label> <label>Number <input name=number value=7 disabled></label></p>
<notch-rule hidden holds="count(seen) >= 1" field=seen>Look again.</notch-rule>
</form></notch-form>
<label>Keeper <input form=form name=keeper value=I></label>
<label for=told>Told</label> <notch-switch form=form id=told name=told></notch-switch></main>"#;

#[test]
fn native_choices_and_controls_outside_are_fields() {
    with_form_in(PAGE, async |page| {
        let sent = "new URLSearchParams(new FormData(document.forms[0])).toString()";
        let at_first = r#"{"seen":["eggs"],"combs":["old, dark","new"],"frames":10,"half":5,"hive":"Linden","keeper":"I","told":false}"#;
        let first_sent =
            "seen=eggs&combs=old%2C+dark&combs=new&frames=10&half=5&hive=Linden&keeper=I";
        assert_eq!(json(&page).await, at_first);
        assert_eq!(page.get(sent).await, first_sent);
        assert_eq!(page.get("f.dirty").await, "false");

        // Checkboxes that share a name are one field with a list of values.
        page.focus("[value=queen]").await;
        page.write(" ").await;
        assert_eq!(page.get("String(f.values.seen)").await, "queen,eggs");
        // What the page has disabled is not enabled by a condition.
        assert_eq!(
            page.get("[document.querySelector('[name=colour]').disabled, document.querySelector('[name=number]').disabled]").await,
            "[false,true]"
        );
        assert_eq!(page.get("f.undo()").await, "true");
        assert_eq!(json(&page).await, at_first);
        page.run(
            "document.querySelector('[value=eggs]').click(); document.forms[0].requestSubmit()",
        )
        .await;
        assert_eq!(listed(&page, "problems").await, "Seen: Look again.");
        let described = "[...document.querySelectorAll('[name=seen]')].map((one) => one.validationMessage !== '').join()";
        assert_eq!(page.get(described).await, "true,true,false", "disabled ones are not checked");
        page.expect_accessible().await;

        // Controls outside of the form are noticed at once.
        page.focus("[name=keeper]").await;
        page.press(&[Key::End]).await;
        page.write("da").await;
        page.focus("#told").await;
        page.write(" ").await;
        let outside = "[f.values.keeper, f.values.told]";
        assert_eq!(page.get(outside).await, r#"["Ida",true]"#);
        page.press_with(Key::Control, 'z').await;
        assert_eq!(page.get(outside).await, r#"["Ida",false]"#);
        page.press_with(Key::Control, 'y').await;
        assert_eq!(page.get(outside).await, r#"["Ida",true]"#);
        assert_eq!(
            page.get(
                "document.querySelector('[name=keeper]').matches('[data-dirty][data-touched]')"
            )
            .await,
            "true"
        );

        // What a script enters is noticed when it matters.
        page.run("document.querySelector('[name=keeper]').value = 'Jon'; document.querySelector('[value=eggs]').checked = true").await;
        assert_eq!(
            page.get("[f.values.keeper, f.values.seen, f.problems.length]").await,
            r#"["Jon",["eggs"],0]"#
        );
        page.run("document.querySelector('[name=frames]').value = 12").await;
        assert_eq!(page.get("[f.values.frames, f.values.half]").await, "[12,6]");
        assert_eq!(page.value("[name=half]").await, "6");
        // A checkbox that has to be checked.
        page.run("const queen = document.querySelector('[value=queen]'); queen.required = true; document.forms[0].requestSubmit()").await;
        assert!(listed(&page, "problems").await.starts_with("Seen: "));
        page.run("document.querySelector('[value=queen]').required = false").await;

        page.run("document.forms[0].reset(); await new Promise((done) => setTimeout(done, 50))")
            .await;
        assert_eq!(json(&page).await, at_first);
        assert_eq!(page.get(sent).await, first_sent);
        assert_eq!(page.get("f.dirty").await, "false");
        // A form that was moved still notices everything.
        page.run("document.querySelector('main').append(f); await new Promise((done) => setTimeout(done, 50)); document.querySelector('[value=queen]').click()").await;
        assert_eq!(page.get("String(f.values.seen)").await, "queen,eggs");

        // Of other controls with the same name, only the first is a field, and the developer is told.
        page.run(
            "window.warned = []; console.warn = (text) => warned.push(text);
             document.forms[0].insertAdjacentHTML('beforeend', '<input name=hive aria-label=Hive>');
             await new Promise((done) => setTimeout(done, 50));",
        )
        .await;
        assert_eq!(
            page.get("warned.join()").await,
            "<notch-form id=\"f\">: the name \"hive\" is taken: give each control its own"
        );
        assert_eq!(page.get("f.values.hive").await, "Linden");
    });
}

/// The same form as a sheet.
const SHEET: &str = r#"
title = "Seen"
link = [{ from = "frames", to = "half", from-range = [0, 10], to-range = [0, 5] }]
rule = [{ holds = "count(seen) >= 1", field = "seen", message = "Look again." }]
field = [
  { name = "seen", control = "checkbox-group", label = "Seen", value = ["eggs"], options = ["queen", "eggs", { value = "sealed, open", text = "brood", disabled = true }] },
  { name = "combs", control = "select", label = "Combs", multiple = true, value = ["old, dark", "new"], options = ["old, dark", "new", "foundation"] },
  { name = "frames", control = "stepper", label = "Frames", value = 10 },
  { name = "half", control = "stepper", label = "Half", step = "any" },
  { name = "hive", control = "select", label = "Hive", value = "Linden", options = ["Linden", "Heath"] },
  { name = "colour", control = "text", label = "Colour", only-if = "'queen' in seen" },
  { name = "number", control = "text", label = "Number", value = "7", disabled = true },
  { name = "keeper", control = "text", label = "Keeper", value = "I" },
  { name = "told", control = "switch", label = "Told" },
]
"#;

const PARTS: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Visit</title>
<script type=module src=/pin-notch-form.js></script>
<main><h1>Visit</h1>
<notch-form id=f><form aria-label=Visit>
<section data-part><h2>When</h2>
<label>Day <input type=date name=day max=2026-05-31 value=2026-06-02></label>
<label>Gone <input type=date name=gone max=2026-05-31 value=2026-06-02 disabled></label>
<label>Frames <input type=number name=frames min=12></label></section>
<section data-part><h2>What</h2><label>Note <input name=note></label>
<label><input type=radio name=queen value=on checked> seen</label> <label><input type=radio name=queen disabled> not yet</label>
<label>Combs <select name=combs multiple><option value="" selected>empty<option>old</select></label>
<label>Origin <select name=origin required><option>bred<option value="" selected>not known</select></label></section>
<button>Send</button></form></notch-form></main>"#;

/// What only the browser checks counts like everything else, except where the browser does not check.
#[test]
fn problems_that_only_the_browser_knows_count() {
    with_form_in(PARTS, async |page| {
        let problems =
            "f.problems.map(({ name, label, element }) => [name, label, element.name]).join()";
        assert_eq!(page.get(problems).await, "day,Day,day");
        // Of two options that send the same, the one that the page has chosen stays so.
        assert_eq!(page.get("new FormData(document.forms[0]).get('queen')").await, "on");
        assert_eq!(page.get("JSON.stringify(f.values.combs)").await, r#"[""]"#);
        let next = "[...document.querySelectorAll('button')].find((one) => one.textContent === 'Next').click()";
        let in_sight = "[...document.querySelectorAll('[data-part]')].map((part) => Number(part.checkVisibility())).join('')";
        page.run(next).await;
        assert_eq!(page.get(in_sight).await, "10");
        assert!(listed(&page, "problems").await.starts_with("Day: "));
        page.run("document.querySelector('[name=day]').value = '2026-05-30'").await;
        assert_eq!(page.get(problems).await, "");
        page.run(next).await;
        assert_eq!(page.get(in_sight).await, "01");
        // An empty option that is not the first is a value, so that only a select without any is empty.
        page.run("document.querySelector('[name=origin]').selectedIndex = -1").await;
        assert_eq!(page.get(problems).await, "origin,Origin,origin");
    });
}

#[test]
fn what_the_browser_or_the_page_finds_wrong_is_never_sent() {
    const PAGE: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Visit</title>
<script type=module src=/pin-notch-form.js></script>
<main><notch-form id=f><form aria-label=Visit><label>At <input type=time name=at value=07:30></label>
<label>Mail <input type=email name=mail></label> <label>Combs <input type=number name=combs></label>
<notch-rule hidden holds="combs &lt; 9 or mail is not empty" field=mail>Many combs, so who was it?</notch-rule>
<button id=send>Send</button></form></notch-form></main>"#;
    with_form_in(PAGE, async |page| {
        page.run("window.sent = 0; f.addEventListener('submit', (event) => { sent++; event.preventDefault(); });
                  window.enter = (name, text) => { const one = f.form.elements[name]; one.value = text; for (const type of ['input', 'change']) one.dispatchEvent(new Event(type, { bubbles: true })); }").await;
        let wrong = "f.problems.map(({ name }) => name).join()";
        for (name, bad, good) in [("at", "07:30:15", "07:30"), ("mail", "nobody", "")] {
            page.run(&format!("enter('{name}', '{bad}')")).await;
            // Also when it has been said before.
            for _ in 0..3 {
                page.run("send.click()").await;
                assert_eq!(
                    page.get(&format!(
                        "[sent, f.checkValidity(), f.reportValidity(), {wrong}].join()"
                    ))
                    .await,
                    format!("0,false,false,{name}")
                );
            }
            page.run(&format!("enter('{name}', '{good}')")).await;
        }
        // What has been typed into a number field, but is none, is no value for scripts.
        page.focus("[name=combs]").await;
        page.write("1e").await;
        page.run("send.click()").await;
        assert_eq!(page.get(&format!("[sent, {wrong}].join()")).await, "0,combs");
        page.run("enter('combs', '12')").await;
        assert_eq!(page.get(wrong).await, "mail");
        // The page's own objections stay beside those of the form.
        page.run("f.form.elements.at.setCustomValidity('Too early.'); f.form.elements.mail.setCustomValidity('Only by phone.'); send.click()").await;
        assert_eq!(
            listed(&page, "problems").await,
            "At: Too early. / Mail: Only by phone. / Mail: Many combs, so who was it?"
        );
        page.run("enter('combs', '5'); send.click()").await;
        assert_eq!(listed(&page, "problems").await, "At: Too early. / Mail: Only by phone.");
        page.run("for (const name of ['at', 'mail']) f.form.elements[name].setCustomValidity('')")
            .await;
        // While a control is disabled, nothing is wrong with it.
        page.run("enter('combs', '12'); send.click(); f.form.elements.mail.disabled = true; await new Promise((done) => setTimeout(done, 50)); enter('combs', '5'); f.form.elements.mail.disabled = false; await new Promise((done) => setTimeout(done, 50))").await;
        assert_eq!(
            page.get("[sent, f.problems.length, f.form.elements.mail.validationMessage].join()")
                .await,
            "0,0,"
        );
        page.run("send.click()").await;
        assert_eq!(page.get("sent").await, "1");
    });
}

#[test]
fn files_and_controls_with_the_same_name_are_checked_and_sent() {
    const PAGE: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Visit</title>
<script type=module src=/pin-notch-form.js></script>
<script>customElements.define('bee-seal', class extends HTMLElement { static formAssociated = true; value = 'wax'; constructor() { super(); this.attachInternals().setFormValue('wax'); } })</script>
<main><notch-form id=f keep in-place><form method=post action=/accept aria-label=Visit>
<label>Photo <input type=file name=photo required multiple></label> <label>Note <textarea name=note>calm
bees</textarea></label>
<label>Keeper <input name=keeper required value=Ida></label> <label>Second keeper <input name=keeper required></label>
<bee-seal name=seal></bee-seal> <div data-only-if="photo is not empty"><label>Taken <input type=time name=taken></label> <bee-seal name=lid></bee-seal></div>
<notch-rule hidden holds="keeper != 'Jon'" field=seal>Jon has no seal.</notch-rule>
<button id=send>Send</button></form></notch-form></main>"#;
    with_form_in(PAGE, async |page| {
        page.run("window.answers = []; f.addEventListener('accepted', async ({ detail }) => answers.push(await detail.answer.text()));
                  window.fire = (one) => { for (const type of ['input', 'change']) one.dispatchEvent(new Event(type, { bubbles: true })); }").await;
        let wrong = "f.problems.map(({ name }) => name).join()";
        assert_eq!(page.get(wrong).await, "photo,keeper#2");
        page.run("send.click()").await;
        let all = "Photo: A value is required. / Second keeper: A value is required.";
        assert_eq!(listed(&page, "problems").await, all);
        assert_eq!(page.get("new FormData(f.form).has('lid')").await, "false", "it does not count");
        page.run("const [one, other] = f.form.elements.keeper; other.value = 'Ada'; fire(other); one.value = 'Jon'; fire(one)").await;
        assert_eq!(page.get(wrong).await, "photo,seal");
        assert_eq!(page.get("[f.values.keeper, 'keeper#2' in f.values].join()").await, "Jon,false");
        page.run("const [one] = f.form.elements.keeper; one.value = 'Ida'; fire(one);
                  const { photo } = f.form.elements, files = new DataTransfer();
                  for (const name of ['queen.jpg', 'comb.jpg']) files.items.add(new File(['…'], name));
                  photo.files = files.files; fire(photo)").await;
        assert_eq!(page.get(wrong).await, "");
        assert_eq!(
            page.get("[f.values.photo, f.values.seal].join()").await,
            "queen.jpg, comb.jpg,wax"
        );
        assert!(shows(&page, "[name=taken]").await);
        // What the browser sends without `multipart/form-data`.
        page.run("send.click()").await;
        page.until("answers.length").await;
        assert_eq!(
            page.get("answers[0]").await,
            "photo=queen.jpg&photo=comb.jpg&note=calm%0D%0Abees&keeper=Ida&keeper=Ada&seal=wax&taken=&lid=wax"
        );
        // A script cannot choose files again.
        page.run("fire(f.form.elements.photo); const [, other] = f.form.elements.keeper; other.value = 'Eva'; fire(other)").await;
        page.until("Object.values(sessionStorage).join().includes('queen.jpg')").await;
        page.client.refresh().await.expect("loaded again");
        page.until("document.querySelector('notch-form:state(ready)')").await;
        assert_eq!(page.get("String(f.values.photo)").await, "null");
        assert_eq!(page.get("f.form.elements.keeper[1].value").await, "Eva");
        assert!(!shows(&page, "[name=taken]").await);
    });
}

/// In scripts, a form has its fields as members, which hide its own with the same name.
#[test]
fn fields_may_be_named_like_members_of_a_form() {
    const PAGE: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Names</title>
<script type=module src=/pin-notch-form.js></script>
<script>window.errors = []; addEventListener('error', ({ message }) => errors.push(message))</script>
<main><notch-form><form id=broken aria-label=Broken><label>Frames <input name=frames></label></form></notch-form>
<script>broken.querySelectorAll = () => { throw new Error('not by the page'); }</script>
<notch-form id=f><form aria-label=Names><label>Children <input type=number name=children value=2></label>
<label>Elements <notch-text name=elements></notch-text></label> <label>Checks <input name=noValidate required></label>
<button>Send</button> <button type=button name=reset>Reset</button></form></notch-form></main>"#;
    with_form_in(PAGE, async |page| {
        page.run("window.sent = 0; f.addEventListener('submit', (event) => { event.preventDefault(); sent++; })").await;
        let at_first = r#"{"children":2,"elements":null,"noValidate":null}"#;
        assert_eq!(json(&page).await, at_first);
        page.focus("[name=elements]").await;
        page.write("wax").await;
        page.press(&[Key::Enter]).await;
        assert_eq!(listed(&page, "problems").await, "Checks: A value is required.");
        page.focus("[name=noValidate]").await;
        page.write("no").await;
        page.press(&[Key::Enter]).await;
        assert_eq!(page.get("sent").await, "1");
        assert_eq!(json(&page).await, r#"{"children":2,"elements":"wax","noValidate":"no"}"#);
        page.run("f.reset()").await;
        page.until(&format!("f.json === '{at_first}'")).await;
        // A form that the page has broken does not keep the other from starting.
        assert_eq!(page.get("errors.join()").await, "Uncaught Error: not by the page");
    });
}

#[test]
fn forms_of_a_page_may_have_fields_with_the_same_name() {
    const PAGE: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Two hives</title>
<script type=module src=/pin-notch-form.js></script>
<notch-form id=f><form><label>Mites <input name="mites found" required></label></form></notch-form>
<notch-form id=g><form><label>Mites <input name="mites found" required></label></form></notch-form>"#;
    with_form_in(PAGE, async |page| {
        page.until("g.matches(':state(ready)')").await;
        page.run("for (const form of [f, g]) form.reportValidity()").await;
        let wrong = ["A value is required."];
        assert_eq!(page.descriptions("#f input").await, wrong);
        assert_eq!(page.descriptions("#g input").await, wrong);
        page.focus("#f input").await;
        page.write("3").await;
        assert_eq!(page.descriptions("#f input").await, [""; 0]);
        assert_eq!(page.descriptions("#g input").await, wrong);
    });
}

/// In problems, a field has the name that assistive technologies announce.
#[test]
fn fields_are_called_by_their_accessible_names() {
    const PAGE: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Names</title>
<script type=module src=/pin-notch-form.js></script>
<notch-form id=f><form method=post>
<label for=mites>Mites <span hidden>not shown</span><b aria-hidden=true>*</b></label><input id=mites name=a required>
<h3 id=weight>Hive <b>weight</b></h3><notch-stepper aria-labelledby=weight name=b required></notch-stepper>
<input title=Keeper name=c required>
<div role=radiogroup aria-labelledby=temper><p id=temper>Temper</p>
  <div role=group><label><input type=radio name=d value=calm required> calm</label></div></div>
<fieldset aria-label=Seen><input type=checkbox name=e value=eggs required><input type=checkbox name=e value=queen></fieldset>
<input id=lid name=lid required>
<notch-rule hidden holds="lid is empty">
  The lid
  is shut.</notch-rule></form></notch-form>"#;
    with_form_in(PAGE, async |page| {
        let labels = "f.problems.map(({ label }) => label).join()";
        assert_eq!(page.get(labels).await, "Mites,Hive weight,Keeper,Temper,lid,Seen");
        page.run("f.reportValidity(); document.querySelector('#mites').setAttribute('aria-labelledby', 'weight')").await;
        assert!(page.get(labels).await.starts_with("Hive weight,Hive weight,"));
        assert!(listed(&page, "problems").await.starts_with("Hive weight: "));
        page.run("lid.value = 'shut'").await;
        let found = "f.problems.some(({ text }) => text === 'The lid is shut.')";
        assert_eq!(page.get(found).await, "true");
    });
}

/// Controls without a name or an id are not sent, but the browser would check them. A custom element of the page
/// need not tell what is wrong with it.
#[test]
fn the_browser_shows_what_is_wrong_with_other_controls() {
    const PAGE: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Visit</title>
<script type=module src=/pin-notch-form.js></script>
<script>customElements.define('bee-seal', class extends HTMLElement {
  static formAssociated = true; own = this.attachInternals(); connectedCallback() { this.own.setValidity({ valueMissing: true }, 'Seal it.'); } })</script>
<main><notch-form id=f><form aria-label=Visit>
<label>Keeper <input name=keeper required></label> <label>Read it <input type=checkbox id=read required></label>
<p data-only-if="keeper = 'Jon'"><label>Why <input class=why required></label></p>
<label>Twice <input class=twice required></label>
<notch-text class=note aria-label=Note required></notch-text> <bee-seal name=seal tabindex=0></bee-seal>
<button id=draft formnovalidate>Draft</button> <button id=send>Send</button></form></notch-form></main>"#;
    with_form_in(PAGE, async |page| {
        page.run("window.sent = 0; f.addEventListener('submit', (event) => { event.preventDefault(); sent++; })").await;
        let focused = "(() => { send.click(); const { activeElement: one } = document; return one.className || one.localName; })()";
        page.run("send.click()").await;
        let all = "Keeper: A value is required. / Read it: A value is required.";
        assert_eq!(listed(&page, "problems").await, all, "those that are fields come first");
        page.run("f.form.elements.keeper.value = 'Ida'; read.checked = true").await;
        assert_eq!(page.get(focused).await, "twice");
        page.run("document.querySelector('.twice').value = 'Ida'").await;
        assert_eq!(page.get(focused).await, "note");
        page.run("document.querySelector('.note').value = 'calm'").await;
        assert_eq!(page.get(focused).await, "bee-seal");
        assert_eq!(page.get("[f.checkValidity(), f.reportValidity()].join()").await, "false,false");
        assert_eq!(page.get("sent").await, "0");
        page.run("draft.click()").await;
        assert_eq!(page.get("sent").await, "1");
        page.run("document.querySelector('bee-seal').own.setValidity({}); send.click()").await;
        assert_eq!(page.get("sent").await, "2");
        page.run("f.form.elements.keeper.value = 'Jon'").await;
        assert_eq!(page.get(focused).await, "why");
        assert_eq!(page.get("sent").await, "2");
    });
}

#[test]
fn a_number_being_typed_survives_changes_of_the_page() {
    with_form_in(PARTS, async |page| {
        page.focus("[name=frames]").await;
        page.write("1").await;
        page.run("document.querySelector('[data-part]').insertAdjacentHTML('beforeend', '<label>More <input name=more></label>')").await;
        page.until("'more' in f.values").await;
        page.write("5").await;
        assert_eq!(page.get("document.querySelector('[name=frames]').value").await, "15");
        assert_eq!(page.get("f.values.frames").await, "15");
    });
}

#[test]
fn what_is_done_in_native_controls_is_recorded_as_moves() {
    with_form_in(PAGE, async |page| {
        page.run("document.forms[0].addEventListener('submit', (event) => event.preventDefault())")
            .await;
        for box_of in ["eggs", "queen", "eggs"] {
            page.focus(&format!("[value={box_of}]")).await;
            page.write(" ").await;
        }
        page.focus("[name=combs]").await;
        page.press(&[Key::Down]).await;
        page.focus("[name=frames]").await;
        page.press(&[Key::Up, Key::Up]).await;
        page.focus("[name=hive]").await;
        page.write("H").await;
        page.focus("[name=keeper]").await;
        page.press(&[Key::End]).await;
        page.write("da").await;
        page.focus("#told").await;
        page.write(" ").await;
        page.run("document.forms[0].requestSubmit()").await;
        let moves = page.get("f.moves").await;
        assert!(
            moves.starts_with("seen: pick \"eggs\"\nseen: pick \"queen\"\nseen: pick \"eggs\"\n"),
            "{moves}"
        );
        assert!(moves.contains("keeper: type \"Ida\"\nkeeper: settle\ntold: "), "{moves}");
        // A sheet with the same fields ends with the same values.
        let folder = std::env::temp_dir().join(format!("pin-notch-seen-{}", std::process::id()));
        std::fs::create_dir_all(&folder).expect("a folder");
        std::fs::write(folder.join("seen.toml"), SHEET).expect("a sheet");
        std::fs::write(folder.join("seen.moves"), &moves).expect("moves");
        let traced = Command::new(env!("CARGO_BIN_EXE_pin-notch"))
            .args(["trace", "seen.toml", "seen.moves"])
            .current_dir(&folder)
            .output()
            .expect("the command runs");
        let _ = std::fs::remove_dir_all(folder);
        assert!(traced.status.success(), "{moves}\n{traced:?}");
    });
}

#[test]
fn a_review_hides_passwords_and_what_was_hidden() {
    const PARTS: &str = r#"<!doctype html><html lang=en><meta charset=utf-8><title>Parts</title>
<script type=module src=/pin-notch-form.js></script>
<main><h1>Parts</h1><notch-form id=f><form aria-label=Parts><input type=hidden name=token value=abc>
<section data-part><h2>You</h2><label>Name <input name=name required></label></section>
<section data-part><h2>Access</h2><label>Word <input type=password name=word></label> <label>Again <input type=password name=again></label></section>
<button>Send</button></form></notch-form></main>"#;
    with_form_in(PARTS, async |page| {
        page.focus("[name=name]").await;
        page.write("Ida").await;
        page.press(&[Key::Enter]).await;
        page.focus("[name=word]").await;
        page.write("bees").await;
        page.press(&[Key::Enter]).await;
        let review = "[...document.querySelectorAll('.review :is(dt, dd)')].map((one) => one.textContent).join()";
        assert_eq!(page.get(review).await, "Name,Ida,Word,••••••,Again,–");
        assert_eq!(page.get("[f.values.token, f.values.word]").await, r#"["abc","bees"]"#);
    });
}
