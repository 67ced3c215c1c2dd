//! The browser's own controls as fields of a form: inside it, or tied to it by their attribute `form`.

use crate::form::{json, listed, serve};
use crate::support::with_page;
use fantoccini::key::Key;

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
    with_page(async |page| {
        let (server, url) = serve(PAGE).await;
        page.client.goto(&url).await.expect("the page");
        page.until("document.querySelector('notch-form:state(ready)')").await;
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
        assert_eq!(page.get("[f.values.keeper, f.values.told]").await, r#"["Ida",true]"#);
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
        server.abort();
    });
}
